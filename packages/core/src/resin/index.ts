export * from './systems.js';
export * from './gel-coat.js';
export * from './hardeners.js';
export * from './hypotheses.js';
export * from './evidence.js';
export * from './clues.js';
export * from './rules.js';
export * from './verdicts.js';
