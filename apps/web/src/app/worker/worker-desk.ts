import { Observable, Subject, takeUntil } from 'rxjs';

/** What a worker sends: how far it is, something to show meanwhile, or its answer. */
export type FromWorker<A> = { share: number } | { meanwhile: A } | { answer: A };
export type Working<A> =
  /** `share` of 0 to 1, when the worker says so; `meanwhile` is a part of the answer that stands already */
  | { state: 'running'; share?: number; meanwhile?: A }
  | { state: 'done'; answer: A }
  | { state: 'stopped'; meanwhile?: A }
  | { state: 'failed'; says: string };

/** One worker that is asked one thing after another. Leaving the observable ends it, and the worker with it if it is still at it. */
export class WorkerDesk<Q, A> {
  private worker: Worker | undefined;
  private readonly stops = new Subject<void>();

  constructor(private readonly start: () => Worker) {}

  ask(question: Q): Observable<Working<A>> {
    let meanwhile: A | undefined;
    const part = (): { meanwhile?: A } => (meanwhile === undefined ? {} : { meanwhile });
    return new Observable<Working<A>>((subscriber) => {
      let busy = true;
      const worker = (this.worker ??= this.start());
      subscriber.next({ state: 'running' });
      worker.onmessage = ({ data }: MessageEvent<FromWorker<A>>) => {
        if ('share' in data) return subscriber.next({ state: 'running', share: data.share, ...part() });
        if ('meanwhile' in data) {
          meanwhile = data.meanwhile;
          return subscriber.next({ state: 'running', ...part() });
        }
        busy = false;
        subscriber.next({ state: 'done', answer: data.answer });
        subscriber.complete();
      };
      worker.onerror = (error) => {
        busy = false;
        this.drop();
        subscriber.next({ state: 'failed', says: error.message || 'it broke off' });
        subscriber.complete();
      };
      worker.postMessage(question);
      const stopping = this.stops.pipe(takeUntil(this.gone)).subscribe(() => {
        subscriber.next({ state: 'stopped', ...part() });
        subscriber.complete();
      });
      return () => {
        stopping.unsubscribe();
        if (busy) this.drop();
      };
    });
  }
  /** Ends what is under way; what stands of it already stays. */
  stop(): void {
    this.stops.next();
  }

  private readonly gone = new Subject<void>();
  private drop(): void {
    this.worker?.terminate();
    this.worker = undefined;
  }
  close(): void {
    this.gone.next();
    this.drop();
  }
}
