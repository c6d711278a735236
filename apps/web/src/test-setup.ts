/** What the browser has and the test environment lacks; runs before any test file is loaded. */
import 'fake-indexeddb/auto';

Element.prototype.scrollIntoView ??= () => undefined;
