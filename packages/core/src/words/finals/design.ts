/** Drop along a final circuit, in words. */
import { phrases } from '../phrases.js';

export const designWords = phrases('uk-design', {
  lengthsMissing: ({ unknownCount }: { unknownCount: number }) => ({
    says: 'lengths of runs are missing',
    ask: `Measure ${unknownCount === 1 ? 'the run that has' : `the ${unknownCount} runs that have`} no length, or read r1 round the ring.`,
  }),
  nothingFed: () => 'nothing is fed',
  lost: ({
    volts,
    name,
    ukVolts,
    shape,
    ringFarA,
    taken,
  }: {
    volts: number;
    name: string;
    ukVolts: number;
    shape: 'ring' | 'radial';
    ringFarA: number;
    taken: boolean;
  }) =>
    `${volts.toFixed(2)} V lost at ${name} of ${ukVolts} V${shape === 'ring' ? `, ${ringFarA} A there and the rest spread` : ', all of it there'}${taken ? '; lengths taken as equal from r1' : ''}`,
});
