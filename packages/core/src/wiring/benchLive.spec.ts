/**
 * What is live, what only picks something up, what is dead: a black that a breaker feeds, one that hangs free beside it, a neutral that
 * has lost its bar behind a lamp, one that is cut off from everything. 120 V supply; 30 V and 4 kΩ by common practice.
 */
import { describe, expect, it } from 'vitest';
import { nodeOf, switchOn } from '../circuit/index.js';
import { emptyBench, GROUND_BAR, NEUTRAL_BAR, PANEL, type Bench, type BenchDevice, type Joint, type WireEnd } from '../model/index.js';
import { liveNodes, overlay, touched } from './benchLive.js';

const end = (conductor: number, e: 0 | 1, cableId = 'feed'): WireEnd => ({ cableId, conductor, end: e });
const screw = (id: string, boxId: string, of: string, terminal: string, ...ends: WireEnd[]): Joint => ({ id, boxId, kind: 'terminal', at: { device: of, terminal }, ends }); // prettier-ignore
const lamp: BenchDevice = {
  ...{ id: 'lamp', name: 'Lamp', boxId: 'hall', form: 'lamp', ratingA: 15, brassTab: true, silverTab: true },
  ...{ up: false, tripped: false, watts: 60, powerFactor: 1 },
};
/** A lamp of 60 W at the end of 10 m; a red beside its black is on nothing. */
const bench = (on = true): Bench => ({
  ...emptyBench(),
  boxes: [{ id: 'hall', name: 'Hall', material: 'plastic', gangs: 1 }],
  cables: [
    {
      ...{
        id: 'feed',
        name: 'panel to hall',
        gauge: 14,
        colours: ['black', 'white', 'bare', 'red'],
        lengthMm: 10_000,
        ends: [PANEL, 'hall'],
      },
      ...{ sides: ['top', 'top'], freeMm: [300, 150] },
    },
  ],
  devices: [lamp],
  breakers: [{ id: 'b1', number: '1', amps: 15, leg: 'A', kind: 'plain', curve: 'US', on }],
  joints: [
    screw('h', PANEL, 'b1', 'screw', end(0, 0)),
    screw('n', PANEL, NEUTRAL_BAR, 'screw', end(1, 0)),
    screw('g', PANEL, GROUND_BAR, 'screw', end(2, 0)),
    screw('hl', 'hall', 'lamp', 'hot', end(0, 1)),
    screw('nl', 'hall', 'lamp', 'neutral', end(1, 1)),
  ],
});
const without = (b: Bench, ...ids: string[]): Bench => ({ ...b, joints: b.joints.filter((j) => !ids.includes(j.id)) });
const at = (b: Bench) => {
  const live = liveNodes(switchOn(b));
  return ['feed/0/1', 'feed/1/1', 'feed/2/1', 'feed/3/1'].map((key) => live.get(nodeOf.end(key)));
};

describe('live, ghost, dead', () => {
  it('the black is live, white and bare are dead; the red beside them picks up what a small load takes away', () =>
    expect(at(bench())).toEqual(['live', 'dead', 'dead', 'ghost']));
  it('with the breaker off nothing of it is', () => expect(at(bench(false))).toEqual(['dead', 'dead', 'dead', 'dead']));
  it('a white that has lost its bar is live through the lamp: 240 Ω before 4 kΩ leave 113 V', () =>
    expect(at(without(bench(), 'n'))).toEqual(['live', 'live', 'dead', 'ghost']));
  it('a black that hangs free at the panel is dead or picks up, never live; on its breaker it is live though nothing is at its end', () => {
    expect(at(without(bench(), 'h'))[0]).not.toBe('live');
    expect(at(without(bench(), 'hl'))[0]).toBe('live');
  });
  it('every node of the wiring has a state', () => {
    const on = switchOn(bench());
    expect([...liveNodes(on).keys()].sort()).toEqual([...on.solved.nodeNames].sort());
  });
});

describe('a touch', () => {
  it('says what is live and by how many volts; says nothing of a ghost, of what is dead, of what is not there', () => {
    const on = switchOn(bench());
    expect(touched(on, bench(), end(0, 1))).toBe('The black of panel to hall is live: 120 V. Touched with a tool that is a shock or an arc. Nothing was done: switch it off and prove it dead first.'); // prettier-ignore
    expect([end(1, 1), end(3, 1), end(0, 1, 'gone')].map((e) => touched(on, bench(), e))).toEqual([undefined, undefined, undefined]);
  });
});

describe('the overlay', () => {
  it('volts to earth of every node, amps of every conductor: half an amp out by the black and back by the white', () => {
    const { volts, amps } = overlay(switchOn(bench()));
    expect(volts.get(nodeOf.end('feed/0/1'))).toBeCloseTo(120, 0);
    expect([...amps.keys()]).toEqual(['feed/0', 'feed/1', 'feed/2', 'feed/3']);
    expect([amps.get('feed/0'), amps.get('feed/1')]).toEqual([expect.closeTo(0.5, 2), expect.closeTo(0.5, 2)]);
    expect(amps.get('feed/2')!).toBeLessThan(0.001);
  });
});
