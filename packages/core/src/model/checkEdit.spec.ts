/** The quick check of an edit gives the verdict of the whole check, for good edits and bad ones. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { larchCottage, quinceStreet } from '../houses.testing.js';
import { LAMP_BOX_IDS } from '../catalog/index.js';
import { checkHouse, checkHouseEdit, Site, withoutBoxes, type House } from './index.js';

/** The sample with something in every list that a site can have. */
const site: Site = {
  ...quinceStreet.site,
  lamps: [{ id: 'lamp', name: 'lamp', roomId: quinceStreet.site.rooms[0]!.id, x: 0, y: 0, box: LAMP_BOX_IDS[0], watts: 60 }],
  wiring: [
    { id: 'hall-box', of: { cables: [], devices: [] }, joints: [], pigtails: [] },
    { id: 'bath-box', of: { cables: [], devices: [] }, joints: [], pigtails: [] },
  ],
  subpanels: [{ id: 'shed-panel', name: 'Shed panel', spaces: 6, covered: [], breakers: [], tests: [] }],
  // its boxes stand in the other house
  finals: withoutBoxes(larchCottage.site.finals, () => true),
};
const house: House = { ...quinceStreet, site };
const bad = fc.constantFrom<unknown>(-5, 'wide', null, Number.NaN, 1e9, {}, '');
const good = fc.constantFrom<unknown>(25.4, 300, 900);
const edited = fc
  .record({
    list: fc.constantFrom<keyof Site>(
      'walls',
      'boxes',
      'cables',
      'devices',
      'circuits',
      'loads',
      'rooms',
      'lamps',
      'wiring',
      'subpanels',
      'finals',
    ),
    at: fc.nat(20),
    key: fc.constantFrom('id', 'name', 'gangs', 'length', 'height', 'gauge', 'use', 'watts', 'breakerA'),
    value: fc.oneof(bad, good),
    length: fc.boolean(),
  })
  .map(({ list, at, key, value, length }): House => {
    const items = house.site[list] as unknown as Record<string, unknown>[];
    const i = at % items.length;
    const next = items.map((item, n) => (n === i ? { ...item, [key]: length ? { mm: value, known: 'measured' } : value } : item));
    return { ...house, site: { ...house.site, [list]: next } };
  });

describe('an edit', () => {
  it('is judged as the whole document is', () => {
    fc.assert(
      fc.property(edited, (after) => {
        const [quick, whole] = [checkHouseEdit(house, after), checkHouse(after)];
        expect(quick.ok).toBe(whole.ok);
        if (!quick.ok && !whole.ok) expect(quick.errors[0]!.path).toBe(whole.errors[0]!.path);
        if (quick.ok && whole.ok) expect(quick.value).toEqual(whole.value);
      }),
      { numRuns: 300 },
    );
  });
  it('loses nothing that a site can hold', () => {
    // a new part of a site fails here until the quick check knows it
    const parts = Object.keys(Site.shape) as (keyof Site)[];
    expect(parts.filter((key) => site[key] === undefined)).toEqual([]);
    for (const key of parts) {
      const part = site[key];
      const after: House = { ...house, site: { ...site, [key]: Array.isArray(part) ? [...part] : { ...(part as object) } } };
      expect(checkHouseEdit(house, after)).toEqual({ ok: true, value: house });
    }
  });
  it('that takes an optional part out takes just that out', () => {
    const { wiring: _, ...rest } = site;
    expect(checkHouseEdit(house, { ...house, site: rest })).toEqual({ ok: true, value: { ...house, site: rest } });
  });
  it('of the house itself is looked at too', () =>
    expect(checkHouseEdit(house, { ...house, edition: 'US-1999' as House['edition'] }).ok).toBe(false));
});

it('a length that no house has is refused in words a person reads: 60 m are held, a millimetre more is not', () => {
  const placed = (mm: number) => {
    const boxes = site.boxes.map((b, i) => (i ? b : { ...b, place: { ...b.place, distance: { mm, known: 'measured' as const } } }));
    const checked = checkHouseEdit(house, { ...house, site: { ...site, boxes } });
    return checked.ok ? [] : checked.errors.map((e) => [e.path, e.message, e.expected, e.came]);
  };
  const said = ['/site/boxes/0/place/distance/mm', 'a length is at most 60 m (196 ft 10 in)'];
  expect(placed(60_001)).toEqual([[...said, 'at most 60000', '60001']]);
  expect(placed(-60_001)).toEqual([[...said, 'at least -60000', '-60001']]);
  // as long as that it only stands in no wall
  expect(placed(60_000).some(([, message]) => message === said[1])).toBe(false);
});
