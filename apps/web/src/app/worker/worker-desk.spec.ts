import { describe, expect, it } from 'vitest';
import { WorkerDesk, type FromWorker, type Working } from './worker-desk';

/** A worker that does nothing by itself: a test sends for it. */
class Hand {
  onmessage: ((event: { data: FromWorker<string> }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  asked: unknown[] = [];
  ended = false;
  postMessage(question: unknown): void {
    this.asked.push(question);
  }
  terminate(): void {
    this.ended = true;
  }
  sends(data: FromWorker<string>): void {
    this.onmessage?.({ data });
  }
}
function desk() {
  const hands: Hand[] = [];
  const made = new WorkerDesk<string, string>(() => {
    hands.push(new Hand());
    return hands.at(-1) as unknown as Worker;
  });
  return { made, hands };
}
const follow = (source: ReturnType<WorkerDesk<string, string>['ask']>) => {
  const seen: Working<string>[] = [];
  const subscription = source.subscribe((s) => seen.push(s));
  return { seen, subscription };
};

describe('a worker’s desk', () => {
  it('how far it is, what stands meanwhile, the answer; the next question goes to the same worker', () => {
    const { made, hands } = desk();
    const { seen } = follow(made.ask('one'));
    hands[0]!.sends({ share: 0.5 });
    hands[0]!.sends({ meanwhile: 'half' });
    hands[0]!.sends({ share: 0.75 });
    hands[0]!.sends({ answer: 'whole' });
    expect(seen).toEqual([
      { state: 'running' },
      { state: 'running', share: 0.5 },
      { state: 'running', meanwhile: 'half' },
      { state: 'running', share: 0.75, meanwhile: 'half' },
      { state: 'done', answer: 'whole' },
    ]);
    follow(made.ask('two'));
    expect([hands.length, hands[0]!.asked, hands[0]!.ended]).toEqual([1, ['one', 'two'], false]);
  });
  it('stopped, the worker is ended and what stood stays; the next question gets a new one', () => {
    const { made, hands } = desk();
    const { seen } = follow(made.ask('one'));
    hands[0]!.sends({ meanwhile: 'half' });
    made.stop();
    expect([seen.at(-1), hands[0]!.ended]).toEqual([{ state: 'stopped', meanwhile: 'half' }, true]);
    follow(made.ask('two'));
    expect(hands.length).toBe(2);
  });
  it('left while it is at it, the worker is ended; left after its answer, it is kept', () => {
    const { made, hands } = desk();
    const first = follow(made.ask('one'));
    hands[0]!.sends({ answer: 'whole' });
    first.subscription.unsubscribe();
    expect(hands[0]!.ended).toBe(false);
    follow(made.ask('two')).subscription.unsubscribe();
    expect(hands[0]!.ended).toBe(true);
  });
  it('a worker that breaks off says so, and is not asked again', () => {
    const { made, hands } = desk();
    const { seen } = follow(made.ask('one'));
    hands[0]!.onerror?.({ message: 'out of memory' });
    expect([seen.at(-1), hands[0]!.ended]).toEqual([{ state: 'failed', says: 'out of memory' }, true]);
    made.close();
  });
});
