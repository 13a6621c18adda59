/** A house of any size, made of the sample's parts: rooms in a grid, walls shared, boxes fed from one another, circuits in a panel. */
import { quinceStreet } from '@saddle/core/demo';
import { DEFAULT_SCHOOLS, DOCUMENT_VERSION } from '@saddle/core/model';

const IN = 25.4;
const at = (mm) => ({ mm, known: 'measured' });

/**
 * @param rooms in a square grid, 12 by 10 ft each
 * @param boxes spread over their walls
 */
export function bigHouse({ rooms = 99, boxes = 500, id = 'big-house' } = {}) {
  const across = Math.ceil(Math.sqrt(rooms));
  const sample = quinceStreet.site.walls.find((w) => w.id === 'sewing-hall');
  const [wide, deep] = [144 * IN, 120 * IN];
  const walls = [];
  const list = [];
  for (let n = 0; n < rooms; n++) {
    const sides = ['n', 'e', 's', 'w'].map((side, i) => {
      const wall = {
        ...sample,
        id: `r${n}-${side}`,
        name: `Room ${n + 1}, wall ${i + 1}`,
        length: at(i % 2 ? deep : wide),
        faces: {
          A: { ...sample.faces.A, roomId: `r${n}` },
          B: { ...sample.faces.B, roomId: 'outside' },
        },
        references: [],
        obstacles: [{ ...sample.obstacles[0], id: `o${n}-${side}`, x: at(60 * IN) }],
        openings: side === 's' ? [{ id: `d${n}`, kind: 'door', x: at(10 * IN), z: at(0), width: at(30 * IN), height: at(80 * IN) }] : [],
        framing: { ...sample.framing, knownStud: at(24 * IN) },
      };
      walls.push(wall);
      return { wallId: wall.id, face: 'A', turn: 'right' };
    });
    list.push({
      id: `r${n}`,
      name: `Room ${n + 1}`,
      use: 'bedroom',
      sides,
      above: 'attic',
      below: 'basement',
      waterWithin6ft: false,
      at: { right: at((n % across) * (wide + 6 * IN)), down: at(Math.floor(n / across) * (deep + 6 * IN)) },
      joistsBelow: { runs: 'along-first', spacing: at(16 * IN), depth: at(9.25 * IN) },
      joistsAbove: { runs: 'along-first', spacing: at(16 * IN), depth: at(5.5 * IN) },
    });
  }
  const circuits = Array.from({ length: 20 }, (_, i) => ({
    ...{ id: `c${i + 1}`, number: `${i + 1}`, name: `circuit ${i + 1}`, voltsNominal: 120, breakerA: 15, sharedNeutral: false },
    ...{ reservedFor: 'none', groundFault: 'none', arcFault: 'breaker', lengthToSource: at(60 * 12 * IN), loadsComplete: true },
  }));
  const allBoxes = Array.from({ length: boxes }, (_, i) => {
    const wall = walls[Math.floor((i * walls.length) / boxes)];
    return {
      ...{ id: `b${i}`, name: `box ${i + 1}`, wallId: wall.id, face: 'A', kind: 'wings-1g-20', gangs: 1, supportFittings: 0 },
      place: { from: 'left-end', toward: 'right', to: 'left-edge', distance: at((74 + (i % 3) * 8) * IN), bottom: at(13.25 * IN) },
      ...{ hangsOn: 'none', circuitId: `c${(i % 20) + 1}`, condition: 'sound' },
    };
  });
  const cables = allBoxes.map((b, i) => ({
    ...{ id: `k${i}`, name: `to ${b.name}`, gauge: 14, conductors: ['black', 'white'], ground: 'bare', metal: 'copper', sheath: 'nonmetallic' },
    ends: [i < 20 ? { label: 'panel' } : { boxId: `b${i - 20}`, label: `box ${i - 19}`, freeLength: at(7 * IN), side: 'top' }, { boxId: b.id, label: b.name, freeLength: at(7 * IN), side: 'top' }],
    ...{ direction: 'known', unbrokenIn: [], whiteUsedAsHot: 'no' },
  })); // prettier-ignore
  const devices = allBoxes.map((b, i) => ({
    id: `v${i}`,
    name: `receptacle ${i + 1}`,
    boxId: b.id,
    kind: 'duplex-15',
    condition: 'sound',
  }));
  const breakers = circuits.map((c, i) => ({ id: `br${i}`, circuitId: c.id, space: i + 1, poles: 1, type: 'P1' }));
  return {
    ...quinceStreet,
    ...{ id, name: 'Big house' },
    site: {
      ...{
        rooms: [...list, { id: 'outside', name: 'not yet entered', use: 'outdoors' }],
        walls,
        boxes: allBoxes,
        cables,
        devices,
        circuits,
      },
      loads: circuits.map((c, i) => ({
        id: `l${i}`,
        name: `lamps ${i + 1}`,
        watts: 120,
        continuous: false,
        fixed: false,
        circuitId: c.id,
      })),
      panel: {
        ...{ name: 'Panel', spaces: 42, mainA: 200, types: 'P1', covered: [], breakers, tests: [] },
        place: { wallId: 'r0-n', face: 'A', fromLeft: at(30 * IN), bottom: at(48 * IN) },
      },
    },
  };
}

/** A job in it that has taken no way yet: wanted in the middle of the house, or where a door is. */
export const bigJob = (house, id, name, fromLeftIn) => ({
  ...{ format: 'saddle-job', version: DOCUMENT_VERSION, id, houseId: house.id, name, purpose: 'outlet' },
  want: {
    ...{ kind: 'outlet', loads: [{ name: 'lamp', watts: 60, continuous: false }] },
    places: [{ wallId: house.site.walls[Math.min(house.site.walls.length - 1, 202)].id, face: 'A', fromLeft: { mm: fromLeftIn * 25.4, known: 'measured' }, bottom: { mm: 13.25 * 25.4, known: 'measured' } }],
    ...{ ownCircuit: false, mayShow: false, forbidden: [], weights: { hours: 1, money: 1, holes: 1, drying: 1, unknowns: 1 } },
  },
  changes: [],
  schools: DEFAULT_SCHOOLS,
  work: { ticks: [], notes: [], values: [], proofs: [] },
}); // prettier-ignore
