export * from './ratios.js';
export * from './footprint.js';
export * from './joint.js';
