/** What a typed line about tests, readings and work will do. */
import { say, shown } from './say.ts'
import { spanWords } from './points.ts'
import type { Effect } from '#core/composer/index.ts'
import { heed, plainEffect, type EffectWords, type When } from './effects.ts'
import { shortDay } from './dates.ts'
import { resultAsGot, resultWords } from './results.ts'
import { commas, list, semicolons } from './lists.ts'

type TestEffect = Extract<
  Effect,
  {
    does:
      | 'tests'
      | 'says needs'
      | 'stands in'
      | 'adds function'
      | 'adds position'
      | 'contradicts'
      | 'uses unfit gear'
      | 'gear disagrees'
      | 'is shallow'
      | 'reaches nothing yet'
      | 'found to hold'
      | 'tags'
      | 'works on many'
      | 'works on'
      | 'connects'
      | 'reads'
  }
>
const testEffects: Readonly<Record<TestEffect['does'], true>> = {
  tests: true,
  'says needs': true,
  'stands in': true,
  'adds function': true,
  'adds position': true,
  contradicts: true,
  'uses unfit gear': true,
  'gear disagrees': true,
  'is shallow': true,
  'reaches nothing yet': true,
  'found to hold': true,
  tags: true,
  'works on many': true,
  'works on': true,
  connects: true,
  reads: true,
}
export const isTestEffect = (effect: Effect): effect is TestEffect => Object.hasOwn(testEffects, effect.does)

const originWords: Readonly<Record<string, string>> = {
  factory: say('as the factory fitted it'),
  'earlier repair': say('put in by an earlier repair'),
  'this repair': say('put in by this repair'),
  unknown: say('who put it in is not known'),
}

/** “Bell needs LS1, which by the record is empty”. */
function neededThough({ functions, positions }: Extract<TestEffect, { does: 'contradicts' }>): string {
  const slots = { functions: list(functions, 4), positions: list(positions) }
  if (functions.length === 1)
    return positions.length === 1
      ? say('{functions} needs {positions}, which by the record is empty', slots)
      : say('{functions} needs {positions}, which by the record are empty', slots)
  return positions.length === 1
    ? say('{functions} need {positions}, which by the record is empty', slots)
    : say('{functions} need {positions}, which by the record are empty', slots)
}

export function testEffectWords(effect: TestEffect, { now, zone }: When): EffectWords {
  switch (effect.does) {
    case 'tests': {
      const all = effect.results
      const others = all.filter((r) => r.result.is !== 'pass' || resultAsGot(r) !== resultWords(r.result))
      const passed = all.length - others.length
      const [only] = all
      const words =
        others.length === 0
          ? only && all.length === 1
            ? `${only.fn}: ${resultWords(only.result)}`
            : say('{all} pass', { all: all.length })
          : semicolons(
              passed > 0 && say('{passed} pass', { passed }),
              ...others.map((r) => `${r.fn}: ${resultAsGot(r)}`),
            )
      return plainEffect(
        commas(
          effect.asFound && say('as found'),
          effect.depth !== 'full' && say('{depth} check', { depth: shown(effect.depth) }),
          words,
        ),
      )
    }
    case 'says needs':
      return plainEffect(
        say('{fn} needs {needs}: it stands for this machine, and can be kept on the sheet', {
          fn: effect.fn,
          needs: list(effect.needs, 8),
        }),
      )
    case 'stands in':
      return plainEffect(
        say('{gear} stands in for {of}: this test says nothing of {of}', {
          gear: effect.gear,
          of: effect.of,
        }),
      )
    case 'adds function':
      return heed(
        say('“{name}” is not on the sheet: it becomes a function of this machine', { name: effect.name }),
      )
    case 'adds position':
      return heed(
        say('{name} is not on the sheet: it becomes a position of this machine', { name: effect.name }),
      )
    case 'contradicts': {
      return heed(
        effect.by === 'part out'
          ? neededThough(effect)
          : effect.by === 'away'
            ? say('by the record it is out of the house, with {place}', {
                place: effect.place ?? say('somebody'),
              })
            : say('by the record it is switched off'),
      )
    }
    case 'uses unfit gear':
      return heed(
        say('{gear} was found unfit: if that concerns this test, it proves nothing', { gear: effect.gear }),
      )
    case 'gear disagrees':
      return heed(
        say(
          'the {attribute} of {gear} is {has}, the machine needs {needs}: the test of {fn} proves nothing',
          {
            attribute: effect.attribute,
            gear: effect.gear,
            has: effect.has,
            needs: effect.needs,
            fn: effect.fn,
          },
        ),
      )
    case 'is shallow':
      return heed(
        say(
          '{functions}: something was altered, so a full test is asked; if it was one, write “test full …”',
          { functions: list(effect.functions, 4) },
        ),
      )
    case 'reaches nothing yet':
      return heed(
        say(
          '“{target}” is on no list of this machine, so no test is asked for it; say what it is part of, “… on {assemblies}”, or add it to the sheet',
          { target: effect.target, assemblies: effect.assemblies[0] ?? say('board') },
        ),
      )
    case 'found to hold': {
      const what = effect.kind ? say('holds {kind}', { kind: effect.kind }) : ''
      const who = effect.origin ? (originWords[effect.origin] ?? effect.origin) : ''
      const words = `${effect.position} ${commas(what, who)}`
      return effect.instead
        ? heed(say('{words}; {instead} belongs there', { words, instead: effect.instead }))
        : plainEffect(words)
    }
    case 'tags':
      return plainEffect(say('it leaves the machine, so it gets the tag {tag}', { tag: effect.tag }))
    case 'works on many':
      return plainEffect(
        say('{verb}, {count} positions: {targets}; {reach}', {
          verb: effect.verb,
          count: effect.count,
          targets: list(effect.targets, 6),
          reach: effect.reach,
        }),
      )
    case 'works on':
      return plainEffect(
        commas(
          `${effect.verb} ${effect.target}`,
          effect.reach === 'outside'
            ? say('outside only: no test is spoiled')
            : effect.reach === 'disturbed'
              ? say('disturbed: a short check will do')
              : effect.reach === 'altered' && say('altered: a full test is needed'),
        ),
      )
    case 'connects':
      return plainEffect(`${effect.connector} ${effect.way}`)
    case 'reads': {
      const unit = effect.unit ? ` ${effect.unit}` : ''
      const band =
        effect.low === undefined || effect.high === undefined
          ? ''
          : spanWords(effect.low, effect.high, effect.unit ?? '')
      const from = effect.from
        ? effect.from.read
          ? say('calculated from {point}', { point: effect.from.point })
          : say('calculated from {point}, which was not read yet', { point: effect.from.point })
        : ''
      const drift = effect.drift
        ? effect.drift.by === 0
          ? say('as when healthy of {at}', { at: shortDay(effect.drift.healthy.at, now, zone) })
          : effect.drift.by > 0
            ? say('{by} above the healthy {asWritten} of {at}', {
                at: shortDay(effect.drift.healthy.at, now, zone),
                by: `${Math.abs(effect.drift.by)}${unit}`,
                asWritten: effect.drift.healthy.asWritten,
              })
            : say('{by} below the healthy {asWritten} of {at}', {
                at: shortDay(effect.drift.healthy.at, now, zone),
                by: `${Math.abs(effect.drift.by)}${unit}`,
                asWritten: effect.drift.healthy.asWritten,
              })
        : effect.before
          ? say('{asWritten} on {at}', {
              asWritten: effect.before.asWritten,
              at: shortDay(effect.before.at, now, zone),
            })
          : ''
      const beside = [
        drift,
        effect.load && (effect.load === 'none' ? say('no load') : say('load {load}', { load: effect.load })),
        effect.instrument && say('with {instrument}, as before', { instrument: effect.instrument }),
      ]
      if (effect.above)
        return heed(
          semicolons(
            say('{point}: more than {part} takes ({volts} V): switch off, and look why', {
              point: effect.point,
              part: effect.above.part,
              volts: effect.above.volts,
            }),
            ...beside,
          ),
        )
      const judged =
        effect.within === false
          ? commas(say('{point} is outside {band}', { point: effect.point, band }), from)
          : effect.within
            ? commas(say('reading of {point}, within {band}', { point: effect.point, band }), from)
            : say('reading of {point}', { point: effect.point })
      const words = semicolons(
        judged,
        ...beside,
        effect.unjudged !== undefined &&
          say('the sheet says {value} and no tolerance, so it is not judged', {
            value: `${effect.unjudged}${unit}`,
          }),
        effect.asksLoad &&
          say('the sheet asks it with load {asksLoad}, and the line names none', {
            asksLoad: effect.asksLoad,
          }),
      )
      return effect.within === false ? heed(words) : plainEffect(words)
    }
  }
}
