/** A blind second survey beside the first: where they disagree comes first, then how far they agree. */
import { paragraph } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import type { AgreementAnswer, AgreementRow } from '#api/batches.ts'
import { findingWords, gradeTitle } from '#api/words/condition.ts'
import type { Kappa } from '#core/condition/agreement.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { ConditionView, FindingRow, SecondOpinion as Opinion } from '#core/views/condition-shape.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, Said } from '#web/ui/Forms.tsx'

export function SecondOpinion({ view }: { view: ConditionView }) {
  const { me } = useSigned()
  const house = useQuery({
    queryKey: keys.agreement,
    queryFn: () => get('/agreement'),
    enabled: me.role !== 'guest',
  })
  if (view.hidden)
    return (
      <p className="text-quiet py-3">
        {say('End your blind survey first; then both are shown side by side.')}
      </p>
    )
  return (
    <div className="space-y-8">
      {view.opinions.length === 0 && (
        <p className="text-quiet py-3">
          {say(
            'No second opinion yet. When one survey has ended, another person may “Survey it blind”: they see nothing that was found until they end theirs.',
          )}
        </p>
      )}
      {view.opinions.map((o) => (
        <OneOpinion key={o.second.id} opinion={o} machine={view.machine as MachineId} />
      ))}
      {house.data && house.data.house.surveys > 0 && <HouseAgreement answer={house.data} />}
    </div>
  )
}

function OneOpinion({ opinion, machine }: { opinion: Opinion; machine: MachineId }) {
  const { day } = useDates()
  const differing = opinion.zones.filter(
    (z) =>
      z.onlyFirst.length + z.onlySecond.length > 0 ||
      z.both.some((b) => b.differ.length > 0) ||
      z.first !== z.second,
  )
  const agreed = opinion.zones.filter((z) => !differing.includes(z))
  return (
    <section aria-label={say('{by} and {opinionBy}', { by: opinion.first.by, opinionBy: opinion.second.by })}>
      <h2 className="headrule">
        {say('{by}, {day}, and blind {opinionBy}, {opinionDay}', {
          by: opinion.first.by,
          day: day(opinion.first.at),
          opinionBy: opinion.second.by,
          opinionDay: day(opinion.second.at),
        })}
      </h2>
      <div className="border-line text-13 text-quiet grid grid-cols-[11rem_1fr_1fr] gap-4 border-b py-1 max-sm:hidden">
        <span>{differing.length > 0 ? say('Where they differ') : say('They do not differ')}</span>
        <span>{opinion.first.by}</span>
        <span>{opinion.second.by}</span>
      </div>
      {differing.map((z) => (
        <div
          key={z.zone}
          className="border-hair grid grid-cols-[11rem_1fr_1fr] gap-4 border-b py-2 max-sm:grid-cols-1"
        >
          <strong>{z.zone}</strong>
          <Side
            grade={z.first}
            only={z.onlyFirst}
            both={z.both.map((b) => ({ finding: b.first, differ: b.differ }))}
          />
          <Side
            grade={z.second}
            only={z.onlySecond}
            both={z.both.map((b) => ({ finding: b.second, differ: b.differ }))}
            machine={machine}
          />
        </div>
      ))}
      {agreed.length > 0 && (
        <p className="text-quiet py-2">
          {say('The same in {agreed}.', {
            agreed: agreed.map((z) => `${z.zone} (${z.first ?? '–'})`).join(', '),
          })}
        </p>
      )}
      <p className="py-1">
        {say('{equal} of {pairs} zones got the same grade.', { equal: opinion.equal, pairs: opinion.pairs })}{' '}
        <span className="text-quiet">
          {opinion.kappa
            ? kappaWords(opinion.kappa)
            : say('Too few for a figure: agreement beyond chance is shown from {leastPairs} pairs on.', {
                leastPairs: opinion.leastPairs,
              })}
        </span>
      </p>
    </section>
  )
}

function Side({
  grade,
  only,
  both,
  machine,
}: {
  grade: number | undefined
  only: readonly FindingRow[]
  both: readonly { finding: FindingRow; differ: readonly string[] }[]
  machine?: MachineId
}) {
  const { send, error } = useSend()
  return (
    <div>
      <p>{gradeTitle(grade)}</p>
      <ul className="text-13">
        {both.map(({ finding, differ }) => (
          <li key={finding.id} className={differ.length ? '' : 'text-quiet'}>
            {findingWords(finding)}
            {differ.length > 0 && (
              <em className="text-copper not-italic">
                {` (${say('differs in {differ}', { differ: differ.join(', ') })})`}
              </em>
            )}
          </li>
        ))}
        {only.map((finding) => (
          <li key={finding.id}>
            <strong>{say('only here:')}</strong> {findingWords(finding)}{' '}
            {machine && finding.looks.every((l) => l.change !== 'taken over') && (
              <Act
                onClick={() =>
                  void send([
                    {
                      body: { kind: 'finding', what: 'taken over', machine, finding: finding.id as EntryId },
                    },
                  ])
                }
              >
                {say('Take it over')}
              </Act>
            )}
          </li>
        ))}
      </ul>
      <Said error={error} />
    </div>
  )
}

const two = (n: number) => n.toFixed(2)
const kappaWords = (k: Kappa): string =>
  say('Weighted kappa {kappa}, 95 % interval {low} to {high}, linear weights, {pairs} pairs.', {
    kappa: two(k.kappa),
    low: two(k.low95),
    high: two(k.high95),
    pairs: k.pairs,
  })

function HouseAgreement({ answer }: { answer: AgreementAnswer }) {
  const line = (row: AgreementRow) =>
    paragraph(
      say('{equal} of {pairs} pairs equal.', { equal: row.equal, pairs: row.pairs }),
      row.kappa
        ? kappaWords(row.kappa)
        : say('A figure needs {leastPairs} pairs.', { leastPairs: answer.leastPairs }),
    )
  return (
    <section aria-label={say('Agreement of the house')}>
      <h2 className="headrule">{say('Would another volunteer give the same grade?')}</h2>
      <ul>
        <li className="border-hair flex justify-between gap-6 border-b py-1">
          <strong>{say('The house')}</strong>
          <span>{line(answer.house)}</span>
        </li>
        {answer.people.map((p) => (
          <li key={`${p.first}${p.second}`} className="border-hair flex justify-between gap-6 border-b py-1">
            <span>{say('{first} and {second}', { first: p.first, second: p.second })}</span>
            <span className="text-quiet">{line(p)}</span>
          </li>
        ))}
      </ul>
      <p className="text-13 text-quiet mt-1">
        {say(
          'Linear weights: being two grades apart counts twice as much as one. 1 is full agreement, 0 what chance alone would give.',
        )}
      </p>
    </section>
  )
}
