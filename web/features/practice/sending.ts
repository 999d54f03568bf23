/** Ended runs go to the server, which tells them anew; without a connection they wait on the device. */
import { post, wordsOf } from '#web/app/http.ts'
import { judges } from '#web/app/judging.ts'
import { keepRun, keptRuns, type KeptRun } from './kept.ts'

/** Sends one; answers it as it is kept now. */
export async function sendRun(kept: KeptRun): Promise<KeptRun> {
  if (!kept.run.end || kept.told) return kept
  const after = await post('/practice/runs', kept.run).then(
    (told): KeptRun => ({ ...kept, told, refused: undefined }),
    (error: unknown): KeptRun => (judges(error) ? { ...kept, refused: wordsOf(error) } : kept),
  )
  if (after !== kept) await keepRun(after)
  return after
}

/** Whatever ended here and was not taken yet. */
export async function sendWaiting(account: string): Promise<number> {
  let sent = 0
  for (const kept of await keptRuns(account))
    if (kept.run.end && !kept.told && !kept.refused && (await sendRun(kept)).told) sent++
  return sent
}
