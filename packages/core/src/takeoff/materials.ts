/** What to buy and what to bring: what the planned state has and the found state lacks. */
import { BOX_KINDS, DEVICE_KINDS, FINISHES } from '../catalog/index.js';
import { jobContext, judgeWork, type JobContext } from '../ledger/index.js';
import type { PatchPlan } from '../layout/index.js';
import { printAwg, printLength, printMark } from '../measure/index.js';
import type { JobInHouse } from '../model/index.js';
import { boxMaterial, cableKind, wiringPlan } from '../wiring/index.js';

export interface MaterialRow {
  what: string;
  amount: string;
  why: string;
}

/** Cable, boxes, devices, plates, connectors and pigtails of the plan. */
export function materialsOf(job: JobInHouse): MaterialRow[] {
  const c = jobContext(job);
  const rows: MaterialRow[] = [];
  if (c.newCable) {
    const kind = `${cableKind(c.newCable)} nonmetallic-sheathed cable with ground`;
    rows.push(
      c.run
        ? {
            what: kind,
            amount: printLength(c.run.buyMm, job.unit, { style: 'feet' }),
            why: `cut ${printLength(c.run.cutMm, job.unit)}, 15 % over, to the foot`,
          }
        : { what: kind, amount: 'can’t tell yet', why: 'a box has no depth' },
    );
  }
  for (const change of job.changes) {
    if (change.do === 'place-box' || change.do === 'replace-box')
      rows.push({
        what: change.box.kind === 'other' ? `box as described: ${change.box.name}` : `${BOX_KINDS[change.box.kind].name} box`,
        amount: '1',
        why: change.title,
      });
    if (change.do === 'place-device' || change.do === 'replace-device') {
      const extras = [change.device.tamperResistant && 'tamper-resistant', change.device.weatherResistant && 'weather-resistant']
        .filter(Boolean)
        .join(', ');
      rows.push(
        { what: `${DEVICE_KINDS[change.device.kind].name}${extras ? `, ${extras}` : ''}`, amount: '1', why: change.title },
        { what: 'cover plate to fit', amount: '1', why: change.title },
      );
    }
    if (change.do === 'alter-circuit' && change.with.arcFault === 'breaker')
      rows.push({
        what: 'arc-fault breaker of the make and type listed for the panel',
        amount: '1',
        why: 'the same make has types that do not interchange',
      });
    if (change.do === 'alter-circuit' && change.with.arcFault === 'device upstream')
      rows.push({ what: 'arc-fault receptacle for the first outlet of the circuit', amount: '1', why: change.title });
  }
  const connectors = new Map<string, number>();
  const tails = new Map<string, number>();
  for (const box of c.boxes) {
    const plan = wiringPlan({ site: c.planned, box, circuit: c.circuit, schools: job.schools });
    for (const joint of plan.joints) {
      if (joint.kind !== 'splice') continue;
      connectors.set(joint.connector!, (connectors.get(joint.connector!) ?? 0) + 1);
      for (const lead of joint.leads.filter((l) => !l.cableId && !l.far)) {
        const key = `${printAwg(lead.gauge)} ${lead.colour} for pigtails`;
        tails.set(key, (tails.get(key) ?? 0) + 1);
      }
    }
  }
  for (const [what, count] of connectors)
    rows.push({ what, amount: `${count}`, why: 'splices of the wiring plan; the packet says which sizes it takes' });
  for (const [what, count] of tails)
    rows.push({ what, amount: `${count} × ${job.schools.pigtailIn} in`, why: 'can be cut from the same cable' });
  if (c.boxes.some((b) => boxMaterial(b) === 'metal'))
    rows.push({ what: 'ground screw for a metal box', amount: '1', why: 'a metal box gets its own ground lead' });
  for (const box of c.boxes.filter(
    (b) => b.divided && job.changes.some((x) => (x.do === 'place-box' || x.do === 'replace-box') && x.box.id === b.id),
  ))
    rows.push({ what: 'divider listed for that box', amount: '1', why: `power and low voltage apart in ${box.name}` });
  const [bushings, plates] = [c.crossings.filter((x) => x.bushing).length, c.crossings.filter((x) => x.hole?.plate).length];
  if (bushings) rows.push({ what: 'bushing for the hole in a metal stud', amount: `${bushings}`, why: 'in before the cable' });
  if (plates) rows.push({ what: 'steel plate, 1/16 in', amount: `${plates}`, why: 'a hole nearer than 1 1/4 in to a face' });
  rows.push(...patchRows(job, c, [...(c.inPlace ? [judgeWork(c).patch] : []), ...c.crossings.map((x) => x.patch)]));
  if (job.schools.tape) rows.push({ what: 'insulating tape', amount: '1 roll', why: 'your preference; not asked for' });
  return rows;
}

/** What closing the old opening takes. */
function patchRows(job: JobInHouse, c: JobContext, given: (PatchPlan | undefined)[]): MaterialRow[] {
  const patches = given.filter((p): p is PatchPlan => p !== undefined && p.pieces.length > 0);
  if (patches.length === 0) return [];
  const sum = (of: (p: PatchPlan) => number): number => patches.reduce((n, p) => n + of(p), 0);
  const layers = c.wall.faces[c.target.face].layers.map((l) => FINISHES[l.finish].name).join(' over ');
  return [
    ...patches
      .flatMap((p) => p.pieces)
      .map(({ piece }) => ({
        what: `patch piece, as thick as the finish (${layers})`,
        amount: `${printMark(piece.right - piece.left, job.unit)} × ${printMark(piece.top - piece.bottom, job.unit)}`,
        why: c.inPlace ? 'what the new opening leaves of the old one' : 'the opening at a stud',
      })),
    { what: 'batten behind the patch, 1 × 2', amount: `${sum((p) => p.battens)}`, why: 'where no stud backs the edge' },
    { what: 'drywall screws', amount: `${sum((p) => p.screws)}`, why: 'four a piece, two a batten' },
    {
      what: 'joint tape',
      amount: printLength(Math.ceil(sum((p) => p.tapeMm) / 304.8) * 304.8, job.unit, { style: 'feet' }),
      why: 'round the joints',
    },
    {
      what: `compound, ${job.schools.compound}`,
      amount: `${Math.ceil(sum((p) => p.compoundMl) / 50) * 50} ml`,
      why: 'three coats, each wider',
    },
  ];
}

/** Tools by what the plan does. */
export function toolsOf(job: JobInHouse): string[] {
  const c = jobContext(job);
  const plaster = c.wall.faces[c.target.face].layers.some((l) => l.finish === 'plaster-lath');
  return [
    'tester and meter, fresh batteries, and a source known to be live',
    'breaker lock or label',
    'tape measure, level, pencil',
    'scope or bent wire to look into the bay',
    plaster ? 'multi-tool with depth stop (plaster and lath crumble under a jab saw)' : 'jab saw or shallow multi-tool',
    'fish tape or stiff wire',
    'sheath slitter, wire stripper, pliers, screwdrivers with torque marks',
    'eye protection, mask, sheet for dust',
    ...(job.changes.some((x) => x.do === 'replace-box') ? ['saw blade for nails, to free the old box'] : []),
  ];
}
