/** Chooses donors away from the thread that draws; the one who asked ends it by ending the worker. */
import {
  chooseDonors,
  type Candidate,
  type DonorChoice,
  type Need,
  type Weights,
} from '#core/parts/donors.ts'

export interface DonorAsk {
  readonly needs: readonly Need[]
  readonly candidates: readonly Candidate[]
  readonly weights: Weights
  readonly stewardAllows: boolean
}

self.onmessage = ({ data }: MessageEvent<DonorAsk>) => {
  self.postMessage(
    chooseDonors(data.needs, data.candidates, data.weights, data.stewardAllows) satisfies
      DonorChoice | undefined,
  )
}
