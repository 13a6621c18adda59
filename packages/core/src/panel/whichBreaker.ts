/**
 * Which breaker feeds which box, from tries: what each leaves possible, and which switch-off would tell most. A box is fed by one breaker,
 * or by two (a shared neutral, or two circuits in one box), or by none of those noted. Nothing is taken as found out until one answer is left.
 */
import { legsOf } from './spaces.js';
import { breakersOf, offWith, subpanelsOf, type Breaker, type FeedReading, type FeedTest, type Site } from '../model/index.js';

/** Breakers that may feed a box: one, two, or none of those noted in any panel. */
export interface Suspect {
  breakerIds: string[];
  /** how likely it is beside the others that are left; adds up to 1 */
  share: number;
}

export interface BoxSuspects {
  boxId: string;
  /** what is still possible, likeliest first */
  suspects: Suspect[];
  state: 'found' | 'open' | 'contradiction';
  /** tests that can't all be right, when nothing is left */
  clash: FeedTest[];
}

/** Before anything was tried: one box in twenty is fed by two breakers, one in a hundred by none that is noted (common practice). */
const PRIOR = { one: 1, two: 0.05, none: 0.01 };
/** A name in the directory that speaks of the box's room makes it this much likelier (common practice: directories are often wrong). */
const NAMED = 3;

/** What a box fed by these shows while `off` is off. */
export function expectedReading(feeds: readonly string[], off: ReadonlySet<string>): 'dead' | 'part dead' | 'live' {
  const dark = feeds.filter((id) => off.has(id)).length;
  return dark === 0 ? 'live' : dark === feeds.length ? 'dead' : 'part dead';
}

/** Whether a test may come out as it did if these feed the box. */
export function allows(test: FeedTest, feeds: readonly string[]): boolean {
  const named = new Set(test.breakerIds);
  // a finder points at one that feeds the box, or at its neighbour: at least one of those it named is right
  if (test.how === 'breaker finder') return feeds.some((id) => named.has(id));
  const expected = expectedReading(feeds, named);
  // only the slots were tried: something else in the box may still be live
  return test.reads === 'faces dead' ? expected !== 'live' : expected === test.reads;
}

/** Everything that could feed a box, before any test; a breaker that feeds a panel feeds no box beside it. */
function hypotheses(site: Site, boxId: string): { breakerIds: string[]; weight: number }[] {
  const box = site.boxes.find((b) => b.id === boxId);
  const wall = box && site.walls.find((w) => w.id === box.wallId);
  const room = (site.rooms.find((r) => r.id === (box && wall?.faces[box.face].roomId))?.name ?? '').toLowerCase();
  const named = (b: Breaker): number => {
    const name = site.circuits.find((c) => c.id === b.circuitId)?.name.toLowerCase() ?? '';
    return room && name.includes(room) ? NAMED : 1;
  };
  const feeders = new Set(subpanelsOf(site).map((p) => p.fedBy));
  const breakers = breakersOf(site).filter((b) => !feeders.has(b.id));
  const singles = breakers.map((b) => ({ breakerIds: [b.id], weight: PRIOR.one * named(b) }));
  const pairs = breakers.flatMap((a, i) =>
    breakers.slice(i + 1).map((b) => ({ breakerIds: [a.id, b.id], weight: PRIOR.two * (a.tiedTo === b.id || b.tiedTo === a.id ? 2 : 1) })),
  );
  const pairWeight = pairs.reduce((s, p) => s + p.weight, 0) || 1;
  const singleWeight = singles.reduce((s, p) => s + p.weight, 0);
  return [
    ...singles,
    ...pairs.map((p) => ({ ...p, weight: (p.weight / pairWeight) * PRIOR.two * singleWeight })),
    { breakerIds: [], weight: PRIOR.none * singleWeight },
  ];
}

/** What the tests leave possible for one box. */
export function suspectsOf(site: Site, boxId: string): BoxSuspects {
  const tests = (site.panel?.tests ?? []).filter((t) => t.boxId === boxId);
  // with the feeder of a panel off, all that stands in it is off too
  const meant = tests.map((t): FeedTest => (t.how === 'switched off' ? { ...t, breakerIds: [...offWith(site, t.breakerIds)] } : t));
  const left = site.panel ? hypotheses(site, boxId).filter((h) => meant.every((t) => allows(t, h.breakerIds))) : [];
  const sum = left.reduce((s, h) => s + h.weight, 0);
  const suspects = left
    .map((h): Suspect => ({ breakerIds: h.breakerIds, share: h.weight / sum }))
    .sort((a, b) => b.share - a.share || a.breakerIds.join().localeCompare(b.breakerIds.join()));
  return {
    boxId,
    suspects,
    state: suspects.length === 0 ? 'contradiction' : suspects.length === 1 ? 'found' : 'open',
    clash: suspects.length === 0 ? tests : [],
  };
}

/** Two breakers in one box, told apart: a shared neutral under tied handles or in one cable of two hots, else two circuits. */
export function twoFeedsAre(site: Site, boxId: string, breakerIds: readonly string[]): 'shared neutral' | 'two circuits' | undefined {
  if (breakerIds.length !== 2) return undefined;
  const [a, b] = breakerIds.map((id) => breakersOf(site).find((x) => x.id === id));
  if (!a || !b) return undefined;
  const twoHots = site.cables.some((c) => c.ends.some((e) => e.boxId === boxId) && c.conductors.filter((x) => x !== 'white').length > 1);
  const opposite = legsOf(a)[0] !== legsOf(b)[0];
  return twoHots || ((a.tiedTo === b.id || b.tiedTo === a.id) && opposite) ? 'shared neutral' : 'two circuits';
}

export interface SwitchOff {
  breakerIds: string[];
  /** yes-or-no answers that it is worth over all boxes that are open, on average; bits */
  bits: number;
  /** whether no other set of breakers is worth more; false where there were too many to try them all */
  best: boolean;
}

/** What a test of so many bits leaves: one in so many of what it could be, two at least. */
export const oneIn = (bits: number): number => Math.max(2, Math.round(2 ** bits));

const entropy = (shares: number[]): number => shares.reduce((h, p) => (p > 0 ? h - p * Math.log2(p) : h), 0);

/** What switching off this set tells on average: the uncertainty of what the open boxes will show. */
export function tells(open: readonly BoxSuspects[], off: ReadonlySet<string>): number {
  return open.reduce((bits, box) => {
    const outcome = { dead: 0, 'part dead': 0, live: 0 };
    for (const s of box.suspects) outcome[expectedReading(s.breakerIds, off)] += s.share;
    return bits + entropy(Object.values(outcome));
  }, 0);
}

/** All sets are tried up to this many breakers that are still in question. */
const MOST_TRIED = 12;

/**
 * The switch-offs that tell most: the best single breaker, and the best set of them. Every open box is then looked at.
 * @param keepOn breakers that should stay on (a freezer, a medical device)
 */
export function bestSwitchOffs(
  site: Site,
  boxIds: readonly string[],
  keepOn: ReadonlySet<string> = new Set(),
): { single?: SwitchOff; set?: SwitchOff } {
  const open = boxIds.map((id) => suspectsOf(site, id)).filter((s) => s.state === 'open');
  const possible = new Set(open.flatMap((o) => o.suspects.flatMap((s) => s.breakerIds)));
  const feeders = subpanelsOf(site).flatMap((p) => (p.fedBy !== undefined && p.breakers.some((b) => possible.has(b.id)) ? [p.fedBy] : []));
  // what has to stay on is not switched off by its feeder either
  const asked = [...new Set([...possible, ...feeders])].filter((id) => ![...offWith(site, [id])].some((x) => keepOn.has(x))).sort();
  if (open.length === 0 || asked.length === 0) return {};
  const of = (breakerIds: string[], best: boolean): SwitchOff => ({ breakerIds, bits: tells(open, offWith(site, breakerIds)), best });
  const better = (a: SwitchOff | undefined, b: SwitchOff): SwitchOff =>
    !a || b.bits > a.bits + 1e-9 || (Math.abs(b.bits - a.bits) <= 1e-9 && b.breakerIds.length < a.breakerIds.length) ? b : a;
  let single: SwitchOff | undefined;
  for (const id of asked) single = better(single, of([id], true));
  let set: SwitchOff | undefined = single;
  if (asked.length <= MOST_TRIED) {
    for (let bits = 1; bits < 1 << asked.length; bits++)
      set = better(
        set,
        of(
          asked.filter((_, i) => bits & (1 << i)),
          true,
        ),
      );
  } else {
    // one more at a time, as long as it tells more
    for (let grown = true; grown;) {
      grown = false;
      for (const id of asked) {
        if (set!.breakerIds.includes(id)) continue;
        const more = of([...set!.breakerIds, id], false);
        if (more.bits > set!.bits + 1e-9) [set, grown] = [more, true];
      }
    }
    set = { ...set!, best: false };
  }
  return { ...(single ? { single } : {}), ...(set && set.breakerIds.length > 1 ? { set } : {}) };
}

/** A test's outcome in words. */
export function testWords(test: FeedTest, numberOf: (breakerId: string) => string): string {
  const which = test.breakerIds.map(numberOf).join(', ');
  if (test.how === 'breaker finder') return `the finder sounded loudest at ${which}`;
  const WORDS: Record<FeedReading, string> = {
    dead: 'every conductor in it was dead',
    'faces dead': 'its faces were dead',
    'part dead': 'some of it was dead and some live',
    live: 'it stayed live',
  };
  return `with ${which} off ${test.reads ? WORDS[test.reads] : 'nothing was noted'}`;
}

/** What was found out, written into the survey: the box's circuit, and how it is known. Boxes with two feeds keep what they have. */
export function takeFeeds(site: Site, on: string): Site {
  const found = site.boxes
    .map((b) => ({ box: b, is: suspectsOf(site, b.id) }))
    .filter(({ is }) => is.state === 'found' && is.suspects[0]!.breakerIds.length === 1);
  if (found.length === 0) return site;
  const circuitOf = new Map(
    found.map(({ box, is }) => [box.id, breakersOf(site).find((b) => b.id === is.suspects[0]!.breakerIds[0])!.circuitId]),
  );
  const how = (circuitId: string): string => {
    const names = found.filter(({ box }) => circuitOf.get(box.id) === circuitId).map(({ box }) => box.name);
    return `tried: ${names.join(', ')}`.slice(0, 2000);
  };
  const told = new Set(circuitOf.values());
  return {
    ...site,
    boxes: site.boxes.map((b) =>
      circuitOf.has(b.id) && b.circuitId !== circuitOf.get(b.id) ? { ...b, circuitId: circuitOf.get(b.id) } : b,
    ),
    circuits: site.circuits.map((c) => (told.has(c.id) ? { ...c, foundHow: how(c.id), foundOn: on } : c)),
  };
}
