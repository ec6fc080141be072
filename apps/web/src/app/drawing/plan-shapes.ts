import { MARK_NAMES } from '@ashstep/contract';
import { type PlanDrawing, type PlanOutline, runsOf } from '@ashstep/core/drawing';
import type { Point } from '@ashstep/core/geometry';
import type { RepairInputs, RepairPlan } from '@ashstep/core/repair';
import type { Reading } from '@ashstep/core/survey';
import { type UnitSystem, formatQuantity } from '@ashstep/core/units';
import { type Viewport, planPath, toScreen } from './geometry';
import { hatchOf } from './hatches';

/** What of the plan is on the sheet: what will be ground only when it is looked ahead, what is laid only past the parting line. */
export interface PlanShown {
  ahead: boolean;
  ground: boolean;
  laid: boolean;
}

/** Outlines of the plan as paths on the sheet. */
export function planPaths(view: PlanDrawing, port: Viewport, { ahead, ground, laid }: PlanShown) {
  const path = (outline: PlanOutline | null | undefined): string =>
    outline
      ? runsOf(outline)
          .map((run) => planPath(port, run))
          .join('')
      : '';
  return {
    damage: path(view.damage),
    cutOut: path(view.cutOut),
    footprint: path(ahead ? view.footprint : null),
    abraded: path(ahead ? view.abraded : null),
    mask: path(ahead ? view.mask : null),
    rings: (ahead && ground ? view.rings : []).map((ring) => ({
      id: ring.id,
      d: path(ring),
      fill: hatchOf(ring.material, { fresh: false }),
      label: ring.label,
    })),
    plies: (laid ? view.plies : []).map((ply) => ({
      ...ply,
      d: path(ply),
      fill: hatchOf(ply.material, { fresh: true, cover: ply.cover, carbon: ply.carbon, aramid: ply.aramid }),
    })),
    injection: (view.injection
      ? [
          ...view.injection.holes.map((at) => ({ at, vent: false })),
          ...view.injection.vents.map((at) => ({ at, vent: true })),
        ]
      : []
    ).map(({ at, vent }) => ({ ...toScreen(port, at), vent })),
    visible: path(view.visible),
    expected: path(view.expected),
    marks: view.marks.map((mark) => ({
      ...mark,
      d: path(mark),
      label: mark.name || MARK_NAMES[mark.kind],
      at: toScreen(port, highest(mark.points)),
    })),
    near: view.neighbours.map((line) => ({
      ...line,
      label: nearLabel(line),
      a: toScreen(port, line.from),
      b: toScreen(port, line.to),
    })),
  };
}

/** Taps and figures of the survey on the sheet, and what they say. */
export function surveyMarks(
  taps: PlanDrawing['taps'],
  hidden: PlanDrawing['hidden'],
  figures: readonly Exclude<Reading, { kind: 'tap' }>[],
  port: Viewport,
  cursor: Point | null,
  trace: readonly Point[],
  numbers: ReadonlyMap<object, number>,
) {
  const at = (x: number, y: number): Point => toScreen(port, { x, y });
  const runs = (closed: readonly Point[][] | undefined): string =>
    (closed ?? []).map((run) => planPath(port, run)).join('');
  const next = hidden?.nextTap;
  return {
    taps: taps.map((tap) => ({
      ...at(tap.xMm, tap.yMm),
      sound: tap.sound,
      number: numbers.get(tap),
      title: `${tap.sound}, ${tap.xMm.toFixed(0)} forward, ${tap.yMm.toFixed(0)} up`,
    })),
    band: runs(hidden ? [...hidden.outer, ...hidden.inner] : []),
    halfWay: runs(hidden?.contours),
    next: next ? at(next.xMm, next.yMm) : null,
    cursor: cursor && toScreen(port, cursor),
    figures: figures.map((r) => ({
      ...at(r.xMm, r.yMm),
      number: numbers.get(r),
      text: `${r.value}`,
      kind: r.kind,
      after: r.after ?? false,
      title: `${r.kind} ${r.value}${r.after ? ' after' : ''}, ${r.xMm.toFixed(0)} forward, ${r.yMm.toFixed(0)} up`,
    })),
    trace: trace.map((p) => at(p.x, p.y)),
  };
}

/** The drawing in words, for those who do not see it. */
export function inWords(
  inputs: RepairInputs,
  { damage, taper, patch, injected }: RepairPlan,
  units: UnitSystem,
): string {
  const length = (mm: number): string => formatQuantity(mm, 'length', units).figure;
  const parts: string[] = [];
  if (damage && inputs.damage.unsaid?.includes('shape'))
    parts.push('The damage is not measured yet; only a start is drawn.');
  else if (damage)
    parts.push(
      `Damage ${length(damage.visible.lengthMm)} by ${length(damage.visible.widthMm)}, cut-out ${length(damage.cut.lengthMm)} by ${length(damage.cut.widthMm)}.`,
    );
  if (injected) parts.push(`${injected.holes.length} holes to fill, ${injected.vents.length} left open above them.`);
  if (taper)
    parts.push(
      `Taper ${Number(taper.ratio.toFixed(1))} to 1, footprint ${length(taper.footprint.faces[0]!.footprint.lengthMm)} by ${length(taper.footprint.faces[0]!.footprint.widthMm)}.`,
    );
  if (patch)
    parts.push(
      `${patch.layers.length} plies, ${inputs.stack.order === 'smallest-first' ? 'smallest' : 'largest'} first.`,
    );
  return parts.join(' ');
}

/** "Deck edge, clear 40", "cleat, over by 6". */
const nearLabel = ({ name, clearMm }: PlanDrawing['neighbours'][number]): string =>
  clearMm === null ? name : `${name}, ${clearMm >= 0 ? 'clear' : 'over by'} ${Math.abs(clearMm).toFixed(0)}`;

const highest = (points: readonly Point[]): Point => points.reduce((top, p) => (p.y > top.y ? p : top));
