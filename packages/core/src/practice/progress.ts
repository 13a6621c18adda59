/** What somebody has practised, by topic; kept on the device, no accounts. */
import * as z from 'zod';

export const Rounds = z.strictObject({
  rounds: z.number().int().min(0),
  done: z.number().int().min(0),
  /** ended by a dangerous act */
  dangerous: z.number().int().min(0),
  /** minutes of the rounds that were found, and of the best search for them */
  minutes: z.number().min(0),
  best: z.number().min(0),
});
export type Rounds = z.infer<typeof Rounds>;
export const Progress = z.record(z.string().min(1).max(20), Rounds);
export type Progress = z.infer<typeof Progress>;

const NONE: Rounds = { rounds: 0, done: 0, dangerous: 0, minutes: 0, best: 0 };
/** @param topic like `F1`; a round that was not done adds no minutes */
export function withRound(
  progress: Progress,
  topic: string,
  round: { done: boolean; dangerous?: boolean; minutes?: number; best?: number },
): Progress {
  const before = progress[topic] ?? NONE;
  const timed = round.done && round.minutes !== undefined && round.best !== undefined;
  return {
    ...progress,
    [topic]: {
      rounds: before.rounds + 1,
      done: before.done + (round.done ? 1 : 0),
      dangerous: before.dangerous + (round.dangerous ? 1 : 0),
      minutes: before.minutes + (timed ? round.minutes! : 0),
      best: before.best + (timed ? round.best! : 0),
    },
  };
}
/** `3 of 4, 1.4 × the best search’s minutes; 1 ended dangerously` */
export function progressWords(rounds: Rounds | undefined): string {
  if (!rounds?.rounds) return 'not tried yet';
  const pace = rounds.best > 0 ? `, ${(rounds.minutes / rounds.best).toFixed(1)} × the best search’s minutes` : '';
  return `${rounds.done} of ${rounds.rounds}${pace}${rounds.dangerous ? `; ${rounds.dangerous} ended by a dangerous act` : ''}`;
}
