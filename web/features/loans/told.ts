/** What the other side of a loan did is told, where somebody of the house writes it down. */
import type { Basis } from '#core/history/entry.ts'
import { useSigned } from '#web/app/session.tsx'

export function useBasis(): (side: 'house' | 'them') => Basis {
  const { me } = useSigned()
  return (side) => (side === 'them' && me.role !== 'guest' ? 'told' : 'seen')
}
