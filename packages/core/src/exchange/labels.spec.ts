/** Labels of the sample house: what a person at the box or the breaker has to know, and nothing that was not found out. */
import { describe, expect, it } from 'vitest';
import { nineBreakers } from '../../fixtures/nineBreakers.js';
import type { House } from '../model/index.js';
import { putSubpanel, startSubpanel } from '../panel/index.js';
import { LABEL_MM, labelsOf } from './index.js';

const label = (house: House, id: string) => labelsOf(house).find((l) => l.id === id)!;

describe('labels', () => {
  it('a box: its circuit and rating, its room, from where and to where', () => {
    expect(label(nineBreakers, 'box-hall-box')).toEqual({
      ...{ id: 'box-hall-box', kind: 'box', head: 'Hall box', path: '/houses/quince-street-14/boxes/hall-box' },
      lines: ['circuit 4, 15 A', 'hall', 'from panel; on to parlour'],
    });
  });
  it('what nobody found out says so', () => {
    const site = nineBreakers.site;
    const blind: House = {
      ...nineBreakers,
      site: {
        ...site,
        boxes: site.boxes.map((b) => (b.id === 'hall-box' ? { ...b, circuitId: undefined } : b)),
        circuits: site.circuits.map((c) => (c.id === 'c5' ? { ...c, breakerA: undefined } : c)),
        cables: site.cables.map((c) => ({ ...c, direction: 'unknown' as const })),
      },
    };
    expect(label(blind, 'box-hall-box').lines).toEqual([
      'circuit not found out',
      'hall',
      expect.stringMatching(/panel.*: direction not known$/),
    ]);
    expect(labelsOf(blind, 'breakers').find((l) => l.lines[0] === site.circuits.find((c) => c.id === 'c5')!.name)!.head).toBe(
      '5 · rating not read',
    );
  });
  it('breakers stand behind their panel, a subpanel’s say in which one they are and open it', () => {
    let site = startSubpanel(nineBreakers.site, 'shed-panel', 'Shed panel', 4);
    site = putSubpanel(site, 'shed-panel', {
      fedBy: nineBreakers.site.panel!.breakers[7]!.id,
      breakers: [{ id: 's1', circuitId: 'cs', space: 1, poles: 1 }],
      notLooked: undefined,
    });
    site = { ...site, circuits: [...site.circuits, { id: 'cs', number: '1', name: 'bench', voltsNominal: 120, breakerA: 20 }] };
    const labels = labelsOf({ ...nineBreakers, site }, 'breakers');
    expect(labels.map((l) => l.kind)).toEqual(['panel', ...Array<string>(9).fill('breaker'), 'panel', 'breaker']);
    const [panel, breaker] = labels.slice(-2);
    expect([panel!.head, panel!.lines[0]!.replace(/\d+/, 'n'), panel!.lines[1]]).toEqual([
      'Shed panel',
      'fed by breaker n, Utility room panel',
      'lugs live until that is off',
    ]);
    expect([breaker!.head, breaker!.lines, breaker!.path]).toEqual([
      '1 · 20 A',
      ['bench', 'space 1, Shed panel'],
      '/houses/quince-street-14/panel?space=1&of=shed-panel',
    ]);
    expect(labels[0]!.lines).toEqual(['main breaker 100 A', 'its service lugs stay live']);
  });
  it('three by eight stand on Letter and on A4, and a code is large enough for a phone (15 mm and more, common practice)', () => {
    for (const [width, height] of [[215.9, 279.4], [210, 297]] as const) {
      expect(LABEL_MM.width * LABEL_MM.columns).toBeLessThan(width);
      expect(LABEL_MM.height * LABEL_MM.rows).toBeLessThan(height - 20);
    } // prettier-ignore
    expect(LABEL_MM.qr).toBeGreaterThanOrEqual(15);
    expect(LABEL_MM.qr).toBeLessThan(LABEL_MM.height);
  });
});
