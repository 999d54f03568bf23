/** One of two machines side by side: its positions, each a part that can be picked up and a place where one can be put down. */
import { useDraggable, useDroppable } from '@dnd-kit/core'
import { say } from '#api/words/say.ts'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { remarkWords } from '#api/words/composer.ts'
import { refusalWords } from '#api/words/refusals.ts'
import { judgeFit, type Fit } from '#core/parts/fit.ts'
import type { MachineContext, SlotContext } from '#core/composer/context.ts'
import { useDates } from '#web/app/session.tsx'

/** A part in hand, and the machine it is from. */
export interface InHand {
  readonly slot: SlotContext
  readonly machine: MachineContext
}

export const fitIn = (target: SlotContext, machine: MachineContext, hand: InHand): Fit =>
  judgeFit(
    target.position,
    hand.slot.facts ?? { attributes: {}, health: 'unknown' },
    machine.slots.map((s) => s.position),
    target.chargeEnded,
  )

export function BesideColumn({
  machine,
  hand,
  onPick,
  onPut,
  children,
}: {
  machine: MachineContext
  hand: InHand | undefined
  onPick: (hand: InHand | undefined) => void
  onPut: (target: SlotContext) => void
  children?: ReactNode
}) {
  return (
    <section aria-label={`${machine.number} ${machine.name}`}>
      <h2 className="headrule flex justify-between gap-3">
        <Link className="hover:underline" to={`/machines/${machine.machine}?show=parts`}>
          <span className="num">{machine.number}</span> {machine.name}
        </Link>
        {children}
      </h2>
      <ul>
        {machine.slots.map((slot) => (
          <Slot
            key={slot.position.designator}
            slot={slot}
            machine={machine}
            hand={hand}
            onPick={onPick}
            onPut={onPut}
          />
        ))}
      </ul>
      {machine.slots.length === 0 && (
        <p className="text-quiet py-2">{say('None of its positions is known yet.')}</p>
      )}
    </section>
  )
}

function Slot({
  slot,
  machine,
  hand,
  onPick,
  onPut,
}: {
  slot: SlotContext
  machine: MachineContext
  hand: InHand | undefined
  onPick: (hand: InHand | undefined) => void
  onPut: (target: SlotContext) => void
}) {
  const { zone } = useDates()
  const id = `${machine.machine}/${slot.position.designator}`
  const holds = slot.part !== undefined && slot.content !== 'empty' && slot.content !== 'unknown part'
  const inHand = hand?.slot === slot
  const fit = hand && !inHand ? fitIn(slot, machine, hand) : undefined
  const takes = fit !== undefined && !('refusal' in fit)
  const drop = useDroppable({ id, data: { slot, machine }, disabled: !takes })
  const drag = useDraggable({ id, data: { slot, machine } satisfies InHand, disabled: !holds })
  const near = fit && 'refusal' in fit && fit.refusal.rule !== 'wrong-kind'
  return (
    <li
      ref={drop.setNodeRef}
      className={`border-hair grid min-h-9 grid-cols-[9.5rem_1fr_auto] max-lg:grid-cols-[6.5rem_1fr_auto] items-center gap-3 border-b border-l-4 py-0.5 pl-2 ${drop.isOver ? 'border-l-verdigris bg-next' : takes ? 'border-l-verdigris' : 'border-l-transparent'} ${fit && !takes ? 'text-quiet' : ''}`}
    >
      <span>
        {slot.position.on && <span className="text-quiet">{slot.position.on} / </span>}
        <span className={/\d/.test(slot.position.designator) ? 'num' : ''}>{slot.position.designator}</span>
      </span>
      <span className="min-w-0">
        {holds ? (
          <PickUp drag={drag} inHand={inHand} slot={slot} onPick={onPick} machine={machine} />
        ) : (
          <span
            className={
              slot.content === 'empty' && slot.position.essential ? 'text-copper font-bold' : 'text-quiet'
            }
          >
            {slot.content === 'empty'
              ? say('empty, takes {accepts}', { accepts: slot.position.accepts })
              : say('an unknown part')}
          </span>
        )}
        {near && 'refusal' in fit && (
          <span className="text-13 text-copper block">{refusalWords(fit.refusal, { zone, labels: {} })}</span>
        )}
        {fit && 'remarks' in fit && fit.remarks.length > 0 && (
          <span className="text-13 text-quiet block">{fit.remarks.map(remarkWords).join('; ')}</span>
        )}
      </span>
      {takes && (
        <button
          type="button"
          className="act"
          onClick={() => onPut(slot)}
          aria-label={say('Put it into {designator} of {number}', {
            designator: slot.position.designator,
            number: machine.number,
          })}
        >
          {say('Put it here')}
        </button>
      )}
    </li>
  )
}

function PickUp({
  drag,
  inHand,
  slot,
  onPick,
  machine,
}: {
  drag: ReturnType<typeof useDraggable>
  inHand: boolean
  slot: SlotContext
  onPick: (hand: InHand | undefined) => void
  machine: MachineContext
}) {
  return (
    <button
      type="button"
      ref={drag.setNodeRef}
      {...drag.listeners}
      aria-pressed={inHand}
      aria-label={say('Pick up {partLabel}', { partLabel: slot.partLabel ?? slot.position.accepts })}
      onClick={() => onPick(inHand ? undefined : { slot, machine })}
      className={`border-line touch-none rounded-sm border px-2 py-1 text-left ${inHand ? 'bg-straw text-black' : 'hover:border-verdigris'}`}
    >
      {slot.tag && <span className="num font-bold">{slot.tag} </span>}
      {slot.position.accepts}
      {slot.content === 'unseen' && (
        <span className={inHand ? '' : 'text-quiet'}>{`, ${say('as found')}`}</span>
      )}
    </button>
  )
}
