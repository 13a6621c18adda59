/** Ways that leave their wall become jobs like any other: every wall, floor and panel they touch is judged, worked and recorded. */
import { describe, expect, it } from 'vitest';
import { demoWanted, quinceStreet } from '../demo/index.js';
import { ledgerOf, outletBoxes, workOf } from '../ledger/index.js';
import { inches, printLength } from '../measure/index.js';
import {
  bareJob,
  checkJobIn,
  inHouse,
  measured,
  plannedSite,
  wantOf,
  type House,
  type Job,
  type JobInHouse,
  type Obstacle,
} from '../model/index.js';
import { keptWay } from '../route/index.js';
import { stepsOf } from '../steps/index.js';
import { materialsOf } from '../takeoff/index.js';
import { routeDetail, searchRoutes, takeWay } from './index.js';

/** The demo job by its favourite way, as a person takes it. */
function taken(id: string, house: House = quinceStreet, title?: RegExp): JobInHouse {
  const open = inHouse(bareJob(demoWanted.find((j) => j.id === id)!), house);
  const want = wantOf(open)!;
  const { options } = searchRoutes(house, want).found;
  const option = options.find((o) => !title || title.test(o.title))!;
  const { traced } = routeDetail(house, want, option);
  const way = keptWay(house.site, traced, { key: option.key, title: option.title, feed: option.feed.id, open: false });
  return inHouse(bareJob(takeWay(open, way, option.gauge).job), house);
}
const says = (job: JobInHouse) => stepsOf(job).map((s) => s.title);

describe('the kiln corner, on a circuit of its own under the floor', () => {
  const kiln = taken('kiln-corner');
  const work = workOf(kiln);
  it('brings a breaker in a free space, a 12 AWG cable with its way, a box, a 20 A face and its load', () => {
    expect(kiln.changes.map((c) => c.do)).toEqual(['add-breaker', 'place-box', 'run-cable', 'place-device', 'plug-in']);
    const planned = plannedSite(kiln);
    const breaker = planned.panel!.breakers.at(-1)!;
    // the demo: spaces 11 to 24 are free, 10 is covered
    expect(breaker.space).toBeGreaterThanOrEqual(11);
    expect(planned.circuits.at(-1)).toMatchObject({ breakerA: 20, number: `${breaker.space}` });
    // 1750 W ÷ 120 V = 14.6 A: more than the 12 A of a 15 A face (210.21(B)(2))
    expect(planned.devices.at(-1)!.kind).toBe('duplex-20');
    expect(checkJobIn(bareJob(kiln), quinceStreet, [])).toMatchObject({ ok: true });
  });
  it('is as long as by hand: 24 + 121.5 in under the floor, and up at both ends; eight joists bored', () => {
    const [run] = work.runs;
    expect(run!.from).toBeUndefined();
    expect(run!.traced!.counts.joists).toBe(8);
    expect(printLength(run!.run!.cutMm, 'in', { style: 'feet' })).toBe(`27' 6"`);
  });
  it('the load of the circuit is its own alone: 14.58 A × 1.25 = 18.2 A of 20', () => {
    const load = ledgerOf(kiln).find((f) => f.rule === 'circuit-load')!;
    expect([load.verdict, load.sums[0]!.result.value]).toEqual(['ok', expect.closeTo((1750 / 120) * 1.25, 6)]);
  });
  it('its ledger speaks of the panel, of every hole, and of volts over the whole cable from the panel', () => {
    const rules = ledgerOf(kiln).map((f) => f.rule);
    for (const rule of [
      'panel-licensed',
      'panel-stays-live',
      'panel-space',
      'panel-type',
      'stud-hole',
      'voltage-drop',
      'cable-length',
      'arc-fault',
    ])
      expect(rules).toContain(rule);
    const drop = ledgerOf(kiln).find((f) => f.rule === 'voltage-drop')!;
    expect(drop.sums[0]!.terms.map((t) => t.label).join()).toMatch(/panel to Kiln corner/);
    // the loom room asks for arc-fault protection, and one click gives the new breaker it
    const arc = ledgerOf(kiln).find((f) => f.rule === 'arc-fault')!;
    if (arc.verdict === 'stop')
      expect(arc.remedies[0]!.edits[0]).toMatchObject({
        op: 'put-change',
        change: { do: 'add-breaker', circuit: { arcFault: 'breaker' } },
      });
  });
  it('is worked new side first, the main off only for the panel’s own end, the breaker last', () => {
    const order = stepsOf(kiln).map((s) => s.id);
    expect(order.indexOf('bore-way')).toBeGreaterThan(0);
    expect(order.indexOf('panel-connect')).toBeGreaterThan(order.indexOf('prove-dead'));
    expect(order.indexOf('energise')).toBeGreaterThan(order.indexOf('panel-connect'));
    expect(says(kiln)).toContain('The main off, locked or labelled');
    const panel = stepsOf(kiln).find((s) => s.id === 'panel-connect')!;
    expect(panel.changeIds).toEqual(['own-circuit']);
    expect(panel.says.join(' ')).toMatch(/clamp.*neutral bar.*Breaker off, into space/);
  });
  it('what to buy names breaker, clamp, staples and sealant', () => {
    const what = materialsOf(kiln)
      .map((m) => m.what)
      .join('; ');
    expect(what).toMatch(/20 A .*breaker of the make and type listed.*cable clamp.*sealant/);
  });
});

describe('the rain-barrel pump, out through the pantry wall', () => {
  const pump = taken('rain-barrel-pump');
  it('ends at a protected, weather-resistant face under a cover, and knows sleeve and seal', () => {
    expect(outletBoxes(workOf(pump))[0]!.devices[0]).toMatchObject({ kind: 'ground-fault-15', weatherResistant: true, inUseCover: true });
    const what = materialsOf(pump)
      .map((m) => m.what)
      .join('; ');
    expect(what).toMatch(/in-use cover with its gasket.*liquid-tight sleeve.*exterior sealant/);
    expect(says(pump).some((t) => t.startsWith('Out through '))).toBe(true);
  });
});

describe('the loom lamp, in the brick of the chimney breast', () => {
  const lamp = taken('loom-lamp');
  it('chisels and mortars; nothing is said of a bay, for brick has none', () => {
    expect(outletBoxes(workOf(lamp))[0]!.box.kind).toMatch(/^masonry/);
    expect(says(lamp).join('; ')).toMatch(/chisel out.*Plaster the chase, first pass/);
    const rules = ledgerOf(lamp).map((f) => f.rule);
    expect(rules).not.toContain('bay-looked');
    expect(rules).not.toContain('same-bay');
    expect(materialsOf(lamp).map((m) => m.what)).toContain('mortar and plaster');
  });
});

describe('a way that was taken, and the house surveyed on', () => {
  const kiln = taken('kiln-corner');
  const wallId = kiln.changes.flatMap((c) => (c.do === 'run-cable' ? c.way!.legs.flatMap((l) => l.onWall?.wallId ?? []) : []))[0]!;
  const leg = kiln.changes.flatMap((c) => (c.do === 'run-cable' ? c.way!.legs : [])).find((l) => l.onWall?.wallId === wallId)!;
  const [from, to] = leg.onWall!.points as [{ u: number; z: number }, { u: number; z: number }];
  const pipe: Obstacle = {
    id: 'late-pipe',
    kind: 'pipe',
    x: measured(Math.min(from.u, to.u) - 10),
    z: measured((from.z + to.z) / 2 - 20),
    width: measured(Math.abs(from.u - to.u) + 40),
    height: measured(40),
  };
  const surveyed: House = {
    ...quinceStreet,
    site: {
      ...quinceStreet.site,
      walls: quinceStreet.site.walls.map((w) => (w.id === wallId ? { ...w, obstacles: [...w.obstacles, pipe] } : w)),
    },
  };
  it('a pipe in its bay stops it, and says where; what it was known to pass doesn’t', () => {
    expect(ledgerOf(kiln).some((f) => f.rule === 'way-blocked')).toBe(false);
    const blocked = ledgerOf(inHouse(bareJob(kiln), surveyed)).find((f) => f.rule === 'way-blocked')!;
    expect(blocked).toMatchObject({ verdict: 'stop', stage: 'route', says: expect.stringMatching(/a pipe was found there/) });
  });
  it('joists measured since are judged as measured', () => {
    const depth = (mm: number): House => ({
      ...quinceStreet,
      site: {
        ...quinceStreet.site,
        rooms: quinceStreet.site.rooms.map((r) => ({ ...r, joistsBelow: { ...r.joistsBelow, depth: measured(mm) } })),
      },
    });
    const verdicts = (house: House) =>
      ledgerOf(inHouse(bareJob(kiln), house))
        .filter((f) => f.rule === 'stud-hole' && /joist/.test(f.title))
        .map((f) => f.verdict);
    // 3/4 in through a 7 1/4 in joist keeps 2 in above and below; through a 2 in one it doesn't (IRC R502.8.1)
    expect(new Set(verdicts(depth(inches(7.25))))).toEqual(new Set(['ok']));
    expect(new Set(verdicts(depth(inches(2))))).toEqual(new Set(['stop']));
  });
});

describe('what is not worked yet', () => {
  it('a raceway and a run of lights keep their way and their sheet; nothing of them is planned', () => {
    for (const id of ['model-railway', 'cellar-lights']) {
      const job = taken(id);
      expect([job.changes, job.taken!.way.title.length > 0]).toEqual([[], true]);
      expect(stepsOf(job)).toEqual([]);
    }
  });
  it('a job that has taken no way has one open point, and no steps', () => {
    for (const job of demoWanted) expect(ledgerOf(job).map((f) => f.rule)).toEqual(['nothing-planned']);
  });
  it('every taken way of the demo survives the way to the server and back', () => {
    for (const id of ['kiln-corner', 'rain-barrel-pump', 'loom-lamp']) {
      const job = bareJob(taken(id));
      const thawed = JSON.parse(JSON.stringify(job)) as Job;
      expect(checkJobIn(thawed, quinceStreet, [])).toMatchObject({ ok: true });
      expect(ledgerOf(inHouse(thawed, quinceStreet))).toEqual(ledgerOf(inHouse(job, quinceStreet)));
    }
  });
});
