/**
 * What the ledger says of the cables, raceways and lampholders of a job, on the small house: studs of the wall at 16, 32, 48 in … A straight run
 * goes from 40 in to 56 in; a way through the house is said leg by leg. Clauses of the NEC from memory, the rest common practice.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import type { Box, CableWay, Change, Lamp, Obstacle, RacewayParts, Wall } from '../model/index.js';
import { cable, inch, outlet } from '../panel/smallJob.testing.js';
import { findings, planned, putBy, remediesOf, siteOf, smallJob, told, wings, type Facts } from './smallLedger.testing.js';

type Job = ReturnType<typeof smallJob>;
const subjects = (job: Job, rule: Parameters<typeof findings>[1]) => findings(job, rule).map((f) => f.subject);
const place = (fromLeft: number, bottom = 14): Box['place'] => ({ from: 'left-end', toward: 'right', to: 'centre', distance: inch(fromLeft), bottom: inch(bottom) }); // prettier-ignore
const { framing } = siteOf().walls[1]!;
const at = (fromLeft: number, part: Partial<Box> = {}, facts: Facts = {}) => smallJob(facts, planned({ place: place(fromLeft), ...part }));
const thing = (kind: Obstacle['kind'], x: number, part: Partial<Obstacle> = {}): Obstacle => ({ id: kind, kind, x: inch(x), width: inch(10), z: inch(18), height: inch(1.5), ...part }); // prettier-ignore

describe('straight from box to box in one wall', () => {
  it('in one bay nothing is crossed; across studs each is opened and bored; between two faces no cable goes past one', () => {
    expect([told(at(36, { place: place(36, 30) }), 'same-bay'), told(at(56), 'same-bay'), told(at(72), 'same-bay'), told(at(56, { face: 'B', place: place(96 - 56) }), 'same-bay')].flat()).toEqual(['ok run.noStudBetween', 'caution run.studsCrossed', 'caution run.studsCrossed', 'stop run.studsBetween']); // prettier-ignore
    expect([subjects(at(56), 'stud-hole').length, subjects(at(72), 'stud-hole').length, subjects(at(36), 'stud-hole').length]).toEqual([1, 2, 0]); // prettier-ignore
    const [sum] = findings(at(72), 'same-bay')[0]!.sums;
    expect([sum!.result.value, sum!.terms.map((t) => t.value / 25.4)]).toEqual([2, [expect.closeTo(48, 9), expect.closeTo(64, 9)]]);
  });
  it('no stud was found: nobody knows; brick has none', () => {
    const of = (part: Partial<Wall['framing']>) => told(at(56, {}, { wall: { framing: { ...framing, ...part } } }), 'same-bay');
    expect(of({ knownStud: undefined })).toEqual(['can’t tell run.noStudFound']);
    expect(of({ knownStud: undefined, extraStuds: [{ id: 'x', x: inch(80) }] })[0]).not.toBe('can’t tell run.noStudFound');
    expect(of({ material: 'masonry' })).toEqual([]);
  });
  it('metal studs take a bushing (300.4(B)(1))', () =>
    expect(told(at(56, {}, { wall: { framing: { ...framing, material: 'metal' } } }), 'stud-hole')).toEqual(['caution run.metalStud']));
  it('it may go into the old box’s bay instead: an inch past it, or before it where that is full', () => {
    const [into] = remediesOf(at(56), 'same-bay');
    // the old box ends at 41 1/8 in; an inch and half of the new one are 43 1/4
    expect([into!.id, into!.title, (putBy(into!) as Extract<Change, { do: 'place-box' }>).box.place.distance.mm / 25.4]).toEqual(['same-bay-0', 'Put it just past the source box, in its bay', expect.closeTo(43.25, 6)]); // prettier-ignore
    const right = smallJob({ a: { place: place(45) } });
    const [before] = remediesOf(right, 'same-bay');
    expect([before!.id, before!.title, (putBy(before!) as Extract<Change, { do: 'place-box' }>).box.place.distance.mm / 25.4]).toEqual(['same-bay-1', 'Put it just before the source box, in its bay', expect.closeTo(41.75, 6)]); // prettier-ignore
    // seen from the other face past and before change places
    expect(remediesOf(at(40, { face: 'B' }), 'same-bay')[0]?.title).toBe('Put it just before the source box, in its bay');
  });
  it('where its centre lies behind the other face, from what it was measured from', () => {
    const jamb = { id: 'jamb', name: 'jamb', x: inch(20) } as Wall['references'][number];
    const job = smallJob({ wall: { references: [jamb] }, a: { place: { ...place(20), from: 'jamb', toward: 'right' } as Box['place'] } });
    expect([told(job, 'carry-through', 'a'), told(smallJob(), 'carry-through')]).toEqual([['note run.behindFace'], []]);
  });
});

describe('what lies across it', () => {
  const over = (kind: Obstacle['kind'], part: Partial<Obstacle> = {}) => at(40, { place: place(40, 40) }, { wall: { obstacles: [thing(kind, 36, part)] } }); // prettier-ignore
  it('a block is opened and bored; a brace is not bored; a pipe, nobody knows whether a cable passes', () => {
    const of = (kind: Obstacle['kind']) => findings(over(kind, { z: inch(30) }), 'across-way')[0]!;
    expect((['fire-block', 'brace', 'pipe'] as const).map((kind) => [of(kind).verdict, of(kind).code])).toEqual([['caution', 'run.blockOpened'], ['can’t tell', 'run.obstacleBetween'], ['can’t tell', 'run.obstacleBetween']]); // prettier-ignore
    expect([of('fire-block').subject, of('fire-block').says, of('fire-block').sums[0]!.result.value]).toEqual(['to-b-fire-block', expect.stringContaining('at 30" over the floor lies between the boxes'), expect.closeTo(inches(30), 6)]); // prettier-ignore
    expect([of('brace').ask!.slice(0, 7), of('pipe').ask!.slice(0, 7)]).toEqual(['A brace', 'Look in']);
  });
  it('an opening at a stud that runs into a box', () => {
    const job = at(56, {}, { boxes: [wings('c', 48)] });
    expect([told(job, 'stud-opening'), told(at(56), 'stud-opening')]).toEqual([['caution run.openingMeetsBox'], []]);
    expect(findings(job, 'stud-opening')[0]!.about).toEqual(['to-b', 'stud-right-2', 'c']);
    // beside it, over it, on the other face: it doesn’t
    for (const part of [{ place: place(52) }, { place: place(48, 40) }, { face: 'B' as const, place: place(48) }, { wallId: 'n' }])
      expect(told(at(56, {}, { boxes: [wings('c', 48, part)] }), 'stud-opening')).toEqual([]);
  });
});

/** A way to the new box: along the wall at 30 in over the floor, through one stud. */
const way = (part: Partial<CableWay> = {}): CableWay => ({
  ...{ key: 'k', title: 'Along the wall', feed: 'a', holes: [], openings: [], drillFrom: [], chases: [], outside: [], bends: 2, loops: 0, open: false, past: [] }, // prettier-ignore
  legs: [{ space: 'e', kind: 'wall', words: 'along', path: [], onWall: { wallId: 'e', points: [{ u: inches(40), z: inches(30) }, { u: inches(56), z: inches(30) }] }, lengthMm: inches(16), staples: [inches(2), inches(9)], fastened: '' }], // prettier-ignore
  ...part,
});
const by = (part: Partial<CableWay> = {}, facts: Facts = {}, box: Partial<Box> = {}) =>
  smallJob(facts, planned(box).map((c) => (c.do === 'run-cable' ? { ...c, way: way(part) } : c))); // prettier-ignore
const hole = (id: string, part: Partial<CableWay['holes'][number]> = {}): CableWay['holes'][number] => ({ id, member: 'stud', where: `at ${id}`, count: 1, sizeMm: inches(0.75), bushing: false, seal: false, onWall: { wallId: 'e', u: inches(48), z: inches(30) }, at: { x: 0, y: 0 }, ...part }); // prettier-ignore

describe('by a way through the house', () => {
  it('nothing of the straight one is said; its length is the way’s', () => {
    expect([subjects(by(), 'same-bay'), told(by(), 'cable-length'), told(by(), 'way-blocked'), told(by(), 'way-ends'), told(by(), 'way-gone')]).toEqual([[], ['note run.cut'], [], [], []]); // prettier-ignore
  });
  it('what was found in it since stops it; what it was known to pass does not', () => {
    const pipe: Facts = { wall: { obstacles: [thing('pipe', 46, { z: inch(20), height: inch(20), width: inch(2) })] } };
    expect([told(by({}, pipe), 'way-blocked', 'to-b-pipe'), told(by({ past: ['pipe'] }, pipe), 'way-blocked')]).toEqual([['stop run.pipeSince'], []]); // prettier-ignore
  });
  it('each hole by its rule, in its place; metal with a bushing; joists bored alike are one', () => {
    const holes = by({ holes: [hole('h1'), hole('h2', { sizeMm: inches(3.25) }), hole('h3', { member: 'wall', bushing: true })] });
    expect(findings(holes, 'stud-hole').map((f) => [f.subject, f.says.startsWith(`at ${f.about[1]!}`)])).toEqual(expect.arrayContaining([['to-b-h1', true], ['to-b-h2', true], ['to-b-h3', true]])); // prettier-ignore
    expect(findings(holes, 'stud-hole', 'to-b-h2')[0]!.verdict).toBe('stop');
    const joist = (id: string, part = {}) => hole(id, { member: 'joist', where: 'under the den', joists: { roomId: 'den', over: false }, onWall: undefined, ...part }); // prettier-ignore
    const joists = by({ holes: [joist('j1', { count: 2 }), joist('j2', { count: 3 }), joist('j3', { sizeMm: inches(1) }), hole('s1'), hole('s2')] }, { den: { joistsBelow: { depth: inch(9.25) } as never } }); // prettier-ignore
    const all = findings(joists, 'stud-hole');
    expect(all.map((f) => f.subject).sort()).toEqual(['to-b-j1', 'to-b-j3', 'to-b-s1', 'to-b-s2']);
    expect(all.find((f) => f.subject === 'to-b-j1')!.title).toMatch(/5/);
  });
  it('chases, each with its length', () => {
    const brick = { faces: siteOf().walls[1]!.faces, framing: { ...framing, material: 'masonry' as const } };
    expect(subjects(by({ chases: [{ wallId: 'e', lengthMm: inches(20), runs: 'along' }, { wallId: 'e', lengthMm: inches(20), runs: 'up and down' }] }, { wall: brick }), 'chase')).toEqual(['to-b-chase-1', 'to-b-chase-2']); // prettier-ignore
    expect(subjects(by(), 'chase')).toEqual([]);
  });
  it('the box was moved since: 2 in aside and the way is another', () => {
    const moved = (fromLeft: number) => told(by({}, {}, { place: place(fromLeft) }), 'way-ends', 'to-b-ends');
    expect([moved(58), moved(54), moved(58.1), moved(53.9)]).toEqual([
      [],
      [],
      ['can’t tell run.movedSince'],
      ['can’t tell run.movedSince'],
    ]);
    expect(findings(by({}, {}, { place: place(59) }), 'way-ends')[0]!.says).toMatch(/was moved 3" since/);
  });
  it('a wall that is gone from the survey', () => {
    const [leg] = way().legs;
    const gone = by({ legs: [{ ...leg!, onWall: { ...leg!.onWall!, wallId: 'gone' } }, leg!] });
    expect([told(gone, 'way-gone', 'to-b'), findings(gone, 'way-gone')[0]!.says]).toEqual([['stop run.wallsGone'], 'a wall it goes through is not in the survey any more']); // prettier-ignore
  });
});

describe('how long it is', () => {
  it('between two walls without a way nobody knows; nor without a box’s depth', () => {
    const other = smallJob({ a: { wallId: 'n' } });
    expect([told(other, 'cable-length'), told(at(56, { kind: 'other', width: inch(2), height: inch(3) }), 'cable-length')].flat()).toEqual(['can’t tell run.wayUntaken', 'can’t tell run.depthOrPlaceUnknown']); // prettier-ignore
    expect(subjects(other, 'same-bay')).toEqual([]);
  });
  it('wires of a raceway are named by their box', () => {
    const wires = smallJob({}, outlet(wings('b', 56), 'a', { sheath: 'single wires' }));
    expect([findings(wires, 'cable-length')[0]!.title.includes('box b'), findings(smallJob(), 'cable-length')[0]!.title.includes('box b')]).toEqual([true, false]); // prettier-ignore
    expect([subjects(wires, 'securing'), subjects(smallJob(), 'securing')]).toEqual([[], ['a', 'b']]);
  });
});

describe('how it is held (334.30, 314.17)', () => {
  it('fished in a closed wall a box has to clamp it: another that does, or a connector in a metal one', () => {
    const loose = at(56, { kind: 'nail-on-1g-18' });
    expect(told(loose, 'securing', 'b')[0]).toMatch(/^stop/);
    const remedies = remediesOf(loose, 'securing', 'b');
    expect(remedies.map((r) => r.id)).toEqual(['clamp-wings-1g-14']);
    expect(putBy(remedies[0]!)).toMatchObject({ id: 'set-b', box: { kind: 'wings-1g-14' } });
    const metal = remediesOf(at(56, { kind: 'metal-device-3-1/2', clamps: 'none' }), 'securing', 'b');
    expect(metal.map((r) => r.id)).toEqual(['clamp-connector', 'clamp-wings-1g-14']);
    expect(putBy(metal[0]!)).toMatchObject({ title: 'Set box b', box: { clamps: 'external' } });
  });
  it('a box of two gangs that is plastic has to clamp in any case; nobody looked at the clamps: can’t tell', () => {
    expect(told(at(56, { kind: 'other', width: inch(4), height: inch(4), depth: inch(3), gangs: 2, material: 'plastic', clamps: undefined } as Partial<Box>), 'securing', 'b')[0]).toMatch(/^can’t tell/); // prettier-ignore
  });
  it('in open framing the first staple lies within 8 in of a box without a clamp, 12 of one with', () => {
    const { faces } = siteOf().walls[1]!;
    const open: Facts = { wall: { faces: { A: { ...faces.A, open: true }, B: { ...faces.B, open: true } } } };
    const staple = (first: number, last: number, kind: Box['kind'] = 'nail-on-1g-20') => {
      const job = by({ open: true, legs: [{ ...way().legs[0]!, lengthMm: inches(30), staples: [inches(first), inches(30 - last)] }] }, { ...open, a: { kind } }, { kind }); // prettier-ignore
      return [told(job, 'securing', 'a')[0]!.split(' ')[0], told(job, 'securing', 'b')[0]!.split(' ')[0]];
    };
    expect([staple(8, 8), staple(8.5, 8), staple(8, 8.5), staple(12, 12, 'nail-on-2g-34'), staple(12.5, 12, 'nail-on-2g-34')]).toEqual([['ok', 'ok'], ['stop', 'ok'], ['ok', 'stop'], ['ok', 'ok'], ['stop', 'ok']]); // prettier-ignore
    // no staple set beside it: it is measured
    const none = by({ open: true, legs: [{ ...way().legs[0]!, staples: [] }] }, { ...open, a: { kind: 'nail-on-1g-20' } }, { kind: 'nail-on-1g-20' }); // prettier-ignore
    expect([told(none, 'securing', 'a')[0], told(none, 'securing', 'b')[0]].map((x) => x!.split(' ')[0])).toEqual(['can’t', 'can’t']);
  });
});

describe('outdoors', () => {
  const out = (use: 'outdoors' | 'deck' | 'workshop', sheath: 'armoured' | 'nonmetallic' | 'single wires' = 'nonmetallic') => {
    const job = smallJob({}, outlet(wings('b', 56, { face: 'B' }), 'a', { sheath }));
    return { ...job, found: { ...job.found, rooms: job.found.rooms.map((r) => (r.id === 'shop' ? { ...r, use } : r)) } };
  };
  it('flexible metal rusts there (320.12); sheathed cable stays inside the wall (334.12); wires have their raceway', () => {
    expect([out('outdoors', 'armoured'), out('deck', 'armoured'), out('outdoors'), out('deck'), out('workshop'), out('outdoors', 'single wires')].map((j) => told(j, 'wet-cable'))).toEqual([['stop run.metallicOutdoors'], ['stop run.metallicOutdoors'], ['caution run.sheathedOutdoors'], ['caution run.sheathedOutdoors'], [], []]); // prettier-ignore
    // the old box outdoors is as wet
    const from = smallJob({ den: { use: 'outdoors' }, a: {} }, outlet(wings('b', 56, { face: 'B' }), 'a'));
    expect(findings(from, 'wet-cable').map((f) => f.title.includes('box a'))).toEqual([true]);
  });
});

describe('a raceway', () => {
  const track = (part: Partial<RacewayParts> = {}): Job =>
    smallJob({}, [
      ...outlet(wings('b', 56, { kind: 'surface-1g' }), 'a', { sheath: 'single wires' }),
      { id: 'lay', title: 'Lay', do: 'lay-raceway', raceway: { stock: { stock: inch(60), kerf: inch(0.125), most12: 9 }, fittings: [], pieces: [], supports: [{ where: 'x', guessed: false }, { where: 'y', guessed: false }], conductorMm: 1000, ...part } }, // prettier-ignore
    ]);
  it('as many wires as its sheet says; three where nobody said', () => {
    expect([told(track({ wires: 9 }), 'raceway-fill'), told(track({ wires: 10 }), 'raceway-fill')].map((x) => x[0]!.split(' ')[0])).toEqual(['ok', 'stop']); // prettier-ignore
    expect(findings(track(), 'raceway-fill')[0]!.sums[0]!.result.value).toBe(3);
    expect(told(track({ stock: { stock: inch(60), kerf: inch(0.125) } }), 'raceway-fill')[0]).toMatch(/^can’t tell/);
  });
  it('held at studs that were found; at one that was reckoned nobody knows', () => {
    expect([told(track(), 'raceway-held'), told(track({ supports: [{ where: 'x', guessed: true }, { where: 'y', guessed: false }] }), 'raceway-held')].flat()).toEqual(['ok run.supports', 'can’t tell run.reckonedSupports']); // prettier-ignore
    expect(findings(track({ supports: [{ where: 'x', guessed: true }, { where: 'y', guessed: false }] }), 'raceway-held')[0]!.says).toMatch(/^1 of 2 places/); // prettier-ignore
  });
  it('its metal is bonded; its stock is measured, or taken', () => {
    const taken = { ...inch(60), known: 'assumed' as const };
    expect([told(track(), 'raceway-ground'), told(track(), 'raceway-stock'), told(track({ stock: { stock: taken, kerf: inch(0.125) } }), 'raceway-stock'), told(track({ stock: { stock: inch(60), kerf: taken } }), 'raceway-stock')]).toEqual([['caution run.metalRaceway'], [], ['can’t tell run.stockTaken'], ['can’t tell run.stockTaken']]); // prettier-ignore
    expect(subjects(smallJob(), 'raceway-ground')).toEqual([]);
  });
});

describe('lampholders', () => {
  const lamp = (n: number, box: Lamp['box'] = 'octagon-1-1/2'): Change => ({ id: `set-l${n}`, title: 'Lamp', do: 'place-lamp', lamp: { id: `lamp${n}`, name: `lamp ${n}`, roomId: 'den', x: inches(24 * n), y: inches(40), watts: 9, box, circuitId: 'c1' } }); // prettier-ignore
  const to = (n: number, from: string, more: Partial<Extract<Change, { do: 'run-cable' }>> = {}): Change => ({ id: `run-l${n}`, title: 'Run', do: 'run-cable', cable: cable(`l${n}`, `lamp${n}`, { name: `cable ${n}`, ends: [{ boxId: from, label: from }, { boxId: `lamp${n}`, label: `lamp ${n}` }] }), ...more }); // prettier-ignore
  const row = (lamps: number, box?: Lamp['box']): Job => {
    const ns = Array.from({ length: lamps }, (_, i) => i + 1);
    return smallJob({}, [...ns.map((n) => lamp(n, box)), ...ns.map((n) => to(n, n === 1 ? 'a' : `lamp${n - 1}`))]);
  };
  it('alike ones are said once; what is too full takes the deeper box, all of them at once', () => {
    // one cable: 4.5 and a ground of 2.25; two and their splices: 9 and 2.25; either goes into 15.5 in³
    const fills = findings(row(3), 'box-fill').filter((f) => f.subject.startsWith('lamp'));
    expect(fills.map((f) => [f.subject, f.verdict])).toEqual([['lamp1', 'ok'], ['lamp3', 'ok']]); // prettier-ignore
  });
  it('a cable without a way is asked for', () =>
    expect([told(row(2), 'cable-length', 'l1'), told(row(2), 'cable-length', 'l2')].flat()).toEqual(['can’t tell run.wayGone', 'can’t tell run.wayGone'])); // prettier-ignore
  it('by a way it is judged as any other: what came into it since stops it', () => {
    const pipe: Facts = { wall: { obstacles: [thing('pipe', 46, { z: inch(20), height: inch(20), width: inch(2) })] } };
    const job = smallJob(pipe, [lamp(1), to(1, 'a', { way: way() })]);
    expect([told(job, 'way-blocked', 'l1-pipe'), told(job, 'cable-length', 'l1'), told(job, 'way-ends')]).toEqual([['stop run.pipeSince'], [], []]); // prettier-ignore
  });
});
