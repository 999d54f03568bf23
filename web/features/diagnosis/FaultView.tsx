/** What may be at fault with a machine: one sentence, the first act, suspects, what feeds what, what to do; below, what was seen. */
import { say } from '#api/words/say.ts'
import { useEffect } from 'react'
import { useNavigate, useParams } from 'react-router'
import { failingWords, faultSentence, ifTheSheetIsRight, pairWords } from '#api/words/fault.ts'
import { adviceStatusWords, approachWords, closeWords, endTitle } from '#api/words/fault-ends.ts'
import { explainedWords, memoryWords, ofFunction } from '#api/words/cells.ts'
import { onsetWords } from '#api/words/bench.ts'
import { list } from '#api/words/lists.ts'
import type { FaultView, HeardRow, ShownFault } from '#core/views/fault-shape.ts'
import { wordsOf } from '#web/app/http.ts'
import { HouseLink, useSource } from '#web/app/source.tsx'
import { useFault } from '#web/app/useFault.ts'
import { useDates } from '#web/app/session.tsx'
import { Rows, Row } from '#web/ui/Rows.tsx'
import { Acts } from './Acts.tsx'
import { AskOnset } from './AskOnset.tsx'
import { Ends } from './Ends.tsx'
import { Learned, SayNeeds } from './Needs.tsx'
import { Observations } from './Observations.tsx'
import { Picture } from './Picture.tsx'
import { Suspects } from './Suspects.tsx'

export function View() {
  const { id = '' } = useParams()
  const { data, error } = useFault(id)
  const view = data?.view
  useEffect(() => {
    if (view) document.title = say('Fault, {name} {number}', view.plate)
  }, [view])
  if (error && !view) return <p className="p-8">{wordsOf(error)}</p>
  if (!view) return null
  return (
    <main className="flex-1 space-y-4 p-4 pb-16">
      <p className="text-quiet">
        <HouseLink className="act" to={`/machines/${view.machine}`}>
          {view.plate.name} <span className="num">{view.plate.number}</span>
        </HouseLink>
        {`, ${say('fault finding')}`}
      </p>
      {data.here && <OnDevice at={view.house.at} />}
      {view.fault ? <Found view={view} fault={view.fault} /> : <NothingFails view={view} />}
    </main>
  )
}

/** Without a connection: what it rests on. */
function OnDevice({ at }: { at: string | undefined }) {
  const { short } = useDates()
  return (
    <p className="bg-straw px-3 py-1 text-black" role="status">
      {at
        ? say(
            'Without a connection: worked out on this device, from what it holds and what the house had counted by {at}.',
            { at: short(at) },
          )
        : say('Without a connection: worked out on this device, from what it holds.')}
    </p>
  )
}

function NothingFails({ view }: { view: FaultView }) {
  return (
    <section className="bg-sheet space-y-3 rounded-sm p-5">
      <h1 className="font-display text-24 font-semibold">
        {say('No test on record fails as the machine is now.')}
      </h1>
      <p>
        {say(
          'Write down what fails, for example “test picture fail: no raster” or “look dead”, and this page says what may be at fault and what to do next.',
        )}
      </p>
      {view.open ? (
        <HouseLink className="act" to={`/episodes/${view.open.id}`}>
          {say('Go on with episode {number}', { number: view.open.number })}
        </HouseLink>
      ) : (
        <HouseLink className="act" to={`/machines/${view.machine}`}>
          {say('Open an episode on its page')}
        </HouseLink>
      )}
      <Heard rows={view.heard} />
    </section>
  )
}

function Found({ view, fault }: { view: FaultView; fault: ShownFault }) {
  const navigate = useNavigate()
  const { path } = useSource()
  const { short } = useDates()
  const begin = view.open
    ? (line: string) =>
        void navigate(path(`/episodes/${view.open?.id ?? ''}?line=${encodeURIComponent(line)}`))
    : undefined
  return (
    <>
      <header className="space-y-1">
        <h1 className="font-display text-24 font-semibold">{faultSentence(fault)}</h1>
        <p>
          <strong>{say('Fails as it is:')}</strong> {list(fault.failing.map(failingWords), 6)}.
          {view.onset.map(
            (o) => ` ${say('The fault of {of} is from {onset}.', { of: o.of, onset: onsetWords(o.when) })}`,
          )}
          {fault.pair && ` ${pairWords(fault.pair)}`}
        </p>
        {fault.patterns.map(({ fn, cells, memory }) => (
          <p key={fn}>
            {cells && ofFunction(fn, explainedWords(cells))} {memory && ofFunction(fn, memoryWords(memory))}
          </p>
        ))}
        {view.ended && (
          <p className="bg-straw px-3 py-1 text-black">
            {view.ended.by
              ? say('{endTitle}, decided {at} by {by}: {because}', {
                  endTitle: endTitle(view.ended.end),
                  at: short(view.ended.at),
                  because: view.ended.because,
                  by: view.ended.by,
                })
              : say('{endTitle}, decided {at}: {because}', {
                  endTitle: endTitle(view.ended.end),
                  at: short(view.ended.at),
                  because: view.ended.because,
                })}
          </p>
        )}
      </header>
      {!view.onset.some((o) => o.of === fault.target) && (
        <AskOnset machine={view.machine} of={fault.target} />
      )}
      {fault.sayNeeds && <SayNeeds view={view} fn={fault.sayNeeds} main />}
      <div className="grid grid-cols-[minmax(20rem,25rem)_minmax(0,1fr)_minmax(18rem,21rem)] items-start gap-4 max-xl:grid-cols-2 max-lg:grid-cols-1">
        <div className="order-1 max-lg:order-2">
          <Suspects fault={fault} note={ifTheSheetIsRight} />
        </div>
        <div className="order-2 space-y-4 max-xl:order-3 max-xl:col-span-2 max-lg:order-3 max-lg:col-span-1">
          <Picture fault={fault} />
          <Observations view={view} rows={fault.observations} />
        </div>
        <div className="order-3 max-xl:order-2 max-lg:order-1">
          <Acts
            acts={fault.acts}
            missing={fault.missing}
            order={approachWords[view.approach]}
            close={fault.close ? closeWords : undefined}
            machine={view.machine}
            onBegin={begin}
          />
        </div>
      </div>
      {view.stop && <Ends view={view} fault={fault} stop={view.stop} />}
      <div className="grid grid-cols-2 items-start gap-4 max-lg:grid-cols-1">
        <Heard rows={view.heard} />
        <section className="bg-sheet space-y-3 rounded-sm px-4 py-3">
          <h2 className="headrule">{say('What needs what')}</h2>
          {!fault.sayNeeds && <SayNeeds view={view} fn={fault.target} />}
          <Learned view={view} />
        </section>
      </div>
      {!view.stop && <Ends view={view} fault={fault} />}
    </>
  )
}

/** What people suspected and advised, with what became of it. */
function Heard({ rows }: { rows: readonly HeardRow[] }) {
  const { short } = useDates()
  return (
    <div className="bg-sheet rounded-sm px-4 py-3">
      <Rows
        title={say('Suspicions and advice')}
        empty={
          rows.length === 0
            ? say(
                'None on record. “theory C3 leaks, because the rail sags” or “advice from Olga Prent: reseat IC4 first” notes one in an episode.',
              )
            : undefined
        }
      >
        {rows.map((h, i) => (
          <Row
            key={i}
            left={
              <>
                {h.words}
                {h.basis && (
                  <span className="text-quiet">{`, ${say('because {basis}', { basis: h.basis })}`}</span>
                )}
                <span className="text-quiet block">
                  {h.sort}
                  {h.from ? ` ${say('from {from}', { from: h.from })}` : ''},{' '}
                  <span className="num">{short(h.at)}</span>
                </span>
              </>
            }
            right={adviceStatusWords[h.status]}
          />
        ))}
      </Rows>
    </div>
  )
}
