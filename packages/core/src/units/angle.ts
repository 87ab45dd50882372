/** Degrees to radians. */
export const rad = (deg: number): number => (deg * Math.PI) / 180;

/** Radians to degrees. */
export const deg = (radians: number): number => (radians * 180) / Math.PI;
