export * from './ply-key.js';
export * from './plan-view.js';
export * from './section.js';
