import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { type BondSetting, type BondTrial, type BondTrialBody, FAMILY_NAMES } from '@ashstep/contract';
import type { ResinFamily } from '@ashstep/core/material';
import { type BlockedPair, FEWEST_COUPONS, type GroupSummary, lapShearMPa, trialsWithin } from '@ashstep/core/trials';
import type { EChartsCoreOption } from 'echarts/core';
import { type Observable } from 'rxjs';
import { Chart } from '../parts/chart';
import { CHART_BASE, CHART_EMBER, CHART_INK } from '../parts/chart-look';
import { ChoiceField, optionsOf } from '../parts/choice-field';
import { Header } from '../parts/header';
import { QuantityField } from '../parts/quantity-field';
import { Api, ApiError } from '../platform/api';
import { SessionService } from '../platform/session.service';
import { WhenPipe } from '../platform/when.pipe';
import { PickOf, PickSelect, TextInput } from '../parts/inputs';

type Unit = BondTrialBody['unit'];
type Factor = 'preparation' | 'resin' | 'fabric';

/** The shed's own bond trials: coupons by preparation, resin or fabric, compared group by group with a plain word on what they show. */
@Component({
  selector: 'ash-trials',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, PickSelect, TextInput, Header, ChoiceField, QuantityField, Chart, WhenPipe],
  templateUrl: './trials.html',
  styleUrl: './trials.scss',
})
export class Trials {
  private readonly api = inject(Api);
  private readonly session = inject(SessionService);
  readonly all = signal<BondTrial[] | null>(null);
  readonly problem = signal('');
  readonly fields = signal<Readonly<Partial<Record<string, string>>>>({});

  readonly units = optionsOf({ MPa: 'MPa', N: 'Newton', rank: 'Rank' } as const);
  readonly factors = optionsOf({ preparation: 'By preparation', resin: 'By resin', fabric: 'By fabric' } as const);
  readonly unit = signal<Unit>('MPa');
  readonly factor = signal<Factor>('preparation');

  readonly preparation = signal('');
  readonly resin = signal('');
  readonly fabric = signal('');
  readonly value = signal<number | null>(null);
  readonly old = signal<number | null>(null);
  readonly fresh = signal<number | null>(null);
  readonly bond = signal<number | null>(null);
  readonly width = signal<number | null>(null);
  readonly overlap = signal<number | null>(null);
  readonly withdrawing = signal<string | null>(null);
  readonly why = signal('');

  /** Coupons told in the measure that is shown: a force on a known face counts as a strength too. */
  readonly counted = computed(() =>
    (this.all() ?? []).flatMap((trial): BondTrial[] => {
      if (trial.withdrawn !== null || (this.only() !== '' && trial.resin !== this.only())) return [];
      if (trial.unit === this.unit()) return [trial];
      const { bonded, value } = trial;
      return this.unit() === 'MPa' && trial.unit === 'N' && bonded
        ? [{ ...trial, value: lapShearMPa(value, bonded.widthMm, bonded.overlapMm) }]
        : [];
    }),
  );
  readonly result = computed(() => compare(this.counted(), this.factor()));
  /** Resins there are coupons of, and the one they are held to; all of them when empty. */
  readonly resins = computed(() => [...new Set((this.all() ?? []).map((trial) => trial.resin))]);
  readonly only = signal('');
  readonly verdicts = computed(() =>
    (this.result()?.pairs ?? []).map((pair) => ({ key: `${pair.a} ${pair.b}`, text: verdict(pair, this.unit()) })),
  );
  readonly preparations = computed(() => [...new Set((this.all() ?? []).map((trial) => trial.preparation))]);
  readonly chart = computed<EChartsCoreOption | null>(() => {
    const result = this.result();
    return result && chartOf(result.groups, this.counted(), this.factor(), this.unit());
  });
  readonly said = computed(() =>
    (this.result()?.groups ?? [])
      .map((group) => `${group.name}: ${group.mean.toFixed(1)} of ${group.count}.`)
      .join(' '),
  );

  readonly shopBond = toSignal(this.session.bond$, { initialValue: {} as BondSetting });
  readonly families = Object.entries(FAMILY_NAMES) as [ResinFamily, string][];
  readonly manager = computed(() => this.person()?.role === 'manager');
  private readonly person = toSignal(this.session.person$);
  /** Group being cited: the figure is proposed a spread below the mean, so that a weak coupon does not stand alone. */
  readonly citing = signal<{ group: GroupSummary; family: ResinFamily; mpa: number } | null>(null);

  constructor() {
    this.take(this.api.get<BondTrial[]>('/trials'));
  }

  /** Why a group cannot be planned by; nothing where it can: three coupons or more, of one resin. */
  notCited(group: GroupSummary): string {
    if (group.count < FEWEST_COUPONS) return 'Three coupons or more';
    const resins = new Set(this.of(group).map(({ resin }) => resin));
    return resins.size > 1 ? 'Of more than one resin: take one above' : '';
  }

  private of({ name }: GroupSummary): BondTrial[] {
    return this.counted().filter((trial) => (trial[this.factor()] || NOT_NOTED) === name);
  }

  cite(group: GroupSummary): void {
    const named = this.of(group)[0]?.resin.toLowerCase() ?? '';
    const family = this.families.find(([, name]) => named.includes(name.toLowerCase()))?.[0] ?? 'epoxy';
    this.citing.set({ group, family, mpa: Math.round(10 * (group.mean - (group.spread ?? 0))) / 10 });
  }

  keepBond(): void {
    const citing = this.citing();
    if (!citing) return;
    const { group, family, mpa } = citing;
    const source = `${group.name}, ${group.count} coupons, mean ${group.mean.toFixed(1)}${group.spread === null ? '' : ` ± ${group.spread.toFixed(1)}`} MPa`;
    this.setBond({ ...this.shopBond(), [family]: { mpa, source } });
  }

  dropBond(family: ResinFamily): void {
    const { [family]: _, ...others } = this.shopBond();
    this.setBond(others);
  }

  private setBond(bond: BondSetting): void {
    this.session.setBond(bond).subscribe({
      next: () => this.citing.set(null),
      error: (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.problem.set(error.problem.fields[0]?.message ?? error.problem.detail);
      },
    });
  }

  add(event: Event): void {
    event.preventDefault();
    const [old, fresh, bond] = [this.old(), this.fresh(), this.bond()];
    const [width, overlap] = [this.width(), this.overlap()];
    const failure =
      old === null && fresh === null && bond === null
        ? null
        : { oldLaminatePercent: old ?? 0, newLaminatePercent: fresh ?? 0, bondLinePercent: bond ?? 0 };
    const body: BondTrialBody = {
      id: crypto.randomUUID(),
      preparation: this.preparation(),
      resin: this.resin(),
      fabric: this.fabric(),
      unit: this.unit(),
      value: this.value() ?? 0,
      bonded: this.unit() === 'N' && width !== null && overlap !== null ? { widthMm: width, overlapMm: overlap } : null,
      failure,
      notes: '',
    };
    this.take(this.api.send<BondTrial[]>('POST', '/trials', body), () =>
      [this.value, this.old, this.fresh, this.bond].forEach((field) => field.set(null)),
    );
  }

  withdraw(id: string): void {
    this.take(this.api.send<BondTrial[]>('POST', `/trials/${id}/withdraw`, { why: this.why() }), () => {
      this.withdrawing.set(null);
      this.why.set('');
    });
  }

  band({ meanBand, count }: GroupSummary): string {
    return meanBand === null || count < FEWEST_COUPONS
      ? 'too few to say'
      : `${Math.max(0, meanBand[0]).toFixed(1)} to ${meanBand[1].toFixed(1)}`;
  }

  broke({ failures }: GroupSummary): string {
    if (!failures) return 'not noted';
    const parts = [
      ['old laminate', failures.oldLaminatePercent],
      ['new', failures.newLaminatePercent],
      ['bond line', failures.bondLinePercent],
      ['mixed', failures.mixedPercent],
    ] as const;
    return parts
      .filter(([, percent]) => percent >= 0.5)
      .map(([name, percent]) => `${percent.toFixed(0)} % ${name}`)
      .join(', ');
  }

  /** Takes the list the server answers with; what was typed stays when it refuses. */
  private take(request: Observable<BondTrial[]>, done: () => void = () => undefined): void {
    request.subscribe({
      next: (all) => {
        this.all.set(all);
        this.problem.set('');
        this.fields.set({});
        done();
      },
      error: (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.problem.set(error.problem.detail);
        this.fields.set(Object.fromEntries(error.problem.fields.map((field) => [field.path, field.message])));
      },
    });
  }
}

const NOT_NOTED = 'Not noted';
const FACTORS: readonly Factor[] = ['preparation', 'resin', 'fabric'];

/** Coupons by one factor, compared only with those alike in the others. */
function compare(counted: readonly BondTrial[], factor: Factor): ReturnType<typeof trialsWithin> | null {
  if (counted.length === 0) return null;
  // A fabric that nobody noted of some sets none of them apart.
  const noted = counted.every((trial) => trial.fabric !== '');
  const others = FACTORS.filter((other) => other !== factor && (other !== 'fabric' || noted));
  return trialsWithin({
    coupons: counted.map((trial) => ({
      level: trial[factor] || NOT_NOTED,
      block: JSON.stringify(others.map((other) => trial[other])),
      value: trial.value,
      ...(trial.failure ? { failure: trial.failure } : {}),
    })),
  });
}

function verdict({ a, b, difference, p, verdict: found, blocks }: BlockedPair, unit: Unit): string {
  if (found === 'never-together')
    return `${a} and ${b}: never made with the same resin and fabric, so nothing can be told of one against the other.`;
  if (found === 'too-few')
    return `${a} and ${b}: too few coupons to tell. Three or more of each that differ among themselves.`;
  const [better, worse] = difference >= 0 ? [a, b] : [b, a];
  const by = `${Math.abs(difference).toFixed(1)}${unit === 'rank' ? '' : ` ${unit}`}`;
  const chance = p! < 0.001 ? 'less than 1 in 1000' : `${(100 * p!).toFixed(1)} %`;
  const within = blocks > 1 ? ' Like compared with like, the rest being equal.' : '';
  return found === 'different'
    ? `${better} holds ${by} more than ${worse}. Chance of that by luck: ${chance}.${within}`
    : `${better} is ${by} above ${worse}, but luck alone gives as much in ${chance} of cases: no difference shown.${within}`;
}

function chartOf(
  groups: readonly GroupSummary[],
  counted: readonly BondTrial[],
  factor: Factor,
  unit: Unit,
): EChartsCoreOption {
  const at = new Map(groups.map((group, i) => [group.name, i]));
  const label = { color: CHART_INK, fontSize: 13 };
  return {
    ...CHART_BASE,
    grid: { left: 44, right: 12, top: 28, bottom: 30 },
    xAxis: {
      type: 'category',
      data: groups.map((group) => group.name),
      axisLabel: { ...label, interval: 0, width: 150, overflow: 'break' },
      axisLine: { lineStyle: { color: CHART_INK } },
    },
    yAxis: {
      type: 'value',
      name: unit,
      nameTextStyle: label,
      axisLabel: label,
      splitLine: { lineStyle: { color: '#d4d9d4' } },
    },
    series: [
      {
        type: 'scatter',
        data: counted.map((trial) => [at.get(trial[factor] || NOT_NOTED), trial.value]),
        symbolSize: 11,
        itemStyle: { color: 'transparent', borderColor: CHART_INK, borderWidth: 1.8 },
      },
      {
        type: 'scatter',
        data: groups.map((group, i) => [i, group.mean]),
        symbol: 'rect',
        symbolSize: [46, 4],
        itemStyle: { color: CHART_EMBER },
      },
    ],
  };
}
