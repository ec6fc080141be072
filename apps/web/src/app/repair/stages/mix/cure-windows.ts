import { moneyText, standingLog } from '@ashstep/contract';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { AGE_TEMP_C, type HourlyTemp, type WindowsResult, equivalentAge, windows } from '@ashstep/core/cure';
import { attempt } from '@ashstep/core/errors';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { QuantityField } from '../../../parts/quantity-field';
import { airOfJob, hourlyFrom } from '../../../plan/lay-up-air';
import { ShedPlanService } from '../../../plan/shed-plan.service';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { whenText } from '../../../platform/when.pipe';
import { ShopService } from '../../../shop/shop.service';
import { Panel } from '../stage-panel';
import { Clock } from '../../../platform/clock';

const WARM_C = 25;
const ADVICE = {
  'windows.wait': 'Still wet: wait until it is tacky and does not lift.',
  'windows.lay': 'Green: the next ply or coat bonds of itself. Lay it now, without sanding.',
  'windows.abrade': 'Past its window: wash, abrade, wipe. What goes on is a secondary bond.',
} as const;

/** When the next ply bonds of itself, when it is sanded and full, by the air that is expected, and what a heated tent would change. */
@Component({
  selector: 'ash-cure-windows',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField, QuantityPipe],
  template: `
    @if (now(); as n) {
      <p>
        <b>{{ n.advice }}</b>&ngsp;<span class="quiet"
          >The last ply went on {{ n.at }}; since then it is as old as {{ n.age }} h at
          {{ ageC | qty: 'temperature' : 0 }}.</span
        >
      </p>
    }
    <div class="scroll">
      <table class="ruled compare">
        <thead>
          <tr>
            <th scope="col">{{ laidText() }}</th>
            @for (col of columns(); track col.name) {
              <th scope="col">{{ col.name }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.name) {
            <tr>
              <th scope="row">{{ row.name }}</th>
              @for (cell of row.cells; track $index) {
                <td class="num">{{ cell }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
    </div>
    @for (told of cold(); track told) {
      <p class="remark">{{ told }}</p>
    }
    <div class="fields">
      <ash-quantity label="Tent heated to" kind="temperature" [value]="tentC()" (valueChange)="tentC.set($event!)" />
    </div>
    @if (tentCost(); as cost) {
      <p class="why">
        <b>The tent</b> brings sanding forward by {{ cost.hours }} h and burns about {{ cost.kwh }} kWh,
        {{ cost.money }}, to get there at {{ tentC() | qty: 'temperature' : 0 }}.
      </p>
    }
    <p class="quiet">A tent needs air, and no naked heater near solvent.</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
  `,
})
export class CureWindows extends Panel {
  private readonly shedClock = inject(Clock);
  readonly ageC = AGE_TEMP_C;
  private readonly planner = inject(ShedPlanService);
  private readonly shop = inject(ShopService);
  readonly tentC = signal(WARM_C);

  /** When the lay-up ends as it is planned; this moment where it is not. */
  private readonly laidMin = computed(() => {
    const lay = this.planner
      .stepsOf(this.state().detail.id)
      .filter(({ step }) => step.id === 'lay-up')
      .at(-1);
    return { min: parseLocal(lay?.task.endAt ?? this.shedClock.now(), 'at'), planned: !!lay };
  });
  readonly laidText = computed(() =>
    this.laidMin().planned ? `Laid by ${whenText(formatLocal(this.laidMin().min))}` : 'Laid now',
  );
  private readonly forecast = computed<HourlyTemp[] | null>(() => {
    const air = airOfJob(this.planner, this.state().detail.id, this.inputs());
    return air && hourlyFrom(air, this.laidMin().min);
  });
  readonly columns = computed(() => {
    const card = this.plan().resin?.card;
    if (!card) return [];
    const ways: { name: string; air: number | HourlyTemp[] }[] = [
      { name: this.inUnits(this.plan().air.tempC.value, 'temperature'), air: this.plan().air.tempC.value },
      ...(this.forecast() ? [{ name: 'Forecast', air: this.forecast()! }] : []),
      { name: `Tent, ${this.inUnits(this.tentC(), 'temperature')}`, air: this.tentC() },
    ];
    return ways.flatMap(({ name, air }) => {
      const { result } = attempt(() => windows({ card, airTempC: air }));
      return result ? [{ name, result }] : [];
    });
  });
  readonly rows = computed(() => {
    const columns = this.columns();
    const at = (hour: number | null): string =>
      hour === null ? 'not in sight' : whenText(formatLocal(this.laidMin().min + 60 * hour));
    const full = ({ fullHour, remarks }: WindowsResult): string =>
      fullHour === null && remarks.some(({ id }) => id === 'cure.full-needs-warmth') ? 'never, too cold' : at(fullHour);
    return [
      { name: 'Next ply bonds from', cells: columns.map(({ result }) => at(result.fromHour)) },
      { name: 'and until', cells: columns.map(({ result }) => at(result.untilHour)) },
      { name: 'Sand from', cells: columns.map(({ result }) => at(result.sandableHour)) },
      { name: 'Full cure, gel coat from', cells: columns.map(({ result }) => full(result)) },
    ];
  });
  /** What the cold does to each way, said with the way it is said of. */
  readonly cold = computed(() => {
    const said = new Map<string, string[]>();
    for (const { name, result } of this.columns())
      for (const remark of result.remarks)
        said.set(this.words(remark), [...(said.get(this.words(remark)) ?? []), name]);
    return [...said].map(([words, names]) => `${names.join(', ')}: ${words}`);
  });
  readonly tentCost = computed(() => {
    const money = this.shop.shop()?.settings.money;
    const [steady, tent] = [this.columns().at(-2)?.result.sandableHour, this.columns().at(-1)?.result.sandableHour];
    if (!money || typeof steady !== 'number' || typeof tent !== 'number' || steady - tent < 0.5) return null;
    // A heater that is on half the time.
    const kwh = (money.heaterKw * tent) / 2;
    return {
      hours: (steady - tent).toFixed(0),
      kwh: kwh.toFixed(0),
      money: moneyText(kwh * money.perKwh, money.currency),
    };
  });
  /** What is to be done now with a lay-up that is down. */
  readonly now = computed(() => {
    const card = this.plan().resin?.card;
    const plies = standingLog(this.state().detail.log).filter(({ entry }) => entry.kind === 'ply');
    const last = plies.at(-1);
    if (!card || !last) return null;
    const lastMin = parseLocal(this.shedClock.at(last.at), 'at');
    const nowHour = (parseLocal(this.shedClock.now(), 'at') - lastMin) / 60;
    const air = airOfJob(this.planner, this.state().detail.id, this.inputs());
    const known =
      air && parseLocal(air.startAt, 'at') <= lastMin ? hourlyFrom(air, lastMin) : this.plan().air.tempC.value;
    const { result } = attempt(() => ({
      ...windows({ card, airTempC: known, nowHour }),
      age: equivalentAge({ airTempC: known, fromHour: 0, toHour: Math.max(0, nowHour) }).hours,
    }));
    return result?.advice
      ? { advice: ADVICE[result.advice], at: whenText(this.shedClock.at(last.at)), age: result.age.toFixed(1) }
      : null;
  });
}
