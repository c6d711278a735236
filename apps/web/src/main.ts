import './app/workers/early';
import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig } from './app/app.config';
import { Root } from './app/frame/root';

bootstrapApplication(Root, appConfig).catch((error: unknown) => console.error(error));
