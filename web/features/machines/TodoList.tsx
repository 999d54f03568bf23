/** What is left to do on a machine, most urgent first: one line an act, and what can be said of it without leaving the page. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { todoDue, todoItem, todoMinutes, todoTitle } from '#api/words/todo.ts'
import { list } from '#api/words/lists.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import type { Todo, TodoAct, TodoItem } from '#core/work/todo/index.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { AnswerSlip } from '#web/ui/AmendSlip.tsx'
import { SettleSlip } from '#web/ui/SettleSlip.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { lazily } from '#web/ui/lazily.tsx'
import { EndTask, PutOff } from './TaskSlips.tsx'

/** Acts of which each thing is a line of its own: it can be dealt with here. */
const oneByOne: ReadonlySet<TodoAct> = new Set(['answer', 'settle', 'next', 'later'])
/** Where on the page, or beyond it, the other acts are done. */
const leadsTo: Readonly<Partial<Record<TodoAct, (view: MachineView) => string>>> = {
  'see to': () => '?show=condition',
  judge: () => '?show=condition',
  'look again': () => '?show=condition',
  fit: () => '?show=parts',
  'put back': (view) => (view.open ? `/episodes/${view.open.id}` : '?show=parts'),
  'take out': (view) => (view.open ? `/episodes/${view.open.id}` : '?show=parts'),
  'bring home': () => '?show=loans',
  'give back': () => '?show=loans',
  'end wait': (view) => (view.open ? `/episodes/${view.open.id}` : '?show=episodes'),
  'clear up': (view) => (view.open ? `/episodes/${view.open.id}` : '?show=episodes'),
  decide: () => '?show=parts',
  try: (view) => (view.open ? `/episodes/${view.open.id}` : '?show=entries'),
  sort: (view) => (view.open ? `/episodes/${view.open.id}` : '?show=episodes'),
  'finish entry': (view) => `/machines/${view.id}/entry`,
  'say what it does': (view) => (view.plate.typeId ? `/types/${view.plate.typeId}` : '?show=facts'),
  'go on': (view) => `/episodes/${view.open?.id ?? ''}`,
  'make harmless': () => '?show=entries',
  'test again': () => '?show=functions',
  test: () => '?show=functions',
  prove: () => '?show=functions',
  'find the fault': (view) => `/machines/${view.id}/fault`,
}

export function TodoList({ view }: { view: MachineView }) {
  const { me } = useSigned()
  const [params, setParams] = useSearchParams()
  const [putting, setPutting] = useState(false)
  const writes = me.role !== 'guest' && !params.get('asOf')
  const open = (key: string, entry?: string) => {
    const next = new URLSearchParams(params)
    for (const name of ['answer', 'settle', 'end']) next.delete(name)
    if (entry) next.set(key, entry)
    setParams(next, { replace: true })
  }
  const close = () => open('')
  return (
    <section aria-label={say('To do')} className="bg-sheet rounded-sm px-4 py-3">
      <h2 className="headrule flex justify-between gap-3">
        {say('To do')}
        {writes && !putting && <Act onClick={() => setPutting(true)}>{say('Leave something for later')}</Act>}
      </h2>
      {putting && <PutOff machine={view.id} onClose={() => setPutting(false)} />}
      {view.todo.length === 0 && (
        <p className="text-quiet py-2">
          {view.status.word === 'working'
            ? say('The record names nothing that is left to do.')
            : say('It is kept as it is; the record names nothing else that is left to do.')}
        </p>
      )}
      <ul className="columns-2 gap-x-10 max-lg:columns-1">
        {view.todo.map((todo) =>
          oneByOne.has(todo.act) ? (
            todo.items.map((item, i) => (
              <OneRow
                key={`${todo.act}${i}`}
                view={view}
                act={todo.act}
                item={item}
                writes={writes}
                params={params}
                onOpen={open}
                onClose={close}
              />
            ))
          ) : (
            <GroupRow
              key={todo.act}
              view={view}
              todo={todo}
              past={me.role === 'guest' || params.has('asOf')}
            />
          ),
        )}
      </ul>
    </section>
  )
}

const FaultFirst = lazily(async () => (await import('#web/app/FaultLine.tsx')).FaultFirst)

const rowClass = 'border-hair flex min-h-8 break-inside-avoid items-baseline gap-4 border-b py-1'

function GroupRow({ view, todo, past }: { view: MachineView; todo: Todo; past: boolean }) {
  const to = leadsTo[todo.act]?.(view)
  const title = todoTitle(todo.act, todo.items.length)
  return (
    <li className={rowClass}>
      <span className="min-w-0 flex-1">
        {to ? (
          <Link className="font-bold hover:underline" to={to} replace={to.startsWith('?')}>
            {title}
          </Link>
        ) : (
          <strong>{title}</strong>
        )}
        : {list(todo.items.map((item) => todoItem(todo.act, item)))}
        {todo.act === 'find the fault' && !past && <FaultFirst machine={view.id} />}
      </span>
      <Due todo={todo} />
      {todo.minutes !== undefined && <span className="text-quiet text-13 shrink-0">{todoMinutes(todo)}</span>}
    </li>
  )
}

function Due({ todo }: { todo: Pick<Todo, 'items'> }) {
  const { short, when } = useDates()
  const due = todoDue(todo)
  if (due === undefined) return null
  return due < when.now ? (
    <strong className="text-copper num text-13 shrink-0">
      {say('due since {due}', { due: short(due) })}
    </strong>
  ) : (
    <span className="text-quiet num text-13 shrink-0">{say('due {due}', { due: short(due) })}</span>
  )
}

function OneRow({
  view,
  act,
  item,
  writes,
  params,
  onOpen,
  onClose,
}: {
  view: MachineView
  act: TodoAct
  item: TodoItem
  writes: boolean
  params: URLSearchParams
  onOpen: (key: string, entry: string) => void
  onClose: () => void
}) {
  const { short } = useDates()
  const entry = item.entry ?? ''
  const contested = act === 'settle' ? view.log.find((row) => row.id === entry && row.contested) : undefined
  const key = act === 'answer' ? 'answer' : act === 'settle' ? 'settle' : 'end'
  const mark = key === 'end' ? `${entry}:${item.name}` : entry
  const asked = params.get(key) === mark
  return (
    <li className="break-inside-avoid">
      <div className={rowClass}>
        <span className="min-w-0 flex-1">
          <strong>{todoTitle(act, 1)}</strong>: {todoItem(act, item)}
        </span>
        <Due todo={{ items: [item] }} />
        {item.at && <span className="text-quiet num text-13 shrink-0">{short(item.at)}</span>}
        {writes && !asked && (
          <Act className="min-h-6 min-w-6 shrink-0" onClick={() => onOpen(key, mark)}>
            {act === 'answer' ? say('Answer') : act === 'settle' ? say('Settle') : say('Done, or dropped')}
          </Act>
        )}
      </div>
      {asked && act === 'answer' && (
        <AnswerSlip question={entry} machine={view.id} words={item.name} onClose={onClose} />
      )}
      {asked && contested && <SettleSlip row={contested} onClose={onClose} />}
      {asked && key === 'end' && (
        <EndTask
          machine={view.id}
          left={entry}
          task={act === 'later' ? item.name : undefined}
          onClose={onClose}
        />
      )}
    </li>
  )
}
