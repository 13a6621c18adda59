/** Where the screws and slots of each kind of device are, seen from the front with the ground contact down. */
import { nodeOf } from '../../circuit/index.js';
import type { TERMINALS } from '../../model/index.js';
import { DEVICE, type BenchDeviceShape, type BenchSpot } from './shapes.js';

/** x and y on the device, the side a wire comes from, and what belongs on it. */
type TerminalPlace = [number, number, BenchSpot['side'], BenchSpot['role']];

/** Terminal places on a device of one form. From behind, left and right change places. */
export function terminalPlaces(form: keyof typeof TERMINALS, seen: 'front' | 'back'): Record<string, TerminalPlace> {
  const front = frontPlaces(form);
  if (seen === 'front') return front;
  const swap = { left: 'right', right: 'left', above: 'above', below: 'below' } as const;
  return Object.fromEntries(
    Object.entries(front).map(([name, [x, y, side, role]]): [string, TerminalPlace] => [name, [DEVICE.width - x, y, swap[side], role]]),
  );
}

function frontPlaces(form: keyof typeof TERMINALS): Record<string, TerminalPlace> {
  const [w, h] = [DEVICE.width, DEVICE.height];
  const [up, low] = [48, h - 48];
  switch (form) {
    case 'duplex':
      return {
        'silver upper': [0, up, 'left', 'neutral'],
        'silver lower': [0, low, 'left', 'neutral'],
        'brass upper': [w, up, 'right', 'hot'],
        'brass lower': [w, low, 'right', 'hot'],
        green: [16, h, 'below', 'ground'],
      };
    case 'single':
      return { silver: [0, up, 'left', 'neutral'], brass: [w, up, 'right', 'hot'], green: [16, h, 'below', 'ground'] };
    case 'ground-fault':
      return {
        'load silver': [0, up, 'left', 'neutral'],
        'line silver': [0, low, 'left', 'neutral'],
        'load brass': [w, up, 'right', 'hot'],
        'line brass': [w, low, 'right', 'hot'],
        green: [16, h, 'below', 'ground'],
      };
    case 'switch':
      return { 'screw 1': [w, up, 'right', 'hot'], 'screw 2': [w, low, 'right', 'hot'], green: [16, h, 'below', 'ground'] };
    case 'three-way':
      return {
        common: [w, low, 'right', 'hot'],
        'traveller 1': [0, up, 'left', 'hot'],
        'traveller 2': [w, up, 'right', 'hot'],
        green: [16, h, 'below', 'ground'],
      };
    case 'four-way':
      return {
        'in 1': [0, low, 'left', 'hot'],
        'in 2': [w, low, 'right', 'hot'],
        'out 1': [0, up, 'left', 'hot'],
        'out 2': [w, up, 'right', 'hot'],
        green: [16, h, 'below', 'ground'],
      };
    case 'lamp':
    case 'appliance':
      return { neutral: [0, up, 'left', 'neutral'], hot: [w, up, 'right', 'hot'], green: [16, h, 'below', 'ground'] };
  }
}

/** The three slots of a face, ground down. */
export const facePins = (deviceId: string, face: 'upper' | 'lower', x: number, y: number): BenchDeviceShape['faces'][number]['pins'] => [
  { pin: 'neutral', node: nodeOf.slot(deviceId, face, 'neutral'), x: x + 16, y: y + 22 },
  { pin: 'hot', node: nodeOf.slot(deviceId, face, 'hot'), x: x + 36, y: y + 22 },
  { pin: 'ground', node: nodeOf.slot(deviceId, face, 'ground'), x: x + 26, y: y + 44 },
];
