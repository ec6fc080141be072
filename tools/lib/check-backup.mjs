import { existsSync, readFileSync } from 'node:fs';

/** Whether a database read from a backup may be worked with: made by no newer version, brought up to date, every record as it was sealed. */
export async function checkBackup({ ownerUrl, databaseUrl }, { 'record-key': keyFile, seals }) {
  const { openPool } = await import('../../apps/server/dist/platform/database.js');
  const { prepareDatabase } = await import('../../apps/server/dist/upgrade.js');
  const { sealKey } = await import('../../apps/server/dist/record/seal.js');
  const { verifyChain } = await import('../../apps/server/dist/record/service.js');
  if (!existsSync(keyFile)) throw new Error('The backup has no key in it, so its records cannot be looked through.');
  const needs = {
    pool: openPool(ownerUrl),
    sealKey: sealKey(readFileSync(keyFile, 'utf8').trim()),
    config: { databaseUrl, anchorFile: seals },
  };
  try {
    await prepareDatabase(needs);
    const { faults } = await verifyChain(needs);
    if (faults.length > 0)
      throw new Error(
        `The records of the backup are not as they were sealed:\n${faults.map(({ words }) => `  ${words}`).join('\n')}`,
      );
  } finally {
    await needs.pool.end();
  }
}
