/** A house to measure: its server in this process on the given database, one account a role, and a client that keeps a session. */
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { v7 } from 'uuid'
import type { Draft } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId, PartyId, TypeId } from '#core/ids.ts'
import { pointAt } from '#core/quantity/time.ts'
import { terminalSheet } from '#core/testing/terminal.ts'
import type { Role } from '#core/roles.ts'
import { AccountModel, HouseModel } from '#server/db/models.ts'
import { createPerson } from '#server/features/session/new-person.ts'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare, startServer, type Running } from '#server/server.ts'

export const password = 'a long enough passphrase'
export const roles = ['steward', 'restorer', 'volunteer', 'guest'] as const

export interface Answer<T = never> {
  readonly status: number
  readonly body: T
}

/** Somebody signed in: their cookie and token, and one request after the other or many at once. */
export class Client {
  private cookie = ''
  token = ''
  constructor(readonly address: string) {}

  async raw(
    method: string,
    url: string,
    init: { body?: BodyInit; headers?: Record<string, string> } = {},
  ): Promise<Response> {
    const response = await fetch(this.address + url, {
      method,
      headers: { cookie: this.cookie, 'x-anamnesis-token': this.token, ...init.headers },
      ...(init.body === undefined ? {} : { body: init.body }),
      redirect: 'manual',
    })
    const set = response.headers.getSetCookie().map((c) => c.split(';')[0] ?? '')
    if (set.length > 0) this.cookie = set.join('; ')
    return response
  }
  async ask<T = unknown>(method: string, url: string, body?: unknown): Promise<Answer<T>> {
    const response = await this.raw(
      method,
      url,
      body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } },
    )
    return { status: response.status, body: (await response.json().catch(() => undefined)) as T }
  }
  /** The same person by another way. */
  through(address: string): Client {
    const other = new Client(address)
    other.cookie = this.cookie
    other.token = this.token
    return other
  }
  /** A session without an account. */
  async begin(): Promise<this> {
    this.token = (await this.ask<{ csrf: string }>('GET', '/api/session')).body.csrf
    return this
  }
  async signIn(email: string): Promise<this> {
    await this.begin()
    const answer = await this.ask<{ csrf: string }>('POST', '/api/session', { email, password })
    if (answer.status !== 200) throw new Error(`sign-in of ${email}: ${answer.status}`)
    this.token = answer.body.csrf
    return this
  }
}

export const draft = (body: Body, more: Partial<Draft> = {}): Draft => ({
  id: v7() as EntryId,
  v: 1,
  happenedAt: pointAt(new Date(Date.now() - 60_000).toISOString()),
  basis: 'seen',
  body,
  ...more,
})
export const minutesAgo = (minutes: number) => ({
  happenedAt: pointAt(new Date(Date.now() - minutes * 60_000).toISOString()),
})

export interface House {
  readonly running: Running
  readonly people: Readonly<Record<Role, { readonly account: string; readonly party: PartyId }>>
  readonly as: (role: Role) => Promise<Client>
}

export async function openHouse(): Promise<House> {
  const config = readConfig({
    ...process.env,
    NODE_ENV: 'test',
    PORT: '0',
    ANAMNESIS_DATA: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-bench-')),
  })
  const services = await prepare(config, createLog('silent'))
  await HouseModel.create({ id: 1, name: 'Bench', zone: 'UTC', currency: 'EUR' })
  const people = {} as Record<Role, { account: string; party: PartyId }>
  for (const role of roles) {
    const account = await createPerson(services, {
      name: `A ${role}`,
      email: `${role}@example.org`,
      password,
      role,
    })
    people[role] = { account: account.id, party: account.party as PartyId }
  }
  const running = await startServer(config, createLog('silent'), services)
  return { running, people, as: (role) => new Client(running.address).signIn(`${role}@example.org`) }
}

/** Publishes a sheet and registers machines of it. */
export async function register(
  client: Client,
  count: number,
  prefix = 'E',
): Promise<{ type: TypeId; machines: MachineId[] }> {
  const type = v7() as TypeId
  const machines = Array.from({ length: count }, () => v7() as MachineId)
  const entries = [
    draft({ kind: 'type', type, sheet: terminalSheet }, minutesAgo(600)),
    ...machines.map((machine, i) =>
      draft(
        {
          kind: 'machine',
          what: 'registered',
          machine,
          entryNumber: `${prefix}-${i + 1}`,
          name: `Terminal ${prefix} ${i + 1}`,
          type,
          source: { how: 'gift' },
        },
        minutesAgo(500),
      ),
    ),
  ]
  const answer = await client.ask('POST', '/api/entries', { entries })
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body))
  return { type, machines }
}

export { AccountModel }
