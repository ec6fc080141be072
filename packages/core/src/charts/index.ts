export * from './chart.js';
export * from './charts.js';
export * from './make.js';
