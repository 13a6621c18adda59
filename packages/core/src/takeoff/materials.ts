/** What to buy and what to bring: what the planned state has and the found state lacks. */
import { BOX_KINDS, DEVICE_KINDS, FINISHES, isReceptacle, LAMP_BOXES, type ArticleId, type CoilArticle } from '../catalog/index.js';
import { inPlaceBoxes, judgeWork, lampWiringOf, wiringOf, workOf, type Work, type WorkBox, type WorkRun } from '../ledger/index.js';
import { cutStock, type PatchPlan } from '../layout/index.js';
import { feet, printAwg, printLength, printMark, toFeet } from '../measure/index.js';
import { openFraming, type Change, type JobInHouse } from '../model/index.js';
import { boxMaterial, cableKind, piecesOf } from '../wiring/index.js';

export interface MaterialRow {
  what: string;
  amount: string;
  why: string;
  /** what of the price book it is, and how much in its unit; absent: nothing that is bought, or how much can't be told yet */
  article?: ArticleId;
  count?: number;
  /** how much can’t be told yet: of what it would be cut */
  untold?: { kind: string };
}

/** Thing after thing. */
const each = (article: ArticleId, what: string, count: number, why: string): MaterialRow => ({
  what,
  amount: `${count}`,
  why,
  article,
  count,
});
/** By the foot; `amount` says it as people do. */
const byFoot = (article: ArticleId, what: string, mm: number, amount: string, why: string): MaterialRow => ({
  what,
  amount,
  why,
  article,
  // 25 ft are 25, not a hair more that would want another foot
  count: Math.round(toFeet(mm) * 1e6) / 1e6,
});

/** left out at each end of a low-voltage cable (common practice) */
const LOW_VOLTAGE_END_MM = feet(1);

export function cableArticle(gauge: number, conductors: number): CoilArticle {
  const two: CoilArticle = gauge >= 14 ? 'cable-14' : gauge === 12 ? 'cable-12' : 'cable-10';
  return conductors > 2 ? `${two}-3` : two;
}
const BOX_ARTICLE: Record<(typeof BOX_KINDS)[keyof typeof BOX_KINDS]['mounting'], ArticleId> = {
  wings: 'box-old-work',
  'nail-on': 'box-nail-on',
  'stud-screw': 'box-metal',
  masonry: 'box-masonry',
  surface: 'box-surface',
};
const deviceArticle = (kind: keyof typeof DEVICE_KINDS): ArticleId => {
  const device = DEVICE_KINDS[kind];
  if (device.groundFault) return 'receptacle-protective';
  if (device.form === 'lamp') return 'lampholder';
  if (!isReceptacle(kind)) return 'switch';
  return device.ratingA === 20 ? 'receptacle-20' : 'receptacle-15';
};

/** Cable, boxes, devices, plates, connectors and pigtails of the plan; what its way asks for. */
export function materialsOf(job: JobInHouse): MaterialRow[] {
  const w = workOf(job);
  const rows = [
    ...cableRows(job, w),
    ...lampRows(job, w),
    ...racewayRows(job, w),
    ...job.changes.flatMap(changeRows),
    ...spliceRows(job, w),
    ...boxRows(w),
    ...lowVoltageRows(job),
    ...wayRows(job, w),
    ...patchRows(job, openedBy(w)),
  ];
  if (job.schools.tape)
    rows.push({ what: 'insulating tape', amount: '1 roll', why: 'your preference; not asked for', article: 'tape', count: 1 });
  return together(rows);
}

function cableRows(job: JobInHouse, w: Work): MaterialRow[] {
  const wires = w.runs.filter((r) => r.cable.sheath === 'single wires');
  return [
    ...(wires.length ? wireRows(job, wires, w.raceway?.conductorMm) : []),
    ...w.runs
      .filter((r) => !wires.includes(r))
      .map((r): MaterialRow => {
        const kind = `${cableKind(r.cable)} nonmetallic-sheathed cable with ground`;
        return r.run
          ? byFoot(
              cableArticle(r.cable.gauge, r.cable.conductors.length),
              kind,
              r.run.buyMm,
              printLength(r.run.buyMm, job.unit, { style: 'feet' }),
              `cut ${printLength(r.run.cutMm, job.unit)}, 15 % over, to the foot`,
            )
          : { what: kind, amount: 'can’t tell yet', why: 'a box has no depth', untold: { kind: cableKind(r.cable) } };
      }),
  ];
}

const SAME_MAKE = 'the same make has types that do not interchange';
/** What one change of the plan asks for. */
function changeRows(change: Change): MaterialRow[] {
  switch (change.do) {
    case 'place-box':
    case 'replace-box':
      return placedBox(change);
    case 'place-device':
    case 'replace-device':
      return placedDevice(change);
    case 'remove-device':
      return [each('plate', 'blank cover plate', 1, change.title)];
    case 'add-breaker':
      return addedBreaker(change);
    case 'alter-circuit':
      if (change.with.arcFault === 'breaker')
        return [each('breaker-protective', 'arc-fault breaker of the make and type listed for the panel', 1, SAME_MAKE)];
      return change.with.arcFault === 'device upstream'
        ? [each('receptacle-protective', 'arc-fault receptacle for the first outlet of the circuit', 1, change.title)]
        : [];
    default:
      return [];
  }
}
function placedBox(change: Extract<Change, { do: 'place-box' | 'replace-box' }>): MaterialRow[] {
  const { box, title } = change;
  const row =
    box.kind === 'other'
      ? each('box-other', `box as described: ${box.name}`, 1, title)
      : each(BOX_ARTICLE[BOX_KINDS[box.kind].mounting], `${BOX_KINDS[box.kind].name} box`, 1, title);
  if (change.do !== 'place-box' || box.inFront === undefined) return [row];
  return [
    row,
    each('box-extension', 'box extension with a knockout in its side', 1, 'the old box comes forward to the back of the built-in'),
    each('clamp', 'cable clamp for the extension', 1, title),
  ];
}
function placedDevice({ device, title }: Extract<Change, { do: 'place-device' | 'replace-device' }>): MaterialRow[] {
  const extras = [device.tamperResistant && 'tamper-resistant', device.weatherResistant && 'weather-resistant'].filter(Boolean).join(', ');
  return [
    each(deviceArticle(device.kind), `${DEVICE_KINDS[device.kind].name}${extras ? `, ${extras}` : ''}`, 1, title),
    device.inUseCover ? each('in-use-cover', 'in-use cover with its gasket', 1, title) : each('plate', 'cover plate to fit', 1, title),
  ];
}
function addedBreaker({ circuit, title }: Extract<Change, { do: 'add-breaker' }>): MaterialRow[] {
  const [arc, ground] = [circuit.arcFault === 'breaker', circuit.groundFault === 'breaker'];
  const kind = arc && ground ? 'dual-function ' : arc ? 'arc-fault ' : ground ? 'ground-fault ' : '';
  return [
    each(
      kind ? 'breaker-protective' : 'breaker',
      `${circuit.breakerA ?? 20} A ${kind}breaker of the make and type listed for the panel`,
      1,
      SAME_MAKE,
    ),
    each('clamp', 'cable clamp for a knockout of the panel', 1, title),
  ];
}

/** Connectors and pigtails of the wiring plan. */
function spliceRows(job: JobInHouse, w: Work): MaterialRow[] {
  const connectors = new Map<string, number>();
  const tails = new Map<string, number>();
  const more = (of: Map<string, number>, what: string): void => void of.set(what, (of.get(what) ?? 0) + 1);
  for (const { joints } of [...w.boxes.map((b) => wiringOf(w, b)), ...w.lamps.map((l) => lampWiringOf(w, l).wiring)]) {
    for (const joint of joints) if (joint.kind !== 'terminal') more(connectors, joint.connector!);
    for (const piece of piecesOf(joints)) more(tails, `${printAwg(piece.gauge)} ${piece.colour} for pigtails`);
  }
  return [
    ...[...connectors].map(([what, count]) =>
      each('connector', what, count, 'splices of the wiring plan; the packet says which sizes it takes'),
    ),
    ...[...tails].map(([what, count]): MaterialRow => ({
      what,
      amount: `${count} × ${job.schools.pigtailIn} in`,
      why: 'can be cut from the same cable',
    })),
  ];
}

/** What goes with boxes by how they are made: clamps, ground screws, screws into the stud, dividers. */
function boxRows(w: Work): MaterialRow[] {
  const rows: MaterialRow[] = [];
  const fresh = w.boxes.filter((b) => b.role !== 'opened');
  for (const b of fresh.filter((x) => x.box.clamps === 'external')) {
    const count = w.runs.filter((r) => r.to === b || r.from === b).length;
    if (count) rows.push(each('clamp', 'cable connector for a knockout', count, `the box of ${b.box.name} has no clamps of its own`));
  }
  const metal = w.boxes.filter((b) => boxMaterial(b.box) === 'metal').length + w.lamps.length;
  if (metal) rows.push(each('ground-screw', 'ground screw for a metal box', metal, 'a metal box gets its own ground lead'));
  const screwed = fresh.filter((b) => b.box.kind !== 'other' && BOX_KINDS[b.box.kind].mounting === 'stud-screw').length;
  if (screwed) rows.push(each('screw', 'screw into wood, for a box', screwed * 2, 'two through the side of the box into the stud'));
  for (const { box } of fresh.filter((b) => b.box.divided))
    rows.push(
      each('divider', 'divider listed for that box', 1, `power and low voltage apart in ${box.name}`),
      each(
        'low-voltage-insert',
        'opening for low voltage beside the receptacle, one plate over both',
        1,
        `the low-voltage side of ${box.name}`,
      ),
    );
  return rows;
}

function lowVoltageRows(job: JobInHouse): MaterialRow[] {
  const low = job.want?.lowVoltage ? job.want.lowVoltageRun : undefined;
  if (!low) return [];
  const mm = low.mm + 2 * LOW_VOLTAGE_END_MM;
  const why = 'as measured, and 1 ft out at each end; in a hole of its own, 2 in and more from power (common practice)';
  return [byFoot('low-voltage-cable', 'low-voltage cable', mm, printLength(mm, job.unit, { style: 'feet' }), why)];
}

/** Openings that are closed again: what a larger box leaves, at studs and blocks, along a way. */
function openedBy(w: Work): Parameters<typeof patchRows>[1] {
  const patched = inPlaceBoxes(w).map((b) => ({ b, patch: judgeWork(w, b).patch, why: 'what the new opening leaves of the old one' }));
  const crossed = w.runs.flatMap((r) =>
    openFraming(r.to.wall)
      ? []
      : [
          ...r.crossings.map((x) => ({ b: r.to, patch: x.patch, why: 'the opening at a stud' })),
          ...r.blocks.map((x) => ({ b: r.to, patch: x.patch, why: `the opening at the ${x.block.kind}` })),
        ],
  );
  const opened = w.runs.flatMap((r) => (r.traced?.openings ?? []).map((o) => ({ b: r.to, patch: o.patch, why: `opened: ${o.what}` })));
  return [...patched, ...crossed, ...opened];
}

/** Everything of several jobs, like things together. */
export const materialsOfAll = (jobs: readonly JobInHouse[]): MaterialRow[] =>
  together(jobs.flatMap((j) => materialsOf(j).map((row) => (jobs.length > 1 ? { ...row, why: `${j.name}: ${row.why}` } : row))));

/** Rows of one thing that are counted become one, with their number. */
function together(rows: readonly MaterialRow[]): MaterialRow[] {
  const by = new Map<string, MaterialRow & { more: number }>();
  for (const row of rows) {
    const counted = /^\d+$/.test(row.amount);
    const key = counted ? row.what : `${row.what} ${row.amount} ${row.why}`;
    const known = by.get(key);
    by.set(
      key,
      known && counted
        ? {
            ...known,
            amount: `${Number(known.amount) + Number(row.amount)}`,
            ...(known.count === undefined ? {} : { count: known.count + (row.count ?? 0) }),
            more: known.more + Number(known.why !== row.why),
          }
        : { ...row, more: 0 },
    );
  }
  return [...by.values()].map(({ more, ...row }) => (more ? { ...row, why: `${row.why}, and ${more} more` } : row));
}

/** Single wires of a raceway: as much of each of hot, neutral and ground as lies in it, to the foot. */
function wireRows(job: JobInHouse, runs: readonly WorkRun[], conductorMm: number | undefined): MaterialRow[] {
  const laid = runs.reduce((n, r) => n + (r.run?.cutMm ?? 0), 0);
  const long = Math.ceil(Math.max(laid, conductorMm ?? 0) / feet(1) - 1e-6) * feet(1);
  const { gauge, conductors, ground } = runs[0]!.cable;
  return [...conductors, ground ?? 'green'].map((colour) =>
    byFoot(
      'wire',
      `${printAwg(gauge)} single wire, ${colour}`,
      long,
      printLength(long, job.unit, { style: 'feet' }),
      'box to box with its free ends, and what is kept for a later outlet',
    ),
  );
}

/** Track and covers by stock length, fittings, screws. */
function racewayRows(job: JobInHouse, w: Work): MaterialRow[] {
  const { raceway } = w;
  if (!raceway) return [];
  const { stock, kerf } = raceway.stock;
  const cut = (what: 'track' | 'cover') =>
    cutStock(
      raceway.pieces.filter((p) => p.what === what).map((p) => p.mm),
      stock.mm,
      kerf.mm,
    );
  const lengths = (what: 'track' | 'cover'): MaterialRow => {
    const { bars } = cut(what);
    const left = bars.reduce((n, b) => n + b.offcutMm, 0);
    return {
      what: `raceway ${what}, ${printMark(stock.mm, job.unit)} lengths`,
      amount: `${bars.length}`,
      why: `${raceway.pieces.filter((p) => p.what === what).length} pieces, ${printMark(left, job.unit)} left over`,
      article: what,
      count: bars.length * toFeet(stock.mm),
    };
  };
  const kinds = new Map<string, number>();
  // the boxes are rows of their own
  for (const f of raceway.fittings.filter((x) => x.what !== 'device box')) kinds.set(f.what, (kinds.get(f.what) ?? 0) + f.count);
  return [
    lengths('track'),
    lengths('cover'),
    ...[...kinds].map(([what, count]) => each('raceway-fitting', `raceway fitting: ${what}`, count, 'of the same make as the track')),
    ...[
      each(
        'screw',
        'screw into wood, for the track',
        raceway.supports.filter((s) => !s.anchor).length * 2,
        'two at each place where it is held',
      ),
      each(
        'anchor',
        'wall anchor with its screw, for the track',
        raceway.supports.filter((s) => s.anchor).length * 2,
        'two at each place where no stud is known, of a kind for that wall: where a stud is found a screw takes its place',
      ),
    ].filter((row) => row.count! > 0),
  ];
}

/** Lampholders, their boxes and the cable between them. */
function lampRows(job: JobInHouse, w: Work): MaterialRow[] {
  const [first] = w.lamps;
  if (!first) return [];
  const boxes = new Map<string, number>();
  for (const l of w.lamps) boxes.set(LAMP_BOXES[l.lamp.box].name, (boxes.get(LAMP_BOXES[l.lamp.box].name) ?? 0) + 1);
  const cutMm = w.lampRuns.reduce((n, r) => n + (r.traced?.run.cutMm ?? 0), 0);
  const buyMm = Math.ceil((cutMm * 1.15) / feet(1) - 1e-6) * feet(1);
  const kind = `${cableKind(w.lampRuns[0]?.cable ?? { gauge: 14, conductors: ['black', 'white'] })} nonmetallic-sheathed cable with ground`;
  return [
    byFoot(
      cableArticle(w.lampRuns[0]?.cable.gauge ?? 14, w.lampRuns[0]?.cable.conductors.length ?? 2),
      kind,
      buyMm,
      printLength(buyMm, job.unit, { style: 'feet' }),
      `${w.lampRuns.length} pieces from the switch on, 15 % over`,
    ),
    each('lampholder', 'lampholder', w.lamps.length, `for lamps up to ${first.lamp.watts} W`),
    ...[...boxes].map(([what, count]) => each('box-round', `${what} box with its bar or brace`, count, 'one a lampholder')),
    each('lamp', `lamp, at most ${first.lamp.watts} W`, w.lamps.length, 'not above what the lampholder says'),
  ];
}

/** What holes, studs, outer walls and chases take. */
function wayRows(job: JobInHouse, w: Work): MaterialRow[] {
  const rows: MaterialRow[] = [];
  const traced = [...w.runs, ...w.lampRuns].flatMap((r) => r.traced ?? []);
  const sum = (of: (t: (typeof traced)[number]) => number): number => traced.reduce((n, t) => n + of(t), 0);
  const crossings = w.runs.flatMap((r) => r.crossings);
  const blocks = w.runs.reduce((n, r) => n + r.blocks.length, 0);
  const add = (article: ArticleId, what: string, count: number, why: string): void => {
    if (count > 0) rows.push(each(article, what, count, why));
  };
  add(
    'bushing',
    'bushing for the hole in a metal stud',
    crossings.filter((x) => x.bushing).length + sum((t) => t.counts.bushings),
    'in before the cable',
  );
  add(
    'steel-plate',
    'steel plate, 1/16 in',
    crossings.filter((x) => x.hole?.plate).length + sum((t) => t.counts.plates),
    'a hole nearer than 1 1/4 in to a face',
  );
  add(
    'staple',
    'staple for nonmetallic cable',
    sum((t) => t.counts.staples),
    'within 12 in of a box and at most 54 in apart where the cable can be reached (334.30)',
  );
  add(
    'seal',
    'fire-block sealant, holes to fill',
    sum((t) => t.counts.seals) + blocks,
    'every hole through a plate or a block (IRC R302.11)',
  );
  for (const out of traced.flatMap((t) => t.outside))
    rows.push(
      { what: 'liquid-tight sleeve', amount: printMark(out.alongMm, job.unit), why: out.says, article: 'sleeve', count: 1 },
      {
        what: 'exterior sealant',
        amount: '1 tube',
        why: 'round the sleeve and the box, open at its lower edge',
        article: 'sealant',
        count: 1,
      },
    );
  const litres = traced.flatMap((t) => t.chases).reduce((n, c) => n + c.mortarLitres, 0);
  if (litres > 0)
    rows.push({
      what: 'mortar and plaster',
      amount: `${Math.max(0.5, Math.ceil(litres * 2) / 2)} l`,
      why: 'chase and box, in passes',
      article: 'mortar',
      count: Math.max(0.5, Math.ceil(litres * 2) / 2),
    });
  return rows;
}

/** What closing openings takes. */
function patchRows(job: JobInHouse, given: { b: WorkBox; patch: PatchPlan | undefined; why: string }[]): MaterialRow[] {
  const patches = given.flatMap(({ b, patch, why }) => (patch && patch.pieces.length > 0 ? [{ b, patch, why }] : []));
  if (patches.length === 0) return [];
  const sum = (of: (p: PatchPlan) => number): number => patches.reduce((n, { patch }) => n + of(patch), 0);
  const coats = [0, 1, 2].map((i) => sum((p) => p.coatsMm2[i] ?? 0));
  return [
    ...patches.flatMap(({ b, patch, why }) =>
      patch.pieces.map(({ piece }) => ({
        what: `patch piece, as thick as the finish (${b.wall.faces[b.box.face].layers.map((l) => FINISHES[l.finish].name).join(' over ')})`,
        amount: `${printMark(piece.right - piece.left, job.unit)} × ${printMark(piece.top - piece.bottom, job.unit)}`,
        why,
        article: 'board' as const,
        count: 1,
      })),
    ),
    each(
      'batten',
      'batten behind the patch, 1 × 2',
      sum((p) => p.battens),
      'where no stud backs the edge',
    ),
    each(
      'screw',
      'drywall screws',
      sum((p) => p.screws),
      'four a piece, two a batten',
    ),
    {
      what: 'joint tape',
      amount: printLength(Math.ceil(sum((p) => p.tapeMm) / 304.8) * 304.8, job.unit, { style: 'feet' }),
      why: 'round the joints',
      article: 'joint-tape',
      count: Math.ceil(toFeet(sum((p) => p.tapeMm))),
    },
    {
      what: `compound, ${job.schools.compound}`,
      amount: `${Math.ceil(sum((p) => p.compoundMl) / 50) * 50} ml`,
      why: `three coats, each wider: ${coats.map((mm2) => `${Math.ceil(mm2 / 645.16)} in²`).join(', ')}`,
      article: 'compound',
      count: (Math.ceil(sum((p) => p.compoundMl) / 50) * 50) / 1000,
    },
    ...paintRows(coats[2]!, 'the last coat of compound'),
  ];
}

/** A litre covers about 10 m² once (common practice; the tin says its own). */
const MM2_PER_LITRE = 10e6;
/** Millilitres of one coat over so much wall, by the 50; never less: brush and tin keep some. */
export const paintMl = (mm2: number): number => Math.max(50, Math.ceil(mm2 / MM2_PER_LITRE / 0.05 - 1e-9) * 50);
/** Primer and paint for so much wall, one coat each. */
function paintRows(mm2: number, what: string): MaterialRow[] {
  const ml = paintMl(mm2);
  const why = `${Math.ceil(mm2 / 645.16)} in² of ${what}, once; a litre covers about 10 m² (common practice)`;
  return (['primer', 'paint'] as const).map((article) => ({
    what: article === 'primer' ? 'primer' : 'wall paint, of the wall’s colour',
    ...{ amount: `${ml} ml`, why, article, count: ml / 1000 },
  }));
}
