/** The plan of one box: what prints it, draws it, wires it on the bench and proves it. */
import type { Device } from '../../model/index.js';
import type { CableInBox } from '../boxContents.js';
import type { PlannedJoint } from './lead.js';

export interface PlannedDevice {
  id: string;
  kind: Device['kind'];
  name: string;
  /** tabs of a duplex that are broken */
  broken: { brass: boolean; silver: boolean } | undefined;
}
export interface WiringPlan {
  boxId: string;
  boxName: string;
  devices: PlannedDevice[];
  cables: { id: string; label: string; side: CableInBox['side']; kind: string; unbroken: boolean }[];
  joints: PlannedJoint[];
  pigtailMm: number;
  takeApart: string[];
  connect: string[];
  /** those of its lines that break tabs: they come first, and are said as they are */
  breaks: string[];
  fold: string[];
  /** where a school gave way, and what to look at */
  notes: string[];
  /** why no plan can be given; then all lists are empty */
  refused: string[];
  /** what has to be found out before there can be a plan; then all lists are empty */
  missing: string[];
}
