import { Injectable } from '@angular/core';
import ELK, { type ElkNode } from 'elkjs/lib/elk-api';
import { latestOnly } from './latest';

/** Automatic layout in a worker of its own; of several requests only the newest is laid out. */
@Injectable({ providedIn: 'root' })
export class LayoutEngine {
  private readonly elk = new ELK({
    workerFactory: () => new Worker(new URL('../workers/layout.worker', import.meta.url), { type: 'module' }),
  });
  readonly layOut = latestOnly((graph: ElkNode) => this.elk.layout(graph));
}
