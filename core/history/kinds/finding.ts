/** Something found in a zone, what became of it, and what was done about it. */
import type { BodyOf } from '../bodies/index.ts'
import { findingBody } from '../bodies/condition.ts'
import { reduceFinding } from '../reduce/condition.ts'
import { itsMachine, type Definition } from './definition.ts'

function guest(body: BodyOf<'finding'>): BodyOf<'finding'> {
  const { kind, machine } = body
  switch (body.what) {
    case 'noted': {
      const {
        what,
        zone,
        sort,
        place,
        severity,
        extentPercent,
        activity,
        danger,
        contained,
        loaded,
        hypothesis,
        words,
      } = body
      return {
        kind,
        what,
        machine,
        zone,
        sort,
        place,
        severity,
        extentPercent,
        activity,
        danger,
        contained,
        loaded,
        hypothesis,
        words,
      }
    }
    case 'seen again': {
      const { what, finding, change, severity, extentPercent, activity, danger, contained, words } = body
      return {
        kind,
        what,
        machine,
        finding,
        change,
        severity,
        extentPercent,
        activity,
        danger,
        contained,
        words,
      }
    }
    case 'treated':
      return { kind, what: body.what, machine, finding: body.finding, words: body.words }
    case 'judged':
      return {
        kind,
        what: body.what,
        machine,
        finding: body.finding,
        verdict: body.verdict,
        words: body.words,
      }
    case 'taken over':
      return { kind, what: body.what, machine, finding: body.finding }
  }
}

export const finding = {
  schema: findingBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: guest,
  withoutPrice: 'holds no price',
  blind: (body, own) => body.what === 'noted' && body.survey === own.survey,
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceFinding,
} satisfies Definition<BodyOf<'finding'>>
