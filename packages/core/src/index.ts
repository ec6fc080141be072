/** The computation of Ash Step: pure functions over plain data. */
export * from './errors.js';
export * from './units/index.js';
export * from './conditions/index.js';
export * from './geometry/index.js';
export * from './material/index.js';
export * from './laminate/index.js';
export * from './air/dew-point.js';
export * from './resin/index.js';
export * from './taper/index.js';
export * from './stack/index.js';
export * from './mix/index.js';
export * from './plan/index.js';
export * from './finish/index.js';
export * from './inspection/index.js';
export * from './hazards/index.js';
export * from './drawing/index.js';
export * from './repair/index.js';
