import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { BoardRow } from '@ashstep/contract';
import { type ShedPlanFound, firstPlan } from '@ashstep/core/repair';
import { BehaviorSubject } from 'rxjs';
import { type BoardState, BoardService } from '../shed/board.service';
import { ShopService } from '../shop/shop.service';
import { POLYESTER, SHOP } from './planned.testing';
import { ShedPlanService } from './shed-plan.service';

const ROW = {
  id: 'a',
  craftTag: 'PL-2',
  craftName: 'Launch',
  inputs: POLYESTER,
  openRework: 0,
  startedAt: null,
  plies: [],
  checks: [],
  stageReached: 6,
} as unknown as BoardRow;

describe('the plan of the shed', () => {
  let service: ShedPlanService;
  let http: HttpTestingController;
  let board$: BehaviorSubject<BoardState>;

  beforeEach(() => {
    jasmine
      .clock()
      .install()
      .mockDate(new Date(2026, 3, 16, 8, 0));
    board$ = new BehaviorSubject<BoardState>({ rows: [ROW], problem: null });
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: BoardService, useValue: { board$ } },
        {
          provide: ShopService,
          useValue: {
            ensure: () => undefined,
            shop: signal({ settings: SHOP, forecast: null, reading: null, pins: [], marks: [], laid: {} }),
          },
        },
      ],
    });
    service = TestBed.inject(ShedPlanService);
    http = TestBed.inject(HttpTestingController);
    TestBed.tick();
  });
  afterEach(() => jasmine.clock().uninstall());

  const theirs = (finishAt: string): ShedPlanFound => {
    const found = firstPlan(service.input()!);
    return { ...found, result: { ...found.result!, finishAt } };
  };
  const asked = () => http.expectOne('/api/plan');
  const change = (): void => {
    board$.next({ rows: [{ ...ROW, stageReached: 7 }], problem: null });
    TestBed.tick();
  };

  it('is the server’s, asked for along with the board, and asked for once', () => {
    jasmine.clock().tick(1);
    expect([service.steps().length, service.settled(), service.planning()]).toEqual([0, false, true]);
    asked().flush(theirs('2026-05-01T12:00'));
    TestBed.tick();
    expect([service.result()!.finishAt, service.settled(), service.planning()]).toEqual(['2026-05-01T12:00', true, false]); // prettier-ignore
    expect(service.steps().length).toBeGreaterThan(3);
    jasmine.clock().tick(2000);
    http.expectNone('/api/plan');
  });

  it('is the page’s own for as long as the server makes one wait', () => {
    jasmine.clock().tick(1100);
    TestBed.tick();
    expect([service.steps().length > 3, service.settled(), service.planning()]).toEqual([true, true, true]);
    asked().flush(theirs('2026-05-01T12:00'));
    expect(service.result()!.finishAt).toBe('2026-05-01T12:00');
  });

  it('is asked for again when a job changes', () => {
    jasmine.clock().tick(1);
    asked().flush(theirs('2026-05-01T12:00'));
    change();
    jasmine.clock().tick(300);
    asked().flush(theirs('2026-05-02T12:00'));
    expect(service.result()!.finishAt).toBe('2026-05-02T12:00');
  });

  it('is worked out here while the server is away, and for what is being typed', () => {
    jasmine.clock().tick(1);
    asked().flush({}, { status: 503, statusText: 'away' });
    expect(service.planning()).withContext('beside the page').toBeTrue();
    service.lookAhead('a', { ...POLYESTER, days: { ...POLYESTER.days, startAt: '2026-04-20T08:00' } });
    TestBed.tick();
    jasmine.clock().tick(300);
    http.expectNone('/api/plan');
    service.lookAhead('a', null);
    TestBed.tick();
    jasmine.clock().tick(300);
    expect(http.match('/api/plan').length).toBe(1);
  });
});
