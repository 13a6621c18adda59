/** Ring finals by the UK book: what explains the readings, many faults from one factorisation, beside factoring each anew; the findings of a ring. */
import { faultReadings, finalFindings, predicted, readingLines, ringFaults, ringSearch } from '@saddle/core/finals';
import { larchCottage } from '@saddle/core/demo';
import { figure, median, SMOKE } from './timing.mjs';

export function finalsFigures() {
  const [ring] = larchCottage.site.finals;
  const { incoming } = larchCottage;
  const lengths = new Map(ring.runs.map((r) => [r.id, r.length.mm]));
  const faults = ringFaults(ring).slice(0, SMOKE ? 10 : undefined);
  const once = { rounds: 5, calls: 1 };
  const quick = median(() => {
    const read = faultReadings(ring, lengths, incoming);
    for (const f of faults) read(f);
  }, once);
  const anew = median(() => faults.forEach((f) => predicted(ring, lengths, incoming, [f])), once);
  const sheet = median(() => readingLines(ring, incoming), once);
  return [
    figure('finals.faults', quick, `${faults.length} faults of ${ring.points.length} points, each factored anew`, anew),
    figure('finals.explain', median(() => ringSearch(ring, incoming), once), 'one sheet of readings judged', sheet),
    figure('finals.findings', median(() => finalFindings(ring, incoming), once), 'one sheet of readings judged', sheet),
  ]; // prettier-ignore
}
