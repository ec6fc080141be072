import { Injectable, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { SetMark, SetPin, ShopReply } from '@ashstep/contract';
import type { Air, AirReading } from '@ashstep/core/air';
import type { ShopSettings } from '@ashstep/core/plan';
import { type Observable, catchError, debounceTime, filter, of, switchMap, tap } from 'rxjs';
import type { Command } from '../outbox/command';
import { Outbox } from '../outbox/outbox.service';
import { Api, ApiError } from '../platform/api';
import { LiveService } from '../platform/live.service';

/** What the shop has set, its weather and what is pinned or done of its plan; kept in step with what others change, with what is on its way from here. */
@Injectable({ providedIn: 'root' })
export class ShopService {
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly known = signal<ShopReply | null>(null);
  private asked = false;

  /** Null until it is first read. */
  readonly shop = computed(() => {
    const known = this.known();
    return known && overlay(known, this.outbox.waiting());
  });
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
    this.outbox.outcomes$.pipe(takeUntilDestroyed()).subscribe(({ reply }) => isShop(reply) && this.take(reply));
  }

  /** Reads it, once; it is kept in step from then on. */
  ensure(): void {
    if (this.asked) return;
    this.asked = true;
    this.read().subscribe();
  }

  /** Sets the shop up; what the server refuses is an error, and the page that asked has what was typed. */
  saveSettings(settings: ShopSettings): Observable<ShopReply> {
    return this.outbox.ask<ShopReply>({ kind: 'settings', settings });
  }

  saveForecast(forecast: Air | null): Observable<ShopReply> {
    return this.outbox.ask<ShopReply>({ kind: 'forecast', forecast });
  }

  addReading(reading: AirReading): Observable<ShopReply> {
    return this.outbox.ask<ShopReply>({ kind: 'reading', reading });
  }

  /** Gives a reading that a job has kept to the shed and to every other job in it. */
  share(reading: AirReading, keptIn: string): void {
    this.outbox.add({ kind: 'reading', reading, keptIn }, null);
  }

  pin(pin: SetPin): void {
    this.outbox.add({ kind: 'pin', pin }, pin.repairId);
  }

  mark(mark: SetMark): void {
    this.outbox.add({ kind: 'mark', mark }, mark.repairId);
  }

  private read(): Observable<ShopReply | null> {
    return this.api.get<ShopReply>('/shop').pipe(
      tap((reply) => this.take(reply)),
      catchError((error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.problem.set(error.problem.detail);
        return of(null);
      }),
    );
  }

  private take(reply: ShopReply): void {
    this.problem.set('');
    this.known.set(reply);
  }
}

const isShop = (reply: unknown): reply is ShopReply =>
  typeof reply === 'object' && reply !== null && 'settings' in reply && 'pins' in reply;

/** What is known of the shop with pins, marks, readings and settings that are on their way. */
function overlay(known: ShopReply, commands: readonly Command[]): ShopReply {
  return commands.reduce((shop, { act, personName: by }) => {
    switch (act.kind) {
      case 'pin': {
        const { repairId, key, startAt } = act.pin;
        const others = shop.pins.filter((pin) => pin.repairId !== repairId || pin.key !== key);
        return { ...shop, pins: startAt === null ? others : [...others, { repairId, key, startAt, by }] };
      }
      case 'mark': {
        const { repairId, key, startedAt, doneAt } = act.mark;
        const others = shop.marks.filter((mark) => mark.repairId !== repairId || mark.key !== key);
        return {
          ...shop,
          marks: startedAt === null && doneAt === null ? others : [...others, { repairId, key, startedAt, doneAt, by }],
        };
      }
      case 'reading':
        return shop.reading && shop.reading.at > act.reading.at ? shop : { ...shop, reading: { ...act.reading, by } };
      case 'settings':
        return { ...shop, settings: act.settings };
      case 'forecast':
        return { ...shop, forecast: act.forecast };
      default:
        return shop;
    }
  }, known);
}
