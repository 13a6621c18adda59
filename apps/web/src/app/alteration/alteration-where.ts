import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { alterationElevation, alterationFaces, boardSpot, consumerUnitBox, ukBoxOf, withUkKind } from '@saddle/core/alteration';
import type { UkBoxId } from '@saddle/core/catalog';
import { putFinal, putPoint } from '@saddle/core/finals';
import { type Alteration, type Box, type FaceId, type MeasuredLength, changeIn, putInto, putIncoming } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { ChoiceField } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { WallView } from '../wall/wall-view';
import { AlterationEdits } from './alteration-edits';
import { UK_BOX_CHOICES } from './uk-boxes';

type Beside = NonNullable<Alteration['beside']>;
const BESIDE: { of: Exclude<keyof Beside, 'none'>; label: string }[] = [
  { of: 'sink', label: 'from the sink’s edge' },
  { of: 'hob', label: 'from the hob’s edge' },
  { of: 'worktop', label: 'over the worktop' },
  { of: 'bath', label: 'from the bath or shower' },
];

/** On which wall, how far from its left end, how high; what stands beside; and where the box is that it starts from. */
@Component({
  selector: 'sa-alteration-where',
  imports: [ChoiceField, LengthField, WallView, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>Where</h2>
      <button type="button" class="btn-key" [attr.aria-pressed]="open()" (click)="open.set(!open())">open wall</button>
      @for (w of walls(); track w.key) {
        <a class="btn-line" [routerLink]="['/houses', edits.job().houseId, 'walls', w.wall.id, w.face]">measure {{ w.wall.name }}</a>
      }
      @if (!walls().length) {
        <a class="btn-line" [routerLink]="['/houses', edits.job().houseId, 'plan']">rooms and walls of the house</a>
      }
    </div>
    <div class="alteration-page">
      <div class="alteration-walls">
        @for (w of drawn(); track w.key) {
          <sa-wall-view [wall]="w.wall" [viewKey]="w.key" [title]="w.title" />
        } @empty {
          <p class="lead">Nothing is placed yet. Choose a wall, or walk round the room first: a name and its wall lengths do.</p>
        }
      </div>
      <aside class="panel-body">
        @if (edits.alteration().kind !== 'enlarge') {
          <h3>Where it goes</h3>
          <div class="fields">
            <sa-choice-field
              label="wall, seen from"
              [value]="face()"
              [choices]="edits.faces()"
              [unknown]="true"
              unknownLabel="say which"
              (set)="setFace($event)"
            />
            <sa-length-field
              label="left end to its middle"
              [value]="fromLeft()"
              [optional]="true"
              (set)="fromLeft.set($event); setPlace()"
            />
            <sa-length-field
              label="floor to the box’s bottom"
              [value]="bottom()"
              [optional]="true"
              (set)="bottom.set($event); setPlace()"
            />
          </div>
          @if (partly()) {
            <p class="caution-line" data-testid="partly">
              It is placed once wall, distance and height are all there; till then nothing of it is kept.
            </p>
          }
        }
        @if (edits.alteration().kind === 'own radial') {
          <h3>The consumer unit</h3>
          <p class="quiet">{{ board() ? 'On ' + board()!.wall.name + '.' : 'Nobody said on which wall it is.' }}</p>
        } @else {
          <h3>{{ edits.subject().point?.name ?? 'What it starts from' }}</h3>
          <p class="quiet">
            {{
              edits.subject().from
                ? 'Its box is on ' + edits.subject().from!.wall.name + '.'
                : edits.subject().point
                  ? 'Nobody said on which wall its box is.'
                  : 'Choose the point under Need.'
            }}
          </p>
        }
        @if (edits.subject().point || edits.alteration().kind === 'own radial') {
          @if (boxes().length && edits.alteration().kind !== 'own radial') {
            <div class="fields">
              <sa-choice-field
                label="its box"
                [value]="edits.subject().point?.boxId"
                [choices]="boxes()"
                [unknown]="true"
                unknownLabel="not among these"
                (set)="link($event)"
              />
            </div>
          }
          @if (edits.subject().from; as from) {
            @if (edits.alteration().kind !== 'own radial') {
              <div class="fields">
                <sa-choice-field label="box that is there" [value]="from.box.kind" [choices]="kinds" (set)="setKind($event!)" />
              </div>
            }
          }
          <details [open]="!hasSource()" data-testid="put-on-wall">
            <summary>Put it on a wall</summary>
            <div class="fields">
              <sa-choice-field
                label="on the wall"
                [value]="atFace()"
                [choices]="edits.faces()"
                [unknown]="true"
                unknownLabel="say which"
                (set)="atFace.set($event)"
              />
              <sa-length-field label="its middle, from the left end" [value]="atLeft()" [optional]="true" (set)="atLeft.set($event)" />
              <sa-length-field label="its bottom, from the floor" [value]="atBottom()" [optional]="true" (set)="atBottom.set($event)" />
              @if (edits.alteration().kind !== 'own radial') {
                <sa-choice-field
                  label="kind of its box"
                  [value]="atKind()"
                  [choices]="kinds"
                  [unknown]="true"
                  unknownLabel="not looked"
                  (set)="atKind.set($event)"
                />
              }
            </div>
            @if (wrong()) {
              <p class="field-error" role="alert">{{ wrong() }}</p>
            }
            <button type="button" class="btn-line strong" (click)="putThere()">Put it there</button>
          </details>
        }
        <h3>Beside it</h3>
        <p class="quiet">Only what is there. In kitchens and bathrooms it is asked for.</p>
        <div class="fields">
          @for (b of beside; track b.of) {
            <sa-length-field
              [label]="b.label"
              [value]="edits.alteration().beside?.[b.of]"
              [optional]="true"
              (set)="setBeside(b.of, $event)"
            />
          }
        </div>
        <div class="chips" role="group" aria-label="What this room has none of">
          @for (n of nones; track n) {
            <button
              type="button"
              class="chip"
              [attr.aria-pressed]="edits.alteration().beside?.none?.includes(n) ?? false"
              (click)="toggleNone(n)"
            >
              no {{ n === 'bath' ? 'bath or shower' : n }} in this room
            </button>
          }
        </div>
      </aside>
    </div>
  `,
})
export class AlterationWhere {
  protected readonly edits = inject(AlterationEdits);
  protected readonly beside = BESIDE;
  /** some of its place is said, and some is missing */
  protected readonly partly = computed(() => {
    const said = [this.face(), this.fromLeft(), this.bottom()].filter((x) => x !== undefined && x !== '').length;
    return said > 0 && said < 3;
  });
  protected readonly nones = ['sink', 'bath'] as const;
  protected readonly kinds = UK_BOX_CHOICES;
  protected readonly open = signal(true);
  protected readonly wrong = signal('');
  protected readonly walls = computed(() => alterationFaces(this.edits.job()).map((f) => ({ ...f, key: `${f.wall.id}${f.face}` })));
  protected readonly drawn = computed(() => {
    const { session } = this.edits;
    const site = session.site();
    return this.walls().flatMap(({ wall: { id }, face, key }) => {
      const wall = site.walls.find((w) => w.id === id);
      if (!wall) return [];
      const room = site.rooms.find((r) => r.id === wall.faces[face].roomId)?.name ?? face;
      return [
        {
          key,
          wall: alterationElevation(this.edits.job(), site, wall, face, this.open()),
          title: `Elevation of ${wall.name} seen from the ${room}`,
        },
      ];
    });
  });
  protected readonly board = computed(() => boardSpot(this.edits.job()));
  protected readonly hasSource = computed(
    () => (this.edits.alteration().kind === 'own radial' ? this.board() : this.edits.subject().from) !== undefined,
  );
  protected readonly boxes = computed(() => {
    const { boxes, walls } = this.edits.job().found;
    return boxes.map((b) => ({ value: b.id, label: `${b.name}, ${walls.find((w) => w.id === b.wallId)?.name ?? ''}` }));
  });

  // a place is kept once it is whole
  private readonly place = computed(() => this.edits.alteration().place);
  private readonly typedFace = signal<string | undefined>(undefined);
  protected readonly face = computed(() => this.typedFace() ?? (this.place() && `${this.place()!.wallId}|${this.place()!.face}`));
  protected readonly fromLeft = linkedSignal(() => this.place()?.fromLeft);
  protected readonly bottom = linkedSignal(() => this.place()?.bottom);
  protected setFace(value: string | undefined): void {
    this.typedFace.set(value);
    this.setPlace();
  }
  protected setPlace(): void {
    const [wallId, face] = (this.face() ?? '').split('|') as [string, FaceId];
    const [fromLeft, bottom] = [this.fromLeft(), this.bottom()];
    if (wallId && fromLeft && bottom && this.edits.put('Where it goes', { place: { wallId, face, fromLeft, bottom } }))
      this.typedFace.set(undefined);
  }

  protected readonly atFace = signal<string | undefined>(undefined);
  protected readonly atLeft = signal<MeasuredLength | undefined>(undefined);
  protected readonly atBottom = signal<MeasuredLength | undefined>(undefined);
  protected readonly atKind = signal<string | undefined>(undefined);
  /** The box the work starts from, or the consumer unit, becomes part of the survey. */
  protected putThere(): void {
    const [wallId, face] = (this.atFace() ?? '').split('|') as [string, FaceId];
    const [fromLeft, bottom] = [this.atLeft(), this.atBottom()];
    const own = this.edits.alteration().kind === 'own radial';
    if (!wallId || !fromLeft || !bottom) return this.wrong.set('Say on which wall, how far from its left end, and how high.');
    const id = nanoid(8);
    const name = own ? 'Consumer unit' : this.edits.subject().point!.name;
    const at = { id, name, wallId, face, place: { from: 'left-end', toward: 'right', to: 'centre', distance: fromLeft, bottom } } as const;
    const box: Box = own ? consumerUnitBox(at) : ukBoxOf(at, this.atKind(), this.edits.subject().point!.kind === 'twin');
    const done = this.edits.editHouse(`${name} on its wall`, (h) => {
      const site = putInto(h.site, 'boxes', box);
      return own ? putIncoming({ ...h, site }, { boxId: id }) : { ...h, site: this.linked(site, id) };
    });
    this.wrong.set(done ? '' : (this.edits.session.house.refusal()?.[0]?.message ?? 'It does not fit there.'));
  }
  private linked(site: Parameters<typeof putFinal>[0], boxId: string | undefined) {
    const { final, point } = this.edits.subject();
    return putFinal(site, putPoint(final!, point!.id, { boxId }));
  }
  protected link(boxId: string | undefined): void {
    this.edits.editHouse('Which box it is', (h) => ({ ...h, site: this.linked(h.site, boxId) }));
  }
  protected setKind(kind: UkBoxId): void {
    const { from } = this.edits.subject();
    this.edits.editHouse('Kind of the box', (h) => ({
      ...h,
      site: changeIn(h.site, 'boxes', from!.box.id, (b) => withUkKind(b, kind)),
    }));
  }
  protected setBeside(of: Exclude<keyof Beside, 'none'>, value: MeasuredLength | undefined): void {
    const { [of]: _, ...rest } = this.edits.alteration().beside ?? {};
    this.edits.put('What stands beside it', { beside: value ? { ...rest, [of]: value } : rest });
  }
  protected toggleNone(what: 'sink' | 'bath'): void {
    const { none = [], ...rest } = this.edits.alteration().beside ?? {};
    const next = none.includes(what) ? none.filter((n) => n !== what) : [...none, what];
    this.edits.put('What stands beside it', { beside: next.length ? { ...rest, none: next } : rest });
  }
}
