/** Checks on any wiring, made by plan or by hand. Clauses from memory of the edition named. */
import { benchCheckWords } from '../words/wiring/benchChecks.js';
import { benchTitles } from '../words/wiring/titles.js';
import { toldBy, type Told } from '../words/phrases.js';
import { nec, practice } from '../catalog/index.js';
import {
  atLeast,
  atMost,
  boxFill,
  byVerdict,
  conductorForBreaker,
  freeConductor,
  LEAST_FREE_MM,
  term,
  type Judged,
  type Judgement,
  type UsRule,
} from '../codebook/index.js';
import {
  endAtNode,
  endName,
  endsIn,
  feedsOf,
  groundsMeet,
  groundWithoutDevices,
  joinedFeeds,
  jointName,
  loops,
  nodeOf,
  reached,
  sharedNeutrals,
  terminalNodeOf,
  type SwitchedOn,
} from '../circuit/index.js';
import type { Awg } from '../measure/index.js';
import { inches } from '../measure/index.js';
import {
  endKey,
  GROUND_BAR,
  GROUND_COLOURS,
  cableNamed,
  cablesAt,
  devicesAt,
  endColour,
  jointOf,
  jointsAt,
  NEUTRAL_BAR,
  NEUTRAL_COLOURS,
  PANEL,
  pigtailNamed,
  type Bench,
  type BenchBox,
  type BenchDevice,
  type Edition,
  type Unmeasured,
  type WireColour,
  type WireEnd,
} from '../model/index.js';
import { stripFor, strippedMm } from './benchEdit.js';

export type BenchFinding = Judgement<UsRule>;

type Use = 'hot' | 'neutral' | 'ground';

/** What each conductor end is used for, by what it hangs on; ends that hang on nothing, or on more than one, have none or several. */
export function usesOf(bench: Bench): Map<string, Set<Use>> {
  const uses = new Map<string, Set<Use>>();
  const put = (nodes: ReadonlySet<string>, use: Use) => {
    for (const node of nodes) {
      const end = endAtNode(node);
      if (end === undefined) continue;
      const known = uses.get(end);
      if (known) known.add(use);
      else uses.set(end, new Set([use]));
    }
  };
  for (const feed of feedsOf(bench)) put(feed.nodes, 'hot');
  put(reached(bench, nodeOf.bar(NEUTRAL_BAR)), 'neutral');
  put(reached(bench, nodeOf.bar(GROUND_BAR)), 'ground');
  return uses;
}

const colourOf = (bench: Bench, end: WireEnd): WireColour => endColour(bench, end)!;
const gaugeOf = (bench: Bench, end: WireEnd): Awg =>
  ('cableId' in end ? cableNamed(bench, end.cableId) : pigtailNamed(bench, end.pigtailId))!.gauge;

/** A wiring that is looked at: what each end of it is for, and what was found so far. */
interface Checking {
  bench: Bench;
  year: string;
  edition: Edition;
  uses: ReadonlyMap<string, ReadonlySet<Use>>;
  /** nodes on the ground bar */
  grounded: ReadonlySet<string>;
  findings: BenchFinding[];
  say: (rule: UsRule, title: string, verdict: Judged['verdict'], words: Told, clause: string | undefined, boxId?: string) => void;
  name: (end: WireEnd) => string;
}
const checking = (bench: Bench, edition: Edition): Checking => {
  const findings: BenchFinding[] = [];
  const year = edition.slice(3);
  return {
    ...{ bench, year, edition, findings, uses: usesOf(bench), grounded: reached(bench, nodeOf.bar(GROUND_BAR)) },
    say: (rule, title, verdict, words, clause, boxId) =>
      void findings.push({
        rule,
        title,
        verdict,
        ...words,
        sums: [],
        source: clause ? nec(year, clause) : practice,
        about: boxId ? [boxId] : [],
      }),
    name: (e) => endName(bench, e),
  };
};
/** What the ends on a terminal of a device are for; nothing where none is on it. */
const useAt = ({ bench, uses }: Checking, d: BenchDevice, terminal: string): ReadonlySet<Use> => {
  const joint = jointsAt(bench, d.boxId, d.id).find((x) => x.at.terminal === terminal);
  return joint?.ends.map((e) => uses.get(endKey(e))).find((u) => u) ?? new Set<Use>();
};

/** All checks; worst first. `on` is the wiring switched on. */
export function benchFindings(on: SwitchedOn, source: Bench, edition: Edition): BenchFinding[] {
  const c = checking(source, edition);
  const { bench, year, findings } = c;
  strips(c);
  screws(c);
  feedsApart(c);
  looseInPanel(c);
  wireAndBreaker(bench, year, findings);
  neutralsApart(bench, year, findings);
  for (const box of bench.boxes) {
    const ends = endsIn(bench, box.id);
    if (ends.length === 0) continue;
    groundThrough(c, box, ends);
    groundOfMetal(c, box);
    for (const end of ends) useOfEnd(c, box, end);
    for (const d of devicesAt(bench, box.id)) {
      groundOfDevice(c, d);
      if (d.form === 'ground-fault') lineAndLoad(c, d);
      wayBack(c, d);
      switchAndShell(c, d);
      greenScrew(c, d);
      if (!d.brassTab) oneYoke(bench, d, box.id, year, findings);
      if (d.form === 'duplex' || d.form === 'single') screwsOfFace(c, d);
    }
    fillFinding(bench, box, edition, findings);
    freeFinding(bench, box, edition, findings);
  }
  sharing(c, on);
  assumptions(bench, findings);
  return findings.sort(byVerdict);
}

/** Copper bare as far as what holds it takes. */
function strips(c: Checking): void {
  const { bench, say, name } = c;
  for (const j of bench.joints)
    for (const e of j.ends) {
      const bare = strippedMm(bench, e);
      if (bare === undefined) continue;
      const takes = stripFor(j.how, gaugeOf(bench, e));
      if (!atMost(Math.abs(bare - takes), inches(1 / 8)))
        say(
          'strip',
          benchTitles.bare(name(e)),
          'caution',
          benchCheckWords.stripped({ bareMm: bare, takesMm: takes }),
          '110.14',
          j.boxId === PANEL ? undefined : j.boxId,
        );
    }
}

/** What a screw, a push-in and a contact may not be. */
function screws(c: Checking): void {
  const { bench, say } = c;
  for (const j of bench.joints.filter((x) => x.kind === 'terminal' && x.boxId !== PANEL && x.ends.length > 1))
    say(
      'one-per-screw',
      benchTitles.onePerScrew,
      'stop',
      benchCheckWords.manyUnderScrew({ count: j.ends.length, joint: jointName(bench, j) }),
      '110.14(A)',
      j.boxId,
    );
  for (const j of bench.joints.filter((x) => x.how === 'push-in' && x.ends.some((e) => gaugeOf(bench, e) < 14)))
    say('push-in', benchTitles.pushIn, 'stop', benchCheckWords.pushIn({ joint: jointName(bench, j) }), '110.3(B)', j.boxId);
  for (const j of bench.joints.filter((x) => x.looseOhm !== undefined))
    say('loose', benchTitles.loose, 'stop', benchCheckWords.looseJoint({ joint: jointName(bench, j) }), '110.14', j.boxId);
}

/** Feeds kept apart, and no ring. */
function feedsApart(c: Checking): void {
  const { bench, say } = c;
  for (const [a, b] of joinedFeeds(bench))
    say('joined-feeds', benchTitles.apart, 'stop', benchCheckWords.breakersJoined({ number: a.number, other: b.number }), '240.8');
  for (const id of loops(bench))
    say('loop', benchTitles.noLoop, 'caution', benchCheckWords.closesRing({ cable: cableNamed(bench, id)!.name }), undefined);
}

/** Ends in the panel that are on nothing. */
function looseInPanel(c: Checking): void {
  const { bench, say, name } = c;
  for (const e of endsIn(bench, PANEL).filter((x) => !jointOf(bench, x)))
    say('loose-end', benchTitles.inPanel, 'stop', benchCheckWords.looseInPanel({ end: name(e) }), '110.14(B)');
}

/** The grounds meet in the box, and run on without the devices. */
function groundThrough(c: Checking, box: BenchBox, ends: readonly WireEnd[]): void {
  const { bench, say } = c;
  const grounds = ends.filter((e) => 'cableId' in e && GROUND_COLOURS.includes(colourOf(bench, e)));
  if (grounds.length > 0) {
    const runsOn = groundWithoutDevices(bench, box.id);
    const meet = groundsMeet(bench, box.id);
    say(
      'ground',
      benchTitles.ground(box.name),
      runsOn && meet ? 'ok' : 'stop',
      !runsOn ? benchCheckWords.groundOpen() : meet ? benchCheckWords.groundRunsOn() : benchCheckWords.groundsApart(),
      '250.148',
      box.id,
    );
  }
}

/** A metal box has a lead of its own. */
function groundOfMetal(c: Checking, box: BenchBox): void {
  const { bench, year, uses, findings, say } = c;
  if (unmeasured(bench, 'material', box.id))
    findings.push({
      rule: 'metal-box',
      title: benchTitles.groundOf(box.name),
      about: [box.id],
      verdict: 'can’t tell',
      ...benchCheckWords.metalUnknown(),
      sums: [],
      source: nec(year, '250.148(C)'),
    });
  else if (box.material === 'metal') {
    const tied = jointsAt(bench, box.id, 'box').some((j) => j.ends.some((e) => uses.get(endKey(e))?.has('ground')));
    say(
      'metal-box',
      benchTitles.metalBox,
      tied ? 'ok' : 'stop',
      tied ? benchCheckWords.boxLead() : benchCheckWords.boxNoLead(),
      '250.148(C)',
      box.id,
    );
  }
}

/** An end is on something, is one thing, and has its colour. */
function useOfEnd(c: Checking, box: BenchBox, e: WireEnd): void {
  const { bench, uses, say, name } = c;
  const use = uses.get(endKey(e));
  const colour = colourOf(bench, e);
  const joint = jointOf(bench, e);
  if (!joint) {
    const live = use?.has('hot');
    say(
      'loose-end',
      benchTitles.looseEnds,
      live ? 'stop' : 'caution',
      benchCheckWords.looseEnd({ end: name(e), live }),
      '110.14(B)',
      box.id,
    );
  }
  if (!use) return;
  if (use.size > 1)
    say('mixed', benchTitles.rolesApart, 'stop', benchCheckWords.manyUses({ end: name(e), uses: [...use] }), '250.24(A)(5)', box.id);
  else if (use.has('hot') && GROUND_COLOURS.includes(colour))
    say('colour', benchTitles.colours, 'stop', benchCheckWords.bareHot({ end: name(e) }), '250.119', box.id);
  else if (use.has('hot') && NEUTRAL_COLOURS.includes(colour)) {
    const marked = 'cableId' in e && cableNamed(bench, e.cableId)!.marked;
    if (!marked) say('colour', benchTitles.colours, 'stop', benchCheckWords.unmarkedHot({ end: name(e) }), '200.7(C)', box.id);
  } else if (use.has('neutral') && !NEUTRAL_COLOURS.includes(colour))
    say('colour', benchTitles.colours, 'stop', benchCheckWords.neutralColour({ end: name(e) }), '200.6', box.id);
  else if (use.has('ground') && !GROUND_COLOURS.includes(colour))
    say('colour', benchTitles.colours, 'stop', benchCheckWords.groundColour({ end: name(e) }), '250.119', box.id);
}

/** A device that is wired and whose green screw leads to no ground. */
function groundOfDevice(c: Checking, d: BenchDevice): void {
  const { bench, year, uses, grounded, findings, say } = c;
  const joints = jointsAt(bench, d.boxId, d.id).filter((j) => j.at.terminal !== 'green');
  // what nothing feeds yet is not judged by its ground
  const fed = joints.some((j) => j.ends.some((e) => uses.get(endKey(e))?.has('hot')));
  if (!fed || grounded.has(terminalNodeOf(d.boxId, d.id, 'green'))) return;
  const title = benchTitles.deviceGround(d.name);
  if (unmeasured(bench, 'ground', d.boxId))
    findings.push({
      rule: 'device-ground',
      title,
      about: [d.boxId],
      verdict: 'can’t tell',
      ...benchCheckWords.groundUnseen(),
      sums: [],
      source: nec(year, '250.146'),
    });
  else if (d.form === 'duplex' || d.form === 'single')
    say('device-ground', title, 'stop', benchCheckWords.slotNoGround(), '406.4', d.boxId);
  else if (d.form === 'ground-fault') say('device-ground', title, 'caution', benchCheckWords.noGroundMark(), '406.4(D)(2)', d.boxId);
  else say('device-ground', title, 'caution', benchCheckWords.screwNoGround(), '250.110', d.boxId);
}

/** A protective receptacle: its feed on LINE, what it protects on LOAD. */
function lineAndLoad(c: Checking, d: BenchDevice): void {
  const { bench, say } = c;
  const at = (terminal: string): ReadonlySet<Use> => useAt(c, d, terminal);
  const swapped = at('line brass').has('neutral') || at('line silver').has('hot');
  const line = swapped || at('line brass').has('hot');
  const load = at('load brass').has('hot');
  if (swapped) say('polarity', benchTitles.polarity(d.name), 'stop', benchCheckWords.reversed(), '200.11', d.boxId);
  // with the contacts open, only what truly feeds it is live
  const open = usesOf({ ...bench, devices: bench.devices.map((x) => (x.id === d.id ? { ...x, tripped: true } : x)) });
  const fedAt = (terminal: string, by: Use = 'hot') => {
    const j = jointsAt(bench, d.boxId, d.id).find((x) => x.at.terminal === terminal);
    return j?.ends.some((e) => open.get(endKey(e))?.has(by)) ?? false;
  };
  const reversed = fedAt('load brass') && !fedAt('line brass');
  // hot through the sensor and neutral past it: the first load trips it
  const on = (terminal: string): boolean => jointsAt(bench, d.boxId, d.id).some((x) => x.at.terminal === terminal);
  // before anything feeds it, it is seen by where its two wires lie
  const apart = on('line brass') && !on('line silver') && on('load silver') && !on('load brass');
  const crossed = apart || (fedAt('line brass') && fedAt('load silver', 'neutral') && !fedAt('line silver', 'neutral'));
  say(
    'line-load',
    benchTitles.lineLoad(d.name),
    reversed || crossed ? 'stop' : line ? 'ok' : 'caution',
    crossed
      ? benchCheckWords.lineLoadCrossed()
      : reversed
        ? benchCheckWords.feedOnLoad()
        : line
          ? benchCheckWords.feedOnLine({ load })
          : benchCheckWords.lineUnfed(),
    '110.3(B)',
    d.boxId,
  );
}

/** The neutral of what is hot leads to a bar. */
function wayBack(c: Checking, d: BenchDevice): void {
  const { bench, say } = c;
  const at = (terminal: string): ReadonlySet<Use> => useAt(c, d, terminal);
  for (const [hotTerminal, back] of BACK[d.form] ?? []) {
    const there = jointsAt(bench, d.boxId, d.id).some((x) => x.at.terminal === back);
    if (at(hotTerminal).has('hot') && there && at(back).size === 0)
      say('neutral-open', benchTitles.wayBack(d.name), 'stop', benchCheckWords.neutralOpen(), '300.13(B)', d.boxId);
  }
}

/** A switch opens the hot, a shell is neutral. */
function switchAndShell(c: Checking, d: BenchDevice): void {
  const { say } = c;
  const at = (terminal: string): ReadonlySet<Use> => useAt(c, d, terminal);
  if (d.form === 'switch' && at('screw 1').has('neutral') && at('screw 2').has('neutral'))
    say('switched-neutral', benchTitles.switches(d.name), 'stop', benchCheckWords.neutralSwitched(), '404.2(B)', d.boxId);
  if (d.form === 'lamp' && at('neutral').has('hot'))
    say('lamp-shell', benchTitles.shell(d.name), 'stop', benchCheckWords.shellHot(), '200.10(C)', d.boxId);
}

/** The green screw of any device takes the ground and nothing else: it is the yoke, and what touches that. */
function greenScrew(c: Checking, d: BenchDevice): void {
  const green = useAt(c, d, 'green');
  if (green.size && !green.has('ground'))
    c.say('polarity', benchTitles.greenScrew(d.name), 'stop', benchCheckWords.screwGroundOnly(), '250.126', d.boxId);
}

/** A receptacle: hot on brass, neutral on silver; what is not used is driven home. */
function screwsOfFace(c: Checking, d: BenchDevice): void {
  const { bench, say } = c;
  const at = (terminal: string): ReadonlySet<Use> => useAt(c, d, terminal);
  const brass = d.form === 'single' ? ['brass'] : ['brass upper', 'brass lower'];
  const silver = d.form === 'single' ? ['silver'] : ['silver upper', 'silver lower'];
  if (brass.some((t) => at(t).has('neutral')) || silver.some((t) => at(t).has('hot')))
    say('polarity', benchTitles.polarity(d.name), 'stop', benchCheckWords.reversed(), '200.11', d.boxId);
  const used = jointsAt(bench, d.boxId, d.id).length;
  const screws = d.form === 'single' ? 3 : 5;
  if (used > 0 && used < screws)
    say('unused', benchTitles.unused(d.name), 'note', benchCheckWords.unused({ screws: screws - used }), undefined, d.boxId);
}

/** Neutrals that two breakers share: legs, handles, and no device in them. */
function sharing(c: Checking, on: SwitchedOn): void {
  const { bench, say } = c;
  for (const s of sharedNeutrals(on)) {
    const [a, b] = s.breakers;
    const cable = cableNamed(bench, s.cableId)!;
    say(
      'shared-legs',
      benchTitles.sharedNeutral(cable.name),
      s.legs === 'opposite' ? 'ok' : 'stop',
      s.legs === 'opposite'
        ? benchCheckWords.oppositeLegs({ number: a!.number, other: b!.number, neutralA: s.neutralA })
        : benchCheckWords.sameLeg({ number: a!.number, other: b!.number, neutralA: s.neutralA }),
      '210.4',
    );
    if (!s.tied) say('shared-trip', benchTitles.sharedNeutral(cable.name), 'stop', benchCheckWords.notTied(), '210.4(B)');
    if (neutralOverDevice(bench, s.cableId, s.conductor))
      say('shared-device', benchTitles.sharedNeutral(cable.name), 'stop', benchCheckWords.neutralOverDevice(), '300.13(B)');
  }
}

/** Hot screws and the screws of their way back, by form. */
const BACK: Partial<Record<BenchDevice['form'], readonly (readonly [string, string])[]>> = {
  duplex: [
    ['brass upper', 'silver upper'],
    ['brass lower', 'silver lower'],
  ],
  single: [['brass', 'silver']],
  'ground-fault': [['line brass', 'line silver']],
  lamp: [['hot', 'neutral']],
  appliance: [['hot', 'neutral']],
};

/** Every conductor that hangs on a breaker against its rating (240.4(D)). */
function wireAndBreaker(bench: Bench, year: string, findings: BenchFinding[]): void {
  const feeds = feedsOf(bench);
  for (const c of bench.cables) {
    const on = bench.breakers.filter((_, i) =>
      c.colours.some((__, n) => feeds[i]!.nodes.has(nodeOf.end(endKey({ cableId: c.id, conductor: n, end: 0 })))),
    );
    for (const b of on.filter((x) => x.curve === 'US')) {
      const judged = conductorForBreaker(`US-${year}` as Edition, c.gauge, b.amps);
      if (judged.verdict !== 'ok')
        findings.push({ ...judged, rule: 'conductor-breaker', title: benchTitles.conductor(c.name, b.number), about: [c.id] });
    }
  }
}

/**
 * A neutral belongs to the hot it came with (200.4(A), 300.3(B)): one that goes back by the cable of another circuit is borrowed, and two
 * that meet away from the bar are joined. Either carries what no breaker counts, and is live with its own breaker off.
 */
function neutralsApart(bench: Bench, year: string, findings: BenchFinding[]): void {
  const bar = nodeOf.bar(NEUTRAL_BAR);
  const landed = (device: string) => jointsAt(bench, PANEL, device).flatMap((j) => j.ends.filter((e) => 'cableId' in e));
  const backs = landed(NEUTRAL_BAR).map((e) => ({
    cableId: e.cableId,
    nodes: reached(bench, nodeOf.end(endKey(e)), (b) => b.from === bar || b.to === bar),
  }));
  if (backs.length < 2) return;
  const feeds = feedsOf(bench);
  const called = (id: string): string => cableNamed(bench, id)?.name ?? id;
  for (const d of bench.devices)
    for (const [hot, neutral] of BACK[d.form] ?? []) {
      const from = bench.breakers.filter((_, i) => feeds[i]!.nodes.has(nodeOf.terminal(d.id, hot)));
      if (from.length !== 1) continue;
      const comes = new Set(landed(from[0]!.id).map((e) => e.cableId));
      const back = backs.filter((n) => n.nodes.has(nodeOf.terminal(d.id, neutral)));
      const foreign = back.find((n) => !comes.has(n.cableId));
      if (!foreign) continue;
      const borrowed = back.every((n) => !comes.has(n.cableId));
      findings.push({
        ...{
          rule: borrowed ? 'neutral-borrowed' : 'neutrals-joined',
          about: [d.boxId],
          verdict: 'stop',
          sums: [],
          source: nec(year, '200.4(A)'),
        },
        title: benchTitles.neutral(d.name),
        ...(borrowed
          ? benchCheckWords.neutralBorrowed({ number: from[0]!.number, cable: called(foreign.cableId) })
          : benchCheckWords.neutralsJoined({ cable: called(foreign.cableId) })),
      });
      break;
    }
}

/** A yoke whose halves hang on two breakers: both have to open together (210.7). */
function oneYoke(bench: Bench, d: BenchDevice, boxId: string, year: string, findings: BenchFinding[]): void {
  const feeds = feedsOf(bench);
  const on = (terminal: string) => bench.breakers.find((_, i) => feeds[i]!.nodes.has(nodeOf.terminal(d.id, terminal)));
  const [a, b] = [on('brass upper'), on('brass lower')];
  if (!a || !b || a === b || a.tiedTo === b.id || b.tiedTo === a.id) return;
  findings.push({
    ...{ rule: 'one-yoke', title: benchTitles.twoBreakers(d.name), about: [boxId], verdict: 'stop', sums: [], source: nec(year, '210.7') },
    ...benchCheckWords.yokeUntied({ number: a.number, other: b.number }),
  });
}

/** Whether something behind a shared neutral loses it when a receptacle is taken out of its box. */
function neutralOverDevice(bench: Bench, cableId: string, conductor: number): boolean {
  const before = reached(bench, nodeOf.bar(NEUTRAL_BAR));
  const start = nodeOf.end(endKey({ cableId, conductor, end: 1 }));
  return bench.devices
    .filter((d) => ['duplex', 'single', 'ground-fault'].includes(d.form))
    .some((d) => {
      const after = reached(bench, nodeOf.bar(NEUTRAL_BAR), ({ part }) => part?.is === 'inside' && part.deviceId === d.id);
      return before.has(start) && [...before].some((n) => endAtNode(n) !== undefined && !after.has(n));
    });
}

const unmeasured = (bench: Bench, what: Unmeasured['what'], boxId?: string, of?: string): boolean =>
  bench.unmeasured?.some((u) => u.what === what && (boxId === undefined || u.boxId === boxId) && (of === undefined || u.of === of)) ??
  false;

/** What was drawn without anybody having looked: said once each, and no `ok` that rests on it stands. */
function assumptions(bench: Bench, findings: BenchFinding[]): void {
  const cannot = (title: string, words: Told, boxId?: string) =>
    findings.push({ rule: 'as-drawn', title, verdict: 'can’t tell', ...words, sums: [], source: practice, about: boxId ? [boxId] : [] });
  for (const box of bench.boxes.filter((b) => unmeasured(bench, 'wiring', b.id))) {
    findings.forEach((f, i) => {
      if (f.about.includes(box.id) && f.verdict === 'ok')
        findings[i] = {
          ...f,
          verdict: 'can’t tell',
          ...benchCheckWords.asDrawn({ told: toldBy(f), box: box.name }),
        };
    });
    cannot(benchTitles.wiring(box.name), benchCheckWords.wiringUnknown(), box.id);
  }
  findings.forEach((f, i) => {
    if (f.rule === 'ground' && f.verdict === 'ok' && unmeasured(bench, 'ground', f.about[0]))
      findings[i] = {
        ...f,
        verdict: 'can’t tell',
        ...benchCheckWords.groundsAsDrawn({ told: toldBy(f) }),
      };
  });
  for (const { of } of bench.unmeasured?.filter((u) => u.what === 'length') ?? []) {
    const name = cableNamed(bench, of)?.name;
    if (name) cannot(benchTitles.length(name), benchCheckWords.lengthUnmeasured());
  }
  if (unmeasured(bench, 'rating')) cannot(benchTitles.breaker, benchCheckWords.ratingUnknown());
}

function fillFinding(bench: Bench, box: BenchBox, edition: Edition, findings: BenchFinding[]): void {
  const boxId = box.id;
  const cables = cablesAt(bench, boxId);
  const insulated = (c: (typeof cables)[number]) => c.colours.filter((x) => !GROUND_COLOURS.includes(x)).length;
  const largest = cables.reduce<Awg>((a, c) => (c.gauge < a ? c.gauge : a), 14);
  const judged = boxFill({
    edition,
    conductors: cables.map((c) => ({
      label: `${insulated(c)} conductors of ${c.name}`,
      gauge: c.gauge,
      count: insulated(c),
      kind: 'ends' as const,
    })),
    grounds: cables.filter((c) => c.colours.some((x) => GROUND_COLOURS.includes(x))).map((c) => ({ gauge: c.gauge, count: 1 })),
    internalClamps: box.clamps === undefined || box.clamps === 'internal',
    supportFittings: box.supportFittings ?? 0,
    yokes: devicesAt(bench, boxId).map((d) => ({ label: `yoke of ${d.name}`, gauge: largest, gangs: 1 })),
    volumeIn3: box.volumeIn3,
  });
  const uncounted = cables.some((c) => unmeasured(bench, 'ground', boxId, c.id));
  findings.push({
    ...judged,
    ...(uncounted && judged.verdict === 'ok'
      ? {
          verdict: 'can’t tell' as const,
          ...benchCheckWords.groundsUnseen({ told: toldBy(judged) }),
        }
      : {}),
    rule: 'box-fill',
    title: benchTitles.fill(box.name),
    about: [boxId],
  });
}

/** Free ends (300.14), after every cut. */
function freeFinding(bench: Bench, box: BenchBox, edition: Edition, findings: BenchFinding[]): void {
  const { id: boxId, openingMm, depthMm, sheathMm = 0 } = box;
  for (const c of cablesAt(bench, boxId)) {
    const free = unmeasured(bench, 'free', boxId, c.id) ? undefined : c.freeMm[c.ends.indexOf(boxId)]!;
    const judged = openingMm
      ? freeConductor({
          edition,
          fromSheathMm: free,
          sheathToOpeningMm: depthMm === undefined ? undefined : Math.max(0, depthMm - sheathMm),
          openingWidthMm: openingMm[0],
          openingHeightMm: openingMm[1],
        })
      : fromSheathAlone(free, edition);
    findings.push({ ...judged, rule: 'free-conductor', title: benchTitles.freeEnds(c.name), about: [boxId, c.id] });
  }
}
/** Of a box that was only drawn, without depth and opening: six inches are held, and nothing is said of the three beyond its front. */
function fromSheathAlone(free: number | undefined, edition: Edition): Judged {
  const source = nec(edition.slice(3), '300.14');
  if (free === undefined)
    return {
      verdict: 'can’t tell',
      ...benchCheckWords.freeUnmeasured(),
      sums: [],
      source,
    };
  const ok = atLeast(free, LEAST_FREE_MM);
  return {
    verdict: ok ? 'note' : 'stop',
    ...(ok ? benchCheckWords.sixInHeld() : benchCheckWords.cutTooShort()),
    sums: [
      {
        terms: [],
        result: term('free from the sheath', free, 'length'),
        limit: { ...term('at least', LEAST_FREE_MM, 'length'), relation: '≥' },
      },
    ],
    source,
  };
}
