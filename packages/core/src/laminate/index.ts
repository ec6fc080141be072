export * from './ply.js';
export * from './layers.js';
export * from './laminate.js';
export * from './match.js';
export type { Matrix3 } from './matrix3.js';
