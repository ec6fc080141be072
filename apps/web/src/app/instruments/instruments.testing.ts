import { signal } from '@angular/core';
import type { AskBody, Instrument, LiveReading, QuantityName } from '@ashstep/contract/instruments';
import { type Observable, of } from 'rxjs';
import { Instruments } from './instruments';

/** A shed with as many instruments as a spec puts there; what they are asked is written down. */
export class InstrumentsStub {
  readonly list = signal<Instrument[]>([]);
  readonly asked: [string, AskBody][] = [];

  ensure(): void {
    // Nothing is listened to.
  }

  told = Instruments.prototype.told;
  live = Instruments.prototype.live;
  teller = Instruments.prototype.teller;

  ask(instrument: Instrument, body: AskBody): Observable<unknown> {
    this.asked.push([instrument.code, body]);
    return of(null);
  }

  put(patch: Partial<Instrument> & Pick<Instrument, 'kind' | 'name'>): void {
    this.list.set([{ id: patch.kind, code: patch.kind, calibratedOn: '2026-03-02', simulated: false, connected: true, battery: 80, trouble: null, readings: [], ...patch }]); // prettier-ignore
  }

  read(
    quantity: QuantityName,
    value: number,
    state: LiveReading['state'] = 'stable',
    at = new Date().toISOString(),
  ): void {
    this.list.update((all) => all.map((one) => ({ ...one, readings: [{ quantity, value: [value], state, at }] })));
  }
}
