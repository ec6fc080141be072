export * from './constants.js';
export * from './quantity.js';
