/** What is judged of a new breaker, by name. */
export const breakerTitles = {
  space: 'A free space',
  rating: 'Amps for this room',
  who: 'Who may do this',
  cable: 'Cable for it',
  arcFault: 'Arc-fault protection',
  groundFault: 'Ground-fault protection',
  load: 'What hangs on it',
  type: 'Breaker made for this panel',
  live: 'What stays live',
  bars: 'Neutrals and grounds in a subpanel',
  elsewhere: 'In another building',
  feeder: (sub: string) => `The feeder of the ${sub}`,
};
