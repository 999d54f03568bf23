/** Writes the inputs of the outside tools into a folder. */
import { writeFileSync } from 'node:fs'
import path from 'node:path'
import { calendarInput, mailInput, paperInput } from './inputs.ts'

const folder = process.argv[2] ?? '.'
writeFileSync(path.join(folder, 'loans.ics'), calendarInput())
writeFileSync(path.join(folder, 'reminder.eml'), await mailInput())
const { html, code } = await paperInput()
writeFileSync(path.join(folder, 'paper.html'), html)
writeFileSync(path.join(folder, 'paper.code.txt'), `${code}\n`)
