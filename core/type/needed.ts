/** What a function needs, as people list it: "12V, dot clock and IC4" → names of the machine, rails, and positions to be learned. */
import { learnPosition } from './learned.ts'
import type { SheetPosition } from './sheet.ts'

export interface Needed {
  /** As the machine calls them. */
  readonly names: readonly string[]
  /** Positions that no sheet lists. */
  readonly learned: readonly SheetPosition[]
  /** Words that are nothing of the machine, as written. */
  readonly unknown: readonly string[]
}

const rail = /^([+\-−]?\d+(?:[.,]\d+)?)\s?V$/i

/** Reads such a list. `known`: functions, positions and points, as they are called. Names with commas are taken whole. */
export function neededIn(text: string, known: readonly string[]): Needed {
  const names: string[] = []
  const learned: SheetPosition[] = []
  const unknown: string[] = []
  const byLength = [...known].sort((a, b) => b.length - a.length)
  let rest = text.trim().replace(/\.$/, '')
  while (rest !== '') {
    rest = rest.replace(/^(?:[\s,;]|and\b|or\b|the\b)+/i, '')
    if (rest === '') break
    const lower = rest.toLowerCase()
    const name = byLength.find(
      (n) => lower.startsWith(n.toLowerCase()) && /^(?:$|[\s,;])/.test(rest.slice(n.length)),
    )
    const word =
      name === undefined
        ? (/^(.+?)(?=\s*(?:[,;]|\band\b|$))/i.exec(rest)?.[1] ?? rest)
        : rest.slice(0, name.length)
    rest = rest.slice(word.length)
    const volts = rail.exec(word)?.[1]
    const position = name === undefined && volts === undefined ? learnPosition(word) : undefined
    if (name !== undefined) names.push(name)
    else if (volts !== undefined) names.push(`${volts.replace(',', '.')}V`)
    else if (position) {
      names.push(position.designator)
      learned.push(position)
    } else unknown.push(word.trim())
  }
  return { names: [...new Set(names)], learned, unknown }
}
