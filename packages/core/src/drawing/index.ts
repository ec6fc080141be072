export { plyKey } from '../stack/index.js';
export * from './plan-view.js';
export * from './section.js';
