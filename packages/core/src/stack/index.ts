export * from './stack.js';
export * from './propose.js';
