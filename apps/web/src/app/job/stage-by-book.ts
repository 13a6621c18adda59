import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, input, type Type } from '@angular/core';
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
    } @else {
      <ng-container *ngComponentOutlet="us()" />
    }
  `,
  styleUrl: './stage-by-book.css',
})
export class StageByBook {
  protected readonly session = inject(JobSession);
  /** from the route: which stage, and the page of the US book */
  readonly stage = input.required<Stage>();
  readonly us = input.required<Type<unknown>>();
}
