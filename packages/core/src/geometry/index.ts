export * from './shape.js';
export * from './offset.js';
