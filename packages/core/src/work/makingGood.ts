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
  const place = { words: 'the chase', wallId: chases[0]!.wallId };
  return [
    ...Array.from({ length: passes }, (_, i) =>
      step(
        `plaster-${i + 1}`,
        `Plaster the chase, ${COATS[i] ?? `${i + 1}th`} pass`,
        [spent('coat of compound', chases.length)],
        [
          i === 0 ? 'Wet the chase; mortar round the box and cable, pressed in.' : 'Thin, over the whole width.',
          i < passes - 1 ? 'Let it set before the next pass.' : 'Feather it out; let it set before it is sanded.',
        ],
        {
          ...(i === 0 ? { after } : {}),
          wait: 'mortar',
          place,
        },
      ),
    ),
    step(
      'paint-chase',
      'Sand and paint the chase',
      [spent('sand', chases.length), spent('paint', chases.length)],
      ['Sand, dust off, prime, paint.'],
      { place, wait: 'wall paint' },
    ),
  ];
}

/** Pieces, battens and screws, then three coats with their waits. */
export function closing(w: Work, patches: PatchPlan[], title: string, after: string[]): Draft[] {
  const pieces = patches.flatMap((p) => p.pieces);
  if (pieces.length === 0) return [];
  const [battens, screws] = [patches.reduce((n, p) => n + p.battens, 0), patches.reduce((n, p) => n + p.screws, 0)];
  const say = (mm: number) => printMark(mm, w.job.unit);
  const setting = w.job.schools.compound === 'setting, same day';
  const compound: WaitKind = setting ? 'setting compound' : 'premixed compound';
  const words = (what: string): string =>
    setting ? `Let it set (about 20 to 45 minutes) before ${what}.` : `Let it dry (8 to 24 h, overnight) before ${what}.`;
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
        [spent('coat of compound', patches.length)],
        [`To ${['2', '4 1/2', '7'][i]} in past the joint, thin.`, words(i < 2 ? 'the next coat' : 'it is sanded')],
        {
          place,
          wait: compound,
          cautions:
            i === 0
              ? [
                  'A plate or a device that is in the way comes off only with its breaker off and proved dead, and both go back on before the household is left with it: no open box between coats.',
                ]
              : [],
        },
      ),
    ),
    step(
      'paint',
      'Sand and paint',
      [spent('sand', patches.length), spent('paint', patches.length)],
      ['Sand 120 grit, dust off, prime, paint; a plate goes on only when the paint is dry.'],
      { place, wait: 'wall paint' },
    ),
  ];
}
