import type { SmallKind } from '../repair/index.js';
import type { SmallFigures } from './figures.js';

/** What a part of the picture is: what was there, what is gone, and what is put back. */
export type PictureRole = 'finish' | 'laminate' | 'core' | 'fill' | 'ply' | 'gone' | 'line';

/** A closed outline of the section, in the picture's own units, y down. */
export interface PicturePart {
  role: PictureRole;
  d: string;
}

/** A dimension: from one end to the other, and the figure it shows. */
export interface PictureDimension {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  mm: number;
  thin: boolean;
}

export interface SmallPicture {
  width: number;
  height: number;
  parts: PicturePart[];
  dimensions: PictureDimension[];
}

const [WIDTH, HEIGHT, TOP, MIDDLE] = [360, 136, 46, 180];
/** Finish and laminate as they are drawn: depth is drawn larger than length, or nobody would see it. */
const [FINISH, SLAB] = [14, 62];
const DEEP_PER_MM = 14;

/** Figures that a kind is drawn with where it is picked. */
const EXAMPLES: { readonly [K in SmallKind]: Extract<SmallFigures, { kind: K }> } = {
  gouge: { kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm: 0.8, reachesFibre: false, colour: '', more: [] },
  cracks: { kind: 'cracks', cracksMm: 200, spreadMm: 80, cause: 'knock', thicknessMm: null },
  ding: { kind: 'ding', lengthMm: 40, widthMm: 40, depthMm: 3, skinBroken: true, thicknessMm: 1, coreId: 'eps', coreMm: 40, wet: false, more: [] }, // prettier-ignore
  holes: { kind: 'holes', diametersMm: [6, 8, 12], thicknessMm: 6, through: true, bothFaces: true },
  edge: { kind: 'edge', lengthMm: 80, widthMm: 30, thicknessMm: 5 },
  hole: { kind: 'hole', sizeMm: 40, thicknessMm: 4, bothFaces: false },
  tube: { kind: 'tube', diameterMm: 30, lengthMm: 40, sharePercent: 30, wallMm: 3, carriesPeople: false },
  disbond: { kind: 'disbond', lengthMm: 160, widthMm: 100, gapMm: 0.5, wet: false },
  coat: { kind: 'coat', lengthMm: 300, widthMm: 200, coat: 'fairing', lowMm: 1 },
};

const path = (points: readonly (readonly [number, number])[]): string =>
  `M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
const box = (x: number, y: number, w: number, h: number): string => path([[x, y], [x + w, y], [x + w, y + h], [x, y + h]]); // prettier-ignore
const across = (x1: number, x2: number, mm: number, y = TOP - 14): PictureDimension => ({ x1, y1: y, x2, y2: y, mm, thin: false }); // prettier-ignore
const down = (x: number, y1: number, y2: number, mm: number): PictureDimension => ({ x1: x, y1, x2: x, y2, mm, thin: true }); // prettier-ignore
const clamp = (value: number, least: number, most: number): number => Math.max(least, Math.min(most, value));

/** A dip in a surface: half an ellipse so wide and deep, as points from left to right. */
function dip(wide: number, deep: number, at = MIDDLE, top = TOP): [number, number][] {
  return Array.from({ length: 25 }, (_, i) => {
    const angle = (Math.PI * i) / 24;
    return [at - (wide / 2) * Math.cos(angle), top + deep * Math.sin(angle)];
  });
}

/** The section of a small job with its figures, the damage opened and what goes in; of a kind alone, as it is drawn to be picked. */
export function smallPicture(of: SmallFigures | SmallKind): SmallPicture {
  const figures = typeof of === 'string' ? EXAMPLES[of] : of;
  const parts: PicturePart[] = [];
  const dimensions: PictureDimension[] = [];
  const put = (role: PictureRole, d: string): void => void parts.push({ role, d });
  const slab = (dent: readonly [number, number][] = [], skin = SLAB): void => {
    put('laminate', box(0, TOP + FINISH, WIDTH, skin - FINISH));
    put('finish', box(0, TOP, WIDTH, FINISH));
    if (dent.length > 0) put('gone', path(dent));
  };
  switch (figures.kind) {
    case 'gouge': {
      const deep = clamp(figures.depthMm * DEEP_PER_MM, 6, SLAB - 6);
      slab();
      put('fill', path(dip(170, deep)));
      dimensions.push(across(MIDDLE - 85, MIDDLE + 85, figures.lengthMm), down(MIDDLE + 100, TOP, TOP + deep, figures.depthMm)); // prettier-ignore
      break;
    }
    case 'cracks': {
      slab();
      const deep = figures.cause === 'flex' ? FINISH : FINISH + 2;
      if (figures.cause === 'flex') {
        put('gone', box(MIDDLE - 85, TOP, 170, FINISH));
        put('ply', box(MIDDLE - 85, TOP + 7, 170, 5));
        put('ply', box(MIDDLE - 74, TOP + 1, 148, 5));
      } else for (const x of [-70, -18, 30, 72]) put('fill', path([[MIDDLE + x - 7, TOP], [MIDDLE + x + 7, TOP], [MIDDLE + x, TOP + deep]])); // prettier-ignore
      dimensions.push(across(MIDDLE - 85, MIDDLE + 85, figures.spreadMm));
      break;
    }
    case 'ding': {
      const deep = clamp(figures.depthMm * 6, 8, SLAB - 4);
      put(figures.coreId === null ? 'laminate' : 'core', box(0, TOP, WIDTH, SLAB + 14));
      put('laminate', box(0, TOP, WIDTH, 9));
      put('fill', path(dip(130, deep)));
      if (figures.skinBroken) {
        put('ply', box(MIDDLE - 100, TOP - 5, 200, 5));
        put('ply', box(MIDDLE - 112, TOP - 10, 224, 5));
      }
      dimensions.push(across(MIDDLE - 65, MIDDLE + 65, figures.lengthMm, TOP - 20), down(MIDDLE + 82, TOP, TOP + deep, figures.depthMm)); // prettier-ignore
      break;
    }
    case 'holes': {
      slab();
      // One of each size: a row of fourteen is told beside it.
      const shown = [...new Set(figures.diametersMm)].sort((a, b) => a - b).slice(0, 5);
      const widest = Math.max(...shown);
      const deep = figures.through ? SLAB : SLAB - 10;
      shown.forEach((mm, i) => {
        const x = ((WIDTH - 40) * (i + 1)) / (shown.length + 1);
        const r = clamp((mm / widest) * 22, 5, 22);
        const bevel = 9;
        const low = figures.through && figures.bothFaces;
        put('fill', path([[x - r - bevel, TOP], [x + r + bevel, TOP], [x + r, TOP + bevel], [x + r, TOP + deep - (low ? bevel : 0)], ...(low ? [[x + r + bevel, TOP + deep], [x - r - bevel, TOP + deep]] as const : [[x + r, TOP + deep], [x - r, TOP + deep]] as const), [x - r, TOP + deep - (low ? bevel : 0)], [x - r, TOP + bevel]])); // prettier-ignore
        dimensions.push(across(x - r, x + r, mm));
      });
      dimensions.push(down(WIDTH - 52, TOP, TOP + SLAB, figures.thicknessMm));
      break;
    }
    case 'edge': {
      const at = 210;
      put(
        'laminate',
        path([
          [0, TOP],
          [at, TOP],
          [at + 24, TOP + SLAB / 2],
          [at, TOP + SLAB],
          [0, TOP + SLAB],
        ]),
      );
      put(
        'gone',
        path([
          [at, TOP],
          [314, TOP],
          [314, TOP + SLAB],
          [at, TOP + SLAB],
          [at + 24, TOP + SLAB / 2],
        ]),
      );
      for (const [i, back] of [46, 30, 14].entries()) {
        put('ply', box(at - back, TOP + 4 + i * 9, 314 - at + back, 6));
        put('ply', box(at - back, TOP + SLAB - 10 - i * 9, 314 - at + back, 6));
      }
      dimensions.push(across(at, 314, figures.widthMm), down(326, TOP, TOP + SLAB, figures.thicknessMm));
      break;
    }
    case 'hole': {
      slab();
      const two = figures.bothFaces;
      const floor = two ? TOP + SLAB / 2 : TOP + SLAB;
      put('gone', path([[MIDDLE - 120, TOP], [MIDDLE + 120, TOP], [MIDDLE + 46, floor], ...(two ? [[MIDDLE + 120, TOP + SLAB], [MIDDLE - 120, TOP + SLAB]] as const : []), [MIDDLE - 46, floor]])); // prettier-ignore
      const plies = two ? 3 : 5;
      for (let i = 0; i < plies; i++) {
        const half = 46 + ((i + 0.5) * 74) / plies;
        const y = floor - ((i + 1) * (floor - TOP)) / plies;
        put('ply', box(MIDDLE - half, y + 1.5, 2 * half, (floor - TOP) / plies - 3));
        if (two) put('ply', box(MIDDLE - half, floor + (floor - y) - (floor - TOP) / plies + 1.5, 2 * half, (floor - TOP) / plies - 3)); // prettier-ignore
      }
      dimensions.push(across(MIDDLE - 46, MIDDLE + 46, figures.sizeMm), down(MIDDLE + 134, TOP, TOP + SLAB, figures.thicknessMm)); // prettier-ignore
      break;
    }
    case 'tube': {
      const wall = clamp((figures.wallMm / figures.diameterMm) * 90, 5, 18);
      for (const y of [TOP, TOP + 74 - wall]) put('laminate', box(0, y, WIDTH, wall));
      put('gone', path([[MIDDLE - 34, TOP - 1], [MIDDLE + 34, TOP - 1], [MIDDLE + 28, TOP + wall + 1], [MIDDLE - 28, TOP + wall + 1]])); // prettier-ignore
      for (const [i, half] of [96, 84].entries()) {
        put('ply', box(MIDDLE - half, TOP - 6 * (i + 1), 2 * half, 5));
        put('ply', box(MIDDLE - half, TOP + 75 + 6 * i, 2 * half, 5));
      }
      dimensions.push(across(MIDDLE - 34, MIDDLE + 34, figures.lengthMm, TOP - 22), down(20, TOP, TOP + 74, figures.diameterMm)); // prettier-ignore
      break;
    }
    case 'disbond': {
      put('laminate', box(0, TOP, WIDTH, 16));
      put('core', box(0, TOP + 16, WIDTH, 60));
      const lens = dip(210, 12, MIDDLE, TOP + 16);
      put('fill', path(lens));
      for (const x of [-70, -25, 20, 65]) put('fill', box(MIDDLE + x - 3, TOP, 6, 17));
      dimensions.push(across(MIDDLE - 105, MIDDLE + 105, figures.lengthMm));
      break;
    }
    case 'coat': {
      slab([], SLAB);
      if (figures.coat === 'fairing') put('fill', path(dip(250, clamp(figures.lowMm * 8, 5, 26))));
      else put('fill', box(MIDDLE - 125, TOP - 7, 250, 7));
      dimensions.push(across(MIDDLE - 125, MIDDLE + 125, figures.lengthMm, TOP - 18));
      break;
    }
  }
  return { width: WIDTH, height: HEIGHT, parts, dimensions };
}
