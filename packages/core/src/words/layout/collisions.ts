/** What a box meets in and on the wall, in words. */
import { phrases } from '../phrases.js';

const FIND_A_STUD =
  'Find one: knock and listen, look for trim nails, step 16 in from a known stud, or probe a small pilot hole with a bent wire.';

export const collisionWords = phrases('collisions', {
  masonryNoStuds: () => 'a masonry wall has no studs',
  frontNoStuds: () => 'no studs behind the front of a built-in',
  noStudFound: () => ({ says: 'no stud has been found on this wall', ask: FIND_A_STUD }),
  boxUnplaced: () => ({ says: 'the box has no place on the wall', ask: 'Give its distance from a reference.' }),
  intoStud: () => 'the opening would be cut into a stud',
  betweenStuds: () => 'the opening stays between studs',
  atItsStud: () => 'against the stud it hangs on: the finish alone is cut over it',
  studTooNear: () => 'nearer to a stud than its place is known',
  studTooNearTaken: () => ({ says: 'nearer to a stud than its place is known', ask: FIND_A_STUD }),
  obstacleClear: ({ kind }: { kind: string }) => `clear of the ${kind}`,
  obstacleBeside: ({ kind }: { kind: string }) => `close beside the ${kind}: cut away from it, and shallow`,
  obstacleDepthUnknown: ({ kind, until }: { kind: string; until: number | undefined }) => ({
    says: `the ${kind} is behind this place, and ${until === undefined ? 'how deep it lies' : 'the depth of the box'} is not known`,
    ask: 'Look in with a scope or feel through a small hole and measure from the finished surface.',
  }),
  obstacleInFront: ({ kind }: { kind: string }) => `in front of the ${kind} with depth to spare: mind the blade`,
  obstacleHit: ({ kind }: { kind: string }) => `the box would hit the ${kind}`,
  boxDepthUnknown: () => ({ says: 'the depth of the box is not known', ask: 'Measure the box from its front edge to the back.' }),
  frontDepthUnknown: () => ({
    says: 'nobody measured how deep the built-in is',
    ask: 'Measure from the wall to the front of the built-in.',
  }),
  cavityTaken: () => ({
    says: 'deep enough if the wall is as deep as was taken: nobody measured it',
    ask: 'Measure the wall at a door or an opening, and take off its finishes.',
  }),
  cavityDeepEnough: () => 'the cavity is deep enough',
  cavityTooShallow: () => 'the box is deeper than the cavity',
  aBoxUnplaced: () => ({ says: 'a box has no place on the wall', ask: 'Give its distance from a reference.' }),
  boxesBeside: () => 'the two boxes stand beside each other',
  boxesInOne: () => 'two boxes in one place',
  boxesDepthUnknown: ({ depthMm, box, other }: { depthMm: number | undefined; box: string; other: string }) => ({
    says: 'one behind the other, and a depth is not known',
    ask: `Measure the depth of ${depthMm === undefined ? box : other}, with the circuit proved dead.`,
  }),
  boxesBehindWithRoom: () => 'one behind the other with room between: cables must not be pinched',
  boxesMeet: () => 'one behind the other: they meet inside the wall',
  notFireRated: () => 'the wall is not fire-rated',
  fireUnknown: () => ({
    says: 'whether the wall is fire-rated was not noted',
    ask: 'Walls to a garage, to another dwelling or round a stair shaft usually are. Ask the building department when in doubt.',
  }),
  fireApart: () => 'far enough apart in a fire-rated wall',
  fireTooNear: () => 'in a fire-rated wall: 24 in apart sideways, or listed putty pads on both',
  garageWallUnknown: () => ({
    says: 'a wall to a garage usually holds back fire; whether this one does was not noted',
    ask: 'Ask the building department, or note in the wall’s form that it is not fire-rated.',
  }),
  fireOpeningTooLarge: () => ({ says: 'too large an opening for a fire-rated wall', ask: 'Take a box of one gang, or another wall.' }),
  fireBoxAndRim: ({ material }: { material: 'plastic' | 'metal' | undefined }) =>
    `in a fire-rated wall: ${material === 'metal' ? 'a steel box may' : 'only a box listed for such walls may'}; at most 1/8 in open round it, and what goes through its plates is fire-stopped`,
  plateOutsideFront: ({ past, name }: { past: readonly string[]; name: string }) =>
    `the plate would reach past the ${past.join(' and the ')} of the front of the ${name}`,
  frontAsAssumed: ({ name, open }: { name: string; open: readonly string[] }) => ({
    says: `inside the front of the ${name}, if it is as assumed: nobody measured its ${open.join(' and its ')}`,
    ask: `Measure the front of the ${name}: its left edge, width, lower edge and height.`,
  }),
  insideFront: ({ name }: { name: string }) => `inside the front of the ${name}`,
  inDoorOrWindow: ({ kind }: { kind: 'door' | 'window' }) => `the box would stand in the ${kind}`,
  pastEnd: () => 'the plate would run past the end of the wall',
  onTrim: () => 'the plate would sit on the base trim',
  clearOfAll: () => 'clear of the doors and windows noted, of the base trim and the ends of the wall',
  trimUnmeasured: () => ({
    says: 'so low that it may sit on base trim, which nobody measured',
    ask: 'Measure the height of the base trim; 0 if there is none.',
  }),
  clearAboveTrim: () => 'clear of the doors and windows noted and of the ends of the wall, and above any usual base trim (not measured)',
});
