/** From the bench back to the house: how one box is wired there, and what hands changed of it. */
import { atPanel, insideOf, PANEL, type Bench, type BoxWiring, type FreeEnd, type Site, type WireEnd } from '../model/index.js';

/** How each cable lands at the panel. */
export const panelEnds = (bench: Bench): BoxWiring[] =>
  bench.cables
    .filter((c) => c.ends.includes(PANEL))
    .map((c) => {
      const joints = bench.joints
        .filter((j) => j.boxId === PANEL && j.ends.some((e) => 'cableId' in e && e.cableId === c.id))
        .map(({ boxId: _, ...j }) => j);
      const tails = new Set(joints.flatMap((j) => j.ends.flatMap((e) => ('pigtailId' in e ? [e.pigtailId] : []))));
      const pigtails = bench.pigtails.filter((p) => p.boxId === PANEL && tails.has(p.id)).map(({ boxId: _, ...p }) => p);
      return { id: atPanel(c.id), panelEndOf: c.id, of: { cables: [c.id], devices: [] }, joints, pigtails };
    });

/** How a box is wired on a bench that was worked out from a site. */
export function wiringIn(site: Site, bench: Bench, boxId: string): BoxWiring {
  const here = <T extends { boxId: string }>(list: readonly T[]): Omit<T, 'boxId'>[] =>
    list.filter((x) => x.boxId === boxId).map(({ boxId: _, ...rest }) => rest);
  const tails = new Set(bench.pigtails.filter((p) => p.boxId === boxId).map((p) => p.id));
  const mine = (end: WireEnd): boolean =>
    'pigtailId' in end ? tails.has(end.pigtailId) : bench.cables.find((c) => c.id === end.cableId)?.ends[end.end] === boxId;
  const broken = bench.devices
    .filter((d) => d.boxId === boxId && d.form === 'duplex')
    .flatMap((d) => (['brass', 'silver'] as const).filter((side) => !d[`${side}Tab`]).map((side) => ({ deviceId: d.id, side })));
  const strips = (bench.strips ?? []).filter((s) => mine(s.end));
  return {
    id: boxId,
    of: insideOf(site, boxId),
    joints: here(bench.joints),
    pigtails: here(bench.pigtails),
    ...(broken.length ? { broken } : {}),
    ...(strips.length ? { strips } : {}),
  };
}

export interface Rewired {
  wiring: BoxWiring;
  free: FreeEnd[];
}
/** Boxes, and ends at the panel, that hands wired otherwise between two states of one bench; what was only switched or plugged in is none of it. */
export function rewired(site: Site, before: Bench, after: Bench): Rewired[] {
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
  const boxes = after.boxes.flatMap(({ id }): Rewired[] => {
    const wiring = wiringIn(site, after, id);
    const free = after.cables.flatMap((c) =>
      ([0, 1] as const)
        .filter((end) => c.ends[end] === id && before.cables.find((x) => x.id === c.id)?.freeMm[end] !== c.freeMm[end])
        .map((end) => ({ cableId: c.id, end, mm: c.freeMm[end] })),
    );
    return free.length || !same(wiringIn(site, before, id), wiring) ? [{ wiring, free }] : [];
  });
  const ends = new Map(panelEnds(before).map((w) => [w.id, w]));
  return [
    ...boxes,
    ...panelEnds(after)
      .filter((w) => !same(ends.get(w.id), w))
      .map((wiring) => ({ wiring, free: [] })),
  ];
}

/** A bench whose handles, faces and what is plugged in stand as they do on another. */
export function withHandles(bench: Bench, handles: Bench): Bench {
  const of = <T extends { id: string }>(list: readonly T[], id: string): T | undefined => list.find((x) => x.id === id);
  const devices = new Set(bench.devices.map((d) => d.id));
  return {
    ...bench,
    breakers: bench.breakers.map((b) => ({ ...b, on: of(handles.breakers, b.id)?.on ?? b.on })),
    devices: bench.devices.map((d) => {
      const h = of(handles.devices, d.id);
      return h ? { ...d, up: h.up, tripped: h.tripped } : d;
    }),
    plugged: handles.plugged.filter((p) => devices.has(p.deviceId)),
  };
}
