/** What is known of evenings: series, single ones, who comes, and the sheet that was told last. What was said last stands. */
import type { BodyOf } from '../bodies/index.ts'
import type { WorldDraft } from '../draft.ts'
import type { Statement } from '../versions.ts'

type Sheet = Pick<Extract<BodyOf<'evening'>, { what: 'told' }>, 'day' | 'rows' | 'leave'>

export function reduceEvening(world: WorldDraft, entry: Statement, body: BodyOf<'evening'>) {
  switch (body.what) {
    case 'repeats':
      world.eveningSeries.set(entry.id, {
        id: entry.id,
        weekday: body.weekday,
        everyWeeks: body.everyWeeks,
        first: body.first,
        from: body.from,
        to: body.to,
        usual: new Map(),
      })
      return
    case 'ends': {
      const series = world.eveningSeries.get(body.series)
      if (series) world.eveningSeries.set(body.series, { ...series, until: body.after })
      return
    }
    case 'usually': {
      const series = world.eveningSeries.get(body.series)
      if (!series) return
      const usual = new Map(series.usual)
      if (body.comes) usual.set(body.party, body.often ?? 'mostly')
      else usual.delete(body.party)
      world.eveningSeries.set(body.series, { ...series, usual })
      return
    }
    case 'planned':
      world.singleEvenings.set(body.day, { hours: { from: body.from, to: body.to } })
      return
    case 'called off':
      // Its hours stay: it is shown as one that is off.
      world.singleEvenings.set(body.day, {
        hours: world.singleEvenings.get(body.day)?.hours,
        off: { because: body.because },
      })
      return
    case 'comes':
      world.attendance.set(`${body.day} ${body.party}`, body.comes)
      return
    case 'told':
      tell(world, entry, body)
      return
    case 'plan told':
      for (const sheet of body.sheets) tell(world, entry, sheet)
      return
    case 'workshop':
      world.workshop = body.places
  }
}

function tell(world: WorldDraft, entry: Statement, { day, rows, leave }: Sheet) {
  world.toldEvenings.set(day, { rows, leave, at: entry.happenedAt.latest, by: entry.doneBy })
}
