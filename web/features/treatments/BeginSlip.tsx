/** A treatment begins: what, on which places, with what, under what cover, in what light; and what lies there that must come off. */
import { useRef, useState } from 'react'
import { coverWords, yellowCaveats } from '#api/words/treatments.ts'
import { cautionTail, cautionWords } from '#api/words/cautions.ts'
import { capital, list } from '#api/words/lists.ts'
import type { TreatmentsAnswer } from '#api/treatments.ts'
import {
  carriedThings,
  cloudSteps,
  covers,
  forGoodSorts,
  treatmentSorts,
  type TreatmentSort,
} from '#core/history/bodies/treatment.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { MachineId, MethodId } from '#core/ids.ts'
import { waitName } from '#core/treatment/after.ts'
import { agentsOf } from '#core/treatment/before.ts'
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import { nowInstant } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { Cloud } from './Cloud.tsx'
import { Mixing } from './Mixing.tsx'

type Begun = Extract<BodyOf<'treatment'>, { what: 'begun' }>
type Carried = Begun['carries'][number]['is'] | 'not there'

/** What is asked of a sort beyond what is asked of all; it stands in the words of the entry. */
const asked: Readonly<
  Partial<Record<TreatmentSort, readonly { readonly label: string; readonly usual: string }[]>>
> = {
  leak: [{ label: 'Which side, and what it leaked from', usual: 'alkaline, from the cells' }],
  rust: [
    { label: 'Taken off how far', usual: 'to bare metal' },
    { label: 'Protected with', usual: 'wax' },
  ],
  'board wash': [
    { label: 'Came off before', usual: 'speaker, relays, labels' },
    { label: 'Drying', usual: 'warm air, two days' },
  ],
  'solder mask': [
    { label: 'Method', usual: 'pen' },
    { label: 'Area', usual: '12 × 4 mm' },
    { label: 'Hours until hard', usual: '24' },
  ],
  'contacts and keys': [{ label: 'Which, and how many', usual: 'all 71 plungers' }],
  lubrication: [{ label: 'What was there before', usual: 'old grease, taken off' }],
  glue: [{ label: 'Clamped how, until when', usual: 'tape, until tomorrow' }],
  filling: [{ label: 'Filled with', usual: 'two-part filler' }],
  paint: [{ label: 'Colour, and how it was matched', usual: 'against the inside of the lid' }],
}

const lights = [
  { value: 'none', label: 'no light' },
  { value: 'sun open', label: 'sun' },
  { value: 'sun glass', label: 'sun, behind glass' },
  { value: 'sun shade', label: 'outside, in the shade' },
  { value: 'lamp', label: 'lamp' },
]

export function BeginSlip({
  machine,
  answer,
  onClose,
}: {
  machine: string
  answer: TreatmentsAnswer
  onClose: () => void
}) {
  const form = useRef<HTMLFormElement>(null)
  const { send, error, busy, setError } = useSend()
  const [sort, setSort] = useState<TreatmentSort>('whitening')
  const [on, setOn] = useState<readonly string[]>([])
  const [other, setOther] = useState('')
  const [method, setMethod] = useState('')
  const [agent, setAgent] = useState('')
  const [lit, setLit] = useState('none')
  const [cloud, setCloud] = useState<0 | 4 | 6 | 8>(0)
  const [carried, setCarried] = useState<Readonly<Record<string, Carried>>>({})
  const card = answer.methods.find((m) => m.id === method)
  const agents = agentsOf({
    sort,
    agent: agent || card?.agent,
    bought: undefined,
    mixed: undefined,
    words: undefined,
  })
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const said = new FormData(event.currentTarget)
    const text = (name: string) => String(said.get(name) ?? '').trim()
    const some = (name: string) => text(name) || undefined
    const number = (name: string) => (text(name) ? Number(text(name).replace(',', '.')) : undefined)
    const places = [...on, ...other.split(/\s*,\s*/).filter(Boolean)]
    if (places.length === 0) return setError('Say on which places: tick a zone, or name a position.')
    for (const name of ['temperature', 'ph', 'watts', 'distance', 'hours', 'every', 'n'])
      if (number(name) !== undefined && !Number.isFinite(number(name)))
        return setError('Write figures as numbers.')
    const light: Begun['light'] =
      lit === 'none'
        ? { by: 'none' }
        : lit === 'lamp'
          ? { by: 'lamp', lamp: text('lamp') || 'lamp', watts: number('watts'), distance: number('distance') }
          : { by: 'sun', through: lit.replace('sun ', '') as 'open' | 'glass' | 'shade', cloud }
    const body: Begun = {
      kind: 'treatment',
      what: 'begun',
      machine: machine as MachineId,
      sort,
      on: places,
      ...(method ? { method: method as MethodId } : {}),
      agent: agent.trim() || card?.agent || undefined,
      bought: some('bought'),
      mixed: some('mixed') ?? (card?.strength || undefined),
      cover: text('cover') as Begun['cover'],
      light,
      temperature: number('temperature'),
      trial: said.get('trial') === 'on',
      carries: Object.entries(carried).flatMap(([what, is]) => (is === 'not there' ? [] : [{ what, is }])),
      counts:
        text('counted') && number('n') !== undefined ? [{ what: text('counted'), n: number('n') ?? 0 }] : [],
      ph: number('ph'),
      although: some('although'),
      words:
        [
          ...(asked[sort] ?? []).flatMap(({ label }) =>
            text(`asked ${label}`) ? [`${label.toLowerCase()}: ${text(`asked ${label}`)}`] : [],
          ),
          ...(some('words') ? [text('words')] : []),
        ].join('; ') || undefined,
    }
    const hours = number('hours')
    const every = number('every')
    const now = nowInstant()
    const written = await send([
      { body },
      ...(hours
        ? [
            {
              body: {
                kind: 'wait' as const,
                machine: machine as MachineId,
                what: waitName(body),
                until: msToInstant(instantToMs(now) + hours * 3_600_000),
                ...(every ? { everyMinutes: every } : {}),
              },
            },
          ]
        : []),
    ])
    if (written) onClose()
  }
  const toggle = (zone: string) => setOn(on.includes(zone) ? on.filter((z) => z !== zone) : [...on, zone])
  return (
    <Slip title="Begin a treatment" onClose={onClose}>
      <form ref={form} onSubmit={(event) => void submit(event)} className="space-y-4">
        <div className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1">
          <SelectField
            label="Treatment"
            value={sort}
            onChange={(e) => setSort(e.target.value as TreatmentSort)}
            options={treatmentSorts}
          />
          <SelectField
            label="House method, if you follow one"
            value={method}
            onChange={(e) => setMethod(e.target.value)}
            options={[
              { value: '', label: 'none' },
              ...answer.methods.map((m) => ({ value: m.id, label: m.name })),
            ]}
          />
          <TextField
            label="Agent"
            value={agent}
            maxLength={80}
            placeholder={card?.agent || 'peroxide cream'}
            onChange={(e) => setAgent(e.target.value)}
          />
        </div>
        <fieldset>
          <legend className="text-13 text-quiet mb-1">On which places</legend>
          <span className="flex flex-wrap gap-x-5">
            {answer.zones.map((z) => (
              <label key={z.name} className="flex min-h-11 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={on.includes(z.name)}
                  onChange={() => toggle(z.name)}
                />
                {`${z.name}${z.material ? ` (${z.material})` : ''}`}
              </label>
            ))}
          </span>
          <TextField
            label="Others, with commas: positions, pieces"
            value={other}
            onChange={(e) => setOther(e.target.value)}
            placeholder="IC4, left key row"
          />
        </fieldset>
        <div className="grid grid-cols-4 items-end gap-3 max-lg:grid-cols-2 max-sm:grid-cols-1">
          <div className="col-span-full">
            <Mixing
              onUse={(bought, mixed) => {
                for (const [name, value] of [
                  ['bought', bought],
                  ['mixed', mixed],
                ] as const) {
                  const field = form.current?.elements.namedItem(name)
                  if (field instanceof HTMLInputElement) field.value = value
                }
              }}
            />
          </div>
          <TextField label="Strength as bought" name="bought" maxLength={80} placeholder="12 % by weight" />
          <TextField
            label="As mixed"
            name="mixed"
            maxLength={80}
            placeholder={card?.strength || '6 % by weight'}
          />
          <SelectField
            label="Cover"
            name="cover"
            options={covers.map((c) => ({ value: c, label: coverWords[c] }))}
          />
          <TextField
            label="Temperature of the piece, °C"
            name="temperature"
            className="num"
            inputMode="decimal"
          />
          <SelectField label="Light" value={lit} onChange={(e) => setLit(e.target.value)} options={lights} />
          {lit === 'lamp' && (
            <>
              <TextField label="Which lamp" name="lamp" maxLength={80} />
              <TextField label="Watts" name="watts" className="num" inputMode="decimal" />
              <TextField label="Distance, cm" name="distance" className="num" inputMode="decimal" />
            </>
          )}
          {sort === 'leak' && <TextField label="pH before" name="ph" className="num" inputMode="decimal" />}
          {(asked[sort] ?? []).map(({ label, usual }) => (
            <TextField key={label} label={label} name={`asked ${label}`} placeholder={usual} maxLength={80} />
          ))}
          {sort === 'springs and caps' && (
            <>
              <TextField label="What is counted" name="counted" maxLength={80} placeholder="springs" />
              <TextField label="How many go in" name="n" className="num" inputMode="numeric" />
            </>
          )}
          <TextField
            label="It takes about, hours"
            name="hours"
            className="num"
            inputMode="decimal"
            placeholder={card?.waitMinutes ? String(card.waitMinutes / 60) : '4'}
          />
          <TextField
            label="Ring every, minutes"
            name="every"
            className="num"
            inputMode="numeric"
            placeholder={card?.everyMinutes ? String(card.everyMinutes) : ''}
          />
        </div>
        {lit.startsWith('sun') && (
          <fieldset className="flex flex-wrap items-center gap-2">
            <legend className="text-13 text-quiet mb-1">The sky now</legend>
            {cloudSteps.map((n) => (
              <Cloud key={n} eighths={n} chosen={cloud === n} onClick={() => setCloud(n)} />
            ))}
          </fieldset>
        )}
        <fieldset>
          <legend className="text-13 text-quiet mb-1">What lies there, and what becomes of it</legend>
          <ul className="grid grid-cols-2 gap-x-6 max-md:grid-cols-1">
            {carriedThings.map((what) => (
              <li
                key={what}
                className="border-hair flex min-h-11 items-center justify-between gap-3 border-b"
              >
                <label htmlFor={`carries ${what}`}>{capital(what)}</label>
                <select
                  id={`carries ${what}`}
                  className="field w-36"
                  value={carried[what] ?? 'not there'}
                  onChange={(e) => setCarried({ ...carried, [what]: e.target.value as Carried })}
                >
                  {['not there', 'taken off', 'masked', 'left on'].map((is) => (
                    <option key={is}>{is}</option>
                  ))}
                </select>
              </li>
            ))}
          </ul>
        </fieldset>
        <label className="flex min-h-11 items-center gap-2">
          <input type="checkbox" className="size-5" name="trial" />A trial on a hidden spot first
        </label>
        <AreaField label="Remarks" name="words" />
        <TextField
          label="Reason, where the house’s practice, the owner or the material speaks against it"
          name="although"
          maxLength={400}
        />
        <div className="border-copper border-l-4 pl-3">
          {forGoodSorts.has(sort) && <p className="font-bold">{yellowCaveats.forGood}</p>}
          {agents.includes('peroxide') && <p>{cautionWords('peroxide')}</p>}
          {(agents.includes('acid') || agents.includes('alkali')) && (
            <p>{cautionWords('acids and alkalis')}</p>
          )}
          {card?.caution && <p>{card.caution}</p>}
          {card && card.notOn.length > 0 && <p>{`The card says: not on ${list(card.notOn, 8)}.`}</p>}
          <p className="text-quiet">{cautionTail}</p>
        </div>
        <MainButton type="submit" disabled={busy}>
          Begin it now
        </MainButton>
        <Said error={error} />
      </form>
    </Slip>
  )
}
