/** The directory to stick in the panel's door, as blocks of content. */
import type { House } from '../model/index.js';
import { directoryFaults, directoryRows, freeSpaces } from '../panel/index.js';
import type { JobSheet, SheetBlock } from './jobSheet.js';

/** A house's directory; one that has no panel yet says so. */
export function directorySheet(house: House): JobSheet {
  const { panel } = house.site;
  const rows = directoryRows(house.site, house.edition);
  const faults = directoryFaults(house.site, house.edition);
  const blocks: SheetBlock[] = [];
  if (!panel) blocks.push({ kind: 'text', text: 'Nobody noted the panel of this house yet.' });
  else {
    blocks.push({
      kind: 'table',
      columns: ['Space', 'Breaker', 'Feeds', 'Protection', 'Found out'],
      widths: [0.11, 0.12, 0.43, 0.14, 0.2],
      rows: rows.map((r) => [
        r.spaces,
        r.ratingA === undefined ? 'rating?' : `${r.ratingA} A`,
        [`${r.number} · ${r.name}`, r.feeds, r.reserved && r.reserved !== 'not found out' ? `kept for ${r.reserved}` : '']
          .filter(Boolean)
          .join(' — '),
        r.protection === 'none' ? '' : r.protection,
        r.found || 'not yet',
      ]),
    });
    blocks.push({
      kind: 'text',
      text: [
        panel.mainA === undefined ? 'Main breaker: rating not read.' : `Main breaker: ${panel.mainA} A.`,
        `Free: ${freeSpaces(panel).join(', ') || 'none'}.`,
        panel.notLooked?.length ? `Nobody looked whether something stands in: ${panel.notLooked.join(', ')}.` : '',
        panel.covered.length ? `Covered, nobody looked behind: ${panel.covered.join(', ')}.` : '',
      ]
        .filter(Boolean)
        .join(' '),
    });
    for (const f of faults) blocks.push({ kind: 'caution', text: `Space ${f.space}: ${f.says}.` });
    blocks.push({
      kind: 'caution',
      text: 'With the main off the service lugs stay live. A breaker that is off proves nothing: test before you touch.',
    });
  }
  return {
    title: panel?.name ?? 'Panel',
    subtitle: `${house.name} · rules ${house.edition}`,
    foot: 'What was not found out says so. Keep it true: change it when a circuit changes.',
    blocks,
  };
}
