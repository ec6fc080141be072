import type { RecordBody, RepairDetail } from '@ashstep/contract';
import { type Queryable, loadQueries } from '../platform/database.js';
import { type StoredSeal, sealFaults } from './verify.js';

export const sql = loadQueries<
  | 'chainLock'
  | 'chainEnd'
  | 'insert'
  | 'seals'
  | 'sealedRepairs'
  | 'unsigned'
  | 'sign'
  | 'importRepair'
  | 'sealImported'
  | 'importEvent'
  | 'importLog'
  | 'importCheck'
  | 'importResult'
  | 'importRework'
>(import.meta.url, './queries.sql');

/** Seals of one repair by revision, or all there are. */
export async function storedSeals(db: Queryable, repairId: string | null = null): Promise<StoredSeal[]> {
  return (await db.query<StoredSeal>(sql.seals, [repairId])).rows;
}

/** The seals of a repair, told from inside what was sealed, each looked through again as it is read. */
export async function sealsOf(db: Queryable, repairId: string, trustedKey: string): Promise<RepairDetail['seals']> {
  return (await storedSeals(db, repairId)).map((seal) => ({
    ...told(seal),
    faults: sealFaults(seal, trustedKey).map(({ words }) => words),
  }));
}

function told(seal: StoredSeal): Omit<RepairDetail['seals'][number], 'faults'> {
  const { hash, previousHash, number, publicKey } = seal;
  const chain = { hash, previousHash, number, publicKey };
  try {
    const { revision, shop, signature } = JSON.parse(seal.body) as RecordBody;
    const { by, at, meaning, singleHanded } = signature;
    return {
      revision,
      sealedAt: at,
      signedBy: by,
      meaning,
      singleHanded,
      ...chain,
      origin: seal.imported ? shop : null,
    };
  } catch {
    // What was sealed cannot be read any more, which is told as a fault; who is said to have signed is all there is.
    return {
      revision: seal.revision,
      sealedAt: seal.sealedAt.toISOString(),
      signedBy: seal.signedBy,
      meaning: seal.meaning,
      singleHanded: seal.singleHanded,
      ...chain,
      origin: null,
    };
  }
}
