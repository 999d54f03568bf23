/** Plugs and connectors, opened and closed. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import { type Line, named, tagged, words, written } from './line.ts'
import { stopAt, whenOf } from './slots.ts'
import { each, targets } from './targets.ts'
import type { ClauseReader } from './told.ts'

const plugNoun =
  /^(?:plug|connector|cable|lead|ribbon|flatcable|cord|flex|leads|cables|plugs|connectors|ribbons)$/

const unplugging = /\b(?:unplugged|unplug|unplugging|disconnected|disconnect|detached)\b/

const plugging =
  /\b(?:plugged|plugging|connected|reconnected|reconnect|replugged|hooked up)\b|^(?:plug|connect) (?!pulled|out|is|was|drawn|off|of)/

/** The machine itself, or where its plug goes: what is pulled then is the mains plug. */
const ofTheMains =
  /\b(?:mains|wall|wall socket|power point|outlet)\b|\b(?:plugged|unplugged|plug|unplug|disconnected) (?:the |this |whole )*machine\b|\bmachine (?:is |was )?(?:now )?unplugged\b|^(?:i |we |now )*(?:unplugged|plugged in)(?: (?:now|again|first))*$/

export const connection: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const pulled = /\b(?:pulled|pull|took|taken|out|off|removed|undone|undid|drawn|loosened)\b/.test(said)
  const pushed = /\b(?:back|in|on|pushed|refitted|again)\b/.test(said)
  const noun = line.tokens.findIndex(
    (t, i) =>
      i >= clause.from &&
      i < clause.to &&
      plugNoun.test(t.word) &&
      !(
        t.word === 'plug' &&
        i === clause.from &&
        !/^(?:pulled|out|is|was|drawn|off)$/.test(line.tokens[i + 1]?.word ?? '')
      ) &&
      !(t.word === 'lead' && line.tokens[i + 1]?.word === 'to'),
  )
  const connector = named(line, clause.from, clause.to, 'position').some((m) =>
    line.scene.positions.some((p) => m.names.includes(p.name) && /\bconnector|\bplug\b|\bcable/.test(p.kind)),
  )
  if (/\bwith everything (?:plugged|connected)/.test(said)) return undefined
  const verb =
    connector && /\boff\b/.test(said) && clause.to - clause.from <= 5
      ? 'unplug'
      : unplugging.test(said)
        ? 'unplug'
        : plugging.test(said)
          ? 'plug'
          : undefined
  const way = verb ?? (noun >= 0 && pulled ? 'unplug' : noun >= 0 && pushed ? 'plug' : undefined)
  if (!way) return undefined
  if (
    /\bnot (?:plugged|connected)\b/.test(said) ||
    /^with\b/.test(said) ||
    (!verb && tagged(line, clause.from, clause.to, 'incident', 'finding').length > 0)
  )
    return undefined
  // "is off": found so, not done.
  if (!verb && /\b(?:wire|lead|cable) is off\b/.test(said)) return undefined
  const found = targets(line, clause).filter((f) => !/^on$/.test(line.tokens[f.mention.from - 1]?.word ?? ''))
  const whole =
    found.length > 0
      ? found
      : named(line, clause.from, clause.to, 'position')
          .slice(0, 1)
          .map((mention) => ({ mention, names: mention.names }))
  if (whole.length > 0) {
    // "pulled the plug of the keyboard", "keyboard cable off".
    if (!verb && noun < 0) return undefined
    return each(whole, line, way, (what) => ({ do: way, what, ...whenOf(line, clause) }))
  }
  const it = /\b(?:it|them|both|that)\b/.test(said) || clause.to - clause.from <= 4
  if (it && told.targets.length > 0 && noun < 0)
    return told.targets.map((what) => ({ do: way, what, ...whenOf(line, clause) }))
  if (/\bit\b/.test(said) && noun < 0 && !ofTheMains.test(said)) return unnamed(line, clause, way)
  // The mains plug is no connector of the machine: it is known by no name.
  if (
    ofTheMains.test(said) ||
    (way === 'unplug' && /\b(?:plug pulled|pulled the plug|plug out|plug is out|plug drawn)\b/.test(said))
  )
    return way === 'unplug'
      ? [{ do: 'unplug', what: 'mains plug', ...whenOf(line, clause) }]
      : [{ do: 'note', words: written(line, clause.from, clause.to) }]
  const what = noun >= 0 ? nounPhrase(line, clause, noun) : objectOf(line, clause)
  if (!what || /^(?:plug|cable|it|lead)$/i.test(what)) return undefined
  return [{ do: way, what, ...whenOf(line, clause) }]
}

/** "unplugged it", of which nothing was said before: the mains plug, or something of the machine; a plug that goes in proves nothing. */
function unnamed(line: Line, clause: Clause, way: 'plug' | 'unplug'): readonly Act[] {
  const word = written(line, clause.from, clause.to)
  if (way === 'plug') return [{ do: 'note', words: word }]
  const others = line.scene.positions
    .filter((p) => p.assembly === true || /\bconnector|\bplug\b|\bcable/.test(p.kind))
    .map((p) => p.name)
    .slice(0, 4)
  return others.length > 0
    ? [
        {
          do: 'ask which',
          word,
          among: ['the mains plug', ...others].map((what) => `unplugged ${what}`),
          of: 'unplug',
        },
      ]
    : [{ do: 'unplug', what: 'mains plug', ...whenOf(line, clause) }]
}

function nounPhrase(line: Line, clause: Clause, at: number): string {
  let from = at
  while (
    from > clause.from &&
    line.tokens[from - 1]?.sort === 'word' &&
    !/^(?:the|a|an|pulled|out|off|took|my|our|its|and|i|we|then|from|of|back|again|plugged|unplugged|disconnected|connected|reconnected|removed)$/.test(
      line.tokens[from - 1]?.word ?? '',
    )
  )
    from--
  let to = at + 1
  if (/^(?:of|to|from|between)$/.test(line.tokens[to]?.word ?? '')) to = stopAt(line, to, clause.to)
  return written(line, from, to)
}

/** What follows the verb. */
function objectOf(line: Line, clause: Clause): string | undefined {
  const verb = line.verbs.find((v) => v.at >= clause.from && v.at < clause.to)
  if (!verb) return undefined
  if (verb.at > clause.from) {
    const subject = written(line, clause.from, verb.at)
      .replace(/\b(?:is|are|was|were|has been|have been|i|we|have|has|then|now|again)\b/gi, '')
      .replace(/^(?:the|a|an)\s+/i, '')
      .trim()
    if (subject) return subject
  }
  const text = written(line, verb.at + 1, stopAt(line, verb.at + 1, clause.to))
    .replace(/^(?:the|a|an)\s+/i, '')
    .replace(/\s+(?:again|back|in|now)$/gi, '')
  return text || undefined
}
