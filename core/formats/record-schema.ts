/** The JSON Schema (2020-12) of a record file, made from the same shapes that the server checks. */
import { z } from 'zod'
import { kindSchemaOf } from '#core/history/kinds/index.ts'
import { entryEnvelopeSchema } from '#core/history/entry-schema.ts'
import { recordFormat, recordVersion } from './record.ts'

export function recordJsonSchema(): object {
  const entry = entryEnvelopeSchema.extend({ body: kindSchemaOf() })
  const schema = z.strictObject({
    format: z.literal(recordFormat),
    version: z.literal(recordVersion),
    machine: z.uuid(),
    zone: z.string(),
    entries: z.array(entry).min(1),
    files: z.record(z.string(), z.string()),
  })
  return {
    title: 'Anamnesis machine record',
    description:
      'Every entry that the state of one machine rests on, and its photographs (base64, by SHA-256).',
    ...z.toJSONSchema(schema, { target: 'draft-2020-12', io: 'input', unrepresentable: 'any' }),
  }
}
