/** What a line of the bench will do: screws, checks and cautions, what is left for later, what is supposed, what went wrong. */
import type { Effect } from '#core/composer/index.ts'
import { cautionTail, cautionWords } from './cautions.ts'
import { checkTitles } from './checks.ts'
import { ruleTitle } from './rules.ts'
import { onsetWords } from './bench.ts'
import { clockWords, shortDay } from './dates.ts'
import { list, sentence } from './lists.ts'

export interface When {
  readonly now: string
  readonly zone: string
}
export interface EffectWords {
  readonly text: string
  /** Something to heed: set in copper. */ readonly heed: boolean
}
export const plainEffect = (text: string): EffectWords => ({ text: sentence(text), heed: false })
export const heed = (text: string): EffectWords => ({ text: sentence(text), heed: true })

export type BenchEffect = Extract<
  Effect,
  {
    does:
      | 'fastens'
      | 'is longer'
      | 'comes too early'
      | 'leaves house rule'
      | 'wants authority'
      | 'cautions'
      | 'goes past'
      | 'stops'
      | 'puts off'
      | 'ends task'
      | 'soaks'
      | 'supposes'
      | 'ends advice'
      | 'dates fault'
      | 'keeps contents'
      | 'happens'
      | 'damages'
      | 'finds earlier work'
      | 'tries in vain'
      | 'loses contents'
      | 'done by'
      | 'settles'
  }
>
const benchEffects: Readonly<Record<BenchEffect['does'], true>> = {
  fastens: true,
  'is longer': true,
  'comes too early': true,
  'leaves house rule': true,
  'wants authority': true,
  cautions: true,
  'goes past': true,
  stops: true,
  'puts off': true,
  'ends task': true,
  soaks: true,
  supposes: true,
  'ends advice': true,
  'dates fault': true,
  'keeps contents': true,
  happens: true,
  damages: true,
  'finds earlier work': true,
  'tries in vain': true,
  'loses contents': true,
  'done by': true,
  settles: true,
}
export const isBenchEffect = (effect: Effect): effect is BenchEffect =>
  Object.hasOwn(benchEffects, effect.does)

const authorityWords: Readonly<Record<Extract<Effect, { does: 'wants authority' }>['authority'], string>> = {
  'switch on': 'to switch it on',
  mains: 'for work at the mains',
  'picture tube': 'for picture tubes',
  lithium: 'for lithium cells',
  chemicals: 'for these chemicals',
}

/** "You are not authorised to switch it on; Rasmus Tveit and Ottoline Brack are". */
export function authoritySentence({
  authority,
  people,
}: Extract<Effect, { does: 'wants authority' }>): string {
  const who = list(people.map((p) => p.name))
  return `the person doing it is not authorised ${authorityWords[authority]}; ${people.length > 0 ? `${who} ${people.length === 1 ? 'is' : 'are'}` : 'no person of the collection is at present'}`
}

function fastened(effect: Extract<Effect, { does: 'fastens' }>): EffectWords {
  const { way, count, size, left, cup, sizeKnown } = effect
  const what = `${count} ${size}${sizeKnown ? ' (the size known of it)' : ''}`
  switch (way) {
    case 'loosened':
      return plainEffect(`${what} loosened, still in`)
    case 'tightened':
      return plainEffect(`${what} tightened again`)
    case 'missing':
      return heed(`${what} not there: it stands under To do until they are found or replaced`)
    case 'lost':
      return heed(`${what} lost: closing no longer asks for them, To do does`)
    default:
      return left < 0
        ? heed(`${what} on: that is ${-left} more than came off`)
        : plainEffect(
            `${what} ${way}; ${left === 0 ? 'then none is left over' : `then ${left} ${left === 1 ? 'is' : 'are'} off`}${cup ? `; ${cup}, as before` : ''}`,
          )
  }
}

export function benchEffectWords(effect: BenchEffect, { now, zone }: When): EffectWords {
  switch (effect.does) {
    case 'fastens':
      return fastened(effect)
    case 'is longer':
      return heed(
        `${effect.size} is longer than the ${effect.than} that came out: it may press on what is behind it`,
      )
    case 'comes too early':
      return heed(
        `by the sheet ${effect.first} goes in before ${effect.what}, and is still off${effect.why ? `: ${effect.why}` : ''}`,
      )
    case 'leaves house rule':
      return heed(`the rule here is “${effect.rule}: ${effect.option}”. It is written all the same`)
    case 'wants authority':
      return effect.warranted
        ? plainEffect('written with the reason, or under the person named')
        : heed(authoritySentence(effect))
    case 'cautions':
      return { text: [...effect.of.map(cautionWords), cautionTail].join(' '), heed: true }
    case 'goes past':
      return heed(
        `${checkTitles[effect.check].toLowerCase()}, still open: ${list(
          effect.rules.map((r) => ruleTitle(r).toLowerCase()),
          4,
        )}. They stay open, marked as passed over`,
      )
    case 'stops':
      return plainEffect(
        `stops for today${effect.unplugged === undefined ? '; whether it is unplugged is not said: add “unplugged”' : effect.unplugged ? ', unplugged' : ', not unplugged'}; next: ${effect.words || 'not said'}`,
      )
    case 'puts off':
      return plainEffect(
        `left for later: ${effect.task}${effect.reason ? `, because ${effect.reason}` : ''}${effect.until ? `; not before ${shortDay(effect.until, now, zone)}` : ''}`,
      )
    case 'ends task':
      return plainEffect(`${effect.way}: ${effect.words}`)
    case 'soaks':
      return plainEffect(
        `${effect.what} until ${shortDay(effect.until, now, zone)}, ${clockWords(effect.until, zone)}${effect.byHouse ? ', as long as the house asks' : ''}; ${effect.attended ? 'attended' : effect.said ? 'unattended' : 'whether somebody stays with it is not said: add “attended”'}`,
      )
    case 'supposes':
      return plainEffect(
        `${effect.sort}${effect.from ? ` from ${effect.from}` : ''}${effect.about ? `, about ${effect.about}` : ''}: ${effect.words}`,
      )
    case 'ends advice':
      return plainEffect(`“${effect.words}”: ${effect.outcome}`)
    case 'dates fault':
      return plainEffect(`the fault of ${effect.of} is from ${onsetWords(effect.when)}`)
    case 'keeps contents':
      return !effect.copied
        ? plainEffect(`${effect.medium} is not copied`)
        : effect.twice
          ? plainEffect(`${effect.medium} copied, read twice with one sum`)
          : heed(`${effect.medium} copied, read once: read it again and compare the sums before it goes`)
    case 'happens':
      return heed(`something happened${effect.target ? ` to ${effect.target}` : ''}: ${effect.words}`)
    case 'damages':
      return heed(
        `damage at ${effect.target}: ${effect.what}; ${effect.by === 'not known' ? 'by whom is not said' : `by ${effect.by}`}, ${effect.undone === 'not known' ? 'whether it can be undone is not said' : effect.undone}`,
      )
    case 'finds earlier work':
      return plainEffect(`earlier work by strangers at ${list(effect.positions, 6)}: ${effect.words}`)
    case 'tries in vain':
      return plainEffect(`tried to ${effect.verb} ${effect.target}, without success: ${effect.why}`)
    case 'loses contents':
      return heed(
        `what is kept in it is not recorded: copy it twice with equal sums before ${effect.part} goes (copied …), or give it up by name (uncopied … because …)`,
      )
    case 'done by':
      return plainEffect(`done by ${effect.name}`)
    case 'settles':
      return plainEffect(`${effect.position}: ${list(effect.what)} is what holds, whatever else was read`)
  }
}
