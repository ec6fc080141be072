export * from './fairness.js';
export * from './fill-rounds.js';
export * from './smooth.js';
export * from './classes.js';
export * from './layout.js';
export * from './map.js';
