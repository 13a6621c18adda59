/**
 * Papers by hand: the schedule of a ring, an estimate, where junctions are, labels in order, and a way to take along. Figures are those of the
 * parts they are made of; here it is what stands on paper, and what doesn’t.
 */
import { describe, expect, it } from 'vitest';
import { mm, sampleHouse, sampleJob } from '../alteration/sample.js';
import { openJobs, quinceStreet } from '../houses.testing.js';
import { dayIn, printMark } from '../measure/index.js';
import { wantOf, type Box, type Final, type FinalReading, type House, type JobInBook } from '../model/index.js';
import { cable, device, houseAt, jobAt, outlet, renew } from '../panel/smallJob.testing.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { holeNumbers, routeDetail, searchRoutes } from '../purpose/index.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { estimateSheet, excludedOf, finalCsv, finalSheet, handoverSheet, labelsOf, routeSheet, scopeOf, type SheetBlock } from './index.js';

const NOW = '2026-11-26T10:00:00Z';
const utc = dayIn('UTC');
const only = <K extends SheetBlock['kind']>(blocks: readonly SheetBlock[], kind: K) =>
  blocks.filter((b): b is Extract<SheetBlock, { kind: K }> => b.kind === kind);
/** Rows of the table under a heading. */
const table = (blocks: readonly SheetBlock[], heading: string): string[][] => {
  const next = blocks.slice(blocks.findIndex((b) => b.kind === 'heading' && b.text === heading)).find((b) => b.kind === 'table');
  return next?.kind === 'table' ? next.rows : [];
};

describe('schedule of a ring', () => {
  const house = sampleHouse();
  const [bare] = house.site.finals as [Final];
  const reading = (test: FinalReading['test'], value: number, pointId?: string, over = false): FinalReading => ({ test, value, at: NOW, ...(pointId ? { pointId } : {}), ...(over ? { over } : {}) }); // prettier-ignore
  const tested = (part: Partial<Final>, ...readings: FinalReading[]): Final => ({ ...bare, ...part, tests: { readings } });
  const of = (final: Final, at: House = house) => finalSheet(at, final).blocks;
  const result = (blocks: readonly SheetBlock[], what: string) =>
    table(blocks, 'Schedule of test results').find((r) => r[0]!.startsWith(what))?.[1];
  const field = (blocks: readonly SheetBlock[], what: string) =>
    table(blocks, 'Figures for a minor works certificate').find((r) => r[0]!.startsWith(what))?.[1];

  it('what was not read says so; ohms with two places, more than the range shows as such, what is seen in words', () => {
    const none = of(bare);
    expect([result(none, 'r1'), result(none, 'insulation L–E'), result(none, 'Zs')]).toEqual(['not read', 'not read', 'not read']);
    const some = of(tested({}, reading('r1', 0.445), reading('insulation-le', 299, undefined, true), reading('residual-1x', 28), reading('residual-button', 1))); // prettier-ignore
    expect([result(some, 'r1'), result(some, 'insulation L–E'), result(some, '30 mA device at 30'), result(some, 'test button')]).toEqual(['0.45 Ω', '>299 MΩ', '28 ms', 'opens']); // prettier-ignore
    expect(result(of(tested({}, reading('residual-button', 0))), 'test button')).toBe('does not open');
  });
  it('fields of the certificate: as noted, or that nobody noted it; the signature is left empty', () => {
    const noted = of({ ...tested({}), tests: { instrument: 'Tester 7', leadsOhm: 0.06, celsius: 18, readings: [] } });
    const fields = ['System earthing', 'Ze at', 'Circuit', 'Protective device', 'Additional', 'Instrument', 'Leads', 'Conductors'];
    expect(fields.map((f) => field(noted, f))).toEqual(['TN-C-S', '0.2 Ω', '1, Ring, ring', 'BS EN 60898, B, 32 A', '30 mA', 'Tester 7', '0.06 Ω, taken off', '18 °C']); // prettier-ignore
    const { incoming: _, ...nothing } = house;
    const { ratingA: _r, residual: _d, curve: _c, ...unread } = bare;
    const blank = of(unread as Final, nothing);
    expect(fields.map((f) => field(blank, f))).toEqual(['not noted', 'not read', '1, Ring, ring', 'not read', 'not looked', 'not noted', 'nulled', '20 °C taken']); // prettier-ignore
    expect([field(of({ ...bare, residual: false }), 'Additional'), field(of({ ...bare, curve: undefined } as Final), 'Protective')]).toEqual(['none', 'BS EN 60898, letter not read, 32 A']); // prettier-ignore
    expect(field(noted, 'Name and signature')).toBe('');
  });
  it('every reading with where, what it must read, and how it is judged; the same as a table', () => {
    const final = tested({}, reading('crossed-le', 0.3, 'a'));
    const rows = table(of(final), 'Every reading');
    const row = rows.find((r) => r[0]!.startsWith('L to E') && r[1] === 'First')!;
    expect([row[3], rows.find((r) => r[0]!.startsWith('L to E') && r[1] === 'Second')![3], rows[0]!.slice(1, 2)]).toEqual(['0.30', 'not read', ['board']]); // prettier-ignore
    const csv = finalCsv(house, final).split('\r\n');
    expect(csv[0]).toBe('way,circuit,key,test,where,unit,must read,read,judged,says,how');
    // a line a reading, the head, and the end
    expect(csv).toHaveLength(rows.length + 2);
    const line = csv.find((l) => l.startsWith('1,Ring,crossed-le/a,'))!;
    expect(line).toContain(',First,Ω,');
    expect(csv.find((l) => l.startsWith('1,Ring,polarity/a,'))).toContain(',First,,');
  });
  it('the circuit, run by run; a size that was only taken says so', () => {
    const { length: _, cores: _c, ...short } = bare.runs[1]!;
    const runs = table(of({ ...bare, runs: [{ ...bare.runs[0]!, presets: ['size'] }, short, ...bare.runs.slice(2)] }), 'The circuit');
    expect(runs.slice(0, 2).map((r) => r.slice(1))).toEqual([['2.5/1.5, taken', '15 m', 'brown and blue'], ['2.5/1.5', 'not measured', 'not looked']]); // prettier-ignore
  });
  it('what wants a word: readings that are not in order, and what is judged of the circuit; nothing where all is well', () => {
    const words = (final: Final) => only(of(final), 'caution').map((c) => c.text);
    expect(words(tested({}, reading('crossed-le', 9, 'a'))).some((t) => /^(stop|caution|can’t tell): L to E, cross-connected, First: /.test(t))).toBe(true); // prettier-ignore
    expect(words(tested({}, reading('insulation-le', 200))).some((t) => t.includes('insulation'))).toBe(false);
    expect(words({ ...bare, residual: false }).some((t) => t.startsWith('stop: '))).toBe(true);
    expect(finalSheet(house, { ...bare, tests: { on: '2026-11-20', readings: [] } }).subtitle).toBe('Small house · way 1 · 2026-11-20');
    expect(finalSheet(house, bare).subtitle).toBe('Small house · way 1');
  });
});

describe('an estimate', () => {
  const site = siteWith({ boxes: [boxOn('b', 'e', 40), boxOn('c', 'e', 60)], devices: [device('b')] });
  const lay = (changes: Parameters<typeof jobAt>[1], estimate?: object) => jobAt(site, changes, estimate ? { estimate } : {});
  const spare = outlet(boxOn('n', 'e', 80), 'b');
  it('what is done, a line each: boxes and breakers by their titles, the cable once; faces and what is plugged in go without saying', () => {
    expect(scopeOf(lay([...spare, renew(site, 'c')])).split('\n')).toEqual([
      'Set box n',
      'New box for c',
      'Bring the cable there and connect it at both ends',
      expect.stringMatching(/^(Close what was opened|Test every outlet)/),
      ...[expect.anything()].slice(0, scopeOf(lay([...spare, renew(site, 'c')])).split('\n').length - 4),
    ]);
    expect(scopeOf(lay([renew(site, 'c'), renew(site, 'c', { id: 'c' })])).split('\n').filter((l) => l === 'New box for c')).toHaveLength(1); // prettier-ignore
    expect(scopeOf(lay([renew(site, 'c')]))).not.toContain('Bring the cable');
    expect(scopeOf(lay(spare)).split('\n').at(-1)).toBe('Test every outlet of the circuit, and write what was measured down');
  });
  it('paint is in it, and whole walls are not, only where something is patched', () => {
    const patched = sampleJob(sampleHouse(), 'spur', { outlet: { name: 'New', kind: 'twin' }, place: { wallId: 'parlour-w1', face: 'A', fromLeft: mm(2800), bottom: mm(457) } }); // prettier-ignore
    const plain = sampleJob(sampleHouse(), 'enlarge', { outlet: { name: 'First', kind: 'twin' } });
    const both = (job: JobInBook) => [scopeOf(job).includes('three coats'), excludedOf(job).includes('Painting whole walls')];
    expect([both(patched), both(plain)]).toEqual([[true, true], [false, false]]); // prettier-ignore
  });
  it('holds thirty days, or as long as was said, by the day of the house; sums in the house’s money', () => {
    const on = (estimate?: object, zone = 'UTC', at = NOW) =>
      JSON.stringify(estimateSheet(lay(spare, estimate), houseAt(site), at, dayIn(zone)));
    expect([/holds until ([\d-]+)/.exec(on())![1], /holds until ([\d-]+)/.exec(on({ days: 3 }))![1]]).toEqual(['2026-12-26', '2026-11-29']);
    const evening = on(undefined, 'America/Chicago', '2026-11-27T02:00:00Z');
    expect([/holds until ([\d-]+)/.exec(evening)![1], /H · ([\d-]+)/.exec(evening)![1]]).toEqual(['2026-12-26', '2026-11-26']);
    const priced = estimateSheet(lay(spare), { ...houseAt(site), money: { currency: 'USD', spares: false, hour: 60, fees: [{ id: 'p', what: 'permit', amount: 85 }] } }, NOW, utc); // prettier-ignore
    const rows = table(priced.blocks, 'What it costs');
    expect(rows.find((r) => r[0] === 'permit')![2]).toMatch(/85\.00/);
    expect(rows.at(-1)![0]).toBe('Together');
    // the hours of the text are those of the sum
    const hours = /About ([\d.]+) hours/.exec(JSON.stringify(priced.blocks))![1];
    expect(rows.find((r) => r[0] === 'work')![1]).toBe(`${hours} h × 60`);
  });
});

describe('where junctions are', () => {
  const junction = (id: string, part: Partial<Box> = {}) => boxOn(id, 'e', 40, { holds: 'junction', ...part });
  const lines = (boxes: Box[], devices = boxes.some((b) => b.id === 'b') ? [device('b')] : [], touched = boxes.map((b) => b.id)) => {
    const site = siteWith({ boxes, devices, cables: [cable('c', boxes[0]!.id)] });
    const { blocks } = handoverSheet(
      jobAt(
        site,
        touched.map((id) => renew(site, id)),
      ),
      [],
      [],
      NOW,
      utc,
    );
    const list = blocks[blocks.findIndex((b) => b.kind === 'heading' && b.text === 'Where junctions are') + 1]!;
    return list.kind === 'list' ? list.items.map((l) => l.split(';')[0]) : list.kind === 'text' ? list.text : undefined;
  };
  it('boxes that only join wires, with room and wall; one that lost its device too, one that holds a switch not', () => {
    expect(lines([junction('j', { name: 'Attic box' })])).toEqual(['Attic box: den, wall e']);
    expect(lines([boxOn('b', 'e', 40)], [])).toEqual(['box b: den, wall e']);
    expect(lines([boxOn('b', 'e', 40, { holds: 'switch' })], [])).toBe('No box of this job only joins wires.');
    expect(lines([boxOn('b', 'e', 40)])).toBe('No box of this job only joins wires.');
    expect(lines([junction('j', { face: 'B' })])).toEqual(['box j: shop, wall e']);
  });
  it('of this job alone', () => {
    expect(lines([junction('j'), boxOn('b', 'e', 60)], [device('b')], ['b'])).toBe('No box of this job only joins wires.');
  });
});

describe('labels of a house', () => {
  const site = siteWith({ boxes: [boxOn('z', 'n2', 40, { name: 'Bench' }), boxOn('y', 'e', 40, { name: 'Window' }), boxOn('x', 'e', 60, { name: 'Desk' })] }); // prettier-ignore
  const ids = (of?: 'boxes' | 'breakers') => labelsOf(houseAt(site), of).map((l) => l.id);
  it('panel and breakers, then boxes by room and by name; each kind alone', () => {
    expect(ids('boxes')).toEqual(['box-x', 'box-y', 'box-z']);
    expect(ids().slice(-3)).toEqual(['box-x', 'box-y', 'box-z']);
    expect(labelsOf(houseAt(site), 'breakers').map((l) => l.kind)).toEqual(['panel', 'breaker', 'breaker']);
    expect(ids()).toEqual([...ids('breakers'), ...ids('boxes')]);
  });
});

describe('a way to take along', () => {
  const of = (id: string) => {
    const want = wantOf(openJobs.find((j) => j.id === id)!)!;
    const { blocks, subtitle } = routeSheet(quinceStreet, want);
    const [option] = searchRoutes(quinceStreet, want).found.options;
    return { blocks, subtitle, option: option!, detail: routeDetail(quinceStreet, want, option!), want };
  };
  const say = (mm_: number) => printMark(mm_, 'in');
  it('every hole with its number, where, bit and what is put there; openings with their edges; legs with their staples', () => {
    const { blocks, detail, subtitle, option } = of('kiln-corner');
    expect(subtitle).toBe(`${quinceStreet.name} · rules US-2020 · ${option.title}`);
    const holes = table(blocks, 'Holes');
    expect(holes.map((r) => [r[0], r[2], r[3]])).toEqual(holeNumbers(detail).map(({ n, hole }) => [n, hole.where, say(hole.sizeMm)]));
    expect(holes.length).toBeGreaterThan(0);
    for (const [i, { hole }] of holeNumbers(detail).entries()) {
      expect(holes[i]![1]).toBe(hole.count > 1 ? `${hole.count} ${hole.member}s` : hole.member);
      expect([holes[i]![4]!.includes('steel plate'), holes[i]![4]!.includes('seal')]).toEqual([hole.plate === true, hole.seal === true]);
    }
    const legs = table(blocks, 'Cable');
    const long = detail.traced.legs.filter((l) => l.lengthMm > 0.5);
    expect(legs.map((r) => [r[1], r[3]])).toEqual(long.map((l) => [say(l.lengthMm), l.staples.map(say).join(', ')]));
    const openings = [detail.traced, ...detail.sections].flatMap((t) => t.openings);
    expect(table(openings.length ? blocks : [], 'Openings to close again')).toHaveLength(openings.length);
    expect(only(blocks, 'list').at(-1)!.items).toEqual(detail.buy.map((b) => `${b.what}: ${b.amount}`));
    // it is compared with the others, itself first
    expect(only(blocks, 'table')[0]!.rows[0]!.at(-1)).toBe('this one');
    expect(only(blocks, 'route-plan')).toHaveLength(1);
    expect(only(blocks, 'elevation').length).toBeGreaterThan(0);
  });
  it('a raceway: its pieces, fittings and bars; a cable has none of them', () => {
    const { blocks, detail } = of('model-railway');
    expect(table(blocks, 'Raceway, cut list by position').map((r) => r[2])).toEqual(detail.raceway!.pieces.map((p) => say(p.mm)));
    expect(JSON.stringify(blocks)).toContain('Screwed to a stud or a board: ');
    expect(JSON.stringify(of('kiln-corner').blocks)).not.toContain('Raceway, cut list');
  });
  it('what speaks against the feed, with its verdict; the way that was chosen goes before the favourite', () => {
    const { want, option } = of('kiln-corner');
    const options = searchRoutes(quinceStreet, want).found.options;
    const other = options.find((o) => o.key !== option.key)!;
    const sheet = routeSheet(quinceStreet, { ...want, chosen: other.key });
    expect(sheet.subtitle.endsWith(other.title)).toBe(true);
    const against = other.feed.findings.filter((f) => ['stop', 'can’t tell', 'caution'].includes(f.verdict)).map((f) => f.title);
    const heading = sheet.blocks.findIndex((b) => b.kind === 'heading' && b.text.startsWith('Feed: '));
    expect(heading >= 0).toBe(against.length > 0);
    if (heading >= 0) expect(sheet.blocks.slice(heading + 1, heading + 1 + against.length).map((b) => b.kind === 'finding' && b.title)).toEqual(against); // prettier-ignore
  });
});
