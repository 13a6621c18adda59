import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { HttpClient } from '@angular/common/http';
import { catchError, of } from 'rxjs';
import { TopBar } from '../shell/top-bar';

interface Network {
  urls: string[];
  fingerprint?: string;
}

/** How a phone comes to this Saddle: its address, the fingerprint to compare, what to do so that it also works without a connection. */
@Component({
  selector: 'sa-phone-page',
  imports: [TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-top-bar />
    <main class="page">
      <h1>On a phone</h1>
      @if (network(); as n) {
        @if (n.urls.length) {
          <h2>On this network</h2>
          <img class="qr" src="/api/v1/network/qr.svg" width="220" height="220" [alt]="'QR code of ' + n.urls[0]" />
          @for (url of n.urls; track url) {
            <p class="lead">{{ url }}</p>
          }
          <p>Fingerprint of its certificate (SHA-256), the same on the phone, or it is another server:</p>
          <p class="print" data-testid="fingerprint">{{ n.fingerprint }}</p>
          <ol>
            <li>
              Open the address with the phone’s camera. The phone warns: nobody vouches for a certificate that this machine made itself.
            </li>
            <li>Compare the fingerprint, go on, and say the passphrase once. It stood on the terminal when it was made.</li>
            <li>
              So that it also works without a connection: open <code>{{ n.urls[0] }}saddle.crt</code> on the phone, install it as a
              certificate authority in its security settings, open the address again, and add it to the home screen.
            </li>
            <li>Take the certificate out of the phone again when you no longer use it.</li>
          </ol>
        } @else {
          <h2>Not opened to this network</h2>
          <p>It answers this machine only. To let a phone of the same network in, end it and start it with</p>
          <p class="print">npm start -- --lan</p>
          <p>It then makes a certificate and a passphrase, and its terminal shows both with a QR code.</p>
        }
      } @else {
        <h2>Asking the server …</h2>
      }
    </main>
  `,
  styleUrl: './phone-page.css',
})
export class PhonePage {
  protected readonly network = toSignal(
    inject(HttpClient)
      .get<Network>('/api/v1/network')
      .pipe(catchError(() => of<Network>({ urls: [] }))),
  );
}
