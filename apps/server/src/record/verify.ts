import {
  type RecordBody,
  type RecordFile,
  CHAIN_START,
  canonicalJson,
  changesBetween,
  upgradedInputs,
  recordFile,
} from '@ashstep/contract';
import { chainHash, isSealedBy } from './seal.js';

/** A sealed record as it is stored. */
export interface StoredSeal {
  repairId: string;
  revision: number;
  imported: boolean;
  body: string;
  previousHash: string;
  hash: string;
  /** Place in this shop's chain, from 1; none for one taken in that has none. */
  number: number | null;
  publicKey: string | null;
  signature: string | null;
  sealedAt: Date;
  signedBy: string;
  meaning: string;
  singleHanded: boolean;
}

/** The last seal told outside the database. */
export interface Anchor {
  number: number;
  hash: string;
  signature: string;
}

/** A repair that is sealed, as its own tables have it. */
export interface SealedJob extends Pick<
  RecordBody,
  'title' | 'technician' | 'inputs' | 'log' | 'checks' | 'results' | 'rework'
> {
  repairId: string;
  revision: number;
}

export interface Fault {
  code: 'body' | 'column' | 'signature' | 'link' | 'missing' | 'cut' | 'job' | 'file';
  repairId: string | null;
  revision: number | null;
  /** What is not as it was sealed, and where. */
  words: string;
}

/** What is not as it was sealed in one record by itself; nothing where all is. */
export function sealFaults(seal: StoredSeal, trustedKey: string | null): Fault[] {
  const fault = (code: Fault['code'], words: string): Fault => ({
    code,
    repairId: seal.repairId,
    revision: seal.revision,
    words,
  });
  const body = bodyOf(seal.body);
  if (!body || chainHash(seal.previousHash, seal.body) !== seal.hash)
    return [fault('body', 'The record’s text does not fit its hash: it was changed after it was sealed.')];
  const { signature } = body;
  const columns: [string, unknown, unknown][] = [
    ['repair', seal.repairId, body.repairId],
    ['revision', seal.revision, body.revision],
    ['time of the seal', seal.sealedAt.getTime(), new Date(signature.at).getTime()],
    ['signer', seal.signedBy, signature.by],
    ['meaning', seal.meaning, signature.meaning],
    ['single-handed', seal.singleHanded, signature.singleHanded],
  ];
  const faults = columns
    .filter(([, shown, sealed]) => shown !== sealed)
    .map(([name, shown, sealed]) =>
      fault('column', `The ${name} shown is ${String(shown)}; ${String(sealed)} was sealed.`),
    );
  if (seal.imported && seal.signature === null && seal.publicKey === null) return faults;
  const { number, publicKey, signature: signed } = seal;
  if (number === null || publicKey === null || signed === null)
    return [...faults, fault('signature', 'The seal is not signed with the shop’s key.')];
  if (!seal.imported && trustedKey !== null && publicKey !== trustedKey)
    return [...faults, fault('signature', 'The seal is signed with a key that is not the shop’s.')];
  return isSealedBy(publicKey, number, seal.hash, signed)
    ? faults
    : [
        ...faults,
        fault('signature', `The signature does not fit seal ${number}: it was not made with the shop’s key.`),
      ];
}

function bodyOf(text: string): RecordBody | null {
  try {
    const body = JSON.parse(text) as RecordBody;
    return canonicalJson(body) === text && typeof body.signature === 'object' ? body : null;
  } catch {
    return null;
  }
}

/**
 * What is not as it was sealed in all that is kept: each record by itself, the links between this shop's own, the seals told outside
 * the database, and the jobs as their tables have them.
 */
export function chainFaults(
  seals: readonly StoredSeal[],
  trustedKey: string | null,
  anchors: readonly Anchor[],
  jobs: readonly SealedJob[],
): Fault[] {
  const own = seals.filter(({ imported }) => !imported).sort((a, b) => (a.number ?? 0) - (b.number ?? 0));
  return [
    ...seals.flatMap((seal) => sealFaults(seal, trustedKey)),
    ...linkFaults(own),
    ...anchorFaults(own, trustedKey, anchors),
    ...jobs.flatMap((job) => jobFaults(job, seals)),
  ];
}

function linkFaults(own: readonly StoredSeal[]): Fault[] {
  return own.flatMap((seal, i) => {
    const before = own[i - 1]?.hash ?? CHAIN_START;
    const words =
      seal.number !== i + 1
        ? `Seal ${i + 1} of the chain is missing.`
        : seal.previousHash !== before
          ? 'It does not follow on the record before it: one was changed, put in or taken out.'
          : null;
    return words ? [{ code: 'link' as const, repairId: seal.repairId, revision: seal.revision, words }] : [];
  });
}

function anchorFaults(own: readonly StoredSeal[], trustedKey: string | null, anchors: readonly Anchor[]): Fault[] {
  const whole = (code: Fault['code'], words: string): Fault => ({ code, repairId: null, revision: null, words });
  const last = Math.max(0, ...anchors.map(({ number }) => number));
  const faults =
    last > own.length
      ? [
          whole(
            'cut',
            `${last} seals were given; ${own.length === 0 ? 'none is' : `${own.length} are`} here. The end of the chain was cut off.`,
          ),
        ]
      : [];
  for (const { number, hash, signature } of anchors) {
    if (trustedKey !== null && !isSealedBy(trustedKey, number, hash, signature))
      faults.push(whole('file', `The line of seal ${number} in the file of seals is not signed with the shop’s key.`));
    else if (own[number - 1] && own[number - 1]!.hash !== hash)
      faults.push(whole('link', `Seal ${number} is not the one that was given: the chain was written anew.`));
  }
  return faults;
}

/** What of a sealed job's own tables is not what its last record holds. */
function jobFaults(job: SealedJob, seals: readonly StoredSeal[]): Fault[] {
  const at = { repairId: job.repairId, revision: job.revision };
  const seal = seals.find(({ repairId, revision }) => repairId === job.repairId && revision === job.revision);
  if (!seal) return [{ code: 'missing', ...at, words: 'The job is sealed, and its record is not here.' }];
  const body = bodyOf(seal.body);
  if (!body) return [];
  const changes = changesBetween(comparable({ ...body, inputs: upgradedInputs(body.inputs) }), comparable(job));
  return changes.map((change) => ({
    code: 'job' as const,
    ...at,
    words: `${change.path.slice(1)} of the job is not what was sealed${'at' in change ? `, from entry ${change.at + 1} on` : `: ${short(change.was)} was sealed, ${short(change.is)} is there`}.`,
  }));
}

/** What of a job is both in its tables and in its record: without what is worked out of it, times as moments. */
function comparable({
  title,
  technician,
  inputs,
  log,
  checks,
  results,
  rework,
}: Pick<RecordBody, 'title' | 'technician' | 'inputs' | 'log' | 'checks' | 'results' | 'rework'>): unknown {
  const bare = {
    title,
    technician,
    inputs,
    log: log.map(({ receivedAt, device, ...entry }) => ({ ...entry, ...(receivedAt ? { receivedAt } : {}), ...(device ? { device } : {}) })), // prettier-ignore
    checks,
    results: results.map(({ standing: _standing, revision: _revision, ...result }) => result),
    rework,
  };
  return JSON.parse(
    JSON.stringify(bare, (_key, value: unknown) =>
      typeof value === 'string' && MOMENT.test(value) ? new Date(value).toISOString() : value,
    ),
  );
}

const MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(?:\.\d+)?(?:Z|[+-]\d{2}:\d{2})$/;

const short = (value: unknown): string => {
  const text = JSON.stringify(value) ?? 'nothing';
  return text.length > 60 ? `${text.slice(0, 60)}…` : text;
};

/**
 * What is not as it was sealed in a record file, byte for byte.
 * @param trustedKey the public key it must be signed with; without one, that in the file is taken
 */
export function fileFaults(text: string, trustedKey: string | null): Fault[] {
  const file = (words: string): Fault[] => [{ code: 'file', repairId: null, revision: null, words }];
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return file('This is not a record file: it cannot be read as JSON.');
  }
  const { result: upgraded, error: tooNew } = upgradedRecord(value);
  if (tooNew) return file(tooNew);
  const { body } = (value ?? {}) as RecordFile;
  const read = recordFile.safeParse(upgraded);
  if (!read.success)
    return file(
      `This is not a record as it is given out: ${read.error.issues[0]?.path.join('.') ?? ''} ${read.error.issues[0]?.message ?? ''}`.trim(),
    );
  const { previousHash, hash, seal } = read.data;
  const at = { repairId: read.data.body.repairId, revision: read.data.body.revision };
  const canonical = canonicalJson(body);
  if (chainHash(previousHash, canonical) !== hash)
    return [{ code: 'body', ...at, words: 'The record does not fit its hash: it was changed after it was sealed.' }];
  if (!seal)
    return [
      {
        code: 'signature',
        ...at,
        words: 'The record fits its hash, and nobody has signed it: anybody may have made it up.',
      },
    ];
  if (trustedKey !== null && seal.publicKey !== trustedKey)
    return [
      {
        code: 'signature',
        ...at,
        words: `The record is signed with the key ${seal.publicKey}, not with ${trustedKey}.`,
      },
    ];
  if (!isSealedBy(seal.publicKey, seal.number, hash, seal.signature))
    return [{ code: 'signature', ...at, words: 'The signature does not fit the record.' }];
  if (text.replace(/\r?\n$/, '') !== recordText(value as RecordFile))
    return file('The record holds what was sealed, but the file is not byte for byte as it was given out.');
  return [];
}

/** A record file with inputs of now in place of those of an earlier version, anything else as it is; or why not: it is of a version to come. */
export function upgradedRecord(value: unknown): { result: unknown; error: string | null } {
  const body = (value as Partial<RecordFile> | null)?.body;
  if (!body || typeof body !== 'object' || typeof body.inputs !== 'object') return { result: value, error: null };
  try {
    const inputs = upgradedInputs(body.inputs);
    return { result: { ...(value as RecordFile), body: { ...body, inputs } }, error: null };
  } catch (error) {
    if (error instanceof RangeError) return { result: null, error: error.message };
    throw error;
  }
}

/** A record file as it is given out. */
export const recordText = ({ body, previousHash, hash, seal }: RecordFile): string =>
  `{"body":${canonicalJson(body)},"previousHash":"${previousHash}","hash":"${hash}"${seal ? `,"seal":${canonicalJson(seal)}` : ''}}`;
