/** Acts of a reading as entries: each goes through the same makers as a line in a fixed form, so nothing is admitted that they refuse. */
import type { Act, TestAct } from '#core/work/reading/acts.ts'
import { parseConnection, parseHazard, parsePower, parseStop } from '../bench.ts'
import { parseDone } from '../checks.ts'
import { parseHealth } from '../health.ts'
import { parseUse } from '../lots.ts'
import { readAt } from '../measure.ts'
import { slotNamed } from '../part-words.ts'
import { parseOut } from '../parts.ts'
import { parseAsk } from '../said.ts'
import { type Effect } from '../effects.ts'
import { type Parsed, type Scene, done, wrong } from '../types.ts'
import { amend } from './amend.ts'
import { back, lend, putIn, swapFor } from './parts.ts'
import { answer, claim, planned, wait, waitOver } from './said.ts'
import { find, incident } from './seen.ts'
import { asWords, note, short } from './short.ts'
import { bought, counted, stock } from './stock.ts'
import { change, fasten, work } from './work.ts'

/** "5 v" is the point 5V, on a sheet that lists it or not. */
const pointNamed = (said: string): string => said.replace(/^([+-]?\d+(?:[.,]\d+)?)\s*v$/i, '$1V')

/** One act as entries; `line` is what was typed. */
export function tell(act: Exclude<Act, TestAct>, scene: Scene, line: string): Parsed {
  const { context } = scene
  switch (act.do) {
    case 'read':
      return readAt(scene, {
        point: short(pointNamed(act.point)),
        value: `${act.about ? '~' : ''}${act.value ?? `${act.min}..${act.max}`}${act.unit ?? ''}`,
        loadSaid: act.load,
      })
    case 'out': {
      const slot = slotNamed(context, act.what)
      return slot?.content === 'empty'
        ? asWords(`${act.what} out${act.to ? `, ${act.to}` : ''}`, act.what, 'is out already', scene)
        : parseOut(`${act.what}${act.to ? ` ${act.to}` : ''}`, scene)
    }
    case 'in':
      return act.what ? swapFor({ do: 'swap', at: act.at, with: act.what }, scene) : putIn(act.at, scene)
    case 'swap':
      return swapFor(act, scene)
    case 'lend':
      return lend(act, scene)
    case 'back':
      return back(act, scene)
    case 'off':
    case 'on':
      return fasten(act, scene, line)
    case 'unplug':
      return act.what === 'mains plug'
        ? parseDone('plug out', scene)
        : parseConnection('off', act.what, scene)
    case 'plug':
      return parseConnection('on', act.what, scene)
    case 'work':
      return work(act, scene, line)
    case 'adjust':
      return change('adjusted', act.what, { from: act.from, to: act.to }, scene)
    case 'set':
      return change('set', act.what, { to: act.to }, scene)
    case 'find':
      return find(act, scene)
    case 'incident':
      return incident(act, scene)
    case 'hazard':
      return parseHazard(act.words, scene)
    case 'power':
      return parsePower(act.way, scene)
    case 'wait':
      return wait(act, scene)
    case 'every':
      return wait({ do: 'wait', what: act.what ?? 'look at it', hours: 8 }, scene, act.every)
    case 'wait over':
      return waitOver(act, scene)
    case 'suspect':
    case 'bad':
    case 'good':
      return parseHealth(act.do, `${act.what}${act.because ? `: ${act.because}` : ''}`, scene)
    case 'claim':
      return claim(act, scene)
    case 'ask':
      return parseAsk(act.words.replace(/^ask\s+/i, ''), scene)
    case 'answer':
      return answer(act, scene)
    case 'plan':
      return planned(act.words, act.when, scene)
    case 'remind':
      return planned(act.words, act.on, scene)
    case 'verify':
      return planned(
        /^(?:please |double.?)?check\b/i.test(act.words) ? act.words : `check ${act.words}`,
        undefined,
        scene,
      )
    case 'stop':
      return parseStop(
        `${/\b(?:unplugged|plug(?:ged)? out|plug pulled)\b/i.test(line) ? 'unplugged ' : ''}${act.next ? `next ${act.next}` : ''}`,
        scene,
      )
    case 'close':
      return done([], [{ does: 'closes' }])
    case 'undo':
    case 'correct':
      return amend(act, scene)
    case 'query':
      return done([], [{ does: 'asks the record', question: { asks: act.asks, about: act.about ?? '' } }])
    case 'sum':
      return done([], [{ does: 'sums', value: act.value, unit: act.unit }])
    case 'use':
      return stock(act.what, scene, (lot) => parseUse(`${act.count} ${lot}`, scene), line)
    case 'count':
      return counted(act, scene, line)
    case 'buy':
      return bought(act, scene, line)
    case 'note':
      return note(act.words, scene)
    case 'ask which':
      return wrong({ why: 'which of', word: act.word, among: act.among })
  }
}

export type { Effect }
