/**
 * Which rows of a long list of equal rows are in the document. Nothing is measured while it scrolls: where the list stands is
 * the one number that is read, and only another first row draws anew.
 */
import { useCallback, useEffect, useState, type RefObject } from 'react'

/** Rows kept above and below those in sight. */
const overscan = 4

export interface RowWindow {
  /** Index of the first row in the document. */
  readonly start: number
  /** How many rows are in the document: always the same while the list is this long and this tall. */
  readonly slots: number
  /** Brings a row into sight with the least movement. */
  readonly reveal: (index: number) => void
}

export function useRowWindow(
  scroller: RefObject<HTMLElement | null>,
  count: number,
  rowPx: number,
  onSight: (first: number, last: number) => void,
): RowWindow {
  const [height, setHeight] = useState(0)
  const [first, setFirst] = useState(0)
  useEffect(() => {
    const element = scroller.current
    if (!element) return
    const resized = new ResizeObserver(() => setHeight(element.clientHeight))
    resized.observe(element)
    const scrolled = () => setFirst(Math.floor(element.scrollTop / rowPx))
    element.addEventListener('scroll', scrolled, { passive: true })
    return () => {
      resized.disconnect()
      element.removeEventListener('scroll', scrolled)
    }
  }, [scroller, rowPx])
  const inSight = Math.ceil(height / rowPx)
  useEffect(() => onSight(first, first + inSight), [onSight, first, inSight])
  const slots = Math.min(count, inSight + 1 + 2 * overscan)
  const reveal = useCallback(
    (index: number) => {
      const element = scroller.current
      if (!element) return
      const [top, bottom] = [index * rowPx, (index + 2) * rowPx]
      if (top < element.scrollTop) element.scrollTop = top
      else if (bottom > element.scrollTop + element.clientHeight)
        element.scrollTop = bottom - element.clientHeight
    },
    [scroller, rowPx],
  )
  return { start: Math.min(count - slots, Math.max(0, first - overscan)), slots, reveal }
}
