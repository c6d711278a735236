import { Injectable } from '@angular/core';
import ELK, { type ElkNode } from 'elkjs/lib/elk-api';
import { whenIdle } from '../kit/unroll';
import { latestOnly } from './latest';

/** Automatic layout in a worker of its own; of several requests only the newest is laid out, and what was laid out last is kept. */
@Injectable({ providedIn: 'root' })
export class LayoutEngine {
  private readonly elk = new ELK({
    workerFactory: () => new Worker(new URL('../workers/layout.worker', import.meta.url), { type: 'module' }),
  });
  private kept: { graph: string; laid: ElkNode } | null = null;
  readonly layOut = latestOnly(async (graph: ElkNode): Promise<ElkNode> => {
    const asked = JSON.stringify(graph);
    if (this.kept?.graph === asked) {
      // drawing it is work enough: the station that asks stands before
      await new Promise<void>(whenIdle);
      return this.kept.laid;
    }
    const laid = await this.elk.layout(graph);
    this.kept = { graph: asked, laid };
    return laid;
  });
}
