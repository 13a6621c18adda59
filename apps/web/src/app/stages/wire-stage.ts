import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { idOf, seenWiring, type Bench, type BoxWiring, type JobEdit, type Schools } from '@saddle/core/model';
import { foundBench, foundBoxes, inWiringOrder, isWiredByHand, lampsAlike, plannedBench, wiringOf } from '@saddle/core/ledger';
import { asWired, benchOf, isLookedInto, rewired, withHandles, wiringPlan, type WiringPlan } from '@saddle/core/wiring';
import { RouterLink } from '@angular/router';
import { BenchBoard } from '../bench/bench-board';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { JobSession } from '../job/job-session';
import { WiringView } from '../wiring/wiring-view';
import { Segmented, type Segment } from '../fields/segmented';
import { WordMark } from '../words/word';

interface SchoolField {
  key: keyof Schools;
  label: string;
  choices: Choice[];
}
const words = (...values: string[]): Choice[] => values.map((value) => ({ value, label: value }));

/** Every box that is touched, drawn and in words, by the person's own school; the panel's own end among them. */
@Component({
  selector: 'sa-wire-stage',
  imports: [WordMark, RouterLink, Segmented, WiringView, ChoiceField, BenchBoard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wire-stage.html',
  styleUrl: './wire-stage.css',
})
export class WireStage {
  protected readonly session = inject(JobSession);
  protected readonly fields: SchoolField[] = [
    {
      key: 'device',
      label: 'devices are',
      choices: [
        { value: 'pigtail', label: 'pigtailed' },
        { value: 'feed-through', label: 'fed through' },
      ],
    },
    { key: 'terminals', label: 'terminals', choices: words('side screw', 'clamp plate', 'push-in') },
    { key: 'splice', label: 'splices', choices: words('plain twist-on', 'pre-twisted twist-on', 'push-in', 'lever') },
    { key: 'freeEnds', label: 'free ends', choices: words('code minimum', '6 + 1', '8 in') },
    {
      key: 'sheath',
      label: 'sheath inside',
      choices: [
        { value: '1/4', label: '1/4 in' },
        { value: 'up to 1 in', label: 'up to 1 in' },
      ],
    },
    { key: 'pigtailIn', label: 'pigtails', choices: words('6', '8', '10').map((c) => ({ ...c, label: `${c.value} in` })) },
    { key: 'outage', label: 'outage', choices: words('new side first', 'off at the start') },
    { key: 'tape', label: 'tape on splices', choices: words('yes', 'no') },
  ];
  protected readonly values = computed((): Record<string, string> => {
    const schools = this.session.job().schools;
    return Object.fromEntries(this.fields.map((f) => [f.key, f.key === 'tape' ? (schools.tape ? 'yes' : 'no') : String(schools[f.key])]));
  });
  protected readonly views: Segment<boolean>[] = [
    { value: false, label: 'plan' },
    { value: true, label: 'bench', testId: 'on-bench' },
  ];
  /** the plan in words and pictures, or the bench where it is wired and switched on */
  protected readonly onBench = signal(false);
  private readonly foundBench = computed(() => foundBench(this.session.work()));
  protected readonly bench = computed((): Bench => {
    const job = this.session.job();
    const { boxes } = this.session.work();
    switch (this.session.state()) {
      case 'found':
        return this.foundBench();
      case 'planned':
        return plannedBench(this.session.work());
      case 'built':
        return benchOf(
          this.session.built(),
          boxes.map((b) => b.box.id),
          boxes[0]?.circuit,
          job.schools,
        );
    }
  });
  protected readonly against = computed(() => (this.session.state() === 'found' ? undefined : this.foundBench()));
  protected readonly byHand = computed(() => isWiredByHand(this.session.job()));

  protected rewire(edited: { title: string; bench: Bench }): void {
    this.handles.set(edited.bench);
    if (this.session.state() !== 'planned') return;
    const changes = rewired(this.session.planned(), this.bench(), edited.bench).map(({ wiring, free }): JobEdit => ({
      op: 'put-change',
      change: {
        ...{ id: idOf('wire', wiring.id), do: 'wire-box', wiring, ...(free.length ? { free } : {}) },
        title: `Wiring of ${this.nameOf(wiring)}, by hand`.slice(0, 120),
      },
    }));
    if (changes.length) this.session.apply(edited.title, changes);
  }
  private nameOf(wiring: BoxWiring): string {
    const { boxes, lamps } = this.session.planned();
    return [...boxes, ...(lamps ?? [])].find((b) => b.id === wiring.id)?.name ?? 'the end at the panel';
  }
  /** how handles stand and what is plugged in, for a look: nothing of it is kept; what was found or built is not rewired here at all */
  private readonly handles = linkedSignal<string, Bench | undefined>({ source: () => this.session.state(), computation: () => undefined });
  protected readonly shown = computed(() => {
    const handles = this.handles();
    return handles ? withHandles(this.bench(), handles) : this.bench();
  });
  protected backToPlan(): void {
    this.session.apply('Back to the plan’s wiring', [{ op: 'wire-by-plan' }]);
  }
  protected readonly plans = computed((): { plan: WiringPlan; isNew: boolean }[] => {
    const work = this.session.work();
    const { state } = this.session;
    if (state() === 'planned')
      return [
        ...lampsAlike(work).map(({ names, wiring }) => ({ plan: { ...wiring, boxName: names }, isNew: true })),
        ...inWiringOrder(work).map((b) => ({ plan: wiringOf(work, b), isNew: b.role === 'new' })),
      ];
    const site = this.session.site();
    const added = new Set(work.runs.map((r) => r.cable.id));
    return inWiringOrder(work).flatMap(({ box: planned, circuit, role }) => {
      const box = site.boxes.find((b) => b.id === planned.id);
      if (!box) return [];
      const wiredAs = state() === 'found' ? site.devices.find((d) => d.boxId === box.id)?.wiredAs : undefined;
      const schools = wiredAs ? { ...this.session.job().schools, device: wiredAs } : this.session.job().schools;
      const plan = wiringPlan({ site, box, circuit, schools, added });
      const seen = seenWiring(site, box.id);
      return [{ plan: seen ? asWired(plan, site, box, seen) : plan, isNew: role === 'new' }];
    });
  });
  /** the panel’s own end, where the circuit comes from there */
  protected readonly panelEnd = computed(() => this.session.steps().find((s) => s.id === 'panel-connect'));
  /** boxes whose wiring can be looked at and noted in the house */
  protected readonly inHouse = computed(() =>
    this.session.state() === 'found'
      ? foundBoxes(this.session.work()).map(({ box }) => ({
          ...{ id: box.id, name: box.name, looked: isLookedInto(this.session.job().found, box.id) },
          link: ['/houses', this.session.job().houseId, 'boxes', box.id],
        }))
      : [],
  );

  protected set(key: keyof Schools, value: string | undefined): void {
    if (value === undefined) return;
    const typed = key === 'tape' ? value === 'yes' : key === 'pigtailIn' ? Number(value) : value;
    this.session.apply('Way of working', [{ op: 'set-schools', schools: { [key]: typed } }]);
  }
}
