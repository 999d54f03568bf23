/** Seals, labels, stickers and the underside: photographed, or looked for and not there, before anything is touched. */
import { say, shown } from '#api/words/say.ts'
import { useState } from 'react'
import { capital, colon, commas, semicolons } from '#api/words/lists.ts'
import type { EvidenceNeed } from '#core/provenance/evidence.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'
import { PhotoDrop } from '#web/ui/photos/PhotoDrop.tsx'
import { photoSrc } from '#web/ui/photos/src.ts'
import { StepForm } from './StepForm.tsx'

const stateWords: Readonly<Record<EvidenceNeed['is'], string>> = {
  none: say('looked for, none there'),
  photographed: say('photographed'),
  noted: say('there, not photographed yet'),
  'not looked': say('not looked for yet'),
}

export function EvidenceStep({ view }: { view: ArrivalView }) {
  const { send, error, busy } = useSend()
  const [adding, setAdding] = useState<EvidenceNeed['sort']>()
  return (
    <>
      <p className="text-quiet">
        {say(
          'What handling destroys comes first. Photograph it, or say that there is none. Decide before you break a seal.',
        )}
      </p>
      <ul className="mt-3">
        {view.evidenceNeeds.map((need) => (
          <li key={need.sort} className="border-hair border-b py-3">
            <div className="flex flex-wrap items-center justify-between gap-3">
              <span>
                <strong>{capital(need.sort)}</strong>{' '}
                <span
                  className={
                    need.is === 'not looked' || need.is === 'noted' ? 'text-copper font-bold' : 'text-quiet'
                  }
                >
                  {stateWords[need.is]}
                </span>
              </span>
              <span className="flex flex-wrap items-center gap-4">
                {need.sort !== 'underside' && (
                  <Act onClick={() => setAdding(adding === need.sort ? undefined : need.sort)}>
                    {say('Write down a {sort}', { sort: need.sort })}
                  </Act>
                )}
                {need.is === 'not looked' && (
                  <PlainButton
                    className="min-h-11"
                    disabled={busy}
                    onClick={() =>
                      void send([
                        { body: { kind: 'evidence', what: 'none', machine: view.machine, sort: need.sort } },
                      ])
                    }
                  >
                    {say('None there')}
                  </PlainButton>
                )}
              </span>
            </div>
            {adding === need.sort && (
              <NoteEvidence view={view} sort={need.sort} onClose={() => setAdding(undefined)} />
            )}
            <EvidenceList view={view} sort={need.sort} />
            {(need.is === 'not looked' ||
              (need.is === 'photographed' && !view.evidence.some((e) => e.sort === need.sort))) && (
              <div className="mt-2">
                <PhotoDrop
                  machine={view.machine}
                  meta={{ of: need.sort }}
                  label={
                    need.is === 'photographed'
                      ? say('Another photograph')
                      : say('Photograph the {sort}', { sort: need.sort })
                  }
                />
              </div>
            )}
          </li>
        ))}
      </ul>
      <Said error={error} />
    </>
  )
}

function EvidenceList({ view, sort }: { view: ArrivalView; sort: EvidenceNeed['sort'] }) {
  const { short } = useDates()
  const { send, error } = useSend()
  const rows = view.evidence.filter((e) => e.sort === sort)
  if (rows.length === 0) return null
  return (
    <ul>
      {rows.map((e) => (
        <li key={e.entry} className="mt-2">
          <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
            <span>
              {colon(
                semicolons(e.where, e.over && say('goes when the {over} comes off', { over: e.over })),
                e.says && `“${e.says}”`,
              )}
            </span>
            {e.photos.map((p) => (
              <img
                key={p}
                src={photoSrc(view.machine, p)}
                alt={`${sort}, ${e.where}`}
                className="h-12"
                style={{ background: 'var(--photo)' }}
              />
            ))}
            {e.gone ? (
              <span className={e.gone.unseen ? 'text-copper font-bold' : 'text-quiet'}>
                {commas(`${e.gone.how} ${short(e.gone.at)}`, e.gone.unseen && say('never photographed'))}
              </span>
            ) : (
              <Act
                onClick={() =>
                  void send([
                    {
                      body: {
                        kind: 'evidence',
                        what: 'gone',
                        machine: view.machine,
                        evidence: e.entry,
                        how: sort === 'warranty seal' ? 'broken' : 'removed',
                      },
                    },
                  ])
                }
              >
                {commas(
                  sort === 'warranty seal' ? say('Broken now') : say('Removed now'),
                  e.photos.length === 0 && say('without a photograph'),
                )}
              </Act>
            )}
          </div>
          {!e.gone && e.photos.length === 0 && (
            <div className="mt-1">
              <p className="text-13 text-copper font-bold">
                {say('Not photographed yet. Removing it destroys what it shows.')}
              </p>
              <PhotoDrop
                machine={view.machine}
                meta={{ of: sort, evidence: e.entry }}
                label={say('Photograph this one')}
              />
            </div>
          )}
          <Said error={error} />
        </li>
      ))}
    </ul>
  )
}

function NoteEvidence({
  view,
  sort,
  onClose,
}: {
  view: ArrivalView
  sort: EvidenceNeed['sort']
  onClose: () => void
}) {
  return (
    <Slip title={capital(shown(sort))} onClose={onClose}>
      <StepForm
        submit={say('Save the evidence')}
        defaults={{ where: '', over: '', says: '' }}
        writings={(text) =>
          text('where')
            ? [
                {
                  body: {
                    kind: 'evidence',
                    what: 'noted',
                    machine: view.machine,
                    sort,
                    where: text('where'),
                    ...(text('over') ? { over: text('over') } : {}),
                    ...(text('says') ? { says: text('says') } : {}),
                  },
                },
              ]
            : say('Say where it is.')
        }
      >
        {(register) => (
          <div className="grid grid-cols-3 gap-3 max-sm:grid-cols-1">
            <TextField
              label={say('Where')}
              {...register('where')}
              placeholder={say('across the rear seam')}
              maxLength={80}
              autoFocus
            />
            <TextField
              label={say('Breaks when this comes off')}
              {...register('over')}
              placeholder={say('lid')}
              maxLength={80}
            />
            <TextField label={say('What is written on it')} {...register('says')} maxLength={2000} />
          </div>
        )}
      </StepForm>
    </Slip>
  )
}
