declare module 'b-spline' {
  /** The place on a spline at a share of its length in knots, 0…1. */
  export default function bspline(
    share: number,
    degree: number,
    points: number[][],
    knots?: number[],
    weights?: number[],
  ): number[];
}
