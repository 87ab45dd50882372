export * from './arm.js';
export * from './newPart.js';
export * from './towline.js';
export * from './warden.js';
