/** What is to be done, derived from the plan: order, what needs a dead circuit, what to measure, cautions. */
import { DEVICE_KINDS, printSource } from '../catalog/index.js';
import { LEAST_FREE_MM } from '../codebook/index.js';
import { isWorkable, jobContext, judgeWork, OLD_FREE_ENDS, type JobContext } from '../ledger/index.js';
import { CROSSING_HOLE_MM, marksFor, openingRect, type PatchPlan, uOf } from '../layout/index.js';
import { inches, printLength, printMark } from '../measure/index.js';
import { baysLooked, type JobInHouse } from '../model/index.js';
import { devicesIn, wiringPlan } from '../wiring/index.js';
import { PRACTICE_MM } from '../route/index.js';

export interface StepAsk {
  key: string;
  label: string;
  unit: 'length' | 'V';
  /** judged against these, in mm or V; absent means no limit on that side */
  least?: number;
  most?: number;
  /** what to do when it is outside */
  otherwise: string;
  source: string;
}

export interface Step {
  id: string;
  title: string;
  /** what to do, one line each */
  says: string[];
  /** common-practice estimate in minutes */
  minutes: number;
  needsDead: boolean;
  /** cuts, connects or fastens: not while the ledger has a stop */
  alters: boolean;
  /** connects to the house's wiring: not while something that decides it can't be told */
  connects: boolean;
  /** steps that must be ticked before */
  after: string[];
  asks: StepAsk[];
  cautions: string[];
  /** planned changes that are done when this is ticked */
  changeIds: string[];
}

const PRACTICE = 'common practice';
type Draft = Omit<Step, 'after'>;

const step = (id: string, title: string, minutes: number, says: string[], more: Partial<Draft> = {}): Draft => ({
  id,
  title,
  minutes,
  says,
  needsDead: false,
  alters: false,
  connects: false,
  asks: [],
  cautions: [],
  changeIds: [],
  ...more,
});

const free = (key: string, where: string, neededMm: number | undefined, edition: string): StepAsk => ({
  key,
  label: `free ends in ${where}, from the sheath`,
  unit: 'length',
  least: neededMm ?? LEAST_FREE_MM,
  otherwise: 'Too short: pull more cable in before stripping, or splice on pigtails in the box.',
  source: printSource({ standard: 'NEC', edition: edition.slice(3), clause: '300.14', from: 'memory' }),
});

/** Cable that must stick out of an opening while fishing (common practice: 12 in or more). */
export const LEAST_OUT_MM = inches(12);
const out = (key: string, where: string): StepAsk => ({
  key,
  label: `cable out of the opening at ${where}`,
  unit: 'length',
  least: LEAST_OUT_MM,
  otherwise: 'Pull more through: too little cannot be clamped, stripped and folded.',
  source: PRACTICE,
});

const volts = (key: string, label: string, least: number, most: number, otherwise: string): StepAsk => ({
  key,
  label,
  unit: 'V',
  least,
  most,
  otherwise,
  source: least > 0 ? 'ANSI C84.1 range A, 120 V ± 5 % · from memory' : PRACTICE,
});

function markOut(c: JobContext): Draft {
  const marks = marksFor(c.wall, c.target).map(
    (m) =>
      `${m.edge} edge of the opening: ${printLength(m.distanceMm, c.job.unit)} ${m.toward === 'up' ? 'up from' : `to the ${m.toward} of`} the ${m.from}`,
  );
  return step(
    'mark-out',
    `Mark out the opening for ${c.target.name}`,
    15,
    [...marks, 'Draw it level, trace the box, and check both marks against each other.'],
    {
      asks: [
        {
          key: 'bottom',
          label: 'floor to the bottom line as drawn',
          unit: 'length',
          least: c.target.place.bottom.mm - inches(0.125),
          most: c.target.place.bottom.mm + inches(0.125),
          otherwise: 'More than 1/8 in from the plan: draw it again, or move the box in the plan.',
          source: PRACTICE,
        },
      ],
    },
  );
}

/** A saw may only go into a live-fed bay that was looked into and holds no cable at the place of the cut. */
function cutNeedsDead({ wall, target }: JobContext): boolean {
  const opening = openingRect(wall, target);
  return !opening || !baysLooked(wall, opening) || wall.obstacles.some((o) => o.kind === 'cable' || o.kind === 'unknown');
}

function cut(c: JobContext): Draft {
  const old = (c.job.built ?? 0) < 1980;
  return step(
    'cut-opening',
    'Look inside, then cut the opening',
    25,
    [
      'Push a scope or a bent wire through a small hole inside the outline: look for pipe, vent, duct, cable and fire block.',
      'Score, then cut the short sides and the far side, last the side toward the stud. Too tight can be shaved; too large must be patched.',
    ],
    {
      alters: true,
      needsDead: cutNeedsDead(c),
      cautions: [
        `Eye protection. Hand saw or a shallow blade: the cables of ${c.source.name} run in this bay${cutNeedsDead(c) ? '' : ' and are live until the breaker is off'}.`,
        'Never plunge a power saw into a bay nobody has looked into.',
        ...(old ? ['Old paint and compound: keep dust down, mask on, sheet under.'] : []),
        ...(cutNeedsDead(c) ? ['What is in the bay isn’t fully known: the circuit is off and proved dead before this cut.'] : []),
      ],
    },
  );
}

/** The studs between the two boxes: opened, bored, bushed or plated. Behind each opening somebody looks first. */
function crossStuds(c: JobContext): Draft[] {
  if (c.crossings.length === 0) return [];
  const mark = (mm: number): string => printMark(mm, c.job.unit);
  const room = c.planned.rooms.find((r) => r.id === c.wall.faces[c.target.face].roomId)?.name ?? 'room';
  const unseen = c.crossings.some((x) => !baysLooked(c.wall, x.opening));
  const guessed = c.crossings.some((x) => x.stud.known === 'guessed' || x.stud.known === 'assumed');
  return [
    step(
      'cross-studs',
      c.crossings.length === 1 ? 'Cross the stud between' : `Cross the ${c.crossings.length} studs between`,
      45 * c.crossings.length,
      [
        ...c.crossings.map((x) => {
          const at = mark(uOf(c.wall, c.target.face, x.stud.x));
          const [wide, high] = [mark(x.opening.right - x.opening.left), mark(x.opening.top - x.opening.bottom)];
          return `Stud ${at} from the left end, seen from the ${room}: an opening ${wide} wide and ${high} high over it, its lower edge ${mark(x.opening.bottom)} up.`;
        }),
        'Small hole first: look on both sides of the stud for cable, pipe and duct.',
        c.wall.framing.material === 'metal'
          ? 'Use the punched hole where there is one in reach, else cut one in the middle of the stud; snap the bushing in before the cable goes through.'
          : `Bore ${mark(CROSSING_HOLE_MM)} through the middle of the stud${c.crossings.some((x) => x.hole?.plate) ? '; a 1/16 in steel plate over it' : ', 1 1/4 in and more from both faces'}.`,
        'Holes in line with each other and with the boxes: every offset makes the cable harder to pull.',
      ],
      {
        alters: true,
        needsDead: unseen,
        cautions: [
          'Eye protection; keep dust down.',
          ...(guessed ? ['A stud here is only reckoned: find it before you cut.'] : []),
          ...(unseen ? ['What is behind these openings isn’t fully known: the circuit is off and proved dead before they are cut.'] : []),
        ],
      },
    ),
  ];
}

function newSide(c: JobContext, tailFirst: boolean): Draft[] {
  const needed = c.freeEnds.target?.neededMm;
  const plan = wiringPlan({ site: c.planned, box: c.target, circuit: c.circuit, schools: c.job.schools });
  const ids = c.job.changes.filter((x) => (x.do === 'place-box' && x.box.id === c.target.id) || x.do === 'run-cable').map((x) => x.id);
  const device = c.newDevice;
  return [
    step(
      'set-new-box',
      `Cable into ${c.target.name}, box into the wall`,
      15,
      [
        tailFirst
          ? `Feed the cut cable through the opening into the bay toward ${c.source.name}${c.crossings.length ? ', through the stud' : ''}; keep its other end in hand.`
          : 'Bring the end that sticks out into the box.',
        ...(c.target.divided
          ? [
              'Divider in the box: power on its own side, nothing of the low voltage with it; that side stays open for its own cable (725.136).',
            ]
          : []),
        `Clamp it with ${c.job.schools.sheath === '1/4' ? '1/4 in' : 'up to 1 in'} of sheath inside${c.freeEnds.target ? `; leave ${printLength(c.freeEnds.target.leaveMm, c.job.unit)} of free ends, cut all the same` : ''}. Turn the wings up by hand until snug, not further.`,
      ],
      {
        alters: true,
        needsDead: !tailFirst,
        asks: [free('free-target', c.target.name, needed, c.job.edition)],
        changeIds: ids,
        cautions: ['Slit the sheath along its middle; a nicked conductor is cut back.'],
      },
    ),
    step(
      'wire-new',
      `Connect ${device ? DEVICE_KINDS[device.kind].name : 'the device'} in ${c.target.name}`,
      15,
      [...plan.connect, ...plan.fold],
      {
        alters: true,
        needsDead: !tailFirst,
        changeIds: c.job.changes.filter((x) => x.do === 'place-device').map((x) => x.id),
        cautions: [],
      },
    ),
  ];
}

function off(c: JobContext): Draft[] {
  const breaker = c.circuit ? `Breaker ${c.circuit.number}` : 'The breaker that feeds the source box';
  return [
    step(
      'breaker-off',
      `${breaker} off, locked or labelled`,
      5,
      ['Tell everybody in the house and say for how long.', 'Switch it off; lock it or tape a label over the handle.'],
      { cautions: ['A tripped ground-fault receptacle is not isolation: its line side stays live.'] },
    ),
    step(
      'prove-dead',
      'Prove it dead',
      10,
      [
        'Prove the tester on a source known to be live.',
        `Test ${c.source.name}: hot to neutral, hot to ground, neutral to ground, on every face.`,
        'Prove the tester on the live source again. With the cover off, test every conductor and the metal box too.',
      ],
      {
        needsDead: true,
        cautions: [
          'Two circuits may be in one box. A dead tester and a dead outlet look the same: that is why the tester is proved twice.',
        ],
      },
    ),
  ];
}

function sourceSide(c: JobContext, tailFirst: boolean): Draft[] {
  const plan = wiringPlan({ site: c.planned, box: c.source, circuit: c.circuit, schools: c.job.schools });
  const replacing = c.job.changes.find((x) => x.do === 'replace-box' && x.boxId === c.source.id);
  const hadDevice = devicesIn(c.job.found, c.source.id).length > 0;
  const steps = [
    step(
      'open-source',
      `Open ${c.source.name} and take it apart`,
      15,
      [
        'Plate and device out, without touching bare ends.',
        'Test every conductor once more, pair by pair.',
        'Mark which cable is which with tape.',
        ...(hadDevice ? plan.takeApart : []),
      ],
      {
        needsDead: true,
        alters: true,
        asks: [
          {
            key: OLD_FREE_ENDS.key,
            label: `free ends in ${c.source.name}, the shortest old one, from the sheath`,
            unit: 'length',
            least: 0,
            otherwise: 'A length is not below zero.',
            source: 'judged in the ledger',
          },
        ],
        cautions: ['Treat every conductor as live until you have tested it yourself. White is not proof of neutral.'],
      },
    ),
  ];
  if (replacing) {
    steps.push(
      step(
        'replace-source',
        replacing.title,
        30,
        [
          'Free the clamps first. Cut the nails between box and stud, or unscrew; watch the cables with every blade.',
          'Enlarge the opening away from the stud where the new box is larger; never cut toward it.',
          'Set the new box, cables clamped, flush with the finish.',
        ],
        {
          needsDead: true,
          alters: true,
          changeIds: [replacing.id],
          cautions: ['Keep a spare box at hand: an old one often does not survive.'],
        },
      ),
    );
  }
  steps.push(
    step(
      'fish',
      tailFirst ? `Bring the cable into ${c.source.name}` : `Fish the cable from ${c.source.name} to the opening`,
      15,
      [
        tailFirst
          ? 'Catch the tail in the bay through the box’s knockout or clamp and pull it in.'
          : `Cut ${c.run ? printLength(c.run.cutMm, c.job.unit, { style: 'feet' }) : 'the cable'}; push it in at ${c.source.name}, catch it at the opening.`,
        `Leave at least ${printLength(LEAST_OUT_MM, c.job.unit)}, better ${printLength(PRACTICE_MM.outWhileFishing, c.job.unit)}, out of each opening.`,
      ],
      {
        needsDead: true,
        alters: true,
        asks: [out('out-source', c.source.name), ...(tailFirst ? [] : [out('out-target', c.target.name)])],
        changeIds: [],
      },
    ),
    step('wire-source', `Clamp, strip and connect in ${c.source.name}`, 20, [...plan.connect, ...plan.notes, ...plan.missing], {
      needsDead: true,
      connects: true,
      alters: true,
      asks: [free('free-source', `${c.source.name}, new cable`, c.freeEnds.source?.neededMm, c.job.edition)],
      changeIds: c.job.changes.filter((x) => x.do === 'replace-device').map((x) => x.id),
    }),
  );
  return steps;
}

function finish(c: JobContext): Draft[] {
  const groundFault = [c.newDevice, devicesIn(c.planned, c.source.id)[0]].some((d) => d && DEVICE_KINDS[d.kind].groundFault);
  const unplug = c.job.changes.filter((x) => x.do === 'plug-in' || x.do === 'unplug').map((x) => x.id);
  const otherwise = 'Breaker off again, prove dead, and look for the fault: a loose splice, swapped conductors, an open ground.';
  return [
    step(
      'close-boxes',
      'Fold, mount, plates on',
      10,
      [
        'Grounds to the back, then neutrals, then hots; fold, don’t stuff.',
        `Devices upright and flush; plates on${c.job.schools.plateScrews === 'slots vertical' ? ', screw slots upright' : ''}.`,
      ],
      { needsDead: true, alters: true },
    ),
    step(
      'energise',
      'Breaker on',
      5,
      [
        'Everybody’s hands off, covers on.',
        'Stand to the side of the panel, switch on. If it trips at once, don’t switch on again: open up and look.',
      ],
      { alters: true },
    ),
    step(
      'test',
      'Test every outlet face the circuit feeds',
      15,
      [
        'Both halves of the new outlet and of the old one, then all the others.',
        ...(groundFault ? ['Press TEST on the ground-fault face: it must trip and reset.'] : []),
      ],
      {
        asks: [
          volts('hn', 'hot to neutral at the new face', 114, 126, otherwise),
          volts('hg', 'hot to ground at the new face', 114, 126, otherwise),
          volts('ng', 'neutral to ground at the new face', 0, 2, otherwise),
        ],
        cautions: [
          'This is live: tester probes by their insulated handles, one hand where you can.',
          'A three-lamp tester cannot see neutral and ground swapped, nor a bootleg ground.',
        ],
        changeIds: unplug,
      },
    ),
    step(
      'record',
      'Label and note',
      10,
      [
        'Add the new outlet to the panel directory with the date.',
        'Where a permit was needed, have it inspected before it is used.',
        'Note leftovers and hours.',
      ],
      { changeIds: c.job.changes.filter((x) => x.do === 'alter-circuit').map((x) => x.id) },
    ),
  ];
}

/** All steps of a job in order; each must follow the one before. None for a job whose box is gone. */
export function stepsOf(job: JobInHouse): Step[] {
  if (!isWorkable(job)) return [];
  const c = jobContext(job);
  const panelWork = job.changes.some((x) => x.do === 'alter-circuit' && x.with.arcFault === 'breaker');
  const prepare = step(
    'prepare',
    'Before anything is opened',
    15,
    [
      'Ask the building department whether this needs a permit and who may do it.',
      'Lay out what the list says: cable, box, device, connectors, tools, tester with fresh batteries.',
    ],
    {
      cautions: panelWork
        ? [
            'The plan asks for a new breaker: the service lugs stay live with the main off. Unless you are licensed, have a licensed electrician do it.',
          ]
        : [],
    },
  );
  if (c.inPlace) return inOrder([prepare, ...inPlaceSteps(c)]);
  const tailFirst = job.schools.outage === 'new side first' && !cutNeedsDead(c) && c.crossings.every((x) => baysLooked(c.wall, x.opening));
  const drafts = tailFirst
    ? [prepare, markOut(c), cut(c), ...crossStuds(c), ...newSide(c, true), ...off(c), ...sourceSide(c, true), ...finish(c)]
    : job.schools.outage === 'off at the start'
      ? [
          prepare,
          ...off(c),
          markOut(c),
          ...[cut(c), ...crossStuds(c)].map((s) => ({ ...s, needsDead: true })),
          ...sourceOpenThenNew(c),
          ...finish(c),
        ]
      : [prepare, markOut(c), ...off(c), cut(c), ...crossStuds(c), ...sourceOpenThenNew(c), ...finish(c)];
  const record = drafts.pop()!;
  return inOrder([
    ...drafts,
    ...closing(
      c,
      c.crossings.map((x) => x.patch),
      c.crossings.length > 1 ? 'Close the openings at the studs' : 'Close the opening at the stud',
    ),
    record,
  ]);
}

const inOrder = (drafts: Draft[]): Step[] => drafts.map((draft, i) => ({ ...draft, after: i === 0 ? [] : [drafts[i - 1]!.id] }));

const COATS = ['first', 'second', 'third'];

/** Pieces, battens and screws, then three coats with their waits. */
function closing(c: JobContext, patches: PatchPlan[], title: string): Draft[] {
  const pieces = patches.flatMap((p) => p.pieces);
  if (pieces.length === 0) return [];
  const [battens, screws] = [patches.reduce((n, p) => n + p.battens, 0), patches.reduce((n, p) => n + p.screws, 0)];
  const say = (mm: number) => printMark(mm, c.job.unit);
  const wait =
    c.job.schools.compound === 'setting, same day'
      ? 'Let it set (about 20 to 30 minutes) before the next coat.'
      : 'Let it dry overnight before the next coat.';
  return [
    step('patch', title, 30 * patches.length, [
      ...pieces.map(
        ({ piece, onStud }) =>
          `Piece ${say(piece.right - piece.left)} wide, ${say(piece.top - piece.bottom)} high${onStud ? ', squared out to the middle of the stud' : ''}.`,
      ),
      `${battens} ${battens === 1 ? 'batten' : 'battens'} behind, glued and screwed; ${screws} screws in all, heads just under the paper.`,
    ]),
    ...COATS.map((coat, i) =>
      step(`coat-${i + 1}`, `Compound, ${coat} coat`, 20, [
        `To ${['2', '4 1/2', '7'][i]} in past the joint, thin.`,
        i < 2 ? wait : 'When dry: sand 120 grit, dust off, prime, paint; plate on only when the paint is dry.',
      ]),
    ),
  ];
}

/** A box that is moved, enlarged or replaced: everything at the old box, so the circuit is dead before it is opened. */
function inPlaceSteps(c: JobContext): Draft[] {
  const { job } = c;
  const judged = judgeWork(c);
  const say = (mm: number) => printLength(mm, job.unit);
  const moved = judged.move !== undefined && (Math.abs(judged.move.upMm) > 0.5 || Math.abs(judged.move.sidewaysMm) > 0.5);
  const cuts = moved || (judged.move?.enlarged ?? 0) > 0;
  const [open] = sourceSide(c, false);
  const wire = sourceSide(c, false).find((s) => s.id === 'wire-source')!;
  const boxChanges = job.changes.filter((x) => x.do === 'replace-box').map((x) => x.id);
  const deviceChanges = job.changes.filter((x) => x.do === 'place-device' || x.do === 'replace-device').map((x) => x.id);
  const drafts: Draft[] = [];
  if (cuts) drafts.push(markOut(c));
  drafts.push(...off(c), open!);
  drafts.push(
    step(
      'free-box',
      `Free the old box${job.schools.oldBox === 'out' ? ' and take it out' : ''}`,
      20,
      [
        'Loosen the clamps first and draw the cables out of the box; tuck their ends aside, capped.',
        'Cut the nails between box and stud, or unscrew it; watch the cables with every blade.',
        job.schools.oldBox === 'out'
          ? 'Take the box out through its opening.'
          : 'Push the freed box aside in the bay, clear of the cables.',
      ],
      { needsDead: true, alters: true, cautions: ['Keep a spare box at hand: an old one often does not survive.'] },
    ),
  );
  if (cuts)
    drafts.push(
      step(
        'cut-opening',
        'Look inside, then cut',
        25,
        [
          ...judged.cut.order.map((line) => line.charAt(0).toUpperCase() + line.slice(1) + '.'),
          `Depth: no further than ${say(judged.cut.depthMm)} from the surface.`,
        ],
        {
          needsDead: true,
          alters: true,
          cautions: [
            'Eye protection, and a mask for old paint and compound.',
            ...judged.cut.behind.filter((b) => b.verdict !== 'ok').map((b) => `${b.says}.`),
          ],
        },
      ),
    );
  drafts.push(
    step(
      'set-new-box',
      `Set ${c.target.name}`,
      20,
      [
        'Cables in first, clamped snug: they no longer slide by hand, no more.',
        'Box flush with the finish and level; wings or screws tightened by hand.',
      ],
      {
        needsDead: true,
        alters: true,
        changeIds: boxChanges,
        asks: [free('free-source-set', c.target.name, c.freeEnds.target?.neededMm, job.edition)],
      },
    ),
    { ...wire, title: `Strip and connect in ${c.target.name}`, asks: [], changeIds: deviceChanges },
    ...finish(c).filter((s) => s.id !== 'record'),
  );
  if (judged.patch?.pieces.length) drafts.push(...closing(c, [judged.patch], 'Close the old opening'));
  drafts.push(finish(c).find((s) => s.id === 'record')!);
  return drafts;
}

function sourceOpenThenNew(c: JobContext): Draft[] {
  const source = sourceSide(c, false);
  return [...source.slice(0, -1), ...newSide(c, false), source.at(-1)!];
}

/** Minutes the circuit is off: from the breaker off to the breaker on, by these estimates. */
export function outageMinutes(steps: Step[]): number {
  const from = steps.findIndex((s) => s.id === 'breaker-off');
  const to = steps.findIndex((s) => s.id === 'energise');
  return steps.slice(from, to + 1).reduce((sum, s) => sum + s.minutes, 0);
}
