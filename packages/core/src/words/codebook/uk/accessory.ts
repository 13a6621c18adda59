/** What a place asks of an accessory, in words. */
import { phrases, type Told } from '../../phrases.js';

export const accessoryWords = phrases('uk-accessory', {
  heightReached: () => 'in reach of everybody',
  heightOutside: ({ least, most }: { least: number; most: number }) =>
    `outside ${least} to ${most} mm: binding in a new dwelling; in one that stands it may go level with its neighbours`,
  far: ({ label }: { label: string }) => `${label}: far enough`,
  distanceTaken: ({ told }: { told: Told }) => ({ says: `${told.says}, by a distance that is only taken`, ask: 'Measure it.' }),
  sinkUnmeasured: () => ({
    says: 'how far the sink is was not measured',
    ask: 'Measure from the sink’s edge to the box, or say that there is none.',
  }),
  bathUnmeasured: () => ({
    says: 'how far the bath or shower is was not measured',
    ask: 'Measure from its edge, round corners as a string goes; of a shower without a tray from 1.2 m off its head.',
  }),
  leafUnmeasured: () => ({
    says: 'how thick the leaf is was not measured',
    ask: 'Measure the wall at a door or a window, less plaster on both sides; a cavity wall has two leaves.',
  }),
  leafLeft: ({ left }: { left: number }) => `${left.toFixed(0)} mm of the leaf stay behind it`,
  leafThrough: () => 'the box would come through the leaf',
  leafHalf: () => 'more than half of the leaf goes: a shallower box, and none behind it on the other side',
  weatherUnknown: () => ({ says: 'which box keeps the rain out was not said', ask: 'Choose a weatherproof one.' }),
  weatherproof: () =>
    'weatherproof, IP66 with its cover shut, cable in from behind or below, no flat cable in the open; which earth it may have (TN-C-S outdoors, an electrode) a registered electrician decides',
  rain: () => 'rain gets into it: outdoors a weatherproof one, IPX4 at least, with its plug in too',
  notifiable: ({ must }: { must: 'a new circuit' | 'work beside a bath or shower' }) =>
    `${must} is notifiable: a registered electrician certifies it, or building control is told before it begins`,
  notNotifiable: () =>
    'an addition to a circuit that is there is not notifiable in England; the certificate for minor works is due all the same, and elsewhere more may be',
  terminalsFull: ({ atTerminals }: { atTerminals: number }) =>
    `${atTerminals} cables at one accessory: its terminals take three conductors at most`,
  depthTooShallow: ({ cables, tight }: { cables: number; tight: number }) =>
    `too shallow for ${cables === 1 ? 'a cable' : `${cables} cables`} behind it: at least ${tight} mm`,
  depthTight: ({ comfortable, cables }: { comfortable: number; cables: number }) =>
    `tight: ${comfortable} mm folds ${cables} cables without force`,
  depthFits: () => 'room for its cables and grommets',
  lugsMiss: ({ min, max }: { min: number; max: number }) => `its lugs hold board of ${min} to ${max} mm`,
  deeperThanCavity: () => 'the box is deeper than board and cavity together',
  boardUnmeasured: () => ({
    says: 'how thick the board is was not measured',
    ask: 'Measure it where the old box sits, or at a small hole.',
  }),
  cavityUnmeasured: () => ({
    says: 'how deep the cavity is was not measured',
    ask: 'Measure it through the old box, or through a small hole with a bent wire.',
  }),
  lugsHold: ({ boardMm }: { boardMm: number }) => `its lugs hold board of ${boardMm} mm, and the cavity takes it`,
  worktopTooClose: () => 'too close over a worktop: what is spilt runs along it, and a plug’s lead is bent',
  sinkTooClose: () => 'within reach of what splashes from the sink',
  hobTooClose: () => 'leads would lie over the hob',
});
