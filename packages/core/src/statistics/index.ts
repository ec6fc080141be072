export * from './student.js';
export * from './spread.js';
export * from './linear.js';
export * from './chance.js';
export * from './simplex.js';
export * from './simpson.js';
