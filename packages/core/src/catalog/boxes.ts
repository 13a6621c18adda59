/** Box kinds, without makers. Volumes of metal boxes are the table's; plastic ones are typical, the stamp inside wins. */
import { inches } from '../measure/index.js';
import type { Source } from './source.js';
import { practice } from './source.js';

/** Back boxes by the UK book: metal to be let into brick, lined ones for hollow walls, and surface ones; for one accessory or a twin. */
export const UK_BOX_IDS = [
  'back-metal-25-1g',
  'back-metal-25-2g',
  'back-metal-35-1g',
  'back-metal-35-2g',
  'back-metal-47-1g',
  'back-metal-47-2g',
  'back-metal-16-1g',
  'back-metal-16-2g',
  'back-lined-35-1g',
  'back-lined-35-2g',
  'back-lined-47-1g',
  'back-lined-47-2g',
  'back-surface-32-1g',
  'back-surface-32-2g',
  'back-surface-47-1g',
  'back-weather-50-1g',
  'back-weather-50-2g',
] as const;
export type UkBoxId = (typeof UK_BOX_IDS)[number];
/** Whether a box is of the UK catalogue. */
export const isUkBox = (kind: string): kind is UkBoxId => (UK_BOX_IDS as readonly string[]).includes(kind);

export type ClampKind = 'internal' | 'moulded' | 'external' | 'none';
/** `surface`: stands on the finish, as a box of a surface raceway does */
export type Mounting = 'nail-on' | 'wings' | 'stud-screw' | 'masonry' | 'surface';

export interface BoxKind {
  id: BoxKindId;
  name: string;
  material: 'plastic' | 'metal';
  mounting: Mounting;
  gangs: number;
  /** body, seen from the front, in mm */
  widthMm: number;
  heightMm: number;
  /** from the front edge to the back, in mm */
  depthMm: number;
  volumeIn3: number;
  clamps: ClampKind;
  /** opening to cut for a box put into a closed wall, in mm; none for kinds that need open framing */
  opening?: { widthMm: number; heightMm: number };
  /** thickness of finish that the wings can clamp, in mm */
  clampsFinishMm?: { min: number; max: number };
  source: Source;
}

const TABLE_A: Source = { standard: 'NEC', edition: '2020', clause: 'Table 314.16(A)', from: 'memory' };

/** Each further gang adds 1 13/16 in centre to centre (common practice). */
export const GANG_PITCH_MM = inches(1.8125);

const single = { widthMm: inches(2.25), heightMm: inches(3.75) };
/** Of so many gangs beside each other. */
const bodyOf = (gangs: number) => ({ ...single, widthMm: single.widthMm + (gangs - 1) * GANG_PITCH_MM });

type Row = Omit<BoxKind, 'id' | 'source'> & { source?: Source };
const plastic = (
  name: string,
  mounting: Mounting,
  gangs: number,
  depthIn: number,
  volumeIn3: number,
  clamps: ClampKind,
  finishIn?: [number, number],
): Row => ({
  name,
  material: 'plastic',
  mounting,
  gangs,
  ...bodyOf(gangs),
  depthMm: inches(depthIn),
  volumeIn3,
  clamps,
  opening: finishIn ? bodyOf(gangs) : undefined,
  clampsFinishMm: finishIn ? { min: inches(finishIn[0]), max: inches(finishIn[1]) } : undefined,
});
const metal = (
  name: string,
  mounting: Mounting,
  size: [widthIn: number, heightIn: number, depthIn: number],
  volumeIn3: number,
  gangs = 1,
): Row => ({
  name,
  material: 'metal',
  mounting,
  gangs,
  widthMm: inches(size[0]),
  heightMm: inches(size[1]),
  depthMm: inches(size[2]),
  volumeIn3,
  clamps: mounting === 'masonry' ? 'none' : 'internal',
  opening: { widthMm: inches(size[0] + 0.0625), heightMm: inches(size[1] + 0.0625) },
  source: TABLE_A,
});

/** A kind of box is a row here, and nothing else: its id, its list, its form and its check follow. */
const ROWS = {
  'nail-on-1g-18': plastic('nail-on, one gang, 18 in³', 'nail-on', 1, 2.75, 18, 'none'),
  'nail-on-1g-20': plastic('nail-on, one gang, 20.3 in³', 'nail-on', 1, 3.125, 20.3, 'none'),
  'nail-on-1g-22': plastic('nail-on, one gang, 22.5 in³', 'nail-on', 1, 3.5, 22.5, 'none'),
  'nail-on-2g-34': plastic('nail-on, two gang, 34 in³', 'nail-on', 2, 3, 34, 'moulded'),
  'wings-1g-14': plastic('old-work with wings, one gang, shallow 14 in³', 'wings', 1, 2.25, 14, 'moulded', [0.25, 0.75]),
  'wings-1g-20': plastic('old-work with wings, one gang, deep 20 in³', 'wings', 1, 3, 20, 'moulded', [0.25, 0.75]),
  'wings-1g-plaster-20': plastic('old-work with long wings for plaster, one gang, 20 in³', 'wings', 1, 3, 20, 'moulded', [0.5, 1.25]),
  'wings-2g-32': plastic('old-work with wings, two gang, 32 in³', 'wings', 2, 2.75, 32, 'moulded', [0.25, 0.75]),
  'wings-2g-34': plastic('old-work with long wings for plaster, two gang, 34 in³', 'wings', 2, 3, 34, 'moulded', [0.5, 1.25]),
  'metal-device-2': metal('metal device box 3 × 2 × 2', 'stud-screw', [2, 3, 2], 10),
  'metal-device-2-1/4': metal('metal device box 3 × 2 × 2¼', 'stud-screw', [2, 3, 2.25], 10.5),
  'metal-device-2-1/2': metal('metal device box 3 × 2 × 2½', 'stud-screw', [2, 3, 2.5], 12.5),
  'metal-device-2-3/4': metal('metal device box 3 × 2 × 2¾', 'stud-screw', [2, 3, 2.75], 14),
  'metal-device-3-1/2': metal('metal device box 3 × 2 × 3½', 'stud-screw', [2, 3, 3.5], 18),
  'metal-utility-1-1/2': metal('metal device box 4 × 2⅛ × 1½', 'stud-screw', [2.125, 4, 1.5], 10.3),
  'metal-utility-1-7/8': metal('metal device box 4 × 2⅛ × 1⅞', 'stud-screw', [2.125, 4, 1.875], 13),
  'metal-utility-2-1/8': metal('metal device box 4 × 2⅛ × 2⅛', 'stud-screw', [2.125, 4, 2.125], 14.5),
  'metal-square-1-1/2': metal('metal 4 in square × 1½', 'stud-screw', [4, 4, 1.5], 21),
  'metal-square-2-1/8': metal('metal 4 in square × 2⅛', 'stud-screw', [4, 4, 2.125], 30.3),
  'masonry-2-1/2': metal('masonry box 3¾ × 2 × 2½', 'masonry', [2, 3.75, 2.5], 14),
  'masonry-3-1/2': metal('masonry box 3¾ × 2 × 3½', 'masonry', [2, 3.75, 3.5], 21),
  'surface-1g': {
    ...metal('device box of a surface raceway, one gang', 'surface', [2.875, 4.75, 2.25], 24),
    clamps: 'none',
    opening: undefined,
    source: practice,
  },
} satisfies Record<string, Row>;
export const BOX_KIND_IDS = Object.keys(ROWS) as (keyof typeof ROWS)[];
export const ALL_BOX_KIND_IDS = [...BOX_KIND_IDS, ...UK_BOX_IDS] as const;
export type BoxKindId = (typeof ALL_BOX_KIND_IDS)[number];

/** Body seen from the front, mm: square for one accessory, 60.3 mm more for a twin (BS 4662; memory). The leaf in its packet wins. */
const UK_BODY = { 1: { widthMm: 73, heightMm: 73 }, 2: { widthMm: 133, heightMm: 73 } } as const;
const BS_4662: Source = { standard: 'BS 4662', clause: 'boxes for enclosure of electrical accessories', from: 'memory' };
/** The lip of a lined box covers a cut a little larger than its body, mm (common practice). */
const LINED_CUT_MM = 2;
const LINED_BOARD_MM = { min: 7, max: 30 };
const PER_IN3 = 16387.064;
/** Let into the leaf, clamped behind board, screwed on, or screwed on outdoors. */
export type UkBoxSort = 'metal' | 'lined' | 'surface' | 'weather';
/** Sort of a back box; undefined for any other kind, and where nobody looked. */
export const ukBoxSort = (kind: string | undefined): UkBoxSort | undefined =>
  kind !== undefined && (UK_BOX_IDS as readonly string[]).includes(kind) ? (kind.split('-')[1] as UkBoxSort) : undefined;
function ukRow(id: UkBoxId): Row {
  const [, sort, deep, gang] = id.split('-') as [string, UkBoxSort, string, '1g' | '2g'];
  const gangs = gang === '1g' ? 1 : 2;
  const body = UK_BODY[gangs];
  const depthMm = Number(deep);
  const of = gangs === 1 ? 'single' : 'twin';
  const opening = sort === 'lined' ? { widthMm: body.widthMm + LINED_CUT_MM, heightMm: body.heightMm + LINED_CUT_MM } : sort === 'metal' ? body : undefined;
  return {
    ...body,
    name: sort === 'metal' ? `metal box ${deep} mm, ${of}` : sort === 'lined' ? `drylining box ${deep} mm, ${of}` : sort === 'weather' ? `weatherproof box ${deep} mm, ${of}` : `surface box ${deep} mm, ${of}`,
    material: sort === 'metal' ? 'metal' : 'plastic',
    mounting: sort === 'metal' ? 'masonry' : sort === 'lined' ? 'wings' : 'surface',
    ...{ gangs, depthMm, clamps: 'none', source: BS_4662 },
    // its room is judged by its depth there
    volumeIn3: (body.widthMm * body.heightMm * depthMm) / PER_IN3,
    ...(opening ? { opening } : {}),
    ...(sort === 'lined' ? { clampsFinishMm: LINED_BOARD_MM } : {}),
  };
} // prettier-ignore

export const BOX_KINDS: Record<BoxKindId, BoxKind> = Object.fromEntries([
  ...BOX_KIND_IDS.map((id) => [id, { id, source: practice, ...(ROWS[id] as Row) }]),
  ...UK_BOX_IDS.map((id) => [id, { id, ...ukRow(id) }]),
]) as Record<BoxKindId, BoxKind>;

/** Round boxes that a lampholder covers; volumes by Table 314.16(A), from memory. */
export const LAMP_BOX_IDS = ['octagon-1-1/2', 'octagon-2-1/8'] as const;
export type LampBoxId = (typeof LAMP_BOX_IDS)[number];
export const LAMP_BOXES: Record<LampBoxId, { name: string; volumeIn3: number; depthMm: number; source: Source }> = {
  'octagon-1-1/2': { name: 'metal octagon 4 × 1½', volumeIn3: 15.5, depthMm: inches(1.5), source: TABLE_A },
  'octagon-2-1/8': { name: 'metal octagon 4 × 2⅛', volumeIn3: 21.5, depthMm: inches(2.125), source: TABLE_A },
};

export const boxKinds = (): BoxKind[] => BOX_KIND_IDS.map((id) => BOX_KINDS[id]);

/** A standard one-gang cover plate, in mm (common practice); each further gang is one pitch wider. */
export const PLATE = { widthMm: inches(2.75), heightMm: inches(4.5) };
/** Faceplate of a single and of a twin (BS 1363 and common practice; memory). */
export const FACEPLATE = { 1: { widthMm: 86, heightMm: 86 }, 2: { widthMm: 146, heightMm: 86 } } as const;
export const plateWidthMm = (gangs: number): number => PLATE.widthMm + (gangs - 1) * GANG_PITCH_MM;
