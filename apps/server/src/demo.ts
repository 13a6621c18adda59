/** Puts the demo into a new data folder, once. */
import { demoHouses, demoJobs, larchJobs } from '@saddle/core/demo';
import type { Store } from './storage/store.js';

/** A folder is asked once; what the person then deletes stays deleted. */
export async function seedOnce(store: Store, demo: boolean): Promise<void> {
  if ((await store.setting('seeded')) !== undefined) return;
  if (demo) await store.takeIn({ houses: demoHouses, jobs: [...demoJobs, ...larchJobs()] }, new Date().toISOString());
  await store.setSetting('seeded', demo ? 'demo' : 'empty');
  await store.settle();
}
