/**
 * What the ledger says of a feed, on the small house: what each judgement rests on, and what each remedy puts into the plan. Clauses of the NEC
 * from memory; volts lost by Chapter 9 Table 8 (12 AWG solid copper 1.93 Ω, 14 AWG 3.07 Ω per 1000 ft).
 */
import { describe, expect, it } from 'vitest';
import type { Cable, Change, Circuit, Load, Site } from '../model/index.js';
import { cable, device, inch, outlet, renew } from '../panel/smallJob.testing.js';
import { sub } from '../panel/smallPanel.testing.js';
import { toFeet } from '../measure/index.js';
import { findings, planned, putBy, remediesOf, siteOf, smallJob, told, wings, type Facts } from './smallLedger.testing.js';
import { workOf } from './work.js';

const load = (id: string, part: Partial<Load> = {}): Load => ({ id, name: id, continuous: false, fixed: false, circuitId: 'c1', ...part });
const plug = (id: string, boxId: string, watts: number): Change => ({ id: `plug-${id}`, title: id, do: 'plug-in', load: load(id, { watts, boxId }) }); // prettier-ignore
/** the hot of a cable, the second one of a shared neutral, and that neutral */
const USES: NonNullable<Cable['uses']> = [{ is: 'hot' }, { is: 'hot', circuitId: 'c3' }, { is: 'neutral' }];
const rules = (job: ReturnType<typeof smallJob>, rule: Parameters<typeof findings>[1]) => findings(job, rule).map((f) => f.subject);

describe('whether a plan adds an outlet', () => {
  const moved = (from: number, to: number, more: Change[] = [], facts: Facts = {}) =>
    smallJob(
      { ...facts, a: { wallId: 'n', place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(from), bottom: inch(14) } } },
      [{ id: 'out', title: 'Out', do: 'remove-device', deviceId: 'a-d' }, ...outlet(wings('b', to, {}, 'n'), 'a'), ...more],
    );
  it('a new one does; one that only changes its box or its device does not', () => {
    expect(rules(smallJob(), 'may-tap')).toEqual(['c1']);
    expect(rules(smallJob({}, [renew(siteOf(), 'a')]), 'may-tap')).toEqual([]);
    expect(told(smallJob({}, [renew(siteOf(), 'a')]), 'need')).toEqual([]);
  });
  it('one that goes less than 6 ft of cable further is moved; further it is added (210.12, exception)', () => {
    expect([rules(moved(24, 64), 'may-tap'), rules(moved(24, 112), 'may-tap')]).toEqual([[], ['c1']]);
    const [near, far] = [workOf(moved(24, 64)), workOf(moved(24, 112))].map((w) => toFeet(w.runs[0]!.run!.runMm));
    expect([near! < 6, far! > 6]).toEqual([true, true]);
  });
  it('one that stays in its box while another goes in next to it is added; and two for one', () => {
    expect(rules(smallJob({ a: { wallId: 'n' } }, outlet(wings('b', 56, {}, 'n'), 'a')), 'may-tap')).toEqual(['c1']);
    const second: Change = { id: 'two', title: 'Two', do: 'place-device', device: device('b', 'duplex-15', { id: 'b-2', tamperResistant: true }) }; // prettier-ignore
    expect(rules(moved(24, 64, [second]), 'may-tap')).toEqual(['c1']);
  });
});

describe('the circuit', () => {
  it('nobody named: asked, and nothing else of it is said; nothing else asks', () => {
    const nameless = smallJob({ a: { circuitId: undefined } }, outlet(wings('b', 56, { circuitId: undefined }), 'a'));
    expect([told(nameless, 'circuit', 'a'), rules(nameless, 'circuit-load'), rules(nameless, 'need')]).toEqual([['can’t tell feed.noCircuit'], [], []]); // prettier-ignore
    expect(told(smallJob(), 'circuit')).toEqual([]);
  });
  it('the feeder of a panel is not tapped (240.21)', () => {
    const site = siteOf({ site: { subpanels: [sub({ fedBy: 'b1', breakers: [] })] } });
    expect(told(smallJob({ site: { subpanels: [sub({ fedBy: 'b3', breakers: [] })] } }), 'may-tap')).toEqual(['ok place.general']);
    expect([site.subpanels?.length, told(smallJob({ site: { subpanels: [sub({ fedBy: 'b1', breakers: [] })] } }), 'may-tap')]).toEqual([1, ['stop feed.feedsPanel']]); // prettier-ignore
  });
  it('two hots on one neutral: not looked, one hot, untraced', () => {
    const of = (part: Partial<Circuit>, part2: Parameters<typeof cable>[2] = {}) => told(smallJob({ circuit: part, feed: part2 }), 'shared-neutral'); // prettier-ignore
    expect([of({ sharedNeutral: undefined }), of({ sharedNeutral: false }), of({ sharedNeutral: true })].flat()).toEqual(['can’t tell feed.sharedUnknown', 'ok feed.oneHot', 'stop feed.shared']); // prettier-ignore
    // traced conductor by conductor: then both breakers have to open together (210.4(B))
    const traced: Parameters<typeof cable>[2] = { conductors: ['black', 'red', 'white'], uses: USES }; // prettier-ignore
    expect([undefined, true, false].flatMap((commonTrip) => of({ sharedNeutral: true, commonTrip }, traced))).toEqual([
      'can’t tell feed.tracedTripUnknown',
      'note feed.tracedTied',
      'stop feed.untied',
    ]);
  });
});

describe('what hangs on it', () => {
  /** 960 W for hours count as 10 A; with 3, 5 and 10 A on 20 A it is too much. */
  const loads: Load[] = [load('l1', { name: 'heater', watts: 960, continuous: true }), load('small', { watts: 360 }), load('fast', { watts: 1800, fixed: true }), load('other', { watts: 5000, circuitId: 'c3' })]; // prettier-ignore
  const job = (facts: Facts = {}) => smallJob({ site: { loads }, ...facts }, planned({}, plug('saw', 'b', 1200), plug('pump', 'b', 600)));
  it('too much: the largest that is plugged in elsewhere may go, and the largest of what is brought; nothing that is fastened', () => {
    const remedies = remediesOf(job(), 'circuit-load');
    expect([told(job(), 'circuit-load'), remedies.map((r) => [r.id, r.title])]).toEqual([
      ['stop load.overloaded'],
      [['unplug-l1', 'Move the heater to another circuit'], ['unplug-saw', 'Leave the saw elsewhere']],
    ]); // prettier-ignore
    expect(putBy(remedies[0]!)).toMatchObject({
      id: 'unplug-l1',
      do: 'unplug',
      loadId: 'l1',
      title: 'The heater is not used on circuit 1',
    });
  });
  it('its sum holds what hangs on this circuit, and no more: 15 + 1 + 10 + 5 + 3 A and 10 for 8 A that run for hours', () =>
    expect(findings(job(), 'circuit-load')[0]!.sums[0]!.result).toMatchObject({ value: 44, unit: 'A' }));
  it('a list that is not complete can’t be told; a circuit of its own feeds nothing else', () => {
    expect(told(smallJob({ circuit: { loadsComplete: false } }), 'circuit-load')[0]).toMatch(/^can’t tell/);
    expect(told(smallJob({ circuit: { loadsComplete: undefined } }), 'circuit-load')[0]).toMatch(/^can’t tell/);
    expect(told(own(), 'circuit-load', 'own')[0]).toMatch(/^ok/);
  });
  it('one plug on a 15 A face takes 12 A where others plug in too (210.21(B)(2)); it can be left elsewhere', () => {
    const of = (watts: number) => smallJob({}, planned({}, plug('saw', 'b', watts)));
    expect([told(of(1440), 'cord-connected', 'saw'), told(of(1450), 'cord-connected', 'saw')].flat()).toEqual(['ok load.oneAppliance', 'stop load.manyAppliances']); // prettier-ignore
    const [leave] = remediesOf(of(1450), 'cord-connected', 'saw');
    expect([leave!.id, leave!.title, putBy(leave!)]).toMatchObject(['unplug-saw', 'Leave the saw elsewhere', { do: 'unplug', loadId: 'saw', title: 'The saw is not used here' }]); // prettier-ignore
    // without a breaker nobody knows what the face may take, and a switch takes no plug
    expect(rules(smallJob({ circuit: { breakerA: undefined } }), 'cord-connected')).toEqual([]);
    expect(rules(smallJob({}, [...outlet(wings('b', 56), 'a', {}, 'switch-15'), plug('saw', 'b', 100)]), 'cord-connected')).toEqual([]);
  });
  it('a new outlet asks what is plugged in there; one of a row is enough along a raceway or a run', () => {
    const pair = [...outlet(wings('b', 56), 'a'), ...outlet(wings('c', 72), 'b')];
    expect([rules(smallJob({}, outlet(wings('b', 56), 'a')), 'need'), rules(smallJob(), 'need'), rules(smallJob({}, pair), 'need')]).toEqual([['b'], [], ['b', 'c']]); // prettier-ignore
    expect(findings(smallJob({}, pair), 'need').map((f) => f.title)).toEqual([
      'What will be plugged in at box b',
      'What will be plugged in at box c',
    ]);
    for (const kind of ['run', 'raceway'] as const) {
      const want = { kind } as NonNullable<ReturnType<typeof smallJob>['want']>;
      const of = (...more: Change[]) => rules({ ...smallJob({}, [...pair, ...more]), want }, 'need');
      expect([of(), of(plug('saw', 'c', 100)), of(plug('saw', 'b', 100))]).toEqual([['b'], [], []]);
    }
    expect(rules({ ...smallJob({}, pair), want: { kind: 'outlet' } as NonNullable<ReturnType<typeof smallJob>['want']> }, 'need')).toEqual(['b', 'c']); // prettier-ignore
  });
});

/** A circuit of its own for one outlet, by a cable from the panel. */
const own = (part: Partial<Circuit> = {}, kind: Parameters<typeof outlet>[3] = 'single-20', facts: Facts = {}, gauge: 12 | 14 = 12) =>
  smallJob(facts, [
    { id: 'own', title: 'Own', do: 'add-breaker', circuit: { id: 'own', number: '5', name: 'kiln', voltsNominal: 120, breakerA: 20, ...part }, breaker: { id: 'b5', circuitId: 'own', space: 5, poles: 1, type: 'Q1' } },
    ...outlet(wings('b', 56, { circuitId: 'own' }), 'a', { gauge, ends: [{ label: 'panel' }, { boxId: 'b', label: 'box b', side: 'top' }] }, kind),
  ]); // prettier-ignore

describe('volts lost', () => {
  const terms = (job: ReturnType<typeof smallJob>, subject?: string) => findings(job, 'voltage-drop', subject)[0]!.sums[0]!.terms.map((t) => [t.label, t.value]); // prettier-ignore
  const feetOf = (job: ReturnType<typeof smallJob>, n: number) => toFeet(workOf(job).runs[n]!.run!.runMm);
  it('from the panel to the old box all that hangs there, on from it what is new: 9 A over 40 ft, 1 A on the new cable', () => {
    const job = smallJob();
    expect(terms(job)).toEqual([
      ['panel to box a, 12 AWG, everything on', expect.closeTo((2 * 9 * 1.93 * 40) / 1000, 9)],
      ['box a to box b, 12 AWG, new loads', expect.closeTo((2 * 1 * 1.93 * feetOf(job, 0)) / 1000, 9)],
    ]);
  });
  it('two in a row: the first cable carries both', () => {
    const job = smallJob({}, planned({}, ...outlet(wings('c', 72), 'b', { gauge: 14 }), plug('saw', 'c', 600)));
    expect(terms(job, 'c')).toEqual([
      ['panel to box a, 12 AWG, everything on', expect.closeTo((2 * 14 * 1.93 * 40) / 1000, 9)],
      ['box a to box b, 12 AWG, new loads', expect.closeTo((2 * 6 * 1.93 * feetOf(job, 0)) / 1000, 9)],
      ['box b to box c, 14 AWG, new loads', expect.closeTo((2 * 5 * 3.07 * feetOf(job, 1)) / 1000, 9)],
    ]);
    expect(terms(job, 'b')).toHaveLength(2);
    expect(findings(job, 'voltage-drop').map((f) => f.title)).toEqual(['Voltage left at box b', 'Voltage left at box c']);
  });
  it('a box that is renewed where it is: the way to it alone', () =>
    expect(terms(smallJob({}, [renew(siteOf(), 'a')]))).toEqual([['panel to box a, 12 AWG, everything on', expect.closeTo((2 * 8 * 1.93 * 40) / 1000, 9)]])); // prettier-ignore
  it('what isn’t known can’t be told: the way from the panel, the cable in the old box, a box without depth', () => {
    expect([
      told(smallJob({ circuit: { lengthToSource: undefined } }), 'voltage-drop'),
      told(smallJob({ feed: 'none' }), 'voltage-drop'),
      told(smallJob({}, planned({ kind: 'other', width: inch(2), height: inch(3) })), 'voltage-drop'),
      told(own(), 'voltage-drop'),
    ].flat()).toEqual(['can’t tell feed.panelLengthUnknown', 'can’t tell feed.cableUndescribed', 'can’t tell feed.cableUndescribed', 'can’t tell feed.panelWayUntaken']); // prettier-ignore
  });
  it('of a circuit in a subpanel its feeder’s volts come on top', () => {
    const inSub: Partial<Site> = { subpanels: [sub({ fedBy: 'b3', breakers: [{ id: 'sb', circuitId: 'c1', space: 1, poles: 1 }] })] };
    const job = smallJob({ site: { ...inSub, panel: { breakers: [{ id: 'b3', circuitId: 'c3', space: 3, poles: 1 }] } } });
    expect([told(job, 'voltage-drop'), told(smallJob(), 'voltage-drop')]).toEqual([['ok feed.withFeeder'], ['ok load.drop']]);
    expect(findings(job, 'voltage-drop')[0]!.says).toMatch(/the feeder of the shop panel drops comes on top/);
  });
});

describe('wires and breakers', () => {
  const cableOf = (part: Parameters<typeof outlet>[2], circuit: Partial<Circuit> = {}) => smallJob({ circuit }, outlet(wings('b', 56), 'a', part)); // prettier-ignore
  it('a new 14 AWG on 20 A is too thin (240.4(D)), 12 AWG is run instead; on 15 A either does', () => {
    const thin = cableOf({ gauge: 14 });
    const [run] = remediesOf(thin, 'conductor-breaker', 'to-b');
    expect([told(thin, 'conductor-breaker', 'to-b'), run!.id, run!.title]).toEqual([
      ['stop load.conductorTooThin'],
      'run-12',
      'Run 12 AWG',
    ]);
    expect(putBy(run!)).toMatchObject({ id: 'run-b', do: 'run-cable', title: 'Run 12-2 cable', cable: { id: 'to-b', gauge: 12 } });
    expect([14, 12].flatMap((gauge) => told(cableOf({ gauge: gauge as 12 | 14 }, { breakerA: 15 }), 'conductor-breaker', 'to-b'))).toEqual(['ok load.conductorBears', 'ok load.conductorBears']); // prettier-ignore
  });
  it('too thin for a breaker that no cable of the table bears: nothing is offered', () =>
    expect(remediesOf(cableOf({}, { breakerA: 100 }), 'conductor-breaker', 'to-b')).toEqual([]));
  it('where nobody read the breaker no gauge is offered: 14 AWG could be too thin', () => {
    const unread = cableOf({ gauge: 12 }, { breakerA: undefined });
    expect([told(unread, 'conductor-breaker', 'to-b'), remediesOf(unread, 'conductor-breaker', 'to-b')]).toEqual([['can’t tell load.ratingUnknown'], []]); // prettier-ignore
  });
  it('a gauge that was filled in and never read can’t be told', () =>
    expect([told(smallJob({ feed: { presets: ['gauge'] } }), 'conductor-breaker', 'feed'), told(smallJob(), 'conductor-breaker', 'feed')].flat()).toEqual(['can’t tell feed.gaugeUnread', 'ok load.conductorBears'])); // prettier-ignore
  it('a ground is seen, missing, or not looked for; no cable noted at all is asked for', () => {
    const of = (ground: 'bare' | 'green' | 'none' | undefined) => told(smallJob({ feed: { ground } }), 'ground-present', 'feed');
    expect([of('bare'), of('green'), of('none'), of(undefined)].flat()).toEqual(['ok feed.ground', 'ok feed.ground', 'stop feed.noGround', 'can’t tell feed.groundUnseen']); // prettier-ignore
    expect([told(smallJob({ feed: 'none' }), 'source-cables', 'a'), told(smallJob(), 'source-cables')]).toEqual([['can’t tell feed.noCable'], []]); // prettier-ignore
    // of the cable that the plan brings nothing old is asked
    expect(rules(smallJob(), 'ground-present')).toEqual(['feed']);
  });
  it('the state of what is there, the worst first', () => {
    const of = (part: Parameters<typeof cable>[2], built: number | undefined = 1990) => told(smallJob({ feed: part }, planned(), { house: { built } }), 'conductor-state', 'feed'); // prettier-ignore
    expect(of({})).toEqual([]);
    expect([of({ metal: 'aluminium', sheath: 'cloth' }), of({ sheath: 'cloth', whiteUsedAsHot: 'unmarked' }), of({ sheath: 'on insulators', whiteUsedAsHot: 'unmarked' }), of({ whiteUsedAsHot: 'unmarked', metal: undefined })].flat()).toEqual(['stop feed.aluminium', 'stop feed.cloth', 'stop feed.openWiring', 'stop feed.unmarkedHot']); // prettier-ignore
    expect([of({ whiteUsedAsHot: undefined }), of({ whiteUsedAsHot: 'marked' })].flat()).toEqual(['can’t tell feed.whiteUnseen']);
    // traced end by end, its white is known
    expect(of({ whiteUsedAsHot: undefined, uses: [USES[0]!, USES[2]!] })).toEqual([]); // prettier-ignore
  });
  it.each([[1959, []], [1960, ['can’t tell feed.metalUnknown']], [1978, ['can’t tell feed.metalUnknown']], [1979, []]] as const)('aluminium was put in from 1960 to 1978: %s', (built, said) => {
    expect(told(smallJob({ feed: { metal: undefined } }, planned(), { house: { built } }), 'conductor-state', 'feed')).toEqual(said);
  }); // prettier-ignore
  it('in a house of no known year the metal is asked for', () => {
    const job = { ...smallJob({ feed: { metal: undefined } }), built: undefined };
    expect(told(job, 'conductor-state', 'feed')).toEqual(['can’t tell feed.metalUnknown']);
  });
  it('lampholders alike ask once for the cable between them', () => {
    const lamp = (n: number): Change => ({ id: `set-l${n}`, title: 'Lamp', do: 'place-lamp', lamp: { id: `lamp${n}`, name: `lamp ${n}`, roomId: 'den', x: inch(24 * n), y: inch(40), watts: 9, box: 'octagon-2-1/8', circuitId: 'c1' } as never }); // prettier-ignore
    const on = (n: number, from: string, gauge: 12 | 14): Change => ({ id: `run-l${n}`, title: 'Run', do: 'run-cable', cable: cable(`l${n}`, `lamp${n}`, { gauge, ends: [{ boxId: from, label: from }, { boxId: `lamp${n}`, label: 'lamp' }] }) }); // prettier-ignore
    const job = smallJob({}, [lamp(1), lamp(2), on(1, 'a', 14), on(2, 'lamp1', 14)]);
    expect(findings(job, 'conductor-breaker').filter((f) => f.subject !== 'feed').map((f) => [f.subject, f.verdict])).toEqual([['l2', 'stop']]); // prettier-ignore
  });
});

describe('protection', () => {
  it('ahead of it, not ahead of it, nobody looked (210.12 in a living room; 210.8 by water)', () => {
    const of = (part: Partial<Circuit>, rule: 'arc-fault' | 'ground-fault') => told(smallJob({ circuit: part, den: { waterWithin6ft: true } }), rule, 'b-d')[0]!.split(' ')[0]; // prettier-ignore
    expect([of({ arcFault: 'breaker' }, 'arc-fault'), of({ arcFault: 'device upstream' }, 'arc-fault'), of({ arcFault: 'none' }, 'arc-fault'), of({ arcFault: undefined }, 'arc-fault')]).toEqual(['ok', 'ok', 'stop', 'can’t']); // prettier-ignore
    expect([of({ groundFault: 'breaker' }, 'ground-fault'), of({ groundFault: 'none' }, 'ground-fault'), of({ groundFault: undefined }, 'ground-fault')]).toEqual(['ok', 'stop', 'can’t']); // prettier-ignore
  });
  it('an arc-fault breaker, or an arc-fault receptacle first: either alters the circuit', () => {
    const remedies = remediesOf(smallJob({ circuit: { arcFault: 'none' } }), 'arc-fault');
    expect(remedies.map((r) => [r.id, r.title])).toEqual([['arc-fault-breaker', 'Arc-fault breaker on circuit 1'], ['arc-fault-first', 'Arc-fault receptacle as the first outlet of the circuit']]); // prettier-ignore
    expect(remedies.map(putBy)).toMatchObject([
      { id: 'arc-fault-c1', do: 'alter-circuit', circuitId: 'c1', with: { arcFault: 'breaker' } },
      { id: 'arc-fault-c1', do: 'alter-circuit', circuitId: 'c1', with: { arcFault: 'device upstream' } },
    ]);
  });
  it('of a circuit of its own it is the breaker that is bought', () => {
    const remedies = remediesOf(own({ arcFault: 'none' }), 'arc-fault');
    expect(remedies.map((r) => r.id)).toEqual(['arc-fault-breaker']);
    expect(putBy(remedies[0]!)).toMatchObject({ id: 'own', do: 'add-breaker', circuit: { id: 'own', arcFault: 'breaker' } });
  });
  it('210.12 speaks of 120 V on 15 and 20 A: on 25 A, on 240 V nothing; where nobody read the breaker it is judged', () => {
    const of = (part: Partial<Circuit>) => rules(smallJob({ circuit: part }), 'arc-fault');
    expect([of({ breakerA: 15 }), of({ breakerA: 20 }), of({ breakerA: 25 }), of({ breakerA: undefined }), of({ voltsNominal: 240 })]).toEqual([['b-d'], ['b-d'], [], ['b-d'], []]); // prettier-ignore
  });
  it('moved, added, replaced: each in its own words', () => {
    const renewal: Change = { id: 'new-a', title: 'New', do: 'replace-device', deviceId: 'a-d', device: device('a', 'duplex-15', { tamperResistant: true }) }; // prettier-ignore
    const bare = { circuit: { arcFault: 'none' } } as const;
    const of = (changes?: Change[]) => told(smallJob(bare, changes), 'arc-fault');
    expect([of(), of([renew(siteOf(), 'a')]), of([renewal])].flat()).toEqual(['stop place.afciAddedAsked', 'note place.afciNothingAdded', 'stop place.afciReplacedAsked']); // prettier-ignore
    // a new face in a new box is no renewal
    expect(of([...planned(), { ...renewal, id: 'again', deviceId: 'b-d', device: device('b', 'duplex-15', { tamperResistant: true }) } as Change])[0]).toBe('stop place.afciAddedAsked'); // prettier-ignore
  });
  it('a ground-fault face of the same rating; its own protection counts', () => {
    const dry = (kind: Parameters<typeof outlet>[3]) => smallJob({ circuit: { groundFault: 'none' }, den: { waterWithin6ft: true } }, outlet(wings('b', 56), 'a', {}, kind)); // prettier-ignore
    const to = (kind: Parameters<typeof outlet>[3]) => putBy(remediesOf(dry(kind), 'ground-fault', 'b-d')[0]!);
    expect([to('duplex-15'), to('duplex-20')]).toMatchObject([{ id: 'put-b', do: 'place-device', device: { id: 'b-d', kind: 'ground-fault-15' } }, { device: { kind: 'ground-fault-20' } }]); // prettier-ignore
    expect(told(dry('ground-fault-15'), 'ground-fault', 'b-d')[0]).toMatch(/^ok/);
  });
  it('a counter asks for it in a kitchen before 2023: within 2 ft of it and no lower than its top (210.8(A)(6))', () => {
    const at = (fixtures: NonNullable<Facts['wall']>['fixtures'], bottom = 36) =>
      told(smallJob({ circuit: { groundFault: 'none' }, den: { use: 'kitchen', waterWithin6ft: false }, wall: { fixtures } }, planned({ place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(56), bottom: inch(bottom) } })), 'ground-fault', 'b-d')[0]!.split(' ')[0]; // prettier-ignore
    const counter = (x: number, width: number, part = {}) => [{ id: 'k', kind: 'counter' as const, face: 'A' as const, x: inch(x), width: inch(width), z: inch(36), height: inch(2), ...part }]; // prettier-ignore
    expect([at(undefined), at([])]).toEqual(['can’t', 'ok']);
    // the box reaches from 54 7/8 to 57 1/8 in
    expect([at(counter(81, 10)), at(counter(81.125, 10)), at(counter(10, 21)), at(counter(10, 20.875))]).toEqual([
      'stop',
      'ok',
      'stop',
      'ok',
    ]);
    expect([at(counter(50, 20), 35.5), at(counter(50, 20), 36), at(counter(50, 20, { face: 'B' })), at(counter(50, 20, { kind: 'shelf' }))]).toEqual(['ok', 'stop', 'ok', 'ok']); // prettier-ignore
  });
  it('tamper-resistant, and outdoors weather-resistant under a cover', () => {
    const plain = [...outlet(wings('b', 56), 'a').slice(0, 2), { id: 'put-b', title: 'Device', do: 'place-device', device: device('b') } as Change]; // prettier-ignore
    const job = smallJob({ den: { use: 'deck' }, circuit: { groundFault: 'breaker' } }, plain);
    expect(putBy(remediesOf(job, 'tamper')[0]!)).toMatchObject({ id: 'put-b', do: 'place-device', device: { id: 'b-d', kind: 'duplex-15', tamperResistant: true } }); // prettier-ignore
    expect(putBy(remediesOf(job, 'weather')[0]!)).toMatchObject({ device: { weatherResistant: true, inUseCover: true } });
    expect([rules(smallJob({ den: { use: 'outdoors' } }), 'weather'), rules(smallJob(), 'weather')]).toEqual([['b-d'], []]);
  });
  it('a switch asks for no face', () => {
    const job = smallJob({}, outlet(wings('b', 56), 'a', {}, 'switch-15'));
    expect([rules(job, 'tamper'), rules(job, 'receptacle-rating'), rules(job, 'ground-fault'), rules(job, 'arc-fault')]).toEqual([[], [], [], ['b-d']]); // prettier-ignore
  });
});

describe('the face', () => {
  it('120 V faces burn on 240 V', () =>
    expect([told(smallJob({ circuit: { voltsNominal: 240 } }), 'face-volts'), told(smallJob(), 'face-volts')]).toEqual([['stop feed.wrongVolts'], []])); // prettier-ignore
  it('20 A faces on 15 A: a 15 A one instead; on 30 A that is no cure', () => {
    const of = (breakerA: 15 | 30) => smallJob({ circuit: { breakerA } }, outlet(wings('b', 56), 'a', {}, 'duplex-20'));
    expect(told(of(15), 'receptacle-rating')[0]).toMatch(/^stop/);
    expect(putBy(remediesOf(of(15), 'receptacle-rating')[0]!)).toMatchObject({ id: 'put-b', device: { kind: 'duplex-15' } });
    expect([told(of(30), 'receptacle-rating')[0]!.split(' ')[0], remediesOf(of(30), 'receptacle-rating')]).toEqual(['stop', []]);
    expect(remediesOf(smallJob({ circuit: { breakerA: undefined } }, outlet(wings('b', 56), 'a', {}, 'duplex-20')), 'receptacle-rating')).toEqual([]); // prettier-ignore
  });
  it('the only single one of a circuit of its own has its rating (210.21(B)(1)); a second face, a duplex, an old circuit change that', () => {
    const second: Change[] = outlet(wings('c', 72, { circuitId: 'own' }), 'b');
    const two = own({}, 'single-15');
    expect([
      told(own({}, 'single-15'), 'receptacle-rating'),
      told(own({}, 'duplex-15'), 'receptacle-rating'),
      told({ ...two, changes: [...two.changes, ...second] }, 'receptacle-rating', 'b-d'),
      told(smallJob({ old: 'none' }, outlet(wings('b', 56), 'a', {}, 'single-15')), 'receptacle-rating'),
    ].map((x) => x[0]!.split(' ')[0])).toEqual(['stop', 'ok', 'ok', 'ok']); // prettier-ignore
  });
});

describe('what is in an old box', () => {
  const old = (part: Facts['old'], changes: Change[] = planned()) => smallJob({ old: part }, changes);
  it('sound: nothing; worn, scorched, not looked at: each said, with a new one', () => {
    expect([undefined, 'worn', 'scorched', 'sound'].map((condition) => told(old({ condition: condition as never }), 'device-state', 'a-d'))).toEqual([['can’t tell feed.deviceUnseen'], ['caution feed.worn'], ['stop feed.scorched'], []]); // prettier-ignore
    for (const condition of ['worn', 'scorched'] as const) {
      const [fresh] = remediesOf(old({ condition }), 'device-state');
      expect([fresh!.id, fresh!.title]).toEqual(['renew-a-d', 'Put in a new tamper-resistant one']);
      expect(putBy(fresh!)).toMatchObject({ id: 'renew-a-d', do: 'replace-device', deviceId: 'a-d', title: 'New receptacle in box a', device: { condition: 'sound', tamperResistant: true } }); // prettier-ignore
    }
    const [lever] = remediesOf(old({ kind: 'switch-15', condition: 'worn' }), 'device-state');
    expect([lever!.title, putBy(lever!)]).toMatchObject(['Put in a new one', { title: 'New switch, 15 A in box a' }]);
    expect((putBy(lever!) as Extract<Change, { do: 'replace-device' }>).device).not.toHaveProperty('tamperResistant', undefined);
  });
  it('one that the plan replaces is not spoken of; one that it takes out gets no second way out', () => {
    const renewal: Change = { id: 'new-a', title: 'New', do: 'replace-device', deviceId: 'a-d', device: device('a', 'duplex-15', { tamperResistant: true }) }; // prettier-ignore
    expect(told(old({ condition: 'scorched' }, planned({}, renewal)), 'device-state')).toEqual([]);
    const out: Change = { id: 'out', title: 'Out', do: 'remove-device', deviceId: 'a-d' };
    expect(remediesOf(old({ condition: 'scorched' }, planned({}, out)), 'device-state')).toEqual([]);
  });
  it('the new face of a renewal is judged where it is; cured, the renewal is altered and keeps its name', () => {
    const renewal: Change = { id: 'new-a', title: 'Mine', do: 'replace-device', deviceId: 'a-d', device: device('a', 'duplex-15') };
    const job = smallJob({}, [renewal]);
    expect(putBy(remediesOf(job, 'tamper', 'a-d')[0]!)).toMatchObject({ id: 'new-a', title: 'Mine', do: 'replace-device', device: { tamperResistant: true } }); // prettier-ignore
    // an old face in a box that is only moved is exchanged while it is open
    const moved = smallJob({ old: { tamperResistant: undefined } }, [renew(siteOf(), 'a')]);
    expect(putBy(remediesOf(moved, 'tamper', 'a-d')[0]!)).toMatchObject({ id: 'renew-a-d', title: 'New receptacle in box a', do: 'replace-device', deviceId: 'a-d' }); // prettier-ignore
    // the old face of a box that feeds is no matter of this rule
    expect(rules(smallJob(), 'tamper')).toEqual(['b-d']);
  });
  it('a switch box feeds only with an always-hot and a neutral in it (404.2(C))', () => {
    const of = (a: Facts['a'], changes = planned()) => told(smallJob({ a, old: { kind: 'switch-15' } }, changes), 'switch-box');
    expect([of({ holds: 'switch' }), of({ holds: 'switch', switchHas: 'switch loop' }), of({ holds: 'switch', switchHas: 'hot and neutral' }), of({ holds: 'receptacle' })]).toEqual([['can’t tell feed.loopUnknown'], ['stop feed.loop'], ['ok feed.loopNot'], []]); // prettier-ignore
    // a box that feeds nothing new is asked nothing
    expect(of({ holds: 'switch' }, [renew(siteOf(), 'a', { holds: 'switch' })])).toEqual([]);
  });
});

describe('a circuit of its own', () => {
  it('is judged by its panel; what is judged of its boxes and its cable is said once', () => {
    const all = findings(own(), 'circuit-load').length + findings(own(), 'conductor-breaker').length + findings(own(), 'arc-fault').length;
    expect([all, rules(own(), 'may-tap'), rules(own(), 'shared-neutral')]).toEqual([3, [], []]);
    expect(rules(smallJob(), 'breaker-space' as never)).toEqual([]);
  });
  it('asks for an arc-fault breaker where a room of it does, by what is said of its protection', () => {
    expect([own({ arcFault: 'breaker' }), own({ arcFault: 'none' }), own()].map((j) => told(j, 'arc-fault')[0]!.split(' ')[0])).toEqual(['ok', 'stop', 'can’t']); // prettier-ignore
  });
});
