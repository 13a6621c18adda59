/** One number without a job: each sum has a schema, a description for a form, and a pure function. */
import * as z from 'zod';
import {
  boredHole,
  boxFill,
  circuitLoad,
  firstStapleWithinMm,
  freeConductor,
  staplePositions,
  STAPLE_SPACING_MM,
  term,
  total,
  voltageDrop,
} from '../codebook/index.js';
import { nec } from '../catalog/index.js';
import { counterClearance, heightMatch } from '../layout/index.js';
import { inches, parseLength, parsePower, printLength, toFeet } from '../measure/index.js';
import { CUT_SUMS } from './cutSums.js';
import { UK_SUMS } from './ukSums.js';
import { pocketWords } from '../words/pocket/sums.js';
import { toldBy } from '../words/phrases.js';
import { base, f, lengthField, options, Spoken, SumInputError, type PocketSum, type SumAnswer } from './fields.js';

const count = (what: string, most = 40) =>
  z.coerce
    .number({ error: `${what}: a whole number` })
    .int(`${what}: a whole number`)
    .min(0, `${what}: a count is not negative`)
    .max(most)
    .default(0);
const gauge = z.coerce
  .number()
  .pipe(z.literal([14, 12, 10]))
  .default(14);
const yes = z.union([z.boolean(), z.enum(['yes', 'no']).transform((v) => v === 'yes')]);

const LengthInput = z.strictObject({ ...base, expression: z.string().max(200) });
const BoxFillSumInput = z.strictObject({
  ...base,
  fourteen: count('14 AWG conductors'),
  twelve: count('12 AWG conductors'),
  ten: count('10 AWG conductors'),
  grounds: count('grounds'),
  groundGauge: gauge,
  clamps: yes.default(true),
  fittings: count('support fittings', 8),
  yokes: count('devices', 8),
  yokeGauge: gauge,
  volume: z.coerce.number().positive('the volume is above 0').max(1000).optional(),
});
const FreeInput = z.strictObject({
  ...base,
  free: Spoken,
  boxDepth: Spoken,
  sheath: Spoken.default('1/4"'),
  openingWidth: Spoken,
  openingHeight: Spoken,
});
const LoadInput = z.strictObject({
  ...base,
  breaker: z.coerce
    .number()
    .pipe(z.literal([15, 20, 30]))
    .default(15),
  volts: z.coerce.number().min(100).max(250).default(120),
  loads: z.string().max(2000),
});
const DropInput = z.strictObject({
  ...base,
  gauge,
  length: Spoken,
  load: z.union([z.string().max(40), z.number()]),
  volts: z.coerce.number().min(100).max(250).default(120),
});
const HoleInput = z.strictObject({
  ...base,
  studDepth: Spoken,
  hole: Spoken,
  fromFace: Spoken.optional(),
  bearing: z.enum(['yes', 'no', 'not known']).default('not known'),
});
const StapleInput = z.strictObject({
  ...base,
  run: Spoken,
  start: z.enum(['clamp', 'no clamp']).default('clamp'),
  end: z.enum(['clamp', 'no clamp']).default('clamp'),
});
const HeightInput = z.strictObject({
  ...base,
  bottom: Spoken,
  existing: z.string().max(200).default(''),
  floorToAdd: Spoken.default('0'),
  boxHeight: Spoken.default('3 3/4"'),
});
const CounterInput = z.strictObject({
  ...base,
  counter: Spoken,
  backsplash: Spoken,
  clearance: Spoken.default('1/4"'),
  boxHeight: Spoken.default('3 3/4"'),
});

const gauges = { choices: [14, 12, 10].map((g) => ({ value: `${g}`, label: `${g} AWG` })) };

function lengthSum(input: z.infer<typeof LengthInput>): SumAnswer {
  const read = parseLength(input.expression, { unit: input.unit, allowNegative: true });
  if (!read.ok) throw new SumInputError('expression', input.expression, read.message);
  const figure = printLength(read.mm, input.unit);
  return {
    figure,
    verdict: 'note',
    ...pocketWords.length({ mm: read.mm, unit: input.unit }),
    source: { standard: '1 in = 25.4 mm exactly', from: 'definition' },
    sums: [{ terms: [], formula: input.expression.trim(), result: term('together', read.mm, 'length') }],
  };
}

function fillSum(i: z.infer<typeof BoxFillSumInput>): SumAnswer {
  if (i.fourteen + i.twelve + i.ten + i.yokes + i.fittings === 0)
    throw new SumInputError(
      'fourteen',
      i.fourteen,
      'Nothing is in this box yet: say how many conductors come in from outside, or how many devices.',
    );
  const judged = boxFill({
    edition: i.edition,
    conductors: (
      [
        [14, i.fourteen],
        [12, i.twelve],
        [10, i.ten],
      ] as const
    ).map(([g, n]) => ({ label: 'conductors from outside', gauge: g, count: n, kind: 'ends' as const })),
    grounds: [{ gauge: i.groundGauge, count: i.grounds }],
    internalClamps: i.clamps,
    supportFittings: i.fittings,
    yokes: Array.from({ length: i.yokes }, (_, n) => ({ label: `yoke ${n + 1}`, gauge: i.yokeGauge, gangs: 1 })),
    volumeIn3: i.volume,
  });
  return { ...judged, figure: `${judged.neededIn3.toFixed(2)} in³` };
}

function freeSum(i: z.infer<typeof FreeInput>): SumAnswer {
  const [depth, sheath] = [lengthField('boxDepth', i.boxDepth, i.unit, { above0: true }), lengthField('sheath', i.sheath, i.unit)];
  const judged = freeConductor({
    edition: i.edition,
    fromSheathMm: lengthField('free', i.free, i.unit),
    sheathToOpeningMm: Math.max(0, depth - sheath),
    openingWidthMm: lengthField('openingWidth', i.openingWidth, i.unit, { above0: true }),
    openingHeightMm: lengthField('openingHeight', i.openingHeight, i.unit, { above0: true }),
  });
  return { ...judged, figure: `at least ${printLength(judged.neededMm ?? inches(6), i.unit)}` };
}

/** `steam press 1100 W; lamp 60 W continuous` → loads. */
function readLoads(text: string): { name: string; watts?: number; amps?: number; continuous: boolean; fixed: boolean }[] {
  const parts = text
    .split(/[;\n]/)
    .map((p) => p.trim())
    .filter(Boolean);
  if (parts.length === 0) throw new SumInputError('loads', text, 'Name at least one load with its watts or amps: steam press 1100 W');
  return parts.map((part) => {
    const words = /^(.*?)\s*((?:\d[\d ]*\.?\d*|\.\d+)\s*(?:kw|w|a|va|amps?|watts?)?)\s*(continuous|cont\.?|fixed)?$/i.exec(part);
    const power = words && parsePower(words[2]!);
    if (!words || !power || !power.ok)
      throw new SumInputError(
        'loads',
        part,
        power && !power.ok ? power.message : `In “${part}” there is no load; write steam press 1100 W, or heater 12.5 A continuous.`,
      );
    const tail = (words[3] ?? '').toLowerCase();
    return {
      name: words[1] || 'load',
      ...(power.watts === undefined ? { amps: power.amps } : { watts: power.watts }),
      continuous: tail.startsWith('cont'),
      fixed: tail === 'fixed',
    };
  });
}

function loadSum(i: z.infer<typeof LoadInput>): SumAnswer {
  const judged = circuitLoad({ edition: i.edition, breakerA: i.breaker, volts: i.volts, loads: readLoads(i.loads), complete: true });
  return {
    ...judged,
    ...(judged.verdict === 'ok' ? pocketWords.loadAlone({ told: toldBy(judged) }) : {}),
    figure: `${judged.amps.toFixed(2)} A`,
  };
}

function dropSum(i: z.infer<typeof DropInput>): SumAnswer {
  const power = parsePower(String(i.load));
  if (!power.ok) throw new SumInputError('load', i.load, power.message);
  const amps = power.amps ?? power.watts! / i.volts;
  const judged = voltageDrop(i.edition, i.volts, [
    {
      label: `${i.gauge} AWG, one way and back`,
      gauge: i.gauge as 14,
      lengthFt: toFeet(lengthField('length', i.length, i.unit)),
      currentA: amps,
    },
  ]);
  return { ...judged, figure: `${judged.dropV.toFixed(2)} V = ${judged.percent.toFixed(2)} %` };
}

function holeSum(i: z.infer<typeof HoleInput>): SumAnswer {
  const studDepthMm = lengthField('studDepth', i.studDepth, i.unit, { above0: true });
  const holeMm = lengthField('hole', i.hole, i.unit, { above0: true });
  const centre = i.fromFace === undefined || i.fromFace === '' ? undefined : lengthField('fromFace', i.fromFace, i.unit);
  if (holeMm >= studDepthMm) throw new SumInputError('hole', i.hole, 'The hole is as large as the stud is deep.');
  if (centre !== undefined && centre > studDepthMm) throw new SumInputError('fromFace', i.fromFace, 'The centre lies outside the stud.');
  const judged = boredHole({
    edition: i.edition,
    studDepthMm,
    holeMm,
    centreFromFaceMm: centre,
    bearing: i.bearing === 'not known' ? undefined : i.bearing === 'yes',
  });
  const edge = judged.sums[0]!.result.value;
  return { ...judged, figure: `${printLength(edge, i.unit)} of wood, ${judged.plate ? 'plate' : 'no plate'}` };
}

function stapleSum(i: z.infer<typeof StapleInput>): SumAnswer {
  const run = lengthField('run', i.run, i.unit);
  if (run > inches(12 * 1000)) throw new SumInputError('run', i.run, 'Over 1000 ft is no branch circuit; check the unit.');
  const [first, last] = [firstStapleWithinMm(true, i.start === 'clamp'), firstStapleWithinMm(true, i.end === 'clamp')];
  const at = staplePositions(run, first, last);
  const shown = at.slice(0, 30).map((mm) => printLength(mm, i.unit, { style: 'feet', remainderFromMm: 5 }));
  return {
    figure: `${at.length} staples`,
    verdict: 'note',
    ...(at.length ? pocketWords.staples({ at: shown, more: at.length > 30 }) : pocketWords.noRun()),
    source: nec(i.edition.slice(3), '334.30 and 314.17(B)'),
    sums: [
      {
        terms: [
          term('run', run, 'length'),
          term('first within', first, 'length'),
          term('last within', last, 'length'),
          term('between them at most', STAPLE_SPACING_MM, 'length'),
        ],
        formula: 'first and last at their limits, the rest spread evenly',
        result: term('staples', at.length, 'count'),
      },
    ],
  };
}

function heightSum(i: z.infer<typeof HeightInput>): SumAnswer {
  const existing = i.existing
    .split(/[;,]/)
    .map((p) => p.trim())
    .filter(Boolean)
    .map((p) => lengthField('existing', p, i.unit));
  const bottom = lengthField('bottom', i.bottom, i.unit);
  const judged = heightMatch({
    bottomMm: bottom,
    existingBottomsMm: existing,
    floorToAddMm: lengthField('floorToAdd', i.floorToAdd, i.unit),
    boxHeightMm: lengthField('boxHeight', i.boxHeight, i.unit, { above0: true }),
  });
  const work = judged.sums.at(-1)!;
  return { ...judged, figure: `plate bottom at ${printLength(total(work.terms), i.unit)}` };
}

function counterSum(i: z.infer<typeof CounterInput>): SumAnswer {
  const read = (key: 'counter' | 'backsplash' | 'clearance') => lengthField(key, i[key], i.unit);
  const judged = counterClearance({
    edition: i.edition,
    counterMm: read('counter'),
    backsplashMm: read('backsplash'),
    clearanceMm: read('clearance'),
    boxHeightMm: lengthField('boxHeight', i.boxHeight, i.unit, { above0: true }),
  });
  return {
    ...judged,
    figure: `plate bottom ${printLength(judged.plateBottomMm, i.unit)}, box bottom ${printLength(judged.bottomMm, i.unit)}`,
  };
}

/** All pocket sums, in the order in which the page shows them. */
export const POCKET_SUMS: PocketSum[] = [
  {
    name: 'length',
    title: 'Length arithmetic',
    about: 'Adds and takes away lengths as people say them.',
    schema: LengthInput,
    run: lengthSum,
    fields: [f('expression', 'Lengths', 'expression', `13 1/4 + 3/8`, { hint: `8' - 1 1/2, 2 ft 6 + 337mm, 14 1/2 x 3` })],
  },
  {
    name: 'box-fill',
    title: 'Box fill',
    about: 'What the conductors, clamps and devices take of a box.',
    schema: BoxFillSumInput,
    run: fillSum,
    fields: [
      f('fourteen', '14 AWG conductors from outside', 'number', '4'),
      f('twelve', '12 AWG conductors', 'number', '0'),
      f('ten', '10 AWG conductors', 'number', '0'),
      f('grounds', 'grounds', 'number', '2'),
      f('groundGauge', 'largest ground', 'choice', '14', gauges),
      f('clamps', 'clamps inside', 'yes-no', 'yes'),
      f('fittings', 'support fittings', 'number', '0'),
      f('yokes', 'devices', 'number', '1'),
      f('yokeGauge', 'largest conductor on them', 'choice', '14', gauges),
      f('volume', 'volume of the box, in³', 'number', '18', { optional: true, hint: 'stamped inside' }),
    ],
  },
  {
    name: 'free-conductor',
    title: 'Free conductor',
    about: 'Both halves of the rule: from the sheath, and beyond the opening.',
    schema: FreeInput,
    run: freeSum,
    fields: [
      f('free', 'free length from the sheath', 'length', '7'),
      f('boxDepth', 'depth of the box', 'length', '3'),
      f('sheath', 'sheath inside', 'length', '1/4'),
      f('openingWidth', 'opening width', 'length', '2 1/4'),
      f('openingHeight', 'opening height', 'length', '3 3/4'),
    ],
  },
  {
    name: 'circuit-load',
    title: 'Circuit load',
    about: 'Everything on a circuit at once; three hours or more counts 125 %.',
    schema: LoadInput,
    run: loadSum,
    fields: [
      f('breaker', 'breaker, A', 'choice', '15', { choices: options('15', '20', '30') }),
      f('volts', 'volts', 'number', '120'),
      f('loads', 'loads, one after the other with ;', 'expression', 'steam press 1100 W; sewing machine 85 W', {
        hint: 'add “continuous” or “fixed” behind a load',
      }),
    ],
  },
  {
    name: 'voltage-drop',
    title: 'Voltage drop',
    about: 'Out and back through copper at 75 °C.',
    schema: DropInput,
    run: dropSum,
    fields: [
      f('gauge', 'conductor', 'choice', '14', gauges),
      f('length', 'one way', 'length', `50'`),
      f('load', 'load', 'expression', '12 A', { hint: 'watts or amps' }),
      f('volts', 'volts', 'number', '120'),
    ],
  },
  {
    name: 'bored-hole',
    title: 'Bored hole',
    about: 'Wood left beside a hole, and whether it needs a plate.',
    schema: HoleInput,
    run: holeSum,
    fields: [
      f('studDepth', 'stud depth', 'length', '3 1/2'),
      f('hole', 'hole', 'length', '3/4'),
      f('fromFace', 'hole centre from a face', 'length', '', { optional: true, hint: 'open: centred' }),
      f('bearing', 'bears a load', 'choice', 'not known', { choices: options('not known', 'yes', 'no') }),
    ],
  },
  {
    name: 'staples',
    title: 'Staples for a run',
    about: 'How many, and where along the cable.',
    schema: StapleInput,
    run: stapleSum,
    fields: [
      f('run', 'run, box to box', 'length', `18'`),
      f('start', 'first box', 'choice', 'clamp', { choices: options('clamp', 'no clamp') }),
      f('end', 'last box', 'choice', 'clamp', { choices: options('clamp', 'no clamp') }),
    ],
  },
  {
    name: 'height-match',
    title: 'Height match',
    about: 'Box bottom against the room’s boxes, and where the plate ends.',
    schema: HeightInput,
    run: heightSum,
    fields: [
      f('bottom', 'floor to box bottom', 'length', '13 1/4'),
      f('existing', 'the room’s box bottoms', 'lengths', '13 1/4', { optional: true, hint: 'several with ;' }),
      f('floorToAdd', 'floor still to be laid', 'length', '0'),
      f('boxHeight', 'box height', 'length', '3 3/4'),
    ],
  },
  {
    name: 'counter-clearance',
    title: 'Counter clearance',
    about: 'Box height over a counter and its backsplash.',
    schema: CounterInput,
    run: counterSum,
    fields: [
      f('counter', 'floor to counter top', 'length', '34 1/2'),
      f('backsplash', 'backsplash', 'length', '4 3/8'),
      f('clearance', 'clearance to the plate', 'length', '0'),
      f('boxHeight', 'box height', 'length', '3 3/4'),
    ],
  },
  ...CUT_SUMS,
  ...UK_SUMS,
] as PocketSum[];

export const pocketSum = (name: string): PocketSum | undefined => POCKET_SUMS.find((s) => s.name === name);
