/**
 * What each sentence means: the verdicts that it may stand beside, read off the sentence alone and written by hand. One that only tells a
 * figure (`needs 16 in³, has 18`) may stand beside several. A judge that takes a neighbour’s sentence by mistake is seen by this.
 */
import { expect } from 'vitest';
import type { Verdict } from '../model/index.js';

type Meaning = Partial<Record<'ok' | 'note' | 'caution' | 'stop' | 'cant' | 'any', string>>;
const MEANS: Readonly<Record<string, Meaning>> = {
  fill: { cant: 'volumeUnknown', any: 'held' },
  conductors: {
    ok: 'unbroken longEnough sheathEnough fished stapleNear',
    caution: 'twoReadings sheathTooLong',
    stop: 'tooShort sheathTooShort noClamp fishedLoose stapleFar',
    cant: 'freeUnmeasured depthUnknown sheathUnseen clampUnknown stapleUnmeasured',
  },
  framing: {
    ok: 'noPlate notchWithin joistWithin setback',
    note: 'setback',
    caution: 'plate',
    stop: 'tooNearEdge holeTooLarge jointTooLarge middleThird joistEdge joistNextHole setBackTooFar',
    cant: 'ifBearsNothing middleThirdUnknown',
  },
  load: {
    ok: 'conductorBears faceFits oneAppliance within drop',
    caution: 'manyAppliances drop',
    stop: 'fixtureWire conductorTooThin faceTooMuch singleFaceTooSmall faceInvites overloaded overContinuous fixedOverHalf manyAppliances',
    cant: 'ratingUnknown outsideTable wantedRatingUnknown restUnknown',
  },
  place: {
    ok: 'general keptFits gfciNotAsked gfciThere gfciBy afciNotAsked afciReplacedThere afciExtendedThere trTooHigh trThere indoors wrThere',
    note: 'afciNothingAdded',
    caution: 'laundryCircuit garageCircuit afciByReading',
    stop: 'kitchenCircuit bathroomCircuit keptForOne keptElsewhere gfciAsked afciReplacedAsked afciAddedAsked trAsked wrAsked',
    cant: 'keptUnknown counterUnknown waterUnknown gfciUnknown afciReplacedUnknown afciAddedUnknown trUnknown wrUnknown',
  },
  'uk-accessory': {
    ok: 'heightReached far leafLeft depthFits lugsHold',
    note: 'notNotifiable',
    caution: 'heightOutside leafHalf weatherproof notifiable depthTight worktopTooClose',
    stop: 'leafThrough rain terminalsFull depthTooShallow lugsMiss deeperThanCavity sinkTooClose hobTooClose',
    cant: 'distanceTaken sinkUnmeasured bathUnmeasured leafUnmeasured weatherUnknown boardUnmeasured cavityUnmeasured',
  },
  'uk-bath': {
    ok: 'socketFar outsideZones residualThere',
    caution: 'zone1 zone2',
    stop: 'socketNear zoneForbidden residualMissing',
    cant: 'residualUnknown bonding',
  },
  'uk-cable': { ok: 'left', stop: 'dropTooMuch' },
  'uk-walls': {
    ok: 'underBoards chaseWithin holeWithin notchWithin protectedWay deep zoned',
    caution: 'nailReach',
    stop: 'chaseTooDeep cutTooLarge offMiddleLine holesTooClose outsideSpan outsideZones zoneWithoutResidual',
    cant: 'middleLineUnknown spanUnknown zoneResidualUnknown',
  },
  'uk-design': { cant: 'lengthsMissing nothingFed', any: 'lost' },
  'uk-final': {
    ok: 'ring radial spurs ringHeld radialHeld carries legAtMost outside residualThere served fuse loop',
    note: 'arcFault',
    caution: 'spurFromBoard ringRating legTooMuch electrodeTooHigh loopTooHigh fuse twoColours served',
    stop: 'notAtBoard apart openRing interconnected loopInRadial spurOnSpur tooManySpurs spursFromOne spurTooThin ringTooThin radialTooThin noSheath carriesTooLittle electrodeUnprotected residualAsked fuseOver13 fuseBlows boxNoEarth loop',
    cant: 'bySize byLength runsWithoutLength noPoints ratingUnknown laidUnknown legTaken lengthsMissing zeUnread electrodeUnprotected breakerUnknown loopTaken earthingUnknown residualUnknown fuseUnread boxEarthUnseen',
    any: 'electrodeHeld',
  },
  'uk-readings': {
    ok: 'asMarked opens goesRound asItsSpur likeOthers asItsCable sound insulationOver ttWithin opensAtOnce breakingHeld residualInTime',
    caution: 'cpcLow lengthsApart cableLess insulationPoor electrodeUnstable loopWarm loopMore',
    stop: 'exchanged buttonDead ringBroken liveApart cpcHigh crossedNothing spurTooLow spurMore moreThanOthers tooLow linkedNothing cableMore insulationLow noLoop ttUnprotected ttTooHigh loopOver breakingOver residualSlow',
    cant: 'endsFirst spurUnmeasured lengthsUnknown nothingLeads ttResidualUnknown limitUnknown breakingUnknown rangeEnds',
  },
  anchors: { ok: 'within', stop: 'tooMuch', cant: 'unread' },
  collisions: {
    ok: 'masonryNoStuds frontNoStuds betweenStuds atItsStud obstacleClear cavityDeepEnough boxesBeside notFireRated fireApart insideFront clearOfAll clearAboveTrim',
    caution: 'studTooNear obstacleBeside obstacleInFront boxesBehindWithRoom fireBoxAndRim',
    stop: 'intoStud obstacleHit cavityTooShallow boxesInOne boxesMeet fireTooNear fireOpeningTooLarge plateOutsideFront inDoorOrWindow pastEnd onTrim',
    cant: 'noStudFound boxUnplaced studTooNearTaken obstacleDepthUnknown boxDepthUnknown frontDepthUnknown cavityTaken aBoxUnplaced boxesDepthUnknown fireUnknown garageWallUnknown frontAsAssumed trimUnmeasured',
  },
  cutting: {
    ok: 'looked',
    note: 'snug',
    caution: 'itsOwnCable obstacleDeeper boxDeeper',
    stop: 'depthUnknown otherCable obstacleReached boxReached',
    cant: 'bayUnlooked',
  },
  heights: { ok: 'level reached counterLow', note: 'nothingToMatch outsideReach', caution: 'notLevel counterHigh' },
  masonry: { ok: 'leafBears', note: 'drillThrough', stop: 'leafTooThin', cant: 'leafUnmeasured' },
  patch: { note: 'pieces nothing' },
  relocate: { ok: 'reaches', stop: 'tooShort', cant: 'sideUnknown freeUnknown hangingUnknown', any: 'grows noRoom' },
  spacing: { ok: 'allReached', caution: 'more', cant: 'wallsUnknown' },
  panel: {
    ok: 'place afciOtherCircuits afciThere afciNotHere gfciNotHere gfciThere typeListed',
    caution: 'tooSmallBeside refrigeratorOnly permit gfciAsked',
    stop: 'tooSmallHere typeNotListed',
    cant: 'panelUnseen afciRoomsUnknown afciBreakerUnsaid gfciRoomsUnknown gfciWaterUnknown typesUnknown typeUnknown',
    any: 'refused noPlace afciWithoutIt',
  },
  feeder: {
    ok: 'barsApart',
    caution: 'ownBuilding overLimit lugsLive feederOff',
    stop: 'barsJoined',
    cant: 'feederUnknown barsUnknown',
    any: 'within',
  },
  'panel-loads': { note: 'feedsPanel noted', caution: 'aboveMain', cant: 'cableUnseen restUnknown limitUnknown', any: 'toPanel' },
  laid: { note: 'fireBlock', caution: 'studsTogether', cant: 'framingTaken joistsUnmeasured wallGone cornerUnknown thicknessTaken' },
  raceway: { ok: 'within', stop: 'tooMany', cant: 'madeForUnknown' },
  contradictions: { ok: 'agree', stop: 'disagree', cant: 'studAndWings studElsewhere' },
  wall: {
    ok: 'counterLow featureClear boxReplaced nothingTowardStud onStud byWings kindSuits',
    note: 'screwLength patchRaised patchLowered onStud byWings kindElse',
    caution: 'counterHigh insideWainscot behindFeature stripScrews kindElse',
    stop: 'overEdge kindElse',
    cant: 'hangingUnknown',
    any: 'workedHeight together',
  },
  bench: {
    ok: 'groundRunsOn boxLead feedOnLine oppositeLegs',
    note: 'unused sixInHeld oppositeLegs',
    caution: 'stripped looseEnd noGroundMark screwNoGround boxNoLead lineUnfed closesRing',
    stop: 'manyUnderScrew pushIn looseJoint breakersJoined closesRing looseInPanel groundOpen groundsApart boxNoLead looseEnd manyUses bareHot unmarkedHot neutralColour groundColour slotNoGround reversed lineLoadCrossed feedOnLoad neutralOpen neutralSwitched shellHot screwGroundOnly sameLeg notTied neutralOverDevice neutralBorrowed neutralsJoined yokeUntied cutTooShort',
    cant: 'metalUnknown groundUnseen asDrawn groundsAsDrawn groundsUnseen freeUnmeasured wiringUnknown lengthUnmeasured ratingUnknown',
  },
  'bench-readings': { stop: 'neutralLost nothingBehind looseNeutral', cant: 'lengthsUnmeasured', any: 'dropAndShort' },
  gates: { ok: 'testerSees dead inside', stop: 'testerNoProof live outside', cant: 'unread stray unmeasured estimated' },
  box: {
    ok: 'atStud builtInLooked bayLooked surfaceBox kindSuits allMeasured yearOk nailsEnd',
    note: 'atReckonedStud openFraming kindSuits',
    caution:
      'fullBefore hangingCables shorterThanSurveyed longerThanSurveyed pigtailReach oldHouse blankInBuiltIn blankBehind blank cracked loose stripped',
    stop: 'inStud offStud setbackTooFar kindUnsuited deviceTooDeep nailsThrough refused boardedOver lowVoltage spliceInWall cordInWall',
    cant: 'cablesUnnoted filledIn noStud hangingUnlooked setbackTaken builtInUnlooked bayUnlooked ownKind wiredUnknown noPlan notMeasured yearUnknown nailsShort',
    any: 'leave',
  },
  feed: {
    ok: 'ground oneHot loopNot',
    note: 'tracedTied',
    caution: 'worn',
    stop: 'noGround aluminium cloth openWiring unmarkedHot wrongVolts untied shared loop scorched feedsPanel',
    cant: 'nothingNamed gaugeUnread noCable groundUnseen metalUnknown whiteUnseen sharedUnknown loopUnknown deviceUnseen noCircuit tracedTripUnknown cableUndescribed panelWayUntaken panelLengthUnknown',
    any: 'withFeeder',
  },
  job: { ok: 'benchClean', stop: 'signs benchStops', cant: 'unfound noWay nothingPlanned benchUnmeasured' },
  'other-jobs': { note: 'sameCircuit', caution: 'sameCircuitTooMuch sameBox sameBay', stop: 'unfit sameCut' },
  run: {
    ok: 'noStudBetween supports',
    note: 'behindFace cut',
    caution: 'studsCrossed metalStud blockOpened openingMeetsBox metalHole metalRaceway sheathedOutdoors',
    stop: 'studsBetween pipeSince wallsGone metallicOutdoors refused',
    cant: 'noStudFound obstacleBetween movedSince wayUntaken depthOrPlaceUnknown reckonedSupports stockTaken noPlan wayGone',
    any: 'holeAt',
  },
  'uk-around': { ok: 'clear', stop: 'inOpening behindFixture pastEnd onSkirting meets', cant: 'skirtingUnknown studUnknown clear' },
  'uk-box': {
    ok: 'onWall searched leadThere',
    note: 'grommets single sleeving',
    caution: 'fireWall',
    stop: 'liningOnBrick metalOnBoard',
    cant: 'wallUnknown placeUnknown wallTaken buildTaken roomUnknown wallUnsearched boxDepthUnknown coloursUnknown heightTaken',
  },
  'uk-fault': { note: 'likely nothingFits', cant: 'noRing lengthsMissing nothingRead', any: 'outOfLine' },
  'uk-alteration': {
    ok: 'seenAt own at ownLoad outletLoad',
    note: 'silica',
    caution: 'supplyHalf longLoad asbestosYearUnknown asbestos lead licensed',
    stop: 'notSingle noRing onSpur breakerOver outletOver unfit',
    cant: 'circuitUnknown pointUnknown roomUnknown loadUnknown',
  },
  'uk-joists': { caution: 'placed', cant: 'runUnknown depthUnknown spanReckoned' },
  'uk-way': {
    ok: 'measured carries',
    note: 'reckoned',
    caution: 'zoneIfAlongLine',
    stop: 'zonesLeft carriesTooLittle noSheath',
    cant: 'placesUnknown reachUnseen unknown lengthOnly breakerUnknown warmthUnknown',
  },
  'uk-ways': {
    note: 'overDoors seen',
    caution: 'studsBored fireWall',
    stop: 'inLine',
    cant: 'leafUnmeasured plasterUnmeasured studsUnknown fireUnknown floorUnknown',
  },
};
/** Subjects whose sentences stand beside no verdict of a rule: sums of the pocket, a way’s drop, where a search for a fault stands. */
const WITHOUT = ['pocket', 'way', 'search'];

const WORD = { 'can’t tell': 'cant', ok: 'ok', note: 'note', caution: 'caution', stop: 'stop' } as const;
const has = (list: string | undefined, outcome: string): boolean => list?.split(' ').includes(outcome) ?? false;

/** Whether this sentence means that verdict; one that nobody wrote a meaning for is a fault of this table. */
export function expectMeant({ verdict, code }: { verdict: Verdict; code: string }): void {
  const [subject, outcome] = code.split('.') as [string, string];
  if (WITHOUT.includes(subject)) return;
  const means = MEANS[subject] ?? {};
  expect([code, verdict, has(means[WORD[verdict]], outcome) || has(means.any, outcome)]).toEqual([code, verdict, true]);
}
/** Every outcome that a meaning is written for, by subject. */
export const meant = (subject: string): string[] | undefined =>
  WITHOUT.includes(subject) ? undefined : [...new Set(Object.values(MEANS[subject] ?? {}).flatMap((list) => list.split(' ')))];
