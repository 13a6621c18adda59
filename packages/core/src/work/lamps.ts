/** A run of lampholders: holes, boxes, cables and connections of the new side, all before anything of the house is opened. */
import { LAMP_BOXES } from '../catalog/index.js';
import { lampsAlike, type LampRun, type Work } from '../ledger/index.js';
import { placeInRoom } from '../layout/index.js';
import { printLength, printMark, toFeet } from '../measure/index.js';
import { capital, step, type Draft } from './step.js';
import { spent } from './times.js';

const holesOf = (runs: readonly LampRun[]) => runs.flatMap((r) => (r.traced?.holes ?? []).map((hole) => ({ hole, to: r.to.lamp.name })));

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
        ...lamps.map((l) => `${capital(l.lamp.name)}: ${placeInRoom(w.planned, l.room.id, l.lamp, say) ?? l.room.name}.`),
        `${LAMP_BOXES[lamps[0]!.lamp.box].name}, screwed to the side of a joist or to a brace between two; the lampholder’s weight hangs on the box, never on the cable.`,
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
            holes.map(
              ({ hole, to }) =>
                `Toward ${to}: ${hole.count > 1 ? `${hole.count} ${hole.member}s` : hole.member}, ${hole.where}: ${say(hole.sizeMm)}${hole.plate ? '; steel plate' : ''}${hole.seal ? '; sealed afterwards' : ''}.`,
            ),
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
        ...lampRuns.map((r) => {
          const from = r.from ? ('lamp' in r.from ? r.from.lamp.name : r.from.box.name) : 'the switch';
          const staples = r.traced?.counts.staples ?? 0;
          return `${capital(from)} to ${r.to.lamp.name}: ${r.traced ? `cut ${printLength(r.traced.run.cutMm, job.unit, { style: 'feet' })}` : 'length not known'}${staples ? `, ${staples} ${staples === 1 ? 'staple' : 'staples'}` : ''}.`;
        }),
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
        ...new Set(lamps.flatMap((l) => [...l.wiring.missing, ...l.wiring.refused])),
      ],
      { alters: true },
    ),
  ];
}
