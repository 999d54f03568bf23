/** The dossier: the whole of a machine on one page, for reading and for paper. It travels with the machine: no price stands in it. */
import { told } from '#web/ui/told.tsx'
import { say, shown } from '#api/words/say.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import type { PhotoRow } from '#core/views/photos.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { Link, useParams } from 'react-router'
import { dossierSections } from '#api/words/dossier.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Code } from '#web/ui/Code.tsx'
import { MainButton } from '#web/ui/Forms.tsx'
import { MachineLifeline } from '#web/ui/MachineLifeline.tsx'
import { photoSrc } from '#web/ui/photos/src.ts'

/** So many photographs show it, the newest first; the others stay in the record. */
const mostPhotos = 12

export function View() {
  const { id = '' } = useParams()
  const { when, day } = useDates()
  const machine = useQuery({
    queryKey: keys.machine(id, ''),
    queryFn: () => get('/machines/:id', { id }),
    retry: false,
  })
  const arrival = useQuery({
    queryKey: keys.arrival(id),
    queryFn: () => get('/machines/:id/arrival', { id }),
    retry: false,
  })
  const view = machine.data
  useEffect(() => {
    if (view) document.title = say('Dossier, {name} {number}', view.plate)
  }, [view])
  if (machine.error && !view) return <p className="p-8">{wordsOf(machine.error)}</p>
  if (!view || arrival.isPending) return null
  const facts: readonly Fact[] = [
    [say('Type'), [view.plate.typeName, view.plate.revision].filter(Boolean).join(', ')],
    [say('Serial'), view.plate.serial],
    [say('Mains'), view.plate.mains],
    [say('Made'), view.plate.made],
    [say('Weight'), view.plate.weight],
    [say('Owner'), view.plate.owner],
    [say('Legal status'), view.plate.legal && shown(view.plate.legal)],
    [say('Purpose'), view.plate.purpose && shown(view.plate.purpose)],
  ]
  const photos = view.photos.slice(-mostPhotos).reverse()
  return (
    <main className="mx-auto w-full max-w-5xl p-6">
      <div className="noprint mb-4 flex flex-wrap items-center justify-between gap-x-5 gap-y-2">
        <Link className="act" to={`/machines/${id}`}>
          {say('Back to the machine')}
        </Link>
        <MainButton onClick={() => window.print()}>{say('Print')}</MainButton>
      </div>
      <article
        className="paper mx-auto max-w-4xl border border-black bg-white p-8 text-black"
        aria-label={say('Dossier')}
      >
        <DossierHead view={view} facts={facts} />
        {view.lifeline.lanes.length > 0 && (
          <section className="mb-5 break-inside-avoid" aria-label={say('Its life')}>
            <MachineLifeline view={view} />
          </section>
        )}
        {dossierSections(view, arrival.data, when).map((s) => (
          <section key={s.title} className="mb-4">
            <h2 className="border-b border-black font-bold">{s.title}</h2>
            <ul>
              {s.lines.map((line, i) => (
                <li key={i} className="break-inside-avoid py-0.5">
                  {line}
                </li>
              ))}
            </ul>
          </section>
        ))}
        <LastPhotos photos={photos} view={view} />
        <p className="text-13 border-t border-black pt-2">
          {told(
            'Drawn from the record as it stood on {day}. What was not tested here is not known; nothing in it says that anything is without danger.',
            { day: <span className="num">{day(view.now)}</span> },
          )}
        </p>
      </article>
    </main>
  )
}

/** A name and what is recorded under it. */
type Fact = readonly [name: string, value: string | undefined]

function DossierHead({ view, facts }: { view: MachineView; facts: readonly Fact[] }) {
  const { house } = useSigned()
  const { day } = useDates()
  return (
    <>
      <header className="mb-5 flex items-start justify-between gap-6">
        <div>
          <h1 className="font-display text-34 font-semibold">{view.plate.name}</h1>
          <p className="num text-18">{view.plate.number}</p>
          <p>
            {told('Dossier, {name}, {day}', {
              name: house.name,
              day: <span className="num">{day(view.now)}</span>,
            })}
          </p>
        </div>
        <Code text={view.plate.number} px={84} />
      </header>
      <dl className="mb-5 grid grid-cols-4 gap-x-6 gap-y-2 max-sm:grid-cols-2">
        {facts.map(([name, value]) => (
          <div key={name}>
            <dt className="text-13">{name}</dt>
            <dd className="font-bold">{value || say('not recorded')}</dd>
          </div>
        ))}
      </dl>
    </>
  )
}

function LastPhotos({ photos, view }: { photos: PhotoRow[]; view: MachineView }) {
  const { day } = useDates()
  return (
    <>
      {photos.length > 0 && (
        <section className="mb-4">
          <h2 className="mb-2 border-b border-black font-bold">
            {view.photos.length > photos.length
              ? say('Photographs, the last {photos} of {viewPhotos}', {
                  photos: photos.length,
                  viewPhotos: view.photos.length,
                })
              : say('Photographs')}
          </h2>
          <ul className="grid grid-cols-3 gap-3">
            {photos.map((p) => (
              <li key={p.entry} className="break-inside-avoid">
                <img
                  src={photoSrc(view.id, p.entry)}
                  alt={p.words ?? p.of ?? say('photograph')}
                  className="w-full"
                  style={{ background: '#8a8a8a' }}
                />
                <span className="text-13">
                  <span className="num">{day(p.at)}</span>
                  {[p.of, p.zone, p.words].filter(Boolean).length > 0 &&
                    `, ${[p.of, p.zone, p.words].filter(Boolean).join(', ')}`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  )
}
