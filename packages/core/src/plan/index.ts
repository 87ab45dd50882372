export * from './amounts.js';
export * from './order.js';
export * from './partSheet.js';
export * from './where.js';
