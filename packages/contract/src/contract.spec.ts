import { NEW_REPAIR, planRepair } from '@ashstep/core/repair';
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import * as z from 'zod';
import { CALCULATIONS } from './calculations/index.js';
import { FABRICS } from '@ashstep/core/material';
import { repairInputs } from './inputs/index.js';
import { ids } from './inputs/pieces.js';
import { issueFields } from './problem.js';
import { canonicalJson } from './record.js';
import { WORDED_REMARKS, errorWords } from './words.js';

const CORE = path.resolve('packages/core/src');
const coreSources = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? coreSources(path.join(folder, entry.name))
      : entry.name.endsWith('.spec.ts')
        ? []
        : [readFileSync(path.join(folder, entry.name), 'utf8')],
  );

describe('inputs', () => {
  it('accept a new repair and refuse unknown fabrics, extra keys and NaN', () => {
    expect(repairInputs.safeParse(NEW_REPAIR).success).toBeTrue();
    const wrong = (patch: object) => repairInputs.safeParse({ ...NEW_REPAIR, ...patch }).success;
    expect(wrong({ laminate: { ...NEW_REPAIR.laminate, plies: [{ fabricId: 'moon-cloth' }] } })).toBeFalse();
    expect(wrong({ place: { ...NEW_REPAIR.place, mood: 'good' } })).toBeFalse();
    expect(wrong({ taper: { ...NEW_REPAIR.taper, ratio: Number.NaN } })).toBeFalse();
  });

  it('name the field in the way and what would be accepted', () => {
    const result = repairInputs.safeParse({ ...NEW_REPAIR, taper: { ...NEW_REPAIR.taper, marginMm: -3 } });
    expect(issueFields(result.error!)).toEqual([{ path: 'taper.marginMm', message: 'Accepted: 0 or more.' }]);
  });
});

describe('field words', () => {
  const words = (schema: z.ZodType, value: unknown): string => issueFields(schema.safeParse(value).error!)[0]!.message;

  it('tell what is missing from what is of the wrong kind', () => {
    expect(words(z.object({ a: z.number() }), {})).toBe('This is still missing.');
    expect(words(z.object({ a: z.number() }), { a: 'x' })).toBe('Give a figure here.');
    expect(words(z.object({ a: z.boolean() }), { a: 1 })).toBe('Give yes or no (true, false) here.');
    expect(words(z.object({ a: z.string() }), { a: null })).toBe('Give text here.');
    expect(words(z.object({ a: z.uuid() }), { a: 'x' })).toBe('Not written as it has to be here.');
    expect(words(z.object({ a: z.string().regex(/b/, 'Begin with b.') }), { a: 'x' })).toBe('Begin with b.');
  });

  it('say the limits and the choices, but read no long list out', () => {
    expect(words(z.number().min(0.1), 0)).toBe('Accepted: 0.1 or more.');
    expect(words(z.number().gt(0), 0)).toBe('Accepted: more than 0.');
    expect(words(z.number().max(9), 10)).toBe('Accepted: up to 9.');
    expect(words(z.string().max(3), 'long')).toBe('Accepted: up to 3 characters.');
    expect(words(z.array(z.number()).min(2), [1])).toBe('At least 2.');
    expect(words(z.array(z.number()).max(1), [1, 2])).toBe('1 at the most.');
    expect(words(z.string().trim().min(1, 'Say which trials it rests on.'), ' ')).toBe('Say which trials it rests on.');
    expect(words(z.enum(['a', 'b']), 'c')).toBe('Accepted: a, b.');
    expect(words(ids(FABRICS), 'moon-cloth')).toBe('Not in the list. Pick one that is.');
    expect(words(z.strictObject({}), { mood: 1 })).toBe('Not known here: mood.');
  });
});

describe('calculations', () => {
  for (const calculation of CALCULATIONS) {
    it(`${calculation.name} has a schema and an example that gives finite figures`, () => {
      expect(() => z.toJSONSchema(calculation.schema, { io: 'input', unrepresentable: 'any' })).not.toThrow();
      const text = JSON.stringify(calculation.run(calculation.schema.parse(calculation.example) as never));
      expect(text.length).toBeGreaterThan(20);
      expect(() => canonicalJson(JSON.parse(text))).not.toThrow();
    });
  }
});

describe('canonical JSON', () => {
  it('does not depend on the order of keys and keeps arrays as they are', () => {
    expect(canonicalJson({ b: 1, a: [3, { d: null, c: 'ü' }] })).toBe('{"a":[3,{"c":"ü","d":null}],"b":1}');
    expect(canonicalJson({ a: 1, b: undefined })).toBe('{"a":1}');
  });

  it('refuses what JSON cannot say', () =>
    expect(() => canonicalJson({ a: Number.POSITIVE_INFINITY })).toThrowError(TypeError));
});

describe('words', () => {
  it('exist for every remark the core can make', () => {
    const said = new Set(
      coreSources(CORE).flatMap((text) =>
        [
          ...text.matchAll(
            /id: '((?:air|evidence|resin|laminate|taper|joint|mix|days|schedule|paste|tools|batches|cure)\.[a-z-]+)'/g,
          ),
        ].map((m) => m[1]!),
      ),
    );
    expect(said.size).toBeGreaterThan(15);
    for (const id of said) expect(WORDED_REMARKS).toContain(id);
    for (const id of ['stack.proud', 'stack.low', 'stack.past-footprint']) expect(WORDED_REMARKS).toContain(id);
  });

  it('say the limits', () =>
    expect(errorWords('out-of-range', { value: 6, min: 1, max: 3 })).toBe('Accepted: 1 to 3.'));
  it('leave no NaN in a plan of defaults', () => expect(JSON.stringify(planRepair(NEW_REPAIR))).not.toContain('NaN'));
});
