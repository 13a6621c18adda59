/** Rule books that a house may go by, and how they are named. Without schemas: the first page needs no more. */

/** Editions of the US book; everything that judges a job goes by one of them. */
export const EDITIONS = ['US-2017', 'US-2020', 'US-2023'] as const;
type Edition = (typeof EDITIONS)[number];
/** BS 7671:2018 with Amendment 2:2022. */
export const UK_EDITION = 'UK-2022';
/** Every book that a house may go by. */
export const BOOKS = [...EDITIONS, UK_EDITION] as const;
type Book = (typeof BOOKS)[number];
/** How a book is named on screens and paper. */
export const bookWords = (book: Book): string => (book === UK_EDITION ? 'BS 7671:2018+A2:2022' : book.replace('-', ' '));
export const isUk = (house: { edition: Book }): boolean => house.edition === UK_EDITION;
/** Something that only the US book judges was asked of a house that goes by another. */
export class OtherBookError extends Error {
  constructor(readonly book: Book) {
    super(
      `This house goes by the UK book (BS 7671); this is by the US one and is not there for it. Its circuits, and the jobs on them, are.`,
    );
    this.name = 'OtherBookError';
  }
}
/** The US edition of a house. Throws OtherBookError for one by another book: nothing of it is judged by the wrong rules. */
export function usBook({ edition }: { edition: Book }): Edition {
  if (edition === UK_EDITION) throw new OtherBookError(edition);
  return edition;
}
export const editionYear = (edition: Edition): number => Number(edition.slice(3));
