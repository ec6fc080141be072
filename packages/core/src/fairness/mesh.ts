import Delaunator from 'delaunator';
import type { Point } from '../geometry/index.js';

/** Triangles between the places that were read: what lies between them is linear over each. */
export function trianglesOf<P extends Point>(points: readonly P[]): [P, P, P][] {
  const { triangles } = Delaunator.from([...points], ({ x }) => x, ({ y }) => y); // prettier-ignore
  const corner = (i: number): P => points[triangles[i]!]!;
  return Array.from({ length: triangles.length / 3 }, (_, i) => [corner(3 * i), corner(3 * i + 1), corner(3 * i + 2)]);
}
