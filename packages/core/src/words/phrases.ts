/** What a judgement says, as data: a code, its figures, and the words made of them. The words of every judge stand in this folder alone. */

/** A figure of a phrase: lengths in mm, everything else in the unit that its name or its phrase gives; `Told`: what another judgement said. */
export type Figure = string | number | boolean | null | undefined | readonly (string | number)[] | Told | readonly Told[];

export interface Told {
  /** subject and outcome, `box-fill.fits`: unique, and the same whatever the words are */
  code: string;
  /** what the words are made of */
  figures: Readonly<Record<string, Figure>>;
  /** one plain sentence */
  says: string;
  /** what to measure or look at, when nothing can be told */
  ask?: string;
}

/** The words of one outcome: a sentence, and what to measure or look at where nothing can be told. */
type Worded = string | { says: string; ask: string | undefined };
// `never`: every phrase names its own figures, and a phrase is only called with those
type Phrase = (figures: never) => Worded;
type Tellers<Table extends Record<string, Phrase>> = {
  readonly [Outcome in keyof Table]: Parameters<Table[Outcome]> extends [] ? () => Told : (figures: Parameters<Table[Outcome]>[0]) => Told;
};

/** Phrases of one subject, each ready to be told: `fillWords.fits({ neededIn3, volumeIn3 })` is code `fill.fits`, its figures and its words. */
export function phrases<const Table extends Record<string, Phrase>>(subject: string, table: Table): Tellers<Table> {
  const teller = (outcome: string, phrase: Phrase) => (figures?: Record<string, Figure>) => {
    const words = (phrase as (figures: unknown) => Worded)(figures);
    return { code: `${subject}.${outcome}`, figures: figures ?? {}, ...(typeof words === 'string' ? { says: words } : words) };
  };
  return Object.fromEntries(
    Object.entries(table).map(([outcome, phrase]) => [outcome, teller(outcome, phrase)]),
  ) as unknown as Tellers<Table>;
}

/** What a judgement said, alone: for a phrase that goes on from it. */
export const toldBy = ({ code, figures, says, ask }: Told): Told => ({ code, figures, says, ...(ask === undefined ? {} : { ask }) });
