/** What owners are asked about, after “agree to”. */
import { say, shown } from './say.ts'
import type { ConsentMatter } from '#core/history/bodies/consent.ts'

export const matterWords: Readonly<Record<ConsentMatter, string>> = {
  'give parts': say('giving parts of it away'),
  lending: say('lending it out'),
  'irreversible work': say('work that cannot be undone'),
  opening: say('opening it'),
  cleaning: say('cleaning it'),
  repair: say('repairing it'),
}

/** How a machine came: the kinds of source, as they are shown. */
export const sourceWords = (how: string): string => (how === 'lot' ? say('auction lot') : shown(how))
