/** What was tried and how it went: a function and a result, however it is said. */
import type { Clause } from './clauses.ts'
import { arithmetic, fnIsCell, startFunction } from './functions.ts'
import { tryingVerbs } from './lexicon.ts'
import { type Line, named, words, written } from './line.ts'
import type { Told } from './told.ts'
import { factsOf, isNoTrial, type Facts } from './trial-facts.ts'
import type { Tried } from './trial.ts'

const bigNo =
  /\b(?:dead|nothing|silent|mute|blank|lifeless|does not|did not|do not|will not|would not|cannot|could not|refuses|refused|no (?:picture|sound|reaction|response|answer|output|light|image|display|text|print|movement|ring|beep|data|echo|sign|life|feed|contact|letter|letters|character|characters|rows|digits|key|keys|start|boot|disk|paper|reading|go|signal|sync|raster|glow)|not (?:work|working|a sound|a thing|at all|respond|ok|okay|start|starting)|fails?|failed|dark|stuck|jammed|jams|kaput|no longer|hangs|hung|black|never)\b/

/** One way to read it: what was tried; null: no trial at all; undefined: the next way may know. */
type Read = Tried | null | undefined

/** In this order: what cannot be tried, counts, exceptions, words for bad, half and good, and last what only looks like it. */
const readings: readonly ((facts: Facts) => Read)[] = [
  notPossible,
  cannotTell,
  countedCells,
  nothingTried,
  soManyOf,
  soManyTries,
  tookTries,
  atLastGood,
  ranSoOften,
  nowAndThen,
  withException,
  badWords,
  halfWords,
  noFailures,
  goodWords,
  doesOrDoesNot,
]

export function triedIn(line: Line, clause: Clause, told: Told): Tried | undefined {
  if (isNoTrial(words(line, clause.from, clause.to))) return undefined
  const facts = factsOf(line, clause, told)
  if (!facts) return undefined
  for (const read of readings) {
    const found = read(facts)
    if (found !== undefined) return found ?? undefined
  }
  return undefined
}

function notPossible({ line, clause, said, has, base }: Facts): Read {
  const lacks =
    /\bno (?:cable|lead|tape|disk|paper|ribbon|adapter|source|printer|signal|test disk|test tape|line box)\b(?! (?:error|feed|movement|jam))/.test(
      said,
    ) && /\b(?:could not|cannot|for it|to (?:try|test)|so no|not tested|blocked|so)\b/.test(said)
  if (!has('not possible') && !lacks) return undefined
  return base.fns.length === 0
    ? null
    : { ...base, is: 'not possible', symptom: written(line, clause.from, clause.to) }
}

function cannotTell({ line, clause, has, base }: Facts): Read {
  if (!has('cannot tell') || base.fns.length === 0 || base.carried) return undefined
  return { ...base, is: 'inconclusive', symptom: written(line, clause.from, clause.to) }
}

/** "glow 11 of the 12": the one function that has so many. */
function countedCells({ line, many, base, symptom }: Facts): Read {
  if (!many || base.fns.length > 0) return undefined
  const counted = line.scene.functions.filter((f) => new RegExp(`,\\s*${many.of}\\b`).test(f.name))
  if (counted.length !== 1 || !counted[0]) return undefined
  const good = many.good ?? many.of - (many.bad ?? 0)
  const is = good === many.of ? 'pass' : good === 0 ? 'fail' : 'partly'
  return { ...base, fns: [counted[0].name], carried: false, is, good, of: many.of, symptom }
}

function nothingTried({ line, said, base, tries }: Facts): Read {
  if (base.fns.length > 0) return undefined
  const starting =
    (tries !== undefined && /\b(?:starts?|boots?|cold|power-?ups?)\b/.test(said)) ||
    /\b(?:comes?|came|come) up\b|\b(?:boots?|booted)\b|\b(?:will|would|does|did) not start\b|\bstarts?(?: up)? (?:fine|ok|again|every|first)\b/.test(
      said,
    )
  return starting && startFunction(line) ? undefined : null
}

function soManyOf({ many, has, of, symptom }: Facts): Read {
  if (!many) return undefined
  const good = many.good ?? many.of - (many.bad ?? 0)
  const counts = { good, of: many.of }
  const starts = { starts: many.of, failures: many.of - good }
  if (good === many.of) return { ...of, is: 'pass', ...starts, ...counts }
  if (many.tries || has('now and then') || isStart(of.fns))
    return {
      ...of,
      is: good === 0 ? 'fail' : 'intermittent',
      ...counts,
      ...starts,
      symptom,
    }
  return { ...of, is: good === 0 ? 'fail' : 'partly', ...counts, symptom }
}

function soManyTries({ tries, failures: told, has, of, symptom }: Facts): Read {
  if (!tries || tries.n <= 0 || (told === undefined && !has('good'))) return undefined
  const failures = told ?? 0
  const counts = { starts: tries.n, failures, good: tries.n - failures, of: tries.n }
  if (failures === 0) return { ...of, is: 'pass', ...counts }
  if (failures > tries.n) return undefined
  return {
    ...of,
    is: failures === tries.n ? 'fail' : 'intermittent',
    ...counts,
    symptom,
  }
}

/** "took two tries": the ones before failed. */
function tookTries({ said, direct, of, symptom }: Facts): Read {
  const took = Number(/\btook (?:about )?(\d+) (?:tries|attempts|goes|starts|try)\b/.exec(said)?.[1] ?? 0)
  if (took <= 1 || direct.length === 0) return undefined
  const counts = { failures: took - 1, of: took, starts: took, good: 1 }
  return { ...of, is: 'intermittent', ...counts, symptom }
}

/** "failed twice, third time good". */
function atLastGood({ tries, failures, has, said, of, symptom }: Facts): Read {
  if (tries || !failures || !has('good') || !/\b(?:time|try|attempt|start)\b/.test(said)) return undefined
  const all = ordinals.find(([ordinal]) => ordinal.test(said))?.[1]
  const counts = all && all > failures ? { of: all, starts: all, good: all - failures } : {}
  return { ...of, is: 'intermittent', failures, ...counts, symptom }
}
const ordinals: readonly (readonly [RegExp, number])[] = [
  [/\b(?:third|3rd)\b/, 3],
  [/\b(?:second|2nd)\b/, 2],
  [/\b(?:fourth|4th)\b/, 4],
]

function ranSoOften({ said, tries, failures, has, of }: Facts): Read {
  const trying =
    /\b(?:tried|tested|ran|run|started|booted|through|starts?|boots?|went)\b|\d ?x\b|times\b/.test(said) &&
    !/\binstead\b/.test(said)
  if (!tries || failures !== undefined || has('bad') || has('part') || !trying) return undefined
  return { ...of, is: 'pass', starts: tries.n }
}

function nowAndThen({ said, has, of, symptom }: Facts): Read {
  if (!has('now and then')) return undefined
  const fine = /\bon and off (?:switch|works fine)\b/.test(said)
  return { ...of, is: fine ? 'pass' : 'intermittent', symptom }
}

function withException({ said, of, symptom }: Facts): Read {
  const exception =
    /\b(?:except|apart from|save for|but not|but for|all but|bar)\b|\ball (?:the |of the )?\w+ but (?!not\b|no\b|it\b)/.test(
      said,
    )
  return exception ? { ...of, is: 'partly', symptom } : undefined
}

function badWords({ line, clause, said, has, base, of, hung, failures, denies, symptom }: Facts): Read {
  if (!has('bad')) return undefined
  // "fails no longer", "no errors": denied badness is goodness.
  const denied =
    /\b(?:no longer|does not|did not|not) (?:fail|fails|hang|hangs|stick|sticks|jam|jams|flicker|drop|skip)\b/
  if (denied.test(said)) return { ...of, is: 'pass' }
  const nearly =
    /\b(?:never|not)(?: \w+)? quite\b|\bnot (?:fully|completely|entirely|all|perfect|right yet|perfectly|great)\b|\b(?:hardly|barely)\b/.test(
      said,
    )
  const total = !nearly && bigNo.test(said)
  const inCell = base.cell && !fnIsCell(line, clause)
  if (inCell || (has('good') && !denies && !total)) return { ...of, is: 'partly', symptom }
  return {
    ...of,
    is: !nearly && (total || !has('part')) ? 'fail' : 'partly',
    symptom,
    ...(hung && failures !== undefined ? { failures } : {}),
  }
}

function halfWords({ line, clause, said, has, phrases, base, of, told, symptom }: Facts): Read {
  if (!has('part')) return undefined
  if (
    /\b(?:not|no|without|no longer) (?:\w+ )?(?:flicker|drift|smear|jitter|distort|noise|skip|slip|wobble|shake|roll|hum|error|drop|creep|jump)/.test(
      said,
    ) ||
    /\bno longer\b/.test(said)
  )
    return { ...of, is: 'pass' }
  // "twice", "too", "off", "light" alone say nothing bad beside a good word: "works too".
  const soft = phrases
    .filter((h) => h.tag === 'part')
    .every((h) =>
      /^(?:twice|too|off|light|jump|double|tight|bent|late|only|half|sometimes|loose|extra|humm|rough|last|almost|nearly)$/.test(
        words(line, h.from, h.to),
      ),
    )
  if (soft && has('good') && !/\bonly\b/.test(said)) return { ...of, is: 'pass' }
  if (soft && !/\b(?:only|half|off|loose|stiff|double|late|light|bent|rough|almost|nearly)\b/.test(said))
    return doesIt(line, clause) ? { ...of, is: 'pass' } : null
  return base.carried && told.last?.do !== 'test' ? null : { ...of, is: 'partly', symptom }
}

function noFailures({ failures, tries, of }: Facts): Read {
  if (failures !== 0) return undefined
  const counts = tries ? { starts: tries.n, good: tries.n, of: tries.n } : {}
  return { ...of, is: 'pass', failures: 0, ...counts }
}

function goodWords({ said, has, base, of, onlyGood, denies, tries, symptom }: Facts): Read {
  if (base.cell && /\bout[ .]*$/.test(said) && !has('good')) return { ...of, is: 'partly', symptom }
  if (!onlyGood) return undefined
  if (denies) return { ...of, is: 'fail', symptom }
  if (/\b(?:if|as long as|provided|unless|only when|only while)\b/.test(said))
    return { ...of, is: 'partly', symptom }
  return { ...of, is: 'pass', sure: true, ...(tries ? { starts: tries.n } : {}) }
}

/** No word of how it went: what it does, or does not do. */
function doesOrDoesNot({ line, clause, base, of, denies, symptom }: Facts): Read {
  if (doesIt(line, clause)) return denies ? { ...of, is: 'fail', symptom } : { ...of, is: 'pass' }
  if (base.carried || line.tokens.slice(clause.from, clause.to).some((t) => tryingVerbs.has(t.word)))
    return undefined
  if (behaves(line, clause)) return { ...of, is: denies ? 'fail' : 'partly', symptom, guessed: true }
  return denies ? { ...of, is: 'fail', symptom } : undefined
}

/** "memory forgets after a minute": the function itself does something that nobody called good. */
function behaves(line: Line, clause: Clause): boolean {
  const [m] = named(line, clause.from, clause.to, 'function').filter(
    (x) => x.by === 'name' || x.by === 'alias',
  )
  if (!m || m.from > clause.from + 1) return false
  const next = line.tokens[m.to]?.word ?? ''
  return (
    /^[a-z]{3,}s$/.test(next) &&
    !/^(?:is|was|has|does|this|its|keys|rows|gets|needs|wants|looks|seems|as|was|less|across|always|plus|cleans)$/.test(
      next,
    ) &&
    line.tokens[m.to]?.sort === 'word' &&
    clause.to - m.to >= 2
  )
}

const isStart = (fns: readonly string[]) => fns.some((f) => /^starts?\b/i.test(f))

/** "It prints again", "bell rings", "7x8 gives 56": the function does what it is there for. */
function doesIt(line: Line, clause: Clause): boolean {
  const said = words(line, clause.from, clause.to)
  const verbs = named(line, clause.from, clause.to, 'function').filter(
    (m) =>
      m.by === 'verb' ||
      /^(?:prints?|reads?|punches|feeds?|rings?|starts?|boots?|advances?|receives?|sends?|displays?)\b/.test(
        words(line, m.from, m.to),
      ),
  )
  if (verbs.length > 0 && /\b(?:again|now|too|also|as well|at last|finally)\b/.test(said)) return true
  if (verbs.some((m) => /^\w+s\b/.test(words(line, m.from, m.to)) && m.from > clause.from))
    return !/\bwhen\b|\bif\b/.test(said)
  return arithmetic.test(said)
}
