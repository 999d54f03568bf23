/** What Enter does with a line, decided by what was read of it and nothing else. */
import { say } from '#api/words/say.ts'
import { effectWords } from '#api/words/composer.ts'
import { ofWording, type Effect, type Parsed } from '#core/composer/index.ts'
import type { RecordQuestion } from '#core/history/record.ts'

type Follows =
  | { readonly does: 'jot' | 'close' | 'write' | 'nothing' }
  | { readonly does: 'ask the record'; readonly question: RecordQuestion }
  | { readonly does: 'ask once'; readonly words: string; readonly keepAs: string }
  | {
      readonly does: 'want authority'
      readonly words: string
      readonly people: Extract<Effect, { does: 'wants authority' }>['people']
    }

/** It is written, or something is asked first. `asked`: it was asked about already. */
export function whatFollows(
  parsed: Parsed,
  line: string,
  asked: boolean,
  when: Parameters<typeof effectWords>[1],
): Follows {
  if (!parsed.ok) {
    // “?” asks what can be written.
    const wording = 'problem' in parsed && ofWording.has(parsed.problem.why) && line.trim() !== '?'
    return { does: wording ? 'jot' : 'nothing' }
  }
  const { effects, entries } = parsed
  if (effects.some((e) => e.does === 'closes')) return { does: 'close' }
  const question = effects.find((e) => e.does === 'asks the record')
  if (entries.length === 0)
    return question ? { does: 'ask the record', question: question.question } : { does: 'nothing' }
  const against = effects.filter((e) => e.does === 'contradicts')
  const fresh = /\bnew\b/i.test(line) ? [] : effects.filter((e) => e.does === 'adds function')
  if (!asked && against.length + fresh.length > 0) {
    const why = [...against, ...fresh].map((e) => effectWords(e, when).text).join(' ')
    return against.length > 0
      ? { does: 'ask once', words: say('{why} Was it so?', { why }), keepAs: say('Yes, write it') }
      : { does: 'ask once', words: why, keepAs: say('Add and write') }
  }
  const wanting = effects.find((e) => e.does === 'wants authority')
  if (wanting && !wanting.warranted)
    return { does: 'want authority', words: effectWords(wanting, when).text, people: wanting.people }
  return { does: 'write' }
}
