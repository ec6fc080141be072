import type { FabricLayer } from '@ashstep/core/laminate';
import type { Hypothesis } from '@ashstep/core/resin';
import { COUNTS, LIMITS } from '@ashstep/core/limits';
import type { WetAndCured } from '@ashstep/core/colour';
import type { ColourTrial, ReadColour } from '@ashstep/core/repair';
import * as z from 'zod';
import { whole, within } from './inputs/pieces.js';
import { logEntry } from './log-entry.js';
import { text, uuid } from './scalars.js';
import { bondSetting, repairInputs } from './inputs/index.js';
import { smallFigures, smallPlace } from './small-figures.js';

export const role = z.enum(['technician', 'inspector', 'manager']);
export const unitSystem = z.enum(['metric', 'imperial']);
export const person = z.object({ id: uuid, name: z.string(), role, units: unitSystem });

export const signIn = z.strictObject({
  login: text(80),
  password: z.string().min(1, 'This is still missing.').max(200),
});
export const demoSignIn = z.strictObject({ personId: uuid });
export const sessionReply = z.object({
  person: person.nullable(),
  csrfToken: z.string(),
  shop: z.object({
    name: z.string(),
    singleHanded: z.boolean(),
    bond: bondSetting,
    /** The time zone its clocks go by. */
    zone: z.string(),
  }),
  /** Accounts to sign into with one press; empty unless demo mode on loopback. */
  demoAccounts: z.array(person.pick({ id: true, name: true, role: true })),
});
const newPassword = z.string().min(10, 'Ten characters at the least.').max(200);
export const changePassword = z.strictObject({
  current: z.string().min(1, 'This is still missing.').max(200),
  next: newPassword,
});
/** An account as a manager sees it. */
const standingOfAccount = z.object({ role, active: z.boolean() });
/** The last thing a manager did with an account. */
const accountChange = z.object({
  at: z.string(),
  by: z.string(),
  kind: z.enum(['added', 'altered', 'password-reset']),
  was: standingOfAccount.nullable(),
  is: standingOfAccount.nullable(),
});
export const account = z.object({
  id: uuid,
  login: z.string(),
  name: z.string(),
  role,
  active: z.boolean(),
  lastSignInAt: z.string().nullable(),
  lastChange: accountChange.nullable(),
});
export const newAccount = z.strictObject({
  id: uuid,
  login: z
    .string()
    .trim()
    .toLowerCase()
    .regex(/^[a-z0-9._-]{1,80}$/, 'Small letters, figures, dots and dashes.'),
  name: text(120),
  role,
});
export const changeAccount = z.strictObject({ role: role.optional(), active: z.boolean().optional() });
/** A password made for somebody, told once. */
export const madePassword = z.object({ accounts: z.array(account), password: z.string() });
export const setUnits = z.strictObject({ units: unitSystem });

export const craftBody = z.strictObject({
  id: uuid,
  tag: text(24),
  name: text(120),
  kind: z.enum(['boat', 'board', 'paddle', 'vehicle', 'other']),
  year: whole(LIMITS.year).nullable(),
  construction: z.string().trim().max(200),
  notes: z.string().max(4000),
});
export const craft = craftBody.extend({ repairs: z.number() });

export const newRepair = z.strictObject({
  id: uuid,
  craftId: uuid,
  title: text(160),
  /** Opened as a small job, with the figures of its one page. */
  small: z.strictObject({ figures: smallFigures, place: smallPlace }).optional(),
});

export const repairState = z.enum(['open', 'sealed']);

export const checkMark = z.object({ checkId: z.string(), done: z.boolean(), by: z.string(), at: z.string() });
export const setCheck = z.strictObject({ id: uuid, checkId: text(80), done: z.boolean() });

export const resultBody = z.strictObject({
  id: uuid,
  checkId: text(80),
  pass: z.boolean().optional(),
  readings: z.array(z.number()).max(COUNTS.inspectionReadings).optional(),
  note: z.string().max(2000),
});
export const inspectionResult = z.object({
  id: uuid,
  checkId: z.string(),
  pass: z.boolean(),
  readings: z.array(z.number()),
  mean: z.number().nullable(),
  spread: z.number().nullable(),
  why: z.string(),
  note: z.string(),
  by: z.string(),
  at: z.string(),
  /** The revision it was answered in; an earlier one than the record's is carried over. */
  revision: z.number().optional(),
  /** What it counts for: acceptance; the own check of one who did the work or may not accept; nothing, for what it was judged by has changed since. */
  standing: z.enum(['counts', 'own', 'void']).optional(),
});

export const reworkItem = z.object({
  id: uuid,
  checkId: z.string(),
  openedAt: z.string(),
  cause: z.string(),
  action: z.string(),
  closedAt: z.string().nullable(),
  closedBy: z.string().nullable(),
  /** Accepted all the same, with a named reason. */
  concession: z.string().nullable(),
});
export const updateRework = z.strictObject({
  cause: z.string().max(2000),
  action: z.string().max(2000),
  concession: z.string().max(2000).nullable(),
});

/** Why a sealed record is opened again: it stands in the record from then on. */
export const amendBody = z.strictObject({ reason: z.string().trim().min(5, 'Say why it is opened again.').max(1000) });
export const signOffBody = z.strictObject({
  password: z.string().min(1, 'This is still missing.').max(200),
  meaning: z.literal('I inspected and accept'),
});

export const seal = z.object({
  revision: z.number(),
  sealedAt: z.string(),
  signedBy: z.string(),
  meaning: z.string(),
  hash: z.string(),
  previousHash: z.string(),
  singleHanded: z.boolean(),
  /** Place in the chain of the shop that sealed it, and the key it is signed with; none where nobody signed it. */
  number: z.number().nullable(),
  publicKey: z.string().nullable(),
  /** Shop it came from, where it was taken in. */
  origin: z.string().nullable(),
  /** What is not as it was sealed; nothing where all is. */
  faults: z.array(z.string()),
});

export const repairEvent = z.object({
  seq: z.number(),
  at: z.string(),
  by: z.string(),
  kind: z.string(),
  section: z.string().nullable(),
  detail: z.record(z.string(), z.unknown()),
  commandId: z.string().nullable().optional(),
  /** Name of the device it was done on. */
  device: z.string().nullable().optional(),
});

/** A page of what happened to a repair, newest first, before the one named. */
export const eventsQuery = z.strictObject({ before: z.coerce.number().int().min(1).optional() });
export const eventsReply = z.object({ events: z.array(repairEvent), more: z.boolean() });

export const repairSummary = z.object({
  id: uuid,
  craftId: uuid,
  craftTag: z.string(),
  craftName: z.string(),
  construction: z.string(),
  title: z.string(),
  state: repairState,
  revision: z.number(),
  version: z.number(),
  technician: z.string(),
  updatedAt: z.string(),
  sealedAt: z.string().nullable(),
  openRework: z.number(),
});

export const boardRow = repairSummary.extend({
  inputs: repairInputs,
  started: z.boolean(),
  pliesLaid: z.number(),
  /** When the lay-up was begun, when each ply was down and each check ticked off. */
  startedAt: z.string().nullable(),
  plies: z.array(z.object({ key: z.string(), at: z.string() })),
  checks: z.array(z.object({ id: z.string(), at: z.string() })),
  results: z.number(),
  passes: z.number(),
  stageReached: z.number(),
});

export const repairDetail = repairSummary.extend({
  technicianId: uuid,
  craft: craftBody,
  inputs: repairInputs,
  stageReached: z.number(),
  log: z.array(logEntry),
  checks: z.array(checkMark),
  results: z.array(inspectionResult),
  rework: z.array(reworkItem),
  /** The latest of them; older ones by their page. */
  events: z.array(repairEvent),
  eventCount: z.number(),
  seals: z.array(seal),
  /** Whether the person asking may sign, and if not why. */
  signOff: z.object({ allowed: z.boolean(), reason: z.string() }),
  /** Whether they may change what the plan is made from: not one who accepts it. */
  mayPlan: z.boolean(),
  /** Whether their answers to acceptance checks count: not those of one who did the work, nor a technician's. */
  answersCount: z.boolean(),
  /** Whether they may open the sealed record again. */
  mayAmend: z.boolean(),
});
/** What a write answers to one who asked for little (`Prefer: return=minimal`): everything but inputs, past and seals. */
export const repairAnswer = repairDetail.omit({ inputs: true, craft: true, events: true, seals: true });

/** A photograph kept with a job, as it was taken in: turned upright, without where it was taken, encoded anew. */
export const photo = z.object({
  id: uuid,
  name: z.string(),
  at: z.string(),
  by: z.string(),
  widthPx: z.number(),
  heightPx: z.number(),
  sha256: z.string(),
});
export const photoName = z.strictObject({ name: text(120) });

export const setStage = z.strictObject({ stageReached: z.number().int().min(0).max(9) });

export const historyQuery = z.strictObject({
  q: z.string().max(200).optional(),
  lot: z.string().max(60).optional(),
  state: repairState.optional(),
  page: z.coerce.number().int().min(1).max(10_000).optional(),
});
/** Names of all there is in the shed, to be searched where they are typed. */
export const findReply = z.object({
  jobs: z.array(
    repairSummary
      .pick({ id: true, craftTag: true, craftName: true, title: true, state: true, technician: true })
      .extend({ small: z.boolean() }),
  ),
  craft: z.array(z.object({ tag: z.string(), name: z.string() })),
});

export const historyReply = z.object({
  rows: z.array(
    repairSummary.extend({
      /** Carried on one page. */
      small: z.boolean(),
      resin: z.string().nullable(),
      ownResin: z.string().nullable(),
      lots: z.array(z.string()),
      origin: z.string().nullable(),
    }),
  ),
  total: z.number(),
  page: z.number(),
  pageSize: z.number(),
});

/** What the shed's own finished repairs of a class turned out to be by their clues alone. */
export const shedCounts = z.object({
  polyester: z.number(),
  vinylester: z.number(),
  epoxy: z.number(),
  thermoplastic: z.number(),
  mixed: z.number(),
});
export type ShedCounts = z.infer<typeof shedCounts>;

/** What another job of the same craft found its laminate to be: what was measured or read there, and nothing that was taken as usual. */
export interface CraftLaminate {
  repairId: string;
  title: string;
  /** When it was sealed, or was worked on last; which of the two. */
  at: string;
  sealed: boolean;
  thicknessMm: number | null;
  /** Fabrics, outer face first; empty where they were not read. */
  plies: FabricLayer[];
  /** Null where it is solid, left out where nobody said. */
  core?: { name: string; thicknessMm: number | null } | null;
  /** Resin that its class and what was seen of it made as good as certain; null where they did not, or nothing was seen. */
  resin: Hypothesis | null;
}

/** A colour that was matched on another job of the same craft, with the cup that came out nearest. */
export interface CraftColour {
  repairId: string;
  title: string;
  target: ReadColour;
  trial: ColourTrial;
  /** How far that cup came out from what it was to be. */
  deltaE00: number;
}

/** What other jobs know of colour: what was matched on this craft, and the cups that were read wet and cured on any. */
export interface ColoursReply {
  ofCraft: CraftColour[];
  wetAndCured: WetAndCured[];
}

const share = within(LIMITS.sharePercent);
export const bondTrialBody = z.strictObject({
  id: uuid,
  preparation: text(80),
  resin: text(80),
  fabric: z.string().trim().max(80),
  unit: z.enum(['MPa', 'N', 'rank']),
  value: within(LIMITS.trialValue),
  /** Its bonded face, so that a force can be told as a strength. */
  bonded: z.strictObject({ widthMm: within(LIMITS.lengthMm), overlapMm: within(LIMITS.lengthMm) }).nullable(),
  /** Where it broke, per cent of the area. */
  failure: z
    .strictObject({ oldLaminatePercent: share, newLaminatePercent: share, bondLinePercent: share })
    .refine(
      (f) => f.oldLaminatePercent + f.newLaminatePercent + f.bondLinePercent <= 100,
      'These add up to more than 100 %.',
    )
    .nullable(),
  notes: z.string().max(4000),
});
export const bondTrial = bondTrialBody.extend({
  at: z.string(),
  by: z.string(),
  withdrawn: z.object({ at: z.string(), by: z.string(), why: z.string() }).nullable(),
});
export const withdrawTrial = z.strictObject({ why: text(400) });

export type BondTrialBody = z.infer<typeof bondTrialBody>;
export type BondTrial = z.infer<typeof bondTrial>;
export type Account = z.infer<typeof account>;
export type NewAccount = z.infer<typeof newAccount>;
export type ChangeAccount = z.infer<typeof changeAccount>;
export type MadePassword = z.infer<typeof madePassword>;
export type Role = z.infer<typeof role>;
export type UnitSystemName = z.infer<typeof unitSystem>;
export type BondSetting = z.infer<typeof bondSetting>;
export type Person = z.infer<typeof person>;
export type SessionReply = z.infer<typeof sessionReply>;
export type CraftBody = z.infer<typeof craftBody>;
export type NewRepair = z.infer<typeof newRepair>;
export type Craft = z.infer<typeof craft>;
export type CheckMark = z.infer<typeof checkMark>;
export type ResultBody = z.infer<typeof resultBody>;
export type InspectionResult = z.infer<typeof inspectionResult>;
export type ReworkItem = z.infer<typeof reworkItem>;
export type UpdateRework = z.infer<typeof updateRework>;
export type Seal = z.infer<typeof seal>;
export type RepairEvent = z.infer<typeof repairEvent>;
export type RepairSummary = z.infer<typeof repairSummary>;
export type BoardRow = z.infer<typeof boardRow>;
export type EventsReply = z.infer<typeof eventsReply>;
export type RepairAnswer = z.infer<typeof repairAnswer>;
export type RepairDetail = z.infer<typeof repairDetail>;
export type Photo = z.infer<typeof photo>;
export type FindReply = z.infer<typeof findReply>;
export type HistoryReply = z.infer<typeof historyReply>;
