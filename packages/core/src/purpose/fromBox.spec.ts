/** Jobs that start at a surveyed box, and every sample job: whole documents that pass their own check, with remedies that do too. */
import { describe, expect, it } from 'vitest';
import { heldHouses, plannedJobs, quinceStreet } from '../houses.testing.js';
import { outletBoxes, wiringOf, workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { inches } from '../measure/index.js';
import {
  applyEdits,
  bareJob,
  boxRect,
  checkHouse,
  checkJobIn,
  emptySite,
  inHouse,
  measured,
  plannedSite,
  wantOf,
  type House,
  type JobInHouse,
} from '../model/index.js';
import { stepsOf } from '../work/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { fromBox, withWallInHand, type FromBoxAnswers } from './index.js';

const base = { id: 'j', houseId: quinceStreet.id, name: 'j' };
const made = (answers: FromBoxAnswers): JobInHouse => {
  const result = fromBox(quinceStreet, answers);
  if (!result.ok) throw new Error(result.message);
  return inHouse(result.job, quinceStreet);
};
const work = (job: JobInHouse) => {
  const site = plannedSite(job);
  const box = outletBoxes(workOf(job))[0]!.box;
  return {
    site,
    box,
    rect: boxRect(
      site.walls.find((w) => w.id === box.wallId)!,
      box,
    )!,
  };
};

describe('a job at a box', () => {
  it('raised with nothing said: above the wainscot, 38 1/2 in (handbook 2)', () => {
    const { box } = work(made({ ...base, situation: 'raise', boxId: 'parlour-box' }));
    expect(box.place.bottom.mm).toBeCloseTo(inches(38.5), 3);
    // 7/8 in of plaster wants the long wings
    expect(box.kind).toBe('wings-1g-plaster-20');
  });
  it('said: exactly there, and 3 in to the right as seen from its face', () => {
    const before = work(made({ ...base, situation: 'replace', boxId: 'parlour-box' })).rect;
    const job = made({ ...base, situation: 'raise', boxId: 'parlour-box', bottom: measured(inches(42)), sideways: measured(inches(3)) });
    expect(work(job).rect.bottom).toBeCloseTo(inches(42), 3);
    expect(work(job).rect.centre - before.centre).toBeGreaterThan(inches(2.7));
  });
  it('only the device is worn: the box stays, nothing is cut, a new one of its kind goes in, and is held against today’s rules (406.4(D))', () => {
    const job = made({ ...base, situation: 'replace', worn: 'device', boxId: 'parlour-box' });
    expect(job.changes).toMatchObject([
      { do: 'replace-device', deviceId: 'parlour-receptacle', device: { kind: 'duplex-15', tamperResistant: true, condition: 'sound' } },
    ]);
    const steps = stepsOf(job);
    expect(steps.some((s) => /cut|opening/i.test(s.title))).toBe(false);
    const connect = steps.find((s) => s.changeIds.includes(job.changes[0]!.id))!;
    expect([connect.connects, connect.dead.map((t) => t.words)]).toEqual([true, ['circuit 4']]);
    expect(ledgerOf(job).map((f) => f.rule)).toEqual(expect.arrayContaining(['arc-fault', 'box-fill']));
    expect(checkJobIn(bareJob(job), quinceStreet, [])).toMatchObject({ ok: true });
  });
  it('both are worn: a new box in its place, and a new device in it', () =>
    expect(made({ ...base, situation: 'replace', worn: 'both', boxId: 'parlour-box' }).changes.map((c) => c.do)).toEqual([
      'replace-box',
      'replace-device',
    ]));
  it('made larger: the edge at the stud stays, it grows by 1 13/16, and gets one more receptacle', () => {
    const { box, rect, site } = work(made({ ...base, situation: 'enlarge', boxId: 'alcove-box', gangs: 2 }));
    expect(rect.left).toBeCloseTo(inches(25.25), 2);
    expect(rect.right - rect.left).toBeCloseTo(inches(2.25 + 1.8125), 2);
    expect(box.gangs).toBe(2);
    expect(site.devices.filter((d) => d.boxId === 'alcove-box')).toHaveLength(2);
  });
  it('fed from a box on the same face: a divided double box has a cable and a device of its own', () => {
    const job = made({ ...base, situation: 'same-wall', boxId: 'studio-box', fromLeft: measured(inches(51.5)), gangs: 2, divided: true });
    const { box, site } = work(job);
    expect([box.gangs, box.divided, box.face]).toEqual([2, true, 'A']);
    expect(site.cables.find((c) => c.id === 'j-cable')!.ends.map((e) => e.boxId)).toEqual(['studio-box', 'j-box']);
  });
  it('through the wall: on the other face', () => {
    const job = made({ ...base, situation: 'other-side', boxId: 'hall-box', fromLeft: measured(inches(50)), gangs: 1 });
    expect([work(job).box.face, plannedSite(job).rooms.length > 2]).toEqual(['A', true]);
  });
  it('moved to another face: its device comes out, the box stays as a junction, and what is new is fed from it alone', () => {
    const job = made({ ...base, situation: 'relocate', boxId: 'alcove-box' });
    expect([job.purpose, job.want!.from, job.changes.map((c) => c.do)]).toEqual(['relocate', 'alcove-box', ['remove-device']]);
    const there = { ...job, want: { ...job.want!, places: [{ ...job.want!.places[0]!, fromLeft: measured(inches(52)) }] } };
    const want = wantOf(there)!;
    const options = searchRoutes(quinceStreet, want).found.options;
    expect(new Set(options.map((o) => o.feed.id))).toEqual(new Set(['alcove-box']));
    const taken = takeWay(there, keptParts(quinceStreet.site, want, options[0]!, routeDetail(quinceStreet, want, options[0]!)))
      .job as JobInHouse;
    const site = plannedSite(taken);
    expect(site.devices.filter((d) => d.boxId === 'alcove-box')).toEqual([]);
    expect(site.devices.filter((d) => d.boxId === 'j-box')).toHaveLength(1);
    const source = workOf(taken).boxes.find((b) => b.box.id === 'alcove-box')!;
    expect(wiringOf(workOf(taken), source)).toMatchObject({ missing: [], refused: [] });
    const ids = stepsOf(taken).map((s) => s.id);
    // new side first, the power off only at the end
    expect(ids.indexOf('wire-new')).toBeLessThan(ids.indexOf('breaker-off'));
    expect(stepsOf(taken).find((s) => s.id === 'wire-source')!.changeIds).toContain('close-1');
  });
  it('one wall in hand and nothing of the house besides: what stays in the wall is found, what leads out of it is not', () => {
    const bare: House = { ...quinceStreet, id: 'bare', site: emptySite() };
    const wall = withWallInHand(bare, {
      ...{ id: 'hand', room: { name: 'box room', use: 'study' }, length: measured(inches(139)) },
      box: { fromLeft: measured(inches(30.375)), bottom: measured(inches(80)), circuit: { number: '9', breakerA: 20 }, junction: true },
    });
    expect(wall.house.site.devices).toEqual([]);
    const job = fromBox(wall.house, { id: 'j', houseId: 'bare', name: 'j', situation: 'from-junction', boxId: wall.boxId! });
    if (!job.ok) throw new Error(job.message);
    // not as high as the junction box: the usual height, assumed
    expect(job.job.want!.places[0]!.bottom).toEqual({ mm: inches(13.25), known: 'assumed' });
    const want = { ...wantOf(job.job)!, places: [{ ...job.job.want!.places[0]!, fromLeft: measured(inches(62.25)) }] };
    const [option] = searchRoutes(wall.house, want).found.options;
    expect(option!.feed.id).toBe(wall.boxId);
    const detail = routeDetail(wall.house, want, option!);
    // 31 7/8 in along and down from 80 to 13 1/4: nothing shorter than both together
    expect(detail.traced.run.runMm).toBeGreaterThan(inches(31.875 + 80 - 13.25 - 4));
    expect(detail.traced.legs.every((l) => l.onWall?.wallId === wall.wallId)).toBe(true);
    const own = searchRoutes(wall.house, { ...want, from: undefined, ownCircuit: true });
    expect(own.problem).toBeDefined();
  });
  it('from a junction box: only one without a device will do, and it alone feeds', () => {
    const result = fromBox(quinceStreet, { ...base, situation: 'from-junction', boxId: 'alcove-box' });
    expect(result).toMatchObject({ ok: false, path: '/boxId', message: expect.stringMatching(/it is no junction box/) });
    const bare: House = {
      ...quinceStreet,
      site: {
        ...quinceStreet.site,
        devices: quinceStreet.site.devices.filter((d) => d.boxId !== 'alcove-box'),
        boxes: quinceStreet.site.boxes.map((b) => (b.id === 'alcove-box' ? { ...b, holds: 'junction' as const } : b)),
      },
    };
    const job = fromBox(bare, { ...base, situation: 'from-junction', boxId: 'alcove-box' });
    if (!job.ok) throw new Error(job.message);
    const want = { ...wantOf(job.job)!, places: [{ ...job.job.want!.places[0]!, fromLeft: measured(inches(52)) }] };
    const options = searchRoutes(bare, want).found.options;
    expect(options.length).toBeGreaterThan(0);
    expect(new Set(options.map((o) => o.feed.id))).toEqual(new Set(['alcove-box']));
    expect(searchRoutes(bare, { ...want, from: 'gone' }).problem).toMatch(/not in the survey any more/);
  });
  it('20 in forward into the plinth of a bookcase: the middle of its 9 in, cut from its left edge, no studs, flush in wood', () => {
    const job = made({ ...base, situation: 'forward', boxId: 'book-box' });
    const w = workOf(job);
    const [front, old] = ['j-box', 'book-box'].map((id) => w.boxes.find((b) => b.box.id === id)!);
    // (9 − 3 3/4) ÷ 2
    expect(front!.box.place.bottom.mm).toBeCloseTo(inches(2.625), 3);
    // the old one’s middle is at 14 + 1 1/2, the new one’s at 4 1/2: 11 in down and 20 in forward
    expect(w.runs[0]!.traced!.legs.map((l) => l.lengthMm)).toEqual([expect.closeTo(inches(31), 3)]);
    const says = Object.fromEntries(ledgerOf(job).map((f) => [`${f.rule} ${f.subject}`, f]));
    expect(says['stud j-box']).toMatchObject({ verdict: 'ok', says: 'no studs behind the front of a built-in' });
    expect(says['setback j-box']!.says).toMatch(/can burn: front edge flush/);
    expect([says['securing j-box']!.verdict, says['securing book-box']!.verdict]).toEqual(['ok', 'ok']);
    // nothing is added, and 31 in are under 6 ft (210.12, exception, memory)
    expect(ledgerOf(job).find((f) => f.rule === 'arc-fault')!.verdict).toBe('note');
    expect(says['junction-reach book-box']!.says).toMatch(/a shelf or a panel that lifts out without a tool/);
    expect(wiringOf(w, old!)).toMatchObject({ missing: [], refused: [] });
    const ids = stepsOf(job).map((s) => s.id);
    expect(ids.indexOf('wire-new')).toBeLessThan(ids.indexOf('breaker-off'));
    expect(stepsOf(job).find((s) => s.id === 'mark-out')!.says[2]).toBe(
      'left edge of the opening: 17 5/8" to the right of the left edge of the built-in',
    );
  });
  it('its plate stays on the board: 4 1/2 in of plate (common practice) fit a front of 4 1/2 in, 4 1/4 in is too low; an edge nobody measured can’t be told', () => {
    const judged = (height: number, known: 'measured' | 'assumed' = 'measured') => {
      const site = {
        ...quinceStreet.site,
        walls: quinceStreet.site.walls.map((w) =>
          w.id === 'parlour-w3'
            ? { ...w, fixtures: w.fixtures!.map((f) => (f.id === 'plinth' ? { ...f, height: { mm: inches(height), known } } : f)) }
            : w,
        ),
      };
      const house = { ...quinceStreet, site };
      const made = fromBox(house, { ...base, situation: 'forward', boxId: 'book-box' });
      if (!made.ok) throw new Error(made.message);
      return ledgerOf(inHouse(made.job, house)).find((f) => f.rule === 'surroundings')!;
    };
    expect([judged(9), judged(4.5), judged(4.25), judged(9, 'assumed')].map((f) => f.verdict)).toEqual(['ok', 'ok', 'stop', 'can’t tell']);
    expect(judged(4.25).says).toBe('the plate would reach past the lower edge and the upper edge of the front of the built-in');
    expect(judged(9, 'assumed').says).toMatch(/nobody measured its upper edge/);
  });
  it('a built-in that nobody looked into: can’t tell, and the circuit is dead before its front is cut', () => {
    const cut = (looked: true | undefined) => {
      const walls = quinceStreet.site.walls.map((w) =>
        w.id === 'parlour-w3' ? { ...w, fixtures: w.fixtures!.map((f) => (f.id === 'plinth' ? { ...f, looked } : f)) } : w,
      );
      const house = { ...quinceStreet, site: { ...quinceStreet.site, walls } };
      const result = fromBox(house, { ...base, situation: 'forward', boxId: 'book-box' });
      if (!result.ok) throw new Error(result.message);
      const job = inHouse(result.job, house);
      const ids = stepsOf(job).map((s) => s.id);
      const step = stepsOf(job).find((s) => s.id === 'cut-opening')!;
      return {
        verdict: ledgerOf(job).find((f) => f.rule === 'bay-looked')!.verdict,
        dead: step.dead.map((t) => t.words),
        provedFirst: ids.indexOf('prove-dead') < ids.indexOf('cut-opening'),
        warned: step.cautions.some((c) => /Nobody has looked inside/.test(c)),
      };
    };
    // the bay of the wall behind it was looked into: that says nothing of the built-in
    expect(cut(undefined)).toEqual({ verdict: 'can’t tell', dead: ['circuit 4'], provedFirst: true, warned: true });
    expect(cut(true)).toEqual({ verdict: 'ok', dead: [], provedFirst: false, warned: false });
  });
  it('forward more than 6 ft asks for arc-fault protection like a new outlet', () => {
    const deep: House = {
      ...quinceStreet,
      site: {
        ...quinceStreet.site,
        walls: quinceStreet.site.walls.map((w) =>
          w.id === 'parlour-w3'
            ? { ...w, fixtures: w.fixtures!.map((f) => (f.id === 'plinth' ? { ...f, depth: measured(inches(72)) } : f)) }
            : w,
        ),
      },
    };
    const result = fromBox(deep, { ...base, situation: 'forward', boxId: 'book-box' });
    expect(result.ok && ledgerOf(inHouse(result.job, deep)).find((f) => f.rule === 'arc-fault')!.verdict).toBe('stop');
  });
  it('forward where the built-in was not measured: what is taken for it is said, and can’t tell', () => {
    const bare: House = { ...quinceStreet, id: 'bare', site: emptySite() };
    const wall = withWallInHand(bare, {
      ...{ id: 'hand', room: { name: 'den', use: 'study' }, length: measured(inches(130)) },
      box: { fromLeft: measured(inches(40)), bottom: measured(inches(15)), circuit: { number: '7', breakerA: 15 } },
      builtIn: { out: measured(inches(16)), bottom: measured(0), height: measured(inches(6)) },
    });
    expect(checkHouse(wall.house)).toMatchObject({ ok: true });
    const job = fromBox(wall.house, { id: 'j', houseId: 'bare', name: 'j', situation: 'forward', boxId: wall.boxId! });
    if (!job.ok) throw new Error(job.message);
    const taken = ledgerOf(inHouse(job.job, wall.house)).filter((f) => f.rule === 'assumed').map((f) => f.says); // prettier-ignore
    expect(taken.join()).toMatch(/wood panelling on the side of den/);
    expect(checkJobIn(job.job, wall.house, [job.job])).toMatchObject({ ok: true });
    // a front of 3 in holds no box that is 3 3/4 in high
    const low = { ...wall.house.site, walls: wall.house.site.walls.map((w) => ({ ...w, fixtures: w.fixtures!.map((f) => ({ ...f, height: measured(inches(3)) })) })) }; // prettier-ignore
    const small = fromBox({ ...wall.house, site: low }, { id: 'j', houseId: 'bare', name: 'j', situation: 'forward', boxId: wall.boxId! });
    expect(small).toMatchObject({
      ok: false,
      path: '/builtInId',
      message: 'The front of the built-in is 3" high: no box fits into it, the lowest is 3 3/4".',
    });
  });
  it.each([
    [{ ...base, situation: 'forward', boxId: 'alcove-box' }, '/builtInId'],
    [{ ...base, situation: 'forward', boxId: 'book-box', builtInId: 'wardrobe' }, '/builtInId'],
    [{ ...base, situation: 'replace', worn: 'device', boxId: 'crawl-junction' }, '/worn'],
    [{ ...base, situation: 'replace', boxId: 'nobody' }, '/boxId'],
    [{ ...base, situation: 'enlarge', boxId: 'alcove-box', gangs: 1 }, '/gangs'],
  ] as [FromBoxAnswers, string][])('refuses %j', (answers, path) => {
    const result = fromBox(quinceStreet, answers);
    expect(result.ok ? '' : result.path).toBe(path);
  });
});

describe('the sample', () => {
  it.each(heldHouses.map((h) => [h.id, h] as const))('house %s passes its check', (_id, house) =>
    expect(checkHouse(JSON.parse(JSON.stringify(house)))).toMatchObject({ ok: true }),
  );
  it.each(plannedJobs.map((j) => [j.id, j] as const))(
    'job %s passes its check, has steps, and every remedy leaves a job that does too',
    (_id, job) => {
      expect(checkJobIn(JSON.parse(JSON.stringify(bareJob(job))), quinceStreet, [])).toMatchObject({ ok: true });
      expect(stepsOf(job).length).toBeGreaterThan(8);
      for (const finding of ledgerOf(job))
        for (const remedy of finding.remedies) {
          const cured = applyEdits(job, remedy.edits);
          expect(checkJobIn(JSON.parse(JSON.stringify(bareJob(cured))), quinceStreet, []), remedy.title).toMatchObject({ ok: true });
          ledgerOf(cured);
        }
    },
  );
  it('job 2: the quad in the old 18 in³ box would want 20 in³ (handbook 20); the larger box has it', () => {
    const alcove = plannedJobs.find((j) => j.id === 'aquarium-alcove')!;
    const fill = ledgerOf(alcove).find((f) => f.rule.startsWith('box-fill') || /Fill of/.test(f.title))!;
    // two 14-2 cables 4·2 + grounds 2 + … two yokes 2·2·2; no clamp inside counts
    expect(fill.verdict).toBe('ok');
  });
  it('job 5: the cable from below loses the raise and does not reach; the old box kept as a junction cures it', () => {
    const job = plannedJobs.find((j) => j.id === 'wainscot')!;
    const reach = ledgerOf(job).find((f) => f.rule.startsWith('reach-'))!;
    expect(reach.verdict).toBe('stop');
    const cured = applyEdits(job, reach.remedies.find((r) => r.id === 'junction')!.edits);
    expect(cured.purpose).toBe('move');
    const ledger = ledgerOf(cured);
    expect(ledger.some((f) => f.rule.startsWith('reach-'))).toBe(false);
    expect(ledger.find((f) => f.rule === 'junction-reach')!.says).toMatch(/behind the wainscot/);
  });
  it('job 8 replaces, adds nothing: no arc-fault stop', () => {
    const job = plannedJobs.find((j) => j.id === 'hall-box-replaced')!;
    expect(ledgerOf(job).find((f) => f.rule === 'arc-fault')!.verdict).toBe('note');
  });
  it('job 10: one metal stud to cross, with a bushing', () => {
    const job = plannedJobs.find((j) => j.id === 'router-shelf')!;
    expect(
      ledgerOf(job)
        .map((f) => f.says)
        .join(),
    ).toMatch(/one stud has to be crossed.*bushing/);
  });
});
