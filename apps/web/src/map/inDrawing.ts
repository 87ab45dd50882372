/** A press on a drawing: by which pointer, and where on the screen. */
export interface Press {
  readonly drawing: SVGSVGElement;
  readonly pointerId: number;
  readonly clientX: number;
  readonly clientY: number;
}

/** A place on the screen in the user units of a drawing, through whatever turns and mirrors it. */
export function inDrawing(svg: SVGSVGElement, clientX: number, clientY: number): { x: number; y: number } {
  const p = new DOMPoint(clientX, clientY).matrixTransform(svg.getScreenCTM()!.inverse());
  return { x: p.x, y: p.y };
}
