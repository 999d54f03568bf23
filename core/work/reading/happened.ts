/** What happened here and now. */
import type { Clause } from './clauses.ts'
import { lead, trimmed } from './found.ts'
import { coverWords } from './lexicon.ts'
import { type Line, named, tagged, words, written } from './line.ts'
import { whenOf } from './slots.ts'
import type { ClauseReader } from './told.ts'

export const incident: ClauseReader = (line, clause, told) => {
  const hit = tagged(line, clause.from, clause.to, 'incident').sort(
    (a, b) => b.to - b.from - (a.to - a.from),
  )[0]
  const said = words(line, clause.from, clause.to)
  // "I bent pin 7", "scratched the window while cleaning": harm that was done by those who tell it.
  const harm =
    /^(?:(?:i|we|oops|sorry|unfortunately|stupidly|,) )*(?:accidentally |have |has |managed to )*(?:bent|broke|cracked|scratched|dropped|tore|burnt|burned|spilled|spilt|snapped|chipped|dented|melted|knocked|shorted|ripped|damaged|pierced|crushed|overheated|lifted a pad)\b/.test(
      said,
    ) &&
    (/^(?:(?:oops|sorry|unfortunately|stupidly|,) )*(?:i|we)\b/.test(said) ||
      line.tokens.some((t) => t.word === 'sorry') ||
      /\bwhile \w+ing\b|\baccident|\bby mistake\b/.test(
        words(line, clause.from, Math.min(line.tokens.length, clause.to + 3)),
      )) &&
    !/\b(?:straight|back into)\b/.test(said)
  if (!hit && harm)
    return [
      {
        do: 'incident',
        words: written(line, clause.from, clause.to),
        ...(named(line, clause.from, clause.to, 'position', 'zone')[0]?.names[0]
          ? { where: named(line, clause.from, clause.to, 'position', 'zone')[0]?.names[0] }
          : {}),
        ...whenOf(line, clause),
      },
    ]
  if (!hit) return undefined
  // "Popped the lid": it came off.
  if (
    /\bpopp?(?:ed)? (?:off |open )?(?:the |its )?\w*/.test(said) &&
    coverWords.has(
      line.tokens.slice(hit.to, clause.to).find((t) => !/^(?:the|its|off|open)$/.test(t.word))?.word ?? '',
    )
  )
    return undefined
  const before = words(line, Math.max(clause.from, hit.from - 3), hit.from)
  if (
    /\b(?:no|not|without|never|any|old|earlier|once|fuse holder)\b/.test(before) &&
    !/\bnot sure\b/.test(said)
  )
    return undefined
  if (/\b(?:may|might|could|can|will|if|would|should|used to)\b/.test(before)) return undefined
  // "fell on 3 May" and "flash ROM" are none.
  if (/\b(?:fell on (?:\d|monday|tuesday)|flash (?:rom|memory)|spark plug|pop ?corn|bang on)\b/.test(said))
    return undefined
  const text = words(line, hit.from, hit.to)
  if (
    /^(?:dropped|slipped and|tore|shorted the|broke a|pinched)$/.test(text) &&
    /\b(?:out|letters?|characters?|bits?)\b/.test(said) &&
    named(line, clause.from, clause.to, 'function').length > 0 &&
    !/\b(?:floor|hand|bench|foot|i )\b/.test(said)
  )
    return undefined
  const names = named(line, clause.from, clause.to, 'position', 'zone', 'function').filter(
    (m) => m.by !== 'verb',
  )
  const after = leadAfter(line, clause, hit.to)
  const subject = trimmed(line, clause.from, hit.from)
  const where =
    [subject && !/^(?:loud|i|we|a)$/i.test(subject) ? subject : undefined, after]
      .filter(Boolean)
      .join(', ') ||
    names[0]?.names[0] ||
    told.what
  return [
    {
      do: 'incident',
      words: written(line, clause.from, clause.to),
      ...(where ? { where } : {}),
      ...whenOf(line, clause),
    },
  ]
}

function leadAfter(line: Line, clause: Clause, from: number): string | undefined {
  for (let i = from; i < clause.to; i++)
    if (lead.test(line.tokens[i]?.word ?? '') && !line.times.some((t) => t.from === i + 1)) {
      const time = line.times.find((t) => t.from > i && t.from < clause.to)
      const text = trimmed(line, i + 1, time ? time.from - 1 : clause.to)
      if (text && !/^(?:my hand|once|at once)$/i.test(text)) return text
    }
  return undefined
}
