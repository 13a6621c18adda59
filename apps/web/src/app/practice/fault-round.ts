import { DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal } from '@angular/core';
import { FAULT_LEVELS, type Act, type RoundView, type SampleId, type TaskCode } from '@saddle/core/practice';
import { firstValueFrom } from 'rxjs';
import { Documents } from '../api/documents.service';
import { CircuitLineView } from '../diagnose/circuit-line-view';
import { keepRound } from './own-progress';
import type { Asked } from './practice.worker';

/** A hidden fault: instruments, boxes, breakers, the clock, and what it was. */
@Component({
  selector: 'sa-fault-round',
  imports: [CircuitLineView, DecimalPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './fault-round.html',
  styleUrl: './practice.css',
})
export class FaultRound {
  private readonly documents = inject(Documents);
  readonly sample = input<SampleId>();
  readonly task = input<TaskCode>();
  readonly house = input<string>();
  readonly topic = input.required<string>();
  protected readonly view = signal<RoundView | undefined>(undefined);
  protected readonly failed = signal('');
  protected readonly box = signal<string | undefined>(undefined);
  protected readonly named = signal('');
  private worker: Worker | undefined;
  private kept = false;

  constructor() {
    effect(() => void this.begin(this.sample(), this.task(), this.house()));
    inject(DestroyRef).onDestroy(() => this.worker?.terminate());
  }
  private async begin(sample: SampleId | undefined, task: TaskCode | undefined, houseId: string | undefined): Promise<void> {
    this.worker?.terminate();
    this.view.set(undefined);
    this.failed.set('');
    this.named.set('');
    this.kept = false;
    const worker = (this.worker = new Worker(new URL('./practice.worker', import.meta.url), { type: 'module' }));
    worker.onmessage = ({ data }: MessageEvent<{ view: RoundView } | { failed: string }>) => {
      if ('failed' in data) return this.failed.set(data.failed);
      this.view.set(data.view);
      if (!this.box() || !data.view.boxes.some((b) => b.id === this.box())) this.box.set(data.view.boxId);
      this.keep(data.view);
    };
    try {
      const site = houseId === undefined ? undefined : (await firstValueFrom(this.documents.house(houseId))).document.site;
      const asked: Asked | undefined = sample
        ? { task: { sample } }
        : task && { task: { level: FAULT_LEVELS[task.level]!, seed: task.seed, ...(site ? { site } : {}) } };
      if (asked) worker.postMessage(asked);
    } catch {
      this.failed.set('The house of this task can’t be read: take a circuit that is drawn for you.');
    }
  }
  private keep({ grade }: RoundView): void {
    if (!grade || this.kept) return;
    this.kept = true;
    keepRound(this.topic(), { done: grade.found, dangerous: grade.danger !== undefined, minutes: grade.minutes, best: grade.best.minutes });
  }
  protected readonly here = computed(() => this.view()?.boxes.find((b) => b.id === this.box()));
  protected readonly done = computed(() => [...(this.view()?.round.done ?? [])].reverse());
  protected readonly proved = computed(() => Object.keys(this.view()?.round.proved ?? {}));
  protected partWords(part: string | undefined): string {
    return this.view()?.parts.find((p) => p.part === part)?.words ?? '';
  }
  protected act(act: Act): void {
    this.worker?.postMessage({ act } satisfies Asked);
  }
  protected again(): void {
    this.kept = false;
    this.named.set('');
    this.worker?.postMessage({ again: true } satisfies Asked);
  }
  protected name(): void {
    if (this.named()) this.act({ do: 'name', part: this.named() });
    this.named.set('');
  }
}
