import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { CONTAINERS, type CureCard, cureCardFor, potExotherm } from '@ashstep/core/cure';
import { attempt } from '@ashstep/core/errors';
import { LAYING_NAMES } from '@ashstep/contract';
import { MIXING_MIN, type MeasuringTool, smallestBatches } from '@ashstep/core/mix';
import type { Pot, RepairInputs } from '@ashstep/core/repair';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../../../parts/chart';
import { CHART_BASE, CHART_EMBER, CHART_INK, CHART_QUIET } from '../../../parts/chart-look';
import { optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe, temperatureAxis } from '../../../platform/quantity.pipe';
import { ShopService } from '../../../shop/shop.service';
import { Panel } from '../stage-panel';
import { PickOf, PickSelect } from '../../../parts/inputs';

const TOO_HOT_C = 100;
const OTHER_SCALE = 'Another scale';
const otherScale = (errorG: number): MeasuringTool => ({ kind: 'scale', name: OTHER_SCALE, stepG: 1, errorG });
/** The chart runs on past the peak by this share. */
const PAST_PEAK = 1.6;

/** What pots are mixed in and measured with, how fast they are laid, and what one does that is left standing. */
@Component({
  selector: 'ash-pot-board',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, PickSelect, Chart, QuantityField, QuantityPipe],
  template: `
    @let set = inputs().mix;
    <div class="fields">
      <div class="field">
        <label for="pot-in">Mixed in</label
        ><select id="pot-in" [of]="containers" (chosen)="edit({ container: $event })">
          @for (c of containers; track c.id) {
            <option [value]="c.id" [selected]="c.id === (set.container ?? 'cup')">{{ c.name }}</option>
          }
        </select>
      </div>
      <div class="field">
        <label for="tool">Measured with</label
        ><select id="tool" (chosen)="takeTool($event)">
          <option value="" [selected]="!set.tool">
            {{ set.tools?.length ? 'The shed’s best for each pot' : 'A scale that may be off' }}
          </option>
          @for (tool of tools(); track tool.name) {
            <option [value]="tool.name" [selected]="set.tool?.name === tool.name">{{ tool.name }}</option>
          }
          @if (set.tools?.length) {
            <option [value]="other" [selected]="set.tool?.name === other">{{ other }}</option>
          }
        </select>
      </div>
      @if (!set.tool || set.tool.kind === 'scale') {
        <div class="field">
          <label for="weighing">Scale read</label
          ><select id="weighing" [of]="weighings" (chosen)="edit({ weighing: $event })">
            @for (o of weighings; track o.value) {
              <option [value]="o.value" [selected]="o.value === (set.weighing ?? 'cumulative')">{{ o.label }}</option>
            }
          </select>
        </div>
      }
      @if (set.tool ? set.tool.name === other : !set.tools?.length) {
        <ash-quantity
          label="Scale may be off by"
          kind="mass"
          [value]="set.scaleErrorG"
          (valueChange)="setScaleError($event!)"
          [error]="error('mix.scaleErrorG')"
        />
      }
      <div class="field">
        <label for="hands">Hands that lay</label
        ><select id="hands" (chosen)="edit({ hands: +$event })">
          @for (n of [1, 2, 3, 4]; track n) {
            <option [value]="n" [selected]="n === (set.hands ?? 1)">{{ n === 1 ? 'One pair' : n + ' pairs' }}</option>
          }
        </select>
      </div>
      <div class="field">
        <label for="laid-how">Laid</label
        ><select id="laid-how" [of]="ways" (chosen)="takeWay($event)">
          @for (o of ways; track o.value) {
            <option [value]="o.value" [selected]="o.value === way()">{{ o.label }}</option>
          }
        </select>
      </div>
      <ash-quantity
        label="Laid a minute, if you know better"
        kind="mass"
        [value]="set.layingRateGPerMin"
        [optional]="true"
        (valueChange)="edit({ layingRateGPerMin: $event })"
        [error]="error('mix.layingRateGPerMin')"
      />
    </div>
    @if (pace(); as p) {
      <p class="why">
        <b>{{ p.gPerMin | qty: 'mass' }} a minute</b> {{ paceText() }}
      </p>
    }
    <p class="why">
      <b>Why {{ potsText() }}</b> {{ limitText() }}
    </p>
    <p class="quiet">{{ toolText() }}</p>
    @if (tray(); as t) {
      <p class="why">
        <b>In a tray</b> a pot may be {{ t.limitG | qty: 'mass' }} and lasts {{ t.workMin.toFixed(0) }} min: spread thin
        it sheds its heat.
      </p>
    }
    @if (standing(); as p) {
      <p [class.remark]="p.tooHot">
        Pot {{ p.label }}, {{ p.massG | qty: 'mass' }}, left standing: gels after {{ p.gel }} and gets to
        <b>{{ p.peakC | qty: 'temperature' : 0 }}</b>.
        {{ p.tooHot ? 'It smokes and may burn: pour it out into a tray, outdoors.' : '' }}
      </p>
      @defer (on viewport) {
        <ash-chart
          [options]="options()"
          [label]="
            'Temperature of pot ' +
            p.label +
            ' left standing: gels after ' +
            p.gel +
            ', peak ' +
            inUnits(p.peakC, 'temperature', 0) +
            '.'
          "
          [height]="180"
        />
      } @placeholder {
        <div class="blank"></div>
      }
      <p class="quiet">
        {{ axis.unit() }} over minutes. Dot: it gels. Dashed: {{ tooHotC | qty: 'temperature' : 0 }}, where it smokes.
      </p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .blank {
      height: 180px;
    }
  `,
})
export class PotBoard extends Panel {
  readonly containers = CONTAINERS;
  readonly weighings = optionsOf({ cumulative: 'On one tare', 're-zeroed': 'Zeroed between the parts' } as const);
  readonly tooHotC = TOO_HOT_C;
  readonly other = OTHER_SCALE;
  readonly axis = temperatureAxis();
  private readonly shop = inject(ShopService);
  readonly tools = computed<readonly MeasuringTool[]>(() => {
    const [own, taken] = [this.shop.shop()?.settings.tools ?? [], this.inputs().mix.tool];
    return taken && taken.name !== OTHER_SCALE && !own.some(({ name }) => name === taken.name) ? [...own, taken] : own;
  });
  readonly ways = optionsOf({
    flat: 'In place, on the flat or upright',
    overhead: 'In place, overhead',
    film: 'Wetted on film on the table',
  } as const);
  readonly way = computed(() => {
    const { overhead, onFilm } = this.inputs().mix;
    return onFilm ? 'film' : overhead ? 'overhead' : 'flat';
  });
  readonly pace = computed(() => this.plan().mix?.faces[0]?.pace ?? null);
  readonly paceText = computed(() => {
    const pace = this.pace();
    if (!pace) return '';
    const { source, lays, lowGPerMin, highGPerMin } = pace.laying;
    const work = LAYING_NAMES[pace.laying.work];
    const range = `${this.inUnits(lowGPerMin, 'mass')} to ${this.inUnits(highGPerMin, 'mass')}`;
    const known =
      source === 'log'
        ? `by the shed’s log of ${lays} lay-ups, ${work}: ${range} with one pair of hands`
        : `as is usual for ${work}: ${range} with one pair of hands`;
    return this.inputs().mix.layingRateGPerMin === null
      ? `${known}.`
      : `as set by hand. It would be ${this.inUnits(pace.laying.gPerMin, 'mass')}, ${known}. Empty the field to take that.`;
  });

  /** The largest pot of the lay-up. */
  private readonly largest = computed<Pot | null>(() => {
    const pots = (this.plan().mix?.faces ?? []).flatMap((face) => face.pots);
    return pots.length === 0 ? null : pots.reduce((a, b) => (b.massG > a.massG ? b : a));
  });
  /** Fitting a shop's own card takes a while: only when the card changes. */
  private readonly system = computed(() => this.plan().resin?.card ?? null, {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  private readonly cure = computed<CureCard | null>(() => {
    const system = this.system();
    return system && cureCardFor(system).card;
  });
  private readonly followed = computed(() => {
    const [pot, cure] = [this.largest(), this.cure()];
    if (!pot || !cure) return null;
    const { catalystPercent } = pot.mix;
    const { result } = attempt(() => potExotherm({ card: cure, massG: Math.max(1, pot.massG), airTempC: this.plan().air.tempC.value, container: this.inputs().mix.container ?? 'cup', tooHotC: TOO_HOT_C, ...(catalystPercent === null ? {} : { catalystPercent }) })); // prettier-ignore
    return result && { pot, result };
  });
  readonly standing = computed(() => {
    const followed = this.followed();
    if (!followed) return null;
    const { pot, result } = followed;
    return {
      label: pot.label,
      massG: pot.massG,
      gel: result.gelMin === null ? 'more than a day' : minutes(result.gelMin),
      peakC: result.peakTempC,
      tooHot: result.tooHot,
    };
  });
  readonly options = computed<EChartsCoreOption>(() => {
    const result = this.followed()?.result;
    const until = Math.max(20, PAST_PEAK * (result?.peakMin ?? 0), 1.3 * (result?.gelMin ?? 0));
    const points = (result?.points ?? []).filter(({ min }) => min <= until);
    const gel =
      result && result.gelMin !== null
        ? points.reduce((a, b) => (Math.abs(b.min - result.gelMin!) < Math.abs(a.min - result.gelMin!) ? b : a))
        : null;
    const axis = { axisLabel: { color: CHART_INK, fontSize: 12 }, splitLine: { show: false } };
    return {
      ...CHART_BASE,
      grid: { left: 40, right: 14, top: 12, bottom: 26 },
      xAxis: { type: 'value', min: 0, max: Math.ceil(until / 5) * 5, ...axis },
      yAxis: {
        type: 'value',
        min: 0,
        max: Math.ceil(this.axis.of(Math.max(TOO_HOT_C, result?.peakTempC ?? 0) + 5) / 20) * 20,
        ...axis,
      },
      series: [
        {
          type: 'line',
          showSymbol: false,
          data: points.map(({ min, tempC }) => [Math.round(10 * min) / 10, Math.round(10 * this.axis.of(tempC)) / 10]),
          lineStyle: { color: CHART_EMBER, width: 2.5 },
          markLine: {
            silent: true,
            symbol: 'none',
            label: { show: false },
            lineStyle: { color: CHART_QUIET, type: 'dashed' },
            data: [{ yAxis: this.axis.of(TOO_HOT_C) }],
          },
        },
        {
          type: 'scatter',
          data: gel ? [[gel.min, this.axis.of(gel.tempC)]] : [],
          symbolSize: 11,
          itemStyle: { color: CHART_INK },
        },
      ],
    };
  });

  readonly tray = computed(() => {
    const { mix, resin } = this.plan();
    if (!mix || !resin?.card || this.inputs().mix.container === 'tray') return null;
    const inTray = this.store.tryOut('mix', { container: 'tray' })?.mix?.faces[0]?.split;
    return inTray && inTray.limitG > 1.15 * mix.faces[0]!.split.limitG
      ? { limitG: inTray.limitG, workMin: inTray.workingTimeMin }
      : null;
  });
  readonly potsText = computed(() => {
    const count = this.plan().mix?.pots ?? 0;
    return `${count} ${count === 1 ? 'pot' : 'pots'}`;
  });
  readonly limitText = computed(() => {
    const split = this.plan().mix?.faces[0]?.split;
    if (!split) return '';
    const limit = this.inUnits(split.limitG, 'mass');
    const rate = this.pace()!.gPerMin;
    return split.limitedBy === 'working-time'
      ? `A pot of ${limit} stays workable ${split.workingTimeMin.toFixed(0)} min at ${this.inUnits(this.plan().air.tempC.value, 'temperature')}: ${MIXING_MIN} to mix it, ${(split.limitG / rate).toFixed(0)} to lay it at ${this.inUnits(rate, 'mass')} a minute.`
      : `More than ${limit} in one pot may run away, whatever the time.`;
  });
  readonly toolText = computed(() => {
    const { mix, resin } = this.plan();
    const card = resin?.card;
    const pots = (mix?.faces ?? []).flatMap((face) => face.pots);
    if (!mix || !card || pots.length === 0) return '';
    if (pots.every((pot) => pot.wholes === null) && pots.every((pot) => pot.mix.drops !== null))
      return 'The catalyst is counted in drops; only the resin is on the scale.';
    const smallest =
      mix.smallestBatchG === null
        ? 'It mixes no pot within tolerance.'
        : `It mixes ${this.inUnits(mix.smallestBatchG, 'mass')} and more within ${card.tolerancePercent} %.`;
    const least = Math.min(...pots.map(({ mix: one }) => one.resinG + one.secondG));
    const tools = this.tools();
    const onTare =
      this.inputs().mix.weighing !== 're-zeroed' &&
      (!this.inputs().mix.tool || this.inputs().mix.tool!.kind === 'scale');
    if (tools.length === 0) return smallest;
    const second = card.kind === 'two-part' ? card.hardenerDensityGPerMl : card.catalystDensityGPerMl;
    const { result } = attempt(() =>
      smallestBatches({
        tools,
        per100ByWeight: pots[0]!.mix.per100ByWeight,
        resinDensityGPerMl: card.resinDensityGPerMl,
        secondDensityGPerMl: second,
        tolerancePercent: card.tolerancePercent,
        batchG: least,
        ...(this.inputs().mix.weighing ? { weighing: this.inputs().mix.weighing! } : {}),
      }),
    );
    if (!result) return smallest;
    const tare =
      onTare && mix.smallestBatchG !== null
        ? ' Poured on one tare the second part is the difference of two readings; zeroed between them it carries one.'
        : '';
    return `${smallest}${tare} ${result.best ? `For the smallest pot, ${this.inUnits(least, 'mass')}, the shed’s best is: ${result.best}.` : `Nothing in the shed mixes the smallest pot, ${this.inUnits(least, 'mass')}, within tolerance: weigh to 0.1 g, or mix a larger one.`}`;
  });

  constructor() {
    super();
    this.shop.ensure();
  }

  takeTool(name: string): void {
    const { scaleErrorG } = this.inputs().mix;
    const tool = name === OTHER_SCALE ? otherScale(scaleErrorG) : this.tools().find((one) => one.name === name);
    // As the shed has them now: it may have bought another since.
    const tools = this.shop.shop()?.settings.tools ?? this.inputs().mix.tools;
    this.store.edit('mix', { tool, ...(tools && !tool ? { tools } : {}) } as Partial<RepairInputs['mix']>);
  }

  setScaleError(scaleErrorG: number): void {
    this.edit({ scaleErrorG, ...(this.inputs().mix.tool ? { tool: otherScale(scaleErrorG) } : {}) });
  }

  takeWay(way: string): void {
    this.edit({ overhead: way === 'overhead', onFilm: way === 'film' });
  }

  edit(patch: Partial<RepairInputs['mix']>): void {
    this.store.edit('mix', patch);
  }
}

const minutes = (min: number): string => (min < 90 ? `${min.toFixed(0)} min` : `${(min / 60).toFixed(1)} h`);
