/** What rests on a closed job: what was built, planned or surveyed on it since, so that it can’t be taken back. */
import {
  ALTERED_LISTS,
  breakersOf,
  lampsOf,
  siteErrors,
  takenBack,
  wiringsOf,
  type Change,
  type Closing,
  type House,
  type Job,
  type Site,
  type Things,
} from '../model/index.js';

interface Thing {
  id: string;
  name?: string;
}
/** Ids of what a closing brought or altered, by list; `new`: circuits that were not there before. */
type Mine = Readonly<Record<(typeof ALTERED_LISTS)[number] | 'places' | 'finals' | 'new', ReadonlySet<string>>>;
const idsOf = (list: readonly Thing[] | undefined): string[] => (list ?? []).map((x) => x.id);
function mineOf({ was, became }: Closing): Mine {
  const of = (list: (typeof ALTERED_LISTS)[number]): ReadonlySet<string> => new Set(idsOf(became[list]));
  const before = new Set(idsOf(was.circuits));
  return {
    ...{ boxes: of('boxes'), cables: of('cables'), devices: of('devices'), circuits: of('circuits'), loads: of('loads') },
    // where a cable can end: a box or a lampholder
    places: new Set([...idsOf(became.boxes), ...idsOf(became.lamps)]),
    finals: new Set(idsOf(became.finals)),
    new: new Set(idsOf(became.circuits).filter((id) => !before.has(id))),
  };
}
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

interface Refers {
  id: string;
  boxId?: string | undefined;
  circuitId?: string | undefined;
  ends?: readonly { boxId?: string | undefined }[];
  unbrokenIn?: readonly string[];
}
/** Whether a thing lies in a box or at a lampholder of theirs, or hangs on a circuit that they brought. */
const hangsOnMine = ({ boxId, circuitId, ends = [], unbrokenIn = [] }: Omit<Refers, 'id'>, mine: Mine): boolean =>
  [boxId, ...ends.map((e) => e.boxId), ...unbrokenIn].some((id) => id !== undefined && mine.places.has(id)) || (circuitId !== undefined && mine.new.has(circuitId)); // prettier-ignore
/** The same, or it is one of these. */
const touches = (thing: Refers, list: (typeof ALTERED_LISTS)[number], mine: Mine): boolean => mine[list].has(thing.id) || hangsOnMine(thing, mine); // prettier-ignore

function changeRestsOn(change: Change, mine: Mine): boolean {
  switch (change.do) {
    case 'place-box':
      return touches(change.box, 'boxes', mine);
    case 'run-cable':
      return touches(change.cable, 'cables', mine);
    case 'place-device':
      return touches(change.device, 'devices', mine);
    case 'replace-box':
      return mine.boxes.has(change.boxId);
    case 'replace-device':
    case 'remove-device':
      return mine.devices.has(change.deviceId);
    case 'wire-box':
      return mine.places.has(change.wiring.id) || (change.wiring.panelEndOf !== undefined && mine.cables.has(change.wiring.panelEndOf));
    case 'plug-in':
      return touches(change.load, 'loads', mine);
    case 'unplug':
      return mine.loads.has(change.loadId);
    case 'alter-circuit':
      return mine.new.has(change.circuitId);
    case 'alter-final':
      return mine.finals.has(change.finalId);
    case 'place-lamp':
      return hangsOnMine(change.lamp, mine);
    // they bring their own, and lie in no box
    case 'add-breaker':
    case 'add-final':
    case 'lay-raceway':
      return false;
  }
}

/** Whether a later closing altered what this one brought or altered, or hung something on it. */
function builtOn(later: Closing, earlier: Closing, mine: Mine): boolean {
  const both = (of: (things: Things) => readonly Thing[] | undefined): boolean => {
    const ids = new Set([...idsOf(of(earlier.was)), ...idsOf(of(earlier.became))]);
    return [...idsOf(of(later.was)), ...idsOf(of(later.became))].some((id) => ids.has(id));
  };
  return (
    both((t) => t.finals) ||
    both((t) => t.lamps) ||
    both((t) => t.breakers) ||
    [...(later.was.lamps ?? []), ...(later.became.lamps ?? [])].some((l) => hangsOnMine(l, mine)) ||
    ALTERED_LISTS.some((list) => [...later.was[list], ...later.became[list]].some((x) => touches(x, list, mine)))
  );
}

/** What of it is no more as it was closed, in words. */
function changedSince({ site }: House, { became }: Closing): string[] {
  const reasons: string[] = [];
  const held = (then: readonly Thing[] | undefined, now: readonly Thing[], since: string, name: (x: Thing) => string = (x) => x.name!): void => {
    for (const thing of then ?? []) {
      const there = now.find((x) => x.id === thing.id);
      if (!there) reasons.push(`${name(thing)} is not in the house any more.`);
      else if (!same(there, thing)) reasons.push(`${name(thing)} was ${since} otherwise since.`);
    }
  }; // prettier-ignore
  for (const list of ALTERED_LISTS) held(became[list], site[list], 'surveyed');
  held(became.lamps, lampsOf(site), 'surveyed');
  const spaces = new Map(became.breakers.map((b) => [b.id, b.space]));
  held(became.breakers, breakersOf(site), 'surveyed', (b) => `The breaker in space ${spaces.get(b.id)}`);
  held(became.finals, site.finals ?? [], 'noted or tested');
  for (const then of became.wiring ?? []) {
    const now = wiringsOf(site).find((x) => x.id === then.id);
    const name = [...site.boxes, ...lampsOf(site)].find((b) => b.id === then.id)?.name ?? 'the end at the panel';
    if (!same(now, then)) reasons.push(`The wiring of ${name} was noted otherwise since.`);
  }
  return reasons;
}

/** What taking it back would cut off, or take the circuit or the place of, and the closing itself didn’t bring; in words. */
function cutOff(now: Site, before: Site, { became }: Closing, mine: Mine): string[] {
  const brought = new Set([...ALTERED_LISTS.flatMap((list) => idsOf(became[list])), ...idsOf(became.finals), ...idsOf(became.lamps)]);
  const altered = (list: readonly Thing[] = [], left: readonly Thing[] = []): readonly Thing[] => {
    const there = new Map(left.map((x) => [x.id, x]));
    return list.filter((x) => !brought.has(x.id) && !same(there.get(x.id), x));
  };
  const lists = ['boxes', 'cables', 'devices', 'loads', 'finals'] as const;
  return [
    ...lists.flatMap((list) => altered(now[list], before[list])),
    ...lampsOf(now).filter((l) => !brought.has(l.id) && hangsOnMine(l, mine)),
  ].map((x) => `${x.name!} was surveyed since, and hangs on what it brought.`);
}

/**
 * Why a closing can’t be taken back; empty when it can.
 * @param jobs the jobs of the house
 */
export function restsOn(job: Job, house: House, jobs: readonly Job[]): string[] {
  const history = house.history ?? [];
  const index = history.findIndex((h) => h.id === job.closed?.closing);
  const closing = history[index];
  if (!closing) return [job.closed ? 'The house’s history has no entry of it any more.' : `“${job.name}” is not closed.`];
  const mine = mineOf(closing);
  const reasons = [
    ...history.slice(index + 1).filter((later) => builtOn(later, closing, mine)).map((later) => `“${later.jobName}” was built on it.`),
    ...jobs.filter((j) => !j.closed && j.id !== job.id && j.changes.some((c) => changeRestsOn(c, mine))).map((j) => `The open job “${j.name}” is planned on it.`),
    ...changedSince(house, closing),
  ]; // prettier-ignore
  if (reasons.length) return reasons;
  const before = takenBack(house.site, closing);
  const cut = cutOff(house.site, before, closing, mine);
  if (cut.length) return cut;
  return siteErrors(before, house.unit, '').slice(0, 3).map((e) => e.message); // prettier-ignore
}
