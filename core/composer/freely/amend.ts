/** "scrap that", "no, 5.1", "meant IC22": the entry that was written last is taken back, or said better. */
import type { Body } from '#core/history/bodies/index.ts'
import type { Act } from '#core/work/reading/acts.ts'
import type { LatestEntry } from '../context.ts'
import { done, wrong, type Parsed, type Scene } from '../types.ts'

type Amending = Extract<Act, { do: 'undo' | 'correct' }>

/** The last entry of one's own, and those that stand or fall with it. */
function own({ context, account }: Scene): readonly LatestEntry[] {
  const mine = context.latest.filter((e) => account === undefined || e.recordedBy === account)
  const [last] = mine
  if (!last) return []
  return last.together === undefined ? [last] : mine.filter((e) => e.together === last.together)
}

export function amend(act: Amending, scene: Scene): Parsed {
  const list = own(scene)
  const [last] = list
  if (!last) return wrong({ why: 'nothing to correct' })
  if (act.do === 'undo')
    return done(
      list.map((e) => ({
        body: { kind: 'withdrawal' },
        happenedAt: e.happenedAt,
        amends: { entry: e.entry, seen: [...e.seen], how: 'withdraw' },
      })),
      list.map((e) => ({ does: 'takes back', what: e.body })),
    )
  const better = corrected(last.body, act, scene)
  if (!better) return wrong({ why: 'cannot correct', kind: last.body.kind })
  return done(
    [
      {
        body: better,
        happenedAt: last.happenedAt,
        basis: last.basis,
        ...(last.doneBy ? { doneBy: last.doneBy as never } : {}),
        amends: { entry: last.entry, seen: [...last.seen], how: 'correct' },
      },
    ],
    [{ does: 'corrects', what: last.body, to: better }],
  )
}

/** The same entry with the value, name or cup that was meant; undefined where it has none of that sort. */
function corrected(
  body: Body,
  { value, what, cup }: Extract<Act, { do: 'correct' }>,
  { context }: Scene,
): Body | undefined {
  switch (body.kind) {
    case 'reading': {
      if (value !== undefined) {
        const scale = body.read.value && body.read.asWritten ? scaleOf(body.read.asWritten) : 1
        return {
          ...body,
          read: {
            unit: body.read.unit,
            value: value * scale,
            asWritten: `${value}${unitText(body.read.asWritten)}`,
          },
        }
      }
      return what === undefined ? undefined : { ...body, point: what }
    }
    case 'test': {
      const [only] = body.results
      if (!only || body.results.length !== 1) return undefined
      const { result } = only
      if (value !== undefined && result.is === 'partly' && result.of !== undefined && value <= result.of)
        return { ...body, results: [{ ...only, result: { ...result, good: value } }] }
      if (value !== undefined && result.is === 'intermittent' && result.of !== undefined && value < result.of)
        return { ...body, results: [{ ...only, result: { ...result, failures: value } }] }
      return what !== undefined && context.functions.some((f) => f.name === what)
        ? { ...body, results: [{ ...only, fn: what }] }
        : undefined
    }
    case 'fastening':
      if (cup !== undefined) return { ...body, cup: /^\d+$/.test(cup) ? `cup ${cup}` : cup }
      if (value !== undefined && Number.isInteger(value)) return { ...body, count: value }
      return what === undefined ? undefined : { ...body, what }
    case 'change': {
      if (value !== undefined && body.to !== undefined) return { ...body, to: String(value) }
      if (what === undefined) return undefined
      const slot = context.slots.find((s) => s.position.designator === what)
      return {
        ...body,
        target: {
          ...body.target,
          name: what,
          sort: slot ? (slot.position.assembly ? 'assembly' : 'position') : body.target.sort,
        },
      }
    }
    case 'connection':
      return what === undefined ? undefined : { ...body, connector: what }
    case 'count':
      return value !== undefined && Number.isInteger(value) ? { ...body, n: value } : undefined
    case 'move': {
      // Out into another cup: the part stays where it is said to have gone.
      const [only] = body.legs
      return cup !== undefined && body.legs.length === 1 && only && only.to.in.kind === 'tray'
        ? {
            ...body,
            legs: [{ ...only, to: { ...only.to, position: /^\d+$/.test(cup) ? `cup ${cup}` : cup } }],
          }
        : undefined
    }
    default:
      return undefined
  }
}

const unitText = (written: string): string => /[a-zµΩ%]+$/i.exec(written.trim())?.[0] ?? ''
/** What one of the unit as written is in the base unit: "15.3 MHz" is kept in hertz. */
const scaleOf = (written: string): number =>
  ({ m: 1e-3, u: 1e-6, µ: 1e-6, n: 1e-9, p: 1e-12, k: 1e3, M: 1e6, G: 1e9 })[
    /^[munpkMGµ](?=[A-Za-zΩ])/.exec(unitText(written))?.[0] ?? ''
  ] ?? 1
