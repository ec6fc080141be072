import { Injectable, inject } from '@angular/core';
import type { BondSetting, Person, SessionReply, UnitSystemName } from '@ashstep/contract';
import { BehaviorSubject, type Observable, distinctUntilChanged, filter, map, tap } from 'rxjs';
import { Api } from './api';

/** Who is signed in, in which units they read, and which shed this is. */
@Injectable({ providedIn: 'root' })
export class SessionService {
  private readonly api = inject(Api);
  private readonly state = new BehaviorSubject<SessionReply | null>(null);

  readonly session$ = this.state.pipe(filter((session) => session !== null));
  readonly person$ = this.session$.pipe(map((session) => session.person));
  readonly units$: Observable<UnitSystemName> = this.state.pipe(
    map((session) => session?.person?.units ?? 'metric'),
    distinctUntilChanged(),
  );

  get person(): Person | null {
    return this.state.value?.person ?? null;
  }

  get units(): UnitSystemName {
    return this.person?.units ?? 'metric';
  }

  /** Bond shear the shop has measured, by resin. */
  readonly bond$ = this.session$.pipe(map((session) => session.shop.bond));

  setBond(bond: BondSetting): Observable<SessionReply['shop']> {
    return this.api.send<SessionReply['shop']>('PUT', '/shop/bond', bond).pipe(tap((shop) => this.state.value && this.state.next({ ...this.state.value, shop })));
  }

  load(): Observable<SessionReply> {
    return this.api.get<SessionReply>('/session').pipe(tap((session) => this.accept(session)));
  }

  signIn(login: string, password: string): Observable<SessionReply> {
    return this.api.send<SessionReply>('POST', '/session', { login, password }).pipe(tap((session) => this.accept(session)));
  }

  signInToDemo(personId: string): Observable<SessionReply> {
    return this.api.send<SessionReply>('POST', '/session/demo', { personId }).pipe(tap((session) => this.accept(session)));
  }

  signOut(): Observable<unknown> {
    return this.api.send('DELETE', '/session').pipe(tap(() => this.state.value && this.state.next({ ...this.state.value, person: null })));
  }

  setUnits(units: UnitSystemName): Observable<Person> {
    return this.api.send<Person>('PUT', '/session/units', { units }).pipe(tap((person) => this.state.value && this.state.next({ ...this.state.value, person })));
  }

  private accept(session: SessionReply): void {
    this.api.csrfToken = session.csrfToken;
    this.state.next(session);
  }
}
