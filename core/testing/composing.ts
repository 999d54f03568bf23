/** A composer over an invented terminal, for tests of core. */
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { EntryId } from '#core/ids.ts'
import { episodeView } from '#core/views/episode.ts'
import { lotContext, machineContext, partContext } from '#core/views/contexts.ts'
import type { TypeSheet } from '#core/type/sheet.ts'
import type { World } from '#core/history/world.ts'
import { parseLine, type LookedUp, type Parsed } from '#core/composer/index.ts'
import { readLine } from '#core/work/reading/index.ts'
import { home, twoTerminals, typeId } from './terminal.ts'

export const composingNow = '2026-03-10T18:00:00.000Z'
export const composingZone = 'Europe/Oslo'

/** A terminal with an open episode: lines typed into its composer are parsed, and written as Enter would. */
export function composing(sheet?: TypeSheet) {
  const { t, episode } = twoTerminals(composingNow)
  if (sheet) t.told('2026-01-05T09:03:00.000Z', { kind: 'type', type: typeId, sheet })
  const context = () => viewOf(t, episode).context
  let ids = 0
  const parse = (line: string, doer?: string) =>
    parseLine(line, context(), {
      now: composingNow,
      zone: composingZone,
      ...(doer ? { doer } : {}),
      newId: () => numberedId(++ids, 62),
      lookUp: (word) => lookUpIn(t.world(), word),
    })
  /** As the interface reads it, with the reader of freely said lines. */
  const read = (line: string) =>
    parseLine(line, context(), {
      now: composingNow,
      zone: composingZone,
      newId: () => numberedId(++ids, 62),
      lookUp: (word) => (/\d/.test(word) ? lookUpIn(t.world(), word) : {}),
      reader: readLine,
    })
  /** Parses and tells: what the interface does on Enter. */
  const write = (line: string, at = composingNow, how: 'fixed' | 'freely' = 'fixed') => {
    const parsed = how === 'freely' ? read(line) : parse(line)
    if (!parsed.ok) throw new Error(JSON.stringify(parsed))
    for (const e of parsed.entries)
      t.told(e.happenedAt ?? at, e.body, { episode, ...(e.amends ? { amends: e.amends } : {}) })
    return parsed
  }
  return { t, episode, context, parse, read, write }
}
/** What a number or a tag stands for in a world, as the server would answer. */
export function lookUpIn(world: World, word: string): LookedUp {
  const machine = [...world.machines.values()].find((m) => m.entryNumber === word)
  const part = [...world.parts.values()].find((p) => p.tag === word)
  const lot = [...world.lots.values()].find((l) => l.tag === word)
  return {
    machine: machine && machineContext(world, machine.id),
    part: part && partContext(world, part.id, home),
    lot: lot && lotContext(world, lot.id),
  }
}
export const bodies = (parsed: Parsed) => (parsed.ok ? parsed.entries.map((e) => e.body) : [])
export const problem = (parsed: Parsed) => (!parsed.ok && 'problem' in parsed ? parsed.problem : undefined)

function viewOf(t: Teller, episode: EntryId) {
  const view = episodeView(t.world(), episode, 'P-0007')
  if (!view) throw new Error('the episode is not in the world')
  return view
}
