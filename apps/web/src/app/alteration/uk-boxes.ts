import { BOX_KINDS, UK_BOX_IDS, type UkBoxId } from '@saddle/core/catalog';
import type { Choice } from '../fields/choice-field';

/** Back boxes as a list to choose from. */
export const UK_BOX_CHOICES: Choice<UkBoxId>[] = UK_BOX_IDS.map((value) => ({ value, label: BOX_KINDS[value].name }));
