/** The lower part of the Machine view, one section at a time. */
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { standingSentence, standingWords } from '#api/words/status.ts'
import type { MachineView } from '#core/views/machine.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { AmendSlip, AnswerSlip, SettleSlip } from '#web/ui/AmendSlip.tsx'
import { LogLine } from '#web/ui/LogLine.tsx'
import { Row, Rows } from '#web/ui/Rows.tsx'
import { GridBoard } from '#web/ui/GridBoard.tsx'
import { CameOut } from './CameOut.tsx'
import { lazily } from '#web/ui/lazily.tsx'

const FactsSection = lazily(async () => (await import('./FactsSection.tsx')).FactsSection)
const ConditionSection = lazily(async () => (await import('./ConditionSection.tsx')).ConditionSection)
const PhotoSection = lazily(async () => (await import('./PhotoSection.tsx')).PhotoSection)
const OwnerSection = lazily(async () => (await import('./OwnerSection.tsx')).OwnerSection)
const ReadingsSection = lazily(async () => (await import('./ReadingsSection.tsx')).ReadingsSection)
const ProvenanceSection = lazily(async () => (await import('./ProvenanceSection.tsx')).ProvenanceSection)
const OriginalitySection = lazily(async () => (await import('./OriginalitySection.tsx')).OriginalitySection)

export function SectionBody({ view, section }: { view: MachineView; section: string }) {
  switch (section) {
    case 'functions':
      return <Functions view={view} />
    case 'readings':
      return <ReadingsSection view={view} />
    case 'parts':
      return <Parts view={view} />
    case 'episodes':
      return <Episodes view={view} />
    case 'provenance':
      return <ProvenanceSection view={view} />
    case 'owner':
      return <OwnerSection view={view} />
    case 'condition':
      return <ConditionSection view={view} />
    case 'loans':
      return <Loans view={view} />
    case 'photos':
      return <PhotoSection view={view} />
    case 'entries':
      return <Entries view={view} />
    case 'facts':
      return <FactsSection view={view} />
    default:
      return <Todo view={view} />
  }
}

const todoWords = {
  'test again': 'Test again',
  test: 'Test for the first time',
  answer: 'Answer',
  deferred: 'Left for later',
  'loan due': 'Bring home',
  settle: 'Settle',
  next: 'Next step',
  wait: 'Waits',
} as const

function Todo({ view }: { view: MachineView }) {
  const { short } = useDates()
  const [params, setParams] = useSearchParams()
  const asked = params.get('answer')
  const settling = params.get('settle')
  const close = () => {
    const next = new URLSearchParams(params)
    next.delete('answer')
    next.delete('settle')
    setParams(next, { replace: true })
  }
  const question = view.todo.find((t) => t.entry === asked && t.what === 'answer')
  const contested = view.log.find((row) => row.id === settling && row.contested)
  const notOwn = view.positions.filter((p) => p.part && !p.part.own)
  const gaps = view.positions.filter((p) => p.content === 'empty' || p.content === 'unknown part')
  const closed = view.episodes.filter((e) => e.state === 'closed')
  return (
    <>
      {question && (
        <AnswerSlip
          question={question.entry ?? ''}
          machine={view.id}
          words={question.words}
          onClose={close}
        />
      )}
      {contested && <SettleSlip row={contested} onClose={close} />}
      <div className="grid grid-cols-3 gap-6 max-lg:grid-cols-2 max-sm:grid-cols-1">
        <Rows title="To do" empty={view.todo.length === 0 ? 'Nothing is left open.' : undefined}>
          {view.todo.map((t, i) => (
            <Row
              key={i}
              left={
                <>
                  <span className="text-quiet">{todoWords[t.what]}:</span> {t.words}
                </>
              }
              right={
                t.entry && (t.what === 'answer' || t.what === 'settle') ? (
                  <Link
                    className="act"
                    to={`?${new URLSearchParams({ ...Object.fromEntries(params), show: 'todo', [t.what]: t.entry }).toString()}`}
                    replace
                  >
                    {todoWords[t.what]}
                  </Link>
                ) : t.at ? (
                  <span className="num text-13">{short(t.at)}</span>
                ) : null
              }
            />
          ))}
        </Rows>
        <Rows
          title="Not its own, or not there"
          empty={
            notOwn.length + gaps.length === 0
              ? 'Every position that was looked at holds its own part.'
              : undefined
          }
        >
          {[...notOwn, ...gaps].map((p) => (
            <Row
              key={p.designator}
              left={
                <>
                  <span className="num">{p.designator}</span> {p.accepts}
                </>
              }
              right={
                p.part
                  ? `${p.part.from ? `from ${p.part.from}` : (p.part.origin ?? '')}${p.part.since ? `, ${short(p.part.since)}` : ''}`
                  : p.content
              }
            />
          ))}
        </Rows>
        <Rows
          title="Last episodes"
          empty={view.episodes.length === 0 ? 'No work on it is written down yet.' : undefined}
        >
          {(closed.length ? closed : view.episodes)
            .slice(-5)
            .reverse()
            .map((e) => (
              <Row
                key={e.id}
                left={
                  <Link
                    className="hover:underline"
                    to={`/episodes/${e.id}`}
                  >{`${e.number}  ${e.title}`}</Link>
                }
                right={<span className="num text-13">{short(e.to)}</span>}
              />
            ))}
        </Rows>
      </div>
    </>
  )
}

function Functions({ view }: { view: MachineView }) {
  const { when } = useDates()
  return (
    <Rows
      title="Functions, and what is known of them"
      empty={view.functions.length === 0 ? 'None is listed yet.' : undefined}
    >
      {view.functions.map((f) => (
        <li
          key={f.fn}
          className="border-hair grid grid-cols-[13rem_12rem_1fr] gap-4 border-b py-1.5 max-sm:grid-cols-1"
        >
          <span>
            {f.fn}
            {f.essential && <span className="text-quiet text-13 ml-2">essential</span>}
          </span>
          <span className={f.word === 'retest' || f.word === 'void' ? 'text-copper font-bold' : ''}>
            {standingWords(f, when)}
          </span>
          <span className="text-quiet">{standingSentence(f, when)}</span>
          <Cells view={view} fn={f.fn} />
        </li>
      ))}
    </Rows>
  )
}

/** The cells of a function that is tried one by one, once one of them was. */
function Cells({ view, fn }: { view: MachineView; fn: string }) {
  const grid = view.grids.find((g) => g.fn === fn && g.cells.length > 0)
  if (!grid) return null
  const good = grid.cells.filter((c) => c.is === 'pass').length
  const bad = grid.cells.length - good
  const of = grid.rows.flat().filter(Boolean).length
  return (
    <details className="col-span-full">
      <summary className="act cursor-pointer">{`${good} good, ${bad} not, ${of - grid.cells.length} not tested; ${of} in all`}</summary>
      <GridBoard name={fn} rows={grid.rows} marks={new Map(grid.cells.map((c) => [c.cell, c]))} />
    </details>
  )
}

const contentWords = {
  unseen: 'as found, not looked at',
  empty: 'empty',
  'unknown part': 'an unknown part',
  part: '',
} as const

function Parts({ view }: { view: MachineView }) {
  const { short } = useDates()
  const { me } = useSigned()
  const staff = me.role !== 'guest'
  return (
    <div className="grid grid-cols-[2fr_1fr] gap-6 max-lg:grid-cols-1">
      <Rows
        title="Positions"
        right={
          staff && (
            <span className="flex gap-5">
              <Link className="act" to={`/machines/${view.id}/modifications`}>
                Changes
              </Link>
              <Link className="act" to={`/machines/${view.id}/renewal`}>
                Renew a set
              </Link>
              <Link className="act" to={`/machines/${view.id}/beside`}>
                Side by side
              </Link>
              <Link className="act" to={`/machines/${view.id}/donors`}>
                Find donors
              </Link>
            </span>
          )
        }
        empty={view.positions.length === 0 ? 'No position is listed yet.' : undefined}
      >
        {view.positions.map((p) => (
          <li
            key={p.designator}
            className="border-hair group grid min-h-8 grid-cols-[9rem_1fr_1.4fr_auto] items-baseline gap-3 border-b py-1"
          >
            <span className="num">
              {p.on && <span className="text-quiet">{p.on} / </span>}
              {p.designator}
            </span>
            <span className="text-quiet">{p.accepts}</span>
            <span>
              {p.content === 'part' && p.part ? (
                <>
                  <Link className="hover:underline" to={`/parts/${p.part.id}`}>
                    {p.part.label}
                  </Link>
                  <span className="text-quiet">
                    {p.part.own ? ', its own' : `, from ${p.part.from ?? p.part.origin ?? 'elsewhere'}`}
                    {p.part.since ? `, ${short(p.part.since)}` : ''}
                  </span>
                  {p.part.temporary && <strong className="text-copper">, for now</strong>}
                </>
              ) : (
                <span
                  className={p.content === 'empty' && p.essential ? 'text-copper font-bold' : 'text-quiet'}
                >
                  {contentWords[p.content]}
                </span>
              )}
            </span>
            {staff && (
              <Link
                className="act text-13 unseen"
                to={`/machines/${view.id}/donors?position=${encodeURIComponent(p.designator)}`}
                aria-label={`What could replace ${p.designator}`}
              >
                Replace
              </Link>
            )}
          </li>
        ))}
      </Rows>
      <div>
        <CameOut view={view} />
        {staff && <OriginalitySection machine={view.id} />}
      </div>
    </div>
  )
}

function Episodes({ view }: { view: MachineView }) {
  const { short } = useDates()
  return (
    <Rows title="Episodes" empty={view.episodes.length === 0 ? 'None yet.' : undefined}>
      {[...view.episodes].reverse().map((e) => (
        <li
          key={e.id}
          className="border-hair grid min-h-8 grid-cols-[2.5rem_1fr_1fr_8rem_9rem] items-baseline gap-3 border-b py-1 max-sm:grid-cols-[2.5rem_1fr]"
        >
          <span className="num">{e.number}</span>
          <Link to={`/episodes/${e.id}`} className="font-bold hover:underline">
            {e.title}
          </Link>
          <span className="text-quiet">{e.next ? `next: ${e.next}` : e.state}</span>
          <span className="num text-13 text-quiet">{`${e.entries} entries`}</span>
          <span className="num text-13 text-right">
            {e.state === 'closed' ? short(e.to) : `${e.state} since ${short(e.from)}`}
          </span>
        </li>
      ))}
    </Rows>
  )
}

function Loans({ view }: { view: MachineView }) {
  const { short } = useDates()
  return (
    <Rows
      title="Parts on loan, both ways"
      empty={view.loans.length === 0 ? 'No part of it was lent, and it holds none that is.' : undefined}
    >
      {view.loans.map((l) => (
        <li
          key={`${l.part}${l.since}`}
          className="border-hair grid min-h-8 grid-cols-[5rem_1fr_1fr_12rem] items-baseline gap-3 border-b py-1"
        >
          <span className="text-quiet">{l.lends ? 'lent' : 'holds'}</span>
          <Link className="hover:underline" to={`/parts/${l.part}`}>
            {l.label}
          </Link>
          <span>{l.lends ? `to ${l.at}, home is ${l.home}` : `in ${l.at}, home is ${l.home}`}</span>
          <span className={`num text-13 text-right ${l.closed ? 'text-quiet' : 'text-steel font-bold'}`}>
            {l.closed
              ? `${short(l.since)} – ${short(l.closed)}`
              : `since ${short(l.since)}${l.due ? `, due ${short(l.due)}` : ''}`}
          </span>
        </li>
      ))}
    </Rows>
  )
}

function Entries({ view }: { view: MachineView }) {
  const { me } = useSigned()
  const [open, setOpen] = useState<string>()
  const names = { labels: view.labels, machine: view.id }
  return (
    <section>
      <h2 className="headrule">Every entry about it, oldest first</h2>
      <ol>
        {view.log.map((row) => (
          <LogLine
            key={row.id}
            row={row}
            names={names}
            day
            onAct={
              me.role === 'guest' || row.body.kind === 'settle'
                ? undefined
                : () => setOpen(open === row.id ? undefined : row.id)
            }
            actLabel={row.contested ? 'Settle' : 'Correct'}
          >
            {open === row.id &&
              (row.contested ? (
                <SettleSlip row={row} onClose={() => setOpen(undefined)} />
              ) : (
                <AmendSlip row={row} onClose={() => setOpen(undefined)} />
              ))}
          </LogLine>
        ))}
      </ol>
    </section>
  )
}
