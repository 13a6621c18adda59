/** The directory of a panel: what is printed to stick in its door, and what goes out as a table. */
import { type Circuit, type Edition, editionYear, PANEL, panelOf, type Site, spacesOf, subpanelsOf } from '../model/index.js';
import { circuitSheet } from './loads.js';
import { legsOf } from './spaces.js';

export interface DirectoryRow {
  /** `7`, or `9 · 11` for a two-pole breaker */
  spaces: string;
  space: number;
  leg: string;
  number: string;
  name: string;
  ratingA: number | undefined;
  protection: string;
  type: string;
  /** rooms and boxes that it feeds, as far as that was found out */
  feeds: string;
  reserved: string;
  found: string;
}

/** What stands ahead of everything on the circuit. */
export const protectionWords = ({ arcFault, groundFault }: Pick<Circuit, 'arcFault' | 'groundFault'>): string =>
  [arcFault === 'breaker' ? 'arc-fault' : '', groundFault === 'breaker' ? 'ground-fault' : ''].filter(Boolean).join(' and ') || 'none';

export const reservedWords = (circuit: Circuit): string =>
  circuit.reservedFor === undefined ? 'not found out' : circuit.reservedFor === 'none' ? '' : circuit.reservedFor.replace(/-/g, ' ');

/** Every breaker of a panel from the top left, as one walks down the spaces. */
export function directoryRows(site: Site, edition: Edition, panelId = PANEL): DirectoryRow[] {
  return [...(panelOf(site, panelId)?.breakers ?? [])]
    .sort((a, b) => a.space - b.space)
    .flatMap((breaker) => {
      const circuit = site.circuits.find((c) => c.id === breaker.circuitId);
      if (!circuit) return [];
      const sheet = circuitSheet(site, circuit, edition);
      const rooms = [...new Set(sheet.boxes.map((b) => b.room).filter(Boolean))];
      return [
        {
          spaces: spacesOf(breaker).join(' · '),
          space: breaker.space,
          leg: legsOf(breaker).join(' '),
          number: circuit.number,
          name: circuit.name,
          ratingA: circuit.breakerA,
          protection: protectionWords(circuit),
          type: breaker.type ?? '',
          feeds: [
            ...subpanelsOf(site)
              .filter((p) => p.fedBy === breaker.id)
              .map((p) => p.name),
            ...rooms.map(
              (room) =>
                `${room}: ${sheet.boxes
                  .filter((b) => b.room === room)
                  .map((b) => b.name)
                  .join(', ')}`,
            ),
          ].join('; '),
          reserved: reservedWords(circuit),
          found: [circuit.foundHow, circuit.foundOn].filter(Boolean).join(', '),
        },
      ];
    });
}

/** What 408.4 asks of a directory: each circuit's purpose told apart from every other, and none by somebody's name. */
export function directoryFaults(site: Site, edition: Edition, panelId = PANEL): { space: number; says: string }[] {
  const rows = directoryRows(site, edition, panelId);
  return rows.flatMap((row) => {
    const same = rows.filter((r) => r.name.trim().toLowerCase() === row.name.trim().toLowerCase());
    const says = [
      ...(same.length > 1 ? [`“${row.name}” stands at ${same.map((r) => r.spaces).join(' and ')}: each has to be told apart (408.4)`] : []),
      ...(/^(spare|unknown|\?+)$/i.test(row.name.trim()) ? ['what it feeds is not said'] : []),
      ...(editionYear(edition) >= 2017 && /’s room$|'s room$/.test(row.name)
        ? ['a room goes by its use, not by who sleeps in it (408.4)']
        : []),
    ];
    return says.map((text) => ({ space: row.space, says: text }));
  });
}
