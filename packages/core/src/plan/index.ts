export * from './amounts.js';
export * from './mapReport.js';
export * from './order.js';
export * from './partSheet.js';
export * from './where.js';
export * from './stage.js';
export * from './time.js';
export * from './tints.js';
