export * from './amounts.js';
export * from './mapReport.js';
export * from './order.js';
export * from './partSheet.js';
export * from './where.js';
