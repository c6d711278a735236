import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { WishState } from '@squallmark/core/channels';
import { nextId, partsWithSheets, pilotControls } from '@squallmark/core/rig';
import { count, groupBy, num } from '@squallmark/core/units';
import { AboutFigure } from '../../kit/about/about';
import { Tick } from '../../kit/fields/tick';
import { FindingsDock } from '../../kit/findings-dock';
import { Icon } from '../../kit/icon';
import { Rooms } from '../../kit/rooms';
import { unrolled } from '../../kit/unroll';
import { AnalysisStore } from '../../state/analysis';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import type { HungWish } from './face-layout';
import { BriefMenus } from './brief-menus';
import { TransmitterFace } from './transmitter-face';
import { AskedWishes, LooseWishes, SchoolChoices, WishEditor } from './wish-panels';

/** What must it do, by whose hands, with which parts? */
@Component({
  selector: 'sq-brief',
  imports: [
    AboutFigure,
    AskedWishes,
    BriefMenus,
    FindingsDock,
    LooseWishes,
    SchoolChoices,
    TransmitterFace,
    WishEditor,
    MatButtonModule,
    Icon,
    Tick,
  ],
  templateUrl: './brief.html',
  styleUrl: './brief.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Brief {
  private readonly store = inject(RigStore);
  private readonly rooms = inject(Rooms);
  private readonly result = inject(AnalysisStore).result;
  protected readonly rig = this.store.rig;
  protected readonly analysis = computed(() => this.result()?.analysis);

  private readonly shownParts = unrolled(
    computed(() => partsWithSheets(this.rig())),
    22,
  );
  private readonly shownItems = unrolled(
    computed(() => this.analysis()?.loom.items ?? []),
    12,
  );
  protected readonly groups = computed(() =>
    [...groupBy(this.shownParts(), ({ sheet }) => sheet.group)].map(([name, parts]) => ({ name, parts })),
  );
  protected readonly items = computed(() =>
    [...groupBy(this.shownItems(), (i) => i.group)].map(([name, list]) => ({ name, list })),
  );
  protected readonly controls = computed(() => pilotControls(this.rig()));
  protected readonly wishes = computed(() => this.analysis()?.brief.wishes ?? []);
  protected readonly hung = computed<HungWish[]>(() =>
    this.wishes().flatMap((w) => {
      const control = this.controls().find((c) => c.id === (w.control ?? w.wish.control));
      return control
        ? [
            {
              id: w.wish.id,
              label: w.wish.label,
              note: noteOf(w),
              mark: w.state === 'granted' ? 'clear' : 'watch',
              control,
            },
          ]
        : [];
    }),
  );
  protected readonly asked = computed(() => this.wishes().filter((w) => w.state === 'granted' && w.by !== 'slot'));
  protected readonly loose = computed(() => this.wishes().filter((w) => w.state !== 'granted'));
  protected readonly chosenWish = signal<string | null>(null);
  protected readonly wish = computed(() => this.wishes().find((w) => w.wish.id === this.chosenWish()));
  protected readonly hands = computed(() =>
    this.rig().wishes.some((w) => w.by === 'camera operator') ? 'pilot and camera operator' : 'pilot alone',
  );
  protected readonly summary = computed(() => {
    const brief = this.analysis()?.brief;
    return brief ? `${brief.granted} of ${brief.wanted} ${brief.wanted === 1 ? 'wish' : 'wishes'} granted` : '';
  });
  protected readonly onBench = computed(() => {
    const brief = this.analysis()?.brief;
    return brief ? ` · ${count(brief.parts, 'part')}` : '';
  });
  protected readonly aboutWishes = () => import('@squallmark/core/about').then((m) => m.aboutWishes(this.wishes()));
  protected readonly mass = computed(() => {
    const brief = this.analysis()?.brief;
    return brief?.parts ? `${num(brief.massG / 1000, 2)} kg` : '';
  });
  protected readonly aboutMass = () => import('@squallmark/core/about').then((m) => m.aboutMass(this.rig()));
  protected readonly ticked = computed(() => {
    const items = this.analysis()?.loom.items ?? [];
    const here = this.rig().parts.filter((p) => p.onBench).length + items.filter((i) => i.ticked).length;
    return `${here} of ${this.rig().parts.length + items.length}`;
  });
  constructor() {
    inject(Keys).use([
      { key: '/', text: 'pull a part', run: () => void this.pullParts() },
      { key: 'w', text: 'next wish', run: () => this.nextWish() },
    ]);
  }

  protected async pullParts(): Promise<void> {
    await this.rooms.open(
      import('../../rooms/shelf/pull-dialog').then((m) => m.ShelfDialog),
      { width: '720px' },
    );
  }

  protected tick(part: string, onBench: boolean): void {
    this.store.do([{ kind: 'tick', part, onBench }]);
  }

  protected tickItem(item: string, on: boolean): void {
    this.store.do([{ kind: 'tickItem', item, on }]);
  }

  protected putBack(part: string): void {
    this.store.do([{ kind: 'removePart', part }]);
  }

  protected addWish(wish: { what: string; label: string }): void {
    const id = nextId('W', this.rig().wishes);
    const same = this.rig().wishes.filter((w) => w.what === wish.what).length;
    const label = same ? `${wish.label} ${same + 1}` : wish.label;
    this.store.do([
      { kind: 'addWish', wish: { id, what: wish.what, label, by: 'pilot', control: null, hand: 'either' } },
    ]);
    this.chosenWish.set(id);
  }

  protected dropWish(wish: string): void {
    this.store.do([{ kind: 'removeWish', wish }]);
    this.chosenWish.set(null);
  }

  private nextWish(): void {
    const ids = this.wishes().map((w) => w.wish.id);
    const at = ids.indexOf(this.chosenWish() ?? '');
    this.chosenWish.set(ids[(at + 1) % Math.max(1, ids.length)] ?? null);
  }
}

function noteOf({ state, channel, with: extras }: WishState): string {
  if (state !== 'granted') return 'not there yet';
  return extras.length ? `channel ${channel} · with ${extras[0]!}` : `channel ${channel}`;
}
