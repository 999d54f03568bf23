/** Sums at the bench: chosen by name, reckoned as one types. They judge nothing; a reading does. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import {
  divider,
  each,
  memory,
  regulatorHeat,
  transformer,
  type SumAnswer,
  type SumResult,
} from '#core/work/sums.ts'
import { Act, TextField } from '#web/ui/Forms.tsx'

interface Sum {
  readonly name: string
  readonly fields: readonly { readonly key: string; readonly label: string; readonly usual: string }[]
  readonly reckon: (values: readonly string[]) => SumResult
  readonly says: string
}

const at = (values: readonly string[], i: number) => values[i] ?? ''
const sums: readonly Sum[] = [
  {
    name: say('Heat of a regulator'),
    fields: [
      { key: 'in', label: say('In'), usual: '12 V' },
      { key: 'out', label: say('Out'), usual: '5 V' },
      { key: 'current', label: say('Current'), usual: '1 A' },
    ],
    reckon: (v) => regulatorHeat(at(v, 0), at(v, 1), at(v, 2)),
    says: say('A linear one turns it into heat; a switching one does not.'),
  },
  {
    name: 'Divider',
    fields: [
      { key: 'in', label: say('In'), usual: '12 V' },
      { key: 'upper', label: say('Upper'), usual: '4k7' },
      { key: 'lower', label: say('Lower'), usual: '2k2' },
    ],
    reckon: (v) => divider(at(v, 0), at(v, 1), at(v, 2)),
    says: say('Unloaded: what draws current there lowers it.'),
  },
  {
    name: 'Transformer',
    fields: [
      { key: 'plate', label: say('Plate asks'), usual: '90 VA' },
      { key: 'volts', label: say('Volts'), usual: '110 V' },
    ],
    reckon: (v) => transformer(at(v, 0), at(v, 1)),
    says: say(
      'A quarter more than the plate. An autotransformer does not isolate; 60 Hz iron runs hot on 50 Hz.',
    ),
  },
  {
    name: say('Memory by chips'),
    fields: [
      { key: 'chips', label: say('Chips'), usual: '8' },
      { key: 'organised', label: say('Each'), usual: '16K x 1' },
    ],
    reckon: (v) => memory(at(v, 0), at(v, 1)),
    says: say('Parity chips count as chips: leave them out for what the machine shows.'),
  },
  {
    name: say('Price of each'),
    fields: [
      { key: 'amount', label: say('For all'), usual: '91.00' },
      { key: 'currency', label: say('Currency'), usual: 'EUR' },
      { key: 'units', label: say('Units'), usual: '14' },
    ],
    reckon: (v) => each(at(v, 0), at(v, 1), at(v, 2)),
    says: say('In its own currency; sums never mix two.'),
  },
]

const heedWords: Readonly<Record<NonNullable<SumAnswer['heed']>, string>> = {
  'heat sink': say('It needs a heat sink.'),
  'too little headroom': say('Less than about 2 V of headroom: a linear one drops out.'),
  remainder: say('It does not come out even.'),
}

export function Sums() {
  const [chosen, setChosen] = useState(0)
  const sum = sums[chosen] ?? sums[0]
  if (!sum) return null
  return (
    <section aria-label={say('Calculators')} className="pb-3">
      <h2 className="headrule">{say('Calculators')}</h2>
      <label className="block py-1.5">
        <span className="sr-only">{say('Which sum')}</span>
        <select
          className="field h-9 w-full"
          value={chosen}
          onChange={(e) => setChosen(Number(e.target.value))}
        >
          {sums.map((s, i) => (
            <option key={s.name} value={i}>
              {s.name}
            </option>
          ))}
        </select>
      </label>
      <Fields key={sum.name} sum={sum} />
    </section>
  )
}

function Fields({ sum }: { sum: Sum }) {
  const [values, setValues] = useState<readonly string[]>(sum.fields.map((f) => f.usual))
  const result = sum.reckon(values)
  const wrong = 'wrong' in result ? sum.fields.find((f) => f.key === result.wrong) : undefined
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        {sum.fields.map((f, i) => (
          <TextField
            key={f.key}
            label={f.label}
            className="num"
            value={values[i] ?? ''}
            onChange={(e) => setValues(values.map((v, n) => (n === i ? e.target.value : v)))}
          />
        ))}
      </div>
      <p role="status" className="mt-2">
        {'is' in result ? (
          <>
            <strong className="num text-18">{result.is}</strong>{' '}
            <span className="text-quiet num text-13">{result.by}</span>
            {result.heed && <span className="text-copper block">{heedWords[result.heed]}</span>}
          </>
        ) : (
          say('“{label}” cannot be read, for example {usual}.', {
            label: wrong?.label ?? result.wrong,
            usual: wrong?.usual ?? '',
          })
        )}
      </p>
      <p className="text-quiet text-13">{sum.says}</p>
      <Act onClick={() => setValues(sum.fields.map((f) => f.usual))}>{say('The example again')}</Act>
    </>
  )
}
