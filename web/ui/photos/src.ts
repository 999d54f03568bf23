/** Where a photograph is found, and what it is called. */
import { say, shown } from '#api/words/say.ts'
import type { PhotoRow } from '#core/views/photos.ts'

export const photoSrc = (
  machine: string,
  entry: string,
  size: 'thumb' | 'preview' | 'original' = 'preview',
) => `/api/machines/${machine}/photos/${entry}?size=${size}`

/** "underside, 3 Mar 2026: two seals". */
export const photoTitle = (
  p: Pick<PhotoRow, 'of' | 'zone' | 'words' | 'at'>,
  short: (at: string) => string,
): string => {
  const what = p.zone ?? (p.of && p.of !== 'other' ? shown(p.of) : say('photograph'))
  return `${what}, ${short(p.at)}${p.words ? `: ${p.words}` : ''}`
}
