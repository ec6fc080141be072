export * from './nest.js';
export type { OffCut } from './off-cuts.js';
export * from './dxf.js';
