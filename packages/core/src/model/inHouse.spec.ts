/** A job holds no survey: what it finds is its house, the jobs before it, and what doesn’t fit any more is said. */
import { describe, expect, it } from 'vitest';
import { aquariumAlcove, heldJobs, quinceStreet, sewingCorner } from '../houses.testing.js';
import { mm, sampleHouse, sampleJob } from '../alteration/sample.js';
import { inches } from '../measure/index.js';
import { houseAt, jobAt, outlet } from '../panel/smallJob.testing.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import type { Change } from './change.js';
import type { Site } from './site.js';
import { withoutBoxes } from './final.js';
import { bareJob, inHouse, jobCycle, jobsBefore, planOf } from './inHouse.js';
import { checkJobIn } from './check.js';
import { measured } from './known.js';
import type { House, Job } from './house.js';

const [sewing, aquarium] = heldJobs as [Job, Job];
const edited = (change: (site: House['site']) => House['site']): House => ({ ...quinceStreet, site: change(quinceStreet.site) });

describe('what a job finds', () => {
  it('is the house as it is surveyed now; laid and taken off again it is the same document', () => {
    expect(sewingCorner.found).toBe(quinceStreet.site);
    expect(bareJob(sewingCorner)).toEqual(sewing);
    const wider = edited((site) => ({ ...site, walls: site.walls.map((w) => ({ ...w, insulated: true })) }));
    expect(inHouse(sewing, wider).found.walls[0]!.insulated).toBe(true);
  });
  it('after another job, what that one will build: its box, its cable, its load on the circuit', () => {
    const second: Job = { ...aquarium, after: [sewing.id] };
    const found = inHouse(second, quinceStreet, heldJobs).found;
    expect(found.boxes.some((b) => b.id === 'sewing-box')).toBe(true);
    expect(found.loads.map((l) => l.id)).toContain('steam-press');
    expect(inHouse(aquarium, quinceStreet, heldJobs).found.boxes.some((b) => b.id === 'sewing-box')).toBe(false);
  });
  it('jobs before jobs, each once and the earliest first, though two lead to one', () => {
    const chain: Job[] = [
      { ...sewing, id: 'd', after: ['b', 'c'] },
      { ...sewing, id: 'b', after: ['a'] },
      { ...sewing, id: 'c', after: ['a'] },
      { ...sewing, id: 'a' },
    ];
    expect(jobsBefore(chain[0]!, chain).map((j) => j.id)).toEqual(['a', 'b', 'c']);
  });
});

describe('jobs that wait for each other', () => {
  it('are named in the order in which they wait', () => {
    const jobs: Job[] = [
      { ...sewing, id: 'a', name: 'A', after: ['b'] },
      { ...sewing, id: 'b', name: 'B', after: ['c'] },
      { ...sewing, id: 'c', name: 'C', after: ['a'] },
    ];
    expect(jobCycle(jobs[0]!, jobs)).toEqual(['a', 'b', 'c', 'a']);
    const checked = checkJobIn({ ...sewing, after: [aquarium.id] }, quinceStreet, [{ ...aquarium, after: [sewing.id] }, sewing]);
    expect(checked).toMatchObject({
      ok: false,
      errors: [
        { path: '/after', message: 'These jobs would wait for each other: Sewing corner after Aquarium alcove after Sewing corner.' },
      ],
    });
  });
});

describe('a house that was surveyed otherwise since', () => {
  it('without the wall: the box and all that hangs on it don’t fit, each with why, and the rest is planned all the same', () => {
    const gone = edited((site) => ({
      ...site,
      walls: site.walls.filter((w) => w.id !== 'sewing-hall'),
      boxes: site.boxes.filter((b) => b.wallId !== 'sewing-hall'),
      devices: site.devices.filter((d) => !['hall-box', 'sewing-window-box'].includes(d.boxId)),
      cables: site.cables.filter((c) => c.ends.every((e) => !['hall-box', 'sewing-window-box'].includes(e.boxId ?? ''))),
      loads: site.loads.map((l) => ({ ...l, boxId: undefined })),
      rooms: site.rooms.map((r) => ({ ...r, sides: r.sides?.filter((s) => s.wallId !== 'sewing-hall') })),
    }));
    const { planned, unfit } = planOf(inHouse(sewing, gone));
    expect(unfit.map((u) => [u.change.id, u.why])).toContainEqual([
      'place-sewing-box',
      'there is no wall with the id sewing-hall any more',
    ]);
    expect(unfit).toHaveLength(5);
    expect(planned.loads).toEqual(gone.site.loads);
  });
  it('with a shorter wall: only what stands outside is named, with the field', () => {
    const short = edited((site) => ({
      ...site,
      boxes: site.boxes.filter((b) => b.wallId !== 'sewing-hall' || b.id === 'hall-box'),
      devices: site.devices.filter((d) => d.boxId !== 'sewing-window-box'),
      walls: site.walls.map((w) => (w.id === 'sewing-hall' ? { ...w, length: measured(inches(50)), openings: [], obstacles: [] } : w)),
    }));
    const house = { ...short, site: { ...short.site, boxes: short.site.boxes.map((b) => (b.id === 'hall-box' ? { ...b, place: { ...b.place, from: 'right-end', distance: measured(inches(10)) } } : b)) } } as House; // prettier-ignore
    const unfit = planOf(inHouse(sewing, house)).unfit;
    expect(unfit[0]!.errors[0]).toMatchObject({ message: expect.stringMatching(/Sewing box would reach from .* outside it/) });
    // what was wrong already doesn’t keep an edit from being saved; something new that is wrong does
    expect(checkJobIn({ ...sewing, note: 'a thought' }, house, [sewing], sewing).ok).toBe(true);
    expect(checkJobIn({ ...sewing, note: 'a thought' }, house, [])).toMatchObject({
      ok: false,
      errors: expect.arrayContaining([expect.objectContaining({ path: '/changes/0/box/place/distance/mm' })]),
    });
  });
});

describe('the circuit of a new box', () => {
  it('is that of the box its cable comes from, whatever was noted when it was planned; what is plugged in there hangs on it too', () => {
    const other = edited((site) => ({ ...site, boxes: site.boxes.map((b) => (b.id === 'hall-box' ? { ...b, circuitId: 'c9' } : b)) }));
    const { planned } = planOf(inHouse(sewing, other));
    expect(planned.boxes.find((b) => b.id === 'sewing-box')!.circuitId).toBe('c9');
    expect(planned.loads.filter((l) => l.boxId === 'sewing-box').map((l) => l.circuitId)).toEqual(['c9', 'c9']);
    // what was there stays where it was
    expect(planned.loads.find((l) => l.id === 'hall-heater')!.circuitId).toBe('c4');
    expect(aquariumAlcove.found.boxes.find((b) => b.id === 'alcove-box')!.circuitId).toBe('c5');
  });
});

describe('the circuit of new boxes, in a small house', () => {
  const old = siteWith({ boxes: [boxOn('old', 'n', 30, { circuitId: 'c3' }), boxOn('bare', 's', 30)] });
  const on = (site: Site, changes: Change[]) =>
    Object.fromEntries(planOf(jobAt(site, changes)).planned.boxes.map((b) => [b.id, b.circuitId]));
  const [setA, runA] = outlet(boxOn('a', 'n', 60), 'old') as [Change, Change];
  const [setB, runB] = outlet(boxOn('b', 'n', 90), 'a') as [Change, Change];
  /** Its cable’s ends the other way round. */
  const turned = (c: Change): Change =>
    c.do === 'run-cable' ? { ...c, cable: { ...c.cable, ends: [c.cable.ends[1], c.cable.ends[0]] } } : c;
  it('goes on from box to box, in whatever order they are planned and whichever end is named first', () => {
    for (const changes of [
      [setA, runA, setB, runB],
      [setB, setA, runB, runA],
      [setB, setA, turned(runB), turned(runA)],
    ])
      expect(on(old, changes)).toMatchObject({ old: 'c3', a: 'c3', b: 'c3', bare: undefined });
  });
  it('of a box whose circuit nobody knows it is not known either, whatever was noted for the new one', () => {
    const [set, run] = outlet(boxOn('a', 'n', 60, { circuitId: 'c1' }), 'bare') as [Change, Change];
    expect(on(old, [set, run])['a']).toBeUndefined();
    // without a cable it stays as it was said
    expect(on(old, [set])['a']).toBe('c1');
  });
  it('a cable from the panel brings a circuit of its own: to its box, and on from there', () => {
    const own: Change = { id: 'own', title: 'Own', do: 'add-breaker', circuit: { ...old.circuits[0]!, id: 'c9', number: '9' } };
    const way = { key: '', title: 'Way', feed: 'panel', legs: [], holes: [], openings: [], drillFrom: [], chases: [], outside: [], bends: 0, loops: 0, open: false, past: [] }; // prettier-ignore
    const fromPanel = (c: Change): Change => (c.do === 'run-cable' ? { ...c, way, cable: { ...c.cable, ends: [{ label: 'panel' }, c.cable.ends[1]] } } : c); // prettier-ignore
    expect(on(old, [own, setA, fromPanel(runA), setB, runB])).toMatchObject({ a: 'c9', b: 'c9', old: 'c3' });
    // of two breakers each cable has the one put in before it; one that is put in last serves what came before as well
    const second: Change = { id: 'second', title: 'Own', do: 'add-breaker', circuit: { ...old.circuits[0]!, id: 'c11', number: '11' } };
    expect(on(old, [own, setA, fromPanel(runA), second, setB, fromPanel(runB)])).toMatchObject({ a: 'c9', b: 'c11' });
    expect(on(old, [setA, fromPanel(runA), own])['a']).toBe('c9');
    // a cable whose other end nobody followed is none from the panel, and without a breaker it brings none
    const loose = fromPanel(runA);
    expect(on(old, [own, setA, loose.do === 'run-cable' ? { ...loose, way: undefined } : loose])['a']).toBeUndefined();
    expect(on(old, [setA, fromPanel(runA)])['a']).toBeUndefined();
  });
  it('what is newly plugged in hangs on it too; what was there before stays on its own', () => {
    const load = { id: 'new', circuitId: 'c1', name: 'lamp', watts: 60, continuous: false, fixed: false, boxId: 'a' };
    const plug: Change = { id: 'plug', title: 'Lamp', do: 'plug-in', load };
    const { planned } = planOf(jobAt({ ...old, loads: [{ ...load, id: 'was', circuitId: 'c1' }] }, [setA, runA, plug]));
    expect(planned.loads.map((l) => [l.id, l.circuitId])).toEqual([['was', 'c1'], ['new', 'c3']]); // prettier-ignore
  });
});

describe('points by the UK way whose box is gone', () => {
  it('stay, and where they are is not known any more; the other circuits are the same ones', () => {
    const point = (id: string, boxId?: string) => ({ id, name: id, kind: 'twin' as const, ...(boxId === undefined ? {} : { boxId }) });
    const circuit = (id: string, ...points: ReturnType<typeof point>[]) => ({ id, name: id, number: '1', shape: 'radial' as const, points, runs: [] }); // prettier-ignore
    const list = [circuit('a', point('p', 'gone'), point('q', 'kept'), point('r')), circuit('b', point('s', 'kept'))];
    const left = withoutBoxes(list, (id) => id === 'gone')!;
    expect(left[0]!.points).toEqual([point('p'), point('q', 'kept'), point('r')]);
    expect([left[1], withoutBoxes(undefined, () => true)]).toEqual([list[1], undefined]);
    expect(left[1]).toBe(list[1]);
  });
});

describe('a change that rests on another that doesn’t fit', () => {
  const site = siteWith({ boxes: [boxOn('b', 'e', 40)] });
  const names = (changes: Change[]) => planOf(jobAt(site, changes)).unfit.map((u) => [u.change.id, u.restsOn?.id]);
  const refused = (changes: Change[], of: Site = site) => {
    const checked = checkJobIn(bareJob(jobAt(of, changes)), houseAt(of), []);
    return checked.ok ? [] : checked.errors.map((e) => e.path);
  };
  it('has nothing wrong of its own: of a box beyond the wall’s end its cable and its face are not named beside it', () => {
    // wall e is 96 in long
    const changes = outlet(boxOn('n', 'e', 200), 'b');
    expect(names(changes)).toEqual([['set-n', undefined], ['run-n', 'set-n'], ['put-n', 'set-n']]); // prettier-ignore
    expect(refused(changes)).toEqual(['/changes/0/box/place/distance/mm']);
  });
  it('what lacks something that nobody brings is named, beside the other', () => {
    const [place, run, put] = outlet(boxOn('n', 'e', 200), 'gone') as [Change, Change, Change];
    // the cable lacks the box that it comes from first
    expect(names([place, run, put])).toEqual([['run-n', undefined], ['set-n', undefined], ['put-n', 'set-n']]); // prettier-ignore
    expect(refused([place, run, put])).toEqual(['/changes/1', '/changes/0/box/place/distance/mm']);
    expect(refused(outlet(boxOn('n', 'e', 60), 'gone'))).toEqual(['/changes/1']);
  });
  it('a point of a circuit by the UK way lacks its box as well', () => {
    const far = sampleJob(sampleHouse(), 'own radial', { outlet: { name: 'Heater', kind: 'fused unit' }, place: { wallId: 'parlour-w1', face: 'A', fromLeft: mm(9000), bottom: mm(457) } }); // prettier-ignore
    expect(planOf(far).unfit.map((u) => [u.change.do, u.restsOn?.do])).toEqual([['place-box', undefined], ['add-final', 'place-box']]); // prettier-ignore
  });
});
