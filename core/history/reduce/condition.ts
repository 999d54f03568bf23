/** Reducers for condition: surveys, findings, grades set by people, photographs with pins and pairs. */
import type { FindingLook, FindingState } from '#core/history/condition-state.ts'
import type { BodyOf } from '../bodies/index.ts'
import { conditionDraft, type WorldDraft } from '../draft.ts'
import type { Statement } from '../versions.ts'

export function reduceFinding(world: WorldDraft, entry: Statement, body: BodyOf<'finding'>) {
  const condition = conditionDraft(world, body.machine)
  const at = entry.happenedAt.latest
  if (body.what === 'noted') {
    const { severity, extentPercent, activity, danger, contained, words } = body
    const survey = condition.surveys.find((s) => s.id === body.survey)
    condition.findings.push({
      id: entry.id,
      noted: body,
      said: entry,
      looks: [
        {
          entry,
          at,
          change: 'noted',
          severity,
          extentPercent,
          activity,
          danger,
          contained,
          gone: false,
          words,
        },
      ],
      blindIn: survey?.blind ? survey.id : undefined,
    })
    return
  }
  const index = condition.findings.findIndex((f) => f.id === body.finding)
  const held = condition.findings[index]
  const last = held?.looks.at(-1)
  if (!held || !last) return
  condition.findings[index] = followed(held, last, entry, body)
}

function followed(
  held: FindingState,
  last: FindingLook,
  entry: Statement,
  body: Exclude<BodyOf<'finding'>, { what: 'noted' }>,
): FindingState {
  const at = entry.happenedAt.latest
  const look = (change: Partial<FindingLook> & Pick<FindingLook, 'change'>): FindingState => ({
    ...held,
    looks: [...held.looks, { ...last, entry, at, words: undefined, ...change }],
  })
  switch (body.what) {
    case 'seen again':
      return look({
        change: body.change,
        severity: body.severity ?? last.severity,
        extentPercent: body.extentPercent ?? last.extentPercent,
        activity:
          body.activity ??
          (body.change === 'worse' || body.change === 'came back' ? 'active' : last.activity),
        danger: body.danger ?? last.danger,
        contained: body.contained ?? last.contained,
        gone: body.change === 'gone',
        words: body.words,
      })
    case 'treated':
      return look({ change: 'treated', words: body.words })
    case 'judged':
      return look({ change: body.verdict, words: body.words })
    case 'taken over': {
      const { blindIn: _blind, ...own } = look({ change: 'taken over' })
      return own
    }
  }
}

export function reduceSurvey(world: WorldDraft, entry: Statement, body: BodyOf<'survey'>) {
  const condition = conditionDraft(world, body.machine)
  if (body.what === 'begun') {
    condition.surveys.push({ id: entry.id, begun: entry, blind: body.blind, by: entry.doneBy, looked: [] })
    return
  }
  const index = condition.surveys.findIndex((s) => s.id === body.survey)
  const held = condition.surveys[index]
  if (!held) return
  condition.surveys[index] =
    body.what === 'looked'
      ? { ...held, looked: [...held.looked, { zone: body.zone, is: body.is, entry }] }
      : { ...held, ended: entry }
}

export function reduceGrade(world: WorldDraft, entry: Statement, body: BodyOf<'grade'>) {
  const condition = conditionDraft(world, body.machine)
  if (body.what === 'priority') condition.priority = entry
  else condition.gradesSet.push(entry)
}

export const reducePhoto = (world: WorldDraft, entry: Statement, body: BodyOf<'photo'>) =>
  void conditionDraft(world, body.machine).photos.push(entry)
export const reducePin = (world: WorldDraft, entry: Statement, body: BodyOf<'pin'>) =>
  void conditionDraft(world, body.machine).pins.push(entry)
export const reducePair = (world: WorldDraft, entry: Statement, body: BodyOf<'pair'>) =>
  void conditionDraft(world, body.machine).pairs.push(entry)
