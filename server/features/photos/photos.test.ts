import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { MachineId } from '#core/ids.ts'
import { draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'
import { filePath } from '../../platform/files.ts'

let house: TestHouse
let agent: Agent
let machine: MachineId
beforeAll(async () => {
  house = await startHouse()
  agent = await house.as('steward')
  ;({
    machines: [machine],
  } = await twoMachines(agent))
})
afterAll(() => house.stop())

const upload = (bytes: Buffer, name: string) =>
  agent
    .post(`/api/machines/${machine}/photos`)
    .set('x-anamnesis-token', agent.token)
    .attach('photo', bytes, name)
const picture = (width: number, height: number, format: 'png' | 'jpeg' | 'webp' | 'gif') =>
  sharp({ create: { width, height, channels: 3, background: '#756' } })
    .toFormat(format)
    .toBuffer()

describe('photographs', () => {
  it.each(['png', 'jpeg', 'webp'] as const)('keep a %s bit for bit, with a preview', async (format) => {
    const bytes = await picture(1400, 700, format)
    const stored = (await upload(bytes, 'whatever.bin').expect(201)).body
    expect(stored).toMatchObject({
      file: createHash('sha256').update(bytes).digest('hex'),
      width: 1400,
      height: 700,
    })
    expect(await readFile(filePath(house.config.dataDir, stored.file, 'original'))).toEqual(bytes)
    const photo = draft({ kind: 'photo', machine, file: stored.file, width: 1400, height: 700 })
    await send(agent, [photo]).expect(200)
    const original = await agent.get(`/api/machines/${machine}/photos/${photo.id}?size=original`).expect(200)
    expect(original.headers['content-type']).toBe(`image/${format}`)
    expect(original.headers['content-security-policy']).toContain('sandbox')
    expect(original.body).toEqual(bytes)
    const preview = await agent.get(`/api/machines/${machine}/photos/${photo.id}`).expect(200)
    expect((await sharp(preview.body as Buffer).metadata()).width).toBe(900)
  })

  const wrong: [string, () => Promise<Buffer>, number, string][] = [
    ['words named .jpg', async () => Buffer.from('these are words'), 415, 'unsupported-file'],
    [
      'a drawing with a script',
      async () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
      415,
      'unsupported-file',
    ],
    ['another picture format', () => picture(10, 10, 'gif'), 415, 'unsupported-file'],
    [
      'a picture that is cut off',
      async () => (await picture(600, 600, 'png')).subarray(0, 300),
      415,
      'unsupported-file',
    ],
    ['a hundred million pixels', () => picture(10_000, 10_000, 'png'), 413, 'too-large'],
    ['nothing', async () => Buffer.alloc(0), 415, 'unsupported-file'],
  ]
  it.each(wrong)('refuse %s with a sentence', async (_name, make, status, type) => {
    const answer = await upload(await make(), 'photo.jpg').expect(status)
    expect(answer.body.type).toBe(type)
    expect(answer.body.detail).toContain('Nothing was stored')
  })
})
