/** A room’s walls in one strip, by hand: 60 in and 40 in of wall are 1 200 units, 12 to the inch. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { wallOf } from '../route/smallHouse.testing.js';
import type { RoomSpacing } from './spacing.js';
import { STRIP_WIDTH, stripDrawing } from './stripDrawing.js';

const at = (n: number) => inches(n);
const spacing = (part: Partial<RoomSpacing> = {}): RoomSpacing => ({
  strip: [{ wall: wallOf('n', 60, { A: 'den', B: 'out' }), face: 'A', start: 0 }, { wall: wallOf('e', 40, { A: 'den', B: 'hall' }), face: 'A', start: at(60) }] as RoomSpacing['strip'],
  ...{ lengthMm: at(100), spaces: [], breaks: [], existing: [], wanted: [], judged: {} as RoomSpacing['judged'] },
  ...part,
}); // prettier-ignore
const space = (start: number, uncovered: [number, number][], added: number[]): RoomSpacing['spaces'][number] => ({ start: at(start), uncovered: uncovered.map(([from, to]) => ({ from: at(from), to: at(to) })), coverage: { added: added.map(at) } }) as RoomSpacing['spaces'][number]; // prettier-ignore
const near = (n: number) => expect.closeTo(n, 6) as number;

describe('a strip of two walls', () => {
  it('one after the other over its whole width, with room for the words round it', () => {
    const s = stripDrawing(spacing(), 'in');
    expect([s.viewBox, STRIP_WIDTH]).toEqual(['-12 -30 1224 160', 1200]);
    expect(s.walls).toEqual([{ key: 'n-A', name: 'wall n', x: 0, width: near(720) }, { key: 'e-A', name: 'wall e', x: near(720), width: near(480) }]); // prettier-ignore
    expect([s.breaks, s.uncovered, s.marks, s.suggested]).toEqual([[], [], [], []]);
  });
  it('a door is drawn where it is; one that runs over the end goes on at the beginning', () => {
    const breaks = (from: number, to: number) => stripDrawing(spacing({ breaks: [{ from: at(from), to: at(to) }] }), 'in').breaks;
    expect(breaks(10, 40)).toEqual([{ x: near(120), width: near(360) }]);
    expect(breaks(70, 100)).toEqual([{ x: near(840), width: near(360) }]);
    expect(breaks(90, 120)).toEqual([{ x: near(1080), width: near(120) }, { x: 0, width: near(240) }]); // prettier-ignore
    expect(breaks(110, 120)).toEqual([{ x: near(120), width: near(120) }]);
  });
  it('what is not reached, in feet; of a stretch that begins further on, and round the end too', () => {
    expect(stripDrawing(spacing({ spaces: [space(20, [[0, 24]], [])] }), 'in').uncovered).toEqual([{ x: near(240), width: near(288), text: `2'` }]); // prettier-ignore
    const round = stripDrawing(spacing({ spaces: [space(80, [[10, 46]], [])] }), 'in').uncovered;
    expect(round.map((u) => [u.x, u.width])).toEqual([[near(1080), near(120)], [0, near(312)]]); // prettier-ignore
  });
  it('marks of what is there, wanted and suggested, each with its distance from the left of its wall', () => {
    const s = stripDrawing(spacing({ existing: [at(12), at(70)], wanted: [{ id: 'w1', at: at(61) }], spaces: [space(80, [], [5, 26])] }), 'in'); // prettier-ignore
    expect(s.marks.map((m) => [m.key, m.kind, m.x, m.text])).toEqual([
      ['there-0', 'there', near(144), '12"'],
      ['there-1', 'there', near(840), '10"'],
      ['w1', 'wanted', near(732), '1"'],
      ['suggested-0', 'suggested', near(1020), '25"'],
      // 106 in is 6 in round
      ['suggested-1', 'suggested', near(72), '6"'],
    ]);
    expect(s.suggested.map((x) => x.at)).toEqual([near(at(85)), near(at(6))]);
  });
  it('a room without walls has a strip without any', () => {
    const none = stripDrawing(spacing({ strip: [], lengthMm: 0, existing: [5] }), 'in');
    expect([none.walls, none.marks.map((m) => m.text)]).toEqual([[], ['']]);
  });
});
