import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { BoardRow } from '@ashstep/contract';
import { type ShedPlanFound, firstPlan } from '@ashstep/core/repair';
import { BehaviorSubject } from 'rxjs';
import { BoardService } from '../shed/board.service';
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

  beforeEach(() => {
    jasmine
      .clock()
      .install()
      .mockDate(new Date(2026, 3, 16, 8, 0));
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: BoardService, useValue: { board$: new BehaviorSubject({ jobs: [{ row: ROW }], problem: null }) } },
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

  it('is there at once, and then as the server has it', () => {
    expect(service.steps().length).toBeGreaterThan(3);
    expect(service.planning()).toBeTrue();
    jasmine.clock().tick(300);
    const theirs: ShedPlanFound = {
      ...firstPlan(service.input()!),
      result: { ...service.result()!, finishAt: '2026-05-01T12:00' },
    };
    http.expectOne('/api/plan').flush(theirs);
    expect([service.result()!.finishAt, service.planning()]).toEqual(['2026-05-01T12:00', false]);
  });

  it('is worked out here while the server is away, and for what is being typed', () => {
    jasmine.clock().tick(300);
    http.expectOne('/api/plan').flush({}, { status: 503, statusText: 'away' });
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
