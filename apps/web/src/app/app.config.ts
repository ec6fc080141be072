import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import {
  type ApplicationConfig,
  inject,
  isDevMode,
  provideAppInitializer,
  provideZonelessChangeDetection,
} from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { catchError, of, timer } from 'rxjs';
import { routes } from './app.routes';
import { serverTime } from './platform/server-time';
import { SessionService } from './platform/session.service';

/** What the person came for is fetched first; the rest of the app is kept so long after, ms. */
const KEPT_AFTER_MS = 8_000;

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch(), withInterceptors([serverTime])),
    provideRouter(routes, withComponentInputBinding()),
    // Keeps the app itself on the device, so that it opens with no network.
    provideServiceWorker('ngsw-worker.js', {
      enabled: !isDevMode(),
      registrationStrategy: () => timer(KEPT_AFTER_MS),
    }),
    provideAppInitializer(() =>
      inject(SessionService)
        .load()
        .pipe(catchError(() => of(null))),
    ),
  ],
};
