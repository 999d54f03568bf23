/** What a file says of how it was taken, before its colour is believed: which camera, how large, how much it was pressed together. */
import { readFile } from 'node:fs/promises'
import exifReader from 'exif-reader'
import sharp from 'sharp'
import type { Capture } from '#core/colour/capture.ts'

/** The luminance table of ITU-T T.81 (JPEG), Annex K, table K.1, in zigzag order; quality 50 of the usual scale. */
const annexK = [
  16, 11, 12, 14, 12, 10, 16, 14, 13, 14, 18, 17, 16, 19, 24, 40, 26, 24, 22, 22, 24, 49, 35, 37, 29, 40, 58,
  51, 61, 60, 57, 51, 56, 55, 64, 72, 92, 78, 64, 68, 87, 69, 55, 56, 80, 109, 81, 87, 95, 98, 103, 104, 103,
  62, 77, 113, 121, 112, 100, 120, 92, 101, 103, 99,
]

/** Quality on the usual scale of 1 to 100, by the luminance table that the file carries; undefined where it carries none. */
export function jpegQuality(bytes: Buffer): number | undefined {
  let at = 2
  while (at + 4 < bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1] ?? 0
    const length = bytes.readUInt16BE(at + 2)
    // The picture itself begins: no table follows.
    if (marker === 0xda) return undefined
    if (marker === 0xdb)
      for (let i = at + 4; i < at + 2 + length;) {
        const wide = (bytes[i] ?? 0) >> 4
        const id = (bytes[i] ?? 0) & 15
        const value = (n: number) => (wide ? bytes.readUInt16BE(i + 1 + 2 * n) : (bytes[i + 1 + n] ?? 0))
        if (id === 0 && i + 1 + 64 * (wide + 1) <= bytes.length) {
          const scale = (100 * annexK.reduce((sum, k, n) => sum + value(n) / k, 0)) / annexK.length
          return Math.round(scale <= 100 ? (200 - scale) / 2 : 5000 / scale)
        }
        i += 1 + 64 * (wide + 1)
      }
    at += 2 + length
  }
  return undefined
}

function cameraIn(exif: Buffer | undefined): string | undefined {
  if (!exif) return undefined
  try {
    const { Image } = exifReader(exif)
    const named = [Image?.Make, Image?.Model].filter((s): s is string => typeof s === 'string')
    return (
      named
        .map((s) => s.replaceAll('\0', '').trim())
        .filter(Boolean)
        .join(' ') || undefined
    )
  } catch {
    return undefined
  }
}

/** Throws where the file is no picture. */
export async function captureOf(path: string): Promise<Capture> {
  const meta = await sharp(path, { limitInputPixels: 60_000_000 }).metadata()
  return {
    megapixels: ((meta.width ?? 0) * (meta.height ?? 0)) / 1e6,
    camera: cameraIn(meta.exif),
    quality: meta.format === 'jpeg' ? jpegQuality(await readFile(path)) : undefined,
  }
}
