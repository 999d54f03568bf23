/** Lines that this machine's own names make: what the line could be, shown where nothing is typed and under `?`. */
import type { ComposerContext } from './context.ts'

/** What is said first of a name with a count: "keys" of "keys, 71". */
const spoken = (name: string) => name.split(',')[0] ?? name

/** Ten ways to say something of this machine; those for which it has no names are left out. */
export function examples(context: ComposerContext): readonly string[] {
  const { functions, slots, points, zones, people, waits, gear, tray } = context
  const fn = functions[0] && spoken(functions[0].name)
  const other = functions[1] && spoken(functions[1].name)
  const chip = slots.find((s) => !s.position.assembly && s.content !== 'empty')?.position.designator
  const board = slots.find((s) => s.position.assembly && s.content !== 'empty')?.position.designator
  const trimmer = slots.find((s) => /trimmer|potentiometer/i.test(s.position.accepts))?.position.designator
  const point = points[0]?.point
  const zone = zones.find((z) => !/board|supply|cable/i.test(z.name))?.name
  const person = people.find((p) => p.name.includes(' '))?.name.split(' ')[0]
  const lines = [
    fn && other ? `${fn} ok, ${other} fails when warm` : fn && `${fn} ok again`,
    chip && `took ${chip} out, into bag 2, green crust in the socket`,
    board && `${board} unplugged, contacts cleaned with alcohol`,
    point && `${point} is ${/^-/.test(point) ? '-11.9' : '4.97'}`,
    'lid off, six M4x12 in cup 1',
    trimmer && `turned ${trimmer} from 3 to 4`,
    zone && `${zone} washed, drying till tomorrow 6pm`,
    chip && `${chip} replaced with a new one`,
    tray[0] && `${tray[0].home?.position ?? tray[0].label} is back in`,
    waits[0] && `${waits[0].what} is over`,
    person && `${person} says it was dropped once`,
    gear[0] && person && `lent ${gear[0].name} to ${person} till Friday`,
    fn && `when was ${fn} last tested?`,
    'no, 5.1',
    'stop here, keys next',
  ]
  return lines.filter((l): l is string => typeof l === 'string').slice(0, 10)
}
