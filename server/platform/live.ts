/** Live updates: PostgreSQL LISTEN/NOTIFY → server-sent events. Each visitor hears only of machines they may see. */
import type { Request, Response } from 'express'
import pg from 'pg'
import type { Logger } from 'pino'
import type { LiveEvent } from '#api/machines.ts'
import { rows, type Db } from '../db/connection.ts'

type Listener = (event: LiveEvent) => void
/** What a visitor may hear of an event; `no right`: they may hear nothing any more. */
export type Filter = (event: LiveEvent) => Promise<LiveEvent | 'nothing' | 'no right'>

/** How many missed entries are told one by one; past it everything is stale. */
const mostMissed = 1000
const beatMs = 20_000
const againMs = 1000

/** A place in the line of entries as a browser sends it back; undefined for anything else. */
export const seqOf = (text: string | undefined): number | undefined =>
  text !== undefined && /^\d{1,15}$/.test(text) ? Number(text) : undefined

export class Live {
  private readonly listeners = new Set<Listener>()
  private client: pg.Client | undefined
  private closed = false
  private retry: NodeJS.Timeout | undefined
  /** The last entry that was told to everybody. */
  private heard: number | undefined

  constructor(
    private readonly url: string,
    private readonly log: Logger,
    private readonly db: Db,
  ) {}

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url })
    this.client = client
    client.on('notification', (message) => {
      if (message.channel === 'entries' && message.payload)
        this.tell(JSON.parse(message.payload) as LiveEvent)
    })
    client.on('error', (error) => this.log.warn({ error: error.message }, 'live connection lost'))
    client.on('end', () => this.client === client && this.again())
    await client.connect()
    await client.query('LISTEN entries')
    // Whatever was written while nobody listened: told now. Listening came first, so that nothing falls between.
    const since = this.heard
    if (since === undefined) {
      const [last] = await rows<{ seq: string | null }>(this.db, 'SELECT max(seq) AS seq FROM entries')
      this.heard = Math.max(this.heard ?? 0, Number(last?.seq ?? 0))
    } else {
      for (const event of await this.missedSince(since)) this.tell(event)
      // What changes by time alone leaves no entry behind.
      this.tell({ seq: 0, machines: [], kinds: ['time'], everything: true })
    }
  }

  private again() {
    if (this.closed || this.retry) return
    this.retry = setTimeout(() => {
      this.retry = undefined
      if (this.closed) return
      void this.start().catch((error: Error) => {
        this.log.warn({ error: error.message }, 'live reconnect failed')
        this.again()
      })
    }, againMs)
    this.retry.unref()
  }

  /** The place in the line up to which everybody has been told. */
  get toldUpTo(): number {
    return this.heard ?? 0
  }

  /** Calls back for every event, for as long as the server runs. */
  heed(listener: Listener): void {
    this.listeners.add(listener)
  }

  private tell(event: LiveEvent) {
    this.heard = Math.max(this.heard ?? 0, event.seq)
    for (const listener of this.listeners) listener(event)
  }

  /** The entries after `seq`, oldest first; one event that makes everything stale when they are more than are told one by one. */
  private async missedSince(seq: number): Promise<LiveEvent[]> {
    const missed = await rows<{ seq: string; kind: string; machines: string[] | null }>(
      this.db,
      `SELECT e.seq, e.kind, array_agg(s.subject) FILTER (WHERE s.kind = 'machine') AS machines
       FROM (SELECT id, seq, kind FROM entries WHERE seq > $1 ORDER BY seq LIMIT ${mostMissed + 1}) e LEFT JOIN entry_subjects s ON s.entry = e.id GROUP BY e.seq, e.kind ORDER BY e.seq`,
      [seq],
    )
    if (missed.length <= mostMissed)
      return missed.map((row) => ({ seq: Number(row.seq), machines: row.machines ?? [], kinds: [row.kind] }))
    const [last] = await rows<{ seq: string }>(this.db, 'SELECT max(seq) AS seq FROM entries')
    return [{ seq: Number(last?.seq ?? 0), machines: [], kinds: [], everything: true }]
  }

  async stop(): Promise<void> {
    this.closed = true
    await this.client?.end().catch(() => undefined)
  }

  /**
   * Streams events until the browser goes away, or its visitor may hear nothing any more. What was written since the place that it names
   * comes first: the last that it heard, or for one that opens its first stream the one from which on it has fetched (`since`).
   */
  async stream(request: Request, response: Response, filter: Filter): Promise<void> {
    response.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    })
    response.write('retry: 2000\n\n')
    const end = () => {
      clearInterval(beat)
      this.listeners.delete(listener)
      if (!response.writableEnded) response.end()
    }
    const send = async (event: LiveEvent) => {
      const allowed = await filter(event)
      if (allowed === 'no right') return end()
      if (allowed !== 'nothing' && !response.writableEnded)
        response.write(`${allowed.seq > 0 ? `id: ${allowed.seq}\n` : ''}data: ${JSON.stringify(allowed)}\n\n`)
    }
    let queue = Promise.resolve()
    const listener: Listener = (event) => {
      // An event that could not be told ends the stream: the browser comes back and says what it heard last.
      queue = queue
        .then(() => send(event))
        .catch((error: Error) => {
          this.log.warn({ error: error.message }, 'live stream ended')
          end()
        })
    }
    const beat = setInterval(() => {
      if (!response.writableEnded) response.write(': here\n\n')
    }, beatMs)
    this.listeners.add(listener)
    request.on('close', end)
    const last =
      seqOf(request.headers['last-event-id'] as string | undefined) ??
      seqOf(request.query['since'] as string | undefined)
    if (last !== undefined) for (const event of await this.missedSince(last)) listener(event)
  }
}
