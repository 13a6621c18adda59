import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { terminalsDrawing, type Terminal } from '@saddle/core/alteration';

/** An accessory from behind: its terminals, and each conductor that goes into them, told apart by its letter and its line. */
@Component({
  selector: 'sa-terminals',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg class="terminals" role="img" [attr.viewBox]="'0 0 ' + drawn().width + ' ' + drawn().height" [attr.aria-label]="title()">
      <rect class="back" x="8" [attr.y]="drawn().top" [attr.width]="drawn().width - 16" height="70" rx="6" />
      @for (l of drawn().leads; track l.id) {
        <path [attr.d]="l.path" [class]="'lead ' + l.core + ' ' + (l.look === 'not noted' ? 'unknown' : l.look)" />
        <text class="letter" [attr.x]="l.x" [attr.y]="l.y">{{ l.letter }}</text>
      }
      @for (t of drawn().terminals; track t.name) {
        <rect class="terminal" [attr.x]="t.x - 24" [attr.y]="drawn().top + 22" width="48" height="26" />
        <text class="name" [attr.x]="t.x" [attr.y]="drawn().top + 40">{{ t.short }}</text>
      }
      @for (c of drawn().cables; track c.runId) {
        <rect class="sheath" [attr.x]="c.x - 34" [attr.y]="drawn().height - 44" width="68" height="16" rx="7" />
        <text class="cable" [attr.x]="c.x" [attr.y]="drawn().height - 10">{{ c.words }}</text>
      }
    </svg>
  `,
  styleUrl: './terminals-view.css',
})
export class TerminalsView {
  readonly terminals = input.required<readonly Terminal[]>();
  readonly title = input('');
  protected readonly drawn = computed(() => terminalsDrawing(this.terminals()));
}
