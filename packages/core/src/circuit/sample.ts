/** Small runs of boxes wired in the ordinary way: ground for tests, benchmarks and a bench that starts with something on it. */
import {
  PANEL,
  GROUND_BAR,
  NEUTRAL_BAR,
  emptyBench,
  type Bench,
  type BenchCable,
  type BenchDevice,
  type Joint,
  type WireEnd,
} from '../model/index.js';

export interface RunOptions {
  boxes: number;
  lengthMm?: number;
  gauge?: 14 | 12;
  amps?: number;
  /** first box holds a protective receptacle, the rest hangs on its LOAD screws */
  protectedFirst?: boolean;
}

const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });

/** A breaker, a cable to the first box, and from box to box; each box a duplex fed through its screws, grounds spliced with a pigtail. */
export function runOfBoxes({ boxes, lengthMm = 6000, gauge = 14, amps = 15, protectedFirst = false }: RunOptions, prefix = ''): Bench {
  const bench = emptyBench();
  const id = (name: string): string => `${prefix}${name}`;
  const breaker = id('breaker');
  bench.breakers.push({ id: breaker, number: '4', amps, leg: 'A', kind: 'plain', curve: 'US', on: true });
  const cables: BenchCable[] = [];
  const devices: BenchDevice[] = [];
  const joints: Joint[] = [];
  for (let i = 0; i < boxes; i++) {
    const box = id(`box${i + 1}`);
    bench.boxes.push({ id: box, name: `Box ${i + 1}`, material: 'plastic', gangs: 1, volumeIn3: 22.5 });
    cables.push({
      id: id(`cable${i + 1}`),
      name: i === 0 ? 'panel to box 1' : `box ${i} to box ${i + 1}`,
      gauge,
      colours: ['black', 'white', 'bare'],
      lengthMm,
      ends: [i === 0 ? PANEL : id(`box${i}`), box],
      sides: ['top', 'top'],
      freeMm: [180, 180],
    });
    const form = protectedFirst && i === 0 ? ('ground-fault' as const) : ('duplex' as const);
    devices.push({
      id: id(`device${i + 1}`),
      name: `Receptacle ${i + 1}`,
      boxId: box,
      form,
      ratingA: 15,
      brassTab: true,
      silverTab: true,
      up: false,
      tripped: false,
      powerFactor: 1,
    });
  }
  const terminal = (box: string, device: string, name: string, ends: WireEnd[]): Joint => ({
    id: `${device}-${name.replace(/ /g, '-')}${box === PANEL ? `-${joints.length}` : ''}`,
    boxId: box,
    kind: 'terminal',
    at: { device, terminal: name },
    how: 'side screw',
    ends,
  });
  joints.push(
    terminal(PANEL, breaker, 'screw', [end(id('cable1'), 0, 0)]),
    { ...terminal(PANEL, NEUTRAL_BAR, 'screw', [end(id('cable1'), 1, 0)]), id: id('neutral-bar-1') },
    { ...terminal(PANEL, GROUND_BAR, 'screw', [end(id('cable1'), 2, 0)]), id: id('ground-bar-1') },
  );
  for (let i = 0; i < boxes; i++) {
    const box = id(`box${i + 1}`);
    const device = id(`device${i + 1}`);
    const [into, on] = [id(`cable${i + 1}`), id(`cable${i + 2}`)];
    const more = i + 1 < boxes;
    const names =
      devices[i]!.form === 'ground-fault'
        ? ['line brass', 'line silver', 'load brass', 'load silver']
        : ['brass upper', 'silver upper', 'brass lower', 'silver lower'];
    joints.push(terminal(box, device, names[0]!, [end(into, 0, 1)]), terminal(box, device, names[1]!, [end(into, 1, 1)]));
    if (more) joints.push(terminal(box, device, names[2]!, [end(on, 0, 0)]), terminal(box, device, names[3]!, [end(on, 1, 0)]));
    if (!more) joints.push(terminal(box, device, 'green', [end(into, 2, 1)]));
    else {
      const tail = id(`tail${i + 1}`);
      bench.pigtails.push({ id: tail, boxId: box, colour: 'bare', gauge, lengthMm: 152 });
      joints.push(
        {
          id: id(`grounds${i + 1}`),
          boxId: box,
          kind: 'splice',
          how: 'twist-on',
          ends: [end(into, 2, 1), end(on, 2, 0), { pigtailId: tail, end: 0 }],
        },
        terminal(box, device, 'green', [{ pigtailId: tail, end: 1 }]),
      );
    }
  }
  return { ...bench, cables, devices, joints };
}

/** Two breakers on a cable with two hots and one neutral, to one box where each hot feeds a load of its own. */
export function sharedNeutralRun(ohmA: number, ohmB: number, legs: ['A', 'B'] | ['A', 'A'] = ['A', 'B']): Bench {
  const bench = emptyBench();
  bench.breakers.push(
    { id: 'b1', number: '1', amps: 20, leg: legs[0], kind: 'plain', curve: 'US', on: true, tiedTo: 'b3' },
    { id: 'b3', number: '3', amps: 20, leg: legs[1], kind: 'plain', curve: 'US', on: true, tiedTo: 'b1' },
  );
  bench.boxes.push({ id: 'box', name: 'Kitchen box', material: 'plastic', gangs: 2, volumeIn3: 34 });
  bench.cables.push({
    id: 'run',
    name: 'kitchen run',
    gauge: 12,
    colours: ['black', 'red', 'white', 'bare'],
    lengthMm: 1000,
    ends: [PANEL, 'box'],
    sides: ['top', 'top'],
    freeMm: [180, 180],
  });
  const volts = 120;
  for (const [i, ohm] of [ohmA, ohmB].entries())
    bench.devices.push({
      id: `load${i + 1}`,
      name: i === 0 ? 'load on black' : 'load on red',
      boxId: 'box',
      form: 'appliance',
      ratingA: 15,
      brassTab: true,
      silverTab: true,
      up: false,
      tripped: false,
      watts: (volts * volts) / ohm,
      powerFactor: 1,
    });
  for (const i of [0, 1])
    bench.pigtails.push(
      { id: `n${i + 1}`, boxId: 'box', colour: 'white', gauge: 12, lengthMm: 150 },
      { id: `g${i + 1}`, boxId: 'box', colour: 'bare', gauge: 12, lengthMm: 150 },
    );
  const at = (device: string, terminal: string) => ({ device, terminal });
  bench.joints.push(
    { id: 'p1', boxId: PANEL, kind: 'terminal', at: at('b1', 'screw'), ends: [end('run', 0, 0)] },
    { id: 'p2', boxId: PANEL, kind: 'terminal', at: at('b3', 'screw'), ends: [end('run', 1, 0)] },
    { id: 'p3', boxId: PANEL, kind: 'terminal', at: at(NEUTRAL_BAR, 'screw'), ends: [end('run', 2, 0)] },
    { id: 'p4', boxId: PANEL, kind: 'terminal', at: at(GROUND_BAR, 'screw'), ends: [end('run', 3, 0)] },
    { id: 'h1', boxId: 'box', kind: 'terminal', at: at('load1', 'hot'), ends: [end('run', 0, 1)] },
    { id: 'h2', boxId: 'box', kind: 'terminal', at: at('load2', 'hot'), ends: [end('run', 1, 1)] },
    {
      id: 'ns',
      boxId: 'box',
      kind: 'splice',
      how: 'twist-on',
      ends: [end('run', 2, 1), { pigtailId: 'n1', end: 0 }, { pigtailId: 'n2', end: 0 }],
    },
    {
      id: 'gs',
      boxId: 'box',
      kind: 'splice',
      how: 'twist-on',
      ends: [end('run', 3, 1), { pigtailId: 'g1', end: 0 }, { pigtailId: 'g2', end: 0 }],
    },
    { id: 'gt1', boxId: 'box', kind: 'terminal', at: at('load1', 'green'), ends: [{ pigtailId: 'g1', end: 1 }] },
    { id: 'gt2', boxId: 'box', kind: 'terminal', at: at('load2', 'green'), ends: [{ pigtailId: 'g2', end: 1 }] },
    { id: 'n1', boxId: 'box', kind: 'terminal', at: at('load1', 'neutral'), ends: [{ pigtailId: 'n1', end: 1 }] },
    { id: 'n2', boxId: 'box', kind: 'terminal', at: at('load2', 'neutral'), ends: [{ pigtailId: 'n2', end: 1 }] },
  );
  return bench;
}
