/** The advice of the house, followed to the end of a case: what the engine expects, measured, and what a person is held against. */
import { entryVersion, type Draft } from '#core/history/entry.ts'
import type { EntryId } from '#core/ids.ts'
import { standingsOf } from '#core/history/standing.ts'
import { pointAt } from '#core/quantity/time.ts'
import { episodeView } from '#core/views/episode.ts'
import { handsInsideCheck } from '#core/work/checks/hands-inside.ts'
import { switchOnCheck } from '#core/work/checks/switch-on.ts'
import { mainsFed } from '#core/work/checks/mains-fed.ts'
import { linesOf, practiceFault, trialLine } from './advice.ts'
import { parseAsked } from './ask.ts'
import { practiceId } from './ids.ts'
import { lookUpIn } from './look-up.ts'
import type { SimulatedMachine } from './machine.ts'
import { endingRules } from './unsafe.ts'

/** Acts after which it is left as it is, and minutes. */
const mostActs = 60
const mostMinutes = 900

/** Types a line into a case, as the composer would; false when it could not be read or was refused. */
export async function typeLine(machine: SimulatedMachine, line: string): Promise<boolean> {
  const world = await machine.world()
  const view = episodeView(world, machine.ids.episode, 'P-0900')
  if (!view) return false
  let n = 0
  const newId = () => practiceId<string>(machine.told.key, `typed ${machine.entries.length} ${n++}`)
  const parsed = parseAsked(line, view.context, {
    now: machine.now,
    zone: 'UTC',
    newId,
    doer: machine.ids.you,
    lookUp: (word) => lookUpIn(world, word, machine.machine),
  })
  if (!parsed.ok) return false
  const drafts = parsed.entries.map((e): Draft => ({
    id: newId() as EntryId,
    v: entryVersion,
    happenedAt: pointAt(machine.now),
    basis: e.basis ?? 'seen',
    episode: machine.ids.episode,
    body: e.body,
  }))
  return (await machine.append(drafts)).every((o) => o.became === 'recorded')
}

/** Meets the rules of a check whose neglect would end the case, as far as saying what was done meets them. */
async function meet(machine: SimulatedMachine, check: 'switch on' | 'hands inside'): Promise<boolean> {
  for (let n = 0; n < 12; n++) {
    const { world, machine: state, episode } = await machine.state()
    const report =
      check === 'switch on' ? switchOnCheck(world, state, episode) : handsInsideCheck(world, state, episode)
    const open = report.rules.find((r) => r.is === 'not met' && endingRules[check]?.has(r.rule))
    if (!open) return true
    if (open.rule === 'waits over') {
      if (!(await typeLine(machine, 'wait until it is dry 24h'))) return false
      continue
    }
    const [done] = open.done
    if (done === undefined) return false
    if (
      !(await typeLine(
        machine,
        done === 'reservoir measured' ? 'done reservoir measured 0 V' : `done ${done}`,
      ))
    )
      return false
  }
  return false
}

/** Powers up what was unplugged. */
async function powered(machine: SimulatedMachine): Promise<boolean> {
  if (!(await meet(machine, 'switch on'))) return false
  const { world, machine: state } = await machine.state()
  const out = state.precautions.findLast((p) => p.what === 'plug out')
  if (mainsFed(world, state) !== false && out && out.powerUps === state.powerUps)
    return typeLine(machine, 'power on')
  return true
}

async function act(machine: SimulatedMachine, lines: readonly string[]): Promise<boolean> {
  for (const line of lines) {
    const powers = /^(?:test|read)\b/.test(line)
    const inside = /^(?:swap|reseat|resolder|adjust)\b/.test(line)
    if (powers && !(await powered(machine))) return false
    if (inside && !(await meet(machine, 'hands inside'))) return false
    if (!(await typeLine(machine, line))) return false
  }
  return true
}

export interface Played {
  /** Every function truly does what it should. */
  readonly solved: boolean
  readonly minutes: number
  readonly acts: number
  readonly parts: number
  /** Why it was left. */
  readonly left?: 'nothing to do' | 'barred' | 'too long' | 'unsafe' | undefined
}

/** Follows the advice until everything passes, or nothing more is advised that can be done in practice. */
export async function play(machine: SimulatedMachine): Promise<Played> {
  let acts = 0
  const ended = async (left?: Played['left']): Promise<Played> => {
    const truth = await machine.truth()
    return {
      solved: !machine.unsafe && [...truth.values()].every((faults) => faults.length === 0),
      minutes: machine.minutes,
      acts,
      parts: (await machine.used()).length,
      left: machine.unsafe ? 'unsafe' : left,
    }
  }
  const everything = machine.told.sheet.functions.map((f) => f.name)
  const first = await machine.state()
  if (!(await act(machine, [trialLine(first.machine, everything)]))) return ended('barred')
  for (; acts < mostActs && machine.minutes < mostMinutes; acts++) {
    const { world, machine: state } = await machine.state()
    const { fault } = practiceFault(world, state)
    if (!fault) {
      const due = standingsOf(world, state).filter((s) => s.word !== 'works' && s.word !== 'ageing')
      if (due.length === 0) return ended()
      const untold = due.map((s) => s.fn)
      if (!(await act(machine, [trialLine(state, untold)]))) return ended('barred')
      continue
    }
    let done = false
    for (const advised of fault.acts) {
      const lines = linesOf(world, state, advised)
      if (lines && (await act(machine, lines))) {
        done = true
        break
      }
      if (machine.unsafe) return ended()
    }
    if (!done) return ended('nothing to do')
  }
  return ended('too long')
}
