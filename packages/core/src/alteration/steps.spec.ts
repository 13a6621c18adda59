/**
 * The steps of each kind of alteration by the UK way of working, on the small house: which is done dead, which alters or connects something and
 * so waits for the ledger, at which box, and what the house knows of it afterwards. Lock off, prove, cut, cable, connect, test dead, test live
 * (handbook 12, 28).
 */
import { describe, expect, it } from 'vitest';
import type { JobInBook } from '../model/index.js';
import type { Step } from '../work/index.js';
import { alterationSteps } from './index.js';
import { mm, sampleHouse, sampleJob } from './sample.js';

const place = { wallId: 'parlour-w1', face: 'A' as const, fromLeft: mm(2800), bottom: mm(457) };
const house = sampleHouse();
const KINDS = {
  spur: () => sampleJob(house, 'spur', { outlet: { name: 'New', kind: 'twin' }, place, cable: mm(3000) }),
  'into ring': () => sampleJob(house, 'into ring', { outlet: { name: 'New', kind: 'twin' }, place, cable: mm(3000) }),
  enlarge: () => sampleJob(house, 'enlarge', { outlet: { name: 'First', kind: 'twin' } }),
  move: () => sampleJob(house, 'move', { outlet: { name: 'First', kind: 'single' }, place, cablesReach: false }),
  'move, the cables reach': () => sampleJob(house, 'move', { outlet: { name: 'First', kind: 'single' }, place: { ...place, fromLeft: mm(1100) }, cablesReach: true }), // prettier-ignore
  'own radial': () => sampleJob(house, 'own radial', { outlet: { name: 'Heater', kind: 'fused unit' }, place }),
};
const stepsOf = (kind: keyof typeof KINDS): Step[] => alterationSteps(KINDS[kind]());
const stepOf = (kind: keyof typeof KINDS, id: string, job: JobInBook = KINDS[kind]()): Step => alterationSteps(job).find((s) => s.id === id)!; // prettier-ignore
/** id, what must be dead, whether it Alters and Connects, its box, what is built with it */
const line = (s: Step) => [s.id, s.dead.map((d) => d.key).join(), `${s.alters ? 'A' : ''}${s.connects ? 'C' : ''}`, s.place?.boxId ?? '', s.changeIds.join()]; // prettier-ignore

const BEGIN = (box: string) => [['sheets', '', '', '', ''], ['mark-out', '', '', box, ''], ['lock-off', '', '', '', '']]; // prettier-ignore
const END = (box: string) => [['energise', '', 'A', '', ''], ['live-tests', '', '', box, ''], ['clean', '', '', '', ''], ['record', '', '', '', '']]; // prettier-ignore
const FILLED = [['fill', '', '', '', ''], ['paint', '', '', '', '']]; // prettier-ignore

describe('what is done in which order, dead or not', () => {
  it('a spur, a ring taken through the new point, a socket moved farther: connected at both ends, all of it dead', () => {
    for (const kind of ['spur', 'into ring', 'move'] as const)
      expect(stepsOf(kind).map(line), kind).toEqual([
        ...BEGIN('job-box'),
        ['prove-dead', 'ring', '', 'first', ''],
        ['cut-box', 'ring', 'A', 'job-box', ''],
        ['set-box', 'ring', 'A', 'job-box', 'job-box'],
        ['chase', 'ring', 'A', '', ''],
        ['cable', 'ring', 'A', '', ''],
        ['connect-old', 'ring', 'AC', 'first', ''],
        ['connect-new', 'ring', 'AC', 'job-box', 'job-circuit'],
        ['dead-tests', 'ring', '', 'job-box', ''],
        ...FILLED,
        ...END('job-box'),
      ]);
  });
  it('enlarged, or moved as far as its cables reach: the old box out first, nothing chased, one point connected', () => {
    for (const kind of ['enlarge', 'move, the cables reach'] as const)
      expect(stepsOf(kind).map(line), kind).toEqual([
        ...BEGIN('first'),
        ['prove-dead', 'ring', '', 'first', ''],
        ['old-out', 'ring', 'A', 'first', ''],
        ['cut-box', 'ring', 'A', 'first', ''],
        ['set-box', 'ring', 'A', 'first', 'job-box'],
        ['connect-new', 'ring', 'AC', 'first', 'job-circuit'],
        ['dead-tests', 'ring', '', 'first', ''],
        ...END('first'),
      ]);
  });
  it('a circuit of its own: the main switch off, dead proved in the consumer unit, as there is no point yet', () => {
    expect(stepsOf('own radial').map(line)).toEqual([
      ...BEGIN('job-box'),
      ['prove-dead', 'board', '', '', ''],
      ['cut-box', 'board', 'A', 'job-box', ''],
      ['set-box', 'board', 'A', 'job-box', 'job-box'],
      ['cable', 'board', 'A', '', ''],
      ['connect-new', 'board', 'AC', 'job-box', ''],
      ['board', 'board', 'AC', '', 'job-circuit'],
      ['dead-tests', 'board', '', 'job-box', ''],
      ...END('job-box'),
    ]);
    const prove = stepOf('own radial', 'prove-dead');
    expect([prove.place!.words, prove.says[1]]).toEqual(['the consumer unit', expect.stringMatching(/^At the outgoing terminals of the main switch: line to neutral, line to earth, neutral to earth/)]); // prettier-ignore
    expect(prove.dead[0]).toMatchObject({ words: 'the consumer unit', by: 'the main switch' });
    expect(stepOf('own radial', 'lock-off').cautions.join()).toMatch(/tails into the main switch stay live/);
    expect(stepOf('own radial', 'board').says[0]).toMatch(/^A breaker B20 /);
    expect(stepOf('spur', 'prove-dead').says[1]).toMatch(/^At First: line to neutral/);
  });
  it('nothing that is altered or connected comes before the proof, and only the switch after the dead tests', () => {
    for (const kind of Object.keys(KINDS) as (keyof typeof KINDS)[]) {
      const steps = stepsOf(kind);
      const at = (id: string) => steps.findIndex((s) => s.id === id);
      for (const s of steps.filter((x) => x.connects)) expect([kind, s.id, at(s.id) > at('prove-dead') && at(s.id) < at('dead-tests')]).toEqual([kind, s.id, true]); // prettier-ignore
      expect([kind, steps.slice(at('dead-tests') + 1).filter((s) => s.alters).map((s) => s.id)]).toEqual([kind, ['energise']]); // prettier-ignore
    }
  });
  it('a house of studs: a lined box goes in over its cables', () => {
    const boards = sampleHouse({ material: 'wood', deep: 75, skin: 12.5 });
    const steps = alterationSteps(sampleJob(boards, 'spur', { outlet: { name: 'New', kind: 'twin' }, place, way: 'under the floor' }));
    const at = (id: string) => steps.findIndex((s) => s.id === id);
    expect([at('cut-box') < at('cable'), at('cable') < at('set-box'), at('set-box') < at('connect-old')]).toEqual([true, true, true]);
    expect(steps.find((s) => s.id === 'connect-new')!.says.join(' ')).not.toMatch(/lead from the metal box goes/);
  });
});

describe('what is said at them', () => {
  const says = (kind: keyof typeof KINDS, id: string, schools: object = {}) => {
    const job = KINDS[kind]();
    return stepOf(kind, id, { ...job, alteration: { ...job.alteration!, schools } }).says;
  };
  it('marks: both edges from the left end, both heights; a hole that is there is held over first', () => {
    // a twin is 133 wide and 73 high, its middle 2800 from the left end
    expect(says('spur', 'mark-out').slice(0, 2)).toEqual([
      expect.stringMatching(/: 2734 mm to the left edge of the cut, 2867 mm to its right edge\.$/),
      'Lower edge 457 mm over the floor, upper edge 530 mm. Both lines with the level.',
    ]);
    expect(says('enlarge', 'mark-out')[0]).toMatch(/^Hold the new box over the old hole/);
    const [edge] = stepOf('spur', 'mark-out').asks;
    expect([edge!.key, edge!.least, edge!.most]).toEqual(['left-edge', 2729, 2739]);
  });
  it('by how ends are made ready, and by what cores are joined', () => {
    expect(says('spur', 'connect-old')[0]).toMatch(/lie side by side\.$/);
    expect(says('spur', 'connect-old', { ends: 'twisted' })[0]).toMatch(/twisted together first, each by itself still to be told\.$/);
    const joined = (schools: object) => says('into ring', 'connect-old', schools).find((x) => x.startsWith('The cable that led on'));
    expect([joined({}), joined({ joint: 'crimp' })]).toEqual([expect.stringContaining('a maintenance-free connector'), expect.stringContaining('an insulated crimp, pressed')]); // prettier-ignore
    expect(says('spur', 'connect-old').some((x) => x.startsWith('The cable that led on'))).toBe(false);
    for (const kind of ['spur', 'into ring', 'enlarge'] as const) {
      expect(says(kind, 'connect-new').at(-1)).toMatch(/^Earth first, then neutral, then line; every conductor tugged/);
      expect(says(kind, 'connect-new').at(-2)).toMatch(/^The lead from the metal box/);
    }
  });
  it('of a socket that moved what was there is joined in the old box, under a blank plate', () => {
    expect(says('move', 'connect-old').join(' ')).toMatch(/a maintenance-free connector: line, neutral, earth.*A blank plate over it/);
  });
  it('hours go by cables: two in a ring’s new point, one at the end of a spur', () => {
    const landed = (kind: keyof typeof KINDS, id: string) => stepOf(kind, id).time.find((t) => t.kind === 'strip, splice, land')!.count;
    expect([landed('spur', 'connect-new'), landed('into ring', 'connect-new'), landed('enlarge', 'connect-new'), landed('own radial', 'connect-new')]).toEqual([1, 2, 2, 1]); // prettier-ignore
    expect([landed('spur', 'connect-old'), landed('move', 'connect-old')]).toEqual([1, 2]);
  });
  it('lengths, hands and depth: two cables of 3 m, a box of 35 and 3 for mortar', () => {
    expect([stepOf('spur', 'cable').title, stepOf('into ring', 'cable').title, stepOf('spur', 'cut-box').title]).toEqual([
      'The cable in, cut 3000 mm',
      '2 cables in, each cut 3000 mm',
      'Let the box into the wall, 38 mm deep',
    ]);
    const [depth] = stepOf('spur', 'cut-box').asks;
    expect([depth!.least, depth!.most]).toEqual([35, 50]);
  });
});

describe('fault finding', () => {
  const job = sampleJob(house, 'find fault', {});
  it('reads, opens what the readings name, reads again, all dead; nothing is added', () => {
    expect(alterationSteps(job).map((s) => [s.id, s.dead.map((d) => d.key).join()])).toEqual([
      ['sheets', ''],
      ['lock-off', ''],
      ['prove-dead', 'ring'],
      ['read', 'ring'],
      ['mend', 'ring'],
      ['dead-tests', 'ring'],
      ['energise', ''],
      ['live-tests', ''],
      ['clean', ''],
      ['record', ''],
    ]);
    expect(alterationSteps(job).every((s) => s.changeIds.length === 0)).toBe(true);
  });
  it('of nothing planned there are no steps', () => expect(alterationSteps({ ...KINDS.spur(), changes: [] })).toEqual([]));
});
