export * from './small-fill.js';
