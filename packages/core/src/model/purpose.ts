/** What a person wants to do, as it is stored. */
import * as z from 'zod';
import { PURPOSES } from './purposes.js';

export const Purpose = z.enum(PURPOSES);
export type Purpose = z.infer<typeof Purpose>;
