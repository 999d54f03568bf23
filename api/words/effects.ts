/** What a line of the bench will do: screws, checks and cautions, what is left for later, what is supposed, what went wrong. */
import { say } from './say.ts'
import type { Effect } from '#core/composer/index.ts'
import { cautionTail, cautionWords } from './cautions.ts'
import { checkTitles } from './checks.ts'
import { ruleTitle } from './rules.ts'
import { onsetWords } from './bench.ts'
import { clockWords, shortDay } from './dates.ts'
import { brackets, colon, commas, list, semicolons, sentence } from './lists.ts'

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
  'switch on': say('to switch it on'),
  mains: say('for work at the mains'),
  'picture tube': say('for picture tubes'),
  lithium: say('for lithium cells'),
  chemicals: say('for these chemicals'),
}

/** "You are not authorised to switch it on; Rasmus Tveit and Ottoline Brack are". */
export function authoritySentence({
  authority,
  people,
}: Extract<Effect, { does: 'wants authority' }>): string {
  const who = list(people.map((p) => p.name))
  const to = authorityWords[authority]
  if (people.length === 0)
    return say('the person doing it is not authorised {to}; no person of the collection is at present', {
      to,
    })
  return people.length === 1
    ? say('the person doing it is not authorised {to}; {who} is', { to, who })
    : say('the person doing it is not authorised {to}; {who} are', { to, who })
}

function fastened(effect: Extract<Effect, { does: 'fastens' }>): EffectWords {
  const { way, count, size, left, cup, sizeKnown } = effect
  const what = brackets(`${count} ${size}`, sizeKnown && say('the size known of it'))
  switch (way) {
    case 'loosened':
      return plainEffect(say('{what} loosened, still in', { what }))
    case 'tightened':
      return plainEffect(say('{what} tightened again', { what }))
    case 'missing':
      return heed(say('{what} not there: it stands under To do until they are found or replaced', { what }))
    case 'lost':
      return heed(say('{what} lost: closing no longer asks for them, To do does', { what }))
    default:
      return left < 0
        ? heed(say('{what} on: that is {over} more than came off', { what, over: -left }))
        : plainEffect(
            semicolons(
              `${what} ${way}`,
              left === 0
                ? say('then none is left over')
                : left === 1
                  ? say('then {left} is off', { left })
                  : say('then {left} are off', { left }),
              cup && say('{cup}, as before', { cup }),
            ),
          )
  }
}

export function benchEffectWords(effect: BenchEffect, { now, zone }: When): EffectWords {
  switch (effect.does) {
    case 'fastens':
      return fastened(effect)
    case 'is longer':
      return heed(
        say('{size} is longer than the {than} that came out: it may press on what is behind it', {
          size: effect.size,
          than: effect.than,
        }),
      )
    case 'comes too early':
      return heed(
        colon(
          say('by the sheet {first} goes in before {what}, and is still off', {
            first: effect.first,
            what: effect.what,
          }),
          effect.why,
        ),
      )
    case 'leaves house rule':
      return heed(
        say('the rule here is “{rule}: {option}”. It is written all the same', {
          rule: effect.rule,
          option: effect.option,
        }),
      )
    case 'wants authority':
      return effect.warranted
        ? plainEffect(say('written with the reason, or under the person named'))
        : heed(authoritySentence(effect))
    case 'cautions':
      return { text: [...effect.of.map(cautionWords), cautionTail].join(' '), heed: true }
    case 'goes past':
      return heed(
        say('{checkTitles}, still open: {rules}. They stay open, marked as passed over', {
          checkTitles: checkTitles[effect.check].toLowerCase(),
          rules: list(
            effect.rules.map((r) => ruleTitle(r).toLowerCase()),
            4,
          ),
        }),
      )
    case 'stops':
      return plainEffect(
        semicolons(
          effect.unplugged === undefined
            ? say('stops for today')
            : effect.unplugged
              ? say('stops for today, unplugged')
              : say('stops for today, not unplugged'),
          effect.unplugged === undefined && say('whether it is unplugged is not said: add “unplugged”'),
          effect.words ? say('next: {words}', { words: effect.words }) : say('next: not said'),
        ),
      )
    case 'puts off':
      return plainEffect(
        semicolons(
          commas(
            say('left for later: {task}', { task: effect.task }),
            effect.reason && say('because {reason}', { reason: effect.reason }),
          ),
          effect.until && say('not before {until}', { until: shortDay(effect.until, now, zone) }),
        ),
      )
    case 'ends task':
      return plainEffect(`${effect.way}: ${effect.words}`)
    case 'soaks':
      return plainEffect(
        semicolons(
          commas(
            say('{what} until {until}, {clock}', {
              what: effect.what,
              until: shortDay(effect.until, now, zone),
              clock: clockWords(effect.until, zone),
            }),
            effect.byHouse && say('as long as the house asks'),
          ),
          effect.attended
            ? say('attended')
            : effect.said
              ? say('unattended')
              : say('whether somebody stays with it is not said: add “attended”'),
        ),
      )
    case 'supposes':
      return plainEffect(
        colon(
          commas(
            effect.from ? say('{sort} from {from}', { sort: effect.sort, from: effect.from }) : effect.sort,
            effect.about && say('about {about}', { about: effect.about }),
          ),
          effect.words,
        ),
      )
    case 'ends advice':
      return plainEffect(`“${effect.words}”: ${effect.outcome}`)
    case 'dates fault':
      return plainEffect(
        say('the fault of {of} is from {onset}', { of: effect.of, onset: onsetWords(effect.when) }),
      )
    case 'keeps contents':
      return !effect.copied
        ? plainEffect(say('{medium} is not copied', { medium: effect.medium }))
        : effect.twice
          ? plainEffect(say('{medium} copied, read twice with one sum', { medium: effect.medium }))
          : heed(
              say('{medium} copied, read once: read it again and compare the sums before it goes', {
                medium: effect.medium,
              }),
            )
    case 'happens':
      return heed(
        effect.target
          ? say('something happened to {target}: {words}', { words: effect.words, target: effect.target })
          : say('something happened: {words}', { words: effect.words }),
      )
    case 'damages':
      return heed(
        semicolons(
          say('damage at {target}: {what}', { target: effect.target, what: effect.what }),
          commas(
            effect.by === 'not known' ? say('by whom is not said') : say('by {by}', { by: effect.by }),
            effect.undone === 'not known' ? say('whether it can be undone is not said') : effect.undone,
          ),
        ),
      )
    case 'finds earlier work':
      return plainEffect(
        say('earlier work by strangers at {positions}: {words}', {
          positions: list(effect.positions, 6),
          words: effect.words,
        }),
      )
    case 'tries in vain':
      return plainEffect(
        say('tried to {verb} {target}, without success: {why}', {
          verb: effect.verb,
          target: effect.target,
          why: effect.why,
        }),
      )
    case 'loses contents':
      return heed(
        say(
          'what is kept in it is not recorded: copy it twice with equal sums before {part} goes (copied …), or give it up by name (uncopied … because …)',
          { part: effect.part },
        ),
      )
    case 'done by':
      return plainEffect(say('done by {name}', { name: effect.name }))
    case 'settles':
      return plainEffect(
        say('{position}: {what} is what holds, whatever else was read', {
          position: effect.position,
          what: list(effect.what),
        }),
      )
  }
}
