import {
  type OffsetMeasures,
  type Point,
  type Shape,
  closedLength,
  outlinePoints,
  overlapOf,
  signedArea,
} from '../geometry/index.js';
import { type BrokenInput, brokenOutline } from './broken.js';
import type { EdgeInput } from './edge.js';
import type { WrapResult } from './wrap.js';

/**
 * Ground whose outlines are not those of the cut-out grown: right round a tube, towards a missing edge, across a break. It lies in the
 * frame of the first cut-out, x along its length.
 */
export type Form =
  | {
      kind: 'band';
      wrap: WrapResult;
      stripMm: number;
      angleDeg: number;
      /** The tube lies across the length of the cut-out. */ across?: boolean;
    }
  | (Pick<EdgeInput, 'alongMm' | 'inMm' | 'trimMm'> & {
      kind: 'edge';
      /** Which way the edge faces: along y, or against it. */ side: 1 | -1;
    })
  | (Pick<BrokenInput, 'widthMm' | 'bulgeMm'> & { kind: 'bulge' });

/** A ply as far as its place on the ground goes. */
export interface LaidAt {
  levelMm: number;
  beyondMm: number;
  orientationDeg?: number;
}

/** A ply on the ground: its outlines as drawn, and the pieces it is cut in where those are others. */
export interface Laid {
  outlines: Point[][];
  /** Every piece flat and unturned, in the frame of the ply itself. */
  strips: Point[][] | null;
  measures: OffsetMeasures;
}

interface FormGround {
  outlines(levelMm: number, beyondMm: number): Point[][];
  laid(at: LaidAt): Laid;
}

/** The ground of a form round its first cut-out; `ratio` and `depthMm` are those of the taper. */
export function formGround(form: Form, shape: Shape, ratio: number, depthMm: number): FormGround {
  const centre = { x: shape.centreXMm ?? 0, y: shape.centreYMm ?? 0 };
  const across = form.kind === 'band' && form.across === true;
  const turn = (((shape.rotationDeg ?? 0) + (across ? 90 : 0)) * Math.PI) / 180;
  const place = (points: readonly Point[]): Point[] =>
    points.map(({ x, y }) => ({
      x: centre.x + x * Math.cos(turn) - y * Math.sin(turn),
      y: centre.y + x * Math.sin(turn) + y * Math.cos(turn),
    }));
  switch (form.kind) {
    case 'band': {
      const band = (beyondMm: number): Point[] =>
        rectangle(form.wrap.coveredMm / 2 + beyondMm, -form.wrap.roundMm / 2, form.wrap.roundMm / 2);
      return {
        outlines: (levelMm, beyondMm) =>
          levelMm === 0 && beyondMm === 0 ? [outlinePoints(shape)] : [place(band(beyondMm))],
        laid: ({ orientationDeg }) => woundOn(form, (orientationDeg ?? form.angleDeg) < 0 ? -1 : 1, band(0), place),
      };
    }
    case 'edge': {
      const built = (reach: number, trim: number): Point[] => {
        const points = rectangle(form.alongMm / 2 + reach, -form.inMm / 2 - reach, form.inMm / 2 + trim);
        return place(form.side === 1 ? points : points.map(({ x, y }) => ({ x, y: -y })).reverse());
      };
      const at = (levelMm: number, beyondMm: number, trim: number): Point[][] => [
        built(ratio * levelMm + beyondMm, trim),
      ];
      return {
        outlines: (levelMm, beyondMm) => at(levelMm, beyondMm, 0),
        laid: ({ levelMm, beyondMm }) => asDrawn(at(levelMm, beyondMm, form.trimMm)),
      };
    }
    case 'bulge': {
      const at = (levelMm: number, beyondMm: number): Point[][] => {
        if (levelMm === 0 && beyondMm === 0) return [outlinePoints(shape)];
        return [place(brokenOutline(form.widthMm, ratio * levelMm + beyondMm, (form.bulgeMm * levelMm) / depthMm))];
      };
      return { outlines: at, laid: ({ levelMm, beyondMm }) => asDrawn(at(levelMm, beyondMm)) };
    }
  }
}

const asDrawn = (outlines: Point[][]): Laid => ({ outlines, strips: null, measures: measured(outlines) });

function measured(runs: readonly (readonly Point[])[]): OffsetMeasures {
  const [xs, ys] = [runs.flat().map((p) => p.x), runs.flat().map((p) => p.y)];
  return {
    areaMm2: runs.reduce((sum, run) => sum + Math.abs(signedArea(run)), 0),
    perimeterMm: runs.reduce((sum, run) => sum + closedLength(run), 0),
    lengthMm: Math.max(...xs) - Math.min(...xs),
    widthMm: Math.max(...ys) - Math.min(...ys),
  };
}

const rectangle = (halfMm: number, y0: number, y1: number): Point[] => [
  { x: -halfMm, y: y0 },
  { x: halfMm, y: y0 },
  { x: halfMm, y: y1 },
  { x: -halfMm, y: y1 },
];

/** One layer of a wrap on the unrolled tube: strips side by side, each once more a turn on wherever it runs out over the seam. */
function woundOn(
  { wrap, stripMm, angleDeg }: Extract<Form, { kind: 'band' }>,
  sign: 1 | -1,
  band: Point[],
  place: (points: readonly Point[]) => Point[],
): Laid {
  const { roundMm, stripsPerLayer, stripLengthMm } = wrap;
  const angle = (sign * angleDeg * Math.PI) / 180;
  const strip = rectangle(stripLengthMm / 2, -stripMm / 2, stripMm / 2);
  const turned = (dy: number): Point[] =>
    strip.map(({ x, y }) => ({
      x: x * Math.cos(angle) - y * Math.sin(angle),
      y: dy + x * Math.sin(angle) + y * Math.cos(angle),
    }));
  const turns = Math.ceil(wrap.turns) + 1;
  const outlines: Point[][] = [];
  for (let i = 0; i < stripsPerLayer; i++)
    for (let k = -turns; k <= turns; k++)
      outlines.push(...overlapOf([turned(roundMm * ((i + 0.5) / stripsPerLayer - 0.5 + k))], [band]).map(place));
  return {
    outlines,
    strips: Array.from({ length: stripsPerLayer }, () => strip.map((p) => ({ ...p }))),
    measures: {
      areaMm2: stripsPerLayer * stripLengthMm * stripMm,
      perimeterMm: 2 * stripsPerLayer * (stripLengthMm + stripMm),
      lengthMm: wrap.coveredMm,
      widthMm: roundMm,
    },
  };
}
