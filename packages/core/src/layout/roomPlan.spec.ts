/** Rooms in plan and a room's walls unfolded: corners, openings and boxes where a walk round the room puts them. */
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { inches, toFeet } from '../measure/index.js';
import { emptySite, measured, type Box, type Site } from '../model/index.js';
import { addRoom, readRound } from '../survey/index.js';
import { planDrawing, roomPlans, roomSpacing, STRIP_WIDTH, stripDrawing } from './index.js';

const site = quinceStreet.site;
type Corner = [number, number];
const corners = (points: string): Corner[] => points.split(' ').map((p) => p.split(',').map(Number) as Corner);
const drawing = planDrawing(site)!;
const [left, top, width, height] = drawing.viewBox.split(' ').map(Number) as [number, number, number, number];

describe('the plan', () => {
  it('has every room that was walked round, with its size in feet, and none that was not', () => {
    const sizes = Object.fromEntries(drawing.rooms.map((r) => [r.name, r.size]));
    expect(sizes).toMatchObject({
      'sewing room': `10' × 11'`,
      hall: `10' × 3' 6"`,
      parlour: `10' × 13'`,
      study: `9' × 10'`,
      studio: `12' × 10'`,
    });
    expect(drawing.rooms.map((r) => r.name)).not.toContain('kitchen');
  });
  it('nothing lies outside its frame', () => {
    const all = [...drawing.walls, ...drawing.openings].flatMap((w) => corners(w.points));
    for (const [x, y] of [...all, ...drawing.boxes.map((b): Corner => [b.x, b.y])]) {
      expect(x).toBeGreaterThanOrEqual(left);
      expect(y).toBeGreaterThanOrEqual(top);
      expect(x).toBeLessThanOrEqual(left + width);
      expect(y).toBeLessThanOrEqual(top + height);
    }
  });
  it('a wall’s band is as long as the wall and half as thick: two rooms make the whole', () => {
    for (const w of drawing.walls) {
      const [a, b, , d] = corners(w.points) as [Corner, Corner, Corner, Corner];
      const wall = site.walls.find((x) => x.id === w.wallId)!;
      expect(Math.abs(Math.hypot(b[0] - a[0], b[1] - a[1]) - wall.length.mm), w.label).toBeLessThan(2);
      expect(Math.hypot(d[0] - a[0], d[1] - a[1])).toBeGreaterThan(10);
    }
  });
  it('at a corner that turns right a band goes on by half the next wall, at one that turns left it ends: no notch, nothing in the room', () => {
    // an L of 12, 10, 6, 4, left 6, 6 ft; 2 x 4 studs between 1/2 in drywall are 4 1/2 in, half of that 2 1/4
    const read = readRound(`12', 10', 6', 4', l 6', 6'`, 'in');
    if (!read.ok) throw new Error(read.message);
    const room = {
      id: 'ell',
      name: 'ell',
      use: 'bedroom' as const,
      lengths: read.lengths,
      turns: read.turns,
      height: measured(inches(96)),
    };
    const ell = planDrawing(addRoom(emptySite(), room, 'in').site)!;
    const longer = ell.walls.map((w) => {
      const [a, b] = [corners(w.points), corners(w.corners)].map((c) => Math.hypot(c[1]![0] - c[0]![0], c[1]![1] - c[0]![1])) as [
        number,
        number,
      ];
      return Math.round(((b - a) / inches(2.25)) * 10) / 10;
    });
    // four walls have a right corner at both ends; the two at the left corner at one
    expect([...longer].sort()).toEqual([1, 1, 2, 2, 2, 2]);
  });
  it('a door in a shared wall is drawn from both rooms, back to back', () => {
    const doors = drawing.openings.filter((o) => o.key.endsWith('hall-door'));
    expect(doors).toHaveLength(2);
    const middle = (points: string) => {
      const all = corners(points);
      return [0, 1].map((i) => all.reduce((s, p) => s + p[i]!, 0) / all.length);
    };
    const [a, b] = doors.map((d) => middle(d.points)) as [number[], number[]];
    // half a wall from each: their middles lie half its thickness apart
    expect(Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!)).toBeCloseTo(inches(4.5) / 2, -1);
  });
  it('boxes stand on the face they are on', () => {
    const box = drawing.boxes.find((b) => b.key === 'hall-box')!;
    const hall = roomPlans(site).find((p) => p.room.id === 'hall')!;
    const side = hall.sides.find((s) => s.wallId === 'sewing-hall')!;
    // on the line of the hall’s side
    const [dx, dy] = [side.to.x - side.from.x, side.to.y - side.from.y];
    const off = ((box.x - side.from.x) * dy - (-box.y - side.from.y) * dx) / Math.hypot(dx, dy);
    expect(Math.abs(off)).toBeLessThan(2);
  });
  it('a house of which nobody walked a room has no plan', () => {
    expect(planDrawing({ ...site, rooms: site.rooms.map(({ sides: _, ...r }) => r) })).toBeUndefined();
  });
  it('a room whose walls do not meet says by how much', () => {
    const long: Site = {
      ...site,
      walls: site.walls.map((w) => (w.id === 'study-w1' ? { ...w, length: measured(w.length.mm + inches(9)) } : w)),
    };
    const gap = roomPlans(long).find((p) => p.room.id === 'study')!.gap;
    expect(Math.hypot(gap.x, gap.y)).toBeCloseTo(inches(9), 6);
  });
});

describe('a room unfolded', () => {
  const spacing = roomSpacing(
    site,
    site.rooms.find((r) => r.id === 'parlour')!,
    'US-2020',
  );
  const strip = stripDrawing(spacing, 'in');
  it('its walls stand one after the other over the whole strip, in the order of the walk', () => {
    expect(strip.walls.reduce((s, w) => s + w.width, 0)).toBeCloseTo(STRIP_WIDTH, 6);
    strip.walls.slice(1).forEach((w, i) => expect(w.x).toBeCloseTo(strip.walls[i]!.x + strip.walls[i]!.width, 6));
    // 10 + 13 + 10 + 13 ft
    expect(toFeet(spacing.lengthMm)).toBeCloseTo(46, 6);
  });
  it('a receptacle is marked where its wall and its distance put it, and the mark says that distance', () => {
    const there = strip.marks.filter((m) => m.kind === 'there');
    const wall = strip.walls.find((w) => w.name.startsWith('Parlour, window'))!;
    const box = site.boxes.find((b: Box) => b.id === 'parlour-box')!;
    // 97 1/4 in to the left edge of a box 2 in wide: its centre at 98 1/4
    const at = wall.x + ((box.place.distance.mm + inches(1)) / spacing.lengthMm) * STRIP_WIDTH;
    expect(there.some((m) => Math.abs(m.x - at) < 1.5)).toBe(true);
  });
  it('what is suggested reaches what is not reached: with it placed nothing is left', () => {
    expect(strip.uncovered.length).toBeGreaterThan(0);
    expect(strip.suggested.length).toBe(strip.marks.filter((m) => m.kind === 'suggested').length);
    for (const s of strip.suggested) {
      expect(s.at).toBeGreaterThanOrEqual(0);
      expect(s.at).toBeLessThanOrEqual(spacing.lengthMm);
    }
  });
  it('pieces that run over the end of the strip go on at its beginning, none lies outside it', () => {
    for (const p of [...strip.breaks, ...strip.uncovered]) {
      expect(p.x).toBeGreaterThanOrEqual(-0.01);
      expect(p.x + p.width).toBeLessThanOrEqual(STRIP_WIDTH + 0.01);
    }
  });
});
