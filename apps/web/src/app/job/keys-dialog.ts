import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';

export const KEYS: [string, string][] = [
  ['digits', 'go to the tape'],
  ['Enter', 'sets what the tape says'],
  ['x 41 3/8 · b 13 1/4', 'sets the distance along · the box bottom'],
  ['↑ ↓ in the tape', '1/16 in or 1 mm; with Shift 1 in or 25 mm'],
  ['← → ↑ ↓ on the wall', 'move the selected box'],
  ['x 41 3/8 from stud 3', 'in the survey: from any end, stud or thing, to the edge that faces it; l r say which edge, c t w h d the rest'],
  ['Q', 'in the survey: next thing; with Shift the one before'],
  ['B S D N O C', 'in the survey: add a box, stud, door, window, thing in the bay, wainscot'],
  ['Del', 'in the survey: the selected thing is not there'],
  ['[ ]', 'in the survey: wall to the left, to the right, round the room'],
  ['P · M', 'in the survey: panel · what to measure next'],
  ['F', 'flip to the other face'],
  ['W', 'open the wall: studs, things in the bay, the other face’s boxes'],
  ['T', 'table of the same wall'],
  ['+ −', 'zoom'],
  ['0 · 9 with Alt', 'the work · the whole wall'],
  ['Ctrl Z · Ctrl Y', 'undo · redo'],
  ['?', 'this list'],
];

@Component({
  selector: 'sa-keys-dialog',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header"><h2 class="modal-title">Keys and words</h2></div>
    <div class="modal-body">
      <p>
        <a routerLink="/words" (click)="modal.close()">What words mean here</a>: ledger, bay, school, doubt, proof of dead and the rest.
      </p>
      <dl class="keys">
        @for (k of keys; track k[0]) {
          <dt>{{ k[0] }}</dt>
          <dd>{{ k[1] }}</dd>
        }
      </dl>
    </div>
    <div class="modal-footer"><button type="button" class="btn-line strong" (click)="modal.close()">Close</button></div>
  `,
  styleUrl: './keys-dialog.css',
})
export class KeysDialog {
  protected readonly modal = inject(NgbActiveModal);
  protected readonly keys = KEYS;
}
