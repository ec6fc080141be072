export * from './plan-view.js';
export * from './section.js';
