/** What it was in searches before, on this device: it makes the same kinds likelier the next time. */
import { SUSPECT_KINDS, type Circumstances, type SuspectKind } from '@saddle/core/diagnose';

const KEY = 'saddle-faults-met';

export function ownHistory(): NonNullable<Circumstances['history']> {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, unknown>;
    const known = SUSPECT_KINDS.flatMap((k): [SuspectKind, number][] => (typeof kept[k] === 'number' && kept[k] > 0 ? [[k, kept[k]]] : []));
    return Object.fromEntries(known);
  } catch {
    // a browser that keeps nothing, or keeps something else: nothing is known
    return {};
  }
}
export function metAgain(kind: string): void {
  if (!(SUSPECT_KINDS as readonly string[]).includes(kind)) return;
  try {
    const history = ownHistory();
    localStorage.setItem(KEY, JSON.stringify({ ...history, [kind]: (history[kind as SuspectKind] ?? 0) + 1 }));
  } catch {
    // it is only not remembered
  }
}
