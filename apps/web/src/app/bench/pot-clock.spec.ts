import { provideHttpClient } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import type { PotUnderWay } from '@ashstep/contract';
import { Clock } from '../platform/clock';
import { PotClock, clockOf, potLeft } from './pot-clock';

const MIN = 60_000;
const POT: PotUnderWay = { id: 'p', label: 'B', roundId: 'f0.g0', massG: 149, pouredMs: 0, gelMs: 34 * MIN, tempC: 24, read: null, gelled: false, usual: false, gPerMin: 7 }; // prettier-ignore

describe('the clock of a pot', () => {
  function shown(pot: PotUnderWay, nowMs: number, nextG: number | null = 42) {
    TestBed.configureTestingModule({ providers: [provideHttpClient()] });
    const fixture = TestBed.createComponent(PotClock);
    fixture.componentRef.setInput('pot', pot);
    fixture.componentRef.setInput('nowMs', nowMs);
    fixture.componentRef.setInput('nextG', nextG);
    fixture.detectChanges();
    return fixture;
  }

  it('tells what is left to the second, over hours as well', () => {
    expect([clockOf(20 * MIN + 10_000), clockOf(59_999), clockOf(65 * MIN)]).toEqual(['20:10', '0:59', '1:05:00']);
    expect((shown(POT, 13 * MIN + 50_000).nativeElement as HTMLElement).querySelector('.left')!.textContent.trim()).toBe('20:10'); // prettier-ignore
  });

  it('has its last start two minutes and the ply before the gel, and says when that is past', () => {
    // 42 g at 7 g a minute take six minutes: 34 − 6 − 2 = 26.
    expect(shown(POT, 25 * MIN).componentInstance.past()).toBeFalse();
    TestBed.resetTestingModule();
    expect(shown(POT, 26 * MIN + 1000).componentInstance.past()).toBeTrue();
  });

  it('counts to the gel and says so, and to when it is good for laying', () => {
    // Three quarters of 34 min are 25 min 30 s.
    const clock = shown(POT, 20 * MIN);
    expect(clock.componentInstance.workMs()).toBe(25.5 * MIN);
    expect((clock.nativeElement as HTMLElement).textContent).toContain('gels in');
    expect((clock.nativeElement as HTMLElement).querySelector('.past')).toBeNull();
    TestBed.resetTestingModule();
    // What is computed seldom falls on a whole millisecond.
    expect((shown({ ...POT, gelMs: 34 * MIN + 7 }, MIN).nativeElement as HTMLElement).textContent).toContain('thickens'); // prettier-ignore
    TestBed.resetTestingModule();
    expect((shown(POT, 25.9 * MIN).nativeElement as HTMLElement).querySelector('.past')!.textContent).toContain('thickens'); // prettier-ignore
  });

  it('does not drift a second in eight hours, however late its ticks come', () => {
    jasmine.clock().install();
    const begun = Date.parse('2026-06-15T08:00:00Z');
    jasmine.clock().mockDate(new Date(begun));
    try {
      const clock = TestBed.inject(Clock);
      let told = clock.moment();
      const timer = setInterval(() => (told = clock.moment()), 1_000);
      // A tablet that sleeps, and one that is busy: ticks are missed and late.
      for (let at = 0; at < 8 * 3_600_000; at += 61_700) jasmine.clock().tick(61_700);
      clearInterval(timer);
      expect(Math.abs(told - Date.now())).toBeLessThan(1_000);
      expect(Date.now() - begun).toBeGreaterThan(8 * 3_600_000 - 1);
      const slow = { ...POT, pouredMs: begun, gelMs: begun + 9 * 3_600_000 };
      expect([0, 1].map((s) => clockOf(slow.gelMs - Date.now() + 1_000 * s))).toContain(potLeft(slow, told));
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('says that a gel is only what is usual, does not count down where it never gels, and says of a temperature whether it was read', () => {
    const text = (pot: PotUnderWay): string => (shown(pot, 5 * MIN).nativeElement as HTMLElement).textContent.replace(/\s+/g, ' '); // prettier-ignore
    expect(text({ ...POT, gelMs: null, tempC: null })).toContain('it does not gel');
    TestBed.resetTestingModule();
    expect(text({ ...POT, usual: true })).toContain('What such a product usually takes in this air');
    TestBed.resetTestingModule();
    expect(text(POT)).toContain('not read');
    TestBed.resetTestingModule();
    expect(text({ ...POT, read: { tempC: 31, atMs: 2 * MIN, instrument: '' } })).toContain('read 3 min ago');
  });
});
