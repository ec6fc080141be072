import { CoreError, requireNumber } from '../errors.js';

/** Plies laid in one go, by their place in laying order. */
export interface Session {
  from: number;
  to: number;
  thicknessMm: number;
}

/**
 * Which plies go in one go: as few goes as the limit allows, shared out as evenly as whole plies can be. A ply thicker than the limit goes
 * alone.
 * @param pliesMm thickness of every ply in laying order, mm
 * @throws CoreError for no plies, thicknesses or a limit that nothing can have
 */
export function sessions(pliesMm: readonly number[], limitMm: number): Session[] {
  if (pliesMm.length === 0) throw new CoreError('empty', 'pliesMm');
  pliesMm.forEach((mm, i) => requireNumber(mm, `pliesMm.${i}`, { above: 0, max: 200 }));
  requireNumber(limitMm, 'limitMm', { above: 0, max: 1000 });
  return shared(pliesMm, goesNeeded(pliesMm, limitMm), limitMm);
}

/**
 * The same in so many goes, whatever the thickness of one.
 * @throws CoreError for no plies, or more goes than plies
 */
export function inGoes(pliesMm: readonly number[], goes: number): Session[] {
  if (pliesMm.length === 0) throw new CoreError('empty', 'pliesMm');
  requireNumber(goes, 'goes', { min: 1, max: pliesMm.length });
  return shared(pliesMm, goes, Infinity);
}

function goesNeeded(pliesMm: readonly number[], limitMm: number): number {
  let [goes, openMm] = [0, Infinity];
  for (const mm of pliesMm) {
    if (openMm + mm > limitMm + ROUNDING) [goes, openMm] = [goes + 1, 0];
    openMm += mm;
  }
  return goes;
}

/** So many goes whose squared thicknesses add up to the least: the most even ones. Worked from the last ply back. */
function shared(pliesMm: readonly number[], goes: number, limitMm: number): Session[] {
  const count = pliesMm.length;
  let after: { cost: number; made: Session[] }[] = Array.from({ length: count + 1 }, (_, i) => ({
    cost: i === count ? 0 : Infinity,
    made: [],
  }));
  for (let go = 0; go < goes; go++) {
    after = after.map((_, from) => {
      let [best, thicknessMm]: [{ cost: number; made: Session[] }, number] = [{ cost: Infinity, made: [] }, 0];
      for (let to = from; to < count; to++) {
        thicknessMm += pliesMm[to]!;
        if (to > from && thicknessMm > limitMm + ROUNDING) break;
        const rest = after[to + 1]!;
        const cost = thicknessMm ** 2 + rest.cost;
        if (cost < best.cost - ROUNDING) best = { cost, made: [{ from, to, thicknessMm }, ...rest.made] };
      }
      return best;
    });
  }
  return after[0]!.made;
}

const ROUNDING = 1e-9;
