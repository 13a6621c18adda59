/** A room’s walls in one strip, as shapes a page can draw; 1200 wide. */
import { printFeet, printMark, type LengthUnit } from '../measure/index.js';
import { onWall, type RoomSpacing } from './spacing.js';

export interface StripDrawing {
  viewBox: string;
  walls: { key: string; name: string; x: number; width: number }[];
  breaks: { x: number; width: number }[];
  uncovered: { x: number; width: number; text: string }[];
  marks: { key: string; kind: 'there' | 'wanted' | 'suggested'; x: number; text: string }[];
  /** positions on the strip that would reach what is left; mm */
  suggested: { at: number }[];
}

export const STRIP_WIDTH = 1200;

/** A room's walls unfolded: what breaks them, what is not reached, what is there, wanted and suggested. */
export function stripDrawing(spacing: RoomSpacing, unit: LengthUnit): StripDrawing {
  const total = Math.max(1, spacing.lengthMm);
  const k = STRIP_WIDTH / total;
  const onStrip = (mm: number): number => ((mm % total) + total) % total;
  // what runs over the end of the strip goes on at its beginning
  const pieces = (from: number, to: number): { from: number; to: number }[] => {
    const [a, length] = [onStrip(from), to - from];
    return a + length <= total + 0.01
      ? [{ from: a, to: a + length }]
      : [
          { from: a, to: total },
          { from: 0, to: a + length - total },
        ];
  };
  const fromLeft = (mm: number): string => {
    const place = onWall(spacing.strip, mm);
    return place ? printMark(place.fromLeftMm, unit) : '';
  };
  const suggested = spacing.spaces.flatMap((s) => s.coverage.added.map((p) => ({ at: onStrip(s.start + p) })));
  return {
    viewBox: `-12 -30 ${STRIP_WIDTH + 24} 160`,
    walls: spacing.strip.map((s) => ({ key: `${s.wall.id}-${s.face}`, name: s.wall.name, x: s.start * k, width: s.wall.length.mm * k })),
    breaks: spacing.breaks.flatMap((b) => pieces(b.from, b.to)).map((b) => ({ x: b.from * k, width: (b.to - b.from) * k })),
    uncovered: spacing.spaces
      .flatMap((s) => s.uncovered.flatMap((u) => pieces(s.start + u.from, s.start + u.to)))
      .map((u) => ({ x: u.from * k, width: (u.to - u.from) * k, text: printFeet(u.to - u.from) })),
    marks: [
      ...spacing.existing.map((x, i) => ({ key: `there-${i}`, kind: 'there' as const, x: x * k, text: fromLeft(x) })),
      ...spacing.wanted.map((w) => ({ key: w.id, kind: 'wanted' as const, x: w.at * k, text: fromLeft(w.at) })),
      ...suggested.map((s, i) => ({ key: `suggested-${i}`, kind: 'suggested' as const, x: s.at * k, text: fromLeft(s.at) })),
    ],
    suggested,
  };
}
