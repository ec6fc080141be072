export * from './abrasives.js';
export * from './coat.js';
export * from './fairing-filler.js';
export * from './masks.js';
export * from './room.js';
export * from './routes.js';
export * from './works.js';
