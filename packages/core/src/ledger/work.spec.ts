/** What a job works at, gathered from its list of changes, on the small house: boxes with their part in it, cables, lampholders, in which order. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import type { Change, JobInHouse } from '../model/index.js';
import { cable, device, inch, outlet, renew } from '../panel/smallJob.testing.js';
import { planned, siteOf, smallJob, wings } from './smallLedger.testing.js';
import { inPlaceBoxes, numbered, oldFreeEnds, outletBoxes, runsAt, runTo, workOf } from './work.js';
import { boxesAlike, inWiringOrder, lampsAlike, wiringOf } from './wired.js';
import { foundBench, plannedBench } from './workBox.js';

const roles = (job: JobInHouse) => workOf(job).boxes.map((b) => [b.box.id, b.role, b.feeds]);
const job = (...changes: Change[]): JobInHouse => smallJob({ boxes: [wings('c', 72)] }, changes);
const out: Change = { id: 'out', title: 'Out', do: 'remove-device', deviceId: 'a-d' };
const fresh = device('a', 'duplex-15', { tamperResistant: true });
const lamp = (n: number): Change => ({ id: `set-l${n}`, title: 'Lamp', do: 'place-lamp', lamp: { id: `lamp${n}`, name: `lamp ${n}`, roomId: 'den', x: inches(24 * n), y: inches(40), watts: 9, box: 'octagon-2-1/8', circuitId: 'c1' } }); // prettier-ignore
const lit = (n: number, from: string): Change => ({ id: `run-l${n}`, title: 'Run', do: 'run-cable', cable: cable(`l${n}`, `lamp${n}`, { ends: [{ boxId: from, label: from }, { boxId: `lamp${n}`, label: `lamp ${n}` }] }) }); // prettier-ignore

describe('boxes', () => {
  it('the one that feeds stands first, then the new one; each once', () => {
    expect(roles(job(...planned()))).toEqual([['a', 'opened', true], ['b', 'new', false]]); // prettier-ignore
    // whatever of it stands first in the list of changes
    expect(roles(job(planned()[0]!, planned()[2]!, planned()[1]!))).toEqual([['a', 'opened', true], ['b', 'new', false]]); // prettier-ignore
    expect(roles(job(renew(siteOf(), 'a', { kind: 'wings-1g-14' }), ...planned()))).toEqual([['a', 'altered', true], ['b', 'new', false]]); // prettier-ignore
  });
  it('each kind of change opens its own boxes, and the circuit’s opens none', () => {
    const none: Change[] = [{ id: 'x', title: 'X', do: 'alter-circuit', circuitId: 'c1', with: { arcFault: 'breaker' } }, { id: 'y', title: 'Y', do: 'unplug', loadId: 'l1' }]; // prettier-ignore
    const put: Change = { id: 'p', title: 'P', do: 'place-device', device: device('c', 'duplex-15', { id: 'c-2' }) };
    const exchange: Change = { id: 'e', title: 'E', do: 'replace-device', deviceId: 'a-d', device: fresh };
    expect([roles(job(out)), roles(job(exchange)), roles(job(put)), roles(job(renew(siteOf(), 'a'))), roles(job(...none))]).toEqual([
      [['a', 'opened', false]],
      [['a', 'opened', false]],
      [['c', 'opened', false]],
      [['a', 'altered', false]],
      [],
    ]);
    const wiring = { id: 'c', of: { cables: [], devices: [] }, joints: [], pigtails: [] };
    expect(roles(job({ id: 'w', title: 'W', do: 'wire-box', wiring }))).toEqual([['c', 'opened', false]]);
    expect(roles(job({ id: 'w', title: 'W', do: 'wire-box', wiring: { ...wiring, id: 'at-panel', panelEndOf: 'feed' } }))).toEqual([]);
    // two changes of one box, and one that no longer fits
    expect(roles(job(out, renew(siteOf(), 'a')))).toEqual([['a', 'altered', false]]);
    expect(roles(job({ ...out, deviceId: 'ghost' } as Change))).toEqual([]);
  });
  it('outlets that the work ends at: new ones and those renewed in place; a renewed one that feeds is none', () => {
    const of = (...changes: Change[]) => [outletBoxes(workOf(job(...changes))), inPlaceBoxes(workOf(job(...changes)))].map((l) => l.map((b) => b.box.id)); // prettier-ignore
    expect([of(...planned()), of(renew(siteOf(), 'a')), of(renew(siteOf(), 'a'), ...planned()), of(out)]).toEqual([[['b'], []], [['a'], ['a']], [['b'], []], [[], []]]); // prettier-ignore
  });
  it('with their wall, room, circuit, and what was and is in them', () => {
    const [a, b] = workOf(job(...planned(), out)).boxes;
    expect([a!.wall.id, a!.room.id, a!.circuit!.id, a!.hadDevices.length, a!.devices.length, a!.was!.id]).toEqual(['e', 'den', 'c1', 1, 0, 'a']); // prettier-ignore
    expect([b!.was, b!.hadDevices, b!.devices.map((d) => d.id), b!.cables.map((c) => c.cable.id)]).toEqual([
      undefined,
      [],
      ['b-d'],
      ['to-b'],
    ]);
    // 7 in by the school; 2 3/4 in of box and 3 beyond are less than the 6 that code asks for
    expect([b!.freeEnd!.leaveMm / 25.4, b!.freeEnd!.neededMm / 25.4]).toEqual([expect.closeTo(7, 9), expect.closeTo(6, 9)]);
    expect(workOf(job(...planned({ kind: 'other', width: inch(2), height: inch(3) }))).boxes[1]!.freeEnd).toBeUndefined();
    expect(workOf(job(...planned(), out)).circuits.map((c) => c.id)).toEqual(['c1']);
  });
  it('a step of the second box has the second name; new boxes are not counted', () => {
    expect([numbered('open', 0), numbered('open', 1), numbered('open', 2)]).toEqual(['open', 'open-2', 'open-3']);
    const w = workOf(job(...planned(), { id: 'p', title: 'P', do: 'place-device', device: device('c', 'duplex-15', { id: 'c-2' }) }));
    expect(w.boxes.map((b) => [b.box.id, b.role === 'new' ? '' : oldFreeEnds(w, b).step])).toEqual([['a', 'open-source'], ['b', ''], ['c', 'open-source-2']]); // prettier-ignore
    expect(oldFreeEnds(w, w.boxes[0]!).key).toBe('free-source-old');
  });
});

describe('cables', () => {
  it('straight in one wall: 16 in along, a bend at each end and one stud; free ends and sheath at both', () => {
    const [r] = workOf(job(...planned())).runs;
    expect([r!.from!.box.id, r!.to.box.id, r!.crossings.map((x) => x.stud.x / 25.4), r!.blocks]).toEqual(['a', 'b', [expect.closeTo(48, 9)], []]); // prettier-ignore
    const terms = r!.run!.sums.run.terms.map((t) => [t.label, t.value / 25.4]);
    expect(terms.slice(0, 3)).toEqual([
      ['sideways between the boxes', expect.closeTo(16, 9)],
      ['up or down', 0],
      ['through the wall', 0],
    ]);
    expect(r!.run!.sums.finished.terms.slice(1, 3).map((t) => t.value / 25.4)).toEqual([7, 7]);
    // up, and through half the wall of 3 1/2 in and two boards of 1/2
    const place = { from: 'left-end' as const, toward: 'right' as const, to: 'centre' as const, distance: inch(56), bottom: inch(40) };
    const back = workOf(job(...planned({ place, face: 'B' }))).runs[0]!;
    expect(back.run!.sums.run.terms.slice(0, 3).map((t) => t.value / 25.4)).toEqual([expect.closeTo(0, 9), expect.closeTo(26, 9), expect.closeTo(2.25, 9)]); // prettier-ignore
    // between two faces no stud is bored
    expect(back.crossings).toEqual([]);
  });
  it('between two walls without a way there is no length; nor with a box of no depth', () => {
    expect(workOf(job(...planned({ wallId: 'n' }))).runs[0]!.run).toBeUndefined();
    expect(workOf(job(...planned({ kind: 'other', width: inch(2), height: inch(3) }))).runs[0]!.run).toBeUndefined();
  });
  it('from the panel it comes from no box; which cable feeds a box, and which end in it', () => {
    const home = workOf(job(...outlet(wings('b', 56), 'a', { ends: [{ label: 'panel' }, { boxId: 'b', label: 'box b' }] }))); // prettier-ignore
    expect([home.runs[0]!.from, home.runs[0]!.to.box.id, roles(job(...outlet(wings('b', 56), 'a', { ends: [{ label: 'panel' }, { boxId: 'b', label: 'b' }] })))]).toEqual([undefined, 'b', [['b', 'new', false]]]); // prettier-ignore
    const w = workOf(job(...planned(), ...outlet(wings('d', 88), 'b')));
    const at = (id: string) => w.boxes.find((b) => b.box.id === id)!;
    expect([runTo(w, at('b'))!.cable.id, runTo(w, at('a')), runsAt(w, at('b')).map((r) => r.cable.id)]).toEqual(['to-b', undefined, ['to-b', 'to-d']]); // prettier-ignore
  });
  it('wired from the far end on: the last box first, where the power comes from last', () => {
    const chain = workOf(job(...planned(), ...outlet(wings('d', 88), 'b')));
    expect(inWiringOrder(chain).map((b) => b.box.id)).toEqual(['d', 'b', 'a']);
    expect(inWiringOrder(workOf(job(out))).map((b) => b.box.id)).toEqual(['a']);
  });
});

describe('wired alike', () => {
  it('boxes with the same landings are said once, an old one by itself', () => {
    const row = (n: number) => workOf(job(...Array.from({ length: n }, (_, i) => outlet(wings(`n${i + 1}`, 10 + 20 * i, {}, 'n'), i ? `n${i}` : 'a')).flat())); // prettier-ignore
    // the last one ends the run: it is wired otherwise
    expect(boxesAlike(row(4)).map((g) => g.names)).toEqual(['box n4', 'box n3 to box n1, alike', 'box a']);
    expect(boxesAlike(row(3)).map((g) => [g.names, g.all.length])).toEqual([['box n3', 1], ['box n2 and box n1, alike', 2], ['box a', 1]]); // prettier-ignore
    const w = row(2);
    expect(wiringOf(w, w.boxes[0]!)).toBe(wiringOf(w, w.boxes[0]!));
  });
  it('lampholders: the last of a row alone', () => {
    const w = workOf(job(lamp(1), lamp(2), lamp(3), lit(1, 'a'), lit(2, 'lamp1'), lit(3, 'lamp2')));
    expect([w.lamps.map((l) => l.lamp.id), w.lampRuns.map((r) => [r.cable.id, r.to.lamp.id])]).toEqual([['lamp1', 'lamp2', 'lamp3'], [['l1', 'lamp1'], ['l2', 'lamp2'], ['l3', 'lamp3']]]); // prettier-ignore
    expect([w.runs, lampsAlike(w).map((g) => g.names)]).toEqual([[], ['lamp 1 and lamp 2, alike', 'lamp 3']]);
    expect(workOf(job({ ...lamp(1), lamp: { ...(lamp(1) as Extract<Change, { do: 'place-lamp' }>).lamp, roomId: 'gone' } } as Change)).lamps).toEqual([]); // prettier-ignore
  });
});

describe('on the bench', () => {
  it('new cables are as long as the plan says, with what is left free; what was found has none of it', () => {
    const w = workOf(job(...planned()));
    const made = plannedBench(w).cables.find((c) => c.id === 'to-b')!;
    expect([made.lengthMm, made.freeMm.map((n) => n / 25.4)]).toEqual([expect.closeTo(w.runs[0]!.run!.runMm, 6), [7, 7]]);
    expect([plannedBench(w).boxes.map((b) => b.id), foundBench(w).boxes.map((b) => b.id), foundBench(w).cables.map((c) => c.id)]).toEqual([['a', 'b'], ['a'], ['feed']]); // prettier-ignore
  });
});
