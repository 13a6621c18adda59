/** Which earlier versions of a document are worth keeping: all of the last hour’s work roughly, then fewer the older they are. */

export interface KeptVersion {
  revision: number;
  /** ISO 8601, UTC */
  savedAt: string;
}

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;

/** Versions that are kept whatever their age: a run of undone mistakes fits into them. */
export const NEWEST_KEPT = 20;

/** Up to this age, one version is kept of each such span (common practice of backups; no source). */
const SPANS: { upToMs: number; spanMs: number }[] = [
  { upToMs: 60 * MINUTE, spanMs: MINUTE },
  { upToMs: DAY, spanMs: 10 * MINUTE },
  { upToMs: 7 * DAY, spanMs: 60 * MINUTE },
  { upToMs: Infinity, spanMs: DAY },
];

/**
 * Revisions that may go. The last of each span stays, so never the last of a day; neither does the newest go.
 * @param versions in any order
 * @param now ISO 8601; a version dated after it is kept
 */
export function thinned(versions: readonly KeptVersion[], now: string): number[] {
  const at = Date.parse(now);
  const newestFirst = [...versions].sort((a, b) => b.revision - a.revision);
  const spans = new Set<string>();
  return newestFirst
    .filter(({ savedAt }, i) => {
      const time = Date.parse(savedAt);
      const age = at - time;
      if (Number.isNaN(age) || age < 0) return false;
      const { spanMs } = SPANS.find((s) => age < s.upToMs)!;
      const span = `${spanMs}/${Math.floor(time / spanMs)}`;
      const first = !spans.has(span);
      spans.add(span);
      return !first && i >= NEWEST_KEPT;
    })
    .map((v) => v.revision);
}
