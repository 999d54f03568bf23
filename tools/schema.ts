/** Writes docs/formats/record.schema.json from the shapes in core. `--check` fails when the file is not current. */
import { readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { recordJsonSchema } from '#core/formats/record-schema.ts'

export const schemaFile = path.resolve(import.meta.dirname, '../docs/formats/record.schema.json')
export const schemaText = () => `${JSON.stringify(recordJsonSchema(), null, 1)}\n`
if (process.argv.includes('--check')) process.exit(readFileSync(schemaFile, 'utf8') === schemaText() ? 0 : 1)
else writeFileSync(schemaFile, schemaText())
