/** Beginning a run of a case, and making a case of an address. */
import type { Me } from '#api/session.ts'
import type { PracticeCase } from '#core/practice/case.ts'
import { idsOf } from '#core/practice/ids.ts'
import { canBePractised, levels, madeCase, type Level } from '#core/practice/made.ts'
import { findWritten } from '#core/practice/written/index.ts'
import { newId, nowInstant, nowMs } from '#web/app/clock.ts'
import { get } from '#web/app/http.ts'
import { keepRun } from './kept.ts'

/** Keeps a new run on this device; answers where it is worked on. */
export async function beginRun(me: Me, told: PracticeCase, set?: string): Promise<string> {
  const id = newId()
  await keepRun({
    id,
    account: me.account,
    touched: nowMs(),
    run: {
      id,
      case: told,
      startedAt: nowInstant(),
      you: me.name,
      groups: [],
      ...(set === undefined ? {} : { set }),
    },
  })
  return `/practice/runs/${id}/episodes/${idsOf(told.key).episode}`
}

/** The case of an address: `written/<name>` or `made/<type>/<level>/<number>`. Throws what the server says of the type. */
export async function caseAt(key: string): Promise<PracticeCase | undefined> {
  const [sort, type = '', level, number] = key.split('/')
  if (sort === 'written') return findWritten(key)
  const known = levels.find((l) => l === Number(level))
  const seed = Number(number)
  if (sort !== 'made' || known === undefined || !Number.isInteger(seed) || seed < 0) return undefined
  const { sheet } = await get('/types/:id', { id: type })
  return canBePractised(sheet) ? madeCase(type, sheet, known satisfies Level, seed) : undefined
}
