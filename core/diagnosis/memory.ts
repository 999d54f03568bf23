/** Which chip a failing bit at an address lies in, by the map of the sheet; and what a failure of many bits says. Common practice. */

export interface MemoryChip {
  readonly chip: string
  /** Bits that it holds, 0 is the lowest. */
  readonly bits: readonly number[]
  /** First and last address, both belong to it. */
  readonly from: number
  readonly to: number
}

export interface MemoryFault {
  readonly bits: readonly number[]
  readonly from?: number | undefined
  readonly to?: number | undefined
}

export interface MemoryExplained {
  /** Chips that hold a failing bit at the failing addresses. */
  readonly chips: readonly string[]
  /** Every bit fails there: what selects the chips is likelier than all of them. */
  readonly select: boolean
  /** One bit fails at all addresses of several chips: its data line is likelier than all of them. */
  readonly line: boolean
}

const hex = '(?:0x|\\$)?([0-9A-Fa-f]{2,6})h?'
const at = new RegExp(`\\b(?:at|from)\\s+${hex}(?:\\s*(?:-|–|to)\\s*${hex})?`, 'i')
const bit = /\b(?:bits?|D)\s*((?:\d{1,2})(?:\s*(?:-|–|,|and)\s*D?\d{1,2})*)/i

/** "bit 3 at 4000-7FFF", "D3, D4 at 4A00", "bits 0-3": what a memory test showed. Addresses are hexadecimal. Undefined for another text. */
export function memoryFaultIn(text: string): MemoryFault | undefined {
  const bits = bit.exec(text)?.[1]
  if (bits === undefined) return undefined
  const numbers: number[] = []
  for (const part of bits.split(/\s*(?:,|and)\s*/)) {
    const [first = NaN, last = first] = part.split(/\s*(?:-|–)\s*/).map((n) => Number(n.replace(/^D/i, '')))
    if (Number.isNaN(first) || last > 63 || last < first) return undefined
    for (let n = first; n <= last; n++) numbers.push(n)
  }
  const place = at.exec(text)
  const from = place?.[1] === undefined ? undefined : parseInt(place[1], 16)
  const to = place?.[2] === undefined ? from : parseInt(place[2], 16)
  return { bits: [...new Set(numbers)], from, to }
}

export function chipsOf(fault: MemoryFault, map: readonly MemoryChip[]): MemoryExplained {
  const there = map.filter(
    (c) => fault.from === undefined || fault.to === undefined || (c.from <= fault.to && c.to >= fault.from),
  )
  const held = there.filter((c) => c.bits.some((b) => fault.bits.includes(b)))
  const all = new Set(there.flatMap((c) => c.bits))
  return {
    chips: [...new Set(held.map((c) => c.chip))],
    select: there.length > 1 && all.size > 1 && [...all].every((b) => fault.bits.includes(b)),
    line: fault.bits.length === 1 && held.length > 1,
  }
}

const hexOf = (n: number): string => n.toString(16).toUpperCase().padStart(4, '0')

/** "IC13: bit 3, 4000-7FFF", one a line. */
export const writeMemory = (map: readonly MemoryChip[]): string =>
  map
    .map(
      ({ chip, bits, from, to }) =>
        `${chip}: ${bits.length === 1 ? 'bit' : 'bits'} ${bits.join(', ')} at ${hexOf(from)}-${hexOf(to)}`,
    )
    .join('\n')

/** The same read back; what cannot be read goes on without bits, so that whoever checks it can say so. */
export const readMemory = (text: string): { chip: string; bits: number[]; from: number; to: number }[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const [chip = '', ...rest] = line.split(':')
      const fault = memoryFaultIn(rest.join(':').replace(/,\s*(?=[0-9A-F]{4})/i, ' at '))
      return {
        chip: chip.trim(),
        bits: [...(fault?.bits ?? [])],
        from: fault?.from ?? 0,
        to: fault?.to ?? 0xffffff,
      }
    })
