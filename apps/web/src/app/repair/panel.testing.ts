import { provideHttpClient } from '@angular/common/http';
import { type Type, provideZonelessChangeDetection, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { type Lot, SHIPPED } from '@ashstep/contract';
import type { PigmentPaste, WhiteGelCoat } from '@ashstep/core/colour';
import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { BehaviorSubject } from 'rxjs';
import { LibraryService } from '../library/library.service';
import { SHOP, planStub } from '../plan/planned.testing';
import { ShedPlanService } from '../plan/shed-plan.service';
import { SessionService } from '../platform/session.service';
import { ShopService } from '../shop/shop.service';
import { notedEdit } from './edits.testing';
import { RepairStore, type RepairState } from './repair.store';
import { SheetFrame } from './sheet-frame';
import { PAGES } from './stages/registry';
import { STAGE_PAGES } from './stages/stage-page';

export type Sections = { [K in keyof RepairInputs]?: Partial<RepairInputs[K]> };

/** A hull side of known plies to be laid up in slow epoxy. */
export const HULL: Sections = {
  place: { access: 'both', service: 'high' },
  damage: { shape: { kind: 'circle', diameterMm: 100 } },
  laminate: {
    known: 'plies',
    thicknessMm: 5,
    plies: ['mat-450', 'roving-600', 'mat-450', 'roving-600'].map((fabricId) => ({ fabricId })),
    clueIds: ['tint-green-blue', 'styrene-smell'],
  },
  resin: { systemId: 'epoxy-slow' },
  days: { startAt: '2026-04-16T08:00' },
};

/** Air a job is planned at, not read. */
export const airAt = (tempC: number): RepairInputs['air'] => ({
  readings: [],
  expected: { source: 'typed', tempC, humidityPercent: null, surfaceTempC: null, by: '', at: null },
});

export function inputsOf(sections: Sections): RepairInputs {
  return Object.fromEntries(
    Object.entries(NEW_REPAIR).map(([name, defaults]) => [
      name,
      { ...defaults, ...HULL[name as keyof RepairInputs], ...sections[name as keyof RepairInputs] },
    ]),
  ) as unknown as RepairInputs;
}

export function stateOf(sections: Sections = {}, detail: object = {}): RepairState {
  const inputs = inputsOf(sections);
  return {
    detail: {
      id: 'job',
      state: 'open',
      stageReached: 3,
      log: [],
      checks: [],
      results: [],
      rework: [],
      craft: { tag: 'PL-2', name: 'Patrol launch', construction: '', notes: '' },
      inputs,
      ...detail,
    },
    inputs,
    plan: planRepair(inputs),
    pending: new Set(),
    unsent: new Set(),
    problem: null,
    fieldErrors: {},
    upset: null,
    conflict: null,
  } as unknown as RepairState;
}

export const lot = (patch: Partial<Lot>): Lot => ({
  id: `lot ${patch.code ?? ''}`,
  kind: 'system',
  entryId: 'epoxy-slow',
  part: 'resin',
  code: 'R-1',
  receivedOn: '2026-01-01',
  expiresOn: null,
  packSize: 1000,
  unit: 'g',
  packs: 1,
  price: 30,
  usedUp: false,
  ...patch,
});

/** What panels of a repair work with: a store that notes what it is asked, a shelf, a shed and its plan. */
export class PanelBench {
  readonly store = jasmine.createSpyObj<RepairStore>('store', ['edit', 'reach', 'pick', 'log', 'check']);
  private shown = stateOf();
  readonly lots = signal<Lot[]>([]);
  /** Pigments and white gel coats of the shop's own. */
  readonly pastes = signal<PigmentPaste[]>([]);
  readonly whites = signal<WhiteGelCoat[]>([]);
  readonly units$ = new BehaviorSubject<'metric' | 'imperial'>('metric');
  readonly planner = planStub(null);
  fixture!: ComponentFixture<unknown>;

  constructor() {
    const shipped = (kind: string) => SHIPPED.filter((item) => item.kind === kind).map(({ entry }) => entry);
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        SheetFrame,
        { provide: STAGE_PAGES, useValue: PAGES },
        provideHttpClient(),
        {
          provide: RepairStore,
          useValue: { ...this.store, edit: notedEdit(this.store.edit, () => this.shown.inputs) },
        },
        {
          provide: LibraryService,
          useValue: {
            ensure: () => undefined,
            lots: this.lots,
            systems: () => shipped('system'),
            hardeners: () => shipped('hardener'),
            inUse: (kind: string) => [...this.own().flatMap((one) => (one.kind === kind ? [one.entry] : [])), ...shipped(kind)], // prettier-ignore
            items: () => [...this.own(), ...SHIPPED],
          },
        },
        { provide: ShopService, useValue: { ensure: () => undefined, shop: signal({ settings: SHOP, laid: null }) } },
        { provide: ShedPlanService, useValue: this.planner },
        {
          provide: SessionService,
          useValue: {
            units$: this.units$,
            person$: new BehaviorSubject({ name: 'Ilse Varga', role: 'technician' }),
            person: { name: 'Ilse Varga', role: 'technician' },
          },
        },
      ],
    });
  }

  private own(): { kind: string; entry: PigmentPaste | WhiteGelCoat }[] {
    const of = (kind: string) => (entry: PigmentPaste | WhiteGelCoat) => ({ kind, entry });
    return [...this.pastes().map(of('pigment')), ...this.whites().map(of('white'))];
  }

  /** What was ticked and unticked, in order. */
  get ticks(): readonly (readonly [string, boolean])[] {
    return this.store.check.calls.allArgs();
  }

  async show<T>(panel: Type<T>, state: RepairState, inputs: Record<string, unknown> = {}): Promise<string> {
    this.shown = state;
    this.fixture = TestBed.createComponent(panel);
    for (const [name, value] of Object.entries({ state, ...inputs })) this.fixture.componentRef.setInput(name, value);
    return this.settled();
  }

  async settled(): Promise<string> {
    await this.fixture.whenStable();
    return this.text();
  }

  get host(): HTMLElement {
    return this.fixture.nativeElement as HTMLElement;
  }

  text(of: Element = this.host): string {
    return of.textContent!.replace(/[\s\u00a0]+/g, ' ').trim();
  }

  /** Rows of the first table, cell by cell. */
  rows(): string[][] {
    return [...this.host.querySelectorAll('tbody tr')].map((row) =>
      [...row.querySelectorAll('th, td')].map((cell) => this.text(cell)),
    );
  }

  button(label: string): HTMLButtonElement {
    return [...this.host.querySelectorAll('button')].find((one) =>
      (one.getAttribute('aria-label') ?? one.textContent!).includes(label),
    )!;
  }

  async choose(selector: string, value: string): Promise<void> {
    const select = this.host.querySelector<HTMLSelectElement>(selector)!;
    select.value = value;
    select.dispatchEvent(new Event('change'));
    await this.fixture.whenStable();
  }

  async type(label: string, value: string): Promise<void> {
    const own = [...this.host.querySelectorAll('label')].find((one) => one.textContent!.trim().startsWith(label))!;
    const input = this.host.querySelector<HTMLInputElement>(`#${own.htmlFor}`)!;
    input.value = value;
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('change'));
    await this.fixture.whenStable();
  }

  lastEdit<T>(section: keyof RepairInputs): T {
    const [of, patch] = this.store.edit.calls.mostRecent().args;
    expect(of).toBe(section);
    return patch as T;
  }
}
