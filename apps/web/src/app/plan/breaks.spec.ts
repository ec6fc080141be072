import type { Air } from '@ashstep/core/air';
import { AirClock, parseLocal } from '@ashstep/core/plan';
import { breaksOf } from './breaks';
import { MILD, POLYESTER, SHOP, plannedShed } from './planned.testing';

const min = (at: string): number => parseLocal(at, 'at');

describe('what moving a step breaks', () => {
  const shed = plannedShed([{ id: 'a' }]);
  const step = (key: string) => shed.steps.find(({ step: one }) => one.key === key)!;
  const clock = new AirClock(MILD);
  const breaks = (key: string, at: string, air = clock, steps = shed.steps): string[] =>
    breaksOf(
      steps.find(({ step: one }) => one.key === key)!,
      min(at),
      steps,
      SHOP.hours,
      air,
    );

  it('breaks nothing where it stands, nor later in the day', () => {
    for (const { step: one, task } of shed.steps.filter((planned) => planned.step.kind === 'hands'))
      expect(breaks(one.key, task.startAt)).withContext(one.key).toEqual([]);
  });

  it('says what must be done before', () => {
    expect(breaks('lay-up', '2026-04-16T08:00')[0]).toContain('before “Cut and dry-fit plies” lets it');
  });

  it('knows the shed’s hours, for what is not put down over night too', () => {
    expect(breaks('wash', '2026-04-18T09:00')).toContain('The shed is shut then.');
    expect(breaks('lay-up', '2026-04-17T16:50')).toContain('The shed is shut then.');
    expect(breaks('grind', '2026-04-17T16:50')).not.toContain('The shed is shut then.');
  });

  it('looks at the air until it has gelled', () => {
    const damp: Air = {
      ...MILD,
      hours: MILD.hours.map((hour, i) => (i >= 24 + 14 && i < 24 + 20 ? { ...hour, humidityPercent: 95 } : hour)),
    };
    expect(breaks('lay-up', '2026-04-16T13:30', new AirClock(damp))).toContain('Too damp then.');
    expect(breaks('lay-up', '2026-04-16T13:30')).toEqual([]);
  });

  it('says what is set by hand after it, and when a window shuts between two goes', () => {
    const { steps } = plannedShed([
      {
        id: 'a',
        inputs: { ...POLYESTER, stack: { ...POLYESTER.stack, goes: 2 } },
        pins: { level: '2026-04-20T09:00' },
      },
    ]);
    const second = steps.find(({ step: one }) => one.key === 'lay-up.g2')!;
    expect(second).toBeDefined();
    expect(breaks('lay-up.g2', '2026-04-20T15:00', clock, steps).some((text) => text.includes('window'))).toBeTrue();
    const level = steps.find(({ step: one }) => one.key === 'level')!;
    const before = steps.find(({ step: one }) => one.key === level.step.after[0]!.key)!;
    expect(breaksOf(before, min('2026-04-20T08:30'), steps, SHOP.hours, clock).join()).toContain(
      'is set for Mon 20 Apr',
    );
    expect(step('level').pinned).toBeFalse();
  });
});
