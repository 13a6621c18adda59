/** Every reading of a final circuit as a table. */
import { dueKey, howOf, mustRead, printReading, readingLines } from '../finals/index.js';
import type { Final, House } from '../model/index.js';
import { csvText } from './csv.js';

/** Every reading as a table (RFC 4180). */
export function finalCsv(house: House, final: Final): string {
  const rows = readingLines(final, house.incoming ?? {}).map((l) => [
    final.number,
    final.name,
    dueKey(l.due),
    l.due.words,
    l.due.point?.name ?? 'board',
    l.due.unit === 'seen' ? '' : l.due.unit,
    mustRead(l),
    l.reading ? printReading(l.reading, l.due.unit) : '',
    l.judged?.verdict ?? '',
    l.judged?.says ?? '',
    howOf(final, l.due.test),
  ]);
  return csvText(['way', 'circuit', 'key', 'test', 'where', 'unit', 'must read', 'read', 'judged', 'says', 'how'], rows);
}
