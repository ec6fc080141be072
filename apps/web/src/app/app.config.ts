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
import { catchError, of } from 'rxjs';
import { routes } from './app.routes';
import { serverTime } from './platform/server-time';
import { SessionService } from './platform/session.service';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch(), withInterceptors([serverTime])),
    provideRouter(routes, withComponentInputBinding()),
    // Keeps the app itself on the device, so that it opens with no network.
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWhenStable:5000' }),
    provideAppInitializer(() =>
      inject(SessionService)
        .load()
        .pipe(catchError(() => of(null))),
    ),
  ],
};
