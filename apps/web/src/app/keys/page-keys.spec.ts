/** Who has a key: the page only while nobody types, nothing lies over it, and no key of the browser’s is held with it. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { altKey, onButton, pageKey, undoKey } from './page-keys';

/** An element by what it is, or stands in. */
const press = (
  key: string,
  held: Partial<Record<'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey', true>> = {},
  inside = 'main',
): KeyboardEvent =>
  ({
    ...{ ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...held, key },
    target: { closest: (what: string) => (what.split(', ').includes(inside) ? {} : null) },
  }) as unknown as KeyboardEvent;
let dialog = false;
beforeEach(() => vi.stubGlobal('document', { body: { classList: { contains: (name: string) => name === 'modal-open' && dialog } } }));
afterEach(() => {
  dialog = false;
  vi.unstubAllGlobals();
});

describe('a key of the page', () => {
  it('comes in lower case, with shift too', () => {
    expect([pageKey(press('f')), pageKey(press('Q', { shiftKey: true })), pageKey(press('ArrowUp')), pageKey(press('?'))]).toEqual(['f', 'q', 'arrowup', '?']); // prettier-ignore
  });
  it.each(['input', 'textarea', 'select', '.dropdown-menu.show'])('is not taken from %s', (inside) => {
    expect([pageKey(press('f', {}, inside)), altKey(press('0', { altKey: true }, inside))]).toEqual([undefined, undefined]);
  });
  it.each(['ctrlKey', 'metaKey'] as const)('is the browser’s with %s', (held) => {
    expect([pageKey(press('f', { [held]: true })), altKey(press('0', { altKey: true, [held]: true }))]).toEqual([undefined, undefined]);
  });
  it('is not the page’s while a dialog lies over it', () => {
    dialog = true;
    expect([pageKey(press('f')), altKey(press('0', { altKey: true }))]).toEqual([undefined, undefined]);
  });
  it('with alt it is another key, without it is none of those', () => {
    expect([altKey(press('0', { altKey: true })), altKey(press('0')), pageKey(press('0', { altKey: true }))]).toEqual([
      '0',
      undefined,
      undefined,
    ]);
  });
  it('arrows move between buttons and tabs', () => {
    expect([onButton(press('ArrowUp', {}, 'button')), onButton(press('ArrowUp', {}, '[role=tab]')), onButton(press('ArrowUp'))]).toEqual([
      true,
      true,
      false,
    ]);
  });
});

describe('undo and redo', () => {
  it.each([
    ['z', { ctrlKey: true }, 'undo'],
    ['Z', { ctrlKey: true }, 'undo'],
    ['z', { metaKey: true }, 'undo'],
    ['y', { ctrlKey: true }, 'redo'],
    ['Z', { ctrlKey: true, shiftKey: true }, 'redo'],
    ['z', { metaKey: true, shiftKey: true }, 'redo'],
    ['z', {}, undefined],
    ['z', { ctrlKey: true, altKey: true }, undefined],
    ['x', { ctrlKey: true }, undefined],
  ] as const)('%s with %j: %s', (key, held, what) => expect(undoKey(press(key, held))).toBe(what));
  it('a text that is typed has its own; a list that was picked from has none, so it is the page’s', () => {
    const at = (inside: string) => undoKey(press('z', { ctrlKey: true }, inside));
    expect([at('input'), at('textarea'), at('select'), at('button')]).toEqual([undefined, undefined, 'undo', 'undo']);
  });
});
