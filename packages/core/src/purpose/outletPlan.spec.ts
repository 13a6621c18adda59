/** What a wanted outlet comes to as changes of a plan, and what becomes of what a person altered; on the small house, by hand. NEC from memory. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { EVEN_WEIGHTS, measured, type CableWay, type Change, type House, type Job, type JobInHouse, type Want } from '../model/index.js';
import { siteOf, type Facts } from '../ledger/smallLedger.testing.js';
import { houseAt, jobAt } from '../panel/smallJob.testing.js';
import { sub } from '../panel/smallPanel.testing.js';
import { placeOn } from '../route/smallHouse.testing.js';
import { offWanted, openJob, outletChanges, takeWay, trialJob, wantAmps, wantedAsPlanned, wantLoads, withLoads, type KeptParts } from './outletPlan.js'; // prettier-ignore

const inch = (n: number) => measured(inches(n));
const house = (facts: Facts = {}): House => houseAt(siteOf(facts));
const want = (part: Partial<Want> = {}): Want => ({
  ...{ id: 'j', name: 'Desk', kind: 'outlet', places: [placeOn('e', 56)], loads: [], ownCircuit: false, mayShow: false, forbidden: [] },
  weights: EVEN_WEIGHTS,
  ...part,
});
const way = (key: string, feed = 'a'): CableWay => ({ ...{ key, title: `Way ${key}`, feed, legs: [], holes: [], openings: [], drillFrom: [], chases: [], outside: [] }, ...{ bends: 0, loops: 0, open: false, past: [] } }); // prettier-ignore
const parts = (part: Partial<KeptParts> = {}): KeptParts => ({ way: way('w'), gauge: 12, sections: [], order: [0], raceway: undefined, lamps: [], ...part }); // prettier-ignore
const changes = (w: Want = want(), feed = 'a', facts: Facts = {}, kept?: KeptParts) => outletChanges({ site: siteOf(facts), unit: 'in', edition: 'US-2020', want: w, feed, ...(kept ? { parts: kept } : {}) }); // prettier-ignore
const of = <D extends Change['do']>(list: Change[], kind: D) => list.filter((c): c is Extract<Change, { do: D }> => c.do === kind);

describe('one outlet from a box', () => {
  it('a box where it is wanted, a cable as thick as the breaker asks for, a tamper-resistant receptacle', () => {
    const list = changes();
    expect(list.map((c) => [c.id, c.do, c.title])).toEqual([['new-box', 'place-box', 'Set Desk'], ['new-cable', 'run-cable', 'Run 12-2 cable from box a'], ['new-device', 'place-device', 'New receptacle']]); // prettier-ignore
    expect(of(list, 'place-box')[0]!.box).toEqual({ id: 'j-box', name: 'Desk', wallId: 'e', face: 'A', place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(56), bottom: inch(14) }, kind: 'wings-1g-20', gangs: 1, hangsOn: 'none', supportFittings: 0, circuitId: 'c1' }); // prettier-ignore
    expect(of(list, 'run-cable')[0]!.cable).toEqual({ id: 'j-cable', name: 'box a to Desk', gauge: 12, conductors: ['black', 'white'], metal: 'copper', ground: 'bare', sheath: 'nonmetallic', direction: 'known', unbrokenIn: [], ends: [{ boxId: 'a', label: 'box a' }, { boxId: 'j-box', label: 'Desk' }] }); // prettier-ignore
    expect(of(list, 'place-device')[0]!.device).toEqual({ id: 'j-device', boxId: 'j-box', name: 'Desk receptacle', kind: 'duplex-15', tamperResistant: true }); // prettier-ignore
    expect([of(changes(want(), 'a', { circuit: { breakerA: 15 } }), 'run-cable')[0]!.cable.gauge, of(changes(want(), 'a', { circuit: { breakerA: undefined } }), 'run-cable')[0]!.cable.gauge]).toEqual([14, 12]); // prettier-ignore
    expect(changes(want(), 'gone')).toEqual([]);
  });
  it('what is plugged in comes with it, on its circuit; over 12 A on 20 A it asks for a 20 A face (210.21(B))', () => {
    const loads = [{ name: 'heater', watts: 1500, continuous: true }, { name: 'fan', amps: 2, continuous: false }]; // prettier-ignore
    const list = changes(want({ loads }));
    expect(of(list, 'plug-in').map((c) => [c.id, c.title, c.load])).toEqual([
      ['plug-1', 'heater', { id: 'j-load-1', name: 'heater', continuous: true, fixed: false, circuitId: 'c1', boxId: 'j-box', watts: 1500 }],
      ['plug-2', 'fan', { id: 'j-load-2', name: 'fan', continuous: false, fixed: false, circuitId: 'c1', boxId: 'j-box', amps: 2 }],
    ]); // prettier-ignore
    const face = (watts: number, circuit: Facts['circuit'] = {}) => of(changes(want({ loads: [{ name: 'x', watts, continuous: false }] }), 'a', { circuit }), 'place-device')[0]!.device.kind; // prettier-ignore
    expect([face(1440), face(1450), face(1450, { breakerA: 15 }), face(1450, { breakerA: undefined })]).toEqual(['duplex-15', 'duplex-20', 'duplex-15', 'duplex-15']); // prettier-ignore
    expect([wantAmps(want({ loads })), wantAmps(want({ loads }), 240), wantLoads(want({ loads })).length]).toEqual([14.5, 8.25, 2]);
    expect(of(changes(want({ loads }), 'a', { a: { circuitId: undefined } }), 'plug-in')).toEqual([]);
  });
  it('the box as its wall asks for: brick, open framing, two gangs, low voltage beside power', () => {
    const { framing, faces } = siteOf().walls[1]!;
    const kind = (part: Partial<Want>, wall: Facts['wall'] = {}) => { const { box } = of(changes(want(part), 'a', { wall }), 'place-box')[0]!; return [box.kind, box.gangs, box.divided]; }; // prettier-ignore
    const open = { faces: { ...faces, A: { ...faces.A, open: true } } };
    const brick = { framing: { ...framing, material: 'masonry' as const } };
    expect([kind({}, brick), kind({}, open), kind({ gangs: 2 }, open), kind({ gangs: 2 }), kind({ gangs: 2 }, brick), kind({ lowVoltage: true }), kind({ gangs: 1 })]).toEqual([
      ['masonry-2-1/2', 1, undefined],
      ['nail-on-1g-20', 1, undefined],
      ['nail-on-2g-34', 2, undefined],
      ['wings-2g-34', 2, undefined],
      ['masonry-2-1/2', 1, undefined],
      ['wings-2g-34', 2, true],
      ['wings-1g-20', 1, undefined],
    ]); // prettier-ignore
    // in open framing against the stud beside it: 64 − 3/4 − 1 1/8 from 57 on
    const nailed = of(changes(want({ places: [placeOn('e', 60)] }), 'a', { wall: open }), 'place-box')[0]!.box;
    expect([nailed.hangsOn, nailed.place.distance.mm / 25.4]).toEqual(['right', expect.closeTo(62.125, 3)]);
    // two receptacles side by side; beside low voltage one
    expect(of(changes(want({ gangs: 2 })), 'place-device').map((c) => [c.id, c.title, c.device.id])).toEqual([['new-device', 'New receptacle', 'j-device'], ['new-device-b', 'New receptacle, the second in its box', 'j-device-b']]); // prettier-ignore
    expect(of(changes(want({ gangs: 2, lowVoltage: true })), 'place-device')).toHaveLength(1);
  });
  it('outdoors, and on a deck, it is a weather-resistant ground-fault receptacle under a cover; where one was asked for, the first', () => {
    const device = (part: Partial<Want>, facts: Facts = {}) => of(changes(want(part), 'a', facts), 'place-device')[0]!.device;
    for (const use of ['outdoors', 'deck'] as const) expect(device({}, { den: { use } })).toMatchObject({ kind: 'ground-fault-15', weatherResistant: true, inUseCover: true }); // prettier-ignore
    expect(device({ face: 'ground-fault' })).toMatchObject({ kind: 'ground-fault-15' });
    expect(device({ face: 'ground-fault' })).not.toHaveProperty('weatherResistant');
    expect(of(changes(want({ face: 'ground-fault', gangs: 2 })), 'place-device').map((c) => c.device.kind)).toEqual(['ground-fault-15', 'duplex-15']); // prettier-ignore
  });
});

describe('a circuit of its own', () => {
  it('a breaker of 20 A in a free space of the panel, and nothing known against it; its cable begins there', () => {
    const list = changes(want({ ownCircuit: true, loads: [{ name: 'kiln', watts: 1200, continuous: false }] }), 'panel');
    const [own] = of(list, 'add-breaker');
    expect(own).toMatchObject({ id: 'own-circuit', title: `Breaker for Desk in space ${own!.breaker!.space}`, circuit: { id: 'j-circuit', number: `${own!.breaker!.space}`, name: 'Desk', voltsNominal: 120, breakerA: 20, sharedNeutral: false, reservedFor: 'none', groundFault: 'none', arcFault: 'none' }, breaker: { id: 'j-breaker', circuitId: 'j-circuit', poles: 1 } }); // prettier-ignore
    expect([1, 3]).not.toContain(own!.breaker!.space);
    expect(of(list, 'run-cable')[0]!.cable.ends).toEqual([{ label: 'Panel' }, { boxId: 'j-box', label: 'Desk' }]);
    expect([of(list, 'place-box')[0]!.box.circuitId, of(list, 'plug-in')[0]!.load.circuitId, own!.panelId]).toEqual(['j-circuit', 'j-circuit', undefined]); // prettier-ignore
    const small = changes(want({ ownCircuit: true, ownA: 15 }), 'panel');
    expect([of(small, 'add-breaker')[0]!.circuit.breakerA, of(small, 'run-cable')[0]!.cable.gauge]).toEqual([15, 14]);
  });
  it('in a panel that nobody surveyed it has no space yet; in a subpanel it says so', () => {
    const { panel: _unseen, ...site } = siteOf();
    const [unseen] = of(
      outletChanges({ site, unit: 'in', edition: 'US-2020', want: want({ ownCircuit: true }), feed: 'panel' }),
      'add-breaker',
    );
    expect([unseen!.circuit.number, unseen!.title, unseen!.breaker]).toEqual(['new', 'Breaker for Desk', undefined]);
    const [shop] = of(
      changes(want({ ownCircuit: true }), 's', { site: { subpanels: [sub({ fedBy: 'b3', breakers: [] })] } }),
      'add-breaker',
    );
    expect([shop!.panelId, shop!.title.endsWith('of the shop panel')]).toEqual(['s', true]);
  });
});

describe('several in a row', () => {
  const places = [placeOn('e', 20), placeOn('e', 56), placeOn('e', 80)];
  it('of a run the first on trial; by a way all of them in its order, each numbered, fed as the way parts', () => {
    const run = want({ kind: 'run', places });
    expect(of(changes(run), 'place-box')).toHaveLength(1);
    const list = changes(run, 'a', {}, parts({ order: [1, 0, 2], sections: [way('s1'), way('s2')] }));
    expect(of(list, 'place-box').map((c) => [c.id, c.box.name, Math.round(c.box.place.distance.mm / 25.4)])).toEqual([['new-box', 'Desk 1', 56], ['new-box-2', 'Desk 2', 20], ['new-box-3', 'Desk 3', 80]]); // prettier-ignore
    expect(of(list, 'run-cable').map((c) => [c.id, c.cable.id, c.cable.ends.map((e) => e.boxId), c.way?.key])).toEqual([['new-cable', 'j-cable', ['a', 'j-box'], 'w'], ['new-cable-2', 'j-cable-2', ['j-box', 'j-box-2'], 's1'], ['new-cable-3', 'j-cable-3', ['j-box-2', 'j-box-3'], 's2']]); // prettier-ignore
    const parted = changes(run, 'a', {}, parts({ order: [0, 1, 2], from: [-1, 0, 0], sections: [way('s1'), way('s2')] }));
    expect(of(parted, 'run-cable').map((c) => c.cable.ends[0].boxId)).toEqual(['a', 'j-box', 'j-box']);
    expect(of(list, 'place-device').map((c) => [c.id, c.title, c.device.name])).toEqual([['new-device', 'Receptacle 1', 'Desk receptacle 1'], ['new-device-2', 'Receptacle 2', 'Desk receptacle 2'], ['new-device-3', 'Receptacle 3', 'Desk receptacle 3']]); // prettier-ignore
  });
  it('along a raceway boxes stand on the wall, on trial too, joined by single wires with a green one', () => {
    const raceway = want({ kind: 'raceway', places });
    const list = changes(raceway);
    expect([of(list, 'place-box').map((c) => c.box.kind), of(list, 'run-cable').map((c) => [c.title, c.cable.sheath, c.cable.ground])]).toEqual([
      ['surface-1g', 'surface-1g', 'surface-1g'],
      [['Run 12 AWG wires from box a', 'single wires', 'green'], ['Run 12 AWG wires from Desk 1', 'single wires', 'green'], ['Run 12 AWG wires from Desk 2', 'single wires', 'green']],
    ]); // prettier-ignore
    expect(of(list, 'lay-raceway')).toEqual([]);
    const laid = { stock: { stock: inch(60), kerf: inch(0.125) }, fittings: [], pieces: [], supports: [], conductorMm: 1000 };
    expect(of(changes(raceway, 'a', {}, parts({ order: [0, 1, 2], raceway: laid })), 'lay-raceway')).toEqual([{ id: 'raceway', title: 'Raceway for Desk', do: 'lay-raceway', raceway: laid }]); // prettier-ignore
  });
});

describe('lights', () => {
  const lights = want({ kind: 'lights', places: [placeOn('e', 56)], lamps: { under: ['den'], count: 2, rows: 1, watts: 60 } });
  it('a switch in its box; by a way lampholders in a row on switched cable; what they are made for counts for hours', () => {
    const trial = changes(lights);
    expect([of(trial, 'place-box')[0]!.box, of(trial, 'place-device')[0], of(trial, 'place-lamp')]).toMatchObject([{ name: 'Desk switch', holds: 'switch' }, { id: 'new-device', title: 'New switch', device: { kind: 'switch-20' } }, []]); // prettier-ignore
    expect(of(changes(lights, 'a', { circuit: { breakerA: 15 } }), 'place-device')[0]!.device.kind).toBe('switch-15');
    const list = changes(lights, 'a', {}, parts({ sections: [way('l1'), way('l2')], lamps: [{ x: 1, y: 2, roomId: 'den' }, { x: 3, y: 4, roomId: 'den' }] })); // prettier-ignore
    expect(of(list, 'place-lamp').map((c) => [c.id, c.lamp])).toEqual([['lamp-1', { id: 'j-lamp-1', name: 'lamp 1', roomId: 'den', x: 1, y: 2, box: 'octagon-1-1/2', watts: 60, circuitId: 'c1' }], ['lamp-2', { id: 'j-lamp-2', name: 'lamp 2', roomId: 'den', x: 3, y: 4, box: 'octagon-1-1/2', watts: 60, circuitId: 'c1' }]]); // prettier-ignore
    expect(of(list, 'run-cable').slice(1).map((c) => [c.title, c.cable.ends.map((e) => e.boxId), c.cable.uses, c.way!.key])).toEqual([
      ['Run 12-2 cable from Desk switch to lamp 1', ['j-box', 'j-lamp-1'], [{ is: 'switched' }, { is: 'neutral' }], 'l1'],
      ['Run 12-2 cable from lamp 1 to lamp 2', ['j-lamp-1', 'j-lamp-2'], [{ is: 'switched' }, { is: 'neutral' }], 'l2'],
    ]); // prettier-ignore
    expect(of(list, 'plug-in')[0]!.load).toMatchObject({
      name: '2 lampholders',
      watts: 120,
      continuous: true,
      fixed: true,
      lighting: true,
    });
  });
});

describe('by a way that is taken', () => {
  const open = (facts: Facts = {}): JobInHouse => openJob(house(facts), want());
  const taken = takeWay(open(), parts());
  it('what it brings is the plan, noted beside it; in a box that holds it: 11 1/4 in³ go into 14', () => {
    expect([taken.job.changes.map((c) => c.do), taken.kept, taken.dropped]).toEqual([['place-box', 'run-cable', 'place-device'], [], []]);
    expect([taken.job.taken, taken.job.want!.chosen]).toMatchObject([{ way: { key: 'w', title: 'Way w', feed: 'a' }, changes: taken.job.changes }, 'w']); // prettier-ignore
    // one that fits already stays what it is
    expect(of(taken.job.changes, 'place-box')[0]!.box.kind).toBe('wings-1g-20');
    const thick = { faces: { ...siteOf().walls[1]!.faces, A: { ...siteOf().walls[1]!.faces.A, layers: [{ finish: 'drywall' as const, thickness: inch(1) }] } } }; // prettier-ignore
    expect(of(takeWay(open({ wall: thick }), parts()).job.changes, 'place-box')[0]!.box.kind).toBe('wings-1g-plaster-20');
    const { want: _none, ...unwanted } = open();
    expect(takeWay(unwanted as JobInHouse, parts())).toEqual({ job: unwanted, kept: [], dropped: [] });
  });
  it('another way: what a person altered of box and device stays, what they altered of the cable goes, and both are said', () => {
    const mine: JobInHouse = { ...(taken.job as JobInHouse), changes: taken.job.changes.map((c) => (c.do === 'place-box' ? { ...c, title: 'My box', box: { ...c.box, kind: 'wings-1g-14' as const } } : c.do === 'run-cable' ? { ...c, title: 'My cable', cable: { ...c.cable, gauge: 10 as const } } : c)) }; // prettier-ignore
    const again = takeWay(mine, parts({ way: way('other') }));
    expect([again.kept, again.dropped, of(again.job.changes, 'place-box')[0]!.box.kind, of(again.job.changes, 'run-cable')[0]!.cable.gauge, of(again.job.changes, 'run-cable')[0]!.way!.key]).toEqual([['My box'], ['My cable'], 'wings-1g-14', 12, 'other']); // prettier-ignore
  });
  it('what was made for the feed before goes with it; by the same feed it stays, and so does what has nothing to do with it', () => {
    const extra: Change[] = [
      { id: 'x1', title: 'Larger box a', do: 'replace-box', boxId: 'a', box: siteOf().boxes[0]! },
      { id: 'x2', title: 'Arc-fault', do: 'alter-circuit', circuitId: 'c1', with: { arcFault: 'breaker' } },
      { id: 'x3', title: 'New face in a', do: 'replace-device', deviceId: 'a-d', device: { ...siteOf().devices[0]! } },
      { id: 'x4', title: 'Without heater', do: 'unplug', loadId: 'l1' },
      { id: 'x5', title: 'Lamp', do: 'plug-in', load: { id: 'own', name: 'lamp', watts: 9, continuous: false, fixed: false, circuitId: 'c3' } },
    ]; // prettier-ignore
    const mine = { ...(taken.job as JobInHouse), changes: [...taken.job.changes, ...extra] };
    const same = takeWay(mine, parts({ way: way('other') }));
    expect([same.dropped, same.job.changes.slice(3).map((c) => c.id)]).toEqual([[], ['x1', 'x2', 'x3', 'x4', 'x5']]);
    const panel = takeWay(mine, parts({ way: way('other', 'panel') }));
    expect([panel.dropped, panel.job.changes.map((c) => c.id)]).toEqual([['Larger box a', 'Arc-fault', 'New face in a', 'Without heater'], ['own-circuit', 'new-box', 'new-cable', 'new-device', 'x5']]); // prettier-ignore
  });
});

describe('what a person did beside what a way brings', () => {
  const taken = takeWay(openJob(house(), want()), parts()).job as JobInHouse;
  const other = parts({ way: way('other') });
  const having = (job: JobInHouse, ...more: Change[]): JobInHouse => ({ ...job, changes: [...job.changes, ...more] });
  const wired = (boxId: string, cables: string[], devices: string[]): Change => ({ id: `hand-${boxId}`, title: `Wiring of ${boxId}, by hand`, do: 'wire-box', wiring: { id: boxId, of: { cables, devices }, pigtails: [], joints: [] } as never }); // prettier-ignore
  const ids = (t: ReturnType<typeof takeWay>) => t.job.changes.map((c) => c.id);
  it('wired by hand it stays where the same lies in the box again; else it goes and is said', () => {
    const same = takeWay(having(taken, wired('j-box', ['j-cable'], ['j-device'])), other);
    expect([same.kept, same.dropped, ids(same)]).toEqual([['Wiring of j-box, by hand'], [], ['new-box', 'new-cable', 'new-device', 'hand-j-box']]); // prettier-ignore
    const gone = takeWay(having(taken, wired('j-box', ['j-cable', 'elsewhere'], ['j-device'])), other);
    expect([gone.kept, gone.dropped, ids(gone)]).toEqual([[], ['Wiring of j-box, by hand'], ['new-box', 'new-cable', 'new-device']]); // prettier-ignore
    // what doesn’t fit otherwise stays for the ledger to say so
    const lost: Change = { id: 'lost', title: 'Out with it', do: 'remove-device', deviceId: 'nobody' };
    expect(takeWay(having(taken, lost), other)).toMatchObject({ kept: [], dropped: [], job: { changes: [...taken.changes.slice(0, 1), {}, {}, { id: 'lost' }] } }); // prettier-ignore
  });
  it('a way that brings less takes its own with it, unsaid: nobody altered it', () => {
    const run = want({ kind: 'run', places: [placeOn('e', 20), placeOn('e', 56)] });
    const two = takeWay(openJob(house(), run), parts({ order: [0, 1], sections: [way('s1')] })).job as JobInHouse;
    const one = takeWay({ ...two, want: { ...two.want!, kind: 'outlet', places: [placeOn('e', 56)] } }, other);
    expect([two.changes.length, ids(one), one.dropped, one.kept]).toEqual([6, ['new-box', 'new-cable', 'new-device'], [], []]);
  });
  it('of a plan of which nothing is noted all that a way could bring was brought; the rest is the person’s', () => {
    const larger: Change = { id: 'x1', title: 'Larger box a', do: 'replace-box', boxId: 'a', box: siteOf().boxes[0]! };
    const { taken: _unnoted, ...bare } = having(taken, larger, { id: 'new-box-2', title: 'Old second box', do: 'place-box', box: { ...siteOf().boxes[0]!, id: 'second' } }); // prettier-ignore
    const anew = takeWay(bare as JobInHouse, parts({ way: way('other', 'panel') }));
    // which feed it was made for is not known: it stays
    expect([ids(anew), anew.dropped]).toEqual([['own-circuit', 'new-box', 'new-cable', 'new-device', 'x1'], []]);
    // of equal ones nothing was altered by anybody
    expect(anew.kept).toEqual([]);
  });
  it('only what is of the feed before goes with it', () => {
    const elsewhere: Change[] = [
      { id: 'y1', title: 'Larger box c', do: 'replace-box', boxId: 'c', box: { ...siteOf().boxes[0]!, id: 'c' } },
      { id: 'y2', title: 'New face in c', do: 'replace-device', deviceId: 'c-d', device: { ...siteOf().devices[0]!, id: 'c-d' } },
      { id: 'y3', title: 'Face of c out', do: 'remove-device', deviceId: 'c-d' },
      { id: 'y4', title: 'Face of a out', do: 'remove-device', deviceId: 'a-d' },
      { id: 'y5', title: 'Lamp', do: 'plug-in', load: { id: 'own', name: 'lamp', watts: 9, continuous: false, fixed: false, circuitId: 'c3' } },
    ]; // prettier-ignore
    const panel = takeWay(having(taken, ...elsewhere), parts({ way: way('other', 'panel') }));
    expect([panel.dropped, ids(panel).filter((id) => id.startsWith('y'))]).toEqual([['Face of a out'], ['y1', 'y2', 'y3', 'y5']]);
  });
  it('a change of a person that goes by the name of one that is brought gives way to it', () => {
    const mine = { ...taken, changes: taken.changes.map((c): Change => (c.id === 'new-device' ? { id: 'new-device', title: 'No face', do: 'remove-device', deviceId: 'a-d' } : c)) }; // prettier-ignore
    const again = takeWay(mine, other);
    expect([again.kept, again.job.changes.map((c) => c.do)]).toEqual([[], ['place-box', 'run-cable', 'place-device']]);
  });
});

describe('the want and the plan', () => {
  it('on trial it is judged and never kept', () => {
    const trial = trialJob(house(), want(), 'a');
    expect([trial.changes.map((c) => c.do), trial.want!.kind, trial.name]).toEqual([['place-box', 'run-cable', 'place-device'], 'outlet', 'Desk']); // prettier-ignore
  });
  it('other loads, in the want and where it is planned in the plan; without a circuit they wait in the want', () => {
    const job = takeWay(openJob(house(), want({ loads: [{ name: 'lamp', watts: 9, continuous: false }] })), parts()).job as JobInHouse;
    const other = withLoads(job, [{ name: 'saw', watts: 600, continuous: false }]);
    expect([other.want!.loads.map((l) => l.name), of(other.changes, 'plug-in').map((c) => [c.id, c.load.name, c.load.boxId, c.load.circuitId])]).toEqual([['saw'], [['plug-1', 'saw', 'j-box', 'c1']]]); // prettier-ignore
    const unknown = withLoads(openJob(house(), want()), [{ name: 'saw', watts: 600, continuous: false }]);
    expect([unknown.want!.loads.length, unknown.changes]).toEqual([1, []]);
    const bare = { ...job, want: undefined } as JobInHouse;
    expect(withLoads(bare, [])).toBe(bare);
  });
  it('what is planned, said as wanted: where its middle lies, with what is plugged in there', () => {
    const list = [...changes(want({ loads: [{ name: 'lamp', watts: 9, continuous: true }, { name: 'fan', amps: 2, continuous: false }] })), { id: 'y', title: 'Y', do: 'plug-in', load: { id: 'y', name: 'elsewhere', watts: 5, continuous: false, fixed: false, circuitId: 'c3' } } as Change]; // prettier-ignore
    const job = jobAt(siteOf(), list);
    expect(wantedAsPlanned(job).want).toMatchObject({ kind: 'outlet', places: [{ wallId: 'e', face: 'A', fromLeft: { mm: expect.closeTo(inches(56), 6), known: 'measured' }, bottom: inch(14) }], loads: [{ name: 'lamp', watts: 9, continuous: true }, { name: 'fan', amps: 2, continuous: false }] }); // prettier-ignore
    expect(wantedAsPlanned(job).want).not.toHaveProperty('lowVoltage');
    expect([wantedAsPlanned(jobAt(siteOf(), [])).want, wantedAsPlanned({ ...job, want: want() } as JobInHouse).want!.loads]).toEqual([undefined, []]); // prettier-ignore
    expect(wantedAsPlanned(jobAt(siteOf(), changes(want({ lowVoltage: true })))).want!.lowVoltage).toBe(true);
  });
  it('how far the plan lies from where it is wanted', () => {
    const at = (fromLeft: number, part: Partial<Want> = {}): Job => ({ ...takeWay(openJob(house(), want()), parts()).job, want: { ...want(), places: [placeOn('e', fromLeft)], ...part } }) as Job; // prettier-ignore
    expect([offWanted(at(56) as JobInHouse), offWanted(at(60) as JobInHouse)!]).toEqual([
      expect.closeTo(0, 6),
      expect.closeTo(inches(4), 6),
    ]);
    expect([offWanted(at(56, { places: [placeOn('n', 56)] }) as JobInHouse), offWanted(at(56, { places: [placeOn('e', 56, { face: 'B' })] }) as JobInHouse)]).toEqual([Infinity, Infinity]); // prettier-ignore
    expect([offWanted(at(56, { places: [placeOn('e', 56), placeOn('e', 60)] }) as JobInHouse), offWanted(openJob(house(), want()))]).toEqual([undefined, undefined]); // prettier-ignore
    // measured from something that is gone it is nowhere
    const lost = at(56) as JobInHouse;
    expect(offWanted({ ...lost, changes: lost.changes.map((c) => (c.do === 'place-box' ? { ...c, box: { ...c.box, place: { ...c.box.place, from: 'gone' } } } : c)) })).toBe(Infinity); // prettier-ignore
  });
});
