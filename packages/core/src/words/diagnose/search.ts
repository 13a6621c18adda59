/** Where a search for a fault stands, in words. */
import { phrases } from '../phrases.js';

/** A share of one in words: `62 %`; never quite none, never quite all. */
export const percent = (share: number): string => `${share >= 0.995 ? 'over 99' : share < 0.005 ? 'under 1' : Math.round(share * 100)} %`;
/** The same where there is little room. */
export const shortPercent = (share: number): string => `${share >= 0.995 ? '99' : share < 0.005 ? '<1' : Math.round(share * 100)}%`;

export const searchWords = phrases('search', {
  signs: ({ signs }: { signs: readonly string[] }) =>
    `${signs.join(', ')}: leave the circuit off, and have it looked at by a licensed electrician today.`,
  asksSigns: () => 'First: is there any of these signs?',
  asksComplaint: () => 'Say what you notice.',
  tryAgain: () => 'Mended, so far as is known: try again what did not work.',
  mended: () => 'What did not work works again, and every face of this circuit reads as right.',
  /** `left`: boxes whose faces were not read since */
  mendedUnread: ({ left }: { left: readonly string[] }) =>
    `What did not work works again. Whether all is right can’t be told before every face reads so: three lamps or a meter in ${left.join(', ')}.`,
  contradict: () =>
    'These readings contradict each other, or no fault that is known here explains them: repeat the last test, or look whether the survey is right here.',
  /** `besides`: a second one that is likelier than not; `rests`: on what was taken for it */
  found: ({
    share,
    likely,
    besides,
    besidesShare,
    rests,
  }: {
    share: number;
    likely: string;
    besides: string | undefined;
    besidesShare: number | undefined;
    rests: boolean;
  }) =>
    `${percent(share)}: ${likely}.${besides === undefined ? '' : ` And besides it, ${percent(besidesShare!)}: ${besides}.`}${rests ? ' It rests on what was taken for it, below.' : ''}`,
  nothingTells: ({ share, likely, or, orShare }: { share: number; likely: string; or: string | undefined; orShare: number | undefined }) =>
    `No test that is left tells more. It is ${likely} (${percent(share)})${or === undefined ? '' : `, or ${or} (${percent(orShare!)})`}.`,
  likeliest: ({ share, likely }: { share: number; likely: string }) => `Likeliest now, ${percent(share)}: ${likely}.`,
});
