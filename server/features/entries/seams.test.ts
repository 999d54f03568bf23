/** Where two meet: groups whole or not, projections beside house entries, a rebuild beside writers, one id in either case, untouched donors. */
import { entryVersion } from '#core/history/entry.ts'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { MachineId, PartId, TypeId } from '#core/ids.ts'
import { found, slot, terminalSheet } from '#core/testing/terminal.ts'
import { fold } from '#core/history/fold.ts'
import { brokenChain } from '#core/parts/ledger.ts'
import { inAssembly } from '#core/place.ts'
import { run } from '../../db/connection.ts'
import { nowInstant } from '../../platform/clock.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'
import { closureOf } from './closure.ts'
import { findFaults } from './faults.ts'
import { rebuild } from './rebuild.ts'

let house: TestHouse
let steward: Agent
let volunteer: Agent
let home: MachineId
let other: MachineId
let type: TypeId
beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  volunteer = await house.as('volunteer')
  ;({
    type,
    machines: [home, other],
  } = await twoMachines(steward))
})
afterAll(() => house.stop())
const db = () => house.running.services.db
const rig = { in: { kind: 'rig' as const, id: 'rig' } }

describe('a group', () => {
  it('is contested whole when one of it is, and the ledger stays whole', async () => {
    const out = found(home, 'IC41')
    const into = v7() as PartId
    await send(volunteer, [
      draft({ kind: 'part', what: 'identified', part: into, partKind: '74LS374', place: rig }, ago(90)),
      draft({ kind: 'move', legs: [{ part: out, from: slot(home, 'IC41'), to: rig }] }, ago(10)),
    ]).expect(200)
    const together = 'an exchange from an outbox'
    const late = [
      draft(
        {
          kind: 'move',
          legs: [{ part: out, from: slot(home, 'IC41'), to: { in: { kind: 'store', id: 'x' } } }],
        },
        { ...ago(60), together },
      ),
      draft(
        { kind: 'move', legs: [{ part: into, from: rig, to: slot(home, 'IC41') }] },
        { ...ago(59), together },
      ),
      draft({ kind: 'note', machine: home, words: 'with it' }, { ...ago(59), together }),
    ]
    const answer = (await send(volunteer, late, 'keep').expect(200)).body.entries as { became: string }[]
    expect(answer.map((e) => e.became)).toEqual(['contested', 'contested', 'contested'])
    const world = fold(await closureOf(db(), [home], [out, into]), { now: nowInstant() })
    expect([out, into].map((p) => brokenChain(world, p))).toEqual([undefined, undefined])
    expect(world.parts.get(into)?.place).toEqual(rig)
    // Settled as one: it did not happen.
    await send(steward, [draft({ kind: 'settle', entry: late[2]!.id, outcome: 'did not happen' })]).expect(
      200,
    )
    const page = (await steward.get(`/api/machines/${home}`).expect(200)).body
    expect(page.log.filter((r: { contested?: unknown }) => r.contested)).toEqual([])
    expect(await rebuild(db(), nowInstant())).toEqual([])
  })
  it('may register a donor and take from its board at once', async () => {
    const donor = v7() as MachineId
    const chip = found(found(donor, 'keyboard') as never, 'U1')
    const together = 'a donor from the skip'
    await send(volunteer, [
      draft(
        {
          kind: 'machine',
          what: 'registered',
          machine: donor,
          entryNumber: 'E-D1',
          name: 'A donor',
          type,
          source: { how: 'found' },
        },
        { ...ago(9), together },
      ),
      draft(
        { kind: 'move', legs: [{ part: chip, from: inAssembly(found(donor, 'keyboard'), 'U1'), to: rig }] },
        { ...ago(8), together },
      ),
    ]).expect(200)
    const page = (await volunteer.get(`/api/machines/${donor}`).expect(200)).body
    expect(page.given).toMatchObject([{ position: 'U1', to: 'rig' }])
  })
})

describe('a donor that nobody has touched', () => {
  it('loses the part that was taken from a board in it, on its own page, and gets it back', async () => {
    const donor = v7() as MachineId
    await send(volunteer, [
      draft(
        {
          kind: 'machine',
          what: 'registered',
          machine: donor,
          entryNumber: 'E-D2',
          name: 'A donor',
          type,
          source: { how: 'gift' },
        },
        ago(9),
      ),
    ]).expect(200)
    const [own, chip] = [home, donor].map((m) => found(found(m, 'keyboard') as never, 'U1')) as [
      PartId,
      PartId,
    ]
    const at = (m: MachineId) => inAssembly(found(m, 'keyboard'), 'U1')
    await send(volunteer, [
      draft({ kind: 'move', legs: [{ part: own, from: at(home), to: rig }] }, ago(8)),
      draft({ kind: 'move', legs: [{ part: chip, from: at(donor), to: at(home) }] }, ago(7)),
    ]).expect(200)
    const position = async (m: MachineId) =>
      (await volunteer.get(`/api/machines/${m}`).expect(200)).body.positions.find(
        (p: { designator: string }) => p.designator === 'U1',
      ) as {
        content: string
        part?: { from?: string }
      }
    expect(await position(donor)).toMatchObject({ content: 'empty' })
    expect(await position(home)).toMatchObject({ content: 'part', part: { from: 'U1 of E-D2' } })
    expect(
      (await volunteer.get(`/api/machines/${donor}`)).body.log.map(
        (r: { body: { kind: string } }) => r.body.kind,
      ),
    ).toContain('move')
    await send(volunteer, [
      draft({ kind: 'move', legs: [{ part: chip, from: at(home), to: at(donor) }] }, ago(6)),
    ]).expect(200)
    expect(await position(donor)).toMatchObject({ content: 'part' })
    expect(await rebuild(db(), nowInstant())).toEqual([])
  })
  it('is given its machine by a rebuild where an earlier version had not named it', async () => {
    const donor = v7() as MachineId
    await send(volunteer, [
      draft(
        {
          kind: 'machine',
          what: 'registered',
          machine: donor,
          entryNumber: 'E-D3',
          name: 'A donor',
          type,
          source: { how: 'gift' },
        },
        ago(9),
      ),
    ]).expect(200)
    const chip = found(found(donor, 'keyboard') as never, 'U1')
    const taken = draft(
      { kind: 'move', legs: [{ part: chip, from: inAssembly(found(donor, 'keyboard'), 'U1'), to: rig }] },
      ago(7),
    )
    await send(volunteer, [taken]).expect(200)
    await run(db(), `DELETE FROM entry_subjects WHERE entry = $1 AND kind = 'machine'`, [taken.id])
    const differences = await rebuild(db(), nowInstant())
    expect(differences).toContainEqual(
      expect.objectContaining({ table: 'entry_subjects', id: taken.id, derived: `machine ${donor}` }),
    )
    expect((await volunteer.get(`/api/machines/${donor}`)).body.given).toMatchObject([{ position: 'U1' }])
    expect(await rebuild(db(), nowInstant())).toEqual([])
  })
})

describe('a board that goes from one machine to another', () => {
  it('takes what lies on it along, and each chip still says where it came from', async () => {
    const machines = [v7(), v7()] as [MachineId, MachineId]
    const registered = machines.map((machine, i) =>
      draft(
        {
          kind: 'machine',
          what: 'registered',
          machine,
          entryNumber: `E-S${i + 1}`,
          name: 'A terminal',
          type,
          source: { how: 'gift' },
        },
        ago(10),
      ),
    )
    await send(steward, registered).expect(200)
    const [board, theirs] = machines.map((m) => found(m, 'keyboard')) as [PartId, PartId]
    const [own, chip] = [board, theirs].map((b) => found(b as never, 'U1')) as [PartId, PartId]
    await send(steward, [
      draft({ kind: 'move', legs: [{ part: own, from: inAssembly(board, 'U1'), to: rig }] }, ago(9)),
      draft(
        { kind: 'move', legs: [{ part: chip, from: inAssembly(theirs, 'U1'), to: inAssembly(board, 'U1') }] },
        ago(8),
      ),
      draft({ kind: 'move', legs: [{ part: board, from: slot(machines[0], 'keyboard'), to: rig }] }, ago(7)),
    ]).expect(200)
    const part = async (id: PartId) => (await volunteer.get(`/api/parts/${id}`).expect(200)).body as unknown
    expect(await part(own)).toMatchObject({ from: 'U1 of E-S1', foundIn: machines[0], place: 'rig' })
    expect(await part(chip)).toMatchObject({ from: 'U1 of E-S2', place: 'U1' })
    expect(await rebuild(db(), nowInstant())).toEqual([])
    await send(steward, [
      draft({ kind: 'move', legs: [{ part: theirs, from: slot(machines[1], 'keyboard'), to: rig }] }, ago(6)),
      draft({ kind: 'move', legs: [{ part: board, from: rig, to: slot(machines[1], 'keyboard') }] }, ago(5)),
    ]).expect(200)
    expect(await part(own)).toMatchObject({
      from: 'U1 of E-S1',
      foundIn: machines[0],
      life: [{ what: 'moved from U1 of E-S1 to rig' }],
    })
    expect(await part(chip)).toMatchObject({
      from: 'U1 of E-S2',
      place: 'U1 of E-S2',
      life: [{ what: 'moved from U1 of E-S2 to U1 of E-S1' }],
    })
    expect(await rebuild(db(), nowInstant())).toEqual([])
  })
})

describe('faults in the entries themselves', () => {
  it('are found and named: a chain that is broken, a part inside itself, an entry contested without need', async () => {
    expect(await findFaults(db(), nowInstant())).toEqual([])
    const part = v7() as PartId
    const identified = draft(
      { kind: 'part', what: 'identified', part, partKind: 'card', place: rig },
      ago(30),
    )
    const moved = draft(
      { kind: 'move', legs: [{ part, from: rig, to: { in: { kind: 'store', id: 'x' } } }] },
      ago(20),
    )
    const again = draft(
      { kind: 'move', legs: [{ part, from: { in: { kind: 'store', id: 'x' } }, to: rig }] },
      ago(10),
    )
    await send(volunteer, [identified, moved, again]).expect(200)
    // As an earlier version might have left them.
    const edit = (id: string, from: string, to: string) =>
      run(db(), 'UPDATE entries SET entry = replace(entry::text, $2, $3)::json WHERE id = $1', [id, from, to])
    const { forgetEntries } = await import('./closure.ts')
    await edit(again.id, '"became":"recorded"', '"became":"contested","contest":{"rule":"part-not-there"}')
    forgetEntries()
    expect(await findFaults(db(), nowInstant())).toEqual([
      { fault: 'contested without need', entry: again.id },
    ])
    await edit(again.id, '"became":"contested","contest":{"rule":"part-not-there"}', '"became":"recorded"')
    await edit(moved.id, '"id":"x"', '"id":"y"')
    forgetEntries()
    expect(await findFaults(db(), nowInstant())).toEqual([{ fault: 'chain broken', part, entry: again.id }])
    await edit(moved.id, '"id":"y"', '"id":"x"')
    await edit(
      again.id,
      '"to":{"in":{"kind":"rig","id":"rig"}',
      `"to":{"in":{"kind":"assembly","id":"${part}"}`,
    )
    forgetEntries()
    expect(await findFaults(db(), nowInstant())).toEqual([{ fault: 'part inside itself', part }])
    // Even so every page answers.
    await volunteer.get(`/api/parts/${part}`).expect(200)
    await volunteer.get(`/api/machines/${home}`).expect(200)
    await edit(
      again.id,
      `"to":{"in":{"kind":"assembly","id":"${part}"}`,
      '"to":{"in":{"kind":"rig","id":"rig"}',
    )
    forgetEntries()
  })

  it('of a board that came out of a machine: its pages answer', async () => {
    const board = found(home, 'keyboard')
    const out = draft(
      { kind: 'move', legs: [{ part: board, from: slot(home, 'keyboard'), to: rig }] },
      ago(5),
    )
    expect((await send(volunteer, [out])).body.entries).toMatchObject([{ became: 'recorded' }])
    const edit = (from: string, to: string) =>
      run(db(), 'UPDATE entries SET entry = replace(entry::text, $2, $3)::json WHERE id = $1', [
        out.id,
        from,
        to,
      ])
    const { forgetEntries } = await import('./closure.ts')
    await edit('"to":{"in":{"kind":"rig","id":"rig"}', `"to":{"in":{"kind":"assembly","id":"${board}"}`)
    forgetEntries()
    expect(await findFaults(db(), nowInstant())).toContainEqual({ fault: 'part inside itself', part: board })
    for (const path of [
      `machines/${home}`,
      `parts/${board}`,
      `machines/${home}/condition`,
      'bench',
      'machines',
    ])
      await volunteer.get(`/api/${path}`).expect(200)
    await edit(`"to":{"in":{"kind":"assembly","id":"${board}"}`, '"to":{"in":{"kind":"rig","id":"rig"}')
    forgetEntries()
  })
})

describe('beside each other', () => {
  it('a sheet and notes leave every projection as a rebuild would', async () => {
    for (let round = 0; round < 4; round++) {
      const sheet = {
        ...terminalSheet,
        functions: terminalSheet.functions.map((f) =>
          f.name === 'bell' ? { ...f, name: `bell ${round}` } : f,
        ),
        aliases: [`alias ${round}`],
      }
      await Promise.all([
        send(steward, [draft({ kind: 'type', type, sheet })]),
        ...Array.from({ length: 10 }, (_, i) =>
          send(volunteer, [
            draft({ kind: 'note', machine: i % 2 ? home : other, words: `round ${round}, ${i}` }),
          ]),
        ),
      ])
      expect(await rebuild(db(), nowInstant()), `round ${round}`).toEqual([])
    }
  })
  it('a rebuild finds no difference that others only just made, and leaves none', async () => {
    let writing = true
    const write = async () => {
      for (let i = 0; writing; i++)
        await send(volunteer, [
          draft({ kind: 'note', machine: i % 2 ? home : other, words: `while rebuilding ${i}` }),
        ])
    }
    const writers = [write(), write(), write()]
    for (let i = 0; i < 4; i++) expect(await rebuild(db(), nowInstant())).toEqual([])
    writing = false
    await Promise.all(writers)
    expect(await rebuild(db(), nowInstant())).toEqual([])
  })
  it('the sweep goes on past a machine that cannot be derived', async () => {
    const { refreshDue } = await import('./reach.ts')
    await run(
      db(),
      `UPDATE machines SET holds_until = now() - interval '1 hour' WHERE machine = ANY($1::uuid[])`,
      [[home, other]],
    )
    const bad = draft({ kind: 'note', machine: home, words: 'from the future' })
    await send(volunteer, [bad]).expect(200)
    await run(
      db(),
      `UPDATE machines SET holds_until = now() - interval '1 hour' WHERE machine = ANY($1::uuid[])`,
      [[home, other]],
    )
    await run(
      db(),
      `UPDATE entries SET entry = replace(entry::text, '"v":' || $2, '"v":99')::json WHERE id = $1`,
      [bad.id, String(entryVersion)],
    )
    const { forgetEntries } = await import('./closure.ts')
    forgetEntries()
    const failed: string[] = []
    expect(await refreshDue(db(), nowInstant(), (machine) => failed.push(machine))).toBe(1)
    expect(failed).toEqual([home])
    await run(
      db(),
      `UPDATE entries SET entry = replace(entry::text, '"v":99', '"v":' || $2)::json WHERE id = $1`,
      [bad.id, String(entryVersion)],
    )
    forgetEntries()
    expect(await refreshDue(db(), nowInstant())).toBe(1)
  })
})

describe('an id', () => {
  it('is one in whatever case it is written', async () => {
    const machine = v7()
    const registered = draft({
      kind: 'machine',
      what: 'registered',
      machine: machine.toUpperCase() as MachineId,
      entryNumber: 'E-UP',
      name: 'Upper',
      source: { how: 'gift' },
    })
    await send(volunteer, [{ ...registered, id: registered.id.toUpperCase() }]).expect(200)
    const said = draft({ kind: 'note', machine: machine as MachineId, words: 'of either case' })
    await send(volunteer, [
      { ...said, id: said.id.toUpperCase(), body: { ...said.body, machine: machine.toUpperCase() } },
    ]).expect(200)
    for (const id of [machine, machine.toUpperCase()]) {
      const page = (await volunteer.get(`/api/machines/${id}`).expect(200)).body
      expect(page.log.map((r: { id: string }) => r.id)).toContain(said.id)
    }
    expect((await send(volunteer, [said]).expect(200)).body.entries[0].became).toBe('already recorded')
  })
})
