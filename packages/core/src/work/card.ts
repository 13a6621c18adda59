/** One activity as it is shown at the wall: its drawing, its lines, what is read aloud, what a reading that isn’t dead may be. */
import { judgeProofReading } from './gates.js';
import type { ProofKey } from './proofs.js';
import type { Step } from './step.js';
import type { TimeKind } from './times.js';

/** Work at the finish or the framing is drawn on the wall, work inside a box on the box opened flat. */
const ON_THE_WALL: readonly TimeKind[] = ['mark out', 'cut drywall', 'set a box', 'free a nailed box', 'fish in a bay', 'look inside'];
const IN_THE_BOX: readonly TimeKind[] = ['strip, splice, land', 'open and take apart', 'mount device and plate', 'lampholder'];

export type CardDrawing = { kind: 'wall'; wallId: string; boxId?: string } | { kind: 'box'; boxId: string };

/** The drawing that goes with a step; undefined where words do. */
export function drawingOf(step: Step): CardDrawing | undefined {
  const { place } = step;
  const is = (kinds: readonly TimeKind[]): boolean => step.time.some((t) => kinds.includes(t.kind));
  if (place?.boxId !== undefined && is(IN_THE_BOX)) return { kind: 'box', boxId: place.boxId };
  if (place?.wallId !== undefined && is(ON_THE_WALL))
    return { kind: 'wall', wallId: place.wallId, ...(place.boxId === undefined ? {} : { boxId: place.boxId }) };
  return undefined;
}

/** More lines than this are shown one after the other, large. */
export const FEW_LINES = 3;

/** What is read aloud: the title, what to do, what bears on it. */
export const spoken = (step: Step): string => [step.title, ...step.says, ...step.cautions].map((s) => s.replace(/\.?$/, '.')).join(' ');

/**
 * What a target that isn’t dead may be, the likeliest first; never a way past it. Empty while the readings are dead or missing.
 * Common practice.
 */
export function notDeadIs(readings: Partial<Record<ProofKey, { volts: number }>>, { uk }: { uk?: true } = {}): string[] {
  const at = (key: ProofKey): 'dead' | 'stray' | 'live' | undefined => {
    const volts = readings[key]?.volts;
    if (volts === undefined) return undefined;
    const { verdict } = judgeProofReading(key, { volts, at: '', where: '' });
    return verdict === 'ok' ? 'dead' : verdict === 'stop' ? 'live' : 'stray';
  };
  const [hn, hg, ng] = [at('hotNeutral'), at('hotGround'), at('neutralGround')];
  if (![hn, hg, ng].some((r) => r === 'live' || r === 'stray')) return [];
  if (uk) return ukNotDead(hn, hg, ng);
  if (ng === 'live')
    return [
      'The white carries voltage: it shares its neutral with a circuit that is still on, or its neutral is open and a load feeds it.',
      'It may be used as a hot: behind a switch, or by a second feed.',
      'Find the other breaker at the panel; tied handles go off together.',
    ];
  if (hg === 'live' && hn !== 'live')
    return [
      'Hot to ground is live and hot to neutral is not: the neutral is open. It is as live as any other.',
      'The breaker that feeds it is another one.',
    ];
  if (hn === 'live' || hg === 'live')
    return [
      'The wrong breaker is off: directories are often wrong. Find it by switching one after the other, or with a finder.',
      'A second circuit is in this box: two cables from the panel, or two breakers with a shared neutral.',
      'It is fed from somewhere else: a generator, a battery, a switch loop from another circuit.',
    ];
  return [
    'A few volts on a high-impedance meter may be coupled from a cable beside it: read again with a low-impedance tester, or with a lamp as load.',
    'If they stay under load, it is fed: find by what.',
  ];
}

type Found = 'dead' | 'stray' | 'live' | undefined;
/** The same in the words of the UK: lighting circuits lend neutrals, and rings are joined by mistake. */
function ukNotDead(ln: Found, le: Found, ne: Found): string[] {
  if (ne === 'live')
    return [
      'The neutral carries voltage: it is borrowed from another circuit that is still on, or it is open and a load feeds it.',
      'Do not separate it. Find the other breaker, or turn the main switch off.',
    ];
  if (le === 'live' && ln !== 'live')
    return [
      'Line to earth is live and line to neutral is not: the neutral is open. It is as live as any other.',
      'The breaker that feeds it is another one.',
    ];
  if (ln === 'live' || le === 'live')
    return [
      'The wrong breaker is off: labels are often wrong. Plug a lamp in and switch one after the other.',
      'Two rings are joined, or a second circuit comes into this box: the main switch off, and read again.',
      'It is fed from somewhere else: solar cells on the roof, a battery, a generator.',
    ];
  return [
    'A few volts may be coupled from a cable beside it: an approved two-pole indicator loads it and tells.',
    'If they stay under load, it is fed: find by what.',
  ];
}
