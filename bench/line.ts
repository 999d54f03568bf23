/** The fixed generator of the fold measurements: entries of at most 400 bytes for machines of the invented terminal type. */
import { numberedId } from '#core/history/teller.ts'
import { partAsFound, type AccountId, type EntryId, type MachineId, type PartyId } from '#core/ids.ts'
import type { Entry } from '#core/history/entry.ts'
import type { Body } from '#core/history/kinds.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import { msToInstant, pointAt } from '#core/quantity/time.ts'
import { terminalSheet, typeId } from '#core/testing/terminal.ts'

const start = Date.UTC(2020, 0, 1)
const sockets = ['IC31', 'IC32', 'IC40', 'IC41', 'LS1', 'RV2']
const functions = terminalSheet.functions.map((f) => f.name)

/** `count` entries over `machines` machines, in order of time, one a minute. No randomness: entry n is always the same. */
export function generateLine(count: number, machines: number): Entry[] {
  const account = numberedId<AccountId>(1, 9)
  const party = numberedId<PartyId>(1, 3)
  const entries: Entry[] = []
  const inTray = new Map<string, string>()
  const episodes: EntryId[] = []
  const add = (body: Body, episode?: EntryId) => {
    const n = entries.length + 1
    const at = msToInstant(start + n * 60_000)
    const id = numberedId<EntryId>(n)
    entries.push({ id, v: 1, happenedAt: pointAt(at), basis: 'seen', doneBy: party, ...(episode ? { episode } : {}), body, about: subjectsOf({ body }), recordedAt: at, seq: n, recordedBy: account, became: 'recorded' })
    return id
  }
  add({ kind: 'party', party, name: 'Ida Oslund', sort: 'person', roles: [] })
  add({ kind: 'type', type: typeId, sheet: terminalSheet })
  const ids = Array.from({ length: machines }, (_, i) => numberedId<MachineId>(i + 1, 4))
  for (const [i, machine] of ids.entries()) {
    add({ kind: 'machine', what: 'registered', machine, entryNumber: `E-${i}`, name: 'Corvel 88 terminal', type: typeId, source: { how: 'gift' } })
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
        const part = partAsFound(machine, socket)
        const key = `${machine}/${socket}`
        const slot = { in: { kind: 'machine' as const, id: machine }, position: socket }
        const tray = { in: { kind: 'tray' as const, id: episode } }
        const out = inTray.has(key)
        add({ kind: 'move', legs: [{ part, from: out ? tray : slot, to: out ? slot : tray }] }, episode)
        if (out) inTray.delete(key)
        else inTray.set(key, part)
        break
      }
      case 1:
        add({ kind: 'change', machine, target: { sort: 'position', name: socket }, verb: 'cleaned', reach: turn % 3 === 0 ? 'altered' : 'disturbed' }, episode)
        break
      case 2:
        add({ kind: 'test', machine, depth: 'full', gear: [], results: [{ fn: functions[turn % functions.length] ?? 'screen', result: turn % 5 === 0 ? { is: 'fail' } : { is: 'pass' } }] }, episode)
        break
      default:
        add({ kind: 'note', machine, words: 'looked at the board again under the lamp' }, episode)
    }
  }
  return entries
}
