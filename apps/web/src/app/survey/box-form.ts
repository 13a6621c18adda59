import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { BOX_KINDS, BOX_KIND_IDS, DEVICE_KINDS, isReceptacle } from '@saddle/core/catalog';
import { AWG_SIZES, parseVolume, type Awg } from '@saddle/core/measure';
import {
  type Box,
  BOX_TROUBLES,
  type BoxTrouble,
  breakerNumber,
  type Cable,
  type CableEnd,
  type ConductorUse,
  type Device,
  isPreset,
  type MeasuredLength,
  presetWords,
  said,
  untold,
  type Wall,
  changeIn,
  putInto,
  takeFrom,
  seenIn,
} from '@saddle/core/model';
import { addDevice, dropDevice, setCable, setDevice, setHolds, toggledTrouble, tracedUse, usesShown } from '@saddle/core/survey';
import { boxClamps, boxMaterial, boxVolume, cablesIn, devicesIn } from '@saddle/core/wiring';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { BOX_FIELDS, CABLE_FIELDS, DEVICE_FIELDS, type SurveyField } from '@saddle/core/codebook';
import { askedFields } from '@saddle/core/ledger';
import { JobSession } from '../job/job-session';
import { SURVEY_HOST } from './survey-host';
import { RouterLink } from '@angular/router';
import { WordMark } from '../words/word';

/** What is behind a fold, in words. */
const FIELD_WORDS: Partial<Record<SurveyField, string>> = {
  ...{
    volume: 'volume',
    gangs: 'gangs',
    depth: 'depth',
    clamps: 'clamps',
    material: 'material',
    name: 'name',
    hangsOn: 'what it hangs on',
  },
  ...{ condition: 'how it is', setback: 'front edge', screws: 'its screws', trouble: 'what was found wrong' },
  ...{ side: 'where it comes in', metal: 'metal', sheath: 'sheath', white: 'its white', free: 'free ends', inside: 'sheath inside' },
  ...{ wired: 'how it is wired', state: 'its state', circuit: 'its circuit' },
};

/** One surveyed box in figures: kind, size, place, cables with the side they come from, device. */
@Component({
  selector: 'sa-box-form',
  imports: [NgTemplateOutlet, WordMark, RouterLink, LengthField, ChoiceField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './box-form.html',
  styleUrl: './box-form.css',
})
export class BoxForm {
  protected readonly host = inject(SURVEY_HOST);
  private readonly job = inject(JobSession, { optional: true });
  readonly boxId = input.required<string>();
  protected readonly boxKinds: Choice[] = [
    ...BOX_KIND_IDS.map((value) => ({ value, label: BOX_KINDS[value].name })),
    { value: 'other', label: 'another, as measured' },
  ];
  protected readonly deviceKinds: Choice<Device['kind']>[] = Object.values(DEVICE_KINDS).map((d) => ({ value: d.id, label: d.name }));
  protected readonly gauges = AWG_SIZES.map((g): Choice<Awg> => ({ value: g, label: `${g} AWG` }));
  protected readonly clampKinds: Choice<NonNullable<Box['clamps']>>[] = [
    { value: 'internal', label: 'metal clamps inside' },
    { value: 'moulded', label: 'moulded tabs' },
    { value: 'external', label: 'connector outside' },
    { value: 'none', label: 'none' },
  ];
  protected readonly directions: Choice[] = [
    { value: 'line', label: 'from the panel (line)' },
    { value: 'load', label: 'further on (load)' },
  ];
  protected readonly sides: Choice[] = [
    { value: 'top', label: 'from above' },
    { value: 'bottom', label: 'from below' },
    { value: 'left', label: 'from the left' },
    { value: 'right', label: 'from the right' },
    { value: 'back', label: 'through the back' },
  ];
  protected readonly hangs: Choice<NonNullable<Box['hangsOn']>>[] = [
    { value: 'left', label: 'stud on its left' },
    { value: 'right', label: 'stud on its right' },
    { value: 'none', label: 'held by wings' },
  ];
  protected readonly unit = this.host.unit;
  protected readonly box = computed((): Box => this.host.surveyed().boxes.find((b) => b.id === this.boxId())!);
  private readonly wall = computed((): Wall => this.host.surveyed().walls.find((w) => w.id === this.box().wallId)!);
  protected readonly volume = computed(() => {
    const own = this.box().volumeIn3;
    return own === undefined ? '' : `${own}`;
  });
  protected readonly kindVolume = computed(() =>
    this.box().kind === 'other'
      ? 'stamped inside the box'
      : `by its kind ${boxVolume({ ...this.box(), volumeIn3: undefined })} in³; type what is stamped`,
  );
  protected readonly clamps = computed(() => boxClamps(this.box()));
  protected readonly material = computed(() => boxMaterial(this.box()));
  protected readonly cables = computed(() =>
    cablesIn(this.host.surveyed(), this.box().id).map((c) => ({
      ...c,
      sideValue: c.side === 'unknown' ? undefined : c.side,
      kind: `${c.cable.conductors.length}`,
    })),
  );
  protected readonly uses: Choice<Exclude<ConductorUse['is'], 'unknown'>>[] = [
    { value: 'hot', label: 'always hot' },
    { value: 'neutral', label: 'neutral' },
    { value: 'switched', label: 'switched hot' },
    { value: 'traveller', label: 'traveller' },
    { value: 'spare', label: 'not used' },
  ];
  protected readonly whites: Choice<NonNullable<Cable['whiteUsedAsHot']>>[] = [
    { value: 'no', label: 'a neutral' },
    { value: 'marked', label: 'used as a hot, and marked' },
    { value: 'unmarked', label: 'used as a hot, not marked' },
  ];
  protected readonly troubles = BOX_TROUBLES;
  protected toggleTrouble(what: BoxTrouble): void {
    this.setBox({ trouble: toggledTrouble(this.box(), what) });
  }
  protected readonly splits: Choice<NonNullable<Device['split']>>[] = [
    { value: 'two feeds', label: 'a half on each of two feeds' },
    { value: 'half switched', label: 'lower half by a switch' },
  ];
  protected usesOf = (cable: Cable) => usesShown(this.host.surveyed(), this.boxId(), cable);
  protected readonly devices = computed((): { device: Device; receptacle: boolean; kind: (typeof DEVICE_KINDS)[Device['kind']] }[] =>
    devicesIn(this.host.surveyed(), this.box().id).map((device) => ({
      device,
      kind: DEVICE_KINDS[device.kind],
      receptacle: isReceptacle(device.kind),
    })),
  );
  protected readonly switches = computed((): Choice[] =>
    this.devices()
      .filter(({ kind }) => kind.form === 'switch')
      .map(({ device }) => ({ value: device.id, label: device.name })),
  );
  protected readonly circuits = computed((): Choice[] =>
    this.host.surveyed().circuits.map((c) => ({ value: c.id, label: `${breakerNumber(this.host.surveyed(), c)} ${c.name}` })),
  );
  protected readonly placeWords = computed(() => {
    const { place } = this.box();
    const reference = this.wall().references.find((r) => r.id === place.from)?.name ?? place.from.replace('-', ' ');
    return `from the ${reference} to its ${place.to.replace('-', ' ')}, to the ${place.toward}`;
  });

  protected setBox(part: Partial<Box>): void {
    const id = this.box().id;
    this.host.editSite(this.box().name, (found) => changeIn(found, 'boxes', id, (b) => said(b, part)));
  }
  protected setHolds(holds: string | undefined): void {
    const is = (['switch', 'junction'] as const).find((h) => h === holds);
    this.host.editSite(this.box().name, (found) => setHolds(found, this.boxId(), is));
  }
  protected setKind(kind: string): void {
    const id = kind as Box['kind'];
    this.setBox({
      kind: id,
      gangs: id === 'other' ? this.box().gangs : BOX_KINDS[id].gangs,
      volumeIn3: undefined,
      depth: undefined,
      clamps: undefined,
      width: undefined,
      height: undefined,
    });
  }
  protected setVolume(text: string): void {
    if (text === '') return this.setBox({ volumeIn3: undefined });
    const read = parseVolume(text);
    if (read.ok) this.setBox({ volumeIn3: read.value });
    else this.host.refusal.set([{ path: '/boxes/volumeIn3', message: read.message, expected: 'a volume', came: read.came }]);
  }
  protected setPlace(part: Partial<Box['place']>): void {
    this.setBox({ place: { ...this.box().place, ...part } });
  }
  protected setCable(cable: Cable, part: Partial<Cable>): void {
    this.host.editSite(cable.name, (found) => setCable(found, cable.id, part));
  }
  protected trace(cable: Cable, conductor: number, part: Partial<ConductorUse>): void {
    this.host.editSite(`What the ${cable.conductors[conductor]} of ${cable.name} does`, (found) =>
      tracedUse(found, this.boxId(), cable, conductor, part),
    );
  }
  /** what was said of a cable; nothing: it is not known after all */
  protected tellCable(cable: Cable, field: NonNullable<Cable['presets']>[number], part: Partial<Cable> | '' | undefined): void {
    this.setCable(cable, part ? part : { presets: untold(cable, field).presets });
  }
  protected tellDevice(device: Device, kind: Device['kind'] | undefined): void {
    this.setDevice(device, kind ? { kind } : { presets: untold(device, 'kind').presets });
  }
  protected isPreset = isPreset;
  protected setConductors(cable: Cable, count: string | undefined): void {
    if (!count) return this.tellCable(cable, 'conductors', undefined);
    this.setCable(cable, { uses: undefined, conductors: count === '3' ? ['black', 'red', 'white'] : ['black', 'white'] });
  }
  /** end 0 is nearer the panel: a line cable ends here with its end 1 */
  protected setSide(cable: Cable, side: string | undefined): void {
    const here = cable.ends.findIndex((e) => e.boxId === this.box().id);
    const [own, far] = [cable.ends[here]!, cable.ends[1 - here]!];
    this.setCable(cable, { direction: side ? 'known' : 'unknown', ends: side === 'load' ? [own, far] : [far, own] });
  }
  protected setFar(cable: Cable, label: string): void {
    if (!label) return;
    const here = cable.ends.findIndex((e) => e.boxId === this.box().id);
    this.setCable(cable, { ends: cable.ends.map((e, i) => (i === here ? e : { ...e, label })) as Cable['ends'] });
  }
  protected setFree(cable: Cable, freeLength: MeasuredLength | undefined): void {
    this.setEnd(cable, { freeLength });
  }
  protected addCable(): void {
    const n = this.cables().length;
    const cable: Cable = {
      id: nanoid(10),
      name: `cable ${n + 1}`,
      gauge: (this.host.surveyed().circuits.find((c) => c.id === this.box().circuitId)?.breakerA ?? 15) > 15 ? 12 : 14,
      conductors: ['black', 'white'],
      sheath: 'nonmetallic',
      direction: n === 0 ? 'known' : 'unknown',
      unbrokenIn: [],
      ends: [{ label: n === 0 ? 'panel' : `elsewhere ${n}` }, { boxId: this.box().id, label: this.box().name }],
      presets: ['gauge', 'conductors', 'sheath', ...(n === 0 ? (['line'] as const) : [])],
    };
    this.host.editSite('Another cable', (found) => putInto(found, 'cables', cable));
  }
  /** fields that the job in hand asks for, and those it asked for since this box was opened: nothing goes away under the hand */
  private readonly asked = linkedSignal<{ box: string; asked: Set<string> }, ReadonlySet<string>>({
    source: () => ({
      box: this.boxId(),
      asked: this.job ? askedFields(this.job.ledger(), this.host.surveyed(), this.box()) : new Set<string>(),
    }),
    computation: ({ box, asked }, before) => (before?.source.box === box ? new Set([...before.value, ...asked]) : asked),
  });
  /** boxes, cables and devices of which all fields are shown */
  protected readonly unfolded = signal<ReadonlySet<string>>(new Set());
  protected toggleFold(id: string): void {
    this.unfolded.update((all) => (all.has(id) ? new Set([...all].filter((x) => x !== id)) : new Set([...all, id])));
  }
  private isFirst(id: string, field: SurveyField): boolean {
    const measuredOnly = this.box().kind === 'other' && ['volume', 'depth', 'clamps', 'material', 'gangs'].includes(field);
    return this.asked().has(`${id}/${field}`) || (measuredOnly && id === this.box().id);
  }
  protected folded(id: string, field: SurveyField): boolean {
    return !this.unfolded().has(id) && !this.isFirst(id, field);
  }
  /** what is behind the fold of a thing; undefined where nothing is */
  protected rest(id: string): string | undefined {
    const fields: readonly SurveyField[] =
      id === this.box().id ? BOX_FIELDS : this.cables().some((c) => c.cable.id === id) ? CABLE_FIELDS : DEVICE_FIELDS;
    const words = fields.filter((f) => f in FIELD_WORDS && this.hasField(id, f) && !this.isFirst(id, f)).map((f) => FIELD_WORDS[f]);
    return words.length ? `More: ${words.join(', ')}` : undefined;
  }
  /** a field that this box, cable or device has at all */
  private hasField(id: string, field: SurveyField): boolean {
    if (field === 'screws') return this.box().hangsOn === 'left' || this.box().hangsOn === 'right';
    if (field === 'white') return this.cables().some((c) => c.cable.id === id && c.cable.conductors.includes('white'));
    if (field === 'circuit') return this.circuits().length > 1;
    if (field === 'wired') return this.devices().some((d) => d.device.id === id && d.receptacle);
    return true;
  }
  protected asSide = (value: string | undefined): CableEnd['side'] => this.sides.find((s) => s.value === value)?.value as CableEnd['side'];
  protected presets = presetWords;
  /** What came filled in was looked at, and is so. */
  protected soSeen(what: Cable | Device | Box): void {
    this.host.editSite(`${what.name} as it was seen`, (found) => seenIn(found, what.id));
  }
  protected dropCable(cable: Cable): void {
    this.host.editSite(`Without ${cable.name}`, (found) => takeFrom(found, 'cables', cable.id));
  }
  protected setDevice(device: Device, part: Partial<Device>): void {
    this.host.editSite(device.name, (found) => setDevice(found, device.id, part));
  }
  protected addDevice(): void {
    const kind = this.box().holds === 'switch' ? 'switch-15' : 'duplex-15';
    this.host.editSite('Another device', (found) => addDevice(found, this.box().id, nanoid(10), kind));
  }
  protected dropDevice(device: Device): void {
    this.host.editSite(`Without ${device.name}`, (found) => dropDevice(found, device.id));
  }
  protected setEnd(cable: Cable, part: Partial<CableEnd>): void {
    this.setCable(cable, { ends: cable.ends.map((e) => (e.boxId === this.box().id ? { ...e, ...part } : e)) as Cable['ends'] });
  }
  protected number = (text: string | undefined): number | undefined => (text === undefined || text === '' ? undefined : Number(text));
}
