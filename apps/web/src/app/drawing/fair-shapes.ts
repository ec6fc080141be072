import { LIGHT_MARK_NAMES } from '@ashstep/contract';
import { fairMap } from '@ashstep/core/fairness';
import type { Point } from '@ashstep/core/geometry';
import { type RepairInputs, fairClassOf, fairFound } from '@ashstep/core/repair';
import { type UnitSystem, formatQuantity } from '@ashstep/core/units';
import { type Viewport, planPath, toScreen } from './geometry';

/** Figures nearer to one another than this cannot be read, px. */
const APART_PX = 26;
/** How strongly a step is washed, from the tolerance on. */
const WASH = 0.3;

/** How fair the repair is, on the plan: the last round that was read, in steps with figures, and what the low light showed. */
export function fairShapes(
  { finish, place }: Pick<RepairInputs, 'finish' | 'place'>,
  port: Viewport,
  units: UnitSystem,
) {
  const tolerance = fairClassOf({ finish, place }).toleranceMm;
  const read = finish.fair.findLast((round) => fairFound(round, tolerance).result !== null);
  const found = read ? fairFound(read, tolerance).result : null;
  const map = found ? fairMap(found, tolerance) : null;
  const figure = (mm: number): string =>
    formatQuantity(Math.abs(mm), 'thickness', units, units === 'metric' ? 1 : undefined).figure;
  const spots = (map?.spots ?? []).map((spot) => ({ ...spot, at: toScreen(port, spot) }));
  const near = spots.some(({ at, line }, i) => spots[i + 1]?.line === line && Math.hypot(spots[i + 1]!.at.x - at.x, spots[i + 1]!.at.y - at.y) < APART_PX); // prettier-ignore
  const worst = (line: string, stands: string): number => Math.max(0, ...spots.filter((one) => one.line === line && one.stands === stands).map(({ offMm }) => Math.abs(offMm))); // prettier-ignore
  return {
    bands: (map?.bands ?? []).map(({ fromMm, pieces }) => ({
      d: pieces.map((piece) => planPath(port, piece)).join(''),
      side: fromMm > 0 ? 'high' : 'low',
      wash: WASH,
      title: `${figure(fromMm)} ${fromMm > 0 ? 'high' : 'low'} or more`,
    })),
    spots: spots.map(({ at, line, offMm, stands, sound }) => ({
      ...at,
      stands,
      sound,
      // Where there is no room, only the worst of each line has its figure.
      figure: stands === 'fair' || (near && Math.abs(offMm) < worst(line, stands)) ? '' : figure(offMm),
      title: `Line ${line}: ${figure(offMm)} ${offMm > 0 ? 'high' : 'low'}${sound ? ', sound ground' : ''}`,
    })),
    marks: (finish.lightMarks ?? []).map(({ id, kind, xMm, yMm }) => ({ id, kind, ...toScreen(port, { x: xMm, y: yMm }), title: `Low light: ${LIGHT_MARK_NAMES[kind].toLowerCase()}` })), // prettier-ignore
  };
}

/** The tool in hand, where it is. */
export const cursorAt = (cursor: Point | null, port: Viewport): Point | null => cursor && toScreen(port, cursor);
