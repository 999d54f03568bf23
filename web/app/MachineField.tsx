/** A machine named by its number, typed or scanned, and what is known of it. */
import { commas } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import type { MachineContext } from '#core/composer/context.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { TextField } from '#web/ui/Forms.tsx'

export interface NamedMachine {
  readonly machine: MachineContext | undefined
  /** It was sought, and there is none with that number. */
  readonly missing: boolean
}

export function useNamedMachine(number: string): NamedMachine {
  const asked = number.trim()
  const { data } = useQuery({
    queryKey: keys.lookUp(asked),
    queryFn: () => get('/lookup/:word', { word: asked }),
    enabled: asked !== '',
    retry: false,
  })
  const answer = asked === '' ? undefined : data
  return { machine: answer?.machine, missing: answer !== undefined && answer.machine === undefined }
}

export const MachineField = ({
  value,
  onChange,
  missing,
  ...more
}: {
  value: string
  onChange: (number: string) => void
  missing: boolean
  autoFocus?: boolean
}) => (
  <TextField
    label={say('Machine: type or scan its number')}
    className="num"
    placeholder="SW 2024.3"
    value={value}
    onChange={(e) => onChange(e.target.value)}
    error={missing ? say('No machine has the number {value}.', { value: value.trim() }) : undefined}
    {...more}
  />
)

/** Its positions as options, the first one saying that none was chosen. */
export const positionOptions = (machine: MachineContext | undefined, none: string) => [
  { value: '', label: machine ? none : say('first the machine') },
  ...(machine?.slots.map((s) => ({
    value: s.position.designator,
    label: commas(`${s.position.designator}, ${s.position.accepts}`, s.content === 'empty' && say('empty')),
  })) ?? []),
]
