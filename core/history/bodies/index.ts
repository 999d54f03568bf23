/** The shapes of entry bodies by kind, as types. Each shape stands in its file here; what a kind means stands in kinds/. */
import type { z } from 'zod'
import type {
  evidenceBody,
  contentsBody,
  quarantineBody,
  receiptBody,
  linkBody,
  valueBody,
  markingBody,
  batchBody,
} from './arrival.ts'
import type {
  fasteningBody,
  connectionBody,
  powerBody,
  incidentBody,
  hazardBody,
  questionBody,
  waitBody,
} from './bench.ts'
import type { adviceBody, onsetBody } from './advice.ts'
import type { diagnosisBody } from './diagnosis.ts'
import type { changeBody } from './change.ts'
import type { claimBody } from './claim.ts'
import type { colourBody } from './colour.ts'
import type { photoBody, pinBody, pairBody, findingBody, surveyBody, gradeBody } from './condition.ts'
import type { consentBody, requestBody } from './consent.ts'
import type { custodyBody } from './custody.ts'
import type { episodeBody } from './episode.ts'
import type { erasedBody, erasureBody } from './erasure.ts'
import type { gearBody } from './gear.ts'
import type { jobBody } from './job.ts'
import type { jotBody } from './jot.ts'
import type { noteBody, overrideBody, settleBody, withdrawalBody } from './line.ts'
import type { differenceBody, handoverBody, loanBody, lookBody, runBody } from './loan.ts'
import type { lotBody, countBody, reservationBody } from './lot.ts'
import type { machineBody } from './machine.ts'
import type { methodBody } from './method.ts'
import type { moveBody } from './move.ts'
import type { paperBody } from './paper.ts'
import type { partBody } from './part.ts'
import type { partyBody } from './party.ts'
import type { precautionBody } from './precaution.ts'
import type { readingBody, baselineBody } from './reading.ts'
import type { ruleBody } from './rule.ts'
import type { specBody } from './spec.ts'
import type { taskBody } from './task.ts'
import type { treatmentBody } from './treatment.ts'
import type { testBody } from './test.ts'
import type { typeBody } from './type.ts'
import type { eveningBody } from './evening.ts'
import type { wordBody } from './word.ts'

export interface Bodies {
  readonly machine: z.infer<typeof machineBody>
  readonly part: z.infer<typeof partBody>
  readonly type: z.infer<typeof typeBody>
  readonly party: z.infer<typeof partyBody>
  readonly gear: z.infer<typeof gearBody>
  readonly rule: z.infer<typeof ruleBody>
  readonly claim: z.infer<typeof claimBody>
  readonly test: z.infer<typeof testBody>
  readonly move: z.infer<typeof moveBody>
  readonly change: z.infer<typeof changeBody>
  readonly fastening: z.infer<typeof fasteningBody>
  readonly connection: z.infer<typeof connectionBody>
  readonly power: z.infer<typeof powerBody>
  readonly incident: z.infer<typeof incidentBody>
  readonly hazard: z.infer<typeof hazardBody>
  readonly custody: z.infer<typeof custodyBody>
  readonly question: z.infer<typeof questionBody>
  readonly reading: z.infer<typeof readingBody>
  readonly baseline: z.infer<typeof baselineBody>
  readonly method: z.infer<typeof methodBody>
  readonly spec: z.infer<typeof specBody>
  readonly job: z.infer<typeof jobBody>
  readonly wait: z.infer<typeof waitBody>
  readonly photo: z.infer<typeof photoBody>
  readonly pin: z.infer<typeof pinBody>
  readonly pair: z.infer<typeof pairBody>
  readonly finding: z.infer<typeof findingBody>
  readonly survey: z.infer<typeof surveyBody>
  readonly grade: z.infer<typeof gradeBody>
  readonly evidence: z.infer<typeof evidenceBody>
  readonly contents: z.infer<typeof contentsBody>
  readonly quarantine: z.infer<typeof quarantineBody>
  readonly receipt: z.infer<typeof receiptBody>
  readonly link: z.infer<typeof linkBody>
  readonly value: z.infer<typeof valueBody>
  readonly marking: z.infer<typeof markingBody>
  readonly batch: z.infer<typeof batchBody>
  readonly lot: z.infer<typeof lotBody>
  readonly count: z.infer<typeof countBody>
  readonly reservation: z.infer<typeof reservationBody>
  readonly consent: z.infer<typeof consentBody>
  readonly precaution: z.infer<typeof precautionBody>
  readonly jot: z.infer<typeof jotBody>
  readonly note: z.infer<typeof noteBody>
  readonly override: z.infer<typeof overrideBody>
  readonly settle: z.infer<typeof settleBody>
  readonly withdrawal: z.infer<typeof withdrawalBody>
  readonly erasure: z.infer<typeof erasureBody>
  readonly erased: z.infer<typeof erasedBody>
  readonly episode: z.infer<typeof episodeBody>
  readonly task: z.infer<typeof taskBody>
  readonly advice: z.infer<typeof adviceBody>
  readonly onset: z.infer<typeof onsetBody>
  readonly diagnosis: z.infer<typeof diagnosisBody>
  readonly loan: z.infer<typeof loanBody>
  readonly handover: z.infer<typeof handoverBody>
  readonly look: z.infer<typeof lookBody>
  readonly difference: z.infer<typeof differenceBody>
  readonly run: z.infer<typeof runBody>
  readonly paper: z.infer<typeof paperBody>
  readonly request: z.infer<typeof requestBody>
  readonly treatment: z.infer<typeof treatmentBody>
  readonly colour: z.infer<typeof colourBody>
  readonly word: z.infer<typeof wordBody>
  readonly evening: z.infer<typeof eveningBody>
}

export type Kind = keyof Bodies
export type BodyOf<K extends Kind> = Bodies[K]
export type Body = Bodies[Kind]
