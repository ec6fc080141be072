import { signal } from '@angular/core';
import type { AskBody, Instrument, LiveReading, QuantityName } from '@ashstep/contract/instruments';
import { instrumentWords } from '@ashstep/contract/instruments';
import { type Observable, of } from 'rxjs';
import type { Told } from './instruments';

/** A shed with as many instruments as a spec puts there; what they are asked is written down. */
export class InstrumentsStub {
  readonly list = signal<Instrument[]>([]);
  readonly asked: [string, AskBody][] = [];

  ensure(): void {
    // Nothing is listened to.
  }

  told(quantity: QuantityName): Told | null {
    const instrument = this.list().find(({ readings }) => readings.some((one) => one.quantity === quantity));
    const reading = instrument?.readings.find((one) => one.quantity === quantity);
    return instrument && reading ? { instrument, reading, words: instrumentWords(instrument) } : null;
  }

  teller(quantity: QuantityName, tells: (kind: Instrument['kind']) => readonly QuantityName[]): Instrument | null {
    return this.list().find(({ kind }) => tells(kind).includes(quantity)) ?? null;
  }

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
