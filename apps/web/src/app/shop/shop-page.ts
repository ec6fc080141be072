import { ChangeDetectionStrategy, Component, type OnDestroy, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { LAYING_NAMES, type Person, type Problem, capital } from '@ashstep/contract';
import type { ShedClimate } from '@ashstep/core/air';
import type { ShedHours, ShopRates, ShopSettings } from '@ashstep/core/plan';
import { Subject, catchError, debounceTime, of, switchMap, tap } from 'rxjs';
import { InstrumentsBoard } from '../instruments/instruments-board';
import { Header } from '../parts/header';
import { QuantityField } from '../parts/quantity-field';
import { Api, ApiError } from '../platform/api';
import { USUAL_SHEETS_PER_M2 } from '@ashstep/core/finish';
import { LAYING_WORKS, LEAST_LAYS, USUAL_LAYING } from '@ashstep/core/mix';
import { FigurePipe, QuantityPipe } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import { HandsTable } from './hands-table';
import { HoursFields } from './hours-fields';
import { ShopService } from './shop.service';
import { ToolsTable } from './tools-table';
import { PickSelect, TextInput } from '../parts/inputs';

/** Typing goes on for so long before it is kept. */
const QUIET_MS = 400;

const RATES: readonly { key: keyof ShopRates; label: string }[] = [
  { key: 'washMin', label: 'Wash, min' },
  { key: 'grindMinPerLitre', label: 'Grind a litre, min' },
  { key: 'grindFloorMin', label: 'Grind, at least, min' },
  { key: 'cutMinPerPly', label: 'Cut a ply, min' },
  { key: 'dryFitMin', label: 'Dry fit, min' },
  { key: 'potMin', label: 'Mix a pot, min' },
  { key: 'layFloorMin', label: 'Lay up, at least, min' },
  { key: 'abradeBetweenMin', label: 'Abrade between, min' },
  { key: 'levelMinPerM2', label: 'Level a m², min' },
  { key: 'levelFloorMin', label: 'Level, at least, min' },
  { key: 'inspectMin', label: 'Inspect, min' },
  { key: 'finishShare', label: 'Finish, times the route’s' },
];

/** What the shed sets once for all its jobs: its hours and people, what it is quick at, what it measures with, its air and what an hour costs. */
@Component({
  selector: 'ash-shop-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    PickSelect,
    TextInput,
    Header,
    QuantityField,
    FigurePipe,
    QuantityPipe,
    HoursFields,
    HandsTable,
    InstrumentsBoard,
    ToolsTable,
  ],
  templateUrl: './shop-page.html',
  styles: `
    section {
      display: flex;
      flex-direction: column;
      gap: 10px;
      padding-bottom: 14px;
      border-bottom: 1.5px solid var(--ink);
    }
    .fields {
      grid-template-columns: repeat(auto-fill, minmax(158px, 1fr));
      align-items: end;
    }
    .head {
      display: flex;
      align-items: baseline;
      gap: 16px;
    }
  `,
})
export class ShopPage implements OnDestroy {
  private readonly shop = inject(ShopService);
  private readonly person = toSignal(inject(SessionService).person$);
  readonly people = toSignal(
    inject(Api)
      .get<Pick<Person, 'id' | 'name' | 'role'>[]>('/people')
      .pipe(catchError(() => of([]))),
    { initialValue: [] },
  );
  readonly rates = RATES;
  /** The zones clocks can go by, the shed's own among them. */
  readonly zones = computed(() => {
    const own = this.settings()?.zone;
    return [...new Set([...(own ? [own] : []), 'UTC', ...Intl.supportedValuesOf('timeZone')])].sort();
  });
  readonly currencies = Intl.supportedValuesOf('currency');
  readonly leastLays = LEAST_LAYS;
  readonly usualSheets = USUAL_SHEETS_PER_M2;
  readonly laid = computed(() =>
    LAYING_WORKS.map((work) => ({
      name: capital(LAYING_NAMES[work]),
      ...USUAL_LAYING[work],
      log: this.shop.shop()?.laid[work] ?? null,
    })),
  );
  readonly mayEdit = computed(() => this.person()?.role === 'manager');
  /** What is typed, until it is kept. */
  private readonly draft = signal<ShopSettings | null>(null);
  readonly settings = computed(() => this.draft() ?? this.shop.shop()?.settings ?? null);
  readonly state = signal('');
  readonly problem = signal('');
  readonly errors = signal<Readonly<Partial<Record<string, string>>>>({});
  readonly unread = this.shop.problem;
  private readonly changed = new Subject<void>();

  constructor() {
    this.shop.ensure();
    this.changed
      .pipe(
        debounceTime(QUIET_MS),
        switchMap(() => this.keep()),
      )
      .subscribe();
  }

  ngOnDestroy(): void {
    // What was typed last is kept at once.
    this.changed.complete();
  }

  edit(patch: Partial<ShopSettings>): void {
    const settings = this.settings();
    if (!settings) return;
    this.draft.set({ ...settings, ...patch });
    this.state.set('Keeping it');
    this.changed.next();
  }

  setHours(hours: ShedHours): void {
    this.edit({ hours });
  }

  setRate(key: keyof ShopRates, value: number): void {
    this.edit({ rates: { ...this.settings()!.rates, [key]: value } });
  }

  setClimate(patch: Partial<ShedClimate>): void {
    this.edit({ climate: { ...this.settings()!.climate, ...patch } });
  }

  setMoney(patch: { [K in keyof ShopSettings['money']]?: ShopSettings['money'][K] | undefined }): void {
    const money = Object.entries({ ...this.settings()!.money, ...patch }).filter(([, value]) => value !== undefined);
    this.edit({ money: Object.fromEntries(money) as unknown as ShopSettings['money'] });
  }

  error(path: string): string | null {
    return this.errors()[path] ?? null;
  }

  clock(minute: number | undefined): string {
    return minute === undefined
      ? ''
      : `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
  }

  minuteOf(text: string): number | undefined {
    return text === '' ? undefined : Number(text.slice(0, 2)) * 60 + Number(text.slice(3, 5));
  }

  private keep() {
    const draft = this.draft();
    if (!draft) return of(null);
    return this.shop.saveSettings(draft).pipe(
      tap(() => {
        // What was typed meanwhile is kept next.
        if (this.draft() === draft) this.draft.set(null);
        this.tell('Kept.', '', []);
      }),
      catchError((error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.tell('', `${error.problem.detail} What you typed stays here.`, error.problem.fields);
        return of(null);
      }),
    );
  }

  private tell(state: string, problem: string, fields: Problem['fields']): void {
    this.state.set(state);
    this.problem.set(problem);
    this.errors.set(Object.fromEntries(fields.map(({ path, message }) => [path, message])));
  }
}
