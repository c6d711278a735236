import { computed, type Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { analyse } from '@squallmark/core/analysis';
import { feedsOf, sweepOf } from '@squallmark/core/studies';
import { fixesOf } from '@squallmark/core/findings';
import { readRig, writeRig } from '@squallmark/core/files';
import { planOf } from '@squallmark/core/prove';
import type { Rig } from '@squallmark/core/rig';
import { of } from 'rxjs';
import { AnalysisStore } from '../app/state/analysis';
import { RigStore } from '../app/state/rig-store';
import { RigVault } from '../app/state/rig-vault';

/** For tests: the store with this rig open in an otherwise empty vault, analysed on the spot instead of in a worker. */
export async function openStore(rig: Rig, providers: Provider[] = []): Promise<RigStore> {
  localStorage.clear();
  TestBed.configureTestingModule({
    providers: [
      ...providers,
      {
        provide: AnalysisStore,
        useFactory: () => {
          const store = TestBed.inject(RigStore);
          return {
            standing: computed(() => ({ state: 'current' })),
            result: computed(() => ({ rig: store.rig(), analysis: analyse(store.rig()), tookMs: 0 })),
            fixes$: (rig: Rig) => of({ rig, fixes: new Map(analyse(rig).findings.map((f) => [f.id, fixesOf(f)])) }),
            isPlanned: computed(() => true),
            plan: computed(() => planOf(store.rig())),
            sweep$: of(sweepOf(store.rig())),
            feeds$: of(feedsOf(store.rig())),
          };
        },
      },
    ],
  });
  const store = TestBed.inject(RigStore);
  const vault = TestBed.inject(RigVault);
  for (const old of await vault.list()) await vault.remove(old.id);
  const reading = readRig(writeRig(rig));
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  await store.takeIn(reading.value, [], 'spec.json');
  return store;
}

/** What the store says in passing, as it comes. */
export function heard(store: RigStore): string[] {
  const said: string[] = [];
  store.said$.subscribe((text) => said.push(text));
  return said;
}

export function buttonOf(host: HTMLElement, name: string): HTMLButtonElement {
  const found = [...host.querySelectorAll('button')].find(
    (b) => b.getAttribute('aria-label') === name || b.textContent.trim() === name,
  );
  if (!found) throw new Error(`no button "${name}"`);
  return found;
}
