/** What stands below the transmitter, fetched as one piece once it is wanted. */
export { AskedWishes } from './asked-wishes';
export { HungList } from './hung-list';
export { LooseWishes } from './loose-wishes';
export { WishEditor } from './wish-editor';
