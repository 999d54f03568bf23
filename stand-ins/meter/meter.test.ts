/** One acceptance suite for the line to an instrument: the stand-in, and one that is as terse as instruments may be. */
import { createServer, type AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  ask,
  identify,
  isSimulated,
  measure,
  MeterOverRange,
  MeterSilent,
  MeterUnreadable,
} from '#server/features/meter/meter.ts'
import { Instrument } from './instrument.ts'
import { startMeter } from './server.ts'

/** Answers in pieces, with carriage returns, and in the plainest number form. */
function startTerse(
  answers: Readonly<Record<string, string>>,
): Promise<{ address: string; stop: () => Promise<void> }> {
  const server = createServer((socket) => {
    socket.on('error', () => socket.destroy())
    socket.on('data', (bytes) => {
      const answer = answers[bytes.toString('latin1').trim()]
      if (answer === undefined) return
      socket.write(answer.slice(0, 2))
      setImmediate(() => socket.write(`${answer.slice(2)}\r\n`))
    })
  })
  return new Promise((resolve) =>
    server.listen(0, '127.0.0.1', () =>
      resolve({
        address: `127.0.0.1:${(server.address() as AddressInfo).port}`,
        stop: () => new Promise((done) => server.close(() => done())),
      }),
    ),
  )
}

const instruments = {
  'the stand-in': () => startMeter(),
  'a terse one': () =>
    startTerse({
      '*IDN?': 'Some works,DMM,17,2.0',
      'MEASure:VOLTage:DC?': '5.02',
      'MEASure:RESistance?': '4700',
    }),
}

describe.each(Object.entries(instruments))('%s', (_, start) => {
  let meter: { address: string; stop: () => Promise<void> }
  beforeAll(async () => {
    meter = await start()
  })
  afterAll(() => meter.stop())
  it('says what it is', async () => expect((await identify(meter.address)).model).not.toBe(''))
  it('measures in base units', async () => {
    expect(await measure(meter.address, 'V')).toBeCloseTo(5.02, 2)
    expect(await measure(meter.address, 'ohm')).toBeCloseTo(4700, -1)
  })
  it('answers again and again', async () => {
    for (let i = 0; i < 20; i++) expect(await measure(meter.address, 'V')).toBeGreaterThan(5)
  })
})

describe('an instrument in trouble', () => {
  it('over range is no value', async () => {
    const meter = await startTerse({
      'MEASure:VOLTage:DC?': '+9.90000000E+37',
      'MEASure:FREQuency?': 'no signal',
    })
    await expect(measure(meter.address, 'V')).rejects.toThrow(MeterOverRange)
    await expect(measure(meter.address, 'Hz')).rejects.toThrow(MeterUnreadable)
    await meter.stop()
  })
  it('one that is not there is silent', async () => {
    const meter = await startTerse({})
    await meter.stop()
    await expect(ask(meter.address, '*IDN?')).rejects.toThrow(MeterSilent)
  })
  it('one that hangs up is silent', async () => {
    const server = createServer((socket) => socket.destroy())
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    await expect(ask(`127.0.0.1:${(server.address() as AddressInfo).port}`, '*IDN?')).rejects.toThrow(
      MeterSilent,
    )
    server.close()
  })
})

// Common commands of IEEE 488.2 and the error queue of SCPI-99 (from memory).
describe('the stand-in by the standard', () => {
  it('answers the mandatory common queries', () => {
    const meter = new Instrument()
    expect(meter.handle('*IDN?')?.split(',')).toHaveLength(4)
    expect(meter.handle('*OPC?;*TST?;*STB?;*ESR?;*ESE?;*SRE?')).toBe('1;0;0;0;0;0')
    for (const command of ['*CLS', '*RST', '*WAI', '*OPC', '*ESE 0', '*SRE 0'])
      expect(meter.handle(command)).toBeUndefined()
  })
  it('takes short and long forms', () => {
    const meter = new Instrument()
    for (const header of ['MEAS:VOLT?', 'MEASure:VOLTage:DC?', ':meas:volt:dc?'])
      expect(meter.handle(header)).toMatch(/^\+5\.02\d{6}E\+00$/)
  })
  it('queues an error for what it does not know, and empties the queue', () => {
    const meter = new Instrument()
    expect(meter.handle('MEAS:COLOUR?')).toBeUndefined()
    expect(meter.handle('*STB?;SYST:ERR?;SYSTem:ERRor:NEXT?')).toBe('4;-113,"Undefined header";0,"No error"')
    expect(meter.handle('*ESR?')).toBe('32')
  })
  it('says that it is simulated, and reads what it is told to touch', async () => {
    const meter = await startMeter()
    expect(isSimulated(await identify(meter.address))).toBe(true)
    await ask(meter.address, 'SIMulate:INPut V,-11.9')
    expect(await measure(meter.address, 'V')).toBeCloseTo(-11.9, 2)
    await meter.stop()
  })
})
