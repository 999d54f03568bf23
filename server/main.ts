/** `npm start`: the server on a given database. An empty one prints a one-time link for its first steward. */
import { offerSetup } from './features/session/routes.ts'
import { readConfig } from './platform/config.ts'
import { startServer } from './server.ts'

const running = await startServer(readConfig())
const token = await offerSetup(running.services)
if (token)
  console.log(
    `\nThis collection is empty. Its first steward opens this link once:\n  ${running.address}/first-run/${token}\n`,
  )
console.log(`Anamnesis answers at ${running.address}`)

let stopping = false
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    if (stopping) return
    stopping = true
    void running.stop().then(() => process.exit(0))
  })
