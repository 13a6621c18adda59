/** What the jobs of Quince Street 14 want where there is nothing yet: jobs 1, 3, 4, 6, 7, 9, 15 to 19, 21 and 22 of the scenario. */
import { EVEN_WEIGHTS, type JobWant, type Purpose, type WantPlace } from '../model/index.js';
import { inch } from './lengths.js';

export interface Wanted {
  id: string;
  name: string;
  purpose: Purpose;
  want: JobWant;
}

const at = (wallId: string, face: 'A' | 'B', fromLeft: number, bottom: number): WantPlace => ({
  wallId,
  face,
  fromLeft: inch(fromLeft, `${fromLeft}`),
  bottom: inch(bottom, `${bottom}`),
});
const want = (id: string, name: string, purpose: Purpose, places: WantPlace[], more: Partial<JobWant> = {}): Wanted => ({
  id,
  name,
  purpose,
  want: {
    kind: 'outlet',
    places,
    loads: [],
    ownCircuit: false,
    mayShow: false,
    forbidden: [],
    weights: EVEN_WEIGHTS,
    ...more,
  },
});

export const wanted: Wanted[] = [
  want('sewing-corner', 'Sewing corner', 'outlet', [at('sewing-hall', 'A', 50.1875, 13.25)], {
    loads: [
      { name: 'sewing machine', watts: 85, continuous: false },
      { name: 'steam press', watts: 1100, continuous: false },
    ],
  }),
  want('kiln-corner', 'Kiln corner', 'own-circuit', [at('loom-w4', 'A', 24, 13.25)], {
    loads: [{ name: 'table-top kiln', watts: 1750, continuous: true }],
    ownCircuit: true,
  }),
  want('rain-barrel-pump', 'Rain-barrel pump', 'outdoors', [at('pantry-w1', 'B', 30, 24)], {
    loads: [{ name: 'rain-barrel pump', watts: 350, continuous: false }],
  }),
  want(
    'model-railway',
    'Model railway',
    'raceway',
    [
      at('shed-w1', 'A', 34, 42),
      at('shed-w1', 'A', 70, 42),
      at('shed-w1', 'A', 106, 42),
      ...[20, 48, 76].map((x) => ({ ...at('shed-w2', 'A', x, 50.375), bottom: inch(50.375, '50 3/8'), inFront: 'railway-shelf' })),
    ],
    {
      kind: 'raceway',
      raceway: { stock: inch(60, `5'`), kerf: inch(0.125, '1/8') },
      loads: [{ name: 'railway transformers', watts: 240, continuous: false }],
    },
  ),
  want('loom-lamp', 'Loom lamp', 'masonry', [at('loom-w3', 'A', 26, 46)], {
    loads: [{ name: 'loom lamp', watts: 40, continuous: true }],
  }),
  want('cellar-lights', 'Cellar lights', 'lights', [at('hall-w2', 'A', 24, 46)], {
    kind: 'lights',
    lamps: { under: ['sewing', 'hall', 'study'], count: 10, rows: 2, watts: 60 },
  }),
  want(
    'summer-kitchen',
    'Summer kitchen',
    'run',
    [
      ...[24, 64, 104, 144].map((x) => at('summer-kitchen-w2', 'A', x, 16)),
      ...[30, 90].map((x) => at('summer-kitchen-w3', 'A', x, 16)),
      ...[24, 64, 104, 144].map((x) => at('summer-kitchen-w4', 'A', x, 16)),
    ],
    { kind: 'run', ownCircuit: true, loads: [{ name: 'preserving kettle', watts: 1200, continuous: false }] },
  ),
  want('towel-warmer', 'Towel warmer', 'outlet', [at('linen-w3', 'B', 50.5, 44)], {
    from: 'linen-box',
    loads: [{ name: 'towel warmer', watts: 900, continuous: false }],
  }),
  want('drying-cupboard', 'Drying cupboard', 'outlet', [at('sewing-hall', 'A', 50.1875, 68)], {
    from: 'hall-box',
    loads: [{ name: 'dehumidifier', watts: 250, continuous: true }],
  }),
  want('print-corner', 'Print corner', 'own-circuit', [at('study-w3', 'A', 60, 13.25)], {
    ownCircuit: true,
    gangs: 2,
    // over the attic: nobody wants to work in the basement under it
    forbidden: ['basement/0'],
    loads: [1, 2, 3, 4].map((n) => ({ name: `press ${n}`, amps: 3, continuous: true })),
  }),
  want('gramophone', 'Gramophone', 'from-junction', [at('parlour-w4', 'A', 112, 14)], {
    from: 'crawl-junction',
    loads: [
      { name: 'gramophone', watts: 60, continuous: false },
      { name: 'reading lamp', watts: 40, continuous: false },
      { name: 'wax warmer', watts: 700, continuous: false },
    ],
  }),
  want('hall-post', 'Hall post', 'outlet', [at('hall-parlour', 'B', 18, 13.25)], {
    from: 'post-box',
    loads: [{ name: 'aquarium pump', watts: 40, continuous: true }],
  }),
  want('weather-mast', 'Weather mast', 'outdoors', [at('study-w2', 'B', 64, 18)], {
    from: 'mast-box',
    loads: [{ name: 'weather station', watts: 25, continuous: true }],
  }),
];
