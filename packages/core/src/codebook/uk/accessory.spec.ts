/** Heights, distances, depths by the UK book and its guidance (handbook 12 and 28), each just inside and just outside. From memory. */
import { describe, expect, it } from 'vitest';
import { measured, type Beside } from '../../model/index.js';
import { outletAmps, ukBeside, ukBoxDepth, ukHeight, ukLetIn, ukLinedBox, ukNotifiable } from './index.js';

const mm = (n: number) => measured(n);
describe('height of an accessory', () => {
  it('450 to 1200 over the floor, both edges', () => {
    expect([ukHeight(450, 536).verdict, ukHeight(449, 535).verdict, ukHeight(1114, 1200).verdict, ukHeight(1115, 1201).verdict]).toEqual(['ok', 'caution', 'ok', 'caution']); // prettier-ignore
  });
});

describe('what asks for room', () => {
  const none = { sink: false, bath: false };
  const twin = { kind: 'twin', bottomMm: 457 } as const;
  const at = (beside: Beside) => ukBeside(beside, none, twin).map((j) => j.verdict);
  it('300 from a sink, 100 from a hob, 2.5 m from a bath: less stops; 150 over a worktop: less wants a word', () => {
    expect([at({ sink: mm(300) }), at({ sink: mm(299) })]).toEqual([['ok'], ['stop']]);
    expect([at({ hob: mm(100) }), at({ hob: mm(99) })]).toEqual([['ok'], ['stop']]);
    expect([at({ bath: mm(2500) }), at({ bath: mm(2499) })]).toEqual([['ok'], ['stop']]);
    expect([at({ worktop: mm(150) }), at({ worktop: mm(149) })]).toEqual([['ok'], ['caution']]);
  });
  it('a distance that is only taken passes nothing; one that is too short stops all the same', () => {
    const taken = (length: number) => at({ sink: { mm: length, known: 'assumed' } });
    expect([taken(800), taken(200)]).toEqual([['can’t tell'], ['stop']]);
  });
  it('in a kitchen the sink is asked for until it is measured, or said not to be there', () => {
    const kitchen = (beside: Beside) => ukBeside(beside, { sink: true, bath: false }, twin).map((j) => j.verdict);
    expect([kitchen({}), kitchen({ sink: mm(800) }), kitchen({ none: ['sink'] }), kitchen({ none: ['bath'] })]).toEqual([['can’t tell'], ['ok'], [], ['can’t tell']]); // prettier-ignore
    expect(ukBeside({}, { sink: false, bath: true }, twin)).toMatchObject([{ of: 'bath', verdict: 'can’t tell' }]);
  });
});

describe('depth of a box', () => {
  it('two cables at a socket: 35 comfortable, 25 tight, 16 too shallow; a third asks for 47', () => {
    expect([35, 25, 16].map((d) => ukBoxDepth('twin', 2, d).verdict)).toEqual(['ok', 'caution', 'stop']);
    expect([47, 35, 25].map((d) => ukBoxDepth('single', 3, d).verdict)).toEqual(['ok', 'caution', 'stop']);
    expect(ukBoxDepth('single', 1, 25).verdict).toBe('ok');
  });
  it('a fused unit: 47, or 35 and tight', () => {
    expect([47, 35, 25].map((d) => ukBoxDepth('fused unit', 1, d).verdict)).toEqual(['ok', 'caution', 'stop']);
  });
  it('four cables are one too many for the terminals, unless two of them are only joined there', () => {
    expect(ukBoxDepth('twin', 4, 47).verdict).toBe('stop');
    expect([ukBoxDepth('twin', 4, 47, 1).verdict, ukBoxDepth('twin', 4, 35, 1).verdict]).toEqual(['ok', 'caution']);
  });
});

describe('what it sits in', () => {
  it('lugs hold board of 7 to 30 mm; board and cavity together are as deep as the box', () => {
    const lined = (board?: number, cavity?: number) => ukLinedBox('back-lined-35-1g', board, cavity).verdict;
    expect([lined(7, 75), lined(6.9, 75), lined(30, 75), lined(30.1, 75)]).toEqual(['ok', 'stop', 'ok', 'stop']);
    expect([lined(12.5, 22.5), lined(12.5, 22.4)]).toEqual(['ok', 'stop']);
    expect([lined(undefined, 75), lined(12.5, undefined)]).toEqual(['can’t tell', 'can’t tell']);
  });
  it('let into a leaf of 102.5 under 15 of plaster: 35 and 3 for mortar less 15 are 23, and 79.5 stay', () => {
    const judged = ukLetIn(35, 15, 102.5);
    expect([judged.verdict, judged.drillMm]).toEqual(['ok', 38]);
    expect(judged.sums.map((s) => s.result.value)).toEqual([23, 79.5]);
    // half of a leaf of 46 is 23
    expect([ukLetIn(35, 15, 46).verdict, ukLetIn(35, 15, 45).verdict, ukLetIn(35, 15, 23).verdict, ukLetIn(35, 15, undefined).verdict]).toEqual(['ok', 'caution', 'stop', 'can’t tell']); // prettier-ignore
  });
  it('plaster that nobody measured helps nothing', () => {
    expect(ukLetIn(35, undefined, 102.5).sums[0]!.result.value).toBe(38);
  });
});

it('a new circuit and work by a bath are notified; an addition is not, and says so', () => {
  const at = (newCircuit: boolean, byBath: boolean) => ukNotifiable({ newCircuit, byBath }).verdict;
  expect([at(true, false), at(false, true), at(false, false)]).toEqual(['caution', 'caution', 'note']);
});
it('a single gives 13 A, a twin 20 in all', () => {
  expect([outletAmps('single'), outletAmps('twin'), outletAmps('fused unit')]).toEqual([13, 20, 13]);
});
