/** What is supposed or was advised, and what came of it; from when a fault is; what is kept in memories and media. */
import { adviceOutcomes, onsets, type adviceSorts } from '#core/history/bodies/advice.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { PartId } from '#core/ids.ts'
import { parseHealth } from './health.ts'
import { firstWord, takeFullName, takeName } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'

type Sort = (typeof adviceSorts)[number]

const forms: Readonly<Record<Sort, string>> = {
  suspicion: 'theory the hum comes from the supply, because it stops when warm',
  advice: 'advice from the radio club: reseat IC4 first',
  opinion: 'opinion from the shop: the display is beyond repair, because it was measured there',
}

/**
 * "theory C3 leaks, because the rail sags", "advice from Olga Prent: reseat IC4 first", "opinion from the shop: …". Whom the record
 * knows by name is named; anybody else stands as they were called.
 */
export function parseAdvice(sort: Sort, text: string, scene: Scene): Parsed {
  const { context } = scene
  const from = /^(?:from|by|of)\s+(.+?)\s*:\s*(.+)$/is.exec(text.trim())
  if (sort !== 'suspicion' && !from) return wrong({ why: 'form', form: forms[sort] })
  const said = (from?.[2] ?? text).trim()
  const cut = /,?\s+(?:because|since)\s+/i.exec(said)
  const words = (cut ? said.slice(0, cut.index) : said).trim()
  const basis = cut ? said.slice(cut.index + cut[0].length).trim() : undefined
  if (words === '') return wrong({ why: 'form', form: forms[sort] })
  const who = from?.[1]?.trim()
  const known = context.people.find((p) => p.name.toLowerCase() === who?.toLowerCase())
  const lower = words.toLowerCase()
  const about = [...context.functions.map((f) => f.name), ...context.slots.map((s) => s.position.designator)]
    .filter((name) =>
      new RegExp(`(^|\\W)${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(\\W|$)`, 'i').test(lower),
    )
    .sort((a, b) => b.length - a.length)[0]
  return done(
    [
      {
        body: {
          kind: 'advice',
          what: 'said',
          machine: context.machine,
          sort,
          words,
          ...(known ? { from: known.party } : who ? { fromWords: who.slice(0, 80) } : {}),
          ...(about ? { about } : {}),
          ...(basis ? { basis } : {}),
        },
        basis: who ? 'told' : 'inferred',
      },
    ],
    [{ does: 'supposes', sort, words, from: known?.name ?? who, about }],
  )
}

/** "became 1 held", "became 2 did not hold: C3 measures well": by its number among what is open. */
export function parseBecame(text: string, scene: Scene): Parsed {
  const { advice, machine } = scene.context
  const match = /^(\d+)\b[,:]?\s*(.*)$/.exec(text.trim())
  const open = match ? advice[Number(match[1]) - 1] : undefined
  const said = (match?.[2] ?? '').replace(/^tried,?\s*/i, '')
  const named = takeName(said, adviceOutcomes)
  const outcome = adviceOutcomes.find((o) => o === named?.name)
  if (!open || !named || !outcome)
    return wrong({ why: 'which advice', known: advice.map((a, i) => `${i + 1} ${a.words}`) })
  const words = named.rest.replace(/^[\s:,]+/, '')
  return done(
    [{ kind: 'advice', what: 'became', machine, advice: open.entry, outcome, ...(words ? { words } : {}) }],
    [{ does: 'ends advice', words: open.words, outcome }],
  )
}

/**
 * "withdrawn: only dirt", "confirmed", "withdrawn IC40: runs cool": the suspicion that is named, or the latest that is open. Where a
 * part is named that somebody suspects, it is no suspect any more; confirmed, it is bad, on a ground.
 */
export function parseSuspicion(way: 'withdrawn' | 'confirmed', text: string, scene: Scene): Parsed {
  const { advice, machine, slots } = scene.context
  const open = advice.filter((a) => a.sort === 'suspicion')
  const names = [...open.flatMap((a) => a.about ?? []), ...slots.map((s) => s.position.designator)]
  const named = takeName(text.trim(), names)
  const about = named?.name.toLowerCase() ?? ''
  const words = (named?.rest ?? text).replace(/^[\s:,]+/, '').trim()
  const meant = open.findLast((a) => about === '' || a.about?.toLowerCase() === about)
  if (meant) {
    const outcome = way === 'withdrawn' ? 'dropped' : 'held'
    return done(
      [
        {
          kind: 'advice',
          what: 'became',
          machine,
          advice: meant.entry,
          outcome,
          ...(words ? { words } : {}),
        },
      ],
      [{ does: 'ends advice', words: meant.words, outcome }],
    )
  }
  const slot = slots.find((s) => s.position.designator.toLowerCase() === about)
  if (slot && way === 'confirmed') return parseHealth('bad', text.trim(), scene)
  if (!slot?.part) return wrong({ why: 'which advice', known: open.map((a) => a.about ?? a.words) })
  return done(
    [
      {
        kind: 'part',
        what: 'health',
        part: slot.part as PartId,
        health: 'unknown',
        ...(words ? { because: words } : {}),
      },
    ],
    [{ does: 'says health', part: slot.position.designator, health: 'unknown', lacks: false }],
  )
}

/** "fault tape: in storage", "fault IC4 before it was retired, says the letter": from what time of its life it is. */
export function parseOnset(text: string, scene: Scene): Parsed {
  const { context } = scene
  const form = 'fault tape: before it was retired'
  const named = takeFullName(text.trim(), [
    ...context.functions.map((f) => f.name),
    ...context.slots.map((s) => s.position.designator),
  ])
  const rest = (named?.rest ?? '').replace(/^[\s:,]+/, '').replace(/^(?:is\s+)?(?:from\s+)?/i, '')
  const when = onsets.find((o) => rest.toLowerCase().startsWith(o))
  if (!named || !when) return wrong({ why: 'form', form })
  const words = rest.slice(when.length).replace(/^[\s:,]+/, '')
  return done(
    [{ kind: 'onset', machine: context.machine, of: named.name, when, ...(words ? { words } : {}) }],
    [{ does: 'dates fault', of: named.name, when }],
  )
}

/** "copied EPROM IC4 twice, sum 1A2B, kept in box 3", "not copied tape because the reel is torn". */
export function parseContents(copied: boolean, text: string, scene: Scene): Parsed {
  const { machine } = scene.context
  if (!copied) {
    const cut = /[\s,:]+because\s+/i.exec(text)
    const medium = (cut ? text.slice(0, cut.index) : '').trim()
    const because = cut ? text.slice(cut.index + cut[0].length).trim() : ''
    if (!medium || !because) return wrong({ why: 'form', form: 'uncopied tape because the reel is torn' })
    return contents(
      {
        kind: 'contents',
        what: 'not copied',
        machine,
        medium: medium.slice(0, 80),
        because,
        personal: false,
      },
      { does: 'keeps contents', medium, copied: false, twice: false },
    )
  }
  const sum = /[\s,:]*\b((?:sum|sha-?256|crc32?|md5)\s+[0-9a-f]{4,})\b/i.exec(text)
  const twice = /[\s,]*\btwice\b/i.exec(text)
  const kept = /[\s,]+kept\s+(?:in|on|at)\s+(.+)$/i.exec(text)
  const medium = [sum, twice, kept]
    .reduce((left, found) => (found ? left.replace(found[0], ' ') : left), text)
    .replace(/[\s,]+/g, ' ')
    .trim()
  if (!sum?.[1] || !firstWord(medium).word)
    return wrong({ why: 'form', form: 'copied EPROM IC4 twice, sum 1A2B, kept in box 3' })
  return contents(
    {
      kind: 'contents',
      what: 'copied',
      machine,
      medium: medium.slice(0, 80),
      checksum: sum[1],
      readTwice: twice !== null,
      ...(kept?.[1] ? { keptAt: kept[1].slice(0, 80) } : {}),
      personal: false,
    },
    { does: 'keeps contents', medium, copied: true, twice: twice !== null },
  )
}

const contents = (
  body: Body,
  effect: { does: 'keeps contents'; medium: string; copied: boolean; twice: boolean },
): Parsed => done([body], [effect])
