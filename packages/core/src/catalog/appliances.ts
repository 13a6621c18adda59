/** Small list of generic appliances to start from. The nameplate of the one in hand always wins. */
import { practice, type Source } from './source.js';

export interface Appliance {
  name: string;
  watts: number;
  /** usually on for three hours or more */
  continuous: boolean;
  source: Source;
}

const rows: [string, number, boolean?][] = [
  ['sewing machine', 85],
  ['steam press', 1100],
  ['clothes iron', 1200],
  ['portable heater', 1500],
  ['portable air conditioner', 1200, true],
  ['dehumidifier', 500, true],
  ['fan', 60],
  ['table lamp', 60],
  ['laptop computer', 90],
  ['desktop computer and screen', 350, true],
  ['laser printer', 900],
  ['television', 150, true],
  ['audio amplifier', 300, true],
  ['vacuum cleaner', 1200],
  ['aquarium heater', 300, true],
  ['aquarium pump', 40, true],
  ['aquarium light', 60, true],
  ['kettle', 1500],
  ['coffee maker', 1000],
  ['toaster', 900],
  ['microwave oven', 1300],
  ['freezer', 350, true],
  ['hair dryer', 1500],
  ['phone charger', 20],
  ['table-top kiln', 1750, true],
  ['router table', 1200],
  ['shop vacuum', 1000],
];

export const APPLIANCES: Appliance[] = rows.map(([name, watts, continuous = false]) => ({ name, watts, continuous, source: practice }));
