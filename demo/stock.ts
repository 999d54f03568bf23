/** Drawers and bags of the museum: parts by name, lots by number, what is kept for whom, and what an owner agreed to. */
import type { Body } from '#core/history/bodies/index.ts'
import { madeId } from './made.ts'
import type { LotId, MachineId } from '#core/ids.ts'
import { inMachine, inStore } from '#core/place.ts'
import { machines } from './ids.ts'
import { people, type PersonKey } from './people.ts'
import type { Story } from './story.ts'

/** Drawers: fifty-odd parts are known by the end of the two years. */
export function stock(s: Story) {
  const day = s.at(720, '11:00')
  for (let i = 0; i < 4; i++)
    s.spare(day, 'rasmus', 'electrolytic capacitor', 'drawer 4', {
      price: 240,
      attributes: { rating: '63 V', value: '2200 µF', temperature: '105 °C' },
    })
  for (let i = 0; i < 5; i++)
    s.spare(day, 'rasmus', 'electrolytic capacitor', 'drawer 4', {
      price: 85,
      attributes: { rating: '25 V', value: '470 µF', temperature: '105 °C' },
    })
  s.spare(day, 'rasmus', 'electrolytic capacitor', 'drawer 4', {
    attributes: { rating: '10 V', value: '470 µF' },
  })
  for (let i = 0; i < 3; i++)
    s.spare(day, 'rasmus', 'mains filter capacitor', 'drawer 5', {
      attributes: { 'safety class': 'X', value: '100 nF' },
    })
  for (let i = 0; i < 3; i++)
    s.spare(day, 'imke', '74LS374', 'drawer 2', { marking: '74LS374N 8407', proved: i === 0 })
  s.spare(day, 'imke', '74LS244', 'drawer 2', { marking: '74LS244N' })
  for (let i = 0; i < 4; i++) s.spare(day, 'jonas', 'driver transistor', 'drawer 3')
  for (let i = 0; i < 2; i++)
    s.spare(day, 'jonas', 'memory cell', 'drawer 6', {
      attributes: { cell: i === 0 ? 'rechargeable' : 'primary' },
    })
  for (let i = 0; i < 2; i++) s.spare(day, 'jonas', 'flat belt', 'drawer 7')
  for (let i = 0; i < 2; i++) s.spare(day, 'imke', '64K memory', 'drawer 2', { proved: true })
  s.spare(day, 'imke', 'reed relay', 'drawer 3')
  s.spare(day, 'imke', 'ink roller', 'drawer 7', { origin: 'made' })
  for (let i = 0; i < 5; i++) s.spare(day, 'jonas', 'keycap blank', 'drawer 8', { origin: 'made' })
  s.spare(day, 'rasmus', 'timing ROM', 'drawer 2', {
    marking: 'D24-18 copy, read twice, same checksum',
    origin: 'made',
  })
}

const lotIds: LotId[] = []
/** The n-th bag, whichever asks for it first. */
const lotId = (n: number): LotId => (lotIds[n] ??= madeId<LotId>())

interface Bag {
  readonly kind: string
  readonly place: string
  readonly n: number
  readonly attributes?: Record<string, string>
  readonly reorderAt?: number
  readonly price?: number
  readonly currency?: string
  readonly origin?: Extract<Body, { kind: 'lot'; what: 'got' }>['origin']
  readonly words?: string
}
const bags: readonly Bag[] = [
  {
    kind: 'electrolytic capacitor',
    place: 'drawer 4',
    n: 20,
    attributes: { value: '470 µF', rating: '35 V', temperature: '105 °C', body: '10x16' },
    reorderAt: 6,
    price: 780,
  },
  {
    kind: 'electrolytic capacitor',
    place: 'drawer 4',
    n: 10,
    attributes: { value: '47 µF', rating: '25 V', temperature: '105 °C', body: '5x11' },
    price: 190,
  },
  { kind: 'M3x8 screw', place: 'rack, tin 2', n: 200, price: 450, words: 'zinc plated, cross head' },
  {
    kind: 'resistor',
    place: 'drawer 1',
    n: 50,
    attributes: { value: '4.7 kΩ' },
    price: 175,
    currency: 'GBP',
  },
  {
    kind: 'keycap spring',
    place: 'rack, tin 5',
    n: 120,
    origin: 'donor',
    words: 'from three keyboards that were past saving',
  },
]

/** What is counted instead of named: bought, used, recounted. */
export function lots(s: Story) {
  bags.forEach((bag, i) => {
    const lot = lotId(i + 1)
    s.tell(s.at(600 - i, '10:00'), 'jonas', {
      kind: 'lot',
      what: 'identified',
      lot,
      partKind: bag.kind,
      tag: `L-${String(i + 1).padStart(4, '0')}`,
      ...(bag.attributes ? { attributes: bag.attributes } : {}),
      ...(bag.reorderAt === undefined ? {} : { reorderAt: bag.reorderAt }),
    })
    s.tell(s.at(600 - i, '10:02'), 'jonas', {
      kind: 'lot',
      what: 'got',
      lot,
      n: bag.n,
      place: inStore(bag.place),
      origin: bag.origin ?? 'bought',
      ...(bag.price === undefined ? {} : { price: { minor: bag.price, currency: bag.currency ?? 'EUR' } }),
      ...(bag.words ? { words: bag.words } : {}),
    })
  })
  s.tell(s.at(410, '18:00'), 'imke', {
    kind: 'count',
    lot: lotId(3),
    place: inStore('rack, tin 2'),
    n: 170,
    about: true,
    words: 'weighed',
  })
  s.tell(s.at(96, '18:20'), 'jonas', {
    kind: 'count',
    lot: lotId(1),
    place: inStore('drawer 4'),
    n: 8,
    words: 'the list said 12',
  })
}

/** What was found missing, the promises of the last weeks, and an owner's word; told after the machines are known. */
export function keepAndConsent(s: Story) {
  const missing = (daysAgo: number, who: PersonKey, machine: MachineId, position: string) =>
    s.tell(s.at(daysAgo, '18:20'), who, {
      kind: 'part',
      what: 'content',
      machine,
      place: inMachine(machine, position),
      content: 'empty',
    })
  missing(605, 'imke', machines.ticket, 'ink roller')
  missing(118, 'imke', machines.printer, 'bell')
  missing(5, 'rasmus', machines.writer, 'BT1')
  s.tell(s.at(12, '18:40'), 'rasmus', {
    kind: 'reservation',
    what: 'made',
    machine: machines.terminalA,
    position: 'C5',
    lot: lotId(1),
    n: 1,
    words: 'for the renewal of its supply',
  })
  s.tell(s.at(12, '18:41'), 'rasmus', {
    kind: 'reservation',
    what: 'made',
    machine: machines.writer,
    lot: lotId(1),
    n: 2,
    until: s.at(-60, '23:00'),
  })
  s.tell(
    s.at(90, '11:15'),
    'ottoline',
    {
      kind: 'consent',
      machine: machines.till,
      by: people.ferry.party,
      to: 'irreversible work',
      given: true,
      words: 'The drawer may be rewired; the scratched number plate stays as it is.',
    },
    { basis: 'told' },
  )
  s.tell(
    s.at(90, '11:16'),
    'ottoline',
    {
      kind: 'consent',
      machine: machines.till,
      by: people.ferry.party,
      to: 'give parts',
      given: false,
      words: 'Nothing leaves it.',
    },
    { basis: 'told' },
  )
}
