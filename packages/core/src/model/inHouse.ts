/**
 * A job laid on its house. The stored job holds no survey; what it finds is the house of today with what the jobs before it will build,
 * and for a job that became part of the house, the house as it was before. Everything derived of a job is derived of this.
 */
import type { LengthUnit } from '../measure/index.js';
import { applyChange, comesFromPanel, type Change } from './change.js';
import { siteErrors } from './checkSite.js';
import { quoted, type FieldError } from './fieldError.js';
import { ALTERED_LISTS, type Closing, type Things } from './history.js';
import { usBook } from './books.js';
import type { Book, Edition, House, Job } from './house.js';
import { withoutBoxes, type Final, type Incoming } from './final.js';
import { spacesOf, type Breaker } from './panel.js';
import { breakersOf, panelOf } from './panels.js';
import { lampsOf, type Site } from './site.js';
import { wiringIsOld, wiringsOf } from './boxWiring.js';

export interface JobInBook extends Job {
  edition: Book;
  unit: LengthUnit;
  built?: number | undefined;
  houseName: string;
  found: Site;
  /** the other jobs of the house that are not part of it yet */
  others: readonly Job[];
  /** supply, in a house by the UK book */
  incoming?: Incoming | undefined;
}
/** A job in a house by the US book: what is judged by that book takes no other. */
export interface JobInHouse extends JobInBook {
  edition: Edition;
}

/** A change that can’t be made on what is found: its subject is gone, its place is outside, its thing is there already. */
export interface Unfit {
  change: Change;
  why: string;
  /** what is wrong, by path within the change where that can be said */
  errors: FieldError[];
  /** the thing it needs that is gone, as a field’s error says what came */
  lacks?: string;
  /** another that doesn’t fit, which would bring what this one lacks: it has nothing wrong of its own */
  restsOn?: Change;
}
export interface Plan {
  planned: Site;
  unfit: Unfit[];
}

/** The jobs that come before one, the earliest first, each once; those that are part of the house are left out. */
export function jobsBefore(job: Job, jobs: readonly Job[]): Job[] {
  const byId = new Map(jobs.map((j) => [j.id, j]));
  const order: Job[] = [];
  const seen = new Set([job.id]);
  const visit = (ids: readonly string[]): void => {
    for (const id of ids) {
      const before = byId.get(id);
      if (!before || seen.has(id)) continue;
      seen.add(id);
      visit(before.after ?? []);
      if (!before.closed) order.push(before);
    }
  };
  visit(job.after ?? []);
  return order;
}

/** The ids that lead from a job back to itself, in order; undefined when none do. */
export function jobCycle(job: Job, jobs: readonly Job[]): string[] | undefined {
  const after = new Map([...jobs, job].map((j) => [j.id, j.after ?? []]));
  const search = (id: string, path: string[]): string[] | undefined => {
    for (const next of after.get(id) ?? []) {
      if (next === job.id) return [...path, next];
      if (path.includes(next)) continue;
      const found = search(next, [...path, next]);
      if (found) return found;
    }
    return undefined;
  };
  return search(job.id, [job.id]);
}

/**
 * A job in a house by the US book.
 * @param jobs the jobs of the house; the one itself may be among them
 * @throws OtherBookError in a house by another book
 */
export const inHouse = (job: Job, house: House, jobs: readonly Job[] = []): JobInHouse => ({
  ...laidIn(job, house, jobs),
  edition: usBook(house),
});
/** A job in its house, whichever book that goes by. */
export function laidIn(job: Job, house: House, jobs: readonly Job[] = []): JobInBook {
  const others = jobs.filter((j) => j.id !== job.id && j.houseId === house.id);
  const found = job.closed
    ? siteBefore(house, job.closed.closing)
    : jobsBefore(job, others).reduce((site, before) => fitting(site, before.changes, house.unit).planned, house.site);
  return {
    ...job,
    edition: house.edition,
    unit: house.unit,
    ...(house.incoming === undefined ? {} : { incoming: house.incoming }),
    ...(house.built === undefined ? {} : { built: house.built }),
    houseName: house.name,
    found,
    others: others.filter((j) => !j.closed),
  };
}

/** The job as it is stored: without what its house lends it. */
export function bareJob(job: Job | JobInBook): Job {
  if (!('found' in job)) return job;
  const { edition: _e, unit: _u, built: _b, houseName: _h, found: _f, others: _o, incoming: _i, ...bare } = job;
  return bare;
}

const has = (list: readonly { id: string }[], id: string): boolean => list.some((x) => x.id === id);

/** Why a change can’t be made on a site, and what it lacks for it; undefined when its subjects are there. */
function subjectsMissing(site: Site, change: Change): string | Pick<Unfit, 'why' | 'lacks'> | undefined {
  const gone = (what: string, id: string) => ({ why: `there is no ${what} with the id ${id} any more`, lacks: quoted(id) });
  const taken = (what: string, item: { id: string; name: string }) =>
    `there is a ${what} with its id ${item.id} already (${item.name}); another job or the survey brought it`;
  const named = (list: readonly { id: string; name: string }[], id: string) => list.find((x) => x.id === id);
  switch (change.do) {
    case 'place-box': {
      const there = named(site.boxes, change.box.id);
      if (there) return taken('box', there);
      return has(site.walls, change.box.wallId) ? undefined : gone('wall', change.box.wallId);
    }
    case 'run-cable': {
      const there = named(site.cables, change.cable.id);
      if (there) return taken('cable', there);
      const lost = change.cable.ends.find((e) => e.boxId !== undefined && !has(site.boxes, e.boxId) && !has(lampsOf(site), e.boxId));
      return lost ? gone('box', lost.boxId!) : undefined;
    }
    case 'place-lamp': {
      const there = named(lampsOf(site), change.lamp.id) ?? named(site.boxes, change.lamp.id);
      if (there) return taken('lampholder', there);
      return has(site.rooms, change.lamp.roomId) ? undefined : gone('room', change.lamp.roomId);
    }
    case 'lay-raceway':
      return undefined;
    case 'place-device': {
      const there = named(site.devices, change.device.id);
      if (there) return taken('device', there);
      return has(site.boxes, change.device.boxId) ? undefined : gone('box', change.device.boxId);
    }
    case 'replace-box':
      return has(site.boxes, change.boxId) ? undefined : gone('box', change.boxId);
    case 'wire-box': {
      // what ends in a box is settled when all else is placed
      const old = wiringIsOld(site, change.wiring);
      return old && `it was wired by hand for what was in it before, and ${old}`;
    }
    case 'replace-device':
    case 'remove-device':
      return has(site.devices, change.deviceId) ? undefined : gone('device', change.deviceId);
    case 'plug-in':
      if (!has(site.circuits, change.load.circuitId)) return gone('circuit', change.load.circuitId);
      return change.load.boxId === undefined || has(site.boxes, change.load.boxId) ? undefined : gone('box', change.load.boxId);
    case 'unplug':
      return has(site.loads, change.loadId) ? undefined : gone('load', change.loadId);
    case 'add-breaker': {
      const there = named(site.circuits, change.circuit.id);
      if (there) return taken('circuit', there);
      const { breaker } = change;
      if (!breaker) return undefined;
      const panel = panelOf(site, change.panelId);
      if (!panel) return 'nobody surveyed the panel any more';
      const wanted = spacesOf(breaker);
      const other = panel.breakers.find((b) => spacesOf(b).some((s) => wanted.includes(s)));
      return other ? `space ${other.space} of the ${change.panelId === undefined ? 'panel' : panel.name} is taken` : undefined;
    }
    case 'alter-circuit':
      return has(site.circuits, change.circuitId) ? undefined : gone('circuit', change.circuitId);
    case 'add-final': {
      const there = named(site.finals ?? [], change.final.id);
      if (there) return taken('circuit', there);
      const way = site.finals?.find((f) => f.number === change.final.number);
      return way && `way ${way.number} of the consumer unit is taken by ${way.name}`;
    }
    case 'alter-final': {
      const final = site.finals?.find((f) => f.id === change.finalId);
      if (!final) return gone('circuit', change.finalId);
      const lost = change.without.find((id) => !has(final.runs, id));
      return lost && gone('run', lost);
    }
  }
}

const missingFor = (site: Site, change: Change): Pick<Unfit, 'why' | 'lacks'> | undefined => {
  const missing = subjectsMissing(site, change);
  return typeof missing === 'string' ? { why: missing } : missing;
};

const wiringLast = (changes: readonly Change[]): readonly Change[] =>
  changes.some((c) => c.do === 'wire-box')
    ? [...changes.filter((c) => c.do !== 'wire-box'), ...changes.filter((c) => c.do === 'wire-box')]
    : changes;

/**
 * What a list of changes makes of a site. One that doesn’t fit is left out and named, so that what comes of it always makes sense; what
 * was planned on a house that was since surveyed otherwise is never lost and never passes unsaid.
 */
export function fitting(found: Site, list: readonly Change[], unit: LengthUnit): Plan {
  const changes = wiringLast(list);
  const unfit: Unfit[] = [];
  let site = found;
  for (const change of changes) {
    const missing = missingFor(site, change);
    if (missing) unfit.push({ change, ...missing, errors: [] });
    else site = applyChange(site, change);
  }
  site = onCircuitOfFeed(site, changes);
  if (siteErrors(site, unit, '', found).length === 0) return { planned: site, unfit: resting(unfit) };
  // rare: one of them stands where it can't; which, is found one by one
  site = found;
  for (const change of changes) {
    if (unfit.some((u) => u.change === change)) continue;
    const missing = missingFor(site, change);
    const next = missing ? site : applyChange(site, change);
    const errors = missing ? [] : siteErrors(next, unit, '', site);
    if (missing) unfit.push({ change, ...missing, errors });
    else if (errors.length) unfit.push({ change, why: errors[0]!.message, errors });
    else site = next;
  }
  return { planned: onCircuitOfFeed(site, changes), unfit: resting(unfit) };
}

/** The id of what a change brings. */
const broughtBy = (change: Change): string | undefined => {
  switch (change.do) {
    case 'place-box':
      return change.box.id;
    case 'run-cable':
      return change.cable.id;
    case 'place-device':
      return change.device.id;
    case 'place-lamp':
      return change.lamp.id;
    case 'plug-in':
      return change.load.id;
    case 'add-breaker':
      return change.circuit.id;
    case 'add-final':
      return change.final.id;
    default:
      return undefined;
  }
};
/** Those that lack nothing but what another of them would bring, each with that one. */
const resting = (unfit: readonly Unfit[]): Unfit[] =>
  unfit.map((u) => {
    const lacks = u.errors.length ? u.errors.map((e) => e.came) : [u.lacks];
    const other = unfit.find((o) => {
      const id = broughtBy(o.change);
      return o !== u && id !== undefined && lacks.every((came) => came === quoted(id));
    });
    return other ? { ...u, restsOn: other.change } : u;
  });

/** A new box hangs on whatever circuit the box hangs on that its cable comes from, and so does what is plugged in there. */
function onCircuitOfFeed(site: Site, changes: readonly Change[]): Site {
  const placed = new Set(changes.flatMap((c) => (c.do === 'place-box' ? [c.box.id] : c.do === 'place-lamp' ? [c.lamp.id] : [])));
  if (placed.size === 0) return site;
  const circuit = new Map(site.boxes.filter((b) => !placed.has(b.id)).map((b) => [b.id, b.circuitId]));
  // a cable from the panel brings its own: of several breakers the one that is put in for it, before it in the plan
  let own = changes.find((c) => c.do === 'add-breaker');
  for (const c of changes) {
    if (c.do === 'add-breaker') own = c;
    if (c.do !== 'run-cable' || !comesFromPanel(c) || !own) continue;
    for (const e of c.cable.ends) if (e.boxId && placed.has(e.boxId)) circuit.set(e.boxId, own.circuit.id);
  }
  const runs = changes.flatMap((c) => (c.do === 'run-cable' ? [c.cable.ends.map((e) => e.boxId)] : []));
  for (let grown = true; grown;) {
    grown = false;
    for (const [a, b] of runs)
      for (const [from, to] of [
        [a, b],
        [b, a],
      ])
        if (from !== undefined && to !== undefined && circuit.has(from) && !circuit.has(to)) {
          circuit.set(to, circuit.get(from));
          grown = true;
        }
  }
  const mine = (id: string | undefined): id is string => id !== undefined && placed.has(id) && circuit.has(id);
  const plugged = new Set(changes.flatMap((c) => (c.do === 'plug-in' ? [c.load.id] : [])));
  return {
    ...site,
    boxes: site.boxes.map((b) => (mine(b.id) && b.circuitId !== circuit.get(b.id) ? { ...b, circuitId: circuit.get(b.id) } : b)),
    ...(site.lamps ? { lamps: site.lamps.map((l) => (mine(l.id) ? { ...l, circuitId: circuit.get(l.id) } : l)) } : {}),
    loads: site.loads.map((l) => {
      const on = mine(l.boxId) ? circuit.get(l.boxId) : undefined;
      return on !== undefined && plugged.has(l.id) && l.circuitId !== on ? { ...l, circuitId: on } : l;
    }),
  };
}

const plans = new WeakMap<readonly Change[], { found: Site; plan: Plan }>();
/** The state that a job leads to, and which of its changes no longer fit what is found. */
export function planOf(job: JobInBook): Plan {
  const known = plans.get(job.changes);
  if (known?.found === job.found) return known.plan;
  const plan = fitting(job.found, job.changes, job.unit);
  plans.set(job.changes, { found: job.found, plan });
  return plan;
}
export const plannedSite = (job: JobInBook): Site => planOf(job).planned;
/** What of a job is built, as a site: the changes with these ids. */
export const builtSite = (job: JobInBook, ids: ReadonlySet<string>): Site =>
  fitting(
    job.found,
    job.changes.filter((c) => ids.has(c.id)),
    job.unit,
  ).planned;

/** Things of a site that stand otherwise in another, and those that are there alone. */
export function altered(before: Site, after: Site): Pick<Closing, 'was' | 'wasAt' | 'became'> {
  const things = (mine: Site, other: Site): Things => {
    const of = <T extends { id: string }>(list: T[], theirs: T[]): T[] => {
      const known = new Map(theirs.map((x) => [x.id, JSON.stringify(x)]));
      return list.filter((x) => known.get(x.id) !== JSON.stringify(x));
    };
    return {
      boxes: of(mine.boxes, other.boxes),
      cables: of(mine.cables, other.cables),
      devices: of(mine.devices, other.devices),
      circuits: of(mine.circuits, other.circuits),
      loads: of(mine.loads, other.loads),
      breakers: of(breakersOf(mine), breakersOf(other)),
      ...((mine.wiring ?? other.wiring) ? { wiring: of([...wiringsOf(mine)], [...wiringsOf(other)]) } : {}),
      ...((mine.lamps ?? other.lamps) ? { lamps: of([...lampsOf(mine)], [...lampsOf(other)]) } : {}),
      ...((mine.finals ?? other.finals) ? { finals: of(mine.finals ?? [], other.finals ?? []) } : {}),
    };
  };
  const was = things(before, after);
  const wasAt = Object.fromEntries(
    ALTERED_LISTS.flatMap((list) =>
      was[list].map(({ id }) => [`${list}/${id}`, (before[list] as { id: string }[]).findIndex((x) => x.id === id)]),
    ),
  );
  return { was, wasAt, became: things(after, before) };
}

/** A site with what one closed job altered put back as it was. */
export function takenBack(site: Site, closing: Closing): Site {
  const back = { ...site };
  for (const list of ALTERED_LISTS) {
    const was = new Map<string, { id: string }>(closing.was[list].map((x) => [x.id, x]));
    const brought = new Set(closing.became[list].filter((x) => !was.has(x.id)).map((x) => x.id));
    const there = (site[list] as { id: string }[]).filter((x) => !brought.has(x.id)).map((x) => was.get(x.id) ?? x);
    const ids = new Set(there.map((x) => x.id));
    for (const gone of closing.was[list].filter((x) => !ids.has(x.id)))
      there.splice(closing.wasAt[`${list}/${gone.id}`] ?? there.length, 0, gone);
    (back as Record<string, unknown>)[list] = there;
  }
  const had = new Map(closing.was.breakers.map((b) => [b.id, b]));
  const brought = new Set(closing.became.breakers.map((b) => b.id));
  const asTheyStood = (breakers: readonly Breaker[]): Breaker[] => breakers.flatMap((b) => had.get(b.id) ?? (brought.has(b.id) ? [] : [b]));
  if (back.panel) {
    const there = new Set(breakersOf(site).map((b) => b.id));
    // what went altogether stood in the main panel
    const gone = closing.was.breakers.filter((b) => !there.has(b.id));
    back.panel = { ...back.panel, breakers: [...asTheyStood(back.panel.breakers), ...gone] };
  }
  if (back.subpanels) back.subpanels = back.subpanels.map((p) => ({ ...p, breakers: asTheyStood(p.breakers) }));
  const lamps = closing.became.lamps ?? [];
  if (lamps.length || closing.was.lamps?.length) {
    const brought = new Set(lamps.map((l) => l.id));
    const left = [...lampsOf(site).filter((l) => !brought.has(l.id)), ...(closing.was.lamps ?? [])];
    back.lamps = left.length ? left : undefined;
  }
  if (closing.became.finals?.length || closing.was.finals?.length) back.finals = finalsBack(site.finals ?? [], closing);
  const [now, earlier] = [closing.became.wiring ?? [], closing.was.wiring ?? []];
  if (now.length || earlier.length) {
    const put = new Set([...now, ...earlier].map((w) => w.id));
    const left = [...wiringsOf(site).filter((w) => !put.has(w.id)), ...earlier];
    back.wiring = left.length ? left : undefined;
  }
  return holdingTogether(back);
}

/** Circuits as they stood, each at its place; those that it brought are gone. */
function finalsBack(now: readonly Final[], { was, became }: Closing): Final[] | undefined {
  const earlier = new Map((was.finals ?? []).map((f) => [f.id, f]));
  const brought = new Set((became.finals ?? []).map((f) => f.id));
  const left = now.flatMap((f) => earlier.get(f.id) ?? (brought.has(f.id) ? [] : [f]));
  const there = new Set(left.map((f) => f.id));
  const whole = [...left, ...[...earlier.values()].filter((f) => !there.has(f.id))];
  return whole.length ? whole : undefined;
}

/** References to boxes that are not there are taken out, and what can’t be without its box. */
function holdingTogether(site: Site): Site {
  const boxes = new Set([...site.boxes, ...lampsOf(site)].map((b) => b.id));
  const circuits = new Set(site.circuits.map((c) => c.id));
  const there = (id: string | undefined): boolean => id === undefined || boxes.has(id);
  return {
    ...site,
    boxes: site.boxes.map((b) => (b.circuitId === undefined || circuits.has(b.circuitId) ? b : { ...b, circuitId: undefined })),
    cables: site.cables.map((c) =>
      c.ends.every((e) => there(e.boxId)) && c.unbrokenIn.every(there)
        ? c
        : {
            ...c,
            ends: [...c.ends.map((e) => (there(e.boxId) ? e : { ...e, boxId: undefined }))] as unknown as typeof c.ends,
            unbrokenIn: c.unbrokenIn.filter(there),
          },
    ),
    ...(site.finals ? { finals: withoutBoxes(site.finals, (id) => !there(id)) } : {}),
    devices: site.devices.filter((d) => boxes.has(d.boxId)),
    loads: site.loads.filter((l) => circuits.has(l.circuitId)).map((l) => (there(l.boxId) ? l : { ...l, boxId: undefined })),
  };
}

/** The house as it was before a job became part of it; what was surveyed since stays. */
export function siteBefore(house: House, closingId: string): Site {
  const history = house.history ?? [];
  const from = history.findIndex((h) => h.id === closingId);
  if (from < 0) return house.site;
  return history.slice(from).reduceRight(takenBack, house.site);
}
