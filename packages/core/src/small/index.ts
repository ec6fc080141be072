export * from './card.js';
export * from './figures.js';
export * from './kit.js';
export * from './picture.js';
export * from './small-fill.js';
