import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Schools } from '@saddle/core/model';
import { wiringPlan, type WiringPlan } from '@saddle/core/wiring';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { JobSession } from '../job/job-session';
import { WiringView } from '../wiring/wiring-view';

interface SchoolField {
  key: keyof Schools;
  label: string;
  choices: Choice[];
}
const words = (...values: string[]): Choice[] => values.map((value) => ({ value, label: value }));

/** Both boxes: drawn and in words, by the person's own school. */
@Component({
  selector: 'sa-wire-stage',
  imports: [WiringView, ChoiceField],
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
  protected readonly plans = computed((): { plan: WiringPlan; isNew: boolean }[] => {
    const site = this.session.site();
    const context = this.session.context();
    const found = this.session.state() === 'found';
    return [context.source.id, context.target.id].flatMap((id) => {
      const box = site.boxes.find((b) => b.id === id);
      if (!box) return [];
      const wiredAs = site.devices.find((d) => d.boxId === id)?.wiredAs;
      const schools = found && wiredAs ? { ...this.session.job().schools, device: wiredAs } : this.session.job().schools;
      return [
        {
          plan: wiringPlan({ site, box, circuit: context.circuit, schools }),
          isNew: !this.session.job().found.boxes.some((b) => b.id === id),
        },
      ];
    });
  });
  protected readonly foundUnknown = computed(
    () =>
      this.session.state() === 'found' &&
      !this.session.job().found.devices.find((d) => d.boxId === this.session.job().sourceBoxId)?.wiredAs,
  );

  protected set(key: keyof Schools, value: string | undefined): void {
    if (value === undefined) return;
    const typed = key === 'tape' ? value === 'yes' : key === 'pigtailIn' ? Number(value) : value;
    this.session.apply('Way of working', [{ op: 'set-schools', schools: { [key]: typed } }]);
  }
}
