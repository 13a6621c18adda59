import { FINISHES, type FinishId } from '../catalog/index.js';
import { assumed } from './known.js';
import type { Layer } from './site.js';

/**
 * Fields that came filled in when a thing was added: the usual value stands there until somebody touches it or says that it is so. Until
 * then what hangs on it can’t be told.
 */
export interface WithPresets {
  presets?: readonly string[] | undefined;
}

/** Fields that say the same thing under another name. */
const SAYS: Record<string, string> = { ends: 'line', direction: 'line', circuitId: '' };

/** A thing with a part of it said anew: what was said is no preset any more. */
export function said<T extends WithPresets>(thing: T, part: Partial<T>): T {
  const next = { ...thing, ...part };
  if (!thing.presets || 'presets' in part) return next;
  const touched = new Set(Object.keys(part).map((key) => SAYS[key] ?? key));
  const left = thing.presets.filter((field) => !touched.has(field));
  const { presets: _, ...rest } = next;
  return (left.length ? { ...rest, presets: left } : rest) as T;
}

/** A thing with one of its fields not known after all: what stands there is only taken for it. */
export const untold = <T extends WithPresets>(thing: T, field: NonNullable<T['presets']>[number]): T => ({
  ...thing,
  presets: [...new Set([...(thing.presets ?? []), field])],
});

/** Everything that came filled in is as it was seen. */
export function asSeen<T extends WithPresets>(thing: T): T {
  const { presets: _, ...rest } = thing;
  return rest as T;
}

export const isPreset = <T extends WithPresets>(thing: T, ...fields: readonly NonNullable<T['presets']>[number][]): boolean =>
  fields.some((field) => thing.presets?.includes(field) ?? false);

/** A surface that nobody looked at: the usual one of its kind stands in for it, as thick as it usually is. */
export const takenLayer = (finish: FinishId): Layer => ({ finish, thickness: assumed(FINISHES[finish].usualMm), presets: ['finish'] });

/** What each is called where it is asked for. */
const WORDS: Record<string, string> = {
  gauge: 'gauge',
  conductors: 'number of conductors',
  sheath: 'kind of sheath',
  line: 'whether it brings power',
  kind: 'kind',
  gangs: 'number of gangs',
  material: 'what it is built of',
  finish: 'what the surface is',
};
export const presetWords = (thing: WithPresets): string[] => (thing.presets ?? []).map((field) => WORDS[field] ?? field);
