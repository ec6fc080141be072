import { type LogEntryBody, type Person, type RecordBody, sectionNames, wallClockIn } from '@ashstep/contract';
import { type InspectionCheck, judgesCure, preparationChecks, roundChecks } from '@ashstep/core/inspection';
import { windows } from '@ashstep/core/cure';
import {
  type PlannedRound,
  type RepairPlan,
  cardOfMedium,
  closedCheckOf,
  finishCheck,
  planRepair,
  resinConditions,
} from '@ashstep/core/repair';
import { addCraft } from '../craft/service.js';
import { addTrial } from '../trials/service.js';
import { retireEntry, saveEntry, saveLot } from '../library/service.js';
import { letDemoBridgeIn } from '../instruments/pairing.js';
import { savePerson, setPassword, setShop } from '../people/service.js';
import { HOME_ZONE } from '../platform/clock.js';
import type { Context } from '../platform/context.js';
import { addResult } from '../repairs/inspection.js';
import { addLogEntry } from '../repairs/log.js';
import { saveSection } from '../repairs/sections.js';
import { openRepair, setCheck, setStageReached } from '../repairs/service.js';
import { addReading, saveSettings, setMark } from '../shop/service.js';
import { sealRepair } from '../record/service.js';
import { addPhoto } from '../photos/service.js';
import { type DemoJob, olderJobs, openJobs, photoId } from './jobs.js';
import { roundJobs } from './round-jobs.js';
import { RETIRED_ENTRY, lotsOnTheShelf, ownEntries } from './library.js';
import { takePicture } from './pictures.js';
import { bondTrials } from './trials.js';
import { CRAFT, PEOPLE, SHOP_NAME, SHOP_SETTINGS, demoId } from './workshop.js';

const OLDER_COUNT = 64;
const MINUTE_MS = 60_000;
/** Jobs walked at once: while one waits for the database another is worked out. */
const SIDE_BY_SIDE = 4;

/**
 * Fills an empty database with the demo shed, through the same services a person uses, and gives the demo accounts the passwords
 * of this start. Stopped half-way it goes on where it was; several processes may call it at once.
 */
export async function loadDemo(context: Context): Promise<void> {
  const client = await context.pool.connect();
  try {
    await client.query('SELECT pg_advisory_lock(4280101)');
    const loaded = await client.query('SELECT 1 FROM shop WHERE name = $1', [SHOP_NAME]);
    if (loaded.rowCount === 0 && !(await isForeign(context))) await fill(context);
    for (const [login, password] of Object.entries(context.config.demoPasswords))
      await setPassword(context.pool, login, password);
    if (context.config.demoBridgeToken)
      await letDemoBridgeIn(context, demoId('bridge'), context.config.demoBridgeToken);
  } finally {
    await client.query('SELECT pg_advisory_unlock(4280101)');
    client.release();
  }
}

/** Whether somebody else's data is here: the demo is only for an empty database. */
async function isForeign({ pool }: Context): Promise<boolean> {
  return (await pool.query('SELECT 1 FROM person WHERE NOT demo LIMIT 1')).rowCount !== 0;
}

async function fill(context: Context): Promise<void> {
  const { pool } = context;
  for (const person of Object.values(PEOPLE))
    await savePerson(pool, {
      ...person,
      password: context.config.demoPasswords[person.login] ?? demoId(`${person.login} ${Math.random()}`),
      demo: true,
    });
  for (const craft of Object.values(CRAFT)) await addCraft(pool, craft);
  const today = context.now();
  for (const entry of [...ownEntries(), RETIRED_ENTRY]) await saveEntry(context, entry, PEOPLE.ruben);
  await retireEntry(context, RETIRED_ENTRY.entry.id, true, PEOPLE.ruben);
  for (const lot of lotsOnTheShelf((days) => localMorning(today, days).slice(0, 10))) await saveLot(context, lot);
  await saveSettings(context, SHOP_SETTINGS, PEOPLE.ruben);
  await addReading(context, demoId('reading'), { at: readAt(today), tempC: 18.4, humidityPercent: 62 }, PEOPLE.ilse);
  for (const trial of bondTrials()) await addTrial(context, trial, PEOPLE.tomas);
  const jobs = [
    ...olderJobs(OLDER_COUNT, localMorning(today, -30)),
    ...openJobs((days) => localMorning(today, days)),
    ...roundJobs((days) => localMorning(today, days)),
  ];
  for (let at = 0; at < jobs.length; at += SIDE_BY_SIDE) {
    const seals = await Promise.all(jobs.slice(at, at + SIDE_BY_SIDE).map((job) => carryOut(context, job, today)));
    // The chain of records is in the order of the jobs, however fast each was walked.
    for (const seal of seals) await seal();
  }
  await setShop(pool, SHOP_NAME, false);
}

/** Local opening hour so many days from today. */
function localMorning(today: Date, plusDays: number): string {
  const day = new Date(today.getFullYear(), today.getMonth(), today.getDate() + plusDays);
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}T08:00`;
}

/** The last morning before one so many days ago, or that one, on which the shed was open. */
function openMorning(today: Date, daysAgo: number): string {
  for (let ago = daysAgo; ; ago++) {
    const morning = localMorning(today, -ago);
    if (SHOP_SETTINGS.hours.openDays.includes(new Date(morning).getDay())) return morning;
  }
}

/** The last opening hour of the shed that is over: no reading is of tomorrow. */
function readAt(now: Date): string {
  const morning = openMorning(now, 0);
  return new Date(morning) <= now ? morning : openMorning(now, 1);
}

/** Walks one job through the services as far as it has got, on a clock of its own; gives what seals it, which does nothing where it is sealed or open. */
async function carryOut(base: Context, job: DemoJob, today: Date): Promise<() => Promise<unknown>> {
  const id = demoId(`repair ${job.key}`);
  const known = await base.pool.query<{ state: string }>('SELECT state FROM repair WHERE id = $1', [id]);
  if (known.rows[0]?.state === 'sealed') return async () => undefined;
  let clock = new Date(openMorning(today, job.openedDaysAgo)).getTime();
  const context: Context = { ...base, now: () => new Date((clock += 4 * MINUTE_MS)) };
  /** Readings were taken on several days, the last of them when they were last written down. */
  const later: Context = {
    ...base,
    now: () =>
      new Date(Math.max(clock, ...job.inputs.survey.readings.map(({ at }) => (at ? new Date(at).getTime() : 0)))),
  };
  const { technician } = job;
  const opened = clock;
  const inputs = job.finish ? { ...job.inputs, finish: job.finish((hours) => wallClockIn(HOME_ZONE, new Date(opened + 60 * hours * MINUTE_MS))) } : job.inputs; // prettier-ignore
  const { version } = await openRepair(context, { id, craftId: job.craft.id, title: job.title }, technician);
  for (const section of sectionNames)
    await saveSection(
      section === 'survey' ? later : context,
      id,
      section,
      inputs[section],
      { basedOn: version, editId: null },
      technician,
    );
  if (job.photo) {
    const photo = { id: photoId(job.key), name: job.photo.name, picked: await takePicture(job.photo.scene) };
    await addPhoto(context, id, photo, technician);
  }
  const plan = planRepair(inputs);
  for (const [i, text] of (job.notes ?? []).entries())
    await addLogEntry(context, id, demoId(`${job.key} note ${i}`), { kind: 'note', text }, technician);
  if (job.stage >= 6) await tickConditions(context, id, plan, technician);
  if (job.roundsWorked) await workRounds(context, id, job, plan, (minutes) => (clock += minutes * MINUTE_MS));
  if (job.plies !== 0 && plan.patch) {
    const bench = { ...base, now: () => new Date(clock) };
    await layUp(bench, id, job, plan, {
      pass: (minutes) => (clock += minutes * MINUTE_MS),
      cure: (hours) => (clock = Math.max(clock, Math.min(clock + 60 * hours * MINUTE_MS, today.getTime() - 180 * MINUTE_MS))), // prettier-ignore
    });
    await closeRounds(context, id, job, plan);
  }
  if (job.finished)
    await finish(context, id, job, plan, (hours) => (clock = Math.max(clock, Math.min(clock + 60 * hours * MINUTE_MS, today.getTime() - 240 * MINUTE_MS)))); // prettier-ignore
  else if (job.sealedBy && !job.roundsWorked) await tickFinish(context, id, job, plan);
  for (const key of job.prepared ?? []) {
    const morning = openMorning(today, 1);
    const doneAt = morning.replace('T08:00', 'T11:30');
    await setMark(
      { ...base, now: () => new Date(doneAt) },
      { repairId: id, key, startedAt: morning, doneAt },
      technician,
    );
  }
  if (job.hardness ?? job.sealedBy) {
    // Looked at two days later, where there are so many.
    clock = Math.max(clock, Math.min(clock + 48 * 60 * MINUTE_MS, today.getTime() - 120 * MINUTE_MS));
    await inspect(context, id, job, plan);
  }
  await setStageReached(context, id, job.stage, technician);
  const { sealedBy } = job;
  return async () =>
    sealedBy &&
    sealRepair(context, id, 'I inspected and accept' satisfies RecordBody['signature']['meaning'], sealedBy);
}

async function tickConditions(context: Context, id: string, plan: RepairPlan, person: Person): Promise<void> {
  for (const condition of resinConditions(plan.resin)) await setCheck(context, id, condition.id, true, person);
}

/** Work that is begun in the air of its plan, read off as it begins; gives who read it. */
async function begin(
  context: Context,
  id: string,
  { key, technician }: DemoJob,
  plan: RepairPlan,
  round?: PlannedRound,
): Promise<{ by: string; at: string; instrument: string }> {
  const { tempC, humidityPercent, surfaceTempC } = plan.air;
  const of = round ? { round: round.id, onto: round.onto } : {};
  const read = { by: technician.name, at: wallClockIn(HOME_ZONE, context.now()), instrument: 'Thermo-hygrometer' };
  const name = round ? `${key} start ${round.id}` : `${key} start`;
  await addLogEntry(context, id, demoId(name), { kind: 'start', ...of, tempC: tempC.value, humidityPercent: humidityPercent.value, surfaceTempC: surfaceTempC.value, read }, technician); // prettier-ignore
  return read;
}

async function prepare(context: Context, id: string, job: DemoJob, plan: RepairPlan): Promise<void> {
  for (const check of preparationChecks(plan.facts)) await setCheck(context, id, check.id, true, job.technician);
}

/** How much faster or slower than is usual one ply after another went down. */
const HANDS = [0.85, 1, 1.2];
const MIXED_MIN = 2;

/** Lays the plies of a job at the pace of its work, on a clock that is told how long each act took, and each round waited; no wait goes past today. */
async function layUp(
  context: Context,
  id: string,
  job: DemoJob,
  plan: RepairPlan,
  { pass, cure }: { pass: (minutes: number) => void; cure: (hours: number) => void },
): Promise<void> {
  pass(MIXED_MIN);
  await prepare(context, id, job, plan);
  await begin(context, id, job, plan);
  const all = plan.rounds
    .filter(({ face }) => face !== null)
    .flatMap((round, n) => {
      const { plies, pots, pace } = round;
      return plies.map(({ key, label, resinG }, i) => ({
        goesOn: n > 0 && i === 0 ? round : null,
        key,
        label,
        minutes: (resinG / pace!.gPerMin) * HANDS[i % HANDS.length]!,
        pot: pots.find((pot) => pot.plies.includes(i + 1)),
      }));
    });
  const laid = job.plies < 0 ? all : all.slice(0, job.plies);
  const poured = new Set<string>();
  for (const ply of laid) {
    const { pot, goesOn } = ply;
    if (goesOn) await goOn(context, id, job, plan, goesOn, cure);
    if (pot && !poured.has(pot.label)) {
      poured.add(pot.label);
      pass(MIXED_MIN);
      // A drum lasts the shed about four months.
      const drum = Math.floor(job.openedDaysAgo / 120);
      const lots = job.inputs.resin.systemId?.startsWith('epoxy')
        ? { resinLot: `R-${3107 - 13 * drum}`, secondLot: `H-${882 - 7 * drum}` }
        : { resinLot: `P-${5520 - 31 * drum}`, secondLot: `P-${14 + drum}` };
      const slip = 1 + ((poured.size % 3) - 1) * 0.011;
      const entry = {
        kind: 'batch',
        label: pot.label,
        resinG: tenth(pot.mix.resinG),
        secondG: tenth(pot.mix.secondG * slip),
        ...lots,
        tempC: plan.air.tempC.value,
      } as const;
      await addLogEntry(context, id, demoId(`${job.key} pot ${pot.label}`), entry, job.technician);
    }
    pass(ply.minutes);
    await addLogEntry(
      context,
      id,
      demoId(`${job.key} ply ${ply.key}`),
      { kind: 'ply', plyKey: ply.key, label: ply.label },
      job.technician,
    );
  }
}

/** The next round of plies, once the one before is green, or can be sanded and is keyed. */
async function goOn(
  context: Context,
  id: string,
  job: DemoJob,
  plan: RepairPlan,
  round: PlannedRound,
  cure: (hours: number) => void,
): Promise<void> {
  // prettier-ignore
  const card = plan.resin?.card;
  if (!card) return;
  const { fromHour, sandableHour } = windows({ card, airTempC: plan.air.tempC.value });
  cure(1 + ((round.onto === 'green' ? fromHour : sandableHour) ?? 0));
  if (round.onto === 'abraded')
    for (const check of roundChecks(round.id)) await setCheck(context, id, check.id, true, job.technician);
  await begin(context, id, job, plan, round);
}

/** A round that is not told by its plies: begun in the air that was read, mixed pot by pot, put on spot by spot, and closed from the air. */
async function putOn(
  context: Context,
  id: string,
  job: DemoJob,
  plan: RepairPlan,
  round: PlannedRound,
  more: { lot?: string; wetMm?: number[] } = {},
): Promise<void> {
  const add = (name: string, entry: LogEntryBody): Promise<void> => addLogEntry(context, id, demoId(`${job.key} ${name}`), entry, job.technician); // prettier-ignore
  const read = await begin(context, id, job, plan, round);
  const lots = round.medium === 'gelcoat' ? { resinLot: 'G-204', secondLot: 'P-14' } : { resinLot: 'R-3107', secondLot: 'H-882' }; // prettier-ignore
  for (const pot of round.pots)
    await add(`pot ${round.id} ${pot.label}`, { kind: 'batch', round: round.id, label: pot.label, resinG: tenth(pot.mix.resinG), secondG: hundredth(pot.mix.secondG), ...(pot.fillerG > 0 ? { fillerG: tenth(pot.fillerG) } : {}), ...lots, tempC: plan.air.tempC.value, read }); // prettier-ignore
  for (const [i, spotId] of round.spotIds.entries())
    await add(`spot ${round.id} ${spotId}`, { kind: 'spot', round: round.id, spotId, label: `${round.name}, spot ${i + 1}` }); // prettier-ignore
  await add(`round ${round.id}`, { kind: 'round', round: round.id, label: round.name, ...more });
  const closed = closedCheckOf(round);
  if (closed) await setCheck(context, id, closed, true, job.technician);
}

/** Fills, beds and coats, each round once the one before it can be sanded. */
async function workRounds(
  context: Context,
  id: string,
  job: DemoJob,
  plan: RepairPlan,
  pass: (minutes: number) => void,
): Promise<void> {
  await prepare(context, id, job, plan);
  for (const [at, round] of plan.rounds.slice(0, job.roundsWorked).entries()) {
    await putOn(context, id, job, plan, round);
    const card = cardOfMedium(round.medium, plan.resin?.card ?? null);
    if (card && at + 1 < job.roundsWorked!) pass(60 * windows({ card, airTempC: plan.air.tempC.value }).sandableHour!);
  }
  if (job.roundsWorked === plan.rounds.length) await tickFinish(context, id, job, plan);
}

/** The finish was done and looked at, by hand. */
async function tickFinish(context: Context, id: string, { technician }: DemoJob, plan: RepairPlan): Promise<void> {
  const { works, checks } = plan.finish!;
  for (const { id: part } of [...works, ...checks]) await setCheck(context, id, finishCheck(part), true, technician);
}

/** Every work of the finish: what is put on once the one before is hard, with the film its gauge read; the rest by hand. */
async function finish(
  context: Context,
  id: string,
  job: DemoJob,
  plan: RepairPlan,
  cure: (hours: number) => void,
): Promise<void> {
  const { works, rounds, checks } = plan.finish!;
  cure(24);
  for (const work of works) {
    const round = rounds.find((one) => one.id === work.id);
    if (round)
      await putOn(context, id, job, plan, round, round.medium === 'paint' ? { lot: 'V-61', wetMm: [0.11, 0.1, 0.12] } : {}); // prettier-ignore
    else await setCheck(context, id, finishCheck(work.id), true, job.technician);
    cure(work.waitHours);
  }
  for (const look of checks) await setCheck(context, id, finishCheck(look.id), true, job.technician);
}

/** Rounds that were laid whole were kept from the air where they had to be. */
async function closeRounds(context: Context, id: string, job: DemoJob, plan: RepairPlan): Promise<void> {
  if (job.plies >= 0) return;
  for (const check of plan.rounds.map(closedCheckOf))
    if (check) await setCheck(context, id, check, true, job.technician);
}

const tenth = (grams: number): number => Math.max(0.1, Math.round(grams * 10) / 10);
const hundredth = (grams: number): number => Math.round(grams * 100) / 100;

const READINGS: Record<string, number> = {
  taper: 98,
  taps: 0,
  void: 1,
  fairness: 0.34,
  stiffness: 1.06,
};

/** What is read in the demo: of the patch a little over its planned thickness. */
const readingOf = ({ id, min }: InspectionCheck): number =>
  id === 'patch-thickness' ? Math.round(104 * min!) / 100 : (READINGS[id] ?? 0);

async function inspect(context: Context, id: string, job: DemoJob, plan: RepairPlan): Promise<void> {
  for (const check of plan.inspection) {
    // The log proves it.
    if (check.id === 'mix' || check.id === 'mix-catalyst') continue;
    const base = {
      id: demoId(`${job.key} result ${check.id}`),
      checkId: check.id,
      note: judgesCure(check) ? 'Warmed under the lamps first.' : '',
    };
    if (check.kind === 'eye') await addResult(context, id, { ...base, pass: true }, PEOPLE.maren);
    else
      await addResult(
        context,
        id,
        { ...base, readings: check.kind === 'readings' ? [...job.hardness!] : [readingOf(check)] },
        PEOPLE.maren,
      );
  }
}
