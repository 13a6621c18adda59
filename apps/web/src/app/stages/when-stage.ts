import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  breakerNumber,
  type Hours,
  laidIn,
  type JobInBook,
  type Person,
  type StaysOn,
  usualWhen,
  type When,
  setAim,
  replannedFrom,
  addPerson,
  dropPerson,
  changePerson,
  setHours,
  dropHours,
  addHours,
  setLoud,
  addStaysOn,
  changeStaysOn,
  dropStaysOn,
  pinStep,
} from '@saddle/core/model';
import { localBy } from '@saddle/core/schedule';
import { TIMES } from '@saddle/core/work';
import { nanoid } from 'nanoid';
import { ChoiceField } from '../fields/choice-field';
import { ComingsForm } from '../when/comings-form';
import { TextField } from '../fields/text-field';
import { JobSession } from '../job/job-session';
import { HoursForm } from '../when/hours-form';
import { PlanView } from '../when/plan-view';
import { MaybeHours } from '../when/maybe-hours';
import { layingOut } from '../when/laying-out';
import { Schedules } from '../when/schedules.service';
import { dated, paperOf } from '../exchange/on-paper';

/** Now, on whole five minutes, where the person is. */
const fiveMinutes = 5 * 60_000;
const offset = (): number => new Date().getTimezoneOffset();
const localNow = (): string => localBy(offset())(new Date(Math.ceil(Date.now() / fiveMinutes) * fiveMinutes).toISOString());

/** When the work is done: people and their hours, what must stay on, plans none of which beats another, bars over the days. */
@Component({
  selector: 'sa-when-stage',
  imports: [ComingsForm, MaybeHours, ChoiceField, HoursForm, PlanView, RouterLink, TextField],
  providers: [Schedules],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './when-stage.html',
  styleUrl: './when-stage.css',
})
export class WhenStage {
  protected readonly session = inject(JobSession);
  protected readonly printed = computed(() => dated(paperOf(this.session.unit())));
  private readonly schedules = inject(Schedules);
  /** what stands in while nobody said anything */
  private readonly usual = usualWhen(localNow());
  protected readonly when = computed((): When => this.session.laid().when ?? this.usual);
  protected readonly assumed = computed(() => this.session.laid().when === undefined);
  protected readonly officeHours: Hours = { days: [0, 1, 2, 3, 4], from: 540, to: 1020 };
  protected readonly loudHours: Hours = { days: [0, 1, 2, 3, 4, 5], from: 480, to: 1080 };
  protected readonly errors = signal<Record<string, string>>({});
  protected readonly offset = offset();

  private readonly log = computed((): JobInBook[] => {
    const others = this.session.others();
    return [
      this.session.laid(),
      ...others.filter((j) => j.work.ticks.some((t) => t.took !== undefined)).map((j) => laidIn(j, this.session.house.house(), others)),
    ];
  });
  private readonly question = computed(() => {
    const laid = this.session.laid();
    return laid.changes.length ? { jobs: [laid], log: this.log(), when: this.when(), offset: this.offset } : undefined;
  });
  private readonly laying = layingOut(this.schedules, this.question);
  protected readonly busy = this.laying.busy;
  protected readonly share = this.laying.share;
  protected readonly failure = this.laying.failure;
  protected readonly answer = this.laying.answer;
  protected readonly stop = this.schedules.stop;
  protected readonly own = computed(() =>
    Object.entries(this.answer()?.rates ?? {}).map(([kind, r]) => ({
      kind,
      from: r.from,
      middle: `${r.middle.toFixed(0)} to ${r.bad.toFixed(0)}`,
      usual: `${TIMES[kind as keyof typeof TIMES].middle} to ${TIMES[kind as keyof typeof TIMES].bad} min a ${TIMES[kind as keyof typeof TIMES].each}`,
    })),
  );
  protected readonly stops = computed(() => [
    ...new Set(
      this.session
        .ledger()
        .filter((f) => f.verdict === 'stop')
        .map((f) => f.title),
    ),
  ]);
  protected readonly circuits = computed(() =>
    this.session.planned().circuits.map((c) => ({ value: c.id, label: `${breakerNumber(this.session.planned(), c)}, ${c.name}` })),
  );
  protected readonly day = computed(() => this.when().from.slice(0, 10));
  protected readonly clock = computed(() => this.when().from.slice(11));

  private edit(title: string, change: (w: When) => When): boolean {
    return this.session.edit(title, (job) => ({ ...job, when: change(this.when()) }));
  }
  protected readonly editing = (title: string, change: (w: When) => When): boolean => this.edit(title, change);
  /** rooms that a step is done in, and the steps */
  protected readonly rooms = computed(() => {
    const ids = new Set(this.session.steps().flatMap((s) => s.place?.roomId ?? []));
    return this.session.planned().rooms.filter((r) => ids.has(r.id)).map((r) => ({ value: r.id, label: r.name })); // prettier-ignore
  });
  protected readonly stepChoices = computed(() =>
    this.session.steps().map((s) => ({ value: `${this.session.laid().id}/${s.id}`, label: s.title })),
  );
  /** Plans best in this stand first, and the first of them is chosen. */
  protected setAim(aim: When['aim']): void {
    this.edit('What counts most', (w) => setAim(w, aim));
  }
  protected keepAsIs(): void {
    this.edit('Hours as they stand', (w) => w);
  }
  protected setFrom(day: string, clock: string): void {
    const at = `${day}T${clock.padStart(5, '0')}`;
    const ok = this.edit('Work begins', (w) => ({ ...w, from: at }));
    this.say('from', ok ? '' : `“${day} ${clock}” is no day and time: 2026-11-28 and 09:30`);
  }
  private say(field: string, text: string): void {
    this.errors.update((e) => ({ ...e, [field]: text }));
  }
  /** One click: what is ticked is done, the rest from now on. */
  protected replan(): void {
    this.edit('Planned anew from now', (w) => replannedFrom(w, localNow()));
  }
  protected choosePlan(key: string): void {
    this.edit('Plan chosen', (w) => ({ ...w, plan: key }));
  }
  protected useSetting(): void {
    this.session.apply('Setting compound', [{ op: 'set-schools', schools: { compound: 'setting, same day' } }]);
  }
  protected addPerson(): void {
    this.edit('A helper', (w) => addPerson(w, nanoid(8)));
  }
  protected dropPerson(p: Person): void {
    this.edit(`${p.name} taken out`, (w) => dropPerson(w, p.id));
  }
  protected rename(p: Person, name: string): void {
    if (name) this.edit('Name', (w) => changePerson(w, p.id, (x) => ({ ...x, name })));
  }
  protected setHours(p: Person, n: number, hours: Hours): void {
    this.edit(`Hours of ${p.name}`, (w) => setHours(w, p.id, n, hours));
  }
  protected dropHours(p: Person, n: number): void {
    this.edit(`Hours of ${p.name}`, (w) => dropHours(w, p.id, n));
  }
  protected addHours(p: Person): void {
    this.edit(`Hours of ${p.name}`, (w) => addHours(w, p.id));
  }
  protected setDrying(value: string | undefined): void {
    this.edit('Drying', (w) => ({ ...w, drying: value === 'slow' ? 'slow' : 'usual' }));
  }
  protected setLoud(hours: Hours | undefined): void {
    this.edit('Loud work', (w) => setLoud(w, hours));
  }
  protected addStaysOn(circuitId: string | undefined): void {
    if (!circuitId) return;
    this.edit('Must stay on', (w) => addStaysOn(w, nanoid(8), circuitId));
  }
  protected setStaysOn(s: StaysOn, change: Partial<StaysOn>): void {
    this.edit('Must stay on', (w) => changeStaysOn(w, s.id, change));
  }
  protected setMost(s: StaysOn, text: string): void {
    const minutes = Number(text.trim());
    const good = text === '' || (Number.isInteger(minutes) && minutes >= 1 && minutes <= 1440);
    this.say(s.id, good ? '' : `“${text}” is no whole number of minutes from 1 to 1440`);
    if (!good) return;
    this.edit('Must stay on', (w) => changeStaysOn(w, s.id, { atMost: text === '' ? undefined : minutes }));
  }
  protected setNever(s: StaysOn, hours: Hours | undefined): void {
    this.edit('Must stay on', (w) => changeStaysOn(w, s.id, { never: hours }));
  }
  protected dropStaysOn(s: StaysOn): void {
    this.edit('May be off', (w) => dropStaysOn(w, s.id));
  }
  protected pin(id: string, at: string): void {
    const ok = this.edit(at ? 'Step fixed' : 'Step let go', (w) => pinStep(w, id, at));
    this.say('pin', ok ? '' : `“${at}” is no day and time`);
  }
}
