import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { parseLocal } from '@ashstep/core/plan';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { rowsOfJobs } from './band-rows';
import { MILD, NOW, SHOP, plannedShed } from './planned.testing';
import { TimeBand } from './time-band';

const min = (at: string): number => parseLocal(at, 'at');

describe('the time band', () => {
  const shed = plannedShed([{ id: 'a' }, { id: 'b' }]);
  const units$ = new BehaviorSubject<'metric' | 'imperial'>('metric');
  let fixture: ComponentFixture<TimeBand>;
  let moved: { id: string; startAt: string }[];
  let asked: [string, number][];

  beforeEach(async () => {
    units$.next('metric');
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: SessionService, useValue: { units$ } }],
    });
    fixture = TestBed.createComponent(TimeBand);
    [moved, asked] = [[], []];
    const set = (inputs: Record<string, unknown>): void =>
      Object.entries(inputs).forEach(([name, value]) => fixture.componentRef.setInput(name, value));
    set({
      fromMin: min(NOW),
      days: 5,
      hours: SHOP.hours,
      rows: rowsOfJobs(shed.steps, true),
      label: 'Days',
      nowMin: min(NOW),
      air: MILD,
    });
    set({
      breaks: (id: string, startMin: number) => (
        asked.push([id, startMin]),
        startMin < min('2026-04-16T09:00') ? ['Too soon.'] : []
      ),
    });
    fixture.componentInstance.moved.subscribe((one) => moved.push(one));
    (fixture.nativeElement as HTMLElement).style.width = '900px';
    document.body.append(fixture.nativeElement as HTMLElement);
    await fixture.whenStable();
  });
  afterEach(() => (fixture.nativeElement as HTMLElement).remove());

  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const bar = (part: string): SVGGElement =>
    [...host().querySelectorAll<SVGGElement>('g[role]')].find((one) => one.getAttribute('aria-label')!.includes(part))!;
  const key = (element: Element, name: string, more: KeyboardEventInit = {}): boolean =>
    element.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, ...more }));

  it('gives every job a row and every step a bar in its place', () => {
    expect(host().querySelectorAll('.name').length).toBe(2);
    expect(host().querySelectorAll('g[role]').length).toBe(
      shed.steps.filter(({ task }) => min(task.startAt) < min('2026-04-21T00:00')).length,
    );
    const [wash, lay] = [bar('A: Wash'), bar('A: Lay up')].map((one) =>
      Number(one.querySelectorAll('rect')[1]!.getAttribute('x')),
    );
    expect(wash).toBeLessThan(lay!);
  });

  it('moves a bar by keys, says what it breaks, and lets go of it', async () => {
    const lay = bar('A: Lay up');
    const id = shed.steps.find(({ jobId, step }) => jobId === 'a' && step.id === 'lay-up')!.task.id;
    key(lay, 'ArrowRight');
    key(lay, 'ArrowRight', { shiftKey: true });
    await fixture.whenStable();
    const at = min(shed.steps.find(({ task }) => task.id === id)!.task.startAt);
    expect(asked.at(-1)).toEqual([id, Math.round(at / 5) * 5 + 75]);
    key(lay, 'Escape');
    expect(moved).toEqual([]);
    for (let i = 0; i < 20; i++) key(bar('A: Lay up'), 'ArrowLeft', { shiftKey: true });
    await fixture.whenStable();
    expect(host().querySelector('[role="status"]')!.textContent).toContain('Too soon.');
    key(bar('A: Lay up'), 'Enter');
    expect(moved.length).toBe(1);
    expect(moved[0]!.id).toBe(id);
    expect(min(moved[0]!.startAt)).toBe(Math.round(at / 5) * 5 - 20 * 60);
  });

  it('follows the pointer and settles where it is let go; a press alone moves nothing', async () => {
    const lay = bar('A: Lay up');
    spyOn(lay, 'setPointerCapture');
    spyOn(lay, 'releasePointerCapture');
    const at = (type: string, clientX: number): boolean =>
      lay.dispatchEvent(new PointerEvent(type, { clientX, button: 0, pointerId: 1, bubbles: true }));
    at('pointerdown', 300);
    at('pointerup', 301);
    expect(moved).toEqual([]);
    at('pointerdown', 300);
    at('pointermove', 360);
    await fixture.whenStable();
    at('pointerup', 360);
    expect(moved.length).toBe(1);
    expect(min(moved[0]!.startAt)).toBeGreaterThan(
      min(shed.steps.find(({ task }) => task.id === moved[0]!.id)!.task.startAt),
    );
  });

  it('moves what is there while it is drawn along, and puts nothing anew on the sheet', async () => {
    const lay = bar('A: Lay up');
    key(lay, 'ArrowRight');
    await fixture.whenStable();
    const drawn = [...host().querySelectorAll('svg *')];
    const was = lay.outerHTML;
    for (let i = 0; i < 20; i++) {
      key(lay, 'ArrowRight');
      await fixture.whenStable();
    }
    expect(lay.outerHTML).not.toBe(was);
    const now = [...host().querySelectorAll('svg *')];
    expect(now.length).toBe(drawn.length);
    expect(now.every((element, i) => element === drawn[i])).toBeTrue();
  });

  it('reads its temperatures in the person’s own units, and moves nothing that may not be moved', async () => {
    expect([...host().querySelectorAll('.temp')].map((one) => one.textContent!.trim())).toContain('20°');
    units$.next('imperial');
    fixture.componentRef.setInput('rows', rowsOfJobs(shed.steps, false));
    await fixture.whenStable();
    expect([...host().querySelectorAll('.temp')].map((one) => one.textContent!.trim())).toContain('68°');
    expect(host().querySelectorAll('g[role="slider"]').length).toBe(0);
    expect(key(bar('A: Lay up'), 'ArrowRight')).toBeTrue();
    expect(moved).toEqual([]);
  });
});
