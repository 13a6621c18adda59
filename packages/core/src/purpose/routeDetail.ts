/** Everything that follows from one way: what is bored, opened, stapled, cut and bought, and whether the wire is thick enough. */
import { wayWords } from '../words/purpose/routeDetail.js';
import { freeEndBySchool, LEAST_FREE_MM, product, sheathBySchool, smallestGaugeFor, term, type Judged } from '../codebook/index.js';
import { facePoints, runOfBoxes, switchOn, type FacePoint } from '../circuit/index.js';
import { feet, inches, printLength, printMark, toFeet } from '../measure/index.js';
import {
  type Bench,
  DEFAULT_SCHOOLS,
  type House,
  isPanel,
  ownAmps,
  PANEL,
  panelWith,
  subpanelOf,
  type Sum,
  type Want,
  usBook,
  spaceOf,
} from '../model/index.js';
import { inside, racewayPlan, traced, USUAL_STOCK, type FrameEdge, type Framing, type RacewayPlan, type Traced } from '../route/index.js';
import type { RouteOption } from './searchRoutes.js';
import { wantAmps } from './outletPlan.js';
import { racewayRun, type RacewayRun } from './racewayRun.js';
import { sectionBetween } from './runOrder.js';

export interface LampRun {
  /** lampholders in the order of the cable, in plan */
  at: { x: number; y: number; name: string; roomId: string }[];
  load: Sum;
  /** lampholders that stand in no joist space that is there */
  lost: number;
}
export interface RouteDetail {
  /** from the feed to the first place */
  traced: Traced;
  /** on from there, piece by piece: to the other outlets of a raceway, from lampholder to lampholder */
  sections: Traced[];
  raceway: RacewayPlan | undefined;
  lamps: LampRun | undefined;
  /** of a raceway: outlets in the order in which they are reached, and from which of them each is; -1 the box that feeds it */
  order?: number[];
  from?: number[];
  /** drop and fault current at the wanted outlet, from the solved circuit */
  electrical: Judged;
  buy: { what: string; amount: string }[];
  cautions: string[];
}

const US_VOLTS = 120;

/** Evenly spread under (or over) rooms: half a step from the edges, one step apart (common practice). */
function lampPlaces(frame: Framing, want: Want): { nodes: number[]; lost: number } {
  const lamps = want.lamps!;
  const hollow =
    frame.hollows.find((h) => h.rooms.some((r) => r.under && lamps.under.includes(r.room.id))) ??
    frame.hollows.find((h) => h.rooms.some((r) => lamps.under.includes(r.room.id)));
  if (!hollow) return { nodes: [], lost: lamps.count };
  const corners = hollow.rooms.filter((r) => lamps.under.includes(r.room.id)).flatMap((r) => r.polygon);
  const [x0, x1] = [Math.min(...corners.map((p) => p.x)), Math.max(...corners.map((p) => p.x))];
  const [y0, y1] = [Math.min(...corners.map((p) => p.y)), Math.max(...corners.map((p) => p.y))];
  const rows = Math.min(lamps.rows, lamps.count);
  const nodes: number[] = [];
  let lost = 0;
  for (let r = 0; r < rows; r++) {
    const inRow = Math.floor(lamps.count / rows) + (r < lamps.count % rows ? 1 : 0);
    for (let c = 0; c < inRow; c++) {
      // there and back again: the cable goes on where the row before ended
      const step = r % 2 ? inRow - 1 - c : c;
      const wish = { x: x0 + ((step + 0.5) * (x1 - x0)) / inRow, y: y1 - ((r + 0.5) * (y1 - y0)) / rows };
      let best = -1;
      let d = inches(30);
      frame.nodes.forEach((n, i) => {
        if (n.space !== hollow.id || nodes.includes(i)) return;
        const here = Math.hypot(n.x - wish.x, n.y - wish.y);
        if (here < d) [best, d] = [i, here];
      });
      if (best < 0) lost++;
      else nodes.push(best);
    }
  }
  return { nodes, lost };
}

/** The room that a lampholder lights: the one it hangs in, else the first that was named. */
const roomAt = (frame: Framing, space: string, under: readonly string[], p: { x: number; y: number }): string =>
  frame.hollows.find((h) => h.id === space)?.rooms.find((r) => under.includes(r.room.id) && inside(p, r.polygon))?.room.id ?? under[0]!;

export function routeDetail(house: House, want: Want, option: RouteOption, frame = option.frame): RouteDetail {
  const schools = DEFAULT_SCHOOLS;
  const freeMm = freeEndBySchool(schools.freeEnds, LEAST_FREE_MM);
  const trace = (nodes: number[], edges: FrameEdge[], open = false): Traced =>
    traced({
      site: house.site,
      framing: frame,
      nodes,
      edges,
      edition: usBook(house),
      unit: house.unit,
      schools,
      freeEndsMm: [freeMm, freeMm],
      sheathMm: sheathBySchool(schools.sheath),
      open,
      ...(want.via ? { via: want.via } : {}),
    });
  let first = trace(option.nodes, option.edges);

  let run: RacewayRun | undefined;
  let sections: Traced[] = [];
  let raceway: RacewayPlan | undefined;
  const surface = option.edges.some((e) => e.does === 'raceway');
  if (want.kind === 'raceway' || surface) {
    const whole = { runs: [{ nodes: option.nodes, edges: option.edges }] };
    const { runs } = want.kind === 'raceway' ? (run = racewayRun(frame, want, option)) : whole;
    if (run) first = trace(runs[0]!.nodes, runs[0]!.edges);
    sections = runs.slice(1).map((r) => trace(r.nodes, r.edges, true));
    raceway = racewayPlan(house.site, frame, runs, want.raceway ?? USUAL_STOCK, option.gauge, house.unit, usBook(house));
  }

  if (want.kind === 'run') {
    const order = option.order ?? [option.firstPlace];
    sections = order.slice(1).flatMap((p, i) => {
      const before = order[option.from?.[i + 1] ?? i]!;
      const next = sectionBetween(frame, want, frame.places[before]!, frame.places[p]!);
      return next ? [trace(next.nodes, next.edges)] : [];
    });
  }

  let lamps: LampRun | undefined;
  if (want.kind === 'lights' && want.lamps) {
    const { nodes, lost } = lampPlaces(frame, want);
    const chain = [frame.places[0]!, ...nodes];
    sections = chain.slice(1).flatMap((to, i) => {
      const way = sectionBetween(frame, want, chain[i]!, to);
      return way ? [trace(way.nodes, way.edges, i > 0)] : [];
    });
    const amps = (want.lamps.count * want.lamps.watts) / US_VOLTS;
    lamps = {
      at: nodes.map((n, i) => {
        const { x, y, space } = frame.nodes[n]!;
        return { x, y, name: `lamp ${i + 1}`, roomId: roomAt(frame, space, want.lamps!.under, { x, y }) };
      }),
      lost: lost + (chain.length - 1 - sections.length),
      load: {
        terms: [
          product('lampholders, W', want.lamps.count, want.lamps.watts, 'W'),
          term('volts', US_VOLTS, 'V'),
          term('three hours or more', 1.25, 'count'),
        ],
        formula: 'W ÷ V × 1.25',
        result: term('counts', amps * 1.25, 'A'),
      },
    };
  }
  const all = [first, ...(want.kind === 'raceway' ? [] : sections)];
  const from = run?.from ?? option.from;
  const runMm = from ? farthest(from, [first, ...sections]) : all.reduce((s, t) => s + t.run.runMm, 0);
  return {
    traced: first,
    sections,
    raceway,
    lamps,
    ...(run ? { order: run.order, from: run.from } : {}),
    electrical: electrical(house, want, option, runMm),
    buy: buyList(house, want, option, all, raceway, lamps),
    cautions: cautionsOf(house, option, all),
  };
}

/** How long the wires are to the outlet that lies farthest, mm. @param from what feeds each, as a position before it; -1 the box that feeds it all */
function farthest(from: readonly number[], pieces: readonly Traced[]): number {
  const to: number[] = [];
  pieces.forEach((t, i) => to.push((to[from[i]!] ?? 0) + t.run.runMm));
  return Math.max(...to);
}

/** Volts left at the outlet under its load, and what a dead short there would drive, from the solved circuit. */
export function electrical(house: House, want: Want, option: RouteOption, runMm: number): Judged {
  const box = house.site.boxes.find((b) => b.id === option.feed.id);
  const circuit = house.site.circuits.find((c) => c.id === box?.circuitId);
  const own = isPanel(house.site, option.feed.id);
  const amps = own ? ownAmps(want) : circuit?.breakerA;
  const source = { standard: 'NEC', clause: '210.19 note', from: 'memory' as const };
  if (amps === undefined)
    return {
      verdict: 'can’t tell',
      ...wayWords.breakerUnknown({ feed: option.feed.name }),
      sums: [],
      source,
    };
  const toSource = own ? 0 : circuit?.lengthToSource?.mm;
  if (toSource === undefined)
    return {
      verdict: 'can’t tell',
      ...wayWords.lengthUnmeasured({ feed: option.feed.name }),
      sums: [],
      source,
    };
  // a face carries what is plugged in, or what one plug may draw where nothing was said
  const plugA = wantAmps(want) || (amps >= 20 ? 16 : 12);
  const cable = own ? undefined : house.site.cables.find((c) => c.ends.some((e) => e.boxId === box?.id));
  // a gauge that came filled in was read by nobody
  const there = cable?.presets?.includes('gauge') ? undefined : cable?.gauge;
  const bench = runOfBoxes({ boxes: own ? 1 : 2, amps });
  const lengths = own ? [runMm] : [toSource, runMm];
  bench.cables.forEach((c, i) => {
    c.lengthMm = Math.max(1, lengths[i]!);
    c.gauge = i < lengths.length - 1 ? (there ?? smallestGaugeFor(amps)) : option.gauge;
  });
  const last = bench.devices.at(-1)!;
  const load = {
    ...{ id: 'wanted', name: want.name, deviceId: last.id, face: 'upper' as const },
    ...{ watts: plugA * US_VOLTS, powerFactor: 1, on: true },
  };
  const faceOf = (plugged: Bench['plugged']): FacePoint =>
    facePoints(switchOn({ ...bench, plugged }, { celsius: 75 })).find((p) => p.deviceId === last.id && p.face === 'upper')!;
  const loaded = faceOf([load]);
  // what is plugged in lies beside the short and takes no part in its loop
  const short = faceOf([]);
  const ok = loaded.dropPercent <= 3;
  // by its magnet; a dead short that only heats the breaker burns for a minute or more (common practice)
  const trips = short.trip?.from === 0 ? short.trip : undefined;
  // the length is noted for the circuit: to which of its boxes it was measured, nobody can tell
  const boxes = house.site.boxes.filter((b) => b.circuitId === circuit?.id).length;
  const panel = own ? subpanelOf(house.site, option.feed.id) : circuit && panelWith(house.site, circuit.id)?.sub;
  const left = { volts: loaded.volts, plugA, shortA: short.shortA, withinS: trips?.to };
  const untold = !own && there === undefined ? wayWords.leftUnread({ ...left, feed: option.feed.name })
    : !own && boxes > 1 ? wayWords.leftVague({ ...left, circuit: circuit!.number, boxes, feed: option.feed.name })
    // a feeder makes it worse: what is too little without it is too little
    : panel && trips && ok ? wayWords.leftBehindFeeder({ ...left, panel: panel.name })
    : undefined; // prettier-ignore
  return {
    verdict: untold ? 'can’t tell' : trips && ok ? 'ok' : 'caution',
    ...(untold ?? wayWords.left(left)),
    source,
    sums: [
      {
        terms: lengths.map((mm, i) =>
          term(own ? 'panel to the outlet' : i === 0 ? `panel to ${option.feed.name}` : 'on to the outlet', toFeet(mm), 'ft'),
        ),
        formula: 'solved with its source, conductors at 75 °C, and contacts; all of the load at the far end',
        result: term('drop', loaded.dropPercent, '%'),
        limit: { ...term('recommended, at most', 3, '%'), relation: '≤' },
      },
      {
        terms: [term('loop, source and both conductors', short.loopOhm, 'Ω')],
        formula: 'volts ÷ loop',
        result: term('dead short', short.shortA, 'A'),
      },
    ],
  };
}

function buyList(
  house: House,
  want: Want,
  option: RouteOption,
  all: readonly Traced[],
  raceway: RacewayPlan | undefined,
  lamps: LampRun | undefined,
): { what: string; amount: string }[] {
  const inFeet = (mm: number): string => printLength(mm, house.unit, { style: 'feet' });
  const list: { what: string; amount: string }[] = [];
  const put = (what: string, amount: string | number): void => {
    if (amount !== 0 && amount !== '0') list.push({ what, amount: `${amount}` });
  };
  const sum = (of: (t: Traced) => number): number => all.reduce((s, t) => s + of(t), 0);
  if (want.kind === 'raceway' && raceway)
    put(
      `${option.gauge} AWG single wire, each of hot, neutral and ground`,
      inFeet(Math.ceil(raceway.conductorMm / feet(1) - 1e-6) * feet(1)),
    );
  else put(`${option.gauge}-2 cable with ground`, inFeet(Math.ceil((sum((t) => t.run.cutMm) * 1.15) / feet(1) - 1e-6) * feet(1)));
  if (isPanel(house.site, option.feed.id)) put(`${ownAmps(want)} A breaker of the type listed for the panel`, 1);
  if (want.kind === 'outlet' || want.kind === 'run') put('box and receptacle', want.places.length);
  if (lamps) {
    put('lampholder with its box', lamps.at.length);
    put('switch and box', 1);
  }
  if (raceway) {
    put(`track, ${printMark(raceway.stock.stock.mm, house.unit)} lengths`, raceway.track.bars.length);
    put(`cover, ${printMark(raceway.stock.stock.mm, house.unit)} lengths`, raceway.covers.bars.length);
    const kinds = new Map<string, number>();
    for (const f of raceway.fittings) kinds.set(f.what, (kinds.get(f.what) ?? 0) + f.count);
    for (const [what, count] of kinds) put(what, count);
    if (want.kind === 'raceway') put('receptacle', want.places.length);
    put('screws into studs', raceway.supports.length * 2);
  }
  put(
    'staples',
    sum((t) => t.counts.staples),
  );
  put(
    'steel plates 1/16 in',
    sum((t) => t.counts.plates),
  );
  put(
    'bushings for metal studs',
    sum((t) => t.counts.bushings),
  );
  put(
    'fire-block sealant, holes',
    sum((t) => t.counts.seals),
  );
  put(
    'patches',
    sum((t) => t.counts.openings),
  );
  const out = all.flatMap((t) => t.outside)[0];
  if (out) {
    put('liquid-tight sleeve', printMark(out.alongMm, house.unit));
    put('weatherproof box, in-use cover, gasket', 1);
  }
  const litres = all.flatMap((t) => t.chases).reduce((s, c) => s + c.mortarLitres, 0);
  if (litres > 0) put('mortar and plaster, litres', Math.max(0.5, Math.ceil(litres * 2) / 2));
  return list;
}

function cautionsOf(house: House, option: RouteOption, all: readonly Traced[]): string[] {
  const spaces = new Set(option.through.map((t) => spaceOf(t.space).kind));
  const joists = all.some((t) => t.holes.some((h) => h.member === 'joist'));
  const bored = new Set(all.flatMap((t) => t.holes.flatMap((h) => (h.onWall ? [h.onWall.wallId] : []))));
  const pierced = house.site.walls.filter((w) => bored.has(w.id));
  const sub = subpanelOf(house.site, option.feed.id);
  const names = (walls: typeof pierced): string => walls.map((w) => w.name).join('; ');
  const [rated, unsaid] = [pierced.filter((w) => w.fireRated), pierced.filter((w) => w.fireRated === undefined)];
  return [
    'Feed off, locked or labelled, and proved dead before its box or the panel is opened. Permit and inspection as the local code asks; a licensed electrician where it asks for one.',
    ...(sub ? [`The breaker that feeds the ${sub.name} off and locked for work in it. Licensed work in many places.`] : []),
    ...(option.feed.id === PANEL
      ? ['Main off for work in the panel: the service lugs stay live all the same. Licensed work in many places.']
      : []),
    ...(spaces.has('attic')
      ? ['Attic: boards over joists to stand on, heat, nails through the roof; mask and eye protection in insulation.']
      : []),
    ...(spaces.has('crawl-space') ? ['Crawl space: never alone; look for water, gas lines and animals first.'] : []),
    ...(rated.length
      ? [`Fire-rated, and pierced: ${names(rated)}. Listed seals and boxes; boxes back to back 24 in apart or with pads.`]
      : []),
    ...(unsaid.length
      ? [`Nobody said whether fire-rated: ${names(unsaid)}. Toward a garage or a neighbour it is likely; find out before you bore.`]
      : []),
    ...(joists ? ['Joists: solid wood only. Trusses and I-joists are bored only where their maker says.'] : []),
    ...(spaces.has('chase') ? ['Masonry dust holds silica: extraction at the blade, mask, eye and ear protection.'] : []),
    ...(all.some((t) => t.openings.length) && house.built !== undefined && house.built < 1980
      ? [`Built ${house.built}: finishes may hold asbestos or lead; have them tested before you cut.`]
      : []),
  ];
}
