import { type Point, simplified } from '@ashstep/core/geometry';
import { bounds } from './join-runs';
import { type FoundOutline, type OutlineFile, UnreadableOutline } from './outline';

const MOST_BYTES = 5e6;

/** Closed outlines of a DXF or SVG file. @throws UnreadableOutline with what is wrong and what to do */
export async function readOutlines(text: string, name: string): Promise<OutlineFile> {
  if (text.length > MOST_BYTES) throw new UnreadableOutline('The file is larger than 5 MB. Save the outline alone.');
  const file =
    /\.svg$/i.test(name) || /^\s*(<\?xml[^>]*>\s*)?(<!--.*?-->\s*)*(<!DOCTYPE[^>]*>\s*)?<svg/s.test(text)
      ? (await import('./svg-outlines')).readSvg(text)
      : await (await import('./dxf-outlines')).readDxf(text);
  if (file.outlines.length > 0) return file;
  throw new UnreadableOutline(
    file.open > 0
      ? `There are ${file.open} open lines and no closed one. Close the outline where you drew it, and save it again.`
      : 'There is no outline in this file. Lines, arcs, circles and polylines are read; blocks and pictures are not.',
  );
}

/** An outline in plan millimetres, set about a place, with no more corners than a hand can edit. */
export function outlineOnPlan({ points }: FoundOutline, mmPerUnit: number, about: Point, most = 200): Point[] {
  const scaled = points.map(({ x, y }) => ({ x: x * mmPerUnit, y: y * mmPerUnit }));
  const { least, most: top } = bounds(scaled);
  const middle = { x: (least.x + top.x) / 2, y: (least.y + top.y) / 2 };
  let [kept, tolerance] = [scaled, 0.05];
  while (kept.length > most || tolerance === 0.05) {
    kept = simplified(scaled, tolerance);
    tolerance *= 1.6;
  }
  return kept.map(({ x, y }) => ({
    x: Math.round((x - middle.x + about.x) * 100) / 100,
    y: Math.round((y - middle.y + about.y) * 100) / 100,
  }));
}
