/** How a machine was found at each look, where each difference belongs, and what both sides make of it. */
import { say } from '#api/words/say.ts'
import { list, paragraph } from '#api/words/lists.ts'
import { holderWords, stageWords } from '#api/words/loans.ts'
import { lookStages } from '#core/history/bodies/loan.ts'
import type { LoanMachine, LoanView, LookPhoto } from '#core/views/loan-shape.ts'
import { atLeast } from '#core/roles.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { PlainButton, Said } from '#web/ui/Forms.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'

const judgedWords = {
  agreed: say('agreed by both sides'),
  disputed: say('disputed'),
  open: say('not agreed yet'),
} as const
const howWords = { new: say('New'), worse: say('Worse'), better: say('Better'), gone: say('Gone') } as const
const foundWords = {
  same: say('same'),
  different: say('different'),
  'not looked at': say('not looked at'),
} as const

export function Condition({ view, machine }: { view: LoanView; machine: LoanMachine }) {
  const stages = lookStages.filter((s) => machine.looked.some((l) => l.stage === s))
  const { short } = useDates()
  const whenAt = (stage: string) => machine.looked.findLast((l) => l.stage === stage)?.at
  if (stages.length === 0)
    return (
      <p className="text-quiet py-2">
        {say(
          'No look is recorded yet. The first one, before it leaves, is what every later one is compared with.',
        )}
      </p>
    )
  return (
    <div className="space-y-3">
      {machine.differences.length === 0 ? (
        <p className="py-1">{say('No difference is recorded in what was looked at.')}</p>
      ) : (
        <ul className="space-y-2">
          {machine.differences.map((d) => (
            <DifferenceItem key={`${d.look} ${d.zone} ${d.index}`} view={view} machine={machine} d={d} />
          ))}
        </ul>
      )}
      {machine.notKnown.length > 0 && (
        <p className="text-copper font-bold">
          {say('Not looked at in the last look, so not known: {notKnown}.', {
            notKnown: list(machine.notKnown, 12),
          })}
        </p>
      )}
      <RuledTable
        label={say('How {name} was found', { name: machine.name })}
        heads={[
          say('Zone'),
          ...stages.map((s) => `${stageWords[s]}${whenAt(s) ? `, ${short(whenAt(s) ?? '')}` : ''}`),
        ]}
      >
        {machine.looks.map(({ zone, at, photos }) => (
          <tr key={zone} className="border-hair border-b">
            <td className="py-1 pr-4">{zone}</td>
            {stages.map((s) => (
              <td
                key={s}
                className={`pr-4 ${at[s] === 'different' ? 'text-copper font-bold' : at[s] === 'same' ? '' : 'text-quiet'}`}
              >
                {at[s] === undefined
                  ? say('not looked at')
                  : s === 'out' && at[s] === 'same'
                    ? say('as recorded')
                    : foundWords[at[s]]}
                {photos
                  .filter((p) => p.stage === s)
                  .map((p, i) => (
                    <a
                      key={`${p.look} ${p.n}`}
                      className="act ml-2"
                      href={lookPhotoSrc(view.id, p, 'original')}
                      target="_blank"
                      rel="noreferrer"
                      aria-label={say('Photograph {i} of {zone}, {stageWords}', {
                        i: i + 1,
                        zone,
                        stageWords: stageWords[s],
                      })}
                    >
                      {i > 0 ? say('photo {n}', { n: i + 1 }) : say('photo')}
                    </a>
                  ))}
              </td>
            ))}
          </tr>
        ))}
      </RuledTable>
    </div>
  )
}

const lookPhotoSrc = (loan: string, { look, n }: LookPhoto, size: 'preview' | 'original') =>
  `/api/loans/${loan}/looks/${look}/photos/${n}?size=${size}`

/** The zone as it was photographed before, beside what was found. */
function SideBySide({
  loan,
  zone,
  before,
  after,
}: {
  loan: string
  zone: string
  before?: LookPhoto | undefined
  after?: LookPhoto | undefined
}) {
  const { short } = useDates()
  if (!before && !after) return null
  return (
    <div className="my-2 grid max-w-xl grid-cols-2 gap-3">
      {[before, after].map((photo, i) => (
        <figure key={i} className="min-w-0">
          {photo ? (
            <a href={lookPhotoSrc(loan, photo, 'original')} target="_blank" rel="noreferrer">
              <img
                src={lookPhotoSrc(loan, photo, 'preview')}
                alt={`${zone}, ${stageWords[photo.stage]}`}
                className="aspect-4/3 w-full object-contain"
                style={{ background: 'var(--photo)' }}
              />
            </a>
          ) : (
            <div className="text-quiet border-line grid aspect-4/3 place-items-center border p-2 text-center">
              {say('no photograph')}
            </div>
          )}
          <figcaption className="text-13 text-quiet">
            {photo
              ? `${stageWords[photo.stage]}, ${short(photo.at)}`
              : i === 0
                ? say('before')
                : say('where it was found')}
          </figcaption>
        </figure>
      ))}
    </div>
  )
}

function DifferenceItem({
  view,
  machine,
  d,
}: {
  view: LoanView
  machine: LoanMachine
  d: LoanMachine['differences'][number]
}) {
  const { me } = useSigned()
  const { short } = useDates()
  const { send, error, busy } = useSend()
  const guest = me.role === 'guest'
  const may = guest || atLeast(me.role, 'restorer')
  const judge = (is: 'agreed' | 'disputed') =>
    send([
      {
        body: {
          kind: 'difference',
          loan: view.id,
          machine: machine.id,
          look: d.look,
          zone: d.zone,
          index: d.index,
          is,
          by: guest ? view.withParty : 'house',
        },
      },
    ])
  const between = d.since
    ? say('between the look {stageWords} ({sinceAt}) and the one {stageWords2} ({at})', {
        stageWords: stageWords[d.since],
        sinceAt: short(d.sinceAt ?? ''),
        stageWords2: stageWords[d.found],
        at: short(d.at),
      })
    : say('at some time before the look {stageWords} ({at}): no earlier look at it is recorded', {
        stageWords: stageWords[d.found],
        at: short(d.at),
      })
  return (
    <li className="border-copper border-l-4 pl-3">
      <p>
        <strong>
          {say('{howWords} on {zone}: {words}.', { howWords: howWords[d.how], zone: d.zone, words: d.words })}
        </strong>{' '}
        {paragraph(
          say('It came {between}.', { between }),
          d.holders.length > 0 &&
            say('In that time it was with {holders}.', {
              holders: list(
                d.holders.map((h) => holderWords(h, view.names)),
                8,
              ),
            }),
        )}
      </p>
      <SideBySide loan={view.id} zone={d.zone} {...d.photos} />
      <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <span className="text-quiet">{judgedWords[d.judged]}</span>
        {may && view.shown !== 'closed' && d.judged !== 'agreed' && (
          <>
            <PlainButton disabled={busy} onClick={() => void judge('agreed')}>
              {say('Agree with the difference')}
            </PlainButton>
            <PlainButton disabled={busy} onClick={() => void judge('disputed')}>
              {say('Dispute the difference')}
            </PlainButton>
          </>
        )}
      </p>
      <Said error={error} />
    </li>
  )
}
