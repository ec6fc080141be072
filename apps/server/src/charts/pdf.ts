import PDFDocument from 'pdfkit';
import QRCode from 'qrcode';
import { CHART_WORDS, chartCellWords, chartHeadWords, chartOfWords } from '@ashstep/contract';
import { type Chart, chartHas } from '@ashstep/core/charts';
import { type UnitSystem, sayIn } from '@ashstep/core/units';
import { MM, takeFonts } from '../platform/print.js';
import { INK, QUIET, RULE } from '../platform/sheet.js';

export const PAPERS = { a4: 'A4', letter: 'LETTER' } as const;

export interface ChartSheet {
  chart: Chart;
  paper: keyof typeof PAPERS;
  units: UnitSystem;
  shopName: string;
  day: string;
  /** Where the live one stands. */
  address: string;
  /** The air that is marked, in words; nothing where none is. */
  air: string;
}

const MARGIN = 14 * MM;
const QR_PT = 74;
const HEAD_PT = 52;
const FOOT_PT = QR_PT + 10;
/** No larger and no smaller than this is a row set, points. */
const [LARGEST, SMALLEST] = [15, 6.5];
const HATCH_PT = 5;

/** A chart on one page, lying, as large as it goes; refused cells hatched, its source and day under it, and a code back to the live one. */
export async function chartPdf({ chart, paper, units, shopName, day, address, air }: ChartSheet): Promise<Buffer> {
  const say = sayIn(units);
  const words = CHART_WORDS[chart.id];
  const doc = new PDFDocument({ size: PAPERS[paper], layout: 'landscape', margins: { top: MARGIN, bottom: MARGIN, left: MARGIN, right: MARGIN }, info: { Title: words.name, Creator: 'Ash Step' } }); // prettier-ignore
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  takeFonts(doc);
  const [width, height] = [doc.page.width - 2 * MARGIN, doc.page.height - 2 * MARGIN];
  doc.font('head').fontSize(24).fillColor(INK).text(words.name, MARGIN, MARGIN, { lineBreak: false });
  doc
    .font('text')
    .fontSize(11)
    .fillColor(QUIET)
    .text(words.about, MARGIN, MARGIN + 28, { lineBreak: false });

  const heads = [`${words.rows}${words.columns ? ` / ${words.columns.toLowerCase()}` : ''}`, ...chart.columns.map((head) => chartHeadWords(head, say))]; // prettier-ignore
  const rows = chart.rows.map(({ head, cells }) => [[chartHeadWords(head, say)], ...cells.map((one) => chartCellWords(one, say))]); // prettier-ignore
  const lines = rows.map((cells) => Math.max(...cells.map((cell) => cell.length)));
  const [top, bottom] = [MARGIN + HEAD_PT, MARGIN + height - FOOT_PT];
  const unit = (bottom - top) / (1.6 + lines.reduce((sum, n) => sum + n + 0.45, 0));
  const named = chart.rows.some(({ head }) => 'name' in head);
  const first = named ? width * 0.27 : width * 0.13;
  const wide = (width - first) / chart.columns.length;
  const fits = (size: number): boolean => {
    doc.font('bold').fontSize(size);
    const narrow = (text: string, room: number): boolean => doc.widthOfString(text) <= room - 8;
    return heads.slice(1).every((head) => narrow(head, wide)) && rows.every(([head, ...cells]) => narrow(head![0]!, first) && cells.every((cell) => cell.every((line) => narrow(line, wide)))); // prettier-ignore
  };
  let size = Math.min(LARGEST, unit / 1.25);
  while (size > SMALLEST && !fits(size)) size -= 0.25;

  const put = (
    text: string,
    x: number,
    y: number,
    room: number,
    font: 'text' | 'bold' = 'text',
    colour = INK,
  ): void => {
    doc.font(font).fontSize(size).fillColor(colour).text(text, x + 4, y, { width: room - 8, lineBreak: false, ellipsis: true }); // prettier-ignore
  };
  let y = top;
  heads.forEach((head, i) => put(head, i === 0 ? MARGIN : MARGIN + first + (i - 1) * wide, y, i === 0 ? first : wide, 'bold', QUIET)); // prettier-ignore
  y += unit * 1.6;
  chart.rows.forEach((one, r) => {
    const tall = unit * (lines[r]! + 0.45);
    doc.moveTo(MARGIN, y - 2).lineTo(MARGIN + width, y - 2).lineWidth(0.6).strokeColor(RULE).stroke(); // prettier-ignore
    put(rows[r]![0]![0]!, MARGIN, y + 1, first, 'bold');
    one.cells.forEach((cell, c) => {
      const x = MARGIN + first + c * wide;
      if (cell.refused) hatch(doc, x, y - 2, wide, tall);
      if (cell.now) doc.rect(x + 1, y - 1, wide - 2, tall - 2).lineWidth(1.6).strokeColor(INK).stroke(); // prettier-ignore
      if (!cell.refused) rows[r]![c + 1]!.forEach((line, n) => put(line, x, y + 1 + n * unit, wide, n === 0 ? 'bold' : 'text')); // prettier-ignore
    });
    y += tall;
  });
  const foot = MARGIN + height - QR_PT;
  qr(doc, address, MARGIN + width - QR_PT, foot);
  const told = [chartOfWords(chart), ...(air ? [`Framed: the air read last, ${air}.`] : []), ...(chartHas(chart, 'refused') ? ['Hatched: not allowed.'] : []), `${shopName}, ${day}. Sheets of the products go before this one. Live: ${address}`]; // prettier-ignore
  doc.font('text').fontSize(10).fillColor(QUIET).text(told.join('\n'), MARGIN, foot + 6, { width: width - QR_PT - 20, lineGap: 1.5, height: QR_PT - 6, ellipsis: true }); // prettier-ignore
  const done = new Promise<Buffer>((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks))));
  doc.end();
  return done;
}

/** Lines across a cell that may not be used. */
function hatch(doc: PDFKit.PDFDocument, x: number, y: number, w: number, h: number): void {
  doc.save().rect(x, y, w, h).clip();
  for (let at = -h; at < w; at += HATCH_PT) doc.moveTo(x + at, y + h).lineTo(x + at + h, y);
  doc.lineWidth(0.7).strokeColor(QUIET).stroke().restore();
}

/** A code that a phone reads, drawn square by square. */
function qr(doc: PDFKit.PDFDocument, text: string, x: number, y: number): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const side = QR_PT / modules.size;
  for (let i = 0; i < modules.size * modules.size; i++)
    if (modules.data[i]) doc.rect(x + (i % modules.size) * side, y + Math.floor(i / modules.size) * side, side + 0.05, side + 0.05); // prettier-ignore
  doc.fillColor('#000000').fill();
}
