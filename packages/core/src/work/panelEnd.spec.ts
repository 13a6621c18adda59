/**
 * The panel's own end of a new circuit, another breaker for one that is there, a protective receptacle as the first outlet: in a den and a shop
 * with a panel of eight spaces. Words by common practice; NEC 312.5(C) from memory.
 */
import { describe, expect, it } from 'vitest';
import { workOf, type Work } from '../ledger/index.js';
import { inches } from '../measure/index.js';
import type { Change, Circuit, Site } from '../model/index.js';
import { siteWith, sub } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { isolationsOf } from './isolation.js';
import { panelSide, protectFirst, swapBreakers } from './panelEnd.js';
import { cable, device, jobAt, renew } from '../panel/smallJob.testing.js';
import type { Draft, Target } from './step.js';

const DEAD: Target = { key: 'panel', words: 'the panel', off: 'off', prove: 'prove-dead', on: 'on', sole: true };
const kinds = (d: Draft): string => d.time.map((t) => `${t.kind}${t.count === 1 ? '' : ` × ${t.count}`}`).join(', ');
const site = (part: Parameters<typeof siteWith>[0] = {}): Site => siteWith({ boxes: [boxOn('one', 'e', 20, { circuitId: 'c1' }), boxOn('three', 's', 30, { circuitId: 'c3' })], cables: [cable('k1', 'one'), cable('k3', 'three')], devices: [device('one'), device('three')], loads: [], ...part }); // prettier-ignore
const work = (changes: Change[], at = site()): Work => workOf(jobAt(at, changes));
const own = (circuit: Partial<Circuit> = {}, more: object = {}): Change =>
  ({ id: 'own', title: 'New circuit', do: 'add-breaker', circuit: { id: 'c5', number: '5', name: 'kiln', voltsNominal: 120, breakerA: 20, ...circuit }, breaker: { id: 'b5', circuitId: 'c5', space: 2, poles: 1 }, ...more }) as Change; // prettier-ignore
const alter = (id: string, withWhat: Partial<Circuit>): Change => ({ id: `alter-${id}-${Object.keys(withWhat)[0]!}`, title: 'Protect it', do: 'alter-circuit', circuitId: id, with: withWhat }); // prettier-ignore
/** Circuit 3 hangs on a subpanel that breaker 1 feeds. */
const behindSub = (): Site => {
  const at = site({ subpanels: [{ ...sub({ breakers: [{ id: 'sb', circuitId: 'c3', space: 1, poles: 1 }] }), fedBy: 'b1' }] });
  return { ...at, panel: { ...at.panel!, breakers: at.panel!.breakers.filter((b) => b.circuitId !== 'c3') } };
};
/** The cable from the panel to a new box of that circuit. */
const home = (gauge: 12 | 10): Change[] => [
  { id: 'set-new', title: 'Set it', do: 'place-box', box: boxOn('new', 'n', 30, { circuitId: 'c5' }) },
  { id: 'run-new', title: 'Run', do: 'run-cable', cable: cable('home', 'new', { gauge }) },
];

describe('a circuit of its own', () => {
  it('none planned: nothing is done at the panel', () => expect(panelSide(work([]), [DEAD], [])).toEqual([]));
  it('cable in, bars, breaker last; the sheath reaches past the clamp', () => {
    const [step, ...rest] = panelSide(work([own(), ...home(12)]), [DEAD], ['proved']);
    expect(rest).toEqual([]);
    expect([step!.id, step!.title, kinds(step!), step!.dead, step!.after, step!.place]).toEqual(['panel-connect', 'Connect in the panel, space 2', 'breaker in a panel', [DEAD], ['proved'], { words: 'panel' }]); // prettier-ignore
    expect([step!.connects, step!.alters, step!.changeIds]).toEqual([true, true, ['own']]);
    expect(step!.asks).toMatchObject([{ key: 'sheath-panel', least: inches(0.25), source: 'NEC 2020, 312.5(C) · from memory, check the adopted local code' }]); // prettier-ignore
    expect(step!.cautions).toEqual(['The service lugs stay live: nothing touches them, no tool lies above them.']);
    // permit, main and proof are steps of their own, and so are cover, main and directory
    const lines = step!.says.join(' ');
    expect(lines).not.toMatch(/permit|prove it dead|directory/i);
    expect(step!.says.length).toBeGreaterThan(2);
  });
  it('as thick as its cable; of no cable yet 12 AWG is taken; with the protection that was asked for later', () => {
    const says = (changes: Change[]) => panelSide(work(changes), [DEAD], [])[0]!.says.join(' ');
    const strip = (gauge: 12 | 10) => says([own({ breakerA: gauge === 10 ? 30 : 20 }), ...home(gauge)]);
    expect(strip(10)).not.toBe(strip(12));
    expect(says([own()])).toBe(strip(12));
    const later = panelSide(work([own(), ...home(12), alter('c5', { arcFault: 'breaker' }), alter('c1', { breakerA: 15 })]), [DEAD], []);
    expect(later[0]!.changeIds).toEqual(['own', 'alter-c5-arcFault']);
    expect(later[0]!.says.join(' ')).not.toBe(strip(12));
    expect(says([own({ groundFault: 'breaker' }), ...home(12)])).toBe(later[0]!.says.join(' '));
  });
  it('no space chosen yet is not named; in a subpanel what makes it dead is its feeder', () => {
    const { breaker: _, ...noSpace } = own() as Extract<Change, { do: 'add-breaker' }>;
    expect(panelSide(work([noSpace as Change]), [DEAD], [])[0]!.title).toBe('Connect in the panel');
    const [step] = panelSide(work([own({}, { panelId: 's' })], behindSub()), [DEAD], []);
    expect([step!.title, step!.place]).toEqual(['Connect in the shop panel, space 2', { words: 'shop panel' }]);
    expect(step!.cautions[0]).toMatch(/^Dead only as long as .* stays off and locked\.$/);
  });
  it('breakers of other circuits are set while the cover is off', () => {
    const steps = panelSide(work([own(), alter('c1', { arcFault: 'breaker' })]), [DEAD], []);
    expect(steps.map((d) => d.id)).toEqual(['panel-connect', 'swap-breaker']);
  });
});

describe('another breaker for a circuit that is there', () => {
  it('arc-fault or ground-fault, one after another, behind the main', () => {
    const steps = swapBreakers(work([alter('c1', { arcFault: 'breaker' }), alter('c3', { groundFault: 'breaker' }), alter('c3', { breakerA: 15 })]), [DEAD]); // prettier-ignore
    expect(steps.map((d) => [d.id, d.title, kinds(d), d.dead, d.changeIds, d.connects, d.alters])).toEqual([
      ['swap-breaker', 'Set the arc-fault breaker of circuit 1', 'breaker in a panel', [DEAD], ['alter-c1-arcFault'], true, true],
      ['swap-breaker-2', 'Set the ground-fault breaker of circuit 3', 'breaker in a panel', [DEAD], ['alter-c3-groundFault'], true, true],
    ]);
    expect(steps[0]!.says[0]).toBe('With the main off and both bus bars proved dead: the old breaker’s terminal dead too.');
    expect(steps[0]!.says.at(-1)).toMatch(/^Cover on before the main\./);
    expect(steps[0]!.cautions[0]).toMatch(/^The service lugs and the wires to them stay live with the main off/);
    expect(swapBreakers(work([alter('gone', { arcFault: 'breaker' })]), [])[0]!.title).toBe('Set the arc-fault breaker of circuit ?');
  });
  it('in a subpanel: its feeder off, or the main; its lugs stay live behind its own main', () => {
    const [step] = swapBreakers(work([alter('c3', { arcFault: 'breaker' })], behindSub()), [DEAD]);
    expect(step!.says[0]).toMatch(/^In the shop panel, with the main or .* off and both bus bars proved dead/);
    expect(step!.says.at(-1)).toMatch(/^Cover on before its feed\./);
    expect(step!.cautions[0]).toMatch(/leaves the feeder’s lugs live/);
  });
});

describe('protection as the first outlet', () => {
  it('behind the proof of its own circuit', () => {
    const w = work([renew(site(), 'one'), alter('c3', { groundFault: 'device upstream' }), alter('c1', { arcFault: 'device upstream' })]);
    const steps = protectFirst(w, isolationsOf(w));
    expect(steps.map(({ n, draft }) => [n, draft.id, draft.title, draft.dead.map((t) => t.words), draft.after, draft.changeIds])).toEqual([
      [1, 'protect-first', 'Set the protective receptacle as the first outlet of circuit 3', ['circuit 3'], ['prove-dead-2'], ['alter-c3-groundFault']],
      [0, 'protect-first-2', 'Set the protective receptacle as the first outlet of circuit 1', ['circuit 1'], ['prove-dead'], ['alter-c1-arcFault']],
    ]); // prettier-ignore
    expect(kinds(steps[0]!.draft)).toBe('open and take apart, strip, splice, land × 2, mount device and plate');
    expect([steps[0]!.draft.connects, steps[0]!.draft.alters]).toEqual([true, true]);
  });
  it('of a circuit that nobody switches off nothing is taken for dead', () => {
    const w = work([renew(site(), 'one'), alter('c3', { groundFault: 'device upstream' })]);
    const [step] = protectFirst(w, []);
    expect([step!.n, step!.draft.dead, step!.draft.after]).toEqual([0, [], ['prove-dead']]);
    const gone = work([alter('gone', { groundFault: 'device upstream' })]);
    expect(protectFirst(gone, [])[0]!.draft.title).toMatch(/of circuit \?$/);
  });
});
