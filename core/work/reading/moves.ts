/** Parts and gear that go out, come in, take another's place, are lent and come home; connectors, settings. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import { named, plain, tagged, words, written, type Line } from './line.ts'
import type { Mention } from './names.ts'
import { holders, quantities, stopAt, timeIn, whenOf } from './slots.ts'
import type { ClauseReader, Told } from './told.ts'

/** Which position a word means here; more than one where nothing tells them apart. */
function positionsOf(line: Line, clause: Clause, mention: Mention): readonly string[] {
  if (mention.names.length === 1) return mention.names
  const { positions } = line.scene
  // "electrolytic on the supply": one of those that sit on it.
  const around = named(line, clause.from, clause.to, 'position').filter(
    (m) => m !== mention && m.names.length === 1,
  )
  for (const other of around) {
    const on = mention.names.filter((n) => positions.find((p) => p.name === n)?.on === other.names[0])
    if (on.length > 0) return on
  }
  return mention.names
}

/** The positions that a clause speaks of, in order, before `until` where that is given. A name inside another mention's place is left out. */
export function targets(
  line: Line,
  clause: Clause,
  until = clause.to,
  /** "the hammer card fuse" is the fuse; for a plug or a cable the card is meant. */
  heads: 'told apart' | 'taken along' = 'told apart',
): readonly { readonly names: readonly string[]; readonly mention: Mention }[] {
  const range = rangeIn(line, clause.from, until)
  const longer = line.mentions.filter(
    (m) => m.sort !== 'position' && (m.by === 'name' || m.by === 'alias') && m.sort !== 'zone',
  )
  const inOther = (m: Mention) =>
    longer.some((o) => o.from <= m.from && m.to <= o.to && o.to - o.from > m.to - m.from)
  const mentions = named(line, clause.from, until, 'position').filter(
    (m) => !isQualifier(line, m) && !inOther(m) && (heads === 'taken along' || !headed(line, m)),
  )
  const list = mentions.map((mention) => ({ names: positionsOf(line, clause, mention), mention }))
  return range
    ? range.map((name) => ({
        names: [name],
        mention: mentions[0] ?? {
          sort: 'position',
          names: [name],
          from: clause.from,
          to: clause.from + 1,
          by: 'name',
        },
      }))
    : list
}

/** "C31-C36", "C31 to C36": every position between. */
function rangeIn(line: Line, from: number, to: number): readonly string[] | undefined {
  for (let i = from; i < to; i++) {
    const text = line.tokens[i]?.word ?? ''
    const glued = /^([a-z]+)(\d+)-\1?(\d+)$/.exec(text)
    const [first, second] = [
      /^([a-z]{1,3})(\d+)$/.exec(text),
      /^([a-z]{0,3})(\d+)$/.exec(line.tokens[i + 2]?.word ?? ''),
    ]
    const spread =
      first &&
      second &&
      /^(?:-|to|through)$/.test(line.tokens[i + 1]?.word ?? '') &&
      (second[1] === '' || second[1] === first[1])
    const [letters, a, b] = glued
      ? [glued[1], glued[2], glued[3]]
      : spread
        ? [first[1], first[2], second[2]]
        : []
    if (!letters || !a || !b) continue
    const known = line.scene.positions.filter((p) => {
      const m = /^([A-Za-z]+)(\d+)$/.exec(p.name)
      return m?.[1]?.toLowerCase() === letters && Number(m[2]) >= Number(a) && Number(m[2]) <= Number(b)
    })
    if (known.length > 0) return known.map((p) => p.name)
  }
  return undefined
}

/** A noun behind a name: the name only says of which it is. */
const heads =
  /^(?:fuse|holder|lamp|bulb|spring|knob|button|lever|bearing|bearings|pulley|screw|screws|clip|label|pin|pins|leg|legs|contact|contacts|coil|winding|heatsink|hinge|door|foot|feet|shaft|bracket|felt|gasket|grommet|handle|plug|connector|cable|lead|ribbon|wire|socket|pad|pads|track|tracks|joint|joints)$/
const headed = (line: Line, mention: Mention): boolean =>
  heads.test(line.tokens[mention.to]?.word ?? '') && !/^\d/.test(line.tokens[mention.to + 1]?.word ?? '')

/** "on the supply", "next to IC8", "in the keyboard": where the thing is, not the thing. */
export function isQualifier(line: Line, mention: Mention): boolean {
  let at = mention.from - 1
  while (/^(?:the|a|an|its|my|our|this|that)$/.test(line.tokens[at]?.word ?? '')) at--
  const before = line.tokens[at]?.word ?? ''
  if (before === 'for') return true
  if (
    /^(?:off|at|on|under|behind|beside|near|next|by|around|above|below|inside|beneath|from|against|between|underneath|alongside|within)$/.test(
      before,
    )
  )
    return true
  if (before === 'to' && line.tokens[at - 1]?.word === 'next') return true
  if (before === 'of')
    return !/^(?:1|one|both|all|two|2|some|each|either|half)$/.test(line.tokens[at - 1]?.word ?? '')
  return (
    before === 'in' && !/^(?:back|again|plugged|put|soldered|fitted)$/.test(line.tokens[at - 1]?.word ?? '')
  )
}

const has = (line: Line, clause: Clause, pattern: RegExp) => pattern.test(words(line, clause.from, clause.to))

/** One act for each target; where a target may be several, the question which. */
function each(
  found: ReturnType<typeof targets>,
  line: Line,
  of: Act['do'],
  make: (name: string) => Act,
): readonly Act[] {
  return found.map(({ names, mention }): Act =>
    names.length === 1 && names[0] !== undefined
      ? make(names[0])
      : { do: 'ask which', word: written(line, mention.from, mention.to), among: names, of },
  )
}

const swapVerb =
  /\b(?:swapped|replaced|exchanged|renewed|changed|substituted|recapped with|traded|upgraded)\b|^(?:swap|replace|exchange|renew)\b(?!.*\b(?:before|next|later|tomorrow|soon|first)\b)/
const inItsPlace =
  /\b(?<!back )(?:(?:in|on|at) (?:its|their|his) place|where it was|there instead|instead(?: of)?|in place of|in lieu of|as (?:a )?replacement)\b/
/** "C11 C12 both new now", "new belt on": said of the part itself. */
const newNow =
  /\b(?:is|are|both|all|now|got)? ?new(?: now| in| again|$|,| one| ones)|^(?:a |the )?(?:new|fresh|another) .*\b(?:on|in|fitted|installed|mounted|goes on|is on|is in)$/
const swap: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const verb = swapVerb.exec(said)
  // "IC8 in place of IC7": the one came where the other was.
  const place = /\b(?:in place of|in lieu of|instead of)\b/.exec(said)
  if (place) {
    const cut = clause.from + said.slice(0, place.index).trim().split(' ').filter(Boolean).length
    const after = named(line, cut + 2, clause.to, 'position').filter((m) => m.names.length === 1)
    const given = named(line, clause.from, cut, 'position').filter((m) => m.names.length === 1)
    if (after[0]?.names[0] && !/\b(?:tested|tried|reads?|gives|shows)\b/.test(said))
      return [
        {
          do: 'swap',
          at: after[0].names[0],
          with:
            given[0]?.names[0] ??
            (freshWords(line, { ...clause, to: cut }, []) || written(line, clause.from, cut)),
          ...whenOf(line, clause),
        },
      ]
  }
  if (
    /\b(?:new|fresh|another) (?:shiny |clean )?(?:solder|flux|paint|glue|joints?|grease|oil|tape|label|smell)\b/.test(
      said,
    ) &&
    !verb
  )
    return undefined
  // "in IC6 sits now a fresh 74LS374", "fresh 4700/16 in C31 + C32".
  const into = named(line, clause.from, clause.to, 'position').filter(
    (m) => m.names.length === 1 && m.by !== 'noun',
  )
  const newAt = line.tokens.findIndex(
    (t, i) => i >= clause.from && i < clause.to && /^(?:new|fresh|another|replacement)$/.test(t.word),
  )
  const leads = into.filter(
    (m) => isQualifier(line, m) || /^(?:in|into|at|for|and)$/.test(line.tokens[m.from - 1]?.word ?? ''),
  )
  if (
    !verb &&
    newAt >= 0 &&
    leads.length > 0 &&
    /\b(?:in|into|at|for)\b/.test(said) &&
    !/\b(?:crack|leak|scratch|noise|fault|rust)\b/.test(said)
  ) {
    const first = leads[0]
    const means =
      first && newAt < first.from ? written(line, newAt, first.from - 1) : written(line, newAt, clause.to)
    return into
      .filter((m, i) => into.findIndex((o) => o.names[0] === m.names[0]) === i)
      .flatMap((m): Act[] =>
        m.names[0] ? [{ do: 'swap', at: m.names[0], with: means, ...whenOf(line, clause) }] : [],
      )
  }
  // "put C3 and C4 in, both 100 uF".
  const placedIn =
    !verb && /\b(?:put|fitted|installed|soldered)\b/.test(said) && !/\b(?:measured|reads?)\b/.test(said)
      ? targets(line, clause)
      : []
  const rated = quantities(line, clause.from, clause.to).filter((q) => /F$|ohm$/.test(q.unit ?? ''))
  if (placedIn.length > 0 && rated[0] && rated[0].from > (placedIn[0]?.mention.from ?? 0)) {
    const means = written(line, rated[0].from, clause.to)
    return each(placedIn, line, 'swap', (at) => ({ do: 'swap', at, with: means, ...whenOf(line, clause) }))
  }
  const forIt =
    /\b(?:put|fitted|used|soldered|installed|took|got)\b.*\bfor\b/.test(said) &&
    !/\bfor (?:now|good|test)/.test(said)
      ? named(line, clause.from, clause.to, 'position').filter(
          (m) => m.names.length === 1 && line.tokens[m.from - 1]?.word === 'for',
        )
      : []
  if (!verb && forIt[0]?.names[0] && quantities(line, clause.from, forIt[0].from).length > 0) {
    const means = written(line, clause.from, forIt[0].from - 1)
      .replace(/^(?:put|fitted|used|soldered|installed|took|got)\s+(?:a |an |in )?/i, '')
      .replace(/\s+in$/i, '')
    return [{ do: 'swap', at: forIt[0].names[0], with: means, ...whenOf(line, clause) }]
  }
  if (
    /\ba new (?:one|1)\b|\bnew ones\b/.test(said) &&
    told.targets.length > 0 &&
    targets(line, clause).length === 0
  )
    return told.targets.map((at) => ({ do: 'swap', at, ...whenOf(line, clause) }))
  if (
    newNow.test(said) &&
    !/\bas new\b|\blike new\b|\bnot new\b|\bnew (?:crack|scratch|leak|fault|noise|stain|rust)/.test(said)
  ) {
    const found = targets(line, clause).filter(
      (f) => f.mention.by === 'name' || f.mention.by === 'alias' || f.names.length === 1,
    )
    if (found.length > 0) {
      const means =
        trailing(line, clause) ?? freshWords(line, clause, found[0]?.mention.from === clause.from ? [] : [])
      return each(found, line, 'swap', (at) => ({
        do: 'swap',
        at,
        ...(means ? { with: means } : {}),
        ...whenOf(line, clause),
      }))
    }
  }
  const placed = inItsPlace.test(said)
  const fresh = /\b(?:new|fresh|another|spare|different|replacement|known good)\b/.test(said)
  const fitted = /\b(?:fitted|put|installed|soldered|in|mounted|got|gets|has|have)\b/.test(said)
  if (
    !verb &&
    !(placed && (fresh || fitted)) &&
    !/\b(?:fitted|installed|put|soldered) (?:in )?(?:a )?(?:new|fresh|another|different|replacement)\b/.test(
      said,
    ) &&
    !/\b(?:has|have|got|gets|get) (?:a |its |their |some )?(?:new|fresh|another)\b/.test(said)
  )
    return undefined
  // "changed" alone may speak of anything: a part must be named with it.
  if (/^no change\b|\bchanges\b|\bunchanged\b/.test(said)) return undefined
  const lead = swapLead(line, clause)
  let found = targets(line, clause, lead?.at ?? clause.to)
  if (found.length === 0 && lead) {
    const at = named(line, clause.from, clause.to, 'position').filter(
      (m) => !isQualifier(line, m) || /^(?:of|in|at)$/.test(line.tokens[m.from - 1]?.word ?? ''),
    )
    // "new lever switch in place of SW3", "put a new 470 µF into C5".
    found = at.map((mention) => ({ mention, names: mention.names })).filter((f) => f.names.length === 1)
  }
  const others = found.every((f) => f.names.every((n) => !told.targets.includes(n)))
  if (
    found.length === 0 ||
    (placed &&
      !verb &&
      told.targets.length > 0 &&
      (others || found.every((f) => f.names.length > 1)) &&
      told.last?.do === 'out')
  ) {
    const target = told.targets.length > 0 ? told.targets : undefined
    if (!target || (verb && /\bchanged?\b/.test(verb[0]) && !lead)) return undefined
    const one = found.length === 1 && found[0]?.mention.by === 'name' ? found[0].names[0] : undefined
    const means =
      one ??
      (lead
        ? tail(line, lead.at + 1, clause.to)
        : placed || fresh
          ? tail(line, clause.from, clause.to)
          : undefined)
    return target.map((at) => ({
      do: 'swap',
      at,
      ...(means ? { with: means } : {}),
      ...whenOf(line, clause),
    }))
  }
  const means = lead
    ? tail(line, lead.at + 1, clause.to)
    : placed || fresh
      ? freshWords(
          line,
          clause,
          found.map((f) => f.mention),
        )
      : trailing(line, clause)
  return each(found, line, 'swap', (at) => ({
    do: 'swap',
    at,
    ...(means ? { with: means } : {}),
    ...whenOf(line, clause),
  }))
}

/** Where what came in begins: "for", "with", "by", "against". */
function swapLead(line: Line, clause: Clause): { at: number } | undefined {
  for (let i = clause.from; i < clause.to; i++)
    if (
      /^(?:for|with|by|against|using|->)$/.test(line.tokens[i]?.word ?? '') &&
      !(
        line.tokens[i]?.word === 'for' &&
        /^(?:now|good|the moment|a while|test|testing)$/.test(line.tokens[i + 1]?.word ?? '')
      )
    )
      return { at: i }
  return undefined
}
const freshWords = (line: Line, clause: Clause, taken: readonly Mention[]) => {
  for (let i = clause.from; i < clause.to; i++)
    if (/^(?:new|fresh|another|spare|different|replacement)$/.test(line.tokens[i]?.word ?? '')) {
      const end = taken.find((m) => m.from > i + 1)?.from ?? clause.to
      return written(line, i, end).replace(/\s+(?:in|into|to|at|for)(?: the)?$/i, '') || undefined
    }
  return undefined
}
/** "C3 and C4 were renewed, 100 µF each": what follows the comma. */
function trailing(line: Line, clause: Clause): string | undefined {
  for (let i = clause.from + 1; i < clause.to; i++)
    if (line.tokens[i]?.word === ',' && quantities(line, i, clause.to).length > 0)
      return written(line, i + 1, clause.to)
  return undefined
}
const tail = (line: Line, from: number, to: number) =>
  written(line, from, line.times.find((t) => t.from > from && t.to === to)?.from ?? to).replace(
    /^(?:a|an|the|some)\s+/i,
    '',
  ) || undefined

const plugNoun =
  /^(?:plug|connector|cable|lead|ribbon|flatcable|cord|flex|leads|cables|plugs|connectors|ribbons)$/
const unplugging = /\b(?:unplugged|unplug|unplugging|disconnected|disconnect|detached)\b/
const plugging =
  /\b(?:plugged|plugging|connected|reconnected|reconnect|replugged|hooked up)\b|^(?:plug|connect) (?!pulled|out|is|was|drawn|off|of)/
const connection: ClauseReader = (line, clause, told) => {
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
  // The mains plug is no connector of the machine: it is known by no name.
  if (
    /\bmains\b/.test(said) ||
    (way === 'unplug' && /\b(?:plug pulled|pulled the plug|plug out|plug is out|plug drawn)\b/.test(said))
  )
    return way === 'unplug' ? [{ do: 'unplug', what: 'mains plug', ...whenOf(line, clause) }] : undefined
  const what = noun >= 0 ? nounPhrase(line, clause, noun) : objectOf(line, clause)
  if (!what || /^(?:plug|cable|it|lead)$/i.test(what)) return undefined
  return [{ do: way, what, ...whenOf(line, clause) }]
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

const outWord =
  /\b(?:out|from (?:its|the|their) sockets?|off (?:its|the|their) sockets?|removed|remove|pulled|extracted|unsoldered|desoldered|snipped|dismounted|unseated|uninstalled|prised out|lifted out|taken out|took out|came out|popped out|levered out|off the board|out of (?:its|the) socket|out of the (?:machine|board))\b/
const out: ClauseReader = (line, clause, told) => {
  const said = plain(line, clause.from, clause.to)
  const held = holders(line, clause.from, clause.to)
  const to = held.find((h) => h.way !== 'from')
  const gone =
    outWord.test(said) &&
    !/\b(?:blown|blew|wiped|washed|brushed|cleaned|vacuumed|hoovered|dusted|rinsed|flushed|ran|burnt|burned|dried|shaken|tapped|test(?:ed)?|tried|checked|worn|straightened|sorted|found) out\b/.test(
      said,
    ) &&
    !/\bout of (?:circuit|stock|order|tune|tolerance|range|the (?:tray|bag|cup|box|stock|drawer))\b/.test(
      said,
    ) &&
    !/\b(?:ran|run|comes|come|came|went|sent|left) out\b(?! of)/.test(said)
  // "IC7 in bag 2": where it went says that it is out.
  const put =
    !gone &&
    to?.way === 'to' &&
    (/->/.test(said) ||
      /\b(?:put|went|goes|go|into|laid|moved|placed|now in|is in|are in|lie|lies|lying|stored|stowed|sits|sit)\b/.test(
        said,
      ) ||
      clause.to - clause.from <= 7)
  if (!gone && !put) return undefined
  const found = targets(line, clause).filter(
    (f) => !(to && f.mention.from >= to.from && f.mention.to <= to.to),
  )
  const slot = to && to.way !== 'from' ? { to: to.text } : {}
  if (found.length > 0) {
    const only = found.filter((f) => f.mention.by !== 'noun' || found.length === 1)
    return each(only.length > 0 ? only : found, line, 'out', (what) => ({
      do: 'out',
      what,
      ...slot,
      ...whenOf(line, clause),
    }))
  }
  const it =
    /\b(?:it|them|they|both|that|this)\b/.test(said) ||
    clause.to - clause.from <= 3 ||
    /^(?:out|pulled|removed)\b/.test(said)
  return it && told.targets.length > 0 && !/\b(?:cap|screw|chip|wire)\b/.test(said)
    ? told.targets.map((what) => ({ do: 'out', what, ...slot, ...whenOf(line, clause) }))
    : undefined
}

const inWord =
  /\b(?:back in|back on (?:its|the|their)|in again|put back|back into|refitted|refit|mounted|remounted|inserted|reinserted|installed|reinstalled|seated|soldered in|soldered back|soldered (?:\w+ )?in|soldered again|back in place|into place|in place|fitted|back home|home again|went back|goes back|put in|pushed in|pressed in|dropped in|is in|are in|went in|goes in|back on the board|into (?:its|the|their) sockets?|in (?:its|the|their) sockets?|plugged into (?:its|the) socket|back where|replaced in|slotted in|screwed in|bolted in|clipped (?:back )?in|clicked in)\b/
const inn: ClauseReader = (line, clause, told) => {
  const said = plain(line, clause.from, clause.to)
  const bare = /\b(?:in|back)\b\s*$/.test(said.replace(/[.!,]+$/, '')) && clause.to - clause.from <= 6
  if (!inWord.test(said) && !bare) return undefined
  if (
    /\binto (?:shape|line|form|alignment)\b|\bnot (?:in|back|fitted)\b|\bback in (?:january|february|march|april|may|june|july|august|september|october|november|december|\d)/.test(
      said,
    )
  )
    return undefined
  const to = holders(line, clause.from, clause.to).find((h) => h.way === 'to')
  if (to && !/\bfrom\b/.test(said)) return undefined
  const found = targets(line, clause)
  if (found.length > 0) {
    const tray = (names: readonly string[]) => names.filter((n) => inTray(line, n))
    const sure = found.map((f) =>
      f.names.length > 1 && tray(f.names).length === 1 ? { ...f, names: tray(f.names) } : f,
    )
    return each(
      sure.filter((f) => f.mention.by !== 'noun' || sure.length === 1),
      line,
      'in',
      (at) => ({ do: 'in', at, ...whenOf(line, clause) }),
    )
  }
  const only = said
    .split(' ')
    .every((w) =>
      /^(?:it|is|them|are|they|both|that|was|were|put|push(?:ed)?|goes|went|came|back|in|into|on|again|now|and|then|its|the|socket|sockets|place|home|fitted|refitted|mounted|inserted|plugged|pressed|soldered|seated|reinstalled|installed|straight|right|too|i|we|have|has|been|screwed|clipped|[.,!]|where|belongs|machine|board)$/.test(
        w,
      ),
    )
  return only && told.targets.length > 0
    ? told.targets.map((at) => ({ do: 'in', at, ...whenOf(line, clause) }))
    : undefined
}
const inTray = (line: Line, name: string) => {
  const kind = line.scene.positions.find((p) => p.name === name)?.kind
  return line.scene.tray.some((t) => t.toLowerCase().includes(name.toLowerCase()) || t.toLowerCase() === kind)
}

const lendWord =
  /\b(?:lent|lend|loaned|loan|gave|given|give|borrowed|borrows|borrow|lending|took|takes|has|went home|goes home|goes to|went to|handed|passed to|is with|are with|is at|with)\b/
const lend: ClauseReader = (line, clause, told) => {
  const person = named(line, clause.from, clause.to, 'person')[0]
  if (!person) return undefined
  const said = words(line, clause.from, clause.to)
  const gear = named(line, clause.from, clause.to, 'gear').filter((m) => m.names.length === 1)
  const to = line.tokens[person.from - 1]?.word === 'to'
  if (
    /\b(?:back|returned|brought|here again|came home)\b/.test(said) &&
    !/\b(?:by|till|until|on) /.test(said)
  )
    return undefined
  if (!lendWord.test(said) && !(to && gear.length > 0)) return undefined
  if (
    /\b(?:took|has|takes|with)\b/.test(said) &&
    !/\b(?:lent|loan|gave|borrow\w*|home|with (?:her|him)|till|until|back)\b/.test(said) &&
    !(gear.length > 0 && line.tokens[person.from - 1]?.word === 'with')
  )
    return undefined
  const things =
    gear.length > 0
      ? gear.map((m) => m.names[0] ?? '')
      : targets(line, clause).flatMap((f) => (f.names.length === 1 ? f.names : []))
  const what = things.length > 0 ? things : /\b(?:it|them)\b/.test(said) ? told.targets : []
  if (what.length === 0) return undefined
  const time = line.times.find((t) => t.from >= clause.from && t.to <= told.sentenceTo)
  return what.map((w) => ({
    do: 'lend',
    what: w,
    to: person.names[0] ?? '',
    ...(time ? { due: time.future.slice(0, 10) } : {}),
  }))
}

const backWord =
  /\b(?:returned|brought|back from|here again|came back|is back|are back|gave back|given back|got .* back|have .* back|back with us|home again|handed back|back in the house|came home|back)\b/
const back: ClauseReader = (line, clause) => {
  const said = words(line, clause.from, clause.to)
  if (
    !backWord.test(said) ||
    /\bnew\b/.test(said) ||
    /\b(?:want|need|needs|wants|expect|must|should|will|get|comes|due|by|until|till)\b.*\bback\b|\bback (?:by|on|before|until|till|next)\b/.test(
      said,
    )
  )
    return undefined
  const gear = named(line, clause.from, clause.to, 'gear').filter((m) => m.names.length === 1)
  const person = named(line, clause.from, clause.to, 'person').length > 0
  const found =
    gear.length > 0
      ? gear.map((m) => m.names[0] ?? '')
      : person
        ? targets(line, clause).flatMap((f) => (f.names.length === 1 ? f.names : []))
        : []
  return found.length > 0 ? found.map((what) => ({ do: 'back', what, ...whenOf(line, clause) })) : undefined
}

const settable =
  /\b(?:jumper|jumpers|strap|straps|link|dip|dip switch|selector|dial|rotary|switch|knob|slider|tap|voltage selector|sw\d+|thumbwheel)\b/
const set: ClauseReader = (line, clause) => {
  const said = words(line, clause.from, clause.to)
  const noun = settable.exec(said)
  if (!noun) return undefined
  const verb =
    /\b(?:in position|set|put|moved|move|sits|is|switched|turned|changed|goes|went|flipped|slid|pushed|stands|now|was|from)\b/.exec(
      said,
    )
  if (!verb || /\b(?:only|makes?|works?|contact|fails?|dead)\b/.test(said)) return undefined
  const at = line.tokens.findLastIndex(
    (t, i) =>
      i > clause.from &&
      i < clause.to &&
      !/^next$/.test(line.tokens[i - 1]?.word ?? '') &&
      !/\bwas$/.test(words(line, clause.from, i)) &&
      /^(?:to|on|at|in)$/.test(t.word) &&
      /^(?:position|pos|the|"|[a-z]|[a-z]?\d.*|on|off|up|down|left|right|open|closed|upper|lower|middle|high|low)$/.test(
        line.tokens[i + 1]?.word ?? '',
      ) &&
      !(t.word === 'in' && !/^(?:position|pos)$/.test(line.tokens[i + 1]?.word ?? '')),
  )
  const way = at >= 0 ? undefined : /\b(up|down|left|right|open|closed|on|off)\b\s*$/.exec(said)?.[1]
  if (at < 0 && !way) return undefined
  const nounAt = line.tokens.findIndex(
    (t, i) => i >= clause.from && i < clause.to && noun[0].startsWith(t.word),
  )
  const next = line.tokens[at + 1]?.word
  const start =
    at >= 0 ? (next === 'position' || next === 'pos' || next === 'the' ? at + 2 : at + 1) : clause.to - 1
  const stop = stopAt(line, start, clause.to)
  let end = stop
  for (let i = start + 1; i < stop; i++)
    if (/^(?:now|instead|again|from|was|before|because|for)$/.test(line.tokens[i]?.word ?? '')) {
      end = i
      break
    }
  const to = written(line, start, end)
  if (!to || /^(?:the )?(?:board|machine|supply|back|side)$/i.test(to)) return undefined
  let from = nounAt
  while (
    from > clause.from &&
    !/^(?:the|a|put|set|moved|switched|turned|flipped|slid|pushed|changed|i|we|and|now)$/.test(
      line.tokens[from - 1]?.word ?? '',
    ) &&
    line.tokens[from - 1]?.sort === 'word'
  )
    from--
  let last = nounAt + 1
  if (
    /^(?:beside|next|near|by|under|on|behind|at|above|below)$/.test(line.tokens[last]?.word ?? '') &&
    last < (at >= 0 ? at : clause.to)
  ) {
    while (
      last < (at >= 0 ? at : clause.to) &&
      !/^(?:set|sits|is|was|now|moved|put|to|went|goes|stands)$/.test(line.tokens[last]?.word ?? '')
    )
      last++
    if (line.tokens[last]?.word === 'to' && line.tokens[last - 1]?.word === 'next')
      while (
        last < clause.to &&
        !/^(?:set|sits|is|was|now|moved|put|went)$/.test(line.tokens[last]?.word ?? '')
      )
        last++
  }
  const name = named(line, from, at >= 0 ? at : clause.to, 'position').find(
    (m) => m.names.length === 1 && m.by === 'name' && m.from <= last,
  )
  const called = line.tokens[last]
  const numbered =
    called && last < (at >= 0 ? at : clause.to) && /^[a-z]{1,3}\d+$/.test(called.word)
      ? written(line, last, last + 1)
      : undefined
  return [
    {
      do: 'set',
      what: numbered ?? (name && name.to > last ? (name.names[0] ?? '') : written(line, from, last)),
      to,
      ...whenOf(line, clause),
    },
  ]
}

const adjustVerb =
  /\b(?:adjusted|adjust|turned|turn|tweaked|calibrated|regulated|trimmed|moved|shifted|set|up|down|raised|lowered|increased|reduced|backed off|opened up|closed up|wound|dialled|tightened|slackened|loosened|brought|nudged|readjusted|reset|retensioned|eased|advanced|retarded|cut back|changed|put)\b/
const adjust: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const verb = adjustVerb.exec(said)
  const arrow = /(?:^| )(-?\d+(?:[.,]\d+)?) ?(?:v|a|ma|mm)? ?-> ?(-?\d+(?:[.,]\d+)?)/.exec(said)
  if (arrow?.[1] && arrow[2]) {
    const at = line.tokens.findIndex((t, i) => i >= clause.from && i < clause.to && t.sort === 'number')
    const what = adjusted(line, clause, at, at)
    if (what) return [{ do: 'adjust', what, from: arrow[1], to: arrow[2], ...whenOf(line, clause) }]
  }
  if (
    !verb ||
    /\b(?:began|begins|started|starts|starting|want|wants|able|refuses|refused) to (?:turn|move|shift)\b|\b(?:does|do|did|will|would|could) not (?:turn|move)\b/.test(
      said,
    )
  )
    return undefined
  const fromTo = /\bfrom\b/.test(said) && /\bto\b/.test(said)
  const trimmer = named(line, clause.from, clause.to, 'position').filter(
    (m) =>
      m.names.length === 1 &&
      line.scene.positions.some(
        (p) => m.names.includes(p.name) && /trimmer|potentiometer|trimpot/.test(p.kind),
      ),
  )
  const quality =
    /\b(?:gap|pressure|tension|height|stroke|speed|brightness|contrast|focus|level|gain|bias|current|voltage|timing|clearance|force|depth|position|alignment|azimuth|travel|play|linearity|width|trimmer|pot|knob|preset|offset|phase|delay|rate|volume|balance|impression|strength)\b/.exec(
      said,
    )
  const amount = quantities(line, clause.from, clause.to).find(
    (q) => q.of === 'length' || q.unit === undefined || q.of === 'electrical',
  )
  const strongVerb =
    /\b(?:adjusted|adjust|tweaked|calibrated|regulated|readjusted|retensioned|trimmed)\b/.test(said) ||
    (trimmer.length > 0 && /\b(?:turned|turn|set|up|down|moved|wound|backed|from)\b/.test(said))
  const toAt = line.tokens.findIndex(
    (t, i) =>
      i > clause.from &&
      i < clause.to &&
      t.word === 'to' &&
      !/^(?:next|the left|the right)$/.test(line.tokens[i - 1]?.word ?? ''),
  )
  const moved =
    /\b(?:moved|shifted|nudged|turned|turn|wound|slackened|backed)\b/.test(said) &&
    /\b(?:back|left|right|up|down|clockwise|anticlockwise|counterclockwise|forward|forwards|quarter turn|half a turn|a turn|turns?|a bit|a notch|notch|notches|closer|further|in|out|mm)\b/.test(
      said,
    ) &&
    (amount !== undefined ||
      /\b(?:turns?|notch(?:es)?|bit|touch|hair|clockwise|anticlockwise|counterclockwise|closer|further)\b/.test(
        said,
      ))
  if (
    !strongVerb &&
    !(fromTo && (quality || trimmer.length > 0)) &&
    !(quality && toAt > 0) &&
    !(moved && named(line, clause.from, clause.to, 'position', 'zone').length > 0) &&
    !(quality && moved)
  )
    return undefined
  const fromAt = line.tokens.findIndex((t, i) => i > clause.from && i < clause.to && t.word === 'from')
  const to = toAt > 0 ? valueAfter(line, toAt + 1, clause.to) : undefined
  const from = fromAt > 0 ? valueAfter(line, fromAt + 1, toAt > fromAt ? toAt : clause.to) : undefined
  const what =
    trimmer[0] && !quality ? trimmer[0].names[0] : (adjusted(line, clause, fromAt, toAt) ?? told.what)
  if (!what) return undefined
  return [{ do: 'adjust', what, ...(from ? { from } : {}), ...(to ? { to } : {}), ...whenOf(line, clause) }]
}
const valueAfter = (line: Line, from: number, to: number) => {
  const text = line.tokens.slice(from, stopAt(line, from, to))
  let end = text.length
  text.forEach((t, i) => {
    if (
      i > 0 &&
      end === text.length &&
      /^(?:for|because|so|as|with|now|and|up|down|until|till)$/.test(t.word)
    )
      end = i
  })
  return (
    line.text
      .slice(text[0]?.from ?? 0, text[end - 1]?.to ?? 0)
      .replace(/\s+(?:up|down)$/, '')
      .trim() || undefined
  )
}
/** What was turned: the words around the verb, without it and without from and to. */
function adjusted(line: Line, clause: Clause, fromAt: number, toAt: number): string | undefined {
  const ends = [fromAt, toAt].filter((i) => i > clause.from)
  const end = Math.min(clause.to, ...ends)
  const skip =
    /^(?:adjusted|adjust|turned|turn|tweaked|calibrated|regulated|moved|shifted|set|up|down|raised|lowered|increased|reduced|the|a|i|we|have|has|been|was|is|back|a|bit|then|and|now|readjusted|trimmed|nudged|backed|off|wound|eased|brought|slackened|,|tightened|changed|put|reset)$/
  let a = clause.from
  while (a < end && skip.test(line.tokens[a]?.word ?? '')) a++
  let b = end
  while (b > a && skip.test(line.tokens[b - 1]?.word ?? '')) b--
  for (let i = a + 1; i < b; i++)
    if (
      /^(?:up|down|back|clockwise|by|a|left|right|adjusted|turned|moved|raised|lowered|increased|reduced|was|is|has|until|till|so|for|anticlockwise|closer|further|forward|quarter|half)$/.test(
        line.tokens[i]?.word ?? '',
      ) ||
      line.tokens[i]?.sort === 'number'
    ) {
      b = i
      break
    }
  return written(line, a, b) || undefined
}

export const moveReaders: readonly ClauseReader[] = [back, lend, swap, connection, set, adjust]
export const placeReaders: readonly ClauseReader[] = [out, inn]
