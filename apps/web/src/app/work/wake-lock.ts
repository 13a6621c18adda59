import { DOCUMENT, inject, Injectable } from '@angular/core';

/** Keeps the screen on while a page is in hand, where the device can; goes on when the page comes back to the front. */
@Injectable()
export class WakeLock {
  private readonly document = inject(DOCUMENT);
  private lock: WakeLockSentinel | undefined;
  private wanted = false;
  private readonly again = (): void => {
    if (this.wanted && this.document.visibilityState === 'visible') void this.ask();
  };

  async hold(): Promise<void> {
    this.wanted = true;
    this.document.addEventListener('visibilitychange', this.again);
    await this.ask();
  }
  private async ask(): Promise<void> {
    try {
      this.lock = await navigator.wakeLock?.request('screen');
      // left meanwhile
      if (!this.wanted) this.release();
    } catch {
      // no battery for it, or no permission: the screen goes dark as it always does
    }
  }
  release(): void {
    this.wanted = false;
    this.document.removeEventListener('visibilitychange', this.again);
    void this.lock?.release();
    this.lock = undefined;
  }
}
