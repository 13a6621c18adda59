/** Ways of working on which good people differ (handbook 13). Where code takes either, the choice is the person's. */
import * as z from 'zod';

export const Schools = z.strictObject({
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
