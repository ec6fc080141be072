import { windows } from '../cure/index.js';
import { CoreError, type Remark, requireNumber } from '../errors.js';
import { LIMITS } from '../limits/index.js';
import { mix } from '../mix/index.js';
import { GEL_COAT } from '../resin/gel-coat.js';
import { type FINISH_FILLS, dishMl, fillDensity, fillShares, grooveMl, troughMl, withSpare } from '../spots/index.js';

/** A place as it is opened for a fill, by the section it is given. Lengths in mm. */
export type Opening =
  /** A crack opened to a V. */
  | { form: 'groove'; lengthMm: number; widthMm: number; depthMm: number }
  /** A gouge, the section of half an ellipse. */
  | { form: 'trough'; lengthMm: number; widthMm: number; depthMm: number }
  /** A round chip or ding. */
  | { form: 'dish'; diameterMm: number; depthMm: number }
  /** A drilled hole, countersunk at one end or both: straight part, and the cone to its mouth. */
  | { form: 'hole'; diameterMm: number; depthMm: number; mouthMm?: number; bevelMm?: number; faces?: 1 | 2 };

export interface SmallFillInput {
  /** Every place that is filled from the same pots. */
  openings: readonly Opening[];
  medium: keyof typeof FINISH_FILLS;
  /** Of paste and air, °C. */
  tempC: number;
  /** Of the paste, g/ml: gel coat 1.2, light epoxy paste 0.7 where left out; of polyester filler it has to be given, for they differ. */
  densityGPerMl?: number;
  /** Drops in a millilitre of the shop's dispenser; 32 when left out. */
  dropsPerMl?: number;
}

export interface SmallFill {
  ml: number;
  /** With what stays on knife and board. */
  massG: number;
  /** Of gel coat: catalyst in per cent, ml, g and whole drops; null for a paste mixed as its can says. */
  catalyst: { percent: number; ml: number; g: number; drops: number | null; dropsPercent: number | null } | null;
}

export interface SmallFillResult {
  /** Of all openings, ml. */
  volumeMl: number;
  deepestMm: number;
  fills: SmallFill[];
  totalG: number;
  /** Dip that the last fill leaves once it has shrunk, mm. */
  dipMm: number;
  /** Of gel coat, hours from a fill: the next goes on between from and until, it sands from sandable; null for the rest or where it never gets there. */
  nextFromHours: number | null;
  nextUntilHours: number | null;
  sandableHours: number | null;
  remarks: Remark[];
}

const MOST_OPENINGS = 500;

/**
 * A small fill from its openings to its pots: volume (½·l·w·d, π/4·l·w·d, π·h(3a² + h²)/6, cylinder and frustum π·h(R² + R·r + r²)/3), how many fills by
 * shrinkage and thickest layer, grams with 15 % and 3 g at the least to spare, catalyst by the temperature in ml, g and drops, and when the next may go on.
 * @throws CoreError for no opening, a figure outside its range, or a polyester filler without its density
 */
export function smallFill(input: SmallFillInput): SmallFillResult {
  const { openings, medium } = input;
  if (openings.length === 0 || openings.length > MOST_OPENINGS)
    throw new CoreError('out-of-range', 'openings', { min: 1, max: MOST_OPENINGS });
  const tempC = requireNumber(input.tempC, 'tempC', { min: -10, max: 60 });
  const volumeMl = openings.reduce((sum, opening, i) => sum + openingMl(opening, `openings.${i}`), 0);
  const deepestMm = Math.max(...openings.map(({ depthMm }) => depthMm));
  const density = fillDensity(medium, input.densityGPerMl);
  const { shares, dipMm } = fillShares(deepestMm, medium);
  const remarks = new Map<string, Remark>();
  const fills = shares.map((share): SmallFill => {
    const ml = volumeMl * share;
    const massG = withSpare(ml * density);
    if (medium !== 'gelcoat') return { ml, massG, catalyst: null };
    const mixed = mix({
      card: GEL_COAT,
      totalG: massG,
      tempC,
      ...(input.dropsPerMl === undefined ? {} : { dropsPerMl: input.dropsPerMl }),
    });
    for (const remark of mixed.remarks) remarks.set(remark.id, remark);
    const { catalystPercent, secondMl, secondG, drops, dropsPercent } = mixed;
    return { ml, massG, catalyst: { percent: catalystPercent!, ml: secondMl, g: secondG, drops, dropsPercent } };
  });
  const cure = medium === 'gelcoat' ? windows({ card: GEL_COAT, airTempC: tempC }) : null;
  for (const remark of cure?.remarks ?? []) remarks.set(remark.id, remark);
  return {
    volumeMl,
    deepestMm,
    fills,
    totalG: fills.reduce((sum, { massG }) => sum + massG, 0),
    dipMm,
    nextFromHours: cure?.fromHour ?? null,
    nextUntilHours: cure?.untilHour ?? null,
    sandableHours: cure?.sandableHour ?? null,
    remarks: [...remarks.values()],
  };
}

/** What an opening takes, ml. @throws CoreError for a figure outside its range, or a mouth smaller than its hole */
export function openingMl(opening: Opening, field = 'opening'): number {
  const d = requireNumber(opening.depthMm, `${field}.depthMm`, LIMITS.depthMm);
  const across = (value: number, name: string): number => requireNumber(value, `${field}.${name}`, LIMITS.lengthMm);
  switch (opening.form) {
    case 'groove':
      return grooveMl(across(opening.lengthMm, 'lengthMm'), across(opening.widthMm, 'widthMm'), d);
    case 'trough':
      return troughMl(across(opening.lengthMm, 'lengthMm'), across(opening.widthMm, 'widthMm'), d);
    case 'dish':
      return dishMl(across(opening.diameterMm, 'diameterMm'), d);
    case 'hole': {
      const r = across(opening.diameterMm, 'diameterMm') / 2;
      const { mouthMm = opening.diameterMm, bevelMm = 0, faces = 1 } = opening;
      const h = requireNumber(bevelMm, `${field}.bevelMm`, { min: 0, max: d / faces });
      const mouth = requireNumber(mouthMm, `${field}.mouthMm`, { min: opening.diameterMm, max: 10 * opening.diameterMm }) / 2; // prettier-ignore
      const cone = (Math.PI * h * (mouth ** 2 + mouth * r + r ** 2)) / 3;
      return (Math.PI * r ** 2 * (d - faces * h) + faces * cone) / 1000;
    }
  }
}
