import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { emptySite, fieldWords, ROOM_USES, type House, type MeasuredLength } from '@saddle/core/model';
import type { OtherSideAnswers } from '@saddle/core/situation';
import { nanoid } from 'nanoid';
import { firstValueFrom } from 'rxjs';
import { Documents, problemOf, readable, type HouseLine } from '../api/documents.service';
import { ChoiceField } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { TopBar } from '../shell/top-bar';
import { LengthUnits } from '../fields/length-units';
import { YesNoField } from '../fields/yes-no-field';

/** A new job from the other side of the same wall: the few answers without which nothing can be drawn. */
@Component({
  selector: 'sa-start-page',
  imports: [TopBar, LengthField, TextField, ChoiceField, YesNoField],
  providers: [LengthUnits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './start-page.html',
})
export class StartPage {
  private readonly documents = inject(Documents);
  private readonly router = inject(Router);
  protected readonly uses = ROOM_USES;
  protected readonly houses = signal<HouseLine[]>([]);
  protected readonly houseId = signal('new');
  protected readonly house = signal({ name: '', edition: 'US-2020' as House['edition'], unit: 'in' as House['unit'], built: '' });
  protected readonly form = signal({
    name: '',
    newRoom: '',
    newUse: 'bedroom',
    water: undefined as boolean | undefined,
    sourceRoom: '',
    sourceUse: 'hallway',
    reference: '',
    sameEdge: true,
    sourceToward: 'right',
    wantedToward: 'left',
    breaker: '',
    breakerA: undefined as string | undefined,
  });
  protected readonly lengths = signal<Record<string, MeasuredLength | undefined>>({});
  protected readonly errors = signal<string[]>([]);
  protected readonly busy = signal(false);
  protected readonly houseChoices = computed(() => [
    ...this.houses().map((h) => ({ value: h.id, label: h.name })),
    { value: 'new', label: 'another house' },
  ]);

  constructor() {
    inject(LengthUnits).follow(() => this.houses().find((h) => h.id === this.houseId())?.unit ?? this.house().unit);
    this.documents.houses().subscribe({
      next: (lines) => {
        const houses = readable<HouseLine>(lines);
        this.houses.set(houses);
        if (houses[0]) this.houseId.set(houses[0].id);
      },
      error: (error: unknown) => this.errors.set([problemOf(error).title]),
    });
  }

  protected put(part: Partial<ReturnType<typeof this.form>>): void {
    this.form.update((f) => ({ ...f, ...part }));
  }
  protected putHouse(part: Partial<ReturnType<typeof this.house>>): void {
    this.house.update((h) => ({ ...h, ...part }));
  }
  protected setLength(key: string, value: MeasuredLength | undefined): void {
    this.lengths.update((l) => ({ ...l, [key]: value }));
  }

  private missing(): string[] {
    const f = this.form();
    const l = this.lengths();
    const wanted: [boolean, string][] = [
      [f.name.trim() !== '', 'Give the job a name.'],
      [this.houseId() !== 'new' || this.house().name.trim() !== '', 'Give the house a name.'],
      [f.newRoom.trim() !== '', 'Name the room that gets the outlet.'],
      [f.sourceRoom.trim() !== '', 'Name the room of the old box.'],
      [f.reference.trim() !== '', 'Name what both rooms can measure from.'],
      [l['wall'] !== undefined, 'Measure the length of the wall.'],
      [l['reference'] !== undefined, 'Measure where the reference is from the left end.'],
      [
        l['source'] !== undefined && l['sourceBottom'] !== undefined,
        'Measure the old box: distance from the reference and height to its bottom.',
      ],
      [l['wanted'] !== undefined, 'Say where the new outlet is wanted.'],
    ];
    return wanted.filter(([ok]) => !ok).map(([, says]) => says);
  }

  protected async start(event: Event): Promise<void> {
    event.preventDefault();
    (document.activeElement as HTMLElement | null)?.blur();
    const missing = this.missing();
    this.errors.set(missing);
    if (missing.length) return;
    this.busy.set(true);
    try {
      const house = await this.houseFor();
      const stored = await firstValueFrom(this.documents.startOtherSide(this.answers(house)));
      await this.router.navigate(['/jobs', stored.document.id, 'survey']);
    } catch (error) {
      const problem = problemOf(error);
      this.errors.set(problem.errors?.map((e) => `${e.message} (${fieldWords(e.path)})`) ?? [problem.title]);
    } finally {
      this.busy.set(false);
    }
  }

  private async houseFor(): Promise<HouseLine> {
    const known = this.houses().find((h) => h.id === this.houseId());
    if (known) return known;
    const h = this.house();
    const made: House = {
      format: 'saddle-house',
      version: 1,
      id: nanoid(12),
      name: h.name.trim(),
      edition: h.edition,
      unit: h.unit,
      ...(h.built ? { built: Number(h.built) } : {}),
      site: emptySite(),
    };
    const stored = await firstValueFrom(this.documents.createHouse(made));
    const line = { ...made, revision: stored.revision };
    this.houses.update((list) => [...list, line]);
    this.houseId.set(line.id);
    return line;
  }

  private answers(house: HouseLine): Omit<OtherSideAnswers, 'id'> {
    const f = this.form();
    const l = this.lengths();
    return {
      houseId: house.id,
      name: f.name.trim(),
      edition: house.edition,
      unit: house.unit,
      built: house.built,
      newRoom: { name: f.newRoom.trim(), use: f.newUse as OtherSideAnswers['newRoom']['use'], waterWithin6ft: f.water },
      sourceRoom: { name: f.sourceRoom.trim(), use: f.sourceUse as OtherSideAnswers['sourceRoom']['use'] },
      wallLength: l['wall']!,
      wallHeight: l['height'],
      reference: { name: f.reference.trim(), x: l['reference']!, offsetB: f.sameEdge ? undefined : l['offset'] },
      source: { distance: l['source']!, toward: f.sourceToward as 'left', bottom: l['sourceBottom']! },
      wanted: { distance: l['wanted']!, toward: f.wantedToward as 'left', bottom: l['wantedBottom'] },
      circuit: f.breaker.trim() ? { number: f.breaker.trim(), breakerA: f.breakerA ? (Number(f.breakerA) as 15) : undefined } : undefined,
    };
  }
}
