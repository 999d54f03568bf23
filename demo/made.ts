/** Ids of the demo: made when it is loaded, so that no two houses share one. */
import { v7 } from 'uuid'

export const madeId = <T extends string>(): T => v7() as T
