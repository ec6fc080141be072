import type { LibraryBody, LotBody } from '@ashstep/contract';
import { type SheetPoint, fitCard, sheetOf } from '@ashstep/core/cure';
import { HARDENERS, type Hardener, SYSTEMS, type TwoPartCard } from '@ashstep/core/resin';
import { demoId } from './workshop.js';

const ownId = (name: string): string => `own-${demoId(`entry ${name}`)}`;
const slow = SYSTEMS.find((card) => card.id === 'epoxy-slow') as TwoPartCard;

const WINTER_FIGURES: TwoPartCard = {
  ...slow,
  id: ownId('winter'),
  name: 'Epoxy, winter hardener',
  minTempC: 5,
  potLifeMin: 18,
  sandableHours: 6,
  fullCureHours: 132,
};
/** Its data sheet. */
const WINTER_POINTS: SheetPoint[] = [
  { kind: 'pot-gel', massG: 100, tempC: 22, minutes: 18 },
  { kind: 'pot-gel', massG: 100, tempC: 10, minutes: 52 },
  { kind: 'pot-peak', massG: 100, tempC: 22, peakC: 165 },
  { kind: 'thin', alpha: 0.8, tempC: 22, hours: 6 },
  { kind: 'thin', alpha: 0.8, tempC: 10, hours: 14 },
  { kind: 'thin', alpha: 0.95, tempC: 22, hours: 120 },
];
const winter = (): TwoPartCard => ({
  ...WINTER_FIGURES,
  cure: { card: fitCard({ points: WINTER_POINTS, from: sheetOf(WINTER_FIGURES).from }).card, points: WINTER_POINTS },
});

/** What the shed keeps beside the shipped set. */
export const ownEntries = (): readonly LibraryBody[] => [
  {
    kind: 'fabric',
    entry: {
      id: ownId('basket'),
      name: 'Basket roving 860, drum by the door',
      parts: [{ construction: 'roving', fibre: 'e-glass', arealWeightGsm: 860 }],
      binder: 'none',
      ounceUnit: 'oz/yd2',
    },
  },
  {
    kind: 'fabric',
    entry: {
      id: ownId('combination'),
      name: 'Combination 17 oz + light mat',
      parts: [
        { construction: 'biaxial45', fibre: 'e-glass', arealWeightGsm: 576 },
        { construction: 'mat', fibre: 'e-glass', arealWeightGsm: 225 },
      ],
      binder: 'stitched',
      ounceUnit: 'oz/yd2',
    },
  },
  { kind: 'system', entry: winter() },
  {
    kind: 'hardener',
    entry: {
      ...HARDENERS.find((entry) => entry.id === 'hardener-slow')!,
      id: ownId('tropical'),
      name: 'Tropical hardener',
      potLifeMin: 70,
      minTempC: 20,
      sandableHours: 36,
    } as Hardener,
  },
  {
    kind: 'filler',
    entry: {
      id: ownId('sawdust'),
      name: 'Hardwood sanding dust',
      purpose: 'cheap',
      bulkDensityKgM3: 210,
      use: 'Fillets on timber that will be painted.',
    },
  },
];
/** Still known, no longer used. */
export const RETIRED_ENTRY: LibraryBody = {
  kind: 'fabric',
  entry: {
    id: ownId('tape'),
    name: 'Selvedge tape 175, sold out',
    parts: [{ construction: 'plain', fibre: 'e-glass', arealWeightGsm: 175 }],
    binder: 'none',
    ounceUnit: 'oz/yd2',
  },
};

/** The shelf, with days before and after today: what was used lately, what is about to expire, and what has. */
export function lotsOnTheShelf(day: (fromToday: number) => string): LotBody[] {
  const lot = (
    code: string,
    kind: LotBody['kind'],
    entryId: string,
    part: LotBody['part'],
    [came, until]: [number, number | null],
    pack: Pick<LotBody, 'packSize' | 'unit' | 'packs' | 'price'>,
  ): LotBody => ({
    id: demoId(`lot ${code}`),
    kind,
    entryId,
    part,
    code,
    receivedOn: day(came),
    expiresOn: until === null ? null : day(until),
    ...pack,
  });
  return [
    lot('R-3107', 'system', 'epoxy-slow', 'resin', [-70, 295], { packSize: 5000, unit: 'g', packs: 1.5, price: 92 }),
    lot('H-882', 'system', 'epoxy-slow', 'hardener', [-70, 295], { packSize: 1500, unit: 'g', packs: 1.5, price: 41 }),
    lot('R-3094', 'system', 'epoxy-medium', 'resin', [-150, 18], { packSize: 5000, unit: 'g', packs: 0.4, price: 92 }),
    lot('H-875', 'system', 'epoxy-medium', 'hardener', [-150, 18], {
      packSize: 1500,
      unit: 'g',
      packs: 0.4,
      price: 41,
    }),
    lot('P-5520', 'system', 'polyester', 'resin', [-40, 140], { packSize: 20_000, unit: 'g', packs: 0.7, price: 96 }),
    lot('P-14', 'system', 'polyester', 'hardener', [-40, 140], { packSize: 1000, unit: 'g', packs: 1, price: 19 }),
    lot('V-208', 'system', 'vinylester', 'resin', [-210, -6], { packSize: 5000, unit: 'g', packs: 1, price: 61 }),
    lot('G-77', 'fabric', 'mat-450', 'whole', [-300, null], { packSize: 60, unit: 'm2', packs: 0.6, price: 118 }),
    lot('G-71', 'fabric', 'roving-500', 'whole', [-260, null], { packSize: 40, unit: 'm2', packs: 0.4, price: 131 }),
    lot('G-72', 'fabric', 'roving-600', 'whole', [-260, null], { packSize: 40, unit: 'm2', packs: 0.01, price: 142 }),
    lot('G-79', 'fabric', 'plain-203', 'whole', [-120, null], { packSize: 25, unit: 'm2', packs: 0.5, price: 74 }),
    lot('F-12', 'filler', 'silica', 'whole', [-180, null], { packSize: 1000, unit: 'g', packs: 0.6, price: 28 }),
    lot('F-15', 'filler', 'hollow-spheres', 'whole', [-180, null], { packSize: 500, unit: 'g', packs: 0.8, price: 31 }),
    lot('G-83', 'fabric', 'biax090-800', 'whole', [-55, null], { packSize: 50, unit: 'm2', packs: 0.7, price: 310 }),
    lot('G-84', 'fabric', 'biax45-800', 'whole', [-55, null], { packSize: 50, unit: 'm2', packs: 0.6, price: 322 }),
    lot('G-69', 'fabric', 'biax090-400', 'whole', [-310, null], {
      packSize: 50,
      unit: 'm2',
      packs: 0.0005,
      price: 214,
    }),
    lot('G-81', 'fabric', 'biax45-600', 'whole', [-90, null], { packSize: 50, unit: 'm2', packs: 0.8, price: 265 }),
    lot('G-82', 'fabric', 'biax090-600', 'whole', [-90, null], { packSize: 50, unit: 'm2', packs: 0.5, price: 258 }),
    lot('G-60', 'fabric', 'twill-203', 'whole', [-400, null], { packSize: 25, unit: 'm2', packs: 0.3, price: 102 }),
    lot('A-9', 'abrasive', 'grit-80', 'whole', [-30, null], { packSize: 50, unit: 'piece', packs: 2, price: 24 }),
  ];
}
