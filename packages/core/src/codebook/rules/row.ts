/** What a rule is, whichever book it stands in: one row says all that the program knows of it beside its judge. */
import type { Source } from '../../catalog/index.js';
import type { Stage } from '../../model/index.js';

/** Fields of a surveyed box, of a cable in it, of a device in it: what a rule may ask a person to look at. */
export const BOX_FIELDS = [
  'volume',
  'gangs',
  'depth',
  'clamps',
  'material',
  'name',
  'hangsOn',
  'condition',
  'setback',
  'screws',
  'trouble',
] as const;
export const CABLE_FIELDS = ['side', 'metal', 'sheath', 'white', 'free', 'inside', 'uses'] as const;
export const DEVICE_FIELDS = ['wired', 'state', 'circuit'] as const;
export type SurveyField = (typeof BOX_FIELDS)[number] | (typeof CABLE_FIELDS)[number] | (typeof DEVICE_FIELDS)[number];

export interface RuleRow {
  /** stage of a job where it is settled */
  stage: Stage;
  title: string;
  looksAt: string;
  /** clauses of the code where one book has them by number; neither these nor `source`: common practice */
  clauses?: readonly string[];
  /** where it stands, for a book that is quoted by section and by guidance */
  source?: Source;
  /** how editions differ in what is judged; absent: they don’t */
  editions?: string;
  /** fields of a surveyed box that it looks at */
  asks?: readonly SurveyField[];
  /**
   * What waits while it can’t be told. `the job`: the first cut, since it can be known with nothing opened and decides whether there is
   * a job at all; and all that connects. `connecting`: what connects to the wiring of the house.
   */
  decides?: 'the job' | 'connecting';
  /** speaks of the feed, though it is settled at another stage */
  ofFeed?: true;
  /** its figures follow from the way of the cable: nothing is said of it while ways are searched */
  byWay?: true;
  /** what an ok of it rests on: none where that is only taken */
  restsOn?: readonly ('size' | 'length')[];
  /** what ends a stop that nothing in the plan cures by one click */
  wayOn?: string;
}
