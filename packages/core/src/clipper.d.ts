declare module 'clipper-lib' {
  interface IntPoint {
    X: number;
    Y: number;
  }
  class Clipper {
    AddPaths(paths: IntPoint[][], kind: number, closed: boolean): boolean;
    Execute(operation: number, solution: IntPoint[][], subjectFill: number, clipFill: number): boolean;
    static Area(path: IntPoint[]): number;
    static SimplifyPolygon(path: IntPoint[], fill: number): IntPoint[][];
  }
  const lib: {
    Clipper: typeof Clipper;
    PolyType: { ptSubject: number; ptClip: number };
    ClipType: { ctIntersection: number };
    PolyFillType: { pftEvenOdd: number };
  };
  export default lib;
}
