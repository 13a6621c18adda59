/** What is carried to the wall, said shortly: figures run on, what several boxes share stands once. */
import { describe, expect, it } from 'vitest';
import { demoWanted, hallBox, quinceStreet } from '../demo/index.js';
import { inHouse, wantOf, type JobInHouse } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../want/index.js';
import { stepsOf } from '../work/index.js';
import { jobSheet, type SheetBlock } from './index.js';

const taken = (id: string): JobInHouse => {
  const open = demoWanted.find((j) => j.id === id)!;
  const want = wantOf(open)!;
  const [option] = searchRoutes(quinceStreet, want).found.options;
  const detail = routeDetail(quinceStreet, want, option!);
  return takeWay(inHouse(open, quinceStreet), keptParts(quinceStreet.site, want, option!, detail)).job as JobInHouse;
};
/** Before the appendix. */
const carried = (job: JobInHouse): SheetBlock[] => {
  const { blocks } = jobSheet(job);
  return blocks.slice(
    0,
    blocks.findIndex((b) => b.kind === 'heading' && b.newPage),
  );
};
const only = <K extends SheetBlock['kind']>(blocks: SheetBlock[], kind: K) =>
  blocks.filter((b): b is Extract<SheetBlock, { kind: K }> => b.kind === kind);

describe('the sheet of ten outlets in open framing', () => {
  const job = taken('summer-kitchen');
  const blocks = carried(job);
  it('marks: ten rows, the reference that all share stands over them', () => {
    const [table] = only(blocks, 'table');
    expect(table!.columns.slice(1)).toEqual([
      'left edge, right of the left end of the wall',
      'right edge, right of the left end of the wall',
      'bottom edge, up',
      'top edge, up',
    ]);
    expect(table!.rows).toHaveLength(10);
    // only figures are left
    expect(table!.rows.flatMap((r) => r.slice(1)).every((c) => /^[\d /]+"$/.test(c))).toBe(true);
  });
  it('holes: a line a box, those of one height in a row; every hole of the steps is among them', () => {
    const bored = only(blocks, 'steps')[0]!.steps.find((s) => s.title.startsWith('Bore'))!;
    const own = bored.says.filter((line) => line.startsWith('the way to'));
    expect(own).toHaveLength(10);
    const holes = stepsOf(job).filter((s) => s.id.startsWith('bore-way')).flatMap((s) => s.says.filter((x) => /^\d+\. Stud/.test(x))); // prettier-ignore
    const places = own.flatMap((line) =>
      [...line.matchAll(/studs? ((?:[\d /]+",? ?)+) from its left end/g)].flatMap((m) => m[1]!.split(', ')),
    );
    expect(places.length).toBe(holes.length);
    expect(places.length).toBeGreaterThan(15);
  });
  it('wiring: what is done in each box is said once, before the drawings', () => {
    const at = blocks.findIndex((b) => b.kind === 'heading' && b.text === 'Wiring');
    const once = blocks[at + 1] as Extract<SheetBlock, { kind: 'text' }>;
    expect(once.text).toMatch(/^In each box: .*Drive the unused screws home.*Set the device upright/);
    const drawn = only(blocks, 'wiring');
    expect([drawn.length, drawn.some((d) => d.beside.some((line) => /Drive the unused screws/.test(line)))]).toEqual([2, false]);
  });
  it('two walls are drawn smaller, one alone larger', () => {
    expect(only(blocks, 'elevation').map((e) => e.small)).toEqual(['with another', 'with another']);
    expect(only(carried(hallBox), 'elevation').map((e) => e.small)).toEqual(['alone']);
  });
});

describe('the sheet of six outlets on a raceway', () => {
  it('cut lengths run on in one paragraph; what is to be done stays a line of its own', () => {
    const steps = only(carried(taken('model-railway')), 'steps')[0]!.steps;
    const track = steps.find((s) => s.title.startsWith('Cut the track'))!;
    const lengths = track.says.filter((line) => line.includes('Track length 1:'));
    expect(lengths).toEqual([expect.stringMatching(/Track length 1: .* · Track length 2: .* · Track length 3: /)]);
    expect(track.says.some((line) => line.startsWith('Every cut end filed smooth'))).toBe(true);
    const covers = steps.find((s) => s.title.startsWith('Snap'))!;
    expect(covers.says.at(-1)).toMatch(/^No wire pinched/);
  });
});

describe('the sheet of one box', () => {
  it('says what is done beside its drawing, as before', () => {
    const blocks = carried(hallBox);
    expect(only(blocks, 'wiring')[0]!.beside.some((line) => /Fold the grounds/.test(line))).toBe(true);
    expect(only(blocks, 'text').some((t) => t.text.startsWith('In each box'))).toBe(false);
  });
});
