/** Which backups are worth keeping: every one of the last two days, then one a day, a week, a month (common practice; no source). */
const DAY = 24 * 60 * 60_000;

const SPANS: { upToMs: number; of: (date: Date) => string }[] = [
  { upToMs: 2 * DAY, of: (date) => date.toISOString() },
  { upToMs: 14 * DAY, of: (date) => date.toISOString().slice(0, 10) },
  { upToMs: 70 * DAY, of: (date) => `week ${Math.floor((date.getTime() / DAY + 3) / 7)}` },
  { upToMs: 400 * DAY, of: (date) => date.toISOString().slice(0, 7) },
  { upToMs: Infinity, of: (date) => date.toISOString().slice(0, 4) },
];
/** The newest are kept whatever their age. */
export const NEWEST_BACKUPS_KEPT = 3;

/**
 * Backups that may go: the last of each span stays, and the newest never go.
 * @param taken ISO instants at which they were taken, in any order
 * @param now ISO 8601; one dated after it is kept
 */
export function thinnedBackups(taken: readonly string[], now: string): string[] {
  const kept = new Set<string>();
  return [...taken]
    .sort()
    .reverse()
    .filter((at, i) => {
      const age = Date.parse(now) - Date.parse(at);
      if (!(age >= 0)) return false;
      const span = SPANS.find((s) => age < s.upToMs)!;
      const key = `${SPANS.indexOf(span)} ${span.of(new Date(at))}`;
      const first = !kept.has(key);
      kept.add(key);
      return !first && i >= NEWEST_BACKUPS_KEPT;
    });
}
