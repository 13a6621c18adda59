/** What was measured twice, in words. */
import { phrases } from '../phrases.js';

export const contradictionWords = phrases('contradictions', {
  agree: ({ from, to }: { from: string; to: string }) => `${from} to ${to}: both measurements agree`,
  disagree: ({ from, to }: { from: string; to: string }) =>
    `${from} to ${to} was measured twice and the two can’t both hold: measure the one you trust less again`,
  studAndWings: ({ hangsOn }: { hangsOn: 'right' | 'left' }) => ({
    says: `noted as hanging on the stud to its ${hangsOn}, and as a box that wings hold behind the finish: it is one or the other`,
    ask: 'Look into it: screws or nails in its side say a stud, ears that turn behind the board say wings. Then set its kind, or what it hangs on.',
  }),
  studElsewhere: ({ hangsOn, reckoned }: { hangsOn: 'right' | 'left'; reckoned: boolean }) => ({
    says: `noted as hanging on the stud to its ${hangsOn}, and by its own measures that stud stands elsewhere${reckoned ? ', as the rhythm of the studs has it' : ''}`,
    ask: 'Measure the box again, or find the stud beside it: one of the two, or the side it hangs on, is noted wrong.',
  }),
});
