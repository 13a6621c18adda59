/** The steps of an alteration by the UK way of working: lock off and keep the key, prove dead, cut, cable, connect, test dead, test live, record. */
import { BOX_KINDS, printSource, ukBoxSort } from '../catalog/index.js';
import {
  COLD_SHARE,
  CPC_SOURCE,
  electrodeLimitOhm,
  INSULATION_LEAST_MOHM,
  INSULATION_SOURCE,
  LET_IN_MM,
  loopLimitOhm,
  outletAmps,
  RESIDUAL_MS,
  RESIDUAL_SOURCE,
  RING_SOURCE,
  ZS_SOURCE,
} from '../codebook/index.js';
import { AGREE_OHM, faultWords, lengthsOf, predicted, ringSearch, shapeOf } from '../finals/index.js';
import { printLength } from '../measure/index.js';
import {
  capital,
  inOrder,
  PRACTICE,
  spent,
  step,
  type Draft,
  type Spent,
  type Step,
  type StepAsk,
  type StepPlace,
  type Target,
} from '../work/index.js';
import { boxRect, type JobInBook, type UkSchools } from '../model/index.js';
import { faultSteps } from './faultJob.js';
import { cutOutline, holeOf, oldHoleTaken } from './outline.js';
import { cablesLaid, growths, plannedOf, wayOf, type Planned } from './plan.js';
import { ukSchools } from './schools.js';
import { CHASE_DEEP_MM, chaseWideMm, type UkWay } from './ways.js';
import { depthOf, isMetal, isSolid, subjectOf, ukKind, wallLooked, type Spot, type Subject } from './spots.js';
import { connections, terminalWords } from './terminals.js';

/** What has to be dead: the circuit that is altered, or the consumer unit where one more is put in. */
export function targetOf(subject: Subject): Target {
  const own = subject.alteration.kind === 'own radial';
  return {
    ...{
      key: own ? 'board' : (subject.final?.id ?? 'circuit'),
      off: 'lock-off',
      prove: 'prove-dead',
      on: 'energise',
      sole: true,
      uk: true,
    },
    ...(own ? { by: 'the main switch' } : {}),
    words: own ? 'the consumer unit' : subject.final ? `circuit ${subject.final.number}` : 'the circuit',
  };
}

const place = (words: string, spot: Spot | undefined): StepPlace => ({
  words: spot ? `${words}, ${spot.room?.name ?? spot.wall.name}` : words,
  ...(spot ? { boxId: spot.box.id, wallId: spot.wall.id, ...(spot.room ? { roomId: spot.room.id } : {}) } : {}),
});

/** All that the steps are written from. */
interface Writing {
  job: JobInBook;
  subject: Subject;
  planned: Planned;
  way: UkWay | undefined;
  target: Target;
  schools: UkSchools;
  say: (mm: number) => string;
}

/** Steps of a job by the UK book, in order. Empty while nothing is planned. */
export function alterationSteps(job: JobInBook): Step[] {
  const subject = subjectOf(job);
  if (!subject) return [];
  if (subject.alteration.kind === 'find fault') return stepsOfFault(job, subject);
  if (job.changes.length === 0) return [];
  const planned = plannedOf(job);
  const w: Writing = { job, subject, planned, way: wayOf(job), target: targetOf(subject), schools: ukSchools(job), say: (mm) => printLength(mm, job.unit) }; // prettier-ignore
  // where nothing of it is near a wire the new side is made while the house still has power
  const first = newSideFirst(w);
  const { cut, set } = boxSteps(w, first);
  // a lined box goes in over its cables, a metal one is there before them
  const late = planned.spot !== undefined && !isSolid(planned.spot.wall) && laysCable(subject);
  const chased = first && chasedFirst(w);
  const side = [...cut, ...(late ? [] : set)];
  return inOrder([
    ...before(w),
    ...(first ? side : []), ...(chased ? chaseSteps(w, true) : []),
    ...isolate(w),
    ...(first ? [] : side), ...(chased ? [] : chaseSteps(w, false)), ...cableSteps(w), ...(late ? set : []), ...connect(w), ...deadTests(w), ...closeUp(w), ...live(w), ...record(w),
  ]);
} // prettier-ignore

/** Fault finding: nothing is added; what is read and mended stands on the circuit. */
function stepsOfFault(job: JobInBook, subject: Subject): Step[] {
  const { final } = subject;
  if (!final) return [];
  const planned = plannedOf(job);
  const target = targetOf(subject);
  const w: Writing = { job, subject, planned, way: undefined, target, schools: ukSchools(job), say: (mm) => printLength(mm, job.unit) };
  const search = ringSearch(final, job.incoming ?? {});
  const [likeliest] = search?.suspects ?? [];
  const words = likeliest?.fault ? faultWords(final, likeliest.fault) : search?.says;
  const [sheets] = before(w);
  return inOrder([sheets!, ...isolate(w), ...faultSteps(final, target, deadAsks(w), words), ...live(w), ...record(w)]);
}

function before({ job, subject, planned, say }: Writing): Draft[] {
  const { spot } = planned;
  const { alteration, from } = subject;
  // nobody marks half a millimetre
  const whole = (mm: number): string => say(Math.round(mm));
  const at = place(alteration.outlet.name, spot);
  const marks: string[] = [];
  const asks: StepAsk[] = [];
  if (spot) {
    const hole = holeOf(spot);
    const { left } = hole;
    marks.push(
      `From the left end of ${spot.wall.name}: ${whole(left)} to the left edge of the cut, ${whole(hole.right)} to its right edge.`,
      `Lower edge ${whole(hole.bottom)} over the floor, upper edge ${whole(hole.top)}. Both lines with the level.`,
    );
    const near = 5;
    const edge = Math.round(left);
    asks.push({ key: 'left-edge', label: 'left end of the wall to the left edge, as marked', what: 'left edge, as marked', unit: 'length', least: edge - near, most: edge + near, otherwise: 'It is marked elsewhere than planned: mark it anew, or give the plan its real place.', source: PRACTICE });
  }
  if (alteration.kind === 'enlarge' && from) {
    const [g] = growths(job, from).filter((x) => !alteration.grows || x.grows === alteration.grows);
    if (g) marks.unshift(g.grows === 'both' ? 'Hold the new box over the old hole, its middle on the old middle.' : `Hold the new box over the old hole so that half of it is covered: the cut grows to the ${g.grows}.`);
  }
  return [
    step('sheets', 'Sheets down, people told', [spent('sheets and moving things')], ['Move what stands there; sheets to the wall.', 'Say what will be off and for how long.']),
    step('mark-out', 'Mark the box', [spent('mark out')], [...marks, 'Look for pipes and cables with a detector over the whole area; straight up, down and across from every accessory there is a cable until it is known otherwise.'], { place: at, asks }),
  ];
} // prettier-ignore

function isolate({ subject, planned, target }: Writing): Draft[] {
  const own = subject.alteration.kind === 'own radial';
  const where = subject.point?.name ?? planned.point?.name ?? 'the point';
  return [
    step(
      'lock-off',
      own ? 'Main switch off and locked, key kept' : `${capital(target.words)} off, locked, key kept`,
      [spent('lock off and keep the key')],
      own
        ? ['Main switch off, lock on it, the key in your pocket, a notice beside it.', 'A lamp that does not hang on this consumer unit.']
        : ['Switch its breaker off, put the lock on, keep the key in your pocket, hang the notice.', 'Where no lock fits, the breaker’s line is taken out by a registered electrician.'],
      {
        place: { words: 'the consumer unit' },
        cautions: own
          ? ['The tails into the main switch stay live. Unless you are registered for it, a registered electrician does this.']
          : ['A 30 mA device that has tripped is no isolation. A borrowed neutral can be live with the breaker off.'],
      },
    ),
    step(
      'prove-dead',
      'Prove it dead',
      [spent('prove dead')],
      [
        'Indicator on its proving unit: every lamp of it.',
        // a new circuit has no point yet: what is worked at is the consumer unit
        own
          ? 'At the outgoing terminals of the main switch: line to neutral, line to earth, neutral to earth. Then the same at the bars that the new way goes to.'
          : `At ${where}: line to neutral, line to earth, neutral to earth, first at the face, then again at the terminals with the face off.`,
        'Indicator on its proving unit again.',
      ],
      {
        dead: [target],
        proves: [target],
        place: own ? { words: 'the consumer unit' } : place(where, subject.from),
        cautions: ['Approved voltage indicator with GS 38 leads, not a pen that lights up near a cable.'],
      },
    ),
  ];
} // prettier-ignore

/** Whether cable is laid at all. */
const laysCable = ({ alteration }: Pick<Subject, 'alteration'>): boolean =>
  alteration.kind !== 'enlarge' && !(alteration.kind === 'move' && alteration.cablesReach === true);

/** Within this of an accessory’s own lines a cable is met, mm (the zones of BS 7671, 522.6.202; memory). */
const NEAR_MM = 150;
/**
 * Whether the box can be cut while the house has power: cable is laid, the choice is so, somebody went over the wall with a detector, and the
 * cut lies in no line of an accessory of that wall, up, down or across, seen from either side.
 */
function newSideFirst({ job, subject, schools, planned: { spot } }: Writing): boolean {
  if (!spot || schools.outage !== 'new side first' || !laysCable(subject) || !wallLooked(spot.wall)) return false;
  const meets = (a: number, b: number, c: number, d: number): boolean => a < d + NEAR_MM && c < b + NEAR_MM;
  return job.found.boxes
    .filter((b) => b.wallId === spot.wall.id)
    .map((b) => boxRect(spot.wall, b))
    .every((o) => o !== undefined && !meets(o.left, o.right, spot.rect.left, spot.rect.right) && !meets(o.bottom, o.top, spot.rect.bottom, spot.rect.top));
} // prettier-ignore
/** And whether its chases can: they lie on a wall without an accessory, or where none begins. */
const chasedFirst = ({ job, way, planned: { spot } }: Writing): boolean =>
  (way?.legs ?? []).filter((l) => l.in === 'chase').every((l) => l.wallId === spot?.wall.id) &&
  !job.found.boxes.some((b) => b.wallId === spot?.wall.id);

/** What the leaf is of, where it says something to the hand. */
const UNIT_WORDS: Readonly<Record<string, string[] | undefined>> = {
  'aerated block': ['Aerated block: no hammer action, no club hammer; a saw and a chisel by hand, or it cracks through.'],
  'not looked': [
    'Nobody looked what the leaf is of: drill the first hole without hammer action. Grey dust and a bit that sinks in is aerated block, which cracks through under a hammer.',
  ],
};
/** Each line that is cut, where something is open already; a whole outline says itself. */
function sawn(job: JobInBook, say: Writing['say']): string[] {
  const edges = cutOutline(job);
  const whole = (mm: number): string => say(Math.round(mm));
  return edges.length === 4 && new Set(edges.map((e) => e.edge)).size === 4
    ? []
    : [...(oldHoleTaken(job) ? ['How large the old hole is was not measured: a usual one is taken. Hold the new box over it and cut what is missing.'] : []), ...edges.map((e) => e.edge === 'top' || e.edge === 'bottom' ? `Cut along the ${e.edge}, ${whole(e.at)} over the floor: from ${whole(e.from)} to ${whole(e.to)} from the left end, ${whole(e.mm)}.` : `Cut down the ${e.edge}, ${whole(e.at)} from the left end: ${whole(e.mm)}.`)];
} // prettier-ignore

/** The box: taken out and cut larger, or a new one put in, by what the wall is. */
function boxSteps({ job, subject, planned, target, schools, say }: Writing, first: boolean): { cut: Draft[]; set: Draft[] } {
  const { alteration, from } = subject;
  const { spot } = planned;
  if (!spot) return { cut: [], set: [] };
  const solid = isSolid(spot.wall);
  const kind = ukKind(spot.box);
  const sort = ukBoxSort(kind);
  const surface = sort === 'surface' || sort === 'weather';
  const depth = depthOf(spot.box) ?? 35;
  const at = place(alteration.outlet.name, spot);
  const dead = first ? [] : [target];
  const enlarges = alteration.kind === 'enlarge' || (alteration.kind === 'move' && alteration.cablesReach === true);
  const changeIds = job.changes.filter((c) => c.do === 'place-box' || c.do === 'replace-box').map((c) => c.id);
  const drafts: Draft[] = [];
  if (enlarges && from)
    drafts.push(
      step('old-out', `${from.box.name}: face and box out`, [spent('open and take apart'), spent(isSolid(from.wall) ? 'set a box' : 'free a nailed box', 0.5)],
        ['Note which conductors share a terminal. Face off, conductors out straight, ends covered.', isSolid(from.wall) ? 'Screws of the old box out; lever it from the mortar without pulling at the cables.' : 'Fold the lugs of the old box and draw it out over the cables.'],
        { dead, alters: true, place: place(from.box.name, from) }),
    );
  const body = BOX_KINDS[kind ?? 'back-metal-35-1g'];
  const widthHeight = `${say(body.opening?.widthMm ?? body.widthMm)} × ${say(body.opening?.heightMm ?? body.heightMm)}`;
  if (surface) drafts.push(step('set-box', 'Screw the surface box on', [spent('set a box')], [sort === 'weather' ? 'Entry from behind or below, sealed round the cable; the hole through the wall falls outward; level, two plugs and screws.' : 'Knock the entry out, level, two plugs and screws.'], { dead, alters: true, place: at, changeIds }));
  else if (solid) {
    const drill = depth + LET_IN_MM;
    drafts.push(
      step('cut-box', `Let the box into the wall, ${say(drill)} deep`, [spent(schools.hole === 'box sinker' ? 'sink a box with a guide' : 'chain-drill and chisel for a box', body.gangs > 1 ? 1 : 0.7)],
        [
          `Draw round the box: ${widthHeight}. Score the plaster along the lines first, so that it does not break away.`,
          ...(from && enlarges ? sawn(job, say) : []),
          schools.hole === 'box sinker'
            ? `The guide screwed on level over the lines, its stop at ${say(drill)} from the surface: the box’s ${say(depth)} and ${say(LET_IN_MM)} for mortar. Every hole of it, then the chisel for the corners.`
            : `Depth stop on the drill, or tape round the bit, at ${say(drill)} from the surface: the box’s ${say(depth)} and ${say(LET_IN_MM)} for mortar. Holes close together along the lines and over the middle, then the chisel.`,
          'Try the box: flush or a hair behind the plaster, level, not rocking.',
        ],
        { dead, alters: true, place: at, cautions: ['Silica dust: extraction, mask, goggles. Hammer action off near old plaster that sounds loose.', ...(UNIT_WORDS[spot.wall.framing.unit ?? 'not looked'] ?? [])],
          asks: [{ key: 'hole-depth', label: 'depth of the hole, from the surface', what: 'depth of the hole', unit: 'length', least: depth, most: depth + 15, otherwise: 'Too shallow and the face stands off; too deep and the box wants mortar behind it before it is screwed.', source: PRACTICE }] }),
      step('set-box', 'Metal box in', [spent('set a box')],
        ['Knock out the entries that the cables use, a grommet in each.', 'Two holes drilled through the back of the box, plugs, screws with large heads; level it before they bite.', 'Earth lead to the box’s terminal, long enough to reach the accessory.'],
        { dead, alters: true, place: at, changeIds }),
    );
  } else
    drafts.push(
      step('cut-box', `Cut the board, ${widthHeight}`, [spent('cut plasterboard')],
        ['A small hole first, a bent wire round in it: nothing within the outline, and the cavity as deep as the box.', ...sawn(job, say), 'Just along the inside of the line, blade shallow.'],
        { dead, alters: true, place: at }),
      step('set-box', 'Lined box in', [spent('set a box')],
        ['Lead the cables in before the box goes in.', 'Lugs out behind the board, tightened crosswise until the rim lies flat and nothing turns; not further, or the board breaks.'],
        { dead: laysCable(subject) ? [target] : dead, alters: true, place: at, changeIds }),
    );
  return { cut: drafts.filter((d) => d.id !== 'set-box'), set: drafts.filter((d) => d.id === 'set-box') };
} // prettier-ignore

function chaseSteps({ subject, way, target, schools, say }: Writing, live: boolean): Draft[] {
  const chases = (way?.legs ?? []).filter((l) => l.in === 'chase');
  if (!chases.length) return [];
  const metres = chases.reduce((s, l) => s + l.mm, 0) / 1000;
  return [
    step('chase', `Chase, ${metres.toFixed(1)} m`, [spent(schools.chaser === 'wall chaser' ? 'wall chaser, cap and fill' : 'chase, cap and fill', Math.round(metres * 6) / 10)],
      [...chases.map((l) => `${capital(l.words)}: ${say(l.mm)}.`), `${say(chaseWideMm(cablesLaid(subject)))} wide, ${say(CHASE_DEEP_MM[schools.over])} deep from the surface, straight up, down or across: nowhere aslant.`, 'Deeper than that only where the ledger says so; not back to back with a chase on the other side.'],
      { dead: live ? [] : [target], alters: true, place: { words: 'the chase', ...(chases[0]?.wallId ? { wallId: chases[0].wallId } : {}) }, cautions: ['Silica dust: extraction, mask, goggles.', ...(schools.chaser === 'wall chaser' ? ['Wall chaser: both hands, its stop set before the blade runs, extraction on.'] : []), ...(live ? ['The house has power: go over the whole way with a detector first, and stop at the first sign of a cable.'] : [])] }),
  ];
} // prettier-ignore

const OVER_WORDS: Readonly<Record<UkSchools['over'], string>> = {
  capping: 'Capping over it, nailed at the sides, not through it.',
  'oval conduit': 'Through the oval conduit, which is clipped down in the chase, its ends without burrs.',
  'plaster alone': 'Clipped flat to the back of the chase, so that no trowel catches it.',
};
function boredWords({ what, count, taken, cut, fromBearingMm }: NonNullable<UkWay['bored']>, say: Writing['say']): string {
  const many = `${count}${taken ? ', reckoned' : ''}`;
  if (what === 'stud') return `Studs bored in their middle third: ${many}.`;
  const where = fromBearingMm === undefined ? (cut === 'notch' ? 'between 0.07 and 0.25 of the span from a bearing' : 'between 0.25 and 0.4 of the span from a bearing') : `${say(Math.round(fromBearingMm))} from where they bear`; // prettier-ignore
  return cut === 'notch'
    ? `Joists notched from the top, ${where}, a steel plate over each: ${many}.`
    : `Joists bored on the middle line, ${where}: ${many}.`;
}

function cableSteps({ subject, way, target, schools, say }: Writing): Draft[] {
  const { alteration } = subject;
  if (!laysCable(subject)) return [];
  const dead = [target];
  const drafts: Draft[] = [];
  const legs = way?.legs ?? [];
  const chases = legs.filter((l) => l.in === 'chase');
  const through = legs.filter((l) => l.in !== 'chase');
  const count = cablesLaid(subject);
  const cut = alteration.cable?.mm ?? way?.cableMm;
  const rest: Spent[] = way ? way.time.filter((t) => t.kind !== 'chase, cap and fill' && t.kind !== 'wall chaser, cap and fill') : [spent('fish in a bay')];
  drafts.push(step('cable', `${count > 1 ? `${count} cables` : 'The cable'} in${cut === undefined ? '' : `, ${count > 1 ? 'each ' : ''}cut ${say(cut)}`}`, rest,
    [
      ...through.map((l) => `${capital(l.words)}: ${say(l.mm)}.`),
      ...(way?.bored?.count ? [boredWords(way.bored, say)] : []),
      `${say(schools.spareMm)} stand out at each box.`,
      ...(chases.length ? [OVER_WORDS[schools.over]] : []),
    ],
    { dead, alters: true, place: { words: 'along its way' } }));
  return drafts;
} // prettier-ignore

function connect({ job, subject, planned, target, schools }: Writing): Draft[] {
  const { alteration, point, from } = subject;
  const { final, spot } = planned;
  if (!final) return [];
  const dead = [target];
  const drafts: Draft[] = [];
  const changeIds = job.changes.filter((c) => c.do === 'alter-final' || c.do === 'add-final').map((c) => c.id);
  const lines = (id: string): string[] => connections(final, id).map(terminalWords);
  const cables = (id: string): number => final.runs.filter((r) => r.ends.includes(id)).length;
  const strip = `Sheath off to just inside the box, earth sleeved green and yellow over its whole length, ends doubled where a terminal is large for one${schools.ends === 'twisted' ? '; those that share a terminal twisted together first, each by itself still to be told' : '; those that share a terminal lie side by side'}.`;
  const by = schools.joint === 'crimp' ? 'an insulated crimp, pressed with its ratchet tool and tugged' : 'a maintenance-free connector';
  const tug = 'Earth first, then neutral, then line; every conductor tugged. Level the face before the last turn of the screws, no cable under the edge.';
  if (point && from && (alteration.kind === 'spur' || alteration.kind === 'into ring'))
    drafts.push(step('connect-old', `Connect at ${point.name}`, [spent('open and take apart'), spent('strip, splice, land', 1), spent('mount device and plate')],
      [strip, ...lines(point.id), ...(alteration.kind === 'into ring' ? [`The cable that led on is joined to the second new one by ${by}, core to core, earth too.`] : []), tug],
      { dead, alters: true, connects: true, place: place(point.name, from) }));
  if (alteration.kind === 'move' && !alteration.cablesReach && point && from)
    drafts.push(step('connect-old', 'Join the cables in the old box', [spent('open and take apart'), spent('strip, splice, land', 2), spent('mount device and plate')],
      [`Each cable that was there is joined to one of the new ones, each core by ${by}: line, neutral, earth, each leg by itself.`, 'Earth of the box kept. A blank plate over it; it stays in reach.'],
      { dead, alters: true, connects: true, place: place(from.box.name, from) }));
  if (planned.point)
    drafts.push(step('connect-new', `Connect ${planned.point.name}`, [spent('strip, splice, land', Math.max(1, cables(planned.point.id))), spent('mount device and plate')],
      [strip, ...lines(planned.point.id), ...(spot && isMetal(spot.box) ? ['The lead from the metal box goes into the accessory’s earth terminal too.'] : []), tug],
      { dead, alters: true, connects: true, place: place(planned.point.name, spot), ...(alteration.kind === 'own radial' ? {} : { changeIds }) }));
  if (alteration.kind === 'own radial')
    drafts.push(step('board', `Way ${final.number} of the consumer unit`, [spent('breaker in a panel')],
      [`A breaker ${final.curve ?? 'B'}${final.ratingA ?? 20} of the unit’s own make and type, on the side that its 30 mA device protects, or one with 30 mA of its own.`, 'Earth, then neutral into the bar of the same number, then line; torque as printed. Label it.'],
      { dead, alters: true, connects: true, changeIds, place: { words: 'the consumer unit' }, cautions: ['The tails stay live. Unless you are registered for it, a registered electrician does this.'] }));
  return drafts;
} // prettier-ignore

/** What every test of the altered circuit must read, Ω by key; empty while lengths are missing. */
function mustRead(job: JobInBook, { final }: Pick<Planned, 'final'>): ReadonlyMap<string, number> {
  if (!final) return new Map();
  const { mm, unknown } = lengthsOf(final);
  return unknown.length ? new Map() : predicted(final, mm, job.incoming ?? {});
}
/** What R1+R2 and Zs must read at the point that was altered, Ω; absent: lengths or Ze are not known. */
export function mustReadAt(job: JobInBook, { final, point }: Planned): { r1r2?: number; zs?: number } {
  if (!point) return {};
  const all = mustRead(job, { final });
  const [r1r2, zs] = [all.get(`crossed-le/${point.id}`), all.get(`zs/${point.id}`)];
  return { ...(r1r2 === undefined || !Number.isFinite(r1r2) ? {} : { r1r2 }), ...(zs === undefined || !Number.isFinite(zs) ? {} : { zs }) };
}

/** No ring of a dwelling reads more end to end, Ω (common practice): above it something is open. */
const OPEN_OHM = 3.5;
const least = (key: string, label: string, unit: StepAsk['unit'], bounds: Pick<StepAsk, 'least' | 'most'>, otherwise: string, source: string): StepAsk => ({ key, label, what: label, unit, otherwise, source, ...bounds }); // prettier-ignore

/** What is read while it is dead, with what each must read. */
function deadAsks({ job, subject, planned }: Writing): StepAsk[] {
  const ring = planned.final?.shape === 'ring';
  const must = mustReadAt(job, planned).r1r2;
  const within = (ohm: number | undefined, most: number) =>
    ohm === undefined || !Number.isFinite(ohm) ? { most } : { least: Math.max(0, ohm - AGREE_OHM - ohm * 0.1), most: ohm + AGREE_OHM + ohm * 0.1 }; // prettier-ignore
  const all = mustRead(job, planned);
  const around = within(must, OPEN_OHM);
  // whoever opened a point of the ring took its legs apart
  const opened =
    subject.alteration.kind === 'find fault' ||
    (planned.final !== undefined &&
      shapeOf(planned.final).ring?.points.some((p) => p.id === subject.point?.id || p.id === planned.point?.id));
  const name = planned.point?.name ?? 'the point';
  return [
    ...(ring && opened
      ? [
          least(
            'r1',
            'r1, line end to end at the board',
            'Ω',
            within(all.get('r1'), OPEN_OHM),
            'Open or out of line with its length: a connection is missing or loose where the ring was opened.',
            printSource(RING_SOURCE),
          ),
          least(
            'rn',
            'rn, neutral end to end',
            'Ω',
            within(all.get('rn'), OPEN_OHM),
            'Open or out of line: the neutral where the ring was opened.',
            printSource(RING_SOURCE),
          ),
          least(
            'r2',
            'r2, protective end to end',
            'Ω',
            within(all.get('r2'), OPEN_OHM),
            'Open or out of line: the protective conductor where the ring was opened.',
            printSource(RING_SOURCE),
          ),
        ]
      : []),
    least(
      'crossed-le',
      `R1+R2 at ${name}`,
      'Ω',
      around,
      must === undefined
        ? 'Nothing goes through, or next to nothing: a terminal is loose or a conductor is out.'
        : `By its lengths it reads ${must.toFixed(2)} Ω: look for a loose terminal, or a cable that is longer than noted.`,
      printSource(CPC_SOURCE),
    ),
    least(
      'insulation-le',
      'insulation, line and neutral together to earth, 500 V',
      'MΩ',
      { least: INSULATION_LEAST_MOHM },
      'A conductor is pinched or wet: find it before anything is switched on.',
      printSource(INSULATION_SOURCE),
    ),
    least(
      'insulation-ln',
      'insulation, line to neutral, everything unplugged, 250 V where something stays on',
      'MΩ',
      { least: INSULATION_LEAST_MOHM },
      'Something is still plugged in, or line and neutral touch.',
      printSource(INSULATION_SOURCE),
    ),
  ];
}

function deadTests(w: Writing): Draft[] {
  const { planned, target } = w;
  const ring = planned.final?.shape === 'ring';
  const name = planned.point?.name ?? 'the point';
  const asks = deadAsks(w);
  return [
    step('dead-tests', 'Dead tests', [spent('dead tests of a point')],
      [ring ? 'At the board line of one leg joined with the protective conductor of the other, and the other way; then line to earth at the point.' : 'Line joined with the protective conductor at the board; then line to earth at the point.',
        'Polarity: line on the terminal marked L, switched by the breaker, at every face that was open.', 'Leads nulled, or their ohms taken off.'],
      { dead: [target], asks, place: place(name, planned.spot) }),
  ];
} // prettier-ignore

function closeUp({ way, schools }: Writing): Draft[] {
  if (!way) return [];
  const chased = way.legs.filter((l) => l.in === 'chase');
  if (chased.length === 0 && way.kind !== 'across') return [];
  return [
    step('fill', chased.length ? 'Fill the chase' : 'Close the board', [spent('coat of compound', chased.length && schools.filler === 'one coat' ? 1 : 2), ...(chased.length ? [] : [spent('cut and fix a patch', way.bored?.count ?? 1)])],
      chased.length ? [schools.filler === 'one coat' ? 'Brush out, wet, one-coat plaster flush; trowelled smooth as it stiffens.' : 'Brush out, wet, bonding coat to just under the surface; finish coat once it has set.'] : ['Pieces back over the openings, taped and filled.'],
      { wait: chased.length ? (schools.filler === 'one coat' ? 'one-coat plaster' : 'mortar') : 'setting compound', place: { words: 'the chase' }, after: ['dead-tests'] }),
    step('paint', 'Sand and paint', [spent('sand'), spent('paint')], ['Sand, dust off, mist coat on new plaster, then paint.'], { wait: 'wall paint', after: ['fill'], place: { words: 'the chase' } }),
  ];
} // prettier-ignore

function live({ job, planned }: Writing): Draft[] {
  const { final, point } = planned;
  const zs = mustReadAt(job, planned).zs;
  const limit = final?.ratingA !== undefined && final.curve && job.incoming?.earthing !== 'TT' ? loopLimitOhm(final.ratingA, final.curve) * COLD_SHARE : undefined; // prettier-ignore
  const name = point?.name ?? 'the point';
  const asks: StepAsk[] = [
    least('zs', `Zs at ${name}`, 'Ω', { most: limit === undefined ? Math.floor(electrodeLimitOhm()) : Math.floor(limit * 100) / 100 }, 'The breaker would not open at once: switch off, and find the joint that is loose or the length that is too much.', printSource(ZS_SOURCE)), // prettier-ignore
    ...(final?.residual === false ? [] : [least('residual-1x', '30 mA device at its rated current, the longer of both half-waves', 'ms', { most: RESIDUAL_MS.once }, 'It is too slow or does not open: it is exchanged before anybody uses this.', printSource(RESIDUAL_SOURCE))]), // prettier-ignore
  ];
  return [
    step('energise', 'Cover on, lock off, on', [spent('switch on')], ['Everybody’s hands off, faces on.', 'On. If it trips at once it is not switched on again: back to the dead tests.'], { alters: true, after: ['dead-tests'], place: { words: 'the consumer unit' } }),
    step('live-tests', 'Live tests', [spent('live tests of a point')],
      ['Indicator at the face: line to neutral and line to earth live, neutral to earth not.', `Loop at ${name}${zs === undefined ? '' : `: by its lengths ${zs.toFixed(2)} Ω`}.`, 'Test button of the 30 mA device: it opens.'],
      { asks, place: place(name, planned.spot), after: ['energise'], cautions: ['Live: only the tester’s probes touch anything, GS 38 leads.'] }),
  ];
} // prettier-ignore

function record({ subject, planned }: Writing): Draft[] {
  const own = subject.alteration.kind === 'own radial';
  const watts = planned.point?.watts;
  return [
    step('clean', 'Clean and put back', [spent('cleaning')], ['Dust from the inside of open boxes first.'], { after: ['live-tests', 'paint'] }),
    step('record', own ? 'Certificate and label' : 'Minor works certificate', [spent('label and note')],
      [own ? 'A new circuit wants an electrical installation certificate with its schedules; building control is told by whoever registered it.' : 'The figures stand on Record; a competent person signs them.',
        ...(watts === undefined ? [] : [`The plate of what hangs on it, ${watts} W, is noted beside ${outletAmps(planned.point!.kind)} A.`])],
      { after: ['live-tests'] }),
  ];
} // prettier-ignore
