import type { BondTrialBody } from '@ashstep/contract';
import { demoId } from './workshop.js';

/** Coupons the shed pulled from scrap: preparation, strength in MPa, and how much broke in the old laminate. */
const COUPONS: readonly [preparation: string, mpa: number, oldPercent: number][] = [
  ['Keyed with 80 grit', 11.2, 30], ['Keyed with 80 grit', 12.6, 35], ['Keyed with 80 grit', 10.4, 20], ['Keyed with 80 grit', 13.1, 45], ['Keyed with 80 grit', 11.9, 30],
  ['Ground to bare fibre', 15.8, 80], ['Ground to bare fibre', 17.4, 90], ['Ground to bare fibre', 16.1, 75], ['Ground to bare fibre', 14.9, 70], ['Ground to bare fibre', 16.6, 85],
  ['Ground, not washed', 8.9, 0], ['Ground, not washed', 12.8, 25],
]; // prettier-ignore

export function bondTrials(): BondTrialBody[] {
  return COUPONS.map(([preparation, value, old], i) => ({
    id: demoId(`bond trial ${i}`),
    preparation,
    resin: 'Epoxy',
    fabric: 'Woven roving 500',
    unit: 'MPa',
    value,
    bonded: null,
    failure: { oldLaminatePercent: old, newLaminatePercent: 0, bondLinePercent: 100 - old },
    notes: '',
  }));
}
