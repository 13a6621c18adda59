/** The search for what doesn’t work: where it was noticed, what was noticed, and every test that was made since. */
import * as z from 'zod';
import { Id, Instant } from './known.js';

export const COMPLAINTS = [
  'dead',
  'half dead',
  'low',
  'flickers',
  'bright',
  'trips at once',
  'trips after a while',
  'trips when plugged in',
  'will not reset',
  'plug falls out',
  'live though off',
  'tester',
] as const;
export const Complaint = z.enum(COMPLAINTS);
export type Complaint = z.infer<typeof Complaint>;
export const COMPLAINT_WORDS: Record<Complaint, string> = {
  dead: 'nothing works in it',
  'half dead': 'one half works, the other doesn’t',
  low: 'lamps are dim in it',
  flickers: 'it flickers, or comes and goes',
  bright: 'lamps are brighter than they should be, or bright here and dim there',
  'trips at once': 'it trips as soon as it is on',
  'trips after a while': 'it trips after a while',
  'trips when plugged in': 'it trips when something is plugged in',
  'will not reset': 'the protective device won’t stay on',
  'plug falls out': 'plugs sit loose in it',
  'live though off': 'it stays live with its breaker off',
  tester: 'it works, but a tester finds something wrong',
};

/** Since when it is so. */
export const SINCE = ['today', 'weeks', 'always'] as const;
export const Since = z.enum(SINCE);
export type Since = z.infer<typeof Since>;
export const SINCE_WORDS: Record<Since, string> = {
  today: 'since today',
  weeks: 'for days or weeks, by and by',
  always: 'since we know it',
};
/** What was done shortly before. */
export const HAPPENED = ['device changed', 'hung or screwed', 'new appliance', 'storm', 'work on the house'] as const;
export const Happened = z.enum(HAPPENED);
export type Happened = z.infer<typeof Happened>;
export const HAPPENED_WORDS: Record<Happened, string> = {
  'device changed': 'an outlet or switch was changed',
  'hung or screwed': 'something was hung, nailed or screwed to a wall',
  'new appliance': 'something new was plugged in',
  storm: 'a storm, or a power cut',
  'work on the house': 'work on the house',
};
/** What is asked: what is wrong, or how the circuit runs. */
export const SEARCH_QUESTIONS = ['line', 'feeds', 'same circuit'] as const;
export const SearchQuestion = z.enum(SEARCH_QUESTIONS);
export type SearchQuestion = z.infer<typeof SearchQuestion>;
export const QUESTION_WORDS: Record<SearchQuestion, string> = {
  line: 'Which of its cables brings the power?',
  feeds: 'Which box feeds it?',
  'same circuit': 'Is it on one circuit with another box?',
};
/** Instruments that not everybody has. */
export const TESTERS = ['three-lamp tester', 'meter', 'non-contact probe', 'long lead'] as const;
export const Tester = z.enum(TESTERS);
export type Tester = z.infer<typeof Tester>;

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
  /** absent: what is wrong */
  question: SearchQuestion.optional(),
  /** the other box, where it is asked for one */
  otherBoxId: Id.optional(),
  /** readings may have been taken down wrongly: tests are asked for twice */
  unsure: z.boolean().optional(),
  since: Since.optional(),
  happened: z.array(Happened).max(HAPPENED.length).optional(),
  /** boxes that somebody worked in lately */
  touched: z.array(Id).max(40).optional(),
  /** instruments that are not at hand */
  lacks: z.array(Tester).max(TESTERS.length).optional(),
});
export type Search = z.infer<typeof Search>;
