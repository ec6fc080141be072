import PDFDocument from 'pdfkit';
import { type CardBlock, type RepairDetail, SMALL_WORDS, cardBlocks, cardTimes, remarkWords, roundStandings, usualWords } from '@ashstep/contract'; // prettier-ignore
import { planRepair } from '@ashstep/core/repair';
import { type PictureRole, type SmallCard, smallCard, smallPicture } from '@ashstep/core/small';
import { type Say, type UnitSystem, sayIn } from '@ashstep/core/units';
import { MM, type PrintFont, takeFonts } from '../platform/print.js';
import { INK, QUIET, RULE, timeIn } from '../platform/sheet.js';

export interface CardInput {
  repair: Pick<RepairDetail, 'craft' | 'title' | 'inputs' | 'log' | 'technician'>;
  shopName: string;
  zone: string;
  units: UnitSystem;
  /** Moment it is printed, by which clock times are told while nothing is on. */
  now: string;
}

const FILLS: Readonly<Record<PictureRole, string | null>> = {
  finish: '#CBD0CA',
  laminate: '#DCD5C2',
  core: '#F1ECDD',
  fill: '#E8B96A',
  ply: '#A9C3AA',
  gone: '#FFFFFF',
  line: null,
};
/** A page is set smaller step by step until all of it is on one. */
const SCALES = [1, 0.92, 0.85, 0.78, 0.72, 0.66, 0.6];
const MARGIN = 9 * MM;
/** Room for the box that is ticked by hand, points. */
const BOX = 18;

/** A small job's card on one A5 page, set smaller until it fits. @throws Error for a job that was opened in full */
export async function cardPdf(input: CardInput): Promise<Buffer> {
  const plan = planRepair(input.repair.inputs);
  const card = smallCard(input.repair.inputs, plan);
  if (!card) throw new Error('no card of a job that was opened in full');
  const say = sayIn(input.units);
  const blocks = cardBlocks(card, input.repair.inputs, plan, say);
  const standings = roundStandings(plan.rounds, input.repair.log);
  const times = cardTimes(card, standings, Date.parse(input.now));
  const whens = blocks.map((block) => whenOf(block, card, times, input.zone));
  const usual = usualWords(card, input.repair.inputs, plan, say);
  const set = (scale: number): Page => {
    const page = new Page(scale, input);
    page.head(SMALL_WORDS[card.figures.kind].name);
    page.picture(card, say);
    for (const remark of card.remarks) page.line(remarkWords(remark), 'bold');
    if (usual) page.line(usual, 'text', QUIET);
    blocks.forEach((block, i) => page.block(block, whens[i]!));
    return page;
  };
  let page = set(SCALES[0]!);
  for (let i = 1; page.pages > 1 && i < SCALES.length; i++) page = set(SCALES[i]!);
  return page.finish();
}

/** When a block may be done, by the shed's clock. */
function whenOf(
  { id, round }: CardBlock,
  { rounds }: SmallCard,
  times: ReturnType<typeof cardTimes>,
  zone: string,
): string {
  const at = (ms: number): string => timeIn(zone, new Date(ms).toISOString());
  if (id === 'sand') {
    const last = times.at(-1)?.sandAt ?? null;
    return last === null ? '' : `from ${at(last)}`;
  }
  const i = rounds.findIndex((one) => one === round);
  const time = times[i];
  if (!time || i === 0) return '';
  if (time.fromAt === null) return 'once the one under it is fully cured: warm it';
  return time.untilAt === null ? `from ${at(time.fromAt)}` : `${at(time.fromAt)} to ${at(time.untilAt)}, green`;
}

class Page {
  private readonly doc: PDFKit.PDFDocument;
  private readonly chunks: Buffer[] = [];
  private readonly width: number;
  pages = 1;

  constructor(
    private readonly scale: number,
    private readonly input: CardInput,
  ) {
    const { craft, title } = input.repair;
    this.doc = new PDFDocument({ size: 'A5', margins: { top: MARGIN, bottom: MARGIN, left: MARGIN, right: MARGIN }, info: { Title: `${craft.tag} ${title}`, Creator: 'Ash Step' } }); // prettier-ignore
    this.doc.on('data', (chunk: Buffer) => this.chunks.push(chunk));
    this.doc.on('pageAdded', () => this.pages++);
    takeFonts(this.doc);
    this.width = this.doc.page.width - 2 * MARGIN;
  }

  private set(font: PrintFont, size: number, colour = INK): PDFKit.PDFDocument {
    return this.doc
      .font(font)
      .fontSize(size * this.scale)
      .fillColor(colour);
  }

  head(kind: string): void {
    const { craft, title } = this.input.repair;
    this.set('head', 16).text(`${craft.tag}: ${kind}`, MARGIN, MARGIN, { width: this.width });
    const printed = timeIn(this.input.zone, this.input.now);
    this.set('text', 9, QUIET).text(`${craft.name}, ${title} · ${this.input.shopName} · times by the log, else as if begun ${printed}`, { width: this.width }); // prettier-ignore
    this.doc.moveDown(0.3);
  }

  /** The section with its dimensions. */
  picture(card: SmallCard, say: Say): void {
    const { width, height, parts, dimensions } = smallPicture(card.figures);
    const wide = this.width * 0.78 * this.scale;
    const k = wide / width;
    const [x0, y0] = [MARGIN + (this.width - wide) / 2, this.doc.y];
    this.doc.save().translate(x0, y0).scale(k);
    for (const { role, d } of parts) {
      const fill = FILLS[role];
      this.doc.path(d).lineWidth(0.8).strokeColor(INK);
      if (fill) this.doc.fillAndStroke(fill, INK);
      else this.doc.stroke();
    }
    for (const { x1, y1, x2, y2, mm, thin } of dimensions) {
      this.doc.moveTo(x1, y1).lineTo(x2, y2).lineWidth(0.8).strokeColor(INK).stroke();
      const text = say(mm, thin ? 'thickness' : 'length', thin ? 1 : undefined);
      this.doc.font('bold').fontSize(11).fillColor(INK);
      this.doc.text(text, thin ? x1 + 5 : (x1 + x2) / 2 - 40, thin ? (y1 + y2) / 2 - 5 : y1 - 14, { width: 80, align: thin ? 'left' : 'center', lineBreak: false }); // prettier-ignore
    }
    this.doc.restore();
    this.doc.x = MARGIN;
    this.doc.y = y0 + height * k + 2;
  }

  line(text: string, font: 'text' | 'bold' = 'text', colour = INK, short = 0): void {
    this.set(font, 9, colour).text(text, MARGIN, this.doc.y, { width: this.width - short, lineGap: 0.5 });
  }

  block({ title, big, lines, cautions }: CardBlock, when: string): void {
    const y = this.doc.y + 3;
    this.doc
      .moveTo(MARGIN, y)
      .lineTo(MARGIN + this.width, y)
      .lineWidth(0.8)
      .strokeColor(RULE)
      .stroke();
    this.doc
      .rect(MARGIN + this.width - 11, y + 4, 10, 10)
      .lineWidth(1)
      .strokeColor(INK)
      .stroke();
    this.set('head', 11).text(when ? `${title}, ${when}` : title, MARGIN, y + 3, { width: this.width - BOX });
    if (big.length > 0) this.set('head', 15).text(big.map(({ label, value }) => `${label} ${value}`).join('   '), MARGIN, this.doc.y, { width: this.width }); // prettier-ignore
    if (lines.length > 0) this.line(lines.join(' '), 'text', INK, BOX);
    for (const { title: said, text } of cautions) this.line(`! ${said} ${text}`, 'bold', INK, BOX);
  }

  async finish(): Promise<Buffer> {
    const done = new Promise<Buffer>((resolve) => this.doc.on('end', () => resolve(Buffer.concat(this.chunks))));
    this.doc.end();
    return done;
  }
}
