import { Injectable, type OnDestroy } from '@angular/core';
import type { House, Want } from '@saddle/core/model';
import type { Ways } from '@saddle/core/purpose';
import { Observable } from 'rxjs';

export type WaySearch = { state: 'running'; says: string } | { state: 'done'; ways: Ways } | { state: 'failed'; says: string };

/** Searches in a worker, one at a time; leaving the observable ends the search, and the worker with it if it is still at it. */
@Injectable()
export class WaySearches implements OnDestroy {
  private worker: Worker | undefined;

  search(house: House, want: Want): Observable<WaySearch> {
    return new Observable<WaySearch>((subscriber) => {
      let busy = true;
      const worker = (this.worker ??= new Worker(new URL('./ways.worker', import.meta.url), { type: 'module' }));
      subscriber.next({ state: 'running', says: 'starting' });
      worker.onmessage = ({ data }: MessageEvent<{ says?: string; ways?: Ways }>) => {
        if (data.ways) {
          busy = false;
          subscriber.next({ state: 'done', ways: data.ways });
          subscriber.complete();
        } else subscriber.next({ state: 'running', says: data.says ?? '' });
      };
      worker.onerror = (error) => {
        busy = false;
        this.drop();
        subscriber.next({ state: 'failed', says: error.message || 'the search broke off' });
        subscriber.complete();
      };
      worker.postMessage({ house, want });
      return () => {
        if (busy) this.drop();
      };
    });
  }

  private drop(): void {
    this.worker?.terminate();
    this.worker = undefined;
  }
  ngOnDestroy(): void {
    this.drop();
  }
}
