/** What really is in the sample walls: only the simulated finder and scope know it. Real walls have no such truth, and none is invented for them. */
import type { HiddenTruth } from '../instruments/index.js';
import { inches } from '../measure/index.js';
import type { Obstacle } from '../model/index.js';
import { inch } from './lengths.js';
import { quinceStreet } from './quinceStreet.js';

const studs = (...at: number[]): number[] => at.map(inches);
const thing = (
  id: string,
  kind: Obstacle['kind'],
  x: number,
  z: number,
  width: number,
  height: number,
  behind: number,
  thick: number,
): Obstacle => ({
  id,
  kind,
  x: inch(x, `${x}`),
  z: inch(z, `${z}`),
  width: inch(width, `${width}`),
  height: inch(height, `${height}`),
  behindA: inch(behind, `${behind}`),
  thick: inch(thick, `${thick}`),
});

const HIDDEN: Record<string, HiddenTruth> = {
  'sewing-hall': {
    studs: studs(0.75, 8.1, 23.9, 40.1, 56.2, 72, 87.8, 90.5, 119.25),
    obstacles: [thing('t-vent', 'vent', 60.5, 2, 3.25, 90, 1, 2), thing('t-cable', 'cable', 45.6, 17, 0.5, 75, 1.6, 0.25)],
  },
  'study-w1': {
    studs: studs(0.75, 8.4, 24.5, 40.3, 56.6, 72.5, 88.6, 104.4, 107.25),
    obstacles: [thing('t-pipe', 'pipe', 46, 0, 0.875, 96, 1.2, 0.875)],
  },
  'parlour-w2': {
    studs: studs(0.75, 16.2, 32, 34.2, 77.8, 80.1, 96.5, 112.8, 128.3, 144.6, 155.25),
    obstacles: [thing('t-block', 'fire-block', 97.3, 47, 14.5, 1.5, 0.875, 3.5)],
  },
  'hall-parlour': {
    studs: studs(0.75, 12, 28.2, 43.9, 60.1, 63.2, 96.8, 99, 108.2, 119.25),
    obstacles: [],
  },
  'studio-w1': {
    studs: studs(0.75, 10.1, 26, 42.2, 58, 74.1, 89.9, 106, 122.2, 138, 143.25),
    obstacles: [thing('t-duct', 'duct', 76, 80, 12, 14, 0.6, 3.25)],
  },
};

/** The truth of a sample wall; undefined for every other wall. */
export const hiddenTruth = (houseId: string, wallId: string): HiddenTruth | undefined =>
  houseId === quinceStreet.id ? HIDDEN[wallId] : undefined;

/** What truly feeds the boxes of the sample house, by circuit: only the simulated breaker finder and switches know it. */
const FEEDS: Record<string, Record<string, readonly string[]>> = {
  [quinceStreet.id]: {
    'hall-box': ['c4'],
    'hall-end-box': ['c4'],
    'parlour-box': ['c4'],
    'book-box': ['c4'],
    'linen-box': ['c2'],
    'trough-box': ['c6'],
    'post-box': ['c5'],
    'crawl-junction': ['c12', 'c14'],
    'mast-box': ['c5'],
    'sewing-window-box': ['c5'],
    'alcove-box': ['c5'],
    'studio-box': ['c5'],
    'pantry-box': ['c8'],
    'shed-box': ['c8'],
    'loom-switch': ['c9'],
    'stair-switch': ['c9'],
  },
};
/** @returns circuits by box id; undefined for every house that is no sample */
export const hiddenFeeds = (houseId: string): Record<string, readonly string[]> | undefined => FEEDS[houseId];
