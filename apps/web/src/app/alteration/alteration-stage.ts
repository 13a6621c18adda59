import { ChangeDetectionStrategy, Component, input } from '@angular/core';
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
  `,
})
export class AlterationStage {
  readonly stage = input.required<Stage>();
}
