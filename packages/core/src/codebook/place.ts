/** What a place asks for: reserved circuits, ground-fault, arc-fault, tamper and weather protection. */
import { nec } from '../catalog/index.js';
import { editionYear, type Circuit, type Edition, type Room, type RoomUse } from '../model/index.js';
import type { Judged } from './judged.js';

const RESERVED_ROOMS: Record<string, { rooms: RoomUse[]; what: string; clause: string }> = {
  'kitchen-small-appliance': { rooms: ['kitchen', 'dining'], what: 'kitchen small-appliance', clause: '210.11(C)(1) and 210.52(B)(2)' },
  laundry: { rooms: ['laundry'], what: 'laundry', clause: '210.11(C)(2)' },
  bathroom: { rooms: ['bathroom'], what: 'bathroom', clause: '210.11(C)(3)' },
  garage: { rooms: ['garage'], what: 'garage', clause: '210.11(C)(4)' },
};

/** Whether this circuit may be tapped for an outlet in that room. */
export function mayTap(edition: Edition, circuit: Circuit, room: Room): Judged {
  const reserved = circuit.reservedFor;
  if (reserved === undefined) {
    return {
      verdict: 'can’t tell',
      says: 'what the circuit is reserved for was not found out',
      sums: [],
      source: nec(edition.slice(3), '210.11(C)'),
      ask: 'Switch it off and see whether it feeds kitchen counters, laundry, bathroom, garage or one appliance.',
    };
  }
  if (reserved === 'none')
    return { verdict: 'ok', says: 'a general circuit: it may be extended', sums: [], source: nec(edition.slice(3), '210.11(C)') };
  if (reserved === 'one-appliance' || reserved === 'heating-equipment') {
    return {
      verdict: 'stop',
      says: `the circuit is kept for ${reserved === 'one-appliance' ? 'one appliance' : 'heating equipment'}; take another feed`,
      sums: [],
      source: nec(edition.slice(3), '210.23 and 422.12'),
    };
  }
  const rule = RESERVED_ROOMS[reserved]!;
  const source = nec(edition.slice(3), rule.clause);
  if (rule.rooms.includes(room.use)) return { verdict: 'ok', says: `stays within what the ${rule.what} circuit is for`, sums: [], source };
  if (reserved === 'garage' && editionYear(edition) < 2017) return { verdict: 'caution', says: 'reserved from 2017 on', sums: [], source };
  return {
    verdict: 'stop',
    says: `the ${rule.what} circuit may not feed a ${room.use.replace('-', ' ')}; take another feed`,
    sums: [],
    source,
  };
}

const ALWAYS_GROUND_FAULT: RoomUse[] = ['bathroom', 'garage', 'outdoors', 'deck', 'crawl-space', 'unfinished-basement', 'laundry'];

/** Why ground-fault protection is asked for there, or undefined when it isn't; `unknown` when water nearby was not looked for. */
export function groundFaultReason(edition: Edition, room: Room): string | 'unknown' | undefined {
  if (ALWAYS_GROUND_FAULT.includes(room.use))
    return `${room.use === 'outdoors' ? 'outdoors' : `in a ${room.use.replace('-', ' ')}`} every receptacle is protected`;
  if (room.use === 'basement' && editionYear(edition) >= 2020) return 'from 2020 on finished basements count too';
  if (room.use === 'kitchen')
    return editionYear(edition) >= 2023 ? 'from 2023 on every kitchen receptacle' : 'kitchen receptacles at counters';
  if (room.waterWithin6ft === true) return 'within 6 ft of a sink, tub or shower';
  return room.waterWithin6ft === undefined ? 'unknown' : undefined;
}

export interface Protections {
  /** at the new receptacle itself or ahead of it; undefined: not looked */
  groundFault: boolean | undefined;
  arcFault: boolean | undefined;
}

/** Ground-fault protection by place and edition (210.8(A)). */
export function groundFaultProtection(edition: Edition, room: Room, has: Protections): Judged {
  const source = nec(edition.slice(3), '210.8(A)');
  const reason = groundFaultReason(edition, room);
  if (reason === undefined)
    return { verdict: 'ok', says: `not asked for in a ${room.use.replace('-', ' ')} away from water`, sums: [], source };
  if (has.groundFault === true)
    return {
      verdict: 'ok',
      says: reason === 'unknown' ? 'protected, so water nearby does not matter' : `protected: ${reason}`,
      sums: [],
      source,
    };
  if (reason === 'unknown')
    return {
      verdict: 'can’t tell',
      says: 'whether there is water within 6 ft was not noted',
      sums: [],
      source,
      ask: 'Measure from the new outlet to the nearest sink, tub or shower along the shortest path a cord would take.',
    };
  if (has.groundFault === undefined)
    return {
      verdict: 'can’t tell',
      says: `asked for: ${reason}; whether the feed is protected is not known`,
      sums: [],
      source,
      ask: 'Look for a test button at the breaker and at outlets ahead on the circuit.',
    };
  return { verdict: 'stop', says: `ground-fault protection is asked for: ${reason}`, sums: [], source };
}

const ARC_FAULT_ROOMS: RoomUse[] = ['bedroom', 'living', 'study', 'dining', 'hallway', 'kitchen', 'laundry', 'closet'];

/**
 * Arc-fault protection when living-area wiring is extended by an outlet (210.12).
 * @param addsOutlet false when an outlet is only moved or its box replaced: then the exception for under 6 ft of new wiring holds
 */
export function arcFaultProtection(edition: Edition, room: Room, has: Protections, addsOutlet = true): Judged {
  const source = nec(edition.slice(3), edition === 'US-2023' ? '210.12(E)' : '210.12(D)');
  if (!ARC_FAULT_ROOMS.includes(room.use))
    return { verdict: 'ok', says: `not asked for in a ${room.use.replace('-', ' ')}`, sums: [], source };
  if (has.arcFault === true) return { verdict: 'ok', says: 'the extended circuit is protected', sums: [], source };
  if (!addsOutlet)
    return {
      verdict: 'note',
      says: 'no outlet is added: not asked for while under 6 ft of wiring is new; a new receptacle in this place asks for it (406.4(D))',
      sums: [],
      source,
    };
  if (has.arcFault === undefined)
    return {
      verdict: 'can’t tell',
      says: 'asked for when an outlet is added here; whether the circuit has it is not known',
      sums: [],
      source,
      ask: 'Look at the breaker: an arc-fault one has a test button and says so.',
    };
  return { verdict: 'stop', says: 'an outlet added in a living area asks for arc-fault protection of the circuit', sums: [], source };
}

/** Tamper-resistant faces in dwellings (406.12). */
export function tamperResistance(edition: Edition, tamperResistant: boolean | undefined): Judged {
  const source = nec(edition.slice(3), '406.12');
  if (tamperResistant === undefined)
    return {
      verdict: 'can’t tell',
      says: 'whether the receptacle is tamper-resistant was not noted',
      sums: [],
      source,
      ask: 'Look for TR on the face.',
    };
  return tamperResistant
    ? { verdict: 'ok', says: 'tamper-resistant', sums: [], source }
    : { verdict: 'stop', says: 'dwellings ask for a tamper-resistant receptacle', sums: [], source };
}

/** Weather-resistant face and in-use cover outdoors (406.9). */
export function weatherResistance(
  edition: Edition,
  room: Room,
  weatherResistant: boolean | undefined,
  inUseCover: boolean | undefined,
): Judged {
  const source = nec(edition.slice(3), '406.9');
  if (room.use !== 'outdoors' && room.use !== 'deck') return { verdict: 'ok', says: 'an indoor place', sums: [], source };
  if (weatherResistant && inUseCover) return { verdict: 'ok', says: 'weather-resistant behind an in-use cover', sums: [], source };
  if (weatherResistant === undefined || inUseCover === undefined)
    return {
      verdict: 'can’t tell',
      says: 'face and cover were not noted',
      sums: [],
      source,
      ask: 'Look for WR on the face, and whether the cover closes over a plug.',
    };
  return {
    verdict: 'stop',
    says: `outdoors asks for a ${weatherResistant ? 'cover that closes over the plug' : 'weather-resistant receptacle'}`,
    sums: [],
    source,
  };
}
