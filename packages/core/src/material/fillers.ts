/** How thick a paste is, by what it runs like. */
export const CONSISTENCIES = ['syrup', 'ketchup', 'mayonnaise', 'peanut-butter'] as const;
export type Consistency = (typeof CONSISTENCIES)[number];

/** A filler stirred into resin to make a paste. */
export interface Filler {
  id: string;
  name: string;
  purpose: 'structural' | 'strength' | 'light' | 'cheap';
  /** Weight of a loose heap, kg/m³. */
  bulkDensityKgM3: number;
  /** Of its grains or bubbles themselves, kg/m³: what is between them resin fills. Left out: that of minerals, or of bubbles packed as they fall. */
  trueDensityKgM3?: number;
  /** Heap to resin by volume, for each thickness of paste; middling figures when left out. */
  heapToResin?: Readonly<Record<Consistency, number>>;
  use: string;
}

const heaps = (
  syrup: number,
  ketchup: number,
  mayonnaise: number,
  peanut: number,
): NonNullable<Filler['heapToResin']> => ({ syrup, ketchup, mayonnaise, 'peanut-butter': peanut });

/** Generic fillers. Source: usual trade values for the loose heap, and heaps of it to one of resin as starting figures; a shop weighs and tries its own. */
export const FILLERS: readonly Filler[] = [
  {
    id: 'silica',
    name: 'Fumed silica',
    purpose: 'structural',
    bulkDensityKgM3: 50,
    trueDensityKgM3: 2200,
    heapToResin: heaps(0.5, 1, 1.75, 2.5),
    use: 'Glue paste and fillets that must not sag.',
  },
  {
    id: 'milled-fibre',
    name: 'Milled glass fibre',
    purpose: 'strength',
    bulkDensityKgM3: 500,
    trueDensityKgM3: 2560,
    heapToResin: heaps(0.3, 0.6, 0.9, 1.2),
    use: 'Strength in joints and bedding.',
  },
  {
    id: 'chopped-strand',
    name: 'Chopped strand, 6 mm',
    purpose: 'strength',
    bulkDensityKgM3: 300,
    trueDensityKgM3: 2560,
    heapToResin: heaps(0.3, 0.6, 0.9, 1.2),
    use: 'Strength in thick joints and corners.',
  },
  {
    id: 'hollow-spheres',
    name: 'Hollow glass spheres',
    purpose: 'light',
    bulkDensityKgM3: 130,
    trueDensityKgM3: 220,
    heapToResin: heaps(0.5, 1, 1.5, 2.2),
    use: 'Light fairing, easy to sand. Not for bonding, nor under gel coat in the sun.',
  },
  {
    id: 'talc',
    name: 'Talc',
    purpose: 'cheap',
    bulkDensityKgM3: 600,
    trueDensityKgM3: 2750,
    heapToResin: heaps(0.4, 0.8, 1.2, 1.6),
    use: 'Cheap fairing for polyester.',
  },
];

const MINERAL_KG_M3 = 2600;
/** Share of a heap of bubbles that is bubbles. */
const PACKED = 0.6;
const MIDDLING = heaps(0.4, 0.8, 1.2, 1.8);

/** Density of a filler itself, kg/m³. */
export const trueDensityOf = (filler: Filler): number =>
  filler.trueDensityKgM3 ??
  (filler.purpose === 'light' ? filler.bulkDensityKgM3 / PACKED : Math.max(MINERAL_KG_M3, filler.bulkDensityKgM3));

/** Heap to resin by volume for a thickness of paste. */
export const heapOf = (filler: Filler, consistency: Consistency): number =>
  (filler.heapToResin ?? MIDDLING)[consistency];
