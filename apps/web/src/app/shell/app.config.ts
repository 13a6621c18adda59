import { provideHttpClient, withFetch } from '@angular/common/http';
import {
  type ApplicationConfig,
  inject,
  provideAppInitializer,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
} from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { NgbConfig, NgbModalConfig } from '@ng-bootstrap/ng-bootstrap';
import { routes } from './routes';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch()),
    provideRouter(routes, withComponentInputBinding()),
    provideAppInitializer(() => {
      inject(NgbConfig).animation = false;
      // the widget's own backdrop carries a style attribute, which the content security policy forbids: ours is in the stylesheet
      inject(NgbModalConfig).backdrop = false;
    }),
  ],
};
