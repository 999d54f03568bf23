/** What may be at fault with a machine: by the server, or without a connection by what this device holds. */
import { useQuery } from '@tanstack/react-query'
import type { FaultView } from '#core/views/fault-shape.ts'
import { faultHere, keepFacts } from './device-fold.ts'
import { useSource } from './source.tsx'
import { passes } from './judging.ts'
import { keys, whileSame } from './keys.ts'
import { useOutbox } from './outbox.ts'
import { useSigned } from './session.tsx'

export interface FaultHere {
  readonly view: FaultView
  /** Worked out on this device. */
  readonly here: boolean
}

export function useFault(machine: string, enabled = true) {
  const {
    me: { account },
    house,
  } = useSigned()
  const { get, practice } = useSource()
  const waiting = useOutbox(account)
  return useQuery({
    queryKey: keys.fault(machine, waiting.length),
    enabled,
    placeholderData: whileSame(machine),
    retry: false,
    queryFn: async (): Promise<FaultHere> => {
      try {
        const view = await get('/machines/:id/fault', { id: machine })
        if (!practice) keepFacts(account, view.house)
        return { view, here: false }
      } catch (failure) {
        const view = passes(failure)
          ? await faultHere(machine, { account, house: house.id, waiting })
          : undefined
        if (!view) throw failure
        return { view, here: true }
      }
    },
  })
}
