export { circleThrough, fittedBall, foundBall, highlightOf, lampOf, type Circle } from './ball.js';
export { integrated } from './integrate.js';
export { lampPlaced, type Lamp } from './lamps.js';
export { CLIPPED, luminanceImageOf, reduced, type LuminanceImage } from './luminanceImage.js';
export { LEAST_PHOTOS, MOST_PHOTOS, NoScan, type ScanOptions } from './readPhotos.js';
export { scanFrom, type Scan } from './scan.js';
export type { Fault, PhotoFault } from './verdict.js';
