export * from './checks.js';
export * from './hardness.js';
