import { FABRICS, CLUES, CORES, PRIORS, SYSTEMS, type RepairInputs, type Shape } from '@ashstep/core';
import * as z from 'zod';

const ids = (table: readonly { id: string }[]): z.ZodEnum<Record<string, string>> => z.enum(table.map((entry) => entry.id));

export const fabricId = ids(FABRICS);
export const systemId = ids(SYSTEMS);
export const coreId = ids(CORES);
export const priorId = ids(PRIORS);
export const clueId = ids(CLUES);

const millimetres = z.number().min(-20_000).max(20_000);
const size = z.number().min(0.5).max(20_000);
const note = z.string().max(4000);
const placed = { centreXMm: millimetres.optional(), centreYMm: millimetres.optional(), rotationDeg: z.number().min(-360).max(360).optional() };
const rectangular = { lengthMm: size, widthMm: size, ...placed };

/** Outline of damage or cut-out, plan millimetres. */
export const shape = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('circle'), diameterMm: size, ...placed }),
  z.strictObject({ kind: z.literal('ellipse'), ...rectangular }),
  z.strictObject({ kind: z.literal('slot'), ...rectangular }),
  z.strictObject({ kind: z.literal('roundedRectangle'), cornerRadiusMm: z.number().min(0).max(10_000), ...rectangular }),
  z.strictObject({
    kind: z.literal('polygon'),
    points: z
      .array(z.strictObject({ x: millimetres, y: millimetres }))
      .min(3)
      .max(2000),
    ...placed,
  }),
]) satisfies z.ZodType<Shape>;

export const fabricLayer = z.strictObject({
  fabricId,
  orientationDeg: z.number().min(-360).max(360).optional(),
  fibreMassFraction: z.number().min(0.1).max(0.9).optional(),
});

const knockDown = z.number().min(0.05).max(1).optional();
const plies = z.array(fabricLayer).max(200);
const wallClock = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'Give day and time, like 2026-04-16 08:00.');

/** The sections of a repair's inputs; each is saved on its own. */
export const inputSections = {
  place: z.strictObject({
    where: z.string().max(200),
    craftKind: z.enum(['boat', 'board', 'paddle', 'vehicle', 'other']),
    waterline: z.enum(['above', 'below']),
    finish: z.enum(['gelcoat', 'paint', 'bare']),
    access: z.enum(['one', 'both']),
    service: z.enum(['cosmetic', 'light', 'general', 'high', 'primary']),
    specialService: z.enum(['none', 'drinking-water', 'fuel', 'heat', 'fire', 'food']),
    certified: z.boolean(),
    likeForLike: z.boolean(),
  }),
  damage: z.strictObject({
    shape,
    depth: z.enum(['finish', 'part', 'through']),
    depthMm: z.number().min(0.1).max(200).nullable(),
    marginMm: z.number().min(0).max(1000),
    minCornerRadiusMm: z.number().min(0).max(1000),
    neighbours: z.array(z.strictObject({ name: z.string().min(1).max(80), kind: z.enum(['edge', 'fitting', 'structure']), fromXMm: millimetres, fromYMm: millimetres, toXMm: millimetres, toYMm: millimetres })).max(20),
    notes: note,
  }),
  laminate: z.strictObject({
    known: z.enum(['thickness', 'plies']),
    thicknessMm: z.number().min(0.2).max(200).nullable(),
    plies,
    finishThicknessMm: z.number().min(0).max(20),
    core: z.strictObject({ coreId, thicknessMm: z.number().min(0.5).max(200), reachable: z.boolean() }).nullable(),
    priorId,
    clueIds: z.array(clueId).max(40),
    epoxyInBond: z.boolean(),
    pressedPanel: z.boolean(),
  }),
  resin: z.strictObject({
    school: z.enum(['finish-led', 'like-for-like', 'epoxy-throughout']),
    systemId: systemId.nullable(),
    overrideReason: note,
    gelCoatWay: z.enum(['after-full-cure', 'paint-instead', 'gel-coat-first']),
    airTempC: z.number().min(-40).max(60),
    humidityPercent: z.number().min(1).max(100),
    surfaceTempC: z.number().min(-40).max(120),
  }),
  taper: z.strictObject({
    ratio: z.number().min(1).max(100).nullable(),
    sides: z.enum(['one', 'two']),
    marginMm: z.number().min(0).max(500),
    maskMm: z.number().min(0).max(500),
    knockDowns: z.strictObject({ preparation: knockDown, secondaryBond: knockDown, wetService: knockDown, age: knockDown }),
  }),
  stack: z.strictObject({
    plies: plies.min(1).nullable(),
    order: z.enum(['smallest-first', 'largest-first']),
    coverFabricId: fabricId.nullable(),
    coverOverlapMm: z.number().min(0).max(500),
    finishAllowanceMm: z.number().min(0).max(20),
    process: z.enum(['hand', 'film', 'vacuum']),
  }),
  mix: z.strictObject({
    catalystPercent: z.number().min(0.1).max(10).nullable(),
    layingRateGPerMin: z.number().min(0.1).max(1000),
    scaleErrorG: z.number().min(0).max(100),
    primeGsm: z.number().min(0).max(2000),
    wastePercent: z.number().min(0).max(100),
    potFloorG: z.number().min(0).max(1000),
  }),
  days: z.strictObject({
    startAt: wallClock.nullable(),
    fromMin: z.number().int().min(0).max(1440),
    toMin: z.number().int().min(0).max(1440),
    openDays: z.array(z.number().int().min(0).max(6)).min(1).max(7),
    tempC: z.number().min(-10).max(45),
  }),
} as const;

export const repairInputs = z.strictObject(inputSections) satisfies z.ZodType<RepairInputs>;
export type SectionName = keyof typeof inputSections;
export const sectionNames = Object.keys(inputSections) as SectionName[];
export const sectionName = z.enum(sectionNames as [SectionName, ...SectionName[]]);
