/** Treatments of the demo: a case whitened over three sessions, a leak looked at again, a rust that came back. All invented. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId } from '#core/ids.ts'
import { dayOf } from '#core/quantity/time.ts'
import type { MeasuredPhoto } from '#server/features/treatments/measure.ts'
import { machines } from './ids.ts'
import type { PictureName } from './pictures.ts'
import { demoZone, type Story } from './story.ts'

type Begun = Extract<BodyOf<'treatment'>, { what: 'begun' }>
type Ended = Extract<BodyOf<'treatment'>, { what: 'ended' }>
export type Measured = Partial<Readonly<Record<PictureName, MeasuredPhoto>>>

const lid = 'case'

export function treatments(s: Story, measured: Measured) {
  whitenedCase(s, measured)
  leakOfTheWriter(s)
  rustOfTheTill(s)
}

const begin = (
  s: Story,
  daysAgo: number,
  clock: string,
  body: Omit<Begun, 'kind' | 'what' | 'trial' | 'carries' | 'counts'> & Partial<Begun>,
): EntryId =>
  s.tell(s.at(daysAgo, clock), 'imke', {
    kind: 'treatment',
    what: 'begun',
    trial: false,
    carries: [],
    counts: [],
    ...body,
  }).id
const end = (
  s: Story,
  daysAgo: number,
  clock: string,
  treatment: EntryId,
  body: Pick<Ended, 'machine' | 'verdicts'> & Partial<Ended>,
) =>
  s.tell(s.at(daysAgo, clock), 'imke', {
    kind: 'treatment',
    what: 'ended',
    treatment,
    beside: [],
    counts: [],
    ...body,
  })

/** Three sunny days in summer; the second under film left streaks, and the third was open and brushed. */
function whitenedCase(s: Story, measured: Measured) {
  const machine = machines.calculatorB
  const photo = (daysAgo: number, name: PictureName) => {
    const { file, width, height } = s.pictures[name]
    const shown = s.tell(s.at(daysAgo, '18:30'), 'imke', {
      kind: 'photo',
      machine,
      file,
      width,
      height,
      zone: lid,
      words: 'with cards, for its colour',
    })
    const read = measured[name]
    if (!read) return
    s.tell(
      s.at(daysAgo, '18:40'),
      'imke',
      {
        kind: 'colour',
        machine,
        zone: lid,
        photo: shown.id,
        file,
        version: 1,
        marks: read.marks.map((m) => ({ ...m })),
        ...(read.cells ? { cells: { ...read.cells, b: [...read.cells.b] } } : {}),
      },
      { basis: 'measured' },
    )
  }
  const session = (daysAgo: number, cover: 'film' | 'open', temperature: number, although: string) => {
    const id = begin(s, daysAgo, '11:00', {
      machine,
      sort: 'whitening',
      on: [lid],
      agent: 'peroxide cream',
      bought: '40 volumes',
      mixed: '12 % by weight',
      cover,
      light: { by: 'sun', through: 'open', cloud: 0 },
      temperature,
      carries: [
        { what: 'badge', is: 'masked' },
        { what: 'label', is: 'taken off' },
      ],
      although,
    })
    const at = (clock: string, did: Extract<BodyOf<'treatment'>, { what: 'happened' }>['did']) =>
      s.tell(s.at(daysAgo, clock), 'imke', {
        kind: 'treatment',
        what: 'happened',
        machine,
        treatment: id,
        did,
      })
    if (cover === 'open') for (const clock of ['11:30', '12:00', '12:45']) at(clock, { did: 'brushed' })
    at('13:10', { did: 'saw the cloud', cloud: 4 })
    at('15:00', { did: 'rinsed', water: 'tap water' })
    return id
  }
  photo(171, 'lid yellowed')
  const first = session(170, 'open', 31, 'a trial piece that is in use; the board agreed')
  end(s, 170, '15:20', first, {
    machine,
    verdicts: [{ on: lid, is: 'better' }],
    beside: [{ what: 'badge', is: 'unharmed' }],
  })
  photo(169, 'lid once')
  const second = session(165, 'film', 33, 'as before')
  end(s, 165, '15:20', second, {
    machine,
    verdicts: [{ on: lid, is: 'better', words: 'streaks where the film lay thick' }],
    beside: [{ what: 'badge', is: 'unharmed' }],
  })
  photo(164, 'lid twice')
  const third = session(158, 'open', 29, 'as before')
  end(s, 158, '15:20', third, {
    machine,
    verdicts: [{ on: lid, is: 'better', words: 'the streaks are fainter' }],
    beside: [{ what: 'badge', is: 'unharmed' }],
    recheck: dayOf(s.at(-20, '12:00'), demoZone),
  })
  photo(157, 'lid thrice')
}

function leakOfTheWriter(s: Story) {
  const machine = machines.writer
  const leak = begin(s, 40, '17:00', {
    machine,
    sort: 'leak',
    on: ['supply'],
    agent: 'citric acid',
    mixed: '5 % by weight',
    cover: 'none',
    light: { by: 'none' },
    ph: 10,
  })
  const did = (clock: string, what: Extract<BodyOf<'treatment'>, { what: 'happened' }>['did']) =>
    s.tell(s.at(40, clock), 'imke', {
      kind: 'treatment',
      what: 'happened',
      machine,
      treatment: leak,
      did: what,
    })
  did('17:20', { did: 'read the pH', ph: 8 })
  did('17:25', { did: 'rinsed', water: 'tap water' })
  did('17:40', { did: 'read the pH', ph: 7 })
  did('17:45', { did: 'rinsed', water: 'deionised water' })
  end(s, 40, '18:10', leak, {
    machine,
    verdicts: [{ on: 'supply', is: 'better', words: 'copper bright again at two pads, dull at the third' }],
    ph: 7,
    recheck: dayOf(s.at(5, '12:00'), demoZone),
  })
}

function rustOfTheTill(s: Story) {
  const machine = machines.till
  const rust = begin(s, 140, '16:00', {
    machine,
    sort: 'rust',
    on: ['cabinet'],
    agent: 'fibre pad, dry',
    cover: 'none',
    light: { by: 'none' },
    although: 'loose flakes only, the owner said so at the door',
  })
  end(s, 140, '17:30', rust, {
    machine,
    verdicts: [{ on: 'cabinet', is: 'better', words: 'nothing put on against it' }],
    recheck: dayOf(s.at(100, '12:00'), demoZone),
  })
  const again = begin(s, 60, '16:00', {
    machine,
    sort: 'rust',
    on: ['cabinet'],
    agent: 'fibre pad, then wax',
    cover: 'none',
    light: { by: 'none' },
    although: 'it came back within three months, unprotected; the owner agreed on the telephone',
  })
  end(s, 60, '17:00', again, {
    machine,
    verdicts: [{ on: 'cabinet', is: 'better' }],
    recheck: dayOf(s.at(-30, '12:00'), demoZone),
  })
}
