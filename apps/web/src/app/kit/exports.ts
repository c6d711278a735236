import { inject, Injectable } from '@angular/core';
import type { Analysis } from '@squallmark/core/analysis';
import { channelTable, wiringCard, writeRig } from '@squallmark/core/files';
import { AnalysisStore } from '../state/analysis';
import { RigStore } from '../state/rig-store';
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
    return this.print('Channel table', async (analysis) => {
      const { default: papa } = await import('papaparse');
      // @source [std RFC 4180] quoting and line ends
      const text = papa.unparse(channelTable(analysis), { newline: '\r\n' });
      saveFile(`${fileStem(this.store.rig().name)}-channels.csv`, text, 'text/csv');
    });
  }

  wiringCard(): Promise<void> {
    return this.print('Wiring card', async (analysis) => {
      const { cardPdf } = await import('./card-pdf');
      const rig = this.store.rig();
      saveFile(`${fileStem(rig.name)}-wiring-card.pdf`, await cardPdf(wiringCard(rig, analysis)), 'application/pdf');
    });
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
