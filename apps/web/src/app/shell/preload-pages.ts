import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { from, ignoreElements, lastValueFrom, type Observable } from 'rxjs';

/** How long the first page has the network and the processor for itself, ms: what it shows comes before what others may show. */
const FIRST = 1500;
/** A page that is never idle waits no longer than this for each of the others, ms. */
const MOST = 1000;
/** What is marked in the page's timeline when the last of them has been asked for and answered: from here on a server can go away. */
const ALL = 'saddle:pages';

/** Every page is fetched once the first is there, one after another in its idle moments; of a stage that each book has its own of, the US one too. */
@Injectable({ providedIn: 'root' })
export class PreloadPages implements PreloadingStrategy {
  private last = new Promise<unknown>((resolve) => setTimeout(resolve, FIRST));

  preload(route: Route, load: () => Observable<unknown>): Observable<unknown> {
    const us = route.data?.['us'] as (() => Promise<unknown>) | undefined;
    // one that can’t come now is asked for again when somebody goes there; the rest come all the same
    const come = (): Promise<unknown> => Promise.allSettled([lastValueFrom(load(), { defaultValue: undefined }), us?.()]);
    const there = this.last.then(idle).then(come);
    this.last = there;
    void there.then(() => {
      if (this.last === there) performance.mark(ALL);
    });
    return from(there).pipe(ignoreElements());
  }
}

/** The next idle moment; in a browser that knows none, the next free one. */
const idle = (): Promise<void> =>
  new Promise((resolve) =>
    'requestIdleCallback' in globalThis ? requestIdleCallback(() => resolve(), { timeout: MOST }) : setTimeout(resolve),
  );
