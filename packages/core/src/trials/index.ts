export * from './trials.js';
