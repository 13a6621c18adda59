/** What nobody checks, said beside what is checked. */

/** What a person might take for checked and isn’t. */
export const NOT_CHECKED: readonly string[] = [
  'whether a permit is needed, and who may do the work where you live',
  'local changes of the code; only NEC 2017, 2020 and 2023 and parts of the IRC are known, from memory',
  'the service, its grounding electrodes, the meter, generators and solar',
  'trusses and I-joists: only their maker says where they may be bored',
  'what a wall bears beyond holes, notches and chases',
  'temperature and bundling of many cables, long runs in hot attics',
  'pools, spas, boats, hospitals, shops, barns: only homes',
  'low-voltage and data cable beyond keeping it apart from power',
  'luminaires themselves: weight, heat, distance to what burns, wet places',
  'torque: what is printed on the device rules',
  'asbestos and lead: only the year is asked about, a test tells',
  'three-phase, and motors started on a circuit',
];

/** The same of final circuits and alterations by the UK book. */
export const FINALS_NOT_CHECKED: readonly string[] = [
  'grouping, ambient temperature and other factors of Appendix 4 beside the way a cable lies',
  'fault current at the far end, let-through energy, discrimination between devices',
  'lighting circuits, circuits of more than one phase, supplies beside the mains',
  'earthing and supplies outdoors, in sheds and in caravans; swimming pools, saunas',
  'who may sign for it, and what Scotland, Wales and Northern Ireland ask beside',
];
