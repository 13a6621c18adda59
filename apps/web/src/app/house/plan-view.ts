import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { planDrawing, storeysOf, storeyWords } from '@saddle/core/layout';
import { assumed, ROOM_ABOVE, ROOM_BELOW, ROOM_USES, type FaceId, type MeasuredLength, type Room } from '@saddle/core/model';
import { inches, printFeet, printLength } from '@saddle/core/measure';
import { addOutdoors, addRoom, freeFaces, readRound, roomList, type Adding } from '@saddle/core/survey';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { Segmented, type Segment } from '../fields/segmented';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { HouseSession } from './house-session';
import { PlanDrawingView } from './plan-drawing';

const faceOf = (key: string): { wallId: string; face: FaceId } => {
  const [wallId, face] = key.split('|') as [string, FaceId];
  return { wallId, face };
};
const GLANCE = 10;
/** nothing of it is said yet */
const NEW_ROOM = {
  name: '',
  use: undefined as Room['use'] | undefined,
  round: '',
  framing: undefined as 'wood' | 'metal' | 'masonry' | undefined,
  spacing: undefined as string | undefined,
};

const UK_FRAMINGS: Choice<'wood' | 'metal' | 'masonry'>[] = [
  { value: 'masonry', label: 'brick or block' },
  { value: 'wood', label: 'timber studs' },
  { value: 'metal', label: 'metal studs' },
];
/** Height of a ceiling where nobody measured one, mm (common practice). */
const UK_CEILING_MM = 2400;

/** The house in plan: rooms that were walked round, their walls to open, and a room to add by typing its wall lengths. */
@Component({
  selector: 'sa-plan-view',
  imports: [RouterLink, ChoiceField, LengthField, TextField, PlanDrawingView, Segmented],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-view.html',
  styleUrl: './plan-view.css',
})
export class PlanView {
  protected readonly session = inject(HouseSession);
  private readonly router = inject(Router);
  protected readonly uses = ROOM_USES;
  protected readonly above: Choice<NonNullable<Room['above']>>[] = ROOM_ABOVE.map((value) => ({ value, label: value.replace('-', ' ') }));
  protected readonly below: Choice<NonNullable<Room['below']>>[] = ROOM_BELOW.map((value) => ({ value, label: value.replace('-', ' ') }));
  protected readonly unit = this.session.unit;
  protected readonly adding = signal(false);
  protected readonly form = signal(NEW_ROOM);
  protected readonly height = signal<MeasuredLength | undefined>(undefined);
  protected readonly over = signal<Room['above']>(undefined);
  protected readonly under = signal<Room['below']>(undefined);
  protected readonly shared = signal<Record<number, string>>({});
  protected readonly problems = signal<string[]>([]);

  protected readonly storeys = computed((): Segment<number>[] =>
    storeysOf(this.session.surveyed()).map((level) => ({ value: level, label: storeyWords(this.session.surveyed(), level) })),
  );
  /** the ground floor, or what is nearest to it */
  protected readonly storey = linkedSignal({
    source: this.storeys,
    computation: (now, before?: { value: number }): number => {
      const levels = now.map((s) => s.value);
      return before && levels.includes(before.value) ? before.value : levels.includes(0) ? 0 : (levels[0] ?? 0);
    },
  });
  protected readonly plan = computed(() => planDrawing(this.session.surveyed(), this.storey(), this.unit()));
  protected readonly wanted = signal('');
  /** worth a search: more rooms than are seen at a glance */
  protected readonly many = computed(() => this.session.surveyed().rooms.length > GLANCE);
  protected readonly rooms = computed(() => roomList(this.session.surveyed(), this.many() ? this.wanted() : ''));
  protected readonly example = `12' 6", 10', 12' 6", 10'`;
  protected readonly framings = computed((): Choice<'wood' | 'metal' | 'masonry'>[] =>
    this.session.uk() ? UK_FRAMINGS : (['wood', 'metal', 'masonry'] as const).map((value) => ({ value, label: value })),
  );
  protected long = (mm: number): string => (this.unit() === 'mm' ? printLength(mm, 'mm') : printFeet(mm));
  protected readonly read = computed(() => (this.form().round.trim() ? readRound(this.form().round, this.unit()) : undefined));
  protected readonly lengths = computed(() => {
    const read = this.read();
    return read?.ok ? read.lengths.map((l, i) => ({ i, text: l.as ?? printLength(l.mm, this.unit()) })) : [];
  });
  protected readonly free = computed((): Choice[] =>
    freeFaces(this.session.surveyed()).map((f) => ({ value: `${f.wallId}|${f.face}`, label: `other side of ${f.name}` })),
  );

  /** a yard or a deck: along walls of the house, nothing walked round */
  protected readonly outdoors = computed(() => ['outdoors', 'deck'].includes(this.form().use ?? ''));
  protected readonly along = signal<string[]>([]);
  protected toggleAlong(key: string): void {
    this.along.update((all) => (all.includes(key) ? all.filter((x) => x !== key) : [...all, key]));
  }

  protected put(part: Partial<ReturnType<typeof this.form>>): void {
    this.form.update((f) => ({ ...f, ...part }));
  }
  protected share(index: number, value: string | undefined): void {
    this.shared.update((s) => {
      const rest = Object.fromEntries(Object.entries(s).filter(([i]) => Number(i) !== index));
      return value ? { ...rest, [index]: value } : rest;
    });
  }

  protected add(event: Event): void {
    event.preventDefault();
    (document.activeElement as HTMLElement | null)?.blur();
    const form = this.form();
    const read = this.outdoors() ? undefined : this.read();
    const problems = [
      ...(form.name.trim() ? [] : ['Give the room a name.']),
      ...(form.use ? [] : ['Say what the room is (“it is a”): what the rules ask hangs on it.']),
      ...(this.outdoors() || read?.ok ? [] : [read ? read.message : 'Type the wall lengths round the room.']),
    ];
    if (problems.length || !form.use) return this.problems.set(problems);
    const id = nanoid(8);
    const kept = (adding: Adding): boolean => {
      this.problems.set(adding.problems);
      if (adding.problems.length || !this.session.editSite(`Room ${form.name.trim()}`, () => adding.site)) return false;
      this.adding.set(false);
      this.form.set(NEW_ROOM);
      this.shared.set({});
      return true;
    };
    if (form.use === 'outdoors' || form.use === 'deck') {
      const along = this.along().map((key) => faceOf(key));
      if (kept(addOutdoors(this.session.surveyed(), { id, name: form.name.trim(), use: form.use, along }))) this.along.set([]);
      return;
    }
    if (!read?.ok) return;
    const shared = Object.fromEntries(
      Object.entries(this.shared())
        .filter(([i]) => Number(i) < read.lengths.length)
        .map(([i, value]) => {
          return [Number(i), faceOf(value)];
        }),
    );
    const adding = addRoom(
      this.session.surveyed(),
      {
        id,
        name: form.name.trim(),
        use: form.use,
        lengths: read.lengths,
        turns: read.turns,
        height: this.height() ?? assumed(this.session.uk() ? UK_CEILING_MM : inches(96)),
        uk: this.session.uk(),
        ...(form.framing ? { framing: form.framing } : {}),
        ...(form.spacing
          ? {
              spacing: {
                mm: this.session.uk() ? Number(form.spacing) : inches(Number(form.spacing)),
                as: form.spacing,
                known: 'seen' as const,
              },
            }
          : {}),
        ...(this.over() ? { above: this.over()! } : {}),
        ...(this.under() ? { below: this.under()! } : {}),
        shared,
      },
      this.unit(),
    );
    if (!kept(adding)) return;
    const first = adding.site.rooms.find((r) => r.id === id)?.sides?.[0];
    if (first) void this.router.navigate(['/houses', this.session.house().id, 'walls', first.wallId, first.face]);
  }

  protected open(wallId: string, face: FaceId): void {
    void this.router.navigate(['/houses', this.session.house().id, 'walls', wallId, face]);
  }
}
