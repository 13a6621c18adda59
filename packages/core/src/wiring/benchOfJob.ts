/**
 * Boxes of a site on the bench: cables, devices and the circuit as the site has them. A box whose wiring was noted is wired like that, the
 * others by the plan of each.
 */
import { inches } from '../measure/index.js';
import {
  boxBody,
  emptyBench,
  GROUND_BAR,
  NEUTRAL_BAR,
  endKey,
  idOf,
  PANEL,
  seenWiring,
  wiringsOf,
  type Bench,
  type BenchCable,
  type Box,
  type Circuit,
  type Joint,
  type Schools,
  type Site,
} from '../model/index.js';
import { sheathBySchool } from '../codebook/index.js';
import { boxClamps, boxMaterial, powerVolume, cablesIn } from './boxContents.js';
import { withLampBoxes } from './lampBoxes.js';
import { deviceOnBench, jointsOnBench, wiringPlan } from './plan/index.js';

/** Whether somebody noted how a box is wired: joint by joint, or at least how its device is. */
export const isLookedInto = (site: Site, boxId: string): boolean =>
  seenWiring(site, boxId) !== undefined || site.devices.find((d) => d.boxId === boxId)?.wiredAs !== undefined;

/** Cables of unknown length are taken as this long (common practice; only the drop depends on it). */
const UNKNOWN_MM = 6000;
/** Free ends that nobody measured are drawn this long; whether they are is `can’t tell`. */
const UNKNOWN_FREE_MM = inches(7);
const ELSEWHERE = 'elsewhere';

export interface BenchOfOptions {
  /** as it was found: a box by what was noted of it, and what nobody looked at drawn by the school and said so */
  found?: boolean;
  /** cables that the plan runs: their length, and the free end each leaves in a box, by box id; mm */
  planned?: { cableId: string; lengthMm: number; freeMm: Record<string, number> }[];
}

/** The boxes and lampholders given, with their cables; the line cable of the first goes to a breaker of the panel. What is not measured is noted. */
export function benchOf(
  house: Site,
  boxIds: string[],
  circuit: Circuit | undefined,
  schools: Schools,
  options: BenchOfOptions = {},
): Bench {
  const growing = new GrowingBench(house, boxIds, circuit, schools, options);
  const { bench, unmeasured, boxes } = growing;
  growing.breakers();
  for (const box of boxes) growing.box(box);
  for (const box of boxes) growing.wiring(box);
  growing.loads();
  return unmeasured.length ? { ...bench, unmeasured } : bench;
}

type CableHere = ReturnType<typeof cablesIn>[number];
/** A bench as it is filled from a survey; everything that had to be taken for something is noted. */
class GrowingBench {
  readonly bench = emptyBench();
  readonly boxes: readonly Box[];
  readonly unmeasured: NonNullable<Bench['unmeasured']>;
  private readonly site: Site;
  private readonly volts: number;
  /** 240 V in the US is both legs; 230 V is one phase and its neutral */
  private readonly bothLegs: boolean;
  private readonly breakerId: string;
  private readonly secondId: string;
  private readonly taken = new Set<string>();
  private fed = false;

  constructor(
    private readonly house: Site,
    private readonly boxIds: readonly string[],
    private readonly circuit: Circuit | undefined,
    private readonly schools: Schools,
    private readonly options: BenchOfOptions,
  ) {
    this.site = withLampBoxes(house, [...boxIds]);
    this.boxes = this.site.boxes.filter((b) => boxIds.includes(b.id));
    this.unmeasured = (options.found ? boxIds : [])
      .filter((id) => !isLookedInto(house, id))
      .map((id) => ({ of: id, what: 'wiring', boxId: id }));
    this.volts = circuit?.voltsNominal ?? 120;
    this.bothLegs = this.volts === 240;
    this.breakerId = circuit ? idOf('breaker', circuit.id) : 'breaker';
    this.secondId = idOf(this.breakerId, 2);
  }

  breakers(): void {
    const { bench, circuit, volts, bothLegs, breakerId, secondId } = this;
    if (circuit?.breakerA === undefined) this.unmeasured.push({ of: PANEL, what: 'rating' });
    if (volts === 230) bench.supply = { kind: 'single-phase', volts, sourceOhm: 0.15, loopOhm: 0.35 };
    bench.breakers.push({
      id: breakerId,
      number: circuit?.number ?? '?',
      amps: circuit?.breakerA ?? 15,
      leg: 'A',
      kind: circuit?.groundFault === 'breaker' ? 'ground-fault' : 'plain',
      curve: volts === 230 ? 'UK-B' : 'US',
      on: true,
      ...(bothLegs ? { tiedTo: secondId } : {}),
    });
    if (bothLegs) bench.breakers.push({ ...bench.breakers[0]!, id: secondId, leg: 'B', tiedTo: breakerId });
  }

  /** A box with the cables that come into it first. */
  box(box: Box): void {
    if (boxMaterial(box) === undefined) this.unmeasured.push({ of: box.id, what: 'material', boxId: box.id });
    const volume = powerVolume(box);
    const clamps = boxClamps(box);
    const { depthMm, widthMm, heightMm } = boxBody(box);
    this.bench.boxes.push({
      id: box.id,
      name: box.name,
      material: boxMaterial(box) ?? 'plastic',
      gangs: Math.min(4, box.gangs),
      ...(volume === undefined ? {} : { volumeIn3: volume }),
      ...(clamps === undefined ? {} : { clamps }),
      ...(depthMm === undefined ? {} : { depthMm }),
      openingMm: [widthMm, heightMm],
      sheathMm: sheathBySchool(this.schools.sheath),
      ...(box.supportFittings ? { supportFittings: box.supportFittings } : {}),
    });
    for (const here of cablesIn(this.site, box.id)) {
      if (this.taken.has(here.cable.id)) continue;
      this.taken.add(here.cable.id);
      this.cable(here);
    }
  }
  private inside(id: string | undefined): string | undefined {
    return id !== undefined && this.boxIds.includes(id) ? id : undefined;
  }
  private cable({ cable, side }: CableHere): void {
    const { bench, circuit, unmeasured } = this;
    const feeds = side === 'line' && !this.inside(cable.ends[0].boxId) && !this.fed;
    if (feeds) this.fed = true;
    const own = this.options.planned?.find((p) => p.cableId === cable.id);
    const free = (i: 0 | 1): number => {
      const { boxId, freeLength } = cable.ends[i];
      const known = freeLength?.mm ?? (boxId === undefined ? undefined : own?.freeMm[boxId]);
      if ((known === undefined || freeLength?.known === 'assumed') && this.inside(boxId))
        unmeasured.push({ of: cable.id, what: 'free', boxId: boxId! });
      return known ?? UNKNOWN_FREE_MM;
    };
    const lengthMm = cable.length?.mm ?? own?.lengthMm ?? (feeds ? circuit?.lengthToSource?.mm : undefined);
    if (lengthMm === undefined || cable.length?.known === 'assumed') unmeasured.push({ of: cable.id, what: 'length' });
    if (cable.ground === undefined)
      for (const e of cable.ends) if (this.inside(e.boxId)) unmeasured.push({ of: cable.id, what: 'ground', boxId: e.boxId! });
    bench.cables.push({
      id: cable.id,
      name: cable.name,
      gauge: cable.gauge,
      // a ground that nobody has looked for is not drawn as one
      colours: [...cable.conductors, ...(cable.ground === 'none' || cable.ground === undefined ? [] : [cable.ground])],
      lengthMm: lengthMm ?? UNKNOWN_MM,
      ends: [this.inside(cable.ends[0].boxId) ?? (feeds ? PANEL : ELSEWHERE), this.inside(cable.ends[1].boxId) ?? ELSEWHERE],
      sides: [cable.ends[0].side ?? 'top', cable.ends[1].side ?? 'top'],
      freeMm: [free(0), free(1)],
      ...(cable.whiteUsedAsHot === 'marked' ? { marked: true } : {}),
    });
    if (feeds) this.atPanel(bench.cables.at(-1)!);
  }
  /** Where it was seen to land at the panel, or where its colours belong. */
  private atPanel({ id, colours, ends }: BenchCable): void {
    const { bench, breakerId, secondId, bothLegs } = this;
    const noted = notedAtPanel(this.house, bench, id);
    if (noted) {
      bench.joints.push(...noted);
      return;
    }
    colours.forEach((colour, conductor) => {
      const neutral = bothLegs ? secondId : NEUTRAL_BAR;
      const device = ['bare', 'green'].includes(colour) ? GROUND_BAR : colour === 'white' ? neutral : breakerId;
      bench.joints.push({
        id: idOf(id, 'panel', conductor),
        boxId: PANEL,
        kind: 'terminal',
        at: { device, terminal: 'screw' },
        ends: [{ cableId: id, conductor, end: ends[0] === PANEL ? 0 : 1 }],
      });
    });
  }

  wiring(box: Box): void {
    const { bench, house, site, circuit, schools } = this;
    const { found, planned = [] } = this.options;
    const wiredAs = found ? site.devices.find((d) => d.boxId === box.id)?.wiredAs : undefined;
    const added = new Set(planned.map((p) => p.cableId));
    wire(bench, house, site, box, circuit, wiredAs ? { ...schools, device: wiredAs } : schools, added);
  }

  /** What hangs on these boxes, face by face; what nobody put a figure to is not plugged in as 0 W. */
  loads(): void {
    const { bench, volts } = this;
    for (const l of this.site.loads.filter((x) => this.inside(x.boxId) !== undefined && (x.watts ?? x.amps ?? 0) > 0)) {
      const faces = bench.devices.filter((d) => d.boxId === l.boxId && ['duplex', 'single', 'ground-fault'].includes(d.form));
      const used = bench.plugged.filter((p) => faces.some((d) => d.id === p.deviceId)).length;
      const device = faces[Math.floor(used / 2) % Math.max(1, faces.length)];
      if (!device) continue;
      bench.plugged.push({
        id: l.id,
        name: l.name,
        deviceId: device.id,
        face: used % 2 ? 'lower' : 'upper',
        watts: l.watts ?? (l.amps ?? 0) * volts,
        powerFactor: 1,
        on: true,
      });
    }
  }
}

const endsAt = (bench: Bench, boxId: string): string[] =>
  bench.cables.flatMap((c) =>
    ([0, 1] as const)
      .filter((end) => c.ends[end] === boxId)
      .flatMap((end) => c.colours.map((_, conductor) => endKey({ cableId: c.id, conductor, end }))),
  );

/** Where a cable was seen to land at the panel, as long as what it lands on is there. */
function notedAtPanel(site: Site, bench: Bench, cableId: string): Joint[] | undefined {
  const noted = wiringsOf(site).find((w) => w.panelEndOf === cableId);
  if (!noted) return undefined;
  const there = new Set([NEUTRAL_BAR, GROUND_BAR, ...bench.breakers.map((b) => b.id)]);
  const own = noted.joints;
  if (!own.every((j) => j.at && there.has(j.at.device))) return undefined;
  // wires of other cables under the same screw are not on this bench
  return own.map((j) => ({ ...j, boxId: PANEL, ends: j.ends.filter((e) => 'cableId' in e && e.cableId === cableId) }));
}

/** The plan of one box, or what was noted of it; a box whose plan is refused or misses something keeps its ends loose. */
function wire(
  bench: Bench,
  house: Site,
  site: Site,
  box: Box,
  circuit: Circuit | undefined,
  schools: Schools,
  added: ReadonlySet<string>,
): void {
  const plan = wiringPlan({ site, box, circuit, schools, added });
  const seen = seenWiring(house, box.id);
  const watts = new Map(site.devices.map((d) => [d.id, d.watts]));
  const off = (id: string, side: 'brass' | 'silver'): boolean => seen?.broken?.some((b) => b.deviceId === id && b.side === side) === true;
  bench.devices.push(
    ...plan.devices.map((d) =>
      deviceOnBench({
        ...d,
        ...{ boxId: box.id, watts: watts.get(d.id) },
        ...(seen ? { broken: { brass: off(d.id, 'brass'), silver: off(d.id, 'silver') } } : {}),
      }),
    ),
  );
  if (seen) {
    const drawn = new Set(endsAt(bench, box.id));
    const inBox = { boxId: box.id };
    bench.pigtails.push(...seen.pigtails.map((p) => ({ ...p, ...inBox })));
    bench.joints.push(
      ...seen.joints.map((j) => ({ ...j, ...inBox, ends: j.ends.filter((e) => 'pigtailId' in e || drawn.has(endKey(e))) })),
    );
    if (seen.strips) bench.strips = [...(bench.strips ?? []), ...seen.strips];
    return;
  }
  const { joints, pigtails } = jointsOnBench(plan, bench.cables, schools);
  bench.joints.push(...joints);
  bench.pigtails.push(...pigtails);
}
