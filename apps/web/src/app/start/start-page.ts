import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  assumed,
  AT_A_BOX,
  BOOKS,
  bookWords,
  checkHouse,
  checkJobIn,
  EDITIONS,
  isUk,
  DOCUMENT_VERSION,
  emptySite,
  fieldWords,
  PURPOSE_WORDS,
  PURPOSES,
  ROOM_USES,
  type Checked,
  type House,
  type Job,
  type MeasuredLength,
  type Purpose,
  readYearBuilt,
} from '@saddle/core/model';
import {
  fromBox,
  newJob,
  otherSide,
  withWallInHand,
  type FromBoxAnswers,
  type OtherSideAnswers,
  type WallInHand,
} from '@saddle/core/purpose';
import { roomFaces } from '@saddle/core/survey';
import { nanoid } from 'nanoid';
import { firstValueFrom } from 'rxjs';
import { Documents, problemOf, readable, type HouseLine, type NewFromBox, type Problem, type Stored } from '../api/documents.service';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { LengthUnits } from '../fields/length-units';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { TopBar } from '../shell/top-bar';

/** Where the work is: on a wall that was surveyed, on the one wall in hand, or through the wall between two rooms. */
type Where = 'surveyed' | 'wall' | 'other side';
type AtBox = 'raise' | 'enlarge' | 'replace' | 'close-up' | 'relocate' | 'forward' | 'from-junction' | 'mend';
const SITUATION: Partial<Record<Purpose, AtBox>> = {
  move: 'raise',
  relocate: 'relocate',
  forward: 'forward',
  'from-junction': 'from-junction',
  enlarge: 'enlarge',
  replace: 'replace',
  'close-up': 'close-up',
  mend: 'mend',
};
/** What each purpose is about, in a line. */
const ABOUT: Record<Purpose, string> = {
  outlet: 'fed from whatever box or panel suits best',
  run: 'one cable from each to the next, in the best order',
  outdoors: 'out through the wall: sleeve, seal, cover, protection',
  masonry: 'chase or surface, box in mortar',
  'own-circuit': 'from the panel, its breaker included',
  'low-voltage': 'one divided double box',
  raceway: 'several outlets along walls, on the surface',
  lights: 'lampholders in the joists, one switch',
  'from-junction': 'its cables are joined in it, nothing is plugged in there',
  move: 'above a counter or wainscot, or aside',
  relocate: 'the old box stays as a junction behind a blank plate',
  forward: 'a bookcase, a bench, a cabinet that hides it',
  enlarge: 'one gang becomes two',
  replace: 'loose, stripped or cracked',
  'close-up': 'device out, blank plate, still reachable',
  mend: 'dead, half dead, trips, dim: found test by test, then mended',
};

/** What the server said against a save. */
class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title);
  }
}

/** One door in: what is to be done, then where. Few fields; what else is needed is asked when a finding needs it. */
@Component({
  selector: 'sa-start-page',
  imports: [NgTemplateOutlet, RouterLink, TopBar, LengthField, TextField, ChoiceField, YesNoField],
  providers: [LengthUnits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './start-page.html',
  styleUrl: './start-page.css',
})
export class StartPage {
  private readonly documents = inject(Documents);
  private readonly router = inject(Router);
  /** the house to begin with, from the address */
  readonly house = input<string>();

  protected readonly purposes = PURPOSES.map((id) => ({ id, words: PURPOSE_WORDS[id], about: ABOUT[id] }));
  protected readonly purpose = signal<Purpose | undefined>(undefined);
  protected readonly atBox = computed(() => AT_A_BOX.has(this.purpose() ?? 'outlet'));
  protected readonly uses = ROOM_USES;
  protected readonly houses = signal<HouseLine[]>([]);
  protected readonly ukHouses = signal<HouseLine[]>([]);
  protected readonly houseId = signal('new');
  /** the house that was chosen, whole */
  protected readonly stored = signal<Stored<House> | undefined>(undefined);
  /** its walls decide what is asked */
  protected readonly loading = computed(
    () => !this.listed() || (this.houseId() !== 'new' && this.stored()?.document.id !== this.houseId()),
  );
  protected readonly newHouse = signal({ name: '', edition: 'US-2020' as House['edition'], unit: 'in' as House['unit'], built: '' });
  /** two rooms and the wall between them make one outlet, nothing else */
  private readonly throughWall = computed(() => this.purpose() === 'outlet');
  private readonly wished = signal<Where | undefined>(undefined);
  protected readonly where = computed((): Where => {
    const wished = this.wished();
    if (wished === 'other side' && !this.throughWall()) return 'wall';
    return (
      wished ?? (this.faces().length && (!this.atBox() || this.boxes().length) ? 'surveyed' : this.throughWall() ? 'other side' : 'wall')
    );
  });
  protected readonly wheres = computed((): Choice[] => [
    ...(this.faces().length ? [{ value: 'surveyed', label: 'on a wall that is surveyed' }] : []),
    ...(!this.throughWall() ? [] : [{ value: 'other side', label: 'fed from a box on the other side of the same wall' }]),
    { value: 'wall', label: this.atBox() ? 'at a box that is not surveyed yet' : 'on a wall that is not surveyed yet' },
  ]);
  protected readonly faces = computed((): Choice[] =>
    (this.stored() ? roomFaces(this.stored()!.document.site) : []).map((f) => ({ value: `${f.wallId}|${f.face}`, label: f.name })),
  );
  protected readonly boxes = computed((): Choice[] => {
    const site = this.stored()?.document.site;
    return (site?.boxes ?? []).map((b) => ({
      value: b.id,
      label: `${b.name}, ${site!.walls.find((w) => w.id === b.wallId)?.name ?? ''}`,
    }));
  });
  protected readonly form = signal({
    name: '',
    face: undefined as string | undefined,
    boxId: undefined as string | undefined,
    newRoom: '',
    newUse: undefined as string | undefined,
    water: undefined as boolean | undefined,
    sourceRoom: '',
    sourceUse: undefined as string | undefined,
    reference: '',
    sameEdge: undefined as boolean | undefined,
    sourceToward: undefined as string | undefined,
    wantedToward: undefined as string | undefined,
    breaker: '',
    breakerA: undefined as string | undefined,
    material: undefined as WallInHand['material'],
    worn: 'box' as 'box' | 'device' | 'both',
  });
  protected readonly lengths = signal<Record<string, MeasuredLength | undefined>>({});
  /** the houses there are have been asked for */
  protected readonly listed = signal(false);
  protected readonly errors = signal<string[]>([]);
  protected readonly busy = signal(false);
  protected readonly houseChoices = computed(() => [
    ...this.houses().map((h) => ({ value: h.id, label: h.name })),
    { value: 'new', label: 'another house' },
  ]);

  constructor() {
    inject(LengthUnits).follow(() => this.houses().find((h) => h.id === this.houseId())?.unit ?? this.newHouse().unit);
    this.documents.houses().subscribe({
      next: (lines) => {
        // what is chosen here is by the US book; houses by the UK one have a door of their own
        this.ukHouses.set(readable<HouseLine>(lines).filter(isUk));
        const houses = readable<HouseLine>(lines).filter((h) => !isUk(h));
        this.houses.set(houses);
        const given = houses.find((h) => h.id === this.house()) ?? houses[0];
        if (given) this.houseId.set(given.id);
        this.listed.set(true);
      },
      error: (error: unknown) => {
        this.listed.set(true);
        this.errors.set([problemOf(error).title]);
      },
    });
    effect(() => {
      const id = this.houseId();
      untracked(() => void this.fetchHouse(id));
    });
  }

  private async fetchHouse(id: string): Promise<void> {
    this.stored.set(undefined);
    if (id === 'new') return;
    try {
      const stored = await firstValueFrom(this.documents.house(id));
      if (this.houseId() === id) this.stored.set(stored);
    } catch (error) {
      this.errors.set([problemOf(error).title]);
    }
  }

  /** with a job goes the US book; a house by the UK one begins as a house, its jobs at its circuits */
  protected readonly books = computed((): Choice<House['edition']>[] =>
    (this.onlyHouse() ? BOOKS : EDITIONS).map((value) => ({ value, label: bookWords(value) })),
  );
  protected setBook(edition: House['edition']): void {
    this.putHouse({ edition, unit: isUk({ edition }) ? 'mm' : 'in' });
  }
  protected readonly onlyHouse = signal(false);
  protected chooseHouse(): void {
    this.onlyHouse.set(true);
    this.purpose.set(undefined);
    this.errors.set([]);
  }
  protected async makeHouse(event: Event): Promise<void> {
    event.preventDefault();
    (document.activeElement as HTMLElement | null)?.blur();
    const wrong = this.wrongHouse();
    this.errors.set(wrong);
    if (wrong.length > 0) return;
    this.busy.set(true);
    try {
      const made = await this.createHouse();
      await this.router.navigate(['/houses', made.document.id]);
    } catch (error) {
      this.errors.set(this.words(error));
    } finally {
      this.busy.set(false);
    }
  }

  protected choose(purpose: Purpose): void {
    this.purpose.set(purpose);
    this.onlyHouse.set(false);
    // what was begun as a house by the UK book has no jobs
    if (isUk(this.newHouse())) this.setBook('US-2020');
    this.errors.set([]);
    setTimeout(() => document.querySelector('[data-testid=where]')?.scrollIntoView({ block: 'nearest' }));
  }
  protected setWhere(where: string | undefined): void {
    this.wished.set(where as Where | undefined);
  }
  protected put(part: Partial<ReturnType<typeof this.form>>): void {
    this.form.update((f) => ({ ...f, ...part }));
  }
  protected putHouse(part: Partial<ReturnType<typeof this.newHouse>>): void {
    this.newHouse.update((h) => ({ ...h, ...part }));
  }
  protected setLength(key: string, value: MeasuredLength | undefined): void {
    this.lengths.update((l) => ({ ...l, [key]: value }));
  }

  private readonly year = computed(() => readYearBuilt(this.newHouse().built));
  /** the year is judged once the field is left: nobody is told off while typing */
  protected readonly yearLeft = signal(false);
  protected readonly wrongYear = computed(() => {
    const year = this.year();
    return year.ok || !this.yearLeft() ? '' : year.message;
  });
  private wrongHouse(): string[] {
    if (this.houseId() !== 'new') return [];
    const year = this.year();
    return [...(this.newHouse().name.trim() ? [] : ['Give the house a name.']), ...(year.ok ? [] : [`Built in: ${year.message}`])];
  }

  private missing(): string[] {
    const f = this.form();
    const l = this.lengths();
    const where = this.where();
    const wanted: [boolean, string][] = [
      [where !== 'surveyed' || this.atBox() || f.face !== undefined, 'Say which wall, seen from which room.'],
      [
        where !== 'surveyed' || this.atBox() || l['wanted'] !== undefined,
        'Say where on the wall: from its left end to the middle of the box.',
      ],
      [where !== 'surveyed' || !this.atBox() || f.boxId !== undefined, 'Say at which box.'],
      [where === 'surveyed' || f.newRoom.trim() !== '', this.atBox() ? 'Name the room of the box.' : 'Name the room that gets it.'],
      [where === 'surveyed' || f.newUse !== undefined, 'Say what that room is (“it is a”): what the rules ask hangs on it.'],
      [where === 'surveyed' || l['wall'] !== undefined, 'Measure the length of the wall.'],
      [
        where !== 'wall' || !this.atBox() || (l['source'] !== undefined && l['sourceBottom'] !== undefined),
        'Measure the box: from the left end of the wall to its middle, and up to its bottom.',
      ],
      [
        where !== 'wall' || this.purpose() !== 'forward' || (l['out'] !== undefined && l['frontHeight'] !== undefined),
        'Measure the built-in: from the wall to its front, and how high that front is.',
      ],
      [where !== 'wall' || this.atBox() || l['wanted'] !== undefined, 'Say where on the wall: from its left end to the middle of the box.'],
      ...(where === 'other side'
        ? ([
            [f.sourceRoom.trim() !== '', 'Name the room of the old box.'],
            [f.sourceUse !== undefined, 'Say what the room of the old box is.'],
            [f.reference.trim() !== '', 'Name what both rooms can measure from.'],
            [l['reference'] !== undefined, 'Measure where the reference is from the left end.'],
            [f.sameEdge !== undefined, 'Say whether it is the same edge in both rooms.'],
            [f.sameEdge !== false || l['offset'] !== undefined, 'Measure how far the two edges lie apart.'],
            [
              l['source'] !== undefined && l['sourceBottom'] !== undefined,
              'Measure the old box: distance from the reference and height to its bottom.',
            ],
            [f.sourceToward !== undefined, 'Say to which side of it the old box lies, seen from its own room.'],
            [l['wanted'] !== undefined, 'Say where the new outlet is wanted.'],
            [f.wantedToward !== undefined, 'Say to which side of it the outlet is wanted, seen from its room.'],
          ] as [boolean, string][])
        : []),
    ];
    return [...this.wrongHouse(), ...wanted.filter(([ok]) => !ok).map(([, says]) => says)];
  }

  protected async start(event: Event): Promise<void> {
    event.preventDefault();
    (document.activeElement as HTMLElement | null)?.blur();
    const missing = this.missing();
    this.errors.set(missing);
    if (missing.length) return;
    this.busy.set(true);
    try {
      // nothing is stored of what a job can't begin at, the new house least of all
      this.tried(this.stored()?.document ?? this.draft());
      const { job, stage } = await this.begun(await this.houseFor());
      await this.router.navigate(['/jobs', job.id, stage]);
    } catch (error) {
      this.errors.set(this.words(error));
    } finally {
      this.busy.set(false);
    }
  }

  /** @throws Refused with what keeps the job from beginning in that house, before either is stored */
  private tried(house: House): void {
    const accepted = <T>(checked: Checked<T>): T => {
      if (checked.ok) return checked.value;
      throw new Refused({ title: checked.errors[0]!.message, status: 422, errors: checked.errors });
    };
    if (this.where() === 'other side') {
      const started = otherSide(house, { ...this.otherSide(house), id: 'job' });
      accepted(checkJobIn(started.job, accepted(checkHouse(started.house)), []));
    } else if (this.where() === 'wall') {
      const made = withWallInHand(house, this.wallInHand());
      const situation = SITUATION[this.purpose()!];
      const begins = situation && fromBox(made.house, { ...this.atTheBox(house.id, 'job', situation, made.boxId!), id: 'job' });
      if (begins && !begins.ok) throw new Refused({ title: begins.message, status: 422 });
      const sound = accepted(checkHouse(made.house));
      if (!situation) accepted(checkJobIn(this.wanting(sound, 'job', 'job', made.wallId, 'A'), sound, []));
    }
  }

  private async begun(house: Stored<House>): Promise<{ job: Job; stage: string }> {
    const purpose = this.purpose()!;
    if (this.where() === 'other side') {
      const started = await firstValueFrom(this.documents.startOtherSide(this.otherSide(house.document)));
      return { job: started.document, stage: 'survey' };
    }
    let { document } = house;
    let [wallId, face] = (this.form().face ?? '').split('|') as [string, 'A' | 'B'];
    let { boxId } = this.form();
    if (this.where() === 'wall') {
      const made = withWallInHand(document, this.wallInHand());
      const saved = await firstValueFrom(this.documents.saveHouse(made.house, house.revision));
      if (saved.outcome === 'unreachable') throw new Refused(problemOf(undefined));
      if (saved.outcome === 'conflict')
        throw new Refused({ title: 'The house was saved newer in the meantime: choose it again.', status: 409 });
      if (saved.outcome !== 'saved') throw new Refused(saved.problem);
      this.stored.set({ ...saved.stored, document: made.house });
      document = made.house;
      [wallId, face, boxId] = [made.wallId, 'A', made.boxId];
    }
    const name = this.form().name.trim() || this.usualName(document, wallId, face, boxId);
    const situation = SITUATION[purpose];
    if (situation) {
      const started = await firstValueFrom(this.documents.startFromBox(this.atTheBox(document.id, name, situation, boxId!)));
      return { job: started.document, stage: ['relocate', 'from-junction', 'mend'].includes(situation) ? 'need' : 'box' };
    }
    const made = await firstValueFrom(this.documents.createJob(this.wanting(document, nanoid(12), name, wallId, face)));
    return { job: made.document, stage: 'need' };
  }

  /** The job with what it wants where. */
  private wanting(house: House, id: string, name: string, wallId: string, face: 'A' | 'B'): Job {
    const job = newJob(house, id, name, this.purpose()!, { wallId, face })!;
    const { wanted, wantedBottom } = this.lengths();
    const [place, ...more] = job.want!.places;
    const first = { ...place!, ...(wanted ? { fromLeft: wanted } : {}), ...(wantedBottom ? { bottom: wantedBottom } : {}) };
    return { ...job, want: { ...job.want!, places: [first, ...more] } };
  }

  private usualName(house: House, wallId: string, face: 'A' | 'B' | undefined, boxId: string | undefined): string {
    const box = house.site.boxes.find((b) => b.id === boxId);
    const wall = house.site.walls.find((w) => w.id === (box?.wallId ?? wallId));
    const room = house.site.rooms.find((r) => r.id === wall?.faces[box?.face ?? face ?? 'A'].roomId)?.name;
    const words = PURPOSE_WORDS[this.purpose()!];
    return `${words.charAt(0).toUpperCase()}${words.slice(1)}${room ? `, ${room}` : ''}`.slice(0, 120);
  }

  private atTheBox(houseId: string, name: string, situation: AtBox, boxId: string): NewFromBox {
    const base = { houseId, name, boxId };
    const { wantedBottom, sideways } = this.lengths();
    const answers: Omit<Extract<FromBoxAnswers, { situation: 'raise' }>, 'id'> | NewFromBox =
      situation === 'raise'
        ? { ...base, situation, ...(wantedBottom ? { bottom: wantedBottom } : {}), ...(sideways ? { sideways } : {}) }
        : situation === 'enlarge'
          ? { ...base, situation, gangs: 2 }
          : situation === 'replace'
            ? { ...base, situation, worn: this.form().worn }
            : situation === 'forward'
              ? { ...base, situation, ...(wantedBottom ? { bottom: wantedBottom } : {}) }
              : { ...base, situation };
    return answers;
  }

  private words(error: unknown): string[] {
    const problem = error instanceof Refused ? error.problem : problemOf(error);
    return problem.errors?.map((e) => `${e.message} (${fieldWords(e.path)})`) ?? [problem.title];
  }

  private async houseFor(): Promise<Stored<House>> {
    return this.stored() ?? (await this.createHouse());
  }
  /** The new house as it will be. */
  private draft(): House {
    const h = this.newHouse();
    const year = readYearBuilt(h.built);
    return {
      format: 'saddle-house',
      version: DOCUMENT_VERSION,
      id: nanoid(12),
      name: h.name.trim(),
      edition: h.edition,
      unit: h.unit,
      ...(year.ok && year.value !== undefined ? { built: year.value } : {}),
      site: emptySite(),
    };
  }
  private async createHouse(): Promise<Stored<House>> {
    const made = this.draft();
    const stored = await firstValueFrom(this.documents.createHouse(made));
    this.houses.update((list) => [...list, { ...made, revision: stored.revision }]);
    this.houseId.set(made.id);
    this.stored.set(stored);
    return stored;
  }

  private circuit(): OtherSideAnswers['circuit'] {
    const f = this.form();
    return f.breaker.trim() ? { number: f.breaker.trim(), breakerA: f.breakerA ? (Number(f.breakerA) as 15) : undefined } : undefined;
  }

  private wallInHand(): WallInHand {
    const f = this.form();
    const l = this.lengths();
    const material = f.material ?? (this.purpose() === 'masonry' ? 'masonry' : undefined);
    return {
      id: nanoid(10),
      room: { name: f.newRoom.trim(), use: f.newUse as WallInHand['room']['use'], waterWithin6ft: f.water },
      length: l['wall']!,
      height: l['height'],
      ...(material ? { material } : {}),
      ...(this.purpose() === 'outdoors' ? { outdoorsBehind: true } : {}),
      ...(this.purpose() === 'forward'
        ? { builtIn: { out: l['out']!, bottom: l['frontBottom'] ?? assumed(0), height: l['frontHeight']! } }
        : {}),
      ...(this.atBox()
        ? {
            box: {
              fromLeft: l['source']!,
              bottom: l['sourceBottom']!,
              circuit: this.circuit(),
              ...(this.purpose() === 'from-junction' ? { junction: true } : {}),
            },
          }
        : {}),
    };
  }

  private otherSide(house: House): Omit<OtherSideAnswers, 'id'> {
    const f = this.form();
    const l = this.lengths();
    return {
      houseId: house.id,
      name: f.name.trim() || `${PURPOSE_WORDS[this.purpose()!]}, ${f.newRoom.trim()}`.slice(0, 120),
      newRoom: { name: f.newRoom.trim(), use: f.newUse as OtherSideAnswers['newRoom']['use'], waterWithin6ft: f.water },
      sourceRoom: { name: f.sourceRoom.trim(), use: f.sourceUse as OtherSideAnswers['sourceRoom']['use'] },
      wallLength: l['wall']!,
      wallHeight: l['height'],
      reference: { name: f.reference.trim(), x: l['reference']!, offsetB: f.sameEdge ? undefined : l['offset'] },
      source: { distance: l['source']!, toward: f.sourceToward as 'left', bottom: l['sourceBottom']! },
      wanted: { distance: l['wanted']!, toward: f.wantedToward as 'left', bottom: l['wantedBottom'] },
      circuit: this.circuit(),
    };
  }
}
