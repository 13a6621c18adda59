/** Rounds that were practised on this device; nothing of it leaves it. */
import { Progress, withRound } from '@saddle/core/practice';

const KEY = 'saddle-practice';
export function ownProgress(): Progress {
  try {
    const kept = Progress.safeParse(JSON.parse(localStorage.getItem(KEY) ?? '{}'));
    return kept.success ? kept.data : {};
  } catch {
    return {};
  }
}
export function keepRound(topic: string, round: Parameters<typeof withRound>[2]): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(withRound(ownProgress(), topic, round)));
  } catch {
    // it is only not remembered
  }
}
export function forgetProgress(): void {
  try {
    localStorage.removeItem(KEY);
  } catch {
    // nothing was kept
  }
}
