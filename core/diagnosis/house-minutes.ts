/** Minutes of hands for what can be done about a fault. House figures: they are shown where they act. */

export type Touches = 'nothing' | 'disturbed' | 'altered'

/** Minutes of hands where neither sheet nor house says. House figures. */
export const houseMinutes = {
  look: 2,
  read: 3,
  reseat: 3,
  resolder: 12,
  swap: { socketed: 6, plug: 10, clipped: 8, screwed: 15, soldered: 35 },
  'try in a host': 20,
  'stand in': 15,
  'unplug a load': 8,
  'prove gear': 6,
  'other gear': 5,
  'check the setting': 3,
} as const

/** Minutes that are added where no proved part of the kind is in stock, or none at all. House figures. */
export const fetchMinutes = { proved: 0, 'not proved': 10, none: 30 } as const

/** Minutes that are added for what an act touches. House figures. */
export const tolls: Readonly<Record<Touches, number>> = { nothing: 0, disturbed: 3, altered: 10 }
