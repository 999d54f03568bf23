/** What the product says, held against what is true: one count of right and wrong for each sort of sentence. */
import { conclusionsOf, type Conclusion } from '#core/history/attribution.ts'
import { slotOf } from '#core/history/presence.ts'
import { machineStanding } from '#core/history/status.ts'
import { evenings, type Telling, type TrueTest, type Workshop } from './evening.ts'
import { idOfFound, machineId } from './record.ts'
import { functions, machines, targets, type MachineName } from './shop.ts'

export const sorts = ['ledger', 'working', 'shown', 'presumed', 'among', 'nothing', 'ends'] as const
export type Sort = (typeof sorts)[number]
export interface Count {
  right: number
  wrong: number
  /** The first few that were wrong, to make named tests of. */
  readonly examples: string[]
}
export type Counts = { readonly [K in Sort]: Count }
export const noCounts = (): Counts =>
  Object.fromEntries(sorts.map((s) => [s, { right: 0, wrong: 0, examples: [] }])) as unknown as Counts

/** Tells one workshop and counts. */
export async function compareOne(telling: Telling, counts: Counts): Promise<void> {
  const said = new Set<string>()
  const note = (sort: Sort, right: boolean, example: () => string) => {
    const count = counts[sort]
    if (right) count.right++
    else {
      count.wrong++
      if (count.examples.length < 8) count.examples.push(`seed ${telling.seed}: ${example()}`)
    }
  }
  const workshop = await evenings(telling, (now) => {
    working(now, note)
    for (const c of conclusionsOf(now.record.world, home(now))) {
      const key = `${c.fn} ${c.after.entry.id}`
      if (said.has(key)) continue
      said.add(key)
      conclusion(now, c, note)
    }
  })
  ledger(workshop, note)
}
type Note = (sort: Sort, right: boolean, example: () => string) => void

function home({ record }: Workshop) {
  const machine = record.world.machines.get(machineId('E-1'))
  if (!machine) throw new Error('E-1 is not in the world')
  return machine
}

/** *Working* is only right when every essential function was proved and not touched since. */
function working(workshop: Workshop, note: Note) {
  const { status } = machineStanding(workshop.record.world, home(workshop))
  if (status !== 'working') return
  const unproved = functions.filter((f) => f.essential && workshop.proofs.get(f.name)?.passed !== true)
  note('working', unproved.length === 0, () => unproved.map((f) => f.name).join(', '))
}

/** What made the difference between two tests: faults that were there and no longer are, or the other way about. */
function trueCauses(before: TrueTest, after: TrueTest, worse: boolean): Set<string> {
  const [from, to] = worse ? [after, before] : [before, after]
  return new Set([...from.faults.keys()].filter((f) => !to.faults.has(f)))
}

function conclusion(workshop: Workshop, c: Conclusion, note: Note) {
  const before = c.before && workshop.tests.get(`${c.before.entry.id} ${c.fn}`)
  const after = workshop.tests.get(`${c.after.entry.id} ${c.fn}`)
  if (!before || !after) return
  const worse = ['caused by', 'among', 'failed on its own', 'came again'].includes(c.verdict)
  const causes = trueCauses(before, after, worse)
  const gear = c.otherGear.map((id) => workshop.record.world.gear.get(id)?.name ?? '')
  const named = [...[...c.changes, ...c.orDisturbed].map((x) => x.target.name), ...gear]
  // Any gear that is named stands for the exchange of it: the one before, the one after.
  const gearBefore = [...before.faults.keys(), ...after.faults.keys()].filter((f) => / (one|two)$/.test(f))
  const candidates = new Set([
    ...named,
    ...c.unlisted.map((x) => x.target.name),
    ...(gear.length > 0 ? gearBefore : []),
  ])
  const holds = causes.size > 0 ? [...causes].every((f) => candidates.has(f)) : c.orByItself
  const example = () =>
    `${c.fn} ${c.verdict} (${c.strength}), said ${[...candidates].join(', ')}; true ${[...causes].join(', ') || 'none'}`
  if (c.verdict === 'cause shown' || c.verdict === 'caused by' || c.verdict === 'cause presumed') {
    const right = named.length === 1 && causes.size > 0 && holds
    if (c.strength === 'shown') note('shown', right, example)
    else if (c.strength === 'presumed') note('presumed', right, example)
  } else if (c.verdict === 'cause not separated' || c.verdict === 'among') note('among', holds, example)
  const saysNothing =
    candidates.size === 0 && ['came back by itself', 'failed on its own', 'came again'].includes(c.verdict)
  if (saysNothing) {
    const inside = workshop.telling.unwritten > 0 ? after.written - before.written : after.acts - before.acts
    note('nothing', inside === 0, () => `${c.fn} ${c.verdict} though ${inside} acts lay between`)
  }
}

/** Where every part is, and whether a donor's loss was booked. */
function ledger(workshop: Workshop, note: Note) {
  const { record, shop, spares } = workshop
  const idOf = (token: string) => spares.find((s) => s.token === token)?.id ?? idOfFound(token)
  const held = (name: MachineName, position: string) => {
    const machine = record.world.machines.get(machineId(name))
    return machine && slotOf(record.world, machine, position)?.part
  }
  for (const name of machines)
    for (const position of targets) {
      const token = shop.slots.get(shop.slot(name, position))
      const right = held(name, position) === (token === undefined ? undefined : idOf(token))
      note('ledger', right, () => `${name} ${position} holds ${token ?? 'nothing'}`)
    }
  for (const place of workshop.gave) {
    const [name, position = ''] = place.split('/')
    note('ends', held(name as MachineName, position) === undefined, () => `${place} still has its part`)
  }
}
