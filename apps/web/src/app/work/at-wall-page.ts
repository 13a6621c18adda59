import { alterationElevation } from '@saddle/core/alteration';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, linkedSignal, signal, ViewEncapsulation } from '@angular/core';
import { RouterLink } from '@angular/router';
import { jobElevation, newlyOpen, wiringOf } from '@saddle/core/ledger';
import type { PadUnit } from '@saddle/core/measure';
import type { Box } from '@saddle/core/model';
import { canBeFound, foundElse, type FoundElse } from '@saddle/core/survey';
import {
  drawingOf,
  FEW_LINES,
  foundLive,
  holeCards,
  noteTold,
  notDeadIs,
  proofOf,
  proofLabel,
  provedBy,
  spoken,
  type ProofKey,
  type StepAsk,
  type Target,
} from '@saddle/core/work';
import { jointLine } from '@saddle/core/wiring';
import { nanoid } from 'nanoid';
import { JobSession } from '../job/job-session';
import { PhotoStrip } from '../photos/photo-strip';
import { WaitingCount } from '../record/waiting-count';
import { WallView } from '../wall/wall-view';
import { WiringView } from '../wiring/wiring-view';
import { JobWork, now, type WorkRow } from './job-work';
import { Keypad } from './keypad';
import { HoleSheet } from './hole-sheet';
import { WakeLock } from './wake-lock';
import { keepWho, whoNow } from './who';

const LIGHTS = ['light', 'dark', 'dim'] as const;
type Light = (typeof LIGHTS)[number];
const LIGHT_KEY = 'saddle-light';
const kept = (key: string): string | undefined => {
  try {
    return localStorage.getItem(key) ?? undefined;
  } catch {
    return undefined;
  }
};
const keep = (key: string, value: string): void => {
  try {
    localStorage.setItem(key, value);
  } catch {
    // private windows keep nothing: then it is asked again
  }
};

/** What the keypad is open for. */
type Asked = { what: 'value'; ask: StepAsk } | { what: 'proof'; target: Target; key: ProofKey };

/** One activity at a time, for a phone at the wall: what to do, its drawing, what to measure, in reach of one thumb. */
@Component({
  selector: 'sa-at-wall',
  imports: [RouterLink, WallView, WiringView, Keypad, HoleSheet, PhotoStrip, WaitingCount],
  providers: [JobWork, WakeLock],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[attr.data-light]': 'light()' },
  templateUrl: './at-wall-page.html',
  // its light reaches the keypad and the drawings in it
  encapsulation: ViewEncapsulation.None,
  styleUrl: './at-wall-page.scss',
})
export class AtWallPage {
  protected readonly session = inject(JobSession);
  protected readonly work = inject(JobWork);
  protected readonly few = FEW_LINES;
  constructor() {
    const awake = inject(WakeLock);
    void awake.hold();
    inject(DestroyRef).onDestroy(() => {
      awake.release();
      this.hush();
    });
  }

  /** the step shown: the one that is next, until the hand turns to another */
  protected readonly at = linkedSignal<string | undefined, number>({
    source: () => this.work.rows().find((r) => r.current)?.step.id,
    computation: (current, before) => {
      const rows = this.work.rows();
      const shown = before && rows[before.value];
      // what was just ticked gives way to what comes next; a card that somebody turned to stays
      // and so does the last one, when all is done
      if (shown && (current === undefined || before.source === current || shown.step.id !== before.source)) return before.value;
      return Math.max(
        0,
        rows.findIndex((r) => r.step.id === current),
      );
    },
  });
  protected readonly row = computed((): WorkRow | undefined => this.work.rows()[this.at()] ?? this.work.rows()[0]);
  protected readonly count = computed(() => this.work.rows().length);
  protected readonly done = computed(() => this.work.rows().filter((r) => r.ticked).length);
  protected readonly sheet = signal<'list' | 'found' | 'note' | undefined>(undefined);
  protected readonly asked = signal<Asked | undefined>(undefined);
  /** which line of a long step is in hand */
  protected readonly line = linkedSignal({ source: () => this.row()?.step.id, computation: () => 0 });
  protected readonly lines = computed(() => this.row()?.step.says ?? []);
  protected readonly paged = computed(() => this.lines().length > FEW_LINES || (this.inBox() !== undefined && this.lines().length > 1));

  protected go(to: number): void {
    this.at.set(Math.min(this.count() - 1, Math.max(0, to)));
    this.asked.set(undefined);
    this.sheet.set(undefined);
    this.hush();
    scrollTo({ top: 0 });
  }
  protected toggle(row: WorkRow): void {
    const ticked = this.work.toggle(row.step);
    if (!ticked) return;
    const next = this.work.rows().findIndex((r) => r.current);
    this.go(next < 0 ? this.at() : next);
  }

  // the drawing that goes with it
  private readonly drawing = computed(() => {
    const row = this.row();
    return row && drawingOf(row.step);
  });
  protected readonly onWall = computed(() => {
    const drawing = this.drawing();
    if (drawing?.kind !== 'wall') return undefined;
    if (this.session.uk()) return this.ukWall(drawing);
    const { work } = this.session;
    const box = work().boxes.find((b) => b.box.id === drawing.boxId) ?? work().boxes.find((b) => b.wall.id === drawing.wallId);
    return (
      box && {
        wall: jobElevation(work(), this.session.planned(), drawing.wallId, box.box.face, true, true, this.session.judgeBox),
        boxId: box.box.id,
        name: box.wall.name,
      }
    );
  });
  /** by the UK book: the wall with the box and the way of the cable */
  private ukWall({ wallId, boxId }: { wallId: string; boxId?: string | undefined }) {
    const site = this.session.planned();
    const wall = site.walls.find((w) => w.id === wallId);
    const box = site.boxes.find((b) => b.id === boxId) ?? site.boxes.find((b) => b.wallId === wallId);
    return wall && box && { wall: alterationElevation(this.session.laid(), site, wall, box.face, true), boxId: box.id, name: wall.name };
  }
  protected readonly inBox = computed(() => {
    const drawing = this.drawing();
    if (drawing?.kind !== 'box' || this.session.uk()) return undefined;
    const box = this.session.work().boxes.find((b) => b.box.id === drawing.boxId);
    const plan = box && wiringOf(this.session.work(), box);
    return plan?.joints.length ? { plan, isNew: box!.role === 'new' } : undefined;
  });
  /** the splice or screw that the line in hand is about, lit in the box opened flat */
  protected readonly inHand = computed(() => this.inBox()?.plan.joints.find((j) => jointLine(j) === this.lines()[this.line()])?.id);
  protected readonly holes = computed(() => {
    const row = this.row();
    return row && !this.session.uk() ? holeCards(this.session.work(), row.step) : [];
  });
  protected readonly nothing = new Set<string>();

  // light, voice
  protected readonly light = signal<Light>(
    LIGHTS.find((l) => l === kept(LIGHT_KEY)) ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'),
  );
  protected nextLight(): void {
    const next = LIGHTS[(LIGHTS.indexOf(this.light()) + 1) % LIGHTS.length]!;
    this.light.set(next);
    keep(LIGHT_KEY, next);
  }
  protected readonly canSpeak = 'speechSynthesis' in window;
  protected readonly speaking = signal(false);
  protected speak(row: WorkRow): void {
    if (this.speaking()) return this.hush();
    const words = new SpeechSynthesisUtterance(spoken(row.step));
    words.lang = 'en';
    words.onend = () => this.speaking.set(false);
    this.speaking.set(true);
    speechSynthesis.speak(words);
  }
  private hush(): void {
    if (this.canSpeak) speechSynthesis.cancel();
    this.speaking.set(false);
  }

  // values and readings
  protected readonly padUnit = computed((): PadUnit => {
    const asked = this.asked();
    return asked?.what === 'value' && asked.ask.unit === 'length' ? this.session.unit() : 'V';
  });
  protected readonly padSuffix = computed(() => {
    const asked = this.asked();
    return asked?.what === 'value' && asked.ask.unit !== 'length' ? asked.ask.unit : 'V';
  });
  protected readonly padLabel = computed(() => {
    const asked = this.asked();
    return asked ? (asked.what === 'value' ? asked.ask.label : proofLabel(asked.key, asked.target)) : '';
  });
  protected readonly padError = computed(() => {
    const [asked, row] = [this.asked(), this.row()];
    if (!asked || !row) return '';
    return this.work.errors()[asked.what === 'value' ? `${row.step.id}/${asked.ask.key}` : `${asked.target.key}/${asked.key}`] ?? '';
  });
  protected readonly mayEstimate = computed(() => {
    const asked = this.asked();
    return asked?.what === 'value' && asked.ask.unit === 'length';
  });
  protected enter({ text, estimated }: { text: string; estimated: boolean }): void {
    const [asked, row] = [this.asked(), this.row()];
    if (!asked || !row) return;
    if (asked.what === 'value') this.work.enter(row.step, asked.ask, text, estimated);
    else {
      this.work.prove(asked.target, asked.key, text, this.source());
      const by = this.who().trim();
      if (by && proofOf(this.session.laid(), asked.target).by !== by)
        this.session.edit('Who reads it', (job) => provedBy(job, asked.target, by));
    }
    if (this.padError()) return;
    this.asked.set(undefined);
    // the next reading of the proof follows by itself
    if (asked.what !== 'proof') return;
    const readings = this.row()?.proofs.find((p) => p.target.key === asked.target.key)?.readings;
    const next = readings?.find((r) => r.enabled && r.judged.verdict !== 'ok');
    if (next && next.key !== asked.key && !this.notDead().length) this.asked.set({ what: 'proof', target: asked.target, key: next.key });
  }
  protected readonly source = signal('');
  protected readonly who = signal(whoNow() ?? '');
  protected setWho(name: string): void {
    this.who.set(name.trim().slice(0, 80));
    keepWho(this.who());
  }
  protected readonly notDead = computed(() => {
    const job = this.session.laid();
    return this.row()?.proofs.flatMap((p) => notDeadIs(proofOf(job, p.target), p.target)) ?? [];
  });
  protected proofBy = (target: Target): string | undefined => proofOf(this.session.laid(), target).by;

  // who was told
  protected readonly outage = computed((): Target[] => {
    const row = this.row();
    return row ? this.session.steps().flatMap((s) => s.proves.filter((t) => t.off === row.step.id)) : [];
  });
  protected readonly toBeTold = ['household', 'breaker'] as const;
  protected told(target: Target, what: 'household' | 'breaker'): string | undefined {
    return this.session.laid().work.told?.find((t) => t.of === target.key && t.what === what)?.by;
  }
  protected tell(target: Target, what: 'household' | 'breaker'): void {
    const was = this.told(target, what);
    const by = was ? undefined : this.who().trim() || 'somebody here';
    this.session.edit(what === 'household' ? 'Household warned' : 'Breaker locked or labelled', (job) =>
      noteTold(job, target.key, what, by, now()),
    );
  }

  // found otherwise
  protected readonly foundAt = computed((): Box | undefined => {
    // what is found otherwise by the UK book is noted on the wall and the circuit
    if (this.session.uk()) return undefined;
    const { boxes } = this.session.work();
    return (boxes.find((b) => b.box.id === this.row()?.step.place?.boxId) ?? boxes[0])?.box;
  });
  protected readonly findable = computed(() => {
    const box = this.foundAt();
    return box ? canBeFound(this.session.house.surveyed(), box) : [];
  });
  /** what was found last, until the next card */
  protected readonly foundSays = signal('');
  protected found(what: FoundElse, words: string): void {
    const box = this.foundAt();
    if (!box) return;
    const before = this.session.ledger();
    if (!this.session.house.editSite(`Found at the work: ${words}`, (site) => foundElse(site, what, box, nanoid(10)))) return;
    this.session.logged({ kind: 'found', at: now(), ...this.atStep(), says: `found at ${box.name}: ${words}` });
    const [first] = newlyOpen(before, this.session.ledger());
    this.sheet.set(undefined);
    scrollTo({ top: 0 });
    const then = !first
      ? 'Nothing new stops the work; the ledger was judged anew.'
      : first.verdict === 'stop'
        ? `It stops the work: ${first.title}.`
        : `It can’t be told yet: ${first.title}. ${first.ask ?? ''}`.trim();
    this.foundSays.set(`${words}: in the survey of ${box.name} now. ${then}`);
  }
  protected foundLive(): void {
    const steps = this.session.steps();
    this.session.edit('Something else is live', (job) => foundLive(job, steps));
    this.session.logged({ kind: 'found', at: now(), ...this.atStep(), says: 'something else in it is live: every proof of dead is void' });
    this.sheet.set(undefined);
    scrollTo({ top: 0 });
    this.foundSays.set('Every proof of dead is void. Hands off; find what feeds it, switch it off, prove all of it dead anew.');
  }
  private atStep(): { step?: string; title?: string } {
    const step = this.row()?.step;
    return step ? { step: step.id, title: step.title.slice(0, 120) } : {};
  }
  protected note(row: WorkRow, text: string): void {
    this.work.note(row.step, text);
    this.sheet.set(undefined);
  }
}
