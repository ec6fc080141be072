import { HttpClient, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Clock } from './clock';
import { serverTime } from './server-time';

const HOUR_MS = 3_600_000;
const AT = Date.parse('2026-04-16T09:00:00Z');

describe('the clock', () => {
  let http: HttpTestingController;
  let client: HttpClient;
  const page = (): Clock => {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({ providers: [provideHttpClient(withInterceptors([serverTime])), provideHttpClientTesting()] }); // prettier-ignore
    http = TestBed.inject(HttpTestingController);
    client = TestBed.inject(HttpClient);
    return TestBed.inject(Clock);
  };
  /** An answer that took so long and told the server's time half-way. */
  const answered = (tookMs: number, serverMs: number): void => {
    client.get('/api/x').subscribe();
    jasmine.clock().tick(tookMs);
    http.expectOne('/api/x').flush({}, { headers: { 'Server-Time': String(serverMs) } });
  };

  beforeEach(() => {
    localStorage.removeItem('ash-step.clock-ahead');
    jasmine.clock().install();
    jasmine.clock().mockDate(new Date(AT));
  });
  afterEach(() => {
    jasmine.clock().uninstall();
    localStorage.removeItem('ash-step.clock-ahead');
  });

  it('goes by the server on a tablet that is an hour slow, and keeps to it with no network', () => {
    const clock = page();
    answered(40, AT + HOUR_MS + 20);
    expect(clock.moment()).toBe(AT + HOUR_MS + 40);
    expect(clock.device()).toBe(AT + 40);
    expect(page().moment()).toBe(AT + HOUR_MS + 40);
  });

  it('takes the word of the quickest answer, until that is old', () => {
    const clock = page();
    answered(20, AT + 10);
    // A slow line that held the answer back for four seconds.
    answered(4_000, AT + 20 + 3_900);
    expect(clock.moment() - clock.device()).toBe(0);
    jasmine.clock().tick(6 * 60_000);
    answered(100, clock.device() + 50 + 700);
    expect(clock.moment() - clock.device()).toBe(700);
  });
});
