import { inject, Injectable } from '@angular/core';
import type { Analysis } from '@squallmark/core/analysis';
import {
  cableCards,
  channelCard,
  channelTable,
  cutList,
  labelStrips,
  partsList,
  powerCard,
  powerTable,
  proofCard,
  setupCard,
  wakeCard,
  wakeTable,
  wiringCard,
  writeRig,
  type Card,
  type Table,
} from '@squallmark/core/files';
import type { CheckStep } from '@squallmark/core/prove';
import type { WakePlan } from '@squallmark/core/wake';
import { drawingSheets, drawingSvg, type Drawing } from '@squallmark/core/loom';
import { AnalysisStore } from '../state/analysis';
import { RigStore } from '../state/rig-store';
import type { Desk } from '../state/rig-vault';
import { fileStem, saveFile } from './save-file';

/** The files that leave the bench. PDF and CSV writers are fetched from the app's own bundle when first asked for. */
@Injectable({ providedIn: 'root' })
export class Exports {
  private readonly store = inject(RigStore);
  private readonly result = inject(AnalysisStore).result;

  rigJson(): void {
    const rig = this.store.rig();
    saveFile(`${fileStem(rig.name)}.squallmark.json`, writeRig(rig), 'application/json');
    this.store.note('file', 'Rig file exported');
  }

  channelCsv(): Promise<void> {
    return this.print('Channel table', (analysis) => this.csv('channels', channelTable(analysis)));
  }

  channelCard(): Promise<void> {
    return this.print('Channel card', (analysis) => this.pdf('channel-card', channelCard(this.store.rig(), analysis)));
  }

  labelStrips(): Promise<void> {
    return this.print('Label strips', () => this.csv('label-strips', labelStrips(this.store.rig())));
  }

  cutList(): Promise<void> {
    return this.print('Cut list', () => this.csv('cut-list', cutList(this.store.rig())));
  }

  partsList(): Promise<void> {
    return this.print('Parts list', () => this.csv('parts-list', partsList(this.store.rig())));
  }

  wiringCard(): Promise<void> {
    return this.print('Wiring card', (analysis) => this.pdf('wiring-card', wiringCard(this.store.rig(), analysis)));
  }

  wakeCard(plan: WakePlan): Promise<void> {
    return this.print('Wake card', () => this.pdf('wake-card', wakeCard(this.store.rig(), plan)));
  }

  proofCard(plan: readonly CheckStep[], verdicts: Desk['verdicts'], source: string): Promise<void> {
    return this.print('Proof record', () =>
      this.pdf('proof-record', proofCard(this.store.rig(), plan, verdicts, source)),
    );
  }

  wakeCsv(plan: WakePlan): Promise<void> {
    return this.print('Wake list', () => this.csv('wake', wakeTable(this.store.rig(), plan)));
  }

  powerCard(): Promise<void> {
    return this.print('Power card', (analysis) => this.pdf('power-card', powerCard(this.store.rig(), analysis)));
  }

  powerCsv(): Promise<void> {
    return this.print('Power table', () => this.csv('power', powerTable(this.store.rig())));
  }

  setupCards(): Promise<void> {
    return this.print('Set-up cards', () => this.pdf('set-up-cards', setupCard(this.store.rig())));
  }

  logCsv(table: Table): Promise<void> {
    return this.print('Log', () => this.csv('log', table));
  }

  logMarkdown(text: string): Promise<void> {
    return this.print('Log', () => {
      saveFile(`${fileStem(this.store.rig().name)}-log.md`, text, 'text/markdown');
      return Promise.resolve();
    });
  }

  cableCards(): Promise<void> {
    return this.print('Cable cards', () => this.pdf('cable-cards', cableCards(this.store.rig())));
  }

  drawing(drawing: Drawing): void {
    const { name, revision } = this.store.rig();
    saveFile(`${fileStem(name)}-drawing.svg`, drawingSvg(drawing, `${name} · revision ${revision}`), 'image/svg+xml');
    this.store.note('file', 'Drawing exported');
  }

  drawingInSheets(drawing: Drawing): Promise<void> {
    return this.print('Drawing in sheets', async () => {
      const { name, revision } = this.store.rig();
      const title = `${name} · revision ${revision}`;
      const { sheetsPdf } = await import('./card-pdf');
      const pdf = await sheetsPdf(drawingSheets(drawing, title), title);
      saveFile(`${fileStem(name)}-drawing.pdf`, pdf, 'application/pdf');
    });
  }

  private async csv(what: string, table: Table): Promise<void> {
    const { writeCsv } = await import('@squallmark/core/files');
    saveFile(`${fileStem(this.store.rig().name)}-${what}.csv`, writeCsv(table), 'text/csv');
  }

  private async pdf(what: string, card: Card): Promise<void> {
    const { cardPdf } = await import('./card-pdf');
    saveFile(`${fileStem(this.store.rig().name)}-${what}.pdf`, await cardPdf(card), 'application/pdf');
  }

  /** Prints from the last analysis and notes it; whatever goes wrong is said. */
  private async print(name: string, write: (analysis: Analysis) => Promise<void>): Promise<void> {
    const analysis = this.result()?.analysis;
    if (!analysis) {
      this.store.say('Not computed yet: try again in a moment');
      return;
    }
    try {
      await write(analysis);
      this.store.note('file', `${name} exported`);
    } catch (error) {
      this.store.say(`No ${name.toLowerCase()}: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
