import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { counterSpacing, levelOf, onWall, roomSpacing, stripDrawing } from '@saddle/core/layout';
import { printFeet, printLength } from '@saddle/core/measure';
import {
  ROOM_ABOVE,
  ROOM_BELOW,
  ROOM_USES,
  type FaceId,
  type Joists,
  type MeasuredLength,
  type Room,
  type WantedOutlet,
  changeIn,
  setWanted,
  changeOne,
  withoutOne,
} from '@saddle/core/model';
import { putJoists } from '@saddle/core/purpose';
import { jobsAbout, roomList, withoutRoom, withoutWall, type Removal } from '@saddle/core/survey';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { HouseJobs } from './house-jobs';
import { HouseSession } from './house-session';

/** Receptacles round one room: its walls unfolded, what nothing reaches, and the fewest that would; editable. */
@Component({
  selector: 'sa-room-page',
  imports: [RouterLink, ChoiceField, LengthField, TextField, FindingList, YesNoField],
  providers: [HouseJobs],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './room-page.html',
  styleUrl: './room-page.css',
})
export class RoomPage {
  protected readonly session = inject(HouseSession);
  readonly roomId = input.required<string>();
  protected readonly unit = this.session.unit;
  protected readonly room = computed((): Room | undefined => this.session.surveyed().rooms.find((r) => r.id === this.roomId()));
  private readonly spacing = computed(() => {
    const room = this.room();
    return room && !this.session.uk() ? roomSpacing(this.session.surveyed(), room, this.session.edition()) : undefined;
  });
  protected readonly strip = computed(() => {
    const spacing = this.spacing();
    return spacing && stripDrawing(spacing, this.unit());
  });
  protected readonly rows = computed((): FindingRow[] => {
    const spacing = this.spacing();
    return spacing ? [{ ...spacing.judged, key: 'spacing', title: 'Wall spaces', cures: [] }] : [];
  });
  protected readonly suggested = computed(() => this.strip()?.suggested ?? []);
  protected readonly wanted = computed(() =>
    (this.room()?.wanted ?? []).map((w) => ({
      ...w,
      wall: this.session.surveyed().walls.find((x) => x.id === w.wallId)?.name ?? w.wallId,
    })),
  );
  protected readonly counters = computed(() =>
    (this.session.uk() ? [] : (this.room()?.sides ?? [])).flatMap((s) => {
      const wall = this.session.surveyed().walls.find((w) => w.id === s.wallId);
      return wall
        ? counterSpacing(this.session.surveyed(), wall, s.face).map((c) => ({
            ...c,
            wall: wall.name,
            words: c.uncovered.length
              ? `${c.uncovered.map((u) => `${printLength(u.from, this.unit())} to ${printLength(u.to, this.unit())}`).join(', ')} is further than 24 in from a receptacle; ${c.coverage.added.length} more would do, at ${c.coverage.added.map((p) => printLength(p, this.unit())).join(', ')} from its left end`
              : 'no point is further than 24 in from a receptacle',
          }))
        : [];
    }),
  );
  protected readonly walls = computed((): Choice[] => this.sides().map((s) => ({ value: `${s.wallId}|${s.face}`, label: s.name })));
  private readonly sides = computed(() => roomList(this.session.surveyed()).find((r) => r.room.id === this.roomId())?.walls ?? []);
  protected readonly at = signal<string | undefined>(undefined);
  protected readonly distance = signal<MeasuredLength | undefined>(undefined);
  protected readonly total = computed(() => printFeet(this.spacing()?.lengthMm ?? 0));

  protected readonly uses = ROOM_USES;
  protected readonly above: Choice<NonNullable<Room['above']>>[] = ROOM_ABOVE.map((value) => ({ value, label: value.replace('-', ' ') }));
  protected readonly below: Choice<NonNullable<Room['below']>>[] = ROOM_BELOW.map((value) => ({ value, label: value.replace('-', ' ') }));

  private readonly jobs = inject(HouseJobs);
  private readonly router = inject(Router);
  /** what goes when the room is taken out, what stays of it, and the open jobs that keep it */
  protected readonly removal = computed(() => {
    const { site } = this.session.house();
    const without = withoutRoom(site, this.roomId());
    return without && this.asked(without);
  });
  private asked(without: Removal) {
    return {
      goes: without.gone.join(', '),
      stays: without.stays.join(', '),
      // while the list can't be read nobody knows what is about it
      about: this.jobs.failure() ? ['a job (the list can’t be read now)'] : jobsAbout(this.jobs.list(), without),
    };
  }
  protected takeOut(): void {
    const name = this.room()?.name ?? '';
    if (this.session.editSite(`${name} taken out`, (site) => withoutRoom(site, this.roomId())?.site ?? site))
      void this.router.navigate(['/houses', this.session.house().id]);
  }

  protected readonly wallOut = signal<string | undefined>(undefined);
  protected readonly wallRemoval = computed(() => {
    const id = this.wallOut()?.split('|')[0];
    const without = id === undefined ? undefined : withoutWall(this.session.house().site, id);
    return without && this.asked(without);
  });
  protected takeWallOut(): void {
    const id = this.wallOut()!.split('|')[0]!;
    this.session.editSite('A wall taken out', (site) => withoutWall(site, id)?.site ?? site);
    this.wallOut.set(undefined);
  }

  protected setRoom(part: Partial<Room>): void {
    this.session.editSite('The room', (site) => changeIn(site, 'rooms', this.roomId(), part));
  }

  protected readonly levels: Choice[] = [
    { value: '-1', label: 'basement' },
    { value: '0', label: 'ground floor' },
    { value: '1', label: 'first floor up' },
    { value: '2', label: 'second floor up' },
  ];
  protected readonly level = computed(() => {
    const room = this.room();
    return room && `${levelOf(room)}`;
  });
  protected readonly joists = computed(() => {
    const room = this.room();
    return [
      ...(room?.above && room.above !== 'flat-roof' ? [{ field: 'joistsAbove' as const, words: 'above', joists: room.joistsAbove }] : []),
      ...(room?.below && room.below !== 'slab' ? [{ field: 'joistsBelow' as const, words: 'below', joists: room.joistsBelow }] : []),
    ];
  });
  protected readonly joistRuns = computed((): Choice<NonNullable<Joists['runs']>>[] => {
    const first = this.session.surveyed().walls.find((w) => w.id === this.room()?.sides?.[0]?.wallId)?.name ?? 'the first wall';
    return [
      { value: 'along-first', label: `along ${first}` },
      { value: 'across-first', label: `across ${first}` },
    ];
  });
  protected setJoists(field: 'joistsAbove' | 'joistsBelow', part: Partial<Joists>): void {
    this.session.editHouse('Joists', (h) => putJoists(h, this.roomId(), field, part));
  }
  /** one of the two distances; both gone: placed by its shared wall again */
  protected setAt(part: Partial<Record<'right' | 'down', MeasuredLength | undefined>>): void {
    const at = { ...this.room()?.at, ...part };
    const none: MeasuredLength = { mm: 0, as: '0', known: 'assumed' };
    this.setRoom({ at: at.right || at.down ? { right: at.right ?? none, down: at.down ?? none } : undefined });
  }

  private setWanted(title: string, change: (wanted: WantedOutlet[]) => WantedOutlet[]): void {
    this.session.editSite(title, (site) => setWanted(site, this.roomId(), change));
  }

  protected takeAll(): void {
    const spacing = this.spacing();
    if (!spacing) return;
    const places = this.suggested().flatMap((s) => {
      const place = onWall(spacing.strip, s.at);
      return place
        ? [{ id: nanoid(10), wallId: place.wall.id, face: place.face, fromLeft: { mm: place.fromLeftMm, known: 'measured' as const } }]
        : [];
    });
    this.setWanted('Receptacles as suggested', (wanted) => [...wanted, ...places]);
  }

  protected addOne(): void {
    const [at, distance] = [this.at() ?? this.walls()[0]?.value, this.distance()];
    if (!at || !distance) return;
    const [wallId, face] = at.split('|') as [string, FaceId];
    this.setWanted('One more receptacle', (wanted) => [...wanted, { id: nanoid(10), wallId, face, fromLeft: distance }]);
    this.distance.set(undefined);
  }

  protected move(id: string, fromLeft: MeasuredLength | undefined): void {
    if (fromLeft) this.setWanted('Receptacle moved', (wanted) => changeOne(wanted, id, { fromLeft }));
  }

  protected drop(id: string): void {
    this.setWanted('Receptacle taken out', (wanted) => withoutOne(wanted, id));
  }
}
