/** Larch Cottage: the invented house by the UK book. Ring finals down and up, a test sheet half read, four rooms surveyed, and the jobs on them. */
import {
  DOCUMENT_VERSION,
  measured,
  UK_EDITION,
  type Final,
  type FinalPoint,
  type FinalReading,
  type FinalRun,
  type CableSize,
  type House,
} from '../model/index.js';
import { larchRooms } from './larchRooms.js';

/** Points whose boxes were placed on their walls. */
const BOX_OF: Readonly<Record<string, string>> = {
  'box-room': 'box-room-box',
  landing: 'landing-box',
  'dining-door': 'dining-door-box',
  'dining-window': 'dining-window-box',
};

const point = (id: string, name: string, kind: FinalPoint['kind']): FinalPoint => ({ id, name, kind });
const run = (id: string, from: string, to: string, metres: number | undefined, size: CableSize = '2.5/1.5'): FinalRun => ({
  ...{ id, size, ends: [from, to] },
  ...(metres === undefined ? {} : { length: measured(metres * 1000, `${metres} m`) }),
});
const round = (prefix: string, points: readonly FinalPoint[], metres: readonly (number | undefined)[]): FinalRun[] => {
  const ids = ['board', ...points.map((p) => p.id), 'board'];
  return metres.map((m, i) => run(`${prefix}${i + 1}`, ids[i]!, ids[i + 1]!, m));
};

const down = [
  point('hall', 'Hall', 'single'),
  point('front-left', 'Front room left', 'twin'),
  point('front-right', 'Front room right', 'twin'),
  point('dining-window', 'Dining window', 'twin'),
  point('dining-door', 'Dining door', 'twin'),
  point('scullery', 'Scullery', 'twin'),
  point('pantry', 'Pantry', 'single'),
  point('hob', 'Kitchen, by the hob', 'twin'),
  point('sink', 'Kitchen, by the sink', 'twin'),
  point('stairs', 'Under the stairs', 'single'),
];
const AT = '2026-11-20T09:30:00.000Z';
const read = (test: FinalReading['test'], value: number, pointId?: string): FinalReading => ({ test, value, at: AT, ...(pointId ? { pointId } : {}) }); // prettier-ignore
/** L to N and L to E at each, as somebody wrote them down. */
const CROSSED: readonly (readonly [string, number, number])[] = [
  ['hall', 0.24, 0.3],
  ['front-left', 0.23, 0.3],
  ['front-right', 0.24, 0.31],
  ['dining-window', 0.24, 0.31],
  ['dining-door', 0.24, 0.31],
  ['scullery', 0.31, 0.41],
  ['pantry', 0.24, 0.31],
  ['hob', 0.24, 0.31],
  ['sink', 0.24, 0.31],
  ['stairs', 0.24, 0.29],
];

const downstairs: Final = {
  ...{
    id: 'down',
    name: 'Downstairs ring',
    number: '1',
    shape: 'ring',
    ratingA: 32,
    curve: 'B',
    breaksKa: 6,
    residual: true,
    laid: 'C',
    servesM2: 46,
  },
  points: down.map((p) => ({ ...p, ...(BOX_OF[p.id] ? { boxId: BOX_OF[p.id] } : {}) })),
  runs: [...round('d', down, [4.2, 6.5, 5.1, 7.8, 4.4, 8.2, 3.1, 4.6, 3.9, 9.4, 6.3])],
  tests: {
    on: '2026-11-20',
    instrument: 'multifunction tester, nulled',
    isolation: { lockedBy: 'owner', provedBefore: '2026-11-20T09:10:00.000Z', lineNeutral: 0, lineEarth: 0, neutralEarth: 0, provedAfter: '2026-11-20T09:14:00.000Z' }, // prettier-ignore
    readings: [
      read('r1', 0.47),
      read('rn', 0.47),
      read('r2', 0.78),
      ...CROSSED.map(([id, ln]) => read('crossed-ln', ln, id)),
      ...CROSSED.map(([id, , le]) => read('crossed-le', le, id)),
    ],
  },
};

const up = [
  point('landing', 'Landing', 'single'),
  point('back-bed', 'Back bedroom', 'twin'),
  point('box-room', 'Box room', 'single'),
  point('front-bed', 'Front bedroom bay', 'twin'),
  point('front-bed-door', 'Front bedroom door', 'single'),
];
const upstairs: Final = {
  ...{ id: 'up', name: 'Upstairs ring', number: '2', shape: 'ring', ratingA: 32, curve: 'B', residual: true, servesM2: 41 },
  points: up.map((p) => ({ ...p, ...(BOX_OF[p.id] ? { boxId: BOX_OF[p.id] } : {}) })),
  runs: round('u', up, [5.5, undefined, undefined, 6.8, 4.1, undefined]),
};
export const larchCottage: House = {
  format: 'saddle-house',
  version: DOCUMENT_VERSION,
  id: 'larch-cottage',
  name: 'Larch Cottage',
  edition: UK_EDITION,
  unit: 'mm',
  built: 1934,
  incoming: { earthing: 'TN-C-S', zeOhm: 0.21, faultKa: 1.1, fuseA: 80, boxId: 'consumer-unit' },
  site: { ...larchRooms, finals: [downstairs, upstairs] },
};
