/** What is to be done on a machine, what is not its own, what was done last. */
import type { MachineView } from '#core/views/machine-shape.ts'
import { useDates } from '#web/app/session.tsx'
import { useSearchParams, Link } from 'react-router'
import { AnswerSlip, SettleSlip } from '#web/ui/AmendSlip.tsx'
import { Rows, Row } from '#web/ui/Rows.tsx'

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

export function Todo({ view }: { view: MachineView }) {
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
