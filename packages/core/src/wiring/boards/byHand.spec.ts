/**
 * One box drawn to the last corner, worked out on paper from the rules of the drawing: conductors 22 apart, each to a screw in a lane of its
 * own 9 under the one before, splices in rows 34 high and 6 more for each wire over three, devices 84 by 176 with 116 between. A metal box
 * with three devices, two cables, and pigtails of every kind: to a device, to the box, joined at one end, joined at the other, at neither.
 */
import { describe, expect, it } from 'vitest';
import { emptyBench, type Bench, type BenchDevice, type Joint, type WireEnd } from '../../model/index.js';
import { benchDrawing, lineDrawing, type BenchDrawing } from './index.js';

const wire = (conductor: number, end: 0 | 1 = 1, cableId = 'a'): WireEnd => ({ cableId, conductor, end });
const tail = (pigtailId: string, end: 0 | 1): WireEnd => ({ pigtailId, end });
const joint = (id: string, kind: Joint['kind'], ends: WireEnd[], at?: [string, string]): Joint => ({ id, boxId: 'x', kind, ends, ...(at ? { at: { device: at[0], terminal: at[1] } } : {}) }); // prettier-ignore
const device = (id: string, form: BenchDevice['form']): BenchDevice => ({ id, name: id, boxId: 'x', form, ratingA: 15, brassTab: true, silverTab: true, up: false, tripped: false, powerFactor: 1 }); // prettier-ignore
const pigtail = (id: string, colour: 'white' | 'bare' | 'black') => ({ id, boxId: 'x', colour, gauge: 12 as const, lengthMm: 150 });
const BENCH: Bench = {
  ...emptyBench(),
  boxes: [{ id: 'x', name: 'X', material: 'metal', gangs: 2, volumeIn3: 34 }],
  cables: [
    { id: 'a', name: 'in', gauge: 12, colours: ['black', 'red', 'white', 'bare'], lengthMm: 1000, ends: ['elsewhere', 'x'], sides: ['top', 'top'], freeMm: [150, 150] }, // prettier-ignore
    { id: 'c', name: 'on', gauge: 12, colours: ['black', 'white', 'bare'], lengthMm: 1000, ends: ['x', 'elsewhere'], sides: ['top', 'top'], freeMm: [150, 150] }, // prettier-ignore
  ],
  devices: [device('g', 'ground-fault'), device('d', 'duplex'), device('s', 'switch')],
  pigtails: [pigtail('n', 'white'), pigtail('e1', 'bare'), pigtail('e2', 'bare'), pigtail('l1', 'black'), pigtail('l2', 'black'), pigtail('h', 'black'), pigtail('o', 'white')], // prettier-ignore
  joints: [
    joint('line', 'terminal', [wire(0)], ['g', 'line brass']),
    joint('red', 'terminal', [wire(1)], ['d', 'brass upper']),
    joint('whites', 'splice', [wire(2), tail('n', 0), wire(1, 0, 'c'), tail('o', 0)]),
    joint('nd', 'terminal', [tail('n', 1)], ['d', 'silver upper']),
    joint('grounds', 'splice', [wire(3), tail('e1', 0), tail('e2', 0)]),
    joint('gd', 'terminal', [tail('e1', 1)], ['d', 'green']),
    joint('gb', 'terminal', [tail('e2', 1)], ['box', 'screw']),
    joint('cap', 'cap', [wire(0, 0, 'c')]),
    joint('h', 'terminal', [tail('h', 0)], ['s', 'screw 1']),
  ],
};
const drawnWires = ({ wires }: BenchDrawing): string[] => wires.map((w) => `${w.key} ${w.letter || '-'}${w.loose ? ' loose' : ''}: ${w.points.join(' ')}; says it at ${w.label.join()}, ends at ${w.tip.join()}`); // prettier-ignore
const FRONT = [
  'a/0/1 H: 258,74 258,246 566,246 566,110 742,110 742,256 708,256; says it at 258,92, ends at 708,256',
  'a/1/1 R: 280,74 280,255 570,255 570,110 930,110 930,176 908,176; says it at 280,92, ends at 908,176',
  'a/2/1 N: 302,74 302,154 484,154; says it at 302,92, ends at 484,154',
  'a/3/1 G: 324,74 324,194 484,194; says it at 324,92, ends at 484,194',
  'c/0/0 H: 380,74 380,126 484,126; says it at 380,92, ends at 484,126',
  'c/1/0 N: 402,74 402,166 484,166; says it at 402,92, ends at 484,166',
  'c/2/0 G loose: 424,74 424,108; says it at 424,92, ends at 424,108',
  'n//0 -: ; says it at 0,0, ends at 502,163',
  'n//1 N: 502,163 584,163 584,358 802,358 802,176 824,176; says it at 528,163, ends at 824,176',
  'e1//0 -: ; says it at 0,0, ends at 502,200',
  'e1//1 G: 502,200 550,200 550,374 768,374 768,330 840,330 840,304; says it at 528,200, ends at 840,304',
  'e2//0 -: ; says it at 0,0, ends at 502,200',
  'e2//1 G: 502,200 474,200 474,416 492,416; says it at 528,200, ends at 492,416',
  'l1//0 H loose: 318,420 268,420; says it at 293,420, ends at 268,420',
  'l1//1 H loose: 318,420 368,420; says it at 343,420, ends at 368,420',
  'l2//0 H loose: 318,408 268,408; says it at 293,408, ends at 268,408',
  'l2//1 H loose: 318,408 368,408; says it at 343,408, ends at 368,408',
  'h//0 H: 1068,176 978,176 978,116 1130,116 1130,176 1108,176; says it at 1094,176, ends at 1108,176',
  'h//1 H loose: 1118,176 1154,162; says it at 1136,166, ends at 1154,162',
  'o//0 N: 502,163 522,163; says it at 516,163, ends at 522,163',
  'o//1 N loose: 502,163 538,149; says it at 520,153, ends at 538,149',
];

describe('the box', () => {
  const d = benchDrawing(BENCH);
  it('cables along the top from 16 in, 22 a conductor and 14 more, but no narrower than 70; 20 between them', () => {
    const [panel, box] = d.boxes;
    expect([panel!.x, panel!.width, box!.x, box!.width, d.width]).toEqual([12, 190, 12 + 190 + 26, 986, 228 + 986 + 26]);
    expect(box!.cables.map((c) => [c.x, c.width, c.kind, c.y])).toEqual([
      [228 + 16, 4 * 22 + 14, '12-3', 38],
      [244 + 102 + 20, 3 * 22 + 14, '12-2', 38],
    ]);
    const single = { ...BENCH, joints: [], pigtails: [], devices: [], cables: [{ ...BENCH.cables[0]!, colours: ['black', 'bare'] as ('black' | 'bare')[] }] }; // prettier-ignore
    expect(benchDrawing(single).boxes[1]!.cables[0]!.width).toBe(70);
    // without rows, screws or devices it is 190 wide and as high as a device would need
    expect([benchDrawing(single).boxes[1]!.width, benchDrawing({ ...single, boxes: [{ ...BENCH.boxes[0]!, material: 'plastic' }] }).height]).toEqual([242, 386]); // prettier-ignore
  });
  it('splices in rows: hots, neutrals, grounds; a row of four wires is 6 higher', () => {
    const rows = d.spots.filter((s) => s.kind !== 'terminal').map((s) => [s.key, s.kind, s.label, s.role, s.x, s.y, s.count]);
    // 109 to 143, to 183, to 217
    expect(rows).toEqual([
      ['joint cap', 'cap', 'cap', 'hot', 492, 126, 1],
      ['joint whites', 'splice', 'splice', 'neutral', 492, 163, 4],
      ['joint grounds', 'splice', 'splice', 'ground', 492, 200, 3],
    ]);
  });
  it('however many wires are in each, no fan reaches the next row, nor the first lane', () => {
    const many = (n: number): Bench => ({
      ...BENCH,
      pigtails: [
        ...BENCH.pigtails,
        ...Array.from({ length: n }, (_, i) => [pigtail(`w${i}`, 'white'), pigtail(`e${i + 9}`, 'bare')]).flat(),
      ],
      joints: BENCH.joints.map((j) =>
        j.id === 'whites' || j.id === 'grounds' ? { ...j, ends: [...j.ends, ...Array.from({ length: n }, (_, i) => tail(j.id === 'whites' ? `w${i}` : `e${i + 9}`, 0))] } : j), // prettier-ignore
    });
    for (const n of [0, 1, 3, 6]) {
      const { spots, wires } = benchDrawing(many(n));
      const [whites, grounds] = ['joint whites', 'joint grounds'].map((key) => spots.find((s) => s.key === key)!);
      const half = (count: number) => ((count - 1) / 2) * 6;
      expect(grounds!.y - whites!.y).toBeGreaterThan(half(whites!.count) + half(grounds!.count) + 10);
      const lane = wires.find((w) => w.key === 'a/0/1')!.points[1]![1];
      expect(lane - grounds!.y).toBeGreaterThan(half(grounds!.count) + 20);
    }
  });
  it('devices 62 right of the splices, 200 from one to the next, each with its slots', () => {
    expect(d.devices.map((x) => [x.id, x.x, x.y])).toEqual([['g', 492 + 70 + 62, 128], ['d', 824, 128], ['s', 1024, 128]]); // prettier-ignore
    expect(d.devices[1]!.faces.map((f) => [f.face, f.x, f.y, f.width, f.height, ...f.pins.map((p) => [p.pin, p.x, p.y])])).toEqual([
      ['upper', 840, 144, 52, 60, ['neutral', 856, 166], ['hot', 876, 166], ['ground', 866, 188]],
      ['lower', 840, 228, 52, 60, ['neutral', 856, 250], ['hot', 876, 250], ['ground', 866, 272]],
    ]);
  });
  it('screws of a device are named toward its middle, that of the box and the panel’s bars away from their wires', () => {
    const named = (key: string) => d.spots.find((s) => s.key === `terminal ${key}`)!;
    expect([named('x d silver upper'), named('x d brass lower'), named('x d green'), named('x box screw'), named('panel neutral-bar screw')].map((s) => [s.x, s.y, s.words])).toEqual([
      [824, 176, { x: 837, y: 180, anchor: 'start', text: 'silver' }],
      [908, 256, { x: 895, y: 260, anchor: 'end', text: 'brass' }],
      [840, 304, { x: 853, y: 309, anchor: 'start', text: 'green' }],
      [492, 416, { x: 508, y: 420, anchor: 'start', text: 'box screw' }],
      [68, 144, { x: 84, y: 148, anchor: 'start', text: 'neutral bar' }],
    ]); // prettier-ignore
    expect(named('x g line brass').words!.text).toBe('brass');
    expect(d.spots.filter((s) => s.count > 0 && s.kind === 'terminal').map((s) => `${s.device} ${s.terminal}: ${s.joint}`)).toEqual(['g line brass: line', 'd silver upper: nd', 'd brass upper: red', 'd green: gd', 's screw 1: h', 'box screw: gb']); // prettier-ignore
  });
  it('each wire from corner to corner', () => {
    expect(drawnWires(d)).toEqual(FRONT);
  });
  it('seen from behind, and with its cables from below: those that change', () => {
    const back = benchDrawing({ ...BENCH, cables: BENCH.cables.map((c) => ({ ...c, sides: ['bottom', 'bottom'] })) }, 'in', 'back');
    expect([d.height, back.height, back.boxes[1]!.cables.map((c) => c.y)]).toEqual([458, 458 + 92, [478, 478]]);
    expect(drawnWires(back).filter((w) => !FRONT.includes(w))).toEqual([
      'a/0/1 H: 258,478 258,246 590,246 590,256 624,256; says it at 258,460, ends at 624,256',
      'a/1/1 R: 280,478 280,255 584,255 584,358 802,358 802,176 824,176; says it at 280,460, ends at 824,176',
      'a/2/1 N: 302,478 302,154 484,154; says it at 302,460, ends at 484,154',
      'a/3/1 G: 324,478 324,194 484,194; says it at 324,460, ends at 484,194',
      'c/0/0 H: 380,478 380,126 484,126; says it at 380,460, ends at 484,126',
      'c/1/0 N: 402,478 402,166 484,166; says it at 402,460, ends at 484,166',
      'c/2/0 G loose: 424,478 424,442; says it at 424,460, ends at 424,442',
      'n//1 N: 502,163 570,163 570,110 930,110 930,176 908,176; says it at 528,163, ends at 908,176',
      'e1//1 G: 502,200 550,200 550,374 768,374 768,330 892,330 892,304; says it at 528,200, ends at 892,304',
      'h//0 H: 984,176 1002,176 1002,176 1024,176; says it at 1010,176, ends at 1024,176',
      'h//1 H loose: 1034,176 1070,162; says it at 1052,166, ends at 1070,162',
    ]);
  });
});

describe('from the panel to a box with a single receptacle, its cable noted grounds first', () => {
  const single: Bench = {
    ...emptyBench(),
    boxes: [{ id: 'y', name: 'Y', material: 'plastic', gangs: 1, volumeIn3: 20 }, { id: 'z', name: 'Z', material: 'plastic', gangs: 1, volumeIn3: 20 }], // prettier-ignore
    cables: [
      { ...BENCH.cables[1]!, colours: ['bare', 'white', 'black'], ends: ['panel', 'y'] },
      { ...BENCH.cables[1]!, id: 'f', colours: ['black', 'white', 'bare'], ends: ['y', 'z'] },
    ],
    devices: [{ ...device('r', 'single'), boxId: 'y' }],
    joints: [
      { id: 'h', boxId: 'y', kind: 'terminal', ends: [wire(2, 1, 'c')], at: { device: 'r', terminal: 'brass' } },
      { id: 'n', boxId: 'y', kind: 'terminal', ends: [wire(1, 1, 'c')], at: { device: 'r', terminal: 'silver' } },
      { id: 'g', boxId: 'y', kind: 'terminal', ends: [wire(0, 1, 'c')], at: { device: 'r', terminal: 'green' } },
    ],
  };
  const d = benchDrawing(single);
  it('each cable says where it goes, and from which end it is seen', () => {
    expect(d.boxes.map((b) => b.cables.map((c) => c.toward))).toEqual([['Y'], ['panel', 'Z'], ['Y']]);
    expect(d.devices.map((x) => [x.id, x.faces.map((f) => f.face)])).toEqual([['r', ['upper']]]);
    // the panel is as high as its bars ask, boxes stand beside each other
    expect(d.boxes.map((b) => [b.x, b.width])).toEqual([[12, 16 + 80 + 20 + 40 + 110], [304, d.boxes[1]!.width], [304 + d.boxes[1]!.width + 26, 190]]); // prettier-ignore
    expect(d.spots.filter((s) => s.device === 'box')).toEqual([]);
  });
  it('black nearest the left, in the first lane; each wire to its side of the device, the ground under it', () => {
    const own = drawnWires(d).filter((w) => w.startsWith('c/') && w.includes('/1 '));
    // the box from 304, its cables from 320 on, 80 wide each and 20 between: the device at 520 + 62
    expect(own).toEqual([
      'c/0/1 G: 378,74 378,132 526,132 526,330 598,330 598,304; says it at 378,92, ends at 598,304',
      'c/1/1 N: 356,74 356,123 560,123 560,176 582,176; says it at 356,92, ends at 582,176',
      'c/2/1 H: 334,74 334,114 688,114 688,176 666,176; says it at 334,92, ends at 666,176',
    ]);
  });
  it('a step back: boxes by how many cables they are from the panel, which has its breakers', () => {
    const far = lineDrawing({ ...single, breakers: [{ id: 'b1', number: '7', amps: 15, leg: 'A', kind: 'plain', curve: 'US', on: false }], cables: [single.cables[0]!, { ...single.cables[1]!, ends: ['z', 'y'] }] }); // prettier-ignore
    expect(far.boxes.map((b) => [b.id, b.x, b.y, b.breakers])).toEqual([
      ['panel', 20, 20, [{ number: '7', amps: 15, on: false }]],
      ['y', 240, 20, []],
      ['z', 460, 20, []],
    ]);
    // what no cable leads to stands in the first column
    expect(lineDrawing({ ...single, cables: [] }).boxes.map((b) => [b.x, b.y])).toEqual([[20, 20], [240, 20], [240, 130]]); // prettier-ignore
  });
});

describe('the panel', () => {
  it('breakers 34 apart, then the bars; wires come down in columns of their own, 9 apart, the lower lane further out', () => {
    const breaker = (n: number) => ({ id: `b${n}`, number: `${n}`, amps: 20, leg: 'A' as const, kind: 'plain' as const, curve: 'US' as const, on: true }); // prettier-ignore
    const d = benchDrawing({
      ...emptyBench(),
      breakers: [breaker(1), breaker(3)],
      cables: [{ ...BENCH.cables[1]!, ends: ['panel', 'elsewhere'] }],
      joints: [
        { id: 'h', boxId: 'panel', kind: 'terminal', ends: [wire(0, 0, 'c')], at: { device: 'b3', terminal: 'screw' } },
        { id: 'n', boxId: 'panel', kind: 'terminal', ends: [wire(1, 0, 'c')], at: { device: 'neutral-bar', terminal: 'screw' } },
        { id: 'g', boxId: 'panel', kind: 'terminal', ends: [wire(2, 0, 'c')], at: { device: 'ground-bar', terminal: 'screw' } },
      ],
    });
    // cable from 28 to 108 and 20 more; 40 and three columns on
    expect(d.spots.map((s) => [s.label, s.x, s.y])).toEqual([['breaker 1', 195, 134], ['breaker 3', 195, 168], ['neutral bar', 195, 212], ['ground bar', 195, 246]]); // prettier-ignore
    expect(d.wires.map((w) => w.points.join(' '))).toEqual([
      '42,74 42,114 177,114 177,168 195,168',
      '64,74 64,123 168,123 168,212 195,212',
      '86,74 86,132 159,132 159,246 195,246',
    ]);
    expect([d.boxes[0]!.width, d.height]).toEqual([195 + 110 - 12, 300 + 12]);
  });
});

describe('a step back', () => {
  it('220 from box to box, 110 from row to row; what goes elsewhere ends 60 off, each a little lower', () => {
    const d = lineDrawing({ ...BENCH, boxes: [...BENCH.boxes, { ...BENCH.boxes[0]!, id: 'y', name: 'Y' }], cables: [{ ...BENCH.cables[0]!, ends: ['panel', 'x'] }, { ...BENCH.cables[1]!, ends: ['x', 'elsewhere'] }, { ...BENCH.cables[1]!, id: 'p', ends: ['panel', 'y'] }] }); // prettier-ignore
    expect(d.boxes.map((b) => [b.id, b.x, b.y, b.width, b.height, b.devices])).toEqual([
      ['panel', 20, 20, 150, 74, []],
      ['x', 240, 20, 150, 74, ['g', 'd', 's']],
      ['y', 240, 130, 150, 74, []],
    ]);
    expect(d.cables.map((c) => [c.id, c.kind, c.x1, c.y1, c.x2, c.y2])).toEqual([
      ['a', '12-3', 170, 57, 240, 57],
      ['c', '12-2', 390, 57, 450, 57 + 26 + 12],
      ['p', '12-2', 170, 57, 240, 167],
    ]);
    expect([d.width, d.height]).toEqual([390 + 90, 204 + 60]);
  });
});
