/** Wires in a raceway, in words. */
import { phrases } from '../phrases.js';

export const racewayWords = phrases('raceway', {
  madeForUnknown: ({ wires, gauge, area }: { wires: number; gauge: number; area: string }) => ({
    says: `${wires} wires of ${gauge} AWG; how many the track is made for is on its maker’s sheet${area}`,
    ask: `Read on the maker’s sheet how many ${gauge} AWG wires it takes, with devices in its boxes.`,
  }),
  within: () => 'no more wires than it is made for',
  tooMany: () => 'more wires than it is made for: take the next size',
});
