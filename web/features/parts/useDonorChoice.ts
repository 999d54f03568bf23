/** The choice of donors for given weights, made in a worker; a new question ends the one under way. */
import { useEffect, useState } from 'react'
import type { DonorsAnswer } from '#api/parts.ts'
import type { DonorChoice, Weights } from '#core/parts/donors.ts'
import type { DonorAsk } from '#web/workers/donors.worker.ts'

export function useDonorChoice(
  answer: DonorsAnswer | undefined,
  weights: Weights,
  stewardAllows: boolean,
): { readonly choice: DonorChoice | undefined; readonly working: boolean } {
  const [choice, setChoice] = useState<DonorChoice>()
  const [working, setWorking] = useState(false)
  useEffect(() => {
    if (!answer) return
    const worker = new Worker(new URL('../../workers/donors.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<DonorChoice | undefined>) => {
      setChoice(data)
      setWorking(false)
    }
    setWorking(true)
    worker.postMessage({
      needs: answer.needs,
      candidates: answer.candidates,
      weights,
      stewardAllows,
    } satisfies DonorAsk)
    return () => worker.terminate()
  }, [answer, weights, stewardAllows])
  return { choice, working }
}
