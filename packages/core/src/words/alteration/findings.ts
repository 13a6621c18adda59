/** An alteration as a whole, in words. */
import { phrases } from '../phrases.js';

export const alterationWords = phrases('uk-alteration', {
  circuitUnknown: () => ({
    says: 'which circuit it is on is not said',
    ask: 'Choose it; with its breaker off a plugged-in lamp goes out.',
  }),
  seenAt: ({ final, number, point }: { final: string; number: string; point: string | undefined }) =>
    `${final}, way ${number}${point ? `, seen at ${point}` : ''}`,
  pointUnknown: () => ({
    says: 'at which point it starts is not said',
    ask: 'Choose the socket that is altered, or that the cable leaves.',
  }),
  notSingle: ({ point, kind }: { point: string; kind: 'twin' | 'fused unit' | 'fixed appliance' | 'joint' }) =>
    `${point} is a ${kind}: only a single becomes a twin`,
  noRing: ({ final }: { final: string }) => `${final} is a radial: it has no ring to be taken through. Take it on from there instead`,
  onSpur: ({ point }: { point: string }) => `${point} hangs on a spur: no run of the ring is there to be opened`,
  own: () => 'a circuit of its own from the consumer unit',
  at: ({ final, number, point }: { final: string; number: string; point: string }) => `on ${final}, way ${number}, at ${point}`,
  roomUnknown: () => ({
    says: 'in which room it is was not said: beside a bath or a shower it is notifiable, elsewhere in England not',
    ask: 'Put it on a wall of a room that was entered.',
  }),
  loadUnknown: () => ({ says: 'what it takes is not said', ask: 'Read the watts on its plate.' }),
  breakerOver: ({ amps, rating }: { amps: number; rating: number }) => `${amps.toFixed(1)} A on a ${rating} A breaker`,
  supplyHalf: ({ supply }: { supply: number }) => `more than half of what the supply’s ${supply} A fuse allows: ask the supplier first`,
  ownLoad: ({ amps, rating }: { amps: number; rating: number }) => `${amps.toFixed(1)} A of ${rating} A`,
  outletOver: ({ amps, most, kind }: { amps: number; most: number; kind: 'single' | 'twin' | 'fused unit' | 'fixed appliance' }) =>
    `${amps.toFixed(1)} A: more than ${most} A, which is all a ${kind} gives`,
  longLoad: ({ watts }: { watts: number }) => `${watts} W that may run for hours belong on a circuit of their own`,
  outletLoad: ({ amps, most }: { amps: number; most: number }) => `${amps.toFixed(1)} A of ${most} A`,
  unfit: ({ change, why }: { change: string; why: string }) => `“${change}” doesn’t fit the house as it is: ${why}`,
  asbestosYearUnknown: () =>
    'when it was built is not noted: boards, textured coatings and flash guards from before 2000 may hold asbestos',
  asbestos: () =>
    'textured coatings, boards and old flash guards of that time may hold asbestos: have a sample looked at before anything is cut or drilled there',
  lead: () => 'paint from before 1970 may hold lead: wet, no sanding, a fine filter',
  silica: () => 'chasing and drilling set free silica: extraction, mask, goggles',
  licensed: () => 'work in the consumer unit is a registered electrician’s: its tails stay live with the main switch off',
});
