import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, type TestRequest, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Person, SessionReply } from '@ashstep/contract';
import { Device } from '../platform/device';
import { SessionService } from '../platform/session.service';
import type { Act } from './act';
import { CommandShelf } from './command-shelf';
import { Outbox, type Outcome } from './outbox.service';
import { ShelfStub } from './outbox.testing';

const ILSE: Person = { id: 'ilse', name: 'Ilse Varga', role: 'technician', units: 'metric' };
const TOMAS: Person = { ...ILSE, id: 'tomas', name: 'Tomas Quill' };
const session = (person: Person | null): SessionReply => ({
  person,
  csrfToken: `token of ${person?.id ?? 'nobody'}`,
  shop: { name: 'Shed', singleHanded: false, bond: {}, zone: 'UTC' },
  demoAccounts: [],
});
const note = (text: string): Act => ({ kind: 'log', entry: { kind: 'note', text } });
const ratio = (is: number): Act => ({ kind: 'inputs', section: 'taper', changes: [{ path: '/ratio', was: null, is }] });
const refusal = {
  type: '',
  title: '',
  status: 422,
  code: 'invalid',
  detail: 'Needs another look.',
  fields: [{ path: 'entry.text', message: 'Too long.' }],
};

describe('the outbox', () => {
  let shelf: ShelfStub;
  let http: HttpTestingController;
  let outbox: Outbox;
  let outcomes: Outcome[];
  let restarted: number;

  /** A page opened by whoever is signed in, on the shelf the last page left. */
  function open(person: Person | null): void {
    // Nothing of the page before runs on.
    const now = new Date();
    jasmine.clock().uninstall();
    jasmine.clock().install().mockDate(now);
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: CommandShelf, useValue: shelf },
      ],
    });
    http = TestBed.inject(HttpTestingController);
    const sessions = TestBed.inject(SessionService);
    restarted = 0;
    sessions.restart = () => (restarted += 1);
    outbox = TestBed.inject(Outbox);
    outcomes = [];
    outbox.outcomes$.subscribe((outcome) => outcomes.push(outcome));
    signIn(person);
  }
  function signIn(person: Person | null): void {
    TestBed.inject(SessionService).load().subscribe();
    http.expectOne('/api/session').flush(session(person));
  }
  const sent = (): TestRequest[] => http.match(({ url }) => url !== '/api/session');
  const one = (): TestRequest => {
    const requests = sent();
    expect(requests.length).toBe(1);
    return requests[0]!;
  };
  const textOf = ({ request }: TestRequest): string => (request.body as { entry: { text: string } }).entry.text;
  const idOf = ({ request }: TestRequest): string => request.headers.get('Command-Id')!;
  const settled = (): Promise<void> => Promise.resolve().then(() => Promise.resolve());

  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date('2026-04-16T10:00:00Z'));
    shelf = new ShelfStub();
    open(ILSE);
  });
  afterEach(() => jasmine.clock().uninstall());

  it('sends one act after the other, in the order they were done, each under its own id', () => {
    for (const text of ['one', 'two', 'three']) outbox.add(note(text), 'r1');
    const ids: string[] = [];
    for (const text of ['one', 'two', 'three']) {
      const request = one();
      expect(textOf(request)).toBe(text);
      expect(request.request.headers.get('Prefer')).toBe('return=minimal');
      ids.push(idOf(request));
      request.flush({ version: 1 });
    }
    expect(new Set(ids).size).toBe(3);
    expect(outcomes.map(({ command }) => command.id)).toEqual(ids);
    expect([outbox.commands().length, shelf.kept.size]).toEqual([0, 0]);
  });

  it('keeps what is done while nobody answers and tries again under the same id, longer apart each time', () => {
    outbox.add(note('one'), 'r1');
    const first = one();
    const nameBefore = TestBed.inject(Device).name();
    first.error(new ProgressEvent('away'));
    expect(outbox.held()).toBe('away');
    outbox.add(note('two'), 'r1');
    expect(shelf.kept.size).toBe(2);
    expect(sent().length).withContext('not before its time').toBe(0);
    for (const wait of [1000, 2000, 4000, 8000, 16_000, 30_000, 30_000]) {
      jasmine.clock().tick(wait - 1);
      expect(sent().length).toBe(0);
      jasmine.clock().tick(1);
      const again = one();
      expect(idOf(again)).toBe(idOf(first));
      again.flush({ code: 'away', status: 503, fields: [], detail: '' }, { status: 503, statusText: 'Not now' });
    }
    outbox.tryNow();
    const last = one();
    expect(Number(last.request.headers.get('Command-Age'))).toBe(91_000);
    const device = TestBed.inject(Device);
    device.call('Tablet by the döry');
    const told = ['Device-Id', 'Device-Name', 'Device-Time'].map((name) => last.request.headers.get(name));
    expect(told).toEqual([device.id, encodeURIComponent(nameBefore), new Date(Date.now() - 91_000).toISOString()]);
    expect(Number(last.request.headers.get('Device-Place'))).toBeGreaterThan(0);
    last.flush({ version: 2 });
    const second = one();
    expect(textOf(second)).toBe('two');
    expect(decodeURIComponent(second.request.headers.get('Device-Name')!)).toBe('Tablet by the döry');
    expect(outbox.held()).toBeNull();
  });

  it('lays aside what is refused, with the reason, and goes on with the next', () => {
    const refused = outbox.add(note('x'.repeat(3000)), 'r1');
    outbox.add(note('two'), 'r1');
    one().flush(refusal, { status: 422, statusText: 'no' });
    expect(textOf(one())).toBe('two');
    expect(outbox.refused().map(({ id, refusal: why }) => [id, why?.code])).toEqual([[refused.id, 'invalid']]);
    outbox.drop(refused.id);
    expect(shelf.kept.has(refused.id)).toBeFalse();
  });

  it('never ends for a fault of the server or an answer nobody can read', () => {
    outbox.add(note('one'), 'r1');
    outbox.add(note('two'), 'r1');
    outbox.add(note('three'), 'r1');
    one().flush({ code: 'internal', status: 500, fields: [], detail: 'Ours.' }, { status: 500, statusText: 'no' });
    one().flush('<html>', { status: 418, statusText: 'teapot' });
    outbox.tryNow();
    expect(outbox.refused().map(({ refusal: why }) => why?.code)).toEqual(['internal']);
    expect(sent().length).toBe(1);
  });

  it('waits until typing stops, then sends what the section came to', () => {
    const first = outbox.add(ratio(12), 'r1');
    jasmine.clock().tick(300);
    outbox.replace(first, ratio(14));
    jasmine.clock().tick(399);
    expect(sent().length).toBe(0);
    jasmine.clock().tick(1);
    const request = one();
    expect(request.request.body).toEqual({ changes: [{ path: '/ratio', was: null, is: 14 }] });
    expect(idOf(request)).toBe(first.id);
  });

  it('sends an edit at once where something else is done after it', () => {
    outbox.add(ratio(12), 'r1');
    outbox.add(note('Ground'), 'r1');
    expect(one().request.method).toBe('PATCH');
  });

  it('gives what was tried and changed since a new id, for the server may have it', () => {
    const first = outbox.add(ratio(12), 'r1');
    jasmine.clock().tick(400);
    one().flush(refusal, { status: 422, statusText: 'no' });
    outbox.replace(outbox.commands()[0]!, ratio(13));
    jasmine.clock().tick(400);
    expect(idOf(one())).not.toBe(first.id);
    expect([...shelf.kept.keys()]).not.toContain(first.id);
  });

  it('survives a reload, and sends what the closed page left', async () => {
    outbox.add(note('one'), 'r1');
    const before = one();
    outbox.add(note('two'), 'r1');
    open(ILSE);
    await settled();
    const again = one();
    expect([textOf(again), idOf(again)]).toEqual(['one', idOf(before)]);
    again.flush({ version: 2 });
    expect(textOf(one())).toBe('two');
  });

  it('keeps a picture as it keeps an act, and one that was refused beside the next of the same name', async () => {
    const picture = (): Act => ({ kind: 'photo', name: 'Ply 1', file: new Blob(['jpeg'], { type: 'image/jpeg' }) });
    const { id } = outbox.add(picture(), 'r1');
    one();
    open(ILSE);
    await settled();
    const again = one();
    expect([again.request.method, again.request.url]).toEqual(['PUT', `/api/repairs/r1/photos/${id}?name=Ply%201`]);
    expect((again.request.body as Blob).type).toBe('image/jpeg');
    again.flush({ ...refusal, code: 'too-many' }, { status: 422, statusText: '' });
    outbox.add(picture(), 'r1');
    expect([outbox.refused().length, outbox.waiting().length]).toEqual([1, 1]);
  });

  it('never sends in another’s name what one has left, and sends it when they are back', async () => {
    outbox.add(note('by Ilse'), 'r1');
    one().error(new ProgressEvent('away'));
    open(TOMAS);
    await settled();
    jasmine.clock().tick(120_000);
    expect(sent().length).toBe(0);
    outbox.add(note('by Tomas'), 'r1');
    const his = one();
    expect([textOf(his), his.request.headers.get('X-CSRF-Token')]).toEqual(['by Tomas', 'token of tomas']);
    his.flush({ version: 2 });
    open(ILSE);
    await settled();
    expect(textOf(one())).toBe('by Ilse');
  });

  it('holds everything while the session has ended, and goes on once the same person is back', () => {
    outbox.add(note('one'), 'r1');
    one().flush({ code: 'csrf', status: 403, fields: [], detail: '' }, { status: 403, statusText: 'no' });
    http.expectOne('/api/session').flush(session(null));
    expect(outbox.held()).toBe('signed-out');
    outbox.add(note('two'), 'r1');
    jasmine.clock().tick(120_000);
    expect(sent().length).toBe(0);
    signIn(ILSE);
    const again = one();
    expect(textOf(again)).toBe('one');
    again.flush({ version: 1 });
    expect(textOf(one())).toBe('two');
    expect(restarted).toBe(0);
  });

  it('takes a new token where only that was old, and begins anew where another signed in elsewhere', () => {
    outbox.add(note('one'), 'r1');
    one().flush({ code: 'csrf', status: 403, fields: [], detail: '' }, { status: 403, statusText: 'no' });
    http.expectOne('/api/session').flush({ ...session(ILSE), csrfToken: 'new' });
    const again = one();
    expect(again.request.headers.get('X-CSRF-Token')).toBe('new');
    again.flush({ code: 'csrf', status: 403, fields: [], detail: '' }, { status: 403, statusText: 'no' });
    outbox.tryNow();
    for (const request of sent())
      request.flush({ code: 'csrf', status: 403, fields: [], detail: '' }, { status: 403, statusText: 'no' });
    for (const request of http.match('/api/session')) request.flush(session(TOMAS));
    expect(shelf.kept.size).toBe(1);
    expect(restarted).toBeLessThanOrEqual(1);
  });

  it('gives a page the answer it asked for, or the refusal, which is not kept besides', () => {
    const heard: unknown[] = [];
    outbox
      .ask({ kind: 'reading', reading: { at: '2026-04-16T09:00', tempC: 18, humidityPercent: 60 } })
      .subscribe((reply) => heard.push(reply));
    one().flush({ settings: 1 });
    outbox
      .ask({ kind: 'reading', reading: { at: '2027-04-16T09:00', tempC: 18, humidityPercent: 60 } })
      .subscribe({ error: (error: unknown) => heard.push((error as Error).message) });
    one().flush(refusal, { status: 422, statusText: 'no' });
    expect(heard).toEqual([{ settings: 1 }, 'Needs another look.']);
    expect(outbox.commands()).toEqual([]);
  });

  it('sends of what is said anew only the last, where the first has not gone out', () => {
    outbox.add(note('one'), 'r1');
    one().error(new ProgressEvent('away'));
    const pin = (startAt: string): Act => ({ kind: 'pin', pin: { repairId: 'r1', key: 'grind', startAt } });
    outbox.add(pin('2026-04-17T08:00'), 'r1');
    outbox.add(pin('2026-04-17T09:00'), 'r1');
    expect(outbox.commands().map(({ act }) => (act.kind === 'pin' ? act.pin.startAt : act.kind))).toEqual([
      'log',
      '2026-04-17T09:00',
    ]);
  });
});
