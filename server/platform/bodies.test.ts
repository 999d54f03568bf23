import http from 'node:http'
import { gzipSync } from 'node:zlib'
import { readdir } from 'node:fs/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { MachineId } from '#core/ids.ts'
import { draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../testing/house.ts'
import { readJson, tooDeep } from './bodies.ts'
import { incomingDir } from './files.ts'

describe('JSON that is read', () => {
  it('nests at most sixty deep, whatever stands in its texts', () => {
    const nested = (n: number) => Buffer.from('['.repeat(n) + ']'.repeat(n))
    expect(tooDeep(nested(60))).toBe(false)
    expect(tooDeep(nested(61))).toBe(true)
    expect(tooDeep(Buffer.from(JSON.stringify({ a: '[['.repeat(200), b: '\\"[[['.repeat(50) })))).toBe(false)
    expect(tooDeep(Buffer.from(`{"a":"x\\\\","b":${'['.repeat(70)}`))).toBe(true)
  })
  it('holds nothing that the database could not give back', () => {
    expect(readJson(Buffer.from('{"a":["b"]}'))).toEqual({ a: ['b'] })
    for (const text of ['{"a":"x\\u0000"}', '{"a":"\\ud83d"}', '{"\\ude00":1}'])
      expect(() => readJson(Buffer.from(text))).toThrow(/cannot be kept/)
    expect(() => readJson(Buffer.from('{'))).toThrow(/not valid JSON/)
  })
})

let house: TestHouse
let volunteer: Agent
let restorer: Agent
let machine: MachineId
beforeAll(async () => {
  house = await startHouse()
  volunteer = await house.as('volunteer')
  restorer = await house.as('restorer')
  ;({
    machines: [machine],
  } = await twoMachines(await house.as('steward')))
})
afterAll(() => house.stop())

/** Sends a body of which only the head is ever sent; answers the status that came back nonetheless. */
const unfinished = (path: string, headers: Record<string, string>) =>
  new Promise<number>((resolve, reject) => {
    const request = http.request(
      house.running.address + path,
      { method: 'POST', headers: { 'content-length': '100000000', ...headers } },
      (response) => {
        // It is cut off on purpose: what it had still to say is nobody's loss.
        response.on('error', () => undefined)
        resolve(response.statusCode ?? 0)
        request.destroy()
      },
    )
    request.on('error', reject)
    request.write('[')
  })

describe('a body of somebody without an account', () => {
  it.each(['/api/records', '/api/entries', '/api/table', '/api/views', '/api/people/invites'])(
    '%s is refused before it has come',
    async (path) => {
      const { headers, body } = await restorer.get('/api/session')
      expect(headers).toBeDefined()
      const first = await fetch(`${house.running.address}/api/session`)
      const cookie = first.headers.getSetCookie()[0]!.split(';')[0]!
      const { csrf } = (await first.json()) as { csrf: string }
      expect(body.csrf).not.toBe(csrf)
      expect(
        await unfinished(path, { cookie, 'x-anamnesis-token': csrf, 'content-type': 'application/json' }),
      ).toBe(401)
    },
  )
  it('is refused for files as well, and nothing of it lies on the disk', async () => {
    const first = await fetch(`${house.running.address}/api/session`)
    const cookie = first.headers.getSetCookie()[0]!.split(';')[0]!
    const { csrf } = (await first.json()) as { csrf: string }
    for (const path of [`/api/machines/${machine}/photos`, `/api/machines/${machine}/voices`, '/api/table'])
      expect(
        await unfinished(path, {
          cookie,
          'x-anamnesis-token': csrf,
          'content-type': 'multipart/form-data; boundary=x',
        }),
      ).toBe(401)
    expect(await readdir(incomingDir(house.config.dataDir)).catch(() => [])).toEqual([])
  })
  it('at an open address is a few lines long', async () => {
    const first = await fetch(`${house.running.address}/api/session`)
    const cookie = first.headers.getSetCookie()[0]!.split(';')[0]!
    const { csrf } = (await first.json()) as { csrf: string }
    const post = (body: string | Uint8Array<ArrayBuffer>, more: Record<string, string> = {}) =>
      fetch(`${house.running.address}/api/session`, {
        method: 'POST',
        headers: { cookie, 'x-anamnesis-token': csrf, 'content-type': 'application/json', ...more },
        body,
      })
    expect((await post('['.repeat(20_000))).status).toBe(413)
    expect((await post(JSON.stringify({ email: { toString: 1 }, password: 'x' }))).status).toBe(400)
    expect((await post('['.repeat(5000) + ']'.repeat(5000))).status).toBe(400)
    const packed = await post(new Uint8Array(gzipSync('['.repeat(1e6) + ']'.repeat(1e6))), {
      'content-encoding': 'gzip',
    })
    expect(packed.status).toBe(415)
  })
})

describe('a body of somebody who may send one', () => {
  const post = (agent: Agent, path: string) => agent.post(path).set('x-anamnesis-token', agent.token)
  it('is never inflated', async () => {
    await post(volunteer, '/api/entries')
      .set('content-encoding', 'gzip')
      .set('content-type', 'application/json')
      .send(gzipSync('{}'))
      .expect(415)
    await post(await house.as('steward'), '/api/records')
      .set('content-encoding', 'gzip')
      .set('content-type', 'application/json')
      .send(gzipSync('{}'))
      .expect(415)
  })
  it('is JSON where JSON is taken', async () => {
    const answer = await post(volunteer, '/api/entries')
      .set('content-type', 'text/plain')
      .send('words')
      .expect(415)
    expect(answer.body.detail).toContain('takes JSON')
  })
  it('holds no NUL and no half of a pair, in whatever field, and every page answers afterwards', async () => {
    const bad: unknown[] = [
      draft({ kind: 'question', what: 'asked', machine, words: 'q\u0000' }),
      draft({ kind: 'note', machine, words: 'half \ud83d' }),
      draft(
        { kind: 'survey', what: 'begun', machine, blind: false },
        { device: { id: 'd\u0000', n: 1, offsetMs: 0 } },
      ),
      draft({
        kind: 'part',
        what: 'identified',
        part: crypto.randomUUID() as never,
        partKind: 'k\u0000',
        place: { in: { kind: 'store', id: 'x' } },
      }),
      { ...draft({ kind: 'note', machine, words: 'x' }), together: '\ude00' },
    ]
    for (const entry of bad) expect((await send(volunteer, [entry])).status).toBe(400)
    await post(volunteer, '/api/views')
      .send({ name: 'x\u0000', q: '', filter: [], sort: 'name', columns: [] })
      .expect(400)
    for (const path of ['/api/bench', '/api/machines', '/api/waits.ics', '/api/needs', '/api/stock'])
      await volunteer.get(path).expect(200)
  })
  it('and no address does', async () => {
    for (const path of ['/api/lookup/%00', '/api/machines?q=%00', '/api/machines/%00', '/api/parts?q=a%00'])
      await volunteer.get(path).expect(400)
  })
})

describe('a form that is broken', () => {
  const forms: readonly (readonly [string, string, string])[] = [
    ['nothing in it', 'multipart/form-data; boundary=x', ''],
    ['a line only', 'multipart/form-data; boundary=x', '--x\r\n'],
    [
      'no end',
      'multipart/form-data; boundary=x',
      '--x\r\ncontent-disposition: form-data; name="photo"; filename="a.png"\r\n\r\nabc',
    ],
    ['no boundary', 'multipart/form-data', 'abc'],
    [
      'two files',
      'multipart/form-data; boundary=x',
      ['photo', 'photo']
        .map((n) => `--x\r\ncontent-disposition: form-data; name="${n}"; filename="a"\r\n\r\nabc\r\n`)
        .join('') + '--x--\r\n',
    ],
    [
      'another name',
      'multipart/form-data; boundary=x',
      '--x\r\ncontent-disposition: form-data; name="other"; filename="a"\r\n\r\nabc\r\n--x--\r\n',
    ],
    [
      'no name',
      'multipart/form-data; boundary=x',
      '--x\r\ncontent-disposition: form-data; filename="a"\r\n\r\nabc\r\n--x--\r\n',
    ],
    [
      'a NUL in the file name',
      'multipart/form-data; boundary=x',
      '--x\r\ncontent-disposition: form-data; name="photo"; filename="a\0.png"\r\n\r\nabc\r\n--x--\r\n',
    ],
    [
      'a long field',
      'multipart/form-data; boundary=x',
      `--x\r\ncontent-disposition: form-data; name="mapping"\r\n\r\n${'a'.repeat(9000)}\r\n--x--\r\n`,
    ],
    [
      'a long header',
      'multipart/form-data; boundary=x',
      `--x\r\ncontent-disposition: form-data; name="photo"; filename="${'a'.repeat(100_000)}"\r\n\r\nabc\r\n--x--\r\n`,
    ],
  ]
  it.each(forms)('%s is answered with a sentence', async (_name, type, body) => {
    for (const path of [`/api/machines/${machine}/photos`, `/api/machines/${machine}/voices`, '/api/table']) {
      const answer = await restorer
        .post(path)
        .set('x-anamnesis-token', restorer.token)
        .set('content-type', type)
        .send(body)
      expect([400, 413, 415]).toContain(answer.status)
      expect(answer.body.detail).toMatch(/\. Nothing was stored\.$/)
    }
    expect(await readdir(incomingDir(house.config.dataDir)).catch(() => [])).toEqual([])
  })
})

describe('the same photograph sent many times at once', () => {
  it('is there once, and everybody is told so', async () => {
    const { default: sharp } = await import('sharp')
    const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#123' } })
      .png()
      .toBuffer()
    const sent = await Promise.all(
      Array.from({ length: 20 }, () =>
        volunteer
          .post(`/api/machines/${machine}/photos`)
          .set('x-anamnesis-token', volunteer.token)
          .attach('photo', picture, 'a.png'),
      ),
    )
    expect(new Set(sent.map((s) => s.status))).toEqual(new Set([201]))
    expect(new Set(sent.map((s) => s.body.file as string)).size).toBe(1)
  })
})

describe('the live stream', () => {
  it.each(['1.5', '1e300', '9'.repeat(20), '-1', 'x'])(
    'goes on from now where the last id is %s',
    async (last) => {
      const cookie = volunteer.jar
        .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
        .toValueString()
      const told = await new Promise<string>((resolve, reject) => {
        const request = http.get(
          `${house.running.address}/api/live`,
          { headers: { cookie, 'last-event-id': last } },
          (response) => {
            let text = ''
            response.on('error', () => undefined)
            response.on('data', (chunk: Buffer) => {
              text += chunk.toString()
              if (text.includes('data: ')) {
                resolve(text)
                request.destroy()
              }
            })
            response.on('end', () => reject(new Error('the stream ended')))
            void send(volunteer, [draft({ kind: 'note', machine, words: `after ${last}` })]).then((r) =>
              expect(r.status).toBe(200),
            )
          },
        )
        request.on('error', () => undefined)
      })
      expect(told).toContain(machine)
    },
  )
})
