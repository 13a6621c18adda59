/** Openings and chases closed again, in passes that set or dry between. */
import type { Work, WorkRun } from '../ledger/index.js';
import type { PatchPlan } from '../layout/index.js';
import { printMark } from '../measure/index.js';
import { step, type Draft } from './step.js';
import { spent, type WaitKind } from './times.js';

const COATS = ['first', 'second', 'third'];

/** The chase filled again. */
export function plaster(chases: NonNullable<WorkRun['traced']>['chases'], after: string[]): Draft[] {
  if (chases.length === 0) return [];
  const passes = Math.max(...chases.map((c) => c.passes));
  return Array.from({ length: passes }, (_, i) =>
    step(
      `plaster-${i + 1}`,
      `Plaster the chase, ${COATS[i] ?? `${i + 1}th`} pass`,
      [
        spent('coat of compound', chases.length),
        ...(i === passes - 1 ? [spent('sand', chases.length), spent('paint', chases.length)] : []),
      ],
      [
        i === 0 ? 'Wet the chase; mortar round the box and cable, pressed in.' : 'Thin, over the whole width.',
        i < passes - 1 ? 'Let it set before the next pass.' : 'Feather it out; when dry: sand, dust off, prime, paint.',
      ],
      {
        ...(i === 0 ? { after } : {}),
        wait: i < passes - 1 ? 'mortar' : 'wall paint',
        place: { words: 'the chase', wallId: chases[0]!.wallId },
      },
    ),
  );
}

/** Pieces, battens and screws, then three coats with their waits. */
export function closing(w: Work, patches: PatchPlan[], title: string, after: string[]): Draft[] {
  const pieces = patches.flatMap((p) => p.pieces);
  if (pieces.length === 0) return [];
  const [battens, screws] = [patches.reduce((n, p) => n + p.battens, 0), patches.reduce((n, p) => n + p.screws, 0)];
  const say = (mm: number) => printMark(mm, w.job.unit);
  const setting = w.job.schools.compound === 'setting, same day';
  const compound: WaitKind = setting ? 'setting compound' : 'premixed compound';
  const words = setting
    ? 'Let it set (about 20 to 45 minutes) before the next coat.'
    : 'Let it dry (8 to 24 h, overnight) before the next coat.';
  const place = { words: 'the openings' };
  return [
    step(
      'patch',
      title,
      [spent('cut and fix a patch', patches.length)],
      [
        ...pieces.map(
          ({ piece, onStud }) =>
            `Piece ${say(piece.right - piece.left)} wide, ${say(piece.top - piece.bottom)} high${onStud ? ', squared out to the middle of the stud' : ''}.`,
        ),
        `${battens} ${battens === 1 ? 'batten' : 'battens'} behind, glued and screwed; ${screws} screws in all, heads just under the paper.`,
      ],
      { after, place },
    ),
    ...COATS.map((coat, i) =>
      step(
        `coat-${i + 1}`,
        `Compound, ${coat} coat`,
        [spent('coat of compound', patches.length), ...(i === 2 ? [spent('sand', patches.length), spent('paint', patches.length)] : [])],
        [
          `To ${['2', '4 1/2', '7'][i]} in past the joint, thin.`,
          i < 2 ? words : 'When dry: sand 120 grit, dust off, prime, paint; plate on only when the paint is dry.',
        ],
        {
          place,
          wait: i < 2 ? compound : 'wall paint',
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
