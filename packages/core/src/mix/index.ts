export * from './quantity.js';
export * from './mix.js';
export * from './mix-error.js';
export * from './batches.js';
