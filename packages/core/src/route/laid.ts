/** What is judged and counted of a way that lies in the house: of one that was just searched, and of one that was taken long ago. */
import { laidWords } from '../words/route/laid.js';
import { toldBy } from '../words/phrases.js';
import { practice } from '../catalog/index.js';
import { boredHole, holeToFaceDistance, joistCut, product, term, type Judged } from '../codebook/index.js';
import { chase as chaseOf, throughWall, type Chase } from '../layout/index.js';
import { feet, inches, type LengthUnit } from '../measure/index.js';
import { openFraming, wallThicknessMm, type Edition, type Site, type Term, type Wall } from '../model/index.js';
import { PRACTICE_MM } from './cableRun.js';
import type { Hole, Leg, Traced } from './traced.js';

const LOOP_MM = feet(1);
const CHASE_MM = { width: inches(1.25), depth: inches(1) };

/** A rule on a wall whose depth was only assumed can’t be told. */
const measuredDepth = <T extends Judged>(wall: Wall, judged: T): T =>
  wall.framing.studDepth.known !== 'assumed' || judged.verdict === 'stop'
    ? judged
    : {
        ...judged,
        verdict: 'can’t tell',
        ...laidWords.framingTaken({ wall: wall.name, told: toldBy(judged) }),
      };

/** The rule on a hole as the house is known now, and whether a steel plate goes over it. */
export function judgedHole(
  site: Site,
  edition: Edition,
  unit: LengthUnit,
  hole: Pick<Hole, 'member' | 'sizeMm' | 'onWall' | 'joists' | 'corner'>,
): Pick<Hole, 'judged' | 'plate'> {
  const wall = hole.onWall && site.walls.find((w) => w.id === hole.onWall!.wallId);
  if (hole.member === 'joist') {
    const room = site.rooms.find((r) => r.id === hole.joists?.roomId);
    const over = hole.joists?.over === true;
    const depth = (over ? room?.joistsAbove : room?.joistsBelow)?.depth?.mm;
    return {
      plate: false,
      judged:
        depth === undefined
          ? {
              verdict: 'can’t tell',
              ...laidWords.joistsUnmeasured({ over, room: room?.name }),
              sums: [],
              source: { standard: 'IRC', clause: 'R502.8.1', from: 'memory' },
            }
          : joistCut({ joistDepthMm: depth, cut: 'hole', sizeMm: hole.sizeMm }),
    };
  }
  if (!wall)
    return {
      plate: false,
      judged: {
        verdict: 'can’t tell',
        ...laidWords.wallGone(),
        sums: [],
        source: practice,
      },
    };
  if (hole.corner && openFraming(wall))
    return {
      plate: false,
      judged: {
        verdict: 'caution',
        ...laidWords.studsTogether(),
        sums: [],
        source: practice,
      },
    };
  if (hole.corner)
    return {
      plate: false,
      judged: {
        verdict: 'can’t tell',
        ...laidWords.cornerUnknown(),
        sums: [],
        source: practice,
      },
    };
  const depth = wall.framing.studDepth.mm;
  switch (hole.member) {
    case 'stud': {
      if (wall.framing.material === 'metal') return { plate: false, judged: undefined };
      const judged = measuredDepth(
        wall,
        boredHole({ edition, studDepthMm: depth, holeMm: hole.sizeMm, ...(wall.bearing === undefined ? {} : { bearing: wall.bearing }) }),
      );
      return { judged, plate: judged.plate };
    }
    case 'top plate':
    case 'bottom plate':
      return {
        judged: measuredDepth(wall, boredHole({ edition, studDepthMm: depth, holeMm: hole.sizeMm, bearing: false })),
        plate: !(holeToFaceDistance(depth, hole.sizeMm) >= inches(1.25) - 0.01),
      };
    case 'fire block':
      return {
        plate: false,
        judged: {
          verdict: 'note',
          ...laidWords.fireBlock(),
          sums: [],
          source: { standard: 'IRC', clause: 'R302.11', from: 'memory' },
        },
      };
    case 'wall':
      return { plate: false, judged: outsideOf(wall, unit) };
  }
}

/** A hole out through a wall: its bit, its fall, what goes with it. */
export function outsideOf(wall: Wall, unit: LengthUnit): Traced['outside'][number] {
  const reckoned = throughWall(wallThicknessMm(wall), unit);
  const guessed =
    wall.framing.studDepth.known === 'assumed' ||
    (['A', 'B'] as const).some((f) => wall.faces[f].layers.some((l) => l.thickness.known === 'assumed'));
  const made: typeof reckoned & Judged = guessed
    ? {
        ...reckoned,
        verdict: 'can’t tell',
        ...laidWords.thicknessTaken({ told: toldBy(reckoned), wall: wall.name }),
      }
    : reckoned;
  const names = (['A', 'B'] as const).map(
    (f) =>
      wall.faces[f].layers
        .map((l) => `${l.finish.replace(/-/g, ' ')}${l.thickness.known === 'assumed' ? ' (assumed)' : ''}`)
        .join(' on ') || 'no finish noted',
  );
  return {
    ...made,
    wallId: wall.id,
    layers: `${names[0]} on one face, ${names[1]} on the other`,
    kit: [
      'short sleeve, liquid-tight: plain flexible metal is for dry places',
      'weatherproof box with plugs in the hubs that stay unused; a knockout of a box already fixed is drilled out, not punched',
      'gasket and in-use cover; weather-resistant, tamper-resistant protective receptacle',
      'sealant round the sleeve and round the box, open at its lower edge',
    ],
  };
}

/** One straight stretch of a chase in a wall. */
export const chaseIn = (wall: Wall, lengthMm: number, runs: 'up and down' | 'along'): Chase & Traced['chases'][number] => ({
  ...chaseOf({
    lengthMm,
    widthMm: CHASE_MM.width,
    depthMm: CHASE_MM.depth,
    ...(wall.framing.studDepth.known === 'assumed' ? {} : { leafMm: wall.framing.studDepth.mm }),
    runs,
  }),
  wallId: wall.id,
  lengthMm,
  runs,
});

/** The parts of a cable's length, leg by leg. */
export function runTerms(laid: {
  legs: readonly Leg[];
  throughMm: number[];
  bends: number;
  holes: readonly Hole[];
  loops: number;
}): Term[] {
  const studs = laid.holes.filter((h) => h.member === 'stud' || h.member === 'joist').reduce((s, h) => s + h.count, 0);
  return [
    ...laid.legs.filter((l) => l.lengthMm > 0.5).map((l) => term(l.words, l.lengthMm, 'length')),
    ...(laid.throughMm.length
      ? [
          term(
            'through the wall',
            laid.throughMm.reduce((s, t) => s + t, 0),
            'length',
          ),
        ]
      : []),
    product('bends', laid.bends, PRACTICE_MM.bend, 'length', { how: 'common practice' }),
    product('studs and joists crossed', studs, PRACTICE_MM.studHole, 'length', { how: 'common practice' }),
    ...(laid.loops ? [product('service loops', laid.loops, LOOP_MM, 'length', { how: 'common practice' })] : []),
  ];
}

export const countsOf = (legs: readonly Leg[], holes: readonly Hole[], openings: readonly unknown[]): Traced['counts'] => ({
  staples: legs.reduce((s, l) => s + l.staples.length, 0),
  plates: holes.filter((h) => h.plate).reduce((s, h) => s + h.count, 0),
  bushings: holes.filter((h) => h.bushing).reduce((s, h) => s + h.count, 0),
  seals: holes.filter((h) => h.seal).length,
  openings: openings.length,
  joists: holes.filter((h) => h.member === 'joist').reduce((s, h) => s + h.count, 0),
});
