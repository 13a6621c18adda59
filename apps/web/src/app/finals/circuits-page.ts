import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { finalFindings, finalsOf, newFinal, progressOf, putFinal, readingLines, readPlainNumber } from '@saddle/core/finals';
import { EARTHINGS, type Incoming, putIncoming } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { NewAlteration } from '../alteration/new-alteration';
import { ChoiceField } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';
import { VerdictStamp } from '../ledger/verdict-stamp';

const EARTHING_WORDS = {
  'TN-C-S': 'TN-C-S, from the neutral in the cut-out',
  'TN-S': 'TN-S, from the supply cable’s sheath',
  TT: 'TT, from a rod of the house’s own',
} as const;

/** Final circuits of a house by the UK book, and what comes in at the meter. */
@Component({
  selector: 'sa-circuits-page',
  imports: [RouterLink, ChoiceField, TextField, VerdictStamp, NewAlteration],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>Circuits</h2></div>
    <section class="panel-body circuits">
      <h3>Supply</h3>
      <div class="fields">
        <sa-choice-field
          label="earthing"
          [value]="incoming().earthing"
          [unknown]="true"
          [choices]="earthings"
          (set)="putIncoming({ earthing: $event })"
        />
        <sa-text-field
          label="Ze, read at the origin, Ω"
          [value]="text(incoming().zeOhm)"
          placeholder="not read"
          [numeric]="true"
          [error]="errors()['zeOhm'] ?? ''"
          (set)="putNumber('zeOhm', $event)"
        />
        <sa-choice-field
          label="supply fuse, A"
          [value]="incoming().fuseA"
          [unknown]="true"
          [choices]="[60, 80, 100]"
          (set)="putIncoming({ fuseA: $event })"
        />
        <sa-text-field
          label="fault current there, kA"
          [value]="text(incoming().faultKa)"
          placeholder="not read"
          [numeric]="true"
          [error]="errors()['faultKa'] ?? ''"
          (set)="putNumber('faultKa', $event)"
        />
      </div>
      <p class="quiet">
        Ze is read with the main earth disconnected and the main switch off: for a competent person. The supplier tells it too.
      </p>
      <h3>Begin a job</h3>
      <sa-new-alteration />
      <h3>Final circuits</h3>
      <table class="plain" data-testid="finals">
        <thead>
          <tr>
            <th>way</th>
            <th>circuit</th>
            <th>kind</th>
            <th>points</th>
            <th>as it lies</th>
            <th>readings</th>
          </tr>
        </thead>
        <tbody>
          @for (c of circuits(); track c.id) {
            <tr [attr.data-testid]="'final-' + c.id">
              <td>{{ c.number }}</td>
              <td>
                <a [routerLink]="[c.id]"
                  ><strong>{{ c.name }}</strong></a
                >
              </td>
              <td>{{ c.kind }}</td>
              <td>{{ c.points }}</td>
              <td><sa-verdict [verdict]="c.verdict" /> {{ c.says }}</td>
              <td>
                <a [routerLink]="[c.id, 'tests']">{{ c.read }}</a>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="6" class="quiet">None yet. Begin with the one you are going to work on.</td>
            </tr>
          }
        </tbody>
      </table>
      <div class="fields">
        <sa-text-field label="a circuit more" [value]="name()" placeholder="downstairs sockets" (typing)="name.set($event)" />
        <button type="button" class="btn-line strong" (click)="add('ring')" data-testid="add-ring">Add a ring</button>
        <button type="button" class="btn-line" (click)="add('radial')" data-testid="add-radial">Add a radial</button>
      </div>
    </section>
  `,
  styleUrl: './circuits-page.css',
})
export class CircuitsPage {
  protected readonly session = inject(HouseSession);
  private readonly router = inject(Router);
  protected readonly earthings = EARTHINGS.map((value) => ({ value, label: EARTHING_WORDS[value] }));
  protected readonly incoming = computed((): Incoming => this.session.house().incoming ?? {});
  protected readonly name = signal('');
  protected readonly errors = signal<Record<string, string>>({});
  protected readonly circuits = computed(() =>
    finalsOf(this.session.surveyed()).map((final) => {
      const [first] = finalFindings(final, this.incoming());
      // a note speaks for nothing
      const worst =
        first && first.verdict !== 'note' && first.verdict !== 'ok'
          ? first
          : { verdict: 'ok', says: 'nothing speaks against it as it lies' };
      const { read, all } = progressOf(readingLines(final, this.incoming()));
      return {
        ...{ id: final.id, number: final.number, name: final.name, points: final.points.filter((p) => p.kind !== 'joint').length },
        kind: `${final.shape}${final.ratingA ? `, ${final.curve ?? ''}${final.ratingA}` : ', breaker not read'}`,
        ...{ verdict: worst.verdict, says: worst.says },
        read: all ? `${read} of ${all} read` : 'none yet',
      };
    }),
  );
  protected text(value: number | undefined): string {
    return value === undefined ? '' : `${value}`;
  }
  protected putIncoming(part: { [K in keyof Incoming]?: Incoming[K] | undefined }): boolean {
    return this.session.editHouse('Supply', (h) => putIncoming(h, part));
  }
  protected putNumber(field: 'zeOhm' | 'faultKa', written: string): void {
    const read = readPlainNumber(written, field === 'zeOhm' ? '0.24' : '1.2');
    this.errors.update((e) => ({ ...e, [field]: read.ok ? '' : read.message }));
    if (read.ok) this.putIncoming({ [field]: read.value });
  }
  protected add(shape: 'ring' | 'radial'): void {
    const id = nanoid(10);
    const name = this.name().trim() || (shape === 'ring' ? 'Ring' : 'Radial');
    if (this.session.editSite(`${name} added`, (site) => putFinal(site, newFinal(site, id, name, shape))))
      void this.router.navigate(['/houses', this.session.houseId(), 'circuits', id]);
  }
}
