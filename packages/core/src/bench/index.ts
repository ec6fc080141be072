export * from './acts.js';
export * from './running-pot.js';
