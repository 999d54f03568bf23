/** The house's own words: what lines that are said with them mean. Taught by hand here, or where a jot is sorted. */
import { WordMeans } from '#web/ui/WordMeans.tsx'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { WordRow } from '#api/types.ts'
import { houseWordSchema } from '#core/history/bodies/word.ts'
import type { TypeId } from '#core/ids.ts'
import type { TypeSheet } from '#core/type/sheet.ts'
import { lemmas } from '#core/work/reading/verbs.ts'
import { keys } from '#web/app/keys.ts'
import { useSendOne } from '#web/app/send.ts'
import { get } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

const sorts = [
  { value: 'name', label: say('a name for something') },
  { value: 'verb', label: say('a word for work') },
]

/** Verbs that a word may stand for, as one writes them. */
const verbs = [...lemmas].sort()

export function HouseWords() {
  const { short } = useDates()
  const { send, error } = useSendOne()
  const [open, setOpen] = useState<string>()
  const { data } = useQuery({ queryKey: keys.words, queryFn: () => get('/words') })
  const forget = ({ word, type }: WordRow) =>
    send({ kind: 'word', what: 'forgotten', word, ...(type ? { type: type.id as TypeId } : {}) })
  return (
    <section className="mt-8">
      <h2 className="headrule flex justify-between">
        {say('Words of this house')}{' '}
        <Act onClick={() => setOpen(open === 'new' ? undefined : 'new')}>{say('Teach a word')}</Act>
      </h2>
      {open === 'new' && <WordForm onClose={() => setOpen(undefined)} />}
      <Said error={error} />
      {data?.words.length === 0 && (
        <p className="text-quiet py-2">
          {say(
            'No word yet. What people here say for a part or for work that has another name: taught once, lines that are said so are read. Sorting a quick note offers the word that was not understood.',
          )}
        </p>
      )}
      <ul>
        {data?.words.map((w) => {
          const key = `${w.word} ${w.type?.id ?? ''}`
          return (
            <li key={key} className="border-hair border-b py-1.5">
              <div className="flex items-baseline justify-between gap-3">
                <span>
                  <WordMeans as={w.as} word={w.word} means={w.means} />
                </span>
                <span className="text-13 flex gap-4 whitespace-nowrap">
                  <Act
                    aria-label={say('Change “{word}”', { word: w.word })}
                    onClick={() => setOpen(open === key ? undefined : key)}
                  >
                    {say('Change')}
                  </Act>
                  <Act aria-label={say('Forget “{word}”', { word: w.word })} onClick={() => void forget(w)}>
                    {say('Forget')}
                  </Act>
                </span>
              </div>
              <span className="text-quiet text-13">
                {`${w.type ? say('On machines of the type {name}', { name: w.type.name }) : say('On every machine')}. ${w.by ? `${w.by}, ` : ''}${short(w.at)}.`}
              </span>
              {open === key && <WordForm word={w} onClose={() => setOpen(undefined)} />}
            </li>
          )
        })}
      </ul>
    </section>
  )
}

/** What a sheet has a name for. */
const namesOf = (sheet: TypeSheet | undefined): readonly string[] =>
  sheet
    ? [
        ...sheet.functions.map((f) => f.name),
        ...sheet.positions.map((p) => p.designator),
        ...sheet.zones.map((z) => z.name),
        ...sheet.points.map((p) => p.name),
      ]
    : []

const itHoldsWherever = say(
  'It holds wherever a machine has that very name: a function, a position, a zone, a test point, test gear.',
)

function WordForm({ word, onClose }: { word?: WordRow; onClose: () => void }) {
  const { send, error } = useSendOne()
  const [said, setSaid] = useState(word?.word ?? '')
  const [as, setAs] = useState<WordRow['as']>(word?.as ?? 'name')
  const [means, setMeans] = useState(word?.means ?? '')
  const [type, setType] = useState(word?.type?.id ?? '')
  const [wrong, setWrong] = useState<string>()
  const types = useQuery({ queryKey: keys.types, queryFn: () => get('/types') })
  const sheet = useQuery({
    queryKey: keys.type(type),
    queryFn: () => get('/types/:id', { id: type }),
    enabled: type !== '',
  })
  const names = as === 'verb' ? verbs : namesOf(sheet.data?.sheet)
  const known = names.find((n) => n.toLowerCase() === means.trim().toLowerCase())
  const teach = async () => {
    const read = houseWordSchema.safeParse(said)
    if (!read.success) return setWrong(read.error.issues[0]?.message)
    if (as === 'verb' && !known) return setWrong(say('Choose a verb from the list: its work is known.'))
    if (as === 'name' && type && !known)
      return setWrong(say('This type’s sheet has no such name. Choose one of its names.'))
    setWrong(undefined)
    const taught = {
      kind: 'word',
      what: 'taught',
      word: read.data,
      as,
      means: known ?? means.trim(),
      ...(type ? { type: type as TypeId } : {}),
    } as const
    if (await send(taught)) onClose()
  }
  return (
    <Slip title={word ? `“${word.word}”` : say('A word of this house')} onClose={onClose}>
      <form
        className="grid grid-cols-2 gap-3 max-sm:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault()
          void teach()
        }}
      >
        <TextField
          label={say('What people here say')}
          required
          autoFocus={!word}
          readOnly={word !== undefined}
          maxLength={40}
          value={said}
          onChange={(e) => setSaid(e.target.value)}
        />
        <SelectField
          label={say('It is')}
          value={as}
          options={sorts}
          onChange={(e) => setAs(e.target.value as WordRow['as'])}
        />
        <SelectField
          label={say('On')}
          value={type}
          disabled={word !== undefined}
          options={[
            { value: '', label: say('every machine') },
            ...(types.data?.types.map((t) => ({ value: t.id, label: t.name })) ?? []),
          ]}
          onChange={(e) => setType(e.target.value)}
        />
        <MeansField as={as} word={word} means={means} onMeans={setMeans} names={names} />
        <p className="text-quiet text-13 col-span-full">
          {as === 'verb'
            ? say('Lines with it are read as that work. What it reaches is what the verb reaches.')
            : itHoldsWherever}
        </p>
        <div>
          <PlainButton type="submit">{say('Teach the word')}</PlainButton>
        </div>
        <Said error={wrong ?? error} />
      </form>
    </Slip>
  )
}

function MeansField({
  as,
  word,
  means,
  onMeans,
  names,
}: {
  as: 'name' | 'verb'
  word: WordRow | undefined
  means: string
  onMeans: (value: string) => void
  names: readonly string[]
}) {
  return (
    <>
      <TextField
        label={as === 'verb' ? say('It means to') : say('It means')}
        required
        autoFocus={word !== undefined}
        autoComplete="off"
        list="house-word-means"
        maxLength={80}
        value={means}
        onChange={(e) => onMeans(e.target.value)}
      />
      <datalist id="house-word-means">
        {names.map((n) => (
          <option key={n} value={n} />
        ))}
      </datalist>
    </>
  )
}
