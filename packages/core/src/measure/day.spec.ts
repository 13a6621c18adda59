/** Days by the clock of a place: UTC less five hours in Chicago’s summer, six in its winter, half past five ahead in Kolkata (tz database, memory). */
import { describe, expect, it } from 'vitest';
import { dayIn } from './day.js';

describe('the day of an instant', () => {
  it('is that of the place, not of Greenwich', () => {
    const chicago = dayIn('America/Chicago');
    expect(['2026-11-27T05:59:59Z', '2026-11-27T06:00:00Z'].map(chicago)).toEqual(['2026-11-26', '2026-11-27']);
    expect(['2026-07-01T04:59:59Z', '2026-07-01T05:00:00Z'].map(chicago)).toEqual(['2026-06-30', '2026-07-01']);
    expect(['2026-11-27T18:29:00Z', '2026-11-27T18:30:00Z'].map(dayIn('Asia/Kolkata'))).toEqual(['2026-11-27', '2026-11-28']);
    expect(dayIn('UTC')('2026-01-05T23:59:59.999Z')).toBe('2026-01-05');
  });
  it('a zone that there is not', () => expect(() => dayIn('Mars/Olympus')).toThrow(RangeError));
});
