import type { Point } from '@ashstep/core/geometry';
import type { CutPiece } from '@ashstep/core/repair';
import PDFDocument from 'pdfkit';
import { MM, takeFonts } from '../platform/print.js';

/** Sheets a printer takes, mm. */
export const PAPERS = { a4: [210, 297], a3: [297, 420], letter: [215.9, 279.4] } as const;
export type Paper = keyof typeof PAPERS;

/** What a printer cannot reach, and what neighbouring sheets share, mm. */
const EDGE_MM = 10;
const SHARED_MM = 10;
export const CHECK_MM = 100;
const CROSS_MM = 6;
const ARROW_MM = 60;
export const MOST_SHEETS = 300;

interface Tile {
  column: number;
  row: number;
  /** Lower left corner of what the sheet shows, in the piece's own millimetres. */
  x: number;
  y: number;
}

/** How many sheets the patterns take, the first one included. */
export function sheetsNeeded(cut: readonly CutPiece[], paper: Paper): number {
  return 1 + cut.reduce((sum, { piece }) => sum + tilesOf(piece.points, frameOf(paper)).length, 0);
}

/**
 * Patterns at 1:1 on sheets to be joined: a first page with a square to measure, then every piece over as many sheets as it takes, each sheet
 * named by row and column and with crosses that come to lie on those of its neighbours.
 */
export async function tilesPdf(cut: readonly CutPiece[], tag: string, paper: Paper): Promise<Buffer> {
  const [width, height] = PAPERS[paper];
  const doc = new PDFDocument({
    size: [width * MM, height * MM],
    margin: 0,
    autoFirstPage: false,
    info: { Title: `${tag} patterns`, Creator: 'Ash Step' },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  takeFonts(doc);
  firstPage(doc, cut, tag, paper);
  const frame = frameOf(paper);
  for (const { piece, mark } of cut) {
    const tiles = tilesOf(piece.points, frame);
    const rows = 1 + Math.max(...tiles.map((tile) => tile.row));
    const columns = 1 + Math.max(...tiles.map((tile) => tile.column));
    for (const tile of tiles) {
      page(doc);
      const at = ({ x, y }: Point): [number, number] => [EDGE_MM + x - tile.x, height - EDGE_MM - (y - tile.y)];
      doc.save();
      doc.rect(EDGE_MM, EDGE_MM, frame.width, frame.height).clip();
      for (const run of [piece.points, ...piece.holes]) trace(doc, run.map(at));
      if (piece.arrowDeg !== null) arrow(doc, at(middleOf(piece.points)), piece.arrowDeg);
      doc.restore();
      crosses(doc, frame);
      const words = [
        `${tag} · ${mark}`,
        piece.material,
        ...(piece.arrowDeg === null ? [] : [`arrow ${piece.arrowDeg}°, face up`]),
        tiles.length > 1 ? `row ${tile.row + 1} of ${rows}, column ${tile.column + 1} of ${columns}` : 'one sheet',
      ];
      doc
        .fillColor('#000')
        .font('text')
        .fontSize(3.4)
        .text(words.join('   '), EDGE_MM, height - EDGE_MM + 2, { lineBreak: false });
    }
  }
  const done = new Promise<Buffer>((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks))));
  doc.end();
  return done;
}

interface Frame {
  width: number;
  height: number;
}

const frameOf = (paper: Paper): Frame => ({
  width: PAPERS[paper][0] - 2 * EDGE_MM,
  height: PAPERS[paper][1] - 2 * EDGE_MM,
});

/** A new page worked in millimetres. */
function page(doc: PDFKit.PDFDocument): void {
  doc.addPage();
  doc.scale(MM);
  doc.lineWidth(0.35).strokeColor('#000');
}

function firstPage(doc: PDFKit.PDFDocument, cut: readonly CutPiece[], tag: string, paper: Paper): void {
  page(doc);
  doc.rect(EDGE_MM, EDGE_MM, CHECK_MM, CHECK_MM).stroke();
  doc.font('text').fillColor('#000').fontSize(6);
  doc.text(`${tag} patterns, 1:1`, EDGE_MM + CHECK_MM + 8, EDGE_MM, {
    width: PAPERS[paper][0] - CHECK_MM - 3 * EDGE_MM,
  });
  doc
    .fontSize(3.8)
    .text(
      'Print without scaling. Measure the square: 100 mm each way, or print again. Join sheets so that the crosses lie on one another, 10 mm in from each edge.',
      { width: PAPERS[paper][0] - CHECK_MM - 3 * EDGE_MM },
    );
  doc.fontSize(3.4);
  const [top, column, lines] = [
    EDGE_MM + CHECK_MM + 10,
    88,
    Math.floor((PAPERS[paper][1] - CHECK_MM - 3 * EDGE_MM - 4) / 5),
  ];
  cut.forEach(({ piece, mark }, i) => {
    const x = EDGE_MM + column * Math.floor(i / lines);
    if (x + column > PAPERS[paper][0]) return;
    doc.text(
      `${mark}  ${piece.material}  ${piece.lengthMm.toFixed(0)} × ${piece.widthMm.toFixed(0)} mm`,
      x,
      top + 5 * (i % lines),
      { width: column - 4, lineBreak: false, ellipsis: true },
    );
  });
}

/** Sheets that a piece touches, row by row from its lower left corner. */
function tilesOf(points: readonly Point[], frame: Frame): Tile[] {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [minX, minY] = [Math.min(...xs), Math.min(...ys)];
  const step = { x: frame.width - SHARED_MM, y: frame.height - SHARED_MM };
  const count = (size: number, each: number): number => Math.max(1, Math.ceil((size - SHARED_MM) / each - 1e-9));
  const columns = count(Math.max(...xs) - minX, step.x);
  const rows = count(Math.max(...ys) - minY, step.y);
  return Array.from({ length: rows * columns }, (_, i) => {
    const [row, column] = [Math.floor(i / columns), i % columns];
    return { row, column, x: minX + column * step.x, y: minY + row * step.y };
  });
}

function trace(doc: PDFKit.PDFDocument, points: readonly [number, number][]): void {
  points.forEach(([x, y], i) => (i === 0 ? doc.moveTo(x, y) : doc.lineTo(x, y)));
  doc.closePath().stroke();
}

/** Crosses on the lines where the next sheet's edge comes to lie. */
function crosses(doc: PDFKit.PDFDocument, frame: Frame): void {
  const half = SHARED_MM / 2;
  for (const x of [EDGE_MM + half, EDGE_MM + frame.width - half])
    for (const y of [EDGE_MM + half, EDGE_MM + frame.height - half]) {
      doc
        .moveTo(x - CROSS_MM / 2, y)
        .lineTo(x + CROSS_MM / 2, y)
        .moveTo(x, y - CROSS_MM / 2)
        .lineTo(x, y + CROSS_MM / 2)
        .lineWidth(0.2)
        .stroke()
        .lineWidth(0.35);
    }
}

function arrow(doc: PDFKit.PDFDocument, [x, y]: [number, number], deg: number): void {
  const turn = (-deg * Math.PI) / 180;
  const along = (mm: number, side: number): [number, number] => [
    x + mm * Math.cos(turn) - side * Math.sin(turn),
    y + mm * Math.sin(turn) + side * Math.cos(turn),
  ];
  const tip = ARROW_MM / 2;
  doc
    .moveTo(...along(-tip, 0))
    .lineTo(...along(tip, 0))
    .moveTo(...along(tip - 8, 5))
    .lineTo(...along(tip, 0))
    .lineTo(...along(tip - 8, -5))
    .stroke();
}

const middleOf = (points: readonly Point[]): Point => ({
  x: (Math.min(...points.map((p) => p.x)) + Math.max(...points.map((p) => p.x))) / 2,
  y: (Math.min(...points.map((p) => p.y)) + Math.max(...points.map((p) => p.y))) / 2,
});
