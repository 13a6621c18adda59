/** What the ledger says of a run of cable. */
import { printLength, type LengthUnit } from '../../measure/index.js';
import { phrases, type Told } from '../phrases.js';

export const runWords = phrases('run', {
  noStudFound: () => ({
    says: 'no stud has been found, so nobody knows whether one stands between',
    ask: 'Find one stud and the spacing.',
  }),
  noStudBetween: () => 'no stud stands between them',
  studsCrossed: ({ betweenCount, material }: { betweenCount: number; material: 'metal' | 'wood' }) =>
    `${betweenCount === 1 ? 'one stud has' : `${betweenCount} studs have`} to be crossed: an opening at each, ${material === 'metal' ? 'a bushing in every hole before the cable' : 'the hole in the middle of the stud, 1 1/4 in from both faces or a plate'}`,
  studsBetween: ({ betweenCount }: { betweenCount: number }) =>
    `${betweenCount === 1 ? 'a stud stands' : `${betweenCount} studs stand`} between them: the cable can’t be fished straight across; choose a place in the source box’s bay`,
  metalStud: () => 'metal: a bushing in the hole before the cable, or its edge cuts the sheath',
  behindFace: ({ reference }: { reference: string }) => `where its centre lies behind the other face, from the ${reference}`,
  blockOpened: ({ kind, at }: { kind: string; at: string }) =>
    `the ${kind} ${at} lies between the boxes: the finish is opened there, the ${kind} bored in its middle, the hole sealed where it blocks fire, and the opening closed again; or take a way round it`,
  obstacleBetween: ({ kind, at, has }: { kind: string; at: string; has: boolean }) => ({
    says: `the ${kind} ${at} lies between the boxes, and nobody knows whether a cable passes it`,
    ask: has
      ? `A ${kind} carries or stiffens the wall: it is not bored unless somebody who reckons such things says where. Take a way round it.`
      : 'Look in with a scope: a cable needs 3/4 in beside or behind it, and keeps away from what is hot. Else take a way round it.',
  }),
  openingMeetsBox: ({ studAt, box }: { studAt: string; box: string }) =>
    `the opening at the stud at ${studAt} runs into that of ${box}: one hole that its plate doesn’t cover; take the box out and bore from there, or move the new place so that no stud lies between`,
  pipeSince: ({ kind }: { kind: string }) => ({
    says: `a ${kind} was found there since this way was taken: the cable doesn’t go through it`,
    ask: 'Look at the ways again, and take one that goes past it.',
  }),
  metalHole: ({ where }: { where: string }) => `${where}: metal, a bushing in the hole before the cable, or its edge cuts the sheath`,
  movedSince: ({ box, offMm, unit }: { box: string; offMm: number; unit: LengthUnit }) => ({
    says: `${box} was moved ${printLength(offMm, unit)} since this way was taken: its length, holes and openings are those of before`,
    ask: 'Say the new place under Need, and take the way again.',
  }),
  wallsGone: ({ goneCount }: { goneCount: number }) => ({
    says: `${goneCount === 1 ? 'a wall' : `${goneCount} walls`} it goes through ${goneCount === 1 ? 'is' : 'are'} not in the survey any more`,
    ask: 'Take another way.',
  }),
  cut: ({ cutMm, unit, buyMm }: { cutMm: number; unit: LengthUnit; buyMm: number }) =>
    `cut ${printLength(cutMm, unit)}, buy ${printLength(buyMm, unit, { style: 'feet' })}`,
  wayUntaken: () => ({ says: 'they hang on different walls, and no way was taken yet', ask: 'Take one of the ways of the Route stage.' }),
  depthOrPlaceUnknown: () => ({ says: 'a box has no depth or no place yet', ask: 'Measure the depth of both boxes.' }),
  reckonedSupports: ({ guessed, supportCount }: { guessed: number; supportCount: number }) => ({
    says: `${guessed} of ${supportCount} places are studs that were only reckoned`,
    ask: 'Find the studs along the line before the track is cut, or use anchors made for that wall.',
  }),
  supports: ({ supportCount }: { supportCount: number }) =>
    `${supportCount} places, each at a stud that was found or in the board of a shelf`,
  metalRaceway: () =>
    'metal raceway: every fitting, coupling and cover makes metal contact, and the green wire runs with the others to every box',
  stockTaken: () => ({
    says: 'stock length and saw cut are the usual ones, nobody measured them',
    ask: 'Measure a length at the shop, and enter it under Need.',
  }),
  noPlan: ({ missing }: { missing: readonly string[] }) => ({ says: 'no plan yet', ask: missing.join(' ') }),
  wayGone: () => ({ says: 'no way of it was taken', ask: 'Take the way again.' }),
  metallicOutdoors: () => ({
    says: 'plain flexible metal outdoors: it is for dry places',
    ask: 'Come through the wall into the back of the box with sheathed cable; what lies outside is liquid-tight conduit or a cable listed for wet places.',
  }),
  sheathedOutdoors: () => ({
    says: 'sheathed cable is for dry places: inside the wall up to the back of the box, nothing of it outside',
    ask: 'Where any of it would lie outside: liquid-tight conduit with wires for wet places, or a cable listed for them.',
  }),
  refused: ({ reasons }: { reasons: readonly string[] }) => reasons.join(' '),
  holeAt: ({ where, told }: { where: string; told: Told }) => ({ says: `${where}: ${told.says}`, ask: told.ask }),
});
