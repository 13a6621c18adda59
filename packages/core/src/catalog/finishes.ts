/** Layers a wall face is made of. Thickness is only where the thing is made in one; the person's measurement wins. */
import { inches } from '../measure/index.js';
import type { Source } from './source.js';
import { practice } from './source.js';

export const FINISH_IDS = [
  'drywall',
  'plaster-lath',
  'plaster',
  'wood-panelling',
  'tile-on-board',
  'brick',
  'block',
  'stucco',
  'wood-siding',
] as const;
export type FinishId = (typeof FINISH_IDS)[number];

export interface Finish {
  id: FinishId;
  name: string;
  /** usual thickness in mm, offered and marked as assumed */
  usualMm: number;
  /** whether the surface burns: decides the setback allowed in front of a box */
  combustible: boolean;
  /** whether box wings can clamp behind it */
  hollow: boolean;
  source: Source;
}

export const FINISHES: Record<FinishId, Finish> = {
  drywall: { id: 'drywall', name: 'drywall', usualMm: inches(0.5), combustible: false, hollow: true, source: practice },
  'plaster-lath': {
    id: 'plaster-lath',
    name: 'plaster on wood lath',
    usualMm: inches(0.875),
    combustible: false,
    hollow: true,
    source: practice,
  },
  plaster: { id: 'plaster', name: 'plaster on masonry', usualMm: 13, combustible: false, hollow: false, source: practice },
  'wood-panelling': {
    id: 'wood-panelling',
    name: 'wood panelling',
    usualMm: inches(0.25),
    combustible: true,
    hollow: true,
    source: practice,
  },
  'tile-on-board': {
    id: 'tile-on-board',
    name: 'tile on backer board',
    usualMm: inches(0.875),
    combustible: false,
    hollow: true,
    source: practice,
  },
  brick: { id: 'brick', name: 'brick', usualMm: inches(3.625), combustible: false, hollow: false, source: practice },
  block: { id: 'block', name: 'concrete block', usualMm: inches(7.625), combustible: false, hollow: false, source: practice },
  stucco: { id: 'stucco', name: 'stucco on sheathing', usualMm: inches(1.375), combustible: false, hollow: false, source: practice },
  'wood-siding': {
    id: 'wood-siding',
    name: 'wood siding on sheathing',
    usualMm: inches(1.25),
    combustible: true,
    hollow: false,
    source: practice,
  },
};

/** The same by the names of the UK, and what is met in dwellings there. */
const UK_FINISHES: Partial<Record<FinishId, string>> = {
  plaster: 'plaster on masonry',
  drywall: 'plasterboard',
  'plaster-lath': 'lath and plaster',
  'tile-on-board': 'tiles',
  'wood-panelling': 'panelling',
  brick: 'bare brick',
  block: 'bare block',
};
/** Usual thickness of a plasterboard there, mm (common practice). */
export const UK_BOARD_MM = 12.5;
export const finishesOf = (uk: boolean): { id: FinishId; name: string }[] =>
  FINISH_IDS.flatMap((id) => (uk ? (UK_FINISHES[id] ? [{ id, name: UK_FINISHES[id] }] : []) : [{ id, name: FINISHES[id].name }]));
