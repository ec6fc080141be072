export * from './stack.js';
export * from './propose.js';
export * from './pieces.js';
export * from './solve.js';
export * from './solving.js';
export * from './spot.js';
export * from './sessions.js';
export * from './mats.js';
