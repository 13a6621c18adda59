import { Injectable, type OnDestroy } from '@angular/core';
import type { House, JobInBook } from '@saddle/core/model';
import type { Shopping } from '@saddle/core/takeoff';
import type { ToolNeed } from '@saddle/core/work';
import { WorkerDesk } from '../worker/worker-desk';

export interface ShoppingQuestion {
  jobs: JobInBook[];
  house: House;
}
export interface ShoppingAnswer {
  list: Shopping;
  tools: ToolNeed[];
  /** of all hands, on a middle day */
  minutes: number;
}

/** Makes a shopping list in a worker: which coils and packets are cheapest is searched for. */
@Injectable()
export class ShoppingLists implements OnDestroy {
  private readonly desk = new WorkerDesk<ShoppingQuestion, ShoppingAnswer>(
    () => new Worker(new URL('./shopping.worker', import.meta.url), { type: 'module' }),
  );
  readonly make = (question: ShoppingQuestion) => this.desk.ask(question);

  ngOnDestroy(): void {
    this.desk.close();
  }
}
