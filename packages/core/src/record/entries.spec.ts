/** What a house file says of each thing, on a house with one of each: nothing noted, and everything. */
import { describe, expect, it } from 'vitest';
import { dayIn } from '../measure/index.js';
import { cable, closing, device, houseAt, inch, jobAt } from '../panel/smallJob.testing.js';
import { siteWith, smallPanel, sub } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { bareJob, type CableWay, type Change, type Final, type House, type Job, type KeptEntry, type KeptPhoto, type Site } from '../model/index.js'; // prettier-ignore
import { cableWords, houseFile, textOf, type FileEntry } from './index.js';

const AT = '2026-11-20T12:00:00Z';
const fileOf = (house: House, jobs: Job[] = [], log: KeptEntry[] = [], photos: KeptPhoto[] = []) =>
  houseFile(house, jobs, log, photos, dayIn('UTC'));
const entry = (house: House, kind: FileEntry['kind'], id: string, ...rest: [Job[]?, KeptEntry[]?, KeptPhoto[]?]) => fileOf(house, ...rest).entries.find((e) => e.kind === kind && e.id === id)!; // prettier-ignore
/** Facts as `says`, or `says [how]`. */
const facts = (e: FileEntry): string[] => e.facts.map((f) => (f.how ? `${f.says} [${f.how}]` : f.says));
const site = (part: Partial<Site> = {}): Site => ({ ...siteWith(), ...part });

describe('a box', () => {
  it('of which nothing is known says so, line by line', () => {
    const e = entry(houseAt(site({ boxes: [boxOn('b', 'e', 40)] })), 'box', 'b');
    expect(facts(e)).toEqual([
      'box of a kind not named, 1 gang',
      'bottom above the floor 14"',
      'depth not measured [not known]',
      'volume not known [not known]',
      'its circuit was not found out [not known]',
      'nobody looked at how it is wired [not known]',
    ]);
    expect(e).toMatchObject({ title: 'box b', where: 'den, wall e', link: ['/houses', 'h', 'boxes', 'b'], photos: [] });
  });
  it('of which all is known says it; what only came filled in or by its kind says that', () => {
    const box = boxOn('b', 'e', 40, { kind: 'wings-1g-20', gangs: 2, face: 'B', circuitId: 'c1', presets: ['kind'] as never, condition: 'cracked' }); // prettier-ignore
    const known = site({
      boxes: [box],
      cables: [cable('in', 'b', { name: 'feed' }), cable('on', 'b', { name: 'onward', direction: 'unknown', ends: [{ label: 'attic' }, { boxId: 'b', label: 'b' }] })], // prettier-ignore
      devices: [device('b', 'duplex-15', { presets: ['kind'] } as never), device('b', 'switch-15', { id: 's' })],
      wiring: [
        { id: 'b', of: { cables: ['in', 'on'], devices: ['b-d', 's'] }, joints: [{ ends: [] }, { ends: [] }], pigtails: [] },
      ] as never,
    });
    expect(facts(entry(houseAt(known), 'box', 'b'))).toEqual([
      'old-work with wings, one gang, deep 20 in³, 2 gangs [assumed]',
      'bottom above the floor 14"',
      'depth 3" [by its kind]',
      '20 in³',
      'circuit 1, hall',
      'feed: line, to panel',
      'onward: line or load not known, to attic [not known]',
      'duplex receptacle, 15 A [assumed]',
      'switch, 15 A',
      'wiring seen: 2 connections',
      'condition: cracked',
    ]);
    expect(entry(houseAt(known), 'box', 'b').where).toBe('shop, wall e');
    const measured = { ...box, depth: inch(2.5), condition: 'sound' as const, presets: undefined, place: { ...box.place, bottom: { mm: 300, known: 'assumed' as const } } }; // prettier-ignore
    const said = facts(entry(houseAt({ ...known, boxes: [measured] }, { unit: 'mm' }), 'box', 'b'));
    expect(said.slice(0, 3)).toEqual(['old-work with wings, one gang, deep 20 in³, 2 gangs', 'bottom above the floor 300 mm [assumed]', 'depth 63.5 mm']); // prettier-ignore
    expect(said.some((f) => f.startsWith('condition'))).toBe(false);
    // on a wall that is gone it has no place to say
    expect(entry(houseAt({ ...known, boxes: [{ ...measured, wallId: 'gone' }] }), 'box', 'b').where).toBe('');
  });
  it('what was read at it by a closed job: volts that stand, of its own job, of boxes that it placed, renewed or wired', () => {
    const log = (id: string, n: number, more: Partial<KeptEntry> = {}): KeptEntry => ({ id, jobId: 'j', kind: 'value', at: '2026-11-19T09:00:00Z', device: 'phone', n, says: id, received: AT, aheadMs: 0, step: id, figure: { key: 'k', value: 120, unit: 'V' }, ...more }); // prettier-ignore
    const entries = [
      log('first reading', 0, { step: 's' }),
      log('second reading', 1, { step: 's' }),
      log('length', 2, { figure: { key: 'l', value: 1, unit: 'mm' } }),
      log('reading of a proof', 3, { kind: 'reading' }),
      log('other job', 4, { jobId: 'k' }),
      log('third reading', 5),
    ];
    const own = boxOn('b', 'e', 40);
    const place: Change = { id: 'c', title: 'Set', do: 'place-box', box: own };
    const read = (change: Change, closed = true) => {
      const job: Job = {
        ...bareJob(jobAt(site(), [])),
        id: 'j',
        name: 'J',
        ...(closed ? { closed: { at: AT, closing: 'j-closing' } } : {}),
      };
      const house = houseAt(site({ boxes: [own, boxOn('d', 'e', 60)] }), { history: [closing('j', [change]), closing('k', [place])] });
      return ['b', 'd'].map((id) => facts(entry(house, 'box', id, [job], entries)).filter((f) => /reading|length|job/.test(f)));
    };
    const BOTH = ['second reading, 2026-11-19', 'third reading, 2026-11-19'];
    expect(read(place)).toEqual([BOTH, []]);
    expect(read({ id: 'c', title: 'x', do: 'replace-box', boxId: 'd', box: boxOn('d', 'e', 60) })).toEqual([[], BOTH]);
    expect(read({ id: 'c', title: 'x', do: 'wire-box', wiring: { id: 'd', joints: [] } } as never)).toEqual([[], BOTH]);
    // an end at the panel is no box; what an open job read stands in no box yet
    expect(read({ id: 'c', title: 'x', do: 'wire-box', wiring: { id: 'd', joints: [], panelEndOf: 'c1' } } as never)).toEqual([[], []]);
    expect(read(place, false)).toEqual([[], []]);
  });
});

describe('cables, and what was closed in', () => {
  it('a cable in words: gauge, conductors, ground, sheath', () => {
    expect(cableWords(cable('c', 'b'))).toBe('12 AWG, black and white, with ground, nonmetallic');
    expect(cableWords(cable('c', 'b', { ground: 'none', sheath: 'cloth' }))).toBe('12 AWG, black and white, no ground, cloth');
    expect(cableWords(cable('c', 'b', { ground: undefined }))).toBe('12 AWG, black and white, ground not looked for, nonmetallic');
  });
  it('its circuit by itself, else by its first box; where it runs is known only of what a job laid', () => {
    const boxes = [boxOn('b', 'e', 40, { circuitId: 'c3' })];
    const of = (part: object) => entry(houseAt(site({ boxes, cables: [cable('c', 'b', part)] })), 'cable', 'c');
    expect(facts(of({}))).toEqual([
      '12 AWG, black and white, with ground, nonmetallic',
      'circuit 3',
      'length not measured [not known]',
      'where it runs in the walls is not known [not known]',
    ]);
    expect([facts(of({ circuitId: 'c1' }))[1], facts(of({ ends: [{ label: 'x' }, { label: 'y' }] }))[1]]).toEqual(['circuit 1', 'its circuit was not found out [not known]']); // prettier-ignore
    // between boxes of two circuits it is taken for the first one’s
    const two = [boxOn('b', 'e', 40, { circuitId: 'c3' }), boxOn('d', 'e', 60, { circuitId: 'c1' })];
    const from = (...ids: string[]) => facts(entry(houseAt(site({ boxes: two, cables: [cable('c', 'b', { ends: ids.map((boxId) => ({ boxId, label: boxId })) as never })] })), 'cable', 'c'))[1]; // prettier-ignore
    expect([from('b', 'd'), from('d', 'b')]).toEqual(['circuit 3', 'circuit 1']);
    expect([facts(of({ presets: ['gauge'] }))[0], facts(of({ length: inch(120) }))[2]]).toEqual(['12 AWG, black and white, with ground, nonmetallic [assumed]', 'length 120"']); // prettier-ignore
    expect(of({})).toMatchObject({ where: 'panel to b', link: ['/houses', 'h', 'boxes', 'b'] });
    expect(of({ ends: [{ label: 'x' }, { label: 'y' }] })).toMatchObject({ where: 'x to y', link: ['/houses', 'h'] });
  });
  it('legs, holes and patches of what was laid, each where it is', () => {
    const leg = (words: string, wallId?: string) => ({ words, ...(wallId ? { onWall: { wallId, points: [] } } : {}) });
    const hole = (id: string, count: number, seal: boolean, wallId?: string) => ({ id, member: 'stud', where: 'in the bay', count, sizeMm: 19.05, seal, ...(wallId ? { onWall: { wallId, u: 0, z: 0 } } : {}) }); // prettier-ignore
    const way = {
      legs: [leg('up', 'e'), leg('over'), leg('', 'gone')],
      holes: [hole('h', 1, false, 'e'), hole('g', 3, true)],
      openings: [{ id: 'o', wallId: 'e', face: 'B', what: 'to fish', left: 25.4, right: 76.2, bottom: 254, top: 279.4 }],
    } as unknown as CableWay;
    const laid = cable('c', 'b', { name: 'new cable' });
    const house = houseAt(site({ boxes: [boxOn('b', 'e', 40)], cables: [laid] }), { history: [closing('j', [{ id: 'c', title: 'Lay', do: 'run-cable', cable: laid, way }])] }); // prettier-ignore
    expect(facts(entry(house, 'cable', 'c')).slice(3)).toEqual(['up [as built]', 'over [as built]', 'laid by “Job j” [as built]']);
    const hidden = fileOf(house).entries.filter((e) => e.kind === 'hidden' || e.kind === 'patch');
    expect(hidden.map((e) => [e.id, e.title, e.where, facts(e).join('; '), e.link.join('/')])).toEqual([
      ['c-leg-0', 'new cable in the wall e', 'wall e', 'up [as built]; laid by “Job j” [as built]', '/houses/h/walls/e/A'],
      ['c-leg-1', 'new cable in the a wall that is gone', 'a wall that is gone', ' [as built]; laid by “Job j” [as built]', '/houses/h/walls/gone/A'], // prettier-ignore
      ['c-h', 'hole in the stud', 'in the bay', '3/4" for new cable [as built]', '/houses/h/walls/e/A'],
      ['c-g', '3 holes in the stud', 'in the bay', '3/4" for new cable, sealed [as built]', '/houses/h'],
      [
        'c-o',
        'patch on the wall e',
        'wall e',
        'to fish, 2" by 1" [as built]; opened and closed by “Job j” [as built]',
        '/houses/h/walls/e/B',
      ],
    ]);
    // what is only planned is in no wall
    const open = { ...bareJob(jobAt(site(), [{ id: 'c', title: 'Lay', do: 'run-cable', cable: laid, way }])), name: 'Open' };
    expect(fileOf({ ...house, history: [] }, [open]).entries.filter((e) => e.kind === 'hidden')).toEqual([]);
  });
});

describe('panels and circuits', () => {
  it('each breaker’s circuit, what it feeds and how it was found; those behind another panel with its name', () => {
    const circuits = siteWith().circuits.map((c) => (c.id === 'c1' ? { ...c, foundHow: 'switching off', foundOn: '2026-11-01' } : { ...c, breakerA: undefined })); // prettier-ignore
    const more = { id: 'sc', number: '2', name: 'bench', voltsNominal: 240 as const, breakerA: 30 as const, foundHow: 'a finder' };
    const house = houseAt(site({ circuits: [...circuits, more], boxes: [boxOn('b', 'e', 40, { circuitId: 'c1' }), boxOn('d', 'e', 60, { circuitId: 'c1' })], subpanels: [sub()] } as never)); // prettier-ignore
    const of = (id: string) => entry(house, 'circuit', id);
    expect([of('c1').title, ...facts(of('c1'))]).toEqual([
      '1 hall',
      '20 A, 120 V',
      'feeds box b, box d',
      'found by switching off, 2026-11-01',
    ]);
    expect(facts(of('c3'))).toEqual(['rating not read [not known]', 'what it feeds was not noted [not known]', 'nobody said how it was found [not known]']); // prettier-ignore
    expect([of('c3').where, of('c3').query, of('sc').where, of('sc').query]).toEqual(['Panel', { space: '3' }, 'shop panel', { space: '1', of: 's' }]); // prettier-ignore
    expect(facts(of('sc'))).toEqual(['30 A, 240 V', 'what it feeds was not noted [not known]', 'found by a finder']);
    const panel = (id: string) => entry(house, 'panel', id);
    expect([facts(panel('panel-panel')), panel('panel-panel').where, panel('panel-panel').query]).toEqual([['8 spaces', 'main 100 A'], 'place not said', undefined]); // prettier-ignore
    expect([facts(panel('panel-s')), panel('panel-s').query]).toEqual([
      ['4 spaces', 'rating of its main not read [not known]'],
      { of: 's' },
    ]);
    const placed = houseAt(site({ panel: { ...smallPanel, place: { wallId: 'e', face: 'A', fromLeft: inch(1), bottom: inch(40) } } }));
    expect(entry(placed, 'panel', 'panel-panel').where).toBe('wall e');
  });
});

describe('jobs, photos, notes, lampholders', () => {
  const job: Job = { ...bareJob(jobAt(site(), [{ id: 'c', title: 'Unplug it', do: 'unplug', loadId: 'l1' }])), name: 'Shelf' };
  const note = (more: Partial<KeptEntry> = {}): KeptEntry => ({ id: 'note-1', jobId: 'j', kind: 'note', at: '2026-11-19T09:00:00Z', device: 'phone', n: 0, says: 'wet wood', received: AT, aheadMs: 0, ...more }); // prettier-ignore
  const photo = (id: string, more: Partial<KeptPhoto> = {}): KeptPhoto => ({ id, houseId: 'h', of: { kind: 'box', id: 'b' }, at: '2026-11-18T09:00:00Z', marks: [], saved: AT, ...more }); // prettier-ignore
  it('a job with its changes and photos, open or closed since', () => {
    const house = houseAt(site({ boxes: [boxOn('b', 'e', 40)] }));
    const photos = [photo('p1'), photo('p2', { of: { kind: 'job', id: 'j' } }), photo('p3', { of: { kind: 'box', id: 'd' } }), photo('p4', { of: { kind: 'job', id: 'b' } })]; // prettier-ignore
    const e = entry(house, 'job', 'j', [job], [], photos);
    expect([e.where, facts(e), e.photos, e.link]).toEqual(['not part of the house yet', ['Unplug it'], ['p2'], ['/jobs', 'j', 'record']]);
    expect(entry(house, 'job', 'j', [{ ...job, closed: { at: AT, closing: 'x' } }]).where).toBe('part of the house since 2026-11-20');
    expect(entry(house, 'box', 'b', [], [], photos).photos).toEqual(['p1']);
  });
  it('a photo by its note, with the words on it; a note with its job and step', () => {
    const marks = [{ id: 'm', kind: 'words' as const, from: { x: 0, y: 0 }, text: 'here' }, { id: 'n', kind: 'circle' as const, from: { x: 0, y: 0 }, to: { x: 1, y: 1 } }]; // prettier-ignore
    const e = entry(houseAt(site()), 'photo', 'p', [job], [], [photo('p', { note: 'open', jobId: 'j', marks })]);
    expect([e.title, e.where, facts(e), e.photos]).toEqual(['open', 'Shelf', ['here'], ['p']]);
    const bare = entry(houseAt(site()), 'photo', 'p', [job], [], [photo('p')]);
    expect([bare.title, bare.where]).toEqual(['photo', '']);
    const said = (more: Partial<KeptEntry>) => { const n = entry(houseAt(site()), 'note', 'note-1', [job], [note(more)]); return [n.title, n.where, ...facts(n)]; }; // prettier-ignore
    expect([said({}), said({ title: 'Open the wall' }), said({ jobId: 'gone', title: 'Open the wall' })]).toEqual([
      ['wet wood', 'Shelf', '2026-11-19'],
      ['wet wood', 'Shelf, Open the wall', '2026-11-19'],
      ['wet wood', 'Open the wall', '2026-11-19'],
    ]);
    // a tick is no note
    expect(fileOf(houseAt(site()), [job], [note({ kind: 'done' })]).entries.some((x) => x.kind === 'note')).toBe(false);
  });
  it('a lampholder in its room', () => {
    const lamp = { id: 'l', name: 'Lamp', roomId: 'den', x: 0, y: 0, box: 'octagon-2-1/8' as const, watts: 60 };
    expect(entry(houseAt(site({ lamps: [lamp] })), 'lamp', 'l')).toMatchObject({ title: 'Lamp', where: 'den' });
    expect(entry(houseAt(site({ lamps: [lamp] })), 'lamp', 'l')).toMatchObject({ facts: [], photos: [], link: ['/houses', 'h'] });
    expect(entry(houseAt(site({ lamps: [{ ...lamp, roomId: 'gone' }] })), 'lamp', 'l').where).toBe('');
  });
  it('the timeline: closings, days of work with what stands, photos; the latest first', () => {
    const log = [
      note({ id: 'a', at: '2026-11-19T09:00:00Z', kind: 'value', step: 's', says: '6 in', title: 'Measure', figure: { key: 'k', value: 1, unit: 'mm' } }),
      note({ id: 'b', n: 1, at: '2026-11-19T10:00:00Z', kind: 'value', step: 's', says: '7 in', title: 'Measure', figure: { key: 'k', value: 1, unit: 'mm' } }),
      note({ id: 'c', n: 2, at: '2026-11-19T11:00:00Z', kind: 'minutes', says: 'took 5 min', figure: { key: 'took', value: 5, unit: 'min' } }),
      note({ id: 'd', n: 3, at: '2026-11-21T08:00:00Z' }),
      note({ id: 'e', n: 4, at: '2026-11-21T09:00:00Z', jobId: 'other' }),
    ]; // prettier-ignore
    const house = houseAt(site(), { history: [closing('j', job.changes, { differs: ['free ends: 7"'] })] });
    const { timeline } = fileOf(house, [job], log, [photo('p'), photo('q', { at: AT, note: 'after' })]);
    expect(timeline.map((t) => [t.at.slice(0, 13), t.title, t.says, t.link.join('/')])).toEqual([
      ['2026-11-21T08', 'Worked at Shelf', ['wet wood'], '/jobs/j/record'],
      ['2026-11-20T12', 'Job j became part of the house', ['Unplug it', 'free ends: 7"'], '/jobs/j/record'],
      ['2026-11-20T12', 'after', [], '/houses/h/photos/q'],
      ['2026-11-19T11', 'Worked at Shelf', ['Measure: 7 in'], '/jobs/j/record'],
      ['2026-11-18T09', 'Photo', [], '/houses/h/photos/p'],
    ]);
  });
  it('a search looks through title, place, kind and all facts', () => {
    expect(textOf({ id: 'x', kind: 'box', title: 'Hall box', where: 'hall', facts: [{ says: '18 in³' }, { says: 'cloth' }], link: [], photos: [] })).toBe('Hall box hall box 18 in³ cloth'); // prettier-ignore
  });
});

describe('a house by the UK book', () => {
  const final: Final = {
    ...{ id: 'f', name: 'Kitchen', number: '4', shape: 'radial' },
    points: [
      { id: 'p', name: 'Hob', kind: 'fused-unit', boxId: 'b', fuseA: 13, earthLead: true },
      { id: 'q', name: 'Kettle', kind: 'twin' },
    ] as never,
    runs: [
      { id: 'r', ends: ['board', 'p'], size: '2.5/1.5' },
      { id: 's', ends: ['p', 'q'], size: '4/1.5', cores: 'red and black', length: { mm: 3000, known: 'assumed' }, presets: ['size'] },
    ],
  };
  const box = boxOn('b', 'e', 40, { kind: 'back-metal-35-1g' });
  const ukHouse = (f: Final = final, part: Partial<House> = {}, boxes = [box]): House => houseAt({ ...site({ boxes, finals: [f] }), panel: undefined, circuits: [], loads: [] }, { edition: 'UK-2022', unit: 'mm', ...part } as never); // prettier-ignore
  it('its consumer unit: what was read, and what was not', () => {
    const unit = (part: Partial<House>) => entry(ukHouse(final, part), 'panel', 'consumer-unit');
    expect(facts(unit({}))).toEqual(['earthing not looked at [not known]', 'Ze not read [not known]', 'fault current at the origin not read [not known]', 'fuse of the supply not read [not known]']); // prettier-ignore
    expect(unit({}).where).toBe('place not said');
    const read = unit({ incoming: { earthing: 'TN-S', zeOhm: 0.31, faultKa: 1.2, fuseA: 80, boxId: 'b' } });
    expect([facts(read), read.where]).toEqual([
      ['earthing TN-S', 'Ze 0.31 Ω', 'fault current 1.2 kA', '80 A fuse of the supply'],
      'wall e',
    ]);
    // it is no box of its own beside
    expect(entry(ukHouse(final, { incoming: { boxId: 'b' } }), 'box', 'b')).toBeUndefined();
  });
  it('a circuit: breaker, protection, points, and its readings with their day', () => {
    const of = (part: Partial<Final>) => facts(entry(ukHouse({ ...final, ...part }), 'circuit', 'f'));
    expect(of({})).toEqual(['radial', 'breaker not read [not known]', '30 mA device not looked for [not known]', 'arc-fault detection not looked for [not known]', '2 points: Hob, Kettle', 'never tested, or not noted [not known]']); // prettier-ignore
    expect(of({ ratingA: 20, curve: 'B', residual: true, arcFault: false }).slice(1, 4)).toEqual(['B20 A', 'behind a 30 mA device', 'no arc-fault detection']); // prettier-ignore
    expect(of({ ratingA: 20, residual: false, arcFault: true }).slice(1, 4)).toEqual(['20 A', 'no 30 mA device', 'arc-fault detection']);
    const read = of({ tests: { readings: [{ test: 'zs', pointId: 'q', value: 0.62, at: AT }, { test: 'insulation-le', value: 200, over: true, at: AT }] } }).slice(5); // prettier-ignore
    expect(read).toHaveLength(2);
    expect(read.find((r) => r.includes('Kettle'))).toMatch(/: 0\.62 Ω, 2026-11-20$/);
    expect(read.find((r) => !r.includes('Kettle'))).toMatch(/>200 MΩ, 2026-11-20$/);
    expect(entry(ukHouse(), 'circuit', 'f')).toMatchObject({ title: '4 Kitchen', where: 'way 4 of the consumer unit', link: ['/houses', 'h', 'circuits', 'f'] }); // prettier-ignore
  });
  it('its cables, run by run', () => {
    const cables = fileOf(ukHouse()).entries.filter((e) => e.kind === 'cable');
    expect(cables.map((e) => [e.id, e.where, ...facts(e)])).toEqual([
      ['f/r', '4 Kitchen', '2.5/1.5 mm² twin-and-earth', 'colours not looked at [not known]', 'length not measured [not known]'],
      ['f/s', '4 Kitchen', '4/1.5 mm² twin-and-earth [assumed]', 'red and black', 'length 3 m [assumed]'],
    ]);
    expect(cables[1]!.title).toContain('Hob to Kettle');
    const sure = { ...final, runs: [{ ...final.runs[1]!, length: { mm: 3000, known: 'measured' as const }, presets: undefined }] };
    expect(facts(fileOf(ukHouse(sure)).entries.find((e) => e.kind === 'cable')!)).toEqual(['4/1.5 mm² twin-and-earth', 'red and black', 'length 3 m']); // prettier-ignore
  });
  it('a box: kind, height, depth, and the points in it; a metal one asks for its earth lead', () => {
    const of = (part: object, f: Final = final) => facts(entry(ukHouse(f, {}, [{ ...box, ...part }]), 'box', 'b'));
    expect(of({})).toEqual([
      'metal box 35 mm, single',
      'bottom above the floor 355.6 mm',
      'depth 35 mm [by its kind]',
      'Hob: fused-unit, on 4 Kitchen',
      'earth lead to the box',
      '13 A fuse',
    ]);
    const point = (part: object): Final => ({ ...final, points: [{ ...final.points[0]!, ...part }] });
    expect([of({}, point({ earthLead: false }))[4], of({}, point({ earthLead: undefined }))[4]]).toEqual(['no earth lead to the box', 'earth lead of the box not looked for [not known]']); // prettier-ignore
    expect(of({}, point({ fuseA: undefined })).some((f) => f.includes('fuse of') || /^\d+ A fuse/.test(f))).toBe(false);
    expect(of({ kind: 'back-lined-47-1g' }).slice(3)).toEqual(['Hob: fused-unit, on 4 Kitchen', '13 A fuse']);
    expect(of({ kind: 'other', place: { ...box.place, bottom: { mm: 300, known: 'assumed' } } }, point({ boxId: undefined }))).toEqual(['kind of box not looked at [not known]', 'bottom above the floor 300 mm [assumed]', 'depth not measured [not known]', 'its circuit was not found out [not known]']); // prettier-ignore
    expect(entry(ukHouse(final, {}, [{ ...box, wallId: 'gone' }]), 'box', 'b').where).toBe('');
    expect(entry({ ...ukHouse(), site: { ...ukHouse().site, rooms: [] } }, 'box', 'b').where).toBe('wall e');
    expect(of({ depth: { mm: 40, known: 'measured' } })[2]).toBe('depth 40 mm');
    expect(entry(ukHouse(), 'box', 'b')).toMatchObject({ where: 'den, wall e', link: ['/houses', 'h', 'walls', 'e', 'A'] });
  });
});
