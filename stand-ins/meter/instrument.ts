/**
 * A simulated bench meter: what it answers to one program message. It knows the mandatory common commands of IEEE 488.2, the
 * measurements that Anamnesis asks for, and `SIMulate:INPut <unit>,<value>`, which sets what its probes touch.
 */
import { headerMatches, measures, meterUnits, writeNumber, type MeterUnit } from '#core/formats/scpi.ts'

export const identity = 'Anamnesis stand-ins,Simulated bench meter,0,1.0'

/** What its probes touch until somebody says otherwise. */
const atFirst: Readonly<Record<MeterUnit, number>> = {
  V: 5.021,
  A: 0.352,
  ohm: 4_700,
  Hz: 1_000_000,
  C: 21.5,
  F: 1e-7,
}

/** Share by which two readings in a row may differ: the last digits of a bench meter. */
const jitter = 2e-5

interface Command {
  readonly pattern: string
  readonly answer: (argument: string) => string | undefined
}

export class Instrument {
  private readonly inputs = { ...atFirst }
  private readonly errors: string[] = []
  private readings = 0
  private standardEvents = 0

  private readonly commands: readonly Command[] = [
    { pattern: '*IDN?', answer: () => identity },
    { pattern: '*RST', answer: () => void Object.assign(this.inputs, atFirst) },
    {
      pattern: '*CLS',
      answer: () => {
        this.errors.length = 0
        this.standardEvents = 0
        return undefined
      },
    },
    { pattern: '*OPC?', answer: () => '1' },
    { pattern: '*OPC', answer: () => undefined },
    { pattern: '*WAI', answer: () => undefined },
    { pattern: '*TST?', answer: () => '0' },
    { pattern: '*STB?', answer: () => (this.errors.length > 0 ? '4' : '0') },
    { pattern: '*ESE', answer: () => undefined },
    { pattern: '*ESE?', answer: () => '0' },
    { pattern: '*SRE', answer: () => undefined },
    { pattern: '*SRE?', answer: () => '0' },
    {
      pattern: '*ESR?',
      answer: () => {
        const held = this.standardEvents
        this.standardEvents = 0
        return String(held)
      },
    },
    { pattern: 'SYSTem:ERRor[:NEXT]?', answer: () => this.errors.shift() ?? '0,"No error"' },
    { pattern: 'SIMulate:INPut', answer: (argument) => this.touch(argument) },
    ...meterUnits.map((unit): Command => ({
      pattern: measures[unit].replace(':DC', '[:DC]'),
      answer: () => writeNumber(this.read(unit)),
    })),
  ]

  /** One program message, its units parted by semicolons → the answers of its queries, parted likewise; undefined when nothing was asked. */
  handle(message: string): string | undefined {
    const answers = message
      .split(';')
      .map((unit) => unit.trim())
      .filter(Boolean)
      .flatMap((unit) => {
        const [header = '', ...rest] = unit.split(/\s+/)
        const command = this.commands.find((c) => headerMatches(c.pattern, header))
        if (!command) return this.fail('-113,"Undefined header"', 0x20)
        return command.answer(rest.join(' ')) ?? []
      })
    return answers.length > 0 ? answers.join(';') : undefined
  }

  private touch(argument: string): undefined {
    const [unit = '', value = ''] = argument.split(',').map((part) => part.trim())
    const known = meterUnits.find((u) => u === unit)
    if (!known || value === '' || !Number.isFinite(Number(value))) {
      this.fail('-224,"Illegal parameter value"', 0x10)
      return undefined
    }
    this.inputs[known] = Number(value)
    return undefined
  }

  private fail(error: string, event: number): [] {
    this.errors.push(error)
    this.standardEvents |= event
    return []
  }

  /** The last digits move from reading to reading, always in the same way. */
  private read(unit: MeterUnit): number {
    this.readings++
    return this.inputs[unit] * (1 + jitter * Math.sin(this.readings * 2.399))
  }
}
