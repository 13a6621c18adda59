import { computed, inject, Injectable } from '@angular/core';
import { answered, plannedOf, subjectOf } from '@saddle/core/alteration';
import type { Alteration, WantPlace } from '@saddle/core/model';
import { roomFaces } from '@saddle/core/survey';
import { JobSession } from '../job/job-session';

type Part = Partial<{ [K in keyof Alteration]: Alteration[K] | undefined }>;

/** The answers of the open job by the UK book, and what stands beside them in the house. Each answer writes the plan anew. */
@Injectable()
export class AlterationEdits {
  readonly session = inject(JobSession);
  readonly job = this.session.laid;
  readonly alteration = computed((): Alteration => this.job().alteration!);
  readonly subject = computed(() => subjectOf(this.job())!);
  readonly planned = computed(() => plannedOf(this.job()));
  readonly faces = computed(() =>
    roomFaces(this.job().found).map((f) => ({ value: `${f.wallId}|${f.face}`, label: f.name, wallId: f.wallId, face: f.face })),
  );

  put(title: string, part: Part): boolean {
    return this.session.editLaid(title, (job) => answered(job, part));
  }
  putOutlet(part: Partial<{ [K in keyof Alteration['outlet']]: Alteration['outlet'][K] | undefined }>): void {
    const outlet = Object.fromEntries(Object.entries({ ...this.alteration().outlet, ...part }).filter(([, v]) => v !== undefined));
    this.put('What goes there', { outlet: outlet as Alteration['outlet'] });
  }
  putPlace(part: Partial<WantPlace>): boolean {
    return this.put('Where it goes', { place: { ...this.alteration().place!, ...part } });
  }
  /** The survey of the house changed: the plan that rests on it is written anew. */
  editHouse(title: string, change: Parameters<typeof this.session.house.editHouse>[1]): boolean {
    return this.session.house.editHouse(title, change) && this.put(title, {});
  }
}
