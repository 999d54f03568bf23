/** The map of one kind of part on a machine, for renewing them: what each position says, what the school takes, what is done. */
import { machineStanding } from '#core/history/status.ts'
import { positionsOf, type MachineState, type World } from '#core/history/world.ts'
import { pointRows } from '#core/diagnosis/points.ts'
import { kindMatch } from '#core/parts/designations.ts'
import { contentsOf } from '#core/parts/presence.ts'
import { verifications, wantsOf, type RenewalRow, type Said, type School } from '#core/parts/renewal.ts'
import { policyOf } from '#core/work/policy.ts'
import { machineNumber, partLabel } from './labels.ts'

export interface RenewalView {
  readonly machine: { readonly id: string; readonly label: string; readonly openEpisode?: string | undefined }
  readonly kind: string
  /** Kinds of part that sit on it more than once, and how often. */
  readonly kinds: readonly { readonly kind: string; readonly count: number }[]
  readonly school: School
  readonly rows: readonly RenewalRow[]
}

export function renewalView(world: World, machine: MachineState, asked: string | undefined): RenewalView {
  const positions = positionsOf(world, machine)
  const counts = new Map<string, number>()
  for (const p of positions) if (!p.assembly) counts.set(p.accepts, (counts.get(p.accepts) ?? 0) + 1)
  const kinds = [...counts].filter(([, n]) => n > 1).map(([kind, count]) => ({ kind, count }))
  const kind = asked ?? kinds.find((k) => k.kind === 'electrolytic capacitor')?.kind ?? kinds[0]?.kind ?? ''
  const school = policyOf(world, machine, 'renewing capacitors') as School
  const failing = machineStanding(world, machine).standings.some((s) => s.word === 'fails' || s.word === 'partly' || s.word === 'intermittent')
  const measured = new Map(pointRows(world, machine).map((p) => [p.point.toLowerCase(), p.last?.within]))
  const rows = contentsOf(world, machine)
    .filter((row) => !row.position.assembly && kindMatch(kind, row.position.accepts).is !== 'does not stand in')
    .map((row): RenewalRow => {
      const { position, part } = row
      const state = part ? world.parts.get(part) : undefined
      const arrived = state?.legs.at(-1)
      const foreign = state !== undefined && arrived !== undefined && !(state.start?.in.id === row.place.in.id && state.start.position === row.place.position)
      const said: Record<string, Readonly<Record<string, string>>> = {}
      for (const s of machine.specs) if (s.body.kind === 'spec' && s.body.position === position.designator) said[s.body.by] = { ...said[s.body.by], ...s.body.attributes }
      const { wants, trouble } = wantsOf(said as Said, position.asks ?? {}, position.ratingVolts)
      const suspect = state?.health === 'suspect' || state?.health === 'proved bad' || leaks(machine, position.designator)
      const bad = measured.get(`${position.designator} esr`.toLowerCase()) === false
      const since = arrived?.order ?? -1
      const verified = verifications.filter((v) =>
        machine.steps.some(
          (s) =>
            s.target.name === position.designator &&
            s.order > since &&
            s.entry.body.kind === 'change' &&
            s.entry.body.verified === true &&
            (s.entry.body.words ?? '').toLowerCase().includes(v),
        ),
      )
      return {
        position: position.designator,
        accepts: position.accepts,
        polarised: position.polarised,
        said: said as Said,
        sheet: position.asks ?? {},
        trouble,
        wants,
        because:
          school === 'all, preventively'
            ? 'all'
            : school === 'only leaking or suspect'
              ? suspect
                ? 'leaking or suspect'
                : undefined
              : school === 'only what measures bad'
                ? bad
                  ? 'measured bad'
                  : undefined
                : failing && suspect
                  ? 'a function fails'
                  : undefined,
        done: foreign && part && arrived ? { label: partLabel(world, part), part, at: arrived.entry.happenedAt.latest } : undefined,
        verified,
        photos: machine.condition.pins.flatMap((p) => (p.body.kind === 'pin' && p.body.position === position.designator ? [p.body.photo] : [])),
      }
    })
  return {
    machine: { id: machine.id, label: `${machineNumber(machine)} ${machine.name}`, openEpisode: machine.episodes.find((e) => e.state === 'open')?.id },
    kind,
    kinds,
    school,
    rows,
  }
}

/** A finding of a leak or a scorch whose place names the designator. */
const leaks = (machine: MachineState, designator: string): boolean =>
  machine.condition.findings.some((f) => /leak|scorch|corrosion/.test(f.noted.sort) && new RegExp(`\\b${designator}\\b`).test(f.noted.place ?? ''))
