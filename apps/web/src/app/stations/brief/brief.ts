import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatMenuModule } from '@angular/material/menu';
import type { WishState } from '@squallmark/core/channels';
import { nextId, partsOfRole, partsWithSheets } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { count, groupBy, num, volts } from '@squallmark/core/units';
import { FindingsDock } from '../../kit/findings-dock';
import { Icon } from '../../kit/icon';
import { Mark } from '../../kit/mark';
import { AnalysisStore } from '../../state/analysis';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import type { HungWish } from './face-layout';
import { TransmitterFace } from './transmitter-face';

const EXTRA_WISHES = [{ what: 'focus', label: 'Focus' }];

/** What must it do, by whose hands, with which parts? */
@Component({
  selector: 'sq-brief',
  imports: [FindingsDock, TransmitterFace, MatButtonModule, MatMenuModule, Icon, Mark],
  templateUrl: './brief.html',
  styleUrl: './brief.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Brief {
  private readonly store = inject(RigStore);
  private readonly dialog = inject(MatDialog);
  private readonly result = inject(AnalysisStore).result;
  protected readonly rig = this.store.rig;
  protected readonly analysis = computed(() => this.result()?.analysis);

  protected readonly groups = computed(() =>
    [...groupBy(partsWithSheets(this.rig()), ({ sheet }) => sheet.group)].map(([name, parts]) => ({ name, parts })),
  );
  protected readonly controls = computed(() => partsOfRole(this.rig(), 'transmitter')[0]?.sheet.controls ?? []);
  protected readonly hung = computed<HungWish[]>(() =>
    (this.analysis()?.brief.wishes ?? []).flatMap((w) => {
      const control = this.controls().find((c) => c.id === w.control);
      return control
        ? [
            {
              id: w.wish.id,
              label: w.wish.label,
              note: `channel ${w.channel}`,
              mark: w.state === 'granted' ? 'clear' : 'watch',
              control,
            },
          ]
        : [];
    }),
  );
  protected readonly loose = computed(() => (this.analysis()?.brief.wishes ?? []).filter((w) => !w.control));
  protected readonly summary = computed(() => {
    const brief = this.analysis()?.brief;
    return brief
      ? `${brief.granted} of ${count(brief.wanted, 'wish').replace('wishs', 'wishes')} granted · ${count(brief.parts, 'part')} · ${num(brief.massG / 1000, 2)} kg payload and pack`
      : '';
  });
  protected readonly ticked = computed(
    () => `${this.rig().parts.filter((p) => p.onBench).length} of ${this.rig().parts.length}`,
  );
  /** Functions that parts here or on the shelf give and nobody wished for yet. */
  protected readonly wishable = computed(() => {
    const wanted = new Set(this.rig().wishes.map((w) => w.what));
    const offered = SHELF.flatMap((sheet) =>
      sheet.role === 'controller' ? [] : sheet.functions.map(({ what, label }) => ({ what: what, label })),
    );
    return [...new Map([...offered, ...EXTRA_WISHES].map((w) => [w.what, w])).values()].filter(
      (w) => !wanted.has(w.what),
    );
  });
  protected readonly feeds = computed(() =>
    (this.analysis()?.brief.feeds ?? []).map((f) => ({
      ...f,
      name: f.value === 'pack' ? 'straight from the pack' : 'a steady regulator',
      chosen: !f.edits.length,
      note: `${volts(f.fullV)} full, ${volts(f.flatV)} flat${f.fits ? '' : ' · outside its band'}`,
    })),
  );
  protected readonly takeOffs = [
    { value: 'pan off' as const, note: 'pan cannot spin up' },
    { value: 'locked' as const, note: 'all axes held' },
  ];

  constructor() {
    inject(Keys).use([{ key: '/', text: 'pull a part', run: () => void this.pullParts() }]);
  }

  protected async pullParts(): Promise<void> {
    const { ShelfDialog } = await import('../../rooms/shelf/shelf');
    this.dialog.open(ShelfDialog, { width: '640px', maxWidth: '96vw' });
  }

  protected tick(part: string, event: Event): void {
    this.store.do([{ kind: 'tick', part, onBench: (event.target as HTMLInputElement).checked }]);
  }

  protected putBack(part: string): void {
    this.store.do([{ kind: 'removePart', part }]);
  }

  protected addWish(wish: { what: string; label: string }): void {
    this.store.do([
      { kind: 'addWish', wish: { id: nextId('W', this.rig().wishes), ...wish, by: 'pilot', control: null, hand: 'either' } },
    ]);
  }

  protected dropWish({ wish }: WishState): void {
    this.store.do([{ kind: 'removeWish', wish: wish.id }]);
  }

  protected chooseFeed(feed: { edits: { kind: string }[] }): void {
    const choice = this.analysis()?.brief.feeds.find((f) => f.edits === feed.edits);
    if (choice?.edits.length) this.store.do(choice.edits);
  }

  protected chooseTakeOff(takeOff: 'pan off' | 'locked'): void {
    if (this.rig().schools.takeOff !== takeOff) this.store.do([{ kind: 'school', choice: { takeOff } }]);
  }
}
