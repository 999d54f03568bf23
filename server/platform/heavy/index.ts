/** Work that takes longer than a moment is done in a worker, so that the server goes on answering. One at a time, in order. */
import { Worker } from 'node:worker_threads'
import type { Problem, ProblemType } from '#api/problems.ts'
import { ProblemError } from '../errors.ts'
import type { tasks, TaskName } from './tasks.ts'

export interface Question {
  readonly id: number
  readonly task: string
  readonly input: unknown
}
export type Answer =
  | { readonly id: number; readonly value: unknown }
  | {
      readonly id: number
      readonly problem: {
        readonly type: ProblemType
        readonly detail: string
        readonly more: Partial<Problem>
      }
    }
  | { readonly id: number; readonly error: string }

type Input<T extends TaskName> = Parameters<(typeof tasks)[T]>[0]
type Output<T extends TaskName> = Awaited<ReturnType<(typeof tasks)[T]>>

interface Pending {
  readonly resolve: (value: unknown) => void
  readonly reject: (error: Error) => void
}

/** Most memory that the work may take, MiB: one record too large for it fails by itself. */
const mostMemory = 2048

export class Heavy {
  private worker: Worker | undefined
  private readonly pending = new Map<number, Pending>()
  private next = 1

  /** Does a task. Throws what the task throws; busy when the worker broke down under it. */
  run<T extends TaskName>(task: T, input: Input<T>): Promise<Output<T>> {
    const id = this.next++
    return new Promise<unknown>((resolve, reject) => {
      this.pending.set(id, { resolve, reject })
      const worker = (this.worker ??= this.begin())
      worker.ref()
      worker.postMessage({ id, task, input } satisfies Question)
    }) as Promise<Output<T>>
  }

  private begin(): Worker {
    const worker = new Worker(new URL('./boot.mjs', import.meta.url), {
      resourceLimits: { maxOldGenerationSizeMb: mostMemory },
    })
    worker.on('message', (answer: Answer) => {
      const pending = this.pending.get(answer.id)
      this.pending.delete(answer.id)
      if (this.pending.size === 0) worker.unref()
      if (!pending) return
      if ('problem' in answer)
        pending.reject(new ProblemError(answer.problem.type, answer.problem.detail, answer.problem.more))
      else if ('error' in answer) pending.reject(new Error(answer.error))
      else pending.resolve(answer.value)
    })
    const broken = () => {
      if (this.worker === worker) this.worker = undefined
      for (const { reject } of this.pending.values())
        reject(
          new ProblemError(
            'busy',
            'That was too much for the server just now. Nothing was stored; try again later, with less.',
          ),
        )
      this.pending.clear()
    }
    worker.on('error', broken)
    worker.on('exit', broken)
    return worker
  }

  async stop(): Promise<void> {
    await this.worker?.terminate()
  }
}
