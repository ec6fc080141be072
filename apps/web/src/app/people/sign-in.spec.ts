import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { Router, provideRouter } from '@angular/router';
import { SessionService } from '../platform/session.service';
import { SignIn } from './sign-in';

const SESSION = {
  person: null,
  csrfToken: 'token-1',
  shop: { name: 'Fennick Sound Repair Shed', singleHanded: false, bond: {}, zone: 'UTC' },
  demoAccounts: [{ id: 'p1', name: 'Ilse Varga', role: 'technician' }],
};
const PERSON = { id: 'p1', name: 'Ilse Varga', role: 'technician', units: 'metric' };

describe('SignIn', () => {
  let fixture: ComponentFixture<SignIn>;
  let http: HttpTestingController;
  let go: jasmine.Spy;

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    http = TestBed.inject(HttpTestingController);
    go = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    TestBed.inject(SessionService).load().subscribe();
    http.expectOne('/api/session').flush(SESSION);
    fixture = TestBed.createComponent(SignIn);
    await fixture.whenStable();
  });

  /** The page asks for a token of now before it signs anybody in. */
  const giveToken = (csrfToken = 'token-1'): void =>
    http.expectOne({ method: 'GET', url: '/api/session' }).flush({ ...SESSION, csrfToken });

  it('sends the token with the password and goes to where the person was', () => {
    fixture.componentRef.setInput('next', '/repair/r1/taper');
    fixture.componentInstance.signIn(new Event('submit'), 'ilse', 'secret');
    giveToken('token of now');
    const request = http.expectOne({ method: 'POST', url: '/api/session' });
    expect(request.request.headers.get('X-CSRF-Token')).toBe('token of now');
    request.flush({ ...SESSION, csrfToken: 'token-2', person: PERSON });
    expect(go).toHaveBeenCalledWith('/repair/r1/taper');
    expect(TestBed.inject(SessionService).person?.name).toBe('Ilse Varga');
  });

  it('never leaves this site for a forged address', () => {
    for (const next of ['//elsewhere.example/x', 'https://elsewhere.example']) {
      fixture.componentRef.setInput('next', next);
      fixture.componentInstance.demo('p1');
      giveToken();
      http.expectOne('/api/session/demo').flush({ ...SESSION, person: PERSON });
    }
    expect(go.calls.allArgs()).toEqual([['/'], ['/']]);
  });

  it('says what went wrong beside the password and lets the person try again', async () => {
    fixture.componentInstance.signIn(new Event('submit'), 'ilse', 'wrong');
    giveToken();
    http.expectOne({ method: 'POST', url: '/api/session' }).flush(
      {
        code: 'wrong-password',
        detail: 'Name or password is wrong. Try again.',
        title: '',
        type: '',
        status: 401,
        fields: [],
      },
      { status: 401, statusText: 'no' },
    );
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).querySelector('.error')!.textContent).toContain('Try again');
    expect(fixture.componentInstance.busy()).toBeFalse();
  });

  it('tells a lost server from a wrong password', async () => {
    fixture.componentInstance.signIn(new Event('submit'), 'ilse', 'secret');
    http.expectOne('/api/session').error(new ProgressEvent('offline'));
    await fixture.whenStable();
    expect(fixture.componentInstance.error()).toContain('cannot be reached');
  });

  it('offers demo accounts only where there are any', async () => {
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('Ilse Varga');
    TestBed.inject(SessionService).load().subscribe();
    http.expectOne('/api/session').flush({ ...SESSION, demoAccounts: [] });
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).not.toContain('Try the demo shed');
  });
});
