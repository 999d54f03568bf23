/** What the machines look like from the front: taken on the day on which each came. */
import type { MachineId } from '#core/ids.ts'
import { machines } from './ids.ts'
import type { PersonKey } from './people.ts'
import type { PictureName } from './pictures.ts'
import type { Story } from './story.ts'

export function faces(s: Story) {
  const front = (machine: MachineId, at: string, who: PersonKey, name: PictureName) =>
    s.tell(at, who, { kind: 'photo', machine, ...s.pictures[name], of: 'front' })
  front(machines.calculatorA, s.at(560, '15:00'), 'imke', 'calculator front')
  front(machines.calculatorB, s.at(560, '15:05'), 'imke', 'calculator front')
  front(machines.till, s.at(150, '12:00'), 'ottoline', 'till front')
  front(machines.ticket, s.at(500, '15:00'), 'ottoline', 'ticket front')
  front(machines.scale, s.at(400, '15:00'), 'imke', 'scale front')
  front(machines.writer, s.at(250, '15:00'), 'imke', 'writer front')
  front(machines.bell, s.at(60, '15:00'), 'imke', 'bell front')
  front(machines.label, s.minutesAgo(111), 'imke', 'label front')
  for (const machine of machines.lot.slice(0, 9))
    front(machine, s.at(75, '11:30'), 'jonas', 'small calculator front')
}
