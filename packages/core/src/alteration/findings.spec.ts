/** The ledger of a job by the UK book: what nobody said or measured is asked, what may not be stops, each with its reason. */
import type { RuleId } from '../codebook/index.js';
import { describe, expect, it } from 'vitest';
import type { Finding } from '../codebook/index.js';
import type { Alteration, Final, House, Verdict, Wall } from '../model/index.js';
import { ALTERATION_RULES } from '../codebook/index.js';
import { alterationLedger } from './index.js';
import { mm, sampleHouse, sampleJob } from './sample.js';
import { expectMeant } from '../words/meaning.testing.js';

const place = { wallId: 'parlour-w1', face: 'A' as const, fromLeft: mm(2800), bottom: mm(457) };
const outlet = { name: 'New', kind: 'twin' as const };
const all = { outlet, place, cable: mm(3000) };
const ledger = (house: House, kind: Alteration['kind'] = 'spur', part: Parameters<typeof sampleJob>[2] = all, point = 'a'): Finding[] => alterationLedger(sampleJob(house, kind, part, point)).map((f) => (expectMeant(f), f)); // prettier-ignore
const of = (list: readonly Finding[], rule: RuleId): Verdict[] => list.filter((f) => f.rule === rule).map((f) => f.verdict);
const withFinal = (house: House, part: Partial<Final>): House => ({ ...house, site: { ...house.site, finals: house.site.finals!.map((f) => ({ ...f, ...part })) } }); // prettier-ignore

describe('a spur in masonry where everything was measured', () => {
  const list = ledger(sampleHouse());
  it('nothing stops it and nothing is left to be told', () => {
    expect(list.filter((f) => f.verdict === 'stop' || f.verdict === 'can’t tell').map((f) => `${f.rule}: ${f.says}`)).toEqual([]);
  });
  it('each rule and subject stands once, worst first, with a source', () => {
    expect(new Set(list.map((f) => `${f.rule}/${f.subject}`)).size).toBe(list.length);
    expect(list.every((f) => f.source.from !== undefined)).toBe(true);
  });
});

describe('what nobody said', () => {
  it('no circuit, no point, no place: asked, never taken', () => {
    const bare = ledger(sampleHouse(), 'spur', { outlet, finalId: undefined, pointId: undefined });
    expect([of(bare, 'subject'), of(bare, 'place'), of(bare, 'way')]).toEqual([['can’t tell'], ['can’t tell'], ['can’t tell']]);
  });
  it('a wall whose build is only taken for granted', () => {
    const house = sampleHouse();
    const taken: House = { ...house, site: { ...house.site, walls: house.site.walls.map((w) => ({ ...w, framing: { ...w.framing, presets: ['material'] } })) } }; // prettier-ignore
    expect([of(ledger(taken), 'build'), of(ledger(house), 'build')]).toEqual([['can’t tell'], []]);
  });
  it('a fused unit of which nobody read the plate', () => {
    const fused = (watts?: number) => of(ledger(sampleHouse(), 'spur', { ...all, outlet: { name: 'Unit', kind: 'fused unit', ...(watts ? { watts } : {}) } }), 'load'); // prettier-ignore
    expect([fused(), fused(1500), fused(2990)]).toEqual([['can’t tell'], ['ok'], ['caution']]);
  });
  it('how old the house is, and what its dust may hold: 1999 and 2000', () => {
    const dust = (built: number | undefined) => { const { built: _, ...house } = sampleHouse(); return of(ledger(built === undefined ? house : { ...house, built }), 'dust'); }; // prettier-ignore
    expect([dust(2000), dust(1999), dust(undefined), dust(1969)]).toEqual([['note'], ['caution', 'note'], ['caution', 'note'], ['caution', 'caution', 'note']]); // prettier-ignore
  });
});

/** Walls changed. */
const withWalls = (house: House, part: Partial<Wall>, not: (keyof Wall)[] = []): House => ({ ...house, site: { ...house.site, walls: house.site.walls.map((w) => ({ ...(Object.fromEntries(Object.entries(w).filter(([k]) => !not.includes(k as keyof Wall))) as Wall), ...part })) } }); // prettier-ignore

describe('what nobody looked at', () => {
  it('a place that was put there passes nothing: not its height, not what stands beside it', () => {
    const put = { ...place, fromLeft: { mm: 2800, known: 'assumed' as const } };
    const list = ledger(sampleHouse(), 'spur', { ...all, place: put });
    expect((['place', 'height', 'beside'] as const).map((r) => of(list, r))).toEqual([['can’t tell'], ['can’t tell'], ['can’t tell']]);
    // a stop stays one
    expect(of(ledger(sampleHouse(), 'spur', { ...all, place: { ...put, fromLeft: { mm: 3928, known: 'assumed' } } }), 'beside')).toEqual(['stop']); // prettier-ignore
  });
  it('a wall that nobody has gone over, the one with the box or the one that is chased', () => {
    const house = withWalls(sampleHouse(), {}, ['bayLooked']);
    expect(of(ledger(house, 'enlarge', {}), 'in-the-wall')).toEqual(['can’t tell']);
    const corner = { ...all, place: { ...place, wallId: 'parlour-w2', fromLeft: mm(1500) }, way: 'under the floor' as const };
    expect(of(ledger(house, 'spur', corner), 'in-the-wall')).toEqual(['can’t tell', 'can’t tell']);
    // in trunking the old wall is not cut
    expect(of(ledger(house, 'spur', { ...corner, way: 'on the surface' }), 'in-the-wall')).toEqual(['can’t tell']);
  });
  it('faceplates of 146 by 86 want 5 mm between them, on every side of the single at 1000 and 457', () => {
    // its plate: 957 to 1043 and 450.5 to 536.5; that of a twin is 73 to each side, and begins 6.5 under its box
    const at = (fromLeft: number, bottom = 457) => of(ledger(sampleHouse(), 'spur', { ...all, place: { ...place, fromLeft: mm(fromLeft), bottom: mm(bottom) } }), 'beside').includes('stop'); // prettier-ignore
    expect([at(1120.9), at(1121), at(879.1), at(879)]).toEqual([true, false, true, false]);
    expect([at(1000, 547.9), at(1000, 548), at(1000, 366.1), at(1000, 366)]).toEqual([true, false, true, false]);
  });
  it('what it is clear of is said, the skirting only where somebody measured it', () => {
    const says = (base?: number) => {
      const house = sampleHouse();
      const walls = house.site.walls.map((w) => ({ ...w, faces: { ...w.faces, A: { ...w.faces.A, ...(base === undefined ? {} : { baseHeight: mm(base) }) } } })); // prettier-ignore
      return ledger({ ...house, site: { ...house.site, walls } }).find((f) => f.rule === 'beside')!.says;
    };
    expect([says(100).endsWith('and the skirting'), says().includes('skirting')]).toEqual([true, false]);
  });
  it('a skirting that nobody measured: asked under 250 mm, sat on where it is higher than the faceplate', () => {
    // half of 86 is 43, half of the box 36.5: the faceplate begins 6.5 under the box
    const at = (bottom: number, base?: number) => {
      const house = sampleHouse();
      const walls = house.site.walls.map((w) => ({ ...w, faces: { ...w.faces, A: { ...w.faces.A, ...(base === undefined ? {} : { baseHeight: mm(base) }) } } })); // prettier-ignore
      return of(ledger({ ...house, site: { ...house.site, walls } }, 'spur', { ...all, place: { ...place, bottom: mm(bottom) } }), 'beside'); // prettier-ignore
    };
    expect([at(256.5), at(256)]).toEqual([['ok'], ['can’t tell']]);
    expect([at(156.5, 150), at(156, 150)]).toEqual([['ok'], ['stop']]);
  });
  it('a room that was not entered: water can’t be told, nor whether it is notified; outdoors the box must keep rain out', () => {
    const house = sampleHouse();
    const bare = withWalls(house, {});
    const walls = bare.site.walls.map((w) =>
      w.id === 'parlour-w1' ? { ...w, faces: { ...w.faces, A: { ...w.faces.A, roomId: 'outside' } } } : w,
    );
    const list = ledger({ ...house, site: { ...house.site, walls } });
    expect([of(list, 'water'), of(list, 'notify')]).toEqual([['can’t tell'], ['can’t tell']]);
    const use = (u: House['site']['rooms'][number]['use']): House => ({ ...house, site: { ...house.site, rooms: house.site.rooms.map((r) => ({ ...r, use: u })) } }); // prettier-ignore
    // outdoors the box must keep rain out; the weatherproof one is what is taken there, an indoor one stops
    const out = ledger(use('outdoors'));
    expect([of(out, 'outdoors'), of(ledger(use('deck'), 'spur', { ...all, boxKind: 'back-surface-32-2g' }), 'outdoors')]).toEqual([
      ['caution'],
      ['stop'],
    ]);
  });
  it('beside a bath it is notified; a bath in a bathroom is asked for, 2500 from it pass', () => {
    const house = sampleHouse();
    const bathroom: House = { ...house, site: { ...house.site, rooms: house.site.rooms.map((r) => ({ ...r, use: 'bathroom' })) } };
    const bath = (far?: number) => ledger(bathroom, 'spur', { ...all, ...(far === undefined ? {} : { beside: { bath: mm(far) } }) });
    expect([bath(), bath(2500), bath(2499)].map((l) => of(l, 'water'))).toEqual([['can’t tell'], ['ok'], ['stop']]);
    expect(of(bath(2500), 'notify')).toEqual(['caution']);
    // every circuit there behind 30 mA; about bonding nothing is told from a plan
    expect(of(bath(2500), 'bathroom')).toEqual(['can’t tell', 'ok']);
    const bare: House = { ...bathroom, site: { ...bathroom.site, finals: bathroom.site.finals!.map((f) => ({ ...f, residual: false })) } };
    expect(of(ledger(bare, 'spur', { ...all, beside: { bath: mm(2500) } }), 'bathroom')).toEqual(['stop', 'can’t tell']);
    // a fused unit goes outside the zones: 600 from the bath
    const unit = (far: number) =>
      of(ledger(bathroom, 'spur', { ...all, outlet: { name: 'Rail', kind: 'fused unit' }, beside: { bath: mm(far) } }), 'water');
    expect([unit(600), unit(599)]).toEqual([['ok'], ['stop']]);
    expect(of(ledger(house), 'notify')).toEqual(['note']);
  });
  it('flat cable has its bare earth sleeved, singles come in their colour', () => {
    const says = (part: Parameters<typeof sampleJob>[2]) =>
      ledger(sampleHouse(), 'spur', { ...all, ...part }).find((f) => f.rule === 'sleeving')!.says;
    expect([says({}), says({ size: '2.5/2.5' })]).toEqual([
      expect.stringMatching(/^bare protective conductors are sleeved/),
      expect.stringMatching(/^the protective single/),
    ]);
  });
  it('a cable whose length was measured and whose way nobody knows', () => {
    const lost = withFinal(sampleHouse(), { points: sampleHouse().site.finals![0]!.points.map(({ boxId: _, ...p }) => p) });
    expect(of(ledger(lost), 'way')).toEqual(['can’t tell']);
  });
  it('under boards and over ceilings nobody looked for insulation; in trunking flat cable carries 23 A by Table 4D2A', () => {
    const lies = (way: Alteration['way'], laid?: Alteration['laid']) =>
      of(ledger(sampleHouse(), 'spur', { ...all, way, ...(laid ? { laid } : {}) }), 'lies');
    expect([lies('under the floor'), lies('on the surface'), lies('across')]).toEqual([['can’t tell'], ['ok'], ['ok']]);
    expect(lies('under the floor', 'C')).toEqual(['ok']);
  });
  it('a radial whose breaker nobody read asks for it', () => {
    const { ratingA: _, ...ring } = sampleHouse().site.finals![0]!;
    const house = sampleHouse();
    const radial: House = { ...house, site: { ...house.site, finals: [{ ...ring, shape: 'radial', runs: ring.runs.slice(0, 3) }] } };
    expect(of(ledger(radial), 'lies')).toEqual(['can’t tell']);
    // 20 A asked of it where the breaker is one of 20; 2.5 mm² clipped carries 27 (Table 4D5; memory)
    expect(of(ledger({ ...radial, site: { ...radial.site, finals: [{ ...radial.site.finals![0]!, ratingA: 32 }] } }), 'lies')).toEqual([
      'stop',
    ]);
    expect(of(ledger({ ...radial, site: { ...radial.site, finals: [{ ...radial.site.finals![0]!, ratingA: 20 }] } }), 'lies')).toEqual([
      'ok',
    ]);
  });
});

describe('moved with the cables that are there', () => {
  const zone = (at: Partial<typeof place>) =>
    of(ledger(sampleHouse(), 'move', { outlet, place: { ...place, ...at }, cablesReach: true }), 'zone');
  it('straight up or level it is to be looked at; aslant, or round the corner, no zone is left', () => {
    // the single’s middle is at 1000 and 493.5: 5 mm aside still count as straight
    expect([zone({ fromLeft: mm(1005), bottom: mm(900) }), zone({ fromLeft: mm(1006), bottom: mm(900) })]).toEqual([['caution'], ['stop']]);
    expect([zone({ fromLeft: mm(1800), bottom: mm(462) }), zone({ fromLeft: mm(1800), bottom: mm(463) })]).toEqual([['caution'], ['stop']]);
    expect(zone({ wallId: 'parlour-w2', fromLeft: mm(1000), bottom: mm(457) })).toEqual(['stop']);
  });
  it('whether they reach is asked', () => {
    const way = (cablesReach?: boolean) =>
      of(ledger(sampleHouse(), 'move', { ...all, ...(cablesReach === undefined ? {} : { cablesReach }) }), 'way');
    expect(way()).toContain('can’t tell');
    expect(way(false)).not.toContain('can’t tell');
  });
});

describe('what may not be', () => {
  it('a spur from a spur, a second spur from one point', () => {
    const house = sampleHouse();
    const [ring] = house.site.finals!;
    const spurred = withFinal(house, { points: [...ring!.points, { id: 's', name: 'On a spur', kind: 'twin' }], runs: [...ring!.runs, { id: 'rs', ends: ['a', 's'], size: '2.5/1.5', length: mm(4000) }] }); // prettier-ignore
    expect(of(ledger(spurred, 'spur', all, 's'), 'spurs')).toContain('stop');
    expect(of(ledger(spurred, 'spur', all, 'a'), 'spurs')).toContain('stop');
    expect(of(ledger(spurred, 'spur', all, 'b'), 'spurs')).not.toContain('stop');
  });
  it('a twin from a twin; a ring through a radial; a ring opened on its spur', () => {
    const house = sampleHouse();
    expect(of(ledger(house, 'enlarge', {}, 'b'), 'subject')).toEqual(['stop']);
    const radial = withFinal(house, { shape: 'radial', ratingA: 20, runs: house.site.finals![0]!.runs.slice(0, 3) });
    expect(of(ledger(radial, 'into ring'), 'subject')).toEqual(['stop']);
  });
  it('more than its plug gives: 13 A at a single are 2990 W, 20 A at a twin 4600', () => {
    const load = (kind: 'single' | 'twin', watts: number) => of(ledger(sampleHouse(), 'spur', { ...all, outlet: { name: 'New', kind, watts } }), 'load'); // prettier-ignore
    expect([load('single', 2990), load('single', 2991), load('twin', 4600), load('twin', 4601)]).toEqual([
      ['ok'],
      ['stop'],
      ['ok'],
      ['stop'],
    ]);
  });
  it('a metal box behind board, a lined one in brick', () => {
    const studs = sampleHouse({ material: 'wood', deep: 75, skin: 12.5 });
    expect(of(ledger(studs, 'spur', { ...all, boxKind: 'back-metal-35-2g' }), 'lined')).toEqual(['stop']);
    expect(of(ledger(sampleHouse(), 'spur', { ...all, boxKind: 'back-lined-35-2g' }), 'let-in')).toEqual(['stop']);
  });
  it('no 30 mA device ahead', () => {
    expect(of(ledger(withFinal(sampleHouse(), { residual: false })), 'residual')).toEqual(['stop']);
  });
  it('a cable too thin for what is asked of it where it lies: a twin’s 20 A in a filled cavity on 2.5 mm², 13.5 A', () => {
    const laid = (kind: 'single' | 'twin') =>
      of(ledger(sampleHouse(), 'spur', { ...all, outlet: { name: 'New', kind }, laid: '103' }), 'lies');
    expect([laid('single'), laid('twin')]).toEqual([['ok'], ['stop']]);
  });
});

describe('the box it starts from', () => {
  it('two cables and a third in 35 mm is tight; of unknown depth it can’t be told', () => {
    const house = sampleHouse();
    expect(of(ledger(house), 'old-box')).toEqual(['caution']);
    const { depth: _, ...unknown } = house.site.boxes[0]!;
    const other: House = { ...house, site: { ...house.site, boxes: [{ ...unknown, kind: 'other', width: mm(73), height: mm(73) }, ...house.site.boxes.slice(1)] } }; // prettier-ignore
    expect(of(ledger(other), 'old-box')).toEqual(['can’t tell']);
  });
  it('taken into the ring four cables are in it, two of them only joined', () => {
    expect(of(ledger(sampleHouse(), 'into ring'), 'old-box')).toEqual(['caution']);
  });
});

describe('beside it', () => {
  const kitchen = (): House => { const house = sampleHouse(); return { ...house, site: { ...house.site, rooms: house.site.rooms.map((r) => (r.id === 'parlour' ? { ...r, use: 'kitchen' } : r)) } }; }; // prettier-ignore
  it('in a kitchen the sink is asked for; measured it is judged', () => {
    expect([of(ledger(kitchen()), 'water'), of(ledger(kitchen(), 'spur', { ...all, beside: { sink: mm(299) } }), 'water'), of(ledger(sampleHouse()), 'water')]).toEqual([['can’t tell'], ['stop'], []]); // prettier-ignore
  });
  it('a faceplate of 146 stays within the wall, and 5 mm clear of a neighbour’s of 86', () => {
    const at = (fromLeft: number, bottom = 457) => of(ledger(sampleHouse(), 'spur', { ...all, place: { ...place, fromLeft: mm(fromLeft), bottom: mm(bottom) } }), 'beside'); // prettier-ignore
    // half of 146 is 73: 3927 is the last middle on a wall of 4000
    expect([at(3927), at(3928)]).toEqual([['ok'], ['stop']]);
    // beside the single at 1000: 43 + 5 + 73 = 121
    expect([at(1121), at(1120)]).toEqual([['ok'], ['stop', 'ok']]);
  });
});

describe('a circuit of its own', () => {
  const heater = (watts: number, ratingA?: 20 | 32) => ({ outlet: { name: 'Heater', kind: 'fixed appliance' as const, watts }, place, cable: mm(10_000), own: { residual: true, ...(ratingA ? { ratingA } : {}) } }); // prettier-ignore
  it('its amps against its breaker: 4600 W on 20 A, 7360 W on 32', () => {
    const load = (watts: number, ratingA?: 20 | 32) => of(ledger(sampleHouse(), 'own radial', heater(watts, ratingA)), 'load');
    expect([load(4600), load(4601), load(7360, 32), load(7361, 32)]).toEqual([['ok'], ['stop'], ['ok'], ['stop']]);
  });
  it('more than half of the supply’s fuse is asked first; it is notified and licensed', () => {
    const small = { ...sampleHouse(), incoming: { ...sampleHouse().incoming!, fuseA: 60 as const } };
    expect(of(ledger(small, 'own radial', heater(7000, 32)), 'load')).toEqual(['caution']);
    // half of 60 A at 230 V is 6900 W
    expect(of(ledger(small, 'own radial', heater(6900, 32)), 'load')).toEqual(['ok']);
    // what is too much for its breaker stops, whatever the supply
    expect(of(ledger(small, 'own radial', heater(7361, 32)), 'load')).toEqual(['stop']);
    const list = ledger(sampleHouse(), 'own radial', heater(2000));
    expect([of(list, 'notify'), of(list, 'licensed')]).toEqual([['caution'], ['caution']]);
  });
});

it('every rule of the table has a title, what it looks at, and where it is settled', () => {
  for (const row of Object.values(ALTERATION_RULES)) expect([row.title, row.looksAt, row.stage].every((t) => t.length > 2)).toBe(true);
});
