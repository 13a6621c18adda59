import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import type { FaceId } from '@saddle/core/model';
import { WallSurvey } from '../survey/wall-survey';
import { HouseSession } from './house-session';

/** A wall of the house. */
@Component({
  selector: 'sa-wall-page',
  imports: [WallSurvey],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-wall-survey
      [wallId]="wallId()"
      [face]="side()"
      [startsJobs]="true"
      [panelAtStart]="wide"
      [selectAtStart]="box()"
      (go)="go($event)"
    />
  `,
})
export class WallPage {
  private readonly session = inject(HouseSession);
  private readonly router = inject(Router);
  readonly wallId = input.required<string>();
  readonly face = input.required<string>();
  /** a thing to start with: `?box=alcove-box` */
  readonly box = input<string>();
  protected readonly side = computed((): FaceId => (this.face() === 'B' ? 'B' : 'A'));
  protected readonly wide = matchMedia('(min-width: 900px)').matches;

  protected go({ wallId, face }: { wallId: string; face: FaceId }): void {
    void this.router.navigate(['/houses', this.session.house().id, 'walls', wallId, face]);
  }
}
