import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Account } from '@ashstep/contract';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { AccountPage } from './account-page';

const ACCOUNTS: Account[] = [
  {
    id: 'a',
    login: 'ilse',
    name: 'Ilse Varga',
    role: 'technician',
    active: true,
    lastSignInAt: '2026-04-16T08:00:00Z',
    lastChange: {
      at: '2026-04-15T08:00:00Z',
      by: 'Ruben Saito',
      kind: 'altered',
      was: { role: 'inspector', active: true },
      is: { role: 'technician', active: true },
    },
  },
  { id: 'b', login: 'ruben', name: 'Ruben Saito', role: 'manager', active: true, lastSignInAt: null, lastChange: null },
];

describe('the account page', () => {
  let fixture: ComponentFixture<AccountPage>;
  let http: HttpTestingController;

  async function open(role: string, others: object[] = []): Promise<void> {
    const person = { id: 'b', name: 'Ruben Saito', role, units: 'metric' };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        provideHttpClient(),
        provideHttpClientTesting(),
        {
          provide: SessionService,
          useValue: {
            expired$: new BehaviorSubject(false),
            person$: new BehaviorSubject(person),
            units$: new BehaviorSubject('metric'),
          },
        },
      ],
    });
    fixture = TestBed.createComponent(AccountPage);
    http = TestBed.inject(HttpTestingController);
    http.expectOne('/api/session/others').flush(others);
    if (role === 'manager') http.expectOne('/api/accounts').flush(ACCOUNTS);
    await fixture.whenStable();
  }
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => host().textContent!.replace(/\s+/g, ' ');
  const button = (label: string): HTMLButtonElement =>
    [...host().querySelectorAll('button')].find((one) =>
      (one.getAttribute('aria-label') ?? one.textContent!).includes(label),
    )!;
  const type = async (id: string, value: string): Promise<void> => {
    const field = host().querySelector<HTMLInputElement>(`#${id}`)!;
    field.value = value;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };

  it('changes one’s own password, keeps what was typed when it is refused, and says so', async () => {
    await open('technician');
    expect(text()).not.toContain('People of the shed');
    await type('current', 'old one');
    await type('next', 'short');
    expect(button('Change it').disabled).toBeTrue();
    await type('next', 'a longer password');
    button('Change it').click();
    http.expectOne({ method: 'PUT', url: '/api/session/password' }).flush(
      {
        code: 'wrong-password',
        status: 422,
        detail: '',
        fields: [{ path: 'current', message: 'That is not your password.' }],
      },
      { status: 422, statusText: 'no' },
    );
    await fixture.whenStable();
    expect(text()).toContain('That is not your password.');
    expect(host().querySelector<HTMLInputElement>('#next')!.value).toBe('a longer password');
    button('Change it').click();
    http.expectOne({ method: 'PUT', url: '/api/session/password' }).flush([]);
    await fixture.whenStable();
    expect(text()).toContain('Your password is changed.');
    expect(host().querySelector<HTMLInputElement>('#next')!.value).toBe('');
  });

  it('signs other devices out', async () => {
    await open('technician', [{ startedAt: Date.now() - 7200_000, seenAt: Date.now() - 3600_000 }]);
    button('Sign out everywhere else').click();
    http.expectOne({ method: 'DELETE', url: '/api/session/others' }).flush([]);
    await fixture.whenStable();
    expect(text()).toContain('signed in nowhere else');
  });

  it('lets a manager add somebody, tells the password once, and names what is in the way', async () => {
    await open('manager');
    await type('name', 'New Comer');
    await type('login', 'Ilse');
    button('Add them').click();
    const first = http.expectOne({ method: 'POST', url: '/api/accounts' });
    expect(first.request.body).toEqual(
      jasmine.objectContaining({ name: 'New Comer', login: 'ilse', role: 'technician' }),
    );
    first.flush(
      {
        code: 'invalid',
        status: 422,
        detail: '',
        fields: [{ path: 'login', message: 'Somebody signs in with this name already.' }],
      },
      { status: 422, statusText: 'no' },
    );
    await fixture.whenStable();
    expect(text()).toContain('Somebody signs in with this name already.');
    await type('login', 'new');
    button('Add them').click();
    http.expectOne({ method: 'POST', url: '/api/accounts' }).flush({ accounts: ACCOUNTS, password: 'made-once' });
    await fixture.whenStable();
    expect(text()).toContain('New Comer signs in as new with made-once');
  });

  it('lets a manager change roles, let somebody in no more, and puts back a choice that is refused', async () => {
    await open('manager');
    expect(text()).toContain('Made technician, was inspector, by Ruben Saito');
    button('Let in no more, Ilse Varga').click();
    const request = http.expectOne({ method: 'PUT', url: '/api/accounts/a' });
    expect(request.request.body).toEqual({ active: false });
    request.flush([{ ...ACCOUNTS[0]!, active: false }, ACCOUNTS[1]!]);
    await fixture.whenStable();
    expect(button('Let in again, Ilse Varga')).toBeDefined();
    expect(button('New password for Ilse')).toBeUndefined();
    const select = host().querySelector<HTMLSelectElement>('select[aria-label="Ruben Saito is"]')!;
    select.value = 'technician';
    select.dispatchEvent(new Event('change'));
    http
      .expectOne('/api/accounts/b')
      .flush(
        { code: 'last-manager', status: 409, detail: 'Somebody has to manage the shed.', fields: [] },
        { status: 409, statusText: 'no' },
      );
    await fixture.whenStable();
    expect(text()).toContain('Somebody has to manage the shed.');
    button('New password for Ruben').click();
    http.expectOne({ method: 'POST', url: '/api/accounts/b/password' }).flush({ accounts: ACCOUNTS, password: 'anew' });
    await fixture.whenStable();
    expect(text()).toContain('with anew');
  });
});
