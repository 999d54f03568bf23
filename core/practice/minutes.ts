/** Minutes of hands that an act takes in practice: the house figures that the advice reckons with. */
import { houseMinutes } from '#core/diagnosis/house-minutes.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import type { TypeSheet } from '#core/type/sheet.ts'
import { findPosition } from '#core/type/sheet.ts'

/** A trial of one function at one start, short and full; little acts; house figures, no source. */
const trial = { look: 1, short: 2, full: 4 } as const
const little = 1
const cleaning = 5
const anotherStart = 1

export function minutesOfAct(body: Body, sheet: TypeSheet): number {
  switch (body.kind) {
    case 'test':
      return body.results.reduce(
        (sum, { result }) => sum + trial[body.depth] + (startsIn(result) - 1) * anotherStart,
        0,
      )
    case 'reading':
      return houseMinutes.read
    case 'note':
      return /^looked at /i.test(body.words) ? houseMinutes.look : little
    case 'precaution':
      return 2
    case 'change':
      return body.target.sort === 'adjuster'
        ? houseMinutes['check the setting']
        : /solder/.test(body.verb)
          ? houseMinutes.resolder
          : body.verb === 'reseated'
            ? houseMinutes.reseat
            : cleaning
    case 'move': {
      // Out and in at one position is one act.
      const positions = new Set(body.legs.flatMap(({ from, to }) => [from?.position, to.position]))
      const mounts = sheet.positions.filter((p) => positions.has(p.designator)).map((p) => p.mount)
      return mounts.reduce((sum, mount) => sum + houseMinutes.swap[mount], 0) || houseMinutes.swap.socketed
    }
    case 'connection':
      return 2
    case 'gear':
      return houseMinutes['prove gear']
    case 'wait':
    case 'episode':
      return 0
    default:
      return little
  }
}

const startsIn = (result: TestResult): number =>
  ('starts' in result
    ? result.starts
    : 'of' in result && result.is === 'intermittent'
      ? result.of
      : undefined) ?? 1

/** How long a part of a position takes to change, where its mount is known. */
export const swapMinutes = (sheet: TypeSheet, at: string): number =>
  houseMinutes.swap[findPosition(sheet, at)?.mount ?? 'soldered']
