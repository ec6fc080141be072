import PDFDocument from 'pdfkit';
import { wallClockIn } from '@ashstep/contract';
import { HOME_ZONE } from './clock.js';
import { MM, takeFonts } from './print.js';

export const INK = '#191F21';
export const QUIET = '#3D4648';
export const RULE = '#9BA39E';
const MARGIN = 16 * MM;

export interface Column<Row> {
  title: string;
  width: number;
  align?: 'left' | 'right';
  value: (row: Row) => string;
}

/** A moment by a zone's clocks, "2026-04-16 08:00". */
export const timeIn = (zone: string, moment: string): string => wallClockIn(zone, moment).replace('T', ' ');

/** A4 pages with the record's running head and foot, and the few blocks a record is set from. */
export class Sheet {
  readonly doc: PDFKit.PDFDocument;
  readonly left = MARGIN;
  readonly width: number;
  private readonly chunks: Buffer[] = [];

  constructor(private readonly head: { tag: string; title: string; foot: string; zone?: string }) {
    this.doc = new PDFDocument({
      size: 'A4',
      margins: { top: MARGIN, bottom: MARGIN, left: MARGIN, right: MARGIN },
      bufferPages: true,
      info: { Title: `${head.tag} ${head.title}`, Creator: 'Ash Step' },
    });
    this.doc.on('data', (chunk: Buffer) => this.chunks.push(chunk));
    takeFonts(this.doc);
    this.width = this.doc.page.width - 2 * MARGIN;
  }

  /** A moment as the shed's clocks say it. */
  when(moment: string): string {
    return timeIn(this.head.zone ?? HOME_ZONE, moment);
  }

  get y(): number {
    return this.doc.y;
  }

  get bottom(): number {
    return this.doc.page.height - MARGIN - 14;
  }

  /** Starts a new page unless `height` points still fit. */
  need(height: number): void {
    if (this.doc.y + height > this.bottom) this.doc.addPage();
  }

  title(text: string, under: string): void {
    this.doc.font('head').fontSize(20).fillColor(INK).text(text, this.left, this.doc.y, { width: this.width });
    this.doc.font('text').fontSize(10.5).fillColor(QUIET).text(under, { width: this.width }).moveDown(0.4);
  }

  section(text: string): void {
    this.need(60);
    const y = this.doc.y + 8;
    this.doc
      .moveTo(this.left, y)
      .lineTo(this.left + this.width, y)
      .lineWidth(1.2)
      .strokeColor(INK)
      .stroke();
    this.doc
      .font('head')
      .fontSize(12)
      .fillColor(INK)
      .text(text, this.left, y + 4, { width: this.width })
      .moveDown(0.25);
  }

  line(text: string, font: 'text' | 'bold' = 'text'): void {
    this.need(16);
    this.doc
      .font(font)
      .fontSize(9.5)
      .fillColor(INK)
      .text(text, this.left, this.doc.y, { width: this.width, lineGap: 1.5 });
  }

  /** Name and value pairs in two columns. */
  pairs(rows: readonly (readonly [string, string])[]): void {
    const columnWidth = this.width / 2;
    for (let i = 0; i < rows.length; i += 2) {
      this.need(16);
      const y = this.doc.y;
      let deepest = y;
      rows.slice(i, i + 2).forEach(([name, value], column) => {
        const x = this.left + column * columnWidth;
        this.doc.font('text').fontSize(9).fillColor(QUIET).text(name, x, y, { width: 92 });
        this.doc
          .font('bold')
          .fontSize(9.5)
          .fillColor(INK)
          .text(value, x + 96, y, { width: columnWidth - 104 });
        deepest = Math.max(deepest, this.doc.y);
      });
      this.doc.y = deepest + 1.5;
    }
    this.doc.x = this.left;
  }

  table<Row>(columns: readonly Column<Row>[], rows: readonly Row[]): void {
    const total = columns.reduce((sum, column) => sum + column.width, 0);
    const widths = columns.map((column) => (column.width / total) * this.width);
    const put = (font: string, colour: string, cells: readonly string[]): void => {
      const heights = cells.map((cell, i) =>
        this.doc
          .font(font)
          .fontSize(8.5)
          .heightOfString(cell || ' ', { width: widths[i]! - 6 }),
      );
      this.need(Math.max(...heights) + 6);
      const y = this.doc.y;
      let x = this.left;
      cells.forEach((cell, i) => {
        this.doc
          .font(font)
          .fontSize(8.5)
          .fillColor(colour)
          .text(cell, x, y + 1.5, { width: widths[i]! - 6, align: columns[i]!.align ?? 'left' });
        x += widths[i]!;
      });
      this.doc.y = y + Math.max(...heights) + 4;
      this.doc
        .moveTo(this.left, this.doc.y - 1.5)
        .lineTo(this.left + this.width, this.doc.y - 1.5)
        .lineWidth(0.4)
        .strokeColor(RULE)
        .stroke();
    };
    put(
      'bold',
      QUIET,
      columns.map((column) => column.title),
    );
    for (const row of rows)
      put(
        'text',
        INK,
        columns.map((column) => column.value(row)),
      );
    this.doc.x = this.left;
    this.doc.moveDown(0.3);
  }

  async finish(): Promise<Buffer> {
    const { count } = this.doc.bufferedPageRange();
    for (let page = 0; page < count; page++) {
      this.doc.switchToPage(page);
      this.doc.page.margins.bottom = 0;
      this.doc.font('text').fontSize(7.5).fillColor(QUIET);
      this.doc.text(
        `${this.head.tag} · ${this.head.title} · ${this.head.foot}`,
        this.left,
        this.doc.page.height - MARGIN + 4,
        { width: this.width - 60, lineBreak: false, ellipsis: true },
      );
      this.doc.text(`Page ${page + 1} of ${count}`, this.left + this.width - 60, this.doc.page.height - MARGIN + 4, {
        width: 60,
        align: 'right',
        lineBreak: false,
      });
    }
    const done = new Promise<Buffer>((resolve) => this.doc.on('end', () => resolve(Buffer.concat(this.chunks))));
    this.doc.end();
    return done;
  }
}
