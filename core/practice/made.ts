/**
 * Cases made from a type sheet, a level and a seed. Levels: 1 one part, the sheet whole · 2 part or contact, the gear too · 3 a
 * setting, look-alikes exchanged, faults that come and go · 4 two faults · 5 what no advice knows: it has to warm up, two faults hide
 * each other, a line of the sheet is wrong.
 */
import { dice as seeded, oneOf, type Dice } from '#core/quantity/dice.ts'
import { dependenciesOf } from '#core/type/depends.ts'
import type { SheetPosition, TypeSheet } from '#core/type/sheet.ts'
import { houseMasks } from '#core/diagnosis/observations.ts'
import { caseSchema, type CaseAsWritten, type PracticeCase } from './case.ts'

export const levels = [1, 2, 3, 4, 5] as const
export type Level = (typeof levels)[number]

export const teachesOf: Readonly<Record<Level, string>> = {
  1: 'One part is bad and the sheet is right: what passes narrows it down.',
  2: 'A part, its contact or the gear on the bench: what tells them apart.',
  3: 'A setting, two look-alikes exchanged, or a fault that comes and goes.',
  4: 'Two faults: what mends one changes nothing that can be seen before the other is mended.',
  5: 'Something that no advice knows: it has to warm up, two faults hide each other, or the sheet is wrong.',
}

/** A sheet of which no function names what it needs, or that has none. */
export const canBePractised = (sheet: TypeSheet): boolean =>
  sheet.functions.some((f) => candidatesOf(sheet, f.name).length > 0)

/** Positions that a function truly goes through. */
function candidatesOf(sheet: TypeSheet, fn: string): SheetPosition[] {
  const own = sheet.functions.find((f) => f.name === fn)
  if (!own || own.dependsOn.length === 0) return []
  const deps = dependenciesOf(
    { functions: sheet.functions, positions: sheet.positions, points: sheet.points },
    own,
  )
  return sheet.positions.filter((p) => deps.declared.has(p.designator))
}

const symptoms = ['does nothing', 'starts and stops', 'comes out wrong', 'hums and does nothing', 'sticks']
type Fault = CaseAsWritten['faults'][number]

/** Each function that it goes through hides it from a short test by the chance that the house reckons with. */
function hiddenIn(dice: Dice, sheet: TypeSheet, at: string, visibleIn: string): string[] {
  return sheet.functions
    .filter(
      (f) =>
        f.name !== visibleIn &&
        candidatesOf(sheet, f.name).some((p) => p.designator === at) &&
        dice() < houseMasks.short,
    )
    .map((f) => f.name)
}

const adjusters = (positions: readonly SheetPosition[]) =>
  positions.filter((p) => /trimmer|potentiometer|switch/i.test(p.accepts))

function partFault(dice: Dice, sheet: TypeSheet, fn: string, more: Partial<Fault> = {}): Fault {
  const at = oneOf(dice, candidatesOf(sheet, fn)).designator
  return {
    sort: 'part',
    at,
    symptom: oneOf(dice, symptoms),
    hiddenAtShort: hiddenIn(dice, sheet, at, fn),
    ...more,
  } as Fault
}

function contactFault(dice: Dice, sheet: TypeSheet, fn: string, more: Partial<Fault> = {}): Fault {
  const plugged = candidatesOf(sheet, fn).filter((p) => p.mount !== 'soldered')
  if (plugged.length === 0) return partFault(dice, sheet, fn, more)
  const at = oneOf(dice, plugged).designator
  return {
    sort: 'contact',
    at,
    symptom: oneOf(dice, symptoms),
    look: dice() < 0.4 ? 'green crust on its contacts' : undefined,
    ...more,
  } as Fault
}

/** Gear that the sheet asks for: two of every kind, so that one can stand in for the other. */
function gearOf(sheet: TypeSheet, dice: Dice): NonNullable<CaseAsWritten['gear']> {
  const needs = new Map(sheet.functions.flatMap((f) => f.needs.map((n) => [n.gearKind, n] as const)))
  return [...needs].flatMap(([gearKind, need]) => {
    const value = need.attribute === undefined ? undefined : sheet.attributes[need.attribute]
    const attributes = need.attribute !== undefined && value !== undefined ? { [need.attribute]: value } : {}
    return [1, 2].map((n) => ({
      name: `${gearKind} ${n === 1 ? 'one' : 'two'}`,
      gearKind,
      attributes,
      onBench: n === 1,
      ...(dice() < 0.5 || n === 2 ? { provedDaysAgo: 20 } : {}),
    }))
  })
}

/** Two parts of one function that hide each other there, one of which another function shows; undefined where no function allows it. */
function hidingEachOther(dice: Dice, sheet: TypeSheet): Partial<CaseAsWritten> | undefined {
  const at = (fn: string) => candidatesOf(sheet, fn).map((p) => p.designator)
  const pairs = sheet.functions.flatMap((hides) => {
    const own = at(hides.name)
    return sheet.functions
      .filter((shows) => shows !== hides)
      .flatMap((shows) => {
        const shared = own.filter((p) => at(shows.name).includes(p))
        const alone = own.filter((p) => !at(shows.name).includes(p))
        return shared.length > 0 && alone.length > 0 ? [{ fn: hides.name, shared, alone }] : []
      })
  })
  if (pairs.length === 0) return undefined
  const { fn, shared, alone } = oneOf(dice, pairs)
  const fault = (from: readonly string[]): Fault =>
    ({ sort: 'part', at: oneOf(dice, from), symptom: oneOf(dice, symptoms) }) as Fault
  return { faults: [fault(shared), fault(alone)], hide: [{ fn, faults: [0, 1] }] }
}

/** The faults of a level in a machine; `fn` is one that shows them. */
function faultsOf(dice: Dice, sheet: TypeSheet, level: Level, fn: string): Partial<CaseAsWritten> {
  const roll = dice()
  if (level === 1) return { faults: [partFault(dice, sheet, fn)] }
  if (level === 2) {
    const needed = sheet.functions.find((f) => f.name === fn)?.needs[0]
    if (needed && roll < 0.25)
      return { faults: [{ sort: 'gear', at: `${needed.gearKind} one`, symptom: oneOf(dice, symptoms) }] }
    return { faults: [roll < 0.65 ? contactFault(dice, sheet, fn) : partFault(dice, sheet, fn)] }
  }
  if (level === 3) {
    const own = candidatesOf(sheet, fn)
    const [setting] = adjusters(own)
    const alike = own.find((p) => p.lookAlikes.length > 0 && p.mount !== 'soldered')
    const twin = alike?.lookAlikes[0]
    if (setting && roll < 0.35)
      return {
        faults: [{ sort: 'setting', at: setting.designator, right: '6', symptom: oneOf(dice, symptoms) }],
        settings: { [setting.designator]: '2' },
      }
    if (alike && twin !== undefined && roll < 0.65)
      return {
        faults: [
          {
            sort: 'exchanged',
            at: alike.designator,
            with: twin,
            symptom: oneOf(dice, symptoms),
            look: `it is marked as ${sheet.positions.find((p) => p.designator === twin)?.accepts ?? 'another part'}`,
          },
        ],
      }
    const shows = 0.4 + 0.4 * dice()
    return {
      faults: [roll < 0.8 ? contactFault(dice, sheet, fn, { shows }) : partFault(dice, sheet, fn, { shows })],
      claim: { says: 'now and then', words: 'Some days it would, some days not.' },
    }
  }
  const two = (): Fault[] => {
    const first = partFault(dice, sheet, fn)
    const others = sheet.functions.filter((f) =>
      candidatesOf(sheet, f.name).some((p) => p.designator !== first.at),
    )
    for (let n = 0; n < 20 && others.length > 0; n++) {
      const second = (n % 2 === 0 ? contactFault : partFault)(dice, sheet, oneOf(dice, others).name)
      if (second.at !== first.at) return [first, second]
    }
    return [first]
  }
  if (level === 4) return { faults: two() }
  if (roll < 1 / 3)
    return {
      faults: [
        partFault(dice, sheet, fn, {
          warm: { minutes: 10, then: dice() < 0.5 ? 'fails' : 'works' },
          hiddenAtShort: [],
        }),
      ],
      claim: { says: 'now and then', words: 'It is one thing when it is cold and another when it is warm.' },
    }
  if (roll < 2 / 3) {
    return hidingEachOther(dice, sheet) ?? { faults: two() }
  }
  const fault = partFault(dice, sheet, fn)
  const wrong = sheet.functions.find(
    (f) => f.name !== fn && !candidatesOf(sheet, f.name).some((p) => p.designator === fault.at),
  )
  return {
    faults: [fault],
    truly: wrong ? [{ of: wrong.name, dependsOn: [...wrong.dependsOn, fault.at] }] : [],
  }
}

/** The case of a type, a level and a seed: the same three make the same case as long as the sheet is the same. */
export function madeCase(type: string, sheet: TypeSheet, level: Level, seed: number): PracticeCase {
  const dice = seeded(Math.imul(seed + 1, 0x9e3779b1) ^ level)
  const shown = sheet.functions.filter((f) => candidatesOf(sheet, f.name).length > 0)
  const fn = oneOf(dice, shown).name
  const gear = gearOf(sheet, dice)
  const made = faultsOf(dice, sheet, level, fn)
  return caseSchema.parse({
    key: `made/${type}/${level}/${seed}`,
    title: `${sheet.name}`.slice(0, 40) + `, level ${level}, number ${seed}`,
    level,
    teaches: teachesOf[level],
    told: 'It came in as it is. Nobody here has tried it.',
    seed,
    sheet,
    faults: [],
    gear,
    claim: { says: 'fails', words: 'It does not do all that it should.' },
    ...made,
  })
}
