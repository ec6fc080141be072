import { CoreError } from '../errors.js';
import { CAUSES, diagnose, FINDINGS, SYMPTOMS, UNKNOWN_CAUSE } from './index.js';

const faultOf = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof CoreError) return `${error.code} ${error.field}`;
    throw error;
  }
  return 'none';
};
const rankOf = (id: string, symptoms: string[], findings: { id: string; found: boolean }[] = []): number =>
  diagnose({ symptoms, findings }).causes.findIndex((one) => one.id === id);
const strongest = (of: Readonly<Record<string, number>>): string[] => Object.entries(of).sort((a, b) => b[1] - a[1]).map(([id]) => id); // prettier-ignore

describe('what went wrong', () => {
  it('knows what the trade meets: many symptoms, more causes, each with what to do and what to write down', () => {
    expect(SYMPTOMS.length).toBeGreaterThanOrEqual(25);
    expect(CAUSES.length).toBeGreaterThanOrEqual(40);
    for (const list of [SYMPTOMS, CAUSES, FINDINGS]) expect(new Set(list.map(({ id }) => id)).size).toBe(list.length);
    for (const { id, now, writeDown } of CAUSES) expect([now.endsWith('.'), writeDown.endsWith('.')]).withContext(id).toEqual([true, true]); // prettier-ignore
  });

  for (const cause of CAUSES) {
    it(`${cause.label}: first when it shows what it shows and what speaks for it is found`, () => {
      for (const id of Object.keys(cause.shows)) expect(SYMPTOMS.some((one) => one.id === id)).withContext(id).toBeTrue(); // prettier-ignore
      for (const id of Object.keys(cause.found)) expect(FINDINGS.some((one) => one.id === id)).withContext(id).toBeTrue(); // prettier-ignore
      const findings = strongest(cause.found).map((id) => ({ id, found: true }));
      expect(rankOf(cause.id, [strongest(cause.shows)[0]!], findings)).toBe(0);
    });
  }

  for (const { id, label } of SYMPTOMS) {
    it(`${label}: three causes at least, and those it is usual for before those it is not`, () => {
      const usual = CAUSES.filter(({ shows }) => (shows[id] ?? 0) >= 0.6);
      expect(usual.length).withContext('something shows it usually').toBeGreaterThan(0);
      const ranked = diagnose({ symptoms: [id] }).causes;
      expect(ranked.length).toBeGreaterThanOrEqual(3);
      expect(CAUSES.find((one) => one.id === ranked[0]!.id)!.shows[id]).toBeGreaterThanOrEqual(0.6);
    });
  }

  for (const finding of FINDINGS) {
    it(`${finding.label}: pushes what it speaks for up when found and down when not`, () => {
      const cause = CAUSES.reduce((best, one) => ((one.found[finding.id] ?? 0) / one.weight > (best.found[finding.id] ?? 0) / best.weight ? one : best)); // prettier-ignore
      expect(cause.found[finding.id]).withContext('something is told by it').toBeGreaterThan(finding.usual);
      const push = (found: boolean): number =>
        diagnose({ symptoms: [strongest(cause.shows)[0]!], findings: [{ id: finding.id, found }] })
          .causes.find(({ id }) => id === cause.id)!
          .pushes.find(({ id }) => id === finding.id)!.push;
      expect(push(true)).toBeGreaterThan(0);
      expect(push(false)).toBeLessThan(0);
    });
  }

  it('is Bayes by hand: a cause of weight six at nine tenths against all others', () => {
    const weight = (id: string): number => [...CAUSES, UNKNOWN_CAUSE].find((one) => one.id === id)!.weight;
    const shows = (id: string): number => (id === 'unknown' ? 0.05 : (CAUSES.find((one) => one.id === id)!.shows['blisters'] ?? 0.01)); // prettier-ignore
    const whole = [...CAUSES, UNKNOWN_CAUSE].reduce((sum, { id }) => sum + weight(id) * shows(id), 0);
    const found = diagnose({ symptoms: ['blisters'] }).causes;
    expect(found[0]!.probability).toBeCloseTo((weight('osmosis') * 0.9) / whole, 9);
    expect(diagnose({ symptoms: ['blisters'] }).causes.reduce((sum, { probability }) => sum + probability, 0)).toBeGreaterThan(0.95); // prettier-ignore
  });

  it('what to look at next takes the most doubt, and what was looked at is not offered again', () => {
    const first = diagnose({ symptoms: ['sticky'] });
    expect(first.next.every(({ gainBits }, i) => i === 0 || gainBits <= first.next[i - 1]!.gainBits)).toBeTrue();
    expect(first.remarks[0]!.id).withContext('sticky alone settles nothing').toBe('diagnosis.open');
    const then = diagnose({ symptoms: ['sticky'], findings: [{ id: first.next[0]!.id, found: true }] });
    expect(then.next.some(({ id }) => id === first.next[0]!.id)).toBeFalse();
    expect(then.causes[0]!.probability).toBeGreaterThan(first.causes[0]!.probability);
    const settled = diagnose({ symptoms: ['sticky', 'soft-through'], findings: [{ id: 'mix-off', found: true }, { id: 'nail-everywhere', found: true }, { id: 'cold', found: false }, { id: 'warmth-helps', found: false }] }); // prettier-ignore
    expect(settled.causes[0]!.id).toBe('off-ratio');
    expect(settled.remarks).toEqual([]);
  });

  it('a record that rules out everything named leaves something else', () => {
    const found = diagnose({ symptoms: ['scratches'], findings: [{ id: 'grits-jumped', found: false }] });
    expect(found.causes.slice(0, 3).map(({ id }) => id)).toContain('unknown');
  });

  it('no symptom, an unknown one, or one named twice is refused at its field', () => {
    expect(faultOf(() => diagnose({ symptoms: [] }))).toBe('empty symptoms');
    expect(faultOf(() => diagnose({ symptoms: ['haunted'] }))).toBe('unknown-id symptoms.0');
    expect(faultOf(() => diagnose({ symptoms: ['sticky', 'sticky'] }))).toBe('inconsistent symptoms.1');
    expect(faultOf(() => diagnose({ symptoms: ['sticky'], findings: [{ id: 'x', found: true }] }))).toBe('unknown-id findings.0.id'); // prettier-ignore
  });
});
