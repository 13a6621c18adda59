/** What a printed sheet is asked for with. */
import type { LengthUnit } from '@saddle/core/measure';
import { OWN_ZONE } from '../words/own-clock';

export type PaperSize = 'letter' | 'a4';
/** The paper that is in the printer where lengths are said so. */
export const paperOf = (unit: LengthUnit): PaperSize => (unit === 'in' ? 'letter' : 'a4');
/** Query of a sheet that bears its day: its paper, and the zone by whose clock the day is told. */
export const dated = (paper: PaperSize): string => `paper=${paper}&zone=${encodeURIComponent(OWN_ZONE)}`;
