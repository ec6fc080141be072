export * from './checks.js';
