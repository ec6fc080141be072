import { CoreError } from '@ashstep/core/errors';
import * as z from 'zod';
import { readConfig } from './config.js';
import { loadQueries } from './database.js';
import { ProblemError, parse, problemOf } from './problems.js';

const ENVIRONMENT = {
  DATABASE_URL: 'postgres://x',
  SESSION_SECRET: 'long enough to be one',
  RECORD_KEY: '0'.repeat(64),
};

describe('settings', () => {
  it('have safe defaults', () => {
    expect(readConfig(ENVIRONMENT)).toEqual(
      jasmine.objectContaining({ port: 4280, host: '127.0.0.1', demo: false, demoPasswords: {} }),
    );
  });

  it('allow demo accounts on loopback only', () => {
    const demo = (HOST: string) => readConfig({ ...ENVIRONMENT, DEMO: '1', HOST }).demo;
    expect([demo('127.0.0.1'), demo('localhost'), demo('::1'), demo('0.0.0.0'), demo('192.0.2.7')]).toEqual([
      true,
      true,
      true,
      false,
      false,
    ]);
  });

  it('refuse a missing database, a short secret and a port out of range', () => {
    expect(() => readConfig({ SESSION_SECRET: ENVIRONMENT.SESSION_SECRET })).toThrowError();
    expect(() => readConfig({ ...ENVIRONMENT, SESSION_SECRET: 'short' })).toThrowError();
    expect(() => readConfig({ ...ENVIRONMENT, RECORD_KEY: 'abc' })).toThrowError();
    expect(() => readConfig({ ...ENVIRONMENT, PORT: '70000' })).toThrowError();
  });
});

describe('queries', () => {
  it('are read by name from the file beside the code', () => {
    const sql = loadQueries<'byId' | 'shop'>(new URL('../people/service.ts', import.meta.url).href, './queries.sql');
    expect(sql.byId.text).toContain('FROM person WHERE id = $1');
    expect(sql.byId.name).toBe('people/queries.byId');
    expect(sql.shop.text).not.toContain('-- name');
    expect(sql.shop).not.toBe(sql.shop);
  });
});

describe('problems', () => {
  it('carry the field and words of a core error', () => {
    const problem = problemOf(new CoreError('out-of-range', 'taper.ratio', { value: 0.1, min: 1, max: 100 }));
    expect(problem.status).toBe(422);
    expect(problem.fields).toEqual([{ path: 'taper.ratio', message: 'Accepted: 1 to 100.' }]);
  });

  it('turn what the database refuses into answers a person can use', () => {
    expect(problemOf(Object.assign(new Error(), { code: '23505' })).code).toBe('already-there');
    expect(problemOf(Object.assign(new Error(), { code: '23001' })).code).toBe('sealed');
    expect(problemOf(Object.assign(new Error(), { code: '22P05' })).status).toBe(422);
  });

  it('say nothing of the inside when something breaks', () => {
    const problem = problemOf(new Error('secret table missing'));
    expect(problem.status).toBe(500);
    expect(JSON.stringify(problem)).not.toContain('secret');
  });

  it('list fields by their path, under a prefix when asked', () => {
    try {
      parse(z.object({ a: z.object({ b: z.number() }) }), { a: { b: 'x' } }, 'body');
      fail('accepted');
    } catch (error) {
      expect((error as ProblemError).extra.fields).toEqual([{ path: 'body.a.b', message: 'Give a figure here.' }]);
    }
  });
});
