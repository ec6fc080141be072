export * from './causes/index.js';
export * from './diagnose.js';
export * from './findings.js';
export * from './symptoms.js';
export * from './rework.js';
