export * from './calendar.js';
export * from './days.js';
