import { randomUUID } from 'node:crypto';
import { type LogEntryBody, type RepairDetail, wallClockIn } from '@ashstep/contract';
import { type InspectionCheck, preparationChecks } from '@ashstep/core/inspection';
import {
  NEW_REPAIR,
  type RepairInputs,
  closedCheckOf,
  finishCheck,
  planRepair,
  resinConditions,
} from '@ashstep/core/repair';
import { HOME_ZONE } from '../platform/clock.js';
import type { TestClient, TestReply } from './server.js';

type Sections = { [K in keyof RepairInputs]?: Partial<RepairInputs[K]> };

export async function newCraft(client: TestClient, tag = `T-${Math.floor(Math.random() * 1e9)}`): Promise<string> {
  const id = randomUUID();
  await client.send('POST', '/api/craft', {
    id,
    tag,
    name: 'Spec craft',
    kind: 'boat',
    year: 2010,
    construction: 'Polyester/glass',
    notes: '',
  });
  return id;
}

export async function newRepair(client: TestClient, title = 'Spec repair'): Promise<RepairDetail> {
  const reply = await client.send('POST', '/api/repairs', { id: randomUUID(), craftId: await newCraft(client), title });
  return reply.body;
}

export const saveSection = (
  client: TestClient,
  repair: { id: string; version: number },
  section: keyof RepairInputs,
  patch: object,
  version = repair.version,
): Promise<TestReply> =>
  client.send(
    'PUT',
    `/api/repairs/${repair.id}/inputs/${section}`,
    { ...NEW_REPAIR[section], ...patch },
    { 'If-Match': `"${version}"` },
  );

/** A lay-up begun in air read so many minutes ago. */
export const startEntry = (agoMin = 0): Extract<LogEntryBody, { kind: 'start' }> => ({
  kind: 'start',
  tempC: 20,
  humidityPercent: 55,
  read: { by: 'Spec', at: wallClockIn(HOME_ZONE, Date.now() - 60_000 * agoMin), instrument: '' },
});

const PLANNED: Sections = {
  damage: {},
  place: {},
  laminate: { thicknessMm: 4, clueIds: ['styrene-smell', 'tint-green-blue'] },
  resin: { systemId: 'polyester' },
  days: { startAt: '2026-04-16T08:00' },
};

/** What a finished repair was logged on, and its pot read off. */
export const SCALE = 'Bench scale, calibrated 2026-03-01';
const DEVICE = {
  'Device-Id': '5b2c6f0e-6f4e-4d5a-9a51-0d9c2f7b1a11',
  'Device-Name': 'Tablet%20by%20the%20bench',
  'Device-Time': '2026-04-16T09:00:00.000Z',
  'Device-Place': '1',
};

/** A repair planned and laid by one, with every acceptance check passed by an inspector, who may sign it. */
export async function finishedRepair(client: TestClient, inspector: TestClient): Promise<RepairDetail> {
  let repair = await newRepair(client);
  for (const [section, patch] of Object.entries(PLANNED))
    repair = (await saveSection(client, repair, section as keyof RepairInputs, patch)).body;
  const plan = planRepair(repair.inputs);
  const at = `/api/repairs/${repair.id}`;
  const closed = plan.rounds.flatMap((round) => closedCheckOf(round) ?? []);
  for (const checkId of [
    ...[...preparationChecks(plan.facts), ...resinConditions(plan.resin)].map(({ id }) => id),
    ...closed,
    ...plan.finish!.works.map(({ id }) => finishCheck(id)),
  ])
    await client.send('PUT', `${at}/checks`, { id: randomUUID(), checkId, done: true });
  const log = (entry: object): Promise<unknown> =>
    client.send('POST', `${at}/log`, { id: randomUUID(), entry }, DEVICE);
  await log(startEntry());
  const pot = plan.mix!.faces[0]!.pots[0]!;
  await log({
    kind: 'batch',
    label: 'A',
    resinG: pot.mix.resinG,
    secondG: pot.mix.secondG,
    resinLot: 'P-1',
    secondLot: 'C-9',
    tempC: 20,
    resinWith: SCALE,
    secondWith: SCALE,
  });
  for (const ply of plan.patch!.faces[0]!.plies)
    await log({ kind: 'ply', plyKey: `f0-p${ply.laid}`, label: `Ply ${ply.laid}` });
  await inspect(inspector, repair, plan.inspection);
  return (await client.send('GET', at)).body;
}

/** Answers, with a pass, the checks that do not count any more. */
export async function inspectAgain(inspector: TestClient, repair: RepairDetail): Promise<void> {
  const counted = new Set(repair.results.filter(({ standing }) => standing === 'counts').map(({ checkId }) => checkId));
  await inspect(
    inspector,
    repair,
    planRepair(repair.inputs).inspection.filter(({ id }) => !counted.has(id)),
  );
}

async function inspect(inspector: TestClient, repair: RepairDetail, checks: readonly InspectionCheck[]): Promise<void> {
  for (const check of checks) {
    const value = check.min !== undefined ? Math.max(check.min, check.id === 'hardness-impressor' ? 40 : check.min) : 0;
    const answer =
      check.kind === 'eye' ? { pass: true } : { readings: Array.from({ length: check.count ?? 1 }, () => value) };
    await inspector.send('POST', `/api/repairs/${repair.id}/results`, {
      id: randomUUID(),
      checkId: check.id,
      note: 'Read early, for the spec.',
      ...answer,
    });
  }
}
