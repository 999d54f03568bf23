/** An invented data terminal with look-alike sockets, for tests of core. */
import {
  partAsFound,
  type EntryId,
  type MachineId,
  type PartId,
  type PartyId,
  type TypeId,
} from '#core/ids.ts'
import { numberedId, Teller } from '#core/testing/script.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import { inMachine, type Place } from '#core/place.ts'
import { sheetSchema, type TypeSheet } from '#core/type/sheet.ts'

export const terminalSheet: TypeSheet = sheetSchema.parse({
  name: 'Corvel 88 terminal',
  kind: 'data terminal',
  functions: [
    { name: 'self-test', essential: true, dependsOn: ['IC31', 'IC32', 'supply'] },
    { name: 'screen', essential: true, dependsOn: ['IC31', 'supply'] },
    { name: 'characters', essential: true, dependsOn: ['IC31'] },
    { name: 'keyboard', essential: true, dependsOn: ['IC32', 'keyboard'] },
    { name: 'send', dependsOn: ['IC40'] },
    { name: 'receive', dependsOn: ['IC40'], needs: [{ gearKind: 'line simulator', attribute: 'line' }] },
    { name: 'bell', dependsOn: ['LS1'] },
    { name: 'brightness', dependsOn: ['RV2'] },
    { name: 'printer port', dependsOn: ['IC41'] },
  ],
  positions: [
    {
      designator: 'IC31',
      accepts: 'character ROM',
      mount: 'socketed',
      essential: true,
      lookAlikes: ['IC32'],
    },
    {
      designator: 'IC32',
      accepts: 'keyboard decoder ROM',
      mount: 'socketed',
      essential: true,
      lookAlikes: ['IC31'],
    },
    { designator: 'IC40', accepts: '74LS374', mount: 'socketed' },
    { designator: 'IC41', accepts: '74LS374', mount: 'soldered' },
    { designator: 'C12', accepts: 'electrolytic capacitor', polarised: true, ratingVolts: 16 },
    { designator: 'C1', accepts: 'filter capacitor', safetyClass: 'X' },
    { designator: 'BT1', accepts: 'coin cell', charged: true, mount: 'clipped' },
    { designator: 'LS1', accepts: 'loudspeaker' },
    { designator: 'RV2', accepts: 'trimmer' },
    { designator: 'keyboard', accepts: 'keyboard assembly', assembly: true, mount: 'plug' },
    { designator: 'U1', on: 'keyboard', accepts: '8048', mount: 'socketed' },
    { designator: 'supply', accepts: 'power supply', assembly: true, mount: 'plug' },
  ],
})

export const typeId = numberedId<TypeId>(1, 2)
export const person = numberedId<PartyId>(1, 3)
export const home = numberedId<MachineId>(1, 4)
export const other = numberedId<MachineId>(2, 4)
export const slot = (machine: string, designator: string): Place => inMachine(machine, designator)
export const found = (machine: string, designator: string): PartId => partAsFound(machine, designator)

/** Two terminals of one type, registered in January; a person; an episode open on the first. */
export function twoTerminals(now?: string): { t: Teller; episode: EntryId } {
  const t = new Teller(now)
  t.told('2026-01-05T09:00:00.000Z', {
    kind: 'party',
    party: person,
    name: 'Ida Oslund',
    sort: 'person',
    roles: ['steward'],
  })
  t.told('2026-01-05T09:01:00.000Z', { kind: 'type', type: typeId, sheet: terminalSheet })
  for (const [machine, number] of [
    [home, 'E-1'],
    [other, 'E-2'],
  ] as const)
    t.told('2026-01-05T09:02:00.000Z', {
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber: number,
      name: 'Corvel 88 terminal',
      type: typeId,
      source: { how: 'gift' },
    })
  const episode = t.told('2026-03-01T09:00:00.000Z', {
    kind: 'episode',
    what: 'opened',
    machine: home,
    title: 'First look',
  }).id
  return { t, episode }
}

export const pass: TestResult = { is: 'pass' }
export const fail: TestResult = { is: 'fail' }

export function test(
  t: Teller,
  at: string,
  results: Readonly<Record<string, TestResult>>,
  more: { depth?: 'look' | 'short' | 'full'; gear?: never[]; machine?: MachineId; condition?: string } = {},
) {
  return t.told(at, {
    kind: 'test',
    machine: more.machine ?? home,
    depth: more.depth ?? 'full',
    gear: more.gear ?? [],
    results: Object.entries(results).map(([fn, result]) => ({ fn, result })),
    ...(more.condition ? { condition: more.condition } : {}),
  })
}

export const allPass = (t: Teller, at: string) =>
  test(t, at, Object.fromEntries(terminalSheet.functions.map((f) => [f.name, pass])))
