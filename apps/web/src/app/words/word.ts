import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NgbPopover } from '@ng-bootstrap/ng-bootstrap/popover';
import { wordOf, type WordId } from './glossary';

/** A small mark beside a word that says, one tap away, what it means here. */
@Component({
  selector: 'sa-word',
  imports: [NgbPopover],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    type="button"
    class="word-mark"
    [attr.aria-label]="'What “' + word().word + '” means'"
    [ngbPopover]="word().means"
    [popoverTitle]="word().word"
    autoClose="true"
    container="body"
    placement="auto"
  >
    <i class="bi bi-question-lg" aria-hidden="true"></i>
  </button>`,
  styleUrl: './word.css',
})
export class WordMark {
  readonly of = input.required<WordId>();
  protected readonly word = computed(() => wordOf(this.of()));
}
