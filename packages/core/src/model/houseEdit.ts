/** Edits of a house beside its survey: what is on hand, prices, money, the supply. Each gives a new house; a field given as undefined goes. */
import type { ArticleId } from '../catalog/index.js';
import type { Incoming } from './final.js';
import type { CoilOnHand } from './history.js';
import type { House, Job, Money, PriceNote } from './house.js';
import { changeOne, withFields, withoutOne } from './lists.js';

/** A record with one value put, or taken out where there is none: what isn’t known has no key. */
export function withArticle<T>(
  all: Partial<Record<ArticleId, T | undefined>> | undefined,
  id: ArticleId,
  value: T | undefined,
): Partial<Record<ArticleId, T>> {
  const { [id]: _before, ...rest } = all ?? {};
  return { ...(rest as Partial<Record<ArticleId, T>>), ...(value === undefined ? {} : { [id]: value }) };
}

type Fields<T> = { [K in keyof T]?: T[K] | undefined };

export const putIncoming = (house: House, part: Fields<Incoming>): House => ({
  ...house,
  incoming: withFields(house.incoming ?? {}, part),
});

export const addCoil = (house: House, coil: CoilOnHand): House => ({ ...house, onHand: [...(house.onHand ?? []), coil] });
export const changeCoil = (house: House, id: string, part: Fields<CoilOnHand>): House => ({
  ...house,
  onHand: changeOne(house.onHand ?? [], id, (h) => withFields(h, part)),
});
export const dropCoil = (house: House, id: string): House => ({ ...house, onHand: withoutOne(house.onHand ?? [], id) });
/** How many of an article are on hand; undefined: it is not counted any more. */
export function putCount(house: House, id: ArticleId, value: NonNullable<House['counts']>[ArticleId]): House {
  const counts = withArticle(house.counts, id, value);
  const { counts: _, ...rest } = house;
  return Object.keys(counts).length ? { ...rest, counts } : rest;
}

/** Where an article is bought, since when its price is so, what it is sold in. */
export function notePrice(house: House, id: ArticleId, part: Fields<PriceNote>): House {
  const next = withFields<PriceNote>(house.priceNotes?.[id] ?? {}, part);
  return { ...house, priceNotes: withArticle<PriceNote>(house.priceNotes, id, Object.keys(next).length ? next : undefined) };
}
/** A price that was typed is of `today`. */
export const putPrice = (house: House, id: ArticleId, price: number | undefined, today: string): House =>
  notePrice({ ...house, prices: withArticle(house.prices, id, price) }, id, { on: price === undefined ? undefined : today });

const BARE: Money = { fees: [], spares: false };
export const putMoney = (house: House, part: Fields<Money>): House => ({
  ...house,
  money: withFields<Money>({ ...BARE, ...house.money }, part),
});

/** A note at a step. */
export const addNote = <J extends Job>(job: J, note: Job['work']['notes'][number]): J => ({
  ...job,
  work: { ...job.work, notes: [...job.work.notes, note] },
});
