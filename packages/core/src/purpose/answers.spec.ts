/** What a few answers come to in a house: a wall in hand with the box that is there, and a job through a wall. Usual values of common practice. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { checkHouse, checkJobIn, emptySite, measured, type House } from '../model/index.js';
import { houseAt } from '../panel/smallJob.testing.js';
import { otherSide, type OtherSideAnswers } from './otherSide.js';
import { withWallInHand, type WallInHand } from './wallInHand.js';

const inch = (n: number) => measured(inches(n));
const taken = (n: number) => ({ mm: inches(n), known: 'assumed' });
const den: House['site']['rooms'][number] = { id: 'den', name: 'Den', use: 'living' };
const hall: House['site']['rooms'][number] = { id: 'hall', name: 'Hall', use: 'hallway' };
const five: House['site']['circuits'][number] = { id: 'c5', number: '5', name: 'den', voltsNominal: 120, breakerA: 15 };
const bare = (site: Partial<House['site']> = {}): House => houseAt({ ...emptySite(), ...site });

describe('the one wall in hand', () => {
  const made = (answers: Partial<WallInHand> = {}, house = bare()) => withWallInHand(house, { id: 'j', room: { name: 'den', use: 'living' }, length: inch(120), ...answers }); // prettier-ignore
  const box = { fromLeft: inch(40), bottom: inch(14) };
  it('nothing more said: wood 96 in high, a stud every 16 in, drywall on both faces, all of it taken; no box', () => {
    const { house, wallId, boxId } = made();
    const [wall] = house.site.walls;
    expect([wallId, boxId, wall!.name, house.site.boxes, house.site.devices, house.site.circuits]).toEqual(['j-wall', undefined, 'den, wall', [], [], []]); // prettier-ignore
    expect(wall).toMatchObject({ length: inch(120), height: taken(96), faces: { A: { roomId: 'j-room' }, B: { roomId: 'j-behind' } } });
    expect(wall!.framing).toEqual({ material: 'wood', presets: ['material'], studDepth: taken(3.5), studWidth: taken(1.5), spacing: taken(16), extraStuds: [] }); // prettier-ignore
    expect([wall!.faces.A.layers, wall!.fixtures]).toEqual([[expect.objectContaining({ finish: 'drywall', presets: ['finish'] })], undefined]); // prettier-ignore
    expect(house.site.rooms).toEqual([
      { id: 'j-room', name: 'den', use: 'living' },
      { id: 'j-behind', name: 'room behind the den', use: 'hallway' },
    ]);
    expect(checkHouse(house)).toMatchObject({ ok: true });
  });
  it('a material that was said is no preset; brick shows no finish', () => {
    const [wall] = made({ material: 'masonry', height: inch(100) }).house.site.walls;
    expect([wall!.framing.presets, wall!.framing.material, wall!.faces.A.layers, wall!.height]).toEqual([undefined, 'masonry', [], inch(100)]); // prettier-ignore
    expect(made({ material: 'metal' }).house.site.walls[0]!.faces.B.layers).toHaveLength(1);
  });
  it('a room of that name, however it is written, is that room; outdoors is one', () => {
    const of = made({ outdoorsBehind: true }, bare({ rooms: [den, { id: 'yard', name: 'yard', use: 'outdoors' }] })).house.site;
    expect([of.rooms.map((r) => r.id), of.walls[0]!.faces.A.roomId, of.walls[0]!.faces.B.roomId]).toEqual([['den', 'yard'], 'den', 'yard']);
    expect(made({ outdoorsBehind: true }).house.site.rooms[1]).toEqual({ id: 'j-outdoors', name: 'outdoors', use: 'outdoors', waterWithin6ft: false }); // prettier-ignore
    expect(made({}, bare({ rooms: [hall] })).house.site.rooms.map((r) => r.id)).toEqual(['hall', 'j-room', 'j-behind']);
  });
  it('the box that is there: one gang that nobody looked into, a receptacle that nobody saw; on its circuit, or on none', () => {
    const { house, boxId } = made({ box: { ...box, circuit: { number: '5', breakerA: 15 } } });
    expect([boxId, house.site.boxes]).toEqual([
      'j-old-box',
      [{ id: 'j-old-box', name: 'den box', wallId: 'j-wall', face: 'A', place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(40), bottom: inch(14) }, kind: 'other', gangs: 1, presets: ['gangs'], supportFittings: 0, circuitId: 'j-circuit' }],
    ]); // prettier-ignore
    expect(house.site.devices).toEqual([{ id: 'j-old-device', name: 'den receptacle', boxId: 'j-old-box', kind: 'duplex-15', presets: ['kind'] }]); // prettier-ignore
    expect(house.site.circuits).toEqual([{ id: 'j-circuit', name: 'circuit 5', voltsNominal: 120, number: '5', breakerA: 15 }]);
    expect(checkHouse(house)).toMatchObject({ ok: true });
    const [none] = made({ box }).house.site.boxes;
    expect([none!.circuitId, made({ box }).house.site.circuits]).toEqual([undefined, []]);
  });
  it('a circuit that is there already is that one; a junction box holds no receptacle', () => {
    const known = made({ box: { ...box, circuit: { number: '5' } } }, bare({ circuits: [five] })).house.site;
    expect([known.circuits, known.boxes[0]!.circuitId]).toEqual([[five], 'c5']);
    const joined = made({ box: { ...box, junction: true } }).house.site;
    expect([joined.devices, joined.boxes[0]!.holds, made({ box }).house.site.boxes[0]!.holds]).toEqual([[], 'junction', undefined]);
  });
  it('a built-in before the box reaches 18 in to both sides of it, and never past the wall', () => {
    const shelf = { out: inch(12), bottom: inch(4), height: inch(70) };
    const of = (fromLeft: number) => made({ box: { ...box, fromLeft: inch(fromLeft) }, builtIn: shelf }).house.site.walls[0]!.fixtures!;
    expect(of(40)).toEqual([{ id: 'built-in', kind: 'furniture', face: 'A', z: inch(4), height: inch(70), depth: inch(12), x: taken(22), width: { mm: expect.closeTo(inches(36), 6), known: 'assumed' } }]); // prettier-ignore
    expect([of(10), of(115)].map(([f]) => [f!.x.mm / 25.4, f!.width.mm / 25.4])).toEqual([[0, expect.closeTo(28, 9)], [expect.closeTo(97, 9), expect.closeTo(23, 9)]]); // prettier-ignore
    expect(made({ builtIn: shelf }).house.site.walls[0]!.fixtures).toBeUndefined();
  });
});

describe('through the wall', () => {
  const answers: OtherSideAnswers = {
    ...{ id: 'j', houseId: 'h', name: 'Through', wallLength: inch(144) },
    ...{ newRoom: { name: 'Den', use: 'living' }, sourceRoom: { name: 'Hall', use: 'hallway' } },
    reference: { name: 'door jamb', x: inch(30) },
    source: { distance: inch(20), toward: 'left', bottom: inch(14) },
    wanted: { distance: inch(24), toward: 'right' },
  };
  const made = (part: Partial<OtherSideAnswers> = {}, house = bare()) => otherSide(house, { ...answers, ...part });
  it('the box that is there on the far face, the wanted one on this: 30 and 24 in from the left end, as high as the old one', () => {
    const { house, job } = made();
    expect(house.site.walls[0]).toMatchObject({ id: 'j-wall', name: 'Den – Hall', length: inch(144), height: taken(96), references: [{ id: 'reference', name: 'door jamb', x: inch(30) }], faces: { A: { roomId: 'j-room' }, B: { roomId: 'j-other-room' } } }); // prettier-ignore
    expect(house.site.boxes).toEqual([{ id: 'j-old-box', name: 'Hall box', wallId: 'j-wall', face: 'B', place: { from: 'reference', toward: 'left', to: 'centre', distance: inch(20), bottom: inch(14) }, kind: 'other', gangs: 1, presets: ['gangs'], supportFittings: 0 }]); // prettier-ignore
    expect(job.want!.places).toEqual([{ wallId: 'j-wall', face: 'A', fromLeft: inch(54), bottom: inch(14) }]);
    expect(job.changes.map((c) => [c.id, c.do, c.title])).toEqual([['new-box', 'place-box', 'Set Den box'], ['new-cable', 'run-cable', 'Run 12-2 cable'], ['new-device', 'place-device', 'New receptacle']]); // prettier-ignore
    expect(job.changes[0]).toMatchObject({ box: { id: 'j-box', face: 'A', kind: 'wings-1g-20', place: { from: 'reference', toward: 'right', distance: inch(24), bottom: inch(14) } } }); // prettier-ignore
    expect(job.taken).toMatchObject({ way: { feed: 'j-old-box', title: 'From the Hall box, through the wall' }, changes: job.changes });
    expect([checkHouse(house), checkJobIn(job, house, [])]).toMatchObject([{ ok: true }, { ok: true }]);
  });
  it('to the left of the reference it is nearer, never before the wall begins; its own height where one was said', () => {
    const at = (distance: number, toward: 'left' | 'right', bottom?: number) => made({ wanted: { distance: inch(distance), toward, ...(bottom === undefined ? {} : { bottom: inch(bottom) }) } }).job; // prettier-ignore
    expect([at(24, 'left'), at(40, 'left')].map((j) => j.want!.places[0]!.fromLeft.mm / 25.4)).toEqual([expect.closeTo(6, 9), 0]);
    expect([at(24, 'left', 44).want!.places[0]!.bottom, (at(24, 'left', 44).changes[0] as { box: { place: { bottom: unknown } } }).box.place.bottom]).toEqual([inch(44), inch(44)]); // prettier-ignore
  });
  it('the cable is as thick as the breaker asks for, and 12 AWG where nobody read it', () => {
    const gauge = (circuit: OtherSideAnswers['circuit']) => made({ circuit }).job.changes.flatMap((c) => (c.do === 'run-cable' ? [c.cable.gauge, c.title] : [])); // prettier-ignore
    expect([gauge({ number: '5', breakerA: 15 }), gauge({ number: '5', breakerA: 20 }), gauge(undefined), gauge({ number: '5' })].flat()).toEqual([14, 'Run 14-2 cable', 12, 'Run 12-2 cable', 12, 'Run 12-2 cable', 12, 'Run 12-2 cable']); // prettier-ignore
  });
  it('rooms and a circuit that the house has are those; both boxes hang on it', () => {
    const { house, job } = made({ circuit: { number: '5', breakerA: 20 } }, bare({ rooms: [den, hall], circuits: [five] }));
    expect([house.site.rooms, house.site.circuits, house.site.boxes[0]!.circuitId]).toEqual([[den, hall], [five], 'c5']);
    // the house knows its breaker: 15 A
    expect(job.changes.map((c) => (c.do === 'place-box' ? c.box.circuitId : c.do === 'run-cable' ? c.cable.gauge : ''))).toEqual(['c5', 14, '']); // prettier-ignore
    const fresh = made({ circuit: { number: '7', breakerA: 20 } }).house.site;
    expect([fresh.circuits, fresh.boxes[0]!.circuitId]).toEqual([[{ id: 'j-circuit', name: 'circuit 7', voltsNominal: 120, number: '7', breakerA: 20 }], 'j-circuit']); // prettier-ignore
    expect((made().job.changes[0] as { box: object }).box).not.toHaveProperty('circuitId');
  });
  it('one room with itself behind the wall stands once', () =>
    expect(made({ sourceRoom: { name: 'den', use: 'living' } }, bare({ rooms: [den] })).house.site.rooms).toEqual([den]));
});
