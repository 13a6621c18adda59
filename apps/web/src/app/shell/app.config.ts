import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import {
  type ApplicationConfig,
  inject,
  isDevMode,
  provideAppInitializer,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
} from '@angular/core';
import { provideRouter, withComponentInputBinding, withNavigationErrorHandler, withPreloading } from '@angular/router';
import { NgbConfig } from '@ng-bootstrap/ng-bootstrap/config';
import { provideServiceWorker } from '@angular/service-worker';
import { PreloadPages } from './preload-pages';
import { pastTheWorker } from '../api/past-the-worker';
import { PageTrouble } from './page-trouble';
import { routes } from './routes';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch(), withInterceptors([pastTheWorker])),
    // all of the page is kept in the browser a moment after the first visit: it opens without its server too
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWithDelay:2000' }),
    provideRouter(
      routes,
      withComponentInputBinding(),
      // all stages come along behind the first page, so that a server that goes away takes none of them with it
      withPreloading(PreloadPages),
      withNavigationErrorHandler(() => {
        inject(PageTrouble).says.set(
          'That page could not be loaded: Saddle’s server does not answer. What is open here goes on; try again when it is back.',
        );
      }),
    ),
    provideAppInitializer(() => {
      inject(NgbConfig).animation = false;
    }),
  ],
};
