/// <reference lib="dom" />
import { chromium } from '@playwright/test';
import { build } from 'esbuild';
import { middle } from './bench-browser.js';
import type { Row } from './bench-rows.js';

/** Places that the pictures are taken over, by the kind of rig. */
const KINDS = ['rotor', 'fpv', 'carriage'];

/** How long the large picture takes in a browser that draws in software, read back from what was drawn. */
export async function sceneRows(): Promise<Row[]> {
  const { outputFiles } = await build({
    entryPoints: ['scripts/scene-frames.ts'],
    ...{ bundle: true, write: false, format: 'iife', platform: 'browser', logLevel: 'warning' },
  });
  const args = ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'];
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args });
  try {
    const page = await browser.newPage();
    await page.addScriptTag({ content: outputFiles[0]!.text });
    const medians: number[] = [];
    for (const kind of KINDS) {
      const times = await page.evaluate(
        (of) => (globalThis as unknown as { sceneFrames: (kind: string) => number[] }).sceneFrames(of),
        kind,
      );
      medians.push(middle(times));
    }
    const value = Math.max(...medians);
    return [
      { what: 'large picture, software, slowest place', value, unit: 'ms', goal: 'at most 20', met: value <= 20 },
    ];
  } finally {
    await browser.close();
  }
}
