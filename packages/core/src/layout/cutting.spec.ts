/**
 * What lies behind a cut, on a wall of 3 1/2 in with 1/2 in of drywall on either face: 4 1/2 in through. A hand saw goes 5 in deep, a
 * multi-tool 1 1/4, a rotary with its depth set no deeper than the finish (common practice, no source); an inch around the outline counts.
 */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import { measured, type Box, type Cable, type Obstacle, type Schools, type Site, type Wall } from '../model/index.js';
import { boxOn, smallHouse, wallOf } from '../route/smallHouse.testing.js';
import { behindTheCut } from './index.js';
import { expectMeant } from '../words/meaning.testing.js';

const at = (inch: number) => measured(inches(inch));
const WANTED = boxOn('new', 'e', 40);
/** the wall between, looked into, with what is said to be in it */
function behind(
  part: { wall?: Partial<Wall>; boxes?: Box[]; cables?: Cable[] },
  saw: Schools['saw'] = 'multi-tool',
  box = WANTED,
  before?: Box,
) {
  const site: Site = {
    ...smallHouse({ walls: { e: { bayLooked: 'seen', ...part.wall } }, boxes: part.boxes ?? [] }),
    cables: part.cables ?? [],
  };
  return behindTheCut(
    site,
    site.walls.find((w) => w.id === 'e')!,
    box,
    'US-2023',
    { saw },
    before,
  );
}
const pipe = (behindIn: number | undefined, x = 39): Obstacle => ({
  ...{ id: 'p', kind: 'pipe', x: at(x), z: at(0), width: at(1), height: at(96) },
  ...(behindIn === undefined ? {} : { behindA: at(behindIn), thick: at(1) }),
});
const verdicts = (list: ReturnType<typeof behind>) => {
  list.forEach(expectMeant);
  return list.map((j) => j.verdict);
};

describe('a pipe in the wall', () => {
  it('deeper than the blade goes: hold the depth; within its reach, or just as deep: stop', () => {
    const multi = (deep: number) => behind({ wall: { obstacles: [pipe(deep)] } })[0]!;
    expect([multi(1.5), multi(1.25), multi(1)].map((j) => j.verdict)).toEqual(['caution', 'stop', 'stop']);
    expect(toInches(multi(1.5).sums[0]!.result.value)).toBeCloseTo(0.25);
    // a saw set to the finish goes through that half inch and no more
    expect(verdicts(behind({ wall: { obstacles: [pipe(0.75)] } }, 'rotary with depth set'))).toEqual(['caution']);
    expect(verdicts(behind({ wall: { obstacles: [pipe(3)] } }, 'hand saw'))).toEqual(['stop']);
  });
  it('seen from the other face it lies at what is left: 4 1/2 − 1 1/2 − 1 = 2 in', () => {
    const far = behind({ wall: { obstacles: [pipe(1.5, 55)] } }, 'multi-tool', { ...WANTED, face: 'B' });
    expect(far[0]!.verdict).toBe('caution');
    expect(toInches(far[0]!.sums[0]!.result.value)).toBeCloseTo(2 - 1.25);
  });
  it('how deep nobody knows: no blade before it was seen, whatever the saw', () => {
    expect(behind({ wall: { obstacles: [pipe(undefined)] } }, 'rotary with depth set')[0]).toMatchObject({
      verdict: 'stop',
      says: 'a pipe is behind this place and how deep it lies is not known: no blade before it was seen',
    });
  });
  it('an inch beside the outline counts, more does not', () => {
    // a box 2 1/4 in wide at 40 in ends at 41 1/8 in: one more inch is 42 1/8, and its opening may be cut a hair wider
    expect(verdicts(behind({ wall: { obstacles: [pipe(0.6, 42)] } }))).toEqual(['stop']);
    expect(verdicts(behind({ wall: { obstacles: [pipe(0.6, 43)] } }))).toEqual(['ok']);
  });
});

describe('a box on the other face', () => {
  // 40 in from the left end of face A are 56 in from that of face B
  const back = (depthIn: number, part: Partial<Box> = {}) => boxOn('back', 'e', 56, { face: 'B', depth: at(depthIn), ...part });
  it('4 1/2 in of wall less its depth, held against the blade', () => {
    expect(verdicts(behind({ boxes: [back(3)] }))).toEqual(['caution']);
    expect(verdicts(behind({ boxes: [back(3.25)] }))).toEqual(['stop']);
    expect(behind({ boxes: [back(3.5)] })[0]!.says).toMatch(/its circuit must be proved dead too/);
  });
  it('one whose depth nobody measured may be as deep as the wall', () => {
    expect(verdicts(behind({ boxes: [back(3, { depth: undefined })] }, 'rotary with depth set'))).toEqual(['stop']);
  });
  it('one of the same face is not behind it, nor one that sits elsewhere', () => {
    expect(verdicts(behind({ boxes: [boxOn('near', 'e', 41)] }))).toEqual(['ok']);
    expect(verdicts(behind({ boxes: [boxOn('back', 'e', 80, { face: 'B', depth: at(3) })] }))).toEqual(['ok']);
  });
});

describe('a cable that hangs there', () => {
  const cable = (boxId: string, side: 'top' | 'bottom' | 'left'): Cable =>
    ({ id: 'c', name: 'attic cable', ends: [{ boxId, label: 'x', side }, { label: 'attic' }] }) as unknown as Cable;
  const low = boxOn('low', 'e', 40, { place: { ...WANTED.place, bottom: at(2) } });
  it('up from the box below: look before any blade; sideways it hangs not there', () => {
    expect(behind({ boxes: [low], cables: [cable('low', 'top')] })[0]).toMatchObject({
      verdict: 'stop',
      says: 'attic cable runs up here from box low: look before any blade',
    });
    expect(verdicts(behind({ boxes: [low], cables: [cable('low', 'left')] }))).toEqual(['ok']);
    expect(verdicts(behind({ boxes: [low], cables: [cable('low', 'bottom')] }))).toEqual(['ok']);
  });
  it('the box’s own one, where it moves: proved dead and pulled aside', () => {
    const old = { ...low, id: 'new' };
    expect(behind({ cables: [cable('new', 'top')] }, 'multi-tool', WANTED, old)[0]).toMatchObject({
      verdict: 'caution',
      says: expect.stringMatching(/^its own attic cable runs up behind the new cut: off and proved dead/),
    });
  });
});

describe('what nobody looked at', () => {
  it('an unseen bay can’t be told, though nothing is known in it; in brick there is none', () => {
    expect(behind({ wall: { bayLooked: undefined } })[0]).toMatchObject({
      verdict: 'can’t tell',
      ask: expect.stringMatching(/small hole inside the outline/),
    });
    const brick = { ...wallOf('e', 96, { A: 'den', B: 'shop' }).framing, material: 'masonry' as const };
    expect(verdicts(behind({ wall: { bayLooked: undefined, framing: brick } }))).toEqual(['ok']);
  });
  it('a box without a place: where it is to go has to be said', () => {
    const nowhere = { ...WANTED, place: { ...WANTED.place, from: 'a-reference-that-went' } };
    expect(behind({}, 'multi-tool', nowhere)[0]).toMatchObject({ verdict: 'can’t tell', ask: 'Give its distance from a reference.' });
  });
});
