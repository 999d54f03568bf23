/** What speaks for each option of each house rule. */
import { say } from './say.ts'
import type { PolicyKey, PolicyOption } from '#core/policy.ts'

const speaksFor: { readonly [K in PolicyKey]: Readonly<Record<PolicyOption<K>, string>> } = {
  'house mains': {
    '230 V 50 Hz': say(
      'What comes out of the wall here. Machines for other mains ask for their transformer.',
    ),
    '120 V 60 Hz': say(
      'What comes out of the wall here. Motors and transformers for 50 Hz ask for a second look.',
    ),
    '100 V 50 Hz': say('What comes out of the wall here.'),
    '100 V 60 Hz': say('What comes out of the wall here.'),
  },
  'power or open first': {
    'power first': say(
      'The complaint is seen before anything is touched; what opening disturbs cannot be mistaken for it.',
    ),
    'open first': say(
      'An unknown machine may leak, rust or be for other mains; power can turn a small fault into a burnt one. Unplugging and looking then do not end “as found”.',
    ),
  },
  'first power': {
    'dummy load first': say(
      'A failing supply may give too high a voltage and destroy what it feeds: measured apart, it can harm nothing else. Where it cannot be separated, a current limit serves.',
    ),
    'current limit': say(
      'A lamp limiter or a limited bench supply shows a short before it burns; a lamp fools some switching supplies.',
    ),
    'protected outlet': say(
      'Fuse and residual-current protection, straight on: quick, and honest for supplies that will not start under a limit.',
    ),
  },
  'charge checked by': {
    reading: say('A value and a time: no need to trust that the wait was long enough.'),
    procedure: say('Waiting and bleeding as the sheet says: no probe slips in a crowded supply.'),
  },
  cells: {
    'holder fitted': say('Soldering is not needed again, and the clock keeps its time.'),
    'out for good': say('No cell is left that can leak; the clock is set by hand. Closing asks for it.'),
  },
  'wait after a board wash': {
    '24 h': say('Warm and moving air, board upright: the usual wait.'),
    '48 h': say('Sockets, transformers and shielded corners hold water longer than the surface shows.'),
    '72 h': say('A cold or damp room, or a board with many sockets.'),
  },
  'fault approach': {
    'fewest minutes': say(
      'Calculated to the end: the act after which the least work is expected until it works.',
    ),
    'what changed first': say(
      'What was touched since it last ran comes first. Quick where work was just done; slow on a machine that failed by itself.',
    ),
    'look and reseat first': say('Nothing is altered while a look or a reseated contact may still do it.'),
    'information a minute': say(
      'For a study of the cause: what tells most comes first, though it takes longer until it works.',
    ),
  },
  'stop rule': {
    '3 trials': say('Three swaps without effect say that the theory is wrong: stop, look again, ask.'),
    '5 trials': say('Where parts are socketed and proved, a few more trials cost little.'),
    'no limit': say('People judge for themselves when they are guessing.'),
  },
  'as-found depth': {
    look: say('One tap: dead, signs of life, seems to run. Right for groups of many units.'),
    short: say(
      'The essential few: an evening still leaves time to work, and “was it us?” can be answered for what matters.',
    ),
    full: say('Every function, each key and port: nothing stays unanswerable later.'),
  },
  'how long a test stands': {
    '365 days': say('Machines on show: cells, belts and contacts change within a year.'),
    '730 days': say('A store with steady climate: two years is a fair compromise with the time there is.'),
    'no limit': say('A proof stays a proof until something is touched; the date is shown, and people judge.'),
  },
  're-inspection after treatment': {
    '30 days': say(
      'Leaks and rust that mean to come back often do so within weeks; a month catches them early.',
    ),
    '90 days': say('A season: one change of damp and heating has passed over the treated place.'),
    '365 days': say(
      'A full year of climate; right for slow loss such as plasticiser bleed, and for houses with few hands.',
    ),
  },
  'renewing capacitors': {
    'all, preventively': say(
      'Many of the others fail later; one opening instead of five. The originals go with the machine.',
    ),
    'only leaking or suspect': say(
      'What shows no harm stays: fewer joints are disturbed, more of the machine is its own.',
    ),
    'only what measures bad': say(
      'ESR and leakage decide, not fear. It takes a meter, and lifting a leg for leakage.',
    ),
    'never without a fault': say('Long idle electrolytics are re-formed first; many run on for years.'),
  },
  contacts: {
    'glass-fibre pen': say(
      'Takes corrosion off card edges and pins at once; alcohol afterwards, and never breathe the dust.',
    ),
    'contact cleaner only': say(
      'Nothing is worn away: plating is thin, and a polished contact has less of it each time.',
    ),
    'metal polish': say(
      'Bright and even on plain metal. On plating it divides people: it cuts, and what stays in crevices attracts damp.',
    ),
  },
  'key contacts': {
    'cleaning only': say('Alcohol on a swab, nothing added: what was there stays there, and most come back.'),
    graphite: say(
      'Rubbed into worn rubber it conducts again; cheap, dusty, and to be renewed after some years.',
    ),
    'conductive paint': say('Lasts longest on worn pads; cannot be taken off again without the pad.'),
  },
  'solder mask': {
    'UV-cured mask': say(
      'Hard and thin like the original. A weak torch leaves it tacky; a strong lamp takes the day.',
    ),
    paint: say('From any shop, any colour; softer, and it creeps under parts.'),
    varnish: say('Clear: the mended track can still be inspected, and alcohol takes it off again.'),
  },
  whitening: {
    never: say('Yellowing belongs to the life of the thing, and the colour may return, even in the dark.'),
    'cream under film': say('Little agent, strong effect; an uneven film makes streaks.'),
    'cream open, brushed': say(
      'Watched every few minutes, so that streaks are seen in time; best on a dull day.',
    ),
    'cream bagged for days': say(
      'A bag keeps the agent wet and the light off: even without watching, and slow enough that nothing is overshot in an hour.',
    ),
    immersion: say('The most even of all; impractical for large parts.'),
    'sunlight alone': say('No agent at all; slow, and it needs days of watching.'),
  },
  'leak neutraliser': {
    'by pH paper': say(
      'Measured first: weak acid from 8 upwards, sodium bicarbonate from 6 down. What came out of a cell decides, not its name.',
    ),
    'water and detergent only': say(
      'Adds no second chemical; enough where little has leaked and it is washed well.',
    ),
  },
  'labels and seals': {
    'photographed, then broken': say(
      'What they said is kept, and the work goes on. Opening past one without a photograph is warned of.',
    ),
    'never broken': say(
      'An unbroken seal shows that it was not opened: worth more than the repair to some collections.',
    ),
    'broken when in the way': say('A machine that is repaired anyway loses nothing by it.'),
  },
  'removed originals': {
    'kept with the machine': say('The way back stays open, and later it is clear what was in it.'),
    'one kept as evidence': say(
      'One of each kind tells what was fitted; the others would only fill a drawer.',
    ),
    'to stock': say('What still works serves another machine; the record says where it came from.'),
    'a steward decides': say('Each part by itself, by somebody who answers for the collection.'),
  },
  'soak length': {
    '1 h': say('Most faults of warming up show within the hour, and an evening has one to spare.'),
    '4 h': say('An afternoon: supplies and displays that sag late are seen.'),
    '24 h': say('What will run unattended on show should have run a day with somebody looking in.'),
  },
  'repair or replace a module': {
    'repair it': say('The machine keeps its own parts; a spare stays a spare for when it is needed.'),
    'replace it, keep the old one': say('Quick, and the old one can be mended on the bench in its own time.'),
    'whichever is quicker': say('Right for a machine that must run on a date.'),
  },
  'board wash': {
    'swab and alcohol': say('Only what is dirty is touched, and it is dry within the hour.'),
    'soap, water and warm air': say('Reaches everywhere and rinses clean; then a day or more to dry.'),
    'ultrasonic bath': say(
      'Lifts what a brush cannot reach; not under chips, and not for what is sealed or loose.',
    ),
    never: say('Water finds what was dry for decades; dust brushed off is enough.'),
  },
  run: {
    'to be run': say('The machine is meant to work and is tested.'),
    'not run': say('Display or reserve: running wears it or endangers it, and it is not needed.'),
  },
}

/** One sentence that says what speaks for an option; empty for one that no rule has. */
export const policySpeaks = (key: string, option: string): string =>
  (speaksFor as Readonly<Record<string, Readonly<Record<string, string>>>>)[key]?.[option] ?? ''

const questions: Readonly<Record<PolicyKey, string>> = {
  'house mains': say('What comes out of the wall here?'),
  'power or open first': say('What comes first on an unknown machine: power or opening?'),
  'first power': say('How is it powered for the first time?'),
  'charge checked by': say('How is it checked that no charge is left?'),
  cells: say('What becomes of cells on a board?'),
  'wait after a board wash': say('How long does a washed board dry?'),
  'fault approach': say('In what order is a fault looked for?'),
  'stop rule': say('After how many trials without effect is it time to stop?'),
  'as-found depth': say('How much is tested before the first change?'),
  'how long a test stands': say('How long is a test valid?'),
  're-inspection after treatment': say('When is a treated place looked at again?'),
  'renewing capacitors': say('Which capacitors are renewed?'),
  contacts: say('How are contacts cleaned?'),
  'key contacts': say('How are the contacts of keys cleaned?'),
  'solder mask': say('What covers bare track?'),
  whitening: say('Is yellowed plastic whitened?'),
  'leak neutraliser': say('What neutralises a leak?'),
  'labels and seals': say('What becomes of labels and seals?'),
  'removed originals': say('Where do original parts go that were removed?'),
  'soak length': say('How long is a soak test?'),
  'repair or replace a module': say('Is a module repaired or replaced?'),
  'board wash': say('How is a board washed?'),
  run: say('Is the machine to be run?'),
}
/** What a house practice answers, as a newcomer would ask it. */
export const practiceQuestion = (key: string): string => questions[key as PolicyKey] ?? key
