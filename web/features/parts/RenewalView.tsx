/** Renewing a set of parts: the map by designator, what each source says, what is done and what is verified, what to order. */
import { say } from '#api/words/say.ts'
import type { RenewalView } from '#core/views/renewal.ts'
import { queryOf } from '#api/endpoints.ts'
import { useQuery } from '@tanstack/react-query'
import { Fragment, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { colon, count, semicolons } from '#api/words/lists.ts'
import { specSources, type SpecSource } from '#core/history/bodies/spec.ts'
import { verifications, type RenewalRow, type Verification } from '#core/parts/renewal.ts'
import type { MachineId } from '#core/ids.ts'
import { keys, whileSame } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { PinCrop } from '#web/ui/photos/PinCrop.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'
import { lazily } from '#web/ui/lazily.tsx'
import { TabRow } from '#web/ui/TabRow.tsx'
import { AddPositions } from './AddPositions.tsx'
import { RenewalAside } from './RenewalAside.tsx'
import { RenewalSlip } from './RenewalSlip.tsx'
import { TeachSlip } from './TeachSlip.tsx'

const PhotoViewer = lazily(async () => (await import('#web/ui/photos/PhotoViewer.tsx')).PhotoViewer)

const sourceWords: Readonly<Record<SpecSource, string>> = {
  part: say('Fitted'),
  print: say('Print'),
  schematic: say('Schematic'),
  settled: say('Settled'),
}
const becauseWords = {
  all: say('preventively'),
  'leaking or suspect': say('leaking or suspect'),
  'measured bad': say('measured bad'),
  'a function fails': say('a function fails'),
} as const
const said = (attributes: Readonly<Record<string, string>> | undefined) =>
  [attributes?.['value'], attributes?.['rating'], attributes?.['temperature']].filter(Boolean).join(' ')

export function View() {
  const { id = '' } = useParams()
  const [params, setParams] = useSearchParams()
  const kind = params.get('kind')
  const query = kind ? `?kind=${encodeURIComponent(kind)}` : ''
  const { data: view, error } = useQuery({
    queryKey: keys.renewal(id, kind),
    placeholderData: whileSame(id),
    queryFn: () => get('/machines/:id/renewal', { id, ...queryOf(query) }),
    retry: false,
  })
  const [open, setOpen] = useState<string>()
  const [slip, setSlip] = useState<'add' | 'teach'>()
  const [photo, setPhoto] = useState<string>()
  const { me } = useSigned()
  const mayTeach = me.role === 'restorer' || me.role === 'steward'
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!view) return null
  const inSet = view.rows.filter((r) => r.because)
  const done = inSet.filter((r) => r.done)
  const checked = done.filter((r) => wanted(r).every((v) => r.verified.includes(v)))
  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1fr)_300px] gap-6 p-4 pb-16 max-lg:grid-cols-1">
      <section className="min-w-0">
        <h1 className="font-display text-24 font-semibold">
          {say('Renewing a set')} <span className="text-quiet">{say('of')}</span>{' '}
          <Link className="hover:underline" to={`/machines/${id}?show=parts`}>
            {view.machine.label}
          </Link>
        </h1>
        <p className="mb-3">
          {say(
            'House practice: {practice}. {inSet} of {rows} belong to the set; {done} done, {checked} of them verified.',
            {
              practice: view.school,
              inSet: inSet.length,
              rows: count(view.rows.length, 'position'),
              done: done.length,
              checked: checked.length,
            },
          )}
        </p>
        <TabRow
          label={say('Kind of part')}
          tabs={view.kinds.map((k) => ({ key: k.kind, name: k.kind, fact: k.count }))}
          value={view.kind}
          onChange={(kind) => setParams({ kind }, { replace: true })}
        >
          {view.rows.length === 0 && (
            <p className="py-2">
              {say(
                'By its type sheet no kind of part is on this machine more than once. Add its positions as you look at the board.',
              )}
            </p>
          )}
          <PositionMap view={view} open={open} onOpen={setOpen} onPhoto={setPhoto} />
        </TabRow>
        <RenewalActs onSlip={setSlip} slip={slip} view={view} mayTeach={mayTeach} />
        {slip === 'add' && <AddPositions view={view} onClose={() => setSlip(undefined)} />}
        {slip === 'teach' && view.teaches && (
          <TeachSlip view={view} teaches={view.teaches} onClose={() => setSlip(undefined)} />
        )}
        {photo && (
          <PhotoViewer
            machine={view.machine.id as MachineId}
            photos={view.photos}
            at={photo}
            onAt={setPhoto}
            findings={[]}
            positions={view.designators}
          />
        )}
      </section>
      <RenewalAside view={view} inSet={inSet.length} query={query} />
    </main>
  )
}

/** Every position of the kind, with what was done at it. */
function PositionMap({
  view,
  open,
  onOpen,
  onPhoto,
}: {
  view: RenewalView
  open: string | undefined
  onOpen: (value: string | undefined) => void
  onPhoto: (value: string | undefined) => void
}) {
  const { short } = useDates()
  return (
    <RuledTable
      label={say('Map')}
      heads={[
        '',
        ...specSources.map((s) => sourceWords[s]),
        say('Sheet'),
        say('In the set'),
        say('Done'),
        say('Verified'),
      ]}
    >
      {view.rows.map((r) => (
        <Fragment key={r.position}>
          <MapRow r={r} open={open} onOpen={onOpen} view={view} onPhoto={onPhoto} short={short} />
          {open === r.position && (
            <tr>
              <td colSpan={8}>
                <RenewalSlip row={r} view={view} onPhoto={onPhoto} onClose={() => onOpen(undefined)} />
              </td>
            </tr>
          )}
        </Fragment>
      ))}
    </RuledTable>
  )
}

/** One position of the set: what is said of it, and what was done. */
function MapRow({
  r,
  open,
  onOpen,
  view,
  onPhoto,
  short,
}: {
  r: RenewalRow
  open: string | undefined
  onOpen: (value: string | undefined) => void
  view: RenewalView
  onPhoto: (value: string | undefined) => void
  short: (at: string) => string
}) {
  return (
    <tr className={`border-hair border-b align-baseline ${r.because ? '' : 'text-quiet'}`}>
      <th scope="row" className="py-1.5 pr-4 text-left">
        <span className="flex items-center gap-2">
          <button
            type="button"
            className="num act"
            aria-expanded={open === r.position}
            onClick={() => onOpen(open === r.position ? undefined : r.position)}
          >
            {r.position}
          </button>
          {r.pins.slice(-1).map((pin) => (
            <PinCrop
              key={pin.photo}
              machine={view.machine.id}
              pin={pin}
              label={say('{position} on its photograph', { position: r.position })}
              px={36}
              onOpen={() => onPhoto(pin.photo)}
            />
          ))}
        </span>
      </th>
      {specSources.map((s) => (
        <td key={s} className="num pr-4 whitespace-nowrap">
          {said(r.said[s]) || <span className="text-quiet">–</span>}
        </td>
      ))}
      <td className="num text-quiet pr-4 whitespace-nowrap">{said(r.sheet)}</td>
      <td className="pr-4">
        {r.because ? becauseWords[r.because] : say('stays')}
        {r.trouble && <span className="text-copper block font-bold">{troubleWords(r)}</span>}
      </td>
      <td className="pr-4">
        {r.done ? (
          <Link className="hover:underline" to={`/parts/${r.done.part}`}>
            {r.done.label}, {short(r.done.at)}
          </Link>
        ) : (
          ''
        )}
      </td>
      <td>
        {r.done
          ? say('{verified} of {wanted}', { verified: r.verified.length, wanted: wanted(r).length })
          : ''}
        {r.done && wanted(r).some((v) => !r.verified.includes(v)) && (
          <span className="text-copper block">
            {wanted(r)
              .filter((v) => !r.verified.includes(v))
              .join(', ')}
          </span>
        )}
      </td>
    </tr>
  )
}

function RenewalActs({
  onSlip,
  slip,
  view,
  mayTeach,
}: {
  onSlip: (value: 'add' | 'teach' | undefined) => void
  slip: 'add' | 'teach' | undefined
  view: RenewalView
  mayTeach: boolean
}) {
  return (
    <p className="mt-3 flex flex-wrap gap-5">
      <Act onClick={() => onSlip(slip === 'add' ? undefined : 'add')}>{say('Add positions to the map')}</Act>
      {view.teaches && view.teaches.learned.length > 0 && (
        <Act
          disabled={!mayTeach}
          title={mayTeach ? undefined : say('A restorer or a steward publishes type sheets.')}
          onClick={() => onSlip(slip === 'teach' ? undefined : 'teach')}
        >
          {say('{learned} for the sheet of {name}', {
            learned: count(view.teaches.learned.length, 'line'),
            name: view.teaches.name,
          })}
        </Act>
      )}
    </p>
  )
}

/** What has to be verified of a part: polarity only where there is one. */
export const wanted = (row: RenewalRow): readonly Verification[] =>
  verifications.filter((v) => v !== 'polarity' || row.polarised)

const troubleWords = ({ trouble, said: sources, sheet }: RenewalRow): string => {
  if (!trouble) return ''
  const readings = specSources.flatMap((s) =>
    sources[s]?.['rating'] ? [say('{sources} by the {s}', { sources: sources[s]['rating'], s })] : [],
  )
  const all = sheet['rating']
    ? [...readings, say('{sheet} on the sheet', { sheet: sheet['rating'] })]
    : readings
  return semicolons(
    colon(
      all.join(', '),
      trouble.differ && say('they differ, at least {leastVolts} V', { leastVolts: trouble.leastVolts }),
    ),
    trouble.unusual.length &&
      say('{unusual} V is no usual rating, read it again', { unusual: trouble.unusual.join(', ') }),
  )
}
