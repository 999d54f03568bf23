/** Two machines side by side: a part is drawn from one to the other, or picked up and put down by two taps or keys. One act, two ends. */
import { say } from '#api/words/say.ts'
import {
  DndContext,
  DragOverlay,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineContext, SlotContext } from '#core/composer/context.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { FormCautions } from '#web/app/FormCautions.tsx'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { MainButton, PlainButton, Said } from '#web/ui/Forms.tsx'
import { besideBodies, occupies, type Proposal } from './beside-form.ts'
import { BesideColumn, type InHand } from './BesideColumn.tsx'
import { MachineField, useNamedMachine } from '#web/app/MachineField.tsx'

const called = (item: { readonly data: { readonly current?: unknown } } | null): string => {
  const at = item?.data.current as InHand | undefined
  return at
    ? say('{designator} of {number}', { designator: at.slot.position.designator, number: at.machine.number })
    : say('no position')
}
/** What a screen reader is told while a part is drawn. */
const announcements: Announcements = {
  onDragStart: ({ active }) => say('Picked up the part of {called}.', { called: called(active) }),
  onDragOver: ({ over }) => (over ? say('Over {called}.', { called: called(over) }) : undefined),
  onDragEnd: ({ over }) =>
    over ? say('Put down at {called}: say that it is moved.', { called: called(over) }) : say('Put back.'),
  onDragCancel: () => say('Put back.'),
}

/** A part in hand, the move that is proposed, and recording it. */
function useDrawing(view: MachineView | undefined) {
  const numbers = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const [hand, setHand] = useState<InHand>()
  const [proposal, setProposal] = useState<Proposal>()
  const [moved, setMoved] = useState<{ readonly words: string; readonly parts: readonly string[] }>()
  const { send, error: refused, busy, setError } = useSend()
  const put = (picked: InHand, target: SlotContext, into: MachineContext) => {
    setError(undefined)
    setProposal({ ...picked, target, into })
  }
  const dropped = ({ active, over }: DragEndEvent) => {
    const picked = active.data.current as InHand | undefined
    const place = over?.data.current as InHand | undefined
    if (picked && place) put(picked, place.slot, place.machine)
    setHand(undefined)
  }
  const hereIn = (into: MachineContext) => (into.machine === view?.id ? view.open?.id : undefined)
  const bodiesOf = (proposed: Proposal) => besideBodies(proposed, hereIn(proposed.into), numbers.data?.tag)
  const go = async (proposed: Proposal) => {
    const { slot, machine, target, into } = proposed
    const bodies = bodiesOf(proposed)
    if (!slot.part || !(await send(bodies.map((body) => ({ body, episode: hereIn(into) }))))) return
    setMoved({
      words: say('{partLabel} went from {number} into {designator} of {intoNumber}.', {
        partLabel: slot.partLabel ?? say('The part'),
        number: machine.number,
        designator: target.position.designator,
        intoNumber: into.number,
      }),
      parts: [slot.part, ...(occupies(target) && target.part ? [target.part] : [])],
    })
    setProposal(undefined)
    setHand(undefined)
  }
  return { hand, setHand, proposal, setProposal, moved, refused, busy, put, dropped, bodiesOf, go }
}

export function View() {
  const { id = '' } = useParams()
  const [params, setParams] = useSearchParams()
  const { data: view, error } = useQuery({
    queryKey: keys.machine(id),
    queryFn: () => get('/machines/:id', { id }),
    retry: false,
  })
  const own = useNamedMachine(view?.plate.number ?? '').machine
  const beside = params.get('with') ?? ''
  const { machine: other, missing } = useNamedMachine(beside)
  const { hand, setHand, proposal, setProposal, moved, refused, busy, put, dropped, bodiesOf, go } =
    useDrawing(view)
  useEffect(() => {
    if (view) document.title = say('{number} beside another machine', { number: view.plate.number })
  }, [view])
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!view || !own) return null
  const columns = { hand, onPick: (next: InHand | undefined) => setHand(next) }
  return (
    <main
      className="flex-1 p-4 pb-16"
      onKeyDown={(e) => e.key === 'Escape' && (setHand(undefined), setProposal(undefined))}
    >
      <h1 className="font-display text-24 font-semibold">
        {say('Two machines')} <span className="text-quiet">{say('side by side')}</span>
      </h1>
      <p className="mb-3" role="status">
        {hand
          ? say('{partLabel} of {number} is in hand: where it fits is marked. Esc puts it back.', {
              partLabel: hand.slot.partLabel ?? hand.slot.position.accepts,
              number: hand.machine.number,
            })
          : say(
              'Draw a part to where it should go, or pick it up by a tap and put it down by another. Nothing is written before you say so.',
            )}
      </p>
      <Beside
        named={beside}
        missing={missing}
        onName={(name) => setParams(name ? { with: name } : {}, { replace: true })}
      />
      {moved && (
        <p className="bg-next border-verdigris mb-3 border-l-4 p-3">
          {`${say('{words} Both ends show it.', { words: moved.words })} `}
          <Link className="act" to={`/parts/tags?ids=${moved.parts.join(',')}`}>
            {say('Print tags')}
          </Link>
        </p>
      )}
      {proposal && (
        <Proposed
          proposal={proposal}
          bodies={bodiesOf(proposal)}
          busy={busy}
          error={refused}
          onRecord={() => void go(proposal)}
          onLeave={() => setProposal(undefined)}
        />
      )}
      <Board
        onHand={setHand}
        dropped={dropped}
        other={other}
        own={own}
        columns={columns}
        hand={hand}
        put={put}
        missing={missing}
        view={view}
      />
    </main>
  )
}

/** Both machines, and the part that is drawn from one to the other. */
function Board({
  onHand,
  dropped,
  other,
  own,
  columns,
  hand,
  put,
  missing,
  view,
}: {
  onHand: (value: InHand | undefined) => void
  dropped: ({ active, over }: DragEndEvent) => void
  other: MachineContext | undefined
  own: MachineContext
  columns: { hand: InHand | undefined; onPick: (next: InHand | undefined) => void }
  hand: InHand | undefined
  put: (picked: InHand, target: SlotContext, into: MachineContext) => void
  missing: boolean
  view: MachineView
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }) => onHand(active.data.current as InHand)}
      onDragCancel={() => onHand(undefined)}
      onDragEnd={dropped}
      accessibility={{
        announcements,
        screenReaderInstructions: {
          draggable: say('Press Enter to pick the part up, then choose “Put it here” at a position.'),
        },
      }}
    >
      <TwoColumns
        other={other}
        own={own}
        columns={columns}
        hand={hand}
        put={put}
        missing={missing}
        view={view}
      />
      <DragOverlay dropAnimation={null}>
        {hand && (
          <span className="bg-straw rounded-sm px-2 py-1 text-black">
            {hand.slot.partLabel ?? hand.slot.position.accepts}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  )
}

/** | own:MachineContext; view:MachineView */
function TwoColumns({
  other,
  own,
  columns,
  hand,
  put,
  missing,
  view,
}: {
  other: MachineContext | undefined
  own: MachineContext
  columns: { hand: InHand | undefined; onPick: (next: InHand | undefined) => void }
  hand: InHand | undefined
  put: (picked: InHand, target: SlotContext, into: MachineContext) => void
  missing: boolean
  view: MachineView
}) {
  return (
    <div className="grid grid-cols-2 gap-8 max-md:grid-cols-1">
      <div>
        {other && other.machine !== own.machine && (
          <BesideColumn machine={other} {...columns} onPut={(target) => hand && put(hand, target, other)} />
        )}
        {other && other.machine === own.machine && (
          <p className="text-quiet">{say('That is the same machine.')}</p>
        )}
        {!other && !missing && (
          <p className="text-quiet">
            {say('The one that gives, or takes, stands here once you have named it.')}
          </p>
        )}
      </div>
      <BesideColumn machine={own} {...columns} onPut={(target) => hand && put(hand, target, own)}>
        {view.open && (
          <Link className="act" to={`/episodes/${view.open.id}`}>
            {say('To its open episode')}
          </Link>
        )}
      </BesideColumn>
    </div>
  )
}

function Proposed({
  proposal,
  bodies,
  busy,
  error,
  onRecord,
  onLeave,
}: {
  proposal: Proposal
  bodies: readonly Body[]
  busy: boolean
  error: string | undefined
  onRecord: () => void
  onLeave: () => void
}) {
  const { slot, machine, target, into } = proposal
  return (
    <div
      role="region"
      aria-label={say('What will be written')}
      className="bg-next border-verdigris mb-3 flex flex-wrap items-center gap-4 border-l-4 p-3"
    >
      <p className="flex-1">
        {`${say('{partLabel}: out of {designator} of {number}, into {targetDesignator} of {intoNumber}.', {
          partLabel: slot.partLabel ?? slot.position.accepts,
          designator: slot.position.designator,
          number: machine.number,
          targetDesignator: target.position.designator,
          intoNumber: into.number,
        })} `}
        {occupies(target) && (
          <span className="text-quiet">{say('What sits there comes out by the same act.')} </span>
        )}
        {slot.position.essential && (
          <span className="text-copper font-bold">
            {say('{number} is incomplete without it.', { number: machine.number })}
          </span>
        )}
      </p>
      <FormCautions machines={[machine.machine, into.machine]} bodies={bodies} />
      <MainButton disabled={busy} autoFocus onClick={onRecord}>
        {say('Record the move')}
      </MainButton>
      <PlainButton onClick={onLeave}>{say('Leave it')}</PlainButton>
      <Said error={error} />
    </div>
  )
}

/** Names the machine that is laid beside. */
function Beside({
  named,
  missing,
  onName,
}: {
  named: string
  missing: boolean
  onName: (name: string) => void
}) {
  const [typed, setTyped] = useState(named)
  return (
    <form
      className="mb-3 flex items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        onName(typed.trim())
      }}
    >
      <div className="w-64">
        <MachineField value={typed} onChange={setTyped} missing={missing} />
      </div>
      <PlainButton type="submit">{say('Lay it beside')}</PlainButton>
    </form>
  )
}
