/** Ways of working on which good people differ (handbook 13). Where code takes either, the choice is the person's. */
import * as z from 'zod';
import { strict } from './known.js';

export const Schools = strict({
  device: z.enum(['pigtail', 'feed-through']),
  terminals: z.enum(['side screw', 'clamp plate', 'push-in']),
  splice: z.enum(['pre-twisted twist-on', 'plain twist-on', 'push-in', 'lever']),
  freeEnds: z.enum(['code minimum', '6 + 1', '8 in']),
  sheath: z.enum(['1/4', 'up to 1 in']),
  outage: z.enum(['new side first', 'off at the start']),
  pigtailIn: z.literal([6, 8, 10]),
  tape: z.boolean(),
  height: z.enum(['match existing', 'preferred height']),
  receptacleOn20A: z.enum(['15 A', '20 A']),
  plateScrews: z.enum(['slots vertical', 'as they fall']),
  mount: z.enum(['old-work with wings', 'stud-mounted metal']).default('old-work with wings'),
  saw: z.enum(['hand saw', 'multi-tool', 'rotary with depth set']).default('hand saw'),
  compound: z.enum(['setting, same day', 'premixed, overnight']).default('premixed, overnight'),
  oldBox: z.enum(['out', 'left in the bay']).default('out'),
});
export type Schools = z.infer<typeof Schools>;

export const DEFAULT_SCHOOLS: Schools = {
  device: 'pigtail',
  terminals: 'side screw',
  splice: 'plain twist-on',
  freeEnds: '6 + 1',
  sheath: '1/4',
  outage: 'new side first',
  pigtailIn: 6,
  tape: false,
  height: 'match existing',
  receptacleOn20A: '15 A',
  plateScrews: 'slots vertical',
  mount: 'old-work with wings',
  saw: 'hand saw',
  compound: 'premixed, overnight',
  oldBox: 'out',
};

/** The same of the UK trade (common practice; the book takes either). */
export const UkSchools = strict({
  /** the new side is made while the house has power, or everything is off from the start */
  outage: z.enum(['new side first', 'off at the start']),
  /** metal box that nobody chose, mm */
  boxDepth: z.literal([25, 35, 47]),
  hole: z.enum(['chain drill', 'box sinker']),
  chaser: z.enum(['hammer and chisel', 'wall chaser']),
  /** what lies over a cable in its chase */
  over: z.enum(['capping', 'oval conduit', 'plaster alone']),
  filler: z.enum(['bonding and finish', 'one coat']),
  onSurface: z.enum(['mini-trunking', 'conduit with singles']),
  joists: z.enum(['holes', 'notches']),
  joint: z.enum(['maintenance-free connector', 'crimp']),
  /** conductors that share a terminal */
  ends: z.enum(['side by side', 'twisted']),
  socket: z.enum(['switched', 'unswitched']),
  /** cable that stands out at each box, mm */
  spareMm: z.literal([150, 200]),
});
export type UkSchools = z.infer<typeof UkSchools>;
export const DEFAULT_UK_SCHOOLS: UkSchools = {
  outage: 'new side first',
  boxDepth: 35,
  hole: 'chain drill',
  chaser: 'hammer and chisel',
  over: 'capping',
  filler: 'bonding and finish',
  onSurface: 'mini-trunking',
  joists: 'holes',
  joint: 'maintenance-free connector',
  ends: 'side by side',
  socket: 'switched',
  spareMm: 150,
};
