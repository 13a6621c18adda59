/**
 * What each check of a wiring finds, on two receptacles in a run and on a cable with two hots: one thing is made wrong at a time, and that
 * is what is found, with its clause, and nothing else. Clauses from memory.
 */
import { describe, expect, it } from 'vitest';
import { runOfBoxes, sharedNeutralRun, switchOn } from '../circuit/index.js';
import { inches } from '../measure/index.js';
import { GROUND_BAR, NEUTRAL_BAR, PANEL, type Bench, type BenchDevice, type Edition, type Joint, type WireEnd } from '../model/index.js';
import { benchFindings, type BenchFinding } from './benchChecks.js';

const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });
const tailEnd = (pigtailId: string, e: 0 | 1): WireEnd => ({ pigtailId, end: e });
const screw = (id: string, boxId: string, device: string, terminal: string, ...ends: WireEnd[]): Joint => ({ id, boxId, kind: 'terminal', at: { device, terminal }, ends }); // prettier-ignore
const splice = (id: string, boxId: string, ...ends: WireEnd[]): Joint => ({ id, boxId, kind: 'splice', how: 'twist-on', ends });

const changed = (bench: Bench, edit: (b: Bench) => void): Bench => {
  const copy = structuredClone(bench);
  edit(copy);
  return copy;
};
const jointIn = (b: Bench, id: string): Joint => b.joints.find((j) => j.id === id)!;
const deviceIn = (b: Bench, id: string): BenchDevice => b.devices.find((d) => d.id === id)!;
const without = (b: Bench, ...ids: string[]): void => void (b.joints = b.joints.filter((j) => !ids.includes(j.id)));

const all = (bench: Bench, edition: Edition = 'US-2020'): BenchFinding[] => benchFindings(switchOn(bench), bench, edition);
const line = (f: BenchFinding): string => `${f.verdict}: ${f.rule}, ${f.code.replace('bench.', '')}${f.about.length ? ` (${f.about.join(' ')})` : ''}`; // prettier-ignore
/** What is wrong, or can’t be told. */
const wrong = (bench: Bench, edition?: Edition): string[] => all(bench, edition).filter((f) => f.verdict !== 'ok' && f.verdict !== 'note').map(line); // prettier-ignore
/** What one rule says, whatever its verdict. */
const by = (bench: Bench, rule: string, edition?: Edition): string[] => all(bench, edition).filter((f) => f.rule === rule).map(line); // prettier-ignore
const clause = (bench: Bench, rule: string): string | undefined => all(bench).find((f) => f.rule === rule)?.source.clause;

const run = (): Bench => runOfBoxes({ boxes: 2 });
/** The first box holds a protective receptacle, the second hangs on its LOAD screws. */
const guarded = (): Bench => runOfBoxes({ boxes: 2, protectedFirst: true });
const kitchen = (): Bench => sharedNeutralRun(20, 40);

describe('a run that is wired as it should be', () => {
  it('nothing is wrong; grounds run on, boxes are large enough, free ends are as far known as a drawing knows them', () => {
    expect(wrong(run())).toEqual([]);
    expect(by(run(), 'ground')).toEqual(['ok: ground, groundRunsOn (box1)', 'ok: ground, groundRunsOn (box2)']);
    expect(by(run(), 'free-conductor')).toEqual([
      'note: free-conductor, sixInHeld (box1 cable1)',
      'note: free-conductor, sixInHeld (box1 cable2)',
      'note: free-conductor, sixInHeld (box2 cable2)',
    ]);
    expect(wrong(guarded())).toEqual([]);
    expect(wrong(kitchen())).toEqual([]);
  });
  it('screws that nothing is on: two of five of the last receptacle, none of the first; of a single one as many as it has', () => {
    expect(by(run(), 'unused')).toEqual(['note: unused, unused (box2)']);
    expect(all(run()).find((f) => f.rule === 'unused')!.says).toBe('2 unused: driven home');
    const single = changed(run(), (b) => {
      Object.assign(deviceIn(b, 'device2'), { form: 'single' });
      jointIn(b, 'device2-brass-upper').at!.terminal = 'brass';
      jointIn(b, 'device2-silver-upper').at!.terminal = 'silver';
    });
    expect(wrong(single)).toEqual([]);
    expect(by(single, 'unused')).toEqual([]);
    // one that was taken off its wires has nothing to drive home
    const off = changed(run(), (b) => without(b, 'device2-brass-upper', 'device2-silver-upper', 'device2-green'));
    expect(by(off, 'unused')).toEqual([]);
  });
  it('what stops comes first, what is noted last', () => {
    const bad = changed(run(), (b) => {
      jointIn(b, 'device1-brass-upper').looseOhm = 2;
      b.strips = [{ end: end('cable2', 0, 1), mm: 30 }];
    });
    expect(all(bad).map((f) => f.verdict).filter((v, i, list) => v !== list[i - 1])).toEqual(['stop', 'caution', 'ok', 'note']); // prettier-ignore
  });
});

describe('how an end is held', () => {
  it('bare copper within an eighth of what a side screw takes (5/8 in of 14 AWG); more, or less, is said; of the panel without a box', () => {
    const bare = (of: WireEnd, mm: number): Bench => changed(run(), (b) => void (b.strips = [{ end: of, mm }]));
    const hot = end('cable2', 0, 1);
    expect([wrong(bare(hot, inches(3 / 4))), wrong(bare(hot, inches(1 / 2)))]).toEqual([[], []]);
    const said = ['caution: strip, stripped (box2)'];
    expect([wrong(bare(hot, inches(3 / 4) + 0.1)), wrong(bare(hot, inches(1 / 2) - 0.1))]).toEqual([said, said]);
    expect(all(bare(hot, 30)).find((f) => f.rule === 'strip')!.says).toMatch(/copper stands bare/);
    expect(all(bare(hot, 5)).find((f) => f.rule === 'strip')!.says).toMatch(/insulation is clamped/);
    expect(wrong(bare(end('cable1', 0, 0), 40))).toEqual(['caution: strip, stripped']);
  });
  it('one conductor under a screw of a device (110.14(A)); in the panel and in a splice there are more', () => {
    const two = changed(run(), (b) => {
      without(b, 'device1-brass-lower');
      jointIn(b, 'device1-brass-upper').ends.push(end('cable2', 0, 0));
    });
    expect(wrong(two)).toEqual(['stop: one-per-screw, manyUnderScrew (box1)']);
    expect(clause(two, 'one-per-screw')).toBe('110.14(A)');
  });
  it('two wires under the screw of a breaker are the panel’s to judge', () => {
    const two = changed(run(), (b) => {
      b.cables.push({ ...b.cables[1]!, id: 'third', ends: [PANEL, 'elsewhere'] });
      b.joints.find((j) => j.at?.device === 'breaker')!.ends.push(end('third', 0, 0));
    });
    expect(by(two, 'one-per-screw')).toEqual([]);
  });
  it('every finding names its clause in the edition that was asked for, and rests on no sum but where it says one', () => {
    const wrongs = [
      run(),
      guarded(),
      kitchen(),
      changed(run(), (b) => without(b, 'device2-green')),
      changed(run(), (b) => void (b.boxes[0]!.material = 'metal')),
      changed(run(), (b) => void (b.unmeasured = [{ of: 'box1', what: 'material', boxId: 'box1' }, { of: 'cable1', what: 'ground', boxId: 'box1' }, { of: 'cable1', what: 'free', boxId: 'box1' }, { of: 'box2', what: 'wiring', boxId: 'box2' }])), // prettier-ignore
    ];
    const SUMS = ['box-fill', 'free-conductor', 'conductor-breaker', 'shared-legs'];
    for (const edition of ['US-2020', 'US-2023'] as const)
      for (const f of wrongs.flatMap((b) => all(b, edition))) {
        if (f.source.standard === 'NEC') expect(f.source.edition, f.rule).toBe(edition.slice(3));
        if (!SUMS.includes(f.rule)) expect(f.sums, f.rule).toEqual([]);
      }
  });
  it('a spring push-in takes 14 AWG only (110.3(B))', () => {
    const pushed = (gauge: 14 | 12): Bench => changed(runOfBoxes({ boxes: 2, gauge }), (b) => void (jointIn(b, 'device2-brass-upper').how = 'push-in')); // prettier-ignore
    expect(wrong(pushed(14))).toEqual([]);
    expect(wrong(pushed(12))).toEqual(['stop: push-in, pushIn (box2)']);
  });
  it('a loose contact is a stop', () =>
    expect(wrong(changed(run(), (b) => void (jointIn(b, 'device1-silver-upper').looseOhm = 0.5)))).toEqual(['stop: loose, looseJoint (box1)'])); // prettier-ignore
});

describe('ends that are on nothing', () => {
  it('live where the breaker feeds it: stop; a white that hangs loose is bare and no more than that', () => {
    const hot = changed(run(), (b) => without(b, 'device2-brass-upper'));
    expect(wrong(hot)).toEqual(['stop: loose-end, looseEnd (box2)']);
    expect(all(hot)[0]!.says).toMatch(/black of box 1 to box 2 hangs loose and bare, and is live when the breaker is on/);
    const capped = changed(hot, (b) => b.joints.push({ id: 'cap', boxId: 'box2', kind: 'cap', how: 'cap', ends: [end('cable2', 0, 1)] }));
    expect(wrong(capped)).toEqual([]);
    const spare = changed(run(), (b) => b.pigtails.push({ id: 'spare', boxId: 'box2', colour: 'white', gauge: 14, lengthMm: 150 }));
    expect(wrong(spare)).toEqual(['caution: loose-end, looseEnd (box2)', 'caution: loose-end, looseEnd (box2)']);
    expect(all(spare)[0]!.says).not.toMatch(/live/);
  });
  it('in the panel: on its bar, its breaker, or capped (110.14(B))', () => {
    const loose = changed(run(), (b) => without(b, 'ground-bar-1'));
    expect(wrong(loose)).toContain('stop: loose-end, looseInPanel');
    expect(clause(loose, 'loose-end')).toBe('110.14(B)');
  });
});

describe('feeds', () => {
  /** Another breaker with a cable of its own to the second box. */
  const second = (ends: (b: Bench) => void): Bench =>
    changed(run(), (b) => {
      b.breakers.push({ id: 'other', number: '6', amps: 15, leg: 'A', kind: 'plain', curve: 'US', on: true });
      b.cables.push({ ...b.cables[0]!, id: 'cable3', name: 'panel to box 2', ends: [PANEL, 'box2'] });
      b.joints.push(
        screw('other-1', PANEL, 'other', 'screw', end('cable3', 0, 0)),
        screw('n-3', PANEL, NEUTRAL_BAR, 'screw', end('cable3', 1, 0)),
        screw('g-3', PANEL, GROUND_BAR, 'screw', end('cable3', 2, 0)),
      );
      ends(b);
    });
  const grounds = (b: Bench): void => {
    without(b, 'device2-green');
    b.pigtails.push({ id: 'tail2', boxId: 'box2', colour: 'bare', gauge: 14, lengthMm: 150 });
    b.joints.push(
      splice('grounds2', 'box2', end('cable2', 2, 1), end('cable3', 2, 1), tailEnd('tail2', 0)),
      screw('green2', 'box2', 'device2', 'green', tailEnd('tail2', 1)),
    );
  };
  /** Second breaker on the lower half of the second receptacle, its tabs broken. */
  const yoke = (tied?: 'this' | 'other'): Bench =>
    second((b) => {
      grounds(b);
      Object.assign(deviceIn(b, 'device2'), { brassTab: false, silverTab: false });
      b.joints.push(screw('bl', 'box2', 'device2', 'brass lower', end('cable3', 0, 1)), screw('sl', 'box2', 'device2', 'silver lower', end('cable3', 1, 1))); // prettier-ignore
      if (tied) b.breakers[tied === 'this' ? 0 : 1]!.tiedTo = tied === 'this' ? 'other' : 'breaker';
    });
  it('two breakers whose wires meet (240.8)', () => {
    const joined = second((b) => {
      grounds(b);
      b.joints.push(screw('bl', 'box2', 'device2', 'brass lower', end('cable3', 0, 1)), screw('sl', 'box2', 'device2', 'silver lower', end('cable3', 1, 1))); // prettier-ignore
    });
    expect(wrong(joined)).toContain('stop: joined-feeds, breakersJoined');
    expect(all(joined).find((f) => f.rule === 'joined-feeds')!.says).toMatch(/breaker 4 and breaker 6 are joined/);
    expect(wrong(yoke('this'))).not.toContain('stop: joined-feeds, breakersJoined');
  });
  it('a yoke on two breakers: they open together, whichever of the two names the other (210.7)', () => {
    expect([wrong(yoke('this')), wrong(yoke('other'))]).toEqual([[], []]);
    expect(wrong(yoke())).toEqual(['stop: one-yoke, yokeUntied (box2)']);
    expect(clause(yoke(), 'one-yoke')).toBe('210.7');
    // both halves on the same breaker: nothing to tie
    const split = changed(run(), (b) => {
      Object.assign(deviceIn(b, 'device1'), { brassTab: false });
      without(b, 'device1-brass-upper', 'device1-brass-lower');
      b.pigtails.push({ id: 'u', boxId: 'box1', colour: 'black', gauge: 14, lengthMm: 150 }, { id: 'l', boxId: 'box1', colour: 'black', gauge: 14, lengthMm: 150 }); // prettier-ignore
      b.joints.push(splice('hots', 'box1', end('cable1', 0, 1), end('cable2', 0, 0), tailEnd('u', 0), tailEnd('l', 0)), screw('u1', 'box1', 'device1', 'brass upper', tailEnd('u', 1)), screw('l1', 'box1', 'device1', 'brass lower', tailEnd('l', 1))); // prettier-ignore
    });
    expect(wrong(split)).toEqual([]);
    // its upper half fed, its lower one not: one breaker is no two
    expect(
      by(
        changed(split, (b) => without(b, 'l1')),
        'one-yoke',
      ),
    ).toEqual([]);
  });
  it('a neutral that goes back by the cable of another circuit is borrowed; two that meet are joined (200.4(A))', () => {
    const borrowed = second((b) => {
      grounds(b);
      without(b, 'device2-silver-upper');
      b.joints.push(
        screw('su', 'box2', 'device2', 'silver upper', end('cable3', 1, 1)),
        { id: 'c1', boxId: 'box2', kind: 'cap', ends: [end('cable3', 0, 1)] },
        { id: 'c2', boxId: 'box2', kind: 'cap', ends: [end('cable2', 1, 1)] },
      );
    });
    expect(wrong(borrowed)).toEqual(['stop: neutral-borrowed, neutralBorrowed (box2)']);
    expect(all(borrowed)[0]!.says).toMatch(/its hot comes from breaker 4, its neutral goes back by panel to box 2/);
    const joined = second((b) => {
      grounds(b);
      b.joints.push(screw('sl', 'box2', 'device2', 'silver lower', end('cable3', 1, 1)), { id: 'c1', boxId: 'box2', kind: 'cap', ends: [end('cable3', 0, 1)] }); // prettier-ignore
    });
    expect(wrong(joined)).toEqual(['stop: neutrals-joined, neutralsJoined (box1)', 'stop: neutrals-joined, neutralsJoined (box2)']);
    expect(clause(joined, 'neutrals-joined')).toBe('200.4(A)');
    // the second circuit with its own neutral, to a face of its own: nothing is borrowed
    expect(wrong(yoke('this'))).toEqual([]);
  });
  it('a cable that only closes a ring', () => {
    const ring = changed(run(), (b) => {
      b.cables.push({ ...b.cables[1]!, id: 'back', name: 'box 2 back to box 1', ends: ['box2', 'box1'] });
      without(b, 'device1-brass-lower', 'device1-silver-lower', 'device2-green', 'grounds1');
      b.pigtails.push({ id: 'tail2', boxId: 'box2', colour: 'bare', gauge: 14, lengthMm: 150 });
      b.pigtails.push({ id: 'h', boxId: 'box1', colour: 'black', gauge: 14, lengthMm: 150 }, { id: 'n', boxId: 'box1', colour: 'white', gauge: 14, lengthMm: 150 }); // prettier-ignore
      b.joints.push(
        splice('hots', 'box1', end('cable2', 0, 0), end('back', 0, 1), tailEnd('h', 0)),
        screw('h1', 'box1', 'device1', 'brass lower', tailEnd('h', 1)),
        splice('whites', 'box1', end('cable2', 1, 0), end('back', 1, 1), tailEnd('n', 0)),
        screw('n1', 'box1', 'device1', 'silver lower', tailEnd('n', 1)),
        splice('grounds1', 'box1', end('cable1', 2, 1), end('cable2', 2, 0), end('back', 2, 1), tailEnd('tail1', 0)),
        splice('grounds2', 'box2', end('cable2', 2, 1), end('back', 2, 0), tailEnd('tail2', 0)),
        screw('g2', 'box2', 'device2', 'green', tailEnd('tail2', 1)),
        screw('b2', 'box2', 'device2', 'brass lower', end('back', 0, 0)),
        screw('s2', 'box2', 'device2', 'silver lower', end('back', 1, 0)),
      );
    });
    expect(wrong(ring)).toEqual(['caution: loop, closesRing', 'caution: loop, closesRing']);
  });
  it('14 AWG on 20 A is too thin (240.4(D)), 12 AWG is not; a UK breaker is judged by its own book', () => {
    const thin = runOfBoxes({ boxes: 1, gauge: 14, amps: 20 });
    expect(by(thin, 'conductor-breaker')).toEqual([expect.stringMatching(/^stop: conductor-breaker, .*\(cable1\)$/)]);
    expect(by(runOfBoxes({ boxes: 1, gauge: 12, amps: 20 }), 'conductor-breaker')).toEqual([]);
    expect(
      by(
        changed(thin, (b) => void (b.breakers[0]!.curve = 'UK-B')),
        'conductor-breaker',
      ),
    ).toEqual([]);
    // a cable that is on no breaker has none to be too thin for
    expect(
      by(
        changed(thin, (b) => without(b, 'breaker-screw-0')),
        'conductor-breaker',
      ),
    ).toEqual([]);
  });
});

describe('grounds', () => {
  it('through the device is no ground for what lies behind: it runs on without (250.148)', () => {
    const through = changed(run(), (b) => {
      without(b, 'grounds1', 'device1-green');
      b.pigtails = [];
      b.joints.push(screw('g', 'box1', 'device1', 'green', end('cable1', 2, 1), end('cable2', 2, 0)));
    });
    expect(wrong(through)).toContain('stop: one-per-screw, manyUnderScrew (box1)');
    expect(by(through, 'ground')).toEqual(['stop: ground, groundOpen (box1)', 'ok: ground, groundRunsOn (box2)']);
    const open = changed(run(), (b) => void (jointIn(b, 'grounds1').ends = [end('cable2', 2, 0), tailEnd('tail1', 0)]));
    expect(by(open, 'ground')).toEqual(['stop: ground, groundOpen (box1)', 'stop: ground, groundOpen (box2)']);
    expect(clause(open, 'ground')).toBe('250.148');
    // old cables without a ground have none to run on
    const none = changed(run(), (b) => {
      without(b, 'grounds1', 'device1-green', 'device2-green', 'ground-bar-1');
      b.pigtails = [];
      for (const c of b.cables) c.colours = ['black', 'white'];
    });
    expect(by(none, 'ground')).toEqual([]);
  });
  it('two circuits in one box: each ground has its own bar, and in the box they meet, in a splice or on its metal (250.148)', () => {
    /** A cable of a second breaker comes into the last box, its hot and neutral capped there. */
    const twoCircuits = (grounds: (b: Bench) => void) =>
      changed(run(), (b) => {
        b.breakers.push({ ...b.breakers[0]!, id: 'other', number: '6' });
        b.cables.push({ ...b.cables[0]!, id: 'second', name: 'panel to box 2', ends: [PANEL, 'box2'] });
        const on = ['other', NEUTRAL_BAR, GROUND_BAR];
        b.joints.push(
          ...on.map((device, i) => screw(`p${i}`, PANEL, device, 'screw', end('second', i, 0))),
          ...[0, 1].map((i): Joint => ({ id: `cap${i}`, boxId: 'box2', kind: 'cap', how: 'cap', ends: [end('second', i, 1)] })),
        );
        grounds(b);
      });
    const apart = twoCircuits((b) => void b.joints.push({ id: 'g', boxId: 'box2', kind: 'cap', how: 'cap', ends: [end('second', 2, 1)] }));
    expect(by(apart, 'ground')).toEqual(['stop: ground, groundsApart (box2)', 'ok: ground, groundRunsOn (box1)']);
    const spliced = twoCircuits((b) => {
      without(b, 'device2-green');
      b.pigtails.push({ id: 'g', boxId: 'box2', colour: 'bare', gauge: 14, lengthMm: 150 });
      b.joints.push(splice('s', 'box2', end('cable2', 2, 1), end('second', 2, 1), tailEnd('g', 0)), screw('t', 'box2', 'device2', 'green', tailEnd('g', 1))); // prettier-ignore
    });
    expect(by(spliced, 'ground')).toEqual(['ok: ground, groundRunsOn (box1)', 'ok: ground, groundRunsOn (box2)']);
    const onMetal = twoCircuits((b) => {
      b.boxes[1]!.material = 'metal';
      b.pigtails.push({ id: 'g', boxId: 'box2', colour: 'bare', gauge: 14, lengthMm: 150 });
      without(b, 'device2-green');
      b.joints.push(screw('a', 'box2', 'box', 'screw', end('cable2', 2, 1)), screw('b', 'box2', 'box', 'screw', end('second', 2, 1)));
    });
    expect(by(onMetal, 'ground')).toEqual(['ok: ground, groundRunsOn (box1)', 'ok: ground, groundRunsOn (box2)']);
    // through the yoke of the device alone they don’t: taken out, they are apart
    const byYoke = twoCircuits((b) => void b.joints.push(screw('g', 'box2', 'device2', 'green', end('second', 2, 1))));
    expect(by(byYoke, 'ground')).toEqual(['stop: ground, groundsApart (box2)', 'ok: ground, groundRunsOn (box1)']);
  });
  it('a metal box has a lead of its own; a plastic one needs none; where nobody looked it can’t be told (250.148(C))', () => {
    const metal = changed(run(), (b) => void (b.boxes[0]!.material = 'metal'));
    expect([by(run(), 'metal-box'), by(metal, 'metal-box')]).toEqual([[], ['stop: metal-box, boxNoLead (box1)']]);
    const led = changed(metal, (b) => {
      b.pigtails.push({ id: 'lead', boxId: 'box1', colour: 'bare', gauge: 14, lengthMm: 150 });
      jointIn(b, 'grounds1').ends.push(tailEnd('lead', 0));
      b.joints.push(screw('box-screw', 'box1', 'box', 'ground', tailEnd('lead', 1)));
    });
    expect(by(led, 'metal-box')).toEqual(['ok: metal-box, boxLead (box1)']);
    // a lead that ends loose is none
    const loose = changed(led, (b) => void jointIn(b, 'grounds1').ends.pop());
    expect(by(loose, 'metal-box')).toEqual(['stop: metal-box, boxNoLead (box1)']);
    const unseen = changed(metal, (b) => void (b.unmeasured = [{ of: 'box1', what: 'material', boxId: 'box1' }]));
    expect(by(unseen, 'metal-box')).toEqual(['can’t tell: metal-box, metalUnknown (box1)']);
  });
  it('a slot that promises a ground has one; what protects, and what is switched, is marked or looked at', () => {
    const bare = (form: BenchDevice['form'], unseen = false): Bench =>
      changed(form === 'ground-fault' ? guarded() : run(), (b) => {
        const box = form === 'ground-fault' ? '1' : '2';
        without(b, `device${box}-green`);
        if (form === 'ground-fault') jointIn(b, 'grounds1').ends.pop();
        else b.joints.push({ id: 'c', boxId: 'box2', kind: 'cap', ends: [end('cable2', 2, 1)] });
        if (form === 'ground-fault') b.pigtails = [];
        Object.assign(deviceIn(b, `device${box}`), { form, ...(form === 'appliance' ? { watts: 600 } : {}) });
        if (form === 'single' || form === 'appliance') {
          jointIn(b, 'device2-brass-upper').at!.terminal = form === 'single' ? 'brass' : 'hot';
          jointIn(b, 'device2-silver-upper').at!.terminal = form === 'single' ? 'silver' : 'neutral';
        }
        if (unseen) b.unmeasured = [{ of: 'cable2', what: 'ground', boxId: `box${box}` }];
      });
    expect(by(bare('duplex'), 'device-ground')).toEqual(['stop: device-ground, slotNoGround (box2)']);
    expect(by(bare('single'), 'device-ground')).toEqual(['stop: device-ground, slotNoGround (box2)']);
    expect(by(bare('ground-fault'), 'device-ground')).toEqual(['caution: device-ground, noGroundMark (box1)']);
    expect(by(bare('appliance'), 'device-ground')).toEqual(['caution: device-ground, screwNoGround (box2)']);
    expect(by(bare('duplex', true), 'device-ground')).toEqual(['can’t tell: device-ground, groundUnseen (box2)']);
    expect([clause(bare('duplex'), 'device-ground'), clause(bare('ground-fault'), 'device-ground'), clause(bare('appliance'), 'device-ground')]).toEqual(['406.4', '406.4(D)(2)', '250.110']); // prettier-ignore
    // nothing feeds it yet: it is not judged by its ground
    const unfed = changed(bare('duplex'), (b) => without(b, 'breaker-screw-0'));
    expect(by(unfed, 'device-ground')).toEqual([]);
  });
});

describe('what an end is used for, and its colour', () => {
  /** The second receptacle on other conductors of its cable. */
  const on = (brass: number, silver: number, green: number): Bench =>
    changed(run(), (b) => {
      const at = (id: string, n: number): void => void (jointIn(b, id).ends = [end('cable2', n, 1)]);
      at('device2-brass-upper', brass);
      at('device2-silver-upper', silver);
      at('device2-green', green);
    });
  it('hot on silver and neutral on brass are reversed (200.11); either alone is enough', () => {
    expect(wrong(on(1, 0, 2))).toEqual(['stop: polarity, reversed (box2)']);
    expect(clause(on(1, 0, 2), 'polarity')).toBe('200.11');
    const lower = changed(on(1, 0, 2), (b) => {
      jointIn(b, 'device2-brass-upper').at!.terminal = 'brass lower';
      jointIn(b, 'device2-silver-upper').at!.terminal = 'silver lower';
    });
    expect(wrong(lower)).toEqual(['stop: polarity, reversed (box2)']);
    const half = changed(on(1, 0, 2), (b) => {
      without(b, 'device2-brass-upper');
      b.joints.push({ id: 'c', boxId: 'box2', kind: 'cap', ends: [end('cable2', 1, 1)] });
    });
    expect(wrong(half)).toEqual(['stop: polarity, reversed (box2)']);
  });
  it('a green screw on the neutral takes no ground (250.126)', () => {
    const green = on(0, 2, 1);
    expect(wrong(green)).toContain('stop: polarity, screwGroundOnly (box2)');
    expect(all(green).find((f) => f.code === 'bench.screwGroundOnly')!.source.clause).toBe('250.126');
  });
  it('colours: a bare hot, a white hot without its mark, a neutral that is black, a ground that is', () => {
    const recoloured = (colours: Bench['cables'][number]['colours'], marked?: boolean): Bench =>
      changed(run(), (b) => Object.assign(b.cables[1]!, { colours, ...(marked ? { marked } : {}) }));
    const twice = (x: string): string[] => [`stop: colour, ${x} (box1)`, `stop: colour, ${x} (box2)`];
    expect(wrong(recoloured(['white', 'white', 'bare']))).toEqual(twice('unmarkedHot'));
    expect(wrong(recoloured(['white', 'white', 'bare'], true))).toEqual([]);
    expect(wrong(recoloured(['black', 'grey', 'green']))).toEqual([]);
    expect(wrong(recoloured(['black', 'black', 'bare']))).toEqual(twice('neutralColour'));
    expect(by(recoloured(['green', 'white', 'bare']), 'colour')).toEqual(twice('bareHot'));
    expect(by(recoloured(['black', 'white', 'red']), 'colour')).toEqual(twice('groundColour'));
    // a white tail carries no mark of a cable
    const tail = changed(run(), (b) => {
      without(b, 'device2-brass-upper');
      b.pigtails.push({ id: 'w', boxId: 'box2', colour: 'white', gauge: 14, lengthMm: 150 });
      b.joints.push(splice('h', 'box2', end('cable2', 0, 1), tailEnd('w', 0)), screw('hs', 'box2', 'device2', 'brass upper', tailEnd('w', 1))); // prettier-ignore
    });
    expect(wrong(tail)).toEqual(['stop: colour, unmarkedHot (box2)', 'stop: colour, unmarkedHot (box2)']);
  });
  it('neutral and ground tied away from the bar are both at once (250.24(A)(5))', () => {
    const tied = changed(run(), (b) => {
      without(b, 'device2-green', 'device2-silver-upper');
      b.pigtails.push({ id: 'n', boxId: 'box2', colour: 'white', gauge: 14, lengthMm: 150 });
      b.joints.push(splice('both', 'box2', end('cable2', 1, 1), end('cable2', 2, 1), tailEnd('n', 0)), screw('s', 'box2', 'device2', 'silver upper', tailEnd('n', 1))); // prettier-ignore
    });
    const mixed = all(tied).filter((f) => f.rule === 'mixed');
    expect(mixed.length).toBeGreaterThan(0);
    expect(mixed.every((f) => f.verdict === 'stop' && f.source.clause === '250.24(A)(5)' && / is neutral and ground at once$/.test(f.says))).toBe(true); // prettier-ignore
  });
});

describe('devices', () => {
  it('a protective receptacle: feed on LINE, what it protects on LOAD', () => {
    const said = (b: Bench): string => all(b).find((f) => f.rule === 'line-load')!.says;
    expect([by(guarded(), 'line-load'), said(guarded())]).toEqual([
      ['ok: line-load, feedOnLine (box1)'],
      'feed on LINE, what is protected on LOAD',
    ]);
    const alone = runOfBoxes({ boxes: 1, protectedFirst: true });
    expect([wrong(alone), said(alone)]).toEqual([[], 'feed on LINE']);
    const swap = (pairs: [string, string][]): Bench => changed(guarded(), (b) => {
      for (const [joint, terminal] of pairs) jointIn(b, `device1-${joint}`).at!.terminal = terminal;
    }); // prettier-ignore
    const onLoad = swap([['line-brass', 'load brass'], ['line-silver', 'load silver'], ['load-brass', 'line brass'], ['load-silver', 'line silver']]); // prettier-ignore
    expect(by(onLoad, 'line-load')).toEqual(['stop: line-load, feedOnLoad (box1)']);
    const crossed = swap([['line-silver', 'load silver'], ['load-silver', 'line silver']]); // prettier-ignore
    expect(by(crossed, 'line-load')).toEqual(['stop: line-load, lineLoadCrossed (box1)']);
    const crossedAlone = changed(alone, (b) => void (jointIn(b, 'device1-line-silver').at!.terminal = 'load silver'));
    expect(by(crossedAlone, 'line-load')).toEqual(['stop: line-load, lineLoadCrossed (box1)']);
    const reversed = swap([['line-brass', 'line silver'], ['line-silver', 'line brass']]); // prettier-ignore
    expect(by(reversed, 'polarity')).toContain('stop: polarity, reversed (box1)');
    const unfed = changed(alone, (b) => {
      without(b, 'device1-line-brass', 'device1-line-silver');
      b.joints.push({ id: 'c1', boxId: 'box1', kind: 'cap', ends: [end('cable1', 0, 1)] }, { id: 'c2', boxId: 'box1', kind: 'cap', ends: [end('cable1', 1, 1)] }); // prettier-ignore
    });
    expect(wrong(unfed)).toEqual(['caution: line-load, lineUnfed (box1)']);
    // hot on LINE and neutral on LOAD is wrong before anything feeds it, and where its white is open on the way
    const unfedCrossed = changed(crossedAlone, (b) => without(b, b.joints.find((j) => j.at?.device === 'breaker')!.id));
    expect(by(unfedCrossed, 'line-load')).toEqual(['stop: line-load, lineLoadCrossed (box1)']);
    const openWhite = changed(crossedAlone, (b) => without(b, 'neutral-bar-1'));
    expect(by(openWhite, 'line-load')).toEqual(['stop: line-load, lineLoadCrossed (box1)']);
    // with one of the four only, nothing is crossed
    const hotAlone = changed(alone, (b) => without(b, 'device1-line-silver'));
    expect(by(hotAlone, 'line-load')).toEqual(['ok: line-load, feedOnLine (box1)']);
    // the neutral alone on LINE feeds nothing
    const noHot = changed(alone, (b) => {
      without(b, 'device1-line-brass');
      b.joints.push({ id: 'c1', boxId: 'box1', kind: 'cap', ends: [end('cable1', 0, 1)] });
    });
    expect(wrong(noHot)).toEqual(['caution: line-load, lineUnfed (box1)']);
  });
  it('hot and neutral changed over at a protective receptacle: either alone is enough', () => {
    const alone = runOfBoxes({ boxes: 1, protectedFirst: true });
    const only = (joint: string, terminal: string, other: string): Bench =>
      changed(alone, (b) => {
        jointIn(b, `device1-${joint}`).at!.terminal = terminal;
        without(b, `device1-${other}`);
      });
    expect(by(only('line-brass', 'line silver', 'line-silver'), 'polarity')).toEqual(['stop: polarity, reversed (box1)']);
    expect(by(only('line-silver', 'line brass', 'line-brass'), 'polarity')).toEqual(['stop: polarity, reversed (box1)']);
    expect(by(alone, 'polarity')).toEqual([]);
  });
  it('the yoke of a switch and of a protective one is touched too: a hot on its green screw stops (250.126)', () => {
    const onGreen = (form: 'switch' | 'ground-fault' | 'single', terminal: string): Bench =>
      changed(run(), (b) => {
        Object.assign(deviceIn(b, 'device2'), { form });
        without(b, 'device2-green', 'device2-silver-upper');
        jointIn(b, 'device2-brass-upper').at!.terminal = terminal;
      });
    for (const form of ['switch', 'ground-fault', 'single'] as const) {
      expect(by(onGreen(form, 'green'), 'polarity'), form).toEqual(['stop: polarity, screwGroundOnly (box2)']);
      expect(clause(onGreen(form, 'green'), 'polarity')).toBe('250.126');
    }
    expect(by(onGreen('switch', 'screw 1'), 'polarity')).toEqual([]);
  });
  it('the neutral of what is hot leads to a bar (300.13(B)), of every form', () => {
    const open = (form: BenchDevice['form'], hot: string, neutral: string): Bench =>
      changed(run(), (b) => {
        Object.assign(deviceIn(b, 'device2'), { form, ...(hot === 'hot' ? { watts: 60 } : {}) });
        jointIn(b, 'device2-brass-upper').at!.terminal = hot;
        jointIn(b, 'device2-silver-upper').at!.terminal = neutral;
        // the white is parted in the first box
        without(b, 'device1-silver-lower');
        b.joints.push({ id: 'c', boxId: 'box1', kind: 'cap', ends: [end('cable2', 1, 0)] });
      });
    const said = ['stop: neutral-open, neutralOpen (box2)'];
    expect(wrong(open('duplex', 'brass upper', 'silver upper'))).toEqual(said);
    expect(wrong(open('duplex', 'brass lower', 'silver lower'))).toEqual(said);
    expect(wrong(open('single', 'brass', 'silver'))).toEqual(said);
    expect(wrong(open('lamp', 'hot', 'neutral'))).toEqual(said);
    expect(wrong(open('appliance', 'hot', 'neutral'))).toEqual(said);
    expect(by(open('ground-fault', 'line brass', 'line silver'), 'neutral-open')).toEqual(said);
    expect(clause(open('lamp', 'hot', 'neutral'), 'neutral-open')).toBe('300.13(B)');
    // nothing on its silver screw at all: what hangs loose is said instead
    const bare = changed(run(), (b) => without(b, 'device2-silver-upper'));
    expect(by(bare, 'neutral-open')).toEqual([]);
  });
  it('a switch opens the hot (404.2(B)); the shell of a lampholder is neutral (200.10(C))', () => {
    const put = (form: BenchDevice['form'], a: string, b1: string, hot: number, back: number): Bench =>
      changed(run(), (b) => {
        Object.assign(deviceIn(b, 'device2'), { form, watts: 60 });
        Object.assign(jointIn(b, 'device2-brass-upper'), { at: { device: 'device2', terminal: a }, ends: [end('cable2', hot, 1)] });
        Object.assign(jointIn(b, 'device2-silver-upper'), { at: { device: 'device2', terminal: b1 }, ends: [end('cable2', back, 1)] });
      });
    expect(by(put('lamp', 'hot', 'neutral', 1, 0), 'lamp-shell')).toEqual(['stop: lamp-shell, shellHot (box2)']);
    expect(wrong(put('lamp', 'hot', 'neutral', 0, 1))).toEqual([]);
    const switched = changed(runOfBoxes({ boxes: 2 }), (b) => {
      Object.assign(deviceIn(b, 'device1'), { form: 'switch', up: true });
      without(b, 'device1-brass-upper', 'device1-brass-lower', 'device1-silver-upper', 'device1-silver-lower');
      b.joints.push(
        splice('hots', 'box1', end('cable1', 0, 1), end('cable2', 0, 0)),
        screw('s1', 'box1', 'device1', 'screw 1', end('cable1', 1, 1)),
        screw('s2', 'box1', 'device1', 'screw 2', end('cable2', 1, 0)),
      );
    });
    expect(by(switched, 'switched-neutral')).toEqual(['stop: switched-neutral, neutralSwitched (box1)']);
    expect(clause(switched, 'switched-neutral')).toBe('404.2(B)');
    const asItShould = changed(switched, (b) => {
      jointIn(b, 'hots').ends = [end('cable1', 1, 1), end('cable2', 1, 0)];
      jointIn(b, 's1').ends = [end('cable1', 0, 1)];
      jointIn(b, 's2').ends = [end('cable2', 0, 0)];
    });
    expect(wrong(asItShould)).toEqual([]);
  });
});

describe('a neutral of two breakers', () => {
  it('on opposite legs it carries the difference: 120 V on 20 and 40 Ω, 6 A and 3 A; on the same leg the sum (210.4)', () => {
    const amps = (b: Bench): number => Number(/([\d.]+) A$/.exec(all(b).find((f) => f.rule === 'shared-legs')!.says)![1]);
    expect(by(kitchen(), 'shared-legs')).toEqual(['ok: shared-legs, oppositeLegs']);
    expect(amps(kitchen())).toBeCloseTo(3, 1);
    const same = sharedNeutralRun(20, 40, ['A', 'A']);
    expect(wrong(same)).toEqual(['stop: shared-legs, sameLeg']);
    expect(amps(same)).toBeCloseTo(9, 1);
  });
  it('its breakers open together (210.4(B))', () => {
    const untied = changed(kitchen(), (b) => {
      for (const x of b.breakers) delete x.tiedTo;
    });
    expect(wrong(untied)).toEqual(['stop: shared-trip, notTied']);
    expect(clause(untied, 'shared-trip')).toBe('210.4(B)');
  });
  it('it goes on without a device: taken out, nothing behind stands between two hots (300.13(B))', () => {
    const over = changed(kitchen(), (b) => {
      Object.assign(deviceIn(b, 'load1'), { form: 'duplex', watts: undefined });
      without(b, 'ns', 'n1', 'n2');
      b.pigtails = b.pigtails.filter((p) => p.id !== 'n1');
      jointIn(b, 'h1').at!.terminal = 'brass upper';
      b.joints.push(
        screw('su', 'box', 'load1', 'silver upper', end('run', 2, 1)),
        screw('sl', 'box', 'load1', 'silver lower', tailEnd('n2', 0)),
        screw('n2s', 'box', 'load2', 'neutral', tailEnd('n2', 1)),
      );
    });
    expect(wrong(over)).toEqual(['stop: shared-device, neutralOverDevice']);
    expect(clause(over, 'shared-device')).toBe('300.13(B)');
    // spliced, with a tail to the same receptacle
    const tail = changed(kitchen(), (b) => {
      Object.assign(deviceIn(b, 'load1'), { form: 'duplex', watts: undefined });
      jointIn(b, 'h1').at!.terminal = 'brass upper';
      jointIn(b, 'n1').at!.terminal = 'silver upper';
    });
    expect(wrong(tail)).toEqual([]);
  });
});

describe('what nobody looked at', () => {
  const unseen = (...list: NonNullable<Bench['unmeasured']>): Bench => changed(run(), (b) => void (b.unmeasured = list));
  it('wiring that is only drawn: its ok turns into can’t tell, of that box alone', () => {
    const drawn = unseen({ of: 'box1', what: 'wiring', boxId: 'box1' });
    expect(by(drawn, 'as-drawn')).toEqual(['can’t tell: as-drawn, wiringUnknown (box1)']);
    expect(by(drawn, 'ground')).toEqual(['can’t tell: ground, asDrawn (box1)', 'ok: ground, groundRunsOn (box2)']);
    expect(all(drawn).find((f) => f.code === 'bench.asDrawn')!.says).toBe('runs on without the devices, as drawn; nobody looked');
  });
  it('grounds of a box that nobody looked at', () => {
    const drawn = unseen({ of: 'cable2', what: 'ground', boxId: 'box2' });
    expect(by(drawn, 'ground')).toEqual(['can’t tell: ground, groundsAsDrawn (box2)', 'ok: ground, groundRunsOn (box1)']);
    expect(by(drawn, 'box-fill')).toEqual([expect.stringMatching(/^can’t tell: box-fill, groundsUnseen \(box2\)$/), expect.stringMatching(/^ok: box-fill, .*\(box1\)$/)]); // prettier-ignore
  });
  it('a length, a rating, a free end', () => {
    expect(by(unseen({ of: 'cable1', what: 'length' }), 'as-drawn')).toEqual(['can’t tell: as-drawn, lengthUnmeasured']);
    expect(all(unseen({ of: 'cable1', what: 'length' })).find((f) => f.rule === 'as-drawn')!.title).toBe('Length of panel to box 1');
    expect(by(unseen({ of: 'gone', what: 'length' }), 'as-drawn')).toEqual([]);
    expect(by(unseen({ of: PANEL, what: 'rating' }), 'as-drawn')).toEqual(['can’t tell: as-drawn, ratingUnknown']);
    expect(by(unseen({ of: 'cable2', what: 'free', boxId: 'box2' }), 'free-conductor').sort()).toEqual([
      'can’t tell: free-conductor, freeUnmeasured (box2 cable2)',
      'note: free-conductor, sixInHeld (box1 cable1)',
      'note: free-conductor, sixInHeld (box1 cable2)',
    ]);
  });
});

describe('room and free ends', () => {
  const needed = (bench: Bench, box = 'box1'): number =>
    all(bench).find((f) => f.rule === 'box-fill' && f.about[0] === box)!.sums[0]!.result.value;
  it('first box of the run, 14 AWG: 4 conductors, clamps, grounds, 2 for the yoke, of 2 in³ each: 16 (314.16(B))', () => {
    expect(needed(run())).toBe(16);
    expect(needed(changed(run(), (b) => void (b.boxes[0]!.clamps = 'internal')))).toBe(16);
    expect(needed(changed(run(), (b) => void (b.boxes[0]!.clamps = 'none')))).toBe(14);
    expect(needed(changed(run(), (b) => void (b.boxes[0]!.supportFittings = 1)))).toBe(18);
    expect(needed(runOfBoxes({ boxes: 2, gauge: 12 }))).toBe(18); // 8 × 2.25
    // one of the two is 12 AWG: the thickest counts for clamps, grounds and yoke
    const two = changed(run(), (b) => void (b.cables[1]!.gauge = 12));
    expect(needed(two)).toBe(2 * 2 + 2 * 2.25 + 4 * 2.25);
    const noGround = changed(run(), (b) => {
      without(b, 'grounds1', 'device1-green', 'device2-green', 'ground-bar-1');
      b.pigtails = [];
      for (const c of b.cables) c.colours = ['black', 'white'];
    });
    expect(needed(noGround)).toBe(14);
  });
  it('exactly as large as it must be fits; a hair smaller does not', () => {
    const sized = (volumeIn3: number): string[] => by(changed(run(), (b) => void (b.boxes[0]!.volumeIn3 = volumeIn3)), 'box-fill').filter((x) => x.endsWith('(box1)')); // prettier-ignore
    expect([sized(16), sized(15.9)]).toEqual([[expect.stringMatching(/^ok/)], [expect.stringMatching(/^stop/)]]);
  });
  it('six inches from the sheath, and three beyond an opening under eight (300.14)', () => {
    const free = (mm: number, more: Partial<Bench['boxes'][number]> = {}): string[] =>
      by(
        changed(run(), (b) => {
          b.cables[1]!.freeMm = [180, mm];
          Object.assign(b.boxes[1]!, more);
        }),
        'free-conductor',
      ).filter((x) => x.includes('box2'));
    expect([free(inches(6)), free(inches(6) - 1)]).toEqual([['note: free-conductor, sixInHeld (box2 cable2)'], ['stop: free-conductor, cutTooShort (box2 cable2)']]); // prettier-ignore
    // 3 in deep, sheath 1/4 in inside: 2 3/4 to the opening and 3 beyond it are under six
    const opening = { openingMm: [inches(2), inches(3)] as [number, number], depthMm: inches(3), sheathMm: inches(0.25) };
    expect(free(inches(6), opening)).toEqual([expect.stringMatching(/^ok: free-conductor/)]);
    // 4 in deep: 3 3/4 and 3 are 6 3/4
    expect(free(inches(6.5), { ...opening, depthMm: inches(4) })).toEqual([expect.stringMatching(/^stop: free-conductor/)]);
    expect(free(inches(6.75), { ...opening, depthMm: inches(4) })).toEqual([expect.stringMatching(/^ok: free-conductor/)]);
    expect(free(inches(6.75), { openingMm: opening.openingMm })).toEqual([expect.stringMatching(/^can’t tell: free-conductor/)]);
  });
});
