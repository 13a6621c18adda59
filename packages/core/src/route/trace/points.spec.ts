/** How a cable turns between two exact points by way of a grid. Plan in mm, each worked out on paper; the grid is that of 400. */
import { describe, expect, it } from 'vitest';
import type { Point } from '../../layout/index.js';
import { lengthOf, squared } from './points.js';

const p = (x: number, y: number): Point => ({ x, y });
const grid = (...at: [number, number][]): Point[] => at.map(([x, y]) => p(x, y));
const anywhere = () => true;
/** Free but for some points of the plan. */
const without =
  (...shut: [number, number][]) =>
  (at: Point): boolean =>
    !shut.some(([x, y]) => Math.hypot(at.x - x, at.y - y) < 210);
const xy = (path: readonly Point[]) => path.map((at) => [at.x, at.y]);

describe('from point to point by way of a grid', () => {
  it('one corner will do along a straight line of it, in line with the point that it ends at', () => {
    expect(xy(squared(p(30, -50), grid([0, 0], [400, 0], [800, 0]), p(820, 60), anywhere))).toEqual([[30, -50], [820, -50], [820, 60]]); // prettier-ignore
  });
  it('no corner where both points lie in one line', () => {
    expect(xy(squared(p(0, 20), grid([0, 0], [400, 0]), p(400, 20), anywhere))).toEqual([[0, 20], [400, 20]]); // prettier-ignore
    expect(xy(squared(p(20, 0), grid([0, 0], [0, 400]), p(20, 400), anywhere))).toEqual([[20, 0], [20, 400]]); // prettier-ignore
  });
  it('a line upright of the grid is kept upright: along first, as its first corner is free', () => {
    // the corner is where the line begins, so it turns there: over in x, then up
    expect(xy(squared(p(10, 5), grid([0, 0], [0, 400]), p(40, 390), anywhere))).toEqual([[10, 5], [40, 5], [40, 390]]); // prettier-ignore
  });
  it('of two corners the first that is free', () => {
    const round = grid([0, 0], [0, 400], [0, 800], [400, 800], [800, 800]);
    expect(xy(squared(p(10, -20), round, p(820, 790), anywhere))).toEqual([[10, -20], [820, -20], [820, 790]]); // prettier-ignore
    expect(xy(squared(p(10, -20), round, p(820, 790), without([800, 0])))).toEqual([[10, -20], [10, 790], [820, 790]]); // prettier-ignore
    // shut half way along the first, and half way up its second part
    expect(xy(squared(p(10, -20), round, p(820, 790), without([400, 0])))).toEqual([[10, -20], [10, 790], [820, 790]]); // prettier-ignore
    expect(xy(squared(p(10, -20), round, p(820, 790), without([800, 400])))).toEqual([[10, -20], [10, 790], [820, 790]]); // prettier-ignore
  });
  it('neither corner is free: it turns as the grid does, its ends slid to the points', () => {
    const stairs = grid([0, 0], [400, 0], [400, 400], [400, 800], [800, 800]);
    const shut = without([800, 0], [0, 800]);
    expect(xy(squared(p(10, 20), stairs, p(790, 830), shut))).toEqual([[10, 20], [400, 20], [400, 830], [790, 830]]); // prettier-ignore
    const other = grid([0, 0], [0, 400], [800, 400], [800, 800]);
    expect(xy(squared(p(10, -20), other, p(790, 830), shut))).toEqual([[10, -20], [10, 400], [790, 400], [790, 830]]); // prettier-ignore
  });
  it('round what stands between, back to the line it came from', () => {
    const round = grid([0, 0], [0, 400], [400, 400], [800, 400], [800, 0]);
    expect(xy(squared(p(10, -20), round, p(790, -30), without([400, 0])))).toEqual([[10, -20], [10, 400], [790, 400], [790, -30]]); // prettier-ignore
  });
  it('a grid of one point: a corner at it or none', () => {
    expect(xy(squared(p(0, 0), grid([200, 0]), p(400, 300), anywhere))).toEqual([[0, 0], [400, 0], [400, 300]]); // prettier-ignore
    expect(xy(squared(p(0, 0), [], p(0, 300), anywhere))).toEqual([[0, 0], [0, 300]]); // prettier-ignore
  });
});

it('the length of a path is what a cable takes that turns square', () => {
  const path = [
    { x: 0, y: 0, z: 0 },
    { x: 300, y: -400, z: 50 },
    { x: 300, y: -400, z: -50 },
  ];
  expect([lengthOf(path), lengthOf(path.slice(0, 1)), lengthOf([])]).toEqual([300 + 400 + 50 + 100, 0, 0]);
});
