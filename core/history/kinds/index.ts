/** Every kind of entry and what it is: the one table that rights, sight, scope, closure, projection, outbox, record and words read. */
import { z } from 'zod'
import type { Bodies, Body, Kind } from '../bodies/index.ts'
import { advice } from './advice.ts'
import { baseline } from './baseline.ts'
import { batch } from './batch.ts'
import { change } from './change.ts'
import { claim } from './claim.ts'
import { colour } from './colour.ts'
import { connection } from './connection.ts'
import { consent } from './consent.ts'
import { contents } from './contents.ts'
import { count } from './count.ts'
import { custody } from './custody.ts'
import { episode } from './episode.ts'
import { erased } from './erased.ts'
import { erasure } from './erasure.ts'
import { evidence } from './evidence.ts'
import { fastening } from './fastening.ts'
import { finding } from './finding.ts'
import { gear } from './gear.ts'
import { grade } from './grade.ts'
import { hazard } from './hazard.ts'
import { incident } from './incident.ts'
import { jot } from './jot.ts'
import { link } from './link.ts'
import { loan } from './loan.ts'
import { handover } from './handover.ts'
import { look } from './look.ts'
import { difference } from './difference.ts'
import { run } from './run.ts'
import { lot } from './lot.ts'
import { machine } from './machine.ts'
import { marking } from './marking.ts'
import { method } from './method.ts'
import { move } from './move.ts'
import { note } from './note.ts'
import { diagnosis } from './diagnosis.ts'
import { onset } from './onset.ts'
import { override } from './override.ts'
import { pair } from './pair.ts'
import { paper } from './paper.ts'
import { part } from './part.ts'
import { party } from './party.ts'
import { photo } from './photo.ts'
import { pin } from './pin.ts'
import { power } from './power.ts'
import { precaution } from './precaution.ts'
import { quarantine } from './quarantine.ts'
import { question } from './question.ts'
import { reading } from './reading.ts'
import { receipt } from './receipt.ts'
import { request } from './request.ts'
import { reservation } from './reservation.ts'
import { rule } from './rule.ts'
import { settle } from './settle.ts'
import { spec } from './spec.ts'
import { survey } from './survey.ts'
import { task } from './task.ts'
import { test } from './test.ts'
import { treatment } from './treatment.ts'
import { type } from './type.ts'
import { value } from './value.ts'
import { wait } from './wait.ts'
import { withdrawal } from './withdrawal.ts'
import { evening } from './evening.ts'
import { job } from './job.ts'
import { word } from './word.ts'
import type { Definition } from './definition.ts'

export const definitions = {
  machine,
  part,
  type,
  party,
  gear,
  rule,
  claim,
  test,
  move,
  change,
  fastening,
  connection,
  power,
  incident,
  hazard,
  custody,
  question,
  reading,
  baseline,
  method,
  spec,
  wait,
  photo,
  pin,
  pair,
  finding,
  survey,
  grade,
  evidence,
  contents,
  quarantine,
  receipt,
  link,
  value,
  marking,
  batch,
  lot,
  count,
  reservation,
  consent,
  precaution,
  jot,
  note,
  override,
  settle,
  withdrawal,
  erasure,
  erased,
  episode,
  task,
  advice,
  onset,
  diagnosis,
  loan,
  handover,
  look,
  difference,
  run,
  paper,
  request,
  treatment,
  colour,
  word,
  evening,
  job,
} satisfies { readonly [K in Kind]: Definition<Bodies[K]> }

/** Kinds that are judged by what stands before them. */
export type JudgedKind = {
  [K in Kind]: (typeof definitions)[K]['admission'] extends 'judged' ? K : never
}[Kind]

export const kinds = Object.keys(definitions) as readonly Kind[]
export const isKind = (kind: string): kind is Kind => Object.hasOwn(definitions, kind)

/** The definition that a body falls under. */
export const definitionOf = <B extends Body>(body: B): Definition<B> =>
  definitions[body.kind] as unknown as Definition<B>

/** The schema of one kind, so that an error speaks of that kind's fields only; undefined for a kind that does not exist. */
export const schemaOfKind = (kind: string): z.ZodType | undefined =>
  isKind(kind) ? definitions[kind].schema : undefined

/** All kinds as one union, for publishing; checking goes by `schemaOfKind`, whose errors speak of one kind only. */
export const kindSchemaOf = (): z.ZodType =>
  z.union(kinds.map((kind) => definitions[kind].schema as z.ZodType))
