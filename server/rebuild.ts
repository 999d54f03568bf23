/** `npm run rebuild`: derives every stored figure again from the entries, writes it, and says what had differed and what is wrong in the entries themselves. */
import { findFaults } from './features/entries/faults.ts'
import { rebuild } from './features/entries/rebuild.ts'
import { nowInstant } from './platform/clock.ts'
import { readConfig } from './platform/config.ts'
import { createLog, prepare } from './server.ts'

const services = await prepare(readConfig(), createLog('warn'))
const differences = await rebuild(services.db, nowInstant())
for (const d of differences.slice(0, 20)) console.log(JSON.stringify(d))
console.log(`${differences.length} stored rows differed from the entries and were written anew.`)
const faults = await findFaults(services.db, nowInstant())
for (const f of faults) console.log(JSON.stringify(f))
if (faults.length > 0)
  console.log(
    `${faults.length} faults in the entries themselves wait for a person: correct or settle the entries that are named.`,
  )
await services.db.close()
process.exit(differences.length + faults.length > 0 ? 1 : 0)
