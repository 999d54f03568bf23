/** The ways in which things leave the house or come to it. Apart from the shapes, so that a page may know them without reading any. */
export const loanWays = ['out', 'in', 'repair', 'transfer', 'disposal'] as const
export type LoanWay = (typeof loanWays)[number]
/** What leaves this house, and what came to it from the other side. */
export const leavesHouse = (way: LoanWay): boolean => way !== 'in' && way !== 'repair'
/** What goes for good: it needs somebody’s decision, and no terms. */
export const forGood = (way: LoanWay): boolean => way === 'transfer' || way === 'disposal'
