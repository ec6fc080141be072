import { randomBytes, randomInt } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { canonicalJson } from '@ashstep/contract';
import { finishedRepair, newRepair } from '../testing/repairs.js';
import { pdfText } from '../testing/pdf.js';
import { PASSWORD, TestClient, TestServer } from '../testing/server.js';
import { requirePrepared } from '../upgrade.js';
import { readAnchors } from './anchor.js';
import { chainHash, isSealedBy, sealKey } from './seal.js';
import { storedSeals } from './seals.js';
import { verifyChain } from './service.js';
import { type Anchor, type StoredSeal, chainFaults, fileFaults } from './verify.js';

const SIGN = { password: PASSWORD, meaning: 'I inspected and accept' };

describe('the key', () => {
  it('signs as RFC 8032 says, and shows another’s signature, number or hash', () => {
    // Secret and public key of RFC 8032, section 7.1, test 1.
    const key = sealKey('9d61b19deffd5a60ba844af492ec2cc44449c5697b326919703bac031cae7f60');
    expect(key.publicKey).toBe('d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a');
    const hash = chainHash('0'.repeat(64), '{}');
    const signature = key.sign(3, hash);
    expect(isSealedBy(key.publicKey, 3, hash, signature)).toBeTrue();
    for (const [number, other] of [[4, hash], [3, chainHash('0'.repeat(64), '{ }')]] as const) expect(isSealedBy(key.publicKey, number, other, signature)).toBeFalse(); // prettier-ignore
    expect(isSealedBy(sealKey(randomBytes(32).toString('hex')).publicKey, 3, hash, signature)).toBeFalse();
    expect(isSealedBy('no key', 3, hash, 'no signature')).toBeFalse();
  });
});

describe('verification', () => {
  let server: TestServer;
  let tech: TestClient;
  let inspector: TestClient;
  let seals: StoredSeal[];
  let anchors: Anchor[];
  const ids: string[] = [];
  const key = (): string => server.context.sealKey.publicKey;
  beforeAll(async () => {
    server = await TestServer.start();
    const base = await server.listen();
    tech = await new TestClient(base).signIn('tech');
    inspector = await new TestClient(base).signIn('inspector');
    for (let i = 0; i < 3; i++) {
      const { id } = await finishedRepair(tech, inspector);
      await inspector.send('POST', `/api/repairs/${id}/sign-off`, SIGN);
      ids.push(id);
    }
    seals = await storedSeals(server.context.pool);
    anchors = readAnchors(server.context.config.anchorFile);
  }, 60_000);
  afterAll(() => server.stop());

  /** Changes rows past every guard, looks, and puts them back. */
  async function tamper(statement: string, values: unknown[], look: () => Promise<void>): Promise<void> {
    const client = await server.owner.connect();
    const tables = ['sealed_record', 'repair', 'log_entry', 'inspection_result', 'check_mark', 'rework_item'];
    const guards = (to: string): Promise<unknown> =>
      client.query(tables.map((table) => `ALTER TABLE ${table} ${to} TRIGGER ALL`).join(';'));
    await client.query(
      `CREATE SCHEMA kept; ${tables.map((table) => `CREATE TABLE kept.${table} AS TABLE ${table}`).join(';')}`,
    );
    try {
      await guards('DISABLE');
      await (values.length > 0 ? client.query(statement, values) : client.query(statement));
      await guards('ENABLE');
      await look();
    } finally {
      await guards('DISABLE');
      await client.query(
        tables
          .map(
            (table) => `DELETE FROM ${table}; INSERT INTO ${table} OVERRIDING SYSTEM VALUE SELECT * FROM kept.${table}`,
          )
          .join(';'),
      );
      await guards('ENABLE');
      await client.query('DROP SCHEMA kept CASCADE');
      client.release();
    }
  }
  const codes = async (): Promise<string[]> => [
    ...new Set((await verifyChain(server.context)).faults.map(({ code }) => code)),
  ];

  it('finds nothing where nothing was changed', async () => {
    expect(await verifyChain(server.context)).toEqual({
      records: 3,
      intact: true,
      brokenAt: null,
      faults: [],
      publicKey: key(),
    });
    expect(anchors.map(({ number, hash }) => [number, hash])).toEqual(
      seals.sort((a, b) => a.number! - b.number!).map(({ number, hash }) => [number!, hash]),
    );
  });

  it('finds every one of a thousand single bits turned in what is stored', () => {
    const texts = [
      'body',
      'previousHash',
      'hash',
      'publicKey',
      'signature',
      'signedBy',
      'meaning',
      'repairId',
    ] as const;
    for (let turn = 0; turn < 1000; turn++) {
      const at = randomInt(seals.length);
      const seal = { ...seals[at]! };
      // Most of it is body, as of the bytes there are; each of the other columns has its turn.
      const column =
        turn % 2 === 0
          ? 'body'
          : ([...texts, 'number', 'revision', 'sealedAt', 'singleHanded', 'imported'] as const)[
              turn % (texts.length + 5)
            ]!;
      if (column === 'number' || column === 'revision') seal[column] = seal[column]! ^ (1 << randomInt(16));
      else if (column === 'sealedAt') seal.sealedAt = new Date(seal.sealedAt.getTime() + 2 ** randomInt(40));
      else if (column === 'singleHanded' || column === 'imported') seal[column] = !seal[column];
      else {
        const bytes = Buffer.from(seal[column]!, 'utf8');
        const place = randomInt(bytes.length);
        bytes[place]! ^= 1 << randomInt(8);
        seal[column] = bytes.toString('utf8');
      }
      const faults = chainFaults(
        seals.map((one, i) => (i === at ? seal : one)),
        key(),
        anchors,
        [],
      );
      expect(faults.length)
        .withContext(`${column} of seal ${at + 1}`)
        .toBeGreaterThan(0);
    }
  });

  it('finds every one of a thousand single bits turned in a record file', async () => {
    const bytes = (await tech.send('GET', `/api/repairs/${ids[0]}/record.json`)).body;
    const whole = Buffer.from(JSON.stringify(bytes), 'utf8');
    expect(fileFaults(whole.toString('utf8'), key())).toEqual([]);
    for (let turn = 0; turn < 1000; turn++) {
      const changed = Buffer.from(whole);
      changed[randomInt(changed.length)]! ^= 1 << randomInt(8);
      expect(fileFaults(changed.toString('utf8'), key()).length)
        .withContext(`turn ${turn}`)
        .toBeGreaterThan(0);
    }
    expect(fileFaults(JSON.stringify(bytes, null, 2), key())[0]!.words).toContain('not byte for byte');
    expect(fileFaults(whole.toString('utf8'), 'a'.repeat(64))[0]!.code).toBe('signature');
    const { seal: _seal, ...unsigned } = bytes;
    expect(fileFaults(JSON.stringify(unsigned), key())[0]!.words).toContain('nobody has signed it');
    for (const text of ['', '{', '[]', 'null', '{"body":{}}', '{"body":{"inputs":null}}'])
      expect(fileFaults(text, key())[0]!.code).withContext(text).toBe('file');
  });

  it('names a column changed beside the text that was sealed', () =>
    tamper("UPDATE sealed_record SET signed_by = 'Somebody Else' WHERE repair_id = $1", [ids[1]], async () => {
      const { faults } = await verifyChain(server.context);
      expect(faults.map(({ repairId, words }) => [repairId, words])).toEqual([
        [ids[1]!, 'The signer shown is Somebody Else; Inspector Spec was sealed.'],
      ]);
      const [seal] = (await tech.send('GET', `/api/repairs/${ids[1]}`)).body.seals;
      expect([seal.signedBy, seal.faults.length]).toEqual(['Inspector Spec', 1]);
    }));

  it('names what of a sealed job is not what was sealed', () =>
    tamper(
      "UPDATE repair SET inputs = jsonb_set(inputs::jsonb, '{laminate,thicknessMm}', '7')::json WHERE id = $1",
      [ids[0]],
      async () => {
        expect((await verifyChain(server.context)).faults.map(({ words }) => words)).toEqual([
          'inputs/laminate/thicknessMm of the job is not what was sealed: 4 was sealed, 7 is there.',
        ]);
      },
    ));

  it('finds a log line taken out, and results altered, of a sealed job', async () => {
    await tamper("DELETE FROM log_entry WHERE repair_id = $1 AND entry ->> 'kind' = 'batch'", [ids[0]], async () =>
      expect(await codes()).toEqual(['job']),
    );
    await tamper('UPDATE inspection_result SET mean = mean + 1 WHERE repair_id = $1', [ids[0]], async () =>
      expect(await codes()).toEqual(['job']),
    );
  });

  it('finds a chain cut short, one emptied, and a record taken out of its middle', async () => {
    await tamper('DELETE FROM sealed_record WHERE number = 3', [], async () =>
      expect(await codes()).toEqual(['cut', 'missing']),
    );
    await tamper('DELETE FROM sealed_record WHERE number = 2', [], async () =>
      expect(await codes()).toEqual(['link', 'cut', 'missing']),
    );
    await tamper('DELETE FROM sealed_record', [], async () => {
      expect(await codes()).toEqual(['cut', 'missing']);
      expect((await verifyChain(server.context)).faults[0]!.words).toContain('3 seals were given; none is here');
    });
    // The jobs opened again with it, so that nothing in the database misses it.
    await tamper("UPDATE repair SET state = 'open', sealed_at = NULL; DELETE FROM sealed_record", [], async () =>
      expect(await codes()).toEqual(['cut']),
    );
  });

  it('finds a chain written anew with every hash right, whoever signed it', async () => {
    const forger = sealKey(randomBytes(32).toString('hex'));
    for (const by of [null, forger]) {
      let previousHash = '0'.repeat(64);
      const anew = seals.map((seal, i) => {
        const body = canonicalJson({ ...JSON.parse(seal.body), title: 'Never happened' });
        const hash = chainHash(previousHash, body);
        const written = {
          ...seal,
          body,
          previousHash,
          hash,
          number: i + 1,
          ...(by ? { publicKey: by.publicKey, signature: by.sign(i + 1, hash) } : {}),
        };
        previousHash = hash;
        return written;
      });
      expect(chainFaults(anew, key(), [], []).map(({ code }) => code)).toEqual(['signature', 'signature', 'signature']);
    }
  });

  it('finds a list of seals written by another', () => {
    const forger = sealKey(randomBytes(32).toString('hex'));
    const { number, hash } = anchors[0]!;
    expect(
      chainFaults(seals, key(), [{ number, hash, signature: forger.sign(number, hash) }], []).map(({ code }) => code),
    ).toEqual(['file']);
  });

  it('of a record as it is read says what is wrong, prints it as not sealed and gives no file of it', () =>
    tamper(
      `UPDATE sealed_record SET body = replace(body, '"thicknessMm":4', '"thicknessMm":5') WHERE repair_id = $1`,
      [ids[2]],
      async () => {
        const [seal] = (await tech.send('GET', `/api/repairs/${ids[2]}`)).body.seals;
        expect(seal.faults).toEqual(['The record’s text does not fit its hash: it was changed after it was sealed.']);
        const text = await pdfText((await tech.send('GET', `/api/repairs/${ids[2]}/record.pdf`)).body);
        expect(text).toContain('NOT AS IT WAS SEALED');
        expect(text).not.toContain('“I inspected and accept”');
        const file = await tech.send('GET', `/api/repairs/${ids[2]}/record.json`);
        expect([file.status, file.body.code]).toEqual([409, 'not-intact']);
      },
    ));

  it('of a record whose text is none any more answers in words, not with a fault of the server', () =>
    tamper("UPDATE sealed_record SET body = 'x' WHERE repair_id = $1", [ids[2]], async () => {
      for (const path of ['', '/record.json', '/record.pdf'])
        expect((await tech.send('GET', `/api/repairs/${ids[2]}${path}`)).status)
          .withContext(path)
          .toBeLessThan(500);
    }));

  it('gives records of before there were keys a number and a signature, once', async () => {
    const { pool } = server.context;
    const before = await storedSeals(pool);
    await tamper('UPDATE sealed_record SET number = NULL, public_key = NULL, signature = NULL', [], async () => {
      expect(await codes()).toContain('signature');
      writeFileSync(server.context.config.anchorFile!, '');
      await server.owner.query("DELETE FROM upgrade WHERE name = 'sign-chain'");
      await expectAsync(requirePrepared(pool)).toBeRejectedWithError(/not prepared for this version/);
      await server.prepare();
      await expectAsync(requirePrepared(pool)).toBeResolved();
      expect(await storedSeals(pool)).toEqual(before);
      expect((await verifyChain(server.context)).intact).toBeTrue();
      expect(readAnchors(server.context.config.anchorFile).length).toBe(3);
    });
  });

  it('refuses to work with a database a newer version has been at', async () => {
    const { owner } = server;
    await owner.query("INSERT INTO migrations (id, name, hash, executed_at) VALUES (9999, 'to-come', 'x', now())");
    try {
      await expectAsync(server.prepare()).toBeRejectedWithError(/newer version of Ash Step/);
      await expectAsync(requirePrepared(server.context.pool)).toBeRejectedWithError(/not prepared for this version/);
    } finally {
      await owner.query('DELETE FROM migrations WHERE id = 9999');
    }
  });

  it('is to be had over the network, with the key', async () => {
    await newRepair(tech);
    expect((await tech.send('GET', '/api/records/verify')).body).toEqual(
      jasmine.objectContaining({ intact: true, records: 3, publicKey: key() }),
    );
  });
});
