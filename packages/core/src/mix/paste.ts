import { CoreError, type Remark, requireEntry, requireNumber } from '../errors.js';
import { CONSISTENCIES, type Consistency, FILLERS, type Filler, heapOf, trueDensityOf } from '../material/index.js';

export interface PasteInput {
  /** Finished paste wanted, ml. */
  volumeMl: number;
  /** A shipped filler, or the shop's own. */
  fillerId?: string;
  filler?: Filler;
  consistency?: Consistency;
  /** Heap to resin by volume, in place of the consistency's. */
  heapToResin?: number;
  /** Of the mixed resin, g/ml; 1.1 when left out. */
  resinDensityGPerMl?: number;
  /** What it is for: the wrong filler is told. */
  use?: 'bonding' | 'bedding' | 'fillet' | 'fairing' | 'plug';
}

export interface PasteResult {
  resinG: number;
  resinMl: number;
  fillerG: number;
  /** Heap of filler before it is stirred in, ml. */
  heapMl: number;
  densityGPerMl: number;
  heapToResin: number;
  fillerName: string;
  remarks: Remark[];
}

export const USUAL_CONSISTENCY: Readonly<Record<NonNullable<PasteInput['use']>, Consistency>> = {
  bonding: 'mayonnaise',
  bedding: 'mayonnaise',
  fillet: 'peanut-butter',
  fairing: 'peanut-butter',
  plug: 'peanut-butter',
};
const USUAL_RESIN_DENSITY = 1.1;

/** Density of fairing paste made from this resin and filler, g/ml. */
export const fairingDensity = (fillerId: string, resinDensityGPerMl: number): number =>
  paste({ volumeMl: 100, use: 'fairing', fillerId, resinDensityGPerMl }).densityGPerMl;

/**
 * Resin and filler for a volume of paste. A heap f to one of resin by volume weighs f ρ_bulk and takes only f ρ_bulk/ρ_true of room, for resin
 * runs in between its grains: resin = V / (1 + f ρ_bulk/ρ_true).
 * @throws CoreError for volumes outside 0.1 ml…200 l, an unknown filler, or a heap outside 0…10
 */
export function paste(input: PasteInput): PasteResult {
  const volumeMl = requireNumber(input.volumeMl, 'volumeMl', { min: 0.1, max: 200_000 });
  const filler = input.filler ?? requireEntry(FILLERS, input.fillerId ?? '', 'fillerId');
  const density = requireNumber(input.resinDensityGPerMl ?? USUAL_RESIN_DENSITY, 'resinDensityGPerMl', {
    min: 0.7,
    max: 2.5,
  });
  const consistency = input.consistency ?? (input.use ? USUAL_CONSISTENCY[input.use] : 'mayonnaise');
  requireEntry(
    CONSISTENCIES.map((id) => ({ id })),
    consistency,
    'consistency',
  );
  if (input.heapToResin !== undefined && input.consistency !== undefined)
    throw new CoreError('not-used', 'consistency', { with: 'a heap given by volume' });
  const heapToResin = requireNumber(input.heapToResin ?? heapOf(filler, consistency), 'heapToResin', {
    min: 0,
    max: 10,
  });
  const bulk = requireNumber(filler.bulkDensityKgM3, 'filler.bulkDensityKgM3', { min: 5, max: 5000 });
  const own = requireNumber(trueDensityOf(filler), 'filler.trueDensityKgM3', { min: bulk, max: 8000 });
  const resinMl = volumeMl / (1 + (heapToResin * bulk) / own);
  const heapMl = heapToResin * resinMl;
  const [resinG, fillerG] = [resinMl * density, (heapMl * bulk) / 1000];
  const bonds = input.use !== undefined && input.use !== 'fairing';
  return {
    resinG,
    resinMl,
    fillerG,
    heapMl,
    densityGPerMl: (resinG + fillerG) / volumeMl,
    heapToResin,
    fillerName: filler.name,
    remarks:
      bonds && (filler.purpose === 'light' || filler.purpose === 'cheap')
        ? [{ id: 'paste.not-for-bonding', params: { filler: filler.name } }]
        : [],
  };
}
