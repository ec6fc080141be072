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
      Execute(solution: IntPoint[][], delta: number): void;
    };
    Clipper: { Area(path: IntPoint[]): number };
    JoinType: { jtRound: number };
    EndType: { etClosedPolygon: number };
  };
  export default ClipperLib;
}
