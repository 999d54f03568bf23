/** One lot as a grid: units against functions or findings, one act for named units, and how it ended. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import type { BatchView } from '#api/batches.ts'
import { gradeTitle } from '#api/words/condition.ts'
import { commas, count, paragraph, semicolons } from '#api/words/lists.ts'
import { moneyWords } from '#api/words/money.ts'
import type { BatchUnit } from '#core/views/batch.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { StatusMark } from '#web/ui/Marks.tsx'
import { TabRow } from '#web/ui/TabRow.tsx'
import { BatchAct } from './BatchAct.tsx'
import { StandingCell } from './StandingCell.tsx'

export function View() {
  const { id = '' } = useParams()
  const { day } = useDates()
  const [params, setParams] = useSearchParams()
  const against = params.get('against') === 'findings' ? 'findings' : 'functions'
  const { data: view, error } = useQuery({
    queryKey: keys.batch(id),
    queryFn: () => get('/batches/:id', { id }),
    retry: false,
  })
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set())
  useEffect(() => {
    if (view) document.title = view.name
  }, [view])
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!view) return null
  const toggle = (unit: number) =>
    setChosen((held) => {
      const next = new Set(held)
      if (!next.delete(unit)) next.add(unit)
      return next
    })
  return (
    <main className="flex-1 space-y-4 p-4 pb-16">
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-2">
        <div>
          <h1 className="font-display text-24 font-semibold">{view.name}</h1>
          <p className="text-quiet">
            {semicolons(
              say('{units}, came in {day}', { units: count(view.units.length, 'unit'), day: day(view.at) }),
              commas(
                view.price && say('{price} for the group', { price: moneyWords(view.price) }),
                view.units[0]?.share && say('{share} a unit', { share: moneyWords(view.units[0].share) }),
              ),
            )}
          </p>
        </div>
        <p className="noprint flex gap-5">
          <Link className="act" to={`/batches/${id}/whole`}>
            {say('How many whole machines?')}
          </Link>
          <Act onClick={() => window.print()}>{say('Print')}</Act>
        </p>
      </div>
      <Outcome outcome={view.outcome} />
      <BatchAct view={view} chosen={chosen} onChosen={setChosen} />
      <TabRow
        label={say('What the units stand against')}
        tabs={[
          { key: 'functions', name: say('Units and functions') },
          { key: 'findings', name: say('Units and findings') },
        ]}
        value={against}
        onChange={(key) => setParams(key === 'functions' ? {} : { against: key }, { replace: true })}
      >
        <Grid view={view} against={against} chosen={chosen} onToggle={toggle} />
        {against === 'functions' && (
          <p className="text-13 text-quiet">
            {say(
              'Full bar: works. Half: partly, or intermittent. Foot line: fails. Nothing: no test recorded. Outline: was so, touched since. Dots: only claimed.',
            )}
          </p>
        )}
      </TabRow>
    </main>
  )
}

function Outcome({ outcome: o }: { outcome: BatchView['outcome'] }) {
  return (
    <section aria-label={say('How it stands')} className="bg-sheet rounded-sm p-4">
      <p className="text-18">
        {told('{n} of {units} work now.', { n: <strong>{o.workNow}</strong>, units: o.units })}{' '}
        {o.trulyFaulty > 0
          ? told('A test showed a fault in {faulty}; of these {mended} work now.', {
              faulty: <strong>{o.trulyFaulty}</strong>,
              mended: <strong>{o.mended}</strong>,
            })
          : say('No test has shown a fault yet.')}
      </p>
      <p className="text-quiet">
        {paragraph(
          o.claimedDead > 0 &&
            say('{dead} sold as dead; in {sound} of them no fault was found.', {
              dead: count(o.claimedDead, 'unit'),
              sound: o.claimedDeadButSound,
            }),
          o.notTested > 0
            ? say('{notTested} not tested beyond a look.', { notTested: count(o.notTested, 'unit') })
            : say('Every unit was tested.'),
        )}
      </p>
    </section>
  )
}

const totalRows = [
  ['everFailed', say('ever failed')],
  ['tried', say('tried')],
  ['passed', say('passed when tried last')],
  ['notTried', say('not tried')],
] as const

/** What the tests of each column showed, whatever was touched since. */
function Totals({ totals }: { totals: BatchView['totals'] }) {
  return (
    <tfoot>
      {totalRows.map(([key, name]) => (
        <tr key={key} className="border-hair first:border-ink border-t first:border-t-2">
          <td className="noprint" />
          <th scope="row" colSpan={2} className="text-quiet py-1 pr-3 text-left font-normal">
            {name}
          </th>
          {totals.map((t) => (
            <td key={t.fn} className="num px-2">
              {t[key]}
            </td>
          ))}
          <td />
        </tr>
      ))}
    </tfoot>
  )
}

function Grid({
  view,
  against,
  chosen,
  onToggle,
}: {
  view: BatchView
  against: 'functions' | 'findings'
  chosen: ReadonlySet<number>
  onToggle: (unit: number) => void
}) {
  const heads = against === 'functions' ? view.functions.map((f) => f.fn) : view.findingSorts
  return (
    <div className="bg-sheet overflow-x-auto rounded-sm px-2">
      <table className="w-full border-collapse">
        <thead>
          <tr className="border-ink border-b-2 text-left [&>th]:py-1.5">
            <th className="noprint" />
            <th>{say('Unit')}</th>
            <th>{say('Working status')}</th>
            {heads.map((h) => (
              <th key={h} className={`px-2 ${against === 'findings' ? 'text-center' : ''}`}>
                {h}
              </th>
            ))}
            <th className="pl-3 text-right">
              {against === 'findings' ? say('Condition') : say('At a look')}
            </th>
          </tr>
        </thead>
        <tbody>
          {view.units.map((unit) => (
            <UnitRow
              key={unit.machine}
              unit={unit}
              view={view}
              against={against}
              chosen={chosen.has(unit.unit)}
              onToggle={() => onToggle(unit.unit)}
            />
          ))}
        </tbody>
        {against === 'functions' && view.totals.length > 0 && <Totals totals={view.totals} />}
      </table>
      {heads.length === 0 && (
        <p className="text-quiet p-3">
          {against === 'findings'
            ? say('No finding is written down for any unit yet.')
            : say('Their type lists no functions yet. A look can be given all the same.')}
        </p>
      )}
    </div>
  )
}

function UnitRow({
  unit,
  view,
  against,
  chosen,
  onToggle,
}: {
  unit: BatchUnit
  view: BatchView
  against: 'functions' | 'findings'
  chosen: boolean
  onToggle: () => void
}) {
  return (
    <tr className={`border-hair border-b ${chosen ? 'bg-next' : ''}`}>
      <td className="noprint w-10 text-center">
        <input
          type="checkbox"
          className="accent-verdigris size-4.5"
          aria-label={say('Unit {unit}', { unit: unit.unit })}
          checked={chosen}
          onChange={onToggle}
        />
      </td>
      <th scope="row" className="py-1 pr-3 text-left font-normal whitespace-nowrap">
        <span className="num mr-3 inline-block w-6 text-right font-bold">{unit.unit}</span>
        <Link
          className="num hover:underline"
          to={unit.episode ? `/episodes/${unit.episode}` : `/machines/${unit.machine}`}
        >
          {unit.number}
        </Link>
      </th>
      <td className="pr-3 whitespace-nowrap">
        <span className="flex items-center gap-2">
          <StatusMark status={unit.status} size={14} />
          {unit.status}
        </span>
      </td>
      {against === 'functions' ? (
        <FunctionCells unit={unit} functions={view.functions} />
      ) : (
        <FindingCells unit={unit} sorts={view.findingSorts} />
      )}
      <td className="pl-3 text-right whitespace-nowrap">
        {against === 'findings' ? gradeTitle(unit.grade) : (unit.look ?? '')}
      </td>
    </tr>
  )
}

function FunctionCells({ unit, functions }: { unit: BatchUnit; functions: BatchView['functions'] }) {
  return (
    <>
      {functions.map(({ fn }) => {
        const held = unit.functions.find((f) => f.fn === fn)
        return (
          <td key={fn} className="px-2 align-middle">
            {held ? (
              <StandingCell word={held.word} detail={held.detail} />
            ) : (
              <span className="text-quiet">–</span>
            )}
          </td>
        )
      })}
    </>
  )
}

function FindingCells({ unit, sorts }: { unit: BatchUnit; sorts: BatchView['findingSorts'] }) {
  return (
    <>
      {sorts.map((sort) => {
        const held = unit.findings.filter((f) => f.sort === sort)
        const worst = held.length ? Math.max(...held.map((f) => f.grade)) : undefined
        return (
          <td key={sort} className="num px-2 text-center">
            {worst === undefined ? (
              <span className="text-quiet">{unit.looked ? '·' : ''}</span>
            ) : (
              <span
                className={worst >= 3 ? 'text-copper font-bold' : ''}
              >{`${worst}${held.length > 1 ? ` ×${held.length}` : ''}`}</span>
            )}
          </td>
        )
      })}
    </>
  )
}
