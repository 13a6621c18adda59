/**
 * Which boxes suit a place on a small wall, and in what words the others don’t: 120 in of half-inch drywall, studs 1 1/2 by 3 1/2 whose
 * middles lie at 16, 32, 48 … in. Sizes are the catalogue’s (volumes of metal boxes by NEC Table 314.16(A), from memory), limits common
 * practice.
 */
import { describe, expect, it } from 'vitest';
import { BOX_KINDS, type FinishId } from '../catalog/index.js';
import { inches } from '../measure/index.js';
import { measured, type Obstacle, type Wall } from '../model/index.js';
import { wallOf } from '../route/smallHouse.testing.js';
import { longestScrewMm, onSurface, suitableBoxes, type BoxChoiceInput } from './boxChoice.js';

const inch = (n: number) => measured(inches(n));
const plain = wallOf('w', 120, { A: 'den', B: 'hall' });
const framed = (part: Partial<Wall['framing']>): Wall => ({ ...plain, framing: { ...plain.framing, ...part } });
const finished = (finish: FinishId, thick = 0.5): Wall => ({ ...plain, faces: { ...plain.faces, A: { roomId: 'den', layers: [{ finish, thickness: inch(thick) }] } } }); // prettier-ignore
const open: Wall = { ...plain, faces: { ...plain.faces, A: { ...plain.faces.A, open: true } } };
/** An opening 2 1/4 wide and 3 3/4 high whose left edge lies there. */
const at = (left: number): NonNullable<BoxChoiceInput['at']> => ({ left: inches(left), right: inches(left + 2.25), bottom: inches(14), top: inches(17.75) }); // prettier-ignore
const judged = (wall: Wall, input: Partial<BoxChoiceInput> = {}, face: 'A' | 'B' = 'A') => suitableBoxes(wall, face, { gangs: 1, neededIn3: 10, unit: 'in', ...input }); // prettier-ignore
const fit = (...of: Parameters<typeof judged>): string[] => judged(...of).flatMap((s) => (s.fits ? [s.kind.id] : []));
const why = (id: string, ...of: Parameters<typeof judged>): string[] => judged(...of).find((s) => s.kind.id === id)!.reasons;

describe('in a wall that is closed', () => {
  it('wings clamp the finish; nail-on boxes need the framing open, masonry boxes masonry, surface ones a raceway', () => {
    expect(fit(plain)).toEqual(['wings-1g-14', 'wings-1g-20', 'wings-1g-plaster-20']);
    expect(why('nail-on-1g-20', plain)).toEqual(['needs open framing']);
    expect(why('masonry-2-1/2', plain)).toEqual(['made for masonry']);
    expect(why('surface-1g', plain)).toEqual(['stands on the wall, in line with a surface raceway']);
    expect(why('wings-2g-32', plain)).toEqual(['2 gang, 1 wanted']);
    expect(why('wings-1g-14', plain, { gangs: 2 })).toEqual(['1 gang, 2 wanted']);
  });
  it('only the first of those that fit is recommended; none where none fits', () => {
    expect(
      judged(plain)
        .map((s) => s.recommended)
        .indexOf(true),
    ).toBe(0);
    expect(judged(plain).filter((s) => s.recommended)).toHaveLength(1);
    expect(judged(plain, { neededIn3: 40 }).some((s) => s.recommended || s.fits)).toBe(false);
  });
  it('exactly as much room as is needed is enough; a hundredth less is not', () => {
    expect(fit(plain, { neededIn3: 14 })[0]).toBe('wings-1g-14');
    expect(why('wings-1g-14', plain, { neededIn3: 14.01 })).toEqual(['14 in³, 14.01 needed']);
    expect(why('wings-1g-14', plain, { neededIn3: 12.25 })[0]).toBe('1.75 in³ to spare');
  });
  it('wings of 1/4 to 3/4 in clamp just that, at either end', () => {
    for (const [thick, fits] of [
      [0.25, true],
      [0.75, true],
      [0.24, false],
      [0.76, false],
    ] as const)
      // prettier-ignore
      expect([thick, fit(finished('drywall', thick)).includes('wings-1g-14')]).toEqual([thick, fits]);
    expect(why('wings-1g-14', finished('drywall', 1))).toEqual(['wings clamp 1/4" to 3/4"; this face is 1"']);
    expect(fit(finished('drywall', 1))).toEqual(['wings-1g-plaster-20']);
    expect(fit(finished('drywall', 0.375))).toEqual(['wings-1g-14', 'wings-1g-20']);
  });
  it('what a fit gives: its spare room, how its cables are held, how far its wings reach', () =>
    expect(why('wings-1g-20', plain)).toEqual(['10.00 in³ to spare', 'clamps moulded', 'wings reach 3/4"']));
  it('in panelling that can burn its front edge lies flush', () => {
    expect(why('wings-1g-20', finished('wood-panelling', 0.5)).at(-1)).toBe('front edge flush: the finish can burn');
    expect(why('wings-1g-20', plain).at(-1)).not.toMatch(/burn/);
  });
  it('in brick nothing with wings', () => {
    expect(why('wings-1g-20', finished('brick', 0.5))).toContain('wings need a hollow wall');
    expect(why('masonry-2-1/2', finished('brick', 0.5))).not.toContain('made for masonry');
  });
});

describe('depth', () => {
  it('as deep as the cavity and its finish, not a hair more', () => {
    // 3 in of box behind 1/2 in of finish: 2 1/2 in of cavity
    expect(fit(framed({ studDepth: inch(2.5) }))).toContain('wings-1g-20');
    expect(why('wings-1g-20', framed({ studDepth: inch(2.4375) }))).toEqual(['deeper than the cavity']);
    expect(fit(framed({ studDepth: inch(2.4375) }))).toEqual(['wings-1g-14']);
  });
  const pipe = (part: Partial<Obstacle> = {}): Wall => ({ ...plain, obstacles: [{ id: 'o', kind: 'pipe', x: inch(24), z: inch(10), width: inch(1), height: inch(20), behindA: inch(3), thick: inch(1), ...part } as Obstacle] }); // prettier-ignore
  it('a pipe 3 in behind the face leaves room for 3 in of box, not for more', () => {
    expect(fit(pipe(), { at: at(23) })).toContain('wings-1g-20');
    expect(why('wings-1g-20', pipe({ behindA: inch(2.75) }), { at: at(23) })).toEqual(['3" deep, and the pipe leaves 2 3/4"']);
    expect(fit(pipe({ behindA: inch(2.75) }), { at: at(23) })).toEqual(['wings-1g-14']);
    expect(fit(pipe({ behindA: inch(2.75) }))).toContain('wings-1g-20');
  });
  it('from the other face what lies behind it is measured from there: 4 1/2 in of wall, less 3 and its own inch', () => {
    expect(why('wings-1g-14', pipe({ behindA: inch(1.25) }), { at: at(23) }, 'B')[0]).toBe('4.00 in³ to spare');
    expect(why('wings-1g-14', pipe(), { at: at(23) }, 'B')).toEqual(['2 1/4" deep, and the pipe leaves 1/2"']);
  });
  it('a depth that nobody knows leaves none; what lies beside the opening takes nothing', () => {
    expect(why('wings-1g-14', pipe({ behindA: undefined }), { at: at(23) })).toEqual(['how deep the pipe behind it lies is not known']);
    expect(why('wings-1g-14', pipe({ thick: undefined }), { at: at(23) }, 'B')).toEqual(['how deep the pipe behind it lies is not known']); // prettier-ignore
    for (const beside of [{ x: inch(25.25) }, { x: inch(22) }, { z: inch(17.75) }, { z: inch(-6.01) }])
      expect(fit(pipe({ behindA: undefined, ...beside }), { at: at(23) }), JSON.stringify(beside)).toContain('wings-1g-20');
    for (const over of [{ x: inch(25.2) }, { x: inch(22.05) }, { z: inch(17.7) }, { z: inch(-5.95) }])
      expect(fit(pipe({ behindA: undefined, ...over }), { at: at(23) }), JSON.stringify(over)).toEqual([]);
  });
  it('the nearest of several decides', () => {
    const two = { ...pipe(), obstacles: [pipe({ behindA: inch(2.5) }).obstacles[0]!, pipe({ id: 'p', kind: 'duct', behindA: inch(2.75) }).obstacles[0]!] }; // prettier-ignore
    expect(why('wings-1g-20', two, { at: at(23) })).toEqual(['3" deep, and the pipe leaves 2 1/2"']);
  });
});

describe('beside a stud', () => {
  // the stud at 32 in reaches from 31 1/4 to 32 3/4
  it('3/8 in and more leaves the wings room to swing; less, and they have to swing up and down; into the stud is no place', () => {
    const left = (gap: number) => ({ at: at(32.75 + gap) });
    expect(why('wings-1g-20', plain, left(0.375))).toEqual(['10.00 in³ to spare', 'clamps moulded', 'wings reach 3/4"']);
    expect(why('wings-1g-20', plain, left(0.3125))[2]).toBe('5/16" to the stud: wings that swing up and down, not sideways');
    expect(why('wings-1g-20', plain, left(-0.0625))[2]).toBe('0" to the stud: wings that swing up and down, not sideways');
    expect(why('wings-1g-20', plain, left(-0.125))).toEqual(['the opening would be cut into a stud']);
    // from its other side the same
    expect(why('wings-1g-20', plain, { at: at(31.25 - 2.25 + 0.125) })).toEqual(['the opening would be cut into a stud']);
    expect(fit(plain, { at: at(31.25 - 2.25) })).toContain('wings-1g-20');
  });
  it('a box that is screwed to a stud has it within half an inch', () => {
    const near = (gap: number) => fit(plain, { at: at(32.75 + gap), mount: 'stud-mounted metal' })[0];
    expect([near(0), near(0.5), near(-0.0625)]).toEqual(['metal-device-2', 'metal-device-2', 'metal-device-2']);
    expect([near(0.5625), near(-0.125)]).toEqual(['wings-1g-14', undefined]);
    expect(why('metal-device-2', plain, { at: at(40) })).toEqual(['needs a stud beside the opening']);
    expect(why('metal-device-2', plain)).toEqual(['needs a stud beside the opening']);
    expect(why('metal-device-2', plain, { at: at(32.75) }).at(-1)).toBe('screws up to 1 1/2", never through the stud');
  });
  it('the longest screw: a stud’s width of wood, 3/4 in of metal; masonry has none', () => {
    expect(longestScrewMm(plain)).toBe(inches(1.5));
    expect(longestScrewMm(framed({ material: 'metal' }))).toBe(inches(0.75));
    expect(longestScrewMm(framed({ material: 'masonry' }))).toBeUndefined();
    expect(why('metal-device-2', framed({ material: 'masonry' }), { at: at(32.75) })).toContain('needs a stud');
    expect(why('metal-device-2', framed({ material: 'metal' }), { at: at(32.75) }).at(-1)).toBe(
      'screws up to 3/4", never through the stud',
    );
  });
});

describe('in open framing', () => {
  it('a nail-on box beside the stud comes first; wings have nothing to clamp', () => {
    expect(fit(open, { at: at(32.75) })[0]).toBe('nail-on-1g-18');
    expect(why('wings-1g-20', open, { at: at(32.75) })).toEqual(['nothing hangs there yet for its wings to clamp']);
    expect(why('nail-on-1g-18', open, { at: at(40) })).toEqual(['needs a stud beside the opening']);
    expect(why('nail-on-1g-18', open)[1]).toBe('clamps none: staple within 8 in');
  });
});

describe('on the finish', () => {
  it('a box of a surface raceway asks for no opening; any other does, and one as measured', () => {
    expect([onSurface({ kind: 'surface-1g' }), onSurface({ kind: 'wings-1g-20' }), onSurface({ kind: 'other' })]).toEqual([true, false, false]); // prettier-ignore
    expect(BOX_KINDS['surface-1g'].opening).toBeUndefined();
  });
});
