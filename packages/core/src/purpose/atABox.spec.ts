/**
 * Jobs that start at a box, on the small house: an outlet at 40 in of the east wall of the den, studs at 16, 32, 48 in … Edges and heights by
 * hand; a gang more is 1 13/16 in.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { boxRect, checkJobIn, measured, type Box, type Change, type Fixture, type House, type Job } from '../model/index.js';
import { houseAt } from '../panel/smallJob.testing.js';
import { siteOf, type Facts } from '../ledger/smallLedger.testing.js';
import { fromBox, type FromBoxAnswers } from './fromBox.js';

const inch = (n: number) => measured(inches(n));
const base = { id: 'j', houseId: 'h', name: 'Job', boxId: 'a' };
const house = (facts: Facts = {}): House => houseAt(siteOf(facts));
type Answers = FromBoxAnswers extends infer A
  ? A extends unknown
    ? Omit<A, 'id' | 'houseId' | 'name' | 'boxId'> & { boxId?: string }
    : never
  : never;
const made = (answers: Answers, of: House = house()): Job => {
  const result = fromBox(of, { ...base, ...answers } as FromBoxAnswers);
  if (!result.ok) throw new Error(result.message);
  expect(checkJobIn(result.job, of, [])).toMatchObject({ ok: true });
  return result.job;
};
const refused = (answers: Answers, of: House = house()) => {
  const result = fromBox(of, { ...base, ...answers } as FromBoxAnswers);
  return result.ok ? 'taken' : [result.path, result.expected, result.came];
};
const change = <D extends Change['do']>(job: Job, kind: D): Extract<Change, { do: D }> => job.changes.find((c) => c.do === kind) as Extract<Change, { do: D }>; // prettier-ignore
const edges = (of: House, box: Box): number[] => {
  const rect = boxRect(
    of.site.walls.find((w) => w.id === box.wallId)!,
    box,
  )!;
  return [rect.left, rect.right, rect.bottom].map((mm) => Math.round((mm / 25.4) * 1000) / 1000);
};
/** Against the stud at 32 in: its left edge at 32 3/4. */
const atStud: Facts = { a: { kind: 'nail-on-1g-20', hangsOn: 'left', place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(33.875), bottom: inch(14) } } }; // prettier-ignore

describe('moved', () => {
  it('straight up, to the height that was said, in a kind that suits a closed wall', () => {
    const job = made({ situation: 'raise', bottom: inch(44) });
    const { box, boxId, title } = change(job, 'replace-box');
    expect([job.purpose, job.changes.length, boxId, title, box.hangsOn, box.kind, job.want]).toEqual(['move', 1, 'a', 'Move box a', 'none', 'wings-1g-14', undefined]); // prettier-ignore
    expect(edges(house(), box)).toEqual([38.875, 41.125, 44]);
  });
  it('to the right as its face is seen, and to the left', () => {
    const to = (n: number, facts: Facts = {}) => edges(house(facts), change(made({ situation: 'raise', bottom: inch(44), sideways: inch(n) }, house(facts)), 'replace-box').box); // prettier-ignore
    expect([to(3), to(-3)].map((e) => e[0])).toEqual([41.875, 35.875]);
    // seen from the other side to the right is nearer to the left end of face A
    expect(to(3, { a: { face: 'B', place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(56), bottom: inch(14) } } })[0]).toBe(35.875); // prettier-ignore
  });
  it('raised beside its stud it keeps the edge at it; moved aside it doesn’t', () => {
    const of = (sideways?: number) => edges(house(atStud), change(made({ situation: 'raise', bottom: inch(44), ...(sideways === undefined ? {} : { sideways: inch(sideways) }) }, house(atStud)), 'replace-box').box); // prettier-ignore
    expect([of()[0], of(4)[0]]).toEqual([32.75, 36.75]);
  });
});

describe('made larger', () => {
  it('from the middle to both sides, or away from its stud; with one more receptacle of its kind', () => {
    const of = (facts: Facts = {}) => made({ situation: 'enlarge', gangs: 2 }, house(facts));
    const job = of({ old: { kind: 'duplex-20' } });
    expect([job.purpose, job.changes.map((c) => c.do), change(job, 'replace-box').title]).toEqual(['enlarge', ['replace-box', 'place-device'], 'Make box a larger']); // prettier-ignore
    expect(change(job, 'place-device')).toMatchObject({ title: 'One more receptacle', device: { id: 'j-more-1', name: 'added receptacle', boxId: 'a', kind: 'duplex-20', tamperResistant: true } }); // prettier-ignore
    expect([edges(house(), change(of(), 'replace-box').box), change(of(), 'replace-box').box.gangs]).toEqual([[37.969, 42.031, 14], 2]);
    expect(edges(house(atStud), change(of(atStud), 'replace-box').box).slice(0, 2)).toEqual([32.75, 36.813]);
    // against the stud at 48 in it grows to the left
    const right: Facts = { a: { kind: 'nail-on-1g-20', hangsOn: 'right', place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(46.125), bottom: inch(14) } } }; // prettier-ignore
    expect(edges(house(right), change(of(right), 'replace-box').box).slice(0, 2)).toEqual([43.188, 47.25]);
    expect(change(of({ old: 'none' }), 'place-device').device.kind).toBe('duplex-15');
  });
  it('one of two gangs has them already', () =>
    expect(refused({ situation: 'enlarge', gangs: 2 }, house({ a: { kind: 'wings-2g-32', gangs: 2 } }))).toEqual(['/gangs', 'more than 2', '2'])); // prettier-ignore
});

describe('replaced', () => {
  it('the box where nothing is said, its device, or both', () => {
    const of = (worn?: 'box' | 'device' | 'both') => made({ situation: 'replace', ...(worn ? { worn } : {}) }).changes.map((c) => c.do);
    expect([of(), of('box'), of('device'), of('both')]).toEqual([['replace-box'], ['replace-box'], ['replace-device'], ['replace-box', 'replace-device']]); // prettier-ignore
    expect(change(made({ situation: 'replace' }), 'replace-box').title).toBe('Replace box a');
    expect(edges(house(atStud), change(made({ situation: 'replace' }, house(atStud)), 'replace-box').box)[0]).toBe(32.75);
  });
  it('an empty box has no device that could be worn', () =>
    expect([refused({ situation: 'replace', worn: 'device' }, house({ old: 'none' })), refused({ situation: 'replace', worn: 'box' }, house({ old: 'none' }))]).toEqual([['/worn', 'box', 'device'], 'taken'])); // prettier-ignore
});

describe('closed up, moved to another place, gone on from', () => {
  it('its device comes out under a blank plate; what is wanted elsewhere is fed from it, on its wall’s middle, as high as it was', () => {
    const up = made({ situation: 'close-up' });
    expect([up.purpose, up.want, up.changes]).toEqual(['close-up', undefined, [{ id: 'close-1', title: 'Blank plate on box a, outlet of a out', do: 'remove-device', deviceId: 'a-d' }]]); // prettier-ignore
    const away = made({ situation: 'relocate' });
    expect([away.purpose, away.changes.map((c) => c.do), away.want]).toMatchObject(['relocate', ['remove-device'], { kind: 'outlet', from: 'a', places: [{ wallId: 'e', face: 'A', fromLeft: { mm: inches(48), known: 'assumed' }, bottom: { mm: inches(14), known: 'assumed' } }] }]); // prettier-ignore
  });
  it('from a junction box at the usual height of 13 1/4 in', () => {
    const on = made({ situation: 'from-junction' }, house({ old: 'none' }));
    expect([on.purpose, on.changes, on.want!.from, on.want!.places[0]!.bottom.mm / 25.4]).toEqual(['from-junction', [], 'a', expect.closeTo(13.25, 9)]); // prettier-ignore
    expect([refused({ situation: 'from-junction' }), refused({ situation: 'close-up' }, house({ old: 'none' })), refused({ situation: 'relocate' }, house({ old: 'none' })), refused({ situation: 'mend', boxId: 'x' } as Answers)]).toEqual([['/boxId', 'a box without a device', 'a'], ['/boxId', 'a box with a device', 'a'], ['/boxId', 'a box with a device', 'a'], ['/boxId', 'the id of a surveyed box', 'x']]); // prettier-ignore
  });
  it('something that doesn’t work is searched first', () => {
    expect(made({ situation: 'mend' })).toMatchObject({ purpose: 'mend', changes: [], search: { boxId: 'a', signs: [], readings: [] } });
    expect(made({ situation: 'mend' }).search).not.toHaveProperty('complaint');
    expect(made({ situation: 'mend', complaint: 'dead' as never }).search!.complaint).toBe('dead');
  });
});

describe('beside it or behind it', () => {
  const of = (part: object = {}, facts: Facts = {}, situation: 'same-wall' | 'other-side' = 'same-wall') => made({ situation, fromLeft: inch(54), gangs: 1, ...part } as Answers, house(facts)); // prettier-ignore
  it('a box, a cable as thick as the breaker asks for, a receptacle; as high as the old one where nothing is said', () => {
    const job = of();
    expect([job.purpose, job.changes.map((c) => [c.id, c.do, c.title])]).toEqual(['outlet', [['new-box', 'place-box', 'Set den new box'], ['new-cable', 'run-cable', 'Run 12-2 cable'], ['new-device', 'place-device', 'New receptacle']]]); // prettier-ignore
    const { box } = change(job, 'place-box');
    expect([edges(house(), box), box.face, box.circuitId, box.kind, box.divided]).toEqual([[54, 56.25, 14], 'A', 'c1', 'wings-1g-14', undefined]); // prettier-ignore
    expect(change(job, 'run-cable').cable).toMatchObject({ gauge: 12, conductors: ['black', 'white'], ends: [{ boxId: 'a', label: 'box a' }, { boxId: 'j-box', label: 'den new box' }] }); // prettier-ignore
    expect(change(of({}, { circuit: { breakerA: 15 } }), 'run-cable').cable.gauge).toBe(14);
    expect(change(of({}, { a: { circuitId: undefined } }), 'run-cable').cable.gauge).toBe(12);
    expect(change(job, 'place-device').device).toMatchObject({ id: 'j-device', name: 'den receptacle', boxId: 'j-box', kind: 'duplex-15' });
    expect([job.want!.places, job.taken]).toMatchObject([[{ wallId: 'e', face: 'A', fromLeft: { mm: expect.closeTo(inches(55.125), 3), known: 'measured' }, bottom: inch(14) }], { way: { feed: 'a', title: 'From box a, straight in the wall' }, changes: job.changes }]); // prettier-ignore
  });
  it('on the other face from its own left end; its own height; two gangs divided are for low voltage too', () => {
    const behind = of({ bottom: inch(20) }, {}, 'other-side');
    const { box } = change(behind, 'place-box');
    // 54 in from the left end of face B of a wall of 96
    expect([box.face, edges(house(), box), box.name]).toEqual(['B', [39.75, 42, 20], 'shop new box']);
    expect(behind.want!.places[0]).toMatchObject({ face: 'B', fromLeft: { mm: expect.closeTo(inches(55.125), 3) } });
    expect(change(of({}, { a: { face: 'B', place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(56), bottom: inch(14) } } }, 'other-side'), 'place-box').box.face).toBe('A'); // prettier-ignore
    const both = of({ gangs: 2, divided: true });
    expect([both.purpose, both.want!.lowVoltage, change(both, 'place-box').box.divided, change(both, 'place-box').box.gangs, of().want!.lowVoltage]).toEqual(['low-voltage', true, true, 2, undefined]); // prettier-ignore
  });
});

describe('forward into the built-in that hides it', () => {
  const cabinet = (id: string, part: Partial<Fixture> = {}): Fixture => ({ id, kind: 'furniture', face: 'A', x: inch(30), z: inch(4), width: inch(30), height: inch(30), depth: inch(16), ...part }); // prettier-ignore
  const with_ = (...fixtures: Fixture[]) => house({ wall: { fixtures } });
  it('straight before it, in the middle of the front; by a cable through its inside, the old box a junction', () => {
    const of = with_(cabinet('k'));
    const job = made({ situation: 'forward' }, of);
    expect([job.purpose, job.changes.map((c) => c.do)]).toEqual(['forward', ['remove-device', 'place-box', 'run-cable', 'place-device']]);
    const { box } = change(job, 'place-box');
    // the front reaches from 4 to 34 in: a box of 3 3/4 in the middle of it begins at 17 1/8
    expect([box.inFront, box.name, edges(of, box), box.hangsOn]).toEqual(['k', 'box a, front', [38.875, 41.125, 17.125], 'none']);
    const { way, cable } = change(job, 'run-cable');
    // 16 in out and 17 1/8 - 14 up
    expect([way!.legs[0]!.lengthMm / 25.4, way!.open, way!.bends, way!.feed, cable.gauge]).toEqual([expect.closeTo(19.125, 6), true, 2, 'a', 12]); // prettier-ignore
    expect(change(job, 'place-device').device).toMatchObject({ id: 'j-device', boxId: 'j-box', kind: 'duplex-15', tamperResistant: true });
  });
  it('to the side and at the height that were said', () => {
    const of = with_(cabinet('k'));
    const job = made({ situation: 'forward', fromLeft: inch(50), bottom: inch(20) }, of);
    expect(edges(of, change(job, 'place-box').box)).toEqual([50, 52.25, 20]);
    // 16 out, 11 1/8 aside, 6 up
    expect(change(job, 'run-cable').way!.legs[0]!.lengthMm / 25.4).toBeCloseTo(16 + 11.125 + 6, 6);
  });
  it('the deepest that stands before it, or the one that is named; a front lower than a box takes none', () => {
    const two = with_(cabinet('low', { depth: inch(8) }), cabinet('deep', { z: inch(4) }));
    expect([made({ situation: 'forward' }, two), made({ situation: 'forward', builtInId: 'low' }, two)].map((j) => change(j, 'place-box').box.inFront)).toEqual(['deep', 'low']); // prettier-ignore
    expect(refused({ situation: 'forward' }, with_(cabinet('aside', { x: inch(60) })))).toEqual([
      '/builtInId',
      'a built-in of that face',
      'none',
    ]);
    expect(refused({ situation: 'forward', builtInId: 'k' }, with_(cabinet('k', { face: 'B' })))).toEqual(['/builtInId', 'a built-in of that face', 'k']); // prettier-ignore
    expect(refused({ situation: 'forward' }, house({ old: 'none', wall: { fixtures: [cabinet('k')] } }))).toEqual(['/boxId', 'a box with a device', 'a']); // prettier-ignore
    expect(refused({ situation: 'forward', builtInId: 'k' }, with_(cabinet('k', { height: inch(3.5) })))).toEqual(['/builtInId', 'a front of 3 3/4" or more', '3 1/2"']); // prettier-ignore
  });
});
