/** The part of clipper-lib used here. */
declare module 'clipper-lib' {
  interface IntPoint {
    X: number;
    Y: number;
  }
  const ClipperLib: {
    ClipperOffset: new (
      miterLimit: number,
      arcTolerance: number,
    ) => {
      AddPath(path: IntPoint[], join: number, end: number): void;
      AddPaths(paths: IntPoint[][], join: number, end: number): void;
      Execute(solution: IntPoint[][], delta: number): void;
    };
    Clipper: {
      new (): {
        AddPaths(paths: IntPoint[][], role: number, closed: boolean): boolean;
        Execute(operation: number, solution: IntPoint[][], subjectFill: number, clipFill: number): boolean;
      };
      Area(path: IntPoint[]): number;
      SimplifyPolygon(path: IntPoint[], fill: number): IntPoint[][];
      CleanPolygons(paths: IntPoint[][], distance: number): IntPoint[][];
      MinkowskiSum(pattern: IntPoint[], path: IntPoint[], closed: boolean): IntPoint[][];
    };
    ClipType: { ctUnion: number; ctDifference: number; ctIntersection: number };
    PolyType: { ptSubject: number; ptClip: number };
    PolyFillType: { pftNonZero: number; pftPositive: number };
    JoinType: { jtRound: number };
    EndType: { etClosedPolygon: number; etOpenRound: number };
  };
  export default ClipperLib;
}
