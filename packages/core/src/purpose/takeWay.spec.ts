/** Ways that leave their wall become jobs like any other: every wall, floor and panel they touch is judged, worked and recorded. */
import { describe, expect, it } from 'vitest';
import { openJobs, quinceStreet } from '../houses.testing.js';
import { lampsAlike, lampWiringOf, outletBoxes, plannedBench, wiringOf, workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
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
import { stepsOf } from '../work/index.js';
import { wiringIn } from '../wiring/index.js';
import { materialsOf } from '../takeoff/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from './index.js';

/** The demo job by its favourite way, as a person takes it. */
function taken(id: string, house: House = quinceStreet, title?: RegExp): JobInHouse {
  const open = inHouse(bareJob(openJobs.find((j) => j.id === id)!), house);
  const want = wantOf(open)!;
  const { options } = searchRoutes(house, want).found;
  const option = options.find((o) => !title || title.test(o.title))!;
  const parts = keptParts(house.site, want, option, routeDetail(house, want, option));
  return inHouse(bareJob(takeWay(open, parts).job), house);
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

describe('the model railway: a raceway off a ground-fault face, six boxes on two walls', () => {
  const job = taken('model-railway');
  const w = workOf(job);
  it('brings six boxes on the finish, wires from each to the next, and the raceway with its pieces', () => {
    const count = (what: string) => job.changes.filter((c) => c.do === what).length;
    expect(['place-box', 'run-cable', 'place-device', 'lay-raceway'].map(count)).toEqual([6, 6, 6, 1]);
    expect(w.runs.map((r) => `${r.from!.box.name} > ${r.to.box.name}`)).toEqual([
      'Shed box > Model railway 1',
      ...[1, 2, 3, 4, 5].map((n) => `Model railway ${n} > Model railway ${n + 1}`),
    ]);
    expect(w.runs.every((r) => r.cable.sheath === 'single wires' && r.cable.ground === 'green')).toBe(true);
    expect(checkJobIn(bareJob(job), quinceStreet, [])).toMatchObject({ ok: true });
  });
  it('everything along it is protected: the new wires go on the LOAD screws of the ground-fault face', () => {
    const source = w.boxes.find((b) => b.box.id === 'shed-box')!;
    const plan = wiringOf(w, source);
    const load = plan.joints.filter((j) => j.at?.name.startsWith('load'));
    expect(load.map((j) => [j.at!.name, j.leads[0]!.cableId])).toEqual([
      ['load silver', w.runs[0]!.cable.id],
      ['load brass', w.runs[0]!.cable.id],
    ]);
  });
  it('wires by hand: 24 in from the old box to the first, 36 on to the second and the third', () => {
    const lies = (r: (typeof w.runs)[number]) => r.traced!.legs.reduce((mm, l) => mm + l.lengthMm, 0) / 25.4;
    expect(w.runs.slice(0, 3).map((r) => Math.round(lies(r)))).toEqual([24, 36, 36]);
  });
  it('nothing is cut: no opening, no stud and no bay is asked about, and all of it is put up before the breaker is off', () => {
    expect(ledgerOf(job).filter((f) => ['stud', 'bay-looked', 'cavity', 'setback', 'sheath', 'securing'].includes(f.rule))).toEqual([]);
    const ids = stepsOf(job).map((s) => s.id);
    expect(ids.filter((i) => i.startsWith('cut'))).toEqual([]);
    expect(ids.slice(0, 4)).toEqual(['prepare', 'mark-out', 'mount-track', 'pull-wires']);
    expect(ids.indexOf('wire-new-6')).toBeLessThan(ids.indexOf('breaker-off'));
    expect(ids.slice(ids.indexOf('fish'))).toEqual(['fish', 'wire-source', 'covers', 'close-boxes', 'energise', 'test', 'record']);
  });
  it('every change is done by some step, and what to buy counts the like together', () => {
    const done = new Set(stepsOf(job).flatMap((s) => s.changeIds));
    expect(job.changes.filter((c) => !done.has(c.id))).toEqual([]);
    const row = (what: RegExp) => materialsOf(job).filter((m) => what.test(m.what));
    expect(row(/device box of a surface raceway/).map((m) => m.amount)).toEqual(['6']);
    expect(row(/single wire/).map((m) => m.what)).toEqual([
      '12 AWG single wire, black',
      '12 AWG single wire, white',
      '12 AWG single wire, green',
    ]);
    expect(row(/raceway track/)[0]!.amount).toBe('4');
  });
});

describe('a raceway up from a box in the middle of the bench wall, one outlet to either side', () => {
  const site = {
    ...quinceStreet.site,
    boxes: quinceStreet.site.boxes.map((b) =>
      b.id === 'shed-box' ? { ...b, place: { ...b.place, distance: measured(inches(70)), bottom: measured(inches(14)) } } : b,
    ),
  };
  const house: House = { ...quinceStreet, site };
  const railway = openJobs.find((j) => j.id === 'model-railway')!;
  const withSheet = (most12: number): JobInHouse => {
    const want = {
      ...railway.want!,
      places: [railway.want!.places[0]!, railway.want!.places[2]!],
      raceway: { ...railway.want!.raceway!, most12 },
    };
    const open = inHouse({ ...bareJob(railway), want }, house);
    const wanted = wantOf(open)!;
    const option = searchRoutes(house, wanted).found.options[0]!;
    detail = routeDetail(house, wanted, option);
    return inHouse(bareJob(takeWay(open, keptParts(site, wanted, option, detail)).job), house);
  };
  let detail: ReturnType<typeof routeDetail> | undefined;
  const job = withSheet(6);
  it('volts are told for the outlet that lies farther', () => {
    // just under 28 7/8 in up, 35 to the one side and 37 to the other, 3 in for each of two bends
    const [, on] = detail!.electrical.sums[0]!.terms;
    expect([on!.label, on!.value]).toEqual(['on to the outlet', expect.closeTo((28.87 + 37 + 6) / 12, 2)]);
  });
  it('both outlets get their wires from that box, each cable with its way from there', () => {
    expect(workOf(job).runs.map((r) => `${r.from!.box.name} > ${r.to.box.name}`)).toEqual(['Shed box > Model railway 1', 'Shed box > Model railway 2']); // prettier-ignore
    expect(job.changes.flatMap((c) => (c.do === 'run-cable' ? [c.way!.feed] : []))).toEqual(['shed-box', 'shed-box']);
    expect(checkJobIn(bareJob(job), house, [])).toMatchObject({ ok: true });
  });
  it('six wires go up through one track: that many are judged, not the three of one way', () => {
    const fill = (most12: number) => ledgerOf(withSheet(most12)).find((f) => f.rule === 'raceway-fill')!;
    expect([5, 6].map((n) => fill(n).verdict)).toEqual(['stop', 'ok']);
    expect(fill(6).sums[0]!.result.value).toBe(6);
  });
  it('its tee is bought, and is one of the turns that the wires are pulled through', () => {
    const { fittings } = workOf(job).raceway!;
    expect(fittings.map((f) => f.what)).toEqual(['base fitting over the existing box', 'device box', 'flat tee', 'device box']);
    expect(materialsOf(job).filter((m) => /flat tee/.test(m.what)).map((m) => m.amount)).toEqual(['1']); // prettier-ignore
    const pull = stepsOf(job).find((x) => x.id === 'pull-wires')!;
    expect(pull.time.find((t) => t.kind === 'turn of a cable')).toMatchObject({ count: 1 });
  });
});

describe('the cellar lights: a switch, and ten lampholders one after another', () => {
  const job = taken('cellar-lights');
  const w = workOf(job);
  it('brings a switch in its box, ten lampholders with their boxes, a cable to each', () => {
    expect([w.lamps.length, w.lampRuns.length]).toEqual([10, 10]);
    expect(w.boxes.at(-1)!.devices.map((d) => d.kind)).toEqual(['switch-15']);
    expect(w.lampRuns.every((r) => r.traced)).toBe(true);
    expect(checkJobIn(bareJob(job), quinceStreet, [])).toMatchObject({ ok: true });
  });
  it('fed at the switch: its hot comes in, the switched black goes on through nine lampholders alike to the tenth', () => {
    const plan = wiringOf(w, w.boxes.at(-1)!);
    expect(plan.joints.filter((j) => j.at?.name.startsWith('screw')).map((j) => j.leads[0]!.letter)).toEqual(['H', 'S']);
    expect(lampsAlike(w).map((g) => [g.names, g.wiring.joints.length])).toEqual([
      ['lamp 1 to lamp 9, alike', 6],
      ['lamp 10', 3],
    ]);
  });
  it('two 14-2 in a round box with clamps: 4 + 1 + 1 counts of 2 in³ are 12 of 15.5 (314.16(B))', () => {
    const fill = ledgerOf(job).find((f) => f.rule === 'box-fill' && f.subject === w.lamps[0]!.lamp.id)!;
    expect([fill.verdict, lampWiringOf(w, w.lamps[0]!).fill.neededIn3]).toEqual(['ok', 12]);
  });
  it('volts at the last lampholder: 5 A to the first, half an amp less to each next', () => {
    const drop = ledgerOf(job).find((f) => f.rule === 'voltage-drop')!;
    const amps = w.lampRuns.map((_, i) => (10 - i) * 0.5);
    // R of 14 AWG copper, 3.07 ohm per 1000 ft (NEC Chapter 9 Table 8, solid, from memory), there and back
    const byHand = w.lampRuns.reduce((v, r, i) => v + (2 * 3.07 * (r.traced!.run.runMm / 304.8) * amps[i]!) / 1000, 0);
    const shown = drop.sums[0]!.terms.filter((t) => /to lamp/.test(t.label)).reduce((v, t) => v + t.value, 0);
    expect(shown).toBeCloseTo(byHand, 1);
  });
  it('its new side is done first; the test speaks of lamps; nothing is left out of the steps', () => {
    const steps = stepsOf(job);
    const done = new Set(steps.flatMap((s) => s.changeIds));
    expect(job.changes.filter((c) => !done.has(c.id))).toEqual([]);
    expect(steps.map((s) => s.id)).toEqual(expect.arrayContaining(['lamp-boxes', 'lamp-bore', 'lamp-cable', 'wire-lamps']));
    expect(steps.find((s) => s.id === 'test')!.says[0]).toMatch(/every lamp lights/);
  });
});

describe('wiring by hand, and the way taken again', () => {
  const kiln = taken('kiln-corner');
  const box = plannedSite(kiln).boxes.at(-1)!;
  const by = (job: JobInHouse): JobInHouse => {
    const wiring = wiringIn(plannedSite(job), plannedBench(workOf(job)), box.id);
    return { ...job, changes: [...job.changes, { id: 'hand', title: 'Wiring of the kiln box, by hand', do: 'wire-box', wiring }] };
  };
  const again = (job: JobInHouse) => {
    const want = wantOf(job)!;
    const [option] = searchRoutes(quinceStreet, want).found.options;
    return takeWay(job, keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!)));
  };
  it('it stays, and is named, where the same cable and device lie in the box again', () => {
    const { job, kept, dropped } = again(by(kiln));
    expect([kept, dropped]).toEqual([['Wiring of the kiln box, by hand'], []]);
    expect(job.changes.some((c) => c.do === 'wire-box')).toBe(true);
  });
  it('it goes, and is named, where what it connected is gone', () => {
    const hand = by(kiln);
    const other = { ...hand, changes: hand.changes.map((c) => (c.do === 'wire-box' ? { ...c, wiring: { ...c.wiring, of: { ...c.wiring.of, devices: ['switch'] } } } : c)) }; // prettier-ignore
    const { job, kept, dropped } = again(other);
    expect([kept, dropped]).toEqual([[], ['Wiring of the kiln box, by hand']]);
    expect(job.changes.some((c) => c.do === 'wire-box')).toBe(false);
  });
});

describe('what every taken way has in common', () => {
  it('a job that has taken no way has one open point, and no steps', () => {
    for (const job of openJobs) expect(ledgerOf(job).map((f) => f.rule)).toEqual(['nothing-planned']);
  });
  it('every taken way of the demo survives the way to the server and back', () => {
    for (const id of ['kiln-corner', 'rain-barrel-pump', 'loom-lamp', 'model-railway', 'cellar-lights']) {
      const job = bareJob(taken(id));
      const thawed = JSON.parse(JSON.stringify(job)) as Job;
      expect(checkJobIn(thawed, quinceStreet, [])).toMatchObject({ ok: true });
      expect(ledgerOf(inHouse(thawed, quinceStreet))).toEqual(ledgerOf(inHouse(job, quinceStreet)));
    }
  });
});
