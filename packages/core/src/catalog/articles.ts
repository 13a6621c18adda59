/** What is bought for this work, by unit, with a round placeholder price in no currency until the user edits it. No makes, no shops. */
export type ArticleUnit = 'each' | 'ft' | 'l';
export interface Article {
  name: string;
  group: 'cable' | 'boxes' | 'devices' | 'panel' | 'fixing' | 'raceway' | 'closing up' | 'outdoors';
  unit: ArticleUnit;
  /** placeholder: edit me */
  price: number;
}
const row = (group: Article['group'], name: string, unit: ArticleUnit, price: number): Article => ({ name, group, unit, price });

export const ARTICLES = {
  'cable-14': row('cable', '14 AWG sheathed cable with ground', 'ft', 1),
  'cable-12': row('cable', '12 AWG sheathed cable with ground', 'ft', 1.5),
  'cable-10': row('cable', '10 AWG sheathed cable and thicker', 'ft', 2.5),
  'cable-14-3': row('cable', '14 AWG sheathed cable, three conductors or more', 'ft', 1.5),
  'cable-12-3': row('cable', '12 AWG sheathed cable, three conductors or more', 'ft', 2.25),
  'cable-10-3': row('cable', '10 AWG and thicker, three conductors or more', 'ft', 3.75),
  wire: row('cable', 'single wire', 'ft', 0.4),
  'box-old-work': row('boxes', 'old-work box with wings', 'each', 4),
  'box-nail-on': row('boxes', 'nail-on box', 'each', 2),
  'box-metal': row('boxes', 'metal box', 'each', 5),
  'box-masonry': row('boxes', 'masonry box', 'each', 6),
  'box-surface': row('boxes', 'device box of a raceway', 'each', 12),
  'box-round': row('boxes', 'round box with its bar or brace', 'each', 5),
  'box-other': row('boxes', 'box of another kind', 'each', 6),
  'box-extension': row('boxes', 'box extension', 'each', 4),
  divider: row('boxes', 'divider for a box', 'each', 3),
  'receptacle-15': row('devices', 'receptacle, 15 A', 'each', 3),
  'receptacle-20': row('devices', 'receptacle, 20 A', 'each', 5),
  'receptacle-protective': row('devices', 'ground-fault or arc-fault receptacle', 'each', 25),
  switch: row('devices', 'switch', 'each', 4),
  lampholder: row('devices', 'lampholder', 'each', 4),
  lamp: row('devices', 'lamp', 'each', 5),
  plate: row('devices', 'cover plate', 'each', 1),
  'low-voltage-insert': row('devices', 'opening for low voltage in a plate', 'each', 3),
  'low-voltage-cable': row('cable', 'low-voltage or data cable', 'ft', 0.5),
  breaker: row('panel', 'breaker', 'each', 20),
  'breaker-protective': row('panel', 'arc-fault or ground-fault breaker', 'each', 50),
  clamp: row('panel', 'cable clamp or connector for a knockout', 'each', 1),
  connector: row('fixing', 'connector for a splice', 'each', 0.25),
  'ground-screw': row('fixing', 'ground screw', 'each', 0.25),
  staple: row('fixing', 'staple', 'each', 0.1),
  'steel-plate': row('fixing', 'steel plate', 'each', 1),
  bushing: row('fixing', 'bushing for a metal stud', 'each', 0.5),
  screw: row('fixing', 'screw', 'each', 0.1),
  anchor: row('fixing', 'wall anchor with its screw', 'each', 0.5),
  tape: row('fixing', 'insulating tape, a roll', 'each', 3),
  track: row('raceway', 'raceway track', 'ft', 2.5),
  cover: row('raceway', 'raceway cover', 'ft', 1.5),
  'raceway-fitting': row('raceway', 'raceway fitting', 'each', 6),
  board: row('closing up', 'patch piece', 'each', 3),
  batten: row('closing up', 'batten behind a patch', 'each', 1),
  'joint-tape': row('closing up', 'joint tape', 'ft', 0.1),
  compound: row('closing up', 'joint compound', 'l', 4),
  primer: row('closing up', 'primer', 'l', 10),
  paint: row('closing up', 'wall paint', 'l', 12),
  mortar: row('closing up', 'mortar and plaster', 'l', 2),
  seal: row('closing up', 'fire-block sealant, a hole', 'each', 2),
  sleeve: row('outdoors', 'liquid-tight sleeve', 'each', 15),
  sealant: row('outdoors', 'exterior sealant, a tube', 'each', 8),
  'in-use-cover': row('outdoors', 'in-use cover with its gasket', 'each', 12),
} as const satisfies Record<string, Article>;
export type ArticleId = keyof typeof ARTICLES;
export const ARTICLE_IDS = Object.keys(ARTICLES) as [ArticleId, ...ArticleId[]];

/** The user's own prices where they gave one. */
export type Prices = Partial<Record<ArticleId, number | undefined>>;
export const priceOf = (prices: Prices | undefined, article: ArticleId): number => prices?.[article] ?? ARTICLES[article].price;

/** Coils that cable is sold in (common practice), and what a foot costs in each against the price of a foot: placeholders as well. */
export const COILS = [
  { ft: 25, times: 1.2 },
  { ft: 50, times: 1.1 },
  { ft: 100, times: 1 },
  { ft: 250, times: 0.85 },
] as const;
export const COIL_ARTICLES = [
  ...(['cable-14', 'cable-12', 'cable-10', 'cable-14-3', 'cable-12-3', 'cable-10-3'] as const),
] as const satisfies readonly ArticleId[];
export type CoilArticle = (typeof COIL_ARTICLES)[number];
/** What pieces are cut from: coils, and the lengths of a raceway. */
export const CUT_ARTICLES = [...COIL_ARTICLES, 'track', 'cover'] as const satisfies readonly ArticleId[];
export type CutArticle = (typeof CUT_ARTICLES)[number];
