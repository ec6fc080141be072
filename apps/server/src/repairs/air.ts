import { type LogEntryBody, type Person, wallClockIn } from '@ashstep/contract';
import { COUNTS } from '@ashstep/core/limits';
import { type AirRead, type RepairPlan, againstLaying, isFresh } from '@ashstep/core/repair';
import { shop } from '../people/service.js';
import type { Queryable } from '../platform/database.js';
import { CLOCKS_MS } from '../platform/commands.js';
import { ProblemError } from '../platform/problems.js';
import { type Stored, inputsOf, storedText } from './stored-inputs.js';
import { type LockedRepair, type Moment, sql, writeEvent } from './store.js';

/** Writes a reading of the shed's air to every open repair that stands in the shed, but the one that has it: it is read once and serves them all. */
export async function readForAllInShed(
  client: Queryable,
  reading: AirRead,
  keptIn: string | null,
  person: Person,
  moment: Moment,
): Promise<void> {
  const { rows } = await client.query<{ id: string; stageReached: number; inputs: Stored }>(sql.lockInShed);
  for (const { id, stageReached, inputs: stored } of rows) {
    const inputs = inputsOf(stored);
    if (id === keptIn || inputs.air.readings.length >= COUNTS.airReadings) continue;
    const at = inputs.air.readings.length;
    const air = { ...inputs.air, readings: [...inputs.air.readings, reading] };
    const { version } = (
      await client.query<{ version: number }>(sql.saveInputs, [
        id,
        storedText({ ...inputs, air }),
        moment.at,
        stageReached,
      ])
    ).rows[0]!;
    const changes = [{ path: '/readings', at, out: [], in: [reading] }];
    await writeEvent(client, id, { kind: 'changed', section: 'air', version, detail: { changes } }, person, moment);
  }
}

/**
 * A lay-up is begun in air that was read, not long ago; in air that speaks against it only with the reason.
 * @throws ProblemError 422 where it was not read, 409 `held` where it speaks against laying and nobody said why all the same
 */
export async function requireAirRead(
  client: Queryable,
  entry: Extract<LogEntryBody, { kind: 'start' }>,
  { inputs }: Pick<LockedRepair, 'inputs'>,
  plan: Pick<RepairPlan, 'resin'>,
  at: Date,
): Promise<void> {
  const refuse = (message: string): never => {
    throw new ProblemError(422, 'invalid', 'Read the air first.', { fields: [{ path: 'entry.read', message }] });
  };
  if (!entry.read) return refuse('Say who read the air, and when.');
  const { zone } = await shop(client);
  const now = wallClockIn(zone, at);
  if (entry.read.at > wallClockIn(zone, at.getTime() + CLOCKS_MS)) return refuse('This time is still to come.');
  if (!isFresh(entry.read.at, now, inputs.days.place ?? 'shed'))
    return refuse('This reading is too old to start by. Read it again.');
  const card = plan.resin?.card;
  const told = card ? againstLaying(card, { ...entry, surfaceTempC: entry.surfaceTempC ?? null }) : [];
  const unsaid = told.filter(({ id }) => !entry.against?.ids.includes(id));
  if (unsaid.length > 0)
    throw new ProblemError(
      409,
      'held',
      'The air speaks against it. Wait, or write down why it is begun all the same.',
      {
        fields: [{ path: 'entry.against', message: 'Say why it is begun all the same.' }],
      },
    );
}
