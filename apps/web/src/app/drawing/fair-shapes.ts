import { LIGHT_MARK_NAMES } from '@ashstep/contract';
import { type FairMap, fairMap } from '@ashstep/core/fairness';
import { type LightMark, type RepairInputs, fairClassOf, fairFound } from '@ashstep/core/repair';
import { type UnitSystem, formatQuantity } from '@ashstep/core/units';
import { type Viewport, planPath, toScreen } from './geometry';

/** Figures nearer to one another than this cannot be read, px. */
const APART_PX = 26;

/** How fair the repair is, where it was read: of the last round that says anything, on the plan. */
export function fairRead(finish: RepairInputs['finish'], place: RepairInputs['place']): FairMap | null {
  const { toleranceMm } = fairClassOf({ finish, place });
  for (const round of finish.fair.toReversed()) {
    const { result } = fairFound(round, toleranceMm);
    if (result) return fairMap(result, toleranceMm);
  }
  return null;
}

/** The same on the sheet, in steps with figures, and what the low light showed. */
export function fairShapes(map: FairMap | null, marks: readonly LightMark[], port: Viewport, units: UnitSystem) {
  const figure = (mm: number): string =>
    formatQuantity(Math.abs(mm), 'thickness', units, units === 'metric' ? 1 : undefined).figure;
  const spots = (map?.spots ?? []).map((spot) => ({ ...spot, at: toScreen(port, spot) }));
  const near = spots.some(({ at, line }, i) => spots[i + 1]?.line === line && Math.hypot(spots[i + 1]!.at.x - at.x, spots[i + 1]!.at.y - at.y) < APART_PX); // prettier-ignore
  const worst = (line: string, stands: string): number => Math.max(0, ...spots.filter((one) => one.line === line && one.stands === stands).map(({ offMm }) => Math.abs(offMm))); // prettier-ignore
  return {
    bands: (map?.bands ?? []).map(({ fromMm, pieces }) => ({
      d: pieces.map((piece) => planPath(port, piece)).join(''),
      side: fromMm > 0 ? 'high' : 'low',
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
    marks: marks.map(({ id, kind, xMm, yMm }) => ({ id, kind, ...toScreen(port, { x: xMm, y: yMm }), title: `Low light: ${LIGHT_MARK_NAMES[kind].toLowerCase()}` })), // prettier-ignore
  };
}
