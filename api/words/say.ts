/**
 * A sentence as it is shown. It is kept whole where it stands in the code, in English and with named slots; another language gives its own
 * for it, in which the slots may stand elsewhere. Nothing is put together from halves of sentences.
 */

import type { Telling } from '#api/problems.ts'

/** From a sentence as it is written in the code to the same in the language that is spoken. */
export type Language = (message: string) => string

const asWritten: Language = (message) => message

const likeness: Readonly<Record<string, string>> = {
  ...{ a: 'á', e: 'ë', i: 'ï', o: 'ø', u: 'ü', y: 'ý', n: 'ñ', c: 'ç', s: 'š', z: 'ž' },
  ...{ A: 'Å', E: 'É', I: 'Î', O: 'Ø', U: 'Û', N: 'Ñ', C: 'Ç', S: 'Š' },
}

/**
 * A language that nobody speaks, to be read all the same: every letter that can has an accent, a sentence is a third longer (as most
 * languages are beside English) and stands between ⟦ and ⟧. What is shown without them, also in a slot, is not in the catalogue.
 */
export const pseudo: Language = (message) => message.split('|').map(likened).join('|')

function likened(message: string): string {
  const accented = message.replace(/\{\w+\}|[A-Za-z]/g, (c) => likeness[c] ?? (c.length > 1 ? `⟧${c}⟦` : c))
  const longer = '·'.repeat(Math.ceil(message.replace(/\{\w+\}/g, '').length / 3))
  return `⟦${accented}${longer}⟧`.replaceAll('⟦⟧', '')
}

/** The language of this device, known before the first table of words is made. Only English ships; `pseudo` is for whoever looks for words that no catalogue holds. */
const chosen = (): Language =>
  (globalThis as { localStorage?: Pick<Storage, 'getItem'> }).localStorage?.getItem('anamnesis.language') ===
  'pseudo'
    ? pseudo
    : asWritten
let spoken = chosen()

/** From now on; for tests. */
export const speak = (language: Language = asWritten) => {
  spoken = language
}

export type SlotsOf<Message extends string> = Message extends `${string}{${infer Name}}${infer Rest}`
  ? Name | SlotsOf<Rest>
  : never
type Filled<Message extends string> = [SlotsOf<Message>] extends [never]
  ? []
  : [slots: Readonly<Record<SlotsOf<Message>, string | number>>]

/** `say('{n} of {all} work', { n: 3, all: 8 })` is “3 of 8 work”. */
export const say = <const Message extends string>(message: Message, ...[slots]: Filled<Message>): string =>
  slots ? filled(spoken(message), slots) : spoken(message)

const filled = (sentence: string, slots: Readonly<Record<string, string | number>>): string =>
  sentence.replace(/\{(\w+)\}/g, (slot, name: string) => (name in slots ? String(slots[name]) : slot))

/** A sentence of the server: what fills its slots comes apart from it, and it is said in the language that is spoken here. */
export const said = ({ message, slots }: Telling): string => filled(spoken(message), slots)

/** A word of the record (a status, a sort, a choice) as it is shown: it is stored in English, and shown in the language that is spoken. */
export const shown = (stored: string): string => spoken(stored)
