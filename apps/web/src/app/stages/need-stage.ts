import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgbTypeahead } from '@ng-bootstrap/ng-bootstrap';
import { APPLIANCES } from '@saddle/core/catalog';
import { loadAmps } from '@saddle/core/codebook';
import { parsePower } from '@saddle/core/measure';
import { ROOM_USES, type Load, type Room } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { map, type Observable } from 'rxjs';
import { ChoiceField } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { JobSession } from '../job/job-session';

/** What will be plugged in, where, and what the room asks for. */
@Component({
  selector: 'sa-need-stage',
  imports: [TextField, ChoiceField, NgbTypeahead, YesNoField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>What will be plugged in</h2></div>
    <div class="sheet">
      <table class="plain loads">
        <thead>
          <tr>
            <th>appliance</th>
            <th class="figure">on its plate</th>
            <th class="figure">amps</th>
            <th>3 h or more at a stretch</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          @for (row of loads(); track row.load.id) {
            <tr>
              <td>{{ row.load.name }}</td>
              <td class="figure">{{ row.load.watts ? row.load.watts + ' W' : row.load.amps + ' A' }}</td>
              <td class="figure">{{ row.amps }}</td>
              <td>
                <input
                  type="checkbox"
                  [checked]="row.load.continuous"
                  (change)="setContinuous(row.load)"
                  [attr.aria-label]="row.load.name + ': three hours or more'"
                />
              </td>
              <td>
                <button type="button" class="btn-line" (click)="remove(row.load)" [attr.aria-label]="'Take ' + row.load.name + ' out'">
                  take out
                </button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="5">Nothing named yet. The nameplate says watts or amps; a guess from the list is better than none.</td>
            </tr>
          }
        </tbody>
      </table>
      <form class="row-form" (submit)="add($event)">
        <label class="field">
          <span class="field-label">appliance</span>
          <input
            class="field-input"
            type="text"
            autocomplete="off"
            [value]="name()"
            [ngbTypeahead]="search"
            (selectItem)="pickAppliance($event.item)"
            (input)="name.set(typed($event))"
            data-testid="appliance"
          />
        </label>
        <sa-text-field
          label="watts or amps on the plate"
          placeholder="1100 W or 9.2 A"
          [value]="power()"
          [error]="error()"
          (typing)="power.set($event)"
        />
        <button type="submit" class="btn-line strong">Add</button>
      </form>
      <p class="quiet">Figures in the list are common practice; the plate on the appliance in hand always wins.</p>
      <h3>The room</h3>
      <div class="fields">
        <sa-choice-field label="{{ room().name }} is a" [value]="room().use" [choices]="uses" (set)="setRoom({ use: $any($event) })" />
        <sa-yes-no
          label="sink, tub or shower within 6 ft of the outlet"
          [value]="water()"
          [unknown]="true"
          (set)="setRoom({ waterWithin6ft: $event })"
        />
      </div>
    </div>
  `,
})
export class NeedStage {
  protected readonly session = inject(JobSession);
  protected readonly uses = ROOM_USES;
  protected readonly name = signal('');
  protected readonly power = signal('');
  protected readonly error = signal('');
  private readonly continuous = signal(false);

  protected readonly room = computed(() => this.session.context().room);
  protected readonly water = computed(() => this.room().waterWithin6ft);
  protected readonly loads = computed(() => {
    const volts = this.session.context().circuit?.voltsNominal ?? 120;
    return this.session
      .planned()
      .loads.filter((l) => l.boxId === this.session.job().newBoxId)
      .map((load) => ({ load, amps: loadAmps(load, volts).toFixed(2) }));
  });

  protected search = (text: Observable<string>): Observable<string[]> =>
    text.pipe(
      map((t) =>
        t.length < 1
          ? []
          : APPLIANCES.filter((a) => a.name.includes(t.toLowerCase()))
              .slice(0, 8)
              .map((a) => a.name),
      ),
    );

  protected typed = (event: Event): string => (event.target as HTMLInputElement).value;

  protected pickAppliance(name: string): void {
    const appliance = APPLIANCES.find((a) => a.name === name);
    if (!appliance) return;
    this.name.set(name);
    this.power.set(`${appliance.watts} W`);
    this.continuous.set(appliance.continuous);
  }

  protected add(event: Event): void {
    event.preventDefault();
    const read = parsePower(this.power());
    const circuitId = this.session.context().circuit?.id;
    if (this.name().trim() === '') return this.error.set('Name the appliance first.');
    if (!read.ok) return this.error.set(read.message);
    if (!circuitId) return this.error.set('Name the circuit in the survey first: a load hangs on a circuit.');
    this.error.set('');
    const load: Load = {
      id: nanoid(10),
      name: this.name().trim(),
      ...(read.watts === undefined ? { amps: read.amps } : { watts: read.watts }),
      continuous: this.continuous(),
      fixed: false,
      circuitId,
      boxId: this.session.job().newBoxId,
    };
    if (this.session.putChange(`Add ${load.name}`, { id: `plug-${load.id}`, do: 'plug-in', title: load.name, load })) {
      this.name.set('');
      this.power.set('');
      this.continuous.set(false);
    }
  }

  protected remove(load: Load): void {
    this.session.edit(`Take out ${load.name}`, (job) => ({
      ...job,
      changes: job.changes.filter((c) => c.do !== 'plug-in' || c.load.id !== load.id),
    }));
  }

  protected setContinuous(load: Load): void {
    this.session.edit(`${load.name}: how long`, (job) => ({
      ...job,
      changes: job.changes.map((c) =>
        c.do === 'plug-in' && c.load.id === load.id ? { ...c, load: { ...c.load, continuous: !load.continuous } } : c,
      ),
    }));
  }

  protected setRoom(part: Partial<Room>): void {
    const id = this.room().id;
    this.session.editFound(`${this.room().name}`, (found) => ({
      ...found,
      rooms: found.rooms.map((r) => (r.id === id ? { ...r, ...part } : r)),
    }));
  }
}
