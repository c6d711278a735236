import { inject, Injectable } from '@angular/core';
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

  async channelCsv(): Promise<void> {
    const analysis = this.result()?.analysis;
    if (!analysis) return this.store.say('Not computed yet: try again in a moment');
    const { unparse } = await import('papaparse');
    // @source [std RFC 4180] quoting and line ends
    saveFile(
      `${fileStem(this.store.rig().name)}-channels.csv`,
      unparse(channelTable(analysis), { newline: '\r\n' }),
      'text/csv',
    );
    this.store.note('file', 'Channel table exported');
  }

  async wiringCard(): Promise<void> {
    const analysis = this.result()?.analysis;
    if (!analysis) return this.store.say('Not computed yet: try again in a moment');
    const rig = this.store.rig();
    try {
      const { cardPdf } = await import('./card-pdf');
      saveFile(`${fileStem(rig.name)}-wiring-card.pdf`, await cardPdf(wiringCard(rig, analysis)), 'application/pdf');
      this.store.note('file', 'Wiring card printed');
    } catch (error) {
      this.store.say(`No wiring card: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
