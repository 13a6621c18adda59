/** Drop of a radial, in words. */
import { phrases } from '../../phrases.js';

export const NO_SHEATH = 'singles have no sheath: they lie in conduit or trunking and nowhere else';

export const ukCableWords = phrases('uk-cable', {
  left: ({ leftV }: { leftV: number }) => `${leftV.toFixed(1)} V left at its end`,
  dropTooMuch: () => 'more than 5 %: a thicker cable, or a shorter way',
});
