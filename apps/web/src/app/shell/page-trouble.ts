import { Injectable, signal } from '@angular/core';

/** A page that could not be shown: its code is not here yet and the server does not give it. */
@Injectable({ providedIn: 'root' })
export class PageTrouble {
  readonly says = signal('');
}
