/** A plan while somebody looks at it: what is pinned, tried and kept, the search of it, and telling it. */
import { say } from '#api/words/say.ts'
import { useMemo, useState } from 'react'
import type { PlanAnswer, PlanPerson } from '#api/plan.ts'
import { stepWords } from '#api/words/jobs.ts'
import { problemOf, type PlanFrom, type Trying } from '#core/plan/jobs.ts'
import type { Laid, Plan } from '#core/plan/problem.ts'
import { movedBetween, sheetsOf } from '#core/plan/rows.ts'
import { usePlanSearch } from '#web/app/plan-search.ts'
import { useSend } from '#web/app/send.ts'

/** What is tried and not kept yet; `before`: the plan that it is compared with. */
export interface Tried extends Trying {
  readonly before: ReadonlyMap<string, Laid>
  /** What stood before it was tried. */
  readonly kept: ReadonlyMap<string, Laid> | undefined
}

/** How a plan differs from the one that was told: steps that moved, and whether there are others. */
const sinceTold = (from: PlanFrom, plan: Plan) => ({
  toldMoves: movedBetween(from.told, plan),
  news: plan.some((l, i) => l && !from.told.has(i) && !('hand' in (from.steps[i]?.is ?? {}))),
})
const nothingNew: ReturnType<typeof sinceTold> = { toldMoves: [], news: false }

const pinnedWhenTold = (data: PlanAnswer) =>
  new Set(
    data.evenings.flatMap((e) => e.told?.rows.flatMap((r) => (r.pinned && r.step ? [r.step] : [])) ?? []),
  )

export function usePlanning(data: PlanAnswer) {
  const [only, setOnly] = useState<NonNullable<Trying['only']>>({})
  const [keep, setKeep] = useState<ReadonlyMap<string, Laid>>()
  /** Pinned when the plan was told, and not any more. */
  const [freed, setFreed] = useState<ReadonlySet<string>>(new Set())
  const [tried, setTried] = useState<Tried>()
  /** By its name: what is written meanwhile may give the steps other numbers. */
  const [chosenKey, setChosenKey] = useState<string>()
  const { send, error, busy, setError } = useSend()
  const from = useMemo(
    () => problemOf(data, { only: { ...only, ...tried?.only }, without: tried?.without, keep, freed }),
    [data, only, keep, tried, freed],
  )
  const search = usePlanSearch(from, data.evenings, data.people)
  const keyOf = (step: number) => from.steps[step]?.key ?? ''
  const index = chosenKey === undefined ? -1 : from.steps.findIndex((x) => x.key === chosenKey)
  const chosen = index < 0 ? undefined : index
  const setChosen = (step: number | undefined) =>
    setChosenKey(step === undefined ? undefined : from.steps[step]?.key)
  const plan = search.found?.plan
  const shown = (p: Plan): ReadonlyMap<string, Laid> =>
    new Map(p.flatMap((laid, i) => (laid ? [[keyOf(i), laid] as const] : [])))

  const tryIt = (what: Trying) => {
    if (!plan) return
    setKeep(shown(plan))
    setTried({ ...what, before: shown(plan), kept: keep })
  }
  const toldPins = pinnedWhenTold(data)
  const isPinned = (key: string) => key in only || (toldPins.has(key) && !freed.has(key))
  const tell = async (now: Plan) => {
    const sheets = sheetsOf(data, from, now, stepWords, (x) => isPinned(x.key))
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

  const placed = plan?.filter((l) => l !== undefined).length ?? 0
  const { toldMoves, news } = tried || !plan ? nothingNew : sinceTold(from, plan)
  const asTold = toldMoves.length === 0 && !news && Object.keys(only).length === 0 && freed.size === 0
  return {
    ...{ from, search, plan, only, tried, chosen, setChosen, toldMoves, asTold, error, busy, setError },
    ...{ tryIt, tell, keyOf, placed },
    /** Tries a step on another day or with another person, unless they are not authorised for it. */
    moveTo: (step: number, day: string, person: PlanPerson | undefined) => {
      const needs = from.steps[step]?.authority
      if (person && needs && !person.authorities.includes(needs))
        return setError(
          say('{name} is not authorised for {needs}: nothing was moved.', { name: person.name, needs }),
        )
      setError(undefined)
      tryIt({ only: { [keyOf(step)]: { day, ...(person ? { party: person.party } : {}) } } })
    },
    pinned: (step: number) => isPinned(keyOf(step)),
    unpin: (step: number) => {
      setFreed(new Set([...freed, keyOf(step)]))
      setOnly(Object.fromEntries(Object.entries(only).filter(([key]) => key !== keyOf(step))))
    },
    keepTried: () => {
      if (!plan || !tried) return
      setOnly({ ...only, ...tried.only })
      setKeep(shown(plan))
      setTried(undefined)
    },
    endTried: () => {
      setKeep(tried?.kept)
      setTried(undefined)
    },
  }
}
