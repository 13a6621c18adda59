/** What keeps a closed job from being taken back: closings of one box, its cable, device and circuit, written here. */
import { describe, expect, it } from 'vitest';
import { cable, closing, device, houseAt, jobAt, renew } from '../panel/smallJob.testing.js';
import { siteWith, smallPanel, sub } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import {
  altered,
  bareJob,
  type Breaker,
  type Change,
  type Circuit,
  type Closing,
  type Final,
  type House,
  type Job,
  type Site,
} from '../model/index.js';
import { reopenJob, restsOn } from './index.js';

const AT = '2026-11-29T09:00:00Z';
/** One box that is there on the porch circuit, with its cable and outlet. */
const old = boxOn('old', 'w', 40, { circuitId: 'c3' });
const before: Site = siteWith({ boxes: [old], cables: [cable('to-old', 'old')], devices: [device('old')] });
const c9: Circuit = { id: 'c9', number: '9', name: 'den', voltsNominal: 120, breakerA: 20, loadsComplete: true };
const b9: Breaker = { id: 'b9', circuitId: 'c9', space: 5, poles: 1, type: 'Q1' };
const lamp = { id: 'lamp', name: 'Lamp of the den', roomId: 'den', x: 1000, y: 1000, box: 'octagon-2-1/8' as const, watts: 60 };
const wiring = { id: 'new', joints: [] as never[] } as never;
/** What the job brought: a circuit with its breaker, a box, a cable to it, an outlet, a load, a lampholder; the old outlet renewed. */
const after: Site = {
  ...before,
  boxes: [old, boxOn('new', 'e', 40, { name: 'New box', circuitId: 'c9' })],
  cables: [...before.cables, cable('to-new', 'new')],
  devices: [device('old', 'single-15'), device('new')],
  circuits: [...before.circuits, c9],
  loads: [...before.loads, { id: 'press', name: 'press', watts: 900, continuous: false, fixed: false, circuitId: 'c9', boxId: 'new' }],
  panel: { ...smallPanel, breakers: [...smallPanel.breakers, b9] },
  lamps: [lamp],
  wiring: [wiring],
};
const closingOf = (id: string, was: Site, became: Site): Closing => closing(id, [], { id, ...altered(was, became) });
const FIRST = closingOf('a', before, after);
const closedJob: Job = { ...bareJob(jobAt(before, [])), id: 'a', name: 'Job a', closed: { at: AT, closing: 'a' } };
const houseWith = (site: Site = after, later: Closing[] = []): House => houseAt(site, { history: [FIRST, ...later] });
const reasons = (house: House, jobs: Job[] = []): string[] => restsOn(closedJob, house, [closedJob, ...jobs]);

describe('a closing that nothing rests on', () => {
  it('is taken back: the house is as it was, the job open', () => {
    expect(reasons(houseWith())).toEqual([]);
    const back = reopenJob(closedJob, houseWith(), [closedJob]);
    const { closed: _, ...open } = closedJob;
    expect(back).toEqual({ ok: true, house: houseAt({ ...before, wiring: undefined, lamps: undefined }), job: open });
  });
  it('other closings stay in the history, coils and counts as they were then unless they were counted since', () => {
    const coil = (feet: number) => ({ id: 'coil', article: 'cable-14' as const, length: { mm: feet * 304.8, known: 'measured' as const } });
    const closing: Closing = { ...FIRST, onHand: { was: [coil(50)], became: [coil(30)] }, counts: { was: { plate: { count: 3 } }, became: { plate: { count: 2 } } } }; // prettier-ignore
    const elsewhere = closingOf('b', after, { ...after, boxes: [...after.boxes, boxOn('far', 's', 40)] });
    const house = (feet: number | undefined, plates: number | undefined): House => ({
      ...houseAt({ ...after, boxes: [...after.boxes, boxOn('far', 's', 40)] }, { history: [closing, elsewhere] }),
      ...(feet === undefined ? {} : { onHand: [coil(feet)] }),
      ...(plates === undefined ? {} : { counts: { plate: { count: plates } } }),
    });
    const back = (h: House) => {
      const done = reopenJob(closedJob, h, [closedJob]);
      return done.ok ? [done.house.history?.map((x) => x.id), done.house.onHand?.map((c) => c.length.mm / 304.8), done.house.counts?.plate?.count] : done.reasons; // prettier-ignore
    };
    expect(back(house(30, 2))).toEqual([['b'], [50], 3]);
    expect(back(house(29, 1))).toEqual([['b'], [29], 1]);
    expect(back(house(undefined, undefined))).toEqual([['b'], undefined, undefined]);
  });
  it('one that is not closed, and one that the history has not, say so', () => {
    const { closed: _, ...open } = closedJob;
    expect(restsOn(open, houseWith(), [])).toEqual(['“Job a” is not closed.']);
    expect(restsOn(closedJob, houseAt(after), [])).toEqual(['The house’s history has no entry of it any more.']);
    expect(reopenJob(open, houseWith(), [])).toEqual({ ok: false, reasons: ['“Job a” is not closed.'] });
  });
});

describe('what was built on it', () => {
  const built = (change: (site: Site) => Partial<Site>) => {
    const then: Site = { ...after, ...change(after) };
    return reasons(houseWith(then, [closingOf('b', after, then)]))[0];
  };
  const load = { id: 'saw', name: 'saw', watts: 100, continuous: false, fixed: false, circuitId: 'c3' };
  it.each<[string, (site: Site) => Partial<Site>]>([
    ['its box altered', (s) => ({ boxes: s.boxes.map((b) => (b.id === 'new' ? { ...b, volumeIn3: 20 } : b)) })],
    ['a box on its circuit', (s) => ({ boxes: [...s.boxes, boxOn('far', 's', 40, { circuitId: 'c9' })] })],
    ['a cable from its box', (s) => ({ cables: [...s.cables, cable('on', 'new')] })],
    ['a cable from its lampholder', (s) => ({ cables: [...s.cables, cable('on', 'lamp')] })],
    ['a device in its box', (s) => ({ devices: [...s.devices, device('new', 'switch-15', { id: 'd' })] })],
    ['the outlet that it renewed', (s) => ({ devices: s.devices.map((d) => (d.boxId === 'old' ? { ...d, kind: 'single-20' as const } : d)) })],
    ['something plugged in there', (s) => ({ loads: [...s.loads, { ...load, boxId: 'new' }] })],
    ['something on its circuit', (s) => ({ loads: [...s.loads, { ...load, circuitId: 'c9' }] })],
    ['its circuit altered', (s) => ({ circuits: s.circuits.map((c) => (c.id === 'c9' ? { ...c, arcFault: 'breaker' as const } : c)) })],
    ['its breaker swapped', (s) => ({ panel: { ...s.panel!, breakers: s.panel!.breakers.map((b) => (b.id === 'b9' ? { ...b, type: 'Q1-AF' } : b)) } })],
    ['a lampholder on its circuit', (s) => ({ lamps: [...s.lamps!, { ...lamp, id: 'other', circuitId: 'c9' }] })],
    ['its lampholder', () => ({ lamps: [{ ...lamp, watts: 100 }] })],
  ])('%s: by a later job, named once', (_, change) => expect(built(change)).toBe('“Job b” was built on it.')); // prettier-ignore
  it('what was built elsewhere is not', () => {
    expect(built((s) => ({ boxes: [...s.boxes, boxOn('far', 's', 40, { circuitId: 'c3' })], cables: [...s.cables, cable('on', 'old')] }))).toBeUndefined(); // prettier-ignore
    expect(built((s) => ({ loads: [...s.loads, { ...load, boxId: 'old' }] }))).toBeUndefined();
    expect(built((s) => ({ panel: { ...s.panel!, breakers: s.panel!.breakers.map((b) => (b.id === 'b1' ? { ...b, type: 'Q1' } : b)) } }))).toBeUndefined(); // prettier-ignore
  });
  it('what was built before it is not built on it', () => {
    const earlier = closingOf('z', { ...before, boxes: [] }, before);
    const house = houseAt(after, { history: [{ ...earlier, became: { ...earlier.became, boxes: after.boxes } }, FIRST] });
    expect(restsOn(closedJob, house, [closedJob])).toEqual([]);
  });
});

describe('what is planned on it', () => {
  const open = (...changes: Change[]): Job => ({ ...bareJob(jobAt(after, changes)), id: 'open', name: 'Open' });
  const planned = (change: Omit<Change, 'id' | 'title'>) => reasons(houseWith(), [open({ id: 'c', title: 'c', ...change } as Change)]);
  const load = { id: 'saw', name: 'saw', watts: 100, continuous: false, fixed: false, circuitId: 'c3' };
  const ON_IT = ['The open job “Open” is planned on it.'];
  it.each<[string, Omit<Change, 'id' | 'title'>, boolean]>([
    ['a cable from its box', { do: 'run-cable', cable: cable('x', 'new') } as never, true],
    ['a cable from its lampholder', { do: 'run-cable', cable: cable('x', 'lamp') } as never, true],
    ['a cable from another', { do: 'run-cable', cable: cable('x', 'old') } as never, false],
    ['a box on its circuit', { do: 'place-box', box: boxOn('x', 's', 40, { circuitId: 'c9' }) } as never, true],
    ['a box on another', { do: 'place-box', box: boxOn('x', 's', 40, { circuitId: 'c3' }) } as never, false],
    ['a device in its box', { do: 'place-device', device: device('new', 'switch-15', { id: 'x' }) } as never, true],
    ['a device elsewhere', { do: 'place-device', device: device('old', 'switch-15', { id: 'x' }) } as never, false],
    ['its box replaced', renew(after, 'new') as never, true],
    ['another replaced', renew(after, 'old') as never, false],
    ['its device replaced', { do: 'replace-device', deviceId: 'new-d', device: device('new') } as never, true],
    ['the one that it renewed replaced again', { do: 'replace-device', deviceId: 'old-d', device: device('old') } as never, true],
    ['its device removed', { do: 'remove-device', deviceId: 'new-d' } as never, true],
    ['another removed', { do: 'remove-device', deviceId: 'none' } as never, false],
    ['its box wired', { do: 'wire-box', wiring } as never, true],
    [
      'the panel’s end of its cable wired',
      { do: 'wire-box', wiring: { id: 'panel-to-new', panelEndOf: 'to-new', joints: [] } } as never,
      true,
    ],
    ['the panel’s end of another', { do: 'wire-box', wiring: { id: 'panel-to-old', panelEndOf: 'to-old', joints: [] } } as never, false],
    ['a cable unbroken through its box', { do: 'run-cable', cable: cable('x', 'old', { unbrokenIn: ['new'] }) } as never, true],
    ['its lampholder wired', { do: 'wire-box', wiring: { id: 'lamp', joints: [] } } as never, true],
    ['another wired', { do: 'wire-box', wiring: { id: 'old', joints: [] } } as never, false],
    ['plugged in there', { do: 'plug-in', load: { ...load, boxId: 'new' } } as never, true],
    ['plugged in on its circuit', { do: 'plug-in', load: { ...load, circuitId: 'c9' } } as never, true],
    ['plugged in elsewhere', { do: 'plug-in', load } as never, false],
    ['what it plugged in unplugged', { do: 'unplug', loadId: 'press' } as never, true],
    ['another unplugged', { do: 'unplug', loadId: 'l1' } as never, false],
    ['its circuit altered', { do: 'alter-circuit', circuitId: 'c9', with: {} } as never, true],
    ['another altered', { do: 'alter-circuit', circuitId: 'c3', with: {} } as never, false],
    ['a lampholder', { do: 'place-lamp', lamp: { ...lamp, id: 'x', circuitId: 'c3' } } as never, false],
    ['a lampholder on its circuit', { do: 'place-lamp', lamp: { ...lamp, id: 'x', circuitId: 'c9' } } as never, true],
    ['a breaker', { do: 'add-breaker', circuit: { ...c9, id: 'x' } } as never, false],
  ])('%s', (_, change, rests) => expect(planned(change)).toEqual(rests ? ON_IT : []));
  it('each open job once; closed ones and itself are none', () => {
    const on = open(
      { id: 'c', title: 'c', do: 'unplug', loadId: 'press' },
      { id: 'd', title: 'd', do: 'remove-device', deviceId: 'new-d' },
    );
    expect(reasons(houseWith(), [on])).toEqual(ON_IT);
    expect(reasons(houseWith(), [{ ...on, closed: { at: AT, closing: 'x' } }])).toEqual([]);
    expect(reasons(houseWith(), [{ ...on, id: 'a' }])).toEqual([]);
  });
});

describe('what was surveyed since', () => {
  const since = (change: Partial<Site>) => reasons(houseWith({ ...after, ...change }));
  it('its things as they were closed; gone, or otherwise now', () => {
    expect(since({ boxes: after.boxes.map((b) => (b.id === 'new' ? { ...b, volumeIn3: 20 } : b)) })).toEqual(['New box was surveyed otherwise since.']); // prettier-ignore
    expect(since({ loads: before.loads })).toEqual(['press is not in the house any more.']);
    expect(since({ lamps: [{ ...lamp, watts: 100 }] })).toEqual(['Lamp of the den was surveyed otherwise since.']);
    expect(since({ lamps: [] })).toEqual(['Lamp of the den is not in the house any more.']);
    const breakers = (part: Partial<Breaker>) => ({ panel: { ...after.panel!, breakers: [...smallPanel.breakers, { ...b9, ...part }] } });
    expect(since(breakers({ type: 'Q1-AF' }))).toEqual(['The breaker in space 5 was surveyed otherwise since.']);
    expect(since({ panel: before.panel! })).toEqual(['The breaker in space 5 is not in the house any more.']);
    expect(since({ wiring: [{ ...(wiring as object), joints: [], note: 'x' } as never] })).toEqual(['The wiring of New box was noted otherwise since.']); // prettier-ignore
  });
  it('a breaker that moved to a panel behind is found there', () => {
    const moved = { panel: before.panel!, subpanels: [sub({ breakers: [b9] })] } as Partial<Site>;
    expect(since(moved)).toEqual([]);
  });
  it('what others were surveyed like keeps nothing', () => {
    expect(since({ boxes: after.boxes.map((b) => (b.id === 'old' ? { ...b, volumeIn3: 20 } : b)) })).toEqual([]);
    expect(since({ walls: [...after.walls.slice(0, -1), { ...after.walls.at(-1)!, name: 'south of the shop' }] })).toEqual([]);
  });
  it('what hangs on it, and would lose its place or its circuit, by its name', () => {
    const saw = { id: 'saw', name: 'saw', watts: 100, continuous: false, fixed: false, circuitId: 'c3', boxId: 'new' };
    const hangs = (name: string) => [`${name} was surveyed since, and hangs on what it brought.`];
    expect([since({ loads: [...after.loads, saw] }), since({ loads: [...after.loads, { ...saw, boxId: 'old', circuitId: 'c9' }] })]).toEqual([hangs('saw'), hangs('saw')]); // prettier-ignore
    expect(since({ loads: [...after.loads, { ...saw, boxId: 'old' }] })).toEqual([]);
    const far = (circuitId: string) => ({ boxes: [...after.boxes, boxOn('far', 's', 40, { circuitId })] });
    expect([since(far('c9')), since(far('c3'))]).toEqual([hangs('box far'), []]);
    expect([since({ cables: [...after.cables, cable('on', 'new')] }), since({ cables: [...after.cables, cable('on', 'old', { unbrokenIn: ['new'] })] }), since({ cables: [...after.cables, cable('on', 'old')] })]).toEqual([hangs('on'), hangs('on'), []]); // prettier-ignore
    expect(since({ devices: [...after.devices, device('new', 'switch-15', { id: 's', name: 'switch' })] })).toEqual(hangs('switch'));
    const other = (circuitId: string) => ({ lamps: [lamp, { ...lamp, id: 'other', name: 'Other lamp', circuitId }] });
    expect([since(other('c9')), since(other('c3'))]).toEqual([hangs('Other lamp'), []]);
    // a point of a circuit by the UK book, in a box that it brought
    const final = (boxId: string): Final => ({ id: 'f', name: 'Ring', number: '1', shape: 'ring', points: [{ id: 'p', name: 'p', kind: 'twin', boxId }], runs: [] }); // prettier-ignore
    expect([since({ finals: [final('new')] }), since({ finals: [final('old')] })]).toEqual([hangs('Ring'), []]);
  });
  it('all that hangs on it is named', () => {
    const saw = { id: 'saw', name: 'saw', watts: 100, continuous: false, fixed: false, circuitId: 'c3', boxId: 'new' };
    expect(since({ loads: [...after.loads, saw, { ...saw, id: 'iron', name: 'iron' }] })).toHaveLength(2);
  });
});

describe('a closing that altered what was there', () => {
  /** Another protection on the porch circuit, its breaker moved to space 5, a point of the ring set into the new box. */
  const ring = (boxId: string, part: Partial<Final> = {}): Final => ({ id: 'f', name: 'Ring', number: '1', shape: 'ring', points: [{ id: 'p', name: 'p', kind: 'twin', boxId }], runs: [], ...part }); // prettier-ignore
  const moved = (space: number): Breaker[] => smallPanel.breakers.map((b) => (b.id === 'b3' ? { ...b, space } : b));
  const was: Site = { ...before, finals: [ring('old')] };
  const is: Site = {
    ...was,
    boxes: [...was.boxes, boxOn('new', 'e', 40, { circuitId: 'c3' })],
    circuits: was.circuits.map((c) => (c.id === 'c3' ? { ...c, arcFault: 'breaker' } : c)),
    panel: { ...smallPanel, breakers: moved(5) },
    finals: [ring('new')],
  };
  const closing = closingOf('a', was, is);
  const since = (change: Partial<Site> = {}, jobs: Job[] = [], later: Closing[] = []) => restsOn(closedJob, houseAt({ ...is, ...change }, { history: [closing, ...later] }), [closedJob, ...jobs]); // prettier-ignore
  const open = (change: Omit<Change, 'id' | 'title'>): Job => ({ ...bareJob(jobAt(is, [{ id: 'c', title: 'c', ...change } as Change])), id: 'open', name: 'Open' }); // prettier-ignore
  it('its own ring goes back with its place: nothing hangs on it', () => expect(since()).toEqual([]));
  it('what hangs on a circuit that was there before rests on nothing', () => {
    expect(since({}, [open({ do: 'place-box', box: boxOn('x', 's', 40, { circuitId: 'c3' }) } as never)])).toEqual([]);
    expect(since({ boxes: [...is.boxes, boxOn('far', 's', 40, { circuitId: 'c3' })] })).toEqual([]);
    expect(since({}, [open({ do: 'alter-circuit', circuitId: 'c3', with: {} } as never)])).toEqual([]);
  });
  it('its circuit by the UK book: tested since, gone, altered by a later job, or about to be', () => {
    expect(since({ finals: [ring('new', { ratingA: 32 })] })).toEqual(['Ring was noted or tested otherwise since.']);
    expect(since({ finals: [] })).toEqual(['Ring is not in the house any more.']);
    const later = { ...is, finals: [ring('new', { ratingA: 32 })] };
    expect(since({ finals: later.finals }, [], [closingOf('b', is, later)])[0]).toBe('“Job b” was built on it.');
    const alter = (finalId: string) => open({ do: 'alter-final', finalId, points: [], runs: [], without: [] } as never);
    expect([since({}, [alter('f')]), since({}, [alter('g')])]).toEqual([['The open job “Open” is planned on it.'], []]);
  });
  it('what can’t stand together any more says so: the breaker’s old space is taken', () => {
    const taken = { ...smallPanel, breakers: [...moved(5), { id: 'b1b', circuitId: 'c1', space: 3, poles: 1 as const }] };
    const says = since({ panel: taken });
    expect([says.length <= 3, says.includes('Space 3 is taken already.')]).toEqual([true, true]);
  });
});
