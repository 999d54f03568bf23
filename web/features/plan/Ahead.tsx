/** The plan of the next evenings: what machines are wanted for, the plan that comes of it, what somebody tries with it, and telling it. */
import { useMemo, useState } from 'react'
import type { PlanAnswer } from '#api/plan.ts'
import { stepWords } from '#api/words/jobs.ts'
import type { PartyId } from '#core/ids.ts'
import { problemOf, type Trying } from '#core/plan/jobs.ts'
import type { Laid, Plan } from '#core/plan/problem.ts'
import { movedBetween, sheetsOf } from '#core/plan/rows.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, MainButton, PlainButton, Said } from '#web/ui/Forms.tsx'
import { Dates } from './Dates.tsx'
import { LeftOver } from './LeftOver.tsx'
import { Moves } from './Moves.tsx'
import { namesOf } from './names.ts'
import { PlanLanes } from './PlanLanes.tsx'
import { usePlanSearch } from '#web/app/plan-search.ts'
import { StepSlip } from './StepSlip.tsx'
import { WhatIf } from './WhatIf.tsx'
import { Wanted } from './Wanted.tsx'

/** What is tried and not kept yet; `before`: the plan that it is compared with. */
interface Tried extends Trying {
  readonly before: ReadonlyMap<string, Laid>
  /** What stood before it was tried. */
  readonly kept: ReadonlyMap<string, Laid> | undefined
}

export function Ahead({ data, plans }: { data: PlanAnswer; plans: boolean }) {
  const [only, setOnly] = useState<NonNullable<Trying['only']>>({})
  const [keep, setKeep] = useState<ReadonlyMap<string, Laid>>()
  /** Pinned when the plan was told, and not any more. */
  const [freed, setFreed] = useState<ReadonlySet<string>>(new Set())
  const [tried, setTried] = useState<Tried>()
  /** By its name: what is written meanwhile may give the steps other numbers. */
  const [chosenKey, setChosenKey] = useState<string>()
  const { send, error, busy, setError } = useSend()
  const { zone } = useDates()
  const from = useMemo(
    () => problemOf(data, { only: { ...only, ...tried?.only }, without: tried?.without, keep, freed }),
    [data, only, keep, tried, freed],
  )
  const search = usePlanSearch(from, data.evenings, data.people)
  const { found, searching, chances } = search
  const keyOf = (step: number) => from.steps[step]?.key ?? ''
  const names = useMemo(() => namesOf(data, from, zone), [data, from, zone])
  const index = chosenKey === undefined ? -1 : from.steps.findIndex((x) => x.key === chosenKey)
  const chosen = index < 0 ? undefined : index
  const setChosen = (step: number | undefined) =>
    setChosenKey(step === undefined ? undefined : from.steps[step]?.key)
  const plan = found?.plan
  const shown = (p: Plan): ReadonlyMap<string, Laid> =>
    new Map(p.flatMap((laid, i) => (laid ? [[keyOf(i), laid] as const] : [])))

  const byStep = (laid: ReadonlyMap<string, Laid>) =>
    new Map(from.steps.map((x, i) => [i, laid.get(x.key)] as const))
  const tryIt = (what: Trying) => {
    if (!plan) return
    setKeep(shown(plan))
    setTried({ ...what, before: shown(plan), kept: keep })
  }
  const tell = async (now: Plan) => {
    const sheets = sheetsOf(
      data,
      from,
      now,
      stepWords,
      (x) => x.key in only || (toldPins.has(x.key) && !freed.has(x.key)),
    )
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
    setFreed(new Set())
  }

  const toldPins = new Set(
    data.evenings.flatMap((e) => e.told?.rows.flatMap((r) => (r.pinned && r.step ? [r.step] : [])) ?? []),
  )
  const wantedSome = from.steps.length > 0
  const placed = plan?.filter((l) => l !== undefined).length ?? 0
  const toldMoves = plan && !tried ? movedBetween(from.told, plan) : []
  const news =
    plan && !tried && plan.some((l, i) => l && !from.told.has(i) && !('hand' in (from.steps[i]?.is ?? {})))
  const asTold = toldMoves.length === 0 && !news && Object.keys(only).length === 0 && freed.size === 0
  return (
    <section aria-label="The next evenings" className="space-y-4">
      <h2 className="headrule">Plan of the next evenings</h2>
      {wantedSome && from.problem.sessions.length === 0 && (
        <p>There is no evening ahead to plan for: say below when the house meets.</p>
      )}
      {plan && (
        <>
          <PlanLanes
            data={data}
            from={from}
            plan={plan}
            names={names}
            search={search}
            chosen={chosen}
            onChoose={(step) => setChosen(step === chosen ? undefined : step)}
            onMove={
              plans
                ? (step, day, person) => {
                    const needs = from.steps[step]?.authority
                    if (person && needs && !person.authorities.includes(needs))
                      return setError(`${person.name} is not authorised for ${needs}: nothing was moved.`)
                    setError(undefined)
                    tryIt({ only: { [keyOf(step)]: { day, ...(person ? { party: person.party } : {}) } } })
                  }
                : undefined
            }
          />
          {chosen !== undefined && plan[chosen] !== undefined && (
            <StepSlip
              key={keyOf(chosen)}
              data={data}
              from={from}
              plan={plan}
              step={chosen}
              names={names}
              plans={plans}
              pinned={keyOf(chosen) in only || (toldPins.has(keyOf(chosen)) && !freed.has(keyOf(chosen)))}
              onChoose={setChosen}
              onTry={(wish) => tryIt({ only: { [keyOf(chosen)]: wish } })}
              onUnpin={() => {
                setFreed(new Set([...freed, keyOf(chosen)]))
                setOnly(Object.fromEntries(Object.entries(only).filter(([key]) => key !== keyOf(chosen))))
              }}
              onClose={() => setChosen(undefined)}
            />
          )}
          {tried && (
            <Moves
              title={tried.without ? 'If they are not there' : 'What this moves'}
              searching={searching}
              moves={movedBetween(byStep(tried.before), plan)}
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
              <MainButton disabled={busy || placed === 0 || asTold} onClick={() => void tell(plan)}>
                {from.told.size > 0 ? 'Tell the changed plan' : 'Tell this plan'}
              </MainButton>
              <span className="text-quiet">
                {asTold
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
