/** The simulated bench meter on a TCP port of this machine: one message a line, as instruments with a raw socket do. */
import { createServer, type AddressInfo, type Socket } from 'node:net'
import { Instrument } from './instrument.ts'

export interface RunningMeter {
  /** "127.0.0.1:40123" */
  readonly address: string
  readonly stop: () => Promise<void>
}

/** The longest line it keeps waiting for its end, bytes. */
const mostBytes = 4096

export async function startMeter(port = 0): Promise<RunningMeter> {
  const instrument = new Instrument()
  const open = new Set<Socket>()
  const server = createServer((socket) => {
    open.add(socket)
    socket.setEncoding('latin1')
    let held = ''
    socket.on('data', (chunk: string) => {
      held += chunk
      const lines = held.split('\n')
      held = lines.pop() ?? ''
      if (held.length > mostBytes) held = ''
      for (const line of lines) {
        const answer = instrument.handle(line)
        if (answer !== undefined) socket.write(`${answer}\n`)
      }
    })
    socket.on('error', () => socket.destroy())
    socket.on('close', () => open.delete(socket))
  })
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', resolve)
  })
  return {
    address: `127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: () =>
      new Promise((resolve) => {
        for (const socket of open) socket.destroy()
        server.close(() => resolve())
      }),
  }
}
