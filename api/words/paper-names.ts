/** What papers of a loan are called. Apart from what stands on them, which only the server composes. */
import { say } from './say.ts'
import type { PaperSort } from '#core/history/bodies/paper.ts'

const titles: Readonly<Record<PaperSort, string>> = {
  agreement: say('Loan agreement'),
  'packing list': say('Packing list'),
  'handover sheet': say('Handover sheet'),
  'look sheet': say('Look, zone by zone'),
  receipt: say('Receipt'),
  'demonstrators’ instructions': say('Instructions for demonstrators'),
}
export const paperTitle = (sort: PaperSort): string => titles[sort]

/** What a button says that issues one. */
export const issueWords: Readonly<Record<PaperSort, string>> = {
  agreement: say('Issue a loan agreement'),
  'packing list': say('Issue a packing list'),
  'handover sheet': say('Issue a handover sheet'),
  'look sheet': say('Issue a look sheet'),
  receipt: say('Issue a receipt'),
  'demonstrators’ instructions': say('Issue instructions for demonstrators'),
}
