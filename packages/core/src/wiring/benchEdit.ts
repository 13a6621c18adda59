/** Hands on the bench: ends connected and taken off, pigtails, cuts, tabs, switches, plugs. Every edit gives a new bench; what can't be done says why. */
import { inches, parsePower, printLength, type Awg } from '../measure/index.js';
import {
  endBox,
  endKey,
  PANEL,
  sameEnd,
  TERMINALS,
  type Bench,
  type BenchDevice,
  type Joint,
  type Pigtail,
  type WireColour,
  type WireEnd,
} from '../model/index.js';

export type BenchResult = { ok: true; bench: Bench; says: string } | { ok: false; why: string };
export type Target = { terminal: { device: string; terminal: string } } | { joint: string } | { end: WireEnd };

/** A cut takes this much of a conductor's free length (common practice: cut back to clean copper). */
export const CUT_MM = 12.7;

const without = (bench: Bench, end: WireEnd): Bench => ({
  ...bench,
  joints: bench.joints
    .map((j) => (j.ends.some((e) => sameEnd(e, end)) ? { ...j, ends: j.ends.filter((e) => !sameEnd(e, end)) } : j))
    // a connector on one wire is a cap; on none it is off
    .filter((j) => j.ends.length > 0)
    .map((j) => (j.kind === 'splice' && j.ends.length === 1 ? { ...j, kind: 'cap' as const, how: 'cap' as const } : j)),
});

/** The box where a target lies; undefined when it isn't there. */
function boxOfTarget(bench: Bench, target: Target, boxId: string): string | undefined {
  if ('joint' in target) return bench.joints.find((j) => j.id === target.joint)?.boxId;
  if ('end' in target) return endBox(bench, target.end);
  const { device } = target.terminal;
  if (device === 'box') return bench.boxes.find((b) => b.id === boxId)?.material === 'metal' ? boxId : undefined;
  if (boxId === PANEL) return PANEL;
  return bench.devices.find((d) => d.id === device)?.boxId;
}

/** Bare copper that a joint takes: a hook round a side screw, a straight end elsewhere (common practice; the strip gauge on the device wins). mm. */
export const stripFor = (how: Joint['how'], gauge: Awg): number =>
  how === undefined || how === 'side screw' ? inches(gauge < 14 ? 3 / 4 : 5 / 8) : how === 'clamp plate' ? inches(5 / 8) : inches(1 / 2);
export const strippedMm = (bench: Bench, end: WireEnd): number | undefined => bench.strips?.find((s) => sameEnd(s.end, end))?.mm;
const stripSays = (bench: Bench, end: WireEnd, how: Joint['how']): string =>
  `stripped ${printLength(strippedMm(bench, end) ?? stripFor(how, gaugeOf(bench, end)), 'in')}`;
const withoutStrip = (bench: Bench, end: WireEnd): Bench =>
  bench.strips ? { ...bench, strips: bench.strips.filter((s) => !sameEnd(s.end, end)) } : bench;

const gaugeOf = (bench: Bench, end: WireEnd): Awg =>
  ('cableId' in end ? bench.cables.find((c) => c.id === end.cableId)?.gauge : bench.pigtails.find((p) => p.id === end.pigtailId)?.gauge) ??
  14;

/** Puts an end under a screw, into a splice, or together with another end. Off where it was first. */
export function connect(bench: Bench, end: WireEnd, target: Target, newId: string, how: Joint['how'] = undefined): BenchResult {
  const boxId = endBox(bench, end);
  if (boxId === undefined) return { ok: false, why: 'That conductor isn’t there any more.' };
  const at = boxOfTarget(bench, target, boxId);
  if (at === undefined) return { ok: false, why: 'There is nothing to connect to.' };
  if (at !== boxId) return { ok: false, why: 'Both lie in different boxes: a conductor ends in its own box.' };
  const loose = without(bench, end);
  if ('terminal' in target) {
    const { device, terminal } = target.terminal;
    const d = loose.devices.find((x) => x.id === device);
    if (d && !TERMINALS[d.form].includes(terminal))
      return { ok: false, why: `${d.name} has no ${terminal}; it has ${TERMINALS[d.form].join(', ')}.` };
    const there = loose.joints.find((j) => j.boxId === boxId && j.at?.device === device && j.at.terminal === terminal);
    const joints = there
      ? loose.joints.map((j) => (j.id === there.id ? { ...j, ends: [...j.ends, end] } : j))
      : [
          ...loose.joints,
          { id: newId, boxId, kind: 'terminal' as const, at: { device, terminal }, how: how ?? ('side screw' as const), ends: [end] },
        ];
    return { ok: true, bench: { ...loose, joints }, says: `${stripSays(bench, end, there ? there.how : how)}, under ${terminal}` };
  }
  if ('joint' in target) {
    const there = loose.joints.find((j) => j.id === target.joint);
    if (!there) return { ok: false, why: 'That splice came apart when its last wire was taken off.' };
    if (there.ends.length >= 8) return { ok: false, why: 'No connector takes more than eight conductors: split the splice.' };
    const kind = there.kind === 'cap' ? ('splice' as const) : there.kind;
    const joints = loose.joints.map((j) =>
      j.id === there.id
        ? { ...j, kind, how: kind === 'splice' ? (how ?? (j.how === 'cap' ? 'twist-on' : j.how)) : j.how, ends: [...j.ends, end] }
        : j,
    );
    return { ok: true, bench: { ...loose, joints }, says: `${stripSays(bench, end, 'twist-on')}, into the splice` };
  }
  if (sameEnd(end, target.end)) return { ok: false, why: 'That is the same end.' };
  const other = loose.joints.find((j) => j.ends.some((e) => sameEnd(e, target.end)));
  if (other) return connect(bench, end, other.kind === 'terminal' ? { terminal: other.at! } : { joint: other.id }, newId, how);
  const joint: Joint = { id: newId, boxId, kind: 'splice', how: how ?? 'twist-on', ends: [target.end, end] };
  return { ok: true, bench: { ...loose, joints: [...loose.joints, joint] }, says: 'spliced' };
}

/** Takes an end off; it hangs loose and bare. */
export const takeOff = (bench: Bench, end: WireEnd): BenchResult => ({ ok: true, bench: without(bench, end), says: 'taken off' });

/** A cap over a loose end. */
export function cap(bench: Bench, end: WireEnd, newId: string): BenchResult {
  const boxId = endBox(bench, end);
  if (boxId === undefined) return { ok: false, why: 'That conductor isn’t there any more.' };
  const loose = without(bench, end);
  return {
    ok: true,
    bench: { ...loose, joints: [...loose.joints, { id: newId, boxId, kind: 'cap', how: 'cap', ends: [end] }] },
    says: 'capped',
  };
}

/** Cuts an end back to clean copper: it comes off, and its free length is used up. */
export function cut(bench: Bench, end: WireEnd): BenchResult {
  const off = withoutStrip(without(bench, end), end);
  if ('pigtailId' in end) {
    const tail = bench.pigtails.find((p) => p.id === end.pigtailId);
    if (!tail) return { ok: false, why: 'That pigtail isn’t there any more.' };
    if (tail.lengthMm <= 2 * CUT_MM) return { ok: false, why: 'Nothing is left of that pigtail to cut: make a new one.' };
    return {
      ok: true,
      bench: { ...off, pigtails: off.pigtails.map((p) => (p.id === tail.id ? { ...p, lengthMm: p.lengthMm - CUT_MM } : p)) },
      says: 'cut back',
    };
  }
  const cable = bench.cables.find((c) => c.id === end.cableId);
  if (!cable) return { ok: false, why: 'That cable isn’t there any more.' };
  const free = cable.freeMm[end.end];
  if (free < CUT_MM) return { ok: false, why: 'No free length is left to cut.' };
  const freeMm: [number, number] = end.end === 0 ? [free - CUT_MM, cable.freeMm[1]] : [cable.freeMm[0], free - CUT_MM];
  return { ok: true, bench: { ...off, cables: off.cables.map((c) => (c.id === cable.id ? { ...c, freeMm } : c)) }, says: 'cut back' };
}

/** Strips an end to so much bare copper; it comes off for that. Too little or too much shows in the checks. mm. */
export function strip(bench: Bench, end: WireEnd, mm: number): BenchResult {
  if (endBox(bench, end) === undefined) return { ok: false, why: 'That conductor isn’t there any more.' };
  // 76.2 mm are three inches, whatever is left of them in the last digit
  if (!(mm > 0 && mm <= inches(3) + 0.01))
    return { ok: false, why: `${printLength(mm, 'in')} of bare copper: an end is stripped by more than 0 and no more than 3".` };
  const off = withoutStrip(without(bench, end), end);
  return { ok: true, bench: { ...off, strips: [...(off.strips ?? []), { end, mm }] }, says: `stripped ${printLength(mm, 'in')}` };
}

export function addPigtail(bench: Bench, boxId: string, colour: WireColour, gauge: Awg, lengthMm: number, id: string): BenchResult {
  if (!(lengthMm > 0)) return { ok: false, why: 'A pigtail has a length.' };
  const pigtail: Pigtail = { id, boxId, colour, gauge, lengthMm };
  return { ok: true, bench: { ...bench, pigtails: [...bench.pigtails, pigtail] }, says: `a ${colour} pigtail` };
}
export function dropPigtail(bench: Bench, id: string): BenchResult {
  const off = ([0, 1] as const).reduce((b, end) => without(b, { pigtailId: id, end }), bench);
  const bare = off.strips ? { ...off, strips: off.strips.filter((s) => !('pigtailId' in s.end && s.end.pigtailId === id)) } : off;
  return { ok: true, bench: { ...bare, pigtails: bare.pigtails.filter((p) => p.id !== id) }, says: 'pigtail taken out' };
}

/** Breaks a tab off a duplex, or says that it can't be put back. */
export function breakTab(bench: Bench, deviceId: string, side: 'brass' | 'silver'): BenchResult {
  const device = bench.devices.find((d) => d.id === deviceId);
  if (device?.form !== 'duplex') return { ok: false, why: 'Only a duplex has tabs to break.' };
  const key = side === 'brass' ? 'brassTab' : 'silverTab';
  if (!device[key]) return { ok: false, why: `The ${side} tab is off already; a broken tab can’t be put back, only undone here.` };
  return { ok: true, bench: setDevice(bench, deviceId, { [key]: false }), says: `${side} tab broken off` };
}

export const setDevice = (bench: Bench, deviceId: string, part: Partial<BenchDevice>): Bench => ({
  ...bench,
  devices: bench.devices.map((d) => (d.id === deviceId ? { ...d, ...part } : d)),
});

/** What a person types to plug in: a name and watts or amps, `kettle 1500 W`. */
export function plugIn(bench: Bench, deviceId: string, face: 'upper' | 'lower', text: string, id: string): BenchResult {
  const match = /^(.*?)\s*([\d.]+\s*\w+)$/.exec(text.trim());
  const read = match ? parsePower(match[2]!) : undefined;
  if (!read?.ok) return { ok: false, why: read ? read.message : 'Type a name and its watts: kettle 1500 W.' };
  return plug(bench, deviceId, face, match![1] || 'load', read.watts ?? (read.amps ?? 0) * bench.supply.volts, id);
}
/** An appliance in a face; what was in it comes out. W. */
export function plug(bench: Bench, deviceId: string, face: 'upper' | 'lower', name: string, watts: number, id: string): BenchResult {
  if (!(watts > 0 && watts <= 25_000)) return { ok: false, why: `${watts} W: an appliance takes more than 0 and no more than 25 000 W.` };
  const rest = bench.plugged.filter((p) => !(p.deviceId === deviceId && p.face === face));
  const plugged = [...rest, { id, name: name.slice(0, 120), deviceId, face, watts, powerFactor: 1, on: true }];
  return { ok: true, bench: { ...bench, plugged }, says: 'plugged in' };
}

/** A breaker's handle; tied ones move together. */
export function throwBreaker(bench: Bench, breakerId: string, on: boolean): Bench {
  const own = bench.breakers.find((b) => b.id === breakerId);
  const together = new Set([breakerId, own?.tiedTo, ...bench.breakers.filter((b) => b.tiedTo === breakerId).map((b) => b.id)]);
  return { ...bench, breakers: bench.breakers.map((b) => (together.has(b.id) ? { ...b, on } : b)) };
}

/** Differences between two states of one bench, by joint and device: what to light up. */
export function benchDifferences(before: Bench, after: Bench): { ends: Set<string>; devices: Set<string>; cables: Set<string> } {
  const where = (bench: Bench): Map<string, string> => {
    const map = new Map<string, string>();
    for (const j of bench.joints) {
      const mates = j.ends.map(endKey).sort();
      for (const e of j.ends)
        map.set(endKey(e), j.kind === 'terminal' ? `${j.at!.device}/${j.at!.terminal}` : mates.filter((m) => m !== endKey(e)).join(' '));
    }
    return map;
  };
  const [a, b] = [where(before), where(after)];
  const ends = new Set([...new Set([...a.keys(), ...b.keys()])].filter((k) => a.get(k) !== b.get(k)));
  const changed = <T extends { id: string }>(x: T[], y: T[]) =>
    new Set(y.filter((i) => JSON.stringify(x.find((o) => o.id === i.id)) !== JSON.stringify(i)).map((i) => i.id));
  return { ends, devices: changed(before.devices, after.devices), cables: changed(before.cables, after.cables) };
}
