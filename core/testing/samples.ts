/** A body of each variant of each kind with every field filled, made from its schema: each text says which field it stands in. */
import { z } from 'zod'
import type { Body, Kind } from '#core/history/bodies/index.ts'
import { definitions, kinds } from '#core/history/kinds/index.ts'

type Schema = {
  readonly type?: string
  readonly const?: unknown
  readonly enum?: readonly unknown[]
  readonly pattern?: string
  readonly properties?: Readonly<Record<string, Schema>>
  readonly items?: Schema
  readonly additionalProperties?: Schema | boolean
  readonly anyOf?: readonly Schema[]
  readonly oneOf?: readonly Schema[]
  readonly not?: object
}

/** Amounts of money in samples; nothing else is this number. */
export const sampleMinor = 987_654_321

export interface Sample {
  readonly kind: Kind
  /** "hazard noted", "wait 2". */
  readonly name: string
  readonly body: Body
  /** Paths of fields that name a file by its SHA-256. */
  readonly files: readonly string[]
}

const isHash = (schema: Schema) => schema.pattern === '^[0-9a-f]{64}$'

function fill(schema: Schema, path: string, files: string[]): unknown {
  if (schema.const !== undefined) return schema.const
  if (schema.enum) return schema.enum[0]
  const branches = schema.anyOf ?? schema.oneOf
  if (branches)
    return fill(
      branches.find((b) => b.type !== 'null' && b.const === undefined) ?? branches[0] ?? {},
      path,
      files,
    )
  switch (schema.type) {
    case 'object': {
      const filled = Object.entries(schema.properties ?? {}).flatMap(([key, field]): [string, unknown][] =>
        field.not ? [] : [[key, fill(field, path ? `${path}.${key}` : key, files)]],
      )
      if (typeof schema.additionalProperties === 'object')
        filled.push(['key', fill(schema.additionalProperties, `${path}.*`, files)])
      return Object.fromEntries(filled)
    }
    case 'array':
      return [fill(schema.items ?? {}, `${path}[]`, files)]
    case 'integer':
    case 'number':
      return path.endsWith('.minor') ? sampleMinor : 7
    case 'boolean':
      return true
    default:
      if (isHash(schema)) files.push(path)
      return `‹${path}›`
  }
}

/** Variants of a kind, each with all of its fields. */
function samplesOf(kind: Kind): Sample[] {
  const schema = z.toJSONSchema(definitions[kind].schema as z.ZodType, {
    io: 'input',
    unrepresentable: 'any',
  }) as Schema
  const variants = schema.anyOf ?? schema.oneOf ?? [schema]
  return variants.map((variant, i) => {
    const files: string[] = []
    const body = fill(variant, '', files) as Body & { what?: string; way?: string }
    const name = [kind, body.what?.startsWith('‹') ? (i ? String(i + 1) : '') : body.what]
      .filter(Boolean)
      .join(' ')
    return { kind, name, body, files }
  })
}

export const samples: readonly Sample[] = kinds.flatMap(samplesOf)

/** The paths of the fields whose texts stand somewhere in a value. */
export const pathsIn = (value: unknown): string[] => [
  ...new Set([...JSON.stringify(value ?? null).matchAll(/‹(.*?)›/g)].map((m) => m[1] ?? '')),
]
