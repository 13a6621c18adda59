/** A thread that does one heavy task after another. */
import { parentPort } from 'node:worker_threads';
import { run, type Task } from './tasks.js';

parentPort!.on('message', ({ id, task }: { id: number; task: Task }) => {
  run(task).then(
    (answer) => parentPort!.postMessage({ id, answer }),
    (error: unknown) => parentPort!.postMessage({ id, failure: (error as Error).stack ?? String(error) }),
  );
});
