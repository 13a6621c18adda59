import { InjectionToken, type Signal, type WritableSignal } from '@angular/core';
import type { HiddenTruth } from '@saddle/core/instruments';
import type { LengthUnit } from '@saddle/core/measure';
import type { Edition, FieldError, House, Schools, Site } from '@saddle/core/model';

/** The document a wall is surveyed in: a house, or what a job found. */
export interface SurveyHost {
  readonly surveyed: Signal<Site>;
  /** the house with its history: what jobs built and closed again */
  readonly house: Signal<House>;
  readonly unit: Signal<LengthUnit>;
  readonly edition: Signal<Edition>;
  /** by the UK book: its boxes, its words, nothing judged by the other */
  readonly uk: Signal<boolean>;
  readonly schools: Signal<Schools>;
  readonly houseId: Signal<string>;
  /** where the server keeps the document: `/api/v1/houses/…` */
  readonly address: Signal<string>;
  /** resolves when the server has what is shown here */
  savedNow(): Promise<void>;
  readonly refusal: WritableSignal<FieldError[] | undefined>;
  editSite(title: string, change: (site: Site) => Site): boolean;
  /** shows a change without making it; `undefined` ends the look */
  dragSite(change: ((site: Site) => Site) | undefined): void;
  /** what really is in a sample wall; undefined for every other wall */
  truth(wallId: string): HiddenTruth | undefined;
}
export const SURVEY_HOST = new InjectionToken<SurveyHost>('the document that is surveyed');
