/** The simulated mail tray: takes mail over SMTP on this machine and keeps it; nothing leaves. What it holds is read over HTTP. */
import { readFile, writeFile } from 'node:fs/promises'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { simpleParser, type ParsedMail } from 'mailparser'
import { SMTPServer } from 'smtp-server'

export interface RunningTray {
  /** Where mail is sent to: "smtp://127.0.0.1:40123". */
  readonly smtp: string
  /** Where what came is read: "http://127.0.0.1:40124". */
  readonly tray: string
  readonly stop: () => Promise<void>
}

/** How many mails it keeps; the oldest go first. */
const most = 200
/** The longest mail that it takes, bytes. */
const mostBytes = 256 * 1024

const written = (mail: ParsedMail) => {
  const to = [mail.to ?? []].flat().flatMap((a) => a.value.map((v) => v.address ?? ''))
  return {
    to: to.join(', '),
    from: mail.from?.value.map((v) => v.address ?? '').join(', ') ?? '',
    subject: mail.subject ?? '',
    text: mail.text ?? '',
    at: (mail.date ?? new Date(0)).toISOString(),
  }
}

type TrayMail = ReturnType<typeof written>

const readKept = async (file: string): Promise<TrayMail[]> =>
  readFile(file, 'utf8').then(
    (text) => JSON.parse(text) as TrayMail[],
    () => [],
  )

/** `file`: where it keeps what came when it is stopped; without one it forgets. */
export async function startMailTray(file?: string): Promise<RunningTray> {
  const kept = file === undefined ? [] : await readKept(file)
  const smtp = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: mostBytes,
    onData(stream, _session, done) {
      simpleParser(stream)
        .then((mail) => {
          kept.unshift(written(mail))
          kept.length = Math.min(kept.length, most)
          return file === undefined ? undefined : writeFile(file, JSON.stringify(kept))
        })
        .then(
          () => done(),
          (error: Error) => done(error),
        )
    },
  })
  smtp.on('error', () => undefined)
  const http = createServer((_request, response) => {
    response.setHeader('content-type', 'application/json')
    response.end(JSON.stringify({ mails: kept }))
  })
  await Promise.all([
    new Promise<void>((resolve) => smtp.listen(0, '127.0.0.1', resolve)),
    new Promise<void>((resolve) => http.listen(0, '127.0.0.1', resolve)),
  ])
  const portOf = (server: { address: () => unknown }) => (server.address() as AddressInfo).port
  return {
    smtp: `smtp://127.0.0.1:${portOf(smtp.server)}`,
    tray: `http://127.0.0.1:${portOf(http)}`,
    stop: async () => {
      http.closeAllConnections()
      await Promise.all([
        new Promise<void>((resolve) => smtp.close(() => resolve())),
        new Promise<void>((resolve) => http.close(() => resolve())),
      ])
    },
  }
}
