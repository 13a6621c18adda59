/** What is carried to the wall, said shortly: figures run on, what several boxes share stands once. */
import { describe, expect, it } from 'vitest';
import { openJobs, hallBox, quinceStreet } from '../houses.testing.js';
import { inHouse, wantOf, type JobInHouse } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { wiringOf, workOf } from '../ledger/index.js';
import { connectBriefly } from '../wiring/index.js';
import { stepsOf } from '../work/index.js';
import { jobSheet, type SheetBlock } from './index.js';

const taken = (id: string): JobInHouse => {
  const open = openJobs.find((j) => j.id === id)!;
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
    // they follow each other in one paragraph, each behind the number of its box
    const own = bored.says.filter((line) => line.startsWith('1: ')).flatMap((line) => line.split(/ · (?=\d+: )/));
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
    const [legend, once] = blocks.slice(at + 1, at + 3) as Extract<SheetBlock, { kind: 'text' }>[];
    expect(legend!.text).toBe('Opened flat, devices seen from the front. H hot, N neutral, G ground.');
    expect(once!.text).toMatch(/^In each box: .*Drive the unused screws home.*Set the device upright/);
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

describe('connections on paper', () => {
  const w = workOf(taken('summer-kitchen'));
  it('one line a splice, its pigtails with where they go; every conductor of the plan is in them', () => {
    for (const b of w.boxes) {
      const plan = wiringOf(w, b);
      const lines = connectBriefly(plan);
      expect(lines.length).toBeLessThanOrEqual(plan.connect.length + 1);
      for (const lead of plan.joints.flatMap((j) => j.leads).filter((l) => l.cableId))
        expect(lines.filter((l) => l.toLowerCase().includes(`${lead.colour} (${lead.letter.toLowerCase()}) of the ${lead.from}`.toLowerCase())).length).toBe(1); // prettier-ignore
      for (const at of plan.joints.flatMap((j) => (j.at ? [j.at.name] : []))) expect(lines.join(' ')).toContain(at);
    }
  });
  it('how much is bare under the screws, and how tight, is said once', () => {
    const lines = connectBriefly(wiringOf(w, w.boxes[0]!));
    expect(lines.filter((l) => l === 'Under the screws 3/4" bare.')).toHaveLength(1);
    expect(lines.filter((l) => l.startsWith('Tighten every screw to the torque'))).toHaveLength(1);
  });
});

describe('the sheet of one box', () => {
  it('says what is done beside its drawing, as before', () => {
    const blocks = carried(hallBox);
    expect(only(blocks, 'wiring')[0]!.beside.some((line) => /Fold the grounds/.test(line))).toBe(true);
    expect(only(blocks, 'text').some((t) => t.text.startsWith('In each box'))).toBe(false);
  });
});
