/** House rules: between schools of practice the house picks one, a machine may differ, and the reason is kept. */

interface PolicyShape {
  readonly options: readonly string[]
  readonly preset: string
  /** The house's alone: no machine differs. */
  readonly houseOnly?: true
}

/** The choices that checks, standings and house methods read, with the option in force where nobody chose. */
export const policies = {
  'house mains': {
    preset: '230 V 50 Hz',
    options: ['230 V 50 Hz', '120 V 60 Hz', '100 V 50 Hz', '100 V 60 Hz'],
    houseOnly: true,
  },
  'power or open first': { preset: 'power first', options: ['power first', 'open first'] },
  'first power': {
    preset: 'dummy load first',
    options: ['dummy load first', 'current limit', 'protected outlet'],
  },
  'charge checked by': { preset: 'reading', options: ['reading', 'procedure'] },
  cells: { preset: 'holder fitted', options: ['holder fitted', 'out for good'] },
  'wait after a board wash': { preset: '24 h', options: ['24 h', '48 h', '72 h'] },
  'fault approach': {
    preset: 'fewest minutes',
    options: ['fewest minutes', 'what changed first', 'look and reseat first', 'information a minute'],
  },
  'stop rule': { preset: '3 trials', options: ['3 trials', '5 trials', 'no limit'] },
  'as-found depth': { preset: 'short', options: ['look', 'short', 'full'] },
  'how long a test stands': { preset: '730 days', options: ['365 days', '730 days', 'no limit'] },
  're-inspection after treatment': { preset: '90 days', options: ['30 days', '90 days', '365 days'] },
  'renewing capacitors': {
    preset: 'only leaking or suspect',
    options: [
      'all, preventively',
      'only leaking or suspect',
      'only what measures bad',
      'never without a fault',
    ],
  },
  contacts: {
    preset: 'glass-fibre pen',
    options: ['glass-fibre pen', 'contact cleaner only', 'metal polish'],
  },
  'key contacts': { preset: 'cleaning only', options: ['cleaning only', 'graphite', 'conductive paint'] },
  'solder mask': { preset: 'UV-cured mask', options: ['UV-cured mask', 'paint', 'varnish'] },
  whitening: {
    preset: 'never',
    options: [
      'never',
      'cream under film',
      'cream open, brushed',
      'cream bagged for days',
      'immersion',
      'sunlight alone',
    ],
  },
  'leak neutraliser': { preset: 'by pH paper', options: ['by pH paper', 'water and detergent only'] },
  'labels and seals': {
    preset: 'photographed, then broken',
    options: ['photographed, then broken', 'never broken', 'broken when in the way'],
  },
  'removed originals': {
    preset: 'kept with the machine',
    options: ['kept with the machine', 'one kept as evidence', 'to stock', 'a steward decides'],
  },
  'soak length': { preset: '1 h', options: ['1 h', '4 h', '24 h'] },
  'repair or replace a module': {
    preset: 'repair it',
    options: ['repair it', 'replace it, keep the old one', 'whichever is quicker'],
  },
  'board wash': {
    preset: 'swab and alcohol',
    options: ['swab and alcohol', 'soap, water and warm air', 'ultrasonic bath', 'never'],
  },
  run: { preset: 'to be run', options: ['to be run', 'not run'] },
} as const satisfies Readonly<Record<string, PolicyShape>>

export type PolicyKey = keyof typeof policies
export type PolicyOption<K extends PolicyKey> = (typeof policies)[K]['options'][number]

export const policyKeys = Object.keys(policies) as PolicyKey[]
export const isPolicyKey = (key: string): key is PolicyKey => Object.hasOwn(policies, key)
/** Whether a rule is the house's alone, so that no machine may differ. */
export const isHouseOnly = (key: PolicyKey): boolean => 'houseOnly' in policies[key]
