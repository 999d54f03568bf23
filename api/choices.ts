/** Closed lists that forms offer, without the schemas around them. */
import type { LegalStatus, Purpose } from '#core/history/bodies/machine.ts'

export const legalStatuses: readonly LegalStatus[] = [
  'entered, undecided',
  'accessioned',
  'long loan in',
  'loan in',
  'handling collection',
  'owner’s',
  'parts stock',
  'disposed',
]
/** Complete by type: a purpose that forms do not offer could never be chosen. */
const everyPurpose: Readonly<Record<Purpose, true>> = {
  undecided: true,
  'working exhibit': true,
  display: true,
  reserve: true,
  'parts source': true,
  study: true,
  'for sale': true,
}
export const purposes = Object.keys(everyPurpose) as readonly Purpose[]
export const sourceKinds = [
  'gift',
  'purchase',
  'lot',
  'loan in',
  'repair for owner',
  'found',
  'transfer',
  'not recorded',
] as const
export const authorities = ['switch on', 'mains', 'picture tube', 'lithium', 'chemicals'] as const
export const healthWords = ['proved good', 'not shown faulty', 'suspect', 'proved bad', 'unknown'] as const
