/** The other side of Heavy: does one piece of work after the other. */
import { parentPort } from 'node:worker_threads'
import { ProblemError } from '../errors.ts'
import { tasks, type TaskName } from './tasks.ts'
import type { Answer, Question } from './index.ts'

parentPort?.on('message', ({ id, task, input }: Question) => {
  void (async () => {
    try {
      const work = tasks[task as TaskName] as (input: unknown) => unknown
      parentPort?.postMessage({ id, value: await work(input) } satisfies Answer)
    } catch (error) {
      const failed: Answer =
        error instanceof ProblemError
          ? { id, problem: { type: error.problem, detail: error.detail, more: error.more } }
          : { id, error: error instanceof Error ? (error.stack ?? error.message) : String(error) }
      parentPort?.postMessage(failed)
    }
  })()
})
