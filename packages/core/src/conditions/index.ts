export * from './condition.js';
