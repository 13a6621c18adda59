/** Rooms with a bath or shower: zones just inside and just outside their limits (BS 7671, section 701, memory). */
import { describe, expect, it } from 'vitest';
import { bathZone, ukBath, ukBathCircuit } from '../index.js';

describe('zones', () => {
  it.each<[number, number, string]>([
    [0, 0, 'zone 1'],
    [0, 2249, 'zone 1'],
    [0, 2250, 'outside the zones'],
    [1, 1000, 'zone 2'],
    [599, 2249, 'zone 2'],
    [600, 1000, 'outside the zones'],
    [599, 2250, 'outside the zones'],
  ])('%d mm from the edge, %d over the floor: %s', (edge, bottom, zone) => expect(bathZone(edge, bottom)).toBe(zone));
});

describe('what may be there', () => {
  const at = (kind: Parameters<typeof ukBath>[0]) => [0, 599, 600, 2499, 2500].map((mm) => ukBath(kind, mm, 1000).verdict);
  it('a socket from 2.5 m on, however high', () => {
    expect(at('single')).toEqual(['stop', 'stop', 'stop', 'stop', 'ok']);
    expect([ukBath('twin', 2000, 2300), ukBath('twin', 2500, 1000)].map((j) => [j.verdict, j.code])).toEqual([['stop', 'uk-bath.socketNear'], ['ok', 'uk-bath.socketFar']]);
  });
  it('a fused unit outside the zones; a fixed appliance in them if it is made for it', () => {
    expect(at('fused unit')).toEqual(['stop', 'stop', 'ok', 'ok', 'ok']);
    expect(at('fixed appliance')).toEqual(['caution', 'caution', 'ok', 'ok', 'ok']);
    expect([ukBath('fixed appliance', 0, 1000).says, ukBath('fixed appliance', 300, 1000).says].map((s) => s.slice(0, 9))).toEqual(['in zone 1', 'in zone 2']);
  });
  it('every circuit behind 30 mA', () => {
    expect([ukBathCircuit(true), ukBathCircuit(false), ukBathCircuit(undefined)].map((j) => [j.verdict, j.code])).toEqual([['ok', 'uk-bath.residualThere'], ['stop', 'uk-bath.residualMissing'], ['can’t tell', 'uk-bath.residualUnknown']]);
  });
}); // prettier-ignore
