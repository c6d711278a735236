import { computed, type Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { analyse, feedsOf, sweepOf } from '@squallmark/core/analysis';
import { fixesOf } from '@squallmark/core/findings';
import { writeRig } from '@squallmark/core/files';
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
            result: computed(() => ({ rig: store.rig(), analysis: analyse(store.rig()), tookMs: 0 })),
            fixes$: (rig: Rig) => of({ rig, fixes: new Map(analyse(rig).findings.map((f) => [f.id, fixesOf(f)])) }),
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
  const reading = await store.importText(writeRig(rig), 'spec.json');
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return store;
}

/** What the store says in passing, as it comes. */
export function heard(store: RigStore): string[] {
  const said: string[] = [];
  store.said$.subscribe((text) => said.push(text));
  return said;
}

/** Sets the field of this name as a hand would: the value, then the change. */
export function enter(host: HTMLElement, name: string, value: string): void {
  const field = named<HTMLInputElement | HTMLSelectElement>(host, name, HTMLInputElement, HTMLSelectElement);
  field.value = value;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  field.dispatchEvent(new Event('change', { bubbles: true }));
}

export const fieldOf = (host: HTMLElement, name: string): HTMLInputElement => named(host, name, HTMLInputElement);
export const listOf = (host: HTMLElement, name: string): HTMLSelectElement => named(host, name, HTMLSelectElement);

/** What has this name, or stands under a label that begins with it. */
function named<E extends HTMLElement>(host: HTMLElement, name: string, ...kinds: (new () => E)[]): E {
  const isOne = (e: Element): e is E => kinds.some((kind) => e instanceof kind);
  const label = [...host.querySelectorAll('label')].find((l) => l.textContent.trim().startsWith(name));
  const field = [...host.querySelectorAll(`[aria-label="${name}"]`), ...(label?.querySelectorAll('*') ?? [])].find(
    isOne,
  );
  if (!field) throw new Error(`no field "${name}"`);
  return field;
}

export function buttonOf(host: HTMLElement, name: string): HTMLButtonElement {
  const found = [...host.querySelectorAll('button')].find(
    (b) => b.getAttribute('aria-label') === name || b.textContent.trim() === name,
  );
  if (!found) throw new Error(`no button "${name}"`);
  return found;
}
