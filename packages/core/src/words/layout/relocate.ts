/** Whether what is in the wall reaches the new place, in words. */
import { phrases } from '../phrases.js';

export const relocateWords = phrases('relocate', {
  sideUnknown: ({ cable }: { cable: string }) => ({
    says: `from which side ${cable} comes in was not noted`,
    ask: 'With the circuit proved dead, look from which side the cable enters: from above it gains on the way up, from below it loses.',
  }),
  freeUnknown: ({ cable }: { cable: string }) => ({
    says: `how much of ${cable} is free in the box was not measured`,
    ask: 'With the circuit proved dead, measure the conductors from where they leave the sheath.',
  }),
  reaches: ({ cable }: { cable: string }) => `${cable} still reaches`,
  tooShort: ({ cable }: { cable: string }) =>
    `${cable} is too short: keep the old box as a junction box with a blank plate that stays reachable, and run a new piece from it; or find slack further along`,
  hangingUnknown: () => ({
    says: 'on which side the box hangs was not looked at',
    ask: 'Look for nail heads inside, or slip a thin blade down each side of the box: it stops at the stud.',
  }),
  grows: ({ toward, side, known }: { toward: 'right' | 'left'; side: 'none' | 'right' | 'left'; known: boolean }) => ({
    says: `grows to the ${toward}, ${side === 'none' ? 'where there is more room' : 'away from the stud'}`,
    ask: known ? undefined : 'Find a stud first.',
  }),
  noRoom: ({ toward, addedGangs, known }: { toward: 'right' | 'left'; addedGangs: number; known: boolean }) => ({
    says: `no room to the ${toward}: something stands in the way of ${addedGangs === 1 ? 'one more gang' : `${addedGangs} more gangs`}`,
    ask: known ? undefined : 'Find a stud first.',
  }),
});
