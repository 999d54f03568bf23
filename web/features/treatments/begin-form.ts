/** What the slip that begins a treatment makes of what is typed in it. */
import { say } from '#api/words/say.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { TreatmentSort } from '#core/history/bodies/treatment.ts'
import type { MachineId, MethodId } from '#core/ids.ts'
import { waitName } from '#core/treatment/after.ts'
import { instantToMs, msToInstant, type Instant } from '#core/quantity/time.ts'
import { figure, typed } from '#web/app/typed.ts'

export type Begun = Extract<BodyOf<'treatment'>, { what: 'begun' }>
type Carried = Begun['carries'][number]['is'] | 'not there'

export interface BeginForm {
  sort: TreatmentSort
  method: string
  agent: string
  on: string[]
  /** Other places, with commas. */
  others: string
  bought: string
  mixed: string
  cover: Begun['cover']
  temperature: string
  lit: (typeof lights)[number]['value']
  lamp: string
  watts: string
  distance: string
  cloud: 0 | 4 | 6 | 8
  ph: string
  /** Answers to what is asked of this sort, in its order. */
  asked: string[]
  counted: string
  n: string
  hours: string
  every: string
  carried: Record<string, Carried>
  trial: boolean
  words: string
  although: string
}

export const lights = [
  { value: 'none', label: say('no light') },
  { value: 'open', label: say('sun') },
  { value: 'glass', label: say('sun, behind glass') },
  { value: 'shade', label: say('outside, in the shade') },
  { value: 'lamp', label: say('lamp') },
] as const

/** What is asked of a sort beyond what is asked of all; it stands in the words of the entry. */
export const asked: Readonly<
  Partial<Record<TreatmentSort, readonly { readonly label: string; readonly usual: string }[]>>
> = {
  leak: [{ label: say('Which side, and what it leaked from'), usual: 'alkaline, from the cells' }],
  rust: [
    { label: say('Taken off how far'), usual: 'to bare metal' },
    { label: say('Protected with'), usual: 'wax' },
  ],
  'board wash': [
    { label: say('Came off before'), usual: 'speaker, relays, labels' },
    { label: say('Drying'), usual: 'warm air, two days' },
  ],
  'solder mask': [
    { label: say('Method'), usual: 'pen' },
    { label: say('Area'), usual: '12 × 4 mm' },
    { label: say('Hours until hard'), usual: '24' },
  ],
  'contacts and keys': [{ label: say('Which, and how many'), usual: 'all 71 plungers' }],
  lubrication: [{ label: say('What was there before'), usual: 'old grease, taken off' }],
  glue: [{ label: say('Clamped how, until when'), usual: 'tape, until tomorrow' }],
  filling: [{ label: say('Filled with'), usual: 'two-part filler' }],
  paint: [{ label: say('Colour, and how it was matched'), usual: 'against the inside of the lid' }],
}

export const emptyBegin: BeginForm = {
  sort: 'whitening',
  method: '',
  agent: '',
  on: [],
  others: '',
  bought: '',
  mixed: '',
  cover: 'none',
  temperature: '',
  lit: 'none',
  lamp: '',
  watts: '',
  distance: '',
  cloud: 0,
  ph: '',
  asked: [],
  counted: '',
  n: '',
  hours: '',
  every: '',
  carried: {},
  trial: false,
  words: '',
  although: '',
}

/** Agent and strength of the card that is followed stand for what is not typed. */
export function begunOf(
  form: BeginForm,
  machine: MachineId,
  card: { readonly agent: string; readonly strength: string } | undefined,
): Begun {
  const counted = typed(form.counted)
  return {
    kind: 'treatment',
    what: 'begun',
    machine,
    sort: form.sort,
    on: [...form.on, ...form.others.split(',').flatMap((place) => typed(place) ?? [])],
    ...(form.method ? { method: form.method as MethodId } : {}),
    agent: typed(form.agent) ?? (card?.agent || undefined),
    bought: typed(form.bought),
    mixed: typed(form.mixed) ?? (card?.strength || undefined),
    cover: form.cover,
    light: lightOf(form),
    temperature: figure(form.temperature),
    trial: form.trial,
    carries: Object.entries(form.carried).flatMap(([what, is]) => (is === 'not there' ? [] : [{ what, is }])),
    counts:
      form.sort === 'springs and caps' && counted ? [{ what: counted, n: figure(form.n) ?? Number.NaN }] : [],
    ph: form.sort === 'leak' ? figure(form.ph) : undefined,
    although: typed(form.although),
    words: wordsOf(form),
  }
}

function lightOf({ lit, lamp, watts, distance, cloud }: BeginForm): Begun['light'] {
  if (lit === 'none') return { by: 'none' }
  if (lit === 'lamp')
    return { by: 'lamp', lamp: typed(lamp) ?? 'lamp', watts: figure(watts), distance: figure(distance) }
  return { by: 'sun', through: lit, cloud }
}

function wordsOf({ sort, asked: answers, words }: BeginForm): string | undefined {
  const said = (asked[sort] ?? []).map(({ label }, i) => {
    const answer = typed(answers[i] ?? '')
    return answer && `${label.toLowerCase()}: ${answer}`
  })
  return [...said, typed(words)].filter(Boolean).join('; ') || undefined
}

/** The wait that begins with it, where somebody says how long it takes. */
export function waitOf(
  { hours, every }: BeginForm,
  begun: Begun,
  now: Instant,
): Extract<BodyOf<'wait'>, { until: Instant }> | undefined {
  const long = figure(hours)
  if (!long) return undefined
  const minutes = figure(every)
  return {
    kind: 'wait',
    machine: begun.machine,
    what: waitName(begun),
    until: msToInstant(instantToMs(now) + long * 3_600_000),
    ...(minutes ? { everyMinutes: minutes } : {}),
  }
}
