/** Where one phrase says one thing or another: each side once, as it is read. Wording is the program’s own; what it says is the handbook’s. */
import { describe, expect, it } from 'vitest';
import { aroundWords } from './alteration/around.js';
import { alterationBoxWords } from './alteration/boxFindings.js';
import { faultFindingWords } from './alteration/faultJob.js';
import { alterationWords } from './alteration/findings.js';
import { joistWords } from './alteration/joists.js';
import { alterationWayWords } from './alteration/wayFindings.js';
import { waysWords } from './alteration/ways.js';
import { framingWords } from './codebook/framing.js';
import { loadWords } from './codebook/load.js';
import { askedWords, placeWords } from './codebook/place.js';
import { accessoryWords } from './codebook/uk/accessory.js';
import { ukWallsWords } from './codebook/uk/walls.js';
import { percent, searchWords, shortPercent } from './diagnose/search.js';
import { designWords } from './finals/design.js';
import { finalWords } from './finals/findings.js';
import { readingWords } from './finals/judgeReadings.js';
import { collisionWords } from './layout/collisions.js';
import { cuttingWords } from './layout/cutting.js';
import { patchWords } from './layout/patch.js';
import { relocateWords } from './layout/relocate.js';
import { spacingWords } from './layout/spacing.js';
import { boxWords } from './ledger/boxFindings.js';
import { feedWords } from './ledger/feedFindings.js';
import { jobWords } from './ledger/ledger.js';
import { changeTitles, remedyTitles } from './ledger/remedies.js';
import { runWords } from './ledger/runFindings.js';
import { otherJobWords } from './ledger/otherJobs.js';
import { jobTitles, runTitles } from './ledger/titles.js';
import { breakerWords } from './panel/addBreaker.js';
import { subpanelWords } from './panel/behindFeeder.js';
import { panelLoadWords } from './panel/loads.js';
import { breakerTitles } from './panel/titles.js';
import type { Told } from './phrases.js';
import { pocketWords } from './pocket/sums.js';
import { wayWords } from './purpose/routeDetail.js';
import { laidWords } from './route/laid.js';
import { contradictionWords } from './survey/contradictions.js';
import { wallWords } from './survey/judgement.js';
import { wallTitles } from './survey/titles.js';
import { benchCheckWords } from './wiring/benchChecks.js';
import { benchReadingWords } from './wiring/benchReadings.js';
import { benchTitles } from './wiring/titles.js';
import { gateWords } from './work/gates.js';

const told: Told = { code: 'x.y', figures: {}, says: '11 A on 15 A' };
/** What is said, and in brackets what is asked for. */
const all = (...list: Told[]): string[] => list.map((t) => (t.ask === undefined ? t.says : `${t.says} (${t.ask})`));
const says = (...list: Told[]): string[] => list.map((t) => t.says);
const asks = (...list: Told[]): (string | undefined)[] => list.map((t) => t.ask);

describe('one or several', () => {
  it('joists, studs, doors, cables, gangs, pieces', () => {
    expect(says(joistWords.depthUnknown({ count: 1 }), joistWords.depthUnknown({ count: 3 }))).toEqual([
      '1 joist is cut; how deep they are was not measured',
      '3 joists are cut; how deep they are was not measured',
    ]);
    expect(says(waysWords.studsBored({ crossed: 1 }), waysWords.studsBored({ crossed: 2 })).map((s) => s.slice(0, 18))).toEqual(['1 stud is bored in', '2 studs are bored ']); // prettier-ignore
    expect(says(waysWords.overDoors({ doors: 1 }), waysWords.overDoors({ doors: 2 })).map((s) => s.split(';')[0])).toEqual(['it goes up and over a door', 'it goes up and over 2 doors']); // prettier-ignore
    expect(says(accessoryWords.depthTooShallow({ cables: 1, tight: 25 }), accessoryWords.depthTooShallow({ cables: 3, tight: 35 }))).toEqual(['too shallow for a cable behind it: at least 25 mm', 'too shallow for 3 cables behind it: at least 35 mm']); // prettier-ignore
    expect(says(patchWords.pieces({ pieceCount: 1, battens: 1, screws: 8, compoundMl: 100 }), patchWords.pieces({ pieceCount: 2, battens: 3, screws: 20, compoundMl: 250 }))).toEqual(['1 piece, 1 batten, 8 screws, about 100 ml of compound in three coats', '2 pieces, 3 battens, 20 screws, about 250 ml of compound in three coats']); // prettier-ignore
    expect(says(spacingWords.more({ added: 1, unreachable: false }), spacingWords.more({ added: 2, unreachable: true }))).toEqual(['1 more receptacle reaches what is left; asked for in new work, and a good plan in old', '2 more receptacles reach what is left, except where no box can stand; asked for in new work, and a good plan in old']); // prettier-ignore
    expect(all(relocateWords.noRoom({ toward: 'left', addedGangs: 1, known: true }), relocateWords.noRoom({ toward: 'right', addedGangs: 2, known: false }))).toEqual(['no room to the left: something stands in the way of one more gang', 'no room to the right: something stands in the way of 2 more gangs (Find a stud first.)']); // prettier-ignore
    expect(says(runWords.studsCrossed({ betweenCount: 1, material: 'metal' }), runWords.studsCrossed({ betweenCount: 2, material: 'wood' }))).toEqual(['one stud has to be crossed: an opening at each, a bushing in every hole before the cable', '2 studs have to be crossed: an opening at each, the hole in the middle of the stud, 1 1/4 in from both faces or a plate']); // prettier-ignore
    expect(says(runWords.studsBetween({ betweenCount: 1 }), runWords.studsBetween({ betweenCount: 3 })).map((s) => s.split(' between')[0])).toEqual(['a stud stands', '3 studs stand']); // prettier-ignore
    expect(says(jobWords.benchStops({ count: 1, first: 'Bare.' }), jobWords.benchStops({ count: 2, first: 'Bare.' }))).toEqual(['one stop on the bench. Bare.', '2 stops on the bench. Bare.']); // prettier-ignore
    expect(says(jobWords.benchUnmeasured({ count: 1, first: '' }), jobWords.benchUnmeasured({ count: 3, first: '' }))).toEqual(['the bench takes one thing that nobody measured', 'the bench takes 3 things that nobody measured']); // prettier-ignore
    expect(asks(designWords.lengthsMissing({ unknownCount: 1 }), designWords.lengthsMissing({ unknownCount: 4 }))).toEqual(['Measure the run that has no length, or read r1 round the ring.', 'Measure the 4 runs that have no length, or read r1 round the ring.']); // prettier-ignore
    expect([runTitles.hole(2, 1, 'stud'), runTitles.hole(3, 2, 'stud'), runTitles.lamp('Lamp 1', 0), runTitles.lamp('Lamp 1', 4)]).toEqual(['Hole 2: stud', 'Hole 3: 2 studs', 'Lamp 1', 'Lamp 1 and 4 like it']); // prettier-ignore
  });
  it('a ring with no spur, one, or two', () => {
    const ring = (spurCount: number): string => finalWords.ring({ pointCount: 9, spurCount }).says;
    expect([ring(0), ring(1), ring(2)]).toEqual(['one way round through 9 points', 'one way round through 9 points, with 1 spur', 'one way round through 9 points, with 2 spurs']); // prettier-ignore
  });
});

describe('holes and notches', () => {
  const cut = { count: 2, sizeMm: 20 } as const;
  it('bored on the middle line, or notched from the top', () => {
    expect(says(joistWords.placed({ ...cut, cut: 'hole', fromBearingMm: 900.4 }), joistWords.placed({ ...cut, cut: 'notch', fromBearingMm: 300 }))).toEqual(['2 joists are bored, 20 mm on the middle line, 900 mm from where they bear', '2 joists are notched 20 mm from the top, 300 mm from where they bear']); // prettier-ignore
    expect(says(joistWords.runUnknown({ cut: 'hole', count: 1 }), joistWords.runUnknown({ cut: 'notch', count: 5 })).map((s) => s.split(',')[0])).toEqual(['across joists it takes about 1 hole', 'across joists it takes about 5 notches']); // prettier-ignore
    expect(says(joistWords.spanReckoned({ ...cut, cut: 'hole', wallToWall: false }), joistWords.spanReckoned({ ...cut, cut: 'hole', wallToWall: undefined })).map((s) => s.split(': ')[1])).toEqual(['something carries them between the walls', 'whether they span the room from wall to wall was not looked at']); // prettier-ignore
    expect(says(framingWords.jointTooLarge({ cut: 'hole' }), framingWords.jointTooLarge({ cut: 'notch' }))).toEqual(['too large for this joist', 'too deep for this joist']); // prettier-ignore
    expect(says(ukWallsWords.cutTooLarge({ cut: 'hole', depth: 0.25 }), ukWallsWords.cutTooLarge({ cut: 'notch', depth: 0.125 }))).toEqual(['a hole may be a quarter of the joist’s depth', 'a notch may be an eighth of the joist’s depth']); // prettier-ignore
  });
  it('chases: a third upright, a sixth along (UK, from memory)', () =>
    expect(says(ukWallsWords.chaseWithin({ runs: 'up and down' }), ukWallsWords.chaseWithin({ runs: 'along' }), ukWallsWords.chaseTooDeep({ runs: 'up and down' }), ukWallsWords.chaseTooDeep({ runs: 'along' }))).toEqual(['up and down, within a third of the leaf, where none lies behind it on the other side', 'along, within a sixth of the leaf, where none lies behind it on the other side', 'deeper than a third of the leaf: the wall is weakened', 'deeper than a sixth of the leaf: the wall is weakened'])); // prettier-ignore
});

describe('where something is', () => {
  it.each([
    ['outdoors', 'outdoors'],
    ['deck', 'on a deck'],
    ['living', 'in a living room'],
    ['dining', 'in a dining room'],
    ['utility', 'in a utility room'],
    ['bedroom', 'in a bedroom'],
    ['attic', 'in an attic'],
    ['unfinished-basement', 'in an unfinished basement'],
    ['office', 'in an office'],
  ])('%s: %s', (use, words) => expect(placeWords(use)).toBe(words));
  it('seen at a point, or nowhere said', () => {
    expect(says(alterationWords.seenAt({ final: 'Ring', number: '3', point: 'Hall twin' }), alterationWords.seenAt({ final: 'Ring', number: '3', point: undefined }))).toEqual(['Ring, way 3, seen at Hall twin', 'Ring, way 3']); // prettier-ignore
    expect(says(faultFindingWords.outOfLine({ reading: 'r1', point: 'Hall twin', told }), faultFindingWords.outOfLine({ reading: 'r1', point: undefined, told }))).toEqual(['r1 at Hall twin: 11 A on 15 A', 'r1: 11 A on 15 A']); // prettier-ignore
    expect(asks(laidWords.joistsUnmeasured({ over: true, room: 'hall' }), laidWords.joistsUnmeasured({ over: false, room: undefined }))).toEqual(['Measure a joist over the hall from top to bottom.', 'Measure a joist under the room from top to bottom.']); // prettier-ignore
    expect(says(waysWords.floorUnknown({ where: 'floor' }), waysWords.floorUnknown({ where: 'loft' }))).toEqual(['what lies under the floor was not noted', 'what lies over the ceiling was not noted']); // prettier-ignore
    expect(says(alterationWayWords.unknown({ none: undefined }), alterationWayWords.unknown({ none: 'a door stands there' }))).toEqual(['no way of the cable is known: say where it goes', 'no way of the cable is known: a door stands there']); // prettier-ignore
    expect(says(cuttingWords.itsOwnCable({ cable: 'cable 2', side: 'bottom' }), cuttingWords.otherCable({ cable: 'cable 2', side: 'top', own: 'Hall box' })).map((s) => s.split(' runs ')[1]!.split(' ')[0])).toEqual(['down', 'up']); // prettier-ignore
    expect(says(cuttingWords.itsOwnCable({ cable: 'cable 2', side: 'top' }), cuttingWords.otherCable({ cable: 'cable 2', side: 'bottom', own: 'Hall box' })).map((s) => s.split(' runs ')[1]!.split(' ')[0])).toEqual(['up', 'down']); // prettier-ignore
    expect(remedyTitles.intoBay(true)).toBe('Put it just past the source box, in its bay');
    expect(remedyTitles.intoBay(false)).toBe('Put it just before the source box, in its bay');
  });
  it('which side: away from the stud, or where there is room', () => {
    expect(all(relocateWords.grows({ toward: 'left', side: 'right', known: true }), relocateWords.grows({ toward: 'right', side: 'none', known: false }))).toEqual(['grows to the left, away from the stud', 'grows to the right, where there is more room (Find a stud first.)']); // prettier-ignore
    expect(says(wallWords.onStud({ side: 'left', how: 'noted' }), wallWords.onStud({ side: 'right', how: 'nearest stud' }))).toEqual(['stud on its left; an opening is enlarged to the right', 'stud on its right, by the nearest stud; an opening is enlarged to the left']); // prettier-ignore
    expect(says(contradictionWords.studElsewhere({ hangsOn: 'left', reckoned: true }), contradictionWords.studElsewhere({ hangsOn: 'left', reckoned: false })).map((s) => s.endsWith('as the rhythm of the studs has it'))).toEqual([true, false]); // prettier-ignore
  });
});

describe('seen, taken or not known', () => {
  it('what is noted in a wall, and nothing', () => {
    expect(says(alterationBoxWords.searched({ wall: 'Wall 2', how: 'scanned', kinds: ['pipe', 'cable'] }), alterationBoxWords.searched({ wall: 'Wall 2', how: 'scanned', kinds: [] }))).toEqual(['Wall 2, scanned: pipe, cable noted', 'Wall 2, scanned: nothing noted in the way']); // prettier-ignore
    expect(says(boxWords.openFraming({ obstacles: ['pipe'] }), boxWords.openFraming({ obstacles: [] }), boxWords.bayLooked({ how: undefined, obstacles: ['pipe', 'duct'] }), boxWords.bayLooked({ how: 'felt', obstacles: [] }))).toEqual([
      'open framing: what is between the studs can be seen; noted: pipe',
      'open framing: what is between the studs can be seen, and nothing is noted there',
      'seen through a hole: pipe, duct noted',
      'felt: nothing in the way',
    ]); // prettier-ignore
    expect(says(aroundWords.clear({ guessed: false, base: 95 }), aroundWords.clear({ guessed: true, base: undefined }))).toEqual(['clear of doors and windows that are noted, of the ends of the wall and the skirting', 'as it was put there, not measured, clear of doors and windows that are noted, of the ends of the wall']); // prettier-ignore
    expect(all(collisionWords.obstacleDepthUnknown({ kind: 'pipe', until: undefined }), collisionWords.obstacleDepthUnknown({ kind: 'pipe', until: 60 })).map((s) => s.split(' is not known')[0])).toEqual(['the pipe is behind this place, and how deep it lies', 'the pipe is behind this place, and the depth of the box']); // prettier-ignore
    expect(asks(collisionWords.boxesDepthUnknown({ depthMm: undefined, box: 'A', other: 'B' }), collisionWords.boxesDepthUnknown({ depthMm: 70, box: 'A', other: 'B' })).map((a) => a!.slice(0, 22))).toEqual(['Measure the depth of A', 'Measure the depth of B']); // prettier-ignore
    expect(says(collisionWords.fireBoxAndRim({ material: 'metal' }), collisionWords.fireBoxAndRim({ material: 'plastic' }), collisionWords.fireBoxAndRim({ material: undefined })).map((s) => s.slice(0, 60))).toEqual(['in a fire-rated wall: a steel box may; at most 1/8 in open r', ...Array<string>(2).fill('in a fire-rated wall: only a box listed for such walls may; ')]); // prettier-ignore
    expect(all(feedWords.deviceUnseen({ isReceptacle: true, kind: 'receptacle' }), feedWords.deviceUnseen({ isReceptacle: false, kind: 'switch' }))).toEqual(['the old receptacle was not looked at (Look for scorching, cracks and a loose grip on a plug.)', 'the old switch was not looked at (Look for scorching, cracks and play in it.)']); // prettier-ignore
  });
  it('a place in a panel: open the door, look behind a plate, or ask', () => {
    const ask = (looked: boolean, covered: number[]) => breakerWords.noPlace({ looked, covered, why: 'none' }).ask;
    expect([ask(false, [4]), ask(true, [4, 6]), ask(true, [])]).toEqual([
      'Open the door of the panel, and note at it which spaces are free.',
      'Have somebody look behind the plate of space 4, 6.',
      'A licensed electrician can say whether the panel takes half-width breakers, or wants a subpanel.',
    ]);
  });
  it('a subpanel with a main of its own: that one doesn’t make its lugs dead', () => {
    const off = (main: 'breaker' | 'lugs') => subpanelWords.feederOff({ feeder: 'Breaker 2', sub: 'garage panel', main }).says;
    expect([off('breaker').includes('its own main alone does not: the lugs behind it stay live'), off('lugs').includes('its own main')]).toEqual([true, false]); // prettier-ignore
    expect(says(subpanelWords.feederUnknown({ sub: 'garage panel', main: 'breaker' }), subpanelWords.feederUnknown({ sub: 'garage panel', main: 'lugs' })).map((s) => s.endsWith(', its own main or not'))).toEqual([true, false]); // prettier-ignore
    expect(says(panelLoadWords.aboveMain({ amps: 120.04, what: 'main breaker' }), panelLoadWords.aboveMain({ amps: 61, what: 'feeder' }))).toEqual(['120.0 A noted, more than the main: not all of it may run at once', '61.0 A noted, more than the feeder: not all of it may run at once']); // prettier-ignore
  });
  it('a kind of box that doesn’t suit, one as measured; one recommended, or none', () => {
    const kind = (own: string | undefined, best: string | undefined) => wallWords.kindElse({ own, reasons: ['ears'], best }).says;
    expect([kind('nail-on', 'old-work'), kind(undefined, undefined)]).toEqual(['nail-on would not go into this closed wall: ears. Recommended: old-work', 'a box as measured. No kind in the list suits; the wall or the number of gangs has to change']); // prettier-ignore
    expect(says(boxWords.kindSuits({ metalCount: 2, kind: 'steel', reasons: ['a', 'b'] }), boxWords.kindSuits({ metalCount: 0, kind: 'steel', reasons: ['a'] }))).toEqual(['you set metal boxes at a stud; steel: a, b', 'steel: a']); // prettier-ignore
  });
});

describe('figures on either side', () => {
  it('a share is never quite none, never quite all', () =>
    expect([0, 0.0049, 0.005, 0.624, 0.9949, 0.995, 1].map(percent)).toEqual(['under 1 %', 'under 1 %', '1 %', '62 %', '99 %', 'over 99 %', 'over 99 %'])); // prettier-ignore
  it('and where there is little room', () =>
    expect([0, 0.005, 0.624, 0.995, 1].map(shortPercent)).toEqual(['<1%', '1%', '62%', '99%', '99%']));
  it('found, with a second fault, resting on what was taken; nothing left to test', () => {
    const found = { share: 0.9, likely: 'a loose wire', besides: undefined, besidesShare: undefined, rests: false };
    expect(says(searchWords.found(found), searchWords.found({ ...found, besides: 'a worn outlet', besidesShare: 0.6, rests: true }))).toEqual(['90 %: a loose wire.', '90 %: a loose wire. And besides it, 60 %: a worn outlet. It rests on what was taken for it, below.']); // prettier-ignore
    expect(says(searchWords.nothingTells({ share: 0.5, likely: 'A', or: undefined, orShare: undefined }), searchWords.nothingTells({ share: 0.5, likely: 'A', or: 'B', orShare: 0.4 }))).toEqual(['No test that is left tells more. It is A (50 %).', 'No test that is left tells more. It is A (50 %), or B (40 %).']); // prettier-ignore
  });
  it('readings of a final circuit', () => {
    expect(says(readingWords.liveApart({ apart: 0.1, own: 0.6, r1: 0.5 }), readingWords.liveApart({ apart: 0.1, own: 0.4, r1: 0.5 })).map((s) => /on the (\w+),/.exec(s)![1])).toEqual(['neutral', 'line']); // prettier-ignore
    expect(says(readingWords.lengthsApart({ expected: 0.5, metres: 6.4 }), readingWords.lengthsApart({ expected: 0.5, metres: -6.4 }))).toEqual(['the lengths noted give 0.50 Ω: about 6 m of cable more than was noted, or a contact that is not good', 'the lengths noted give 0.50 Ω: about 6 m of cable less than was noted']); // prettier-ignore
    expect(says(readingWords.endsFirst({ core: 'n' }), readingWords.endsFirst({ core: 'e' })).map((s) => s.slice(0, 9))).toEqual(['r1 and rn', 'r1 and r2']); // prettier-ignore
    const over = (residual: boolean | undefined) => readingWords.loopOver({ own: 1.5, limit: 1.1, curve: 'B', ratingA: 32, residual }).says;
    expect([over(true), over(undefined)]).toEqual(['1.50 Ω is over the 1.10 Ω at which B32 still opens at once: only the 30 mA device would open. Find why it is so high', '1.50 Ω is over the 1.10 Ω at which B32 still opens at once']); // prettier-ignore
  });
  it('ring or radial, too large or too small', () => {
    expect(says(finalWords.ringRating({ ratingA: 40 }), finalWords.ringRating({ ratingA: 20 }))).toEqual(['a ring is protected by 30 or 32 A; 40 A is too much', 'a ring is protected by 30 or 32 A; 20 A is less than it was made for']); // prettier-ignore
    expect(says(finalWords.radialTooThin({ ratingA: 32, size: '2.5', most: 20 }), finalWords.radialTooThin({ ratingA: 20, size: '1', most: undefined }))).toEqual(['32 A on 2.5 mm²: at most 20 A for a radial of sockets', '20 A on 1 mm²: too thin for a radial of sockets']); // prettier-ignore
    expect(says(finalWords.fuse({ point: 'Boiler', fuseA: 13, watts: 300, neededA: 3 }), finalWords.fuse({ point: 'Boiler', fuseA: 3, watts: 300, neededA: 3 }))).toEqual(['Boiler: 13 A for 300 W; 3 A protects its flex', 'Boiler: 3 A for 300 W']); // prettier-ignore
    expect(says(finalWords.openRing({ at: 'Hall' }), finalWords.openRing({ at: '' })).map((s) => s.split('.')[0])).toEqual(['the ring does not close: it ends at Hall', 'the ring does not close']); // prettier-ignore
    expect(says(finalWords.interconnected({ at: 'Hall' }), finalWords.interconnected({ at: '' })).map((s) => s.split(':')[0])).toEqual(['more than one way round, at Hall', 'more than one way round']); // prettier-ignore
  });
  it('a load of two outlets; a kitchen circuit kept for one thing', () => {
    expect(says(loadWords.faceFits({ ratingA: 20, breakerA: 15, outlets: 1 }), loadWords.faceFits({ ratingA: 20, breakerA: 15, outlets: 2 }))).toEqual(['20 A on a 15 A circuit', '20 A on a 15 A circuit: a duplex is two outlets']); // prettier-ignore
    expect(says(askedWords.keptForOne({ reserved: 'one-appliance' }), askedWords.keptForOne({ reserved: 'heating-equipment' }))).toEqual(['the circuit is kept for one appliance; take another feed', 'the circuit is kept for heating equipment; take another feed']); // prettier-ignore
    expect(says(askedWords.wrAsked({ weatherResistant: true }), askedWords.wrAsked({ weatherResistant: false }))).toEqual(['outdoors asks for a cover that closes over the plug', 'outdoors asks for a weather-resistant receptacle']); // prettier-ignore
  });
  it('at the bench: stripped too far or too short, live or not, the breaker opens or doesn’t', () => {
    expect(says(benchCheckWords.stripped({ bareMm: 25.4, takesMm: 15.875 }), benchCheckWords.stripped({ bareMm: 12.7, takesMm: 15.875 })).map((s) => s.split('wins): ')[1])).toEqual(['copper stands bare beside it.', 'insulation is clamped in it.']); // prettier-ignore
    expect(says(benchCheckWords.looseEnd({ end: 'black of A', live: true }), benchCheckWords.looseEnd({ end: 'black of A', live: false }))).toEqual(['black of A hangs loose and bare, and is live when the breaker is on', 'black of A hangs loose and bare']); // prettier-ignore
    expect(says(benchCheckWords.feedOnLine({ load: true }), benchCheckWords.feedOnLine({ load: false }))).toEqual(['feed on LINE, what is protected on LOAD', 'feed on LINE']); // prettier-ignore
    const drop = { volts: 116.5, dropPercent: 2.92, shortA: 410.4 };
    expect(says(benchReadingWords.dropAndShort({ ...drop, opensIn: '0.02 s' }), benchReadingWords.dropAndShort({ ...drop, opensIn: undefined }))).toEqual(['116.5 V, drop 2.9 %; a short drives 410 A and opens the breaker in 0.02 s', '116.5 V, drop 2.9 %; a short drives 410 A, and no breaker would open']); // prettier-ignore
    const left = { volts: 117.2, plugA: 12, shortA: 399.6 };
    expect(says(wayWords.left({ ...left, withinS: 0.05 }), wayWords.left({ ...left, withinS: 0.1 }), wayWords.left({ ...left, withinS: undefined })).map((s) => s.split('400 A')[1])).toEqual([', and the breaker opens within a tenth of a second', ', and the breaker opens within 0.1 s', ', too little to open the breaker at once']); // prettier-ignore
  });
  it('a proof by the tester of a US house, by the indicator of a UK one', () => {
    expect(says(gateWords.testerSees({ volts: 121, uk: undefined }), gateWords.testerSees({ volts: 230, uk: true }))).toEqual(['121 V: the tester sees voltage', '230 V: the indicator sees voltage']); // prettier-ignore
    expect(says(gateWords.testerNoProof({ volts: 90, uk: undefined, least: 100, most: 140 }), gateWords.testerNoProof({ volts: 90, uk: true, least: 200, most: 260 }))).toEqual(['90 V is no proof: find a source that reads 100 to 140 V, or another tester', '90 V is no proof: the proving unit, or a socket that is on, reads 200 V or more, or another indicator']); // prettier-ignore
    expect(says(gateWords.unmeasured({ range: '6 in or more' }), gateWords.unmeasured({ range: '' }), gateWords.estimated({ value: '7"', range: '6 in or more' }), gateWords.estimated({ value: '7"', range: '' }), gateWords.outside({ value: '5"', range: '6 in or more', otherwise: 'Splice on.' }), gateWords.outside({ value: '5"', range: '', otherwise: 'Splice on.' }), gateWords.inside({ value: '7"', range: '6 in or more' }), gateWords.inside({ value: '7"', range: '' }))).toEqual(['measure it: 6 in or more', 'measure it', 'about 7", estimated, 6 in or more: measure it', 'about 7", estimated: measure it', '5", 6 in or more. Splice on.', '5". Splice on.', '7", 6 in or more', '7"']); // prettier-ignore
  });
  it('in the pocket: a length in its other units, staples without end', () => {
    expect(says(pocketWords.length({ mm: 406.4, unit: 'in' }), pocketWords.length({ mm: 406.4, unit: 'mm' })).map((s) => s.split(' · ')[1])).toEqual(['406.4 mm', '16"']); // prettier-ignore
    expect(says(pocketWords.staples({ at: ['8"', '4\''], more: true }), pocketWords.staples({ at: ['8"'], more: false }))).toEqual(['at 8", 4\' … from the start', 'at 8" from the start']); // prettier-ignore
  });
});

describe('another job in hand', () => {
  it('the second waits, or both loads are held against one breaker', () => {
    const circuit = { other: 'Loom lamp', loads: ['lamp 60 W', 'kiln'], told: { ...told, ask: 'Read the breaker.' } };
    expect(all(otherJobWords.sameCircuit(circuit), otherJobWords.sameCircuitTooMuch(circuit))).toEqual([
      '“Loom lamp” brings lamp 60 W, kiln to the same circuit; with both: 11 A on 15 A (Read the breaker.)',
      '“Loom lamp” brings lamp 60 W, kiln to the same circuit; with both: 11 A on 15 A (Say which comes first (“comes after”), and the second finds what the first builds.)',
    ]);
    expect(says(otherJobWords.unfit({ why: 'no box' }), otherJobWords.sameBox({ other: 'Loom lamp', box: 'Hall box' }), otherJobWords.sameCut({ wall: 'wall 2' }), otherJobWords.sameBay({ other: 'Loom lamp', wall: 'wall 2' }))).toEqual([
      'doesn’t fit the house as it is surveyed now: no box',
      '“Loom lamp” opens and alters Hall box too: its fill, free ends and wiring are judged here without it',
      'both jobs cut the same place of wall 2',
      '“Loom lamp” opens the same bay of wall 2: whoever comes second finds a cable there that isn’t surveyed yet',
    ]); // prettier-ignore
  });
  it('walls that are gone, one or more; what stands before a blank plate', () => {
    expect(says(runWords.wallsGone({ goneCount: 1 }), runWords.wallsGone({ goneCount: 2 }))).toEqual(['a wall it goes through is not in the survey any more', '2 walls it goes through are not in the survey any more']); // prettier-ignore
    expect(boxWords.blankBehind({ covering: ['built-in', 'wainscot'] }).says).toMatch(
      /^behind the built in and the wainscot: cut it out there/,
    );
  });
  it('volts lost round a ring or along a radial, lengths measured or taken', () => {
    const lost = { volts: 5.244, name: 'Hall twin', ukVolts: 230, ringFarA: 20 };
    expect(says(designWords.lost({ ...lost, shape: 'ring', taken: true }), designWords.lost({ ...lost, shape: 'radial', taken: false }))).toEqual(['5.24 V lost at Hall twin of 230 V, 20 A there and the rest spread; lengths taken as equal from r1', '5.24 V lost at Hall twin of 230 V, all of it there']); // prettier-ignore
  });
});

describe('titles', () => {
  it('of checks at the bench, of a wall, of a panel: what each is about by its name', () => {
    const { bare, ground, groundOf, deviceGround, polarity, greenScrew, lineLoad, wayBack, switches, shell, unused, sharedNeutral, conductor, neutral, twoBreakers, wiring, length, fill, freeEnds } = benchTitles; // prettier-ignore
    expect([bare('black of A'), ground('Hall box'), groundOf('Hall box'), wiring('Hall box'), fill('Hall box')]).toEqual(['Bare copper of black of A', 'Ground in Hall box', 'Ground of Hall box', 'Wiring of Hall box', 'Fill of Hall box']); // prettier-ignore
    expect([deviceGround, polarity, greenScrew, lineLoad, wayBack, switches, shell, unused, neutral, twoBreakers].map((t) => t('Outlet'))).toEqual(['its ground', 'polarity', 'green screw', 'LINE and LOAD', 'its way back', 'what it switches', 'its shell', 'unused screws', 'its neutral', 'two breakers'].map((t) => `Outlet: ${t}`)); // prettier-ignore
    expect([sharedNeutral('cable 1'), conductor('cable 1', '4'), length('cable 1'), freeEnds('cable 1')]).toEqual(['Shared neutral of cable 1', 'cable 1 and breaker 4', 'Length of cable 1', 'Free ends of cable 1']); // prettier-ignore
    expect([wallTitles.reaches('cable 1'), wallTitles.setTo('level'), breakerTitles.feeder('garage panel')]).toEqual(['Does cable 1 still reach', 'set it to the worked height, level', 'The feeder of the garage panel']); // prettier-ignore
  });
  it('a change’s title ends at 120 letters; an order names its circuit where it is known', () => {
    expect(changeTitles.moveBox('x'.repeat(200)).length).toBe(120);
    expect(changeTitles.moveBox('Hall box')).toBe('Move Hall box');
    expect([remedyTitles.arcFaultBreaker('4'), remedyTitles.arcFaultBreaker('')]).toEqual(['Arc-fault breaker on circuit 4', 'Arc-fault breaker on circuit']); // prettier-ignore
    expect(jobTitles.bayWith('Hall box', 'Den box', 'Second job')).toBe('Hall box and Den box of “Second job”');
  });
});
