/** The build of Dexie for browsers of today is smaller, and its types are those of the whole. */
declare module 'dexie/dist/modern/dexie.mjs' {
  export * from 'dexie';
  export { default } from 'dexie';
}
