/** What the planned state has and the found state lacks; counted by hand for the demo's job. */
import type { RuleId } from '../codebook/index.js';
import { describe, expect, it } from 'vitest';
import { plannedJobs, sewingCorner } from '../houses.testing.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { feet } from '../measure/index.js';
import { applyEdits, measured, type JobInHouse } from '../model/index.js';
import { toolsByStep } from '../work/index.js';
import { materialsOf, paintMl } from './materials.js';

const row = (job: JobInHouse, what: RegExp) => materialsOf(job).find((m) => what.test(m.what));
const remedy = (job: JobInHouse, rule: RuleId, title: RegExp): JobInHouse => {
  const chosen = ledgerOf(job).flatMap((f) => (f.rule === rule ? f.remedies : [])).find((r) => title.test(r.title))!; // prettier-ignore
  return applyEdits(job, chosen.edits);
};

const tools = (job: JobInHouse): string => toolsByStep([job]).map((x) => x.tool).join(); // prettier-ignore

describe('Sewing corner', () => {
  it('one box, one tamper-resistant receptacle, a plate, and cable to the next foot', () => {
    expect(row(sewingCorner, /old-work/)).toMatchObject({ amount: '1' });
    expect(row(sewingCorner, /receptacle/)).toMatchObject({ what: 'duplex receptacle, 15 A, tamper-resistant' });
    expect(row(sewingCorner, /cover plate/)).toMatchObject({ amount: '1' });
    expect(row(sewingCorner, /14-2/)!.amount).toMatch(/^\d+'$/);
  });
  it('three splices in the hall box, with one white, one black and two bare pigtails of 6 in', () => {
    expect(row(sewingCorner, /twist-on/)).toMatchObject({ amount: '3' });
    expect(row(sewingCorner, /white for pigtails/)).toMatchObject({ amount: '1 × 6 in' });
    expect(row(sewingCorner, /bare for pigtails/)).toMatchObject({ amount: '2 × 6 in' }); // green screw and metal box
    expect(row(sewingCorner, /ground screw/)).toBeDefined();
  });
  it('a remedy changes the list: the new box, and no ground screw for a box of plastic', () => {
    const job = remedy(sewingCorner, 'box-fill', /one gang, deep 20/);
    expect(materialsOf(job).filter((m) => /old-work/.test(m.what))).toEqual([expect.objectContaining({ amount: '2' })]);
    expect(row(job, /ground screw/)).toBeUndefined();
    expect(row(job, /bare for pigtails/)).toMatchObject({ amount: '1 × 6 in' });
    expect(tools(job)).toMatch(/free the old box/);
  });
  it('an arc-fault breaker is of the type listed for the panel', () => {
    expect(row(remedy(sewingCorner, 'arc-fault', /breaker/), /arc-fault/)!.what).toMatch(/type listed for the panel/);
    expect(row(remedy(sewingCorner, 'arc-fault', /first outlet/), /arc-fault/)!.what).toMatch(/first outlet/);
  });
  it('schools change it: lever connectors, longer pigtails, tape', () => {
    const job: JobInHouse = { ...sewingCorner, schools: { ...sewingCorner.schools, splice: 'lever', pigtailIn: 8, tape: true } };
    expect(row(job, /lever connector, 4 ports/)).toMatchObject({ amount: '3' });
    expect(row(job, /black for pigtails/)).toMatchObject({ amount: '1 × 8 in' });
    expect(row(job, /tape/)).toBeDefined();
  });
  it('without a depth the cable can’t be told', () => {
    const job: JobInHouse = {
      ...sewingCorner,
      found: { ...sewingCorner.found, boxes: sewingCorner.found.boxes.map((b) => ({ ...b, kind: 'other' as const, width: undefined })) },
    };
    expect(row(job, /14-2/)!.amount).toBe('can’t tell yet');
  });
  it('plaster asks for another blade', () => {
    const plaster: JobInHouse = {
      ...sewingCorner,
      found: {
        ...sewingCorner.found,
        walls: sewingCorner.found.walls.map((w) => ({
          ...w,
          faces: {
            ...w.faces,
            A: { ...w.faces.A, layers: [{ finish: 'plaster-lath' as const, thickness: { mm: 22, known: 'measured' as const } }] },
          },
        })),
      },
    };
    expect(tools(plaster)).toMatch(/plaster and lath crumble/);
    expect(tools(sewingCorner)).not.toMatch(/crumble/);
  });
});

describe('paint', () => {
  it('a litre covers 10 m² (common practice): 1 m² is 100 ml, 0.51 m² rounds up to 100, a patch never takes less than 50', () => {
    expect([1e6, 0.51e6, 0.5e6, 0.02e6].map(paintMl)).toEqual([100, 100, 50, 50]);
  });
  it('primer and paint once each where something is patched, none where nothing is', () => {
    const wainscot = plannedJobs.find((j) => j.id === 'wainscot')!;
    expect(materialsOf(wainscot).filter((r) => r.article === 'primer' || r.article === 'paint').map((r) => r.article)).toEqual(['primer', 'paint']); // prettier-ignore
    expect(materialsOf(sewingCorner).some((r) => r.article === 'paint')).toBe(false);
  });
});

describe('tools', () => {
  it('in the order in which the work asks for them, each with its first step and how many more', () => {
    const list = toolsByStep([sewingCorner]);
    expect(list[0]).toEqual({ tool: 'sheets against dust, tape', for: 'Before anything is opened' });
    const at = (tool: RegExp) => list.findIndex((t) => tool.test(t.tool));
    expect([at(/tape measure/) < at(/jab saw/), at(/breaker lock/) < at(/tester and meter/)]).toEqual([true, true]);
    // proved dead once, and the faces tested after
    expect(list.find((t) => /tester and meter/.test(t.tool))!.for).toMatch(/^Prove it dead, and 1 more$/);
  });
  it('of two jobs the first that needs one is named', () => {
    const both = toolsByStep([sewingCorner, plannedJobs.find((j) => j.id === 'wainscot')!]);
    expect(both[0]!.for).toBe('Sewing corner: Before anything is opened, and 1 more');
    expect(both.find((t) => /120 grit/.test(t.tool))!.for).toMatch(/^Wainscot: /);
  });
});

describe('power and low voltage side by side', () => {
  const job = plannedJobs.find((j) => materialsOf(j).some((m) => m.article === 'divider'))!;
  const cable = (feetLong: number | undefined) =>
    row(
      { ...job, want: { ...job.want!, lowVoltage: true, ...(feetLong ? { lowVoltageRun: measured(feet(feetLong)) } : {}) } },
      /low-voltage cable/,
    );
  it('one opening beside the receptacle for each divided box', () => {
    expect(row(job, /opening for low voltage/)).toMatchObject({ amount: '1', article: 'low-voltage-insert' });
    expect(row(sewingCorner, /low voltage/)).toBeUndefined();
  });
  it('its cable as it was measured, 23 ft, and 1 ft out at each end: 25 ft; not measured, it is on no list', () => {
    expect(cable(23)).toMatchObject({ article: 'low-voltage-cable', count: 25, amount: "25'" });
    expect(cable(undefined)).toBeUndefined();
  });
});
