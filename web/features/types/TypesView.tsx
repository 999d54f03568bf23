/** Types, test gear and house practice: what is known of models, and how this house works. */
import { say, shown } from '#api/words/say.ts'
import { ReadRecord } from './ReadRecord.tsx'
import type { TypeRow } from '#api/machines.ts'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { typesSentence } from '#api/words/people.ts'
import { policySpeaks, practiceQuestion } from '#api/words/policies.ts'
import type { TypeId } from '#core/ids.ts'
import { newId } from '#web/app/clock.ts'
import { keys } from '#web/app/keys.ts'
import { useSendOne } from '#web/app/send.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, MainButton, Said } from '#web/ui/Forms.tsx'
import { hazardWord } from '#web/ui/Plate.tsx'
import { SortTable, type TableColumn } from '#web/ui/SortTable.tsx'
import { ChooseRule } from '#web/ui/ChooseRule.tsx'
import { HouseWords } from './HouseWords.tsx'
import { Gear } from './Gear.tsx'
import { Methods } from './Methods.tsx'
import { HousePlace } from './HousePlace.tsx'

const none: readonly TypeRow[] = []
/** What else is on this page. */
const contents = {
  'house-methods': say('House methods'),
  words: say('Words of this house'),
  'test-gear': say('Test gear'),
  'house-practice': say('House practice'),
}
const columnsFor = (short: (at: string) => string): readonly TableColumn<TypeRow>[] => [
  {
    key: 'name',
    head: say('Type'),
    names: true,
    by: (t) => t.name,
    look: 'whitespace-nowrap',
    cell: (t) => (
      <Link to={`/types/${t.id}`} className="font-bold hover:underline">
        {t.name}
      </Link>
    ),
  },
  { key: 'kind', head: say('Kind'), by: (t) => t.kind, look: 'whitespace-nowrap', cell: (t) => t.kind },
  { key: 'machines', head: say('Machines'), figures: true, by: (t) => t.machines, cell: (t) => t.machines },
  {
    key: 'functions',
    head: say('Functions'),
    figures: true,
    by: (t) => t.functions,
    cell: (t) => t.functions,
  },
  {
    key: 'positions',
    head: say('Positions'),
    figures: true,
    by: (t) => t.positions,
    cell: (t) => t.positions,
  },
  {
    key: 'hazards',
    head: say('Hazards'),
    look: 'text-quiet',
    cell: (t) => t.hazards.map(hazardWord).join(', '),
  },
  {
    key: 'sheet',
    head: say('Sheet'),
    by: (t) => t.at,
    look: 'num text-13 text-quiet whitespace-nowrap',
    cell: (t) => `v${t.version}, ${short(t.at)}`,
  },
]

export function View() {
  const { me } = useSigned()
  const navigate = useNavigate()
  const { short } = useDates()
  const columns = useMemo(() => columnsFor(short), [short])
  const types = useQuery({ queryKey: keys.types, queryFn: () => get('/types') })
  const restorer = me.role === 'restorer' || me.role === 'steward'
  if (types.error) return <p className="p-8">{wordsOf(types.error)}</p>
  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1fr)_420px] gap-6 p-4 max-lg:grid-cols-1">
      <section>
        <div className="mb-3 flex items-end justify-between gap-4">
          <div>
            <h1 className="font-display text-24 font-semibold">{say('Types and house')}</h1>
            {types.data && types.data.types.length > 0 && <p>{typesSentence(types.data.types)}</p>}
            <p className="flex flex-wrap gap-x-4">
              {Object.entries(contents).map(([id, name]) => (
                <a key={id} className="act" href={`#${id}`}>
                  {name}
                </a>
              ))}
            </p>
          </div>
          {restorer && (
            <MainButton onClick={() => void navigate(`/types/${newId() as TypeId}?new=1`)}>
              {say('Make a type sheet')}
            </MainButton>
          )}
        </div>
        <div className="bg-sheet overflow-x-auto rounded-sm px-3">
          <SortTable
            label={say('Types')}
            rows={types.data?.types ?? none}
            columns={columns}
            idOf={(t) => t.id}
          />
          {types.data?.types.length === 0 && (
            <p className="p-4">
              {say(
                'No type sheet yet. A sheet says once what every machine of a model can do, where its positions are and what is dangerous in it.',
              )}
            </p>
          )}
        </div>
        <div id="house-methods">
          <Methods />
        </div>
        <div id="words">
          <HouseWords />
        </div>
      </section>
      <div className="space-y-8">
        <div id="test-gear">
          <Gear />
        </div>
        <div id="house-practice">
          <HouseRules />
        </div>
        <HousePlace />
        {me.role === 'steward' && <ReadRecord />}
      </div>
    </main>
  )
}

function HouseRules() {
  const { me } = useSigned()
  const { short } = useDates()
  const { send, error } = useSendOne()
  const [open, setOpen] = useState<string>()
  const { data } = useQuery({
    queryKey: keys.policies,
    queryFn: () => get('/policies'),
  })
  return (
    <section>
      <h2 className="headrule">{say('House practice')}</h2>
      <ul>
        {data?.policies.map((p) => (
          <li key={p.key} className="border-hair border-b py-1.5">
            <div className="flex items-baseline justify-between gap-3">
              <span className="text-quiet">{practiceQuestion(p.key)}</span>
              <span className="text-right">
                <strong>{shown(p.option)}</strong>
                {me.role === 'steward' && (
                  <Act className="text-13 ml-3" onClick={() => setOpen(open === p.key ? undefined : p.key)}>
                    {say('Choose')}
                  </Act>
                )}
              </span>
            </div>
            <span className="text-quiet text-13">
              {p.at ? `${p.by ?? ''}, ${short(p.at)}: ${p.reason ?? ''}` : policySpeaks(p.key, p.option)}
            </span>
            {open === p.key && (
              <ChooseRule
                policy={p.key}
                onClose={() => setOpen(undefined)}
                onSend={(option, reason) =>
                  void send({ kind: 'rule', what: 'policy', key: p.key, option, reason }).then(
                    (ok) => ok && setOpen(undefined),
                  )
                }
              />
            )}
          </li>
        ))}
      </ul>
      <p className="text-quiet text-13 mt-2">
        {say(
          'A machine may differ, with a reason: under Facts and rules on its page. Changing a rule never rewrites the past.',
        )}
      </p>
      <Said error={error} />
    </section>
  )
}
