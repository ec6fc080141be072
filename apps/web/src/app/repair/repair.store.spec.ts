import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { RepairDetail } from '@ashstep/contract';
import { NEW_REPAIR } from '@ashstep/core';
import { Subject } from 'rxjs';
import { type LiveNews, LiveService } from '../platform/live.service';
import { RepairStore, type RepairState, fieldError } from './repair.store';

const detail = (patch: Partial<RepairDetail> = {}): RepairDetail =>
  ({
    id: 'r1',
    craftId: 'c1',
    craftTag: 'PL-2',
    craftName: 'Launch',
    construction: '',
    title: 'Stem',
    state: 'open',
    revision: 1,
    version: 4,
    technician: 'T',
    technicianId: 't',
    updatedAt: '',
    sealedAt: null,
    openRework: 0,
    stageReached: 6,
    craft: {},
    inputs: { ...structuredClone(NEW_REPAIR), laminate: { ...structuredClone(NEW_REPAIR.laminate), thicknessMm: 4 } },
    log: [],
    checks: [],
    results: [],
    rework: [],
    events: [],
    seals: [],
    signOff: { allowed: false, reason: '' },
    mayAmend: true,
    ...patch,
  }) as unknown as RepairDetail;

describe('RepairStore', () => {
  let store: RepairStore;
  let http: HttpTestingController;
  let state: RepairState;
  const news$ = new Subject<LiveNews>();

  beforeEach(() => {
    jasmine.clock().install().mockDate();
    localStorage.clear();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting(), RepairStore, { provide: LiveService, useValue: { news$ } }] });
    store = TestBed.inject(RepairStore);
    http = TestBed.inject(HttpTestingController);
    store.state$.subscribe((next) => (state = next));
    store.load('r1');
    http.expectOne('/api/repairs/r1').flush(detail());
  });

  afterEach(() => {
    jasmine.clock().uninstall();
    localStorage.clear();
  });

  it('works out an edit at once and saves it a moment later with its version', () => {
    store.edit('taper', { ratio: 15 });
    expect(state.plan.taper!.footprint.faces[0]!.taperWidthMm).toBe(60);
    jasmine.clock().tick(500);
    const request = http.expectOne('/api/repairs/r1/inputs/taper');
    expect(request.request.headers.get('If-Match')).toBe('"4"');
    request.flush(detail({ version: 5, inputs: state.inputs as RepairDetail['inputs'], stageReached: 4 }));
    expect(state.pending.size).toBe(0);
  });

  it('names the treads a change upstream upsets', () => {
    store.edit('taper', { ratio: 15 });
    expect(state.upset).toBe('Taper changed: plies & cut and mix & cure need another look.');
  });

  it('keeps what was typed when the server refuses it, and says so at the field', () => {
    store.edit('taper', { marginMm: 600 });
    jasmine.clock().tick(500);
    http.expectOne('/api/repairs/r1/inputs/taper').flush({ code: 'invalid', status: 422, title: '', detail: '', type: '', fields: [{ path: 'taper.marginMm', message: 'Accepted: up to 500.' }] }, { status: 422, statusText: 'no' });
    expect(state.inputs.taper.marginMm).toBe(600);
    expect(fieldError(state, 'taper.marginMm')).toBe('Accepted: up to 500.');
  });

  it('keeps unsaved edits over a reload', () => {
    store.edit('mix', { primeGsm: 140 });
    jasmine.clock().tick(500);
    http.expectOne('/api/repairs/r1/inputs/mix').error(new ProgressEvent('offline'));
    expect(state.problem!.code).toBe('offline');
    store.load('r1');
    http.expectOne('/api/repairs/r1').flush(detail());
    expect(state.inputs.mix.primeGsm).toBe(140);
  });

  it('shows both values when another changed the same section, and lets one be chosen', () => {
    store.edit('days', { tempC: 25 });
    jasmine.clock().tick(500);
    http.expectOne('/api/repairs/r1/inputs/days').flush({ code: 'stale', status: 409, title: '', detail: '', type: '', fields: [], changes: [{ section: 'days', by: 'Tomas', at: '' }] }, { status: 409, statusText: 'no' });
    const theirs = detail({ version: 9 });
    theirs.inputs.days.tempC = 18;
    http.expectOne('/api/repairs/r1').flush(theirs);
    expect(state.conflict!.by).toBe('Tomas');
    expect(state.inputs.days.tempC).toBe(25);
    store.settle('theirs');
    expect(state.inputs.days.tempC).toBe(18);
    expect(state.conflict).toBeNull();
    expect(localStorage.length).toBe(0);
  });

  it('never saves over what another changed while an edit was on its way', () => {
    store.edit('days', { tempC: 25 });
    news$.next({ kind: 'changed', repairId: 'r1', version: 5 });
    jasmine.clock().tick(200);
    http.expectOne('/api/repairs/r1').flush(detail({ version: 5 }));
    jasmine.clock().tick(500);
    expect(http.expectOne('/api/repairs/r1/inputs/days').request.headers.get('If-Match')).toBe('"4"');
  });

  it('saves what was kept over a reload as an edit of the version it was typed over', () => {
    store.edit('mix', { primeGsm: 140 });
    store.load('r1');
    http.expectOne('/api/repairs/r1').flush(detail({ version: 9 }));
    jasmine.clock().tick(500);
    expect(http.expectOne('/api/repairs/r1/inputs/mix').request.headers.get('If-Match')).toBe('"4"');
  });

  it('sends an edit whose answer was lost as the same edit again, and a new one as another', () => {
    store.edit('mix', { primeGsm: 140 });
    jasmine.clock().tick(500);
    const lost = http.expectOne('/api/repairs/r1/inputs/mix');
    lost.error(new ProgressEvent('offline'));
    store.load('r1');
    http.expectOne('/api/repairs/r1').flush(detail({ version: 5 }));
    store.edit('mix', { primeGsm: 150 });
    jasmine.clock().tick(500);
    const again = http.expectOne('/api/repairs/r1/inputs/mix');
    expect(again.request.headers.get('Edit-Id')).toBe(lost.request.headers.get('Edit-Id'));
    again.flush(detail({ version: 6, inputs: state.inputs as RepairDetail['inputs'] }));
    store.edit('mix', { primeGsm: 160 });
    jasmine.clock().tick(500);
    expect(http.expectOne('/api/repairs/r1/inputs/mix').request.headers.get('Edit-Id')).not.toBe(lost.request.headers.get('Edit-Id'));
  });

  it('reads the repair again when the page was not listening for a while', () => {
    news$.next({ kind: 'missed' });
    jasmine.clock().tick(200);
    const newer = detail({ version: 7 });
    newer.inputs.days.tempC = 12;
    http.expectOne('/api/repairs/r1').flush(newer);
    expect(state.inputs.days.tempC).toBe(12);
  });

  it('leaves changes to other repairs alone', () => {
    news$.next({ kind: 'changed', repairId: 'r2', version: 50 });
    jasmine.clock().tick(200);
    http.expectNone('/api/repairs/r1');
    expect(state.detail.version).toBe(4);
  });

  it('reports core problems at the field they belong to', () => {
    store.edit('damage', { shape: { kind: 'circle', diameterMm: 40_000 } });
    expect(fieldError(state, 'damage.shape.diameterMm')).toContain('Accepted');
  });
});
