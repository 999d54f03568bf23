/** What checking a camera writes: its marks as typed, and the entries that keep what was read. */
import { say } from '#api/words/say.ts'
import type { GearId } from '#core/ids.ts'
import { cameraKind } from '#core/treatment/cameras.ts'
import { chipsRead, labOf, type Next } from './CameraCheck.tsx'
import type { Mark } from './Marks.tsx'

const lightnessOf = (next: Next) => Number(next.lightness.replace(',', '.'))

/** Why a mark cannot be drawn with what is typed of it; undefined where it can. */
export function refusesMark(next: Next): string | undefined {
  const light = lightnessOf(next)
  if (!next.label.trim()) return say('Name the mark first: “grey”, “chip 3”.')
  if (next.role === 'card' && !(light >= 1 && light <= 100))
    return say('A card has a lightness L* between 1 and 100.')
  if (next.role === 'chip' && !labOf(next.lab))
    return say('Type the chip’s known colour as L* a* b*: 62 1.5 14.')
  return undefined
}

export const markOf = (next: Next, box: Pick<Mark, 'x' | 'y' | 'w' | 'h'>): Mark => ({
  role: next.role === 'card' ? 'card' : 'patch',
  name: next.label.trim(),
  ...box,
  ...(next.role === 'card' ? { lightness: lightnessOf(next) } : {}),
})

type Chips = Extract<ReturnType<typeof chipsRead>, { chips: unknown }>

/** A camera named here for the first time (`called`), and the check of it. */
export const checkedCamera = (gear: GearId, called: string | undefined, said: Chips) => [
  ...(called === undefined
    ? []
    : [
        {
          body: {
            kind: 'gear' as const,
            what: 'identified' as const,
            gear,
            name: called.slice(0, 80),
            gearKind: cameraKind,
            attributes: {},
          },
        },
      ]),
  {
    basis: 'measured' as const,
    body: {
      kind: 'gear' as const,
      what: 'proved' as const,
      gear,
      camera: {
        neutrals: said.neutrals,
        chips: said.chips.map((c) => ({ name: c.name, known: [...c.known], read: [...c.read] })) as never,
      },
    },
  },
]
