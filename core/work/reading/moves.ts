/** Parts that go out and come in. */
import type { Clause } from './clauses.ts'
import { connection } from './connections.ts'
import { back, lend } from './lending.ts'
import { type Line, named, plain, tagged, words } from './line.ts'
import { adjust, set } from './settings.ts'
import { holders, whenOf } from './slots.ts'
import { swap } from './swaps.ts'
import { each, targets } from './targets.ts'
import type { ClauseReader } from './told.ts'

export const has = (line: Line, clause: Clause, pattern: RegExp) =>
  pattern.test(words(line, clause.from, clause.to))

/** "do not take K2 out", "never put it back without its key": nothing was moved. */
const isForbidden = (said: string): boolean =>
  /^(?:please )?(?:do not|don['’]t|never|must not|should not)\b/.test(said)

const outWord =
  /\b(?:out|from (?:its|the|their) sockets?|off (?:its|the|their) sockets?|removed|remove|pulled|extracted|unsoldered|desoldered|snipped|dismounted|unseated|uninstalled|prised out|lifted out|taken out|took out|came out|popped out|levered out|off the board|out of (?:its|the) socket|out of the (?:machine|board))\b/

export const out: ClauseReader = (line, clause, told) => {
  const said = plain(line, clause.from, clause.to)
  if (isForbidden(said)) return undefined
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
    !/\b(?:ran|run|comes|come|came|went|sent|left|cuts|drops|fades|gives|times|conks|peters) out\b(?! of)/.test(
      said,
    )
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
  // "with IC41 out the screen works": how it was tried.
  if (
    /^with\b/.test(said) &&
    named(line, clause.from, clause.to, 'function').length > 0 &&
    tagged(line, clause.from, clause.to, 'good', 'bad', 'part').length > 0
  )
    return undefined
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
  if (isForbidden(said)) return undefined
  const bare =
    /\b(?:in|back)\b\s*$/.test(said.replace(/[.!,]+$/, '')) &&
    (clause.to - clause.from <= 6 || /^(?:(?:i|we) )?(?:put|got|brought|pushed)\b/.test(said))
  if (!inWord.test(said) && !bare) return undefined
  if (
    /\binto (?:shape|line|form|alignment)\b|\bnot (?:in|back|fitted)\b|\bback in (?:january|february|march|april|may|june|july|august|september|october|november|december|\d)/.test(
      said,
    )
  )
    return undefined
  if (/\bwrong way\b|\breversed\b|\bbackwards\b|\bupside down\b/.test(said)) return undefined
  const to = holders(line, clause.from, clause.to).find((h) => h.way === 'to')
  if (to && !/\bfrom\b/.test(said)) return undefined
  const found = targets(line, clause)
  if (found.length === 0 && isBack(line, clause)) return undefined
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

/** "The screen is back": it works again; nothing was put in. */
export const isBack = (line: Line, clause: Clause): boolean => {
  const mentions = named(line, clause.from, clause.to, 'function')
  return (
    mentions.length > 0 &&
    /\b(?:is|are|was|came|comes|come) back(?: again| now)?[ .!]*$/.test(words(line, clause.from, clause.to))
  )
}

const inTray = (line: Line, name: string) => {
  const kind = line.scene.positions.find((p) => p.name === name)?.kind
  return line.scene.tray.some((t) => t.toLowerCase().includes(name.toLowerCase()) || t.toLowerCase() === kind)
}

export const moveReaders: readonly ClauseReader[] = [back, lend, swap, connection, set, adjust]

export const placeReaders: readonly ClauseReader[] = [out, inn]
