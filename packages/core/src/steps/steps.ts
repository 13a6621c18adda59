/** What is to be done, derived from the plan: order, what needs a dead circuit, what to measure, cautions. */
import { DEVICE_KINDS, isReceptacle, printSource } from '../catalog/index.js';
import {
  inPlaceBoxes,
  judgeWork,
  numbered,
  oldFreeEnds,
  runTo,
  wiringOf,
  workOf,
  type Work,
  type WorkBox,
  type WorkRun,
} from '../ledger/index.js';
import { cablesBehind, CROSSING_HOLE_MM, marksFor, onSurface, openingRect, type PatchPlan, uOf } from '../layout/index.js';
import { inches, printLength, printMark } from '../measure/index.js';
import { baysLooked, legOf, type Circuit, type JobInHouse } from '../model/index.js';
import { breakerSteps } from '../panel/index.js';
import { capital, free, id, LEAST_OUT_MM, out, PRACTICE, step, volts, type At, type Draft, type Step, type StepAsk } from './draft.js';
import { lampSteps } from './lamps.js';
import { racewaySteps } from './raceway.js';
import { PRACTICE_MM } from '../route/index.js';

function markOut(at: At, b: WorkBox): Draft {
  const { unit } = at.w.job;
  const marks = marksFor(b.wall, b.box).map(
    (m) =>
      `${m.edge} edge of the opening: ${printLength(m.distanceMm, unit)} ${m.toward === 'up' ? 'up from' : `to the ${m.toward} of`} the ${m.from}`,
  );
  return step(
    id('mark-out', at),
    `Mark out the opening for ${b.box.name}`,
    15,
    [...marks, 'Draw it level, trace the box, and check both marks against each other.'],
    {
      asks: [
        {
          key: 'bottom',
          label: 'floor to the bottom line as drawn',
          unit: 'length',
          least: b.box.place.bottom.mm - inches(0.125),
          most: b.box.place.bottom.mm + inches(0.125),
          otherwise: 'More than 1/8 in from the plan: draw it again, or move the box in the plan.',
          source: PRACTICE,
        },
      ],
    },
  );
}

const isMasonry = (b: WorkBox): boolean => b.wall.framing.material === 'masonry';

/** A saw may only go into a live-fed bay that was looked into and holds no cable at the place of the cut. */
function cutNeedsDead(w: Work, b: WorkBox): boolean {
  if (cablesBehind(w.found, b.wall, b.box).length) return true;
  const opening = openingRect(b.wall, b.box);
  const unknown = b.wall.obstacles.some((o) => o.kind === 'cable' || o.kind === 'unknown');
  // brick and block have no bay; what is known to lie in them is noted as an obstacle
  return isMasonry(b) ? unknown : !opening || !baysLooked(b.wall, opening) || unknown;
}

function cut(at: At, b: WorkBox, feed: WorkBox | undefined): Draft {
  const old = (at.w.job.built ?? 0) < 1980;
  const dead = cutNeedsDead(at.w, b);
  const near = feed?.wall === b.wall ? feed.box.name : undefined;
  if (isMasonry(b))
    return step(
      id('cut-opening', at),
      `Cut and chisel out the opening for ${b.box.name}`,
      135,
      [
        'Score the outline, drill it round to the depth of the box and 1/4 in more, chisel it out; try the box for flush and level.',
        'The box goes in with its knockout toward the chase.',
      ],
      {
        alters: true,
        needsDead: dead,
        cautions: [
          'Stone dust holds silica: extraction at the tool, mask, eye and ear protection.',
          ...(dead ? ['A cable may lie in this wall: the circuit is off and proved dead before this cut.'] : []),
        ],
      },
    );
  return step(
    id('cut-opening', at),
    'Look inside, then cut the opening',
    25,
    [
      'Push a scope or a bent wire through a small hole inside the outline: look for pipe, vent, duct, cable and fire block.',
      'Score, then cut the short sides and the far side, last the side toward the stud. Too tight can be shaved; too large must be patched.',
    ],
    {
      alters: true,
      needsDead: dead,
      cautions: [
        near
          ? `Eye protection. Hand saw or a shallow blade: the cables of ${near} run in this bay${dead ? '' : ' and are live until the breaker is off'}.`
          : 'Eye protection. Hand saw or a shallow blade: cables that nobody noted may run in this bay.',
        'Never plunge a power saw into a bay nobody has looked into.',
        ...(old ? ['Old paint and compound: keep dust down, mask on, sheet under.'] : []),
        ...(dead ? ['What is in the bay isn’t fully known: the circuit is off and proved dead before this cut.'] : []),
      ],
    },
  );
}

/** The studs between two boxes of one wall: opened, bored, bushed or plated. Behind each opening somebody looks first. */
function crossStuds(at: At, r: WorkRun): Draft[] {
  if (r.crossings.length === 0) return [];
  const { unit } = at.w.job;
  const { wall, room, box } = r.to;
  const mark = (mm: number): string => printMark(mm, unit);
  const unseen = r.crossings.some((x) => !baysLooked(wall, x.opening));
  const guessed = r.crossings.some((x) => x.stud.known === 'guessed' || x.stud.known === 'assumed');
  return [
    step(
      id('cross-studs', at),
      r.crossings.length === 1 ? 'Cross the stud between' : `Cross the ${r.crossings.length} studs between`,
      45 * r.crossings.length,
      [
        ...r.crossings.map((x) => {
          const where = mark(uOf(wall, box.face, x.stud.x));
          const [wide, high] = [mark(x.opening.right - x.opening.left), mark(x.opening.top - x.opening.bottom)];
          return `Stud ${where} from the left end, seen from the ${room.name}: an opening ${wide} wide and ${high} high over it, its lower edge ${mark(x.opening.bottom)} up.`;
        }),
        'Small hole first: look on both sides of the stud for cable, pipe and duct.',
        wall.framing.material === 'metal'
          ? 'Use the punched hole where there is one in reach, else cut one in the middle of the stud; snap the bushing in before the cable goes through.'
          : `Bore ${mark(CROSSING_HOLE_MM)} through the middle of the stud${r.crossings.some((x) => x.hole?.plate) ? '; a 1/16 in steel plate over it' : ', 1 1/4 in and more from both faces'}.`,
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

/** What a way through the house asks for before a cable lies in it: openings, holes, the chase, the outer wall. */
function alongTheWay(at: At, r: WorkRun): Draft[] {
  const { traced, way } = r;
  if (!traced || !way) return [];
  const { unit } = at.w.job;
  const mark = (mm: number): string => printMark(mm, unit);
  const wallName = (wallId: string): string => at.w.planned.walls.find((x) => x.id === wallId)?.name ?? wallId;
  const unseen = traced.openings.some((o) => {
    const wall = at.w.planned.walls.find((x) => x.id === o.wallId);
    return !wall || !baysLooked(wall, o);
  });
  const drafts: Draft[] = [];
  if (traced.openings.length)
    drafts.push(
      step(
        id('open-way', at),
        traced.openings.length === 1 ? 'Open the finish on the way' : `Open the finish at ${traced.openings.length} places`,
        20 * traced.openings.length,
        [
          ...traced.openings.map(
            (o) =>
              `${wallName(o.wallId)}, ${mark(o.fromLeft[0])} to ${mark(o.fromLeft[1])} from its left end, ${mark(o.bottom)} to ${mark(o.top)} up: ${o.what}.`,
          ),
          'Small hole first: look on both sides for cable, pipe and duct. Cut clean edges: the piece goes back in.',
        ],
        {
          alters: true,
          needsDead: unseen,
          cautions: [
            'Eye protection; keep dust down.',
            ...(unseen ? ['What is behind these openings isn’t fully known: the circuit is off and proved dead before they are cut.'] : []),
          ],
        },
      ),
    );
  const bored = traced.holes.filter((h) => h.member !== 'wall');
  if (bored.length)
    drafts.push(
      step(
        id('bore-way', at),
        bored.length === 1 ? 'Bore the hole on the way' : `Bore ${bored.reduce((s, h) => s + h.count, 0)} holes on the way`,
        10 * bored.reduce((s, h) => s + h.count, 0),
        [
          ...traced.drillFrom,
          ...bored.map((h, i) =>
            [
              `${i + 1}. ${capital(h.count > 1 ? `${h.count} ${h.member}s` : h.member)}, ${h.where}: ${mark(h.sizeMm)}`,
              h.plate ? 'steel plate over it' : '',
              h.bushing ? 'bushing in before the cable' : '',
              h.seal ? 'sealed once the cable is in' : '',
            ]
              .filter(Boolean)
              .join('; '),
          ),
        ],
        {
          alters: true,
          cautions: [
            'Eye protection. Feel or look behind each hole first: pipe, duct, another cable.',
            ...(traced.holes.some((h) => h.member === 'joist')
              ? ['Solid joists only: trusses and I-joists are bored only where their maker says.']
              : []),
            ...(way.legs.some((l) => l.space.startsWith('attic')) ? ['Attic: boards to stand on, heat, nails through the roof.'] : []),
            ...(way.legs.some((l) => l.space.startsWith('crawl'))
              ? ['Crawl space: never alone; look for water, gas lines and animals first.']
              : []),
          ],
        },
      ),
    );
  if (traced.chases.length)
    drafts.push(
      step(
        id('chase', at),
        'Cut the chase',
        Math.round((traced.chases.reduce((s, c) => s + c.lengthMm, 0) / 304.8) * 30),
        [
          ...traced.chases.map((c) => `${wallName(c.wallId)}: ${mark(c.lengthMm)} ${c.runs}; ${c.says}.`),
          'Two parallel cuts with a double blade and extraction, chisel out what is between, then the hole for the box.',
        ],
        { alters: true, cautions: ['Stone dust holds silica: extraction at the blade, mask, eye and ear protection.'] },
      ),
    );
  for (const [i, o] of traced.outside.entries())
    drafts.push(
      step(
        numbered(id('through-wall', at), i),
        `Out through ${wallName(o.wallId)}`,
        75,
        [`${capital(o.says)}. ${o.layers}.`, ...o.kit.map((k) => `${capital(k)}.`)],
        { alters: true, cautions: ['Drill from inside out, with a small hole first.'] },
      ),
    );
  return drafts;
}

/** The cable laid along a way, held, and what it went through sealed. */
function layAlong(at: At, r: WorkRun, tailFirst: boolean): Draft[] {
  const { traced, way, from } = r;
  if (!traced || !way) return [];
  const { unit } = at.w.job;
  const legs = traced.legs.filter((l) => l.lengthMm > 0.5);
  const seals = traced.holes.filter((h) => h.seal).length;
  return [
    step(
      id('lay-cable', at),
      `Bring the cable along the way to ${r.to.box.name}`,
      30 + 10 * legs.length,
      [
        `Cut ${printLength(traced.run.cutMm, unit, { style: 'feet' })}; ${tailFirst ? `its other end stays rolled up and capped near ${from?.box.name ?? 'the panel'}` : 'start at the far end'}.`,
        ...legs.map(
          (l) =>
            `${capital(l.words)}: ${printMark(l.lengthMm, unit)}, ${l.fastened}${l.staples.length ? `; staples at ${l.staples.map((x) => printMark(x, unit)).join(', ')} from its start` : ''}.`,
        ),
        ...(seals ? [`Seal ${seals === 1 ? 'the hole' : `the ${seals} holes`} through plates and blocks (fire-block sealant).`] : []),
      ],
      {
        alters: true,
        asks: [out('out-target', r.to.box.name)],
        cautions: ['Over-driven and slanted staples cut the cable: just snug.'],
      },
    ),
  ];
}

function newSide(at: At, b: WorkBox, r: WorkRun | undefined, tailFirst: boolean): Draft[] {
  const { w } = at;
  const { job } = w;
  const needed = b.freeEnd?.neededMm;
  const plan = wiringOf(w, b);
  const ids = job.changes.filter((x) => (x.do === 'place-box' && x.box.id === b.box.id) || x.id === r?.changeId).map((x) => x.id);
  const source = r?.from?.box.name ?? 'the panel';
  return [
    step(
      id('set-new-box', at),
      `Cable into ${b.box.name}, box into the wall`,
      15,
      [
        r?.traced
          ? 'Bring the end that sticks out into the box.'
          : tailFirst
            ? `Feed the cut cable through the opening into the bay toward ${source}${r?.crossings.length ? ', through the stud' : ''}; keep its other end in hand.`
            : 'Bring the end that sticks out into the box.',
        ...(b.box.divided
          ? [
              'Divider in the box: power on its own side, nothing of the low voltage with it; that side stays open for its own cable (725.136).',
            ]
          : []),
        `Clamp it with ${job.schools.sheath === '1/4' ? '1/4 in' : 'up to 1 in'} of sheath inside${b.freeEnd ? `; leave ${printLength(b.freeEnd.leaveMm, job.unit)} of free ends, cut all the same` : ''}. ${
          isMasonry(b)
            ? 'Wet the hole, set the box in mortar, flush and level; it isn’t pulled at before the mortar has set (4 to 24 h).'
            : 'Turn the wings up by hand until snug, not further.'
        }`,
      ],
      {
        alters: true,
        needsDead: !tailFirst,
        asks: [free('free-target', b.box.name, needed, job.edition)],
        changeIds: ids,
        cautions: ['Slit the sheath along its middle; a nicked conductor is cut back.'],
      },
    ),
    step(
      id('wire-new', at),
      `Connect ${b.devices.map((d) => DEVICE_KINDS[d.kind].name).join(' and ') || 'what is'} in ${b.box.name}`,
      15,
      [...plan.connect, ...plan.fold],
      {
        alters: true,
        needsDead: !tailFirst,
        changeIds: job.changes.filter((x) => x.do === 'place-device' && x.device.boxId === b.box.id).map((x) => x.id),
        cautions: [],
      },
    ),
  ];
}

/** Circuits whose conductors are in a box: its own, and those that its cables were traced to. */
function circuitsIn(w: Work, b: WorkBox): Circuit[] {
  const ids = new Set([
    b.circuit?.id,
    ...b.cables.flatMap(({ cable }) => [cable.circuitId, ...(cable.uses ?? []).map((u) => u.circuitId)]),
  ]);
  return w.planned.circuits.filter((c) => ids.has(c.id));
}

/** Off, locked, proved dead: the breaker of the box that is opened, or the main where the panel is. */
function off(w: Work, b: WorkBox | undefined): Draft[] {
  const main = b === undefined;
  const opened = w.boxes.filter((x) => x.role !== 'new');
  const numbers = [...new Set(opened.flatMap((x) => circuitsIn(w, x)).map((c) => c.number))];
  const unnamed = opened.filter((x) => !x.circuit);
  const breaker = main
    ? 'The main'
    : numbers.length > 1
      ? `Breakers ${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)!}`
      : b.circuit
        ? `Breaker ${b.circuit.number}`
        : 'The breaker that feeds the source box';
  return [
    step(
      'breaker-off',
      `${breaker} off, locked or labelled`,
      5,
      [
        'Tell everybody in the house and say for how long.',
        numbers.length > 1 && !main
          ? 'Switch all of them off; lock each or tape a label over its handle. Each is proved dead by itself.'
          : 'Switch it off; lock it or tape a label over the handle.',
        ...(unnamed.length && !main
          ? [`Which breaker feeds ${unnamed.map((x) => x.box.name).join(' and ')} is not known: find it before anything is opened there.`]
          : []),
        ...(main ? ['A lamp that does not hang on this panel; then the cover off, and a barrier over the service lugs.'] : []),
      ],
      {
        cautions: main
          ? [
              'The service lugs and the wires to them stay live with the main off, and nothing in the house can make them dead. Unless you are licensed, have a licensed electrician do this.',
            ]
          : ['A tripped ground-fault receptacle is not isolation: its line side stays live.'],
      },
    ),
    step(
      'prove-dead',
      'Prove it dead',
      10,
      [
        'Prove the tester on a source known to be live.',
        main
          ? 'Test both bus bars to neutral and to ground, and every conductor within reach.'
          : b.hadDevices.some((d) => isReceptacle(d.kind))
            ? `Test ${b.box.name}: hot to neutral, hot to ground, neutral to ground, on every face.`
            : `${b.box.name} has no face to test at: test an outlet that the same breaker feeds, then take the plate off without touching anything and test there, every conductor to neutral, to ground and to the box.`,
        main
          ? 'Prove the tester on the live source again.'
          : 'Prove the tester on the live source again. With the cover off, test every conductor and the metal box too.',
        ...(!main && opened.length > 1
          ? [
              `The same in each box that is opened: ${opened
                .map(
                  (x) =>
                    `${x.box.name}${
                      circuitsIn(w, x).length
                        ? ` (circuit ${circuitsIn(w, x)
                            .map((c) => c.number)
                            .join(' and ')})`
                        : ''
                    }`,
                )
                .join('; ')}. One reading that is not dead, in any of them: stop.`,
            ]
          : []),
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

function openBox(at: At, b: WorkBox): Draft {
  const plan = wiringOf(at.w, b);
  const asked = oldFreeEnds(at.w, b);
  return step(
    asked.step,
    `Open ${b.box.name} and take it apart`,
    15,
    [
      b.box.holds === 'switch'
        ? 'Plate off and switch out, without touching bare ends.'
        : 'Plate and device out, without touching bare ends.',
      'Test every conductor once more, pair by pair.',
      'Mark which cable is which with tape.',
      ...(b.hadDevices.length > 0 ? plan.takeApart : []),
    ],
    {
      needsDead: true,
      alters: true,
      asks: [
        {
          key: asked.key,
          label: `free ends in ${b.box.name}, the shortest old one, from the sheath`,
          unit: 'length',
          least: 0,
          otherwise: 'A length is not below zero.',
          source: 'judged in the ledger',
        },
      ],
      cautions: ['Treat every conductor as live until you have tested it yourself. White is not proof of neutral.'],
    },
  );
}

const connectIn = (at: At, b: WorkBox, asks: StepAsk[]): Draft => {
  const { w } = at;
  const plan = wiringOf(w, b);
  const here = new Set([...b.devices, ...b.hadDevices].map((d) => d.id));
  return step(id('wire-source', at), `Clamp, strip and connect in ${b.box.name}`, 20, [...plan.connect, ...plan.notes, ...plan.missing], {
    needsDead: true,
    connects: true,
    alters: true,
    asks,
    changeIds: w.job.changes
      .filter((x) => (x.do === 'replace-device' || x.do === 'remove-device') && here.has(x.deviceId))
      .map((x) => x.id),
  });
};

function sourceSide(at: At, r: WorkRun, source: WorkBox, tailFirst: boolean): Draft[] {
  const { w } = at;
  const replacing = w.job.changes.find((x) => x.do === 'replace-box' && x.boxId === source.box.id);
  const steps = [openBox(at, source)];
  if (replacing) {
    steps.push(
      step(
        id('replace-source', at),
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
  const { unit, edition } = w.job;
  const wires = r.cable.sheath === 'single wires';
  steps.push(
    step(
      id('fish', at),
      wires
        ? `Bring the wires into ${source.box.name}`
        : tailFirst || r.traced
          ? `Bring the cable into ${source.box.name}`
          : `Fish the cable from ${source.box.name} to the opening`,
      15,
      wires
        ? [
            'Base fitting of the raceway over the box, its ground screw tight; track against it, no sharp edge where the wires turn.',
            `Hot, neutral and ground in together; ${printLength(LEAST_OUT_MM, unit)} out of the box, cut all the same later.`,
          ]
        : [
            tailFirst || r.traced
              ? 'Catch the tail in the bay through the box’s knockout or clamp and pull it in.'
              : `Cut ${r.run ? printLength(r.run.cutMm, unit, { style: 'feet' }) : 'the cable'}; push it in at ${source.box.name}, catch it at the opening.`,
            `Leave at least ${printLength(LEAST_OUT_MM, unit)}, better ${printLength(PRACTICE_MM.outWhileFishing, unit)}, out of each opening.`,
          ],
      {
        needsDead: true,
        alters: true,
        asks: [out('out-source', source.box.name), ...(tailFirst || r.traced ? [] : [out('out-target', r.to.box.name)])],
        changeIds: [],
      },
    ),
    connectIn(at, source, [free('free-source', `${source.box.name}, new cable`, source.freeEnd?.neededMm, edition)]),
  );
  return steps;
}

/** The panel's own end: clamp, sheath, bars, the breaker last. */
function panelSide({ ownCircuit, runs, job }: Work): Draft[] {
  if (!ownCircuit) return [];
  const { circuit, breaker } = ownCircuit;
  const gauge = runs.find((r) => !r.from)?.cable.gauge ?? 12;
  const lines = breakerSteps(
    {
      name: circuit.name,
      ratingA: circuit.breakerA ?? 20,
      poles: breaker?.poles ?? 1,
      gauge,
      rooms: [],
      loads: [],
      protection: { arcFault: circuit.arcFault === 'breaker', groundFault: circuit.groundFault === 'breaker' },
    },
    breaker && { space: breaker.space, legs: [legOf(breaker.space)], imbalanceA: 0 },
  );
  return [
    step(
      'panel-connect',
      `Connect in the panel${breaker ? `, space ${breaker.space}` : ''}`,
      45,
      // permit, main and proof of dead are steps of their own; cover, main and directory come after
      lines.slice(3, -2),
      {
        needsDead: true,
        connects: true,
        alters: true,
        changeIds: [ownCircuit.id],
        cautions: ['The service lugs stay live: nothing touches them, no tool lies above them.'],
        asks: [
          {
            key: 'sheath-panel',
            label: 'sheath inside the panel, past the clamp',
            unit: 'length',
            least: inches(0.25),
            otherwise: 'The sheath has to reach past the clamp: pull the cable in further.',
            source: printSource({ standard: 'NEC', edition: job.edition.slice(3), clause: '312.5(C)', from: 'memory' }),
          },
        ],
      },
    ),
  ];
}

/** Protection that the plan puts into a circuit that is there: another breaker, or a receptacle as its first outlet. */
function protectCircuit(w: Work): Draft[] {
  const altered = w.job.changes.flatMap((x) => (x.do === 'alter-circuit' ? [x] : []));
  return altered.flatMap((x, n): Draft[] => {
    const circuit = w.planned.circuits.find((c) => c.id === x.circuitId);
    const what = x.with.arcFault === 'breaker' ? 'arc-fault' : x.with.groundFault === 'breaker' ? 'ground-fault' : undefined;
    if (what)
      return [
        step(
          numbered('swap-breaker', n),
          `Set the ${what} breaker of circuit ${circuit?.number ?? '?'}`,
          45,
          [
            'Main off and locked; cover off, barrier over the service lugs. Prove the tester on a live source, both bus bars and the old breaker’s terminal dead, the tester again.',
            'Note where its hot and its neutral are. Hot off the old breaker first, old breaker out; new one off, into the same space.',
            `Neutral of this circuit from the bar to the breaker, the breaker’s own white lead to the bar; hot to the breaker last, tightened to what is printed on it.`,
            'Cover on before the main. Press its test button once it is on: it has to trip and to set again.',
          ],
          {
            needsDead: true,
            alters: true,
            connects: true,
            changeIds: [x.id],
            cautions: [
              'The service lugs and the wires to them stay live with the main off. Unless you are licensed, have a licensed electrician do this.',
              'Of the make and type listed for this panel; a circuit that shares its neutral takes another kind.',
            ],
          },
        ),
      ];
    if (x.with.arcFault === 'device upstream' || x.with.groundFault === 'device upstream')
      return [
        step(
          numbered('protect-first', n),
          `Set the protective receptacle as the first outlet of circuit ${circuit?.number ?? '?'}`,
          25,
          [
            'Find the box that the cable from the panel reaches first; test it dead, every pair, before anything is touched.',
            'The cable from the panel to LINE, everything further on to LOAD; grounds spliced with a pigtail.',
            'Press TEST: everything further on has to go dead.',
          ],
          {
            needsDead: true,
            alters: true,
            connects: true,
            changeIds: [x.id],
            cautions: ['Its box counts too: a deeper body and more conductors may ask for a larger one.'],
          },
        ),
      ];
    return [];
  });
}

function finish(w: Work): Draft[] {
  const { job } = w;
  const groundFault = w.boxes.flatMap((b) => b.devices).some((d) => DEVICE_KINDS[d.kind].groundFault);
  const plugged = job.changes.filter((x) => x.do === 'plug-in' || x.do === 'unplug').map((x) => x.id);
  const otherwise = 'Breaker off again, prove dead, and look for the fault: a loose splice, swapped conductors, an open ground.';
  const main = w.ownCircuit !== undefined;
  const face = w.lamps.length ? 'the last lampholder' : 'the new face';
  const stepped = new Set(protectCircuit(w).flatMap((s) => s.changeIds));
  return [
    ...protectCircuit(w),
    step(
      'close-boxes',
      'Fold, mount, plates on',
      10,
      [
        'Grounds to the back, then neutrals, then hots; fold, don’t stuff.',
        `Devices upright and flush; plates on${job.schools.plateScrews === 'slots vertical' ? ', screw slots upright' : ''}.`,
        ...(main ? ['Cover of the panel back on before anything is switched on.'] : []),
      ],
      { needsDead: true, alters: true },
    ),
    step(
      'energise',
      main ? 'Main on, then the new breaker' : 'Breaker on',
      5,
      [
        'Everybody’s hands off, covers on.',
        'Stand to the side of the panel, switch on. If it trips at once, don’t switch on again: open up and look.',
      ],
      { alters: true },
    ),
    step(
      'test',
      w.lamps.length ? 'Test the lights and the circuit' : 'Test every outlet face the circuit feeds',
      15,
      w.lamps.length
        ? [
            'Switch on: every lamp lights. Switch off: every lamp is dark, and the shell of the lampholder is dead to ground.',
            'Measure at the last lampholder, switch on, lamp out: its centre contact is the hot.',
            'Then every outlet of the circuit that was there before.',
          ]
        : [
            'Both halves of the new outlet and of the old one, then all the others.',
            ...(groundFault ? ['Press TEST on the ground-fault face: it must trip and reset.'] : []),
          ],
      {
        asks: [
          volts('hn', `hot to neutral at ${face}`, 114, 126, otherwise),
          volts('hg', `hot to ground at ${face}`, 114, 126, otherwise),
          volts('ng', `neutral to ground at ${face}`, 0, 2, otherwise),
        ],
        cautions: [
          'This is live: tester probes by their insulated handles, one hand where you can.',
          'A three-lamp tester cannot see neutral and ground swapped, nor a bootleg ground.',
        ],
        changeIds: plugged,
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
      { changeIds: job.changes.filter((x) => x.do === 'alter-circuit' && !stepped.has(x.id)).map((x) => x.id) },
    ),
  ];
}

/** All steps of a job in order; each must follow the one before. None while nothing is planned. */
export function stepsOf(job: JobInHouse): Step[] {
  const w = workOf(job);
  if (w.boxes.length === 0) return [];
  const panelWork =
    w.ownCircuit !== undefined ||
    job.changes.some((x) => x.do === 'alter-circuit' && (x.with.arcFault === 'breaker' || x.with.groundFault === 'breaker'));
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
  const all = w.boxes.filter((b) => b.role === 'new');
  const surface = all.filter((b) => onSurface(b.box));
  const news = all.filter((b) => !onSurface(b.box));
  const inPlace = inPlaceBoxes(w);
  if (surface.length) {
    const first = surface.map((b) => runTo(w, b)).find((r) => r?.from && r.from.role !== 'new');
    const source = first?.from ? sourceSide({ w, n: 0 }, first, first.from, true) : [];
    const done = finish(w);
    return inOrder([prepare, ...racewaySteps(w, surface, off(w, first?.from), [...source, ...panelSide(w)], done)]);
  }
  if (news.length === 0) return inOrder([prepare, ...inPlaceSteps(w, inPlace)]);
  const runs = news.map((b) => runTo(w, b));
  const at = (n: number): At => ({ w, n });
  const looked = (b: WorkBox, r: WorkRun | undefined): boolean =>
    !cutNeedsDead(w, b) && (r?.crossings ?? []).every((x) => baysLooked(b.wall, x.opening)) && openingsLooked(w, r);
  const tailFirst = job.schools.outage === 'new side first' && news.every((b, i) => looked(b, runs[i]));
  const marks = news.map((b, i) => markOut(at(i), b));
  const cuts = news.flatMap((b, i) => {
    const r = runs[i];
    return [cut(at(i), b, r?.from), ...(r ? [...crossStuds(at(i), r), ...alongTheWay(at(i), r)] : [])];
  });
  const lay = (first: boolean): Draft[] => runs.flatMap((r, i) => (r ? layAlong(at(i), r, first) : []));
  const news_ = (first: boolean): Draft[] => news.flatMap((b, i) => newSide(at(i), b, runs[i], first));
  const sources = runs.flatMap((r, i) => (r?.from && r.from.role !== 'new' ? [{ r, from: r.from, i }] : []));
  const lamps = lampSteps(w);
  const source = (first: boolean): Draft[] => [...sources.flatMap(({ r, from, i }) => sourceSide(at(i), r, from, first)), ...panelSide(w)];
  const isolate = off(w, sources[0]?.from);
  const done = finish(w);
  // the new side between opening the old box and connecting there
  const around = (): Draft[] => {
    const old = source(false);
    return [...old.slice(0, -1), ...news_(false), old.at(-1)!];
  };
  const drafts = tailFirst
    ? [prepare, ...marks, ...cuts, ...lay(true), ...lamps, ...news_(true), ...isolate, ...source(true), ...done]
    : job.schools.outage === 'off at the start'
      ? [prepare, ...isolate, ...marks, ...cuts.map((s) => ({ ...s, needsDead: true })), ...lay(false), ...lamps, ...around(), ...done]
      : [prepare, ...marks, ...lamps, ...isolate, ...cuts, ...lay(false), ...around(), ...done];
  const record = drafts.pop()!;
  const crossings = runs.flatMap((r) => r?.crossings ?? []);
  const opened = runs.flatMap((r) => r?.traced?.openings ?? []);
  const chases = runs.flatMap((r) => r?.traced?.chases ?? []);
  return inOrder([
    ...drafts,
    ...closing(
      w,
      [...crossings, ...opened].map((x) => x.patch),
      opened.length ? 'Close the openings' : crossings.length > 1 ? 'Close the openings at the studs' : 'Close the opening at the stud',
    ),
    ...plaster(chases),
    record,
  ]);
}

/** Whether somebody looked behind every place that a way opens. */
const openingsLooked = (w: Work, r: WorkRun | undefined): boolean =>
  (r?.traced?.openings ?? []).every((o) => {
    const wall = w.planned.walls.find((x) => x.id === o.wallId);
    return wall !== undefined && baysLooked(wall, o);
  });

const inOrder = (drafts: Draft[]): Step[] => drafts.map((draft, i) => ({ ...draft, after: i === 0 ? [] : [drafts[i - 1]!.id] }));

const COATS = ['first', 'second', 'third'];

/** The chase filled again, in passes that set between. */
function plaster(chases: NonNullable<WorkRun['traced']>['chases']): Draft[] {
  if (chases.length === 0) return [];
  const passes = Math.max(...chases.map((c) => c.passes));
  return Array.from({ length: passes }, (_, i) =>
    step(`plaster-${i + 1}`, `Plaster the chase, ${COATS[i] ?? `${i + 1}th`} pass`, 20, [
      i === 0 ? 'Wet the chase; mortar round the box and cable, pressed in.' : 'Thin, over the whole width.',
      i < passes - 1 ? 'Let it set before the next pass.' : 'Feather it out; when dry: sand, dust off, prime, paint.',
    ]),
  );
}

/** Pieces, battens and screws, then three coats with their waits. */
function closing(w: Work, patches: PatchPlan[], title: string): Draft[] {
  const pieces = patches.flatMap((p) => p.pieces);
  if (pieces.length === 0) return [];
  const [battens, screws] = [patches.reduce((n, p) => n + p.battens, 0), patches.reduce((n, p) => n + p.screws, 0)];
  const say = (mm: number) => printMark(mm, w.job.unit);
  const wait =
    w.job.schools.compound === 'setting, same day'
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
      step(
        `coat-${i + 1}`,
        `Compound, ${coat} coat`,
        20,
        [
          `To ${['2', '4 1/2', '7'][i]} in past the joint, thin.`,
          i < 2 ? wait : 'When dry: sand 120 grit, dust off, prime, paint; plate on only when the paint is dry.',
        ],
        {
          cautions:
            i === 0
              ? [
                  'A plate or a device that is in the way comes off only with its breaker off and proved dead, and both go back on before the household is left with it: no open box between coats.',
                ]
              : [],
        },
      ),
    ),
  ];
}

/** Boxes that are moved, enlarged or replaced, or only opened: everything at the old box, so the circuit is dead before it is opened. */
function inPlaceSteps(w: Work, inPlace: WorkBox[]): Draft[] {
  const { job } = w;
  const boxes = inPlace.length ? inPlace : w.boxes;
  const say = (mm: number) => printLength(mm, job.unit);
  const drafts: Draft[] = [];
  const patches: PatchPlan[] = [];
  const works = boxes.map((b, n) => {
    const judged = judgeWork(w, b);
    const moved = judged.move !== undefined && (Math.abs(judged.move.upMm) > 0.5 || Math.abs(judged.move.sidewaysMm) > 0.5);
    if (judged.patch?.pieces.length) patches.push(judged.patch);
    return { b, at: { w, n }, judged, cuts: moved || (judged.move?.enlarged ?? 0) > 0 };
  });
  for (const { b, at, cuts } of works) if (cuts) drafts.push(markOut(at, b));
  drafts.push(...off(w, boxes[0]!));
  for (const { b, at, judged, cuts } of works) {
    const boxChanges = job.changes.filter((x) => x.do === 'replace-box' && x.boxId === b.box.id).map((x) => x.id);
    const here = new Set([...b.devices, ...b.hadDevices].map((d) => d.id));
    const deviceChanges = job.changes
      .filter(
        (x) =>
          (x.do === 'place-device' && x.device.boxId === b.box.id) ||
          ((x.do === 'replace-device' || x.do === 'remove-device') && here.has(x.deviceId)),
      )
      .map((x) => x.id);
    drafts.push(openBox(at, b));
    if (boxChanges.length) {
      drafts.push(
        step(
          id('free-box', at),
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
            id('cut-opening', at),
            'Look inside, then cut',
            25,
            [...judged.cut.order.map((line) => capital(line) + '.'), `Depth: no further than ${say(judged.cut.depthMm)} from the surface.`],
            {
              needsDead: true,
              alters: true,
              cautions: [
                'Eye protection, and a mask for old paint and compound.',
                ...judged.cut.behind.filter((x) => x.verdict !== 'ok').map((x) => `${x.says}.`),
              ],
            },
          ),
        );
      drafts.push(
        step(
          id('set-new-box', at),
          `Set ${b.box.name}`,
          20,
          [
            'Cables in first, clamped snug: they no longer slide by hand, no more.',
            'Box flush with the finish and level; wings or screws tightened by hand.',
          ],
          {
            needsDead: true,
            alters: true,
            changeIds: boxChanges,
            asks: [free('free-source-set', b.box.name, b.freeEnd?.neededMm, job.edition)],
          },
        ),
      );
    }
    drafts.push({ ...connectIn(at, b, []), title: `Strip and connect in ${b.box.name}`, changeIds: deviceChanges });
  }
  const done = finish(w);
  drafts.push(...done.slice(0, -1), ...closing(w, patches, 'Close the old opening'), done.at(-1)!);
  return drafts;
}

/** Minutes the circuit is off: from the breaker off to the breaker on, by these estimates. */
export function outageMinutes(steps: Step[]): number {
  const from = steps.findIndex((s) => s.id === 'breaker-off');
  const to = steps.findIndex((s) => s.id === 'energise');
  return steps.slice(from, to + 1).reduce((sum, s) => sum + s.minutes, 0);
}
