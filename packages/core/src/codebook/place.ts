/** What a place asks for: reserved circuits, ground-fault, arc-fault, tamper and weather protection. */
import { nec } from '../catalog/index.js';
import { feet } from '../measure/index.js';
import { editionYear, type Circuit, type Edition, type Room, type RoomUse } from '../model/index.js';
import type { Judged } from './judged.js';

const RESERVED_ROOMS: Record<string, { rooms: RoomUse[]; what: string; clause: string }> = {
  'kitchen-small-appliance': {
    rooms: ['kitchen', 'dining', 'pantry'],
    what: 'kitchen small-appliance',
    clause: '210.11(C)(1) and 210.52(B)',
  },
  laundry: { rooms: ['laundry'], what: 'laundry', clause: '210.11(C)(2)' },
  bathroom: { rooms: ['bathroom'], what: 'bathroom', clause: '210.11(C)(3)' },
  // outdoor outlets may hang on it (Exception)
  garage: { rooms: ['garage', 'outdoors'], what: 'garage', clause: '210.11(C)(4)' },
};

/** Rooms whose receptacles have circuits of their own, so that a general one may not feed them. */
const OWN_CIRCUITS: Partial<Record<RoomUse, { verdict: 'stop' | 'caution'; says: string; clause: string; ask?: string }>> = {
  ...Object.fromEntries(
    (['kitchen', 'dining', 'pantry'] as const).map((use) => [
      use,
      {
        verdict: 'stop',
        says: 'receptacles of kitchen, pantry and dining room hang on the small-appliance circuits: feed it from one of those, or by a circuit of its own',
        clause: '210.52(B)(1)',
      },
    ]),
  ),
  bathroom: {
    verdict: 'stop',
    says: 'receptacles of a bathroom hang on a 20 A circuit that feeds nothing else: feed it from that one, or by a circuit of its own',
    clause: '210.11(C)(3)',
  },
  laundry: {
    verdict: 'caution',
    says: 'the outlets for the laundry hang on the laundry circuit: a general one may feed others there only',
    clause: '210.11(C)(2)',
  },
  garage: {
    verdict: 'caution',
    says: 'a garage has a 20 A circuit of its own for its receptacles: feed it from that one where there is one',
    clause: '210.11(C)(4)',
  },
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
  if (reserved === 'none') {
    const own = OWN_CIRCUITS[room.use];
    return own
      ? { verdict: own.verdict, says: own.says, sums: [], source: nec(edition.slice(3), own.clause), ...(own.ask ? { ask: own.ask } : {}) }
      : { verdict: 'ok', says: 'a general circuit: it may be extended', sums: [], source: nec(edition.slice(3), '210.11(C)') };
  }
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
  return {
    verdict: 'stop',
    says: `the ${rule.what} circuit may not feed an outlet ${placeWords(room.use)}; take another feed`,
    sums: [],
    source,
  };
}

/** Where something is, as it is said: in a living room, in an attic, outdoors. */
export function placeWords(use: RoomUse): string {
  if (use === 'outdoors') return 'outdoors';
  if (use === 'deck') return 'on a deck';
  const name = ['living', 'dining', 'utility'].includes(use) ? `${use} room` : use.replace('-', ' ');
  return `in ${/^(a|e|i|o|un)/.test(name) ? 'an' : 'a'} ${name}`;
}

const ALWAYS_GROUND_FAULT: RoomUse[] = ['bathroom', 'garage', 'outdoors', 'deck', 'crawl-space', 'unfinished-basement', 'laundry'];

/** Why ground-fault protection is asked for there, or undefined when it isn't; `unknown` when water nearby was not looked for. */
/** @param atCounter whether the outlet serves a counter; undefined: nobody said, and before 2023 it matters in a kitchen */
export function groundFaultReason(edition: Edition, room: Room, atCounter?: boolean): string | 'unknown' | undefined {
  if (ALWAYS_GROUND_FAULT.includes(room.use)) return `${placeWords(room.use)} every receptacle is protected`;
  if (room.use === 'basement' && editionYear(edition) >= 2020) return 'from 2020 on finished basements count too';
  if (room.use === 'kitchen') {
    if (editionYear(edition) >= 2023) return 'from 2023 on every kitchen receptacle';
    if (atCounter !== false) return 'kitchen receptacles that serve the counter';
  }
  if (room.waterWithin6ft === true) return 'within 6 ft of a sink, tub or shower';
  return room.waterWithin6ft === undefined ? 'unknown' : undefined;
}

export interface Protections {
  /** at the new receptacle itself or ahead of it; undefined: not looked */
  groundFault: boolean | undefined;
  arcFault: boolean | undefined;
}

/** Ground-fault protection by place and edition (210.8(A)). */
export function groundFaultProtection(edition: Edition, room: Room, has: Protections, atCounter?: boolean): Judged {
  const source = nec(edition.slice(3), '210.8(A)');
  const reason = groundFaultReason(edition, room, atCounter);
  if (reason === undefined) return { verdict: 'ok', says: `not asked for ${placeWords(room.use)} away from water`, sums: [], source };
  if (has.groundFault === true)
    return {
      verdict: 'ok',
      says: reason === 'unknown' ? 'protected, so water nearby does not matter' : `protected: ${reason}`,
      sums: [],
      source,
    };
  if (room.use === 'kitchen' && editionYear(edition) < 2023 && atCounter === undefined)
    return {
      verdict: 'can’t tell',
      says: 'asked for where it serves the counter; whether it does was not noted',
      sums: [],
      source,
      ask: 'Note the counters of this wall in the survey, or take a ground-fault receptacle.',
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

const ARC_FAULT_ROOMS: RoomUse[] = [
  'bedroom',
  'living',
  'study',
  'dining',
  'hallway',
  'kitchen',
  'laundry',
  'closet',
  'pantry',
  'basement',
];
/** “Similar rooms”: some inspectors count them. */
const ARC_FAULT_SIMILAR: RoomUse[] = ['workshop'];

/**
 * Arc-fault protection when living-area wiring is extended by an outlet (210.12), or a receptacle in it gives way to a new one (406.4(D)(4)).
 * @param why `moved`: an outlet is only moved or its box replaced, and the exception for under 6 ft of new wiring holds
 */
export function arcFaultProtection(edition: Edition, room: Room, has: Protections, why: 'added' | 'moved' | 'replaced' = 'added'): Judged {
  const source = nec(edition.slice(3), why === 'replaced' ? '406.4(D)(4)' : editionYear(edition) >= 2023 ? '210.12(E)' : '210.12(D)');
  if (ARC_FAULT_SIMILAR.includes(room.use) && has.arcFault !== true)
    return {
      verdict: 'caution',
      says: `a ${room.use} inside a dwelling counts as a room like the listed ones for many inspectors: ask, or take an arc-fault breaker`,
      sums: [],
      source,
    };
  if (!ARC_FAULT_ROOMS.includes(room.use)) return { verdict: 'ok', says: `not asked for ${placeWords(room.use)}`, sums: [], source };
  if (has.arcFault === true)
    return { verdict: 'ok', says: why === 'replaced' ? 'the circuit is protected' : 'the extended circuit is protected', sums: [], source };
  if (why === 'moved')
    return {
      verdict: 'note',
      says: 'no outlet is added: not asked for while under 6 ft of wiring is new; a new receptacle in this place asks for it (406.4(D))',
      sums: [],
      source,
    };
  if (has.arcFault === undefined)
    return {
      verdict: 'can’t tell',
      says:
        why === 'replaced'
          ? 'asked for when a receptacle is replaced here; whether the circuit has it is not known'
          : 'asked for when an outlet is added here; whether the circuit has it is not known',
      sums: [],
      source,
      ask: 'Look at the breaker: an arc-fault one has a test button and says so.',
    };
  return {
    verdict: 'stop',
    says:
      why === 'replaced'
        ? `a receptacle that is replaced ${placeWords(room.use)} asks for arc-fault protection: a breaker, or a receptacle ahead of it`
        : 'an outlet added in a living area asks for arc-fault protection of the circuit',
    sums: [],
    source,
  };
}

/** Above this no child’s hand gets (406.12 Exception). */
const TAMPER_BELOW_MM = feet(5.5);
/**
 * Tamper-resistant faces in dwellings (406.12).
 * @param bottomMm floor to the bottom of the box
 */
export function tamperResistance(edition: Edition, tamperResistant: boolean | undefined, bottomMm?: number): Judged {
  const source = nec(edition.slice(3), '406.12');
  if (bottomMm !== undefined && bottomMm > TAMPER_BELOW_MM && !tamperResistant)
    return { verdict: 'ok', says: 'more than 5 1/2 ft up: not asked for', sums: [], source };
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
