/** The plan of the next evenings: what machines are wanted for, the plan that comes of it, what somebody tries with it, and telling it. */
import { useMemo, useState } from 'react'
import type { PlanAnswer } from '#api/plan.ts'
import { stepWords } from '#api/words/jobs.ts'
import { count } from '#api/words/lists.ts'
import type { PartyId } from '#core/ids.ts'
import { problemOf, type Trying } from '#core/plan/jobs.ts'
import type { Laid, Plan } from '#core/plan/problem.ts'
import { movedBetween, sheetsOf } from '#core/plan/rows.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, MainButton, PlainButton, Said } from '#web/ui/Forms.tsx'
import { Dates } from './Dates.tsx'
import { lanesOf, type LanesBy } from './lane-bars.ts'
import { Lanes } from './Lanes.tsx'
import { LeftOver } from './LeftOver.tsx'
import { Moves } from './Moves.tsx'
import { namesOf } from './names.ts'
import { usePlanSearch } from './search.ts'
import { StepSlip } from './StepSlip.tsx'
import { WhatIf } from './WhatIf.tsx'
import { Wanted } from './Wanted.tsx'

/** What is tried and not kept yet; `before`: the plan that it is compared with. */
interface Tried extends Trying {
  readonly before: Plan
  /** What stood before it was tried. */
  readonly kept: ReadonlyMap<string, Laid> | undefined
}

const switches: readonly { readonly by: LanesBy; readonly label: string }[] = [
  { by: 'people', label: 'By person' },
  { by: 'machines', label: 'By machine' },
  { by: 'places', label: 'By place' },
]

export function Ahead({ data, plans }: { data: PlanAnswer; plans: boolean }) {
  const [only, setOnly] = useState<NonNullable<Trying['only']>>({})
  const [keep, setKeep] = useState<ReadonlyMap<string, Laid>>()
  const [tried, setTried] = useState<Tried>()
  const [by, setBy] = useState<LanesBy>('people')
  /** By its name: what is written meanwhile may give the steps other numbers. */
  const [chosenKey, setChosenKey] = useState<string>()
  const { send, error, busy, setError } = useSend()
  const { zone } = useDates()
  const from = useMemo(
    () => problemOf(data, { only: { ...only, ...tried?.only }, without: tried?.without, keep }),
    [data, only, keep, tried],
  )
  const { found, searching, chances, stop } = usePlanSearch(from, data.evenings, data.people)
  const names = useMemo(() => namesOf(data, from, zone), [data, from, zone])
  const index = chosenKey === undefined ? -1 : from.steps.findIndex((x) => x.key === chosenKey)
  const chosen = index < 0 ? undefined : index
  const setChosen = (step: number | undefined) =>
    setChosenKey(step === undefined ? undefined : from.steps[step]?.key)
  const plan = found?.plan
  const shown = (p: Plan): ReadonlyMap<string, Laid> =>
    new Map(p.flatMap((laid, i) => (laid ? [[from.steps[i]?.key ?? '', laid] as const] : [])))

  const tryIt = (what: Trying) => {
    if (!plan) return
    setKeep(shown(plan))
    setTried({ ...what, before: plan, kept: keep })
  }
  const tell = async (now: Plan) => {
    const sheets = sheetsOf(data, from, now, stepWords, (s) => s.key in only)
    const sent = await send([
      {
        body: {
          kind: 'evening',
          what: 'plan told',
          sheets: sheets.map((s) => ({ ...s, rows: s.rows.map((r) => ({ ...r, people: [...r.people] })) })),
        },
      },
    ])
    if (!sent) return
    setOnly({})
    setKeep(undefined)
  }

  const wantedSome = from.steps.length > 0
  const placed = plan?.filter((l) => l !== undefined).length ?? 0
  const toldMoves = plan && !tried ? movedBetween(from.told, plan) : []
  const news =
    plan && !tried && plan.some((l, i) => l && !from.told.has(i) && !('hand' in (from.steps[i]?.is ?? {})))
  const evenings = plan ? new Set(plan.flatMap((l) => (l ? [l.session] : []))).size : 0
  return (
    <section aria-label="The next evenings" className="space-y-4">
      <h2 className="headrule">Plan of the next evenings</h2>
      {wantedSome && from.problem.sessions.length === 0 && (
        <p>There is no evening ahead to plan for: say below when the house meets.</p>
      )}
      {plan && (
        <>
          <p className="font-display text-18 font-semibold">
            {placed === 0
              ? 'Nothing finds room in these evenings.'
              : `${count(placed, 'step')} on ${count(evenings, 'evening')}${placed < from.steps.length ? `; ${count(from.steps.length - placed, 'step')} not in these evenings` : ''}.`}{' '}
            <span className="font-text text-15 text-quiet font-normal" role="status">
              {searching ? 'Still looking for a better one.' : 'Nothing better was found.'}
            </span>
          </p>
          {searching && (
            <p>
              <Act onClick={stop}>Stop looking</Act>
            </p>
          )}
          <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
            <div role="radiogroup" aria-label="Lanes" className="flex gap-x-4">
              {switches.map((s) => (
                <label key={s.by} className="flex min-h-8 items-center gap-2">
                  <input type="radio" name="lanes" checked={by === s.by} onChange={() => setBy(s.by)} />
                  {s.label}
                </label>
              ))}
            </div>
            <span className="text-13 text-quiet">
              Solid: hands. Dashed: goes on by itself. Shaded: sun
              {data.sunKnown ? '' : ' (not reckoned: nobody said where the house is)'}. Choose a step to see
              why it is then.
            </span>
          </div>
          <Lanes
            sessions={from.days.map((day, n) => ({
              day,
              ...(from.problem.sessions[n] ?? { from: 0, to: 1, sun: [] }),
            }))}
            lanes={lanesOf(by, from, plan, names)}
            chosen={chosen}
            onChoose={(step) => setChosen(step === chosen ? undefined : step)}
            onDrop={
              plans && by === 'people'
                ? (step, lane, session) => {
                    const key = from.steps[step]?.key
                    const day = from.days[session]
                    if (key === undefined || day === undefined) return
                    const person = data.people.find((p) => p.party === lane)
                    const needs = from.steps[step]?.authority
                    if (person && needs && !person.authorities.includes(needs))
                      return setError(`${person.name} is not authorised for ${needs}: nothing was moved.`)
                    setError(undefined)
                    const party = person?.party
                    tryIt({ only: { [key]: { day, ...(party ? { party } : {}) } } })
                  }
                : undefined
            }
          />
          {chosen !== undefined && plan[chosen] !== undefined && (
            <StepSlip
              key={from.steps[chosen]?.key}
              data={data}
              from={from}
              plan={plan}
              step={chosen}
              names={names}
              plans={plans}
              pinned={(from.steps[chosen]?.key ?? '') in only}
              onChoose={setChosen}
              onTry={(wish) => tryIt({ only: { [from.steps[chosen]?.key ?? '']: wish } })}
              onUnpin={() =>
                setOnly(
                  Object.fromEntries(Object.entries(only).filter(([key]) => key !== from.steps[chosen]?.key)),
                )
              }
              onClose={() => setChosen(undefined)}
            />
          )}
          {tried && (
            <Moves
              title={tried.without ? 'If they are not there' : 'What this moves'}
              searching={searching}
              moves={movedBetween(tried.before, plan)}
              names={names}
            >
              {!tried.without && (
                <PlainButton
                  onClick={() => {
                    setOnly({ ...only, ...tried.only })
                    setKeep(shown(plan))
                    setTried(undefined)
                  }}
                >
                  Keep it so
                </PlainButton>
              )}
              <Act
                onClick={() => {
                  setKeep(tried.kept)
                  setTried(undefined)
                }}
              >
                {tried.without ? 'End the what-if' : 'Take it back'}
              </Act>
            </Moves>
          )}
          {toldMoves.length > 0 && (
            <Moves title="Since the plan was told" searching={searching} moves={toldMoves} names={names} />
          )}
          <Dates data={data} from={from} plan={plan} names={names} chances={chances} searching={searching} />
          <LeftOver from={from} plan={plan} names={names} />
          {plans && !tried && (
            <p className="flex flex-wrap items-center gap-4">
              <MainButton
                disabled={busy || placed === 0 || (toldMoves.length === 0 && !news)}
                onClick={() => void tell(plan)}
              >
                {from.told.size > 0 ? 'Tell the changed plan' : 'Tell this plan'}
              </MainButton>
              <span className="text-quiet">
                {toldMoves.length === 0 && !news
                  ? 'This is the plan as it was told.'
                  : 'It stands on the sheets of these evenings once it is told; nobody is moved before.'}
              </span>
            </p>
          )}
          <Said error={error} />
          <WhatIf
            data={data}
            from={from}
            onTry={(party: PartyId, day) => tryIt({ without: [{ party, day }] })}
          />
        </>
      )}
      <Wanted data={data} plans={plans} />
    </section>
  )
}
