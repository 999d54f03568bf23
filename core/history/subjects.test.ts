import { describe, expect, it } from 'vitest'
import { at, id, smallest } from '#core/testing/bodies.ts'
import { home, slot } from '#core/testing/terminal.ts'
import { numberedId } from '#core/testing/script.ts'
import { draftSchema } from './entry-schema.ts'
import { kinds, schemaOfKind } from './kinds/index.ts'
import { subjectsOf } from './subjects.ts'

describe('every kind', () => {
  it('is in the table below', () =>
    expect(new Set(smallest.map(([body]) => body.kind))).toEqual(new Set(kinds)))

  it.each(
    smallest.map(
      ([body, subjects]) => [`${body.kind} ${String(body['what'] ?? '')}`, body, subjects] as const,
    ),
  )('%s: taken whole, with its subjects', (_name, body, subjects) => {
    const parsed = draftSchema.safeParse({
      id,
      v: 1,
      happenedAt: { earliest: at, latest: at },
      basis: 'seen',
      body,
    })
    expect(parsed.error?.issues ?? []).toEqual([])
    expect(subjectsOf({ body: parsed.data!.body }).map((s) => s.kind)).toEqual(subjects)
  })

  it.each(smallest.map(([body]) => [`${body.kind} ${String(body['what'] ?? '')}`, body] as const))(
    '%s: refused with a key it does not know',
    (_name, body) => {
      expect(schemaOfKind(body.kind)!.safeParse({ ...body, colour: 'red' }).success).toBe(false)
    },
  )

  it.each(
    smallest
      .filter(([body]) => 'machine' in body)
      .map(([body]) => [`${body.kind} ${String(body['what'] ?? '')}`, body] as const),
  )('%s: refused with a machine that is no id', (_name, body) => {
    expect(schemaOfKind(body.kind)!.safeParse({ ...body, machine: 'the grey one' }).success).toBe(false)
  })
})

describe('subjects', () => {
  it('are walked up from trays and assemblies, each once', () => {
    const tray = { in: { kind: 'tray' as const, id: 'episode' } }
    const body = {
      kind: 'move' as const,
      legs: [{ part: numberedId<never>(2), from: tray, to: slot(home, 'IC1') }],
    }
    expect(
      subjectsOf({ body }, [], (place) => (place.in.kind === 'tray' ? home : undefined)).map(
        (s) => `${s.kind} ${s.id}`,
      ),
    ).toEqual([`part ${numberedId(2)}`, `machine ${home}`])
  })
  it('take over those of the entry that is amended', () => {
    expect(subjectsOf({ body: { kind: 'withdrawal' } }, [{ kind: 'machine', id: home }])).toEqual([
      { kind: 'machine', id: home },
    ])
  })
})
