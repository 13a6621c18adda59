/** Boxes that are moved, enlarged or replaced, or only opened: everything at the old box, so its circuit is dead before it is opened. */
import { judgeWork, type WorkBox } from '../ledger/index.js';
import type { PatchPlan } from '../layout/index.js';
import { printLength } from '../measure/index.js';
import { connectIn, openBox } from './oldBox.js';
import { markOut } from './newBox.js';
import { atBox, capital, free, id, step, type At, type Draft } from './step.js';
import { spent } from './times.js';

export interface InPlace {
  /** before anything is switched off */
  marks: Draft[];
  /** behind the proof of dead */
  work: Draft[];
  patches: PatchPlan[];
  /** the last step at the box */
  last: string;
}

export function inPlace(at: At, b: WorkBox): InPlace {
  const { w } = at;
  const judged = judgeWork(w, b);
  const cuts = judged.move?.cuts ?? false;
  const boxChanges = w.job.changes.filter((x) => x.do === 'replace-box' && x.boxId === b.box.id).map((x) => x.id);
  const work: Draft[] = [openBox(at, b, [at.proved])];
  if (boxChanges.length) work.push(...exchange(at, b, judged, cuts, boxChanges));
  const connect = connectIn(at, b, [], [work.at(-1)!.id]);
  work.push({ ...connect, title: `Strip and connect in ${b.box.name}` });
  return {
    marks: cuts ? [markOut(at, b)] : [],
    work,
    patches: judged.patch?.pieces.length ? [judged.patch] : [],
    last: connect.id,
  };
}

function exchange(at: At, b: WorkBox, judged: ReturnType<typeof judgeWork>, cuts: boolean, changeIds: string[]): Draft[] {
  const { job } = at.w;
  const say = (mm: number) => printLength(mm, job.unit);
  const here = { dead: at.dead, place: atBox(b), alters: true };
  const free_ = step(
    id('free-box', at),
    `Free the old box${job.schools.oldBox === 'out' ? ' and take it out' : ''}`,
    [spent('free a nailed box')],
    [
      'Loosen the clamps first and draw the cables out of the box; tuck their ends aside, capped.',
      'Cut the nails between box and stud, or unscrew it; watch the cables with every blade.',
      job.schools.oldBox === 'out' ? 'Take the box out through its opening.' : 'Push the freed box aside in the bay, clear of the cables.',
    ],
    { ...here, cautions: ['Keep a spare box at hand: an old one often does not survive.'] },
  );
  const cut = step(
    id('cut-opening', at),
    'Look inside, then cut',
    [
      spent('look inside'),
      spent(b.wall.faces[b.box.face].layers.some((l) => l.finish === 'plaster-lath') ? 'cut plaster on lath' : 'cut drywall'),
    ],
    [...judged.cut.order.map((line) => capital(line) + '.'), `Depth: no further than ${say(judged.cut.depthMm)} from the surface.`],
    {
      ...here,
      cautions: [
        'Eye protection, and a mask for old paint and compound.',
        ...judged.cut.behind.filter((x) => x.verdict !== 'ok').map((x) => `${x.says}.`),
      ],
    },
  );
  const set = step(
    id('set-new-box', at),
    `Set ${b.box.name}`,
    [spent('set a box')],
    [
      'Cables in first, clamped snug: they no longer slide by hand, no more.',
      'Box flush with the finish and level; wings or screws tightened by hand.',
    ],
    { ...here, changeIds, asks: [free('free-source-set', b.box.name, b.freeEnd?.neededMm, job.edition)] },
  );
  return [free_, ...(cuts ? [cut] : []), set];
}
