/** Shapes shared by server, web and command line; types are inferred from the schemas. */
export * from './problem.js';
export * from './change.js';
export * from './wall-clock.js';
export * from './inputs/index.js';
export * from './inputs/version.js';
export * from './materials.js';
export * from './resin-cards.js';
export * from './library.js';
export * from './shop.js';
export * from './stock.js';
export * from './api.js';
export * from './record.js';
export * from './shed-plan.js';
export * from './calculations/index.js';
export * from './words.js';
export * from './pour-words.js';
