import { Injectable, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { SetMark, SetPin, ShopReply } from '@ashstep/contract';
import type { Air, AirReading, ShopSettings } from '@ashstep/core';
import { type Observable, catchError, debounceTime, filter, of, switchMap, tap } from 'rxjs';
import { Api, ApiError } from '../platform/api';
import { LiveService } from '../platform/live.service';

/** What the shop has set, its weather and what is pinned or done of its plan; kept in step with what others change. */
@Injectable({ providedIn: 'root' })
export class ShopService {
  private readonly api = inject(Api);
  private readonly known = signal<ShopReply | null>(null);
  private asked = false;

  /** Null until it is first read. */
  readonly shop = this.known.asReadonly();
  readonly problem = signal('');

  constructor() {
    inject(LiveService)
      .news$.pipe(
        filter(({ kind }) => this.asked && (kind === 'shop' || kind === 'missed')),
        debounceTime(200),
        switchMap(() => this.read()),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  /** Reads it, once; it is kept in step from then on. */
  ensure(): void {
    if (this.asked) return;
    this.asked = true;
    this.read().subscribe();
  }

  saveSettings(settings: ShopSettings): Observable<ShopReply> {
    return this.keep(this.api.send<ShopReply>('PUT', '/shop/settings', settings));
  }

  saveForecast(forecast: Air | null): Observable<ShopReply> {
    return this.keep(forecast ? this.api.send<ShopReply>('PUT', '/shop/forecast', forecast) : this.api.send<ShopReply>('DELETE', '/shop/forecast'));
  }

  addReading(reading: AirReading): Observable<ShopReply> {
    return this.keep(this.api.send<ShopReply>('POST', '/shop/readings', { id: crypto.randomUUID(), ...reading }));
  }

  pin(pin: SetPin): void {
    this.say(this.api.send<ShopReply>('PUT', '/plan/pins', pin));
  }

  mark(mark: SetMark): void {
    this.say(this.api.send<ShopReply>('PUT', '/plan/marks', mark));
  }

  private say(request: Observable<ShopReply>): void {
    this.keep(request).subscribe({
      error: (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.problem.set(error.problem.detail);
      },
    });
  }

  private read(): Observable<ShopReply | null> {
    return this.keep(this.api.get<ShopReply>('/shop')).pipe(
      catchError((error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.problem.set(error.problem.detail);
        return of(null);
      }),
    );
  }

  private keep(request: Observable<ShopReply>): Observable<ShopReply> {
    return request.pipe(
      tap((reply) => {
        this.problem.set('');
        this.known.set(reply);
      }),
    );
  }
}
