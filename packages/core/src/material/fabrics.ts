import { LIMITS } from '../limits/index.js';
import { CoreError, requireEntry, requireNumber } from '../errors.js';
import type { FibreId } from './fibres.js';

export type Construction = 'mat' | 'plain' | 'twill' | 'roving' | 'ud' | 'biaxial45' | 'biaxial090';
export type Binder = 'powder' | 'emulsion' | 'stitched' | 'none';

/** One reinforcement layer inside a fabric; a combined fabric names its parts. */
export interface FabricPart {
  construction: Construction;
  fibre: FibreId;
  arealWeightGsm: number;
}

export interface Fabric {
  id: string;
  name: string;
  parts: readonly FabricPart[];
  /** Whether the binder needs styrene to dissolve (chopped mat only). */
  binder: Binder;
  /** What the trade sells it by: ounces per square yard, or per square foot for chopped mat. */
  ounceUnit: 'oz/yd2' | 'oz/ft2';
}

const glass = (construction: Construction, arealWeightGsm: number): FabricPart => ({
  construction,
  fibre: 'e-glass',
  arealWeightGsm,
});
const carbon = (construction: Construction, arealWeightGsm: number): FabricPart => ({
  construction,
  fibre: 'carbon',
  arealWeightGsm,
});
const aramid = (construction: Construction, arealWeightGsm: number): FabricPart => ({
  construction,
  fibre: 'aramid',
  arealWeightGsm,
});

function fabric(id: string, name: string, parts: readonly FabricPart[], binder: Binder = 'none'): Fabric {
  const isMat = parts.length === 1 && parts[0]!.construction === 'mat';
  return { id, name, parts, binder, ounceUnit: isMat ? 'oz/ft2' : 'oz/yd2' };
}

const matWeights = [225, 300, 450, 600];
const mats = matWeights.map((w) => fabric(`mat-${w}`, `Chopped mat ${w}`, [glass('mat', w)], 'emulsion'));
const powderMats = matWeights.map((w) =>
  fabric(`mat-powder-${w}`, `Chopped mat ${w}, powder`, [glass('mat', w)], 'powder'),
);
const stitchedMats = matWeights.map((w) =>
  fabric(`mat-stitched-${w}`, `Stitched mat ${w}`, [glass('mat', w)], 'stitched'),
);
const plains = [80, 100, 135, 163, 203, 290, 390].map((w) =>
  fabric(`plain-${w}`, `Plain glass ${w}`, [glass('plain', w)]),
);
const twills = [163, 203, 290, 390].map((w) => fabric(`twill-${w}`, `Twill glass ${w}`, [glass('twill', w)]));
const rovings = [500, 600, 800].map((w) => fabric(`roving-${w}`, `Woven roving ${w}`, [glass('roving', w)]));
const biaxials = [400, 600, 800].flatMap((w) => [
  fabric(`biax45-${w}`, `Biaxial ±45 ${w}`, [glass('biaxial45', w)], 'stitched'),
  fabric(`biax090-${w}`, `Biaxial 0/90 ${w}`, [glass('biaxial090', w)], 'stitched'),
]);
const biaxMats = [225, 300].map((m) =>
  fabric(`biax45-600-mat-${m}`, `Biaxial ±45 600 + mat ${m}`, [glass('biaxial45', 600), glass('mat', m)], 'stitched'),
);
const uds = [200, 300, 600].map((w) => fabric(`ud-${w}`, `Unidirectional glass ${w}`, [glass('ud', w)]));
const carbons = [
  ...[200, 280].flatMap((w) => [
    fabric(`carbon-plain-${w}`, `Carbon plain ${w}`, [carbon('plain', w)]),
    fabric(`carbon-twill-${w}`, `Carbon twill ${w}`, [carbon('twill', w)]),
  ]),
  ...[150, 200, 300].map((w) => fabric(`carbon-ud-${w}`, `Carbon unidirectional ${w}`, [carbon('ud', w)])),
  ...[300, 400].map((w) =>
    fabric(`carbon-biax45-${w}`, `Carbon biaxial ±45 ${w}`, [carbon('biaxial45', w)], 'stitched'),
  ),
];
const aramids = [170, 300].map((w) => fabric(`aramid-${w}`, `Aramid plain ${w}`, [aramid('plain', w)]));
const hybrids = [190, 210].map((w) =>
  fabric(`carbon-aramid-${w}`, `Carbon/aramid ${w}`, [
    carbon('plain', Math.round(w * 0.55)),
    aramid('plain', w - Math.round(w * 0.55)),
  ]),
);
const tapes = [
  fabric('aramid-tape-300', 'Aramid tape 300', [aramid('plain', 300)]),
  fabric('aramid-braid-250', 'Aramid braid ±45, 250', [aramid('biaxial45', 250)]),
  fabric('glass-tape-290', 'Glass tape 290', [glass('plain', 290)]),
  fabric('glass-braid-300', 'Glass braid ±45, 300', [glass('biaxial45', 300)]),
];

/** The generic library shipped with the app. Source: common trade weights; no makers. */
export const FABRICS: readonly Fabric[] = [
  ...mats,
  ...powderMats,
  ...stitchedMats,
  ...plains,
  ...twills,
  ...rovings,
  ...biaxials,
  ...biaxMats,
  ...uds,
  ...carbons,
  ...aramids,
  ...hybrids,
  ...tapes,
];

/** A layer's fabric by id, or the shop's own one that came with it. */
export interface FabricRef {
  fabricId: string;
  /** The shop's own fabric under this id, as it was when it was taken; kept with the job so that a record needs no library. */
  own?: Fabric;
}

/** What a reference stands for. @throws CoreError 'unknown-id' when neither the shipped library nor the reference itself has it */
export function fabricOf({ fabricId, own }: FabricRef, field = 'fabricId'): Fabric {
  return own?.id === fabricId ? checkFabric(own, field) : requireEntry(FABRICS, fabricId, field);
}

/** @throws CoreError for a fabric of no parts, or a part whose weight no fabric has */
export function checkFabric(fabric: Fabric, field: string): Fabric {
  if (fabric.parts.length === 0) throw new CoreError('empty', `${field}.parts`);
  fabric.parts.forEach((part, i) =>
    requireNumber(part.arealWeightGsm, `${field}.parts.${i}.arealWeightGsm`, LIMITS.arealWeightGsm),
  );
  return fabric;
}

export const arealWeightOf = (fabric: Fabric): number =>
  fabric.parts.reduce((sum, part) => sum + part.arealWeightGsm, 0);

export const isChoppedMat = (fabric: Fabric): boolean => fabric.parts.every((part) => part.construction === 'mat');

/** Whether its binder lets go only in styrene, which epoxy has none of: such mat stays stiff and white in it. */
export const needsStyrene = (fabric: Fabric): boolean => isChoppedMat(fabric) && fabric.binder !== 'stitched';

/** Fibre mass fractions of a hand lay-up by construction; a shop setting, checked against measured thickness. */
export const HAND_LAY_FRACTION: Record<Construction, number> = {
  mat: 0.3,
  plain: 0.45,
  twill: 0.45,
  roving: 0.45,
  ud: 0.5,
  biaxial45: 0.45,
  biaxial090: 0.45,
};

export type Process = 'hand' | 'film' | 'vacuum';

/** What the process adds to the hand lay-up fraction: a squeezed film with peel ply 0.05, vacuum 0.15. */
export const PROCESS_GAIN: Record<Process, number> = { hand: 0, film: 0.05, vacuum: 0.15 };

export const fibreMassFraction = (construction: Construction, process: Process): number =>
  HAND_LAY_FRACTION[construction] + PROCESS_GAIN[process];
