import { NEW_REPAIR, planRepair } from '@ashstep/core/repair';
import type { LogEntry, LogEntryBody } from './log-entry.js';
import { questionsOf } from './log-questions.js';

const { rounds } = planRepair({
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'polyester' },
});
let clock = 0;
const told = (by: string, entry: LogEntryBody): LogEntry => ({ id: `id-${++clock}`, at: `2026-04-16T09:${String(clock).padStart(2, '0')}:00Z`, by, entry, mixErrorPercent: null, within: entry.kind === 'batch' ? true : null }); // prettier-ignore
const ply = (by: string, i: number): LogEntry => told(by, { kind: 'ply', plyKey: rounds[0]!.plies[i]!.key, label: `Ply ${i + 1}` }); // prettier-ignore
const start = { kind: 'start', round: rounds[0]!.id, tempC: 20, humidityPercent: 50 } as const;

describe('what a log asks', () => {
  it('is nothing of a job that went ply by ply', () => {
    expect(questionsOf(rounds, [told('A', start), ply('A', 0), ply('B', 1)])).toEqual([]);
  });

  it('is where a ply is that another lies on: taken back by one while another laid the next', () => {
    const [first, second] = [ply('A', 0), ply('B', 1)];
    const log = [first, second, told('A', { kind: 'taken-back', of: first.id, label: 'Ply 1 down' })];
    const [question] = questionsOf(rounds, log);
    expect([question!.kind, question!.of]).toEqual(['ply-missing', [second.id]]);
    expect(question!.text).toContain('down by B');
    expect(questionsOf(rounds, [...log, ply('A', 0)]))
      .withContext('laid after all')
      .toEqual([]);
    expect(questionsOf(rounds, [...log, told('B', { kind: 'settled', of: question!.of, label: 'ply 2' })])).toEqual([]);
  });

  it('is which air was true where two read it apart, and nothing where they read alike', () => {
    const first = told('A', start);
    const seen = (tempC: number): LogEntry => told('B', { kind: 'witness', of: first.id, label: 'The start', said: { ...start, tempC } }); // prettier-ignore
    expect(questionsOf(rounds, [first, seen(21.5)])).toEqual([]);
    const other = seen(14);
    const [question] = questionsOf(rounds, [first, other]);
    expect(question!.text).toContain('A read 20.0 °C and 50 %, B 14.0 °C and 50 %');
    expect(questionsOf(rounds, [first, other, told('A', { kind: 'taken-back', of: other.id, label: 'x' })])).toEqual(
      [],
    );
  });
});
