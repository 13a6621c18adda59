/** Figures to reckon, on walls that are drawn from a seed; each answer is checked by the reckoning that the tool itself uses, and shown with it. */
import { boxFill, holeToFaceDistance, HOLE_TO_FACE_MM, voltageDrop } from '../codebook/index.js';

import { inches, parseLength, printLength, printQuantity, seeded } from '../measure/index.js';
import type { Sum, Term } from '../model/index.js';

export const MEASURE_LEVELS = [
  'mark out a box',
  'equal gaps',
  'box fill',
  'length of a cable',
  'schedule of holes',
  'voltage drop',
] as const;
export type MeasureLevel = (typeof MEASURE_LEVELS)[number];

export interface MeasureQuestion {
  ask: string;
  unit: 'length' | 'in³' | 'V';
  /** in mm, in³ or V */
  answer: number;
  /** what still counts as right */
  within: number;
  sum: Sum;
}
export interface MeasureTask {
  level: MeasureLevel;
  title: string;
  given: string[];
  questions: MeasureQuestion[];
}

const len = (label: string, mm: number, how?: string): Term => ({ label, value: mm, unit: 'length', ...(how ? { how } : {}) });
const lengthSum = (terms: Term[], label: string): Sum => ({
  terms,
  result: len(
    label,
    terms.reduce((s, t) => s + t.value, 0),
  ),
});
/** A carpenter’s mark: to a sixteenth. */
const SIXTEENTH = inches(1 / 16);
const say = (mm: number): string => printLength(mm, 'in');

interface Draw {
  whole: (from: number, to: number) => number;
  fraction: (from: number, to: number, parts: number) => number;
  pick: <T>(list: readonly T[]) => T;
}
const drawn = (seed: number): Draw => {
  const random = seeded(seed);
  const whole = (from: number, to: number): number => from + Math.floor(random() * (to - from + 1));
  return {
    whole,
    fraction: (from, to, parts) => from + whole(0, (to - from) * parts) / parts,
    pick: (list) => list[whole(0, list.length - 1)]!,
  };
};

const STUD_IN = 1.5;
const TASKS: Record<MeasureLevel, (d: Draw) => Omit<MeasureTask, 'level'>> = {
  'mark out a box': ({ whole, fraction, pick }) => {
    const first = inches(fraction(13, 15, 8));
    const spacing = inches(pick([16, 24]));
    const nth = whole(2, 5);
    const width = inches(pick([2.25, 4, 2.125]));
    const right = whole(0, 1) === 1;
    const height = inches(fraction(12, 18, 4));
    const tall = inches(3.75);
    const [centre, half, side] = [first + (nth - 1) * spacing, inches(STUD_IN / 2), right ? 1 : -1];
    return {
      title: `A box on the ${right ? 'right' : 'left'} side of stud ${nth}`,
      given: [`The first stud’s middle is ${say(first)} from the corner; studs are ${say(spacing)} apart, ${say(inches(STUD_IN))} thick.`, `The box is ${say(width)} wide and ${say(tall)} tall, its middle ${say(height)} above the floor.`],
      questions: [
        { ask: 'How far from the corner is the middle of the box?', unit: 'length', answer: centre + side * (half + width / 2), within: SIXTEENTH, sum: lengthSum([len('first stud’s middle', first), len(nth === 2 ? 'a spacing' : `${nth - 1} spacings`, (nth - 1) * spacing, `${nth - 1} × ${say(spacing)}`), len(`half a stud to the ${right ? 'right' : 'left'}`, side * half), len('half the box', (side * width) / 2)], 'middle of the box') },
        { ask: 'How high above the floor is the top edge of its opening?', unit: 'length', answer: height + tall / 2, within: SIXTEENTH, sum: lengthSum([len('middle of the box', height), len('half its height', tall / 2)], 'top edge') },
      ],
    };
  },
  'equal gaps': ({ whole, fraction, pick }) => {
    const wall = inches(fraction(90, 190, 4));
    const boxes = whole(2, 4);
    const width = inches(pick([2.25, 2.75, 4.5]));
    const gap = (wall - boxes * width) / (boxes + 1);
    const n = whole(1, boxes);
    return {
      title: `${boxes} plates with equal gaps`,
      given: [`A wall ${say(wall)} long; ${boxes} plates, each ${say(width)} wide, so that all gaps between them and to the corners are alike.`],
      questions: [
        { ask: 'How wide is each gap?', unit: 'length', answer: gap, within: SIXTEENTH, sum: { terms: [len('wall', wall), len(`${boxes} plates`, -boxes * width, `${boxes} × ${say(width)}`)], formula: `what is left ÷ ${boxes + 1}`, result: len('gap', gap) } },
        { ask: `How far from the left corner is the middle of plate ${n}?`, unit: 'length', answer: n * gap + (n - 0.5) * width, within: SIXTEENTH * 1.01, sum: lengthSum([len(n === 1 ? 'a gap' : `${n} gaps`, n * gap, `${n} × ${say(gap)}`), len(n === 2 ? 'a plate' : `${n - 1} plates`, (n - 1) * width), len('half a plate', width / 2)], `middle of plate ${n}`) },
      ],
    };
  },
  'box fill': ({ whole, pick }) => {
    const cables = whole(1, 4);
    const gauge = pick([14, 12] as const);
    const threeWire = whole(0, 1);
    const clamps = whole(0, 1) === 1;
    const yokes = whole(1, 2);
    const count = 2 * cables + threeWire;
    const { neededIn3, sums } = boxFill({ edition: 'US-2020', conductors: [{ label: 'insulated conductors', gauge, count, kind: 'ends' }], grounds: [{ gauge, count: cables }], internalClamps: clamps, supportFittings: 0, yokes: Array.from({ length: yokes }, (_, i) => ({ label: `device ${i + 1}`, gauge, gangs: 1 as const })), volumeIn3: undefined });
    return {
      title: 'How much a box must hold',
      given: [cables === 1 ? `A cable of ${gauge} AWG ends in it, with ${threeWire ? 'three' : 'two'} insulated conductors and a bare ground.` : `${cables} cables of ${gauge} AWG end in it, ${threeWire ? 'one of them with three insulated conductors, the others with two' : 'each with two insulated conductors'}, each with a bare ground.`, `${yokes === 1 ? 'One device' : 'Two devices'} on ${yokes === 1 ? 'a yoke' : 'a yoke each'}, ${clamps ? 'clamps inside' : 'no clamps inside'}. NEC 2020, 314.16(B), from memory.`],
      questions: [{ ask: 'How many cubic inches does it need?', unit: 'in³', answer: neededIn3, within: 0.051, sum: sums[0]! }],
    };
  },
  'length of a cable': ({ whole, fraction }) => {
    const [up, across, down] = [inches(fraction(60, 84, 2)), inches(whole(40, 200)), inches(fraction(50, 84, 2))];
    const free = inches(8);
    const sum = lengthSum([len('up to the attic', up), len('across', across), len('down to the box', down), len('free ends, both', 2 * free, `2 × ${say(free)}`)], 'to cut');
    const cut = sum.result.value;
    return {
      title: 'A cable over the attic',
      given: [`From the old box ${say(up)} straight up, ${say(across)} across, ${say(down)} down to the new one; ${say(free)} stick out of each box. A tenth of it all is added for bends.`],
      questions: [
        { ask: 'How long is it with its free ends, before anything is added?', unit: 'length', answer: cut, within: SIXTEENTH, sum },
        { ask: 'And to cut, with a tenth for bends?', unit: 'length', answer: cut * 1.1, within: inches(0.5), sum: { terms: [len('with its free ends', cut), len('a tenth of it', cut * 0.1)], result: len('to cut', cut * 1.1) } },
      ],
    };
  },
  'schedule of holes': ({ pick, fraction }) => {
    const depth = inches(pick([3.5, 5.5]));
    const hole = inches(pick([0.75, 0.875, 1]));
    const from = inches(fraction(1, 2, 8));
    const edge = holeToFaceDistance(depth, hole, from);
    const middle = holeToFaceDistance(depth, hole);
    const least = HOLE_TO_FACE_MM;
    return {
      title: 'A hole through the studs',
      given: [`Studs ${say(depth)} deep, a hole of ${say(hole)}; its middle lies ${say(from)} from the face of the room. Under ${say(least)} from the edge of a hole to a face a steel plate is asked for (NEC 300.4(A), from memory).`],
      questions: [
        { ask: 'How far is the edge of the hole from the nearer face?', unit: 'length', answer: edge, within: SIXTEENTH / 2, sum: lengthSum([len('middle to the nearer face', Math.min(from, depth - from)), len('less half the hole', -hole / 2)], 'edge to the face') },
        { ask: 'And when the hole is bored in the middle of the stud?', unit: 'length', answer: middle, within: SIXTEENTH / 2, sum: lengthSum([len('half the stud', depth / 2), len('less half the hole', -hole / 2)], 'edge to the face') },
        { ask: 'How far from the face must the middle of this hole be at least, so that no plate is asked for?', unit: 'length', answer: least + hole / 2, within: SIXTEENTH / 2, sum: lengthSum([len('asked for', least), len('half the hole', hole / 2)], 'middle of the hole') },
      ],
    };
  },
  'voltage drop': ({ whole, pick }) => {
    const gauge = pick([14, 12] as const);
    const [feet, amps] = [whole(30, 120), whole(5, gauge === 14 ? 12 : 16)];
    const { dropV, sums } = voltageDrop('US-2020', 120, [{ label: `${gauge} AWG`, gauge, lengthFt: feet, currentA: amps }]);
    return {
      title: 'What a cable loses',
      given: [`${feet} ft of ${gauge} AWG copper, ${amps} A, 120 V; ${gauge === 14 ? '3.07' : '1.93'} Ω per 1000 ft (NEC Chapter 9 Table 8, from memory).`],
      questions: [{ ask: 'How many volts are lost on the way there and back?', unit: 'V', answer: dropV, within: 0.06, sum: sums[0]! }],
    };
  },
}; // prettier-ignore

/** The same level and seed give the same task. */
export const measureTask = (level: MeasureLevel, seed: number): MeasureTask => ({ level, ...TASKS[level](drawn(seed)) });

export type Marked = { ok: true; right: boolean; value: number; says: string } | { ok: false; why: string };
/** Reads what was typed and marks it; what can’t be read is not marked wrong. */
export function marked({ unit, answer, within }: MeasureQuestion, typed: string): Marked {
  const value = unit === 'length' ? readLength(typed) : readFigure(typed, unit);
  if (typeof value === 'string') return { ok: false, why: value };
  const right = Math.abs(value - answer) <= within + 1e-9;
  const off = Math.abs(value - answer);
  return {
    ok: true,
    right,
    value,
    says: right
      ? 'right'
      : `${unit === 'length' ? say(off) : printQuantity(off, unit, 'in')} ${value > answer ? 'too much' : 'too little'}`,
  };
}
function readLength(typed: string): number | string {
  const read = parseLength(typed, { unit: 'in' });
  return read.ok ? read.mm : read.message;
}
function readFigure(typed: string, unit: 'in³' | 'V'): number | string {
  const match = /^\s*(\d+(?:\.\d*)?|\.\d+)\s*(in3|in³|cu\.? ?in\.?|v|volts?)?\s*$/i.exec(typed.slice(0, 40));
  return match ? Number(match[1]) : `“${typed.slice(0, 20)}” is no figure; write one like ${unit === 'V' ? '3.4' : '18.5'}.`;
}
