/** Ways of working of the UK trade that the book leaves open: what each gives and what it costs, and which a job has chosen. Common practice. */
import { DEFAULT_UK_SCHOOLS, type Job, type UkSchools } from '../model/index.js';

/** Those of a job: what somebody chose, else what is usual. */
export const ukSchools = (job: Pick<Job, 'alteration'>): UkSchools => ({ ...DEFAULT_UK_SCHOOLS, ...job.alteration?.schools });

export interface SchoolChoice<K extends keyof UkSchools = keyof UkSchools> {
  value: UkSchools[K];
  label: string;
  gives: string;
  costs: string;
}
export interface SchoolRow<K extends keyof UkSchools = keyof UkSchools> {
  key: K;
  label: string;
  choices: readonly SchoolChoice<K>[];
}
const row = <K extends keyof UkSchools>(key: K, label: string, ...choices: [value: UkSchools[K], gives: string, costs: string, label?: string][]): SchoolRow<K> => ({ key, label, choices: choices.map(([value, gives, costs, words]) => ({ value, label: words ?? String(value), gives, costs })) }); // prettier-ignore

/** In the order of the work. */
export const UK_SCHOOL_ROWS: readonly SchoolRow[] = [
  row('outage', 'power goes off', ['new side first', 'the house has power while the new side is cut', 'only where the wall was gone over with a detector and no line of an accessory is met'], ['off at the start', 'nothing can be met live', 'the circuit is off hours longer']),
  row('hole', 'hole for a metal box', ['chain drill', 'any drill does it; the edge stays where the plaster was scored', 'an hour and a half each in hard brick'], ['box sinker', 'half the time, square, one depth', 'the guide has to be hired, and it wants sound brick']),
  row('boxDepth', 'metal box, where none is chosen', [25, 'least to chisel out', 'tight for two cables behind a twin', '25 mm'], [35, 'room for two cables and their grommets', '10 mm more of brick', '35 mm'], [47, 'room for a fused unit or three cables', 'half a brick is nearly through', '47 mm']),
  row('chaser', 'chases', ['hammer and chisel', 'little dust, no machine', 'about an hour a metre with filling'], ['wall chaser', 'less than half the time, straight edges', 'much silica dust: only with extraction; blade deeper than meant is soon cut']),
  row('over', 'over the cable in its chase', ['capping', 'a trowel does not hurt the cable', 'a shallow cover, no drawing out later'], ['oval conduit', 'the cable can be drawn out and changed', 'the chase is 5 mm deeper'], ['plaster alone', 'the shallowest chase', 'nothing between trowel and cable; it stays where it is']),
  row('filler', 'chases are filled with', ['bonding and finish', 'hard, smooth, takes a screw', 'two coats, and hours between'], ['one coat', 'filled and smoothed the same day', 'softer, shrinks where it is thick']),
  row('onSurface', 'on the surface', ['mini-trunking', 'sticks to the skirting, opens again', 'seen, and knocked off by furniture'], ['conduit with singles', 'stands knocks, carries more, can be drawn again', 'bends and saddles take time; singles are of their own size']),
  row('joists', 'through joists', ['holes', 'the cable lies deep, out of reach of nails', 'farther out along the span, so more cable; a right-angle drill'], ['notches', 'near the wall, cut from above', 'weaker by what is cut, and a steel plate over each']),
  row('joint', 'joints in a box', ['maintenance-free connector', 'may be closed in; no tool', 'takes room in the box'], ['crimp', 'small, may be closed in', 'a ratchet tool of its own; cut off again when it is wrong']),
  row('ends', 'conductors that share a terminal', ['side by side', 'each sits under the screw by itself; easily tested apart', 'one may slip out unseen: tug each'], ['twisted', 'none is left out', 'bends copper, and apart for a test it does not come well']),
  row('socket', 'sockets', ['switched', 'off at the face', 'a switch to wear'], ['unswitched', 'cheaper, nothing switched off by mistake (freezer)', 'only the plug takes the power away']),
  row('spareMm', 'cable out of each box', [150, 'enough for one more strip', 'little to re-make', '150 mm'], [200, 'two more strips', 'more to fold away', '200 mm']),
]; // prettier-ignore
