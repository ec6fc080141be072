import { CAUSES, FINDINGS, SYMPTOMS, UNKNOWN_CAUSE } from '@ashstep/core/diagnosis';
import { LIMITS } from '@ashstep/core/limits';
import type { PouredAs } from '@ashstep/core/repair';
import * as z from 'zod';
import { byWhom, ids, wallClock, within } from './inputs/pieces.js';
import { text, uuid } from './scalars.js';

/** An instrument as it stands in a record: its name, number and last calibration. */
const instrumentName = z.string().trim().min(1).max(120);
/** Who read a figure off, when by the shed's clock, and with what; an instrument nobody named is an empty text. */
const readBy = z.strictObject({ by: byWhom, at: wallClock, instrument: z.string().trim().max(80) });
/** What a thing was done against, by ids of remarks, and why all the same: a deviation that stands in the record. */
export const against = z.strictObject({
  ids: z.array(z.string().max(80)).min(1).max(20),
  reason: z.string().trim().min(3, 'Say why it is done all the same.').max(1000),
});

/** Id of a planned round; none in logs of jobs that had no rounds. */
const roundId = z.string().regex(/^[\w.-]{1,60}$/);

const pouredAs = z.strictObject({
  unit: z.enum(['ml', 'drops', 'strokes']),
  value: z.number().min(0).max(100_000),
}) satisfies z.ZodType<PouredAs>;

/** Work done: it is of a round of the plan, and counts once. */
const workEntries = [
  z.strictObject({
    kind: z.literal('start'),
    round: roundId.optional(),
    /** What the round was begun onto. */
    onto: z.enum(['ground', 'green', 'abraded']).optional(),
    tempC: within(LIMITS.workTempC),
    humidityPercent: within(LIMITS.humidityPercent),
    surfaceTempC: within(LIMITS.surfaceTempC).nullable().optional(),
    /** None in old logs, where the air of the plan was written down unread. */
    read: readBy.optional(),
    against: against.optional(),
  }),
  z.strictObject({
    kind: z.literal('batch'),
    round: roundId.optional(),
    label: text(8),
    resinG: within(LIMITS.batchG),
    secondG: z.number().min(0).max(LIMITS.batchG.max),
    /** As each part was measured, where it was not weighed: its grams are worked out from that. */
    resinAs: pouredAs.optional(),
    secondAs: pouredAs.optional(),
    resinLot: text(60),
    secondLot: text(60),
    /** Stirred in, g. */
    fillerG: z.number().min(0).max(LIMITS.batchG.max).optional(),
    tempC: within(LIMITS.workTempC),
    /** The reading its temperature is of, where it was read before. */
    read: readBy.optional(),
    /** The scale each part was read off; none where it was typed. */
    resinWith: instrumentName.optional(),
    secondWith: instrumentName.optional(),
    fillerWith: instrumentName.optional(),
    against: against.optional(),
  }),
  z.strictObject({
    kind: z.literal('ply'),
    plyKey: z.string().regex(/^[\w-]{1,60}-p\d{1,3}$/),
    label: text(160),
    against: against.optional(),
  }),
  /** A spot done in a round. */
  z.strictObject({ kind: z.literal('spot'), round: roundId, spotId: text(80), label: text(160) }),
  /** A round that is not told by its plies is done, and what was found of it. */
  z.strictObject({
    kind: z.literal('round'),
    round: roundId,
    label: text(160),
    found: z.string().trim().max(1000).optional(),
    /** Lot of what came out of a can of its own, where somebody noted it. */
    lot: z.string().trim().max(60).optional(),
    /** Wet film as it was read off the gauge, mm. */
    wetMm: z.array(within(LIMITS.wetFilmMm)).max(12).optional(),
  }),
] as const;
export const logEntryBody = z.discriminatedUnion('kind', [
  ...workEntries,
  z.strictObject({
    kind: z.literal('note'),
    text: text(2000),
    /** Where on the plan it was seen. */
    place: z.strictObject({ xMm: within(LIMITS.placeMm), yMm: within(LIMITS.placeMm) }).optional(),
    against: against.optional(),
  }),
  /** A pot's own temperature, read while it stood: its gel is told by it from then on. */
  z.strictObject({
    kind: z.literal('pot-temp'),
    round: roundId.optional(),
    label: text(8),
    tempC: within(LIMITS.potTempC),
    instrument: z.string().trim().max(60),
  }),
  /** An entry counts no more: it was pressed by mistake, or done over. It stays in the log with its time. */
  z.strictObject({
    kind: z.literal('taken-back'),
    of: uuid,
    label: text(200),
    reason: z.string().trim().max(1000).optional(),
  }),
  /** Somebody else, or another device, told of the same: it was done once, and seen twice. What they wrote is kept. */
  z.strictObject({
    kind: z.literal('witness'),
    of: uuid,
    label: text(200),
    said: z.discriminatedUnion('kind', workEntries),
  }),
  /** Something went wrong: what was seen, what was found and not, and what is taken to be the cause. It opens the rework of the check that shows whether it is gone. */
  z.strictObject({
    kind: z.literal('fault'),
    symptoms: z.array(ids(SYMPTOMS)).min(1).max(8),
    findings: z.array(z.strictObject({ id: ids(FINDINGS), found: z.boolean() })).max(FINDINGS.length),
    cause: ids([...CAUSES, UNKNOWN_CAUSE]),
    /** How likely it was held to be when it was written down, per cent. */
    percent: within(LIMITS.sharePercent),
    /** The same in words, as they stood then. */
    label: text(200),
  }),
  /** Work stood still, went on again, or went into other hands. */
  z.strictObject({ kind: z.literal('pause') }),
  z.strictObject({ kind: z.literal('resume') }),
  z.strictObject({ kind: z.literal('handed-over') }),
  /** What two entries said against each other was asked about, and both stand. */
  z.strictObject({ kind: z.literal('settled'), of: z.array(uuid).min(1).max(4), label: text(200) }),
]);
/** The device an act was done on, when by its own clock, and its place among all done there. */
export const deviceStamp = z.strictObject({
  id: uuid,
  name: z.string().trim().min(1).max(60),
  at: z.iso.datetime(),
  place: z.number().int().min(0).max(Number.MAX_SAFE_INTEGER),
});
export const logEntry = z.object({
  id: uuid,
  at: z.string(),
  by: z.string(),
  entry: logEntryBody,
  /** Worked out for a batch when it was logged: how far off the ratio, per cent, and whether that is within. */
  mixErrorPercent: z.number().nullable(),
  within: z.boolean().nullable(),
  /** When it came in, where it was done while the server was out of reach. */
  receivedAt: z.string().nullable().optional(),
  /** None where nobody said, as in records from before it was asked. */
  device: deviceStamp.nullable().optional(),
});
export const addLogEntry = z.strictObject({ id: uuid, entry: logEntryBody });

export type WorkEntry = z.infer<(typeof workEntries)[number]>;

const WORK: ReadonlySet<string> = new Set(workEntries.map(({ shape }) => shape.kind.value));
/** What tells of work done wants the plan behind it, and counts once. */
export const isWork = (entry: LogEntryBody): entry is WorkEntry => WORK.has(entry.kind);

export type LogEntryBody = z.infer<typeof logEntryBody>;
export type DeviceStamp = z.infer<typeof deviceStamp>;
export type LogEntry = z.infer<typeof logEntry>;
