/** What opens below the transmitter, fetched as one piece once it is wanted. */
export { AskedWishes } from './asked-wishes';
export { LooseWishes } from './loose-wishes';
export { WishEditor } from './wish-editor';
