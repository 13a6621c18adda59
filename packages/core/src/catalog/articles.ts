/** What is bought for this work, by unit, with a round placeholder price in no currency until the user edits it. No makes, no shops. */
export type ArticleUnit = 'each' | 'ft' | 'm' | 'l';
export interface Article {
  name: string;
  group: 'cable' | 'boxes' | 'devices' | 'panel' | 'fixing' | 'raceway' | 'closing up' | 'outdoors';
  unit: ArticleUnit;
  /** placeholder: edit me */
  price: number;
  /** of the UK catalogue */
  uk?: true;
}
const row = (group: Article['group'], name: string, unit: ArticleUnit, price: number): Article => ({ name, group, unit, price });

const ukRow = (group: Article['group'], name: string, unit: ArticleUnit, price: number): Article => ({
  ...row(group, name, unit, price),
  uk: true,
});

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
  'uk-cable-1.0': ukRow('cable', '1.0/1.0 mm² flat twin-and-earth', 'm', 0.8),
  'uk-cable-1.5': ukRow('cable', '1.5/1.0 mm² flat twin-and-earth', 'm', 1),
  'uk-cable-2.5': ukRow('cable', '2.5/1.5 mm² flat twin-and-earth', 'm', 1.5),
  'uk-cable-4': ukRow('cable', '4/1.5 mm² flat twin-and-earth', 'm', 2.5),
  'uk-cable-6': ukRow('cable', '6/2.5 mm² flat twin-and-earth', 'm', 3.5),
  'uk-singles-1.5': ukRow('cable', 'single core 1.5 mm², brown, blue, or green and yellow', 'm', 0.4),
  'uk-singles-2.5': ukRow('cable', 'single core 2.5 mm², brown, blue, or green and yellow', 'm', 0.6),
  'uk-singles-4': ukRow('cable', 'single core 4 mm², brown, blue, or green and yellow', 'm', 1),
  'uk-singles-6': ukRow('cable', 'single core 6 mm², brown, blue, or green and yellow', 'm', 1.4),
  'uk-sleeving': ukRow('cable', 'green-and-yellow sleeving', 'm', 0.5),
  'uk-earth-lead': ukRow('cable', 'green-and-yellow single, 4 mm²', 'm', 1),
  'uk-box-metal': ukRow('boxes', 'metal back box', 'each', 2),
  'uk-box-lined': ukRow('boxes', 'drylining box', 'each', 2),
  'uk-box-surface': ukRow('boxes', 'surface box', 'each', 3),
  'uk-box-weather': ukRow('outdoors', 'weatherproof socket box with its cover, IP66', 'each', 20),
  'uk-grommet': ukRow('boxes', 'grommet', 'each', 0.2),
  'uk-single': ukRow('devices', 'single 13 A socket, switched', 'each', 4),
  'uk-twin': ukRow('devices', 'twin 13 A socket, switched, two earth terminals', 'each', 6),
  'uk-single-plain': ukRow('devices', 'single 13 A socket, unswitched', 'each', 3),
  'uk-twin-plain': ukRow('devices', 'twin 13 A socket, unswitched, two earth terminals', 'each', 5),
  'uk-fused-unit': ukRow('devices', 'fused connection unit, switched', 'each', 8),
  'uk-outlet-plate': ukRow('devices', 'flex outlet plate', 'each', 3),
  'uk-fuse': ukRow('devices', 'plug fuse', 'each', 0.5),
  'uk-blank': ukRow('devices', 'blank plate', 'each', 2),
  'uk-breaker': ukRow('panel', 'breaker with 30 mA protection, of the consumer unit’s make', 'each', 30),
  'uk-connector': ukRow('fixing', 'maintenance-free connector', 'each', 1),
  'uk-crimp': ukRow('fixing', 'insulated crimp', 'each', 0.3),
  'uk-plug': ukRow('fixing', 'wall plug for brick with its screw', 'each', 0.1),
  'uk-plug-block': ukRow('fixing', 'plug for aerated block with its screw', 'each', 0.3),
  'uk-fixing-board': ukRow('fixing', 'fixing for plasterboard with its screw', 'each', 0.4),
  'uk-plate': ukRow('fixing', 'steel plate over a notch', 'each', 0.6),
  'uk-clip': ukRow('fixing', 'cable clip', 'each', 0.1),
  'uk-notice': ukRow('fixing', 'notice or label', 'each', 1),
  'uk-trunking': ukRow('raceway', 'mini-trunking', 'm', 2),
  'uk-conduit': ukRow('raceway', '20 mm conduit with its bends and saddles', 'm', 3),
  'uk-oval-conduit': ukRow('closing up', 'oval conduit, 20 mm', 'm', 1.5),
  'uk-capping': ukRow('closing up', 'capping', 'm', 1),
  'uk-bonding': ukRow('closing up', 'bonding coat and finish plaster', 'l', 2),
  'uk-one-coat': ukRow('closing up', 'one-coat plaster', 'l', 2),
  'uk-board': ukRow('closing up', 'piece of plasterboard', 'each', 3),
} as const satisfies Record<string, Article>;
export type ArticleId = keyof typeof ARTICLES;
export const ARTICLE_IDS = Object.keys(ARTICLES) as [ArticleId, ...ArticleId[]];

/** What of the price book is of a house’s country. */
export const articleIdsOf = (uk: boolean): ArticleId[] => ARTICLE_IDS.filter((id) => ((ARTICLES[id] as Article).uk === true) === uk);
/** What flat cable is sold in, m: cut, or in coils that are cheaper by the metre (common practice; placeholders). */
export const UK_COILS = [
  { m: 1, times: 1 },
  { m: 50, times: 0.8 },
  { m: 100, times: 0.7 },
] as const;
export const UK_CABLES = [
  'uk-cable-1.0',
  'uk-cable-1.5',
  'uk-cable-2.5',
  'uk-cable-4',
  'uk-cable-6',
] as const satisfies readonly ArticleId[];

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
