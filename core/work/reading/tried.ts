/** What was tried and how it went: a function and a result, however it is said. */
import type { Act, TestAct, Verdict } from './acts.ts'
import type { Clause } from './clauses.ts'
import { cellWords, tryingVerbs } from './lexicon.ts'
import { named, tagged, words, written, type Line } from './line.ts'
import type { Mention } from './names.ts'
import { conditionIn, gearIn, holders, quantities, timeIn } from './slots.ts'
import type { Told } from './told.ts'

export interface Tried {
  readonly fns: readonly string[]
  /** Nothing in the clause names the function: it goes on from the one before. */
  readonly carried: boolean
  readonly is: Verdict
  readonly symptom?: string | undefined
  readonly good?: number | undefined
  readonly of?: number | undefined
  readonly starts?: number | undefined
  readonly failures?: number | undefined
  readonly gear?: string | undefined
  readonly condition?: string | undefined
  readonly when?: string | undefined
  /** It speaks of one of many cells. */
  readonly cell: boolean
  /** Two functions may be meant. */
  /** Nothing in it says how it went: only that the function did something. */
  readonly guessed?: true
  /** It was called good in so many words. */
  readonly sure?: true
  readonly ask?: { readonly word: string; readonly among: readonly string[] } | undefined
}

interface Counted {
  readonly good?: number
  readonly bad?: number
  readonly of: number
  readonly tries: boolean
  readonly from: number
  readonly to: number
}

const tryNoun =
  /^(?:times|tries|try|attempts|attempt|starts|start|runs|goes|cycles|boots|powerups|power-ups|trials|rounds|passes|power|cold|mornings)$/
/** "8 out of 10 tries", "9 times in 10", "22 of 24 rows", "7 of 8", "36/38", "failed 2 of 10". */
function ofMany(line: Line, from: number, to: number): Counted | undefined {
  // "92 keys tried, 92 good".
  const each =
    /\b(\d+)(?: \w+)? (?:tried|tested|checked)[ ,:]+(\d+) (good|ok|fine|work|dead|bad|failed)\b/.exec(
      words(line, from, to),
    )
  if (each?.[1] && each[2] && Number(each[2]) <= Number(each[1]))
    return {
      ...(/good|ok|fine|work/.test(each[3] ?? '') ? { good: Number(each[2]) } : { bad: Number(each[2]) }),
      of: Number(each[1]),
      tries: false,
      from,
      to,
    }
  for (let i = from; i < to; i++) {
    const token = line.tokens[i]
    const slash = /^(\d+)\/(\d+)$/.exec(token?.word ?? '')
    const joint = slash
      ? undefined
      : token?.sort === 'number' && token.value !== undefined && !token.unit
        ? jointAt(line, i + 1, to)
        : undefined
    const n = slash ? Number(slash[1]) : token?.value
    const m = slash ? Number(slash[2]) : joint?.of
    if (n === undefined || m === undefined || n > m || m === 0 || !Number.isInteger(n)) continue
    if (
      line.tokens[i - 1]?.word === 'to' ||
      /^(?:cup|bag|row|column|channel|pin|key)$/.test(line.tokens[i - 1]?.word ?? '')
    )
      continue
    const end = slash ? i + 1 : (joint?.to ?? i + 1)
    const next = line.tokens[end]?.word ?? ''
    const before = words(line, Math.max(from, i - 4), i)
    const after = words(line, end, Math.min(to, end + 4))
    const failed =
      /\b(?:fails?|failed|failing|hangs?|hung|missed|dead|refused|missing|wrong|did not|does not|not|stuck|jams?|jammed|error|errors|failure|failures|drops|dropped|intermittent|bad|broken|lost)\b/
    const bad =
      failed.test(before) ||
      (/^(?:keys?|rows?|channels?|digits?|columns?|segments?|times|tries|starts|of them|letters|attempts)? ?(?:are |is |were |was |stay |stays )?(?:dead|fail|failed|missing|hung|failures|dark|wrong|bad|stuck|broken|did not|do not|refused|not )/.test(
        after,
      ) &&
        !/\bfine|ok\b/.test(after))
    const tries =
      joint?.tries === true ||
      tryNoun.test(next) ||
      /\b(?:cold|starts?|tries|attempts|times)\b/.test(after.split(',')[0] ?? '')
    return {
      ...(bad ? { bad: n } : { good: n }),
      of: m,
      tries,
      from: i,
      to: tries && tryNoun.test(next) ? end + 1 : end,
    }
  }
  return undefined
}
function jointAt(
  line: Line,
  at: number,
  to: number,
): { readonly of: number; readonly to: number; readonly tries: boolean } | undefined {
  let i = at
  let tries = false
  while (
    i < to &&
    /^(?:times|keys|rows|channels|digits|tries|starts|x|attempts|columns|segments|letters|tests)$/.test(
      line.tokens[i]?.word ?? '',
    )
  ) {
    if (tryNoun.test(line.tokens[i]?.word ?? '')) tries = true
    i++
  }
  const word = line.tokens[i]?.word
  if (word === 'out' && line.tokens[i + 1]?.word === 'of') i += 2
  else if (word === 'of' || (word === 'in' && tries) || word === '/' || word === 'from') i += 1
  else return undefined
  while (/^(?:the|all|our|my)$/.test(line.tokens[i]?.word ?? '')) i++
  const number = line.tokens[i]
  return number?.sort === 'number' &&
    number.value !== undefined &&
    !number.unit &&
    Number.isInteger(number.value)
    ? { of: number.value, to: i + 1, tries }
    : undefined
}

/** "20 cold starts", "ten starts", "3 tries": how many times it was tried. */
function triesIn(
  line: Line,
  from: number,
  to: number,
): { readonly n: number; readonly from: number; readonly to: number } | undefined {
  for (let i = from; i < to; i++) {
    const token = line.tokens[i]
    const plain =
      /^(?:once|twice|thrice)$/.test(token?.word ?? '') &&
      /^(?:tried|tested|ran|started|booted)$/.test(line.tokens[i - 1]?.word ?? '')
    if (plain) return { n: token?.word === 'once' ? 1 : token?.word === 'twice' ? 2 : 3, from: i, to: i + 1 }
    if (
      token?.sort !== 'number' ||
      token.value === undefined ||
      token.unit ||
      !Number.isInteger(token.value) ||
      token.value < 1
    )
      continue
    let k = i + 1
    while (
      k < to &&
      /^(?:cold|warm|clean|good|more|test|full|complete|consecutive|straight|disk|of|power|successful|morning)$/.test(
        line.tokens[k]?.word ?? '',
      )
    )
      k++
    if (
      /^(?:starts|tries|attempts|times|runs|goes|cycles|boots|passes|rounds|trials|power-ups|try|start|run|go|attempt)$/.test(
        line.tokens[k]?.word ?? '',
      ) &&
      k < to
    )
      return { n: token.value, from: i, to: k + 1 }
    if (
      line.tokens[k]?.word === 'in' &&
      /^(?:a)$/.test(line.tokens[k + 1]?.word ?? '') &&
      line.tokens[k + 2]?.word === 'row'
    )
      return { n: token.value, from: i, to: k + 3 }
  }
  return undefined
}

/** "three times it hung", "2 failures", "one of them failed", "hung twice", "no failures". */
function failuresIn(
  line: Line,
  from: number,
  to: number,
  tries?: { readonly from: number; readonly to: number },
): number | undefined {
  const said = words(line, from, to)
  if (
    /\b(?:no|without|zero|0|not a single|without a|not one) (?:single )?(?:failures?|errors?|miss(?:es)?|fails?|hangs?|problems?)\b|\b(?:never failed|none failed|all (?:fine|ok|good|clean|passed))\b/.test(
      said,
    )
  )
    return 0
  for (let i = from; i < to; i++) {
    const token = line.tokens[i]
    const n =
      token?.word === 'once'
        ? 1
        : token?.word === 'twice'
          ? 2
          : token?.sort === 'number' && !token.unit
            ? token.value
            : undefined
    if (n === undefined || !Number.isInteger(n) || (tries && tries.from <= i && i < tries.to)) continue
    const near = words(line, Math.max(from, i - 3), Math.min(to, i + 6))
    if (
      /\b(?:fail(?:s|ed|ures?|ure)?|hung|hangs?|missed|misses|stuck|froze|freezes|crash(?:ed|es)?|refused|stalled|errors?|dead|wrong|did not|would not|jammed|no start|nothing|blank|lost|duds?|garbage|stopped|wrong|skipped|dropped|bad|jams?|misread|misfed)\b/.test(
        near,
      )
    )
      return n
  }
  return undefined
}

const bigNo =
  /\b(?:dead|nothing|silent|mute|blank|lifeless|does not|did not|do not|will not|would not|cannot|could not|refuses|refused|no (?:picture|sound|reaction|response|answer|output|light|image|display|text|print|movement|ring|beep|data|echo|sign|life|feed|contact|letter|letters|character|characters|rows|digits|key|keys|start|boot|disk|paper|reading|go|signal|sync|raster|glow)|not (?:work|working|a sound|a thing|at all|respond|ok|okay|start|starting)|fails?|failed|dark|stuck|jammed|jams|kaput|no longer|hangs|hung|black|never)\b/

/** Phrases of a result that say how a function did, without those that belong to names. */
function phrasesIn(line: Line, clause: Clause) {
  const inName = (h: { from: number; to: number }) =>
    line.mentions.some(
      (m) =>
        m.from <= h.from &&
        h.to <= m.to &&
        (m.to - m.from > h.to - h.from || (m.by === 'name' && m.sort !== 'function')) &&
        m.sort !== 'person' &&
        m.by !== 'verb',
    )
  const inTime = (h: { from: number; to: number }) => line.times.some((t) => t.from <= h.from && h.to <= t.to)
  const all = tagged(
    line,
    clause.from,
    clause.to,
    'good',
    'bad',
    'part',
    'now and then',
    'cannot tell',
    'not possible',
    'neutral',
  ).filter((h) => !inName(h) && !inTime(h))
  // "out of order" as a phrase beats "order"; a longer one beats those inside it.
  const told = all.map((h) =>
    denied(line, clause, h) ? { ...h, tag: h.tag === 'good' ? ('bad' as const) : ('good' as const) } : h,
  )
  return told.filter(
    (h) => !told.some((o) => o !== h && o.from <= h.from && h.to <= o.to && o.to - o.from > h.to - h.from),
  )
}

/** "without a jam", "not one mistake", "none wrong", "not dirty": what is denied says the opposite. */
function denied(
  line: Line,
  clause: Clause,
  hit: { readonly tag: string; readonly from: number; readonly to: number },
): boolean {
  if (hit.tag !== 'bad' && hit.tag !== 'part' && hit.tag !== 'good') return false
  const first = line.tokens[hit.from]?.word ?? ''
  if (
    /^(?:no|not|nothing|never|none|does|do|did|is|are|was|will|would|cannot|without|zero|only|except|neither)$/.test(
      first,
    )
  )
    return false
  const before = words(line, Math.max(clause.from, hit.from - 3), hit.from)
  if (hit.tag === 'good')
    return (
      /\b(?:not|never|no longer|hardly|cannot get|does not|did not|nothing)(?: \w+)?$/.test(before) &&
      !/\bnot only\b/.test(before)
    )
  return /\b(?:no|without|not|none|zero|0|never|free of)(?: (?:a|an|one|1|single|any|a single|more|further|of them|is|are|were|was))*$/.test(
    before,
  )
}

/** The functions that a clause names: by themselves, by what they do, by the part that does it. */
function functionsIn(
  line: Line,
  clause: Clause,
): {
  readonly fns: readonly string[]
  readonly mentions: readonly Mention[]
  readonly ask?: { word: string; among: readonly string[] }
  readonly indirect?: true
} {
  const said = words(line, clause.from, clause.to)
  const gear = gearIn(line, clause.from, clause.to)
  const longer = line.mentions.filter(
    (o) => o.sort !== 'function' && o.sort !== 'zone' && (o.by === 'name' || o.by === 'alias'),
  )
  const clear = (m: Mention) =>
    ![...gear, ...longer].some(
      (g) => g.from <= m.from && m.to <= g.to && (g.to - g.from > m.to - m.from || g.sort === 'gear'),
    )
  const mentions = named(line, clause.from, clause.to, 'function').filter(clear)
  const sure = mentions.filter((m) => m.by === 'name' || m.by === 'alias')
  const use = sure.length > 0 ? sure : mentions
  // "three times in a row" speaks of no row.
  const idiom = (m: Mention) =>
    /\bin a$/.test(words(line, Math.max(clause.from, m.from - 2), m.from)) &&
    /^rows?$/.test(words(line, m.from, m.to))
  const kept = use.filter((m) => !idiom(m))
  if (kept.length > 0) {
    const fns: string[] = []
    let ask: { word: string; among: readonly string[] } | undefined
    // One word may belong to two functions ("channels"): those that are sure come first.
    for (const m of [...kept].sort((a, b) => a.names.length - b.names.length)) {
      if (m.names.length === 1 && m.names[0]) {
        if (!fns.includes(m.names[0])) fns.push(m.names[0])
      } else if (!m.names.some((n) => fns.includes(n))) {
        const both = /\b(?:both|all|the two|two)\b/.test(said)
        if (both) fns.push(...m.names)
        else ask = { word: written(line, m.from, m.to), among: m.names }
      }
    }
    if (fns.length > 0) return { fns, mentions: kept }
    if (ask) return { fns: [], mentions: kept, ask }
  }
  // "both switches": every function called so.
  if (/\bboth switches\b|\ball (?:the )?switches\b/.test(said)) {
    const switches = line.scene.functions.filter((f) => /switch/.test(f.name)).map((f) => f.name)
    if (switches.length > 1) return { fns: switches, mentions: [] }
  }
  // "7 + 8 = 15": arithmetic.
  if (arithmetic.test(said)) {
    const rules = line.scene.functions.find((f) => /four rules|arithmetic|calculat/.test(f.name))
    if (rules) return { fns: [rules.name], mentions: [] }
  }
  // "motor hums but does not turn": the one function that depends on it.
  for (const m of named(line, clause.from, clause.to, 'position')) {
    const [name] = m.names
    if (
      m.names.length !== 1 ||
      !name ||
      /supply/.test(name) ||
      /^[A-Z]+\d+$/.test(name) ||
      line.tokens[m.from - 1]?.word === 'with'
    )
      continue
    const users = line.scene.functions.filter((f) => f.dependsOn.includes(name))
    if (users.length === 1 && users[0]) return { fns: [users[0].name], mentions: [m], indirect: true }
    const own = line.scene.functions.filter((f) => f.name.split(',')[0] === name)
    if (own.length === 1 && own[0]) return { fns: [own[0].name], mentions: [m] }
  }
  return { fns: [], mentions: [] }
}

const everything =
  /\b(?:everything|every function|all (?:the )?functions|all (?:of it |of them )?(?:works|work|ok|okay|good|fine|pass|passed)|the whole (?:list|lot|thing|machine)|whole list|all tests|full test|complete test|the lot|all points)\b/

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
  const own = phrasesIn(line, clause)
  // "send yes, receive no"; "no ding".
  const no =
    /\bno[ .!]*$/.test(said) ||
    named(line, clause.from, clause.to, 'function').some(
      (m) => line.tokens[m.from - 1]?.word === 'no' && m.by !== 'verb',
    ) ||
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
  const condition = conditionIn(line, clause.from, clause.to)
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
  const exception = /\b(?:except|apart from|save for|but not|but for|all but|bar)\b/.test(said)
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
      /\b(?:never|not)(?: \w+)? quite\b|\bnot (?:fully|completely|entirely|all)\b|\b(?:hardly|barely)\b/.test(
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
const arithmetic =
  /\b\d+ ?(?:x|times|plus|and|\/|-|minus|divided by) ?-?\d+ (?:gives|makes|is|=|equals)(?= )|\b\d+x\d+ (?:gives|makes|is|=)/
/** A function that is tried by starting the machine. */
const startFunction = (line: Line) => {
  const list = line.scene.functions.filter((f) => /^starts?\b/i.test(f.name))
  return list.length === 1 ? list[0]?.name : undefined
}
function cellIn(line: Line, clause: Clause): boolean {
  for (let i = clause.from; i < clause.to; i++) {
    const word = line.tokens[i]?.word ?? ''
    const next = line.tokens[i + 1]
    if (
      /^(?:key|channel|hole|column|columns|row|rows|digit|segment|segments|bit|track|line|keys|channels|holes|digits|lamp|pin|letter|character|position)$/.test(
        word,
      ) &&
      next &&
      i + 1 < clause.to &&
      (next.sort === 'number' || /^[a-z0-9]$/.test(next.word))
    )
      return true
    if (
      /^(?:last|first|bottom|top|left|right|upper|lower|middle|outer|second|third|fourth|fifth|sixth|seventh|eighth|half|some|few|two|three|one|\d|corner)$/.test(
        word,
      ) &&
      cellWords.has(next?.word ?? '') &&
      i + 1 < clause.to
    )
      return true
    if (
      /^(?:dead|stuck|bad|missing|faulty|weak|lazy|sticky)$/.test(word) &&
      cellWords.has(next?.word ?? '') &&
      i + 1 < clause.to
    )
      return true
    if (/^(?:corner|half|edge|escape|tab|shift|space|bar|enter|return)$/.test(word)) return true
  }
  return false
}
/** "rows dead" with all of them meant is no cell. */
const fnIsCell = (line: Line, clause: Clause) =>
  /\b(?:all|every|whole) (?:keys?|rows?|channels?|digits?|columns?)\b/.test(
    words(line, clause.from, clause.to),
  )

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

/** Results of one function told in several clauses are one result: the worse with the better makes partly. */
export function mergeTried(a: Tried, b: Tried): Tried {
  const symptom = [a.symptom, b.symptom].filter(Boolean).join(', ') || undefined
  const is = mergeVerdict(a, b)
  const counts = b.of !== undefined && a.of === undefined ? b : a
  const starts = a.starts ?? b.starts
  const failures =
    b.failures !== undefined && (a.failures === undefined || a.failures === 0) ? b.failures : a.failures
  return {
    ...a,
    is:
      starts !== undefined && failures !== undefined && failures > 0 && failures < starts
        ? 'intermittent'
        : is,
    good:
      starts !== undefined && failures !== undefined && a.good === undefined && b.good === undefined
        ? starts - failures
        : counts.good,
    of: counts.of ?? (starts !== undefined && failures !== undefined ? starts : undefined),
    starts,
    failures,
    symptom,
    gear: a.gear ?? b.gear,
    condition: a.condition ?? b.condition,
    when: a.when ?? b.when,
    cell: a.cell || b.cell,
  }
}
function mergeVerdict(a: Tried, b: Tried): Verdict {
  if (a.is === b.is) return a.is
  if (a.of !== undefined && a.good !== undefined && a.good < a.of && a.is !== 'pass') return a.is
  const set = new Set([a.is, b.is])
  if (set.has('intermittent')) return 'intermittent'
  if (set.has('not possible')) return set.has('pass') ? 'pass' : 'not possible'
  if (set.has('fail') && set.has('partly')) return (a.is === 'fail' ? a.cell : b.cell) ? 'partly' : 'fail'
  if (set.has('pass') && set.has('fail')) return b.is === 'fail' && !b.cell && !a.sure ? 'fail' : 'partly'
  if (set.has('inconclusive')) return a.is === 'inconclusive' ? b.is : a.is
  return 'partly'
}

export function testActs(t: Tried): readonly Act[] {
  if (t.ask && t.fns.length === 0)
    return [{ do: 'ask which', word: t.ask.word, among: t.ask.among, of: 'test' }]
  const { is, symptom, good, of, starts, failures, gear, condition, when } = t
  const plain = is === 'pass'
  return t.fns.map((fn): TestAct => ({
    do: 'test',
    fn,
    is,
    ...(symptom && !plain ? { symptom } : {}),
    ...(good === undefined ? {} : { good }),
    ...(of === undefined ? {} : { of }),
    ...(starts === undefined ? {} : { starts }),
    ...(failures === undefined ? {} : { failures }),
    ...(gear === undefined ? {} : { gear }),
    ...(condition === undefined ? {} : { condition }),
    ...(when === undefined ? {} : { when }),
  }))
}
