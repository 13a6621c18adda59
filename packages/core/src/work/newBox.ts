/** A new box in a wall: marked, cut or chiselled out, the cable's way opened and bored, the cable laid, the box set and connected. */
import { BOX_KINDS, DEVICE_KINDS } from '../catalog/index.js';
import { numbered, runTo, wiringOf, type Work, type WorkBox, type WorkRun } from '../ledger/index.js';
import { cablesBehind, CROSSING_HOLE_MM, longestScrewMm, marksFor, openingRect, uOf } from '../layout/index.js';
import { inches, printLength, printMark, toFeet, type LengthUnit } from '../measure/index.js';
import {
  alongX,
  baysLooked,
  boxRect,
  builtInName,
  finishThicknessMm,
  isFront,
  openFraming,
  uXOf,
  type Wall,
  isSpace,
} from '../model/index.js';
import type { Hole } from '../route/index.js';
import { atBox, capital, free, id, out, PRACTICE, step, type At, type Draft, type StepPlace } from './step.js';
import { spent, type Spent, type TimeKind } from './times.js';

export const isMasonry = (b: WorkBox): boolean => b.wall.framing.material === 'masonry';
const wallPlace = (w: Wall): StepPlace => ({ words: w.name, wallId: w.id });

/** By the finish that is cut through. */
const cutting = (wall: Wall, face: 'A' | 'B'): TimeKind => {
  const layers = wall.faces[face].layers;
  if (wall.framing.material === 'masonry') return 'cut brick or block';
  return layers.some((l) => l.finish === 'plaster-lath' || l.finish === 'tile-on-board') ? 'cut plaster on lath' : 'cut drywall';
};

/** Nothing hangs on its face yet: it is nailed to a stud, and nothing is cut. */
export const inOpenFraming = (b: WorkBox): boolean => b.wall.faces[b.box.face].open === true;

/** At which stud, on which side, how high; a stick is the jig for all that are as high. */
function markOnStud(at: At, b: WorkBox): Draft {
  const { unit } = at.w.job;
  const rect = boxRect(b.wall, b.box);
  const side = b.box.hangsOn === 'left' || b.box.hangsOn === 'right' ? b.box.hangsOn : undefined;
  const edge = rect && side && uXOf(b.wall, b.box.face, alongX(b.box.face, side) > 0 ? rect.right : rect.left);
  const alike = at.w.boxes.filter(
    (x) => x.role === 'new' && inOpenFraming(x) && Math.abs(x.box.place.bottom.mm - b.box.place.bottom.mm) < 0.5,
  );
  return step(
    id('mark-out', at),
    `Mark ${b.box.name} on its stud`,
    [spent('mark out', 0.5)],
    [
      edge === undefined
        ? 'Beside the stud that is nearest.'
        : `Stud whose face is ${printMark(edge, unit)} from the left end; the box on its ${side === 'left' ? 'right' : 'left'} side.`,
      `Lower edge ${printMark(b.box.place.bottom.mm, unit)} above the floor as it is now${stillLaid(at.w, b) ? '; what is still laid on it is reckoned in' : ''}.`,
      ...(alike.length > 1 ? [`A stick of that length is the jig for all ${alike.length} boxes of this height.`] : []),
    ],
    { after: ['prepare'], place: atBox(b) },
  );
}

const stillLaid = (w: Work, { wall, box }: WorkBox): boolean => (w.found.rooms.find((r) => r.id === wall.faces[box.face].roomId)?.floorToAdd?.mm ?? 0) > 0; // prettier-ignore
function nailBox(at: At, b: WorkBox): Draft {
  const finish = finishThicknessMm(b.wall, b.box.face);
  return step(
    id('nail-box', at),
    `Nail ${b.box.name} to its stud`,
    [spent('set a box')],
    [
      `Front edge ${printMark(finish, at.w.job.unit)} forward of the stud: as thick as the finish that will hang there; the stops on the box say how far.`,
      'Both nails home, the box square; what it lacks in clamps is a staple within 8 in.',
    ],
    {
      alters: true,
      after: [id('mark-out', at)],
      place: atBox(b),
      changeIds: at.w.job.changes.filter((x) => x.do === 'place-box' && x.box.id === b.box.id).map((x) => x.id),
      cautions: finish > 0 ? [] : ['What will hang on this face isn’t noted: without it the box can’t be set forward rightly.'],
    },
  );
}

/** Looked at by the inspector before it is covered; then the finish. */
export function roughIn(open: readonly WorkBox[], after: string[]): Draft[] {
  if (open.length === 0) return [];
  const walls = new Set(open.map((b) => b.wall.id)).size;
  return [
    step(
      'inspect-rough',
      'Rough-in looked at before it is covered',
      [spent('rough-in inspection')],
      [
        'Grounds spliced, sheath in the boxes, free ends folded in, staples and steel plates in place.',
        'Where a permit is needed, the inspector looks at it now; nothing is covered before.',
      ],
      { after, cautions: ['What is covered without having been seen may have to be opened again.'] },
    ),
    step(
      'close-wall',
      walls === 1 ? 'The finish is hung on the wall' : `The finish is hung on the ${walls} walls`,
      [spent('finish hung', walls)],
      ['Openings cut round the boxes, no gap over 1/8 in at a box (314.21).', 'Compound and paint before the plates go on.'],
      { after: ['inspect-rough'], cautions: ['A router that cuts round a box must not reach the conductors: fold them to the back.'] },
    ),
  ];
}

export function markOut(at: At, b: WorkBox): Draft {
  if (inOpenFraming(b)) return markOnStud(at, b);
  const { unit } = at.w.job;
  const marks = marksFor(b.wall, b.box).map(
    (m) =>
      `${m.edge} edge of the opening: ${printLength(m.distanceMm, unit)} ${m.toward === 'up' ? 'up from' : `to the ${m.toward} of`} the ${m.from}`,
  );
  return step(
    id('mark-out', at),
    `Mark out the opening for ${b.box.name}`,
    [spent('mark out')],
    [...marks, 'Draw it level, trace the box, and check both marks against each other.'],
    {
      after: ['prepare'],
      place: atBox(b),
      asks: [
        {
          key: 'bottom',
          label: 'floor to the bottom line as drawn',
          what: 'floor to the bottom line as drawn',
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

/** A saw may only go into a live-fed bay that was looked into and holds no cable at the place of the cut. */
export function cutNeedsDead(w: Work, b: WorkBox): boolean {
  if (inOpenFraming(b)) return false;
  if (isFront(b.wall)) return b.wall.bayLooked === undefined;
  if (cablesBehind(w.found, b.wall, b.box).length) return true;
  const opening = openingRect(b.wall, b.box);
  const unknown = b.wall.obstacles.some((o) => o.kind === 'cable' || o.kind === 'unknown');
  // brick and block have no bay; what is known to lie in them is noted as an obstacle
  return isMasonry(b) ? unknown : !opening || !baysLooked(b.wall, opening) || unknown;
}

/** What comes before a cut: the mark, and the proof where what lies behind it isn’t known. */
const before = (at: At, first: string, dead: boolean): string[] => [first, ...(dead ? [at.proved] : [])];

function cut(at: At, b: WorkBox, feed: WorkBox | undefined, always: boolean): Draft {
  const old = (at.w.job.built ?? 0) < 1980;
  const unsure = cutNeedsDead(at.w, b);
  const dead = unsure || always;
  const near = feed?.wall === b.wall ? feed.box.name : undefined;
  const needs = { alters: true, dead: dead ? at.dead : [], after: before(at, id('mark-out', at), dead), place: atBox(b) };
  if (isFront(b.wall))
    return step(
      id('cut-opening', at),
      `Cut the opening in the front of the ${builtInName(b.wall.builtIn)}`,
      [spent('look inside'), spent('cut drywall')],
      [
        'Empty it where the cable goes; look from inside for runs of drawers, pipes and cables.',
        'Trace the box, bore the corners, saw between them from the face with a fine blade: the board stays.',
      ],
      {
        ...needs,
        cautions: [
          'Eye protection. The wood can burn: the front edge of the box comes flush with it, no gap (314.20).',
          ...(unsure
            ? [
                'Nobody has looked inside: the circuit is off and proved dead before this cut; a cable of another circuit would still be live.',
              ]
            : []),
        ],
      },
    );
  if (isMasonry(b))
    return step(
      id('cut-opening', at),
      `Cut and chisel out the opening for ${b.box.name}`,
      [spent('cut brick or block')],
      [
        'Score the outline, drill it round to the depth of the box and 1/4 in more, chisel it out; try the box for flush and level.',
        'The box goes in with its knockout toward the chase.',
      ],
      {
        ...needs,
        cautions: [
          'Stone dust holds silica: extraction at the tool, mask, eye and ear protection.',
          ...(unsure
            ? [
                'A cable may lie in this wall: the circuit is off and proved dead before this cut. One of another circuit would still be live: stop at anything that isn’t stone.',
              ]
            : []),
        ],
      },
    );
  return step(
    id('cut-opening', at),
    'Look inside, then cut the opening',
    [spent('look inside'), spent(cutting(b.wall, b.box.face))],
    [
      'Push a scope or a bent wire through a small hole inside the outline: look for pipe, vent, duct, cable and fire block.',
      'Score, then cut the short sides and the far side, last the side toward the stud. Too tight can be shaved; too large must be patched.',
    ],
    {
      ...needs,
      cautions: [
        near
          ? `Eye protection. Hand saw or a shallow blade: the cables of ${near} run in this bay${dead ? '' : ' and are live until the breaker is off'}.`
          : 'Eye protection. Hand saw or a shallow blade: cables that nobody noted may run in this bay.',
        'Never plunge a power saw into a bay nobody has looked into.',
        ...(b.box.place.bottom.mm > OVER_REACH_MM
          ? ['Over shoulder height: a step that stands firm on the floor, no chair, one hand for yourself.']
          : []),
        ...(old ? ['Old paint and compound: keep dust down, mask on, sheet under.'] : []),
        ...(unsure
          ? [
              'What is in the bay isn’t fully known: the circuit is off and proved dead before this cut. A cable of another circuit would still be live: short blade by hand, stop at anything that isn’t the finish.',
            ]
          : []),
      ],
    },
  );
}

/** The studs between two boxes of one wall: opened, bored, bushed or plated. Behind each opening somebody looks first. */
function crossStuds(at: At, r: WorkRun, always: boolean): Draft[] {
  if (r.crossings.length === 0) return [];
  const { unit } = at.w.job;
  const { wall, room, box } = r.to;
  const mark = (mm: number): string => printMark(mm, unit);
  const unseen = r.crossings.some((x) => !baysLooked(wall, x.opening));
  const guessed = r.crossings.some((x) => x.stud.known === 'guessed' || x.stud.known === 'assumed');
  const n = r.crossings.length;
  if (openFraming(wall))
    return [
      step(
        id('cross-studs', at),
        n === 1 ? 'Bore the stud between' : `Bore the ${n} studs between`,
        [spent('bore a stud or plate', n)],
        [
          ...r.crossings.map((x) => `Stud ${mark(uOf(wall, box.face, x.stud.x))} from the left end, more than 12 in above the boxes.`),
          `${mark(CROSSING_HOLE_MM)} through the middle, in line with each other.`,
        ],
        {
          alters: true,
          after: [id(inOpenFraming(r.to) ? 'nail-box' : 'cut-opening', at)],
          place: { ...wallPlace(wall), roomId: room.id },
          cautions: ['Eye protection.'],
        },
      ),
    ];
  return [
    step(
      id('cross-studs', at),
      n === 1 ? 'Cross the stud between' : `Cross the ${n} studs between`,
      [spent('look inside', n), spent(cutting(wall, box.face), n), spent('bore a stud or plate', n)],
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
        dead: unseen || always ? at.dead : [],
        after: before(at, id(inOpenFraming(r.to) ? 'nail-box' : 'cut-opening', at), unseen || always),
        place: { ...wallPlace(wall), roomId: room.id },
        cautions: [
          'Eye protection; keep dust down.',
          ...(guessed ? ['A stud here is only reckoned: find it before you cut.'] : []),
          ...(unseen ? ['What is behind these openings isn’t fully known: the circuit is off and proved dead before they are cut.'] : []),
        ],
      },
    ),
  ];
}

/** Somebody looked behind every place that a way opens. */
export const openingsLooked = (w: Work, r: WorkRun | undefined): boolean =>
  (r?.traced?.openings ?? []).every((o) => {
    const wall = w.planned.walls.find((x) => x.id === o.wallId);
    return wall !== undefined && baysLooked(wall, o);
  });

function openWay(at: At, r: WorkRun, always: boolean): Draft[] {
  const { unit } = at.w.job;
  const openings = r.traced?.openings ?? [];
  if (openings.length === 0) return [];
  const mark = (mm: number): string => printMark(mm, unit);
  const wallOf = (wallId: string): Wall | undefined => at.w.planned.walls.find((x) => x.id === wallId);
  const unseen = !openingsLooked(at.w, r);
  const cuts = openings.map((o): Spent => {
    const wall = wallOf(o.wallId);
    return spent(wall ? cutting(wall, o.face) : 'cut drywall');
  });
  return [
    step(
      id('open-way', at),
      openings.length === 1 ? 'Open the finish on the way' : `Open the finish at ${openings.length} places`,
      [spent('look inside', openings.length), ...cuts],
      [
        ...openings.map(
          (o) =>
            `${wallOf(o.wallId)?.name ?? o.wallId}, ${mark(o.fromLeft[0])} to ${mark(o.fromLeft[1])} from its left end, ${mark(o.bottom)} to ${mark(o.top)} up: ${o.what}.`,
        ),
        'Small hole first: look on both sides for cable, pipe and duct. Cut clean edges: the piece goes back in.',
      ],
      {
        alters: true,
        dead: unseen || always ? at.dead : [],
        after: before(at, id('mark-out', at), unseen || always),
        place: wallPlace(wallOf(openings[0]!.wallId) ?? r.to.wall),
        cautions: [
          'Eye protection; keep dust down.',
          ...(unseen ? ['What is behind these openings isn’t fully known: the circuit is off and proved dead before they are cut.'] : []),
        ],
      },
    ),
  ];
}

/** The face of a wall that the work is seen from: that of the box, else the one that is measured from. */
const faceSeen = (r: WorkRun, wall: Wall): 'A' | 'B' => (r.to.wall.id === wall.id ? r.to.box.face : 'A');

/** Holes of one height and size in one wall, as a row of places. */
function boredInLine(at: At, r: WorkRun, holes: readonly Hole[]): string[] {
  const mark = (mm: number): string => printMark(mm, at.w.job.unit);
  const rows = new Map<string, { words: (places: string[]) => string; places: string[] }>();
  holes.forEach((h, i) => {
    const wall = at.w.planned.walls.find((x) => x.id === h.onWall?.wallId);
    const more = `${mark(h.sizeMm)}${h.plate ? ', plate' : ''}`;
    if (!wall || !h.onWall) {
      rows.set(`${i}`, { words: () => `${h.count} ${h.member}${h.count === 1 ? '' : 's'}: ${more}`, places: [] });
      return;
    }
    const up = mark(h.onWall.z);
    const key = `${h.member}|${wall.id}|${up}|${more}`;
    const row = rows.get(key) ?? {
      words: (places: string[]) =>
        `${wall.name}, ${h.member}${places.length > 1 ? 's' : ''} ${places.join(', ')} from its left end, ${up} up: ${more}`,
      places: [],
    };
    row.places.push(mark(uXOf(wall, faceSeen(r, wall), h.onWall.u)));
    rows.set(key, row);
  });
  return [...rows.values()].map((row) => row.words(row.places));
}

function boreWay(at: At, r: WorkRun): Draft[] {
  const { traced, way } = r;
  const bored = (traced?.holes ?? []).filter((h) => h.member !== 'wall');
  if (!traced || !way || bored.length === 0) return [];
  const mark = (mm: number): string => printMark(mm, at.w.job.unit);
  const holes = bored.reduce((s, h) => s + h.count, 0);
  return [
    step(
      id('bore-way', at),
      holes === 1 ? 'Bore the hole on the way' : `Bore ${holes} holes on the way`,
      bored.map((h) => spent(h.member === 'joist' ? 'bore a joist' : 'bore a stud or plate', h.count)),
      [
        ...traced.drillFrom,
        ...bored.map((h, i) =>
          [
            `${i + 1}. ${h.member === 'joist' ? '' : `${capital(h.count > 1 ? `${h.count} ${h.member}s` : h.member)}, `}${h.where}: ${mark(h.sizeMm)}`,
            h.plate ? 'steel plate over it' : '',
            h.bushing ? 'bushing in before the cable' : '',
            h.seal ? 'sealed once the cable is in' : '',
          ]
            .filter(Boolean)
            .join('; '),
        ),
      ],
      {
        brief: boredInLine(at, r, bored),
        alters: true,
        cautions: [
          'Eye protection. Feel or look behind each hole first: pipe, duct, another cable.',
          ...(traced.holes.some((h) => h.member === 'joist')
            ? ['Solid joists only: trusses and I-joists are bored only where their maker says.']
            : []),
          ...(way.legs.some((l) => isSpace(l.space, 'attic')) ? ['Attic: boards to stand on, heat, nails through the roof.'] : []),
          ...(way.legs.some((l) => isSpace(l.space, 'crawl-space'))
            ? ['Crawl space: never alone; look for water, gas lines and animals first.']
            : []),
        ],
        place: { words: `the way to ${r.to.box.name}` },
        hands: way.legs.some((l) => isSpace(l.space, 'crawl-space')) ? 2 : 1,
      },
    ),
  ];
}

function chase(at: At, r: WorkRun): Draft[] {
  const chases = r.traced?.chases ?? [];
  if (chases.length === 0) return [];
  const wallOf = (wallId: string): Wall | undefined => at.w.planned.walls.find((x) => x.id === wallId);
  return [
    step(
      id('chase', at),
      'Cut the chase',
      [spent('chase in brick', toFeet(chases.reduce((s, c) => s + c.lengthMm, 0)))],
      [
        ...chases.map((c) => `${wallOf(c.wallId)?.name ?? c.wallId}: ${printMark(c.lengthMm, at.w.job.unit)} ${c.runs}; ${c.says}.`),
        'Two parallel cuts with a double blade and extraction, chisel out what is between, then the hole for the box.',
      ],
      {
        alters: true,
        place: wallPlace(wallOf(chases[0]!.wallId) ?? r.to.wall),
        cautions: ['Stone dust holds silica: extraction at the blade, mask, eye and ear protection.'],
      },
    ),
  ];
}

function throughOuterWall(at: At, r: WorkRun): Draft[] {
  return (r.traced?.outside ?? []).map((o, i) => {
    const wall = at.w.planned.walls.find((x) => x.id === o.wallId);
    return step(
      numbered(id('through-wall', at), i),
      `Out through ${wall?.name ?? o.wallId}`,
      [spent('through an outside wall')],
      [`${capital(o.says)}. ${o.layers}.`, ...o.kit.map((k) => `${capital(k)}.`)],
      { alters: true, ...(wall ? { place: wallPlace(wall) } : {}), cautions: ['Drill from inside out, with a small hole first.'] },
    );
  });
}

/** Everything that is cut and bored for one box and its cable, in its own order: other boxes don’t wait for it. */
export function opened(at: At, b: WorkBox, r: WorkRun | undefined, always: boolean): Draft[] {
  return [
    inOpenFraming(b) ? nailBox(at, b) : cut(at, b, r?.from, always),
    ...(r ? [...crossStuds(at, r, always), ...openWay(at, r, always), ...boreWay(at, r), ...chase(at, r), ...throughOuterWall(at, r)] : []),
  ];
}

/** The cable laid along a way, held, and what it went through sealed. */
export function layAlong(at: At, r: WorkRun, tailFirst: boolean, after: string[]): Draft[] {
  const { traced, way, from } = r;
  if (!traced || !way) return [];
  const { unit } = at.w.job;
  const mark = (mm: number): string => printMark(mm, unit);
  const legs = traced.legs.filter((l) => l.lengthMm > 0.5);
  const seals = traced.holes.filter((h) => h.seal).length;
  // what is fished blind; what can be seen is only drawn in
  const blind = legs.filter((l) => l.kind === 'wall' && l.staples.length === 0).length;
  const turns = legs.filter((l) => l.kind === 'hollow').reduce((s, l) => s + Math.max(1, l.path.length - 2), 0);
  return [
    step(
      id('lay-cable', at),
      `Bring the cable along the way to ${r.to.box.name}`,
      [
        spent('pull cable', toFeet(legs.reduce((s, l) => s + l.lengthMm, 0)) / 10),
        spent('turn of a cable', turns),
        spent('fish in a bay', way.open ? 0 : blind),
        spent('staple', traced.counts.staples),
      ],
      [
        `Cut ${printLength(traced.run.cutMm, unit, { style: 'feet' })}; ${tailFirst ? `its other end stays rolled up and capped near ${from?.box.name ?? 'the panel'}` : 'start at the far end'}.`,
        ...legs.map(
          (l) =>
            `${capital(l.words)}: ${printMark(l.lengthMm, unit)}, ${l.fastened}${l.staples.length ? `; staples at ${l.staples.map((x) => printMark(x, unit)).join(', ')} from its start` : ''}.`,
        ),
        ...(seals ? [`Seal ${seals === 1 ? 'the hole' : `the ${seals} holes`} through plates and blocks (fire-block sealant).`] : []),
      ],
      {
        brief: [
          `cut ${printLength(traced.run.cutMm, unit, { style: 'feet' })}`,
          ...legs.map((l) => `${l.words} ${mark(l.lengthMm)}${l.staples.length ? `, staples at ${l.staples.map(mark).join(', ')}` : ''}`),
        ],
        alters: true,
        after,
        place: { words: `the way to ${r.to.box.name}` },
        hands: 2,
        asks: [out('out-target', r.to.box.name)],
        cautions: ['Over-driven and slanted staples cut the cable: just snug.'],
      },
    ),
  ];
}

/** What is worked on from a step; common practice. */
const OVER_REACH_MM = inches(60);

const mountingOf = (b: WorkBox) => (b.box.kind === 'other' ? undefined : BOX_KINDS[b.box.kind].mounting);

/** A metal box in a closed wall: how it goes in, and what holds it to its stud without reaching what is behind. */
function screwed(b: WorkBox, unit: LengthUnit): string[] {
  const side = b.box.hangsOn === 'left' || b.box.hangsOn === 'right' ? ` on its ${b.box.hangsOn}` : '';
  const most = longestScrewMm(b.wall);
  return [
    'Ears turned back to the thickness of the finish, or taken off; notches at the top and the bottom of the opening let the screws of the ears pass.',
    `Two pan-head screws through its side into the stud${side}, 1 in long${most === undefined ? '' : `, at most ${printMark(most, unit)}`}; pilot holes slanted back, so that the driver clears the finish.`,
    `Front edge flush with the finish or up to 1/4 in behind it (314.20).`,
  ];
}

/**
 * Box in, device on.
 * @param before what has to lie there before the box goes in; `connects` what is connected first, further from the power
 */
export function newSide(
  at: At,
  b: WorkBox,
  r: WorkRun | undefined,
  { tailFirst, before: laid, far }: { tailFirst: boolean; before: string[]; far: string[] },
): Draft[] {
  const { w } = at;
  const { job } = w;
  const needed = b.freeEnd?.neededMm;
  const plan = wiringOf(w, b);
  const open = inOpenFraming(b);
  const mounting = mountingOf(b);
  const ids = job.changes.filter((x) => (!open && x.do === 'place-box' && x.box.id === b.box.id) || x.id === r?.changeId).map((x) => x.id);
  const source = r?.from?.box.name ?? 'the panel';
  const dead = tailFirst ? [] : at.dead;
  return [
    step(
      id('set-new-box', at),
      open ? `Cable into ${b.box.name}, ends folded in` : `Cable into ${b.box.name}, box into the ${isFront(b.wall) ? 'front' : 'wall'}`,
      [
        spent(mounting === 'stud-screw' ? 'screw a box to a stud' : 'set a box'),
        ...(r && !r.traced && tailFirst ? [spent('fish in a bay')] : []),
      ],
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
        ...(mounting === 'stud-screw' ? screwed(b, job.unit) : []),
        `Clamp it with ${job.schools.sheath === '1/4' ? '1/4 in' : 'up to 1 in'} of sheath inside${b.freeEnd ? `; leave ${printLength(b.freeEnd.leaveMm, job.unit)} of free ends, cut all the same` : ''}. ${
          open
            ? 'Stapled within 8 in of a box without clamps, a loop of slack above it; ends folded to the back until the wall is closed.'
            : isMasonry(b)
              ? 'Wet the hole, set the box in mortar, flush and level; it isn’t pulled at before the mortar has set (4 to 24 h).'
              : mounting === 'stud-screw'
                ? 'Box to the stud, flush; the screws home by hand.'
                : 'Turn the wings up by hand until snug, not further.'
        }`,
      ],
      {
        alters: true,
        dead,
        after: [...laid, ...(dead.length ? [at.proved] : [])],
        place: atBox(b),
        asks: [free('free-target', b.box.name, needed, job.edition)],
        changeIds: ids,
        cautions: ['Slit the sheath along its middle; a nicked conductor is cut back.'],
        wait: isMasonry(b) ? 'mortar' : undefined,
      },
    ),
    step(
      id('wire-new', at),
      `Connect ${b.devices.map((d) => DEVICE_KINDS[d.kind].name).join(' and ') || 'what is'} in ${b.box.name}`,
      [spent('strip, splice, land', Math.max(1, b.cables.length)), spent('mount device and plate', b.devices.length)],
      [...plan.connect, ...plan.fold],
      {
        alters: true,
        dead,
        after: [id('set-new-box', at), ...(open ? ['close-wall'] : []), ...far],
        place: atBox(b),
        changeIds: job.changes.filter((x) => x.do === 'place-device' && x.device.boxId === b.box.id).map((x) => x.id),
        cautions: [],
      },
    ),
  ];
}

/** Runs of the plan that go on from a new box, by their number. */
export const goingOn = (w: Work, news: readonly WorkBox[], b: WorkBox): number[] =>
  news.flatMap((x, i) => (runTo(w, x)?.from === b ? [i] : []));
