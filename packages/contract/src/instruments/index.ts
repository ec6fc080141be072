export * from './quantities.js';
export * from './line.js';
export * from './api.js';
