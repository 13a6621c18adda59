/** The five readings of a proof of dead, in their order and by their names. */
import type { Target } from './step.js';

export const PROOF_ORDER = ['testerBefore', 'hotNeutral', 'hotGround', 'neutralGround', 'testerAfter'] as const;
export type ProofKey = (typeof PROOF_ORDER)[number];
export const PROOF_LABELS: Record<ProofKey, string> = {
  testerBefore: 'Tester on a live source',
  hotNeutral: 'Target, hot to neutral',
  hotGround: 'Target, hot to ground',
  neutralGround: 'Target, neutral to ground',
  testerAfter: 'Tester on the live source again',
};

/** The same by the UK way: an approved voltage indicator, on its proving unit or on a source known to be live (GS 38; memory). */
const UK_PROOF_LABELS: Record<ProofKey, string> = {
  testerBefore: 'Indicator on its proving unit',
  hotNeutral: 'Point of work, line to neutral',
  hotGround: 'Point of work, line to earth',
  neutralGround: 'Point of work, neutral to earth',
  testerAfter: 'Indicator on its proving unit again',
};
export const proofLabel = (key: ProofKey, { uk }: Pick<Target, 'uk'>): string => (uk ? UK_PROOF_LABELS : PROOF_LABELS)[key];
