/** A photograph as it lies on the device until the server has it. */
import { newId } from '#web/app/clock.ts'
import type { HeldFile } from '#web/app/outbox.ts'
import { sha256Of } from '#web/ui/hash.ts'

/** Its pixels, if the browser can read it; the server says better. */
async function pixelsOf(file: File): Promise<{ width: number; height: number } | undefined> {
  try {
    const bitmap = await createImageBitmap(file)
    const { width, height } = bitmap
    bitmap.close()
    return { width, height }
  } catch {
    return undefined
  }
}

export interface HeldPhoto {
  readonly held: HeldFile
  /** px; 1 where this device cannot say. */
  readonly width: number
  readonly height: number
}

/** Where this device can neither hash nor read it, it lies here under a name of its own until the server says what it is. */
export async function holdPhoto(
  file: File,
  { machine, loan }: { readonly machine: string; readonly loan?: string },
): Promise<HeldPhoto> {
  const [sha256, pixels] = await Promise.all([sha256Of(file), pixelsOf(file)])
  return {
    held: {
      sha256: sha256 ?? provisionalName(),
      sort: 'photo',
      machine,
      ...(loan ? { loan } : {}),
      name: file.name,
      blob: file,
    },
    width: pixels?.width ?? 1,
    height: pixels?.height ?? 1,
  }
}

/** As long as a hash, and no file's. */
const provisionalName = (): string => (newId() + newId()).replaceAll('-', '')
