export * from './fibres.js';
export * from './fabrics.js';
export * from './cores.js';
export * from './fillers.js';
