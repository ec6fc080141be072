import { Injectable, inject } from '@angular/core';
import type { BondSetting, Person, SessionReply, UnitSystemName } from '@ashstep/contract';
import {
  BehaviorSubject,
  type Observable,
  catchError,
  distinctUntilChanged,
  filter,
  map,
  of,
  switchMap,
  tap,
} from 'rxjs';
import { Api } from './api';
import { Clock } from './clock';
import { KeptReads } from './kept-reads';

/** Who is signed in, in which units they read, and which shed this is. */
@Injectable({ providedIn: 'root' })
export class SessionService {
  private readonly api = inject(Api);
  private readonly clock = inject(Clock);
  private readonly kept = inject(KeptReads);
  private readonly state = new BehaviorSubject<SessionReply | null>(null);

  readonly session$ = this.state.pipe(filter((session) => session !== null));
  readonly person$ = this.session$.pipe(map((session) => session.person));
  readonly units$: Observable<UnitSystemName> = this.state.pipe(
    map((session) => session?.person?.units ?? 'metric'),
    distinctUntilChanged(),
  );

  /** The session has ended under an open page: the page stays as it is until the same person signs in again. */
  readonly expired$ = new BehaviorSubject(false);

  constructor() {
    this.api.signedOut$.subscribe(() => this.expired$.next(this.person !== null));
    this.api.renew = () =>
      this.load().pipe(
        map(() => this.person !== null && !this.expired$.value),
        catchError(() => of(false)),
      );
  }

  /** Begins anew as somebody else, with nothing of the one before on the page. */
  restart(): void {
    location.assign('/');
  }

  get person(): Person | null {
    return this.state.value?.person ?? null;
  }

  get units(): UnitSystemName {
    return this.person?.units ?? 'metric';
  }

  /** Bond shear the shop has measured, by resin. */
  readonly bond$ = this.session$.pipe(map((session) => session.shop.bond));

  setBond(bond: BondSetting): Observable<SessionReply['shop']> {
    return this.api
      .send<SessionReply['shop']>('PUT', '/shop/bond', bond)
      .pipe(tap((shop) => this.state.value && this.state.next({ ...this.state.value, shop })));
  }

  load(): Observable<SessionReply> {
    return this.api.get<SessionReply>('/session').pipe(tap((session) => this.accept(session)));
  }

  signIn(login: string, password: string): Observable<SessionReply> {
    return this.enter('/session', { login, password });
  }

  signInToDemo(personId: string): Observable<SessionReply> {
    return this.enter('/session/demo', { personId });
  }

  /** With a token of now: that of a session that has ended opens nothing. */
  private enter(path: string, body: object): Observable<SessionReply> {
    return this.load().pipe(
      switchMap(() => this.api.send<SessionReply>('POST', path, body)),
      tap((session) => {
        this.kept.keep('/session', session);
        this.accept(session);
      }),
    );
  }

  signOut(): Observable<unknown> {
    return this.api.send('DELETE', '/session').pipe(tap(() => this.leave()));
  }

  /** Goes to the sign-in page of a session that has ended. */
  leave(): void {
    this.expired$.next(false);
    void this.kept.forget();
    if (this.state.value) this.state.next({ ...this.state.value, person: null });
  }

  setUnits(units: UnitSystemName): Observable<Person> {
    return this.api
      .send<Person>('PUT', '/session/units', { units })
      .pipe(tap((person) => this.state.value && this.state.next({ ...this.state.value, person })));
  }

  private accept(session: SessionReply): void {
    const before = this.person;
    this.api.csrfToken = session.csrfToken;
    if (before && !session.person) return this.expired$.next(true);
    if (before && session.person && session.person.id !== before.id) return this.restart();
    this.clock.zone.set(session.shop.zone);
    this.state.next(session);
    this.expired$.next(false);
  }
}
