/** Whether the window has room for an aside: what stands there is not said twice. */
import { useSyncExternalStore } from 'react'

/** Tailwind's `lg`. */
const wide = window.matchMedia('(min-width: 64rem)')

const subscribe = (listener: () => void) => {
  wide.addEventListener('change', listener)
  return () => wide.removeEventListener('change', listener)
}

export const useWide = (): boolean => useSyncExternalStore(subscribe, () => wide.matches)
