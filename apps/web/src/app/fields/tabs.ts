import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { NgbNavModule } from '@ng-bootstrap/ng-bootstrap/nav';
import type { Segment } from './segmented';

/** Tabs over what one of them shows, which is given as content; arrows go from tab to tab. */
@Component({
  selector: 'sa-tabs',
  imports: [NgbNavModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      ngbNav
      class="segmented tabs"
      keyboard="changeWithArrows"
      [animation]="false"
      [activeId]="value()"
      (activeIdChange)="set.emit($event)"
      [attr.aria-label]="label()"
    >
      @for (s of segments(); track s.value) {
        <ng-container [ngbNavItem]="s.value" [domId]="idOf(s.value)">
          <button type="button" ngbNavLink [attr.data-testid]="s.testId">{{ s.label }}</button>
        </ng-container>
      }
    </div>
    <div class="tab-panel" role="tabpanel" [id]="id() + '-panel'" [attr.aria-labelledby]="id()"><ng-content /></div>
  `,
  styleUrl: './tabs.css',
})
export class Tabs<T extends string> {
  readonly label = input.required<string>();
  /** begins the ids on the page; no two tabs of a page have one */
  readonly name = input.required<string>();
  readonly segments = input.required<readonly Segment<T>[]>();
  readonly value = input.required<T>();
  readonly set = output<T>();
  protected readonly id = computed(() => this.idOf(this.value()));
  protected idOf(value: T): string {
    return `${this.name()}-${value}`;
  }
}
