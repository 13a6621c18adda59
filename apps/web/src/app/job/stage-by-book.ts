import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked, type Type } from '@angular/core';
import type { Stage } from '@saddle/core/model';
import { AlterationStage } from '../alteration/alteration-stage';
import { JobSession } from './job-session';

/** A stage of which each book has its own page: that of the other book is never made. */
@Component({
  selector: 'sa-stage-by-book',
  imports: [AlterationStage, NgComponentOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (session.uk()) {
      @defer (on immediate) {
        <sa-alteration-stage [stage]="stage()" />
      }
    } @else if (page(); as page) {
      <ng-container *ngComponentOutlet="page" />
    }
  `,
})
export class StageByBook {
  protected readonly session = inject(JobSession);
  /** from the route’s data */
  readonly stage = input.required<Stage>();
  readonly us = input.required<() => Promise<Type<unknown>>>();
  protected readonly page = signal<Type<unknown> | undefined>(undefined);

  constructor() {
    effect(() => {
      const load = this.us();
      if (!this.session.uk()) untracked(() => void load().then((page) => this.page.set(page)));
    });
  }
}
