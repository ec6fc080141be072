import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { HistoryReply } from '@ashstep/contract';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { History } from './history';

const row = (id: string, more: Partial<HistoryReply['rows'][number]> = {}): HistoryReply['rows'][number] => ({
  id,
  craftId: 'c',
  craftTag: 'PL-2',
  craftName: 'Launch',
  construction: '',
  title: 'Stem',
  state: 'sealed',
  revision: 1,
  version: 1,
  technician: 'Ilse',
  updatedAt: '2026-04-16T09:00:00Z',
  sealedAt: '2026-04-16T10:00:00Z',
  openRework: 0,
  small: false,
  ownResin: null,
  resin: 'epoxy-slow',
  lots: ['R-1'],
  origin: null,
  ...more,
});

describe('History', () => {
  let fixture: ComponentFixture<History>;
  let http: HttpTestingController;
  const person = { id: 'p', name: 'Maren Okafor', role: 'inspector', units: 'metric' };

  beforeEach(() => {
    jasmine.clock().install().mockDate();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        {
          provide: SessionService,
          useValue: {
            expired$: new BehaviorSubject(false),
            person,
            person$: new BehaviorSubject(person),
            units$: new BehaviorSubject('metric'),
          },
        },
      ],
    });
    fixture = TestBed.createComponent(History);
    http = TestBed.inject(HttpTestingController);
    fixture.detectChanges();
    jasmine.clock().tick(200);
  });
  afterEach(() => jasmine.clock().uninstall());

  const answer = (reply: Partial<HistoryReply>): void => {
    http
      .expectOne((request) => request.url.startsWith('/api/history'))
      .flush({ rows: [], total: 0, page: 1, pageSize: 50, ...reply });
    fixture.detectChanges();
  };
  const text = (): string => (fixture.nativeElement as HTMLElement).textContent!.replace(/\s+/g, ' ');

  it('lists repairs with system and lots by name', () => {
    answer({
      rows: [
        row('a'),
        row('b', {
          state: 'open',
          sealedAt: null,
          openRework: 1,
          revision: 2,
          resin: 'own-1',
          ownResin: 'Our fast',
          lots: [],
        }),
      ],
      total: 2,
    });
    expect(text()).toContain('Epoxy, slow hardener');
    expect(text()).toContain('Our fast');
    expect(text()).toContain('Rework, rev. 2');
    expect(text()).toContain('2 repairs');
  });

  it('says what to try when nothing fits', () => {
    answer({});
    expect(text()).toContain('Nothing fits');
  });

  it('asks once for a word typed fast, from the first page', () => {
    answer({ total: 120, rows: [row('a')] });
    fixture.componentInstance.ask({ page: 2 });
    for (const q of ['r', 'ra', 'rail']) fixture.componentInstance.ask({ q, page: 1 });
    jasmine.clock().tick(200);
    const request = http.expectOne((r) => r.url.startsWith('/api/history'));
    expect(request.request.url).toContain('q=rail');
    expect(request.request.url).toContain('page=1');
    request.flush({ rows: [], total: 0, page: 1, pageSize: 50 });
  });

  it('refuses a file that is no record without sending it', async () => {
    answer({});
    const files = [new File(['not json'], 'notes.txt')];
    await fixture.componentInstance.take({ target: { files, value: '' } } as unknown as Event);
    fixture.detectChanges();
    expect(text()).toContain('notes.txt is not JSON');
    http.expectNone('/api/records');
  });

  it('tells why the server refuses a record', async () => {
    answer({});
    await fixture.componentInstance.take({
      target: { files: [new File(['{}'], 'record.json')], value: '' },
    } as unknown as Event);
    http.expectOne('/api/records').flush(
      {
        code: 'hash-mismatch',
        title: '',
        type: '',
        status: 422,
        detail: 'The file was changed after it was sealed.',
        fields: [],
      },
      { status: 422, statusText: 'no' },
    );
    fixture.detectChanges();
    expect(text()).toContain('changed after it was sealed');
  });
});
