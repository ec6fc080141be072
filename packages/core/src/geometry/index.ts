export * from './shape.js';
export * from './offset.js';
export * from './boundary.js';
export * from './grow.js';
export * from './halving.js';
export * from './vary.js';
export * from './simplify.js';
export { overlapOf, takeOut } from './clipping.js';
