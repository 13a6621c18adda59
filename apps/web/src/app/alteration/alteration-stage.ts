import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Stage } from '@saddle/core/model';
import { AlterationBox } from './alteration-box';
import { AlterationCircuit } from './alteration-circuit';
import { AlterationEdits } from './alteration-edits';
import { AlterationNeed } from './alteration-need';
import { AlterationWay } from './alteration-way';
import { AlterationWhere } from './alteration-where';
import { AlterationWire } from './alteration-wire';

/** The stages of a job by the UK way of working that are its own; what is bought, when, the steps and the record serve both books. */
@Component({
  selector: 'sa-alteration-stage',
  imports: [AlterationNeed, AlterationWhere, AlterationBox, AlterationCircuit, AlterationWay, AlterationWire],
  providers: [AlterationEdits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (nothingLaid()) {
      <div class="sheet">
        <p class="lead">Nothing is put in and no cable is laid: what is wrong is found by its readings, under Circuit and in the steps.</p>
      </div>
    } @else {
      @switch (stage()) {
        @case ('need') {
          <sa-alteration-need />
        }
        @case ('survey') {
          <sa-alteration-where />
        }
        @case ('feed') {
          <sa-alteration-circuit />
        }
        @case ('route') {
          <sa-alteration-way />
        }
        @case ('box') {
          <sa-alteration-box />
        }
        @case ('wire') {
          <sa-alteration-wire />
        }
      }
    }
  `,
})
export class AlterationStage {
  private readonly edits = inject(AlterationEdits);
  readonly stage = input.required<Stage>();
  protected readonly nothingLaid = computed(
    () => this.edits.alteration().kind === 'find fault' && ['survey', 'route', 'box', 'wire'].includes(this.stage()),
  );
}
