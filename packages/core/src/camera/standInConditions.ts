/** What goes wrong on a real bench, as shares of the lamp's light or as named. */
export interface StandInConditions {
  /** Light from the room, as a share of the lamp's. */
  readonly ambient: number;
  /** Noise of the sensor: its standard deviation as a share of white. */
  readonly noise: number;
  /** How much less light the far side of the sculpt gets than the near one. */
  readonly fallOff: number;
  /** Every photo's light stands this many degrees beside where the ball shows it. */
  readonly ballErrorDeg: number;
  /** Photos are shifted by up to this many pixels. */
  readonly shiftPx: number;
  /** Photos differ in exposure by up to this share. */
  readonly exposure: number;
  /** Barrel of the lens: how far the picture's corner lies off, as a share. */
  readonly warp: number;
  /** Sheen of the primer: 0 matte. */
  readonly sheen: number;
  /** How narrow it is: the power of the cosine (Blinn 1977). */
  readonly sheenPower: number;
  /** Photos are turned by up to so many degrees. */
  readonly turnDeg: number;
  /** Lamps stand nearer or farther than the bench says by up to this share. */
  readonly reachSpread: number;
  /** Light of a warm wall beside the bench, as a share of the lamp's. */
  readonly wall: number;
}

const STEADY = { sheen: 0, sheenPower: 18, turnDeg: 0, reachSpread: 0, wall: 0 };

export const NO_TROUBLE: StandInConditions = {
  ambient: 0,
  noise: 0,
  fallOff: 0,
  ballErrorDeg: 0,
  shiftPx: 0,
  exposure: 0,
  warp: 0,
  ...STEADY,
};
export const MILD: StandInConditions = {
  ambient: 0.08,
  noise: 0.02,
  fallOff: 0.15,
  ballErrorDeg: 3,
  shiftPx: 1.5,
  exposure: 0.15,
  warp: 0.002,
  ...STEADY,
};
export const HARD: StandInConditions = {
  ambient: 0.15,
  noise: 0.03,
  fallOff: 0.25,
  ballErrorDeg: 5,
  shiftPx: 3,
  exposure: 0.3,
  warp: 0.004,
  ...STEADY,
};
