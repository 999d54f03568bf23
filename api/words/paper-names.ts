/** What papers of a loan are called. Apart from what stands on them, which only the server composes. */
import type { PaperSort } from '#core/history/bodies/paper.ts'

const titles: Readonly<Record<PaperSort, string>> = {
  agreement: 'Loan agreement',
  'packing list': 'Packing list',
  'handover sheet': 'Handover sheet',
  'look sheet': 'Look, zone by zone',
  receipt: 'Receipt',
  'demonstrators’ instructions': 'Instructions for demonstrators',
}
export const paperTitle = (sort: PaperSort): string => titles[sort]

/** What a button says that issues one. */
export const issueWords: Readonly<Record<PaperSort, string>> = {
  agreement: 'Issue a loan agreement',
  'packing list': 'Issue a packing list',
  'handover sheet': 'Issue a handover sheet',
  'look sheet': 'Issue a look sheet',
  receipt: 'Issue a receipt',
  'demonstrators’ instructions': 'Issue instructions for demonstrators',
}
