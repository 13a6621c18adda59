/** Rooms with a bath or shower, in words. */
import { phrases } from '../../phrases.js';

export const bathWords = phrases('uk-bath', {
  socketFar: () => 'from the bath or shower: far enough',
  socketNear: () => 'no socket within 2.5 m of the edge of a bath or shower',
  outsideZones: () => 'outside the zones of bath and shower',
  zoneForbidden: ({ zone }: { zone: 'zone 1' | 'zone 2' }) =>
    `in ${zone}: no switch, fused unit or joint there; it goes outside the zones, and only the appliance’s own lead comes in`,
  zone1: () => 'in zone 1: only what its maker says is for zone 1, IPX4 or better, fixed and wired in (shower, pump, fan, towel rail)',
  zone2: () => 'in zone 2: fixed and wired in, IPX4 or better',
  residualUnknown: () => ({
    says: 'whether its circuit stands behind a 30 mA device is not noted; in a room with a bath or shower every circuit must',
    ask: 'Look for it in the consumer unit.',
  }),
  residualThere: () => 'behind a 30 mA device, as every circuit of such a room',
  residualMissing: () => 'in a room with a bath or shower every circuit stands behind a 30 mA device',
  bonding: () => ({
    says: 'whether pipes and earth are bonded in this room, or need not be, is for whoever certifies it',
    ask: 'It may be left out where the main bonding is there, every circuit of the room opens in time, and all stand behind 30 mA.',
  }),
});
