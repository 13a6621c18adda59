/** What is wanted in the den of the small house, and feeds that are given rather than judged: for specs of the ways there. */
import { inches } from '../measure/index.js';
import { EVEN_WEIGHTS, measured, type House, type Room, type Site, type Wall, type Want } from '../model/index.js';
import type { FeedCandidate } from '../feeds/index.js';
import { houseAt } from '../panel/smallJob.testing.js';
import { boxOn, placeOn, smallHouse, wallOf } from '../route/smallHouse.testing.js';
import { searchRoutes, type RouteSearch, type SearchOptions } from './searchRoutes.js';

export const at = (inch: number) => measured(inches(inch));
/** A dollar a foot of 14-gauge, 7 a patch, 0.50 a seal, track and cover 4 a foot together. */
export const PRICES: House['prices'] = { 'cable-14': 1, 'cable-12': 2, 'cable-10': 3, board: 7, batten: 0, screw: 0, 'joint-tape': 0, compound: 0, seal: 0.5, track: 3, cover: 1, 'raceway-fitting': 6, sleeve: 9, sealant: 0, 'in-use-cover': 0, breaker: 11 }; // prettier-ignore
const circuit = { id: 'c15', number: '1', name: 'den', voltsNominal: 120 as const, breakerA: 15 as const };
/** Circuits of 15, 20 and 40 A, and one whose breaker nobody read. */
export const CIRCUITS = [circuit, { ...circuit, id: 'c20', breakerA: 20 }, { ...circuit, id: 'c40', breakerA: 40 }, { ...circuit, id: 'open', breakerA: undefined }] as Site['circuits']; // prettier-ignore
/** The box that feeds: 24 in from the left of the north wall. */
export const b = boxOn('b', 'n', 24, { circuitId: 'c15' });
type Part = Parameters<typeof smallHouse>[0];
export const siteOf = (part: Part = {}, more: Partial<Site> = {}): Site => ({
  ...smallHouse({ boxes: [b], ...part }),
  circuits: CIRCUITS,
  ...more,
});
export const home = (part: Part = {}, more: Partial<Site> = {}, house: Partial<House> = {}): House =>
  houseAt(siteOf(part, more), { prices: PRICES, ...house });
/** An outlet 56 in from the left of the north wall. */
export const wish = (part: Partial<Want> = {}): Want => ({
  ...{ id: 'j', name: 'Desk', kind: 'outlet', places: [placeOn('n', 56)], loads: [], ownCircuit: false, mayShow: false, forbidden: [] },
  weights: EVEN_WEIGHTS,
  ...part,
});
type Verdict = FeedCandidate['findings'][number]['verdict'];
export const feed = (id: string, part: Partial<FeedCandidate> = {}, verdicts: Verdict[] = []): FeedCandidate => ({ id, name: `box ${id}`, way: 'wall', where: '', studs: undefined, verdict: 'ok', findings: verdicts.map((verdict) => ({ verdict })), cures: [], refused: false, editions: [], ...part }) as unknown as FeedCandidate; // prettier-ignore
/** A patch dries an hour and a half: a sixteenth of a day, told as a tenth. */
export const QUICK: SearchOptions = { schools: { compound: 'setting, same day' } };
export const search = (house: House, want: Partial<Want> = {}, feeds = [feed('b')], options = QUICK): RouteSearch =>
  searchRoutes(house, wish(want), { ...options, feeds });
export const framingOf = (id: string, part: Partial<Wall['framing']>): Partial<Wall> => ({ framing: { ...wallOf(id, 120, { A: 'den', B: 'out' }).framing, ...part } }); // prettier-ignore
export const brick = framingOf('n', { material: 'masonry' });
export const openWall: Partial<Wall> = { faces: { A: { roomId: 'den', layers: [], open: true }, B: { roomId: 'out', layers: [] } } };
/** Joists over or under the den that were looked at: along its first wall. */
export const overhead = (above: Room['above'], below: Room['below'] = 'slab', more: Partial<Room> = {}): Partial<Room> => ({ above, below, joistsAbove: { runs: 'along-first' }, joistsBelow: { runs: 'along-first' }, ...more }) as Partial<Room>; // prettier-ignore
