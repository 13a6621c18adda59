import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { withUkKind } from '@saddle/core/alteration';
import type { UkBoxId } from '@saddle/core/catalog';
import { finalsOf, putFinal, putPoint } from '@saddle/core/finals';
import { type Box, type Place, changeIn } from '@saddle/core/model';
import { UK_BOX_CHOICES } from '../alteration/uk-boxes';
import { ChoiceField } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { SURVEY_HOST } from './survey-host';

/** A back box in figures: its kind, where it is, and which point of which circuit it holds. */
@Component({
  selector: 'sa-uk-box-form',
  imports: [ChoiceField, LengthField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields">
      <sa-text-field label="name" [value]="box().name" (set)="$event.trim() && put({ name: $event.trim() })" />
      <sa-choice-field
        label="kind of box"
        [value]="box().kind === 'other' ? undefined : box().kind"
        [choices]="kinds"
        [unknown]="true"
        unknownLabel="not looked"
        (set)="setKind($event)"
      />
      <sa-choice-field
        label="it holds"
        [value]="point()"
        [choices]="points()"
        [unknown]="true"
        unknownLabel="no point that is noted"
        (set)="link($event)"
      />
      <sa-length-field label="left end to its middle" [value]="box().place.distance" (set)="$event && setPlace({ distance: $event })" />
      <sa-length-field label="floor to its bottom" [value]="box().place.bottom" (set)="$event && setPlace({ bottom: $event })" />
    </div>
    <p class="quiet">What is judged of it stands in the jobs that touch it, and with the circuit of its point.</p>
  `,
})
export class UkBoxForm {
  protected readonly host = inject(SURVEY_HOST);
  readonly boxId = input.required<string>();
  protected readonly kinds = UK_BOX_CHOICES;
  protected readonly box = computed(() => this.host.surveyed().boxes.find((b) => b.id === this.boxId())!);
  protected readonly points = computed(() =>
    finalsOf(this.host.surveyed()).flatMap((f) => f.points.map((p) => ({ value: `${f.id}|${p.id}`, label: `${p.name}, ${f.name}` }))),
  );
  protected readonly point = computed(() => {
    for (const f of finalsOf(this.host.surveyed())) {
      const p = f.points.find((x) => x.boxId === this.boxId());
      if (p) return `${f.id}|${p.id}`;
    }
    return undefined;
  });

  private edit(title: string, change: (box: Box) => Box): void {
    this.host.editSite(title, (site) => changeIn(site, 'boxes', this.boxId(), change));
  }
  protected put(part: Partial<Box>): void {
    this.edit('Box', (b) => ({ ...b, ...part }));
  }
  protected setPlace(part: Partial<Place>): void {
    this.edit('Where the box is', (b) => ({ ...b, place: { ...b.place, ...part } }));
  }
  protected setKind(kind: UkBoxId | undefined): void {
    this.edit('Kind of box', (b) => (kind ? withUkKind(b, kind) : { ...b, kind: 'other' }));
  }
  protected link(value: string | undefined): void {
    this.host.editSite('What the box holds', (site) => {
      const bare = finalsOf(site).reduce(
        (s, f) => f.points.filter((p) => p.boxId === this.boxId()).reduce((t, p) => putFinal(t, putPoint(finalsOf(t).find((x) => x.id === f.id)!, p.id, { boxId: undefined })), s),
        site,
      );
      const [finalId, pointId] = (value ?? '').split('|');
      const final = finalsOf(bare).find((f) => f.id === finalId);
      return final && pointId ? putFinal(bare, putPoint(final, pointId, { boxId: this.boxId() })) : bare;
    });
  } // prettier-ignore
}
