/** Whether a file may be believed as the camera wrote it. */
export interface Capture {
  readonly megapixels: number
  /** As the file names it; a messenger leaves it out. */
  readonly camera?: string | undefined
  /** Of a JPEG, 1 to 100 on the usual scale. */
  readonly quality?: number | undefined
}

export type CaptureTrouble =
  /** Pressed together so far that its colours are no longer the camera's. */
  | { readonly why: 'recompressed'; readonly quality: number }
  | { readonly why: 'small'; readonly megapixels: number }
  /** No camera is named: it may have come through a messenger. */
  | { readonly why: 'no camera named' }

export const leastQuality = 80
const leastMegapixels = 2

/** A table coarser than quality 80 says that something pressed it again; small, or without its camera, it may have been. */
export const captureTroubles = ({ megapixels, camera, quality }: Capture): CaptureTrouble[] => [
  ...(quality !== undefined && quality < leastQuality ? [{ why: 'recompressed' as const, quality }] : []),
  ...(megapixels < leastMegapixels ? [{ why: 'small' as const, megapixels }] : []),
  ...(quality !== undefined && camera === undefined ? [{ why: 'no camera named' as const }] : []),
]

/** Of such a file no number is taken. */
export const refusesCapture = (troubles: readonly CaptureTrouble[]): boolean =>
  troubles.some((t) => t.why === 'recompressed')
