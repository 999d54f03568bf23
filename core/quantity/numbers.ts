/** Entry numbers and tags: counting on from the next free one. */
/** Numbers from one on: E2026-014, E2026-015, … */
export function following(first: string, n: number): string[] {
  const match = /^(.*?)(\d+)$/.exec(first)
  if (!match) return Array.from({ length: n }, (_, i) => `${first}-${i + 1}`)
  const [, head = '', digits = '0'] = match
  return Array.from(
    { length: n },
    (_, i) => `${head}${String(Number(digits) + i).padStart(digits.length, '0')}`,
  )
}
