/** What a guest sees of a machine’s life and of where it was: the names of places they do not know are left out. */
import type { MachineView } from './machine-shape.ts'
import type { MachineState } from '#core/history/world.ts'
import type { PartyId } from '#core/ids.ts'
import type { Place } from '#core/place.ts'

export const withTheHouse = 'with the house'

export function guestLifeline(
  view: MachineView,
  machine: MachineState,
  viewer: PartyId,
  place: (at: Place | undefined) => string | undefined,
) {
  return {
    width: view.lifeline.width,
    lanes: view.lifeline.lanes.map((l) => ({
      fn: l.fn,
      essential: l.essential,
      word: l.word,
      segments: l.segments.map((g) => ({
        x0: g.x0,
        x1: g.x1,
        height: g.height,
        fill: g.fill,
        entry: g.entry,
        at: g.at,
      })),
    })),
    brackets: view.lifeline.brackets.map((b) => ({
      x0: b.x0,
      x1: b.x1,
      episode: b.episode,
      number: b.number,
      open: b.open,
    })),
    marks: view.lifeline.marks,
    custody: view.lifeline.custody.map((c, i) => {
      // The first stay begins with the registration, each later one with an entry of custody.
      const stay = i === 0 ? undefined : custodyOf(machine)[i - 1]
      return {
        x0: c.x0,
        x1: c.x1,
        away: c.away,
        where: stay
          ? stay.to.in.id === viewer
            ? (place(stay.to) ?? '')
            : c.away
              ? 'away'
              : withTheHouse
          : c.where,
      }
    }),
    cut: view.lifeline.cut,
    barred: view.lifeline.barred.map((b) => ({ x0: b.x0, x1: b.x1, words: b.words })),
  }
}

export const custodyOf = (machine: MachineState) =>
  machine.custody.flatMap((c) =>
    c.body.kind === 'custody'
      ? [
          {
            to: c.body.to,
            at: c.happenedAt.latest,
            purpose: c.body.purpose,
            carriage: c.body.carriage,
            until: c.body.until,
          },
        ]
      : [],
  )
