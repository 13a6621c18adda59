import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgbTypeahead } from '@ng-bootstrap/ng-bootstrap/typeahead';
import { APPLIANCES } from '@saddle/core/catalog';
import { loadAmps } from '@saddle/core/codebook';
import { parsePower } from '@saddle/core/measure';
import {
  PURPOSE_WORDS,
  ROOM_USES,
  type Load,
  type Room,
  type WantLoad,
  unplugged,
  toggleContinuous,
  renamed,
  comesAfter,
  changeIn,
} from '@saddle/core/model';
import { withLoads } from '@saddle/core/purpose';
import { nanoid } from 'nanoid';
import { map, type Observable } from 'rxjs';
import { FaultSearch } from '../diagnose/fault-search';
import { ChoiceField } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { JobSession } from '../job/job-session';
import { JobWays } from '../ways/job-ways';
import { WantForm } from '../ways/want-form';

/** What will be plugged in, where, and what the room asks for. */
@Component({
  selector: 'sa-need-stage',
  imports: [FaultSearch, TextField, ChoiceField, NgbTypeahead, WantForm, YesNoField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>{{ words() }}</h2>
    </div>
    <div class="sheet">
      <div class="fields">
        @if (!session.job().want) {
          <sa-text-field label="name" [value]="session.job().name" (set)="$event && rename($event)" />
        }
        @if (others().length) {
          <sa-choice-field
            label="comes after (and finds what that one builds)"
            [value]="after()"
            [choices]="others()"
            [unknown]="true"
            unknownLabel="no other job"
            (set)="setAfter($event)"
          />
        }
      </div>
      @if (session.job().search) {
        <sa-fault-search />
      }
      @if (search.want(); as want) {
        <sa-want-form [want]="want" />
      }
      @if (takesLoads()) {
        <h3>What will be plugged in</h3>
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
            @for (row of loads(); track $index) {
              <tr>
                <td>{{ row.name }}</td>
                <td class="figure">{{ row.plate }}</td>
                <td class="figure">{{ row.amps }}</td>
                <td>
                  <input
                    type="checkbox"
                    [checked]="row.continuous"
                    (change)="setContinuous($index)"
                    [attr.aria-label]="row.name + ': three hours or more'"
                  />
                </td>
                <td>
                  <button type="button" class="btn-line" (click)="remove($index)" [attr.aria-label]="'Take ' + row.name + ' out'">
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
              [ngbTypeahead]="suggest"
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
      }
      @if (room(); as r) {
        <h3>The room</h3>
        <div class="fields">
          <sa-choice-field label="{{ r.name }} is a" [value]="r.use" [choices]="uses" (set)="setRoom({ use: $event })" />
          <sa-yes-no
            label="sink, tub or shower within 6 ft of the outlet"
            [value]="water()"
            [unknown]="true"
            (set)="setRoom({ waterWithin6ft: $event })"
          />
        </div>
      }
    </div>
  `,
})
export class NeedStage {
  protected readonly session = inject(JobSession);
  protected readonly search = inject(JobWays);
  protected readonly uses = ROOM_USES;
  protected readonly name = signal('');
  protected readonly power = signal('');
  protected readonly error = signal('');
  private readonly continuous = signal(false);

  protected readonly words = computed(() => {
    const words = PURPOSE_WORDS[this.session.job().purpose];
    return words.charAt(0).toUpperCase() + words.slice(1);
  });
  /** the box that the work ends at */
  protected readonly box = computed(() => this.session.outlets()[0]);
  protected readonly room = computed((): Room | undefined => {
    const place = this.session.job().want?.places[0];
    const wall = this.session.job().found.walls.find((w) => w.id === place?.wallId);
    return this.box()?.room ?? (wall && place && this.session.job().found.rooms.find((r) => r.id === wall.faces[place.face].roomId));
  });
  protected readonly water = computed(() => this.room()?.waterWithin6ft);
  protected readonly others = computed(() => this.session.job().others.map((j) => ({ value: j.id, label: j.name })));
  protected readonly after = computed(() => this.session.job().after?.[0]);
  protected readonly takesLoads = computed(() => {
    const want = this.session.job().want;
    // what is being mended takes what it took before
    if (this.session.job().search) return false;
    return want ? want.kind !== 'lights' : this.box() !== undefined;
  });
  /** of what is wanted, also while nothing is planned; else what the plan plugs in at the box */
  private readonly plugged = computed((): WantLoad[] => {
    const { want } = this.session.job();
    const id = this.box()?.box.id;
    return want ? want.loads : this.session.planned().loads.filter((l) => l.boxId === id);
  });
  protected readonly loads = computed(() => {
    const volts = this.box()?.circuit?.voltsNominal ?? 120;
    return this.plugged().map((load) => ({
      name: load.name,
      continuous: load.continuous,
      plate: load.watts ? `${load.watts} W` : `${load.amps} A`,
      amps: loadAmps(load, volts).toFixed(2),
    }));
  });

  protected suggest = (text: Observable<string>): Observable<string[]> =>
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
    if (this.name().trim() === '') return this.error.set('Name the appliance first.');
    if (!read.ok) return this.error.set(read.message);
    this.error.set('');
    const load: WantLoad = {
      name: this.name().trim(),
      ...(read.watts === undefined ? { amps: read.amps } : { watts: read.watts }),
      continuous: this.continuous(),
    };
    if (this.session.job().want ? this.setLoads(`Add ${load.name}`, [...this.plugged(), load]) : this.plugIn(load)) {
      this.name.set('');
      this.power.set('');
      this.continuous.set(false);
    }
  }

  private setLoads(title: string, loads: WantLoad[]): boolean {
    return this.session.editPlan(title, (job) => withLoads(job, loads));
  }
  /** At a box that is there: a change of the plan. */
  private plugIn(load: WantLoad): boolean {
    const b = this.box();
    if (!b?.circuit) {
      this.error.set('Name the circuit in the survey first: a load hangs on a circuit.');
      return false;
    }
    const planned: Load = { ...load, id: nanoid(10), fixed: false, circuitId: b.circuit.id, boxId: b.box.id };
    return this.session.putChange(`Add ${load.name}`, { id: `plug-${planned.id}`, do: 'plug-in', title: load.name, load: planned });
  }

  protected remove(index: number): void {
    const load = this.plugged()[index]!;
    const title = `Take out ${load.name}`;
    if (this.session.job().want)
      return void this.setLoads(
        title,
        this.plugged().filter((_, i) => i !== index),
      );
    const { id } = load as Load;
    this.session.edit(title, (job) => unplugged(job, id));
  }

  protected setContinuous(index: number): void {
    const load = this.plugged()[index]!;
    const title = `${load.name}: how long`;
    if (this.session.job().want)
      return void this.setLoads(
        title,
        this.plugged().map((l, i) => (i === index ? { ...l, continuous: !l.continuous } : l)),
      );
    const { id } = load as Load;
    this.session.edit(title, (job) => toggleContinuous(job, id));
  }

  protected rename(name: string): void {
    this.session.edit(`Called ${name}`, (job) => renamed(job, name));
  }
  protected setAfter(id: string | undefined): void {
    this.session.edit(id ? 'Comes after another job' : 'Comes after no other', (job) => comesAfter(job, id));
  }
  protected setRoom(part: Partial<Room>): void {
    const room = this.room();
    if (!room) return;
    this.session.house.editSite(room.name, (site) => changeIn(site, 'rooms', room.id, part));
  }
}
