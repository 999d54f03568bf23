/** How wide there is room for a drawing. */
import { useEffect, useRef, useState } from 'react'

/** The width of what holds the drawing, px. */
export function useWidth() {
  const holder = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(1200)
  useEffect(() => {
    const element = holder.current
    if (!element) return
    const observer = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(280, entry.contentRect.width)),
    )
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  return { holder, width }
}
