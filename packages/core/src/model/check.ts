/** Shape, then sense: what a schema can't say about a document (things refer to things, boxes stand in walls). */
import type * as z from 'zod';
import { printLength, type LengthUnit } from '../measure/index.js';
import type { FieldError } from './fieldError.js';
import { House, Job, wantOf } from './house.js';
import { versionError } from './migrate.js';
import { inHouse, jobCycle, planOf, type JobInHouse, type Unfit } from './inHouse.js';
import { panelErrors } from './checkPanel.js';
import { Panel } from './panel.js';
import { boxRect, placeOriginX, wallThicknessMm } from './place.js';
import { emptySite, Site, SITE_LIMITS } from './site.js';
import { wantErrors } from './checkWant.js';

export type Checked<T> = { ok: true; value: T } | { ok: false; errors: FieldError[] };

const pointer = (path: readonly PropertyKey[]): string =>
  path.map((part) => `/${String(part).replace(/~/g, '~0').replace(/\//g, '~1')}`).join('');

const short = (value: unknown): string => {
  const text = value === undefined ? 'nothing' : (JSON.stringify(value) ?? typeof value);
  return text.length > 60 ? `${text.slice(0, 60)}… (${text.length} characters)` : text;
};

const dig = (root: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((at, key) => (at !== null && typeof at === 'object' ? (at as Record<PropertyKey, unknown>)[key] : undefined), root);

function expectation(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.expected;
    case 'invalid_value':
      return `one of ${issue.values.map(String).join(', ')}`;
    case 'too_small':
      return `at least ${String(issue.minimum)}`;
    case 'too_big':
      return `at most ${String(issue.maximum)}`;
    case 'unrecognized_keys':
      return 'no further fields';
    default:
      return issue.message;
  }
}

/** Zod's issues as field errors; `root` is what came. At most 20 are returned. */
export function fieldErrors(error: z.core.$ZodError, root: unknown): FieldError[] {
  return error.issues.slice(0, 20).map((issue) => ({
    path: pointer(issue.path).slice(0, 300) || '/',
    message: issue.message.length > 300 ? `${issue.message.slice(0, 300)}…` : issue.message,
    expected: expectation(issue),
    came: short(dig(root, issue.path)),
  }));
}

/** Parses with a schema; never throws on bad data. */
export function checkShape<T>(schema: z.ZodType<T>, data: unknown): Checked<T> {
  const newer = versionError(data);
  if (newer) return { ok: false, errors: [newer] };
  const result = schema.safeParse(data);
  return result.success ? { ok: true, value: result.data } : { ok: false, errors: fieldErrors(result.error, data) };
}

const duplicateIds = (list: { id: string }[], path: string): FieldError[] => {
  const seen = new Set<string>();
  return list.flatMap((item, i) => {
    if (!seen.has(item.id)) {
      seen.add(item.id);
      return [];
    }
    return [
      {
        path: `${path}/${i}/id`,
        message: `Two things have the id ${item.id}; each needs its own.`,
        expected: 'an id of its own',
        came: short(item.id),
      },
    ];
  });
};

/**
 * Whether a site makes sense: every reference leads somewhere, and every box and obstacle stands inside its wall.
 * @param sound a site that made sense: what is the same object in both is held against the rest only, not looked through again
 */
export function siteErrors(site: Site, unit: LengthUnit, path: string, sound?: Site): FieldError[] {
  const errors: FieldError[] = [];
  const missing = (at: string, what: string, id: string) =>
    errors.push({ path: at, message: `There is no ${what} with the id ${id}.`, expected: `the id of a ${what}`, came: short(id) });
  const wrong = (at: string, message: string, expected: string, came: unknown) =>
    errors.push({ path: at, message, expected, came: short(came) });
  const say = (mm: number) => printLength(mm, unit);

  for (const key of ['rooms', 'walls', 'boxes', 'cables', 'devices', 'circuits', 'loads'] as const)
    errors.push(...duplicateIds(site[key], `${path}/${key}`));
  const known = new Set<unknown>(sound ? [...sound.walls, ...sound.boxes] : []);
  const rooms = new Set(site.rooms.map((r) => r.id));
  const boxes = new Set(site.boxes.map((b) => b.id));
  const circuits = new Set(site.circuits.map((c) => c.id));

  site.walls.forEach((wall, w) => {
    const at = `${path}/walls/${w}`;
    for (const face of ['A', 'B'] as const)
      if (!rooms.has(wall.faces[face].roomId)) missing(`${at}/faces/${face}/roomId`, 'room', wall.faces[face].roomId);
    if (known.has(wall)) return;
    errors.push(...duplicateIds(wall.references, `${at}/references`), ...duplicateIds(wall.obstacles, `${at}/obstacles`));
    if (wall.framing.knownStud && (wall.framing.knownStud.mm < 0 || wall.framing.knownStud.mm > wall.length.mm)) {
      wrong(
        `${at}/framing/knownStud/mm`,
        `The known stud is at ${say(wall.framing.knownStud.mm)}, outside the wall of ${say(wall.length.mm)}.`,
        `0 to ${say(wall.length.mm)}`,
        wall.framing.knownStud.mm,
      );
    }
    wall.openings.forEach((o, i) => {
      if (o.x.mm + o.width.mm > wall.length.mm + 0.5)
        wrong(
          `${at}/openings/${i}/x/mm`,
          `The ${o.kind} ends at ${say(o.x.mm + o.width.mm)}, past the wall's end at ${say(wall.length.mm)}.`,
          `at most ${say(wall.length.mm - o.width.mm)}`,
          o.x.mm,
        );
    });
    wall.openings.forEach((o, i) => {
      if (o.z.mm + o.height.mm > wall.height.mm + 0.5)
        wrong(
          `${at}/openings/${i}/height/mm`,
          `The ${o.kind} ends at ${say(o.z.mm + o.height.mm)}, above the wall's top at ${say(wall.height.mm)}.`,
          `at most ${say(wall.height.mm - o.z.mm)}`,
          o.height.mm,
        );
      wall.openings.slice(0, i).forEach((other) => {
        const across = Math.min(o.x.mm + o.width.mm, other.x.mm + other.width.mm) - Math.max(o.x.mm, other.x.mm);
        const up = Math.min(o.z.mm + o.height.mm, other.z.mm + other.height.mm) - Math.max(o.z.mm, other.z.mm);
        if (across > 0.5 && up > 0.5)
          wrong(
            `${at}/openings/${i}/x/mm`,
            `The ${o.kind} at ${say(o.x.mm)} and the ${other.kind} at ${say(other.x.mm)} lie over each other by ${say(across)}.`,
            `a ${o.kind} clear of the ${other.kind}`,
            o.x.mm,
          );
      });
    });
    wall.framing.extraStuds.forEach((stud, i) => {
      if (stud.x.mm < 0 || stud.x.mm > wall.length.mm)
        wrong(
          `${at}/framing/extraStuds/${i}/x/mm`,
          `The stud at ${say(stud.x.mm)} is outside the wall of ${say(wall.length.mm)}.`,
          `0 to ${say(wall.length.mm)}`,
          stud.x.mm,
        );
    });
    (wall.fixtures ?? []).forEach((f, i) => {
      if (f.x.mm + f.width.mm > wall.length.mm + 0.5)
        wrong(
          `${at}/fixtures/${i}/x/mm`,
          `The ${f.kind.replace('-', ' ')} ends at ${say(f.x.mm + f.width.mm)}, past the wall's end at ${say(wall.length.mm)}.`,
          `at most ${say(Math.max(0, wall.length.mm - f.width.mm))}`,
          f.x.mm,
        );
      if (f.z.mm + f.height.mm > wall.height.mm + 0.5)
        wrong(
          `${at}/fixtures/${i}/height/mm`,
          `The ${f.kind.replace('-', ' ')} ends at ${say(f.z.mm + f.height.mm)}, above the wall's top at ${say(wall.height.mm)}.`,
          `at most ${say(Math.max(0, wall.height.mm - f.z.mm))}`,
          f.height.mm,
        );
    });
    errors.push(...duplicateIds(wall.openings, `${at}/openings`), ...duplicateIds(wall.fixtures ?? [], `${at}/fixtures`));
    const deep = wallThicknessMm(wall);
    wall.obstacles.forEach((o, i) => {
      const far = (o.behindA?.mm ?? 0) + (o.thick?.mm ?? 0);
      if (o.behindA && far > deep + 0.5)
        wrong(
          `${at}/obstacles/${i}/behindA/mm`,
          `The ${o.kind} would reach ${say(far)} into a wall that is ${say(deep)} thick, surface to surface.`,
          `at most ${say(Math.max(0, deep - (o.thick?.mm ?? 0)))}`,
          o.behindA.mm,
        );
    });
    wall.obstacles.forEach((o, i) => {
      if (o.x.mm < -0.5 || o.x.mm + o.width.mm > wall.length.mm + 0.5) {
        wrong(
          `${at}/obstacles/${i}/x/mm`,
          `The ${o.kind} reaches from ${say(o.x.mm)} to ${say(o.x.mm + o.width.mm)}, outside the wall of ${say(wall.length.mm)}.`,
          `0 to ${say(wall.length.mm - o.width.mm)}`,
          o.x.mm,
        );
      }
    });
  });

  const wallById = new Map(site.walls.map((w) => [w.id, w]));
  site.rooms.forEach((room, r) => {
    room.sides?.forEach((side, i) => {
      if (!wallById.has(side.wallId)) missing(`${path}/rooms/${r}/sides/${i}/wallId`, 'wall', side.wallId);
    });
    room.wanted?.forEach((outlet, i) => {
      const wall = wallById.get(outlet.wallId);
      if (!wall) return missing(`${path}/rooms/${r}/wanted/${i}/wallId`, 'wall', outlet.wallId);
      if (outlet.fromLeft.mm > wall.length.mm)
        wrong(
          `${path}/rooms/${r}/wanted/${i}/fromLeft/mm`,
          `An outlet is wanted at ${say(outlet.fromLeft.mm)}, past the end of ${wall.name} at ${say(wall.length.mm)}.`,
          `at most ${say(wall.length.mm)}`,
          outlet.fromLeft.mm,
        );
    });
  });

  site.boxes.forEach((box, b) => {
    const at = `${path}/boxes/${b}`;
    const wall = wallById.get(box.wallId);
    if (!wall) return void missing(`${at}/wallId`, 'wall', box.wallId);
    if (placeOriginX(wall, box.face, box.place.from) === undefined)
      return void missing(`${at}/place/from`, 'reference on this wall', box.place.from);
    if (box.circuitId && !circuits.has(box.circuitId)) missing(`${at}/circuitId`, 'circuit', box.circuitId);
    if (known.has(box) && known.has(wall)) return;
    const rect = boxRect(wall, box)!;
    if (rect.left < -0.5 || rect.right > wall.length.mm + 0.5) {
      wrong(
        `${at}/place/distance/mm`,
        `${box.name} would reach from ${say(rect.left)} to ${say(rect.right)} along a wall of ${say(wall.length.mm)}: outside it.`,
        `a place between 0 and ${say(wall.length.mm)}`,
        box.place.distance.mm,
      );
    }
    if (rect.top > wall.height.mm + 0.5) {
      wrong(
        `${at}/place/bottom/mm`,
        `${box.name} would end at ${say(rect.top)}, above the wall's top at ${say(wall.height.mm)}.`,
        `at most ${say(wall.height.mm - (rect.top - rect.bottom))}`,
        box.place.bottom.mm,
      );
    }
  });

  site.cables.forEach((cable, c) => {
    cable.ends.forEach((end, e) => {
      if (end.boxId && !boxes.has(end.boxId)) missing(`${path}/cables/${c}/ends/${e}/boxId`, 'box', end.boxId);
    });
    cable.unbrokenIn.forEach((id, i) => {
      if (!boxes.has(id)) missing(`${path}/cables/${c}/unbrokenIn/${i}`, 'box', id);
    });
  });
  site.devices.forEach((device, d) => {
    if (!boxes.has(device.boxId)) missing(`${path}/devices/${d}/boxId`, 'box', device.boxId);
  });
  site.loads.forEach((load, l) => {
    if (!circuits.has(load.circuitId)) missing(`${path}/loads/${l}/circuitId`, 'circuit', load.circuitId);
    if (load.boxId && !boxes.has(load.boxId)) missing(`${path}/loads/${l}/boxId`, 'box', load.boxId);
  });
  if (site.panel) errors.push(...panelErrors(site.panel, circuits, boxes, site.walls, `${path}/panel`));
  return errors;
}

const LISTS = ['rooms', 'walls', 'boxes', 'cables', 'devices', 'circuits', 'loads'] as const;

/**
 * A site's shape when it comes from one that was checked: what is the same object was checked already, the rest is parsed.
 * A keystroke changes one box of a house; three hundred others need no second look.
 */
function changedShape(before: Site, after: Site, path: string): Checked<Site> {
  const errors: FieldError[] = [];
  const site: Record<string, unknown> = {};
  for (const key of LISTS) {
    if (after[key] === before[key]) {
      site[key] = after[key];
      continue;
    }
    const known = new Set<unknown>(before[key]);
    const list = Site.shape[key];
    // too many of them is said by the whole schema
    if (after[key].length > SITE_LIMITS[key]) return checkShape(Site, after);
    site[key] = after[key].map((item, i): unknown => {
      if (known.has(item)) return item;
      const result = list.element.safeParse(item);
      if (result.success) return result.data;
      errors.push(...fieldErrors(result.error, item).map((e) => ({ ...e, path: `${path}/${key}/${i}${e.path === '/' ? '' : e.path}` })));
      return item;
    });
  }
  if (after.panel !== undefined) {
    const panel = after.panel === before.panel ? { success: true as const, data: after.panel } : Panel.safeParse(after.panel);
    if (panel.success) site['panel'] = panel.data;
    else errors.push(...fieldErrors(panel.error, after.panel).map((e) => ({ ...e, path: `${path}/panel${e.path === '/' ? '' : e.path}` })));
  }
  return errors.length ? { ok: false, errors: errors.slice(0, 20) } : { ok: true, value: site as Site };
}
/** A house edited from one that passed its check; the same verdict as `checkHouse`, for less work. */
export function checkHouseEdit(before: House, after: House): Checked<House> {
  const rest = checkShape(House, { ...after, site: emptySite() });
  if (!rest.ok) return rest;
  const site = changedShape(before.site, after.site, '/site');
  if (!site.ok) return { ok: false, errors: site.errors };
  const errors = siteErrors(site.value, after.unit, '/site', before.site);
  return errors.length ? { ok: false, errors: errors.slice(0, 20) } : { ok: true, value: { ...rest.value, site: site.value } };
}

/** A whole house document, shape and sense. */
export function checkHouse(data: unknown): Checked<House> {
  const shape = checkShape(House, data);
  if (!shape.ok) return shape;
  const { site, unit } = shape.value;
  const errors = siteErrors(site, unit, '/site');
  return errors.length ? { ok: false, errors: errors.slice(0, 20) } : shape;
}

/** A job document’s shape; whether it makes sense is only seen in its house (`checkJobIn`). */
export function checkJob(data: unknown): Checked<Job> {
  const shape = checkShape(Job, data);
  if (!shape.ok) return shape;
  const errors = duplicateIds(shape.value.changes, '/changes');
  return errors.length ? { ok: false, errors: errors.slice(0, 20) } : shape;
}

const PARTS = { boxes: 'box', cables: 'cable', devices: 'device', loads: 'load', circuits: 'with' } as const;
/** Where in a job an error of the planned state is written: within its own change where that brought the thing. */
function changePath(job: Job, unfit: Unfit, error: FieldError | undefined): string {
  const at = `/changes/${job.changes.indexOf(unfit.change)}`;
  const field = /^\/(boxes|cables|devices|loads|circuits)\/\d+(.*)$/.exec(error?.path ?? '');
  const part = field ? PARTS[field[1] as keyof typeof PARTS] : undefined;
  return part && part in unfit.change ? `${at}/${part}${field![2]}` : at;
}

/** What makes no sense of a job in its house: changes that don’t fit, boxes that are gone, jobs that wait for each other. */
export function jobErrors(job: JobInHouse, jobs: readonly Job[]): FieldError[] {
  const errors: FieldError[] = [];
  const { unfit } = planOf(job);
  for (const u of unfit) {
    const first = u.errors[0];
    errors.push({
      path: changePath(job, u, first),
      message: first?.message ?? `“${u.change.title}” doesn’t fit the house: ${u.why}.`,
      expected: first?.expected ?? 'a change of something that is there',
      came: first?.came ?? short(u.change.id),
    });
  }
  const want = wantOf(job);
  if (want) errors.push(...wantErrors(want, job.found, job.unit));
  const there = new Map(jobs.map((j) => [j.id, j]));
  job.after?.forEach((id, i) => {
    const before = there.get(id);
    if (id !== job.id && before?.houseId === job.houseId) return;
    errors.push({
      path: `/after/${i}`,
      message: id === job.id ? 'A job can’t come after itself.' : `There is no job with the id ${id} in this house.`,
      expected: 'the id of another job of the same house',
      came: short(id),
    });
  });
  const cycle = jobCycle(job, jobs);
  if (cycle && !job.after?.includes(job.id))
    errors.push({
      path: '/after',
      message: `These jobs would wait for each other: ${cycle.map((id) => (id === job.id ? job.name : (there.get(id)?.name ?? id))).join(' after ')}.`,
      expected: 'an order in which each job has an end of its waiting',
      came: short(job.after),
    });
  return errors;
}

/**
 * A whole job document in its house. What was wrong with it before already, since the house was surveyed otherwise, doesn’t keep it from
 * being saved: the ledger says it.
 * @param before the job as it was stored; absent for a new one
 */
export function checkJobIn(data: unknown, house: House, jobs: readonly Job[], before?: Job): Checked<Job> {
  const shape = checkJob(data);
  if (!shape.ok) return shape;
  const errors = jobErrors(inHouse(shape.value, house, jobs), jobs);
  if (errors.length === 0) return shape;
  const known = new Set(before ? jobErrors(inHouse(before, house, jobs), jobs).map((e) => e.message) : []);
  const fresh = errors.filter((e) => !known.has(e.message));
  return fresh.length ? { ok: false, errors: fresh.slice(0, 20) } : shape;
}
