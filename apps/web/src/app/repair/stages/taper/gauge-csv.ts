import { wholeTurn } from '@ashstep/core/geometry';
import { LIMITS } from '@ashstep/core/limits';
import type { GaugeReading } from '@ashstep/core/taper';
import { type CsvFound, figureOf, readCsv } from '../../../parts/csv';

export const GAUGE_COLUMNS = ['ray_deg', 'out_mm', 'depth_mm'] as const;
type Column = (typeof GAUGE_COLUMNS)[number];

const COLUMNS: Record<Column, { min: number; max: number; wanted: string }> = {
  ray_deg: { ...LIMITS.angleDeg, wanted: 'Give the ray in degrees from forward, counter-clockwise.' },
  out_mm: { ...LIMITS.gaugeOutMm, wanted: 'Give millimetres from the edge of the hole outwards.' },
  depth_mm: { ...LIMITS.gaugeDepthMm, wanted: 'Give millimetres below the old surface.' },
};

/** Gauge readings from comma-separated text; the same place twice keeps the later one. Throws nothing. */
export function gaugeFromCsv(text: string): CsvFound<GaugeReading> {
  return readCsv(text, GAUGE_COLUMNS, GAUGE_COLUMNS, (cell) => {
    for (const name of GAUGE_COLUMNS) {
      const value = figureOf(cell(name));
      const { min, max, wanted } = COLUMNS[name];
      if (value === null || value < min || value > max) return `${name} “${cell(name)}” is no reading. ${wanted}`;
    }
    return {
      rayDeg: wholeTurn(figureOf(cell('ray_deg'))!),
      outMm: figureOf(cell('out_mm'))!,
      depthMm: figureOf(cell('depth_mm'))!,
    };
  });
}

/** Readings with others added; one taken anew at the same place goes in for the old. */
export function withReadings<R extends GaugeReading>(old: readonly R[], added: readonly R[]): R[] {
  const place = ({ rayDeg, outMm }: GaugeReading): string => `${wholeTurn(rayDeg)} ${outMm}`;
  return [...new Map([...old, ...added].map((reading) => [place(reading), reading])).values()];
}
