/** What the planned state has and the found state lacks; counted by hand for the demo's job. */
import { describe, expect, it } from 'vitest';
import { sewingCorner } from '../demo/index.js';
import { ledgerOf } from '../ledger/index.js';
import { applyEdits, type JobInHouse } from '../model/index.js';
import { materialsOf, toolsOf } from './materials.js';

const row = (job: JobInHouse, what: RegExp) => materialsOf(job).find((m) => what.test(m.what));
const remedy = (job: JobInHouse, rule: string, title: RegExp): JobInHouse => {
  const chosen = ledgerOf(job).flatMap((f) => (f.rule === rule ? f.remedies : [])).find((r) => title.test(r.title))!; // prettier-ignore
  return applyEdits(job, chosen.edits);
};

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
    expect(toolsOf(job).join()).toMatch(/free the old box/);
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
    expect(toolsOf(plaster).join()).toMatch(/plaster and lath crumble/);
    expect(toolsOf(sewingCorner).join()).not.toMatch(/crumble/);
  });
});
