/** Heights, in words. */
import { phrases } from '../phrases.js';

export const heightWords = phrases('heights', {
  nothingToMatch: () => 'no other box in the room to match: your preferred height stands',
  level: () => 'level with the room’s boxes',
  notLevel: () => 'not level with the room’s boxes',
  reached: () => 'within accessible reach',
  outsideReach: () => 'outside the usual accessible reach of 15 to 48 in; homes are not bound by it',
  counterLow: () => 'low enough above the counter to count',
  counterHigh: () => 'over 20 in above the counter: it does not count as a counter receptacle',
});
