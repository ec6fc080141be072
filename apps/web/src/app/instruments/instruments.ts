import { Injectable, computed, inject, signal } from '@angular/core';
import {
  type AskBody,
  INSTRUMENT_KINDS,
  type Instrument,
  type InstrumentsReply,
  type LiveReading,
  type QuantityName,
  instrumentWords,
} from '@ashstep/contract/instruments';
import { type Observable, Subject, catchError, debounceTime, filter, of, switchMap, tap } from 'rxjs';
import { Api } from '../platform/api';
import { LiveService } from '../platform/live.service';

/** What an instrument tells of one quantity. */
export interface Told {
  instrument: Instrument;
  reading: LiveReading;
  /** As it stands in a record: name and last calibration. */
  words: string;
}

type Said = { kind: 'changed' } | ({ kind: 'read'; id: string; battery: number | null } & LiveReading);

/** What was read longer ago is old: a scale tells every other second that it stands, ms. */
const OLD_MS = 6_000;
/** Several that come or go at once are asked for together, ms. */
const SETTLE_MS = 60;

/** The instruments of the shed and what each reads, as it comes. */
@Injectable({ providedIn: 'root' })
export class Instruments {
  private readonly api = inject(Api);
  private readonly known = signal<InstrumentsReply>({ bridges: [], instruments: [] });
  readonly list = computed(() => this.known().instruments);
  readonly bridges = computed(() => this.known().bridges);
  private readonly asked = new Subject<void>();
  private begun = false;

  private readonly news = inject(LiveService);

  /** Begins to listen, once anybody wants to know. */
  ensure(): void {
    if (this.begun) return;
    this.begun = true;
    this.asked
      .pipe(
        debounceTime(SETTLE_MS),
        switchMap(() => this.api.get<InstrumentsReply>('/instruments').pipe(catchError(() => of(null)))),
      )
      .subscribe((reply) => reply && this.known.set(reply));
    this.news.news$
      .pipe(
        tap((news) => news.kind === 'missed' && this.asked.next()),
        filter((news) => news.kind === 'instrument'),
      )
      .subscribe(({ said }) => this.hear(said as Said));
    this.asked.next();
  }

  /** What was read last of a quantity, with whatever instrument tells it: one that is there before one that is not. */
  told(quantity: QuantityName): Told | null {
    const all = this.list().flatMap((instrument): Told[] =>
      instrument.readings
        .filter((reading) => reading.quantity === quantity)
        .map((reading) => ({ instrument, reading, words: instrumentWords(instrument) })),
    );
    return all.sort((a, b) => Number(b.instrument.connected) - Number(a.instrument.connected) || b.reading.at.localeCompare(a.reading.at))[0] ?? null; // prettier-ignore
  }

  /** The same while it is there and heard; null where what it read is old. */
  live(quantity: QuantityName, nowMs: number): Told | null {
    const told = this.told(quantity);
    return told?.instrument.connected && nowMs - Date.parse(told.reading.at) < OLD_MS ? told : null;
  }

  /** The instrument that would tell a quantity, whether it has read anything yet or not. */
  teller(quantity: QuantityName): Instrument | null {
    const tells = (kind: Instrument['kind']): readonly QuantityName[] => INSTRUMENT_KINDS[kind].tells;
    return this.told(quantity)?.instrument ?? this.list().find(({ kind }) => tells(kind).includes(quantity)) ?? null;
  }

  ask(instrument: Instrument, body: AskBody): Observable<unknown> {
    return this.api.send('POST', `/instruments/${instrument.id}/ask`, body);
  }

  /** Takes over what the server says of them all. */
  accept(reply: InstrumentsReply): void {
    this.known.set(reply);
  }

  private hear(said: Said): void {
    if (said.kind === 'changed') return this.asked.next();
    const { id, battery, quantity, value, state, at } = said;
    if (!this.list().some((one) => one.id === id)) return this.asked.next();
    this.known.update((known) => ({
      ...known,
      instruments: known.instruments.map((one) =>
        one.id === id
          ? {
              ...one,
              connected: true,
              trouble: null,
              battery: battery ?? one.battery,
              readings: [
                ...one.readings.filter((reading) => reading.quantity !== quantity),
                { quantity, value, state, at },
              ],
            }
          : one,
      ),
    }));
  }
}
