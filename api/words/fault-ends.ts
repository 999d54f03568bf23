/** How a search for a fault ends, and what became of advice. */
import type { DiagnosisEnd } from '#core/history/bodies/diagnosis.ts'
import { say } from './say.ts'
import { capital } from './lists.ts'
import type { AdviceStatus } from '#core/diagnosis/heard.ts'
import type { FaultView } from '#core/views/fault-shape.ts'

/** What each end means for the status and for whoever comes next. */
export const endMeaning: Readonly<Record<DiagnosisEnd, { readonly title: string; readonly means: string }>> =
  {
    'replace the module': {
      title: say('Replace the whole module'),
      means: say(
        'The faulty module is kept with the machine or in stock, marked as bad. The machine is tested again with the other one.',
      ),
    },
    'display only': {
      title: say('Show it, keep it switched off'),
      means: say(
        'Its status becomes “kept switched off”. Whoever comes next finds the reason, and need not try it.',
      ),
    },
    'cause unknown': {
      title: say('Keep it with the cause unknown'),
      means: say(
        'It stays as it is and says so. Whoever comes next begins where you stopped, with all that was seen.',
      ),
    },
  }

export const endTitle = (end: DiagnosisEnd): string => capital(endMeaning[end].title)

export const adviceStatusWords: Readonly<Record<AdviceStatus, string>> = {
  untried: say('not tried'),
  'tried, no effect': say('tried, no effect'),
  'tried, helped': say('tried, and it helped'),
  disproved: say('tried, and it did not hold'),
  confirmed: say('it held'),
  dropped: say('dropped, not tried'),
}

export const approachWords: Readonly<Record<FaultView['approach'], string>> = {
  'fewest minutes': say('Ordered by expected minutes until it works.'),
  'what changed first': say('What was touched since it last worked comes first.'),
  'look and reseat first': say('Looks and reseats come first.'),
  'information a minute': say('What tells most a minute comes first; it takes longer until it works.'),
}

/** Beside the acts, where small changes of the house figures would turn the order. */
export const closeWords = say(
  'The first acts are close: with slightly other figures another would come first.',
)
