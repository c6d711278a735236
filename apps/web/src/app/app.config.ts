import {
  ANIMATION_MODULE_TYPE,
  ApplicationRef,
  inject,
  isDevMode,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import { REMOVE_STYLES_ON_COMPONENT_DESTROY } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding, withNavigationErrorHandler } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { from } from 'rxjs';
import { routes } from './app.routes';
import { warm } from './frame/warm';
import { Updates } from './state/updates';

const MOST_WAIT_MS = 10_000;

/** When the worker that keeps the application may start: the page stands, and all of it has been fetched. */
const warmed = () => {
  const late = new Promise((done) => setTimeout(done, MOST_WAIT_MS));
  return from(Promise.race([inject(ApplicationRef).whenStable(), late]).then(warm));
};

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideZonelessChangeDetection(),
    // a tool answers at once; nothing slides or ripples
    { provide: ANIMATION_MODULE_TYPE, useValue: 'NoopAnimations' },
    // a station's sheets stay when it is left: taken out and put in again, each would be weighed against the whole page
    { provide: REMOVE_STYLES_ON_COMPONENT_DESTROY, useValue: false },
    provideRouter(
      routes,
      withComponentInputBinding(),
      withNavigationErrorHandler(() => void inject(Updates).lost()),
    ),
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: warmed }),
  ],
};
