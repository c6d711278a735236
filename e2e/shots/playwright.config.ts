import { defineConfig } from '@playwright/test';
import base from '../../playwright.config.js';

/** Takes the pictures of docs/screenshots from the built application: `npm run shots`. */
export default defineConfig({
  ...base,
  projects: [{ name: 'pictures' }],
  testDir: '.',
  testMatch: 'shots.ts',
  workers: 1,
  // a dialog caught half open is no picture
  use: { ...base.use, contextOptions: { reducedMotion: 'reduce' } },
});
