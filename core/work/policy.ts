/** House rules: between schools of practice the house picks one, a machine may differ, and the reason is kept. */
import type { MachineState, World } from '#core/history/world.ts'

export interface PolicyOption {
  readonly option: string
  readonly speaks: string
}
export interface Policy {
  readonly key: string
  readonly preset: string
  /** The house's alone: no machine differs. */
  readonly houseOnly?: true
  readonly options: readonly PolicyOption[]
}

/** The choices that checks, standings and house methods read. Every option says what speaks for it. */
export const policies: readonly Policy[] = [
  {
    key: 'house mains',
    preset: '230 V 50 Hz',
    houseOnly: true,
    options: [
      {
        option: '230 V 50 Hz',
        speaks: 'What comes out of the wall here. Machines for other mains ask for their transformer.',
      },
      {
        option: '120 V 60 Hz',
        speaks: 'What comes out of the wall here. Motors and transformers for 50 Hz ask for a second look.',
      },
      { option: '100 V 50 Hz', speaks: 'What comes out of the wall here.' },
      { option: '100 V 60 Hz', speaks: 'What comes out of the wall here.' },
    ],
  },
  {
    key: 'power or open first',
    preset: 'power first',
    options: [
      {
        option: 'power first',
        speaks:
          'The complaint is seen before anything is touched; what opening disturbs cannot be mistaken for it.',
      },
      {
        option: 'open first',
        speaks:
          'An unknown machine may leak, rust or be for other mains; power can turn a small fault into a burnt one. Unplugging and looking then do not end “as found”.',
      },
    ],
  },
  {
    key: 'first power',
    preset: 'dummy load first',
    options: [
      {
        option: 'dummy load first',
        speaks:
          'Old supplies fail upward and kill what they feed: measured apart, nothing else is at risk. Where it cannot be separated, a current limit serves.',
      },
      {
        option: 'current limit',
        speaks:
          'A lamp limiter or a limited bench supply shows a short before it burns; a lamp fools some switching supplies.',
      },
      {
        option: 'protected outlet',
        speaks:
          'Fuse and residual-current protection, straight on: quick, and honest for supplies that will not start under a limit.',
      },
    ],
  },
  {
    key: 'charge checked by',
    preset: 'reading',
    options: [
      {
        option: 'reading',
        speaks: 'A number and a time: nobody has to trust that the wait was long enough.',
      },
      {
        option: 'procedure',
        speaks: 'Waiting and bleeding as the sheet says: no probe slips in a crowded supply.',
      },
    ],
  },
  {
    key: 'cells',
    preset: 'holder fitted',
    options: [
      { option: 'holder fitted', speaks: 'Nobody solders again, and the clock keeps its time.' },
      {
        option: 'out for good',
        speaks: 'Nothing left that can leak; the clock is set by hand. Closing asks for it.',
      },
    ],
  },
  {
    key: 'wait after a board wash',
    preset: '24 h',
    options: [
      { option: '24 h', speaks: 'Warm and moving air, board upright: the usual wait.' },
      {
        option: '48 h',
        speaks: 'Sockets, transformers and shielded corners hold water longer than the surface shows.',
      },
      { option: '72 h', speaks: 'A cold or damp room, or a board with many sockets.' },
    ],
  },
  {
    key: 'stop rule',
    preset: '3 trials',
    options: [
      {
        option: '3 trials',
        speaks: 'Three swaps without effect say that the theory is wrong: stop, look again, ask.',
      },
      { option: '5 trials', speaks: 'Where parts are socketed and proved, a few more trials cost little.' },
      { option: 'no limit', speaks: 'People judge for themselves when they are guessing.' },
    ],
  },
  {
    key: 'as-found depth',
    preset: 'short',
    options: [
      { option: 'look', speaks: 'One tap: dead, signs of life, seems to run. Right for lots of many units.' },
      {
        option: 'short',
        speaks:
          'The essential few: an evening still leaves time to work, and “was it us?” can be answered for what matters.',
      },
      { option: 'full', speaks: 'Every function, each key and port: nothing stays unanswerable later.' },
    ],
  },
  {
    key: 'how long a test stands',
    preset: '730 days',
    options: [
      { option: '365 days', speaks: 'Machines on show: cells, belts and contacts change within a year.' },
      {
        option: '730 days',
        speaks: 'A store with steady climate: two years is a fair compromise with the time there is.',
      },
      {
        option: 'no limit',
        speaks: 'A proof stays a proof until something is touched; the date is shown, and people judge.',
      },
    ],
  },
  {
    key: 're-inspection after treatment',
    preset: '90 days',
    options: [
      {
        option: '30 days',
        speaks: 'Leaks and rust that mean to come back often do so within weeks; a month catches them early.',
      },
      {
        option: '90 days',
        speaks: 'A season: one change of damp and heating has passed over the treated place.',
      },
      {
        option: '365 days',
        speaks:
          'A full year of climate; right for slow loss such as plasticiser bleed, and for houses with few hands.',
      },
    ],
  },
  {
    key: 'renewing capacitors',
    preset: 'only leaking or suspect',
    options: [
      {
        option: 'all, preventively',
        speaks:
          'Those that have not failed will; one opening instead of five. The originals go with the machine.',
      },
      {
        option: 'only leaking or suspect',
        speaks: 'What shows no harm stays: fewer joints are disturbed, more of the machine is its own.',
      },
      {
        option: 'only what measures bad',
        speaks: 'ESR and leakage decide, not fear. It takes a meter, and lifting a leg for leakage.',
      },
      {
        option: 'never without a fault',
        speaks: 'Long idle electrolytics are re-formed first; many run on for years.',
      },
    ],
  },
  {
    key: 'contacts',
    preset: 'glass-fibre pen',
    options: [
      {
        option: 'glass-fibre pen',
        speaks:
          'Takes corrosion off card edges and pins at once; alcohol afterwards, and never breathe the dust.',
      },
      {
        option: 'contact cleaner only',
        speaks: 'Nothing is worn away: plating is thin, and a polished contact has less of it each time.',
      },
      {
        option: 'metal polish',
        speaks:
          'Bright and even on plain metal. On plating it divides people: it cuts, and what stays in crevices attracts damp.',
      },
    ],
  },
  {
    key: 'key contacts',
    preset: 'cleaning only',
    options: [
      {
        option: 'cleaning only',
        speaks: 'Alcohol on a swab, nothing added: what was there stays there, and most come back.',
      },
      {
        option: 'graphite',
        speaks:
          'Rubbed into worn rubber it conducts again; cheap, dusty, and to be renewed after some years.',
      },
      {
        option: 'conductive paint',
        speaks: 'Lasts longest on worn pads; cannot be taken off again without the pad.',
      },
    ],
  },
  {
    key: 'solder mask',
    preset: 'UV-cured mask',
    options: [
      {
        option: 'UV-cured mask',
        speaks: 'Hard and thin like the original. A weak torch leaves it tacky; a strong lamp takes the day.',
      },
      { option: 'paint', speaks: 'From any shop, any colour; softer, and it creeps under parts.' },
      {
        option: 'varnish',
        speaks: 'Clear: the mended track can still be inspected, and alcohol takes it off again.',
      },
    ],
  },
  {
    key: 'whitening',
    preset: 'never',
    options: [
      {
        option: 'never',
        speaks: 'Yellowing belongs to the life of the thing, and the colour may return, even in the dark.',
      },
      { option: 'cream under film', speaks: 'Little agent, strong effect; an uneven film makes streaks.' },
      {
        option: 'cream open, brushed',
        speaks: 'Watched every few minutes, so that streaks are seen in time; best on a dull day.',
      },
      { option: 'immersion', speaks: 'The most even of all; impractical for large parts.' },
      { option: 'sunlight alone', speaks: 'No agent at all; slow, and it wants days of watching.' },
    ],
  },
  {
    key: 'leak neutraliser',
    preset: 'by pH paper',
    options: [
      {
        option: 'by pH paper',
        speaks:
          'Measured first: weak acid from 8 upwards, sodium bicarbonate from 6 down. What came out of a cell decides, not its name.',
      },
      {
        option: 'water and detergent only',
        speaks: 'Adds no second chemical; enough where little has leaked and it is washed well.',
      },
    ],
  },
  {
    key: 'run',
    preset: 'to be run',
    options: [
      { option: 'to be run', speaks: 'The machine is meant to work and is tested.' },
      {
        option: 'not run',
        speaks: 'Display or reserve: running wears it or endangers it, and nobody needs it to.',
      },
    ],
  },
]

/** The option in force for a machine: its own, else the house's, else the preset. Throws UnknownPolicy for a key that is not listed. */
export function policyOf(world: World, machine: MachineState | undefined, key: string): string {
  const said = machine?.policies.get(key) ?? world.policies.get(key)
  if (said?.body.kind === 'rule' && said.body.what === 'policy') return said.body.option
  const policy = policies.find((p) => p.key === key)
  if (!policy) throw new UnknownPolicy(key)
  return policy.preset
}

/** The option in force; undefined for a rule that the house does not have. */
export const findPolicyOption = (
  world: World,
  machine: MachineState | undefined,
  key: string,
): string | undefined => (policies.some((p) => p.key === key) ? policyOf(world, machine, key) : undefined)

/** The number in an option such as "730 days"; undefined for "no limit". */
export function policyNumber(
  world: World,
  machine: MachineState | undefined,
  key: string,
): number | undefined {
  const match = /^(\d+)/.exec(policyOf(world, machine, key))
  return match ? Number(match[1]) : undefined
}

export class UnknownPolicy extends Error {
  constructor(readonly key: string) {
    super(`no policy is called ${key}`)
    this.name = 'UnknownPolicy'
  }
}
