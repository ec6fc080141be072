export * from './acts.js';
export * from './running-pot.js';
export * from './rest-pot.js';
