/** Devices by kind with their terminals, as seen from the front with the ground contact down. */
export const DEVICE_KIND_IDS = ['duplex-15', 'duplex-20', 'single-15', 'single-20', 'ground-fault-15', 'ground-fault-20'] as const;
export type DeviceKindId = (typeof DEVICE_KIND_IDS)[number];

export interface DeviceKind {
  id: DeviceKindId;
  name: string;
  ratingA: 15 | 20;
  /** outlets on the yoke: a duplex is two (decides whether a 15 A face may sit on a 20 A circuit) */
  outlets: 1 | 2;
  groundFault: boolean;
  /** how far the body reaches behind the yoke, in mm (common practice; measure the one in hand) */
  bodyDepthMm: number;
}

const kind = (id: DeviceKindId, name: string, ratingA: 15 | 20, outlets: 1 | 2, groundFault: boolean, bodyDepthMm: number): DeviceKind => ({
  id,
  name,
  ratingA,
  outlets,
  groundFault,
  bodyDepthMm,
});

export const DEVICE_KINDS: Record<DeviceKindId, DeviceKind> = {
  'duplex-15': kind('duplex-15', 'duplex receptacle, 15 A', 15, 2, false, 25.4),
  'duplex-20': kind('duplex-20', 'duplex receptacle, 20 A', 20, 2, false, 25.4),
  'single-15': kind('single-15', 'single receptacle, 15 A', 15, 1, false, 25.4),
  'single-20': kind('single-20', 'single receptacle, 20 A', 20, 1, false, 25.4),
  'ground-fault-15': kind('ground-fault-15', 'ground-fault receptacle, 15 A', 15, 2, true, 31.75),
  'ground-fault-20': kind('ground-fault-20', 'ground-fault receptacle, 20 A', 20, 2, true, 31.75),
};
