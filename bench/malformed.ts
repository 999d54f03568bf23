/**
 * malformed: 2,000 seeded requests that are wrong in some way, to every route of the router, by everybody: bodies, types, forms,
 * NUL and halves of pairs, addresses. Value: how many were answered with 500. After them every page must answer.
 */
import { gzipSync } from 'node:zlib'
import { v7 } from 'uuid'
import { smallest } from '#core/testing/bodies.ts'
import { routesOf } from '#server/testing/routes.ts'
import { Client, draft, openHouse, register, roles } from './house.ts'
import { dice, failures, print } from './measure.ts'

const total = 2000
const seed = Number(process.env['SEED'] ?? 20261128)
const roll = dice(seed)
const below = (n: number) => Math.floor(roll() * n)
const pick = <T>(list: readonly T[]): T => list[below(list.length)] as T

const house = await openHouse()
const clients = [
  await new Client(house.running.address).begin(),
  ...(await Promise.all(roles.map((role) => house.as(role)))),
]
const steward = clients[1] as Client
const {
  machines: [home, other],
} = await register(steward, 2)
const opened = draft({ kind: 'episode', what: 'opened', machine: home as never, title: 'open' })
await steward.ask('POST', '/api/entries', { entries: [opened] })
const routes = routesOf(house.running.http).filter((r) => r !== 'GET /live' && r !== 'DELETE /session')
const ids = [home, other, opened.id, v7(), house.people.guest.account, house.people.guest.party] as string[]

const odd: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1e308,
  2 ** 53,
  '',
  ' ',
  'x'.repeat(3000),
  'a\u0000b',
  '\ud83d',
  '\udc00\ud800',
  '🧲',
  '‮',
  '../../etc/passwd',
  "'; DROP TABLE entries; --",
  '%00',
  '2026-13-45T99:99:99.000Z',
  '0000-00-00',
  [],
  {},
  [[[[]]]],
  { toString: 1 },
  { __proto__: { admin: true } },
  Array.from({ length: 600 }, () => 'x'),
]
const deep = (n: number) => '['.repeat(n) + ']'.repeat(n)

/** A body of some kind with one thing in it changed, dropped or added. */
function mutated(value: unknown, depth = 0): unknown {
  if (value === null || typeof value !== 'object' || (depth > 0 && roll() < 0.3)) return pick(odd)
  const copy: Record<string, unknown> = Array.isArray(value) ? ([...value] as never) : { ...value }
  const keys = Object.keys(copy)
  const key = pick(keys)
  const way = below(4)
  if (key === undefined || way === 0) copy[pick(['extra', 'kind', '__proto__', 'x\u0000'])] = pick(odd)
  else if (way === 1) Reflect.deleteProperty(copy, key)
  else copy[key] = mutated(copy[key], depth + 1)
  return copy
}

const entry = () => {
  const [body] = pick(smallest)
  const own = JSON.parse(
    JSON.stringify(body).replaceAll('00000001-0000-7000-8000-000000000001', pick(ids)),
  ) as never
  return {
    ...draft(own),
    ...(roll() < 0.2
      ? { amends: { entry: pick(ids), seen: [], how: pick(['correct', 'withdraw']), reason: 'x' } }
      : {}),
    ...(roll() < 0.2 ? { together: 'g' } : {}),
  }
}

interface Sent {
  readonly body?: BodyInit
  readonly headers?: Record<string, string>
}
const json = (value: unknown): Sent => ({
  body: JSON.stringify(value) ?? 'null',
  headers: { 'content-type': 'application/json' },
})

const crlf = '\r\n'
const part = (name: string, more: string, content: string) =>
  `--x${crlf}content-disposition: form-data; ${name}${more}${crlf}${crlf}${content}${crlf}`
/** A form that is broken in one of the ways in which forms are. */
function form(): Sent {
  const type = pick([
    'multipart/form-data; boundary=x',
    'multipart/form-data',
    'multipart/form-data; boundary=',
    'multipart/form-data; boundary=y',
    'multipart/mixed; boundary=x',
  ])
  const file = `; filename="${pick(['a.png', 'a\u0000.png', 'a'.repeat(20_000), '../../x', ''])}"`
  const name = `name="${pick(['photo', 'voice', 'table', 'mapping', 'store', 'x', '', 'x'.repeat(9000)])}"`
  const content = pick([
    '',
    'abc',
    '\u0000'.repeat(100),
    'a,b\n1,2\n',
    'Entry no.,Name\nX-1,\u0000\n',
    '\n'.repeat(2000),
    'x'.repeat(10_000),
  ])
  const parts = Array.from({ length: 1 + below(3) }, () =>
    part(name, roll() < 0.7 ? file : '', content),
  ).join('')
  const end = pick(['--x--', '--x', '', `--x--${crlf}trailing`])
  return {
    body: pick(['', '--x', `--x${crlf}`, parts + end, parts + end, parts + end]),
    headers: { 'content-type': type },
  }
}

function anyBody(route: string): Sent {
  const way = below(10)
  if (/photos|voices|table/.test(route) && way < 7) return form()
  if (route.endsWith('/entries') && way < 6)
    return json(
      mutated({
        entries: Array.from({ length: 1 + below(3) }, () => (roll() < 0.7 ? mutated(entry()) : entry())),
        contested: pick(['keep', 'refuse']),
      }),
    )
  if (route.endsWith('/records') && way < 4)
    return json(
      mutated({
        format: 'anamnesis-record',
        version: 1,
        machine: pick(ids),
        zone: 'UTC',
        entries: [entry()],
        files: {},
      }),
    )
  if (way === 6) return { body: deep(10 + below(5000)), headers: { 'content-type': 'application/json' } }
  if (way === 7)
    return {
      body: new Uint8Array(gzipSync(deep(10_000))),
      headers: {
        'content-type': 'application/json',
        'content-encoding': pick(['gzip', 'deflate', 'br', 'identity']),
      },
    }
  if (way === 8)
    return {
      body: pick(['{', 'null', '"', '\u0000', '{"a":1}}', '[1,', 'NaN']),
      headers: {
        'content-type': pick(['application/json', 'text/plain', 'application/json; charset=utf-7', 'x']),
      },
    }
  if (way === 9) return form()
  const shape = {
    email: 'a@example.org',
    password: 'x',
    pin: '4821',
    party: pick(ids),
    name: 'x',
    role: 'volunteer',
    token: 'x',
    q: '',
    filter: [],
    sort: 'name',
    columns: [],
    collection: 'x',
    zone: 'UTC',
    currency: 'EUR',
  }
  return json(roll() < 0.5 ? mutated(shape) : pick(odd))
}

const queries = [
  '',
  '?asOf=x',
  '?asOf=\u0000',
  '?limit=-1',
  '?from=1e9',
  '?q=%00',
  '?q=%ff',
  '?q=%F0%9F%A7',
  '?filter=x',
  '?sort=x',
  '?as=exe',
  '?ids=x',
  '?ids=,,,',
  '?at=0000',
  '?knownAt=9999-99',
  `?q=${'x'.repeat(5000)}`,
  '?q[]=1&q[]=2',
  '?position=%00',
  '?size=x',
  '?before=x',
]
const segment = () =>
  encodeURIComponent(
    String(pick([...ids, ...ids, 'x', '\u0000', '..', '🧲', 'E-1', 'x'.repeat(300), '1', "'"])),
  ).replace('%2E%2E', '..')

const statuses = new Map<string, number>()
const failed: string[] = []
for (let i = 0; i < total; i++) {
  const route = pick(routes)
  const [method = 'GET', shape = ''] = route.split(' ')
  const url = `/api${shape.replace(/:\w+/g, segment)}${pick(queries)}`
  const sent = method === 'GET' ? {} : anyBody(shape)
  const client = pick(clients)
  const headers: Record<string, string> = {
    ...sent.headers,
    ...(roll() < 0.05 ? { 'x-anamnesis-token': 'wrong' } : {}),
    ...(roll() < 0.05 ? { 'last-event-id': '1e300' } : {}),
  }
  const response = await client.raw(
    method,
    encodeURI(
      decodeURI(
        url
          .replaceAll('\u0000', '%00')
          .replace(/%(?![0-9a-f]{2})/gi, '%25')
          .replace(/%[89a-f][0-9a-f]/gi, 'x'),
      ),
    ),
    { ...sent, headers },
  )
  const text = await response.text()
  const family = `${Math.floor(response.status / 100)}xx`
  statuses.set(family, (statuses.get(family) ?? 0) + 1)
  if (response.status >= 500)
    failed.push(`${route} → ${response.status} ${JSON.stringify(sent).slice(0, 300)} ${text.slice(0, 200)}`)
}
for (const failure of failed.slice(0, 10)) console.error(failure)
// Whatever was taken in, every page answers.
const broken: string[] = []
for (const path of [
  '/api/bench',
  '/api/machines',
  '/api/waits.ics',
  '/api/needs',
  '/api/stock',
  '/api/parts',
  '/api/lots',
  '/api/types',
  '/api/methods',
  '/api/people',
  `/api/machines/${home}`,
  `/api/machines/${other}`,
  `/api/episodes/${opened.id}`,
  '/api/table',
])
  if ((await (await house.as('steward')).raw('GET', path)).status !== 200) broken.push(path)
if (broken.length > 0) console.error(`no answer any more: ${broken.join(', ')}`)
print({
  name: 'malformed',
  value: failed.length + broken.length,
  unit: `answers of 500 to ${total} seeded requests, and pages that answer no more`,
  limit: 0,
  seed: String(seed),
  ...Object.fromEntries([...statuses].sort()),
})
await house.running.stop()
process.exit(failures())
