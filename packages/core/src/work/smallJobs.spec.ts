/**
 * What comes after what in whole jobs of a den and a shop: an outlet, two, one from another; boxes of two circuits; the panel; lamps; a
 * raceway; open framing. Orders by the two schools of outage and by what nobody looked at (handbook 1, 5, 26).
 */
import { describe, expect, it } from 'vitest';
import { workOf } from '../ledger/index.js';
import type { Box, Change, JobInHouse, Site, Wall } from '../model/index.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { stepsOf, toolsByStep, toolsOfSteps } from './index.js';
import { cable, device, inch, jobAt, outlet, renew } from '../panel/smallJob.testing.js';

const site = (part: Parameters<typeof siteWith>[0] = {}, wall: Partial<Wall> = { bayLooked: 'seen' }): Site => {
  const base = siteWith({
    boxes: [boxOn('one', 'e', 20, { circuitId: 'c1' }), boxOn('three', 's', 30, { circuitId: 'c3' })],
    cables: [cable('k1', 'one'), cable('k3', 'three')],
    devices: [device('one'), device('three')],
    loads: [],
    ...part,
  });
  return { ...base, walls: base.walls.map((v) => ({ ...v, ...wall })) };
};
const EARLY = { schools: { outage: 'off at the start' } } as const;
const ids = (job: JobInHouse): string[] => stepsOf(job).map((s) => s.id);
const after = (job: JobInHouse, id: string): string[] => stepsOf(job).find((s) => s.id === id)!.after;
const minutes = (job: JobInHouse, id: string) => stepsOf(job).find((s) => s.id === id)!.minutes;
const NEW = outlet(boxOn('new', 'e', 26), 'one');
const alter = (id: string, withWhat: object): Change => ({ id: `alter-${id}`, title: 'Protect it', do: 'alter-circuit', circuitId: id, with: withWhat }); // prettier-ignore

it('nothing planned, nothing to do', () => expect(stepsOf(jobAt(site(), []))).toEqual([]));

describe('one outlet from the box beside it', () => {
  it('new side first: the breaker is off last, once the new side is connected', () => {
    const job = jobAt(site(), NEW);
    expect(ids(job)).toEqual([
      ...['prepare', 'mark-out', 'cut-opening', 'set-new-box', 'wire-new', 'breaker-off', 'prove-dead'],
      ...['open-source', 'fish', 'wire-source', 'close-boxes', 'energise', 'test', 'record'],
    ]);
    expect([after(job, 'breaker-off'), after(job, 'fish'), after(job, 'wire-source'), after(job, 'close-boxes'), after(job, 'energise'), after(job, 'test')]).toEqual([
      ...[['wire-new'], ['open-source', 'set-new-box'], ['fish', 'wire-new'], ['wire-source'], ['close-boxes'], ['energise']],
    ]); // prettier-ignore
    expect([after(job, 'set-new-box'), after(job, 'record')]).toEqual([['cut-opening'], ['test']]);
  });
  it('off at the start: everything behind the proof; the old box is opened before the new side is set', () => {
    const job = jobAt(site(), NEW, EARLY);
    expect(ids(job)).toEqual([
      ...['prepare', 'breaker-off', 'prove-dead', 'mark-out', 'cut-opening', 'open-source', 'fish', 'set-new-box', 'wire-new'],
      ...['wire-source', 'close-boxes', 'energise', 'test', 'record'],
    ]);
    expect([after(job, 'breaker-off'), after(job, 'cut-opening'), after(job, 'fish'), after(job, 'set-new-box')]).toEqual([
      ...[['prepare'], ['mark-out', 'prove-dead'], ['open-source', 'cut-opening'], ['fish', 'prove-dead']],
    ]);
    expect(
      stepsOf(job)
        .find((s) => s.id === 'cut-opening')!
        .dead.map((t) => t.words),
    ).toEqual(['circuit 1']);
  });
  it('a bay that nobody looked into: marked, then off, then cut, whatever the school', () => {
    const job = jobAt(site({}, {}), NEW);
    expect(ids(job).slice(0, 6)).toEqual(['prepare', 'mark-out', 'breaker-off', 'prove-dead', 'cut-opening', 'open-source']);
    expect(after(job, 'breaker-off')).toEqual(['mark-out']);
  });
  it('a stud between whose far bay nobody looked into is enough to be off first', () => {
    const looks = { bayLooked: undefined, looks: [inch(40)] } as unknown as Partial<Wall>;
    const far = outlet(boxOn('new', 'e', 40), 'one');
    expect(ids(jobAt(site({}, looks), far)).slice(1, 4)).toEqual(['mark-out', 'breaker-off', 'prove-dead']);
    const both = { bayLooked: undefined, looks: [inch(20), inch(40)] } as unknown as Partial<Wall>;
    expect(ids(jobAt(site({}, both), far)).slice(1, 5)).toEqual(['mark-out', 'cut-opening', 'cross-studs', 'set-new-box']);
  });
  it('the opening at a stud is closed again; several are said as several', () => {
    const one = stepsOf(jobAt(site(), outlet(boxOn('new', 'e', 40), 'one')));
    expect(one.map((s) => s.id).slice(-7)).toEqual(['test', 'patch', 'coat-1', 'coat-2', 'coat-3', 'paint', 'record']);
    expect([one.find((s) => s.id === 'patch')!.title, one.find((s) => s.id === 'patch')!.after]).toEqual(['Close the opening at the stud', ['test']]); // prettier-ignore
    const two = stepsOf(jobAt(site(), outlet(boxOn('new', 'e', 56), 'one')));
    expect(two.find((s) => s.id === 'patch')!.title).toBe('Close the openings at the studs');
    expect(one.at(-1)!.after).toEqual(['paint']);
  });
  it('between open studs nothing is closed again, and it is looked at before it is covered', () => {
    const faces = (w: Site) => w.walls.find((v) => v.id === 'e')!.faces;
    const open = { faces: { A: { ...faces(site()).A, open: true as const }, B: { ...faces(site()).B, open: true as const } } };
    const job = jobAt(site({}, open), outlet(boxOn('new', 'e', 40), 'one'));
    expect(ids(job)).toEqual([
      ...['prepare', 'mark-out', 'nail-box', 'cross-studs', 'set-new-box', 'inspect-rough', 'close-wall', 'wire-new', 'breaker-off', 'prove-dead'],
      ...['open-source', 'fish', 'wire-source', 'close-boxes', 'energise', 'test', 'record'],
    ]); // prettier-ignore
    expect([after(job, 'inspect-rough'), after(job, 'wire-new')]).toEqual([['set-new-box'], ['set-new-box', 'close-wall']]);
  });
});

describe('two outlets', () => {
  it('each from its own box of another circuit: off one for one, both tested at the end', () => {
    const changes = [...NEW, ...outlet(boxOn('other', 's', 36), 'three')];
    const job = jobAt(site(), changes);
    expect(ids(job).filter((x) => /breaker|prove|energise|open|close|test/.test(x))).toEqual([
      ...['cut-opening', 'cut-opening-2', 'breaker-off', 'prove-dead', 'breaker-off-2', 'prove-dead-2', 'open-source', 'open-source-2'],
      ...['close-boxes', 'close-boxes-2', 'energise', 'energise-2', 'test'],
    ]);
    expect([after(job, 'close-boxes'), after(job, 'close-boxes-2'), after(job, 'test')]).toEqual([['wire-source'], ['wire-source-2'], ['energise', 'energise-2']]); // prettier-ignore
  });
  it('one from the other: the far one is connected before the near, the near before the old', () => {
    const job = jobAt(site(), [...NEW, ...outlet(boxOn('far', 'e', 29), 'new')]);
    expect(after(job, 'wire-new')).toEqual(['set-new-box', 'wire-new-2']);
    expect(after(job, 'set-new-box')).toEqual(['cut-opening', 'cut-opening-2']);
    expect(after(job, 'wire-source')).toEqual(['fish', 'wire-new']);
    expect(ids(job).filter((x) => x.startsWith('open-source'))).toEqual(['open-source']);
  });
  it('both from one box: it is opened once, and closed when both cables are in it', () => {
    const job = jobAt(site(), [...NEW, ...outlet(boxOn('far', 'e', 29), 'one')]);
    expect(ids(job).filter((x) => /source|fish/.test(x))).toEqual(['open-source', 'fish', 'wire-source', 'fish-2', 'wire-source-2']);
    expect([after(job, 'fish-2'), after(job, 'close-boxes')]).toEqual([
      ['open-source', 'set-new-box-2'],
      ['wire-source', 'wire-source-2'],
    ]);
  });
});

describe('boxes that are there', () => {
  it('of two circuits: one is on again before the next is off', () => {
    const job = jobAt(site(), [renew(site(), 'one'), renew(site(), 'three')]);
    expect(ids(job).filter((x) => /breaker|energise|close|test/.test(x))).toEqual([
      ...['breaker-off', 'close-boxes', 'energise', 'breaker-off-2', 'close-boxes-2', 'energise-2', 'test'],
    ]);
    expect([after(job, 'close-boxes'), after(job, 'close-boxes-2')]).toEqual([['wire-source'], ['wire-source-2']]);
  });
  it('where a breaker is exchanged too, both are off till the panel is done; its outage lies between closed boxes and power', () => {
    const job = jobAt(site(), [renew(site(), 'one'), renew(site(), 'three'), alter('c1', { arcFault: 'breaker' })]);
    expect(ids(job).filter((x) => /breaker|energise|close|prove/.test(x))).toEqual([
      ...['breaker-off', 'prove-dead', 'breaker-off-2', 'prove-dead-2', 'close-boxes', 'close-boxes-2', 'breaker-off-3', 'prove-dead-3'],
      ...['swap-breaker', 'energise-3', 'energise', 'energise-2'],
    ]);
    expect([after(job, 'breaker-off-3'), after(job, 'energise-3'), after(job, 'energise'), after(job, 'energise-2')]).toEqual([
      ...[['close-boxes', 'close-boxes-2'], ['swap-breaker'], ['close-boxes', 'energise-3'], ['close-boxes-2', 'energise-3']],
    ]);
    expect(stepsOf(job)[0]!.cautions[0]).toMatch(/new breaker: the service lugs stay live/);
    expect(stepsOf(jobAt(site(), [renew(site(), 'one')]))[0]!.cautions).toEqual([]);
  });
  it('raised: marked while power is on, its old opening closed at the end', () => {
    const raised: Partial<Box> = { place: { ...boxOn('one', 'e', 20).place, bottom: inch(40) } };
    const job = jobAt(site(), [renew(site(), 'one', raised)]);
    expect(ids(job)).toEqual([
      ...['prepare', 'mark-out', 'breaker-off', 'prove-dead', 'open-source', 'free-box', 'cut-opening', 'set-new-box', 'wire-source'],
      ...['close-boxes', 'energise', 'test', 'patch', 'coat-1', 'coat-2', 'coat-3', 'paint', 'record'],
    ]);
    expect([after(job, 'breaker-off'), stepsOf(job).find((s) => s.id === 'patch')!.title]).toEqual([['prepare', 'mark-out'], 'Close the old opening']); // prettier-ignore
  });
  it('a device alone: plates take as long as there are devices; protection as the first outlet comes before power', () => {
    const swap: Change = { id: 'swap', title: 's', do: 'replace-device', deviceId: 'one-d', device: device('one', 'duplex-20') };
    const job = jobAt(site(), [swap, alter('c1', { arcFault: 'device upstream' })]);
    expect(ids(job)).toEqual([
      ...['prepare', 'breaker-off', 'prove-dead', 'open-source', 'wire-source', 'protect-first', 'close-boxes', 'energise', 'test', 'record'],
    ]); // prettier-ignore
    expect(after(job, 'close-boxes').sort()).toEqual(['protect-first', 'wire-source']);
    // one device 5 to 10 min
    expect(minutes(job, 'close-boxes')).toEqual({ middle: 5, bad: 10 });
    const two = site({ boxes: [boxOn('one', 'e', 20, { circuitId: 'c1', gangs: 2 }), boxOn('three', 's', 30, { circuitId: 'c3' })], devices: [device('one'), device('one', 'duplex-15', { id: 'x' })] }); // prettier-ignore
    expect(minutes(jobAt(two, [swap]), 'close-boxes')).toEqual({ middle: 10, bad: 20 });
  });
  it('beside something new each keeps to the outage of its own circuit', () => {
    const job = jobAt(site(), [...NEW, renew(site(), 'three')]);
    expect(ids(job).filter((x) => /breaker|prove|open-source|close|energise/.test(x))).toEqual([
      ...['breaker-off', 'prove-dead', 'breaker-off-2', 'prove-dead-2', 'open-source', 'open-source-2', 'close-boxes', 'close-boxes-2'],
      ...['energise', 'energise-2'],
    ]);
    expect(after(job, 'close-boxes-2')).toEqual(['wire-source-2']);
  });
});

describe('a circuit of its own', () => {
  const own: Change[] = [
    { id: 'own', title: 'New circuit', do: 'add-breaker', circuit: { id: 'c5', number: '5', name: 'kiln', voltsNominal: 120, breakerA: 20 }, breaker: { id: 'b5', circuitId: 'c5', space: 2, poles: 1 } } as Change, // prettier-ignore
    { id: 'set-new', title: 'Set it', do: 'place-box', box: boxOn('new', 'n', 30, { circuitId: 'c5' }) },
    { id: 'run-new', title: 'Run', do: 'run-cable', cable: cable('home', 'new') },
    { id: 'put-new', title: 'Device', do: 'place-device', device: device('new', 'duplex-20') },
  ];
  it('the new side, then the main off, the breaker set, cover on, the main and the new breaker on', () => {
    const job = jobAt(site(), own);
    expect(ids(job)).toEqual([
      ...['prepare', 'mark-out', 'cut-opening', 'set-new-box', 'wire-new', 'breaker-off', 'prove-dead', 'panel-connect', 'close-boxes'],
      ...['energise', 'test', 'record'],
    ]);
    expect([after(job, 'panel-connect'), after(job, 'close-boxes')]).toEqual([['prove-dead', 'wire-new'], ['panel-connect']]);
    expect(stepsOf(job).find((s) => s.id === 'energise')!.title).toBe('Main on, then the new breaker');
    expect(stepsOf(job)[0]!.cautions).toEqual(['The plan asks for a new breaker: the service lugs stay live with the main off. Unless you are licensed, have a licensed electrician do it.']); // prettier-ignore
    expect(stepsOf(job).find((s) => s.id === 'test')!.says).toEqual(['Both halves of every new outlet.']);
  });
  it('together with an old box of another circuit: the main first, both closed, both on', () => {
    const job = jobAt(site(), [...own, renew(site(), 'three')]);
    expect(ids(job).filter((x) => /breaker|prove|panel|open-source|close|energise/.test(x))).toEqual([
      ...['breaker-off', 'prove-dead', 'breaker-off-2', 'prove-dead-2', 'panel-connect', 'open-source', 'close-boxes', 'close-boxes-2'],
      ...['energise', 'energise-2'],
    ]);
  });
});

it('on a raceway nothing waits for a cut, and the covers are on before power', () => {
  const wires = { sheath: 'single wires' as const, ground: 'green' as const };
  const box = boxOn('new', 'e', 40, { kind: 'surface-1g' as never });
  const job = jobAt(site(), outlet(box, 'one', wires));
  expect(ids(job)).toEqual([
    ...['prepare', 'mark-out', 'mount-track', 'pull-wires', 'wire-new', 'breaker-off', 'prove-dead', 'open-source', 'fish', 'wire-source'],
    ...['covers', 'close-boxes', 'energise', 'test', 'record'],
  ]);
  expect([after(job, 'breaker-off'), after(job, 'fish'), after(job, 'wire-source'), after(job, 'close-boxes')]).toEqual([
    ...[['wire-new'], ['open-source', 'pull-wires'], ['fish', 'wire-new'], ['covers']],
  ]);
});

it('lamps: hung, cabled and connected before the switch’s breaker is off', () => {
  const lamp = { id: 'l1', name: 'Lamp 1', roomId: 'den', x: 500, y: 500, box: 'octagon-1-1/2', watts: 9, circuitId: 'c1' };
  const changes = [
    ...outlet(boxOn('new', 'e', 26), 'one', {}, 'switch-15'),
    { id: 'place-l1', title: 'l', do: 'place-lamp', lamp },
    { id: 'run-l1', title: 'r', do: 'run-cable', cable: cable('to-l1', 'l1', { ends: [{ boxId: 'new', label: 'new' }, { boxId: 'l1', label: 'Lamp 1' }] }) }, // prettier-ignore
  ] as Change[];
  const job = jobAt(site(), changes);
  expect(ids(job).slice(0, 9)).toEqual(['prepare', 'mark-out', 'cut-opening', 'lamp-boxes', 'lamp-cable', 'wire-lamps', 'set-new-box', 'wire-new', 'breaker-off']); // prettier-ignore
  expect([after(job, 'set-new-box'), after(job, 'wire-new')]).toEqual([
    ['cut-opening', 'lamp-cable'],
    ['set-new-box', 'wire-lamps'],
  ]);
  const early = jobAt(site(), changes, EARLY);
  expect(ids(early).slice(0, 4)).toEqual(['prepare', 'breaker-off', 'prove-dead', 'mark-out']);
  const blind = jobAt(site({}, {}), changes);
  expect(after(blind, 'breaker-off').sort()).toEqual(['lamp-boxes', 'lamp-cable', 'mark-out', 'wire-lamps']);
});

describe('tools', () => {
  it('each with the step that it is for first, and at how many more; those of nothing are not carried', () => {
    const tools = toolsByStep([jobAt(site(), NEW)]);
    const of = (tool: RegExp) => tools.find((t) => tool.test(t.tool))?.for;
    expect(of(/^tape measure/)).toBe('Mark out the opening for box new');
    // proved dead, tested
    expect(of(/^tester and meter/)).toBe('Prove it dead, and 1 more');
    // set, connected, opened, connected, closed
    expect(of(/^screwdrivers/)).toBe('Cable into box new, box into the wall, and 4 more');
    expect(of(/^drill/)).toBeUndefined();
    expect(of(/a stick cut to the height/)).toBeUndefined();
  });
  it('of several jobs with the job’s name', () => {
    const two = [jobAt(site(), NEW), jobAt(site(), [renew(site(), 'three')], { id: 'k', name: 'K' })];
    const tape = toolsByStep(two).find((t) => t.tool.startsWith('tape measure'))!;
    expect(tape.for).toMatch(/^J: Mark out the opening for box new/);
    // the same step of another job counts as one more
    expect(toolsByStep(two).find((t) => t.tool.startsWith('breaker lock'))!.for).toBe('J: Breaker 1 off, locked or labelled, and 1 more');
  });
  it('a nailed box wants its hammer and its stick: where one is set, and only if it is nailed', () => {
    const steps = stepsOf(jobAt(site(), NEW));
    const stick = (nailed: boolean) => toolsOfSteps([{ id: 'j', name: 'J', steps, nailed }]).find((t) => /stick/.test(t.tool))?.for;
    expect([stick(true), stick(false)]).toEqual(['Cable into box new, box into the wall', undefined]);
    const faces = site().walls.find((v) => v.id === 'e')!.faces;
    const open = { faces: { ...faces, A: { ...faces.A, open: true as const } } };
    const nails = (kind: string, wall: Partial<Wall>, role: 'new' | 'old' = 'new') => {
      const box = boxOn('new', 'e', 26, { kind: kind as never });
      const job = jobAt(site({}, wall), role === 'new' ? outlet(box, 'one') : [renew(site(), 'one', { kind: kind as never })]);
      expect(workOf(job).boxes.length).toBeGreaterThan(0);
      return toolsByStep([job]).some((t) => /stick/.test(t.tool));
    };
    expect([nails('nail-on-1g-20', open), nails('nail-on-1g-20', { bayLooked: 'seen' }), nails('other', open), nails('nail-on-1g-20', open, 'old')]).toEqual([true, false, false, false]); // prettier-ignore
  });
});
