/** A surface raceway from the line on the wall to its covers: nothing is cut, and all of it is put up before the old box is opened. */
import { DEVICE_KINDS } from '../catalog/index.js';
import { racewayPlaces, TURN_FITTINGS } from '../route/index.js';
import { runTo, wiringOf, type Work, type WorkBox } from '../ledger/index.js';
import { marksFor, cutStock } from '../layout/index.js';
import { printLength, printMark, toFeet } from '../measure/index.js';
import type { Change } from '../model/index.js';
import { atBox, capital, id, step, type Draft } from './step.js';
import { spent } from './times.js';

/**
 * @param isolate breaker off and proof of dead
 * @param source the old box or the panel: opened, joined, connected
 * @param done plates, power on, test, record
 */
export function racewaySteps(w: Work, boxes: readonly WorkBox[], isolate: Draft[], source: Draft[], done: Draft[]): Draft[] {
  return [
    markOut(w, boxes),
    mountTrack(w, boxes),
    pullWires(w, boxes),
    ...boxes.map((b, n) => wireNew(w, b, n)),
    ...isolate,
    ...source,
    covers(w),
    ...done,
  ];
}

const changesOf = (w: Work, test: (c: Change) => boolean): string[] => w.job.changes.filter(test).map((c) => c.id);
const piecesOf = ({ raceway }: Work, what: 'track' | 'cover') => (raceway?.pieces ?? []).filter((p) => p.what === what);
/** How stock lengths are cut, and each piece with where it goes. */
function cutWords(w: Work, what: 'track' | 'cover'): string[] {
  const say = (mm: number): string => printMark(mm, w.job.unit);
  const pieces = piecesOf(w, what);
  const bars = w.raceway
    ? cutStock(
        pieces.map((p) => p.mm),
        w.raceway.stock.stock.mm,
        w.raceway.stock.kerf.mm,
      ).bars
    : [];
  return [
    ...bars.map(
      (b, i) => `${what === 'track' ? 'Track' : 'Cover'} length ${i + 1}: ${b.pieces.map(say).join(' + ')}; ${say(b.offcutMm)} left.`,
    ),
    ...pieces.map((p) => `${p.where}: ${say(p.mm)}.`),
  ];
}

function markOut(w: Work, boxes: readonly WorkBox[]): Draft {
  const { job, raceway } = w;
  const walls = [...new Set(boxes.map((b) => b.wall.name))].join(', ');
  const marks = boxes.map((b) => {
    const at = marksFor(b.wall, b.box);
    const words = (edge: string): string => {
      const m = at.find((x) => x.edge === edge);
      return m ? `${printLength(m.distanceMm, job.unit)} ${m.toward === 'up' ? 'up from' : `to the ${m.toward} of`} the ${m.from}` : '';
    };
    return `${b.box.name}, ${b.wall.name}: its left edge ${words('left')}, its lower edge ${words('bottom')}.`;
  });
  const guessed = (raceway?.supports ?? []).some((s) => s.guessed);
  return step(
    'mark-out',
    `Mark the line and the ${boxes.length} boxes`,
    [spent('mark out', boxes.length)],
    [`A level line on each: ${walls}; and every box on it.`, ...marks, 'Mark the studs on the line.'],
    { cautions: guessed ? ['Studs here are only reckoned: find them before a hole is drilled.'] : [] },
  );
}

function mountTrack(w: Work, boxes: readonly WorkBox[]): Draft {
  const say = (mm: number): string => printMark(mm, w.job.unit);
  const { fittings = [], supports = [] } = w.raceway ?? {};
  return step(
    'mount-track',
    'Cut the track, file the ends, screw it up',
    [spent('raceway', toFeet(piecesOf(w, 'track').reduce((s, p) => s + p.mm, 0))), spent('raceway box', boxes.length)],
    [
      ...cutWords(w, 'track'),
      ...[...new Set(fittings.map((f) => f.what))].map((what) => {
        const of = fittings.filter((f) => f.what === what);
        return `${capital(what)}: ${racewayPlaces(of, say)}.`;
      }),
      'Every cut end filed smooth inside; a fitting, coupling or box between all pieces, screwed tight: they carry the ground.',
      `Screwed to a stud or a board: ${racewayPlaces(supports, say) || 'as the maker says'}.`,
    ],
    {
      alters: true,
      changeIds: [...changesOf(w, (c) => c.do === 'lay-raceway'), ...changesOf(w, (c) => c.do === 'place-box')],
      cautions: ['Eye protection. Screws no longer than reaches into the stud: what runs in the bay is not known.'],
    },
  );
}

function pullWires(w: Work, boxes: readonly WorkBox[]): Draft {
  const runs = boxes.map((b) => runTo(w, b));
  const turns = (w.raceway?.fittings ?? []).filter((f) => (TURN_FITTINGS as readonly string[]).includes(f.what));
  return step(
    'pull-wires',
    'Pull hot, neutral and ground through, box after box',
    [
      spent('pull cable', toFeet(runs.reduce((s, r) => s + (r?.run?.cutMm ?? 0), 0)) / 10),
      spent(
        'turn of a cable',
        turns.reduce((s, f) => s + f.count, 0),
      ),
    ],
    [
      ...runs.flatMap((r) => (r?.run ? [`To ${r.to.box.name}: ${printLength(r.run.cutMm, w.job.unit, { style: 'feet' })} of each.`] : [])),
      'Leave the length for a later outlet in the last box; free ends cut all the same.',
      'The far ends toward the old box stay rolled up and capped until it is proved dead.',
    ],
    { alters: true, changeIds: runs.flatMap((r) => r?.changeId ?? []) },
  );
}

function wireNew(w: Work, b: WorkBox, n: number): Draft {
  const plan = wiringOf(w, b);
  return step(
    id('wire-new', { n }),
    `Connect ${b.devices.map((d) => DEVICE_KINDS[d.kind].name).join(' and ') || 'what is'} in ${b.box.name}`,
    [spent('strip, splice, land', Math.max(1, b.cables.length)), spent('mount device and plate', b.devices.length)],
    [...plan.connect, ...plan.fold],
    {
      alters: true,
      place: atBox(b),
      ...(n === 0 ? {} : { after: ['pull-wires'] }),
      changeIds: changesOf(w, (c) => c.do === 'place-device' && c.device.boxId === b.box.id),
    },
  );
}

function covers(w: Work): Draft {
  return step(
    'covers',
    'Snap the covers on',
    [spent('mount device and plate', Math.max(1, piecesOf(w, 'cover').length) / 2)],
    [
      ...cutWords(w, 'cover'),
      'No wire pinched under an edge. Each cover is cut 1/4 in longer at each end than its gap: it reaches so far under its fittings.',
    ],
    { alters: true },
  );
}
