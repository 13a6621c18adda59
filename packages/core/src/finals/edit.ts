/** Edits of the final circuits of a house. Pure: each gives a new site. */
import { parseLength } from '../measure/index.js';
import {
  assumed,
  BOARD,
  idOf,
  measured,
  type Final,
  type FinalPoint,
  type FinalReading,
  type FinalRun,
  type CableSize,
  type MeasuredLength,
  type Site,
  type TestSheet,
} from '../model/index.js';
import type { FinalFault } from './cores.js';
import { shapeOf } from './shape.js';
import { readingKey } from './tests.js';

export const finalsOf = (site: Site): readonly Final[] => site.finals ?? [];
export const finalOf = (site: Site, id: string): Final | undefined => finalsOf(site).find((f) => f.id === id);

/** Puts a circuit in place of the one with its id, or behind all others. */
export const putFinal = (site: Site, final: Final): Site => ({
  ...site,
  finals: finalsOf(site).some((f) => f.id === final.id) ? finalsOf(site).map((f) => (f.id === final.id ? final : f)) : [...finalsOf(site), final],
}); // prettier-ignore
export function dropFinal(site: Site, id: string): Site {
  const { finals: _, ...rest } = site;
  const left = finalsOf(site).filter((f) => f.id !== id);
  return left.length ? { ...rest, finals: left } : rest;
}

/** The next way of the consumer unit that no circuit has. */
export function freeWay(site: Site): string {
  const taken = new Set(finalsOf(site).map((f) => f.number));
  for (let n = 1; ; n++) if (!taken.has(`${n}`)) return `${n}`;
}
export const newFinal = (site: Site, id: string, name: string, shape: Final['shape']): Final => ({
  id,
  name,
  number: freeWay(site),
  shape,
  points: [],
  runs: [],
});

const usualSize = (final: Final): CableSize =>
  final.runs.at(-1)?.size ?? (final.shape === 'radial' && final.ratingA === 32 ? '4/1.5' : '2.5/1.5');
const preset = (id: string, ends: [string, string], size: CableSize): FinalRun => ({ id, ends, size, presets: ['size'] });

/**
 * One more point behind the last of a circuit: on a ring between it and the way back to the board, on a radial at its end. Sizes are those
 * of the run before, taken until somebody says so.
 */
export function addPoint(final: Final, point: FinalPoint): Final {
  const size = usualSize(final);
  const next = { ...final, points: [...final.points, point] };
  const id = (n: number) => idOf(point.id, 'run', n);
  if (final.points.length === 0)
    return { ...next, runs: final.shape === 'ring' ? [preset(id(1), [BOARD, point.id], size), preset(id(2), [point.id, BOARD], size)] : [preset(id(1), [BOARD, point.id], size)] }; // prettier-ignore
  const { ring } = shapeOf(final);
  const back = ring?.runs.at(-1);
  if (final.shape === 'ring' && ring && back) {
    // the last leg moves behind the new point and keeps its length: it is the one that leads home
    const from = ring.points.at(-1)!.id;
    return { ...next, runs: [...final.runs.filter((r) => r !== back), preset(id(1), [from, point.id], size), { ...back, ends: [point.id, BOARD] }] };
  }
  const last = shapeOf(final).order.at(-1)?.id ?? final.points.at(-1)!.id;
  return { ...next, runs: [...final.runs, preset(id(1), [last, point.id], size)] };
} // prettier-ignore

/** A point on a spur from another. */
export const addSpur = (final: Final, from: string, point: FinalPoint): Final => ({
  ...final,
  points: [...final.points, point],
  runs: [...final.runs, preset(idOf(point.id, 'run', 1), [from, point.id], usualSize(final))],
});

/** Without a point: where two runs met at it, one leads through; more than that and its spurs hang in the air, which is said. */
export function dropPoint(final: Final, id: string): Final {
  const here = final.runs.filter((r) => r.ends.includes(id));
  const rest = final.runs.filter((r) => !here.includes(r));
  const far = here.map((r) => (r.ends[0] === id ? r.ends[1] : r.ends[0]));
  const runs = here.length === 2 && far[0] !== far[1] ? [...rest, { ...here[0]!, ends: [far[0]!, far[1]!] as [string, string], length: undefined }] : rest; // prettier-ignore
  return withoutReadings({ ...final, points: final.points.filter((p) => p.id !== id), runs: runs.map(({ length, ...r }) => (length ? { ...r, length } : r)) }, id); // prettier-ignore
}
function withoutReadings(final: Final, pointId: string): Final {
  return final.tests ? { ...final, tests: { ...final.tests, readings: final.tests.readings.filter((r) => r.pointId !== pointId) } } : final;
}

/** A run said anew; what was said is no preset any more. */
export const putRun = (final: Final, id: string, part: Part<FinalRun>): Final => ({
  ...final,
  runs: final.runs.map((r) => {
    if (r.id !== id) return r;
    const { presets, ...rest } = { ...r, ...part };
    return told('size' in part || !presets ? rest : { ...rest, presets }) as FinalRun;
  }),
});
/** A part of a thing as it is said anew; `undefined` takes back what was said. */
type Part<T> = { [K in keyof T]?: T[K] | undefined };
const told = (thing: object): object => Object.fromEntries(Object.entries(thing).filter(([, value]) => value !== undefined));
/** Sizes that came filled in are as they were seen. */
export const sizesSeen = (final: Final): Final => ({ ...final, runs: final.runs.map(({ presets: _, ...r }) => r) });
export const putPoint = (final: Final, id: string, part: Part<FinalPoint>): Final => ({
  ...final,
  points: final.points.map((p) => (p.id === id ? (told({ ...p, ...part }) as FinalPoint) : p)),
});

export type RunLength = { ok: true; length: MeasuredLength | undefined } | { ok: false; message: string };
/** A cable’s length: a bare number up to 100 is metres, nobody measures cable in millimetres; inches and feet are taken as such. Empty: not measured. */
export function readRunLength(text: string): RunLength {
  const plain = text.trim().replace(',', '.');
  if (plain === '') return { ok: true, length: undefined };
  if (/^[-−]/.test(plain)) return { ok: false, message: `“${text.trim().slice(0, 30)}” is no length of cable; write 6.5 m.` };
  const bare = /^\d+(\.\d+)?$/.test(plain) && Number(plain) <= 100;
  const read = parseLength(bare ? `${plain} m` : plain, { unit: 'mm' });
  if (!read.ok) return { ok: false, message: read.message };
  if (!(read.mm > 0)) return { ok: false, message: `“${text}” is no length of cable; write 6.5 m.` };
  return { ok: true, length: measured(read.mm, text.trim()) };
}
/** Whether a length was said in feet or inches. */
export const saidOtherwise = ({ as = '' }: MeasuredLength): boolean => /['"′″]|\b(?:ft|feet|foot|in|inch|inches)\b/.test(as);
export const printRunLength = (length: MeasuredLength): string => `${Number((length.mm / 1000).toFixed(2))} m`;

export const sheetOf = (final: Final): TestSheet => final.tests ?? { readings: [] };
export const putSheet = (final: Final, part: Partial<TestSheet>): Final => ({ ...final, tests: { ...sheetOf(final), ...part } });
/** A reading in place of the one before of the same test at the same point. */
export const putReading = (final: Final, reading: FinalReading): Final =>
  putSheet(final, { readings: [...sheetOf(final).readings.filter((r) => readingKey(r) !== readingKey(reading)), reading] });
export const dropReading = (final: Final, key: string): Final =>
  putSheet(final, { readings: sheetOf(final).readings.filter((r) => readingKey(r) !== key) });

/** Whether what was found out is how the circuit lies, so that it can be noted; a fault is mended instead. */
export const isLie = (fault: FinalFault): boolean => ['unseen spur', 'bridge', 'no cable', 'longer'].includes(fault.is);

/** The circuit with what the readings say of it noted. Its readings stay: they were made on this. */
export function noted(final: Final, fault: FinalFault): Final {
  switch (fault.is) {
    case 'unseen spur': {
      // a joint takes its place on the ring, and it hangs on that
      const joint = idOf('tee', fault.pointId);
      const size = usualSize(final);
      return {
        ...final,
        points: [...final.points, { id: joint, name: `Joint at ${final.points.find((p) => p.id === fault.pointId)?.name ?? fault.pointId}`.slice(0, 120), kind: 'joint' }],
        runs: [
          ...final.runs.map((r) => ({ ...r, ends: r.ends.map((e) => (e === fault.pointId ? joint : e)) as [string, string] })),
          { id: idOf(joint, 'run'), ends: [joint, fault.pointId], size, length: assumed(fault.lengthMm), presets: ['size'] },
        ],
      };
    }
    case 'bridge':
      return { ...final, runs: [...final.runs, { id: idOf('bridge', fault.from, fault.to), ends: [fault.from, fault.to], size: usualSize(final), length: assumed(fault.lengthMm), presets: ['size'] }] };
    case 'no cable':
      return { ...final, runs: final.runs.filter((r) => r.id !== fault.runId) };
    case 'longer':
      return { ...final, runs: final.runs.map((r) => (r.id === fault.runId && r.length ? { ...r, length: assumed(r.length.mm + fault.byMm) } : r)) };
    default:
      return final;
  }
} // prettier-ignore
