import { computed, inject, Injectable, signal } from '@angular/core';
import type { hiddenTruth } from '@saddle/core/demo';
import type { HiddenTruth } from '@saddle/core/instruments';
import { checkHouseEdit, DEFAULT_SCHOOLS, isUk, type House, type Schools, type Site, usBook } from '@saddle/core/model';
import { Documents } from '../api/documents.service';
import { DocumentSession } from '../document/document-session';
import type { SurveyHost } from '../survey/survey-host';

/** One open house: its survey. */
@Injectable()
export class HouseSession extends DocumentSession<House> implements SurveyHost {
  private readonly documents = inject(Documents);
  readonly kind = 'houses';
  protected readonly fetch = this.documents.house;
  protected readonly store = this.documents.saveHouse;
  protected readonly create = this.documents.createHouse;
  protected readonly newer = (id: string, revision: number) => this.documents.newer<House>('houses', id, revision);
  protected override printsIn = () => this.unit();
  protected readonly check = (house: House, before: House) => checkHouseEdit(before, house);

  readonly house = this.current;
  readonly surveyed = computed((): Site => this.house().site);
  readonly unit = computed(() => this.house().unit);
  readonly uk = computed(() => isUk(this.house()));
  readonly edition = computed(() => usBook(this.house()));
  readonly schools = computed((): Schools => DEFAULT_SCHOOLS);
  readonly houseId = computed(() => this.house().id);
  readonly address = computed(() => `/api/v1/houses/${this.house().id}`);

  /** what the sample house hides in its walls, fetched when somebody first asks: no other house has any */
  private readonly hidden = signal<typeof hiddenTruth | undefined>(undefined);
  private asked = false;
  truth(wallId: string): HiddenTruth | undefined {
    if (!this.asked) {
      this.asked = true;
      void import('@saddle/core/demo').then((m) => this.hidden.set(m.hiddenTruth), () => (this.asked = false)); // prettier-ignore
    }
    return this.hidden()?.(this.house().id, wallId);
  }

  editSite(title: string, change: (site: Site) => Site): boolean {
    return this.edit(title, (house) => {
      const site = change(house.site);
      return site === house.site ? house : { ...house, site };
    });
  }

  /** Changes beyond the survey: what is wanted, prices. */
  editHouse(title: string, change: (house: House) => House): boolean {
    return this.edit(title, change);
  }

  dragSite(change: ((site: Site) => Site) | undefined): void {
    const house = this.document();
    this.drag(change && house ? { ...house, site: change(house.site) } : undefined);
  }
}
