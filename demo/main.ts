/** The demo server: migrates, loads the invented collection if the database is empty, serves, prints the sign-ins. */
import { mkdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { nowInstant } from '#server/platform/clock.ts'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare, startServer } from '#server/server.ts'
import { run } from '#server/db/connection.ts'
import { remind } from '#server/features/reminders/mail.ts'
import { startMailTray } from '#stand-ins/mail-tray/server.ts'
import { startMeter } from '#stand-ins/meter/server.ts'
import { loadDemo } from './load.ts'
import { demoPassword, demoPin, people } from './people.ts'

// The demo has no instrument of its own: a simulated one stands in, unless a real one is named.
const given = readConfig()
const meter = given.meter ? undefined : await startMeter()
const trayFile = path.join(given.dataDir, 'mail-tray.json')
await mkdir(given.dataDir, { recursive: true })
if (process.env['ANAMNESIS_FRESH'] === '1') await rm(trayFile, { force: true })
// Nor does it send mail: a simulated tray takes it and shows what would have gone out.
const tray = given.mail ? undefined : await startMailTray(trayFile)
const config = {
  ...given,
  ...(meter ? { meter: meter.address } : {}),
  ...(tray ? { mail: { smtp: tray.smtp, from: 'loans@skerry.example.org' }, mailTray: tray.tray } : {}),
}
const log = createLog('warn')
if (process.env['ANAMNESIS_FRESH'] === '1') {
  const { connect } = await import('#server/db/connection.ts')
  const db = connect(config.databaseUrl)
  await run(db, 'DROP SCHEMA public CASCADE')
  await run(db, 'CREATE SCHEMA public')
  await db.close()
}
const services = await prepare(config, log)
const loaded = await loadDemo(services, nowInstant())
const running = await startServer(config, log, services)
await remind(services)
console.log(`\nAnamnesis, demo of an invented museum${loaded ? ' (just loaded)' : ''}: ${running.address}\n`)
console.log(`Sign in with one of these (password for all: ${demoPassword})`)
for (const p of Object.values(people))
  if (p.role) console.log(`  ${p.role.padEnd(10)} ${p.email.padEnd(28)} ${p.name}`)
console.log(
  `\nPIN of steward and restorer on a shared tablet: ${demoPin}. The bench meter is simulated: ${config.meter ?? 'none'}`,
)
console.log('\nCtrl-C stops it. “npm run demo -- --fresh” starts over.')

let stopping = false
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    if (stopping) return
    stopping = true
    void Promise.all([running.stop(), meter?.stop(), tray?.stop()]).then(() => process.exit(0))
  })
