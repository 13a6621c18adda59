/** A plan's joints and pieces of wire as they lie on the bench, one at a time: ids, ends, how each is held. */
import { describe, expect, it } from 'vitest';
import { DEFAULT_SCHOOLS, PANEL, type BenchCable, type Schools } from '../../model/index.js';
import type { Lead, PlannedJoint, Terminal } from './lead.js';
import { deviceOnBench, jointsOnBench } from './onBench.js';

const lead = (id: string, more: Partial<Lead> = {}): Lead => ({
  id,
  role: 'hot',
  colour: 'black',
  letter: 'H',
  gauge: 14,
  from: 'x',
  ...more,
});
const ofCable = (tail: string, more: Partial<Lead> = {}): Lead => lead(`feed-${tail}`, { cableId: 'feed', ...more });
const at = (deviceId: string, name: Terminal['name']): Terminal => ({ deviceId, name, of: '' });
const joint = (kind: PlannedJoint['kind'], leads: Lead[], more: Partial<PlannedJoint> = {}): PlannedJoint => ({
  ...{ id: 'j', role: 'hot', kind, stripMm: 0, leads, says: '' },
  ...more,
});
const cable = (ends: BenchCable['ends'] = [PANEL, 'hall']): BenchCable => ({
  ...{ id: 'feed', name: 'feed', gauge: 14, colours: ['black', 'white', 'bare'], lengthMm: 6000, ends, sides: ['top', 'top'] },
  freeMm: [300, 150],
});
const placed = (joints: PlannedJoint[], schools: Partial<Schools> = {}, cables = [cable()]) =>
  jointsOnBench({ boxId: 'hall', joints, pigtailMm: 152 }, cables, { ...DEFAULT_SCHOOLS, ...schools });

describe('joints', () => {
  it('under a screw: the cable’s end in this box, held as the person does it; a ground always by a side screw', () => {
    const hot = placed([joint('terminal', [ofCable('0')], { at: at('r', 'brass upper') })], { terminals: 'clamp plate' });
    expect(hot.joints).toEqual([
      {
        ...{ id: 'hall-j', boxId: 'hall', kind: 'terminal', at: { device: 'r', terminal: 'brass upper' }, how: 'clamp plate' },
        ends: [{ cableId: 'feed', conductor: 0, end: 1 }],
      },
    ]);
    expect(hot.pigtails).toEqual([]);
    const ground = placed([joint('terminal', [ofCable('g')], { at: at('r', 'green'), role: 'ground' })], { terminals: 'clamp plate' });
    expect(ground.joints[0]).toMatchObject({ how: 'side screw', ends: [{ conductor: 2, end: 1 }] });
    // of a cable that starts here it is the other end
    expect(placed([joint('cap', [ofCable('1')])], {}, [cable(['hall', PANEL])]).joints[0]).toMatchObject({ how: 'cap', ends: [{ conductor: 1, end: 0 }] }); // prettier-ignore
  });
  it('the ground screw of a box is a screw of the box', () =>
    expect(placed([joint('terminal', [ofCable('g')], { at: at('box', 'box screw'), role: 'ground' })]).joints[0]!.at).toEqual({ device: 'box', terminal: 'screw' })); // prettier-ignore
  it('a splice by the person’s connectors, named where the plan names one', () => {
    const how = (splice: Schools['splice']) => placed([joint('splice', [ofCable('0')])], { splice }).joints[0]!.how;
    expect([how('lever'), how('push-in'), how('plain twist-on')]).toEqual(['lever', 'push-in connector', 'twist-on']);
    expect(placed([joint('splice', [ofCable('0')], { connector: 'small red' })]).joints[0]!.connector).toBe('small red');
    expect('connector' in placed([joint('splice', [ofCable('0')])]).joints[0]!).toBe(false);
  });
  it('a pigtail is one piece: its near end in the splice, its far end under the screw; a jumper goes from screw to screw', () => {
    const tail = lead('tail', { colour: 'white', gauge: 12 });
    const two = placed([
      joint('splice', [ofCable('1'), tail], { id: 's' }),
      joint('terminal', [tail], { id: 't', at: at('r', 'silver upper') }),
    ]);
    expect(two.pigtails).toEqual([{ id: 'hall-tail', boxId: 'hall', colour: 'white', gauge: 12, lengthMm: 152 }]);
    expect(two.joints.map((j) => j.ends.at(-1))).toEqual([{ pigtailId: 'hall-tail', end: 0 }, { pigtailId: 'hall-tail', end: 1 }]); // prettier-ignore
    const jumper = lead('jumper', { jumper: true });
    const across = placed([
      joint('terminal', [jumper], { id: 'a', at: at('r', 'brass upper') }),
      joint('terminal', [{ ...jumper, far: true }], { id: 'b', at: at('q', 'brass upper') }),
    ]);
    expect(across.joints.map((j) => j.ends)).toEqual([[{ pigtailId: 'hall-jumper', end: 0 }], [{ pigtailId: 'hall-jumper', end: 1 }]]);
    // a link between two splices too
    const links = placed([joint('splice', [lead('link')], { id: 'a' }), joint('splice', [lead('link', { far: true })], { id: 'b' })]);
    expect([links.pigtails.length, links.joints.map((j) => j.ends)]).toEqual([1, [[{ pigtailId: 'hall-link', end: 0 }], [{ pigtailId: 'hall-link', end: 1 }]]]); // prettier-ignore
  });
  it('leads of cables that aren’t there are left out, and joints with nothing else', () => {
    const other = lead('gone-0', { cableId: 'gone' });
    expect(placed([joint('splice', [other, ofCable('0')])]).joints[0]!.ends).toHaveLength(1);
    expect(placed([joint('splice', [other])]).joints).toEqual([]);
  });
});

describe('devices', () => {
  it('a switch is on, a lampholder has a lamp of 60 W in it unless its own are known; broken tabs are broken', () => {
    const of = (kind: 'duplex-20' | 'switch-15' | 'lampholder', more: object = {}) => deviceOnBench({ id: 'd', name: 'D', boxId: 'hall', kind, broken: undefined, ...more }); // prettier-ignore
    expect(of('duplex-20')).toEqual({
      ...{ id: 'd', name: 'D', boxId: 'hall', form: 'duplex', ratingA: 20, brassTab: true, silverTab: true, up: false, tripped: false },
      powerFactor: 1,
    });
    expect(of('duplex-20', { broken: { brass: true, silver: false } })).toMatchObject({ brassTab: false, silverTab: true });
    expect(of('duplex-20', { broken: { brass: false, silver: true } })).toMatchObject({ brassTab: true, silverTab: false });
    expect([of('switch-15').up, of('switch-15').watts, of('lampholder').watts, of('lampholder', { watts: 9 }).watts]).toEqual([true, undefined, 60, 9]); // prettier-ignore
  });
});
