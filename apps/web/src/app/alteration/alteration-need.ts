import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ALTERATION_WORDS } from '@saddle/core/alteration';
import { finalsOf, readPlainNumber } from '@saddle/core/finals';
import { ALTERATION_KINDS, CURVES, OUTLET_KINDS, RATINGS_A, type Alteration, type AlterationKind, renamed } from '@saddle/core/model';
import { ChoiceField } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { AlterationEdits } from './alteration-edits';
import { UkSchoolsView } from './uk-schools';

/** What is to be done, on which circuit, from which point, and what hangs on it. */
@Component({
  selector: 'sa-alteration-need',
  imports: [ChoiceField, TextField, UkSchoolsView, YesNoField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>What is wanted</h2></div>
    <div class="sheet">
      <div class="fields">
        <sa-text-field label="name of the job" [value]="edits.job().name" (set)="rename($event)" />
        <sa-choice-field label="what is done" [value]="a().kind" [choices]="kinds" (set)="setKind($event!)" />
        @if (a().kind !== 'own radial') {
          <sa-choice-field
            label="circuit"
            [value]="a().finalId"
            [choices]="circuits()"
            [unknown]="true"
            unknownLabel="not known yet"
            (set)="edits.put('Circuit', { finalId: $event, pointId: undefined, runId: undefined })"
          />
          @if (edits.subject().final) {
            <sa-choice-field
              [label]="
                a().kind === 'find fault' ? 'seen at' : a().kind === 'enlarge' || a().kind === 'move' ? 'which point' : 'the cable leaves'
              "
              [value]="a().pointId"
              [choices]="points()"
              [unknown]="true"
              unknownLabel="say which"
              (set)="edits.put('Point', { pointId: $event, runId: undefined })"
            />
          }
        }
      </div>
      @if (a().kind === 'find fault') {
        <p class="quiet">
          Tests are read and noted on the circuit’s own page; what explains them stands in the ledger of the Circuit stage. Heat, smell,
          buzzing, tingling, or lights that brighten elsewhere: off at the main switch, and call the supplier or a registered electrician.
        </p>
      } @else {
        <h3>{{ a().kind === 'enlarge' ? 'What it becomes' : 'What goes there' }}</h3>
        <div class="fields">
          @if (a().kind !== 'enlarge' && a().kind !== 'move') {
            <sa-text-field
              label="it is called"
              [value]="a().outlet.name"
              (set)="$event.trim() && edits.putOutlet({ name: $event.trim() })"
            />
          }
          @if (a().kind !== 'enlarge') {
            <sa-choice-field label="accessory" [value]="a().outlet.kind" [choices]="outlets" (set)="edits.putOutlet({ kind: $event })" />
          }
          <sa-text-field
            label="what hangs on it takes, W"
            [value]="a().outlet.watts ? a().outlet.watts + '' : ''"
            [numeric]="true"
            [error]="errors()['watts'] ?? ''"
            hint="from its plate; open where nothing is meant for it"
            (set)="setWatts($event)"
          />
          @if (a().outlet.kind === 'fused unit') {
            <sa-choice-field
              label="fuse in it"
              [value]="a().outlet.fuseA"
              [choices]="[3, 5, 13]"
              [unknown]="true"
              unknownLabel="not chosen"
              (set)="edits.putOutlet({ fuseA: $event })"
            />
          }
        </div>
      }
      @if (a().kind === 'own radial') {
        <h3>Its breaker</h3>
        <div class="fields">
          <sa-choice-field
            label="rating, A"
            [value]="a().own?.ratingA"
            [choices]="ratings"
            [unknown]="true"
            unknownLabel="20 is taken"
            (set)="setOwn({ ratingA: $event })"
          />
          <sa-choice-field
            label="curve"
            [value]="a().own?.curve"
            [choices]="curves"
            [unknown]="true"
            unknownLabel="B is taken"
            (set)="setOwn({ curve: $event })"
          />
          <sa-yes-no label="behind a 30 mA device" [value]="a().own?.residual" [unknown]="true" (set)="setOwn({ residual: $event })" />
        </div>
      }
      @if (a().kind !== 'find fault') {
        <sa-uk-schools />
      }
    </div>
  `,
})
export class AlterationNeed {
  protected readonly edits = inject(AlterationEdits);
  protected readonly a = this.edits.alteration;
  protected readonly kinds = ALTERATION_KINDS.map((value) => ({ value, label: ALTERATION_WORDS[value] }));
  protected readonly outlets = OUTLET_KINDS;
  protected readonly ratings = RATINGS_A;
  protected readonly curves = CURVES;
  protected readonly errors = signal<Record<string, string>>({});
  protected readonly circuits = computed(() =>
    finalsOf(this.edits.job().found).map((f) => ({ value: f.id, label: `${f.number}, ${f.name}` })),
  );
  protected readonly points = computed(() =>
    (this.edits.subject().final?.points ?? [])
      .filter((p) => p.kind !== 'joint')
      .map((p) => ({ value: p.id, label: `${p.name}, ${p.kind}` })),
  );

  protected rename(name: string): void {
    if (name.trim()) this.edits.session.edit('Name of the job', (job) => renamed(job, name.trim()));
  }
  protected setKind(kind: AlterationKind): void {
    const outlet = kind === 'enlarge' ? { ...this.a().outlet, kind: 'twin' as const } : this.a().outlet;
    this.edits.put('What is done', { kind, outlet, ...(kind === 'own radial' ? { finalId: undefined, pointId: undefined } : {}), way: undefined, runId: undefined }); // prettier-ignore
  }
  protected setWatts(text: string): void {
    const read = readPlainNumber(text, '2000');
    this.errors.set({ watts: read.ok ? '' : read.message });
    if (read.ok) this.edits.putOutlet({ watts: read.value });
  }
  protected setOwn(part: Partial<{ [K in keyof NonNullable<Alteration['own']>]: NonNullable<Alteration['own']>[K] | undefined }>): void {
    const own = Object.fromEntries(Object.entries({ ...this.a().own, ...part }).filter(([, v]) => v !== undefined));
    this.edits.put('Its breaker', { own });
  }
}
