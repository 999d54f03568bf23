/** How often: "8 out of 10 tries", "ten starts", "three times it hung". */
import { type Line, words } from './line.ts'

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
export function ofMany(line: Line, from: number, to: number): Counted | undefined {
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
      /\ball but$/.test(before) ||
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
export function triesIn(
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
export function failuresIn(
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
