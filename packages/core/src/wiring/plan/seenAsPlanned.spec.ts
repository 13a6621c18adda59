/** A plan that is drawn, and one that is wired by hand as planned: the same lines, pieces and words. */
import { describe, expect, it } from 'vitest';
import { PANEL, type BenchCable, type BoxWiring, type Schools } from '../../model/index.js';
import { wiringDrawing } from '../drawing.js';
import { asWired } from './asWired.js';
import { connectBriefly } from './brief.js';
import { piecesOf } from './lead.js';
import { jointsOnBench } from './onBench.js';
import { inputOf, MAKE_UPS, SCHOOLS } from './makeUps.testing.js';
import { wiringPlan } from './plan.js';
import type { WiringPlan } from './planned.js';
describe.each(Object.entries(MAKE_UPS))('drawn, and wired by hand as planned: %s', (_, makeUp) => {
  const hand = (schools: Partial<Schools>) => {
    const input = inputOf(makeUp, schools);
    const plan = wiringPlan(input);
    const cables = makeUp.cables.map((c): BenchCable => ({
      ...{ id: c.id, name: c.id, gauge: c.gauge, lengthMm: 5000, sides: ['top', 'top'], freeMm: [180, 180] },
      colours: [...c.conductors, ...(c.ground === 'none' || !c.ground ? [] : [c.ground])],
      ends: [c.ends[0].boxId ?? PANEL, c.ends[1].boxId ?? PANEL],
    }));
    const { joints, pigtails } = jointsOnBench(plan, cables, input.schools);
    const bare = <T extends { boxId: string }>({ boxId: _box, ...rest }: T) => rest;
    const wiring: BoxWiring = {
      id: 'b',
      of: { cables: makeUp.cables.map((c) => c.id), devices: (makeUp.devices ?? []).map((d) => d.id) },
      ...{ joints: joints.map(bare), pigtails: pigtails.map(bare) },
      broken: plan.devices.flatMap((d) => (['brass', 'silver'] as const).filter((side) => d.broken?.[side]).map((side) => ({ deviceId: d.id, side }))), // prettier-ignore
    };
    return { plan, seen: asWired(plan, input.site, input.box, wiring), pieces: pigtails.length };
  };
  it('every line has its place, as planned and as seen; a pigtail is no jumper', () => {
    for (const schools of SCHOOLS) {
      const { plan, seen, pieces } = hand(schools);
      const [drawing, again] = [plan, seen].map(wiringDrawing);
      const ends = drawing!.wires.map((w) => w.jointIds.length).sort();
      expect(again!.wires.map((w) => w.jointIds.length).sort()).toEqual(ends);
      for (const w of [...drawing!.wires, ...again!.wires])
        expect([...w.points.flat(), ...w.label].every(Number.isFinite), w.lead.id).toBe(true);
      expect(piecesOf(plan.joints).length).toBe(pieces);
      expect(piecesOf(seen.joints).length).toBe(pieces);
      const jumpers = (p: WiringPlan): number => p.connect.filter((l) => /jumper/.test(l) && !/splice/i.test(l)).length;
      expect(jumpers(seen)).toBe(jumpers(plan));
      expect(connectBriefly(seen).join()).not.toMatch(/undefined/);
    }
  });
});
