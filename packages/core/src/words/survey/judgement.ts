/** What a wall’s page says of a new box. */
import { phrases, type Told } from '../phrases.js';

export const wallWords = phrases('wall', {
  counterLow: () => 'low enough above the counter to count',
  counterHigh: () => 'over 20 in above the counter: it does not count as a counter receptacle',
  featureClear: ({ name }: { name: string }) => `clear of the ${name}`,
  insideWainscot: () => 'inside the wainscot: the box needs an extension or a cut through its boards, and the front edge flush',
  behindFeature: ({ name }: { name: string }) => `behind the ${name}: it can be reached only when that is moved or opened`,
  overEdge: ({ name }: { name: string }) => `the plate would run over the edge of the ${name}`,
  screwLength: () => 'never longer than the stud is thick: beyond it may lie a cable or the other face',
  patchRaised: () => 'patch height is the raise, as far as the old opening lies below the new one',
  patchLowered: () => 'patch height is the lowering',
  stripScrews: ({ condition }: { condition: 'loose' | 'stripped' | 'cracked' }) =>
    `the box is ${condition}: longer screws are a stop-gap, replace it`,
  boxReplaced: ({ condition }: { condition: 'loose' | 'stripped' | 'cracked' }) =>
    `the ${condition} box is replaced; keep a spare, an old one often does not survive`,
  nothingTowardStud: () => 'nothing is cut toward a stud that was not open before',
  hangingUnknown: () => ({
    says: 'nobody looked on which side the box hangs',
    ask: 'Look for nail heads inside, or slip a thin blade down each side: it stops at the stud.',
  }),
  byWings: () => 'held by wings: it may grow to either side',
  onStud: ({ side, how }: { side: 'right' | 'left'; how: 'noted' | 'nearest stud' | 'not known' }) =>
    `stud on its ${side}${how === 'noted' ? '' : ', by the nearest stud'}; an opening is enlarged to the ${side === 'left' ? 'right' : 'left'}`,
  kindSuits: ({ kind, reasons }: { kind: string; reasons: readonly string[] }) => `${kind}: ${reasons.join('; ')}`,
  /** `own`: a kind of the catalogue that doesn’t suit, and why; `best`: one that does */
  kindElse: ({ own, reasons, best }: { own: string | undefined; reasons: readonly string[]; best: string | undefined }) =>
    `${own ? `${own} would not go into this closed wall: ${reasons.join('; ')}` : 'a box as measured'}${best ? `. Recommended: ${best}` : '. No kind in the list suits; the wall or the number of gangs has to change'}`,
  /** the height wished for, where something stands below it that it has to clear */
  workedHeight: ({ why }: { why: string }) => `${why}: the worked height is the sum below`,
  together: ({ told, ask }: { told: readonly Told[]; ask: string | undefined }) => ({ says: told.map((t) => t.says).join('; '), ask }),
});
