import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { from, merge, type Observable } from 'rxjs';

/** Every page is fetched once the first is there; of a stage that each book has its own of, the US one too. */
@Injectable({ providedIn: 'root' })
export class PreloadPages implements PreloadingStrategy {
  preload(route: Route, load: () => Observable<unknown>): Observable<unknown> {
    const us = route.data?.['us'] as (() => Promise<unknown>) | undefined;
    return us ? merge(load(), from(us())) : load();
  }
}
