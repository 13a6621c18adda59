/** What lies behind a cut, in words. */
import { phrases } from '../phrases.js';

/** A cable that hangs from its box, and at which end. */
interface Hanging {
  cable: string;
  side: 'top' | 'bottom';
}

export const cuttingWords = phrases('cutting', {
  depthUnknown: ({ kind }: { kind: string }) =>
    `a ${kind} is behind this place and how deep it lies is not known: no blade before it was seen`,
  itsOwnCable: ({ cable, side }: Hanging) =>
    `its own ${cable} runs ${side === 'top' ? 'up' : 'down'} behind the new cut: off and proved dead before it, the cable pulled aside`,
  otherCable: ({ cable, side, own }: Hanging & { own: string }) =>
    `${cable} runs ${side === 'top' ? 'up' : 'down'} here from ${own}: look before any blade`,
  looked: () => 'nothing is known within the saw’s reach on either face, and the bay was looked into',
  snug: () => 'snug: a tight hole can be shaved, a wide one must be filled',
  bayUnlooked: () => ({
    says: 'look first: nobody has looked into this bay',
    ask: 'Drill a small hole inside the outline, look in with a scope or feel with a bent wire, on this side; and look on the other face for what sits there.',
  }),
  obstacleDeeper: ({ kind, saw }: { kind: string; saw: string }) => `the ${kind} lies deeper than the ${saw} reaches: hold the depth`,
  obstacleReached: ({ kind, saw }: { kind: string; saw: string }) => `the ${saw} would reach the ${kind}`,
  boxDeeper: ({ other }: { other: string }) => `${other} sits behind, on the other face: hold the depth`,
  boxReached: ({ other, saw }: { other: string; saw: string }) =>
    `the ${saw} would reach ${other} on the other face: its circuit must be proved dead too, and the blade kept short`,
});
