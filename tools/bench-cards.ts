import {
  CURE_CARDS,
  type CureCard,
  ageLawOf,
  isothermalSeconds,
  potExotherm,
  reachableAlpha,
  throughCure,
  windows,
} from '@ashstep/core/cure';
import { SYSTEMS } from '@ashstep/core/resin';

/** A rule of the workshop beside what a shipped cure card gives. */
export type CardRow = [card: string, rule: string, workshop: string, gives: string];

const CUPS: Readonly<Record<string, number>> = {
  'epoxy-slow': 45,
  'epoxy-medium': 20,
  'epoxy-fast': 11,
  vinylester: 25,
  polyester: 18,
};
const min = (value: number | null): string => (value === null ? 'never' : `${value.toFixed(0)} min`);
const hours = (value: number | null): string =>
  value === null || !Number.isFinite(value) ? 'never' : `${value.toFixed(1)} h`;
const thick = (mm: number, plies: number, fibreMassFraction: number) =>
  Array.from({ length: plies }, () => ({ thicknessMm: mm / plies, fibreMassFraction }));
const film = (card: CureCard, alpha: number, tempC: number): number =>
  isothermalSeconds(card.kinetics, alpha, tempC) / 3600;

/** Every rule the cards are held against. */
export function cardRows(): CardRow[] {
  const rows: CardRow[] = CURE_CARDS.flatMap((card): CardRow[] => {
    const system = SYSTEMS.find(({ id }) => id === card.id)!;
    const cup = CUPS[card.id]!;
    const gel = (airTempC: number, massG = 100, container: 'cup' | 'tray' = 'cup'): number | null =>
      potExotherm({ card, massG, container, airTempC, hours: 24 }).gelMin;
    return [
      [card.id, '100 g in a cup gel at 22 °C', min(cup), min(gel(22))],
      [card.id, '  at 12 °C', `near ${min(2 * cup)}`, min(gel(12))],
      [card.id, '  at 32 °C', `near ${min(cup / 2)}`, min(gel(32))],
      [
        card.id,
        '20 g spread thin gel at 22 °C',
        card.family === 'epoxy' ? `over ${min(2.5 * cup)}` : '–',
        min(gel(22, 20, 'tray')),
      ],
      [card.id, 'thin film sandable at 22 °C', hours(system.sandableHours), hours(film(card, card.sandableAlpha, 22))],
      [
        card.id,
        '  at 8 °C, as windows tell it',
        card.id === 'epoxy-fast' ? 'over 24 h' : '–',
        hours(windows({ card: system, airTempC: 8 }).sandableHour),
      ],
      [
        card.id,
        'thin film full at 22 °C',
        card.family === 'epoxy' ? 'within 168 h' : hours(system.fullCureHours),
        hours(film(card, card.fullAlpha, 22)),
      ],
      [card.id, '  at 15 °C', 'never', ageLawOf(system, 'full')(15) === 0 ? 'never' : 'in time'],
    ];
  });
  const [medium, polyester] = ['epoxy-medium', 'polyester'].map((id) => CURE_CARDS.find((card) => card.id === id)!) as [
    CureCard,
    CureCard,
  ];
  const peak = (
    card: CureCard,
    plies: ReturnType<typeof thick>,
    airTempC: number,
    under: NonNullable<Parameters<typeof throughCure>[0]['under']>,
    backWPerM2K?: number,
  ): string =>
    `${throughCure({ card, plies, airTempC, under, ...(backWPerM2K ? { backWPerM2K } : {}) }).peakTempC.toFixed(0)} °C`;
  rows.push(
    [
      medium.id,
      '12.7 mm on foam at 22 °C',
      'near 100 °C',
      peak(medium, thick(12.7, 20, 0.5), 22, [{ backing: 'pvc-foam', thicknessMm: 25 }]),
    ],
    [medium.id, '12.7 mm in air on both faces', 'near 80 °C', peak(medium, thick(12.7, 20, 0.5), 22, [], 10)],
    [
      polyester.id,
      '4 mm of mat at 20 °C on what keeps the heat',
      '55 to 80 °C',
      peak(polyester, thick(4, 4, 0.3), 20, [{ backing: 'pvc-foam', thicknessMm: 25 }]),
    ],
    [
      polyester.id,
      '4 mm of mat at 20 °C on 6 mm of laminate',
      '40 to 60 °C',
      peak(polyester, thick(4, 4, 0.3), 20, [{ backing: 'laminate', thicknessMm: 6 }]),
    ],
    ['all', 'furthest at 15 °C', 'about 0.92', reachableAlpha(15).toFixed(3)],
    ['all', 'furthest at 10 °C', 'about 0.89', reachableAlpha(10).toFixed(3)],
    ['all', 'furthest at 5 °C', 'about 0.86', reachableAlpha(5).toFixed(3)],
  );
  return rows;
}

/** A table in columns as wide as they must be, the first to the left. */
export function printTable(rows: readonly (readonly string[])[], left = 1): void {
  const widths = rows[0]!.map((_, column) => Math.max(...rows.map((row) => row[column]!.length)));
  for (const row of rows)
    console.log(
      row.map((cell, i) => (i < left ? cell.padEnd(widths[i]! + 2) : cell.padStart(widths[i]! + 2))).join(''),
    );
}
