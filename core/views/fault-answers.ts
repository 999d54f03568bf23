/** Questions about a fault, answered from the record: what may be at fault, what is excluded, what to test next, hosts, advice. */
import { hostsOf } from '#core/diagnosis/hosts.ts'
import { adviceStatus, type AdviceStatus } from '#core/diagnosis/heard.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { faultView } from './fault.ts'
import type { ActRow, ShownFault } from './fault-shape.ts'
import { machineNumber } from './labels.ts'

export type FaultFact =
  | { readonly is: 'suspected'; readonly fault: ShownFault }
  | { readonly is: 'next act'; readonly act: ActRow }
  | { readonly is: 'excluded'; readonly names: readonly string[]; readonly of: string }
  | { readonly is: 'no fault' }
  | {
      readonly is: 'host'
      readonly host: string
      readonly position: string
      readonly fn: string
      readonly passed: boolean
      readonly before: boolean
      readonly after: boolean
    }
  | {
      readonly is: 'advice'
      readonly words: string
      readonly from?: string | undefined
      readonly status: AdviceStatus
    }

/** Without the house's counts: what this one question needs is in the record itself. */
const nothingCounted = { kinds: [], at: undefined }

/** Undefined where it is no such question. */
export function faultFacts(world: World, machine: MachineState, about: string): FaultFact[] | undefined {
  if (/\badvice\b|\badvised\b/i.test(about))
    return machine.advice.map((a) => ({
      is: 'advice',
      words: a.said.words,
      from: a.said.from ? world.parties.get(a.said.from)?.name : a.said.fromWords,
      status: adviceStatus(world, machine, a),
    }))
  if (/\bhosts?\b/i.test(about))
    return hostsOf(world, machine).map(({ host, ...trial }) => {
      const other = world.machines.get(host)
      return { is: 'host', host: other ? machineNumber(other) : 'another machine', ...trial }
    })
  const next =
    /\b(?:test|try|do|check|read|swap)\b.*\bnext\b|\bnext (?:test|act|step|thing to (?:test|try))\b/i.test(
      about,
    )
  const excluded = /\bexclude|\bruled? out\b|\bcleared\b/i.test(about)
  const suspected = /\bsuspect|\bat fault\b|\bwrong with\b|\blikel/i.test(about)
  if (!next && !excluded && !suspected) return undefined
  const { fault } = faultView(world, machine, nothingCounted)
  if (!fault) return next ? undefined : [{ is: 'no fault' }]
  if (excluded) return [{ is: 'excluded', names: fault.cleared, of: fault.target }]
  const [first] = fault.acts
  if (next) return first ? [{ is: 'next act', act: first }] : []
  return [{ is: 'suspected', fault }]
}
