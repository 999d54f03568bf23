/** What was tried and how it went: a function and a result, however it is said. */
import type { Clause } from './clauses.ts'
import { failuresIn, ofMany, triesIn } from './counts.ts'
import {
  arithmetic,
  cellIn,
  everything,
  fnIsCell,
  functionsIn,
  phrasesIn,
  startFunction,
} from './functions.ts'
import { cellWords, tryingVerbs } from './lexicon.ts'
import { type Line, named, words, written } from './line.ts'
import { conditionIn, gearIn, timeIn } from './slots.ts'
import type { Told } from './told.ts'
import type { Tried } from './trial.ts'

const bigNo =
  /\b(?:dead|nothing|silent|mute|blank|lifeless|does not|did not|do not|will not|would not|cannot|could not|refuses|refused|no (?:picture|sound|reaction|response|answer|output|light|image|display|text|print|movement|ring|beep|data|echo|sign|life|feed|contact|letter|letters|character|characters|rows|digits|key|keys|start|boot|disk|paper|reading|go|signal|sync|raster|glow)|not (?:work|working|a sound|a thing|at all|respond|ok|okay|start|starting)|fails?|failed|dark|stuck|jammed|jams|kaput|no longer|hangs|hung|black|never)\b/

export function triedIn(line: Line, clause: Clause, told: Told): Tried | undefined {
  const said = words(line, clause.from, clause.to)
  const { fns: direct, ask, indirect } = functionsIn(line, clause)
  // A spring, a foot, a knob that is missing is found so, and no trial.
  if (
    /\b(?:spring|foot|feet|badge|knob|clip|spacer|keycap|hinge|flap|screw|bracket)s?\b.*\b(?:missing|gone|broken off|lost)\b/.test(
      said,
    )
  )
    return undefined
  // "should work", "may print again": hoped for, and not seen. "Like it should" was seen.
  if (
    /\b(?:may|might|should|ought to|hopefully|perhaps|maybe)\b/.test(
      said.replace(/\b(?:like|as|the way) (?:it|they|this) (?:should|ought to)\b/g, ''),
    )
  )
    return undefined
  // "hammer gap now 0.25 mm": a setting, and no trial of what it is set for.
  if (/\b(?:gap|clearance|play|height|stroke|distance)\b.*\d ?(?:mm|um|µm)\b/.test(said)) return undefined
  const own = phrasesIn(line, clause)
  const calledHere = named(line, clause.from, clause.to, 'function')
  // "send yes, receive no"; "no ding".
  const no =
    /\bno[ .!]*$/.test(said) ||
    calledHere.some((m) => line.tokens[m.from - 1]?.word === 'no' && m.by !== 'verb') ||
    line.tokens
      .slice(clause.from, clause.to)
      .some((t, k) => t.word === 'no' && cellWords.has(line.tokens[clause.from + k + 1]?.word ?? ''))
  const phrases = no ? [...own, { tag: 'bad' as const, from: clause.to - 1, to: clause.to }] : own
  const has = (tag: string) => phrases.some((h) => h.tag === tag)
  const many = ofMany(line, clause.from, clause.to)
  // A part named for its function needs a word of how it went.
  if (
    indirect &&
    !many &&
    !phrases.some((h) => h.tag === 'bad' || h.tag === 'part' || h.tag === 'good' || h.tag === 'now and then')
  )
    return undefined
  const all = everything.test(said) && direct.length === 0
  const around = conditionIn(line, clause.from, clause.to)
  // "start from cold" is the name of a function, not how it was tried.
  const condition =
    around && calledHere.some((n) => n.from < around.to && n.to > around.from) ? undefined : around
  const gear = gearIn(line, clause.from, clause.to)[0]
  const time = timeIn(line, clause.from, clause.to)
  const tried = line.tokens.slice(clause.from, clause.to).some((t) => tryingVerbs.has(t.word))
  const carried = direct.length === 0 && !all
  const several =
    /\b(?:both|all|they|neither|either|none)\b/.test(said) && told.fns && told.fns.length > 1
      ? told.fns
      : undefined
  const fns = all ? ['all'] : direct.length > 0 ? direct : (several ?? (told.fn ? [told.fn] : []))
  const base = {
    fns,
    carried,
    cell: cellIn(line, clause),
    ...(gear?.names[0] ? { gear: gear.names[0] } : carried && told.gear ? { gear: told.gear } : {}),
    ...(condition ? { condition: condition.text } : {}),
    ...(time ? { when: time.past } : {}),
    ...(ask ? { ask } : {}),
  }
  if (
    has('not possible') ||
    (/\bno (?:cable|lead|tape|disk|paper|ribbon|adapter|source|printer|signal|test disk|test tape|line box)\b(?! (?:error|feed|movement|jam))/.test(
      said,
    ) &&
      /\b(?:could not|cannot|for it|to (?:try|test)|so no|not tested|blocked|so)\b/.test(said))
  ) {
    if (fns.length === 0) return undefined
    return { ...base, is: 'not possible', symptom: rest(line, clause) }
  }
  if (has('cannot tell') && fns.length > 0 && !carried)
    return { ...base, is: 'inconclusive', symptom: rest(line, clause) }
  const counted0 = triesIn(line, clause.from, clause.to)
  // "three times it hung" counts the failures.
  const hung =
    counted0 !== undefined &&
    /^\d+ times\b.*\b(?:hung|hangs?|failed|fails|stuck|froze|jammed|refused|crashed|missed|dropped|nothing|did not)\b/.test(
      said,
    ) &&
    !many
  const tries = hung ? undefined : counted0
  const failures = failuresIn(line, clause.from, clause.to, tries)
  const starting =
    (tries !== undefined && /\b(?:starts?|boots?|cold|power-?ups?)\b/.test(said)) ||
    /\b(?:comes?|came|come) up\b|\b(?:boots?|booted)\b|\b(?:will|would|does|did) not start\b|\bstarts?(?: up)? (?:fine|ok|again|every|first)\b/.test(
      said,
    )
  // "glow 11 of the 12": the one function that has so many.
  const counted =
    many && fns.length === 0
      ? line.scene.functions.filter((f) => new RegExp(`,\\s*${many.of}\\b`).test(f.name))
      : []
  if (counted.length === 1 && counted[0] && many) {
    const good = many.good ?? many.of - (many.bad ?? 0)
    return {
      ...base,
      fns: [counted[0].name],
      carried: false,
      is: good === many.of ? 'pass' : good === 0 ? 'fail' : 'partly',
      good,
      of: many.of,
      symptom: symptomOf(line, clause),
    }
  }
  if (fns.length === 0 && !(starting && startFunction(line))) return undefined
  const of = fns.length > 0 ? base : { ...base, fns: [startFunction(line) ?? ''], carried: false }
  if (many) {
    const good = many.good ?? many.of - (many.bad ?? 0)
    const symptom = symptomOf(line, clause)
    if (good === many.of) return { ...of, is: 'pass', starts: many.of, failures: 0, good, of: many.of }
    if (many.tries || has('now and then') || isStart(of.fns))
      return {
        ...of,
        is: good === 0 ? 'fail' : 'intermittent',
        good,
        of: many.of,
        starts: many.of,
        failures: many.of - good,
        symptom,
      }
    return { ...of, is: good === 0 ? 'fail' : 'partly', good, of: many.of, symptom }
  }
  if (tries && tries.n > 0 && (failures !== undefined || has('good'))) {
    const failed = failures ?? 0
    if (failed === 0) return { ...of, is: 'pass', starts: tries.n, failures: 0, good: tries.n, of: tries.n }
    if (failed <= tries.n)
      return {
        ...of,
        is: failed === tries.n ? 'fail' : 'intermittent',
        starts: tries.n,
        failures: failed,
        good: tries.n - failed,
        of: tries.n,
        symptom: symptomOf(line, clause),
      }
  }
  // "took two tries": the ones before failed.
  const took = /\btook (?:about )?(\d+) (?:tries|attempts|goes|starts|try)\b/.exec(said)
  if (took?.[1] && Number(took[1]) > 1 && direct.length > 0)
    return {
      ...of,
      is: 'intermittent',
      failures: Number(took[1]) - 1,
      of: Number(took[1]),
      starts: Number(took[1]),
      good: 1,
      symptom: symptomOf(line, clause),
    }
  // "failed twice, third time good".
  if (
    !tries &&
    failures !== undefined &&
    failures > 0 &&
    has('good') &&
    /\b(?:time|try|attempt|start)\b/.test(said)
  ) {
    const all = /\b(?:third|3rd)\b/.test(said)
      ? 3
      : /\b(?:second|2nd)\b/.test(said)
        ? 2
        : /\b(?:fourth|4th)\b/.test(said)
          ? 4
          : undefined
    return {
      ...of,
      is: 'intermittent',
      failures,
      ...(all && all > failures ? { of: all, starts: all, good: all - failures } : {}),
      symptom: symptomOf(line, clause),
    }
  }
  const trying =
    /\b(?:tried|tested|ran|run|started|booted|through|starts?|boots?|went)\b|\d ?x\b|times\b/.test(said) &&
    !/\binstead\b/.test(said)
  if (tries && failures === undefined && !has('bad') && !has('part') && trying)
    return { ...of, is: 'pass', starts: tries.n }
  const symptom = symptomOf(line, clause)
  const onlyGood = has('good') && !has('bad') && !has('part') && !has('now and then')
  const denies =
    /\b(?:not|no longer|never)\b/.test(said) &&
    !/\bno (?:longer )?(?:problems?|complaints?|failures?|errors?|faults?|trouble|misses|dropouts|issues?|smoke)\b/.test(
      said,
    )
  if (has('now and then')) return { ...of, is: onlyGoodNow(said) ? 'pass' : 'intermittent', symptom }
  const exception =
    /\b(?:except|apart from|save for|but not|but for|all but|bar)\b|\ball (?:the |of the )?\w+ but (?!not\b|no\b|it\b)/.test(
      said,
    )
  if (exception) return { ...of, is: 'partly', symptom }
  if (has('bad')) {
    const good = has('good')
    // "fails no longer", "no errors": denied badness is goodness.
    if (
      /\b(?:no longer|does not|did not|not) (?:fail|fails|hang|hangs|stick|sticks|jam|jams|flicker|drop|skip)\b/.test(
        said,
      )
    )
      return { ...of, is: 'pass' }
    const nearly =
      /\b(?:never|not)(?: \w+)? quite\b|\bnot (?:fully|completely|entirely|all|perfect|right yet|perfectly|great)\b|\b(?:hardly|barely)\b/.test(
        said,
      )
    const total = !nearly && bigNo.test(said)
    if (base.cell && !fnIsCell(line, clause)) return { ...of, is: 'partly', symptom }
    if (good && !denies && !total) return { ...of, is: 'partly', symptom }
    return {
      ...of,
      is: !nearly && (total || !has('part')) ? 'fail' : 'partly',
      symptom,
      ...(hung && failures !== undefined ? { failures } : {}),
    }
  }
  if (has('part')) {
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
      return doesIt(line, clause) ? { ...of, is: 'pass' } : undefined
    if (!carried || told.last?.do === 'test') return { ...of, is: 'partly', symptom }
    return undefined
  }
  if (failures === 0 && !has('part'))
    return {
      ...of,
      is: 'pass',
      failures: 0,
      ...(tries ? { starts: tries.n, good: tries.n, of: tries.n } : {}),
    }
  if (base.cell && /\bout[ .]*$/.test(said) && !has('good')) return { ...of, is: 'partly', symptom }
  if (onlyGood && !denies && /\b(?:if|as long as|provided|unless|only when|only while)\b/.test(said))
    return { ...of, is: 'partly', symptom }
  if (onlyGood)
    return denies
      ? { ...of, is: 'fail', symptom }
      : { ...of, is: 'pass', sure: true, ...(tries ? { starts: tries.n } : {}) }
  if (doesIt(line, clause)) return denies ? { ...of, is: 'fail', symptom } : { ...of, is: 'pass' }
  if (!carried && !tried && behaves(line, clause))
    return { ...of, is: denies ? 'fail' : 'partly', symptom, guessed: true }
  if (denies && tried === false && !carried) return { ...of, is: 'fail', symptom }
  return undefined
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

const onlyGoodNow = (said: string) => /\bon and off (?:switch|works fine)\b/.test(said)

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

/** What is wrong, in the words of the line: the clause without the function at its head. */
function symptomOf(line: Line, clause: Clause): string {
  const name = named(line, clause.from, clause.to, 'function').find(
    (m) => m.from === clause.from && m.by === 'name' && m.to < clause.to,
  )
  const from = name && !cellIn(line, clause) ? name.to : clause.from
  const start = /^[,:]$/.test(line.tokens[from]?.word ?? '') ? from + 1 : from
  return written(line, start, clause.to).replace(/^(?:but|and|only|then|so|also)\s+/i, '')
}

const rest = (line: Line, clause: Clause) => written(line, clause.from, clause.to)
