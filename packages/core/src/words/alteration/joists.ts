/** Joists on a way, in words. */
import { phrases } from '../phrases.js';

type Cut = 'hole' | 'notch';
const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;
const cutWords = ({ count, cut, sizeMm }: { count: number; cut: Cut; sizeMm: number }): string =>
  `${many(count, 'joist is', 'joists are')} ${cut === 'hole' ? `bored, ${sizeMm} mm on the middle line` : `notched ${sizeMm} mm from the top`}`;

export const joistWords = phrases('uk-joists', {
  runUnknown: ({ cut, count }: { cut: Cut; count: number }) => ({
    says: `across joists it takes about ${cut === 'hole' ? many(count, 'hole', 'holes') : many(count, 'notch', 'notches')}, along them none: which way they run, or how far apart, was not noted`,
    ask: 'See which way the boards run: joists lie across them. Note it on the room’s page.',
  }),
  depthUnknown: ({ count }: { count: number }) => ({
    says: `${many(count, 'joist is', 'joists are')} cut; how deep they are was not measured`,
    ask: 'Measure a joist under a lifted board.',
  }),
  spanReckoned: ({ wallToWall, ...cut }: { count: number; cut: Cut; sizeMm: number; wallToWall: boolean | undefined }) => ({
    says: `${cutWords(cut)}; where along their span is only reckoned: ${wallToWall === false ? 'something carries them between the walls' : 'whether they span the room from wall to wall was not looked at'}`,
    ask: 'Look under a lifted board for a wall or a beam under them; note it on the room’s page, or let somebody judge who knows.',
  }),
  placed: ({ fromBearingMm, ...cut }: { count: number; cut: Cut; sizeMm: number; fromBearingMm: number }) =>
    `${cutWords(cut)}, ${Math.round(fromBearingMm)} mm from where they bear`,
});
