import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { type AirFigure, type ExpectedAir, FRESH_MIN, freshReading } from '@ashstep/core/repair';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { TextInput } from '../parts/inputs';
import { ReadWith } from '../instruments/read-with';
import { QuantityField } from '../parts/quantity-field';
import { Clock } from '../platform/clock';
import { QuantityPipe } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import { whenText } from '../platform/when.pipe';
import { ShopService } from '../shop/shop.service';
import { KeptAir } from './kept-air';
import { Panel } from './stages/stage-panel';

/** The one air of a job: what was read, what it is planned at, and what nobody has said; a reading of the shed serves every job in it. */
/** Letters the name of an instrument has at the most. */
const INSTRUMENT_MOST = 80;

@Component({
  selector: 'ash-air-board',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField, QuantityPipe, TextInput],
  template: `
    <table class="ruled">
      <tbody>
        @for (row of rows(); track row.name) {
          <tr>
            <td>{{ row.name }}</td>
            <td class="num">
              <b>{{ row.text }}</b>
            </td>
            <td>{{ row.from }}</td>
          </tr>
        }
      </tbody>
    </table>
    <p class="quiet">
      Dew point {{ plan().resin?.dewPointC | qty: 'temperature' }}. The surface wants to be 3 °C or more above it.
      {{ freshText() }}
    </p>
    @if (!sealed()) {
      @if (ofShed(); as s) {
        <p class="why">
          <b>{{ s.text }}</b>
          <button type="button" class="act small" (click)="takeOfShed()">Take it for this job</button>
        </p>
      }
      <div class="fields" role="group" aria-label="A reading now">
        <ash-quantity
          label="Air, read now"
          reads="air-temperature"
          (readWith)="readWith('tempC', $event)"
          kind="temperature"
          [value]="tempC()"
          [optional]="true"
          (valueChange)="tempC.set($event)"
          [error]="error('air.readings.' + last() + '.tempC')"
        />
        <ash-quantity
          label="Humidity, read now, %"
          reads="humidity"
          (readWith)="readWith('humidity', $event)"
          kind="plain"
          [value]="humidity()"
          [optional]="true"
          (valueChange)="humidity.set($event)"
          [error]="error('air.readings.' + last() + '.humidityPercent')"
        />
        <ash-quantity
          label="Surface, read now"
          reads="surface-temperature"
          (readWith)="readWith('surfaceTempC', $event)"
          kind="temperature"
          [value]="surfaceTempC()"
          [optional]="true"
          (valueChange)="surfaceTempC.set($event)"
          [error]="error('air.readings.' + last() + '.surfaceTempC')"
        />
        <div class="field">
          <label for="read-with">Read with</label
          ><input id="read-with" maxlength="80" [value]="instrument()" (typed)="instrument.set($event)" />
        </div>
      </div>
      <div class="row-actions">
        <button type="button" class="act" [disabled]="!canKeep()" (click)="keep()">Keep the reading</button>
      </div>
      @if (planning()) {
        <details>
          <summary>Plan at other air, not read{{ inputs().air.expected ? '' : ': nothing set' }}</summary>
          <div class="fields">
            <ash-quantity
              label="Plan at, air"
              kind="temperature"
              [value]="inputs().air.expected?.tempC ?? null"
              [optional]="true"
              (valueChange)="expect('tempC', $event)"
              [error]="error('air.expected.tempC')"
            />
            <ash-quantity
              label="Plan at, humidity, %"
              kind="plain"
              [value]="inputs().air.expected?.humidityPercent ?? null"
              [optional]="true"
              (valueChange)="expect('humidityPercent', $event)"
              [error]="error('air.expected.humidityPercent')"
            />
            <ash-quantity
              label="Plan at, surface"
              kind="temperature"
              [value]="inputs().air.expected?.surfaceTempC ?? null"
              [optional]="true"
              (valueChange)="expect('surfaceTempC', $event)"
              [error]="error('air.expected.surfaceTempC')"
            />
          </div>
        </details>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    td:last-child {
      color: var(--ink-2);
    }
  `,
})
export class AirBoard extends Panel {
  private readonly clock = inject(Clock);
  private readonly session = inject(SessionService);
  private readonly shop = inject(ShopService);
  private readonly air = new KeptAir();
  /** Whether it may also be set what is planned with where nothing is read. */
  readonly planning = input(true);

  readonly tempC = signal<number | null>(null);
  readonly humidity = signal<number | null>(null);
  readonly surfaceTempC = signal<number | null>(null);
  readonly instrument = signal('');
  private readonly with = new ReadWith();
  readonly last = computed(() => this.inputs().air.readings.length - 1);
  private readonly place = computed(() => this.inputs().days.place ?? 'shed');

  readonly rows = computed(() => {
    const { tempC, humidityPercent, surfaceTempC } = this.plan().air;
    return [
      { name: 'Air', text: this.inUnits(tempC.value, 'temperature'), from: this.fromText(tempC) },
      { name: 'Humidity', text: `${Math.round(humidityPercent.value)} %`, from: this.fromText(humidityPercent) },
      { name: 'Surface', text: this.inUnits(surfaceTempC.value, 'temperature'), from: this.fromText(surfaceTempC) },
    ];
  });
  readonly freshText = computed(() => {
    const { readings } = this.inputs().air;
    if (readings.length === 0) return '';
    const fresh = freshReading(this.inputs().air, this.clock.now(), this.place());
    return fresh
      ? `The reading serves until ${formatLocal(parseLocal(fresh.at, 'at') + FRESH_MIN[this.place()]).slice(11, 16)}.`
      : 'The last reading is too old to lay by: read it again before you start.';
  });
  /** A reading of the shed that this job has not got and that is newer than its own. */
  readonly ofShed = computed(() => {
    const reading = this.shop.shop()?.reading;
    const { readings } = this.inputs().air;
    if (this.place() !== 'shed' || !reading || readings.some(({ at }) => at >= reading.at)) return null;
    const figures = `${this.inUnits(reading.tempC, 'temperature')}, ${Math.round(reading.humidityPercent)} %`;
    return { reading, text: `The shed was read ${whenText(reading.at)} by ${reading.by}: ${figures}.` };
  });
  readonly canKeep = computed(() => this.tempC() !== null || this.humidity() !== null || this.surfaceTempC() !== null);

  constructor() {
    super();
    this.shop.ensure();
  }

  readWith(field: string, instrument: string): void {
    this.with.nameIn(this.instrument, field, instrument, INSTRUMENT_MOST);
  }

  /** Keeps what was read with this job; the air of the shed serves all that stand in it. */
  keep(): void {
    this.air.keep(this.state(), {
      tempC: this.tempC(),
      humidityPercent: this.humidity(),
      surfaceTempC: this.surfaceTempC(),
      instrument: this.instrument().trim(),
    });
    for (const field of [this.tempC, this.humidity, this.surfaceTempC]) field.set(null);
    this.with.clear();
    this.instrument.set('');
  }

  takeOfShed(): void {
    const found = this.ofShed();
    if (!found) return;
    const { at, by, tempC, humidityPercent, instrument = '' } = found.reading;
    this.air.add({ id: crypto.randomUUID(), at, by, tempC, humidityPercent, surfaceTempC: null, place: 'shed', instrument }); // prettier-ignore
  }

  expect(measure: 'tempC' | 'humidityPercent' | 'surfaceTempC', value: number | null): void {
    const { air } = this.plan();
    const now: ExpectedAir = this.inputs().air.expected ?? { source: 'typed', tempC: air.tempC.value, humidityPercent: null, surfaceTempC: null, by: '', at: null }; // prettier-ignore
    const nothing = measure === 'tempC' && value === null;
    const put = { by: this.session.person?.name ?? '', at: this.clock.now() };
    this.store.edit('air', { expected: nothing ? null : { ...now, source: 'typed', [measure]: value, ...put } });
  }

  private fromText({ source, by, at, instrument }: AirFigure): string {
    const who = by ? ` by ${by}` : '';
    const when = at ? `, ${whenText(at)}` : '';
    switch (source) {
      case 'reading':
        return `Read${who}${instrument ? ` with ${instrument}` : ''}${when}`;
      case 'forecast':
        return `From the forecast${when}`;
      case 'typed':
        return `Planned${who}${when}, not read`;
      case 'usual':
        return 'Usual for a shed. Nobody has read it.';
      case 'as-air':
        return 'Not read: taken as warm as the air';
    }
  }
}
