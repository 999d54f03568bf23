/** Where things go in the end: "back all", "empty IC31", "keep all bag 1", "store C214 drawer 4", "discard C214 by OB". */
import type { MachineId } from '#core/ids.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { gone, inStore, type Place } from '#core/place.ts'
import { leg, met, takeSlot, whichOfThese } from './part-words.ts'
import { takeName } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

/** "back all": everything in the tray goes where it was taken from, as far as those positions are free. */
export function parseBack(text: string, scene: Scene): Parsed {
  const wanted = text.trim().toLowerCase()
  const parts = scene.context.tray.filter(
    (p) =>
      p.home &&
      (wanted === 'all' ||
        wanted === '' ||
        p.label.toLowerCase().includes(wanted) ||
        p.tag?.toLowerCase() === wanted),
  )
  const free = parts.filter(
    (p) => scene.context.slots.find((s) => s.position.designator === p.home?.position)?.content === 'empty',
  )
  for (const { home } of free) {
    const same = free.filter((p) => p.home?.position === home?.position)
    if (home?.position !== undefined && same.length > 1) return whichOfThese(home.position, same)
  }
  if (free.length === 0)
    return wrong({
      why: 'which part',
      word: text.trim() || 'all',
      known: scene.context.tray.map((p) => p.label),
    })
  return done(
    [{ kind: 'move', legs: free.flatMap((p) => (p.home ? [leg(p.id, p.place, p.home)] : [])) }],
    free.map((p): Effect => ({
      does: 'puts in',
      part: p.label,
      to: p.home?.position ?? '',
      from: p.placeLabel,
      remarks: [],
    })),
  )
}

const before =
  /[\s,]+(?:gone |taken |given away |so )?before (?:it|the machine) came(?: here)?\s*(?:[:,]\s*(.+))?$/i

/** "empty IC31": somebody looked, and there is nothing in it; "empty IC31 before it came: given to a school". */
export function parseEmpty(line: string, scene: Scene): Parsed {
  const gone = before.exec(line)
  const text = gone ? line.slice(0, gone.index) : line
  const slot = takeSlot(text, scene.context, true)
  if ('parsed' in slot) return slot.parsed
  const { slot: at, added } = slot.found
  if (at.content === 'part')
    return wrong({
      why: 'occupied',
      position: at.position.designator,
      by: at.partLabel ?? 'a part',
      line: `out ${at.position.designator}`,
    })
  const body: Body = {
    kind: 'part',
    what: 'content',
    machine: scene.context.machine as MachineId,
    place: at.place,
    content: 'empty',
    ...(gone ? { beforeItCame: true, ...(gone[1] ? { words: gone[1].trim() } : {}) } : {}),
  }
  return done(added ? [met(scene, at), body] : [body], [
    { does: 'states empty', words: at.position.designator },
  ])
}

/** Fate of what came out: "keep all bag 1" (with the machine), "store C214 drawer 4", "discard C214 [by OB]". */
export function parseFate(verb: 'keep' | 'store' | 'discard', line: string, scene: Scene): Parsed {
  const { tray, machine, stewards } = scene.context
  // “discard C214 by OB”: on whose word a part of an accessioned machine goes.
  const by = verb === 'discard' ? /\s+by\s+(.+)$/i.exec(line) : null
  const text = by ? line.slice(0, by.index) : line
  const wanted = by?.[1]?.trim().toLowerCase()
  const steward =
    wanted === undefined
      ? undefined
      : stewards.find((s) => s.initials.toLowerCase() === wanted || s.name.toLowerCase().startsWith(wanted))
  if (wanted !== undefined && !steward)
    return wrong({
      why: 'which steward',
      word: by?.[1]?.trim() ?? '',
      known: stewards.map((s) => `${s.initials} ${s.name}`.trim()),
    })
  const names = tray.flatMap((p) => [p.tag, p.label, p.home?.position].filter((n) => n !== undefined))
  const all = /^all\b\s*/i.exec(text.trim())
  const named = all ? undefined : takeName(text.trim(), names)
  const chosen = all
    ? tray
    : tray.filter((p) => named && [p.tag, p.label, p.home?.position].includes(named.name))
  const said = all ? text.trim().slice(all[0].length) : (named?.rest ?? '')
  // “keep IC4 with it, bag 2”: with the machine it is kept anyway.
  const where = verb === 'keep' ? said.replace(/^with (?:it|the machine)\b,?\s*/i, '') : said
  if (chosen.length === 0)
    return wrong({ why: 'which part', word: text.trim() || 'it', known: tray.map((p) => p.label) })
  if (verb === 'store' && where.trim() === '')
    return wrong({ why: 'form', form: `store ${chosen[0]?.label ?? 'C214'} drawer 4` })
  const to: Place =
    verb === 'keep'
      ? { in: { kind: 'kept', id: machine }, ...(where.trim() ? { position: where.trim() } : {}) }
      : verb === 'store'
        ? inStore(where.trim())
        : gone('discarded')
  const label =
    verb === 'keep'
      ? `kept with the machine${where.trim() ? `, ${where.trim()}` : ''}`
      : verb === 'store'
        ? where.trim()
        : 'discarded'
  return done(
    [
      {
        kind: 'move',
        legs: chosen.map((p) => leg(p.id, p.place, to)),
        ...(steward ? { authority: steward.party } : {}),
      },
    ],
    chosen.map((p): Effect => ({ does: 'takes out', part: p.label, from: 'the tray', to: label })),
  )
}
