export { analyse, type Analysis } from './analyse.js';
export { sheetEffect, type SheetEffect } from './sheet-effect.js';
