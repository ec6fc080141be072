import type { Point } from '../geometry/index.js';

/** What goes on one layer of a cutting file: closed outlines, open lines, and words set at a place. */
export interface DxfLayer {
  name: string;
  outlines: readonly (readonly Point[])[];
  lines?: readonly (readonly Point[])[];
  words?: readonly { at: Point; text: string; heightMm: number }[];
}

/** Layer names may hold these only. */
const layerName = (name: string): string => name.replace(/[^A-Za-z0-9_$-]+/g, '_').slice(0, 31) || 'LAYER';
const figure = (mm: number): string => (Math.round(mm * 1000) / 1000).toFixed(3);

/**
 * Drawing exchange file, release 12, text, in millimetres: what every cutter and drawing program reads. A layer a ply, its outlines closed
 * polylines.
 */
export function dxfOf(layers: readonly DxfLayer[]): string {
  const out: (string | number)[] = [
    0,
    'SECTION',
    2,
    'HEADER',
    9,
    '$ACADVER',
    1,
    'AC1009',
    9,
    '$INSUNITS',
    70,
    4,
    9,
    '$MEASUREMENT',
    70,
    1,
    0,
    'ENDSEC',
  ];
  const names = layers.map((layer) => layerName(layer.name));
  out.push(0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'LAYER', 70, layers.length);
  for (const name of names) out.push(0, 'LAYER', 2, name, 70, 0, 62, 7, 6, 'CONTINUOUS');
  out.push(0, 'ENDTAB', 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES');
  layers.forEach((layer, i) => {
    const run = (points: readonly Point[], closed: boolean): void => {
      out.push(0, 'POLYLINE', 8, names[i]!, 66, 1, 70, closed ? 1 : 0, 10, '0.0', 20, '0.0', 30, '0.0');
      for (const { x, y } of points) out.push(0, 'VERTEX', 8, names[i]!, 10, figure(x), 20, figure(y), 30, '0.0');
      out.push(0, 'SEQEND', 8, names[i]!);
    };
    for (const outline of layer.outlines) run(outline, true);
    for (const line of layer.lines ?? []) run(line, false);
    for (const { at, text, heightMm } of layer.words ?? [])
      out.push(
        0,
        'TEXT',
        8,
        names[i]!,
        10,
        figure(at.x),
        20,
        figure(at.y),
        30,
        '0.0',
        40,
        figure(heightMm),
        1,
        plainText(text),
      );
  });
  out.push(0, 'ENDSEC', 0, 'EOF');
  return `${out.join('\n')}\n`;
}

/** One line of signs that this release can hold: the degree sign has a code, what else is beyond ASCII is spelt out or left. */
const plainText = (text: string): string =>
  text
    .replace(/°/g, '%%d')
    .replace(/±/g, '%%p')
    .replace(/·/g, '-')
    .replace(/[\r\n]+/g, ' ')
    .replace(/[^\x20-\x7e]/g, '?');
