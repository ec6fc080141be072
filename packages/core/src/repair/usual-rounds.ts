import { USUAL_BREAK } from '../taper/index.js';
import type { AddedRound } from './added-round.js';
import type { RepairInputs } from './inputs.js';
import type { RepairPlan } from './plan.js';
import { fairingFillerOf } from './stages/fairing.js';
import { topCoatOf } from './stages/top-coat.js';
import { workedAs } from './stages/kind.js';
import { laysGelCoatFirst } from './stages/working-side.js';

/** A round as it is offered, before it has an id of its own. */
export type OfferedRound = Omit<AddedRound, 'id'>;

/** A coat over the ground, onto what is cured. */
export const coatRound = (name: string, medium: 'gelcoat' | 'resin', thicknessMm: number): OfferedRound => ({
  name,
  when: 'after',
  onto: 'abraded',
  spotIds: [],
  work: { kind: 'coat', medium, thicknessMm, areaMm2: null, densityGPerMl: medium === 'gelcoat' ? 1.2 : 1.1 },
});

/** What is usually faired away over the ground, mm: its volume is a start, and the low light tells more. */
const FAIRED_MM = 0.5;
export const USUAL_GEL_COAT_MM = 0.5;
/** The edge of a skin runs out over so much. Source: feathered edges of 25 to 50 mm. */
const FEATHERED_MM = 40;
export const USUAL_SEAL_MM = 0.15;
/** Over foam the cells drink: so much skim on a square metre, ml. Source: 150 to 250 g of light paste. */
const SKIM_ML_PER_M2 = 250;

/**
 * Rounds that are usual for the kind of a job beside those the plan has by itself, in order: joining and bedding before the plies, fairing and sealing
 * after them. Each is a start, to be set by what is found.
 */
export function usualRounds(inputs: RepairInputs, { taper, damage, parent, patch, resin }: RepairPlan): OfferedRound[] {
  const kind = workedAs(inputs);
  const groundMm2 = taper?.shownMm2 ?? damage?.cut.areaMm2 ?? 0;
  const light = fairingFillerOf(inputs, resin?.card?.family ?? 'polyester');
  const of = (name: string, when: AddedRound['when'], work: AddedRound['work'], onto: AddedRound['onto'] = 'abraded'): OfferedRound => ({ name, when, onto, spotIds: [], work }); // prettier-ignore
  const ml = (mm: number): number => Math.max(5, Math.round((groundMm2 * mm) / 1000));
  const fairing = (name: string): OfferedRound =>
    of(name, 'after', { kind: 'paste', use: 'fairing', volumeMl: ml(FAIRED_MM), fillerId: light });
  const gelCoat =
    topCoatOf(inputs, resin?.card?.family ?? null) === 'gelcoat' && !laysGelCoatFirst(inputs)
      ? [coatRound('Gel coat', 'gelcoat', USUAL_GEL_COAT_MM)]
      : [];
  const plies = patch?.chosen ?? [];
  // A wedge all round the skin, as thick as it is at its inner side.
  const wedgeMl = ((taper?.footprint.faces[0]!.footprint.perimeterMm ?? 0) * FEATHERED_MM * (patch?.laminate.thicknessMm ?? 0)) / 2 / 1000; // prettier-ignore
  const edges: AddedRound['work'] = { kind: 'paste', use: 'fairing', volumeMl: Math.max(5, Math.round(wedgeMl)), fillerId: light }; // prettier-ignore
  switch (kind) {
    case 'finish':
    case 'injection':
      return kind === 'injection' ? [fairing('Holes filled and faired')] : [];
    case 'dish':
      return [fairing('Fairing'), fairing('Fairing again'), ...gelCoat];
    case 'overlay':
      return [
        { ...fairing('Edges feathered'), work: edges },
        coatRound('Sealing coat', 'resin', USUAL_SEAL_MM),
        ...gelCoat,
      ];
    case 'panel':
      return [
        ...(inputs.laminate.core
          ? [
              of(
                'Core bedded',
                'after',
                { kind: 'paste', use: 'bedding', volumeMl: ml(1), fillerId: 'silica' },
                'green',
              ),
            ]
          : []),
        ...(plies.length > 0
          ? [of('Second face', 'after', { kind: 'lay', plies, shape: null, growMm: 0 }, inputs.laminate.core ? 'abraded' : 'green')] // prettier-ignore
          : []),
        coatRound('Sealing coat', 'resin', USUAL_SEAL_MM),
      ];
    case 'broken':
      return [
        of('Halves joined', 'before', { kind: 'paste', use: 'bonding', volumeMl: Math.max(20, joinMl(inputs, parent?.thicknessMm ?? 0)), fillerId: 'silica' }), // prettier-ignore
        ...(inputs.laminate.core
          ? [of('Foam skimmed', 'before', { kind: 'paste', use: 'fairing', volumeMl: Math.max(20, Math.round((groundMm2 / 1e6) * SKIM_ML_PER_M2)), fillerId: light })] // prettier-ignore
          : []),
        fairing('Fairing'),
        coatRound('Filler coat', 'resin', USUAL_SEAL_MM),
      ];
    case 'core':
      return [fairing('Fairing'), ...gelCoat];
    case 'wrap':
      return [coatRound('Sealing coat', 'resin', USUAL_SEAL_MM)];
    default:
      // Against its back-up the show face comes out fair by itself.
      return laysGelCoatFirst(inputs) ? [] : [fairing('Fairing'), ...gelCoat];
  }
}

/** Paste between two halves a millimetre apart, over the whole section of the break. */
function joinMl({ taper, laminate }: RepairInputs, skinMm: number): number {
  const { widthMm } = taper.broken ?? USUAL_BREAK;
  const throughMm = (laminate.core?.thicknessMm ?? 0) + 2 * skinMm;
  return Math.round((widthMm * throughMm * 1) / 1000);
}
