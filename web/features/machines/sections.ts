/** The row of words under the lifeline: each with its fact. Pure. */
import { say } from '#api/words/say.ts'
import { gradeTitle } from '#api/words/condition.ts'
import { count } from '#api/words/lists.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import type { Role } from '#core/roles.ts'

export interface Section {
  readonly key: string
  readonly name: string
  readonly fact: string
}

export function sections(view: MachineView, role: Role): Section[] {
  const notOwn = view.positions.filter((p) => p.part && !p.part.own).length
  const empty = view.positions.filter((p) => p.content === 'empty').length
  const away = view.loans.filter((l) => !l.closed).length + view.lent.filter((l) => !l.closed).length
  const all: (Section | false)[] = [
    { key: 'functions', name: 'Functions', fact: String(view.functions.length) },
    role !== 'guest' && { key: 'readings', name: 'Readings', fact: readingsFact(view) },
    {
      key: 'condition',
      name: 'Condition',
      fact:
        view.condition.grade === undefined
          ? 'not surveyed'
          : view.condition.looked < view.condition.of
            ? `${view.condition.grade} so far`
            : gradeTitle(view.condition.grade),
    },
    {
      key: 'parts',
      name: 'Parts',
      fact:
        [notOwn ? `${notOwn} not own` : '', empty ? `${empty} empty` : ''].filter(Boolean).join(', ') ||
        'as found',
    },
    { key: 'episodes', name: 'Episodes', fact: String(view.episodes.length) },
    role !== 'guest' && {
      key: 'provenance',
      name: 'Provenance',
      fact: view.provenance.gaps ? count(view.provenance.gaps, 'gap') : (view.source?.how ?? 'not recorded'),
    },
    (view.ownerParty !== undefined || view.consents.length > 0) && {
      key: 'owner',
      name: 'Owner',
      fact: ownerFact(view),
    },
    {
      key: 'loans',
      name: 'Loans',
      fact: away ? `${away} open` : String(view.loans.length + view.lent.length),
    },
    { key: 'photos', name: 'Photographs', fact: String(view.photos.length) },
    { key: 'entries', name: 'Entries', fact: String(view.log.length) },
    role !== 'guest' && { key: 'facts', name: say('Facts and rules'), fact: '' },
  ]
  return all.filter((s) => s !== false)
}

function ownerFact(view: MachineView): string {
  const last = view.consents.findLast((c) => !c.over)
  return last ? (last.given ? 'agreed' : 'refused') : 'not asked'
}

function readingsFact(view: MachineView): string {
  const outside = view.points.filter((p) => p.last?.within === false).length
  const read = view.points.filter((p) => p.last).length
  return outside > 0
    ? `${outside} outside`
    : view.points.length > 0
      ? `${read} of ${count(view.points.length, 'point')}`
      : 'none'
}
