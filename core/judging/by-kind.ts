/** How each kind that is judged is judged, once its writer has the right and everything it names is known. Complete by type. */
import { judgeTreatment } from './treatments.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Entry } from '#core/history/entry.ts'
import type { JudgedKind } from '#core/history/kinds/index.ts'
import type { HouseId } from '#core/ids.ts'
import type { World } from '#core/history/world.ts'
import { atLeast, isRole, speaksAs } from '#core/roles.ts'
import { recorded, refused, type Judgement, type Writer } from './model.ts'
import { erasureRefusal } from './erasure.ts'
import { judgeDifference, judgeHandover, judgeHazard, judgeLoan, judgeOnLoan, judgePaper } from './loans.ts'
import { holdsItself, judgeMove } from './moves.ts'
import { ofTheHouse, vouchedFor } from './rights.ts'
import { judgeEpisode } from './steps.ts'

interface Case {
  readonly world: World
  readonly entry: Entry
  readonly writer: Writer
}

export const judges: { readonly [K in JudgedKind]: (at: Case, body: BodyOf<K>) => Judgement } = {
  machine({ world, entry }, body) {
    if (body.what !== 'registered') return recorded
    const known = world.machines.get(body.machine)?.registered
    if (known && known.id !== (entry.amends?.entry ?? entry.id))
      return refused({ rule: 'already-registered', machine: body.machine })
    const twin = [...world.machines.values()].find(
      (m) =>
        m.id !== body.machine && m.registered?.house === entry.house && m.entryNumber === body.entryNumber,
    )
    return twin ? refused({ rule: 'number-taken', number: body.entryNumber }) : recorded
  },

  part({ world, entry }, body) {
    if (body.what !== 'identified') return recorded
    if (body.place && holdsItself(world, [{ part: body.part, to: body.place }]))
      return refused({ rule: 'holds-itself', part: body.part })
    return tagIsFree(world, entry.house, body.part, body.tag)
  },

  lot({ world, entry }, body) {
    if (body.what === 'identified') return tagIsFree(world, entry.house, body.lot, body.tag)
    return world.lots.get(body.lot)?.said ? recorded : refused({ rule: 'unknown-lot', lot: body.lot })
  },

  party: ({ world, writer }, body) =>
    ofTheHouse(body.party, writer) ||
    (!atLeast(writer.role, 'steward') && world.parties.get(body.party)?.roles.some(isRole))
      ? refused({ rule: 'not-allowed', act: 'party' })
      : recorded,

  override: ({ writer }, body) =>
    speaksAs(writer.role, body.role) ? recorded : refused({ rule: 'not-allowed', act: 'override' }),

  move: ({ world, entry, writer }, body) => judgeMove(world, entry, body.legs, writer),

  episode: ({ world, entry }, body) => judgeEpisode(world, entry, body),

  /** A guest speaks for themselves only; what somebody else said is told. */
  consent({ entry, writer }, body) {
    if (writer.vouches === undefined || writer.vouches.party === body.by) return recorded
    if (writer.role === 'guest') return refused({ rule: 'not-allowed', act: 'consent' })
    return entry.basis === 'told' ? recorded : refused({ rule: 'not-their-word', party: body.by })
  },

  loan: judgeLoan,
  handover: judgeHandover,
  look: judgeOnLoan,
  run: judgeOnLoan,
  difference: judgeDifference,
  paper: judgePaper,
  treatment: judgeTreatment,
  hazard: judgeHazard,

  erasure({ world }, body) {
    const refusal = erasureRefusal(world, body)
    return refusal ? refused(refusal) : recorded
  },

  /** Left by an erasure, never sent. */
  erased: () => refused({ rule: 'not-allowed', act: 'erased' }),

  settle({ world, writer }, body) {
    const target =
      world.line.find((s) => s.id === body.entry) ?? world.withdrawn.find((s) => s.id === body.entry)
    if (!target || (target.became !== 'contested' && target.settledBy === undefined))
      return refused({ rule: 'not-contested', entry: body.entry })
    if (body.outcome !== 'happened') return recorded
    if (target.contest?.rule === 'pin-needed')
      return vouchedFor(target.contest.party, writer) ? recorded : refused(target.contest)
    return target.recordedBy === writer.account && !atLeast(writer.role, 'steward')
      ? refused({ rule: 'own-contest', entry: body.entry })
      : recorded
  },
}

/** Parts and lots of a house share one row of tags. */
function tagIsFree(world: World, house: HouseId, id: string, tag: string | undefined): Judgement {
  if (!tag) return recorded
  const twin = [...world.parts.values(), ...world.lots.values()].some(
    (t) => t.id !== id && t.tag === tag && t.tagOf === house,
  )
  return twin ? refused({ rule: 'tag-taken', tag }) : recorded
}
