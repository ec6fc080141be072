import { type PlanOutline, type SectionRegion, planDrawing, runsOf, sectionDrawing } from '@ashstep/core/drawing';
import type { Point } from '@ashstep/core/geometry';
import type { RepairInputs, RepairPlan } from '@ashstep/core/repair';
import { MM } from '../../platform/print.js';
import { INK, QUIET, type Sheet } from '../../platform/sheet.js';

const SCALES = [1, 2, 2.5, 5, 10, 20, 50, 100, 200];
const GREEN = '#135844';
const AMBER = '#D08A1E';

const FILLS: Record<SectionRegion['layer'], string> = {
  parent: '#E9E4D6',
  core: '#ECEEEA',
  patch: '#CFE3D9',
  cover: '#9CC7B5',
  finish: '#3D4648',
  backing: '#F6F7F4',
};

/** The smallest usual drawing scale at which `sizeMm` fits into `roomMm` of paper. */
function scaleFor(sizeMm: number, roomMm: number): number {
  return SCALES.find((scale) => sizeMm / scale <= roomMm) ?? Math.ceil(sizeMm / roomMm);
}

/** Plan above, section below, at one horizontal scale, with the scale and the vertical stretch written under them. */
export function drawRepair(sheet: Sheet, inputs: RepairInputs, plan: RepairPlan): void {
  const view = planDrawing(inputs, plan);
  const width = view.bounds.maxX - view.bounds.minX;
  const height = view.bounds.maxY - view.bounds.minY;
  const scale = Math.max(scaleFor(width, sheet.width / MM), scaleFor(height, 95));
  const unit = MM / scale;
  const top = sheet.y + 6;
  const centreX = sheet.left + sheet.width / 2;
  const middle = { x: (view.bounds.minX + view.bounds.maxX) / 2, y: (view.bounds.minY + view.bounds.maxY) / 2 };
  const toPage = (p: Point): Point => ({
    x: centreX + (p.x - middle.x) * unit,
    y: top + (height / 2) * unit - (p.y - middle.y) * unit,
  });
  sheet.doc
    .save()
    .rect(sheet.left, top, sheet.width, height * unit)
    .clip();
  drawPlan(sheet, view, toPage, centreX, top);
  sheet.doc.restore();
  dimensions(sheet, view, plan, toPage);
  const under = top + height * unit + 4;
  scaleBar(sheet, scale, under);
  sheet.doc.y = under + 20;
  drawSection(sheet, inputs, plan, unit, scale);
}

function drawPlan(
  sheet: Sheet,
  view: ReturnType<typeof planDrawing>,
  toPage: (p: Point) => Point,
  partX: number,
  top: number,
): void {
  const { doc } = sheet;
  const trace = (outline: PlanOutline): void => {
    for (const run of runsOf(outline)) {
      run.forEach((point, i) => {
        const p = toPage(point);
        if (i === 0) doc.moveTo(p.x, p.y);
        else doc.lineTo(p.x, p.y);
      });
      doc.closePath();
    }
  };
  const half = (side: 'left' | 'right', draw: () => void): void => {
    doc.save();
    doc.rect(side === 'left' ? 0 : partX, 0, side === 'left' ? partX : doc.page.width, doc.page.height).clip();
    draw();
    doc.restore();
  };
  if (view.mask) {
    trace(view.mask);
    doc.fillColor(AMBER, 0.35).fill().fillOpacity(1);
  }
  if (view.abraded) {
    trace(view.abraded);
    doc.dash(4, { space: 2 }).lineWidth(0.6).fillAndStroke('#F0F1EC', INK).undash();
  }
  half('left', () => {
    view.rings.forEach((ring, i) => {
      trace(ring);
      doc.lineWidth(0.4).fillAndStroke(i % 2 === 0 ? '#E9E4D6' : '#DCD5C2', INK);
    });
  });
  half('right', () => {
    view.plies.forEach((ply, i) => {
      trace(ply);
      doc.lineWidth(0.5).fillAndStroke(ply.cover ? '#E5EFEA' : i % 2 === 0 ? '#CFE3D9' : '#EAF2EC', GREEN);
    });
  });
  if (view.footprint) {
    trace(view.footprint);
    doc.lineWidth(1).strokeColor(INK).stroke();
  }
  if (view.cutOut) {
    half('left', () => {
      trace(view.cutOut!);
      doc.fillColor('#CBD0CA').fill();
    });
    trace(view.cutOut);
    doc.lineWidth(1.2).strokeColor(INK).stroke();
  }
  if (view.damage) {
    trace(view.damage);
    doc.dash(3, { space: 2 }).lineWidth(0.7).strokeColor(INK).stroke().undash();
  }
  for (const line of view.neighbours) {
    const [a, b] = [toPage(line.from), toPage(line.to)];
    doc.moveTo(a.x, a.y).lineTo(b.x, b.y).lineWidth(1.4).strokeColor(INK).stroke();
    doc
      .font('text')
      .fontSize(7.5)
      .fillColor(QUIET)
      .text(line.name, Math.max(sheet.left + 4, Math.min(a.x, b.x)), Math.min(a.y, b.y) - 10, { lineBreak: false });
  }
  doc.font('text').fontSize(8).fillColor(QUIET);
  doc.text('as ground', sheet.left, top + 2, { lineBreak: false });
  doc.text('as laid', sheet.left + sheet.width - 40, top + 2, { width: 40, align: 'right', lineBreak: false });
}

/** Overall length above the footprint and width beside it, where the outline is not turned. */
function dimensions(
  sheet: Sheet,
  view: ReturnType<typeof planDrawing>,
  plan: RepairPlan,
  toPage: (p: Point) => Point,
): void {
  const face = plan.taper?.footprint.faces[0];
  const outer = view.footprint ?? view.cutOut;
  if (!outer || view.rotationDeg % 180 !== 0) return;
  const size = face?.footprint ?? plan.damage!.cut;
  const points = runsOf(outer).flat().map(toPage);
  const [left, right] = [Math.min(...points.map((p) => p.x)), Math.max(...points.map((p) => p.x))];
  const [top, bottom] = [Math.min(...points.map((p) => p.y)), Math.max(...points.map((p) => p.y))];
  const middle = (left + right) / 2;
  const { doc } = sheet;
  doc.font('bold').fontSize(8.5).fillColor(INK).lineWidth(0.6).strokeColor(INK);
  doc
    .moveTo(left, top + 10)
    .lineTo(left, top - 8)
    .moveTo(right, top + 10)
    .lineTo(right, top - 8)
    .moveTo(left, top - 6)
    .lineTo(right, top - 6)
    .stroke();
  doc
    .rect(middle - 48, top - 17, 44, 10)
    .rect(left - 56, (top + bottom) / 2 - 5, 46, 11)
    .fillColor('#ffffff', 0.85)
    .fill()
    .fillColor(INK, 1);
  doc.text(`${size.lengthMm.toFixed(0)} mm`, middle - 60, top - 17, { width: 52, align: 'right', lineBreak: false });
  doc
    .moveTo(left + 10, top)
    .lineTo(left - 10, top)
    .moveTo(left + 10, bottom)
    .lineTo(left - 10, bottom)
    .moveTo(left - 8, top)
    .lineTo(left - 8, bottom)
    .stroke();
  doc.text(`${size.widthMm.toFixed(0)} mm`, left - 58, (top + bottom) / 2 - 4, {
    width: 46,
    align: 'right',
    lineBreak: false,
  });
}

function scaleBar(sheet: Sheet, scale: number, y: number): void {
  const lengthMm = [10, 20, 50, 100, 200, 500, 1000, 2000].find((mm) => mm / scale >= 20) ?? 5000;
  const { doc } = sheet;
  const end = sheet.left + (lengthMm / scale) * MM;
  doc
    .moveTo(sheet.left, y + 4)
    .lineTo(end, y + 4)
    .moveTo(sheet.left, y)
    .lineTo(sheet.left, y + 8)
    .moveTo(end, y)
    .lineTo(end, y + 8)
    .lineWidth(1)
    .strokeColor(INK)
    .stroke();
  doc
    .font('text')
    .fontSize(8)
    .fillColor(INK)
    .text(`${lengthMm} mm · plan and section at 1:${scale} when printed at 100 %`, end + 6, y, { lineBreak: false });
}

/** Paper height a stretched section may take, mm. */
const SECTION_ROOM_MM = 55;

function drawSection(sheet: Sheet, inputs: RepairInputs, plan: RepairPlan, unit: number, scale: number): void {
  const section = sectionDrawing(inputs, plan);
  if (!section) return;
  const { doc } = sheet;
  const depth = section.bottomMm - section.topMm;
  const stretch = Math.min(section.stretch, (SECTION_ROOM_MM * scale) / depth);
  const top = sheet.y + 4;
  const centre = sheet.left + sheet.width / 2;
  const toPage = (p: Point): Point => ({ x: centre + p.x * unit, y: top + (p.y - section.topMm) * unit * stretch });
  const fill = (region: SectionRegion, side?: 'right'): void => {
    doc.save();
    if (side) doc.rect(centre, 0, doc.page.width, doc.page.height).clip();
    region.points.forEach((point, i) => {
      const p = toPage(point);
      if (i === 0) doc.moveTo(p.x, p.y);
      else doc.lineTo(p.x, p.y);
    });
    doc
      .closePath()
      .lineWidth(0.5)
      .fillAndStroke(
        region.material === 'new-finish' ? '#F3DDB2' : FILLS[region.layer],
        region.layer === 'patch' || region.layer === 'cover' ? GREEN : INK,
      );
    doc.restore();
  };
  section.ground.forEach((region) => fill(region));
  section.laid.forEach((region) => fill(region, 'right'));
  doc
    .moveTo(centre, top - 4)
    .lineTo(centre, top + depth * unit * stretch + 4)
    .dash(8, { space: 2 })
    .lineWidth(0.8)
    .strokeColor(INK)
    .stroke()
    .undash();
  doc.y = top + depth * unit * stretch + 5;
  doc
    .font('text')
    .fontSize(8)
    .fillColor(INK)
    .text(
      `Section A–A: left as ground, right as laid. Height stretched ×${Math.round(stretch * 10) / 10}.${section.inside ? ' Inside above, show face below.' : ''}${section.coreShortened ? ' Core drawn thinner than it is.' : ''}`,
      sheet.left,
      doc.y,
      { width: sheet.width },
    );
}
