export * from './diary.js';
export * from './learned.js';
