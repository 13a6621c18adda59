/** What services of the web app find in a browser, for tests that run without one. */
import '@angular/compiler';
import 'fake-indexeddb/auto';

/** The store of a tab or of all of them; `clear` makes another tab, or another browser, of it. */
class Store {
  private readonly items = new Map<string, string>();
  getItem = (key: string): string | null => this.items.get(key) ?? null;
  setItem = (key: string, value: string): void => void this.items.set(key, value);
  clear = (): void => this.items.clear();
}
Object.assign(globalThis, { sessionStorage: new Store(), localStorage: new Store() });
