import type { GelCoatWay, FinishKind } from '../finish/routes.js';
import type { Shape } from '../geometry/index.js';
import type { FabricLayer } from '../laminate/index.js';
import type { Process } from '../material/index.js';
import type { School } from '../resin/verdicts.js';
import type { LayingOrder } from '../stack/stack.js';
import type { KnockDowns, ServiceClass } from '../taper/index.js';

/** An edge, fitting or structure near the damage, as a straight line in plan co-ordinates. */
export interface Neighbour {
  name: string;
  kind: 'edge' | 'fitting' | 'structure';
  fromXMm: number;
  fromYMm: number;
  toXMm: number;
  toYMm: number;
}

/** Everything a person decides or measures about a repair, section by section. All figures in working units. */
export interface RepairInputs {
  place: {
    where: string;
    craftKind: 'boat' | 'board' | 'paddle' | 'vehicle' | 'other';
    waterline: 'above' | 'below';
    finish: FinishKind;
    access: 'one' | 'both';
    service: ServiceClass;
    specialService: 'none' | 'drinking-water' | 'fuel' | 'heat' | 'fire' | 'food';
    certified: boolean;
    likeForLike: boolean;
  };
  damage: {
    shape: Shape;
    /** Finish only: no fibre broken, nothing to taper or lay. */
    depth: 'finish' | 'part' | 'through';
    /** Depth of damage when it is part depth, mm. */
    depthMm: number | null;
    marginMm: number;
    minCornerRadiusMm: number;
    neighbours: readonly Neighbour[];
    notes: string;
  };
  laminate: {
    known: 'thickness' | 'plies';
    /** Measured thickness of the laminate (the outer skin over a core), mm; null when not measured yet. */
    thicknessMm: number | null;
    /** Outer face first. */
    plies: readonly FabricLayer[];
    /** Gel coat or paint on the parent, mm. */
    finishThicknessMm: number;
    core: { coreId: string; thicknessMm: number; reachable: boolean } | null;
    priorId: string;
    clueIds: readonly string[];
    epoxyInBond: boolean;
    pressedPanel: boolean;
  };
  resin: {
    school: School;
    /** System chosen; null while nothing is chosen. */
    systemId: string | null;
    overrideReason: string;
    gelCoatWay: GelCoatWay;
    airTempC: number;
    humidityPercent: number;
    surfaceTempC: number;
  };
  taper: {
    /** null takes the table's value. */
    ratio: number | null;
    sides: 'one' | 'two';
    marginMm: number;
    maskMm: number;
    knockDowns: KnockDowns;
  };
  stack: {
    /** Patch plies, deepest first; null takes the proposal. */
    plies: readonly FabricLayer[] | null;
    order: LayingOrder;
    coverFabricId: string | null;
    coverOverlapMm: number;
    finishAllowanceMm: number;
    process: Process;
  };
  mix: {
    catalystPercent: number | null;
    layingRateGPerMin: number;
    scaleErrorG: number;
    primeGsm: number;
    wastePercent: number;
    potFloorG: number;
  };
  days: {
    startAt: string | null;
    fromMin: number;
    toMin: number;
    openDays: readonly number[];
    tempC: number;
  };
}

export type InputSection = keyof RepairInputs;

/** What a new repair starts from: the defaults of the trade, nothing measured, nothing chosen. */
export const NEW_REPAIR: RepairInputs = {
  place: { where: '', craftKind: 'boat', waterline: 'above', finish: 'gelcoat', access: 'one', service: 'general', specialService: 'none', certified: false, likeForLike: false },
  damage: {
    shape: { kind: 'circle', diameterMm: 80, centreXMm: 0, centreYMm: 0, rotationDeg: 0 },
    depth: 'through',
    depthMm: null,
    marginMm: 10,
    minCornerRadiusMm: 25,
    neighbours: [],
    notes: '',
  },
  laminate: { known: 'thickness', thicknessMm: null, plies: [], finishThicknessMm: 0.5, core: null, priorId: 'volume-built', clueIds: [], epoxyInBond: false, pressedPanel: false },
  resin: { school: 'finish-led', systemId: null, overrideReason: '', gelCoatWay: 'after-full-cure', airTempC: 20, humidityPercent: 55, surfaceTempC: 19 },
  taper: { ratio: null, sides: 'one', marginMm: 25, maskMm: 20, knockDowns: {} },
  stack: { plies: null, order: 'smallest-first', coverFabricId: 'twill-203', coverOverlapMm: 25, finishAllowanceMm: 0.5, process: 'hand' },
  mix: { catalystPercent: null, layingRateGPerMin: 6, scaleErrorG: 0.5, primeGsm: 125, wastePercent: 12, potFloorG: 25 },
  days: { startAt: null, fromMin: 480, toMin: 1020, openDays: [1, 2, 3, 4, 5], tempC: 20 },
};
