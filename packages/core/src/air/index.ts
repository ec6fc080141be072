export * from './dew-point.js';
export * from './hours.js';
export * from './stand-in.js';
export * from './shed.js';
export * from './needs.js';
export * from './forecast.js';
