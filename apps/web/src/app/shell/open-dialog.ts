import type { Injector, Type } from '@angular/core';
import type { NgbModalOptions, NgbModalRef } from '@ng-bootstrap/ng-bootstrap/modal';

/** Opens a dialog; its parts are fetched only then. Rejects where they can’t be fetched. */
export async function openDialog(
  injector: Injector,
  load: () => Promise<Type<unknown>>,
  options: NgbModalOptions = {},
): Promise<NgbModalRef> {
  const [{ NgbModal }, dialog] = await Promise.all([import('@ng-bootstrap/ng-bootstrap/modal'), load()]);
  // the widget's own backdrop carries a style attribute, which the content security policy forbids: ours is in the stylesheet
  return injector.get(NgbModal).open(dialog, { backdrop: false, ...options });
}
