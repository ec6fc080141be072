import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type HourOfAir, airEndsAt, dewPoint, hourAt } from '@ashstep/core/air';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { textOf } from '../parts/text-of';
import { QuantityField } from '../parts/quantity-field';
import { saveText } from '../parts/save-text';
import { ApiError } from '../platform/api';
import { QuantityPipe, quantityText } from '../platform/quantity.pipe';
import { whenText } from '../platform/when.pipe';
import { ShopService } from '../shop/shop.service';
import { FORECAST_COLUMNS, forecastFromCsv, forecastToCsv } from './forecast-csv';
import { ShedPlanService } from './shed-plan.service';
import { Clock } from '../platform/clock';

/** The air now, outside and in the shed; what was read off here; and the forecast the days are planned by, taken in and given out as a file. */
@Component({
  selector: 'ash-weather-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, QuantityField, QuantityPipe],
  template: `
    <h2>Weather</h2>
    @if (now(); as rows) {
      <table class="ruled">
        <thead>
          <tr>
            <th scope="col">Now</th>
            <th scope="col" class="r">Air</th>
            <th scope="col" class="r">Humidity</th>
            <th scope="col" class="r">Dew point</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows; track row.name) {
            <tr>
              <td>{{ row.name }}</td>
              <td class="r num">{{ row.hour.tempC | qty: 'temperature' : 0 }}</td>
              <td class="r num">{{ row.hour.humidityPercent.toFixed(0) }} %</td>
              <td class="r num">{{ row.dewC | qty: 'temperature' : 0 }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
    <p class="quiet">{{ readText() }}</p>
    <form class="fields" (submit)="$event.preventDefault(); take()" aria-label="Reading of the shed’s air">
      <ash-quantity
        label="Shed is at"
        kind="temperature"
        [value]="tempC()"
        [optional]="true"
        (valueChange)="tempC.set($event)"
        [error]="wrong()['tempC'] ?? null"
      />
      <ash-quantity
        label="Humidity, %"
        kind="plain"
        [value]="humidity()"
        [optional]="true"
        (valueChange)="humidity.set($event)"
        [error]="wrong()['humidityPercent'] ?? null"
      />
      <button type="submit" class="act small" [disabled]="tempC() === null || humidity() === null">Read off now</button>
    </form>
    <p>
      <b>{{ source() }}</b>
    </p>
    <div class="row-actions">
      <label class="act small"
        >Take in a forecast<input
          class="visually-hidden"
          type="file"
          id="forecast-file"
          accept=".csv,text/csv"
          #file
          (change)="takeIn(file)"
      /></label>
      <button type="button" class="act small" [disabled]="!planner.weather()" (click)="giveOut()">As CSV</button>
      @if (kept()) {
        <button type="button" class="act small" (click)="drop()">Let it go</button>
      }
      <a class="act small" routerLink="/shop">The shed’s own air</a>
    </div>
    <p class="quiet">A file has the columns {{ columns }}; rain and sun may be left out.</p>
    <p role="status">{{ said() }}</p>
    @if (problem(); as told) {
      <p class="remark" role="alert">{{ told }}</p>
    }
    @if (left().length > 0) {
      <div role="alert">
        <p>Left out:</p>
        <ul>
          @for (row of left().slice(0, 8); track row.line) {
            <li>Line {{ row.line }}: {{ row.reason }}</li>
          }
        </ul>
        @if (left().length > 8) {
          <p>And {{ left().length - 8 }} lines more.</p>
        }
      </div>
    }
  `,
  styles: `
    .fields {
      align-items: end;
    }
    .act {
      min-height: 48px;
    }
  `,
})
export class WeatherPanel {
  private readonly shedClock = inject(Clock);
  readonly planner = inject(ShedPlanService);
  private readonly shop = inject(ShopService);
  private readonly inUnits = quantityText();
  readonly columns = FORECAST_COLUMNS.join(', ');
  readonly tempC = signal<number | null>(null);
  readonly humidity = signal<number | null>(null);
  readonly wrong = signal<Partial<Record<string, string>>>({});
  readonly said = signal('');
  readonly problem = signal('');
  readonly left = signal<{ line: number; reason: string }[]>([]);

  readonly kept = computed(() => this.planner.shop()?.forecast ?? null);
  readonly source = computed(() => {
    const kept = this.kept();
    if (!kept) return 'Made-up weather, for want of a forecast. Read the air before you lay.';
    const ends = airEndsAt(kept);
    return ends < parseLocal(this.shedClock.now(), 'now')
      ? `The forecast ended ${whenText(formatLocal(ends))}: its last day is taken again and again. Take in a new one.`
      : `By the forecast taken in, until ${whenText(formatLocal(ends))}.`;
  });
  readonly now = computed(() => {
    const air = this.planner.air();
    if (!air?.['outdoors'] || !air['shed']) return null;
    const row = (name: string, of: { startAt: string; hours: readonly HourOfAir[] }) => {
      const hour = hourAt(
        of,
        Math.floor((parseLocal(this.shedClock.now(), 'now') - parseLocal(of.startAt, 'at')) / 60),
      );
      return {
        name,
        hour,
        dewC: dewPoint({ airTempC: hour.tempC, relativeHumidityPercent: hour.humidityPercent }).dewPointC,
      };
    };
    return [row('Outside', air['outdoors']), row('In the shed', air['shed'])];
  });
  readonly readText = computed(() => {
    const reading = this.planner.shop()?.reading;
    if (!reading) return 'Nobody has read the shed’s air yet: what is said here is worked out.';
    return `Last read off ${whenText(reading.at)} by ${reading.by}: ${this.inUnits(reading.tempC, 'temperature')}, ${reading.humidityPercent} %. The plan goes by it for the next hours.`;
  });

  take(): void {
    const [tempC, humidityPercent] = [this.tempC(), this.humidity()];
    if (tempC === null || humidityPercent === null) return;
    this.wrong.set({});
    // It is kept from here on, so the fields are free for the next; a refused one comes back into them.
    this.tempC.set(null);
    this.humidity.set(null);
    this.shop.addReading({ at: this.shedClock.now(), tempC, humidityPercent }).subscribe({
      error: (error: unknown) => {
        this.tempC.set(tempC);
        this.humidity.set(humidityPercent);
        this.tell(error);
      },
    });
  }

  async takeIn(file: HTMLInputElement): Promise<void> {
    const chosen = file.files?.[0];
    if (!chosen) return;
    this.said.set('');
    this.problem.set('');
    const { forecast, left } = forecastFromCsv(await textOf(chosen));
    file.value = '';
    this.left.set(left);
    if (!forecast) return;
    const { air, between, cutAt } = forecast;
    this.shop.saveForecast(air).subscribe({
      next: () =>
        this.said.set(
          [
            `${air.hours.length} hours are in, from ${whenText(air.startAt)}.`,
            ...(between > 0 ? [`${between} of them stand between two rows and are worked out from both.`] : []),
            ...(cutAt
              ? [`After ${whenText(cutAt)} the rows lie more than half a day apart: the rest is left out.`]
              : []),
          ].join(' '),
        ),
      error: (error: unknown) => this.tell(error),
    });
  }

  giveOut(): void {
    const weather = this.planner.weather();
    if (weather) saveText('forecast.csv', 'text/csv', forecastToCsv(weather));
  }

  drop(): void {
    this.said.set('');
    this.left.set([]);
    this.shop.saveForecast(null).subscribe({ error: (error: unknown) => this.tell(error) });
  }

  private tell(error: unknown): void {
    if (!(error instanceof ApiError)) throw error;
    this.problem.set(error.problem.detail);
    this.wrong.set(Object.fromEntries((error.problem.fields ?? []).map(({ path, message }) => [path, message])));
  }
}
