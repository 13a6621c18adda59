/** How holes and notches in studs and joists are told. */
import { phrases } from '../phrases.js';

const setbackWords = (combustible: boolean): string =>
  combustible ? 'the finish can burn: front edge flush or proud' : 'front edge at most 1/4 in behind the finish';

export const framingWords = phrases('framing', {
  tooNearEdge: () => 'less than 5/8 in of wood would be left',
  holeTooLarge: () => 'the hole is too large for this stud',
  ifBearsNothing: () => ({ says: 'allowed only if the wall bears nothing', ask: 'Find out whether the wall carries a load.' }),
  plate: () => 'a 1/16 in steel plate has to cover the hole',
  noPlate: () => 'no plate needed',
  jointTooLarge: ({ cut }: { cut: 'hole' | 'notch' | 'notch at the end' }) => `too ${cut === 'hole' ? 'large' : 'deep'} for this joist`,
  middleThird: () => 'no notch in the middle third of the span: bore through the middle instead',
  middleThirdUnknown: () => ({
    says: 'allowed only outside the middle third of the span',
    ask: 'Measure the span and where the notch lies in it.',
  }),
  notchWithin: () => 'within what this joist bears',
  joistEdge: () => 'less than 2 in of wood to the edge of the joist',
  joistNextHole: () => 'less than 2 in of wood to the next hole',
  joistWithin: () => 'within what this joist bears; solid wood only, not trusses or I-joists',
  setback: ({ combustible }: { combustible: boolean }) => setbackWords(combustible),
  setBackTooFar: ({ combustible }: { combustible: boolean }) => `${setbackWords(combustible)}; use a box extension`,
});
