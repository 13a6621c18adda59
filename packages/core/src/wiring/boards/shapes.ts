/** What a bench is drawn with: shapes in drawing units, and what a conductor's colour says. */
import { GROUND_COLOURS, type WireColour, type WireEnd } from '../../model/index.js';

export interface BenchWire {
  key: string;
  /** where an instrument touches it */
  node: string;
  end: WireEnd;
  colour: WireColour;
  letter: string;
  points: [number, number][];
  label: [number, number];
  /** where it ends: the spot to grab */
  tip: [number, number];
  loose: boolean;
}
export interface BenchSpot {
  key: string;
  node: string;
  kind: 'terminal' | 'splice' | 'cap';
  x: number;
  y: number;
  label: string;
  device?: string;
  terminal?: string;
  joint?: string;
  count: number;
  role: 'hot' | 'neutral' | 'ground' | 'other';
  side: 'left' | 'right' | 'below' | 'above';
  /** what is written beside it, clear of the screw; LINE or LOAD stands on the device itself */
  words?: { x: number; y: number; anchor: 'start' | 'end'; text: string };
}
export interface BenchDeviceShape {
  id: string;
  name: string;
  form: string;
  x: number;
  y: number;
  width: number;
  height: number;
  faces: {
    face: 'upper' | 'lower';
    x: number;
    y: number;
    width: number;
    height: number;
    pins: { pin: 'hot' | 'neutral' | 'ground'; node: string; x: number; y: number }[];
  }[];
  brassTab: boolean;
  silverTab: boolean;
}
export interface BenchBoxShape {
  id: string;
  name: string;
  x: number;
  y: number;
  width: number;
  height: number;
  cables: { id: string; x: number; width: number; name: string; toward: string; kind: string; free: string; side: string; y: number }[];
}
export interface BenchDrawing {
  width: number;
  height: number;
  boxes: BenchBoxShape[];
  devices: BenchDeviceShape[];
  spots: BenchSpot[];
  wires: BenchWire[];
}

/** Between conductors of a cable, between cables, between rows of splices and between lanes of wires. */
export const WIRE = 22;
export const CABLE_GAP = 20;
export const ROW = 34;
export const LANE = 9;
/** Between wires that fan out under one connector. */
export const FAN = 6;
/** Between wires that come down side by side at the panel. */
export const COLUMN = 9;
/** Where conductors come out of a sheath at the top, and where the sheath is drawn. */
export const TOP = 74;
export const SHEATH_Y = 38;
/** Where the first row of splices begins, and how far under the last the first lane lies. */
export const FIRST_ROW = TOP + 35;
export const UNDER_ROWS = 29;
/** room for sheaths and their words under the boxes */
export const BELOW = 92;
export const DEVICE = { width: 84, height: 176, gap: 116 };

const HOTS: WireColour[] = ['black', 'red', 'brown'];
export const LETTERS: Record<WireColour, string> = {
  black: 'H',
  red: 'R',
  brown: 'L',
  blue: 'N',
  white: 'N',
  grey: 'N',
  bare: 'G',
  green: 'G',
  'green-yellow': 'E',
};

export const roleOf = (colour: WireColour): 'hot' | 'neutral' | 'ground' =>
  HOTS.includes(colour) ? 'hot' : GROUND_COLOURS.includes(colour) ? 'ground' : 'neutral';
export const ORDER = { hot: 0, neutral: 1, ground: 2, other: 1 } as const;
