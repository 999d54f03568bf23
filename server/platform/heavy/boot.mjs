/** A worker begins here: Node's workers do not take over the loader that reads TypeScript. */
import { register } from 'tsx/esm/api'

register()
await import('./worker.ts')
