/**
 * The plan as lanes: evenings beside each other, a lane for each person, machine or place. Hands are solid, what goes on by itself is
 * hollow, sunshine is shaded. A step is a button; it can be dragged to another evening or person.
 */
import { say } from '#api/words/say.ts'
import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core'
import { weekdayWords } from '#api/words/plan.ts'
import { dayOnly } from '#api/words/dates.ts'
import { weekdayOf } from '#core/plan/evenings.ts'
import { laneBars, type Bar, type Lane } from './lane-bars.ts'

export interface LaneSession {
  readonly day: string
  readonly from: number
  readonly to: number
  readonly sun: readonly { readonly from: number; readonly to: number }[]
}

export function Lanes({
  sessions,
  lanes,
  chosen,
  onChoose,
  onDrop,
}: {
  sessions: readonly LaneSession[]
  lanes: readonly Lane[]
  chosen: number | undefined
  onChoose: (step: number) => void
  /** A step was let go on another lane or evening; undefined: nothing can be moved here. */
  onDrop: ((step: number, lane: string, session: number) => void) | undefined
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }))
  const widest = Math.max(1, ...sessions.map((s) => s.to - s.from))
  const columns = `8.5rem ${sessions.map((s) => `minmax(12rem, ${((s.to - s.from) / widest).toFixed(3)}fr)`).join(' ')}`
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={({ active, over }) => {
        if (!over || !onDrop) return
        const [lane = '', session = ''] = String(over.id).split(' ')
        onDrop(Number.parseInt(String(active.id), 10), lane, Number(session))
      }}
    >
      <div className="overflow-x-auto" role="group" aria-label={say('Lanes of the plan')}>
        <div className="grid min-w-max" style={{ gridTemplateColumns: columns }}>
          <span />
          {sessions.map((s) => (
            <span
              key={s.day}
              className="border-hair border-b border-l px-1.5 pb-1 font-bold whitespace-nowrap"
            >
              {weekdayWords(weekdayOf(s.day)).slice(0, 3)} {dayOnly(s.day).replace(/ \d+$/, '')}
            </span>
          ))}
          {lanes.map((lane) => (
            <LaneRow key={lane.id} lane={lane} sessions={sessions} chosen={chosen} onChoose={onChoose} />
          ))}
        </div>
      </div>
    </DndContext>
  )
}

function LaneRow({
  lane,
  sessions,
  chosen,
  onChoose,
}: {
  lane: Lane
  sessions: readonly LaneSession[]
  chosen: number | undefined
  onChoose: (step: number) => void
}) {
  const rows = Math.max(1, ...sessions.map((s) => laneBars(lane, s).rows))
  return (
    <>
      <span className="border-hair flex min-w-0 flex-col justify-center border-b py-1 pr-2 leading-tight">
        {lane.number && <span className="num text-13">{lane.number}</span>}
        <span className={lane.number ? 'text-13 truncate' : ''} title={lane.number ? lane.name : undefined}>
          {lane.name}
        </span>
      </span>
      {sessions.map((session, n) => (
        <Cell
          key={session.day}
          lane={lane}
          session={session}
          n={n}
          rows={rows}
          chosen={chosen}
          onChoose={onChoose}
        />
      ))}
    </>
  )
}

/** Minutes of a bar that a machine’s number fits on. */
const leastLabelled = 40
/** px that a finger or a pointer needs. */
const leastWidth = 24
/** px of one row of a lane. */
const rowHeight = 30

function Cell({
  lane,
  session,
  n,
  rows,
  chosen,
  onChoose,
}: {
  lane: Lane
  session: LaneSession
  n: number
  rows: number
  chosen: number | undefined
  onChoose: (step: number) => void
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `${lane.id} ${n}` })
  const length = session.to - session.from
  const x = (minute: number) =>
    `${((Math.max(session.from, Math.min(session.to, minute)) - session.from) / length) * 100}%`
  return (
    <div
      ref={setNodeRef}
      className={`border-hair relative border-b border-l ${isOver ? 'bg-next' : ''}`}
      style={{ minHeight: rows * rowHeight + 6 }}
    >
      {session.sun.map((s) => (
        <span
          key={s.from}
          className="bg-straw/30 absolute inset-y-0"
          style={{ left: x(s.from), width: `${((s.to - s.from) / length) * 100}%` }}
        />
      ))}
      {lane.there && !lane.there(n) && (
        <span className="text-13 text-quiet absolute inset-x-1.5 top-1.5">{say('not there')}</span>
      )}
      {laneBars(lane, session).bars.map((bar) => (
        <Block
          key={`${bar.step} ${bar.hollow ? 'runs' : 'hands'}`}
          bar={bar}
          lane={lane.id}
          x={x}
          chosen={bar.step === chosen}
          onChoose={onChoose}
        />
      ))}
    </div>
  )
}

function Block({
  bar,
  lane,
  x,
  chosen,
  onChoose,
}: {
  bar: Bar & { readonly row: number }
  lane: string
  x: (minute: number) => string
  chosen: boolean
  onChoose: (step: number) => void
}) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({
    // One step may lie in two lanes, and run by itself: each bar has a name of its own.
    id: `${bar.step} ${lane} ${bar.hollow ? 'runs' : 'hands'}`,
    disabled: bar.hollow || bar.fixed,
  })
  const left = x(bar.from)
  const look = bar.hollow
    ? 'border-ink text-ink border border-dashed bg-transparent'
    : bar.fixed
      ? 'bg-life text-sheet'
      : 'bg-ink text-sheet'
  return (
    <button
      ref={setNodeRef}
      type="button"
      aria-label={bar.words}
      title={bar.words}
      aria-pressed={chosen}
      onClick={() => onChoose(bar.step)}
      className={`text-13 absolute overflow-hidden rounded-sm px-1 text-left whitespace-nowrap ${look} ${chosen ? 'outline-verdigris outline-2 outline-offset-1' : ''} ${isDragging ? 'z-10 opacity-80' : ''}`}
      style={{
        left: `min(${left}, calc(100% - ${leastWidth}px))`,
        width: `calc(${x(bar.to)} - ${left} - 2px)`,
        minWidth: leastWidth,
        top: 3 + bar.row * rowHeight,
        height: rowHeight - 4,
        ...(transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : {}),
      }}
      {...listeners}
    >
      {/* A few letters would say nothing. */}
      {bar.to - bar.from >= leastLabelled && (
        <>
          {bar.number && <span className="num">{bar.number} </span>}
          {bar.label}
        </>
      )}
    </button>
  )
}
