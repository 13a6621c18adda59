/** What a place asks for: reserved circuits, ground-fault, arc-fault, tamper and weather protection. */
import { askedWords, type GroundFaultReason } from '../words/codebook/place.js';
import { toldBy, type Told } from '../words/phrases.js';
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
const OWN_CIRCUITS: Partial<Record<RoomUse, Told & { verdict: 'stop' | 'caution'; clause: string }>> = {
  ...Object.fromEntries(
    (['kitchen', 'dining', 'pantry'] as const).map((use) => [
      use,
      {
        verdict: 'stop',
        ...askedWords.kitchenCircuit(),
        clause: '210.52(B)(1)',
      },
    ]),
  ),
  bathroom: {
    verdict: 'stop',
    ...askedWords.bathroomCircuit(),
    clause: '210.11(C)(3)',
  },
  laundry: {
    verdict: 'caution',
    ...askedWords.laundryCircuit(),
    clause: '210.11(C)(2)',
  },
  garage: {
    verdict: 'caution',
    ...askedWords.garageCircuit(),
    clause: '210.11(C)(4)',
  },
};

/** Whether this circuit may be tapped for an outlet in that room. */
export function mayTap(edition: Edition, circuit: Circuit, room: Room): Judged {
  const reserved = circuit.reservedFor;
  if (reserved === undefined) {
    return {
      verdict: 'can’t tell',
      ...askedWords.keptUnknown(),
      sums: [],
      source: nec(edition.slice(3), '210.11(C)'),
    };
  }
  if (reserved === 'none') {
    const own = OWN_CIRCUITS[room.use];
    return own
      ? { ...toldBy(own), verdict: own.verdict, sums: [], source: nec(edition.slice(3), own.clause) }
      : { verdict: 'ok', ...askedWords.general(), sums: [], source: nec(edition.slice(3), '210.11(C)') };
  }
  if (reserved === 'one-appliance' || reserved === 'heating-equipment') {
    return {
      verdict: 'stop',
      ...askedWords.keptForOne({ reserved }),
      sums: [],
      source: nec(edition.slice(3), '210.23 and 422.12'),
    };
  }
  const rule = RESERVED_ROOMS[reserved]!;
  const source = nec(edition.slice(3), rule.clause);
  if (rule.rooms.includes(room.use)) return { verdict: 'ok', ...askedWords.keptFits({ what: rule.what }), sums: [], source };
  return {
    verdict: 'stop',
    ...askedWords.keptElsewhere({ what: rule.what, use: room.use }),
    sums: [],
    source,
  };
}

const ALWAYS_GROUND_FAULT: RoomUse[] = ['bathroom', 'garage', 'outdoors', 'deck', 'crawl-space', 'unfinished-basement', 'laundry'];

/**
 * Why ground-fault protection is asked for there, or undefined when it isn't; `unknown` when water nearby was not looked for.
 * @param atCounter whether the outlet serves a counter; undefined: nobody said, and before 2023 it matters in a kitchen
 */
export function groundFaultReason(edition: Edition, room: Room, atCounter?: boolean): GroundFaultReason | 'unknown' | undefined {
  if (ALWAYS_GROUND_FAULT.includes(room.use)) return 'place';
  if (room.use === 'basement' && editionYear(edition) >= 2020) return 'basement';
  if (room.use === 'kitchen') {
    if (editionYear(edition) >= 2023) return 'kitchen';
    if (atCounter !== false) return 'counter';
  }
  if (room.waterWithin6ft === true) return 'water';
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
  if (reason === undefined) return { verdict: 'ok', ...askedWords.gfciNotAsked({ use: room.use }), sums: [], source };
  if (has.groundFault === true)
    return {
      verdict: 'ok',
      ...(reason === 'unknown' ? askedWords.gfciThere() : askedWords.gfciBy({ reason, use: room.use })),
      sums: [],
      source,
    };
  if (room.use === 'kitchen' && editionYear(edition) < 2023 && atCounter === undefined)
    return {
      verdict: 'can’t tell',
      ...askedWords.counterUnknown(),
      sums: [],
      source,
    };
  if (reason === 'unknown')
    return {
      verdict: 'can’t tell',
      ...askedWords.waterUnknown(),
      sums: [],
      source,
    };
  if (has.groundFault === undefined)
    return {
      verdict: 'can’t tell',
      ...askedWords.gfciUnknown({ reason, use: room.use }),
      sums: [],
      source,
    };
  return { verdict: 'stop', ...askedWords.gfciAsked({ reason, use: room.use }), sums: [], source };
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
      ...askedWords.afciByReading({ use: room.use }),
      sums: [],
      source,
    };
  if (!ARC_FAULT_ROOMS.includes(room.use)) return { verdict: 'ok', ...askedWords.afciNotAsked({ use: room.use }), sums: [], source };
  if (has.arcFault === true)
    return { verdict: 'ok', ...(why === 'replaced' ? askedWords.afciReplacedThere() : askedWords.afciExtendedThere()), sums: [], source };
  if (why === 'moved')
    return {
      verdict: 'note',
      ...askedWords.afciNothingAdded(),
      sums: [],
      source,
    };
  if (has.arcFault === undefined)
    return {
      verdict: 'can’t tell',
      ...(why === 'replaced' ? askedWords.afciReplacedUnknown() : askedWords.afciAddedUnknown()),
      sums: [],
      source,
    };
  return {
    verdict: 'stop',
    ...(why === 'replaced' ? askedWords.afciReplacedAsked({ use: room.use }) : askedWords.afciAddedAsked()),
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
    return { verdict: 'ok', ...askedWords.trTooHigh(), sums: [], source };
  if (tamperResistant === undefined)
    return {
      verdict: 'can’t tell',
      ...askedWords.trUnknown(),
      sums: [],
      source,
    };
  return tamperResistant
    ? { verdict: 'ok', ...askedWords.trThere(), sums: [], source }
    : { verdict: 'stop', ...askedWords.trAsked(), sums: [], source };
}

/** Weather-resistant face and in-use cover outdoors (406.9). */
export function weatherResistance(
  edition: Edition,
  room: Room,
  weatherResistant: boolean | undefined,
  inUseCover: boolean | undefined,
): Judged {
  const source = nec(edition.slice(3), '406.9');
  if (room.use !== 'outdoors' && room.use !== 'deck') return { verdict: 'ok', ...askedWords.indoors(), sums: [], source };
  if (weatherResistant && inUseCover) return { verdict: 'ok', ...askedWords.wrThere(), sums: [], source };
  if (weatherResistant === undefined || inUseCover === undefined)
    return {
      verdict: 'can’t tell',
      ...askedWords.wrUnknown(),
      sums: [],
      source,
    };
  return {
    verdict: 'stop',
    ...askedWords.wrAsked({ weatherResistant }),
    sums: [],
    source,
  };
}
