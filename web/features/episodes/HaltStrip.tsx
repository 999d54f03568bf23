/** What stopped a line, and the way on: a PIN, keeping it as contested, bringing it back. */
import { say } from '#api/words/say.ts'
import { Act } from '#web/ui/Forms.tsx'
import { PinStrip } from './PinStrip.tsx'
import { WarrantStrip } from './WarrantStrip.tsx'
import type { Halt } from './useLine.ts'

export function HaltStrip({
  halt,
  nameOf,
  onBack,
}: {
  halt: Halt
  nameOf: (party: string) => string
  /** Brings a line back that was typed over. */
  onBack: (line: string) => void
}) {
  const { line, error, keep, keepAs = say('It did happen: keep it as contested'), pin, warrant } = halt
  if (warrant) return <WarrantStrip error={error} people={warrant.people} onGive={warrant.give} />
  if (pin && keep)
    return <PinStrip party={pin.party} name={nameOf(pin.party)} onConfirmed={pin.again} onKeep={keep} />
  return (
    <p className="text-oxide font-bold">
      {line !== undefined && <span className="num">{`“${line}”: `}</span>}
      {error} {keep && <Act onClick={keep}>{keepAs}</Act>}{' '}
      {line !== undefined && <Act onClick={() => onBack(line)}>{say('Bring it back')}</Act>}
    </p>
  )
}
