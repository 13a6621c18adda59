/** Devices by kind with their terminals, as seen from the front with the ground contact down. */
export const DEVICE_KIND_IDS = [
  'duplex-15',
  'duplex-20',
  'single-15',
  'single-20',
  'ground-fault-15',
  'ground-fault-20',
  'switch-15',
  'switch-20',
  'three-way-15',
  'four-way-15',
  'lampholder',
] as const;
export type DeviceKindId = (typeof DEVICE_KIND_IDS)[number];
export type DeviceKindForm = 'duplex' | 'single' | 'ground-fault' | 'switch' | 'three-way' | 'four-way' | 'lamp';

export interface DeviceKind {
  id: DeviceKindId;
  name: string;
  form: DeviceKindForm;
  ratingA: 15 | 20;
  /** outlets on the yoke: a duplex is two (decides whether a 15 A face may sit on a 20 A circuit); 0 of a switch or lampholder */
  outlets: 0 | 1 | 2;
  groundFault: boolean;
  /** gangs of the box it takes up; a lampholder is the cover of its own box and counts no yoke */
  yokes: 0 | 1;
  /** how far the body reaches behind the yoke, in mm (common practice; measure the one in hand) */
  bodyDepthMm: number;
}

const kind = (id: DeviceKindId, name: string, form: DeviceKindForm, ratingA: 15 | 20, bodyDepthMm = 25.4): DeviceKind => ({
  id,
  name,
  form,
  ratingA,
  outlets: form === 'duplex' || form === 'ground-fault' ? 2 : form === 'single' ? 1 : 0,
  groundFault: form === 'ground-fault',
  yokes: form === 'lamp' ? 0 : 1,
  bodyDepthMm,
});

export const DEVICE_KINDS: Record<DeviceKindId, DeviceKind> = {
  'duplex-15': kind('duplex-15', 'duplex receptacle, 15 A', 'duplex', 15),
  'duplex-20': kind('duplex-20', 'duplex receptacle, 20 A', 'duplex', 20),
  'single-15': kind('single-15', 'single receptacle, 15 A', 'single', 15),
  'single-20': kind('single-20', 'single receptacle, 20 A', 'single', 20),
  'ground-fault-15': kind('ground-fault-15', 'ground-fault receptacle, 15 A', 'ground-fault', 15, 31.75),
  'ground-fault-20': kind('ground-fault-20', 'ground-fault receptacle, 20 A', 'ground-fault', 20, 31.75),
  'switch-15': kind('switch-15', 'switch, 15 A', 'switch', 15),
  'switch-20': kind('switch-20', 'switch, 20 A', 'switch', 20),
  'three-way-15': kind('three-way-15', 'three-way switch, 15 A', 'three-way', 15, 28.6),
  'four-way-15': kind('four-way-15', 'four-way switch, 15 A', 'four-way', 15, 31.75),
  lampholder: kind('lampholder', 'lampholder', 'lamp', 15, 19),
};
export const isReceptacle = (id: DeviceKindId): boolean => DEVICE_KINDS[id].outlets > 0;
