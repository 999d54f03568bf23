/** What the fields of a part or a lot say: its attributes and its price. Pure. */
import { say } from '#api/words/say.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { LotId, PartId } from '#core/ids.ts'
import type { Place } from '#core/place.ts'
import { money, typed } from '#web/app/typed.ts'

/** By which a part is fitted; the same for one part and for a lot. */
export interface AttributesForm {
  readonly marking: string
  readonly value: string
  readonly rating: string
  readonly temperature: string
  readonly package: string
  readonly body: string
  readonly safetyClass: string
  readonly cell: string
}
export interface PriceForm {
  readonly amount: string
  readonly currency: string
}

export const noAttributes: AttributesForm = {
  ...{
    marking: '',
    value: '',
    rating: '',
    temperature: '',
    package: '',
    body: '',
    safetyClass: '',
    cell: '',
  },
}

/** The attributes that are said; undefined where there is none. */
export function attributesOf(form: AttributesForm): Record<string, string> | undefined {
  const named: [string, string][] = [
    ['value', form.value],
    ['rating', form.rating],
    ['temperature', form.temperature],
    ['package', form.package],
    ['body', form.body],
    ['safety class', form.safetyClass],
    ['cell', form.cell],
  ]
  const said = named.flatMap(([name, text]) => (typed(text) ? [[name, text.trim()]] : []))
  return said.length > 0 ? Object.fromEntries(said) : undefined
}

export const noAmount = say(
  'Write an amount such as 12.50, and a currency of three letters. Nothing was lost.',
)

type Identified = Extract<BodyOf<'part'>, { what: 'identified' }>
export interface NewPartForm extends AttributesForm, PriceForm {
  readonly kind: string
  readonly tag: string
  readonly place: string
  readonly origin: NonNullable<Identified['origin']>
  readonly health: 'unknown' | 'proved good'
}

/** A part that is new to the record. */
export const newPartOf = (form: NewPartForm, part: PartId, nextTag: string): Identified => ({
  kind: 'part',
  what: 'identified',
  part,
  partKind: form.kind.trim(),
  tag: typed(form.tag) ?? nextTag,
  origin: form.origin,
  place: storePlace(form.place),
  marking: typed(form.marking),
  attributes: attributesOf(form),
  price: money(form.amount, form.currency),
})

/** What is said of its health with it; nothing where it is not known. */
export const healthOf = ({ health }: NewPartForm, part: PartId): Body[] =>
  health === 'unknown'
    ? []
    : [{ kind: 'part', what: 'health', part, health, because: 'said when it was written down' }]

const storePlace = (place: string): Place => ({ in: { kind: 'store', id: place.trim() } })

type Got = Extract<BodyOf<'lot'>, { what: 'got' }>
export interface NewLotForm extends AttributesForm, PriceForm {
  readonly kind: string
  readonly tag: string
  readonly n: string
  readonly place: string
  readonly origin: Got['origin']
  readonly words: string
  readonly reorderAt: string
}

/** A lot that is new to the record, and how many came. */
export const newLotOf = (form: NewLotForm, lot: LotId, nextTag: string): [BodyOf<'lot'>, Got] => [
  {
    kind: 'lot',
    what: 'identified',
    lot,
    partKind: form.kind.trim(),
    tag: typed(form.tag) ?? nextTag,
    marking: typed(form.marking),
    attributes: attributesOf(form),
    ...(typed(form.reorderAt) ? { reorderAt: Number(form.reorderAt) } : {}),
  },
  {
    kind: 'lot',
    what: 'got',
    lot,
    n: Number(form.n),
    place: storePlace(form.place),
    origin: form.origin,
    price: money(form.amount, form.currency),
    words: typed(form.words),
  },
]
