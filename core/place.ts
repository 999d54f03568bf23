/** Where a part can be: one holder, and in machines and assemblies one position. */
import { z } from 'zod'
import { isId } from '#core/ids.ts'

/** Kinds of holder. `gone` ends a part's life here: discarded, consumed, returned, unknown. */
export const holderKinds = [
  'machine',
  'assembly',
  'tray',
  'kept',
  'store',
  'person',
  'party',
  'rig',
  'gone',
] as const
export type HolderKind = (typeof holderKinds)[number]

export interface Place {
  readonly in: {
    readonly kind: HolderKind
    /** machine, assembly (part), episode (tray), machine (kept), party; a name for store and rig; a fate for gone. */
    readonly id: string
  }
  /** Designator in a machine or assembly; cup, bag or shelf elsewhere. */
  readonly position?: string | undefined
}

const shortText = (max: number) => z.string().trim().min(1).max(max)

export const placeSchema = z.strictObject({
  in: z.strictObject({
    kind: z.enum(holderKinds),
    id: shortText(80).overwrite((id) => (isId(id.toLowerCase()) ? id.toLowerCase() : id)),
  }),
  position: shortText(60).optional(),
})

/** Places where position matters as a slot: one part each. Elsewhere the position is only a label. */
export const isSlot = (place: Place): boolean =>
  place.position !== undefined && (place.in.kind === 'machine' || place.in.kind === 'assembly')

/** One text per place, for maps and for the database's unique index. */
export const placeKey = (place: Place): string =>
  place.position === undefined
    ? `${place.in.kind}:${place.in.id}`
    : `${place.in.kind}:${place.in.id}/${place.position}`

export const samePlace = (a: Place, b: Place): boolean =>
  a.in.kind === b.in.kind && a.in.id === b.in.id && (a.position ?? '') === (b.position ?? '')

export const inMachine = (id: string, position: string): Place => ({ in: { kind: 'machine', id }, position })
export const inAssembly = (id: string, position: string): Place => ({
  in: { kind: 'assembly', id },
  position,
})
export const inTray = (episode: string, label?: string): Place => ({
  in: { kind: 'tray', id: episode },
  ...(label ? { position: label } : {}),
})
export const inStore = (name: string): Place => ({ in: { kind: 'store', id: name } })
export const withParty = (id: string): Place => ({ in: { kind: 'party', id } })
export const gone = (fate: string): Place => ({ in: { kind: 'gone', id: fate } })
