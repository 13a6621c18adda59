/** Lists as the server last gave them, kept in this browser for when it does not answer. */
import { createStore, get, set } from 'idb-keyval';

export interface LastAnswer<T> {
  at: string;
  answer: T;
}
let store: ReturnType<typeof createStore> | undefined;
const opened = (): ReturnType<typeof createStore> => (store ??= createStore('saddle-answers', 'answers'));

/** Keeps an answer; a browser that keeps nothing is no trouble. */
export async function keepAnswer(key: string, answer: unknown): Promise<void> {
  try {
    await set(key, { at: new Date().toISOString(), answer } satisfies LastAnswer<unknown>, opened());
  } catch {
    // storage full or blocked: then there is none later
  }
}
export async function lastAnswer<T>(key: string): Promise<LastAnswer<T> | undefined> {
  try {
    return await get<LastAnswer<T>>(key, opened());
  } catch {
    return undefined;
  }
}
