export * from './calendar.js';
export * from './steps.js';
export * from './days.js';
export * from './tasks.js';
export * from './schedule.js';
export * from './shop.js';
export * from './breaks.js';
export * from './forecast-windows.js';
export { AirClock, steadyAir } from './air-clock.js';
