import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  HostListener,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { NgbDropdown, NgbDropdownItem, NgbDropdownMenu, NgbDropdownToggle } from '@ng-bootstrap/ng-bootstrap/dropdown';
import { parseLength } from '@saddle/core/measure';
import { builtShapes } from '@saddle/core/record';
import { NOT_ENTERED, FIXTURE_KINDS, OBSTACLE_KINDS, otherFace, type FaceId, type Site, type Wall, changeIn } from '@saddle/core/model';
import {
  addThing,
  dragThing,
  dropThing,
  fixtureName,
  measureOf,
  nextWall,
  nudgeThing,
  placeForNew,
  readTape,
  setByTape,
  surveyElevation,
  tapeWords,
  thingById,
  thingsOf,
  type Measure,
  type NewThing,
  type Thing,
} from '@saddle/core/survey';
import { nanoid } from 'nanoid';
import { TapeBar, type TapeMeasure } from '../tape/tape-bar';
import type { WallMark } from '@saddle/core/layout';
import { type Aim, type BoxDrag, WallView } from '../wall/wall-view';
import { FinderPanel } from './finder-panel';
import { InsidePanel } from './inside-panel';
import { NextPanel } from './next-panel';
import { SelectedPanel } from './selected-panel';
import { SURVEY_HOST } from './survey-host';
import { ThingsTable } from './things-table';
import { WallForm } from './wall-form';
import type { Segment } from '../fields/segmented';
import { Tabs } from '../fields/tabs';
import { onButton, pageKey } from '../keys/page-keys';

/** Letters and words of the measures that the tape offers for each kind of thing. */
const MEASURES: Record<Thing['kind'], Measure[]> = {
  box: ['left', 'bottom', 'depth'],
  stud: ['centre'],
  obstacle: ['left', 'bottom', 'width', 'height', 'depth'],
  opening: ['left', 'bottom', 'width', 'height'],
  fixture: ['left', 'bottom', 'width', 'height', 'depth'],
  reference: ['left'],
};
const LETTER: Record<Measure, string> = { left: 'x', right: 'r', centre: 'c', bottom: 'b', top: 't', width: 'w', height: 'h', depth: 'd' };
const HINT: Partial<Record<Measure, string>> = { left: 'from the left end', centre: 'from the left end', bottom: 'up from the floor' };
const SNAP_PX = 7;

export type SurveyTab = 'selected' | 'next' | 'wall' | 'finder' | 'inside';

/** One face of a wall, surveyed: select, type, done. The same whether it belongs to a house or to what a job found. */
@Component({
  selector: 'sa-wall-survey',
  imports: [
    Tabs,
    WallView,
    TapeBar,
    ThingsTable,
    SelectedPanel,
    NextPanel,
    FinderPanel,
    InsidePanel,
    WallForm,
    NgbDropdown,
    NgbDropdownToggle,
    NgbDropdownMenu,
    NgbDropdownItem,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wall-survey.html',
  styleUrl: './wall-survey.css',
})
export class WallSurvey {
  protected readonly host = inject(SURVEY_HOST);
  readonly wallId = input.required<string>();
  readonly face = input.required<FaceId>();
  /** whether jobs may start from a selected box */
  readonly startsJobs = input(false);
  readonly panelAtStart = input(true);
  readonly selectAtStart = input<string>();
  readonly go = output<{ wallId: string; face: FaceId }>();

  private readonly tape = viewChild(TapeBar);
  private readonly view = viewChild(WallView);
  private readonly finder = viewChild(FinderPanel);
  private readonly inside = viewChild(InsidePanel);
  protected readonly open = signal(true);
  protected readonly table = signal(false);
  protected readonly panel = linkedSignal(() => this.panelAtStart());
  private readonly allTabs: Segment<SurveyTab>[] = [
    { value: 'next', label: 'measure next' },
    { value: 'selected', label: 'selected' },
    { value: 'wall', label: 'wall' },
    { value: 'finder', label: 'finder' },
    { value: 'inside', label: 'inside', testId: 'tab-inside' },
  ];
  /** what is asked next and how a finder is led is written for the other country’s walls */
  protected readonly tabs = computed(() =>
    this.host.uk() ? this.allTabs.filter((t) => t.value === 'selected' || t.value === 'wall') : this.allTabs,
  );
  protected readonly tab = linkedSignal<SurveyTab>(() => (this.host.uk() ? 'wall' : 'next'));
  private readonly picked = linkedSignal({ source: this.wallId, computation: () => this.selectAtStart() });
  protected readonly aim = signal<'none' | 'sweep' | 'scope'>('none');
  protected readonly marks = signal<WallMark[]>([]);
  protected readonly refused = signal('');
  protected readonly said = signal('');
  private dragFrom: string | undefined;

  protected readonly unit = this.host.unit;
  protected readonly wall = computed((): Wall | undefined => this.host.surveyed().walls.find((w) => w.id === this.wallId()));
  protected readonly selected = computed((): Thing | undefined => {
    const [wall, id] = [this.wall(), this.picked()];
    return wall && id ? thingById(this.host.surveyed(), wall, id) : undefined;
  });
  protected readonly elevation = computed(() => {
    const wall = this.wall()!;
    const drawn = surveyElevation({
      site: this.host.surveyed(),
      wall,
      face: this.face(),
      open: this.open(),
      selectedId: this.selected()?.id,
      unit: this.unit(),
    });
    // what was built and closed again is part of the open wall
    return this.open() ? { ...drawn, shapes: [...drawn.shapes, ...builtShapes(this.host.house(), [], wall, this.face())] } : drawn;
  });
  protected readonly movable = computed(
    () =>
      new Set(
        thingsOf(this.host.surveyed(), this.wall()!)
          .filter((t) => t.face === undefined || t.face === this.face())
          .map((t) => t.id),
      ),
  );
  protected readonly roomName = computed(() => this.roomOf(this.face()));
  protected readonly otherRoomName = computed(() => this.roomOf(otherFace(this.face())));
  protected readonly measures = computed((): TapeMeasure[] => {
    const [wall, thing] = [this.wall()!, this.selected()];
    if (!thing)
      return [
        { key: 'wall-length', letter: 'l', label: 'wall length', hint: 'end to end', mm: wall.length.mm },
        { key: 'wall-height', letter: 'h', label: 'wall height', hint: 'floor to ceiling', mm: wall.height.mm },
      ];
    return MEASURES[thing.kind].map((measure, i) => ({
      key: measure,
      letter: LETTER[measure],
      label: i === 0 ? `${thing.name}, ${measure}` : measure,
      hint: measure === 'depth' && thing.kind === 'obstacle' ? 'behind the surface of this face' : (HINT[measure] ?? ''),
      mm: measureOf(wall, thing, this.face(), measure, this.host.surveyed()),
    }));
  });
  protected readonly wrong = computed(() => this.refused() || this.host.refusal()?.[0]?.message || '');
  /** walls of the room on both sides, for the keys and buttons that walk round it */
  protected readonly round = computed(() => ({
    before: nextWall(this.host.surveyed(), this.wallId(), this.face(), -1),
    after: nextWall(this.host.surveyed(), this.wallId(), this.face(), 1),
  }));

  protected readonly additions: { label: string; key?: string; what: NewThing }[] = [
    { label: 'box', key: 'B', what: { kind: 'box' } },
    { label: 'stud', key: 'S', what: { kind: 'stud' } },
    { label: 'door', key: 'D', what: { kind: 'opening', what: 'door' } },
    { label: 'window', key: 'N', what: { kind: 'opening', what: 'window' } },
    ...OBSTACLE_KINDS.map((what) => ({
      label: what === 'unknown' ? 'something in the bay' : what.replace('-', ' '),
      ...(what === 'unknown' ? { key: 'O' } : {}),
      what: { kind: 'obstacle' as const, what },
    })),
    ...FIXTURE_KINDS.map((what) => ({
      label: fixtureName(what),
      ...(what === 'wainscot' ? { key: 'C' } : {}),
      what: { kind: 'fixture' as const, what },
    })),
  ];

  constructor() {
    // a selected thing brings its own panel forward
    effect(() => {
      if (this.picked()) untracked(() => this.tab() !== 'finder' && this.tab.set('selected'));
    });
    effect(() => {
      this.selected();
      untracked(() => this.refused.set(''));
    });
  }

  private roomOf(face: FaceId): string {
    const roomId = this.wall()?.faces[face].roomId;
    return roomId === NOT_ENTERED ? 'far side' : (this.host.surveyed().rooms.find((r) => r.id === roomId)?.name ?? face);
  }

  private edit(title: string, change: (site: Site) => Site): boolean {
    return this.host.editSite(title, change);
  }

  protected pick(id: string | undefined): void {
    this.picked.set(id);
  }

  protected heard({ key, text }: { key: string; text: string }): void {
    const wall = this.wall()!;
    if (key.startsWith('wall-')) return this.setWall(key === 'wall-length' ? 'length' : 'height', text.replace(/^\s*[lh]\s+/i, ''));
    const thing = this.selected();
    if (!thing) return;
    const reading = readTape(text, key as Measure, this.host.surveyed(), wall, thing.id, this.unit(), this.face());
    if (!reading.ok) return this.refused.set(reading.message);
    this.refused.set('');
    const words = `${thing.name}: ${tapeWords(reading, this.unit())}`;
    if (this.edit(words, (site) => setByTape(site, wall, this.face(), thing.id, reading))) {
      this.said.set(words);
      this.keepPicked(thing);
    }
  }

  /** A reckoned stud that is put elsewhere becomes a stud of its own, under another id. */
  private keepPicked(before: Thing): void {
    if (this.selected() || before.kind !== 'stud') return;
    const moved = this.wall()!.framing.extraStuds.at(-1);
    if (moved) this.picked.set(moved.id);
  }

  private setWall(part: 'length' | 'height', text: string): void {
    const read = parseLength(text, { unit: this.unit() });
    if (!read.ok) return this.refused.set(read.message);
    this.refused.set('');
    const value = { mm: read.mm, as: read.as, known: 'measured' as const };
    this.edit(`Wall ${part} ${read.as}`, (site) => changeIn(site, 'walls', this.wallId(), { [part]: value }));
  }

  protected nudged({ key, direction, big }: { key: string; direction: 1 | -1; big: boolean }): void {
    if (key === 'bottom' || key === 'top') this.nudge(0, direction, big);
    else if (['left', 'centre', 'right'].includes(key)) this.nudge(direction, 0, big);
  }

  private nudge(right: number, up: number, big: boolean): void {
    const thing = this.selected();
    if (!thing) return;
    this.edit(`${thing.name} moved`, (site) => nudgeThing(site, this.wallId(), thing.id, this.face(), right, up, big, this.unit()));
    this.keepPicked(thing);
  }

  protected dragged(drag: BoxDrag): void {
    this.dragFrom ??= drag.id;
    const moved = (site: Site) =>
      dragThing(site, this.wallId(), drag.id, this.face(), drag.du, drag.dz, this.unit(), SNAP_PX * (drag.mmPerPx ?? 1));
    if (!drag.done) return this.host.dragSite((site) => moved(site).site);
    this.host.dragSite(undefined);
    this.dragFrom = undefined;
    if (!drag.moved) return;
    const thing = thingById(this.host.surveyed(), this.wall()!, drag.id);
    const { to } = moved(this.host.surveyed());
    this.edit(`${thing?.name ?? 'thing'} moved`, (site) => moved(site).site);
    this.said.set(to.length ? `snapped to ${to.join(' and ')}` : '');
    if (thing) this.keepPicked(thing);
  }

  protected add(what: NewThing): void {
    const wall = this.wall()!;
    const id = nanoid(10);
    const done = this.edit(`Another ${'what' in what ? what.what : what.kind}`, (site) =>
      addThing(site, wall.id, this.face(), id, what, placeForNew(wall, this.selected()), this.host.uk()),
    );
    if (!done) return;
    // the first stud is the known one, and keeps the name of its place in the rhythm
    const made =
      thingById(this.host.surveyed(), this.wall()!, id) ??
      thingsOf(this.host.surveyed(), this.wall()!).find((t) => t.kind === 'stud' && t.known === 'assumed');
    this.picked.set(made?.id ?? id);
    this.tape()?.focusNext();
  }

  protected drop(): void {
    const thing = this.selected();
    if (!thing) return;
    if (thing.kind === 'stud' && !thing.stored)
      return this.refused.set(`${thing.name} is only reckoned from the spacing: type where it really is, or that of the known stud.`);
    this.edit(`Without ${thing.name}`, (site) => dropThing(site, this.wallId(), thing.id));
    this.picked.set(undefined);
  }

  protected flip(): void {
    this.go.emit({ wallId: this.wallId(), face: otherFace(this.face()) });
  }

  protected walk(side: 'before' | 'after'): void {
    const next = this.round()[side];
    if (next) this.go.emit({ wallId: next.wallId, face: next.face });
  }

  private step(direction: 1 | -1): void {
    const things = thingsOf(this.host.surveyed(), this.wall()!).filter((t) => this.movable().has(t.id));
    if (!things.length) return;
    const seen = this.face() === 'A' ? things : [...things].reverse();
    const at = seen.findIndex((t) => t.id === this.picked());
    this.picked.set(seen[(at + direction + seen.length) % seen.length]!.id);
  }

  protected show(tab: SurveyTab): void {
    this.tab.set(tab);
    this.panel.set(true);
    if (tab !== 'finder' && tab !== 'inside') this.aim.set('none');
  }

  protected aimed(aim: Aim): void {
    this.finder()?.aimed(aim);
    this.inside()?.aimed(aim);
  }

  protected zoom(factor: number): void {
    this.view()?.zoomBy(factor);
  }

  protected fit(what: 'work' | 'wall'): void {
    this.view()?.fit(what);
  }

  @HostListener('document:keydown', ['$event'])
  protected key(event: KeyboardEvent): void {
    const key = pageKey(event);
    if (key === undefined) return;
    const arrows: Record<string, [number, number]> = { arrowup: [0, 1], arrowdown: [0, -1], arrowright: [1, 0], arrowleft: [-1, 0] };
    const added = this.additions.find((a) => a.key === key.toUpperCase());
    const keys: Record<string, () => void> = {
      f: () => this.flip(),
      w: () => this.open.set(!this.open()),
      t: () => this.table.set(!this.table()),
      p: () => this.panel.set(!this.panel()),
      q: () => this.step(event.shiftKey ? -1 : 1),
      m: () => this.show('next'),
      '[': () => this.walk('before'),
      ']': () => this.walk('after'),
      '+': () => this.zoom(1.4),
      '-': () => this.zoom(1 / 1.4),
      delete: () => this.drop(),
      escape: () => this.pick(undefined),
    };
    if (/^[0-9.]$/.test(key)) {
      event.preventDefault();
      this.tape()?.start(key);
    } else if (arrows[key]) {
      if (onButton(event)) return;
      event.preventDefault();
      this.nudge(...arrows[key], event.shiftKey);
    } else if (added && !event.shiftKey) {
      event.preventDefault();
      this.add(added.what);
    } else keys[key]?.();
  }
}
