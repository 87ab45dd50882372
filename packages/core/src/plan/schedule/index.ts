export * from './bound.js';
export * from './calendar.js';
export * from './leaveOut.js';
export * from './schedule.js';
export * from './search.js';
export * from './shortTime.js';
export * from './tasks.js';
export * from './timing.js';
