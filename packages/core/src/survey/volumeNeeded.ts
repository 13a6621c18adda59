/** What a box would need of its volume in another kind. */
import type { BoxKind } from '../catalog/index.js';
import { withKind } from '../layout/index.js';
import type { Box, Edition, Site, Wall } from '../model/index.js';
import { fillOf } from '../wiring/index.js';

/** By the kind, in³: clamps inside take their room where a kind has them (314.16(B)(2)). */
export const volumeNeeded =
  (site: Site, wall: Wall, box: Box, edition: Edition) =>
  (kind: BoxKind): number =>
    fillOf(site, kind.id === box.kind ? box : withKind(wall, box, kind.id), edition).neededIn3;
