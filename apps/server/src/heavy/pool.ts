/** Threads for heavy work, so that saving and reading never wait for a sheet or a search. */
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { demoJobsInHouse } from '@saddle/core/demo';
import { problem } from '../api/problem.js';
import type { Task } from './tasks.js';

interface Waiting {
  id: number;
  task: Task;
  done: (answer: Uint8Array | string) => void;
  failed: (error: unknown) => void;
}
interface Thread {
  worker: Worker;
  busy: Waiting | undefined;
  deadline: NodeJS.Timeout | undefined;
}

export interface PoolLimits {
  threads: number;
  /** tasks that may wait; one more is refused */
  queue: number;
  /** a task that takes longer is ended */
  timeMs: number;
}
/** One core is left to reading and saving. */
const LIMITS: PoolLimits = { threads: Math.max(1, Math.min(3, availableParallelism() - 1)), queue: 200, timeMs: 60_000 };

export class HeavyPool {
  private readonly threads: Thread[] = [];
  private readonly queue: Waiting[] = [];
  private count = 0;
  private closed = false;

  constructor(private readonly limits: PoolLimits = LIMITS) {}

  /**
   * The task's answer.
   * @throws ProblemError 503 when too many wait or it takes too long
   */
  run(task: Task): Promise<Uint8Array | string> {
    if (this.queue.length >= this.limits.queue)
      return Promise.reject(problem(503, 'too-much-at-once', 'Too many sheets and searches wait already. Try again in a moment.'));
    return new Promise((done, failed) => {
      this.queue.push({ id: ++this.count, task, done, failed });
      this.next();
    });
  }

  /** Starts the threads and lets each make a sheet of the sample for nobody: the first of a cold program takes ten times as long. */
  warm(): void {
    for (let n = this.threads.length; n < this.limits.threads; n++) {
      for (const job of demoJobsInHouse.slice(0, 2))
        this.run({ do: 'job-sheet', job, paper: 'a4', now: new Date(0).toISOString(), zone: 'UTC' }).catch(() => undefined);
    }
  }

  async close(): Promise<void> {
    this.closed = true;
    await Promise.all(this.threads.map((t) => t.worker.terminate()));
  }

  private next(): void {
    if (this.closed || this.queue.length === 0) return;
    const free = this.threads.find((t) => !t.busy) ?? (this.threads.length < this.limits.threads ? this.start() : undefined);
    if (!free) return;
    const waiting = this.queue.shift()!;
    free.busy = waiting;
    free.deadline = setTimeout(() => {
      this.end(free, problem(503, 'took-too-long', `That took longer than ${this.limits.timeMs / 1000} s and was ended.`));
    }, this.limits.timeMs);
    free.worker.postMessage({ id: waiting.id, task: waiting.task });
  }

  private start(): Thread {
    const thread: Thread = { worker: new Worker(new URL('./worker.js', import.meta.url)), busy: undefined, deadline: undefined };
    thread.worker.unref();
    thread.worker.on('message', ({ id, answer, failure }: { id: number; answer?: Uint8Array | string; failure?: string }) => {
      const mine = thread.busy;
      if (mine?.id !== id) return;
      clearTimeout(thread.deadline);
      thread.busy = undefined;
      if (answer === undefined) mine.failed(new Error(failure));
      else mine.done(answer);
      this.next();
    });
    thread.worker.on('error', (error) => this.end(thread, error));
    this.threads.push(thread);
    return thread;
  }

  /** A thread that failed or hangs makes way for a new one; its task is answered with why. */
  private end(thread: Thread, why: unknown): void {
    clearTimeout(thread.deadline);
    const at = this.threads.indexOf(thread);
    if (at >= 0) this.threads.splice(at, 1);
    void thread.worker.terminate();
    thread.busy?.failed(why);
    this.next();
  }
}
