/** The search for what doesn’t work: where it was noticed, what was noticed, and every test that was made since. */
import * as z from 'zod';
import { Id, Instant } from './known.js';

export const COMPLAINTS = ['dead', 'half dead', 'low', 'trips at once', 'will not reset', 'plug falls out', 'tester'] as const;
export const Complaint = z.enum(COMPLAINTS);
export type Complaint = z.infer<typeof Complaint>;
export const COMPLAINT_WORDS: Record<Complaint, string> = {
  dead: 'nothing works in it',
  'half dead': 'one half works, the other doesn’t',
  low: 'lamps are dim or flicker in it',
  'trips at once': 'the breaker opens as soon as it is on',
  'will not reset': 'the protective device won’t stay on',
  'plug falls out': 'plugs sit loose in it',
  tester: 'it works, but a tester finds something wrong',
};

/** Signs that end the search (handbook 25): leave it off, and call somebody. */
export const STOP_SIGNS = ['heat', 'smell', 'scorching', 'buzzing', 'tingling', 'lights brighten elsewhere', 'water'] as const;
export const StopSign = z.enum(STOP_SIGNS);
export type StopSign = z.infer<typeof StopSign>;

/** One test that was made, and what came of it; the search knows both by these keys. */
export const SearchReading = z.strictObject({
  id: Id,
  test: z.string().min(1).max(120),
  outcome: z.string().min(1).max(60),
  at: Instant,
});
export type SearchReading = z.infer<typeof SearchReading>;

export const Search = z.strictObject({
  /** the box where it was noticed */
  boxId: Id,
  /** absent: nobody said yet what is wrong */
  complaint: Complaint.optional(),
  signs: z.array(StopSign).max(STOP_SIGNS.length),
  /** whether signs were asked for at all */
  signsAsked: z.boolean().optional(),
  readings: z.array(SearchReading).max(200),
});
export type Search = z.infer<typeof Search>;
