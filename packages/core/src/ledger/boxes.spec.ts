/**
 * What the ledger says of the boxes of a job, on the small house: where each sits, what it holds, what would cure it. Studs of the wall stand at
 * 16, 32, 48 in … , 1 1/2 in thick; a box is 2 1/4 by 3 3/4 in. Clauses of the NEC from memory, the rest common practice.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { applyEdits, type Box, type Change, type Obstacle, type Schools, type Wall } from '../model/index.js';
import { cable, device, inch, outlet, renew } from '../panel/smallJob.testing.js';
import { findings, planned, putBy, remediesOf, siteOf, smallJob, told, wings, type Facts } from './smallLedger.testing.js';

const inchesOf = (change: Change, of: (box: Box) => number): number => of((change as Extract<Change, { do: 'place-box' }>).box) / 25.4;
const subjects = (job: ReturnType<typeof smallJob>, rule: Parameters<typeof findings>[1]) => findings(job, rule).map((f) => f.subject);
const place = (fromLeft: number, bottom = 14): Box['place'] => ({ from: 'left-end', toward: 'right', to: 'centre', distance: inch(fromLeft), bottom: inch(bottom) }); // prettier-ignore
const wall = (part: Partial<Wall>, box: Partial<Box> = {}, facts: Facts = {}) => smallJob({ ...facts, wall: part }, planned(box));
const thing = (kind: Obstacle['kind'], x: number, part: Partial<Obstacle> = {}): Obstacle => ({ id: kind, kind, x: inch(x), width: inch(1), z: inch(0), height: inch(96), ...part }); // prettier-ignore
const school = (schools: Partial<Schools>, facts: Facts = {}, changes = planned()) => smallJob(facts, changes, { schools });
const exchanged: Change = { id: 'new-a', title: 'New', do: 'replace-device', deviceId: 'a-d', device: device('a', 'duplex-15', { tamperResistant: true }) }; // prettier-ignore

describe('how full a box is (314.16(B): 2.25 in³ a conductor of 12 AWG, twice that for the device)', () => {
  it('two cables, their grounds and a device take 15.75 in³: too much for 14', () => {
    const full = smallJob({ a: { kind: 'wings-1g-14' } });
    expect([told(full, 'box-fill', 'a'), findings(full, 'box-fill', 'a')[0]!.title]).toEqual([['stop fill.held'], 'Fill of box a once tapped']); // prettier-ignore
    const remedies = remediesOf(full, 'box-fill', 'a');
    expect(remedies.map((r) => r.id)).toEqual(['box-wings-1g-20', 'box-wings-2g-32']);
    expect(putBy(remedies[0]!)).toMatchObject({ id: 'replace-a', do: 'replace-box', boxId: 'a', title: 'Replace box a by: old-work with wings, one gang, deep 20 in³', box: { id: 'a', kind: 'wings-1g-20' } }); // prettier-ignore
  });
  it('one cable and a device take 11.25: a new box of 10 gives way in the plan itself', () => {
    const small = smallJob({}, planned({ kind: 'metal-device-2' }));
    expect(told(small, 'box-fill', 'b')).toEqual(['stop fill.held']);
    expect(putBy(remediesOf(small, 'box-fill', 'b')[0]!)).toMatchObject({ id: 'set-b', do: 'place-box', box: { id: 'b', kind: 'wings-1g-14' } }); // prettier-ignore
  });
  it('what nobody counted, or only came filled in, can’t be told; a new box holds what the plan puts into it', () => {
    expect([
      told(smallJob({ feed: 'none' }), 'box-fill', 'a'),
      told(smallJob({ feed: { presets: ['gauge'] } }), 'box-fill', 'a'),
      told(smallJob({ feed: { presets: ['conductors'] } }), 'box-fill', 'a'),
      told(smallJob({ a: { presets: ['gangs'] } }), 'box-fill', 'a'),
      told(smallJob({ old: { presets: ['kind'] } }), 'box-fill', 'a'),
      told(smallJob(), 'box-fill', 'a'),
      told(smallJob({}, planned({ presets: ['gangs'] })), 'box-fill', 'b'),
    ].flat()).toEqual(['can’t tell box.cablesUnnoted', ...Array<string>(4).fill('can’t tell box.filledIn'), 'ok fill.held', 'ok fill.held']); // prettier-ignore
    // too full stays too full, whatever was filled in
    expect(told(smallJob({ feed: { presets: ['gauge'] }, a: { kind: 'wings-1g-14' } }), 'box-fill', 'a')).toEqual(['stop fill.held']);
  });
  it('too full before, and nothing more comes into it: said, and mending goes on; a device more stops it', () => {
    const on = cable('on', 'a', { ends: [{ boxId: 'a', label: 'box a', side: 'top' }, { label: 'den' }] });
    const of = (...changes: Change[]) => {
      const job = smallJob({ a: { kind: 'wings-1g-14' } }, changes);
      return { ...job, found: { ...job.found, cables: [...job.found.cables, on] } };
    };
    const more: Change = { id: 'put-x', title: 'X', do: 'place-device', device: device('a', 'switch-15', { id: 'x' }) };
    const job = of(exchanged);
    expect([told(job, 'box-fill', 'a'), findings(job, 'box-fill', 'a')[0]!.title]).toEqual([['caution box.fullBefore'], 'Fill of box a']);
    expect(told(of(exchanged, more), 'box-fill', 'a')).toEqual(['stop fill.held']);
    expect(told(of(...planned()), 'box-fill', 'a')).toEqual(['stop fill.held']);
  });
});

describe('studs', () => {
  it('in the middle of one: half an inch clear of it to either side, 48 ∓ (3/4 + 1/2 + 1 1/8) in', () => {
    const job = wall({}, { place: place(48) });
    const remedies = remediesOf(job, 'stud', 'b');
    expect([told(job, 'stud', 'b')[0]!.split(' ')[0], remedies.map((r) => [r.id, r.title])]).toEqual([
      'stop',
      [['beside-left', 'Move 2 3/8" to the left, clear of the stud'], ['beside-right', 'Move 2 3/8" to the right, clear of the stud']],
    ]); // prettier-ignore
    expect(remedies.map((r) => inchesOf(putBy(r), (b) => b.place.distance.mm))).toEqual([expect.closeTo(45.625, 6), expect.closeTo(50.375, 6)]); // prettier-ignore
    expect(putBy(remedies[0]!)).toMatchObject({ do: 'place-box', box: { place: { distance: { known: 'measured' } } } });
    expect(remediesOf(wall({}, { place: place(56) }), 'stud', 'b')).toEqual([]);
    // said once: its kind is not to blame for it
    expect(told(job, 'box-kind', 'b')).toEqual(['ok box.kindSuits']);
  });
  it('not before what it is measured from', () => {
    const jamb = { id: 'jamb', name: 'jamb', x: inch(47) } as Wall['references'][number];
    const from: Box['place'] = { from: 'jamb', toward: 'right', to: 'centre', distance: inch(1), bottom: inch(14) };
    expect(remediesOf(wall({ references: [jamb] }, { place: from }), 'stud', 'b').map((r) => r.id)).toEqual(['beside-right']);
  });
  it('seen from the other face, left and right change places', () => {
    const remedies = remediesOf(wall({}, { place: place(48), face: 'B' }), 'stud', 'b');
    expect(remedies.map((r) => [r.id, r.title.includes('to the right'), inchesOf(putBy(r), (b) => b.place.distance.mm)])).toEqual([
      ['beside-left', true, expect.closeTo(50.375, 6)],
      ['beside-right', false, expect.closeTo(45.625, 6)],
    ]);
  });
  it('not past the end of the wall, and not into the next stud', () => {
    const framing = siteOf().walls[1]!.framing;
    const with_ = (...at: number[]) => ({ framing: { ...framing, extraStuds: at.map((n) => ({ id: `x${n}`, x: inch(n) })) } });
    expect(remediesOf(wall(with_(3), { place: place(3) }), 'stud', 'b').map((r) => r.id)).toEqual(['beside-right']);
    expect(remediesOf(wall(with_(93), { place: place(93) }), 'stud', 'b').map((r) => r.id)).toEqual(['beside-left']);
    expect(remediesOf(wall(with_(45), { place: place(48) }), 'stud', 'b').map((r) => r.id)).toEqual(['beside-right']);
  });
  it('in open framing it is nailed to one: against it, in it, off it; one that is only reckoned is measured then', () => {
    const { faces } = siteOf().walls[1]!;
    const open = { faces: { ...faces, A: { ...faces.A, open: true } } };
    const of = (fromLeft: number, more: Partial<Wall> = {}) =>
      wall({ ...open, ...more }, { kind: 'nail-on-1g-18', place: place(fromLeft) });
    const said = (fromLeft: number) => told(of(fromLeft), 'stud', 'b')[0];
    // 16 in was found, 48 in reckoned from it
    expect([said(17.875), said(49.875), said(48), said(56)]).toEqual(['ok box.atStud', 'note box.atReckonedStud', 'stop box.inStud', 'stop box.offStud']); // prettier-ignore
    expect(findings(of(56), 'stud', 'b')[0]!.says).toBe('no stud beside it to nail to: the nearest is 6 1/8" away');
    // it touches it within 3 mm
    expect([said(17.875 + 2.9 / 25.4), said(17.875 + 3.1 / 25.4), said(17.875 - 2.9 / 25.4), said(17.875 - 3.1 / 25.4)]).toEqual(['ok box.atStud', 'stop box.offStud', 'ok box.atStud', 'stop box.inStud']); // prettier-ignore
    const [nail] = remediesOf(of(55), 'stud', 'b');
    expect([nail!.id, nail!.title, inchesOf(putBy(nail!), (b) => b.place.distance.mm)]).toEqual(['beside-stud', 'Set it against the nearer stud', expect.closeTo(49.875, 3)]); // prettier-ignore
    expect(told(of(56), 'bay-looked', 'b')).toEqual(['note box.openFraming']);
    const unfound = { framing: { ...siteOf().walls[1]!.framing, knownStud: undefined } };
    expect(told(of(56, unfound), 'stud', 'b')).toEqual(['can’t tell box.noStud']);
  });
});

describe('what it would be cut into', () => {
  it('each thing of the wall is judged; each box beside and behind; a rated wall for those behind', () => {
    const things = wall({ obstacles: [thing('pipe', 56), thing('duct', 8)] });
    expect(findings(things, 'obstacle').map((f) => [f.subject, f.verdict])).toEqual([['b-pipe', expect.stringMatching(/stop|can’t tell/)], ['b-duct', 'ok']]); // prettier-ignore
    const behind = smallJob({ boxes: [wings('c', 40, { face: 'B' })] });
    expect([subjects(behind, 'back-to-back'), subjects(behind, 'fire-rated')]).toEqual([['b-c', 'b-a'], ['b-c']]);
  });
  it('an opening in a wall to a garage has to be kept tight, from either side', () => {
    const shopIs = (use: 'garage' | 'workshop', facts: Facts = {}) => {
      const job = smallJob(facts);
      return { ...job, found: { ...job.found, rooms: job.found.rooms.map((r) => (r.id === 'shop' ? { ...r, use } : r)) } };
    };
    expect([shopIs('garage'), shopIs('workshop', { den: { use: 'garage' } }), shopIs('workshop')].map((j) => subjects(j, 'fire-opening').length)).toEqual([1, 1, 0]); // prettier-ignore
    // a garage’s wall with nothing behind it is no wall between it and the house
    const { faces } = siteOf().walls[1]!;
    expect(subjects(wall({ faces: { A: faces.A, B: { layers: faces.B.layers } as never } }, {}, { den: { use: 'garage' } }), 'fire-opening')).toEqual([]); // prettier-ignore
  });
  it('the bay: looked into or not; brick has none', () => {
    const of = (part: Partial<Wall>) => findings(wall(part), 'bay-looked', 'b').map((f) => `${f.verdict}: ${f.says}`);
    expect([of({}), of({ obstacles: [thing('duct', 8)] }), of({ bayLooked: undefined })].flat()).toEqual([
      'ok: seen: nothing in the way',
      'ok: seen: duct noted',
      'can’t tell: nobody has looked into the bay',
    ]);
    expect(of({ framing: { ...siteOf().walls[1]!.framing, material: 'masonry' } })).toEqual([]);
  });
  it('let into the front of a built-in it asks for a look inside that', () => {
    const shelf = (looked?: boolean) => ({ id: 'k', kind: 'shelf' as const, face: 'A' as const, x: inch(44), width: inch(40), z: inch(0), height: inch(80), depth: inch(12), ...(looked === undefined ? {} : { looked }) }); // prettier-ignore
    const of = (looked?: boolean) => wall({ fixtures: [shelf(looked)] }, { inFront: 'k' });
    expect([told(of(), 'bay-looked', 'b'), told(of(true), 'bay-looked', 'b'), findings(of(), 'bay-looked', 'b')[0]!.title]).toEqual([['can’t tell box.builtInUnlooked'], ['ok box.builtInLooked'], 'What is in the built-in']); // prettier-ignore
    // a plinth or a shelf says itself how high
    expect([subjects(of(), 'height'), subjects(of(), 'reach')]).toEqual([[], ['b']]);
    expect(subjects(of(), 'assumed').sort()).toEqual(['e', 'k']);
  });
  it('on the finish nothing is cut', () => {
    const onIt = smallJob({}, planned({ kind: 'surface-1g' }));
    for (const rule of ['stud', 'cavity', 'obstacle', 'back-to-back', 'bay-looked', 'setback'] as const) expect(subjects(onIt, rule)).toEqual([]); // prettier-ignore
    expect([told(onIt, 'box-kind'), subjects(onIt, 'surroundings'), subjects(onIt, 'reach')]).toEqual([
      ['ok box.surfaceBox'],
      ['b'],
      ['b'],
    ]);
  });
  it('a cable that hangs from a box above: off and proved dead before the cut, or 2 3/4 in and half a box aside of it', () => {
    const hung = (looked: Wall['bayLooked'], fromLeft = 56, face: Box['face'] = 'A') => {
      const job = smallJob({ wall: { bayLooked: looked }, boxes: [wings('c', 56, { place: place(56, 60) })] }, planned({ place: place(face === 'A' ? fromLeft : 96 - fromLeft), face })); // prettier-ignore
      return { ...job, found: { ...job.found, cables: [...job.found.cables, cable('down', 'c', { ends: [{ boxId: 'c', label: 'c', side: 'bottom' }, { label: 'cellar' }] })] } }; // prettier-ignore
    };
    expect([told(hung('seen'), 'behind-cut', 'b'), told(hung(undefined), 'behind-cut', 'b'), told(smallJob(), 'behind-cut')]).toEqual([['caution box.hangingCables'], ['can’t tell box.hangingUnlooked'], []]); // prettier-ignore
    const remedies = remediesOf(hung('seen'), 'behind-cut', 'b');
    expect(remedies.map((r) => [r.id, r.title, inchesOf(putBy(r), (b) => b.place.distance.mm)])).toEqual([
      ['clear-low', 'Move 3 7/8" to the left, clear of the cables', expect.closeTo(52.125, 6)],
      ['clear-high', 'Move 3 7/8" to the right, clear of the cables', expect.closeTo(59.875, 6)],
    ]);
    expect(findings(hung('seen'), 'behind-cut', 'b')[0]!.says).toMatch(/^down runs down from box c: /);
    // from behind, the low side lies to the right
    expect(remediesOf(hung('seen', 56, 'B'), 'behind-cut', 'b').map((r) => r.title.includes('to the right'))).toEqual([true, false]);
  });
});

describe('heights', () => {
  it('level with the room’s boxes, or set to them', () => {
    const high = wall({}, { place: place(56, 18) });
    const [level] = remediesOf(high, 'height', 'b');
    expect([level!.id, level!.title, inchesOf(putBy(level!), (b) => b.place.bottom.mm)]).toEqual(['level', 'Set the bottom to 14"', 14]);
    expect(told(smallJob(), 'height', 'b')).toEqual(['ok heights.level']);
    // nothing else hangs in the room: nothing to be level with
    expect(remediesOf(smallJob({ a: { face: 'B' } }, planned({ place: place(56, 18) })), 'height', 'b')).toEqual([]);
  });
  it('15 to 48 in are reached from a chair: from the box’s bottom to its top, less a floor that is still laid', () => {
    const of = (bottom: number, floorToAdd?: number) => told(wall({}, { place: place(56, bottom) }, floorToAdd === undefined ? {} : { den: { floorToAdd: inch(floorToAdd) } }), 'reach', 'b')[0]!.split('.')[1]; // prettier-ignore
    expect([of(14.9), of(15), of(44.25), of(44.35), of(15.5, 1), of(16, 1), of(45, 1)]).toEqual(['outsideReach', 'reached', 'reached', 'outsideReach', 'outsideReach', 'reached', 'reached']); // prettier-ignore
  });
});

describe('the kind of box', () => {
  it('one that suits, one that does not, one of somebody’s own', () => {
    expect([told(smallJob(), 'box-kind', 'b'), told(smallJob({}, planned({ kind: 'nail-on-1g-18' })), 'box-kind', 'b'), told(smallJob({}, planned({ kind: 'other', width: inch(2), height: inch(3), depth: inch(3) } as Partial<Box>)), 'box-kind', 'b')].flat()).toEqual(['ok box.kindSuits', 'stop box.kindUnsuited', 'can’t tell box.ownKind']); // prettier-ignore
    expect(remediesOf(smallJob(), 'box-kind', 'b')).toEqual([]);
    const remedies = remediesOf(smallJob({}, planned({ kind: 'nail-on-1g-18' })), 'box-kind', 'b');
    expect(remedies.map((r) => r.id)).toEqual(['kind-wings-1g-14', 'kind-wings-1g-20']);
    expect(putBy(remedies[0]!)).toMatchObject({ id: 'set-b', box: { kind: 'wings-1g-14' } });
    // the shallow one itself is not offered again
    expect(remediesOf(smallJob({}, planned({ kind: 'wings-1g-14', gangs: 1 }), { schools: { mount: 'stud-mounted metal' } }), 'box-kind', 'b').map((r) => r.id)).not.toContain('kind-wings-1g-14'); // prettier-ignore
  });
  it('a thing behind it is said by itself, and of unknown depth is no reason against a kind', () => {
    const behind = (part: Partial<Obstacle>) => wall({ obstacles: [thing('pipe', 56, part)] });
    expect([told(behind({}), 'box-kind', 'b'), told(behind({}), 'obstacle', 'b-pipe').map((x) => x.split(' ')[0])]).toEqual([['ok box.kindSuits'], ['can’t']]); // prettier-ignore
    // 2 in behind the face: a box 3 in deep runs into it
    const near = behind({ behindA: inch(2), thick: inch(1) });
    expect([told(near, 'box-kind', 'b'), told(near, 'obstacle', 'b-pipe').map((x) => x.split(' ')[0])]).toEqual([
      ['ok box.kindSuits'],
      ['stop'],
    ]);
  });
  it('who sets metal boxes at studs is offered the smallest that holds it, deep enough for the device and 1/4 in', () => {
    const metal = (part: Partial<Box> = {}, kind: Parameters<typeof outlet>[3] = 'duplex-15') => school({ mount: 'stud-mounted metal' }, {}, outlet(wings('b', 55, part), 'a', {}, kind)); // prettier-ignore
    expect(told(metal(), 'box-kind', 'b')).toEqual(['note box.kindSuits']);
    const at = remediesOf(metal(), 'box-kind', 'b').find((r) => r.id === 'stud-mounted')!;
    // 11.25 in³ and its own clamps’ 2.25 are 13.5; 14 in³ is the smallest above
    const { box } = putBy(at) as Extract<Change, { do: 'place-box' }>;
    expect([at.title, box.kind, box.hangsOn]).toEqual(['Screw a metal device box 3 × 2 × 2¾ to the stud beside it', 'metal-device-2-3/4', 'left']); // prettier-ignore
    // taken, nothing stands against it: 1/32 in of its opening lies over the stud, and shaves the finish alone
    const taken = applyEdits(metal(), at.edits);
    expect([told(taken, 'box-fill', 'b'), told(taken, 'box-kind', 'b'), told(taken, 'stud', 'b')]).toEqual([['ok fill.held'], ['ok box.kindSuits'], ['can’t tell collisions.studTooNearTaken']]); // prettier-ignore
    expect(remediesOf(metal({ kind: 'metal-device-3-1/2', place: place(49.75) }), 'box-kind', 'b').map((r) => r.id)).not.toContain('stud-mounted'); // prettier-ignore
    expect(remediesOf(school({ mount: 'old-work with wings' }), 'box-kind', 'b')).toEqual([]);
  });
});

describe('wires in the boxes', () => {
  const free = (inchFree: number | undefined, schools: Partial<Schools> = {}, more: Partial<Parameters<typeof smallJob>[2]> = {}) =>
    smallJob({ feed: { ends: [{ label: 'panel' }, { boxId: 'a', label: 'box a', side: 'top', ...(inchFree === undefined ? {} : { freeLength: inch(inchFree) }), sheathInside: inch(0.5) }] } }, planned(), { schools, ...more }); // prettier-ignore
  const read = (value: number, part: object = {}) => ({ work: { ticks: [], notes: [], proofs: [], values: [{ step: 'open-source', key: 'free-source-old', value: inches(value), at: '2026-11-20T12:00:00Z', ...part }] } }) as never; // prettier-ignore
  it('6 in from the sheath (300.14); too short, a pigtail gives the reach, by the school or as a remedy', () => {
    const of = (n: number | undefined, schools: Partial<Schools> = {}) => told(free(n, schools), 'free-conductor', 'a-feed');
    expect([of(6), of(5.5), of(5.5, { device: 'feed-through' }), of(undefined)].flat().map((x) => x.split(' ')[0])).toEqual(['ok', 'caution', 'stop', 'can’t']); // prettier-ignore
    expect(of(5.5)).toEqual(['caution box.pigtailReach']);
    const [pigtail] = remediesOf(free(5.5, { device: 'feed-through' }), 'free-conductor', 'a-feed');
    expect(pigtail).toEqual({ id: 'pigtail', title: 'Splice on pigtails', edits: [{ op: 'set-schools', schools: { device: 'pigtail' } }] });
    expect(remediesOf(free(5.5), 'free-conductor', 'a-feed')).toEqual([]);
  });
  it('a new cable is left as long as the school says: 7 in, and code', () => {
    expect(findings(smallJob(), 'free-conductor', 'b-to-b')[0]!.says).toMatch(/^leave 7"/);
    expect(findings(school({ freeEnds: '8 in' }), 'free-conductor', 'b-to-b')[0]!.says).toMatch(/^leave 8"/);
  });
  it('read at the work it is held against the survey: they agree within 1/2 in; the shorter counts', () => {
    const of = (value: number, part?: object) => told(free(7, {}, read(value, part)), 'free-ends-read', 'a');
    expect([of(6.5), of(7.5), of(6.45), of(7.55)]).toEqual([[], [], ['caution box.shorterThanSurveyed'], ['caution box.longerThanSurveyed']]); // prettier-ignore
    expect(told(free(7, { device: 'feed-through' }, read(5.5)), 'free-conductor', 'a-feed')[0]).toMatch(/^stop/);
    expect(told(free(5.5, { device: 'feed-through' }, read(7)), 'free-conductor', 'a-feed')[0]).toMatch(/^stop/);
    expect(findings(free(7, {}, read(6)), 'free-ends-read', 'a')[0]!.sums[0]).toMatchObject({ result: { value: expect.closeTo(inches(1), 9) as number }, limit: { value: inches(0.5) } }); // prettier-ignore
    // an estimate is no reading; what was not surveyed stands as it was read
    expect([of(6, { estimated: true }), told(free(undefined, {}, read(7)), 'free-conductor', 'a-feed').map((x) => x.split(' ')[0])]).toEqual([[], ['ok']]); // prettier-ignore
  });
  it('of two old ends the shorter is what a reading is held against; a long end is not shortened by it', () => {
    const two = (...values: [string, string, number][]) => {
      const job = smallJob({}, planned(), { schools: { device: 'feed-through' }, work: { ticks: [], notes: [], proofs: [], values: values.map(([step, key, n]) => ({ step, key, value: inches(n), at: '2026-11-20T12:00:00Z' })) } as never }); // prettier-ignore
      const on = cable('on', 'a', { whiteUsedAsHot: 'no', ends: [{ boxId: 'a', label: 'box a', side: 'bottom', freeLength: inch(9) }, { label: 'hall' }] }); // prettier-ignore
      return { ...job, found: { ...job.found, cables: [...job.found.cables, on] } };
    };
    const read = two(['open-source', 'free-source-old', 5]);
    expect([told(two(['open-source', 'free-source-old', 7.25]), 'free-ends-read'), told(read, 'free-ends-read')]).toEqual([[], ['caution box.shorterThanSurveyed']]); // prettier-ignore
    expect([told(read, 'free-conductor', 'a-feed'), told(read, 'free-conductor', 'a-on')].map((x) => x[0]!.split(' ')[0])).toEqual(['stop', 'ok']); // prettier-ignore
    expect(findings(read, 'free-ends-read')[0]!.sums[0]!.terms.map((t) => Math.round(t.value * 10) / 10)).toEqual([127, -177.8]);
    // what was read of another step, or of another thing, is another’s
    expect(told(two(['open-source-2', 'free-source-old', 5], ['open-source', 'depth', 5], ['open-source', 'free-source-old', 7]), 'free-ends-read')).toEqual([]); // prettier-ignore
    expect(told(two(['open-source', 'free-source-old', 7], ['open-source-2', 'free-source-old', 5]), 'free-conductor', 'b-to-b')[0]).toMatch(/^ok/); // prettier-ignore
  });
  it('a new cable that passes no end here is looked for; one to a lamp is as new as any', () => {
    const lamp: Change[] = [
      { id: 'set-l', title: 'Lamp', do: 'place-lamp', lamp: { id: 'lamp', name: 'lamp', roomId: 'den', x: inches(24), y: inches(40), watts: 9, box: 'octagon-2-1/8', circuitId: 'c1' } },
      { id: 'run-l', title: 'Run', do: 'run-cable', cable: cable('l', 'lamp', { ends: [{ boxId: 'a', label: 'a' }, { boxId: 'lamp', label: 'lamp' }] }) },
    ]; // prettier-ignore
    expect(findings(smallJob({}, lamp), 'free-conductor', 'a-l')[0]!.says).toMatch(/^leave 7"/);
  });
  it('3 in beyond the opening counts where a side of it is under 8 in: a deep box asks for 7 1/2 in, a large one for 6', () => {
    const of = (size: number, free: number) => told(smallJob({ a: { kind: 'other', width: inch(size), height: inch(size), depth: inch(5) } as Partial<Box>, feed: { ends: [{ label: 'panel' }, { boxId: 'a', label: 'box a', side: 'top', freeLength: inch(free), sheathInside: inch(0.5) }] } }, planned(), { schools: { device: 'feed-through' } }), 'free-conductor', 'a-feed')[0]!.split(' ')[0]; // prettier-ignore
    expect([of(4, 7.5), of(4, 7), of(9, 7), of(9, 5)]).toEqual(['ok', 'stop', 'ok', 'stop']);
  });
  it('a box with wires of a raceway and a cable is asked for the cable’s sheath', () => {
    const job = smallJob({}, [...outlet(wings('b', 56), 'a', { sheath: 'single wires' }), ...outlet(wings('c', 72), 'b')]);
    expect(subjects(job, 'sheath')).toEqual(expect.arrayContaining(['b', 'c']));
  });
  it('aluminium is for an electrician: its plan is refused', () => {
    const job = smallJob({ feed: { metal: 'aluminium' } });
    expect([told(job, 'wiring-plan', 'a'), findings(job, 'wiring-plan', 'a')[0]!.says]).toEqual([['stop box.refused'], expect.stringContaining('licensed electrician')]); // prettier-ignore
  });
  it('a quarter inch of sheath inside (314.17): what was measured, and what the school leaves', () => {
    const of = (n: number) => told(smallJob({ feed: { ends: [{ label: 'panel' }, { boxId: 'a', label: 'box a', side: 'top', freeLength: inch(7), sheathInside: inch(n) }] } }), 'sheath', 'a-feed')[0]!.split(' ')[0]; // prettier-ignore
    expect([of(0.25), of(0.125)]).toEqual(['ok', 'stop']);
    expect([subjects(smallJob(), 'sheath'), subjects(smallJob({}, outlet(wings('b', 56), 'a', { sheath: 'single wires' })), 'sheath')]).toEqual([['a-feed', 'a', 'b'], ['a-feed']]); // prettier-ignore
  });
  it('a plan that is refused stops, one that lacks something asks', () => {
    expect(told(smallJob({ feed: 'none' }), 'wiring-plan', 'a')).toEqual(['can’t tell box.noPlan']);
    expect(told(smallJob(), 'wiring-plan')).toEqual([]);
  });
  it('the front edge of a new box, and of one that is moved, comes to within 1/4 in; not where it stays', () =>
    expect([subjects(smallJob(), 'setback'), subjects(smallJob({}, [exchanged]), 'setback'), subjects(smallJob({}, [renew(siteOf(), 'a')]), 'setback')]).toEqual([['b'], [], ['a']])); // prettier-ignore
  it('a device that fills the box to its back: 1 1/4 in of body and a quarter', () => {
    const of = (depth: number) => smallJob({}, outlet(wings('b', 56, { kind: 'other', width: inch(2.25), height: inch(3.75), depth: inch(depth) } as Partial<Box>), 'a', {}, 'ground-fault-15')); // prettier-ignore
    expect([told(of(1.5), 'device-depth'), told(of(1.45), 'device-depth')]).toEqual([[], ['stop box.deviceTooDeep']]);
    expect(findings(of(1.45), 'device-depth')[0]!.sums[0]).toMatchObject({ result: { value: inches(1.25) }, limit: { value: expect.closeTo(inches(1.2), 9) as number } }); // prettier-ignore
  });
});

describe('what was taken for granted', () => {
  const taken = (n: number) => ({ ...inch(n), known: 'assumed' as const });
  const of = (facts: Facts, changes = planned()) => findings(smallJob(facts, changes), 'assumed', 'e')[0]!;
  it('all measured: nothing is asked', () => expect([of({}).verdict, of({}).code]).toEqual(['ok', 'box.allMeasured']));
  it('each that rests on the usual value is named', () => {
    const { framing, faces } = siteOf().walls[1]!;
    const facts: Facts = {
      wall: {
        ...{ length: taken(96), height: taken(96), references: [{ id: 'jamb', name: 'jamb', x: taken(20) } as never] },
        framing: { ...framing, studDepth: taken(3.5), spacing: taken(16), presets: ['material'] },
        faces: { A: { ...faces.A, layers: [{ finish: 'drywall', thickness: taken(0.5) }] }, B: { ...faces.B, layers: [{ finish: 'drywall', thickness: taken(0.5) }] } }, // prettier-ignore
      },
      a: { place: { ...place(40), distance: taken(40), bottom: taken(14) }, presets: ['gangs'] },
      old: { presets: ['kind'] },
      feed: { presets: ['gauge'] },
    };
    expect(of(facts).says).toBe(
      'not measured yet: wall length, wall height, what the wall is built of, stud depth, stud spacing, drywall on the side of den, place of the jamb, place of box a, height of box a, ' +
        `${['number of gangs of box a', 'kind of outlet of a', 'feed: gauge'].join(', ')}`,
    );
  });
  it('a finish that came filled in, though its thickness was measured', () => {
    const { faces } = siteOf().walls[1]!;
    expect(of({ wall: { faces: { ...faces, A: { ...faces.A, layers: [{ finish: 'drywall', thickness: inch(0.5), presets: ['finish'] }] } } } }).says).toBe('not measured yet: drywall on the side of den'); // prettier-ignore
  });
  it('the year of the house: before 1980 dust may hold lead or asbestos', () => {
    const dust = (built: number | undefined) => told({ ...smallJob(), built }, 'dust', 'e')[0];
    expect([dust(undefined), dust(1979), dust(1980)]).toEqual(['can’t tell box.yearUnknown', 'caution box.oldHouse', 'ok box.yearOk']);
  });
});

describe('a box that is there', () => {
  it('left without a device it is a junction box: reachable, and cut out where a cabinet stands before it (314.29)', () => {
    const out: Change = { id: 'out', title: 'Out', do: 'remove-device', deviceId: 'a-d' };
    const of = (fixtures: Wall['fixtures'] = [], a: Facts['a'] = {}) => told(smallJob({ wall: { fixtures }, a }, planned({}, out)), 'junction-reach', 'a'); // prettier-ignore
    const cabinet = (x: number, width: number, z: number, height: number, part = {}) => [{ id: 'k', kind: 'base-cabinet' as const, face: 'A' as const, x: inch(x), width: inch(width), z: inch(z), height: inch(height), ...part }]; // prettier-ignore
    expect([of(), of(cabinet(30, 20, 0, 36)), of(cabinet(30, 20, 0, 36, { face: 'B' })), told(smallJob(), 'junction-reach')]).toEqual([['caution box.blank'], ['caution box.blankBehind'], ['caution box.blank'], []]); // prettier-ignore
    // the box reaches from 38 7/8 to 41 1/8 in and from 14 to 17 3/4 in
    const blank = (...c: Parameters<typeof cabinet>) => of(cabinet(...c))[0]!.endsWith('blank');
    expect([blank(41.125, 5, 0, 36), blank(41, 5, 0, 36), blank(20, 18.875, 0, 36), blank(20, 19, 0, 36)]).toEqual([
      true,
      false,
      true,
      false,
    ]);
    expect([blank(30, 20, 17.75, 10), blank(30, 20, 17.5, 10), blank(30, 20, 4, 10), blank(30, 20, 4, 10.5)]).toEqual([true, false, true, false]); // prettier-ignore
    expect(of([], { holds: 'switch' })).toEqual([]);
  });
  it('cracked, loose, stripped: put right while it is open; not where it is renewed', () => {
    const of = (condition: Box['condition'], changes = planned()) => told(smallJob({ a: { condition } }, changes), 'box-state', 'a');
    expect([of(undefined), of('sound'), of('cracked'), of('loose'), of('stripped')]).toEqual([[], [], ['caution box.cracked'], ['caution box.loose'], ['caution box.stripped']]); // prettier-ignore
    expect([of('cracked', [renew(siteOf(), 'a')]), of('cracked', [renew(siteOf(), 'a', { kind: 'wings-2g-32' }), ...planned()])]).toEqual([[], []]); // prettier-ignore
    const job = smallJob({ a: { condition: 'loose' } });
    expect([findings(job, 'box-state')[0]!.source, findings(smallJob({ a: { condition: 'cracked' } }), 'box-state')[0]!.source].map((s) => /314.23|110.12/.exec(JSON.stringify(s))?.[0])).toEqual(['314.23', '110.12']); // prettier-ignore
    const remedies = remediesOf(job, 'box-state');
    expect(remedies.map((r) => r.id)).toEqual(['sound-wings-1g-20', 'sound-wings-1g-plaster-20']);
    expect(putBy(remedies[0]!)).toMatchObject({ id: 'replace-a', do: 'replace-box', boxId: 'a', title: 'Replace box a by: old-work with wings, one gang, deep 20 in³' }); // prettier-ignore
  });
  it('boarded over, low voltage beside power, a splice and a cord in the wall: each stops', () => {
    const job = smallJob({ a: { trouble: ['boarded over', 'low voltage beside power'] }, wall: { obstacles: [thing('splice', 8), thing('cord', 8), thing('duct', 8)] } }); // prettier-ignore
    expect([subjects(job, 'box-buried'), subjects(job, 'low-voltage-inside'), subjects(job, 'splice-in-wall'), subjects(job, 'cord-in-wall')]).toEqual([['a'], ['a'], ['e-splice'], ['e-cord']]); // prettier-ignore
    // a new box is nobody’s trouble
    expect(subjects(smallJob({}, planned({ trouble: ['boarded over'] })), 'box-buried')).toEqual([]);
    expect([told(job, 'box-buried'), told(job, 'cord-in-wall')].flat()).toEqual(['stop box.boardedOver', 'stop box.cordInWall']);
  });
  it('its front measured against the finish: at most 1/4 in behind drywall (314.20)', () => {
    const of = (setback: Box['setback']) => told(smallJob({ a: { setback } }), 'setback', 'a');
    expect([of(undefined), of(inch(0.25)), of(inch(0.375)), of({ ...inch(0.125), known: 'assumed' })].map((x) => x[0]?.split(' ')[0])).toEqual([undefined, 'ok', 'stop', 'can’t']); // prettier-ignore
    expect([of(inch(0.375)), of({ ...inch(0.375), known: 'assumed' })].flat()).toEqual([
      'stop box.setbackTooFar',
      'stop box.setbackTooFar',
    ]);
  });
  it('screws through its side end inside the stud: 1 1/2 in of wood', () => {
    const of = (screws: Box['screws'], a: Partial<Box> = {}, more: Facts = {}) => told(smallJob({ a: { screws, hangsOn: 'left', kind: 'nail-on-1g-20', ...a }, ...more }), 'screw-length', 'a'); // prettier-ignore
    expect([of(undefined), of(inch(1.5)), of(inch(1.625)), of({ ...inch(1), known: 'assumed' }), of(inch(1), { hangsOn: 'none' }), of(inch(1), { hangsOn: undefined })]).toEqual([[], ['ok box.nailsEnd'], ['stop box.nailsThrough'], ['can’t tell box.nailsShort'], [], []]); // prettier-ignore
    const { framing } = siteOf().walls[1]!;
    const studs = (part: Partial<Wall['framing']>) => of(inch(1), {}, { wall: { framing: { ...framing, ...part } } });
    expect([studs({ studWidth: { ...inch(1.5), known: 'assumed' } }), studs({ material: 'metal', studWidth: { ...inch(1.5), known: 'assumed' } }), studs({ material: 'masonry' })]).toEqual([['can’t tell box.nailsShort'], ['stop box.nailsThrough'], []]); // prettier-ignore
  });
  it('said to hang on a stud that stands elsewhere', () =>
    expect([subjects(smallJob({ a: { hangsOn: 'left', kind: 'nail-on-1g-20' } }), 'own-stud'), subjects(smallJob(), 'own-stud')]).toEqual([['a'], []])); // prettier-ignore
  it('that feeds and gives way to another: whether that has room there', () => {
    const larger = (facts: Facts = {}) => smallJob(facts, [renew(siteOf(facts), 'a', { kind: 'wings-2g-32', gangs: 2 }), ...planned()]);
    expect([subjects(larger(), 'cavity'), subjects(larger(), 'stud')]).toEqual([
      ['a', 'b'],
      ['a', 'b'],
    ]);
    // only what is in its way is said
    expect(subjects(larger({ wall: { obstacles: [thing('pipe', 40), thing('duct', 80)] } }), 'obstacle')).toEqual([
      'a-pipe',
      'b-pipe',
      'b-duct',
    ]);
    expect(subjects(smallJob(), 'cavity')).toEqual(['b']);
  });
  it('moved where it is, it is judged as in the survey; a cure becomes a change of the plan', () => {
    const moved = smallJob({ boxes: [wings('c', 80)] }, [renew(siteOf(), 'a', { place: place(48, 20) })]);
    expect(told(moved, 'stud', 'a')).toEqual(['stop collisions.intoStud']);
    const [level] = remediesOf(moved, 'height', 'a');
    expect([level!.id, putBy(level!)]).toMatchObject(['height', { id: 'renew-a', do: 'replace-box', boxId: 'a', box: { id: 'a' } }]);
    expect(inchesOf(putBy(level!), (box) => box.place.bottom.mm)).toBeCloseTo(14, 4);
  });
  it('moved further than its cable reaches it stays as a junction box, and feeds its new place', () => {
    const job = smallJob({}, [renew(siteOf(), 'a', { place: place(72) })]);
    const [junction] = remediesOf(job, 'reach-cable', 'a-feed').filter((r) => r.id === 'junction');
    const [edit] = junction!.edits as Extract<NonNullable<typeof junction>['edits'][number], { op: 'replan' }>[];
    expect([junction!.title, edit!.purpose, edit!.changes.map((c) => c.do)]).toEqual([
      'Keep the old box as a junction box and feed the new place from it',
      'move',
      ['remove-device', 'place-box', 'run-cable', 'place-device'],
    ]);
    const [out, set, run, put] = edit!.changes as [Change, Change, Change, Change];
    expect([out, set, run, put]).toMatchObject([
      { deviceId: 'a-d', title: 'Blank plate on box a' },
      {
        title: 'Set box a, new place',
        box: { id: 'j-new-place', name: 'box a, new place', hangsOn: 'none', place: { distance: inch(72) } },
      },
      { cable: { id: 'j-cable', gauge: 12, ground: 'bare', metal: 'copper', sheath: 'nonmetallic', ends: [{ boxId: 'a', label: 'box a' }, { boxId: 'j-new-place', label: 'box a, new place' }] } }, // prettier-ignore
      { device: { id: 'j-device', boxId: 'j-new-place', kind: 'duplex-15', tamperResistant: true } },
    ]);
  });
});
