/** Numbers and tags: what a group gives out, and whether the house has given it to something else already. */
import type { Transaction } from 'sequelize'
import type { Draft, Entry } from '#core/history/entry.ts'
import type { Judgement } from '#core/judging/model.ts'
import { rows, type Db } from '../../db/connection.ts'

/** Tags that a group gives out: parts and lots share them, so that no two writers may give the same one at once. */
export const tagsOf = (group: readonly Draft[]): string[] =>
  group.flatMap(({ body }) =>
    (body.kind === 'part' || body.kind === 'lot') && body.what === 'identified' && body.tag ? [body.tag] : [],
  )

/** Numbers of loans that a group gives out. */
export const loanNumbersOf = (group: readonly Draft[]): string[] =>
  group.flatMap(({ body }) =>
    body.kind === 'loan' && body.what === 'asked' && body.number ? [body.number] : [],
  )

/** Numbers and tags that are unique in the whole of a house, not only in the closure. */
export async function uniqueNames(
  db: Db,
  group: readonly Entry[],
  transaction: Transaction,
): Promise<(Judgement | undefined)[]> {
  const answers: (Judgement | undefined)[] = []
  for (const { body, house } of group) {
    if (body.kind === 'machine' && body.what === 'registered') {
      const [twin] = await rows(
        db,
        'SELECT 1 FROM machines WHERE entry_number = $1 AND machine <> $2 AND house = $3',
        [body.entryNumber, body.machine, house],
        transaction,
      )
      answers.push(
        twin ? { became: 'refused', refusal: { rule: 'number-taken', number: body.entryNumber } } : undefined,
      )
    } else if ((body.kind === 'part' || body.kind === 'lot') && body.what === 'identified' && body.tag) {
      const own = body.kind === 'part' ? body.part : body.lot
      const [twin] = await rows(
        db,
        'SELECT 1 FROM parts WHERE tag = $1 AND part <> $2 AND house = $3 UNION ALL SELECT 1 FROM lots WHERE tag = $1 AND lot <> $2 AND house = $3',
        [body.tag, own, house],
        transaction,
      )
      answers.push(twin ? { became: 'refused', refusal: { rule: 'tag-taken', tag: body.tag } } : undefined)
    } else if (body.kind === 'loan' && body.what === 'asked' && body.number) {
      const [twin] = await rows(
        db,
        `SELECT 1 FROM entries WHERE kind = 'loan' AND entry->'body'->>'number' = $1 AND entry->'body'->>'loan' <> $2 AND entry->>'house' = $3`,
        [body.number, body.loan, house],
        transaction,
      )
      answers.push(
        twin ? { became: 'refused', refusal: { rule: 'number-taken', number: body.number } } : undefined,
      )
    } else answers.push(undefined)
  }
  return answers
}
