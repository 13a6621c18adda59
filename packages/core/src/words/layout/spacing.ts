/** How far a lamp is from the next receptacle, in words. */
import { phrases } from '../phrases.js';

export const spacingWords = phrases('spacing', {
  wallsUnknown: ({ room }: { room: string }) => ({
    says: `the walls of the ${room} were not entered`,
    ask: 'Walk round the room and type its wall lengths.',
  }),
  allReached: () => 'no point along the walls is further than 6 ft from a receptacle',
  more: ({ added, unreachable }: { added: number; unreachable: boolean }) =>
    `${added} more ${added === 1 ? 'receptacle reaches' : 'receptacles reach'} what is left${unreachable ? ', except where no box can stand' : ''}; asked for in new work, and a good plan in old`,
});
