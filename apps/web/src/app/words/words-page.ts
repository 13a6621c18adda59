import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { TopBar } from '../shell/top-bar';
import { GLOSSARY } from './glossary';

/** All words that the program uses in its own way, in one list. */
@Component({
  selector: 'sa-words-page',
  imports: [TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-top-bar />
    <main class="page">
      <h1>What words mean here</h1>
      <h2>{{ shown().length }} words</h2>
      <label class="field words-find">
        <span class="field-label">find a word</span>
        <input class="field-input" type="search" autocomplete="off" #find [value]="wanted()" (input)="wanted.set(find.value)" />
      </label>
      <dl class="words">
        @for (w of shown(); track w.id) {
          <div>
            <dt [id]="w.id">{{ w.word }}</dt>
            <dd>{{ w.means }}</dd>
          </div>
        } @empty {
          <p class="quiet">No word of the program is called that.</p>
        }
      </dl>
    </main>
  `,
  styleUrl: './words-page.css',
})
export class WordsPage {
  protected readonly wanted = signal('');
  protected readonly shown = computed(() => {
    const wanted = this.wanted().trim().toLowerCase();
    return [...GLOSSARY]
      .filter((w) => !wanted || `${w.word} ${w.means}`.toLowerCase().includes(wanted))
      .sort((a, b) => a.word.localeCompare(b.word));
  });
}
