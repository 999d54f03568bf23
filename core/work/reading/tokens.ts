/** A line as tokens: words, numbers, sizes and signs, each with where it stands. What was written is never changed. */
import { spokenNumber, unitOf, writtenNumber } from './numbers.ts'

export interface Token {
  /** As matched: small letters, spelling mended. */
  word: string
  readonly from: number
  readonly to: number
  readonly sort: 'word' | 'number' | 'size' | 'sign'
  readonly value?: number
  /** The other value that the same figures may mean. */
  readonly either?: number
  /** Its spelling was mended. */
  readonly mended?: true
  /** A unit written at the number: "40mV". */
  readonly unit?: string
}

const contractions: Readonly<Record<string, readonly string[]>> = {
  "doesn't": ['does', 'not'],
  doesnt: ['does', 'not'],
  "don't": ['do', 'not'],
  dont: ['do', 'not'],
  "didn't": ['did', 'not'],
  didnt: ['did', 'not'],
  "won't": ['will', 'not'],
  wont: ['will', 'not'],
  "can't": ['cannot'],
  cant: ['cannot'],
  "couldn't": ['could', 'not'],
  couldnt: ['could', 'not'],
  "isn't": ['is', 'not'],
  isnt: ['is', 'not'],
  "aren't": ['are', 'not'],
  arent: ['are', 'not'],
  "wasn't": ['was', 'not'],
  wasnt: ['was', 'not'],
  "weren't": ['were', 'not'],
  "wouldn't": ['would', 'not'],
  wouldnt: ['would', 'not'],
  "haven't": ['have', 'not'],
  havent: ['have', 'not'],
  "hasn't": ['has', 'not'],
  hasnt: ['has', 'not'],
  "hadn't": ['had', 'not'],
  "shouldn't": ['should', 'not'],
  shouldnt: ['should', 'not'],
  "i'm": ['i', 'am'],
  im: ['i', 'am'],
  "i've": ['i', 'have'],
  ive: ['i', 'have'],
  "i'll": ['i', 'will'],
  "i'd": ['i', 'would'],
  "we've": ['we', 'have'],
  "we'll": ['we', 'will'],
  "it's": ['it', 'is'],
  "that's": ['that', 'is'],
  thats: ['that', 'is'],
  "there's": ['there', 'is'],
  theres: ['there', 'is'],
  "what's": ['what', 'is'],
  whats: ['what', 'is'],
  "where's": ['where', 'is'],
  wheres: ['where', 'is'],
  "who's": ['who', 'is'],
  whos: ['who', 'is'],
  "when's": ['when', 'is'],
  "he's": ['he', 'is'],
  "she's": ['she', 'is'],
  "they've": ['they', 'have'],
  "you're": ['you', 'are'],
  "we're": ['we', 'are'],
  "they're": ['they', 'are'],
  "let's": ['let', 'us'],
  lets: ['let', 'us'],
  gonna: ['going', 'to'],
  wanna: ['want', 'to'],
  gotta: ['have', 'to'],
  wasnae: ['was', 'not'],
  "how's": ['how', 'is'],
  hows: ['how', 'is'],
  "we'd": ['we', 'would'],
  "it'll": ['it', 'will'],
  itll: ['it', 'will'],
  "that'll": ['that', 'will'],
  w: ['with'],
  'w/': ['with'],
  'w.': ['with'],
  hw: ['how'],
  wich: ['which'],
  wat: ['what'],
  dosnt: ['does', 'not'],
  dosent: ['does', 'not'],
  doesent: ['does', 'not'],
  dident: ['did', 'not'],
  abt: ['about'],
  thier: ['their'],
  afaik: [],
  imho: [],
  plus_: ['plus'],
  'w/o': ['without'],
  n: ['and'],
  '&': ['and'],
  '+': ['and'],
  pls: ['please'],
  plz: ['please'],
  pcs: ['pieces'],
  pwr: ['power'],
  rcv: ['receive'],
  recv: ['receive'],
  xmit: ['send'],
  prn: ['printer'],
  brt: ['brightness'],
  cct: ['circuit'],
  col: ['columns'],
  cols: ['columns'],
  char: ['character'],
  chars: ['characters'],
  'c.': ['cup'],
  ment: ['meant'],
  nah: ['no'],
  nope: ['no'],
  yep: ['yes'],
  yup: ['yes'],
  wasn_t: ['was', 'not'],
  tmrw: ['tomorrow'],
  tmr: ['tomorrow'],
  approx: ['about'],
  'approx.': ['about'],
  ca: ['about'],
  circa: ['about'],
  roughly: ['about'],
  '~': ['about'],
  '≈': ['about'],
  thru: ['through'],
  sw: ['switch'],
  chk: ['check'],
  chkd: ['checked'],
  tst: ['test'],
  intermit: ['intermittent'],
  scr: ['screws'],
  scrs: ['screws'],
  rplcd: ['replaced'],
  repl: ['replaced'],
  msrd: ['measured'],
  meas: ['measured'],
  temp: ['temporary'],
  bn: ['been'],
  nd: ['and'],
  nr: ['number'],
  btw: [],
  uh: [],
  um: [],
  erm: [],
  eh: [],
  hm: [],
  hmm: [],
  ok: ['ok'],
  okey: ['ok'],
  'o.k.': ['ok'],
  teh: ['the'],
  hte: ['the'],
  adn: ['and'],
  nad: ['and'],
  cld: ['could'],
  wld: ['would'],
  bec: ['because'],
  bc: ['because'],
  cos: ['because'],
  cuz: ['because'],
  coz: ['because'],
  prob: ['probably'],
  maint: ['maintenance'],
  cannot: ['cannot'],
  wld_: ['would'],
  til: ['till'],
  untill: ['until'],
  yest: ['yesterday'],
  ystd: ['yesterday'],
  mon: ['monday'],
  tue: ['tuesday'],
  tues: ['tuesday'],
  wed: ['wednesday'],
  thu: ['thursday'],
  thur: ['thursday'],
  thurs: ['thursday'],
  fri: ['friday'],
}

const pieces = new RegExp(
  [
    /->|=>|→|⇒|>>|(?<=\s)>(?=\s)/, // arrows
    /\b\d+[x×](?=m ?\d)/, // 10xM4x12
    /\b[Mm] ?\d+(?:[.,]\d+)?\s?[x×*]\s?\d+(?:[.,]\d+)?(?:\s?mm)?\b/, // M4x12
    /\b[Mm]\d+[.,]\d+\b/, // M2.5, a thread without its length
    /\d{4}-\d\d-\d\d/, // a day
    /\d{1,2}:\d\d(?:\s?[ap]m)?\b/, // a time
    // 15.12., where a day may stand: “5 V is 4.5.” ends a sentence.
    /(?<=\b(?:on|till|until|by|since|from|before|after|due|back)\s)(?:0?[1-9]|[12]\d|3[01])\.(?:0?[1-9]|1[0-2])\.(?:\d{4}|\d{2})?/,
    /\d{1,2}(?:st|nd|rd|th)\b/, // 4th
    /\d+(?:[.,]\d+)?\s?[ap]m\b/, // 6pm
    /(?<![\w.)])[+\-−–]?\d+(?:[.,]\d+)*(?:[/]\d+)?[A-Za-zµμΩω%°€£$]*(?:[A-Za-z0-9]*)/, // 40mV, 22, 74LS244, 5/4
    /[€£$]\s?\d+(?:[.,]\d+)?/,
    /\bc\.(?=\s?\d)|o\.k\.|w\/o|w\/|\bw\.(?=\s)/,
    /[A-Za-zÀ-ÿµΩ][A-Za-zÀ-ÿ0-9_µΩ]*(?:['’][A-Za-z]+)*(?:-(?=[A-Za-zÀ-ÿ0-9])[A-Za-zÀ-ÿ0-9]+)*\+?/, // words, designators, MR+, tape-out
    /\d+/,
    /[^\s]/,
  ]
    .map((r) => r.source)
    .join('|'),
  'gi',
)

const size = /^m ?(\d+(?:[.,]\d+)?)\s?[x×*]\s?(\d+(?:[.,]\d+)?)/i
/** A number with letters behind it that are a unit. */
const attached = /^([+\-−–]?\d+(?:[.,]\d+)?)([A-Za-zµμΩω%°€£$]+)$/

/** The tokens of a line. Contractions are two words with one place. */
export function tokensOf(line: string): Token[] {
  const out: Token[] = []
  for (const match of line.replaceAll('’', "'").matchAll(pieces)) {
    const text = match[0]
    const from = match.index
    const to = from + text.length
    out.push(...tokenOf(text, from, to))
  }
  return spoken(out)
}

function tokenOf(text: string, from: number, to: number): Token[] {
  const lower = text.toLowerCase()
  const place = { from, to }
  const sized = size.exec(text)
  if (sized)
    return [
      { word: `M${sized[1]?.replace(',', '.')}x${sized[2]?.replace(',', '.')}`, ...place, sort: 'size' },
    ]
  if (/^(?:->|=>|→|⇒|>>|>)$/.test(text)) return [{ word: '->', ...place, sort: 'sign' }]
  const number = writtenNumber(text)
  if (number) return [{ word: lower.replace(/^[−–]/, '-'), ...place, sort: 'number', ...number }]
  const united = attached.exec(text)
  if (united?.[1] && united[2] && united[2].toLowerCase() !== 'x') {
    const value = writtenNumber(united[1])
    if (value && unitOf(united[2]))
      return [{ word: lower.replace(/^[−–]/, '-'), ...place, sort: 'number', ...value, unit: united[2] }]
  }
  const times = /^(\d+)[x×]$/i.exec(text)
  if (times)
    return [
      { word: times[1] ?? '', ...place, sort: 'number', value: Number(times[1]) },
      { word: 'times', ...place, sort: 'word' },
    ]
  const short = contractions[lower]
  // A capital W is a watt.
  if (short && text !== 'W') return short.map((word) => ({ word, ...place, sort: 'word' }))
  const possessive = /^(.+)'s?$/.exec(lower)
  if (possessive?.[1] && lower.length > 3)
    return [
      { word: possessive[1], ...place, sort: 'word' },
      { word: "'s", ...place, sort: 'word' },
    ]
  return [{ word: lower, ...place, sort: /[a-z0-9µΩω]/i.test(text) ? 'word' : 'sign' }]
}

/** Number words become numbers, "M four by eight" a size, "comma" a comma: what a device writes when it is spoken to. */
function spoken(tokens: readonly Token[]): Token[] {
  const out: Token[] = []
  for (let i = 0; i < tokens.length;) {
    const token = tokens[i] as Token
    const words = tokens.slice(i, i + 8).map((t) => (t.sort === 'number' ? t.word : t.word))
    const dictated = dictatedSize(tokens, i)
    if (dictated) {
      out.push(dictated.token)
      i += dictated.took
      continue
    }
    const dash = token.word === '-' || token.word === '−' || token.word === '–'
    const number = token.sort === 'word' ? spokenNumber(words) : undefined
    const last = number && tokens[i + number.took - 1]
    if (number && last) {
      out.push({
        word: String(number.value),
        from: token.from,
        to: last.to,
        sort: 'number',
        value: number.value,
      })
      i += number.took
    } else if (token.word === 'minus' && tokens[i + 1]?.sort === 'number') {
      const next = tokens[i + 1] as Token
      out.push({ ...next, word: `-${next.word}`, from: token.from, value: -(next.value ?? 0) })
      i += 2
    } else {
      if (token.word === 'than' && out.at(-1)?.word === 'and') out.push({ ...token, word: 'then' })
      else if (token.word === 'comma' && i > 0) out.push({ ...token, word: ',', sort: 'sign' })
      else if (dash) out.push({ ...token, word: '-', sort: 'sign' })
      else out.push({ ...token })
      i++
    }
  }
  return out
}

function dictatedSize(tokens: readonly Token[], at: number): { token: Token; took: number } | undefined {
  const head = tokens[at]
  if (!head || !/^m\d*$/.test(head.word)) return undefined
  const glued = /^m(\d+)$/.exec(head.word)
  let next = at + 1
  let first: number | undefined = glued ? Number(glued[1]) : undefined
  if (first === undefined) {
    const read = numberAt(tokens, next)
    first = read?.value
    next += read?.took ?? 0
  }
  const by = tokens[next]?.word
  if (first === undefined || (by !== 'by' && by !== 'x' && by !== 'times')) return undefined
  const second = numberAt(tokens, next + 1)
  const last = second && tokens[next + second.took]
  return last && second
    ? {
        token: { word: `M${first}x${second.value}`, from: head.from, to: last.to, sort: 'size' },
        took: next + 1 + second.took - at,
      }
    : undefined
}

function numberAt(tokens: readonly Token[], at: number): { value: number; took: number } | undefined {
  const token = tokens[at]
  if (token?.sort === 'number' && token.value !== undefined) return { value: token.value, took: 1 }
  return spokenNumber(tokens.slice(at, at + 6).map((t) => t.word))
}
