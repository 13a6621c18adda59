/** Keys of a page: one guard for all of them, so that none is taken from who types or from what lies over the page. */

const on = (event: KeyboardEvent, what: string): boolean => (event.target as HTMLElement).closest(what) !== null;
const free = (event: KeyboardEvent): boolean =>
  !event.ctrlKey &&
  !event.metaKey &&
  !on(event, 'input, textarea, select, .dropdown-menu.show') &&
  !document.body.classList.contains('modal-open');

/** The key, in lower case, alone or with shift; undefined where it isn’t the page’s. */
export const pageKey = (event: KeyboardEvent): string | undefined => (free(event) && !event.altKey ? event.key.toLowerCase() : undefined);
/** The same with alt held. */
export const altKey = (event: KeyboardEvent): string | undefined => (free(event) && event.altKey ? event.key.toLowerCase() : undefined);
/** Undo and redo as every program has them; a text that is typed has its own. */
export function undoKey(event: KeyboardEvent): 'undo' | 'redo' | undefined {
  if (!(event.ctrlKey || event.metaKey) || event.altKey || on(event, 'input, textarea')) return undefined;
  const key = event.key.toLowerCase();
  if (key === 'y' || (key === 'z' && event.shiftKey)) return 'redo';
  return key === 'z' ? 'undo' : undefined;
}
/** Arrows move between buttons and tabs where one of them has the focus. */
export const onButton = (event: KeyboardEvent): boolean => on(event, 'button, a, [role=tab], [role=tablist]');
