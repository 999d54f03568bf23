/** `npm run rebuild`: derives every stored figure again from the entries, writes it, and says what had differed. */
import { rebuild } from './features/entries/rebuild.ts'
import { nowInstant } from './platform/clock.ts'
import { readConfig } from './platform/config.ts'
import { createLog, prepare } from './server.ts'

const services = await prepare(readConfig(), createLog('warn'))
const differences = await rebuild(services.db, nowInstant())
for (const d of differences.slice(0, 20)) console.log(JSON.stringify(d))
console.log(`${differences.length} stored rows differed from the entries and were written anew.`)
await services.db.close()
process.exit(differences.length > 0 ? 1 : 0)
