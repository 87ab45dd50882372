// Where the captain's limbs are, in mm: x to the viewer's right, y up from the ground, z to the viewer.

/**
 * What the figure is made of. Of two solids the nearer surface shows; `label` says which part of the miniature it is.
 * `ball` (middle and radius) holds all of the solid.
 * @typedef {{ label: string, ball: readonly [number, number, number, number], field: import('./field.mjs').Field }} Solid
 */

/** Radius of a rolled edge. */
export const RIM = 0.34;

// r is the captain's right, where the sword is; l his left, where the cape hangs.
export const HIP = { r: [-3.1, 26.5, 0], l: [3.1, 26.2, 0.3] };
export const KNEE = { r: [-4.0, 15.2, 1.1], l: [5.2, 15.0, 2.8] };
export const ANKLE = { r: [-4.4, 3.4, -0.6], l: [6.4, 3.4, 1.3] };
export const TOE = { r: [-5.6, 1.1, 5.2], l: [9.6, 1.1, 6.4] };
export const SHOULDER = { r: [-7.0, 42.0, -0.2], l: [7.0, 42.2, -0.2] };
export const ELBOW = { r: [-11.6, 35.2, 0.6], l: [12.6, 36.0, -0.8] };
export const HAND = { r: [-13.2, 29.4, 6.0], l: [7.9, 30.0, 4.6] };

export const NAMED = { r: 'sword', l: 'cape' };
export const middle = (p, q) => p.map((v, k) => (v + q[k]) / 2);
/** @returns {Solid} */
export const solid = (label, ball, field) => ({ label, ball, field });
