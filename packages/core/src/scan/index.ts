export * from './align.js';
export { circleThrough, fittedBall, foundBall, highlightOf, lampOf, type Circle } from './ball.js';
export { integrated } from './integrate.js';
export { lampPlaced, type Lamp } from './lamps.js';
export { CLIPPED, luminanceImageOf, reduced, shifted, type LuminanceImage } from './luminanceImage.js';
export { LEAST_PHOTOS, MOST_PHOTOS, NoScan, scanFrom, type Scan, type ScanOptions } from './scan.js';
export type { Fault, PhotoFault } from './verdict.js';
