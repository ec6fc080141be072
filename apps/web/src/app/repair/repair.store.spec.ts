import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, type TestRequest, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type Change, type RepairDetail, applyChanges } from '@ashstep/contract';
import { NEW_REPAIR } from '@ashstep/core/repair';
import { BehaviorSubject, Subject } from 'rxjs';
import { CommandShelf } from '../outbox/command-shelf';
import { ShelfStub } from '../outbox/outbox.testing';
import { type LiveNews, LiveService } from '../platform/live.service';
import { SessionService } from '../platform/session.service';
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
    mayPlan: true,
    answersCount: true,
    mayAmend: true,
    ...patch,
  }) as unknown as RepairDetail;

const STALE = {
  code: 'stale',
  status: 409,
  title: '',
  detail: '',
  type: '',
  fields: [],
  changes: [{ section: 'days', by: 'Tomas', at: '' }],
};
const INVALID = {
  code: 'invalid',
  status: 422,
  title: '',
  detail: '',
  type: '',
  fields: [{ path: 'taper.marginMm', message: 'Accepted: up to 500.' }],
};

describe('RepairStore', () => {
  let store: RepairStore;
  let http: HttpTestingController;
  let shelf: ShelfStub;
  let state: RepairState;
  const news$ = new Subject<LiveNews>();

  /** A page opened on the repair, with what the one before left on the shelf. */
  function open(known = detail()): void {
    TestBed.resetTestingModule();
    const person = { id: 't', name: 'T', role: 'technician', units: 'metric' };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        RepairStore,
        { provide: LiveService, useValue: { news$ } },
        { provide: CommandShelf, useValue: shelf },
        {
          provide: SessionService,
          useValue: { person$: new BehaviorSubject(person), expired$: new BehaviorSubject(false), person },
        },
      ],
    });
    store = TestBed.inject(RepairStore);
    http = TestBed.inject(HttpTestingController);
    store.state$.subscribe((next) => (state = next));
    store.load('r1');
    http.expectOne('/api/repairs/r1').flush(known);
  }
  const settled = async (): Promise<void> => {
    await Promise.resolve().then(() => Promise.resolve());
    TestBed.tick();
  };
  const patched = (section: string): TestRequest => {
    jasmine.clock().tick(400);
    return http.expectOne({ method: 'PATCH', url: `/api/repairs/r1/inputs/${section}` });
  };
  const changesIn = ({ request }: TestRequest): Change[] => (request.body as { changes: Change[] }).changes;
  /** What the server answers to one who asked for little. */
  const answer = (patch: Partial<RepairDetail>): Partial<RepairDetail> => {
    const { inputs: _inputs, craft: _craft, events: _events, ...little } = detail(patch);
    return little;
  };
  const away = (request: TestRequest): void => request.error(new ProgressEvent('offline'));

  beforeEach(() => {
    jasmine.clock().install().mockDate();
    shelf = new ShelfStub();
    open();
  });
  afterEach(() => jasmine.clock().uninstall());

  it('works out an edit at once and sends what was changed a moment later', () => {
    store.edit('taper', { ratio: 15 });
    expect(state.plan.taper!.footprint.faces[0]!.taperWidthMm).toBe(60);
    const request = patched('taper');
    expect(changesIn(request)).toEqual([{ path: '/ratio', was: null, is: 15 }]);
    expect([...state.pending]).toEqual(['taper']);
    request.flush(answer({ version: 5, stageReached: 4 }));
    TestBed.tick();
    expect([state.pending.size, state.inputs.taper.ratio, state.detail.version, state.detail.stageReached]).toEqual([
      0, 15, 5, 4,
    ]);
  });

  it('does not read the whole repair again for news of what it sent itself', () => {
    store.edit('taper', { ratio: 15 });
    const request = patched('taper');
    news$.next({ kind: 'changed', repairId: 'r1', version: 5 });
    jasmine.clock().tick(1000);
    http.expectNone('/api/repairs/r1');
    request.flush(answer({ version: 5 }));
    jasmine.clock().tick(1000);
    http.expectNone('/api/repairs/r1');
  });

  it('reads it again where another’s change came in between', () => {
    store.edit('taper', { ratio: 15 });
    patched('taper').flush(answer({ version: 6 }));
    TestBed.tick();
    // Until that is read, what was done here does not come undone.
    expect([state.inputs.taper.ratio, state.detail.version]).toEqual([15, 4]);
    const theirs = detail({ version: 6 });
    theirs.inputs.taper.ratio = 15;
    theirs.inputs.days.fromMin = 9;
    http.expectOne('/api/repairs/r1').flush(theirs);
    expect([state.inputs.taper.ratio, state.inputs.days.fromMin]).toEqual([15, 9]);
  });

  it('names the treads a change upstream upsets', () => {
    store.edit('taper', { ratio: 15 });
    expect(state.upset).toBe('Taper changed: plies & cut and mix & cure need another look.');
  });

  it('keeps what was typed when the server refuses it, says so at the field, and goes on with other sections', () => {
    store.edit('taper', { marginMm: 600 });
    store.edit('mix', { primeGsm: 140 });
    patched('taper').flush(INVALID, { status: 422, statusText: 'no' });
    TestBed.tick();
    expect([state.inputs.taper.marginMm, fieldError(state, 'taper.marginMm')]).toEqual([600, 'Accepted: up to 500.']);
    http.expectOne('/api/repairs/r1/inputs/mix').flush(answer({ version: 5 }));
    store.edit('taper', { marginMm: 60 });
    expect(fieldError(state, 'taper.marginMm')).toBeNull();
    expect(changesIn(patched('taper'))).toEqual([{ path: '/marginMm', was: NEW_REPAIR.taper.marginMm, is: 60 }]);
  });

  it('keeps unsaved edits and acts over a reload, and sends each again under its own id', async () => {
    store.edit('mix', { primeGsm: 140 });
    const lost = patched('mix');
    away(lost);
    store.log({ kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' });
    open();
    await settled();
    expect(state.inputs.mix.primeGsm).toBe(140);
    expect(state.detail.log.map(({ entry }) => entry.kind)).toEqual(['ply']);
    const again = http.expectOne('/api/repairs/r1/inputs/mix');
    expect(again.request.headers.get('Command-Id')).toBe(lost.request.headers.get('Command-Id'));
    again.flush(answer({ version: 5 }));
    expect(http.expectOne('/api/repairs/r1/log').request.body).toEqual(
      jasmine.objectContaining({ entry: { kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' } }),
    );
  });

  it('does nothing twice on screen where the answer was lost and the server had carried it out', async () => {
    const tap = { kind: 'tap' as const, sound: 'dull' as const, xMm: 5, yMm: 0, instrument: '', by: '', at: null };
    store.edit('survey', { readings: [tap] });
    const lost = patched('survey');
    away(lost);
    const known = detail({ version: 5 });
    known.inputs.survey = applyChanges(known.inputs.survey, changesIn(lost));
    open({
      ...known,
      events: [
        {
          seq: 1,
          at: '',
          by: 'T',
          kind: 'changed',
          section: 'survey',
          detail: {},
          commandId: lost.request.headers.get('Command-Id'),
        },
      ],
    });
    await settled();
    expect(state.inputs.survey.readings).toEqual([tap]);
    http.expectOne('/api/repairs/r1/inputs/survey').flush(answer({ version: 5 }));
    expect(state.inputs.survey.readings).toEqual([tap]);
  });

  it('makes a list from what it is by then, and not from what a page showed before', () => {
    const tap = (xMm: number) => ({
      kind: 'tap' as const,
      sound: 'dull' as const,
      xMm,
      yMm: 0,
      instrument: '',
      by: '',
      at: null,
    });
    for (const x of [5, 30]) store.edit('survey', ({ readings }) => ({ readings: [...readings, tap(x)] }));
    expect(state.inputs.survey.readings.map(({ xMm }) => xMm)).toEqual([5, 30]);
    expect(changesIn(patched('survey'))).toEqual([{ path: '/readings', at: 0, out: [], in: [tap(5), tap(30)] }]);
  });

  it('sends what is typed while the first is on its way as a change of its own', () => {
    store.edit('mix', { primeGsm: 140 });
    const first = patched('mix');
    store.edit('mix', { primeGsm: 150 });
    first.flush(answer({ version: 5 }));
    TestBed.tick();
    expect(state.inputs.mix.primeGsm).toBe(150);
    const second = patched('mix');
    expect(changesIn(second)).toEqual([{ path: '/primeGsm', was: 140, is: 150 }]);
    expect(second.request.headers.get('Command-Id')).not.toBe(first.request.headers.get('Command-Id'));
  });

  it('sends nothing where an edit was taken back before it went out', () => {
    const { primeGsm } = state.inputs.mix;
    store.edit('mix', { primeGsm: 140 });
    store.undo();
    expect(state.inputs.mix.primeGsm).toBe(primeGsm);
    jasmine.clock().tick(1000);
    http.expectNone('/api/repairs/r1/inputs/mix');
    expect(shelf.kept.size).toBe(0);
  });

  it('shows both values when another changed the same field, and lets one be chosen', () => {
    const clash = (): void => {
      store.edit('days', { fromMin: 25 });
      patched('days').flush(STALE, { status: 409, statusText: 'no' });
      const theirs = detail({ version: 9 });
      theirs.inputs.days.fromMin = 18;
      http.expectOne('/api/repairs/r1').flush(theirs);
      expect([state.conflict!.by, state.inputs.days.fromMin]).toEqual(['Tomas', 25]);
    };
    clash();
    store.edit('days', { toMin: 1000 });
    jasmine.clock().tick(1000);
    http.expectNone('/api/repairs/r1/inputs/days');
    store.settle('theirs');
    expect([state.inputs.days.fromMin, state.conflict, shelf.kept.size]).toEqual([18, null, 0]);
    open();
    clash();
    store.settle('mine');
    expect(changesIn(patched('days'))).toEqual([{ path: '/fromMin', was: 18, is: 25 }]);
  });

  it('shows and saves nothing of an answer that comes when another repair is open', () => {
    store.edit('taper', { ratio: 15 });
    const late = patched('taper');
    store.load('r2');
    http.expectOne('/api/repairs/r2').flush(detail({ id: 'r2', version: 3 }));
    late.flush(answer({ version: 5 }));
    TestBed.tick();
    expect([state.detail.id, state.detail.version, state.inputs.taper.ratio, state.pending.size]).toEqual([
      'r2',
      3,
      null,
      0,
    ]);
    http.expectNone(({ url }) => url.startsWith('/api/repairs/r2/'));
  });

  it('reads the repair again when the page was not listening for a while', () => {
    news$.next({ kind: 'missed' });
    jasmine.clock().tick(200);
    const newer = detail({ version: 7 });
    newer.inputs.days.fromMin = 12;
    http.expectOne('/api/repairs/r1').flush(newer);
    expect(state.inputs.days.fromMin).toBe(12);
  });

  it('reads the repair again where something done on the page before was carried out while it was being read', () => {
    store.log({ kind: 'note', text: 'Damp' });
    const sent = http.expectOne('/api/repairs/r1/log');
    store.load('r1');
    const stale = http.expectOne('/api/repairs/r1');
    news$.next({ kind: 'changed', repairId: 'r1', version: 5 });
    sent.flush(answer({ version: 5 }));
    expect(stale.cancelled).toBeTrue();
    http.expectOne('/api/repairs/r1').flush(detail({ version: 5, stageReached: 4 }));
    TestBed.tick();
    expect([state.detail.version, state.detail.stageReached]).toEqual([5, 4]);
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

  it('keeps no password: a refused sign-off is told at its field until the next try', () => {
    store.signOff('wrong');
    const request = http.expectOne('/api/repairs/r1/sign-off');
    expect(shelf.kept.size).toBe(0);
    request.flush(
      { ...INVALID, fields: [{ path: 'password', message: 'That is not your password.' }] },
      { status: 422, statusText: 'no' },
    );
    news$.next({ kind: 'missed' });
    expect(fieldError(state, 'password')).toBe('That is not your password.');
    store.signOff('right');
    http.expectOne('/api/repairs/r1/sign-off').flush(detail({ version: 5, state: 'sealed' }));
    expect([fieldError(state, 'password'), state.detail.state]).toEqual([null, 'sealed']);
  });

  it('shows at once what was logged, ticked and answered, marked as not sent', () => {
    store.log({ kind: 'note', text: 'Damp' });
    store.check('washed', true);
    store.answer({ checkId: 'fairness', readings: [0.2], note: '' });
    store.reach('finish');
    expect([
      state.detail.log.length,
      state.detail.checks[0]!.done,
      state.detail.results[0]!.pass,
      state.detail.stageReached,
    ]).toEqual([1, true, true, 9]);
    expect(state.unsent.has(state.detail.log[0]!.id)).toBeTrue();
  });
});
