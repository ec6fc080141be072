/** How fair a surface has to be. */
export interface FairClass {
  id: string;
  label: string;
  toleranceMm: number;
}

/** Classes of finish with what is still fair of each: it is sanded and filled no further. Source: judgement of the trade. */
export const FAIR_CLASSES: readonly FairClass[] = [
  { id: 'gloss', label: 'Gloss, looked along in a low light', toleranceMm: 0.2 },
  { id: 'painted', label: 'Painted, looked at from a step away', toleranceMm: 0.4 },
  { id: 'work', label: 'Working surface, non-skid, inside', toleranceMm: 0.8 },
];

/** What a finish is held to until somebody says otherwise. */
export const usualFairClass = (finish: 'gelcoat' | 'paint' | 'bare'): FairClass =>
  FAIR_CLASSES[{ gelcoat: 0, paint: 1, bare: 2 }[finish]]!;
