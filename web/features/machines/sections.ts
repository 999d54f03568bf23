/** The row of words under the lifeline: each with its fact. Pure. */
import { sourceWords } from '#api/words/owners.ts'
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
    { key: 'functions', name: say('Functions'), fact: String(view.functions.length) },
    role !== 'guest' && { key: 'readings', name: say('Readings'), fact: readingsFact(view) },
    {
      key: 'condition',
      name: say('Condition'),
      fact:
        view.condition.grade === undefined
          ? say('not surveyed')
          : view.condition.looked < view.condition.of
            ? say('{grade} so far', { grade: gradeTitle(view.condition.grade) })
            : gradeTitle(view.condition.grade),
    },
    {
      key: 'parts',
      name: say('Parts'),
      fact:
        [notOwn ? say('{n} not original', { n: notOwn }) : '', empty ? say('{n} empty', { n: empty }) : '']
          .filter(Boolean)
          .join(', ') || say('as found'),
    },
    { key: 'episodes', name: say('Episodes'), fact: String(view.episodes.length) },
    role !== 'guest' && {
      key: 'provenance',
      name: say('Provenance'),
      fact: view.provenance.gaps
        ? count(view.provenance.gaps, 'gap')
        : sourceWords(view.source?.how ?? 'not recorded'),
    },
    (view.ownerParty !== undefined || view.consents.length > 0) && {
      key: 'owner',
      name: say('Owner'),
      fact: ownerFact(view),
    },
    {
      key: 'loans',
      name: say('Loans'),
      fact: away ? say('{n} open', { n: away }) : String(view.loans.length + view.lent.length),
    },
    { key: 'photos', name: say('Photographs'), fact: String(view.photos.length) },
    { key: 'entries', name: say('Entries'), fact: String(view.log.length) },
    role !== 'guest' && { key: 'facts', name: say('Facts and rules'), fact: '' },
  ]
  return all.filter((s) => s !== false)
}

function ownerFact(view: MachineView): string {
  const last = view.consents.findLast((c) => !c.over)
  return last ? (last.given ? say('agreed') : say('refused')) : say('not asked')
}

function readingsFact(view: MachineView): string {
  const outside = view.points.filter((p) => p.last?.within === false).length
  const read = view.points.filter((p) => p.last).length
  return outside > 0
    ? say('{n} outside', { n: outside })
    : view.points.length > 0
      ? say('{read} of {points}', { read, points: count(view.points.length, 'point') })
      : say('none')
}
