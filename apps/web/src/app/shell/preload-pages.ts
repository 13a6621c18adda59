import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { catchError, defer, EMPTY, from, merge, type Observable, switchMap } from 'rxjs';

/** How long the first page has the network and the processor for itself, ms: what it shows comes before what others may show. */
const FIRST = 1500;

/** Every page is fetched once the first is there, one after another in its idle moments; of a stage that each book has its own of, the US one too. */
@Injectable({ providedIn: 'root' })
export class PreloadPages implements PreloadingStrategy {
  private turn = new Promise<unknown>((resolve) => setTimeout(resolve, FIRST));

  preload(route: Route, load: () => Observable<unknown>): Observable<unknown> {
    const us = route.data?.['us'] as (() => Promise<unknown>) | undefined;
    return defer(() => this.idle()).pipe(
      switchMap(() => (us ? merge(load(), from(us())) : load())),
      // one that can’t come now is asked for again when somebody goes there; the rest come all the same
      catchError(() => EMPTY),
    );
  }

  private idle(): Promise<unknown> {
    this.turn = this.turn.then(
      // a browser without idle moments takes the next free one
      () => new Promise<void>((resolve) => ('requestIdleCallback' in window ? requestIdleCallback(() => resolve()) : setTimeout(resolve))),
    );
    return this.turn;
  }
}
