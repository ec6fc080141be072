export * from './spot.js';
export * from './sizes.js';
export * from './pattern.js';
export * from './fill.js';
export * from './fill-mass.js';
export * from './walk.js';
export * from './finish-fill.js';
