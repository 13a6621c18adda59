/** What a way goes through, in words. */
import { phrases, type Told } from '../phrases.js';

export const laidWords = phrases('laid', {
  framingTaken: ({ wall, told }: { wall: string; told: Told }) => ({
    says: `how deep ${wall} is framed was only assumed; if it is so: ${told.says}`,
    ask: `Measure ${wall} at a door or an opening, less its finishes.`,
  }),
  joistsUnmeasured: ({ over, room }: { over: boolean; room: string | undefined }) => ({
    says: 'how deep the joists are was not measured',
    ask: `Measure a joist ${over ? 'over' : 'under'} the ${room ?? 'room'} from top to bottom.`,
  }),
  wallGone: () => ({ says: 'the wall it goes through is not in the survey any more', ask: 'Take another way, or put the wall back.' }),
  studsTogether: () =>
    'two or three studs stand together there: bore through the middle of all of them, from both sides where the bit is short',
  cornerUnknown: () => ({
    says: 'how the corner is framed can’t be known before it is open',
    ask: 'Open beside the corner and look how many studs stand together.',
  }),
  fireBlock: () => 'bored through and sealed: the block has to stop fire again',
  thicknessTaken: ({ told, wall }: { told: Told; wall: string }) => ({
    says: `the wall’s thickness was only assumed; if it is so: ${told.says}`,
    ask: `Measure ${wall} through a door or a window, or with a wire through a small hole.`,
  }),
});
