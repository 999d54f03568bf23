/** Asks one bench meter over the network, a message a line (SCPI over a raw socket). Any instrument that speaks SCPI answers. */
import { connect } from 'node:net'
import { measures, readIdentity, readNumber, type Identity, type MeterUnit } from '#core/formats/scpi.ts'

/** How long an instrument may take to answer, ms: slow integration over many mains periods included. */
const patienceMs = 3_000
const mostBytes = 4096

export class MeterSilent extends Error {
  constructor(readonly address: string) {
    super(`no answer from the meter at ${address}`)
    this.name = 'MeterSilent'
  }
}
export class MeterUnreadable extends Error {
  constructor(readonly answer: string) {
    super(`the meter answered ${JSON.stringify(answer.slice(0, 80))}`)
    this.name = 'MeterUnreadable'
  }
}
export class MeterOverRange extends Error {
  constructor() {
    super('the meter shows an overload')
    this.name = 'MeterOverRange'
  }
}

/** Sends one message and, when it asks, answers the line that comes back. Throws MeterSilent. */
export function ask(address: string, message: string): Promise<string> {
  const colon = address.lastIndexOf(':')
  return new Promise((resolve, reject) => {
    const socket = connect({ host: address.slice(0, colon), port: Number(address.slice(colon + 1)) })
    let held = ''
    const silent = () => {
      socket.destroy()
      reject(new MeterSilent(address))
    }
    socket.setEncoding('latin1')
    socket.setTimeout(patienceMs, silent)
    socket.on('error', silent)
    socket.on('connect', () => {
      socket.write(`${message}\n`, () => {
        if (message.includes('?')) return
        socket.end()
        resolve('')
      })
    })
    socket.on('data', (chunk: string) => {
      held += chunk
      const end = held.indexOf('\n')
      if (end < 0 && held.length < mostBytes) return
      socket.end()
      resolve(held.slice(0, end < 0 ? mostBytes : end).trim())
    })
    socket.on('close', silent)
  })
}

export async function identify(address: string): Promise<Identity> {
  const answer = await ask(address, '*IDN?')
  const identity = readIdentity(answer)
  if (!identity) throw new MeterUnreadable(answer)
  return identity
}

/** One measurement, in the base unit. Throws MeterSilent, MeterOverRange, MeterUnreadable. */
export async function measure(address: string, unit: MeterUnit): Promise<number> {
  const answer = await ask(address, measures[unit])
  const number = readNumber(answer)
  if (number.is === 'value') return number.value
  throw number.is === 'over range' ? new MeterOverRange() : new MeterUnreadable(answer)
}

/** Stand-ins name themselves so; what they read is never shown without saying that it is simulated. */
export const isSimulated = (identity: Identity): boolean => identity.model.toLowerCase().includes('simulated')
