import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { Api } from './api';
import { KeptReads } from './kept-reads';
import { SessionService } from './session.service';

const JOB = '/repairs/58cea599-2310-4ec5-957a-66925f735944';
const session = (id: string | null) => ({ csrfToken: 'secret', person: id && { id, name: 'Ilse Varga', role: 'technician', units: 'metric' } }); // prettier-ignore

describe('what is kept of the server', () => {
  /** A page as it is opened anew, with what the device has kept. */
  function page() {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    return { api: TestBed.inject(Api), http: TestBed.inject(HttpTestingController), kept: TestBed.inject(KeptReads) };
  }
  const away = (http: HttpTestingController, path: string): void => http.expectOne(`/api${path}`).error(new ProgressEvent('error')); // prettier-ignore
  async function told(path: string, value: object, { api, http }: ReturnType<typeof page>): Promise<void> {
    const answer = firstValueFrom(api.get(path));
    http.expectOne(`/api${path}`).flush(value);
    await answer;
  }
  /** Until what was told is on the device. */
  async function stored(path: string, { kept }: ReturnType<typeof page>): Promise<void> {
    while ((await kept.read(path)) === null) await new Promise((done) => setTimeout(done));
  }

  beforeEach(() => page().kept.forget());

  it('answers for it when a page is opened with no network, without the token of the session', async () => {
    const before = page();
    await told('/session', session('a'), before);
    await told(JOB, { title: 'Hull' }, before);
    await stored(JOB, before);
    const after = page();
    const who = firstValueFrom(after.api.get('/session'));
    away(after.http, '/session');
    expect(await who).toEqual({ ...session('a'), csrfToken: '' });
    const job = firstValueFrom(after.api.get(JOB));
    away(after.http, JOB);
    expect(await job).toEqual({ title: 'Hull' });
    expect(after.kept.since()).toBeGreaterThan(0);
  });

  it('is kept from the signing in on, without the page being opened anew', async () => {
    const first = page();
    const entered = firstValueFrom(TestBed.inject(SessionService).signIn('ilse', 'word'));
    const shop = { zone: 'UTC', bond: {} };
    first.http.expectOne('/api/session').flush({ ...session(null), shop });
    first.http.expectOne({ method: 'POST', url: '/api/session' }).flush({ ...session('a'), shop });
    await entered;
    await told(JOB, { title: 'Hull' }, first);
    await stored(JOB, first);
    expect(await first.kept.read<object>('/session')).toEqual({ ...session('a'), csrfToken: '', shop });
  });

  it('is never told to another, nor after a signing out, nor in place of what this page was told before', async () => {
    const first = page();
    await told('/session', session('a'), first);
    await told(JOB, { title: 'Hull' }, first);
    await stored(JOB, first);
    // The page was told, and the server goes away: what stands on it stands, and that it is away is said.
    const again = firstValueFrom(first.api.get(JOB));
    away(first.http, JOB);
    await expectAsync(again).toBeRejected();
    const other = page();
    await told('/session', session('b'), other);
    const job = firstValueFrom(other.api.get(JOB));
    away(other.http, JOB);
    await expectAsync(job).toBeRejected();
    // The session has ended, by the server.
    await told('/session', session(null), other);
    while ((await other.kept.read('/session')) !== null) await new Promise((done) => setTimeout(done));
    const last = page();
    const who = firstValueFrom(last.api.get('/session'));
    away(last.http, '/session');
    await expectAsync(who).toBeRejected();
  });
});
