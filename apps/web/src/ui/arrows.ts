/** Where an arrow key points on the screen, x to the right and y down; undefined for any other key. */
export const ARROWS: Readonly<Record<string, readonly [x: number, y: number] | undefined>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
