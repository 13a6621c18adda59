/**
 * What is switched off together, on a den and a shop with two circuits: four boxes of circuit 1, circuit 3, one where both meet, and one whose
 * breaker nobody knows. Which go off together follows from what hangs in which box.
 */
import { describe, expect, it } from 'vitest';
import { workOf } from '../ledger/index.js';
import { inches } from '../measure/index.js';
import { measured, type Box, type Change, type Circuit, type JobInHouse, type Site } from '../model/index.js';
import { siteWith, sub } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { stepsOf } from './index.js';
import { cable, device, jobAt, renew as replaced } from '../panel/smallJob.testing.js';
import { breakerSwaps, circuitsIn, firstOutlets, isolationOf, isolationsOf, off, on } from './isolation.js';

const site = (part: Partial<Omit<Site, 'circuits' | 'panel'>> = {}): Site => {
  const boxes = [
    boxOn('one', 'n', 30, { circuitId: 'c1' }),
    boxOn('three', 's', 30, { circuitId: 'c3' }),
    boxOn('both', 'w', 30, { circuitId: 'c1' }),
    boxOn('nobody', 'n2', 30),
  ];
  return siteWith({
    boxes,
    loads: [],
    cables: [
      cable('k1', 'one'),
      cable('k3', 'three'),
      cable('kb1', 'both'),
      // traced to the other circuit by what its black turned out to be
      cable('kb3', 'both', { uses: [{ is: 'hot', circuitId: 'c3' }, { is: 'neutral', circuitId: 'c3' }] }),
      cable('kn', 'nobody'),
    ],
    devices: ['one', 'three', 'both', 'nobody'].map((id) => device(id)),
    ...part,
  }); // prettier-ignore
};
const job = (changes: Change[], at: Site = site()): JobInHouse => jobAt(at, changes);
/** Another box in place of that one: it is opened for it. */
const renew = (id: string, at: Site = site()): Change => replaced(at, id);
const groups = (changes: Change[], at?: Site) => isolationsOf(workOf(job(changes, at))).map((i) => i.targets.map((t) => t.words));

describe('what goes off together', () => {
  it('one box: its circuit alone, with a proof that is the only one', () => {
    const [only, ...rest] = isolationsOf(workOf(job([renew('one')])));
    expect([only!.n, only!.main, rest]).toEqual([0, false, []]);
    expect(only!.targets).toEqual([{ key: 'c1', words: 'circuit 1', off: 'breaker-off', prove: 'prove-dead', on: 'energise', sole: true }]);
    expect(only!.boxes.map((x) => [x.box.box.id, x.keys])).toEqual([['one', ['c1']]]);
  });
  it('two boxes of two circuits: one after the other, each with steps of its own, neither the only one', () => {
    const two = isolationsOf(workOf(job([renew('one'), renew('three')])));
    expect(two.map((i) => i.targets.map((t) => [t.words, t.off, t.prove, t.on, t.sole]))).toEqual([
      [['circuit 1', 'breaker-off', 'prove-dead', 'energise', false]],
      [['circuit 3', 'breaker-off-2', 'prove-dead-2', 'energise-2', false]],
    ]);
  });
  it('a box where both meet takes both, and what was apart till then with it, whatever the order', () => {
    expect(groups([renew('both')])).toEqual([['circuit 1', 'circuit 3']]);
    for (const order of [['one', 'three', 'both'], ['both', 'one', 'three'], ['one', 'both', 'three']]) {
      const [all, ...rest] = isolationsOf(workOf(job(order.map((id) => renew(id)))));
      expect([all!.targets.map((t) => t.words).sort(), all!.boxes.length, rest]).toEqual([['circuit 1', 'circuit 3'], 3, []]);
      expect(all!.targets.every((t) => !t.sole)).toBe(true);
    }
  }); // prettier-ignore
  it('a cable that is of another circuit brings it along, by its own note or by what its wires are', () => {
    expect(circuitsIn(workOf(job([renew('both')])), workOf(job([renew('both')])).boxes[0]!).map((c) => c.id)).toEqual(['c1', 'c3']);
    const noted = site({ cables: [cable('k1', 'one', { circuitId: 'c3' })] });
    expect(groups([renew('one', noted)], noted)).toEqual([['circuit 1', 'circuit 3']]);
  });
  it('a box whose breaker nobody knows: what feeds it, by its name', () => {
    expect(groups([renew('nobody')])).toEqual([['what feeds box nobody']]);
    expect(groups([renew('nobody'), renew('one')])).toEqual([['what feeds box nobody'], ['circuit 1']]);
    // one of its cables was traced: that circuit, and what feeds the rest
    const traced = site({ cables: [cable('kn', 'nobody', { circuitId: 'c3' })] });
    expect(groups([renew('nobody', traced)], traced)).toEqual([['circuit 3', 'what feeds box nobody']]);
  });
});

const alter = (id: string, withWhat: Partial<Circuit>): Change => ({
  id: `alter-${id}`,
  title: 'Protect it',
  do: 'alter-circuit',
  circuitId: id,
  with: withWhat,
});
const own = (panelId?: string): Change => ({ id: 'own', title: 'New circuit', do: 'add-breaker', circuit: { id: 'c5', number: '5', name: 'new', voltsNominal: 120, breakerA: 20, arcFault: 'breaker' }, breaker: { id: 'b5', circuitId: 'c5', space: 2, poles: 1 }, ...(panelId ? { panelId } : {}) }) as Change; // prettier-ignore

describe('the panel', () => {
  it('another breaker for a circuit there is: after its own outage the main is off, with a proof of its own', () => {
    const changes = [renew('one'), alter('c1', { arcFault: 'breaker' })];
    expect(breakerSwaps(workOf(job(changes)))).toHaveLength(1);
    const [first, panel] = isolationsOf(workOf(job(changes)));
    expect([first!.main, panel!.main, panel!.targets]).toEqual([
      false,
      true,
      [
        {
          key: 'panel',
          words: 'the panel',
          by: 'the main breaker',
          off: 'breaker-off-2',
          prove: 'prove-dead-2',
          on: 'energise-2',
          sole: false,
        },
      ],
    ]);
    expect(groups([renew('one'), alter('c3', { groundFault: 'breaker' })])).toEqual([['circuit 1'], ['the panel']]);
  });
  it('protection by the first outlet is work at the circuit, not in the panel; other alterations are neither', () => {
    const upstream = [renew('one'), alter('c3', { groundFault: 'device upstream' })];
    expect([firstOutlets(workOf(job(upstream))).length, breakerSwaps(workOf(job(upstream))).length]).toEqual([1, 0]);
    expect(groups(upstream)).toEqual([['circuit 1'], ['circuit 3']]);
    expect(groups([renew('one'), alter('c1', { arcFault: 'device upstream' })])).toEqual([['circuit 1']]);
    expect(groups([renew('one'), alter('c3', { arcFault: 'device upstream' })])).toEqual([['circuit 1'], ['circuit 3']]);
    expect(groups([renew('one'), alter('c3', { breakerA: 15 })])).toEqual([['circuit 1']]);
  });
  it('a circuit of its own: the main first, then what is opened; its own breaker is bought as it is, not exchanged', () => {
    expect(groups([own(), renew('one')])).toEqual([['the panel'], ['circuit 1']]);
    expect(breakerSwaps(workOf(job([own(), alter('c5', { groundFault: 'breaker' })])))).toEqual([]);
  });
  it('in a subpanel alone its feeder is off instead of the main; in both panels the main', () => {
    const behind = site({ subpanels: [{ ...sub({ breakers: [{ id: 'sb', circuitId: 'c3', space: 1, poles: 1 }] }), fedBy: 'b1' }] });
    const at: Site = { ...behind, panel: { ...behind.panel!, breakers: behind.panel!.breakers.filter((b) => b.circuitId !== 'c3') } };
    const of = (changes: Change[]) =>
      isolationsOf(workOf(job(changes, at))).map((i) => [i.main, i.subpanel, i.targets.map((t) => t.words)]);
    expect(of([alter('c3', { arcFault: 'breaker' })])).toEqual([[true, 's', ['the shop panel']]]);
    expect(of([own('s')])).toEqual([[true, 's', ['the shop panel']]]);
    expect(of([alter('c3', { arcFault: 'breaker' }), alter('c1', { arcFault: 'breaker' })])).toEqual([[true, undefined, ['the panel']]]);
  });
});

describe('what hangs behind an opening that is cut', () => {
  /** A box let in above another one, whose cable hangs there from the ceiling. */
  const above = (wallId: string, part: Partial<Box> = {}): Change => ({
    id: 'above',
    title: 'Box above',
    do: 'place-box',
    box: boxOn('above', wallId, 30, {
      place: { from: 'left-end', toward: 'right', to: 'centre', distance: measured(inches(30)), bottom: measured(inches(44)) },
      ...part,
    }),
  });
  it('is dead too, whichever circuit it is of, with the circuit of the job', () => {
    expect(groups([renew('one'), above('s')])).toEqual([['circuit 1', 'circuit 3']]);
    expect(groups([renew('one'), above('n2')])).toEqual([['circuit 1', 'what feeds box nobody']]);
    // beside it nothing hangs
    const aside = boxOn('aside', 's', 60);
    expect(groups([renew('one'), { id: 'aside', title: 'Box', do: 'place-box', box: aside }])).toEqual([['circuit 1']]);
    // a cable that was traced is of its own circuit, not of its box’s
    const traced = site({ cables: [cable('k1', 'one'), cable('k3', 'three', { circuitId: 'c1' })] });
    expect(groups([renew('one', traced), above('s')], traced)).toEqual([['circuit 1']]);
  });
  it('alone it is what is switched off; and its step says whose breaker nobody knows', () => {
    expect(groups([above('s')])).toEqual([['circuit 3']]);
    const w = workOf(job([renew('one'), above('n2')]));
    expect(off(w, isolationsOf(w)[0]!, undefined)[0]!.says.join()).toMatch(/Which breaker feeds box nobody is not known/);
  });
  it('nothing is cut for a box on the surface or in an open wall, nor for one that stays; the main takes all of them', () => {
    expect(groups([renew('one'), above('s', { kind: 'surface-1g' })])).toEqual([['circuit 1']]);
    const open = site({ walls: site().walls.map((w) => (w.id === 's' ? { ...w, faces: { ...w.faces, A: { ...w.faces.A, open: 'joists' } } } : w)) as Site['walls'] }); // prettier-ignore
    expect(groups([renew('one', open), above('s')], open)).toEqual([['circuit 1']]);
    expect(groups([own(), above('s')])).toEqual([['the panel']]);
    // a box that is only opened is not cut for: the cable of another hangs behind it untouched
    const low = boxOn('low', 's', 30, { circuitId: 'c1', place: { ...boxOn('x', 's', 30).place, bottom: measured(inches(44)) } });
    const both = site({ boxes: [...site().boxes, low], devices: [...site().devices, device('low')] });
    const opened: Change = { id: 'd', title: 'Face', do: 'replace-device', deviceId: 'low-d', device: device('low', 'ground-fault-15') };
    expect(groups([opened], both)).toEqual([['circuit 1']]);
    expect(groups([renew('low', both)], both)).toEqual([['circuit 1', 'circuit 3']]);
  });
});

describe('which of them a box is opened in', () => {
  it('the one that has it; a new box in none', () => {
    const w = workOf(job([renew('one'), renew('three'), { id: 'n', title: 'Box', do: 'place-box', box: boxOn('new', 'e', 30) }]));
    const list = isolationsOf(w);
    const of = (id: string) =>
      isolationOf(
        list,
        w.boxes.find((b) => b.box.id === id)!,
      )?.n;
    expect([of('one'), of('three'), of('new')]).toEqual([0, 1, undefined]);
    const both = workOf(job([renew('one'), renew('both')]));
    expect(both.boxes.map((b) => isolationOf(isolationsOf(both), b)?.n)).toEqual([0, 0]);
  });
});

describe('its steps, as they are read', () => {
  const draft = (changes: Change[], n = 0, at?: Site) => {
    const w = workOf(job(changes, at));
    const iso = isolationsOf(w)[n]!;
    const [out, dead] = off(w, iso, ['before']);
    return { out: out!, dead: dead!, back: on(w, iso, ['x']) };
  };
  it('one breaker, two breakers, one that nobody knows, the main', () => {
    expect(draft([renew('one')]).out.title).toBe('Breaker 1 off, locked or labelled');
    expect(draft([renew('both')]).out.title).toMatch(/^Breakers 1 and 3 off/);
    expect(draft([renew('nobody')]).out.title).toBe('The breaker that feeds the source box off, locked or labelled');
    expect(draft([renew('nobody')]).out.says.join()).toMatch(/Which breaker feeds box nobody is not known/);
    expect(draft([renew('one')]).out.says.join()).not.toMatch(/not known/);
    expect(draft([own()]).out.title).toMatch(/^The main off/);
  });
  it('what stays live is said of each: a service lug by the main, the line side of a tripped face by a breaker', () => {
    expect(draft([own()]).out.cautions.join()).toMatch(/service lugs.*stay live/);
    expect(draft([renew('one')]).out.cautions.join()).toMatch(/ground-fault receptacle is not isolation/);
    expect([draft([own()]).out.says.length, draft([renew('one')]).out.says.length]).toEqual([3, 2]);
    expect(draft([renew('both')]).out.says.join()).toMatch(/Switch all of them off/);
  });
  it('a proof names what it proves; with several boxes each is tested, with its circuits', () => {
    const { dead } = draft([renew('one')]);
    expect([dead.dead, dead.proves].map((l) => l.map((t) => t.key))).toEqual([['c1'], ['c1']]);
    expect(dead.says.join()).toMatch(/Test box one: hot to neutral/);
    expect(dead.says.join()).not.toMatch(/each box/);
    const all = draft([renew('one'), renew('both')]).dead.says.join();
    expect(all).toMatch(/each box that is opened: box one \(circuit 1\); box both \(circuit 1 and 3\)/);
    // no face to test at
    const bare = site({ devices: [] });
    expect(draft([renew('one', bare)], 0, bare).dead.says.join()).toMatch(/has no face to test at/);
    expect(draft([own()]).dead.says.join()).toMatch(/both bus bars/);
  });
  it('time for each breaker that is labelled, each box and each circuit that is proved', () => {
    const times = ({ out, dead }: ReturnType<typeof draft>) => [out.time[0]!.count, dead.time[0]!.count];
    expect([times(draft([renew('one')])), times(draft([renew('both')])), times(draft([own()]))]).toEqual([[1, 1], [2, 2], [1, 1]]); // prettier-ignore
    expect(times(draft([renew('one'), renew('both')]))).toEqual([2, 2]);
  });
  it('on again: a new breaker with a test button is tried', () => {
    expect(draft([own()]).back.title).toBe('Main on, then the new breaker');
    expect(draft([own()]).back.says.join()).toMatch(/test button of the new breaker/);
    expect([draft([renew('one')]).back.title, draft([renew('one')]).back.alters]).toEqual(['Breaker on', true]);
    expect(draft([renew('one'), alter('c1', { arcFault: 'breaker' })], 1).back.title).toBe('Main on');
    expect(draft([renew('one')]).back.says.join()).not.toMatch(/test button/);
  });
  it('one breaker of several is switched off as one; several at the main as none', () => {
    expect(draft([renew('one')]).out.says).toContain('Switch it off; lock it or tape a label over the handle.');
    expect(draft([own()]).out.says).toContain('Switch it off; lock it or tape a label over the handle.');
    expect(draft([own()]).out.says.join()).toMatch(/barrier over the service lugs/);
    expect(draft([renew('one')]).out.says.join()).not.toMatch(/barrier|cover off/);
  });
  it('a subpanel: dead by its feeder, whose lugs stay live behind its own main', () => {
    const behind = site({ subpanels: [{ ...sub({ breakers: [{ id: 'sb', circuitId: 'c3', space: 1, poles: 1 }] }), fedBy: 'b1' }] });
    const at: Site = { ...behind, panel: { ...behind.panel!, breakers: behind.panel!.breakers.filter((b) => b.circuitId !== 'c3') } };
    const { out, dead, back } = draft([alter('c3', { arcFault: 'breaker' })], 0, at);
    expect(out.title).toMatch(/^[A-Z].* off, locked or labelled$/);
    expect(out.says.join()).toMatch(/A lamp that does not hang on the shop panel/);
    expect(out.cautions.join()).toMatch(/the feeder’s lugs stay live/);
    expect(dead.says.join()).toMatch(/another panel.*Test the feeder’s lugs and both bus bars/);
    expect(back.title).toMatch(/^[A-Z].* on$/);
    // its own box, where another circuit of the same panel is: by its number
    expect(groups([alter('c3', { arcFault: 'breaker' }), renew('one', at)], at)).toEqual([['circuit 1'], ['the shop panel']]);
  });
  it('where no box is opened the outlet that is opened first is tested', () => {
    const { dead } = draft([alter('c3', { groundFault: 'device upstream' })]);
    expect(dead.says.join()).toMatch(/Test the outlet that is opened first/);
    expect(dead.place).toEqual({ words: 'panel' });
    expect(draft([renew('one')]).dead.place).toEqual({ words: 'box one', boxId: 'one', wallId: 'n', roomId: 'den' });
    expect(dead.cautions).toHaveLength(1);
  });
  it('the new breaker is tried for what it is planned to be: ground fault as well, and not where it is a plain one', () => {
    const plain = { ...own(), circuit: { id: 'c5', number: '5', name: 'new', voltsNominal: 120, breakerA: 20 } } as Change;
    expect(draft([plain]).back.says).toHaveLength(2);
    expect(draft([plain, alter('c5', { groundFault: 'breaker' })]).back.says.join()).toMatch(/test button of the new breaker/);
    expect(draft([own(), renew('one')], 1).back.says).toHaveLength(2);
    expect(draft([renew('one')]).back.time).toEqual([{ kind: 'switch on', count: 1 }]);
  });
  it('every step that opens a box waits for the proof of what hangs in it', () => {
    for (const s of stepsOf(job([renew('one'), renew('three')])).filter((x) => x.id.startsWith('open-source')))
      expect(s.dead).toHaveLength(1);
  });
});
