/** The fixed generator of the fold measurements: entries of at most 400 bytes for machines of the invented terminal type. */
import type { HouseId, AccountId, EntryId, MachineId, PartId, PartyId } from '#core/ids.ts'
import type { Entry } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import { msToInstant, pointAt } from '#core/quantity/time.ts'
import { terminalSheet, typeId } from '#core/testing/terminal.ts'

/** Short ids keep an entry under 400 bytes, so that reading it is not mostly reading ids. */
const shortId = <T extends string>(kind: string, n: number): T => `${kind}${n.toString(36)}` as T

const start = Date.UTC(2020, 0, 1)
const sockets = ['IC31', 'IC32', 'IC40', 'IC41', 'LS1', 'RV2']
const functions = terminalSheet.functions.map((f) => f.name)

/** `count` entries over `machines` machines, in order of time, one a minute. No randomness: entry n is always the same. */
export function generateLine(count: number, machines: number): Entry[] {
  const account = shortId<AccountId>('a', 1)
  const party = shortId<PartyId>('p', 1)
  const entries: Entry[] = []
  const inRig = new Map<string, string>()
  const episodes: EntryId[] = []
  const add = (body: Body, episode?: EntryId) => {
    const n = entries.length + 1
    const at = msToInstant(start + n * 60_000)
    const id = `e${n.toString(36).padStart(4, '0')}` as EntryId
    entries.push({
      id,
      v: 1,
      happenedAt: pointAt(at),
      basis: 'seen',
      ...(episode ? { episode } : {}),
      body,
      about: subjectsOf({ body }),
      house: '00000000-0000-7000-8000-000000000001' as HouseId,
      recordedAt: at,
      receivedAt: at,
      seq: n,
      recordedBy: account,
      became: 'recorded',
    })
    return id
  }
  add({ kind: 'party', party, name: 'Ida Oslund', sort: 'person', roles: [] })
  add({ kind: 'type', type: typeId, sheet: terminalSheet })
  const ids = Array.from({ length: machines }, (_, i) => shortId<MachineId>('m', i + 1))
  for (const [i, machine] of ids.entries()) {
    add({
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber: `E-${i}`,
      name: 'Corvel 88 terminal',
      type: typeId,
      source: { how: 'gift' },
    })
    episodes.push(add({ kind: 'episode', what: 'opened', machine, title: 'Long work' }))
  }
  for (let n = 0; entries.length < count; n++) {
    const machine = ids[n % machines]
    const episode = episodes[n % machines]
    if (!machine || !episode) break
    const turn = Math.floor(n / machines)
    const socket = sockets[turn % sockets.length] ?? 'IC31'
    switch (turn % 4) {
      case 0: {
        const part = shortId<PartId>('q', (n % machines) * 8 + sockets.indexOf(socket))
        const key = `${machine}/${socket}`
        const slot = { in: { kind: 'machine' as const, id: machine }, position: socket }
        const rig = { in: { kind: 'rig' as const, id: 'r1' } }
        const out = inRig.has(key)
        add({ kind: 'move', legs: [{ part, from: out ? rig : slot, to: out ? slot : rig }] })
        if (out) inRig.delete(key)
        else inRig.set(key, part)
        break
      }
      case 1:
        add(
          {
            kind: 'change',
            machine,
            target: { sort: 'position', name: socket },
            verb: 'cleaned',
            reach: turn % 3 === 0 ? 'altered' : 'disturbed',
          },
          episode,
        )
        break
      case 2:
        add(
          {
            kind: 'test',
            machine,
            depth: 'full',
            gear: [],
            results: [
              {
                fn: functions[turn % functions.length] ?? 'screen',
                result: turn % 5 === 0 ? { is: 'fail' } : { is: 'pass' },
              },
            ],
          },
          episode,
        )
        break
      default:
        add({ kind: 'note', machine, words: 'looked at the board again under the lamp' }, episode)
    }
  }
  return entries
}
