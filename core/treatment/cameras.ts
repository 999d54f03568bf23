/** Cameras that the house has checked: what a number from each may be off by, and by which check. */
import { checkCamera, type CameraCheck } from '#core/colour/camera.ts'
import { rendered } from '#core/colour/cards.ts'
import type { Trust } from '#core/colour/camera.ts'
import type { GearId } from '#core/ids.ts'
import type { World } from '#core/history/world.ts'
import type { Instant } from '#core/quantity/time.ts'

export interface CheckedCamera {
  readonly id: GearId
  readonly name: string
  /** The newest check, and when it was; absent: none told anything. */
  readonly check?: (CameraCheck & { readonly at: Instant }) | undefined
}

/** Gear of this kind is a camera. */
export const cameraKind = 'camera'

export const camerasOf = (world: World): CheckedCamera[] =>
  [...world.gear.values()]
    .filter((g) => g.gearKind === cameraKind)
    .map((g) => {
      const newest = g.proved.findLast(
        (s) => s.body.kind === 'gear' && s.body.what === 'proved' && s.body.camera,
      )
      const said =
        newest?.body.kind === 'gear' && newest.body.what === 'proved' ? newest.body.camera : undefined
      const check = said && checkCamera(said.chips, said.neutrals)
      return {
        id: g.id,
        name: g.name,
        check: check && !('why' in check) && newest ? { ...check, at: newest.happenedAt.latest } : undefined,
      }
    })
    .sort((a, b) => a.name.localeCompare(b.name))

export interface Trusted extends Trust {
  /** By which check; absent: by what was rendered, not measured. */
  readonly checked?: { readonly camera: string; readonly at: Instant } | undefined
}

/** What a number from so many cards by this camera may be off by. A check holds for as many cards as it was made with, or more. */
export function trustIn(
  cameras: readonly CheckedCamera[],
  camera: GearId | undefined,
  neutrals: number,
): Trusted {
  const found = cameras.find((c) => c.id === camera)
  return found?.check && neutrals >= found.check.neutrals
    ? {
        contrast: found.check.contrast,
        floor: found.check.floor,
        checked: { camera: found.name, at: found.check.at },
      }
    : rendered(neutrals)
}
