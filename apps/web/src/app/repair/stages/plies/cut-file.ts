import type { DxfLayer, Placed } from '@ashstep/core/cutting';
import type { Piece } from '@ashstep/core/stack';
import Papa from 'papaparse';

/** What every piece is marked with. */
export interface PieceLabel {
  piece: Piece;
  /** "PL-2 · 3" */
  mark: string;
}

const GAP_MM = 20;
const ROW_MM = 1500;
export const CHECK_SQUARE_MM = 100;
const ARROW_MM = 40;

const escape = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');
const tenth = (mm: number): string => (Math.round(mm * 10) / 10).toString();

/** The list as a table: a row a piece, in laying order. */
export function cutListCsv(labels: readonly PieceLabel[]): string {
  const rows = labels.map(({ piece, mark }) => [
    mark,
    piece.kind,
    piece.material,
    tenth(piece.lengthMm),
    tenth(piece.widthMm),
    (piece.areaMm2 / 100).toFixed(1),
    piece.arrowDeg ?? '',
    piece.bias ? 'yes' : 'no',
  ]);
  return Papa.unparse(
    { fields: ['mark', 'kind', 'material', 'length_mm', 'width_mm', 'area_cm2', 'arrow_deg', 'bias'], data: rows },
    { newline: '\n' },
  );
}

/** All pieces side by side at 1:1, face up, each with its mark and arrow, and a square to measure the print by. A layer a piece. */
export function cutFileSvg(labels: readonly PieceLabel[]): string {
  const placed = inRows(labels);
  const width = Math.max(CHECK_SQUARE_MM, ...placed.map(({ x, box }) => x + box.width)) + 2 * GAP_MM;
  const height = Math.max(...placed.map(({ y, box }) => y + box.height)) + 2 * GAP_MM;
  const layers = placed.map(({ label, x, y, box }, i) => layer(label, i, x + GAP_MM - box.minX, y + GAP_MM + box.maxY));
  const square = `<g id="check"><rect x="${GAP_MM}" y="${GAP_MM}" width="${CHECK_SQUARE_MM}" height="${CHECK_SQUARE_MM}" class="line"/><text x="${GAP_MM + 4}" y="${GAP_MM + 54}">100 mm, measure me</text></g>`;
  const style = '<style>.line{fill:none;stroke:#000;stroke-width:.35}text{font:7px sans-serif}</style>';
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${tenth(width)}mm" height="${tenth(height)}mm" viewBox="0 0 ${tenth(width)} ${tenth(height)}">${style}${square}${layers.join('')}</svg>`;
}

/** Pieces as layers of a cutting file, side by side, with the check square first. */
export function cutFileLayers(labels: readonly PieceLabel[]): DxfLayer[] {
  const square = [0, 1, 2, 3].map((i) => ({
    x: i === 1 || i === 2 ? CHECK_SQUARE_MM : 0,
    y: i > 1 ? CHECK_SQUARE_MM : 0,
  }));
  return [
    { name: 'CHECK_100_MM', outlines: [square] },
    ...inRows(labels).map(({ label, x, y, box }) =>
      pieceLayer(label, (p) => ({ x: p.x - box.minX + x, y: p.y - box.maxY - y })),
    ),
  ];
}

/** Pieces as they lie on a roll. */
export function nestLayers(labels: readonly PieceLabel[], placed: readonly Placed[]): DxfLayer[] {
  return placed.map((one) => {
    const { piece, mark } = labels.find((label) => label.mark === one.id)!;
    const middle = {
      x: one.xMm + 8,
      y: (Math.min(...one.points.map((p) => p.y)) + Math.max(...one.points.map((p) => p.y))) / 2,
    };
    return {
      name: mark,
      outlines: [one.points],
      words: [{ at: middle, text: `${mark} ${piece.material}`, heightMm: 8 }],
    };
  });
}

function pieceLayer(
  { piece, mark }: PieceLabel,
  to: (p: { x: number; y: number }) => { x: number; y: number },
): DxfLayer {
  const middle = middleOf(piece);
  const turn = ((piece.arrowDeg ?? 0) * Math.PI) / 180;
  const along = (mm: number): { x: number; y: number } =>
    to({ x: middle.x + mm * Math.cos(turn), y: middle.y + mm * Math.sin(turn) });
  return {
    name: mark,
    outlines: [piece.points, ...piece.holes].map((run) => run.map(to)),
    ...(piece.arrowDeg === null ? {} : { lines: [[along(-ARROW_MM / 2), along(ARROW_MM / 2)]] }),
    words: [
      {
        at: to(middle),
        text: `${mark} ${piece.material}${piece.arrowDeg === null ? '' : ` ${piece.arrowDeg}° face up`}`,
        heightMm: 7,
      },
    ],
  };
}

const middleOf = ({ points }: Piece): { x: number; y: number } =>
  points.reduce((sum, p) => ({ x: sum.x + p.x / points.length, y: sum.y + p.y / points.length }), { x: 0, y: 0 });

interface Box {
  minX: number;
  maxY: number;
  width: number;
  height: number;
}

/** Places of the pieces' boxes, row under row, the check square having the first place. */
function inRows(labels: readonly PieceLabel[]): { label: PieceLabel; x: number; y: number; box: Box }[] {
  let [x, y, rowMm] = [CHECK_SQUARE_MM + GAP_MM, 0, CHECK_SQUARE_MM];
  return labels.map((label) => {
    const box = boxOf(label.piece);
    if (x > 0 && x + box.width > ROW_MM) [x, y, rowMm] = [0, y + rowMm + GAP_MM, 0];
    const at = { label, x, y, box };
    x += box.width + GAP_MM;
    rowMm = Math.max(rowMm, box.height);
    return at;
  });
}

function boxOf({ points }: Piece): Box {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  return {
    minX: Math.min(...xs),
    maxY: Math.max(...ys),
    width: Math.max(...xs) - Math.min(...xs),
    height: Math.max(...ys) - Math.min(...ys),
  };
}

/** Plan y runs up, the sheet's down. */
function layer({ piece, mark }: PieceLabel, index: number, originX: number, originY: number): string {
  const at = (x: number, y: number): string => `${tenth(originX + x)},${tenth(originY - y)}`;
  const middle = middleOf(piece);
  const text = [mark, piece.material, ...(piece.arrowDeg === null ? [] : [`${piece.arrowDeg}°, face up`])];
  const lines = text
    .map(
      (line, i) =>
        `<text x="${tenth(originX + middle.x - 30)}" y="${tenth(originY - middle.y + 16 + 9 * i)}">${escape(line)}</text>`,
    )
    .join('');
  return `<g id="piece-${index + 1}" data-mark="${escape(mark)}">${[piece.points, ...piece.holes].map((run) => `<polygon class="line" points="${run.map((p) => at(p.x, p.y)).join(' ')}"/>`).join('')}${arrow(piece, at, middle)}${lines}</g>`;
}

function arrow({ arrowDeg }: Piece, at: (x: number, y: number) => string, { x, y }: { x: number; y: number }): string {
  if (arrowDeg === null) return '';
  const turn = (arrowDeg * Math.PI) / 180;
  const along = (mm: number, side: number): string =>
    at(x + mm * Math.cos(turn) - side * Math.sin(turn), y + mm * Math.sin(turn) + side * Math.cos(turn));
  return `<polyline class="line" points="${along(-ARROW_MM / 2, 0)} ${along(ARROW_MM / 2, 0)} ${along(ARROW_MM / 2 - 6, 4)} ${along(ARROW_MM / 2, 0)} ${along(ARROW_MM / 2 - 6, -4)}"/>`;
}
