/** A device that gives way to a new one of its kind. */
import { idOf, type Change, type Device } from '../model/index.js';

/** Sound, tamper-resistant, and nothing said of how it is wired: that is the plan’s. */
export function renewed(device: Device): Extract<Change, { do: 'replace-device' }> {
  const { presets: _p, wiredAs: _w, ...rest } = device;
  return {
    ...{ id: idOf('renew', device.id), title: `New ${device.name}`.slice(0, 120), do: 'replace-device', deviceId: device.id },
    device: { ...rest, condition: 'sound', tamperResistant: true },
  };
}
