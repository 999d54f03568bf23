/** What owners are asked about, after “agree to”. */
import type { ConsentMatter } from '#core/history/bodies/consent.ts'

export const matterWords: Readonly<Record<ConsentMatter, string>> = {
  'give parts': 'giving parts of it away',
  lending: 'lending it out',
  'irreversible work': 'work that cannot be undone',
  opening: 'opening it',
  cleaning: 'cleaning it',
  repair: 'repairing it',
}
