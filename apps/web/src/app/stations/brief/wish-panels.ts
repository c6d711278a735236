/** What stands below the transmitter and beside it, fetched as one piece once it is wanted. */
export { AskedWishes } from './asked-wishes';
export { HungList } from './hung-list';
export { LooseWishes } from './loose-wishes';
export { SchoolChoices } from './school-choices';
export { WishEditor } from './wish-editor';
