/** Two records of one house made one, by hand: what only one says is taken, what is usual gives way to what was measured, the rest is asked. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { boxOn, smallHouse } from '../route/smallHouse.testing.js';
import { cable, device, houseAt, jobAt } from '../panel/smallJob.testing.js';
import type { Change } from './change.js';
import type { House } from './house.js';
import { measured } from './known.js';
import type { Box, Site } from './site.js';
import { settleQuestion, takeUp } from './takeUp.js';

const inch = (n: number) => measured(inches(n));
const assumed = (n: number) => ({ mm: inches(n), known: 'assumed' as const });
const box = (id: string, wallId: string, at: number, part: Partial<Box> = {}): Box => boxOn(id, wallId, at, { kind: 'nail-on-1g-20', width: undefined, height: undefined, ...part }); // prettier-ignore
const site = (part: Partial<Site> = {}): Site => ({
  ...smallHouse({ boxes: [box('near', 'n', 40, { circuitId: 'c5' }), box('far', 's2', 40, { circuitId: 'c6' })] }),
  cables: [cable('feed', 'near')],
  devices: [device('near'), device('far')],
  circuits: ['c5', 'c6'].map((id) => ({ id, number: id.slice(1), name: id, voltsNominal: 120 as const, breakerA: 20, sharedNeutral: false })),
  ...part,
}); // prettier-ignore
const changes = (boxId = 'near'): Change[] => [{ id: 'r', title: 'New box', do: 'replace-box', boxId, box: box(boxId, 'n', 40) }];
const taken = (mine: Site, theirs: unknown, { boxId = 'near', house = {} }: { boxId?: string; house?: Partial<House> } = {}): House => {
  return takeUp(houseAt(mine, house), jobAt(site(), changes(boxId)), theirs);
};
const asked = (h: House): string[] => (h.questions ?? []).map((q) => `${q.list}/${q.thing}/${q.field}: ${q.house} or ${q.job}`);
const wall = (s: Site, id: string) => s.walls.find((w) => w.id === id)!;
const withWall = (s: Site, id: string, part: object): Site => ({ ...s, walls: s.walls.map((w) => (w.id === id ? { ...w, ...part } : w)) });

describe('what both know', () => {
  it('the same leaves the house as it is, with nothing asked', () => {
    const house = taken(site(), site());
    expect([house.site, house.questions]).toEqual([site(), undefined]);
  });
  it('what the house does not say is taken from the job; what the job does not say stays', () => {
    const noted = withWall(site(), 'n', { bayLooked: 'seen' });
    expect(wall(taken(site(), noted).site, 'n').bayLooked).toBe('seen');
    expect(wall(taken(noted, site()).site, 'n').bayLooked).toBe('seen');
    expect([asked(taken(site(), noted)), asked(taken(noted, site()))]).toEqual([[], []]);
  });
  it('what was measured comes before what is usual, on either side; two measures are asked', () => {
    const of = (length: object) => withWall(site(), 'n', { length });
    expect(wall(taken(of(assumed(118)), of(inch(121))).site, 'n').length).toEqual(inch(121));
    expect(wall(taken(of(inch(118)), of(assumed(121))).site, 'n').length).toEqual(inch(118));
    const both = taken(of(inch(118)), of(inch(121)));
    expect(wall(both.site, 'n').length).toEqual(inch(118));
    expect(asked(both)).toEqual(['walls/n/length: 118" or 121"']);
    expect(both.questions![0]).toMatchObject({ jobName: 'J', about: expect.stringMatching(/^wall n: /), value: JSON.stringify(inch(121)) });
  });
  it('a word of either is asked, with the field by its way in', () => {
    const mine = withWall(site(), 'n', { framing: { ...wall(site(), 'n').framing, material: 'metal' } });
    expect(asked(taken(mine, site()))).toEqual([expect.stringMatching(/^walls\/n\/framing\.material: .*metal.* or .*wood.*$/)]);
  });
  it('lists of things are joined by id; where they say otherwise of one, that is asked', () => {
    const ref = (id: string, x: number) => ({ id, name: id, x: inch(x) });
    const of = (...references: object[]) => withWall(site(), 'n', { references });
    const joined = taken(of(ref('a', 10)), of(ref('a', 10), ref('b', 20)));
    expect([wall(joined.site, 'n').references.map((r) => r.id), asked(joined)]).toEqual([['a', 'b'], []]); // prettier-ignore
    const other = taken(of(ref('a', 10)), of(ref('a', 12), ref('b', 20)));
    expect([wall(other.site, 'n').references.map((r) => [r.id, r.x.mm]), asked(other).length]).toEqual([[['a', inches(10)], ['b', inches(20)]], 1]); // prettier-ignore
    expect(asked(other)[0]).toMatch(/^walls\/n\/references: /);
  });
  it('an empty list gives way to a full one; two that differ are asked', () => {
    const of = (...unbrokenIn: string[]): Site => ({ ...site(), cables: [cable('feed', 'near', { unbrokenIn })] });
    expect(taken(of(), of('far')).site.cables[0]!.unbrokenIn).toEqual(['far']);
    expect(asked(taken(of('far'), of('near')))).toEqual([expect.stringMatching(/^cables\/feed\/unbrokenIn: /)]);
  });
});

describe('what only the job knows', () => {
  it('what hangs together with its boxes goes in; anything else is asked whole', () => {
    const mine = { ...site(), boxes: [site().boxes[1]!], cables: [], devices: [device('far')] };
    const house = taken(mine, site());
    expect(house.site.boxes.map((b) => b.id)).toEqual(['far', 'near']);
    expect([house.site.cables.map((c) => c.id), house.site.devices.map((d) => d.id), asked(house)]).toEqual([['feed'], ['far-d', 'near-d'], []]); // prettier-ignore
    const other = taken({ ...site(), boxes: [site().boxes[0]!], devices: [device('near')] }, site());
    expect(other.site.boxes.map((b) => b.id)).toEqual(['near']);
    expect(asked(other).map((q) => q.split(':')[0])).toEqual(['boxes/far/*', 'devices/far-d/*']);
    expect(other.questions!.map((q) => q.about)).toEqual([expect.stringMatching(/all of it$/), expect.stringMatching(/all of it$/)]);
  });
  it('a panel where the house has none', () => {
    const panel = { name: 'Panel', spaces: 8, covered: [], breakers: [], tests: [] };
    expect(taken(site(), { ...site(), panel }).site.panel).toMatchObject({ name: 'Panel', spaces: 8 });
    const mine = { ...site(), panel: { ...panel, name: 'Mine' } } as Site;
    expect(taken(mine, { ...site(), panel }).site.panel!.name).toBe('Mine');
  });
  it('a copy that is no survey any more, or that would leave the house without sense, is left alone', () => {
    expect(taken(site(), { rooms: 'none' }).site).toEqual(site());
    // a box on a wall that nobody has
    const nowhere = { ...site(), boxes: [...site().boxes, box('lost', 'n', 80, { wallId: 'gone' })], cables: [...site().cables, cable('x', 'lost', { ends: [{ boxId: 'near', label: 'near' }, { boxId: 'lost', label: 'lost' }] })] }; // prettier-ignore
    expect(taken(site(), nowhere)).toEqual(houseAt(site()));
  });
  it('questions that were open stay open; five hundred at most', () => {
    const open = Array.from({ length: 499 }, (_, i) => ({ id: `q${i}`, jobName: 'old', list: 'walls', thing: 'n', about: 'a', field: 'name', house: 'a', job: 'b', value: '"b"' })) as unknown as NonNullable<House['questions']>; // prettier-ignore
    const of = (length: object, name: string) => withWall(site(), 'n', { length, name });
    const house = taken(of(inch(118), 'mine'), of(inch(121), 'theirs'), { house: { questions: open } });
    expect(house.questions).toHaveLength(500);
    expect(house.questions!.slice(0, 499)).toEqual(open);
    expect(new Set(house.questions!.map((q) => q.id)).size).toBe(500);
  });
});

describe('a question that is settled', () => {
  const of = (length: object) => withWall(site(), 'n', { length });
  const house = () => taken(of(inch(118)), of(inch(121)));
  it('the house’s value stays, or the job’s takes its place; either way it is asked no more', () => {
    const [q] = house().questions!;
    const kept = settleQuestion(house(), q!.id, false);
    expect([wall(kept.site, 'n').length, kept.questions]).toEqual([inch(118), undefined]);
    const took = settleQuestion(house(), q!.id, true);
    expect([wall(took.site, 'n').length, took.questions]).toEqual([inch(121), undefined]);
    expect(wall(took.site, 's')).toEqual(wall(site(), 's'));
    expect(settleQuestion(house(), 'gone', true)).toEqual(house());
  });
  it('deep inside a thing, and a thing whole', () => {
    const mine = withWall(site(), 'n', { framing: { ...wall(site(), 'n').framing, material: 'metal' } });
    const deep = taken(mine, site());
    expect(wall(settleQuestion(deep, deep.questions![0]!.id, true).site, 'n').framing).toEqual(wall(site(), 'n').framing);
    const less = taken({ ...site(), boxes: [site().boxes[0]!], devices: [device('near')] }, site());
    const whole = settleQuestion(less, less.questions![0]!.id, true);
    expect(whole.site.boxes.map((b) => b.id)).toEqual(['near', 'far']);
    expect(whole.questions!.map((q) => q.list)).toEqual(['devices']);
  });
});
