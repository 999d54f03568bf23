/** Work that workshops plan again and again, as steps to begin from. Minutes are house figures; common practice, no source. */
import type { JobStep } from '#core/history/bodies/job.ts'

export interface Recipe {
  readonly name: string
  readonly opens: boolean
  readonly steps: readonly JobStep[]
  /** What has to be thought of before it is planned. */
  readonly caution?: string | undefined
}

const step = (what: string, minutes: number, more: Partial<JobStep> = {}): JobStep => ({
  what,
  minutes,
  minded: false,
  sun: false,
  tonight: false,
  stays: false,
  ...more,
})

const day = 1440

export const recipes: readonly Recipe[] = [
  {
    name: 'wash the case',
    opens: false,
    steps: [
      step('wash the case', 30, { where: 'sink', runs: day, runsWhere: 'rack', stays: true }),
      step('look the dry case over', 10, { where: 'bench' }),
    ],
  },
  {
    name: 'whiten in the sun',
    opens: false,
    caution:
      'Peroxide burns eyes and skin: gloves and glasses, water at hand, nobody alone, nothing shut tight.',
    steps: [
      step('coat for the sun', 30, { authority: 'chemicals', where: 'bench', tonight: true }),
      step('lay it in the sun and turn it', 10, {
        where: 'yard',
        sun: true,
        runs: 120,
        minded: true,
        tonight: true,
      }),
      step('rinse', 20, { authority: 'chemicals', where: 'sink', runs: day, runsWhere: 'rack' }),
    ],
  },
  {
    name: 'paint',
    opens: false,
    caution: 'Air the room; keep flames and sparks away; follow the sheet of the paint.',
    steps: [
      step('rub down', 30, { where: 'bench' }),
      step('first coat', 20, {
        authority: 'chemicals',
        where: 'rack',
        runs: day,
        stays: true,
        within: 7 * day,
      }),
      step('second coat', 20, { authority: 'chemicals', where: 'rack', runs: day, stays: true }),
      step('look the coat over', 10, { where: 'bench' }),
    ],
  },
  {
    name: 'open, clean inside, close',
    opens: true,
    steps: [
      step('open it', 20, { where: 'bench', stays: true }),
      step('clean inside', 40, { where: 'bench', stays: true }),
      step('close it', 20, { where: 'bench' }),
    ],
  },
  {
    name: 'renew a set of parts',
    opens: true,
    steps: [
      step('open it', 20, { where: 'bench', stays: true }),
      step('renew the set', 120, { where: 'bench', stays: true }),
      step('close it', 20, { where: 'bench' }),
    ],
  },
  {
    name: 'soak test',
    opens: false,
    caution: 'Somebody stays beside what runs on trial.',
    steps: [
      step('switch on for a soak test', 10, {
        authority: 'switch on',
        where: 'bench',
        runs: 120,
        minded: true,
      }),
    ],
  },
]

/** A house's own method card as one step: its materials to fetch, its wait afterwards. */
export function recipeOfCard(card: {
  readonly name: string
  readonly waitMinutes?: number | undefined
  readonly materials: readonly string[]
  readonly needs?: JobStep['authority'] | undefined
}): Recipe {
  const fetch = card.materials.join(', ').slice(0, 80)
  return {
    name: card.name,
    opens: false,
    steps: [
      step(card.name, 30, {
        where: 'bench',
        ...(card.needs ? { authority: card.needs } : {}),
        ...(card.waitMinutes === undefined
          ? {}
          : { runs: Math.max(5, Math.min(20_000, card.waitMinutes)), runsWhere: 'rack' }),
        ...(fetch ? { fetch } : {}),
      }),
    ],
  }
}
