/**
 * What a field takes: the last value that is taken and the first that is not. A limit is the program’s own unless a source stands beside
 * it; what is told apart here is a slip of the hand from something that may be.
 */
import { describe, expect, it } from 'vitest';
import type * as z from 'zod';
import { quoted } from './fieldError.js';
import { measured } from './known.js';
import { usualWhen } from './when.js';
import { Alteration, Bench, BoxWiring, CableWay, Final, FreeEnd, Incoming, JobWant, KeptEntry, LogBatch, LogEntry, MeasuredLength, Money, Panel, Photo, PhotoMeasure, Picture, PriceNote, RacewayParts, Search, StepValue, Strip, TestSheet, Tick, Timer, WantLamps, WantLoad, When, Actual, DeadProof, readYearBuilt } from './index.js'; // prettier-ignore

const AT = '2026-11-26T09:30:00.000Z';
type Path = readonly (string | number)[];
/** The same with one field otherwise; undefined takes it out. */
function having(base: unknown, [head, ...rest]: Path, value: unknown): unknown {
  if (head === undefined) return value;
  if (Array.isArray(base)) return base.map((x, i) => (i === head ? having(x, rest, value) : (x as unknown)));
  const { [head]: was, ...others } = base as Record<string | number, unknown>;
  const now = having(was ?? (rest.length ? {} : undefined), rest, value);
  return now === undefined ? others : { ...others, [head]: now };
}
const many = (count: number, of: unknown): unknown[] => Array.from({ length: count }, () => of);
const text = (length: number): string => 'x'.repeat(length);
type Edge = readonly [field: string, taken: readonly unknown[], refused: readonly unknown[]];
function edges(name: string, schema: z.ZodType, base: unknown, list: readonly Edge[]): void {
  describe(name, () => {
    it('is sound to begin with', () => expect(schema.safeParse(base).error?.issues ?? []).toEqual([]));
    it.each(list.map((e) => [e[0], e] as const))('%s', (_, [field, taken, refused]) => {
      const path = field.split('.').map((p) => (/^\d+$/.test(p) ? Number(p) : p));
      const ok = (value: unknown): boolean => schema.safeParse(having(base, path, value)).success;
      expect([taken.map(ok), refused.map(ok)]).toEqual([taken.map(() => true), refused.map(() => false)]);
    });
  });
}
const upTo = (most: number, of: unknown): [readonly unknown[], readonly unknown[]] => [[many(most, of)], [many(most + 1, of)]];
const between = (least: number, most: number, hair = 0.001): [readonly unknown[], readonly unknown[]] => [[least, most], [least - hair, most + hair]]; // prettier-ignore
const above0 = (most: number): [readonly unknown[], readonly unknown[]] => [[0.001, most], [0, -1, most + 0.001]]; // prettier-ignore
const whole = (least: number, most: number): [readonly unknown[], readonly unknown[]] => [[least, most], [least - 1, most + 1, least + 0.5]]; // prettier-ignore
const words = (most: number, least = 0): [readonly unknown[], readonly unknown[]] => [[text(most), text(Math.max(1, least))], [text(most + 1), ...(least ? ['', '   '.slice(0, least - 1)] : [])]]; // prettier-ignore

edges('a length: to 60 m either way', MeasuredLength, measured(300), [
  ['mm', ...between(-60_000, 60_000)],
  ['as', ...words(80)],
  ['toleranceMm', ...between(0, 1000)],
]);

const point = { x: 0.5, y: 0.5 };
const mark = { id: 'm', kind: 'arrow', from: point };
const photo = { id: 'photo-001', houseId: 'h', of: { kind: 'box', id: 'b' }, at: AT };
edges('a photo', Photo, { ...photo, marks: [mark] }, [
  ['id', [text(8), text(40)], [text(7), text(41), 'a photo 1']],
  ['of.id', ...words(120, 1)],
  ['note', ...words(2000)],
  ['by', ...words(120, 1)],
  ['marks', ...upTo(60, mark)],
  ['marks.0.from.x', ...between(0, 1)],
  ['marks.0.to', [point, undefined], [{ x: 1.001, y: 0 }, { x: 0, y: -0.001 }]],
  ['marks.0.text', ...words(120)],
  ['marks.0.kind', ['arrow', 'circle', 'words'], ['line']],
  ['of.kind', ['house', 'job', 'step', 'box', 'wall', 'finding'], ['room']],
  ['when', ['before', 'after', undefined], ['during']],
]); // prettier-ignore
edges('what was measured in a photo', PhotoMeasure, { target: 'plate', widthMm: 70, heightMm: 114, corners: many(4, point), tap: 0.002, points: [], onWall: { wallId: 'w', face: 'A', x: 0, up: 0 } }, [
  ['widthMm', ...between(10, 3000)],
  ['heightMm', ...between(10, 3000)],
  ['tap', ...above0(0.05)],
  ['corners', [], [many(3, point), many(5, point)]],
  ['points', ...upTo(40, { id: 'p', at: point, name: text(60) })],
  ['points', [[]], [[{ id: 'p', at: point, name: text(61) }]]],
  ['onWall.x', ...between(-5000, 60_000)],
  ['onWall.up', ...between(-1000, 10_000)],
]); // prettier-ignore
edges('a picture’s file', Picture, { hash: '0'.repeat(63) + 'f', width: 1, height: 1, bytes: 1 }, [
  ['hash', ['a'.repeat(64)], ['a'.repeat(63), 'a'.repeat(65), 'A'.repeat(64)]],
  ['width', [1], [0, 1.5]],
  ['height', [1], [0, 1.5]],
  ['bytes', [1], [0, 1.5]],
]);

const place = { wallId: 'w', face: 'A', fromLeft: measured(0), bottom: measured(0) };
const lamps = { under: ['r'], count: 4, rows: 2, watts: 60 };
const raceway = { stock: measured(1500), kerf: measured(0) };
edges('a load wanted', WantLoad, { name: 'kiln', watts: 1800 }, [
  ['watts', ...above0(25_000)],
  ['amps', [], [15]],
  ['name', ...words(120, 1)],
]);
edges('one by its amps', WantLoad, { name: 'kiln', amps: 15 }, [
  ['amps', ...above0(100)],
  ['amps', [], [undefined]],
]);
edges('lamps', WantLamps, lamps, [
  ['under', ...upTo(30, 'r')],
  ['under', [['r']], [[]]],
  ['count', ...whole(1, 60)],
  ['rows', ...whole(1, 10)],
  ['watts', ...above0(1000)],
]);
edges('what a job wants', JobWant, { kind: 'outlet', places: [place], raceway, via: { space: 'attic/1', x: 0, y: 0 }, weights: { hours: 1, money: 1, holes: 1, drying: 1, unknowns: 1 } }, [
  ['places', ...upTo(40, place)],
  ['places', [[place]], [[]]],
  ['loads', ...upTo(20, { name: 'lamp', watts: 60 })],
  ['ownA', [15, 20, undefined], [16, 30]],
  ['gangs', [1, 2, undefined], [0, 3]],
  ['face', ['ground-fault', undefined], ['duplex']],
  ['forbidden', ...upTo(300, text(80))],
  ['forbidden', [[]], [[text(81)]]],
  ['via.space', ...words(80)],
  ['chosen', ...words(2000)],
  ['weights.money', ...between(0, 5)],
  ['raceway.most12', ...whole(1, 100)],
  ['raceway.insideIn2', ...above0(50)],
  ['raceway.stock', [measured(0.1)], [measured(0.09), measured(0)]],
  ['raceway.kerf', [measured(0)], [measured(-0.1)]],
  ['lowVoltageRun', [measured(0.1)], [measured(0)]],
  ['places.0.bottom', [measured(0)], [measured(-0.1)]],
]); // prettier-ignore

const hours = { days: [5, 6], from: 540, to: 1020 };
edges('when it is done', When, { from: '2026-11-28T09:00', people: [{ id: 'me', name: 'You', hours: [hours] }] }, [
  ['from', ['2026-11-28T00:00', '2028-02-29T23:59'], ['2026-11-28T24:00', '2026-11-28T09:60', '2026-02-29T09:00', '2026-11-28', '2026-11-28 09:00']],
  ['people', ...upTo(6, { id: 'me', name: 'You', hours: [] })],
  ['people.0.hours', ...upTo(14, hours)],
  ['people.0.hours.0.days', [[0], [0, 1, 2, 3, 4, 5, 6]], [[], many(8, 1), [7], [-1], [1.5]]],
  ['people.0.hours.0.from', [0, 1019], [-1, 1020, 0.5]],
  ['people.0.hours.0.to', [541, 1440], [540, 1441]],
  ['drying', ['usual', 'slow'], ['fast']],
  ['air', [{ celsius: 2, humidity: 5 }, { celsius: 45, humidity: 90 }], [{ celsius: 1.9, humidity: 50 }, { celsius: 45.1, humidity: 50 }, { celsius: 20, humidity: 4.9 }, { celsius: 20, humidity: 90.1 }]],
  ['shop', [{ minutes: 5 }, { minutes: 600, open: hours }], [{ minutes: 4 }, { minutes: 601 }, { minutes: 30.5 }]],
  ['deliveries', ...upTo(20, { id: 'd', what: 'boxes', at: '2026-11-28T09:00', step: 'job/step' })],
  ['deliveries', [[{ id: 'd', what: 'boxes', at: '2026-11-28T09:00', step: `${text(40)}/${text(80)}` }]], [[{ id: 'd', what: 'boxes', at: '2026-11-28T09:00', step: 'step' }], [{ id: 'd', what: 'boxes', at: '2026-11-28T09:00', step: `${text(41)}/x` }]]],
  ['visits', ...upTo(20, { id: 'v', what: 'inspector', after: 'job/step', minutes: 5 })],
  ['visits', [[{ id: 'v', what: 'inspector', after: 'job/step', minutes: 600 }]], [[{ id: 'v', what: 'inspector', after: 'job/step', minutes: 4 }], [{ id: 'v', what: 'inspector', after: 'job/step', minutes: 601 }], [{ id: 'v', what: 'inspector', after: 'step', minutes: 60 }]]],
  ['rooms', ...upTo(40, { id: 'r', roomId: 'den', hours })],
  ['rooms', [[{ id: 'r', roomId: 'den', from: '2026-11-28T09:00' }]], [[{ id: 'r', roomId: 'den' }]]],
  ['aim', ['end', 'off', 'outages', 'trips', 'help', undefined], ['money']],
  ['staysOn', ...upTo(20, { id: 's', circuitId: 'c', what: 'freezer', atMost: 1 })],
  ['staysOn', [[{ id: 's', circuitId: 'c', what: 'freezer', atMost: 1440 }]], [[{ id: 's', circuitId: 'c', what: 'freezer', atMost: 0 }], [{ id: 's', circuitId: 'c', what: 'freezer', atMost: 1441 }]]],
  ['pins', ...upTo(60, { step: 'job/step', at: '2026-11-28T09:00' })],
  ['plan', ...words(80)],
]); // prettier-ignore

edges('an alteration by the UK book', Alteration, { kind: 'spur', outlet: { name: 'Desk', kind: 'twin' } }, [
  ['outlet.watts', ...above0(25_000)],
  ['outlet.fuseA', [3, 5, 13, undefined], [10]],
  ['outlet.kind', ['single', 'twin', 'fused unit', 'fixed appliance'], ['joint']],
  ['cable', [measured(0.1)], [measured(0)]],
  ['grows', ['left', 'right', 'both'], ['up']],
  ['beside', [{ none: ['sink', 'bath'] }, { worktop: measured(0) }], [{ none: ['hob'] }, { none: many(3, 'sink') }, { worktop: measured(-1) }]],
  ['own', [{ ratingA: 32, curve: 'B' }], [{ ratingA: 25 }, { curve: 'K' }]],
  ['schools', [{ spareMm: 150 }, { boxDepth: 47 }], [{ spareMm: 175 }, { boxDepth: 40 }]],
]); // prettier-ignore

const leg = { space: 'attic/1', kind: 'hollow', words: '', path: [], lengthMm: 0, staples: [], fastened: '' };
const hole = { id: 'h', member: 'stud', where: '', count: 1, sizeMm: 22, bushing: false, seal: false, at: { x: 0, y: 0 } };
const way = { key: '', title: 'Way', feed: 'box', legs: [leg], holes: [hole], openings: [], drillFrom: [], chases: [], outside: [], bends: 0, loops: 0, open: false, past: [] }; // prettier-ignore
const opening = { id: 'o', wallId: 'w', face: 'A', what: '', left: 0, right: 1, bottom: 0, top: 1 };
edges('a way that was taken', CableWay, way, [
  ['key', ...words(2000)],
  ['feed', ...words(40)],
  ['legs', ...upTo(100, leg)],
  ['legs.0.space', ...words(80)],
  ['legs.0.words', ...words(1000)],
  ['legs.0.path', ...upTo(200, { x: 0, y: 0, z: 0 })],
  ['legs.0.path', [[{ x: -1_000_000, y: 1_000_000, z: 0 }]], [[{ x: -1_000_001, y: 0, z: 0 }], [{ x: 0, y: 1_000_001, z: 0 }]]],
  ['legs.0.staples', ...upTo(1000, 0)],
  ['legs.0.onWall', [{ wallId: 'w', points: many(200, { u: 0, z: 0 }) }], [{ wallId: 'w', points: many(201, { u: 0, z: 0 }) }]],
  ['holes', ...upTo(400, hole)],
  ['holes.0.count', ...whole(1, 500)],
  ['openings', ...upTo(200, opening)],
  ['drillFrom', ...upTo(100, '')],
  ['chases', ...upTo(50, { wallId: 'w', lengthMm: 1, runs: 'along' })],
  ['outside', ...upTo(10, 'w')],
  ['bends', ...whole(0, 1000)],
  ['loops', ...whole(0, 10)],
  ['past', ...upTo(500, 'p')],
]); // prettier-ignore
const fitting = { what: 'elbow', where: '', count: 1 };
edges('pieces of a raceway', RacewayParts, { stock: raceway, fittings: [fitting], pieces: [], supports: [], conductorMm: 1 }, [
  ['fittings', ...upTo(300, fitting)],
  ['fittings.0.count', ...whole(1, 200)],
  ['pieces', ...upTo(500, { what: 'track', where: '', mm: 1 })],
  ['supports', ...upTo(500, { where: '', guessed: true })],
  ['wires', ...whole(3, 90)],
]);

const end = { cableId: 'c', conductor: 0, end: 0 };
const joint = { id: 'j', kind: 'splice', ends: [end] };
const tail = { id: 'p', colour: 'black', gauge: 14, lengthMm: 150 };
edges('the wiring of a box', BoxWiring, { id: 'b', of: { cables: [], devices: [] }, joints: [joint], pigtails: [tail] }, [
  ['of.cables', ...upTo(40, 'c')],
  ['of.devices', ...upTo(24, 'd')],
  ['joints', ...upTo(120, joint)],
  ['joints.0.ends', ...upTo(8, end)],
  ['joints.0.ends.0.conductor', ...whole(0, 4)],
  ['joints.0.ends.0.end', [0, 1], [2, -1]],
  ['joints.0.looseOhm', ...above0(1e6)],
  ['joints.0.at', [{ device: 'd', terminal: text(40) }], [{ device: 'd', terminal: text(41) }, { device: 'd', terminal: '' }]],
  ['pigtails', ...upTo(80, tail)],
  ['pigtails.0.lengthMm', ...above0(2000)],
  ['pigtails.0.gauge', [14, 12], [13]],
  ['broken', ...upTo(24, { deviceId: 'd', side: 'brass' })],
  ['strips', ...upTo(120, { end, mm: 16 })],
]); // prettier-ignore
edges('bare copper', Strip, { end, mm: 16 }, [['mm', ...above0(100)]]);
edges('a free end', FreeEnd, { cableId: 'c', end: 0, mm: 150 }, [['mm', ...between(0, 5000)]]);

const breaker = { id: 'k', circuitId: 'c', space: 1 };
const tried = { id: 't', how: 'switched off', breakerIds: ['k'], boxId: 'b' };
edges('a panel', Panel, { spaces: 20, breakers: [breaker], tests: [tried] }, [
  ['spaces', [2, 84], [0, 1, 3, 86]],
  ['mainA', ...whole(30, 400)],
  ['make', ...words(80)],
  ['types', ...words(300)],
  ['covered', [[1, 84]], [[0], [85], [1.5], many(85, 1)]],
  ['notLooked', [many(84, 1)], [many(85, 1), [0]]],
  ['breakers', ...upTo(84, breaker)],
  ['breakers.0.space', ...whole(1, 84)],
  ['breakers.0.poles', [1, 2], [0, 3]],
  ['breakers.0.type', ...words(80)],
  ['tests', ...upTo(1000, tried)],
  ['tests.0.breakerIds', [['k'], many(84, 'k')], [[], many(85, 'k')]],
  ['tests.0.on', ['2026-11-26'], ['2026-02-30', '26.11.2026']],
]); // prettier-ignore

const run = { id: 'r', ends: ['board', 'p'], size: '2.5/1.5' };
const socket = { id: 'p', name: 'Hall', kind: 'twin' };
edges('a final circuit', Final, { id: 'f', name: 'Ring', number: '1', shape: 'ring', points: [socket], runs: [run] }, [
  ['number', ...words(12, 1)],
  ['ratingA', [6, 10, 16, 20, 32, 40], [5, 25, 45]],
  ['curve', ['B', 'C', 'D'], ['A']],
  ['breaksKa', [3, 4.5, 6, 10], [5]],
  ['servesM2', ...above0(2000)],
  ['points', ...upTo(60, socket)],
  ['points.0.watts', ...above0(25_000)],
  ['points.0.fuseA', [3, 5, 13], [1]],
  ['runs', ...upTo(120, run)],
  ['runs.0.length', [measured(0.1)], [measured(0)]],
  ['runs.0.presets', [['size'], []], [['size', 'size'], ['length']]],
  ['runs.0.size', ['1.0/1.0', '4/4'], ['2.5/2.0']],
]); // prettier-ignore
const reading = { test: 'r1', value: 0.5, at: AT };
edges('readings of one', TestSheet, { readings: [reading], isolation: {} }, [
  ['leadsOhm', ...between(0, 5)],
  ['celsius', ...between(-20, 70)],
  ['readings', ...upTo(1000, reading)],
  ['readings.0.value', ...between(0, 1e6)],
  ['isolation.lineNeutral', ...between(0, 1000)],
  ['isolation.lineEarth', ...between(0, 1000)],
  ['isolation.neutralEarth', ...between(0, 1000)],
  ['on', ['2026-11-26'], ['2026-11-31']],
]);
edges('what comes in at the meter', Incoming, {}, [
  ['zeOhm', ...above0(2000)],
  ['faultKa', ...above0(50)],
  ['fuseA', [60, 80, 100], [63]],
]);

const fault = { boxId: 'b', signs: [], readings: [] };
const made = { id: 'r', test: 'look/b', outcome: 'found', at: AT };
edges('a search for a fault', Search, { ...fault, readings: [made] }, [
  ['readings', ...upTo(200, made)],
  ['readings.0.test', ...words(120, 1)],
  ['readings.0.outcome', ...words(60, 1)],
  ['signs', [many(7, 'heat')], [many(8, 'heat'), ['rain']]],
  ['touched', ...upTo(40, 'b')],
  ['lacks', [many(4, 'meter')], [many(5, 'meter'), ['ladder']]],
  ['happened', [many(5, 'storm')], [many(6, 'storm')]],
]);

const box = { id: 'b', name: 'Box', material: 'plastic', gangs: 1 };
const cable = {
  id: 'c',
  name: 'Cable',
  gauge: 14,
  colours: ['black'],
  lengthMm: 1,
  ends: ['panel', 'b'],
  sides: ['top', 'top'],
  freeMm: [0, 0],
};
const device = { id: 'd', name: 'Outlet', boxId: 'b', form: 'duplex' };
const onBench = { id: 'k', number: '4', amps: 15, leg: 'A', on: true };
const plugged = { id: 'l', name: 'Lamp', deviceId: 'd', face: 'upper', watts: 60 };
edges('a bench', Bench, { supply: { kind: 'split-phase' }, boxes: [box], cables: [cable], devices: [device], pigtails: [], joints: [], breakers: [onBench], plugged: [plugged] }, [
  ['supply.volts', ...above0(400)],
  ['supply.sourceOhm', [0.001], [0, -1]],
  ['supply', [{ kind: 'single-phase', volts: 400, loopOhm: 0.1 }], [{ kind: 'single-phase', volts: 401 }, { kind: 'single-phase', loopOhm: 0 }, { kind: 'single-phase', sourceOhm: 0 }, { kind: 'three-phase' }]],
  ['boxes', ...upTo(40, box)],
  ['boxes.0.gangs', ...whole(1, 4)],
  ['boxes.0.volumeIn3', ...above0(500)],
  ['boxes.0.depthMm', ...above0(500)],
  ['boxes.0.openingMm', [[1, 1000]], [[0, 10], [10, 1001]]],
  ['boxes.0.sheathMm', ...between(0, 500)],
  ['boxes.0.supportFittings', ...whole(0, 4)],
  ['cables', ...upTo(120, cable)],
  ['cables.0.colours', [['black'], many(5, 'red')], [[], many(6, 'red'), ['pink']]],
  ['cables.0.areasMm2', [[2.5, 500]], [[0], [501], many(6, 1)]],
  ['cables.0.lengthMm', ...above0(200_000)],
  ['cables.0.freeMm', [[0, 5000]], [[-1, 0], [0, 5001]]],
  ['devices', ...upTo(120, device)],
  ['devices.0.ratingA', [15, 20], [16]],
  ['devices.0.watts', ...above0(25_000)],
  ['devices.0.powerFactor', ...between(0.1, 1)],
  ['pigtails', ...upTo(400, { ...tail, boxId: 'b' })],
  ['joints', ...upTo(800, { ...joint, boxId: 'b' })],
  ['breakers', ...upTo(60, onBench)],
  ['breakers.0.number', ...words(12, 1)],
  ['breakers.0.amps', ...above0(200)],
  ['plugged', ...upTo(120, plugged)],
  ['plugged.0.watts', ...above0(25_000)],
  ['plugged.0.powerFactor', ...between(0.1, 1)],
  ['plugged.0.leaksOhm', [0.1], [0]],
  ['strips', ...upTo(800, { end, mm: 16 })],
  ['unmeasured', ...upTo(400, { of: 'c', what: 'length' })],
]); // prettier-ignore

const entry = { id: 'entry-001', kind: 'note', at: AT, device: 'phone', n: 0, says: 'cut' };
edges('an entry of the log', LogEntry, { ...entry, figure: { key: 'k', value: 0, unit: 'mm' } }, [
  ['id', [text(8), text(40)], [text(7), text(41)]],
  ['n', ...whole(0, 1e9)],
  ['says', ...words(2000, 1)],
  ['figure.key', ...words(80, 1)],
  ['figure.value', ...between(-60_000, 60_000)],
  ['figure.least', ...between(-60_000, 60_000)],
  ['figure.most', ...between(-60_000, 60_000)],
  ['figure.as', ...words(80)],
  ['figure.estimated', [true, undefined], [false]],
]);
edges('one as it was received', KeptEntry, { ...entry, jobId: 'j', received: AT, aheadMs: 0 }, [['aheadMs', ...between(-1e12, 1e12)]]);
edges('what a phone brings', LogBatch, { sentAt: AT, entries: [entry] }, [
  ['entries', ...upTo(500, entry)],
  ['entries', [[entry]], [[]]],
]);

edges('a price', PriceNote, { sold: [{ count: 50, price: 30 }] }, [
  ['packet', ...whole(1, 10_000)],
  ['sold', [many(8, { count: 1, price: 0 })], [[], many(9, { count: 1, price: 0 })]],
  ['sold.0.count', ...above0(100_000)],
  ['sold.0.price', ...between(0, 1e6)],
  ['on', ['2026-11-26'], ['yesterday']],
]);
edges('money', Money, { fees: [{ id: 'f', what: 'permit', amount: 0 }] }, [
  ['currency', ...words(12, 1)],
  ['taxPercent', ...between(0, 100)],
  ['hour', ...between(0, 1e6)],
  ['reservePercent', ...between(0, 100)],
  ['fees', ...upTo(20, { id: 'f', what: 'permit', amount: 1e6 })],
  ['fees.0.amount', ...between(0, 1e6)],
  ['restPercent', ...between(0, 90)],
  ['restLeast', [measured(0.1)], [measured(0)]],
]);
const paid = { id: 'p', what: 'parts', kind: 'parts', amount: 0 };
edges('what it came to', Actual, { paid: [paid] }, [
  ['paid', ...upTo(100, paid)],
  ['paid.0.amount', ...between(0, 1e6)],
  ['minutes', ...between(0, 60_000)],
]);
edges('a tick', Tick, { step: 's', at: AT }, [['took', ...above0(1440)]]);
edges('a clock at a step', Timer, { step: 's', minutes: 0 }, [['minutes', ...between(0, 60_000)]]);
edges('a figure of a step', StepValue, { step: 's', key: 'k', value: 0, at: AT }, [
  ['value', ...between(-60_000, 60_000)],
  ['as', ...words(80)],
]);
edges('a proof of dead', DeadProof, { testerBefore: { at: AT, volts: 120, where: 'lamp' } }, [
  ['of', ...words(80, 1)],
  ['testerBefore.volts', ...between(0, 1000)],
]);

describe('what came, in few words', () => {
  it('as it is up to sixty letters, quotes and all; then its beginning and how long it is', () => {
    expect(quoted(text(58))).toBe(`"${text(58)}"`);
    expect(quoted(text(59))).toBe(`"${text(59)}… (61 characters)`);
    expect([quoted(undefined), quoted(12.5), quoted(null), quoted(() => 1)]).toEqual(['nothing', '12.5', 'null', 'function']);
  });
});
describe('when it is done, before anybody says so', () => {
  it('by oneself, on Saturdays and Sundays from nine to five', () =>
    expect(usualWhen('2026-11-28T09:00')).toEqual({
      from: '2026-11-28T09:00',
      people: [{ id: 'me', name: 'You', hours: [{ days: [5, 6], from: 540, to: 1020 }] }],
      drying: 'usual',
      staysOn: [],
      pins: [],
    }));
});

describe('the year a house was built, as it is written', () => {
  it.each([['1978', 1978], [' 1500 ', 1500], ['2100', 2100], ['', undefined], ['  ', undefined]] as const)('“%s” is %s', (text, value) => expect(readYearBuilt(text)).toEqual({ ok: true, value })); // prettier-ignore
  it.each(['1499', '2101', '78', '19', 'nineteen', '1978.5', '-1978', '01978', '1e3'])(
    '“%s” is none: what came and what would do',
    (text) => {
      const read = readYearBuilt(text);
      expect(!read.ok && read.message).toBe(`“${text}” is not a year from 1500 to 2100: write it in four digits, such as 1978, or leave it open.`); // prettier-ignore
    },
  );
});
