import { type PlanDrawing, type SectionDrawing, runsOf } from '@ashstep/core/drawing';
import type { Point } from '@ashstep/core/geometry';
import type { RepairPlan } from '@ashstep/core/repair';
import { MM_PER_INCH, type UnitSystem, formatQuantity } from '@ashstep/core/units';
import { type Viewport, closedPath, rulerStep, toScreen } from './geometry';
import { hatchOf } from './hatches';

/** Height of the ruler strip along the top of the sheet. */
export const RULER_PX = 20;
const RULER_GAP_PX = 58;
const SCALE_BAR_PX = 46;
const MOST_TICKS = 200;

const figure = (mm: number, units: UnitSystem): string => formatQuantity(mm, 'length', units).figure;
const perUnit = (port: Viewport, units: UnitSystem): number => port.scale * (units === 'imperial' ? MM_PER_INCH : 1);

/** Ticks of the ruler in the person's unit, with their place on the screen. */
export function rulerTicks(port: Viewport, width: number, units: UnitSystem): { x: number; label: string }[] {
  const unit = perUnit(port, units);
  const step = rulerStep(unit, RULER_GAP_PX);
  const zero = toScreen(port, { x: 0, y: 0 }).x;
  const first = Math.ceil(-zero / unit / step);
  const last = Math.floor((width - zero) / unit / step);
  return Array.from({ length: Math.min(MOST_TICKS, Math.max(0, last - first + 1)) }, (_, i) => ({
    x: zero + (first + i) * step * unit,
    label: String(Math.round((first + i) * step * 100) / 100).replace('-', '\u2212'),
  }));
}

/** A bar of a round length of about half an inch of screen. */
export function scaleBar(port: Viewport, units: UnitSystem): { width: number; label: string } {
  const step = rulerStep(perUnit(port, units), SCALE_BAR_PX);
  return { width: step * perUnit(port, units), label: `${step} ${units === 'imperial' ? 'in' : 'mm'}` };
}

export interface OverallDimensions {
  left: number;
  right: number;
  top: number;
  bottom: number;
  /** Height of the upper dimension line, and place of the left one. */
  y: number;
  x: number;
  length: string;
  width: string;
}

/** Overall length and width of the outermost outline that is settled: footprint, else cut-out. None when the outline is turned. */
export function overallDimensions(
  view: PlanDrawing,
  plan: RepairPlan,
  port: Viewport,
  units: UnitSystem,
): OverallDimensions | null {
  const outer = view.footprint ?? view.cutOut;
  const size = plan.taper?.footprint.faces[0]?.footprint ?? plan.damage?.cut;
  if (!outer || !size || isTurned(view)) return null;
  const [screen, mask] = [outer, view.mask ?? outer].map((outline) =>
    runsOf(outline)
      .flat()
      .map((p) => toScreen(port, p)),
  );
  const [xs, ys] = [screen!.map((p) => p.x), screen!.map((p) => p.y)];
  return {
    left: Math.min(...xs),
    right: Math.max(...xs),
    top: Math.min(...ys),
    bottom: Math.max(...ys),
    y: Math.max(RULER_PX + 22, Math.min(...mask!.map((p) => p.y)) - 12),
    x: Math.max(26, Math.min(...mask!.map((p) => p.x)) - 14),
    length: figure(size.lengthMm, units),
    width: figure(size.widthMm, units),
  };
}

const isTurned = (view: PlanDrawing): boolean => view.rotationDeg % 180 !== 0;

export interface DimensionChain {
  stops: number[];
  parts: { x: number; room: number; mm: number; text: string; name: string }[];
}

/** Margin, taper, cut-out, taper, margin: one chain that serves plan and section. None when the outline is turned. */
export function dimensionChain(
  section: SectionDrawing,
  view: PlanDrawing,
  port: Viewport,
  units: UnitSystem,
): DimensionChain | null {
  if (isTurned(view)) return null;
  const { halfAbradedMm, halfFootprintMm, halfCutMm, uncut } = section;
  const x = (mm: number): number => toScreen(port, { x: view.centre.x + mm, y: 0 }).x;
  const stops = [-halfAbradedMm, -halfFootprintMm, -halfCutMm, halfCutMm, halfFootprintMm, halfAbradedMm];
  const names = uncut ? ['', '', ' area', '', ''] : ['', ' taper', ' cut-out', ' taper', ''];
  const parts = names.map((name, i) => {
    const [from, to] = [stops[i]!, stops[i + 1]!];
    return { x: (x(from) + x(to)) / 2, room: x(to) - x(from), mm: to - from, text: figure(to - from, units), name };
  });
  return { stops: stops.map(x), parts };
}

export interface SectionShapes {
  ground: { id: string; d: string; fill: string }[];
  laid: { id: string; plyKey: string | null; roundId?: string; d: string; fill: string; label: string }[];
  top: number;
  face: number;
  bottom: number;
  left: number;
  slopeX: number;
  centre: number;
  depth: string;
  /** Null where there is no slope to name. */
  ratio: string | null;
  stretch: number;
  at45: boolean;
  note: string;
}

/** The section on the screen: stretched by the taper ratio where there is room, so that a correct slope stands at 45°; what is laid where it shows. */
export function sectionShapes(
  section: SectionDrawing,
  view: PlanDrawing,
  port: Viewport,
  box: { top: number; room: number; centred: boolean },
  units: UnitSystem,
  visible: (layer: string, material: string) => boolean,
  laid = true,
): SectionShapes {
  const vertical = Math.max(
    0.01,
    Math.min(port.scale * section.stretch, box.room / (section.bottomMm - section.topMm)),
  );
  const centre = toScreen(port, view.centre).x;
  const spare = box.room - (section.bottomMm - section.topMm) * vertical;
  const top = box.top + (box.centred ? spare / 2 : 0);
  const put = (p: Point): Point => ({ x: centre + p.x * port.scale, y: top + (p.y - section.topMm) * vertical });
  const shown = (laid ? section.laid : []).filter((r) => visible(r.layer, r.material));
  const notes = [
    section.ground.some((r) => r.layer === 'backing') ? ' Backing not to scale.' : '',
    section.inside ? ' Inside above, show face below.' : '',
    section.coreShortened ? ' Core drawn thinner than it is.' : '',
  ];
  return {
    ground: section.ground
      .filter((r) => visible(r.layer, r.material))
      .map((r) => ({
        id: r.id,
        d: closedPath(r.points.map(put)),
        fill: hatchOf(r.material, { fresh: false, carbon: r.carbon, aramid: r.aramid }),
      })),
    laid: shown.map((r) => ({
      id: r.id,
      plyKey: r.plyKey,
      roundId: r.roundId,
      d: closedPath(r.points.map(put)),
      fill: hatchOf(r.material, { fresh: true, cover: r.layer === 'cover', carbon: r.carbon, aramid: r.aramid }),
      label: r.label,
    })),
    top,
    face: put({ x: 0, y: 0 }).y,
    bottom: put({ x: 0, y: section.thicknessMm }).y,
    left: put({ x: -section.halfWidthMm, y: 0 }).x,
    slopeX: put({ x: -(section.halfCutMm + section.halfFootprintMm) / 2, y: 0 }).x,
    centre,
    depth: formatQuantity(section.thicknessMm, 'thickness', units, units === 'metric' ? 1 : 3).figure,
    ratio: section.ratio === null ? null : `${Math.round(section.ratio * 10) / 10}:1`,
    stretch: Math.round((vertical / port.scale) * 10) / 10,
    at45: section.ratio !== null && vertical >= port.scale * section.stretch * 0.999,
    note: notes.join(''),
  };
}
