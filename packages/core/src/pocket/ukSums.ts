/** Sums by the UK book: joists, chases, safe zones, drop, the loop, readings of a ring. */
import * as z from 'zod';
import { dropOfRadial, loopLimitOhm, safeZone, ukChase, ukJoistCut, COLD_SHARE } from '../codebook/index.js';
import { lineOf, readReading } from '../finals/index.js';
import { printLength } from '../measure/index.js';
import { CURVES, FLAT_SIZES, RATINGS_A, type FinalReading } from '../model/index.js';
import { base, f, lengthField, options, Spoken, SumInputError, type SumAnswer } from './fields.js';

const open = (value: string | number | undefined): value is string | number => value !== undefined && value !== '';
const rating = z.coerce.number().pipe(z.literal(RATINGS_A)).default(32);
const ohms = z.union([z.string().max(40), z.number()]);
const known = z.enum(['yes', 'no', 'not known']).default('not known');
const ohm = (field: string, came: string | number): { value: number; over?: boolean } => {
  const read = readReading(String(came), 'Ω');
  if (!read.ok) throw new SumInputError(field, came, read.message);
  return read;
};

const JoistInput = z.strictObject({ ...base, joistDepth: Spoken, cut: z.enum(['hole', 'notch']).default('hole'), size: Spoken, offLine: Spoken.optional(), span: Spoken.optional(), fromBearing: Spoken.optional(), toNextHole: Spoken.optional() }); // prettier-ignore
const ChaseInput = z.strictObject({ ...base, leaf: Spoken, depth: Spoken, runs: z.enum(['up and down', 'along']).default('up and down') });
const ZoneInput = z.strictObject({ ...base, ceiling: Spoken.optional(), corner: Spoken.optional(), accessory: z.enum(['up or down', 'across', 'neither']).default('neither'), deep: Spoken.optional(), residual: known }); // prettier-ignore
const LoopInput = z.strictObject({ ...base, rating, curve: z.enum(CURVES).default('B'), zs: ohms });
const DropInput = z.strictObject({ ...base, size: z.enum(FLAT_SIZES).default('2.5/1.5'), length: Spoken, amps: z.coerce.number({ error: 'amps: a number' }).positive('amps are above 0').max(100) }); // prettier-ignore
const RingInput = z.strictObject({ ...base, size: z.enum(FLAT_SIZES).default('2.5/1.5'), r1: ohms, rn: ohms, r2: ohms });

function joistSum(i: z.infer<typeof JoistInput>): SumAnswer {
  const mm = (key: 'joistDepth' | 'size') => lengthField(key, i[key], i.unit, { above0: true });
  const more = (key: 'span' | 'fromBearing' | 'toNextHole') =>
    open(i[key]) ? lengthField(key, i[key], i.unit, { above0: true }) : undefined;
  const [spanMm, fromBearingMm, toNextHoleMm] = [more('span'), more('fromBearing'), more('toNextHole')];
  if (spanMm !== undefined && fromBearingMm !== undefined && fromBearingMm > spanMm / 2)
    throw new SumInputError('fromBearing', i.fromBearing, 'Measure from the nearer bearing: that is at most half the span.');
  const judged = ukJoistCut({
    ...{ joistDepthMm: mm('joistDepth'), sizeMm: mm('size'), cut: i.cut },
    ...(open(i.offLine) ? { offLineMm: lengthField('offLine', i.offLine, i.unit) } : {}),
    ...(spanMm === undefined ? {} : { spanMm }),
    ...(fromBearingMm === undefined ? {} : { fromBearingMm }),
    ...(toNextHoleMm === undefined ? {} : { toNextHoleMm }),
  });
  return { ...judged, figure: `at most ${printLength(Math.floor(judged.sums[0]!.limit!.value), 'mm')}` };
}
function chaseSum(i: z.infer<typeof ChaseInput>): SumAnswer {
  const mm = (key: 'leaf' | 'depth') => lengthField(key, i[key], i.unit, { above0: true });
  const judged = ukChase(mm('leaf'), mm('depth'), i.runs);
  return { ...judged, figure: `at most ${printLength(Math.floor(judged.mostMm), 'mm')} deep` };
}
function zoneSum(i: z.infer<typeof ZoneInput>): SumAnswer {
  const mm = (key: 'ceiling' | 'corner' | 'deep') => (open(i[key]) ? lengthField(key, i[key], i.unit) : undefined);
  const [fromCeilingMm, fromCornerMm, deepMm] = [mm('ceiling'), mm('corner'), mm('deep')];
  const judged = safeZone({
    toAccessory: i.accessory,
    ...(fromCeilingMm === undefined ? {} : { fromCeilingMm }),
    ...(fromCornerMm === undefined ? {} : { fromCornerMm }),
    ...(deepMm === undefined ? {} : { deepMm }),
    ...(i.residual === 'not known' ? {} : { residual: i.residual === 'yes' }),
  });
  return { ...judged, figure: judged.verdict === 'stop' ? 'not here' : 'here' };
}
function loopSum(i: z.infer<typeof LoopInput>): SumAnswer {
  const read = ohm('zs', i.zs);
  const reading: FinalReading = {
    test: 'zs',
    pointId: 'p',
    at: '2000-01-01T00:00:00Z',
    value: read.value,
    ...(read.over ? { over: true } : {}),
  };
  const judged = lineOf({ shape: 'radial', ratingA: i.rating, curve: i.curve }, [reading], 'zs/p');
  return { ...judged, figure: `${(COLD_SHARE * loopLimitOhm(i.rating, i.curve)).toFixed(2)} Ω read cold, at most` };
}
function dropSum(i: z.infer<typeof DropInput>): SumAnswer {
  const judged = dropOfRadial(i.size, lengthField('length', i.length, i.unit, { above0: true }), i.amps);
  return { ...judged, figure: `${judged.dropV.toFixed(2)} V, ${judged.percent.toFixed(2)} %` };
}
function ringSum(i: z.infer<typeof RingInput>): SumAnswer {
  const at = '2000-01-01T00:00:00Z';
  const readings = (['r1', 'rn', 'r2'] as const).map((test): FinalReading => {
    const read = ohm(test, i[test]);
    return { test, at, value: read.value, ...(read.over ? { over: true } : {}) };
  });
  const judged = readings.map((r) => lineOf({ shape: 'ring', size: i.size }, readings, r.test));
  const worst = (['stop', 'caution', 'can’t tell'] as const).flatMap((v) => judged.filter((j) => j.verdict === v))[0] ?? judged[2]!;
  const [r1, , r2] = readings;
  const through = !readings.some((r) => r.over);
  const sums = judged.flatMap((j) => j.sums);
  return { ...worst, sums, figure: through ? `R1+R2 about ${((r1!.value + r2!.value) / 4).toFixed(2)} Ω, L to N ${((r1!.value + readings[1]!.value) / 4).toFixed(2)} Ω` : 'broken' }; // prettier-ignore
}

export const UK_SUMS = [
  {
    name: 'uk-ring',
    title: 'UK: readings of a ring',
    about: 'r1, rn and r2 against each other, and what every socket must show cross-connected.',
    schema: RingInput,
    run: ringSum,
    fields: [
      f('size', 'cable, mm²', 'choice', '2.5/1.5', { choices: options(...FLAT_SIZES) }),
      f('r1', 'line, end to end, Ω', 'expression', '0.45'),
      f('rn', 'neutral, end to end, Ω', 'expression', '0.45'),
      f('r2', 'protective conductor, Ω', 'expression', '0.73'),
    ],
  },
  {
    name: 'uk-loop',
    title: 'UK: earth fault loop',
    about: 'Zs as read cold against 80 % of what opens the breaker at once.',
    schema: LoopInput,
    run: loopSum,
    fields: [
      f('rating', 'breaker, A', 'choice', '32', { choices: options(...RATINGS_A.map(String)) }),
      f('curve', 'its letter', 'choice', 'B', { choices: options(...CURVES) }),
      f('zs', 'Zs as read, Ω', 'expression', '0.52'),
    ],
  },
  {
    name: 'uk-drop',
    title: 'UK: voltage drop of a radial',
    about: 'mV/A/m of the table times amps and metres, against 5 %.',
    schema: DropInput,
    run: dropSum,
    fields: [
      f('size', 'cable, mm²', 'choice', '2.5/1.5', { choices: options(...FLAT_SIZES) }),
      f('length', 'length', 'length', '24000mm'),
      f('amps', 'amps at its end', 'number', '20'),
    ],
  },
  {
    name: 'uk-joist',
    title: 'UK: hole or notch in a joist',
    about: 'A quarter of the depth on the middle line, or an eighth from the top, each in its part of the span.',
    schema: JoistInput,
    run: joistSum,
    fields: [
      f('joistDepth', 'depth of the joist', 'length', '195mm'),
      f('cut', 'cut', 'choice', 'hole', { choices: options('hole', 'notch') }),
      f('size', 'hole, or depth of the notch', 'length', '25mm'),
      f('offLine', 'hole: from the joist’s middle line', 'length', '0', { optional: true }),
      f('span', 'clear span', 'length', '3600mm', { optional: true }),
      f('fromBearing', 'nearer bearing to the cut', 'length', '1200mm', { optional: true }),
      f('toNextHole', 'middle to middle of the next hole', 'length', '', { optional: true, hint: 'open: none near' }),
    ],
  },
  {
    name: 'uk-chase',
    title: 'UK: chase in a wall',
    about: 'A third of the leaf up and down, a sixth along.',
    schema: ChaseInput,
    run: chaseSum,
    fields: [
      f('leaf', 'thickness of the leaf', 'length', '100mm'),
      f('depth', 'depth of the chase', 'length', '25mm'),
      f('runs', 'runs', 'choice', 'up and down', { choices: options('up and down', 'along') }),
    ],
  },
  {
    name: 'uk-zone',
    title: 'UK: cable in a wall',
    about: 'Whether it lies where one is looked for, or deep enough, and with what ahead of it.',
    schema: ZoneInput,
    run: zoneSum,
    fields: [
      f('accessory', 'straight from an accessory in sight', 'choice', 'up or down', {
        choices: options('up or down', 'across', 'neither'),
      }),
      f('ceiling', 'from the ceiling', 'length', '', { optional: true }),
      f('corner', 'from the corner', 'length', '', { optional: true }),
      f('deep', 'behind the surface', 'length', '20mm', { optional: true }),
      f('residual', '30 mA device ahead', 'choice', 'not known', { choices: options('yes', 'no', 'not known') }),
    ],
  },
];
