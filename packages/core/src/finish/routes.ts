import type { ResinFamily } from '../material/index.js';
import { ladder } from './abrasives.js';

export type FinishKind = 'gelcoat' | 'paint' | 'bare';
/** Ways of getting gel coat onto epoxy: over the full cure, not at all (paint), or first against a backing sheet. */
export type GelCoatWay = 'after-full-cure' | 'paint-instead' | 'gel-coat-first';

export interface FinishStep {
  id: string;
  text: string;
  why: string;
  /** Thickness put on, mm; null where nothing is added. */
  layerMm: number | null;
  afterFullCure: boolean;
  waitHours: number;
  handsMinPerM2: number;
  handsFloorMin: number;
}

export interface FinishRoute {
  id: string;
  name: string;
  why: string;
  steps: readonly FinishStep[];
  /** Grits in order; the last is where the finish stops. */
  ladder: readonly number[];
  checks: readonly { id: string; text: string }[];
}

const step = (id: string, text: string, why: string, values: Partial<FinishStep> = {}): FinishStep => ({
  id,
  text,
  why,
  layerMm: null,
  afterFullCure: false,
  waitHours: 0,
  handsMinPerM2: 120,
  handsFloorMin: 20,
  ...values,
});

const fairCheck = { id: 'fair-light', text: 'Low light and straight edge: no high or low place left' };
const pinholes = { id: 'pinholes', text: 'No pinhole left open' };
const edges = { id: 'edges', text: 'Edges sharp, not rounded; no line to feel at the rim' };
const wash = step(
  'wash-blush',
  'Wash with water and an abrasive pad, wipe dry',
  'Blush left on epoxy stops the next coat from curing and holding.',
  { handsFloorMin: 15 },
);
const skim = (text: string, why: string, waitHours: number): FinishStep =>
  step('fair', text, why, { layerMm: 0.5, waitHours, handsFloorMin: 30 });
const gelCoat = step(
  'gel-coat',
  'Gel coat in two passes, the last with wax additive or under film',
  'Air keeps its skin from curing; two passes take up the shrinkage.',
  { layerMm: 0.5, waitHours: 6, handsFloorMin: 45 },
);
const polish = step('polish', 'Wet sand, compound, polish, wax', 'The shine comes from the last scratch taken out.', {
  handsMinPerM2: 240,
  handsFloorMin: 45,
});

/** Gel coat over cured epoxy, faired with what stands under it. */
const gelAfterCure = (fair: FinishStep): FinishRoute => ({
  id: 'gel-coat-after-full-cure',
  name: 'Gel coat over fully cured epoxy',
  why: 'Epoxy takes gel coat only once fully cured, washed and cut with 80 grit.',
  steps: [
    fair,
    { ...wash, afterFullCure: true },
    step(
      'key-80',
      'Abrade with 80 grit and wipe; try a test patch or tie coat',
      'Gel coat peels off epoxy that is green, greasy or smooth.',
      { waitHours: 2 },
    ),
    gelCoat,
    polish,
  ],
  ladder: ladder(80, 1500),
  checks: [fairCheck, pinholes, edges, { id: 'test-patch', text: 'Test patch of gel coat does not peel' }],
});

const ROUTES: Record<string, FinishRoute> = {
  gelDirect: {
    id: 'gel-coat-direct',
    name: 'Gel coat directly',
    why: 'Polyester and vinylester take gel coat as they are, once the wax is sanded off.',
    steps: [
      skim(
        'Level with polyester filler, thin, over the cured skin',
        'Only over a closed skin, and thin: it cracks where a panel flexes.',
        1,
      ),
      gelCoat,
      polish,
    ],
    ladder: ladder(80, 1500),
    checks: [fairCheck, edges, { id: 'gel-hard', text: 'Gel coat hard and dry to a solvent wipe' }],
  },
  gelAfterCure: gelAfterCure(skim('Fair with epoxy and light filler', 'Epoxy fairing flexes with the patch.', 12)),
  gelAfterCureInSun: gelAfterCure(
    skim('Fair with epoxy and silica, no hollow spheres', 'Under gel coat in the sun hollow spheres do not stand.', 12),
  ),
  gelFirst: {
    id: 'gel-coat-first',
    name: 'Gel coat first, against a backing sheet',
    why: 'The gel coat cures on the far side before any epoxy is near it.',
    steps: [
      step(
        'rim-gel',
        'Touch in the rim of the gel coat and level it',
        'Only the line round the patch is left to close.',
        { layerMm: 0.5, waitHours: 6, handsFloorMin: 45 },
      ),
      polish,
    ],
    ladder: ladder(240, 1500),
    checks: [
      fairCheck,
      edges,
      { id: 'back-abraded', text: 'Back of the cured gel coat abraded before the epoxy went on' },
    ],
  },
  gelMended: {
    id: 'gel-coat-mended',
    name: 'Gel coat filled, levelled and polished',
    why: 'Only the gel coat is hurt, and gel-coat paste bonds to it. It would be epoxy first if it reached fibre or core, or lay below the waterline.',
    steps: [
      step(
        'polish',
        'Block-sand level, wet, the surround taped off; then compound, polish, wax',
        'A soft pad rounds the rim and leaves the fill proud; the shine comes from the last scratch taken out.',
        { handsMinPerM2: 240, handsFloorMin: 45 },
      ),
    ],
    ladder: ladder(240, 1500),
    checks: [fairCheck, edges, { id: 'gel-hard', text: 'Gel coat hard and dry to a solvent wipe' }],
  },
  paintEpoxy: {
    id: 'paint-epoxy',
    name: 'Epoxy fairing, primer, paint',
    why: 'Two-part primer and paint stand on washed, sanded epoxy.',
    steps: [
      wash,
      skim('Fair with epoxy and light filler', 'Epoxy fairing flexes with the patch.', 12),
      step('seal', 'Thin epoxy seal coat to close pinholes', 'A pinhole shows only after the top coat.', {
        layerMm: 0.1,
        waitHours: 12,
      }),
      step('prime', 'Two-part primer; look for pinholes, spot putty, prime again', 'One colour shows every fault.', {
        layerMm: 0.1,
        waitHours: 6,
        handsFloorMin: 40,
      }),
      step('paint', 'Paint, masked just past the repair, edge feathered', 'So that no line shows.', {
        layerMm: 0.1,
        waitHours: 12,
        handsFloorMin: 45,
      }),
    ],
    ladder: ladder(80, 320),
    checks: [fairCheck, pinholes, edges],
  },
  paintStyrene: {
    id: 'paint-polyester',
    name: 'Filler, primer, paint',
    why: 'Polyester filler sands fast under paint where nothing flexes.',
    steps: [
      skim('Fair with polyester filler, thin, over the cured skin', 'Wax sanded off first, or it lifts.', 1),
      step('prime', 'Two-part primer; look for pinholes, spot putty, prime again', 'One colour shows every fault.', {
        layerMm: 0.1,
        waitHours: 6,
        handsFloorMin: 40,
      }),
      step('paint', 'Paint, masked just past the repair, edge feathered', 'So that no line shows.', {
        layerMm: 0.1,
        waitHours: 12,
        handsFloorMin: 45,
      }),
    ],
    ladder: ladder(80, 320),
    checks: [fairCheck, pinholes, edges],
  },
  bareEpoxy: {
    id: 'bare-epoxy',
    name: 'Clear seal coat under UV cover',
    why: 'Bare epoxy chalks in the sun within weeks.',
    steps: [
      wash,
      step('seal', 'Thin seal coat to close the weave', 'Open fibres drink water.', { layerMm: 0.2, waitHours: 12 }),
      step('uv-cover', 'UV-proof varnish or cover', 'Sun breaks bare epoxy down.', { layerMm: 0.1, waitHours: 12 }),
    ],
    ladder: ladder(80, 400),
    checks: [fairCheck, pinholes, { id: 'uv', text: 'UV cover on' }],
  },
  bareStyrene: {
    id: 'bare-polyester',
    name: 'Waxed flow coat',
    why: 'The last coat cures dry only with wax additive.',
    steps: [
      step('flow-coat', 'Flow coat with wax additive', 'Without wax it stays sticky in air.', {
        layerMm: 0.3,
        waitHours: 6,
      }),
    ],
    ladder: ladder(80, 240),
    checks: [fairCheck, { id: 'tack', text: 'Dry to a solvent wipe' }],
  },
};

/** What the finish goes by beside resin and surface. */
export interface FinishFacts {
  /** Gel coat was laid first, against a backing sheet. */
  wentInFirst?: boolean;
  /** Nothing but the gel coat is hurt, above the waterline: no resin comes near it. */
  gelCoatOnly?: boolean;
  /** It stands in the sun: under gel coat no hollow spheres. */
  inSun?: boolean;
}

/** The finish route for a resin family and surface; over epoxy, gel coat goes by the chosen way. Gel coat that alone is hurt is mended with gel coat, and where it went in first only the rim is. */
export function finishRoute(
  family: ResinFamily,
  finish: FinishKind,
  way: GelCoatWay,
  { wentInFirst = false, gelCoatOnly = false, inSun = false }: FinishFacts = {},
): FinishRoute {
  const epoxy = family === 'epoxy';
  if (finish === 'paint') return epoxy ? ROUTES['paintEpoxy']! : ROUTES['paintStyrene']!;
  if (finish === 'bare') return epoxy ? ROUTES['bareEpoxy']! : ROUTES['bareStyrene']!;
  if (gelCoatOnly) return ROUTES['gelMended']!;
  if (wentInFirst) return ROUTES['gelFirst']!;
  if (!epoxy) return ROUTES['gelDirect']!;
  return ROUTES[
    {
      'after-full-cure': inSun ? 'gelAfterCureInSun' : 'gelAfterCure',
      'paint-instead': 'paintEpoxy',
      'gel-coat-first': 'gelFirst',
    }[way]
  ]!;
}
