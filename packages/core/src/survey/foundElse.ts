/** Found at the wall and other than surveyed: the survey takes it over as far as it was seen, and everything is judged anew. */
import { inches } from '../measure/index.js';
import { boxRect, finishThicknessMm, type Box, type Cable, type Obstacle, type Site, type Wall } from '../model/index.js';
import { cablesIn, devicesIn } from '../wiring/index.js';

export const FOUND_ELSE = [
  { id: 'pipe', words: 'a pipe in the way', at: 'wall' },
  { id: 'duct', words: 'a duct or vent', at: 'wall' },
  { id: 'fire-block', words: 'a block across the bay', at: 'wall' },
  { id: 'cable', words: 'a cable nobody knew of', at: 'wall' },
  { id: 'third-cable', words: 'one cable more in the box', at: 'box' },
  { id: 'no-ground', words: 'no ground in the box', at: 'box' },
  { id: 'cloth', words: 'cloth insulation', at: 'box' },
  { id: 'aluminium', words: 'aluminium wires', at: 'box' },
  { id: 'scorched', words: 'a scorched device', at: 'box' },
] as const;
export type FoundElse = (typeof FOUND_ELSE)[number]['id'];

const felt = (mm: number) => ({ mm, known: 'felt' as const });

/** A thing behind the opening of a box: felt there, its depth and ends not known. */
function behind(site: Site, wall: Wall, box: Box, kind: Obstacle['kind'], id: string): Site {
  const rect = boxRect(wall, box);
  if (!rect) return site;
  const flat = kind === 'fire-block';
  const [width, middle] = [flat ? wall.framing.spacing.mm - wall.framing.studWidth.mm : inches(2), rect.centre];
  const left = Math.max(0, Math.min(middle - width / 2, wall.length.mm - width));
  const obstacle: Obstacle = {
    ...{ id, kind, x: felt(left), width: felt(width) },
    ...(flat
      ? {
          z: felt((rect.bottom + rect.top) / 2 - wall.framing.studWidth.mm / 2),
          height: felt(wall.framing.studWidth.mm),
          // a block goes from finish to finish
          behindA: felt(finishThicknessMm(wall, 'A')),
          thick: felt(wall.framing.studDepth.mm),
        }
      : { z: felt(0), height: felt(wall.height.mm) }),
  };
  return { ...site, walls: site.walls.map((w) => (w.id === wall.id ? { ...w, obstacles: [...w.obstacles, obstacle] } : w)) };
}

/**
 * The survey with what was found at a box or behind its opening. Lengths are rough until somebody measures them.
 * @param site the house as found; the box may be one that is only planned
 * @param id of what comes new into the survey
 */
export function foundElse(site: Site, what: FoundElse, box: Box, id: string): Site {
  const wall = site.walls.find((w) => w.id === box.wallId);
  const inIt = new Set(cablesIn(site, box.id).map((c) => c.cable.id));
  const eachCable = (part: Partial<Cable>): Site => ({ ...site, cables: site.cables.map((c) => (inIt.has(c.id) ? { ...c, ...part } : c)) });
  switch (what) {
    case 'pipe':
    case 'duct':
    case 'fire-block':
    case 'cable':
      return wall ? behind(site, wall, box, what, id) : site;
    case 'third-cable': {
      if (!site.boxes.some((b) => b.id === box.id)) return site;
      const n = inIt.size + 1;
      const cable: Cable = {
        ...{ id, name: `cable ${n}, found at the work`, gauge: 14, conductors: ['black', 'white'], sheath: 'nonmetallic' },
        ...{ direction: 'unknown', unbrokenIn: [], presets: ['gauge', 'conductors', 'sheath'] },
        ends: [{ label: `elsewhere ${n}` }, { boxId: box.id, label: box.name }],
      };
      return { ...site, cables: [...site.cables, cable] };
    }
    case 'no-ground':
      return eachCable({ ground: 'none' });
    case 'cloth':
      return eachCable({ sheath: 'cloth' });
    case 'aluminium':
      return eachCable({ metal: 'aluminium' });
    case 'scorched': {
      const devices = new Set(devicesIn(site, box.id).map((d) => d.id));
      return { ...site, devices: site.devices.map((d) => (devices.has(d.id) ? { ...d, condition: 'scorched' as const } : d)) };
    }
  }
}

/** What can be found at a box: what lies in the wall at any, what is in a box only where it was there before. */
export const canBeFound = (site: Site, box: Box): (typeof FOUND_ELSE)[number][] =>
  FOUND_ELSE.filter((f) => f.at === 'wall' || site.boxes.some((b) => b.id === box.id));
