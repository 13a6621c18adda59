import { ChangeDetectionStrategy, Component, computed, HostListener, inject, signal } from '@angular/core';
import { benchSamples } from '@saddle/core/demo';
import { Bench } from '@saddle/core/model';
import { createStore, get, set } from 'idb-keyval';
import { TopBar } from '../shell/top-bar';
import { BenchBoard } from './bench-board';
import { DestroyRef } from '@angular/core';
import { undoKey } from '../keys/page-keys';

const store = createStore('saddle-bench', 'bench');
const UNDO_STEPS = 100;

/** The bench as a place of its own: samples to practise on, or wiring of one's own. Kept in this browser. */
@Component({
  selector: 'sa-bench-page',
  imports: [TopBar, BenchBoard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-top-bar />
    <main class="stage house-stage">
      <h1 class="visually-hidden">Bench</h1>
      <sa-bench-board [bench]="bench()" [heading]="name()" (edited)="edit($event.bench)">
        <label class="sample-pick">
          <span class="visually-hidden">Wiring to start with</span>
          <select class="field-input" [value]="sample()" #which (change)="start(which.value)" data-testid="sample">
            @for (s of samples; track s.id) {
              <option [value]="s.id" [selected]="s.id === sample()">{{ s.name }}</option>
            }
          </select>
        </label>
        <button type="button" class="btn-key" [disabled]="!past().length" (click)="undo()" data-testid="undo">undo</button>
        <button type="button" class="btn-key" [disabled]="!future().length" (click)="redo()" data-testid="redo">redo</button>
      </sa-bench-board>
    </main>
  `,
  styleUrl: './bench-page.css',
})
export class BenchPage {
  protected readonly samples = benchSamples;
  protected readonly sample = signal('unwired');
  protected readonly bench = signal<Bench>(benchSamples[0]!.bench);
  protected readonly past = signal<Bench[]>([]);
  protected readonly future = signal<Bench[]>([]);
  protected readonly name = computed(() => this.samples.find((s) => s.id === this.sample())?.name ?? 'Bench');

  constructor() {
    let gone = false;
    inject(DestroyRef).onDestroy(() => (gone = true));
    void get<{ sample: string; bench: unknown; past?: Bench[] }>('own', store).then((kept) => {
      const read = kept && Bench.safeParse(kept.bench);
      if (gone || !kept || !read?.success) return;
      this.sample.set(kept.sample);
      this.bench.set(read.data);
      this.past.set(kept.past ?? []);
    });
  }

  private keep(): void {
    void set('own', { sample: this.sample(), bench: this.bench(), past: this.past().slice(-20) }, store).catch(() => undefined);
  }

  protected edit(bench: Bench): void {
    this.past.update((p) => [...p, this.bench()].slice(-UNDO_STEPS));
    this.future.set([]);
    this.bench.set(bench);
    this.keep();
  }
  protected undo(): void {
    this.step(this.past, this.future);
  }
  protected redo(): void {
    this.step(this.future, this.past);
  }
  private step(from: typeof this.past, to: typeof this.past): void {
    const next = from().at(-1);
    if (!next) return;
    from.update((l) => l.slice(0, -1));
    to.update((l) => [...l, this.bench()]);
    this.bench.set(next);
    this.keep();
  }
  protected start(id: string): void {
    const sample = this.samples.find((s) => s.id === id);
    if (!sample) return;
    this.sample.set(id);
    this.edit(sample.bench);
  }

  @HostListener('document:keydown', ['$event'])
  protected key(event: KeyboardEvent): void {
    const key = undoKey(event);
    if (!key) return;
    event.preventDefault();
    this[key]();
  }
}
