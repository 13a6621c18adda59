import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import type { Bench, Schools } from '@saddle/core/model';
import { inWiringOrder, lampsAlike, plannedBench, wiringOf } from '@saddle/core/ledger';
import { benchOf, wiringPlan, type WiringPlan } from '@saddle/core/wiring';
import { BenchBoard } from '../bench/bench-board';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { JobSession } from '../job/job-session';
import { WiringView } from '../wiring/wiring-view';
import { Segmented, type Segment } from '../fields/segmented';

interface SchoolField {
  key: keyof Schools;
  label: string;
  choices: Choice[];
}
const words = (...values: string[]): Choice[] => values.map((value) => ({ value, label: value }));

/** Every box that is touched, drawn and in words, by the person's own school; the panel's own end among them. */
@Component({
  selector: 'sa-wire-stage',
  imports: [Segmented, WiringView, ChoiceField, BenchBoard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wire-stage.html',
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
  private readonly foundBoxes = computed(() => this.session.work().boxes.filter((b) => b.was));
  private readonly foundBench = computed(() => {
    const { found, schools } = this.session.job();
    const ids = this.foundBoxes().map((b) => b.box.id);
    const wired = found.devices.find((d) => ids.includes(d.boxId))?.wiredAs;
    const unknown = ids.filter((id) => !found.devices.find((d) => d.boxId === id)?.wiredAs);
    const circuit = found.circuits.find((c) => c.id === this.foundBoxes()[0]?.was?.circuitId);
    return benchOf(found, ids, circuit, wired ? { ...schools, device: wired } : schools, { wiringUnknown: unknown });
  });
  protected readonly bench = computed((): Bench => {
    const job = this.session.job();
    const { boxes } = this.session.work();
    switch (this.session.state()) {
      case 'found':
        return this.foundBench();
      case 'planned':
        return job.bench?.planned ?? plannedBench(this.session.work());
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
  protected readonly byHand = computed(() => this.session.job().bench?.planned !== undefined);

  protected rewire(edited: { title: string; bench: Bench }): void {
    if (this.session.state() !== 'planned') return this.trial.set(edited.bench);
    this.session.edit(edited.title, (job) => ({ ...job, bench: { planned: edited.bench } }));
  }
  /** found and built wiring may be switched and loaded for a look; nothing of it is kept */
  private readonly trial = linkedSignal<string, Bench | undefined>({ source: () => this.session.state(), computation: () => undefined });
  protected readonly shown = computed(() => (this.session.state() === 'planned' ? this.bench() : (this.trial() ?? this.bench())));
  protected backToPlan(): void {
    this.session.edit('Back to the plan’s wiring', (job) => ({ ...job, bench: undefined }));
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
      return [{ plan: wiringPlan({ site, box, circuit, schools, added }), isNew: role === 'new' }];
    });
  });
  /** the panel’s own end, where the circuit comes from there */
  protected readonly panelEnd = computed(() => this.session.steps().find((s) => s.id === 'panel-connect'));
  protected readonly foundUnknown = computed(
    () =>
      this.session.state() === 'found' &&
      this.foundBoxes().some((b) => b.hadDevices.length > 0 && !b.hadDevices.some((d) => d.wiredAs !== undefined)),
  );

  protected set(key: keyof Schools, value: string | undefined): void {
    if (value === undefined) return;
    const typed = key === 'tape' ? value === 'yes' : key === 'pigtailIn' ? Number(value) : value;
    this.session.apply('Way of working', [{ op: 'set-schools', schools: { [key]: typed } }]);
  }
}
