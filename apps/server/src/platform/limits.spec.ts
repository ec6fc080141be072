import { LIMITS, type Limits } from '@ashstep/core/limits';
import { TestServer } from '../testing/server.js';

/** Figures that tables hold in columns of their own. */
const HELD: readonly [table: string, column: string, limits: Limits][] = [
  ['air_reading', 'temp_c', LIMITS.airTempC],
  ['air_reading', 'humidity_percent', LIMITS.humidityPercent],
  ['craft', 'year', LIMITS.year],
  ['bond_trial', 'value', LIMITS.trialValue],
  ['bond_trial', 'width_mm', LIMITS.lengthMm],
  ['bond_trial', 'overlap_mm', LIMITS.lengthMm],
  ['bond_trial', 'old_percent', LIMITS.sharePercent],
  ['bond_trial', 'new_percent', LIMITS.sharePercent],
  ['bond_trial', 'bond_percent', LIMITS.sharePercent],
];

describe('limits of the database', () => {
  it('are those of the core', async () => {
    const server = await TestServer.start();
    const { rows } = await server.owner.query<{ told: string; text: string }>(
      `SELECT conrelid::regclass || '.' || attname AS told, pg_get_constraintdef(c.oid) AS text
       FROM pg_constraint c JOIN pg_attribute a ON attrelid = conrelid AND conkey = ARRAY[attnum] WHERE contype = 'c'`,
    );
    for (const [table, column, limits] of HELD) {
      const text = rows.find(({ told }) => told === `${table}.${column}`)?.text ?? 'no check';
      const [min, max] = [/>= \(?'?(-?[\d.]+)/, /<= \(?'?(-?[\d.]+)/].map((bound) => Number(bound.exec(text)?.[1]));
      expect({ min, max } as Limits)
        .withContext(`${table}.${column}: ${text}`)
        .toEqual(limits);
    }
    await server.stop();
  });
});
