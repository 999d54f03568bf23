/** Live updates: PostgreSQL LISTEN/NOTIFY → server-sent events. Each visitor hears only of machines they may see. */
import type { Request, Response } from 'express'
import pg from 'pg'
import type { Logger } from 'pino'
import type { LiveEvent } from '#api/machines.ts'
import { rows, type Db } from '../db/connection.ts'

type Listener = (event: LiveEvent) => void

export class Live {
  private readonly listeners = new Set<Listener>()
  private client: pg.Client | undefined
  private closed = false

  constructor(
    private readonly url: string,
    private readonly log: Logger,
  ) {}

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url })
    this.client = client
    client.on('notification', (message) => {
      if (message.channel !== 'entries' || !message.payload) return
      const event = JSON.parse(message.payload) as LiveEvent
      for (const listener of this.listeners) listener(event)
    })
    client.on('error', (error) => this.log.warn({ error: error.message }, 'live connection lost'))
    client.on('end', () => {
      if (!this.closed) setTimeout(() => void this.start().catch((error: Error) => this.log.warn({ error: error.message }, 'live reconnect failed')), 1000).unref()
    })
    await client.connect()
    await client.query('LISTEN entries')
  }

  async stop(): Promise<void> {
    this.closed = true
    await this.client?.end().catch(() => undefined)
  }

  /** Streams events until the browser goes away. `filter` answers what of an event this visitor may hear. */
  async stream(db: Db, request: Request, response: Response, filter: (event: LiveEvent) => Promise<LiveEvent | undefined>): Promise<void> {
    response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
    response.write('retry: 2000\n\n')
    const send = async (event: LiveEvent) => {
      const allowed = await filter(event)
      if (allowed && !response.writableEnded) response.write(`${allowed.seq > 0 ? `id: ${allowed.seq}\n` : ''}data: ${JSON.stringify(allowed)}\n\n`)
    }
    let queue = Promise.resolve()
    const listener: Listener = (event) => {
      queue = queue.then(() => send(event)).catch((error: Error) => this.log.warn({ error: error.message }, 'live event dropped'))
    }
    this.listeners.add(listener)
    const beat = setInterval(() => response.write(': here\n\n'), 20_000)
    request.on('close', () => {
      clearInterval(beat)
      this.listeners.delete(listener)
    })
    const last = Number(request.headers['last-event-id'] ?? NaN)
    if (Number.isFinite(last)) {
      const missed = await rows<{ seq: string; kind: string; machines: string[] | null }>(
        db,
        `SELECT e.seq, e.kind, array_agg(s.subject) FILTER (WHERE s.kind = 'machine') AS machines FROM entries e LEFT JOIN entry_subjects s ON s.entry = e.id WHERE e.seq > $1 GROUP BY e.seq, e.kind ORDER BY e.seq LIMIT 1000`,
        [last],
      )
      for (const row of missed) await send({ seq: Number(row.seq), machines: row.machines ?? [], kinds: [row.kind] })
    }
  }
}
