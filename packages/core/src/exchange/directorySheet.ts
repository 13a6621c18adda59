/** The directory to stick in the panel's door, as blocks of content. */
import { feederOf, PANEL, panelOf, subpanelOf, type House, type Panel, type Site, type Subpanel, usBook } from '../model/index.js';
import { directoryFaults, directoryRows, freeSpaces } from '../panel/index.js';
import type { JobSheet, SheetBlock } from './jobSheet.js';

/** How a panel is made dead: by its main, or by the breaker that feeds it. */
function mainWords(site: Site, panel: Panel, sub: Subpanel | undefined): string {
  const main = panel.mainA === undefined ? 'Main breaker: rating not read.' : `Main breaker: ${panel.mainA} A.`;
  if (!sub) return main;
  const feeder = feederOf(site, sub);
  const fed = feeder
    ? `Fed by breaker ${feeder.circuit.number} of the ${panelOf(site, feeder.at)!.name}${feeder.circuit.breakerA ? `, ${feeder.circuit.breakerA} A` : ''}.`
    : 'Which breaker feeds it was not found out.';
  return sub.main === 'lugs' ? `${fed} No main of its own.` : sub.main === 'breaker' ? `${fed} ${main}` : fed;
}

/** A panel’s directory; a house that has none yet says so. */
export function directorySheet(house: House, panelId = PANEL): JobSheet {
  const panel = panelOf(house.site, panelId);
  const sub = subpanelOf(house.site, panelId);
  const rows = directoryRows(house.site, usBook(house), panelId);
  const faults = directoryFaults(house.site, usBook(house), panelId);
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
        mainWords(house.site, panel, sub),
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
      text: `${sub ? 'The feeder’s lugs stay live until the breaker that feeds this panel is off.' : 'With the main off the service lugs stay live.'} A breaker that is off proves nothing: test before you touch.`,
    });
  }
  return {
    title: panel?.name ?? 'Panel',
    subtitle: `${house.name} · rules ${house.edition}`,
    foot: 'What was not found out says so. Keep it true: change it when a circuit changes.',
    blocks,
  };
}
