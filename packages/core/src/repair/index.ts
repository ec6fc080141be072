export * from './inputs.js';
export * from './plan.js';
export * from './facts.js';
export type { PatchPly, PatchFace } from './stages/patch.js';
export type { Pot, MixFace } from './stages/mix.js';
