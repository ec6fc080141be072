export * from './constants.js';
export * from './quantity.js';
export * from './figure.js';
export * from './ratio.js';
