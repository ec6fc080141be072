import canonicalizeModule from 'canonicalize';
import * as z from 'zod';
import { checkMark, craftBody, inspectionResult, photo, repairEvent, reworkItem } from './api.js';
import { logEntry } from './log-entry.js';
import { uuid } from './scalars.js';
import { repairInputs } from './inputs/index.js';

/** Name and version of the record file; a later version reads every earlier one. */
export const RECORD_SCHEMA = 'ash-step/repair-record/1';

/** What was worked out when the record was sealed, so that it can be read without the tool. All figures in the units named. */
export const recordFigures = z.strictObject({
  depthMm: z.number(),
  ratio: z.number(),
  footprintLengthMm: z.number(),
  footprintWidthMm: z.number(),
  groundVolumeMl: z.number(),
  jointStrengthRatio: z.number().nullable(),
  system: z.string(),
  plies: z.array(
    z.strictObject({
      laid: z.number(),
      face: z.string(),
      fabric: z.string(),
      orientationDeg: z.number(),
      lengthMm: z.number(),
      widthMm: z.number(),
      thicknessMm: z.number(),
      cover: z.boolean(),
    }),
  ),
  match: z.array(z.strictObject({ direction: z.string(), ratio: z.number(), band: z.string() })),
  weightRatio: z.number().nullable(),
  resinMixG: z.number(),
  /** What the day's temperature did to the cure, as ids and figures; none where nothing. */
  cold: z
    .array(
      z.strictObject({ id: z.string(), params: z.record(z.string(), z.union([z.string(), z.number()])).optional() }),
    )
    .optional(),
  pots: z.array(z.strictObject({ label: z.string(), resinG: z.number(), secondG: z.number() })),
});

/** Something that was laid, filled or coated, as it was planned. */
export const recordRound = z.strictObject({
  id: z.string(),
  name: z.string(),
  onto: z.enum(['ground', 'green', 'abraded']),
  closing: z.string().nullable(),
  massG: z.number(),
  plies: z.number(),
  pots: z.array(z.strictObject({ label: z.string(), resinG: z.number(), secondG: z.number(), fillerG: z.number() })),
});

/** The body of a record: everything that is sealed. */
export const recordBody = z.strictObject({
  schema: z.literal(RECORD_SCHEMA),
  calculationVersion: z.string(),
  shop: z.string(),
  /** The time zone of its clocks, by which what is planned is told. */
  zone: z.string().optional(),
  repairId: uuid,
  revision: z.number().int().min(1),
  title: z.string(),
  craft: craftBody,
  technician: z.string(),
  inputs: repairInputs,
  figures: recordFigures.nullable(),
  /** What was laid, filled and coated, in order; none in records from before there were rounds. */
  rounds: z.array(recordRound).optional(),
  conditions: z.array(z.strictObject({ id: z.string(), text: z.string() })),
  checks: z.array(checkMark),
  log: z.array(logEntry),
  results: z.array(inspectionResult),
  /** What the log proved by itself; none in records from before it was asked. */
  proofs: z
    .array(z.strictObject({ checkId: z.string(), pass: z.boolean(), value: z.number().nullable(), text: z.string() }))
    .optional(),
  rework: z.array(reworkItem),
  events: z.array(repairEvent),
  /** Photographs kept with the job, known by their SHA-256; the pictures themselves are files of their own. */
  photos: z.array(photo).optional(),
  signature: z.strictObject({ by: z.string(), at: z.string(), meaning: z.string(), singleHanded: z.boolean() }),
});

/** The file: body, and the chain that seals it. `hash` is SHA-256 over `previousHash`, a newline and the canonical JSON of `body`. */
export const recordFile = z.strictObject({
  body: recordBody,
  previousHash: z.string().regex(/^[0-9a-f]{64}$/),
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  /** Its number in the chain of the shop that sealed it, signed with that shop's key (Ed25519); none before shops had keys. */
  seal: z
    .strictObject({
      number: z.number().int().min(1),
      publicKey: z.string().regex(/^[0-9a-f]{64}$/),
      signature: z.string().regex(/^[0-9a-f]{128}$/),
    })
    .optional(),
});

export type RecordBody = z.infer<typeof recordBody>;
export type RecordFile = z.infer<typeof recordFile>;

/** What the first record of a chain points back to. */
export const CHAIN_START = '0'.repeat(64);

/** Its types name a default export where the module is the function itself. */
const canonicalize = canonicalizeModule as unknown as (value: unknown) => string | undefined;

/**
 * JSON with object keys in order and no white space (RFC 8785), so that equal content has equal bytes.
 * @throws TypeError for what JSON cannot say: NaN, infinities, nothing at all
 */
export function canonicalJson(value: unknown): string {
  let text: string | undefined;
  try {
    text = canonicalize(value);
  } catch (error) {
    throw new TypeError('not JSON', { cause: error });
  }
  if (text === undefined) throw new TypeError(`no JSON for ${typeof value}`);
  return text;
}
