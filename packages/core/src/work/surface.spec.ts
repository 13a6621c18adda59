/**
 * What needs no wall opened: a raceway from the line to its covers, and a run of lampholders. Pieces and ways by hand, in a den and a shop;
 * words and minutes by common practice (handbook 23).
 */
import { describe, expect, it } from 'vitest';
import { workOf, type LampRun, type Work } from '../ledger/index.js';
import { inches } from '../measure/index.js';
import type { Change, Lamp, RacewayParts, Site } from '../model/index.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import type { Hole, Traced } from '../route/index.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { holeCards } from './holeCards.js';
import { lampSteps } from './lamps.js';
import { racewaySteps } from './raceway.js';
import { cable, device, inch, jobAt, outlet } from '../panel/smallJob.testing.js';
import { inOrder, step, type Draft } from './step.js';

const kinds = (d: Draft): string =>
  d.time.map((t) => `${t.kind}${Number(t.count.toFixed(6)) === 1 ? '' : ` × ${Number(t.count.toFixed(6))}`}`).join(', ');
const site = (): Site => siteWith({ boxes: [boxOn('one', 'e', 20, { circuitId: 'c1' })], cables: [cable('k1', 'one')], devices: [device('one')], loads: [] }); // prettier-ignore
const draft = (id: string) => step(id, id, [], []);

describe('a surface raceway', () => {
  const piece = (what: 'track' | 'cover', at: number, where: string) => ({ what, mm: inches(at), where });
  const RACEWAY = {
    stock: { stock: inch(60), kerf: inch(0.125) },
    pieces: [piece('track', 36, 'one to new'), piece('track', 20, 'new to other'), piece('cover', 24, 'beside new')],
    fittings: [
      { what: 'flat elbow', count: 1, where: 'at the corner', mm: 0 },
      { what: 'coupling', count: 2, where: 'between', mm: 0 },
    ],
    supports: [{ where: 'stud', mm: inches(32), guessed: false }],
  };
  const surface = (id: string, x: number) => boxOn(id, 'e', x, { kind: 'surface-1g' as never });
  const work = (raceway: object | null = RACEWAY): Work => {
    const wires = { sheath: 'single wires' as const, ground: 'green' as const };
    const changes = [...outlet(surface('new', 40), 'one', wires), ...outlet(surface('other', 70), 'new', wires)];
    const lay: Change[] = raceway ? [{ id: 'lay', title: 'Raceway', do: 'lay-raceway', raceway: raceway as RacewayParts }] : [];
    const w = workOf(jobAt(site(), [...changes, ...lay]));
    return { ...w, raceway: (raceway ?? undefined) as RacewayParts | undefined, runs: w.runs.map((r, i) => ({ ...r, run: { cutMm: inches(60 + 60 * i) } as typeof r.run })) }; // prettier-ignore
  };
  const steps = (w: Work) => racewaySteps(w, w.boxes.filter((b) => b.role === 'new'), [draft('off')], [draft('source')], [draft('done')]); // prettier-ignore
  it('all of it is up, pulled and connected before anything is off; covers before power', () => {
    expect(steps(work()).map((d) => d.id)).toEqual(['mark-out', 'mount-track', 'pull-wires', 'wire-new', 'wire-new-2', 'off', 'source', 'covers', 'done']); // prettier-ignore
  });
  it('one level line on each wall, each box by its left and its lower edge', () => {
    const [mark] = steps(work());
    expect([mark!.title, kinds(mark!), mark!.cautions]).toEqual(['Mark the line and the 2 boxes', 'mark out × 2', []]);
    expect(mark!.says).toEqual([
      'A level line on each: wall e; and every box on it.',
      'box new, wall e: its left edge 38 7/8" to the right of the left end of the wall, its lower edge 14" up from the floor.',
      'box other, wall e: its left edge 68 7/8" to the right of the left end of the wall, its lower edge 14" up from the floor.',
      'Mark the studs on the line.',
    ]);
    const guessed = { ...RACEWAY, supports: [...RACEWAY.supports, { where: 'stud', mm: inches(48), guessed: true }] };
    expect(steps(work(guessed))[0]!.cautions).toEqual(['Studs here are only reckoned: find them before a hole is drilled.']);
  });
  it('track cut from its lengths: 36 and 20 in and the kerfs from one of 60, the rest is left', () => {
    const mount = steps(work())[1]!;
    // 56 in are 4 2/3 ft
    expect(kinds(mount)).toBe('raceway × 4.666667, raceway box × 2');
    expect(mount.says[0]).toMatch(/^Track length 1: 36" \+ 20"; 3 [\d/]+" left\.$/);
    expect(mount.says.slice(1, 3)).toEqual(['one to new: 36".', 'new to other: 20".']);
    expect(mount.says[3]).toMatch(/^Flat elbow: /);
    expect(mount.says[4]).toMatch(/^Coupling: /);
    expect(mount.changeIds).toEqual(['lay', 'set-new', 'set-other']);
    expect(mount.alters).toBe(true);
  });
  it('wires by the lengths of their runs, with a turn for each elbow; the second box waits for them alone', () => {
    const [, , pull, first, second] = steps(work());
    // 60 and 120 in are 15 ft: one and a half times ten; of the fittings only the elbow turns the wires
    expect(kinds(pull!)).toBe('pull cable × 1.5, turn of a cable');
    expect(pull!.says.slice(0, 2)).toEqual([`To box new: 5' of each.`, `To box other: 10' of each.`]);
    expect([pull!.changeIds, pull!.alters]).toEqual([['run-new', 'run-other'], true]);
    expect([first!.after, second!.after, first!.changeIds, kinds(first!), kinds(second!), first!.title]).toEqual([
      ...[undefined, ['pull-wires'], ['put-new'], 'strip, splice, land × 2, mount device and plate', 'strip, splice, land, mount device and plate'],
      'Connect duplex receptacle, 15 A in box new',
    ]); // prettier-ignore
    expect([first!.place?.boxId, first!.alters]).toEqual(['new', true]);
  });
  it('covers take half as long as plates; without parts there is still a line to be followed', () => {
    const covers = steps(work()).find((d) => d.id === 'covers')!;
    expect([kinds(covers), covers.says.slice(0, 2), covers.alters]).toEqual(['mount device and plate × 0.5', [expect.stringMatching(/^Cover length 1: 24"; 35 [\d/]+" left\.$/), 'beside new: 24".'], true]); // prettier-ignore
    const three = { ...RACEWAY, pieces: [1, 2, 3].map(() => piece('cover', 24, 'x')) };
    expect(kinds(steps(work(three)).find((d) => d.id === 'covers')!)).toBe('mount device and plate × 1.5');
    const bare = steps(work(null));
    expect([kinds(bare[1]!), bare[1]!.says.length, bare[1]!.says[1], bare[0]!.cautions, kinds(bare[2]!)]).toEqual([
      'raceway × 0, raceway box × 2',
      2,
      'Screwed to a stud or a board: as the maker says.',
      [],
      'pull cable × 1.5, turn of a cable × 0',
    ]);
  });
});

const BARE = { legs: [], holes: [], openings: [], chases: [], run: { runMm: inches(60), cutMm: inches(90) }, counts: { staples: 0 } } as unknown as Traced; // prettier-ignore
const hole = (member: Hole['member'], part: Partial<Hole> = {}): Hole => ({
  ...{ id: member, member, where: 'over the wall', count: 1, sizeMm: inches(0.75), judged: undefined, plate: false, bushing: false },
  ...{ seal: false, at: { x: 0, y: 0 } },
  ...part,
});
describe('a run of lampholders', () => {
  const lamp = (n: number, x: number, y: number): Lamp => ({ id: `l${n}`, name: `Lamp ${n}`, roomId: 'den', x: inches(x), y: inches(y), box: 'octagon-1-1/2', watts: 9, circuitId: 'c1' }) as Lamp; // prettier-ignore
  const work = (traced: (Partial<Traced> | undefined)[] = [{}, {}, {}], rooms: Partial<Site['rooms'][number]> = {}): Work => {
    const lamps = [lamp(1, 20, 30), lamp(2, 60, 30), lamp(3, 20, 60)];
    const base = site();
    const ends = ['one', 'l1', 'l2'];
    const changes = lamps.flatMap((l, i): Change[] => [
      { id: `place-${l.id}`, title: l.name, do: 'place-lamp', lamp: l },
      { id: `run-${l.id}`, title: 'run', do: 'run-cable', cable: cable(`to-${l.id}`, l.id, { ends: [{ boxId: ends[i]!, label: ends[i]! }, { boxId: l.id, label: l.name }] }) }, // prettier-ignore
    ]);
    const w = workOf(jobAt({ ...base, rooms: base.rooms.map((r) => (r.id === 'den' ? { ...r, ...rooms } : r)) }, changes));
    return { ...w, lampRuns: w.lampRuns.map((r, i): LampRun => ({ ...r, traced: traced[i] && { ...BARE, ...traced[i] } })) };
  };
  const of = (w: Work, id: string): Draft | undefined => lampSteps(w).find((d) => d.id === id);
  it('without lamps nothing; boxes, cable, connections, and holes where there are any', () => {
    expect(lampSteps(workOf(jobAt(site(), outlet(boxOn('new', 'e', 26), 'one'))))).toEqual([]);
    expect(lampSteps(work()).map((d) => d.id)).toEqual(['lamp-boxes', 'lamp-cable', 'wire-lamps']);
    expect(lampSteps(work([{ holes: [hole('joist')] }, {}, {}])).map((d) => d.id)).toEqual(['lamp-boxes', 'lamp-bore', 'lamp-cable', 'wire-lamps']); // prettier-ignore
  });
  it('boxes row by row; overhead it takes two', () => {
    const boxes = of(work(), 'lamp-boxes')!;
    expect([boxes.title, kinds(boxes), boxes.hands, boxes.alters, boxes.after, boxes.changeIds]).toEqual(['Set the 3 round boxes', 'set a box × 3', 2, true, ['prepare'], ['place-l1', 'place-l2', 'place-l3']]); // prettier-ignore
    // two rows: lamps 1 and 2 as far from one wall, lamp 3 by itself
    const rows = boxes.says.slice(0, -1);
    expect(rows).toHaveLength(2);
    expect(rows[0]).toMatch(/Lamp 1 [\d /]+" from .*, Lamp 2 [\d /]+" from /);
    expect(rows[1]).toMatch(/Lamp 3/);
    expect(rows[0]!.charAt(0)).toBe(rows[0]!.charAt(0).toUpperCase());
  });
  it('holes bored alike stand in one line, joists by their room, reckoned where nobody measured their spacing', () => {
    const joist = (over: boolean, count: number) => hole('joist', { count, joists: { roomId: 'den', over } });
    const holes = [joist(true, 3), hole('top plate', { seal: true }), hole('stud', { count: 2, plate: true })];
    const bore = (rooms: Parameters<typeof work>[1] = {}) => of(work([{ holes }, { holes: [joist(true, 1)] }, { holes: [joist(false, 2)] }], rooms), 'lamp-bore')!; // prettier-ignore
    expect(bore().title).toBe('Bore 9 holes for the lamp cable');
    expect(kinds(bore())).toBe('bore a joist × 3, bore a stud or plate, bore a stud or plate × 2, bore a joist, bore a joist × 2');
    expect(bore().says).toEqual([
      'Toward Lamp 1: 3 joists over the den (reckoned at 16 in); toward Lamp 2: 1 joist over the den (reckoned at 16 in); toward Lamp 3: 2 joists under the den (reckoned at 16 in), in a straight line through their middles: 3/4".',
      'Toward Lamp 1: top plate, over the wall: 3/4"; sealed afterwards.',
      'Toward Lamp 1: 2 studs, over the wall: 3/4"; steel plate.',
    ]);
    expect(bore().alters).toBe(true);
    const known = { joistsAbove: { spacing: inch(16) } } as Partial<Site['rooms'][number]>;
    expect(bore(known).says[0]).toMatch(/3 joists over the den; toward Lamp 2: 1 joist over the den; toward Lamp 3: 2 joists under the den \(reckoned at 16 in\)/); // prettier-ignore
    expect(of(work([{ holes: [hole('stud')] }, {}, {}]), 'lamp-bore')!.title).toBe('Bore the hole for the lamp cable');
  });
  it('cables of one length and as many staples stand in one line; openings are said first', () => {
    const staples = (n: number) => ({ counts: { staples: n } as Traced['counts'] });
    const opening = { what: 'at the plate', fromLeft: [inches(10), inches(14)], bottom: inches(80), top: inches(84) } as unknown as Traced['openings'][number]; // prettier-ignore
    const laid = of(work([{ ...staples(1), openings: [opening] }, staples(2), staples(2)]), 'lamp-cable')!;
    // three of 60 in are 15 ft
    expect([kinds(laid), laid.changeIds, laid.alters]).toEqual(['pull cable × 1.5, staple × 5', ['run-l1', 'run-l2', 'run-l3'], true]);
    expect(laid.says.slice(0, 3)).toEqual([
      'Open: at the plate, 10" to 14" from the left end, 80" to 84" up.',
      `Box one to Lamp 1: cut 7' 6", 1 staple.`,
      `Lamp 1 to Lamp 2, Lamp 2 to Lamp 3: cut 7' 6", 2 staples, each.`,
    ]);
    const unknown = of(work([undefined, {}, {}]), 'lamp-cable')!;
    expect([kinds(unknown), unknown.says[0]]).toEqual(['pull cable, staple × 0', 'Box one to Lamp 1: length not known.']);
    const w = work();
    const lost = { ...w, lampRuns: w.lampRuns.map((r) => ({ ...r, from: undefined })) };
    expect(of(lost, 'lamp-cable')!.says[0]).toMatch(/^The switch to Lamp 1, the switch to Lamp 2/);
  });
  it('lampholders that are wired alike are said once', () => {
    const wire = of(work(), 'wire-lamps')!;
    expect([wire.title, kinds(wire), wire.alters]).toEqual(['Connect the 3 lampholders', 'lampholder × 3', true]);
    // the first two feed on, the last does not: two ways of connecting
    expect(wire.says.filter((l) => l.endsWith(':'))).toEqual(['Lamp 1 and Lamp 2, alike:', 'Lamp 3:']);
  });
  it('holes as cards: a joist by its depth, a stud by its wall; nobody measured, nothing is said of what is left', () => {
    const holes = [hole('joist', { joists: { roomId: 'den', over: true } }), hole('stud', { onWall: { wallId: 'e', u: 0, z: 0 } })];
    const [order] = inOrder([draft('lamp-bore')]);
    const cards = (depth: object | undefined) => holeCards(work([{ holes }, {}, {}], depth ? ({ joistsAbove: { spacing: inch(16), depth } } as never) : {}), order!); // prettier-ignore
    // 9 1/4 in deep: (9 1/4 − 3/4) / 2; a stud of 3 1/2: (3 1/2 − 3/4) / 2
    expect(cards(inch(9.25)).map((c) => [c.number, c.member, c.deepMm, c.leftMm])).toEqual([
      [1, 'joist', inches(9.25), inches(4.25)],
      [2, 'stud', inches(3.5), inches(1.375)],
    ]);
    expect(cards({ mm: inches(9.25), known: 'assumed' })[0]).toMatchObject({ deepMm: undefined, leftMm: undefined });
    expect(cards(undefined)[0]!.deepMm).toBeUndefined();
  });
});
