/** Stand-ins for a breaker finder and for switching breakers off, over a sample house whose true feeds the survey does not know. */
import { seeded } from '../measure/index.js';
import { spacesOf, type FeedReading, type Panel } from '../model/index.js';
import { expectedReading } from './whichBreaker.js';

/** Circuits that truly feed each box of a sample house, by box id. */
export type FeedTruth = Readonly<Record<string, readonly string[]>>;

const feedsOf = (panel: Panel, truth: FeedTruth, boxId: string): string[] =>
  panel.breakers.filter((b) => truth[boxId]?.includes(b.circuitId)).map((b) => b.id);

/** What the box shows with these breakers off, every conductor tested; undefined for a box without a hidden truth. */
export const switchedOff = (panel: Panel, truth: FeedTruth, boxId: string, off: readonly string[]): FeedReading | undefined =>
  truth[boxId] && expectedReading(feedsOf(panel, truth, boxId), new Set(off));

export interface FinderReading {
  breakerId: string;
  /** 0 to 10, as the receiver sounds */
  loudness: number;
}

/**
 * A sender in the box, the receiver slid over the breakers: the true one sounds loudest, neighbours and the one across hum along
 * (common practice: turn the sensitivity down and try again). The same try sounds the same, another a little differently.
 */
export function finderSweep(panel: Panel, truth: FeedTruth, boxId: string, take: number): FinderReading[] {
  const feeds = panel.breakers.filter((b) => truth[boxId]?.includes(b.circuitId));
  const random = seeded(take * 7919 + [...boxId].reduce((h, c) => (h * 31 + c.charCodeAt(0)) >>> 0, 17));
  const row = (space: number): number => Math.ceil(space / 2);
  return panel.breakers.map((b) => {
    const near = Math.min(
      ...feeds.flatMap((f) =>
        spacesOf(f).flatMap((s) => spacesOf(b).map((t) => (f.id === b.id ? 0 : Math.abs(row(s) - row(t)) + (s % 2 === t % 2 ? 0 : 0.6)))),
      ),
      9,
    );
    const true_ = near === 0 ? 9.2 : Math.max(0, 7.6 - 2.4 * near);
    return { breakerId: b.id, loudness: Math.round(Math.min(10, Math.max(0, true_ + (random() - 0.5) * 1.6)) * 10) / 10 };
  });
}

/** Receivers can't tell closer than this apart (common practice). */
const ALIKE = 2;
/** Those that sound loudest, as many as can't be told apart; none where nothing sounds. */
export function loudest(readings: readonly FinderReading[]): string[] {
  const most = Math.max(0, ...readings.map((r) => r.loudness));
  return most < 4 ? [] : readings.filter((r) => r.loudness >= most - ALIKE).map((r) => r.breakerId);
}
