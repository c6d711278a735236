/** What the browser has and the test environment lacks; runs before any test file is loaded. */
import 'fake-indexeddb/auto';
import { vi } from 'vitest';

// a shared machine may be slow for a while: what hangs is still found
vi.setConfig({ testTimeout: 60_000, hookTimeout: 60_000 });

Element.prototype.scrollIntoView ??= () => undefined;
