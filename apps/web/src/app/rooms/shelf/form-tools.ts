import { Injectable } from '@angular/core';
import type * as Files from '@squallmark/core/files';

/** What the form asks of the core; it comes with the schema library, which only this room fetches. */
@Injectable()
export class FormTools {
  private files: typeof Files | null = null;

  bring(files: typeof Files): void {
    this.files = files;
  }

  idsOf(sheet: unknown, list: string): string[] {
    return this.files?.idsOf(sheet, list) ?? [];
  }

  blankOf(node: Files.FormNode, sheet: unknown, taken: readonly string[] = []): unknown {
    return this.files?.blankOf(node, sheet, taken);
  }
}
