/** A run of lampholders: holes, boxes, cables and connections of the new side, all before anything of the house is opened. */
import { LAMP_BOXES } from '../catalog/index.js';
import { lampsAlike, lampWiringOf, type LampRun, type Work } from '../ledger/index.js';
import { inRoom } from '../layout/index.js';
import { printLength, printMark, toFeet } from '../measure/index.js';
import { capital, step, type Draft } from './step.js';
import { spent } from './times.js';

const holesOf = (runs: readonly LampRun[]) => runs.flatMap((r) => (r.traced?.holes ?? []).map((hole) => ({ hole, to: r.to.lamp.name })));

/** Lampholders row by row: those as far from the same wall stand in one line. */
function lampRows(w: Work, say: (mm: number) => string): string[] {
  const rows = new Map<string, string[]>();
  for (const l of w.lamps) {
    const at = inRoom(w.planned, l.room.id, l.lamp);
    const row = at ? `${at.room}, ${say(at.from[0].mm)} from ${at.from[0].wall}` : l.room.name;
    rows.set(row, [...(rows.get(row) ?? []), at ? `${l.lamp.name} ${say(at.from[1].mm)} from ${at.from[1].wall}` : l.lamp.name]);
  }
  return [...rows].map(([row, list]) => `${capital(row)}: ${list.join(', ')}.`);
}

/** What is bored on the way to each lampholder; joists of several rooms are bored alike and stand in one line. */
function holeLines(w: Work, holes: ReturnType<typeof holesOf>, say: (mm: number) => string): string[] {
  const by = new Map<string, string[]>();
  for (const { hole: h, to } of holes) {
    const room = h.member === 'joist' ? w.planned.rooms.find((r) => r.id === h.joists?.roomId) : undefined;
    const known = h.joists?.over ? room?.joistsAbove?.spacing : room?.joistsBelow?.spacing;
    const at = room
      ? `${h.count} ${h.count === 1 ? 'joist' : 'joists'} ${h.joists?.over ? 'over' : 'under'} the ${room.name}${known ? '' : ' (reckoned at 16 in)'}`
      : `${h.count > 1 ? `${h.count} ${h.member}s` : h.member}, ${h.where}`;
    const how = `${room ? ', in a straight line through their middles' : ''}: ${say(h.sizeMm)}${h.plate ? '; steel plate' : ''}${h.seal ? '; sealed afterwards' : ''}.`;
    by.set(how, [...(by.get(how) ?? []), `toward ${to}: ${at}`]);
  }
  return [...by].map(([how, at]) => capital(at.join('; ')) + how);
}

/** Cables from lampholder to lampholder: those of one length and as many staples stand in one line. */
function cableLines({ lampRuns, job }: Work): string[] {
  const lines = new Map<string, { each: string; ways: string[] }>();
  for (const r of lampRuns) {
    const from = r.from ? ('lamp' in r.from ? r.from.lamp.name : r.from.box.name) : 'the switch';
    const staples = r.traced?.counts.staples ?? 0;
    const cut = r.traced ? `cut ${printLength(r.traced.run.cutMm, job.unit, { style: 'feet' })}` : 'length not known';
    const held = staples ? `, ${staples} ${staples === 1 ? 'staple' : 'staples'}` : '';
    const line = lines.get(cut + held) ?? { each: cut + held, ways: [] };
    line.ways.push(`${from} to ${r.to.lamp.name}`);
    lines.set(cut + held, line);
  }
  return [...lines.values()].map(({ each, ways }) => `${capital(ways.join(', '))}: ${each}${ways.length > 1 ? ', each' : ''}.`);
}

export function lampSteps(w: Work): Draft[] {
  const { lamps, lampRuns, job } = w;
  if (lamps.length === 0) return [];
  const say = (mm: number): string => printMark(mm, job.unit);
  const holes = holesOf(lampRuns);
  const bored = holes.reduce((n, { hole }) => n + hole.count, 0);
  const openings = lampRuns.flatMap((r) => r.traced?.openings ?? []);
  return [
    step(
      'lamp-boxes',
      `Set the ${lamps.length} round boxes`,
      [spent('set a box', lamps.length)],
      [
        ...lampRows(w, say),
        `${capital(LAMP_BOXES[lamps[0]!.lamp.box].name)}, screwed to the side of a joist or to a brace between two; the lampholder’s weight hangs on the box, never on the cable.`,
      ],
      {
        alters: true,
        after: ['prepare'],
        hands: 2,
        changeIds: lamps.map((l) => l.changeId),
        cautions: ['A step or scaffold that stands firm; eye protection overhead.'],
      },
    ),
    ...(bored
      ? [
          step(
            'lamp-bore',
            bored === 1 ? 'Bore the hole for the lamp cable' : `Bore ${bored} holes for the lamp cable`,
            holes.map(({ hole }) => spent(hole.member === 'joist' ? 'bore a joist' : 'bore a stud or plate', hole.count)),
            holeLines(w, holes, say),
            {
              alters: true,
              cautions: [
                'Solid joists only, in the middle third of their depth: trusses and I-joists are bored only where their maker says.',
              ],
            },
          ),
        ]
      : []),
    step(
      'lamp-cable',
      'Bring the cable from the switch to each lampholder in turn',
      [
        spent('pull cable', toFeet(lampRuns.reduce((s, r) => s + (r.traced?.run.runMm ?? 0), 0)) / 10),
        spent(
          'staple',
          lampRuns.reduce((s, r) => s + (r.traced?.counts.staples ?? 0), 0),
        ),
      ],
      [
        ...openings.map(
          (o) => `Open: ${o.what}, ${say(o.fromLeft[0])} to ${say(o.fromLeft[1])} from the left end, ${say(o.bottom)} to ${say(o.top)} up.`,
        ),
        ...cableLines(w),
        'Within 12 in of every box and at most 54 in apart; through bored joists or on a board, not across their lower edges (334.15(C)).',
      ],
      { alters: true, changeIds: lampRuns.map((r) => r.changeId) },
    ),
    step(
      'wire-lamps',
      `Connect the ${lamps.length} lampholders`,
      [spent('lampholder', lamps.length)],
      [
        ...lampsAlike(w).flatMap(({ names, wiring }) => [`${capital(names)}:`, ...wiring.connect]),
        ...new Set(lamps.flatMap((l) => [...lampWiringOf(w, l).wiring.missing, ...lampWiringOf(w, l).wiring.refused])),
      ],
      { alters: true },
    ),
  ];
}
