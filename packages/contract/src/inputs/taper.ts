import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { type LocalRatio, REPAIR_KINDS } from '@ashstep/core/taper';
import * as z from 'zod';
import { angleDeg, atWhen, byWhom, lengthMm, whole, within } from './pieces.js';

const wrapPlan = z.strictObject({
  roundMm: within(LIMITS.wrapRoundMm),
  stripMm: within(LIMITS.wrapStripMm),
  angleDeg: within(LIMITS.wrapAngleDeg),
  overlapMm: within(LIMITS.wrapOverlapMm),
  layers: whole(LIMITS.wrapLayers),
  pastMm: within(LIMITS.wrapPastMm),
  across: z.boolean().optional(),
});
const brokenPlan = z.strictObject({
  widthMm: lengthMm,
  bulgeMm: within(LIMITS.bulgeMm),
  railMm: within(LIMITS.railMm),
});
const edgePlan = z.strictObject({ alongMm: lengthMm, inMm: lengthMm, trimMm: within(LIMITS.trimMm) });
const plugPlan = z.strictObject({
  gapMm: within(LIMITS.gapMm),
  beddingMm: within(LIMITS.beddingMm),
  pasteGPerMl: within(LIMITS.pasteGPerMl),
  depthMm: within(LIMITS.coreMm).optional(),
});
const injectionPlan = z.strictObject({
  spacingMm: within(LIMITS.injectSpacingMm),
  gapMm: within(LIMITS.injectGapMm),
  holeMm: within(LIMITS.holeMm),
});
/** A check of how two halves lie to one another before they are bonded. */
export const alignmentReading = z.strictObject({
  what: z.enum(['string', 'twist', 'rocker', 'rail-left', 'rail-right']),
  mm: within(LIMITS.alignmentMm),
  limitMm: z.number().min(0).max(LIMITS.alignmentMm.max),
  by: byWhom,
  at: atWhen,
});
/** A side of the taper with a ratio of its own. */
export const localRatio = z.strictObject({
  bearingDeg: angleDeg,
  ratio: within(LIMITS.ratio),
  spreadDeg: within(LIMITS.spreadDeg).optional(),
}) satisfies z.ZodType<LocalRatio>;

const shopBond = z.strictObject({
  mpa: within(LIMITS.bondMPa),
  source: z.string().trim().min(1, 'Say which trials it rests on.').max(400),
});
/** The shop's own bond shear, by resin. */
export const bondSetting = z.strictObject({
  polyester: shopBond.optional(),
  vinylester: shopBond.optional(),
  epoxy: shopBond.optional(),
});
const knockDown = within(LIMITS.knockDown).optional();
const radiusMm = within(LIMITS.radiusMm).nullable();

/** How the edge is ground back and the joint is shaped. */
export const taper = z.strictObject({
  ratio: within(LIMITS.ratio).nullable(),
  sides: z.enum(['one', 'two']),
  from: z.literal('inside').optional(),
  firstShare: within(LIMITS.firstShare).optional(),
  oneGo: z.boolean().optional(),
  locals: z.array(localRatio).max(COUNTS.locals).optional(),
  kind: z.enum(REPAIR_KINDS).optional(),
  stepMm: within(LIMITS.stepMm).optional(),
  lapMm: within(LIMITS.lapMm).optional(),
  staggerMm: within(LIMITS.staggerMm).optional(),
  wrap: wrapPlan.optional(),
  broken: brokenPlan.optional(),
  edge: edgePlan.optional(),
  plug: plugPlan.optional(),
  injection: injectionPlan.optional(),
  dishRatio: within(LIMITS.dishRatio).optional(),
  bevelMm: within(LIMITS.depthMm).optional(),
  sunkMm: within(LIMITS.sunkMm).optional(),
  curvature: z.strictObject({ alongMm: radiusMm, acrossMm: radiusMm }).optional(),
  alignment: z.array(alignmentReading).max(COUNTS.alignment).optional(),
  marginMm: within(LIMITS.taperMarginMm),
  maskMm: within(LIMITS.maskMm),
  knockDowns: z.strictObject({
    preparation: knockDown,
    secondaryBond: knockDown,
    wetService: knockDown,
    age: knockDown,
  }),
  bond: bondSetting.optional(),
});
