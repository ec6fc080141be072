import { provideHttpClient } from '@angular/common/http';
import { type Type, provideZonelessChangeDetection, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { InspectionResult, LogEntry, RepairDetail } from '@ashstep/contract';
import type { Point } from '@ashstep/core/geometry';
import { PREPARATION_CHECKS } from '@ashstep/core/inspection';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { preparationChecks } from '@ashstep/core/inspection';
import {
  type AirRead,
  NEW_REPAIR,
  type RepairInputs,
  finishCheck,
  planRepair,
  resinConditions,
} from '@ashstep/core/repair';
import { HARDENERS } from '@ashstep/core/resin';
import type { Reading, MapMark } from '@ashstep/core/survey';
import type { BondSetting } from '@ashstep/contract';
import { BehaviorSubject } from 'rxjs';
import { MILD, POLYESTER, planStub, plannedShed } from '../../plan/planned.testing';
import { ShedPlanService } from '../../plan/shed-plan.service';
import { Outbox } from '../../outbox/outbox.service';
import { SessionService } from '../../platform/session.service';
import { Clock } from '../../platform/clock';
import { ShopService } from '../../shop/shop.service';
import { SurveyDesk } from '../../survey/survey-desk';
import { notedEdit } from '../edits.testing';
import { airAt } from '../panel.testing';
import { RepairStore, type RepairState } from '../repair.store';
import { ALL_PARTS, SheetFrame } from '../sheet-frame';
import { DaysStage } from './days/days';
import { Abrasives } from './finish/abrasives';
import { FinishStage } from './finish/finish';
import { LaminateStage } from './laminate/laminate';
import { LayUpStage } from './layup/layup';
import { LookStage } from './look/look';
import { OutlinePanel } from './look/outline';
import { wantsOf } from './missing';
import { MixStage } from './mix/mix';
import { PliesStage } from './plies/plies';
import { ResinStage } from './resin/resin';
import { Acceptance } from './signoff/acceptance';
import { SignOffStage } from './signoff/signoff';
import { PAGES } from './registry';
import { STAGE_PAGES } from './stage-page';
import type { Panel } from './stage-panel';
import { TaperStage } from './taper/taper';

type Sections = { [K in keyof RepairInputs]?: Partial<RepairInputs[K]> };

const PLANNED: Sections = {
  laminate: { thicknessMm: 4, clueIds: ['styrene-smell', 'tint-green-blue'] },
  resin: { systemId: 'polyester' },
  days: { startAt: '2026-04-16T08:00' },
};

function stateOf(sections: Sections = PLANNED, detail: Partial<RepairDetail> = {}): RepairState {
  const inputs = Object.fromEntries(
    Object.entries(NEW_REPAIR).map(([name, defaults]) => [
      name,
      { ...defaults, ...sections[name as keyof RepairInputs] },
    ]),
  ) as unknown as RepairInputs;
  const base = {
    id: 'r1',
    craft: { tag: 'PL-2', name: 'Patrol launch', construction: '', notes: '' },
    state: 'open',
    revision: 1,
    version: 1,
    stageReached: 9,
    log: [],
    checks: [],
    results: [],
    rework: [],
    events: [],
    seals: [],
    openRework: 0,
    signOff: { allowed: false, reason: 'Another must accept it.' },
    mayAmend: true,
    mayPlan: true,
    answersCount: true,
    eventCount: 3,
  };
  return {
    detail: { ...base, ...detail, inputs } as unknown as RepairDetail,
    inputs,
    plan: planRepair(inputs),
    pending: new Set(),
    unsent: new Set(),
    problem: null,
    fieldErrors: {},
    upset: null,
    conflict: null,
  };
}

describe('stage panels', () => {
  const intents = jasmine.createSpyObj<RepairStore>('store', [
    'edit',
    'reach',
    'log',
    'check',
    'answer',
    'rework',
    'signOff',
    'amend',
    'pick',
    'reshape',
    'tryOut',
  ]);
  let shown = stateOf();
  const store = {
    ...intents,
    edit: notedEdit(intents.edit, () => shown.inputs),
    picked$: new BehaviorSubject<string | null>(null),
  };
  let desk: SurveyDesk;
  let planner: ReturnType<typeof planStub>;

  const bond$ = new BehaviorSubject<BondSetting>({});
  const person$ = new BehaviorSubject<{ name: string; role: string } | null>(null);

  beforeEach(() => {
    person$.next(null);
    planner = planStub(null);
    for (const intent of Object.values(intents) as jasmine.Spy[]) intent.calls.reset();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideRouter([]),
        { provide: STAGE_PAGES, useValue: PAGES },
        SurveyDesk,
        SheetFrame,
        { provide: RepairStore, useValue: store },
        { provide: Outbox, useValue: {} },
        { provide: ShedPlanService, useValue: planner },
        { provide: ShopService, useValue: { ensure: () => undefined, shop: planner.shop, problem: signal('') } },
        { provide: SessionService, useValue: { units$: new BehaviorSubject('metric'), person$, bond$ } },
      ],
    });
  });

  beforeEach(() => {
    desk = TestBed.inject(SurveyDesk);
    // Every part is open, so that all of a stage can be looked through.
    TestBed.inject(SheetFrame).show(ALL_PARTS);
  });
  const tapFrom = (at: Point): void => desk.takeUp({ name: 'tap', press: () => undefined }, at);

  async function show<T extends Panel>(panel: Type<T>, state: RepairState): Promise<ComponentFixture<T>> {
    const fixture = TestBed.createComponent(panel);
    shown = state;
    fixture.componentRef.setInput('state', state);
    await fixture.whenStable();
    return fixture;
  }

  const text = (fixture: ComponentFixture<unknown>): string =>
    (fixture.nativeElement as HTMLElement).textContent!.replace(/\s+/g, ' ');
  const press = (fixture: ComponentFixture<unknown>, label: string): void => {
    const found = [...(fixture.nativeElement as HTMLElement).querySelectorAll<HTMLElement>('button, label')].find(
      (element) => element.textContent!.includes(label),
    );
    if (!found) throw new Error(`nothing says ${label}`);
    (found.querySelector('input') ?? found).click();
  };

  it('look: another kind of outline keeps its size, and a slot never gets wider than long', async () => {
    const fixture = await show(
      LookStage,
      stateOf({ damage: { shape: { kind: 'ellipse', lengthMm: 50, widthMm: 90 } } }),
    );
    press(fixture, 'Slot');
    expect(intents.edit).toHaveBeenCalledWith('damage', {
      shape: jasmine.objectContaining({ kind: 'slot', lengthMm: 50, widthMm: 50 }),
    });
  });

  it('look: asks for the depth only of a part-depth damage', async () => {
    expect(text(await show(LookStage, stateOf()))).not.toContain('Depth of damage');
    expect(text(await show(LookStage, stateOf({ damage: { depth: 'part' } })))).toContain('Depth of damage');
  });

  it('look: what nobody has said is not shown as said, and keeps the stage open', async () => {
    const unsaid = { damage: { unsaid: ['shape', 'depth'] }, place: { unsaid: ['finish', 'access'] } } as const;
    const fixture = await show(LookStage, stateOf(unsaid));
    expect(text(fixture)).toContain('not measured yet');
    expect(text(fixture)).toContain('Measure the damage, or draw its outline');
    expect(text(fixture)).toContain('Not said yet: finish, reach');
    expect(text(fixture)).not.toContain('Mapped, on to the laminate');
    expect((fixture.nativeElement as HTMLElement).querySelector('.decision input:checked')).toBeNull();
    press(fixture, 'Through');
    expect(intents.edit).toHaveBeenCalledWith('damage', { depth: 'through' });
    expect(text(await show(LookStage, stateOf()))).toContain('Mapped, on to the laminate');
  });

  it('laminate: whether there is a core is said, and how thick one is', async () => {
    const known = { known: 'thickness', thicknessMm: 4 } as const;
    const open = await show(LaminateStage, stateOf({ laminate: { ...known, unsaid: ['core'] } }));
    expect(text(open)).toContain('Not said yet: core or solid');
    expect(text(open)).not.toContain('choose the resin');
    const select = (open.nativeElement as HTMLElement).querySelector<HTMLSelectElement>('#core')!;
    select.value = 'eps';
    select.dispatchEvent(new Event('change'));
    const edit = intents.edit.calls.mostRecent().args as unknown as [string, Partial<RepairInputs['laminate']>];
    expect(edit[1]).toEqual(jasmine.objectContaining({ core: jasmine.objectContaining({ coreId: 'eps' }), unsaid: ['coreThickness'] })); // prettier-ignore
    select.value = '';
    select.dispatchEvent(new Event('change'));
    expect(intents.edit).toHaveBeenCalledWith('laminate', { core: null, unsaid: undefined });
    expect(text(await show(LaminateStage, stateOf({ laminate: known })))).toContain(
      'Taken as unknown, choose the resin',
    );
    const certain = { ...known, clueIds: ['styrene-smell', 'plate-polyester'] };
    expect(text(await show(LaminateStage, stateOf({ laminate: certain })))).toContain('Known well enough');
  });

  it('laminate: gel coat nobody measured is no figure in a field, and is said to be as usual', async () => {
    const known = { known: 'thickness', thicknessMm: 4 } as const;
    const open = await show(LaminateStage, stateOf({ laminate: { ...known, unsaid: ['finishThicknessMm'] } }));
    expect(text(open)).toContain('0.5 mm on it as usual');
    expect(text(open)).toContain('taken as 0.5 mm, as is usual');
    expect(text(open)).toContain('choose the resin');
    const said = await show(LaminateStage, stateOf({ laminate: known }));
    expect(text(said)).not.toContain('as is usual');
  });

  it('outline: corners nobody typed follow the sizes, and a figure out of reach is named where it is told', async () => {
    const shape = { kind: 'roundedRectangle', lengthMm: 80, widthMm: 80, cornerRadiusMm: 20 } as const;
    const fixture = await show(OutlinePanel, stateOf({ damage: { shape } }));
    fixture.componentInstance.setShape({ widthMm: 30 });
    expect(intents.edit).toHaveBeenCalledWith('damage', { shape: { ...shape, widthMm: 30, cornerRadiusMm: 15 } });
    fixture.componentInstance.setShape({ cornerRadiusMm: 60 });
    expect(intents.edit).toHaveBeenCalledWith('damage', { shape: { ...shape, cornerRadiusMm: 60 } });
    expect(wantsOf(stateOf({ damage: { shape: { ...shape, cornerRadiusMm: 60 } } }))[0]).toEqual({
      stage: 'look',
      part: 'outline',
      text: 'Corner radius. Accepted: 0 to 40.',
    });
  });

  it('look: an outline of two sizes is measured once both are typed', async () => {
    const shape = { kind: 'slot', lengthMm: 80, widthMm: 80, centreXMm: 0, centreYMm: 0, rotationDeg: 0 } as const;
    const fixture = await show(OutlinePanel, stateOf({ damage: { shape, unsaid: ['shape'] } }));
    const field = (label: string): HTMLInputElement =>
      [...(fixture.nativeElement as HTMLElement).querySelectorAll('label')].find(
        (one) => one.textContent!.trim().startsWith(label) && one.control instanceof HTMLInputElement,
      )!.control as HTMLInputElement;
    const enter = async (label: string, figure: string): Promise<void> => {
      field(label).value = figure;
      for (const kind of ['input', 'change', 'blur']) field(label).dispatchEvent(new Event(kind));
      await fixture.whenStable();
    };
    const said = (): unknown => (intents.edit.calls.mostRecent().args as unknown as [string, { unsaid?: unknown }])[1].unsaid; // prettier-ignore
    expect([field('Length').value, field('Width').value]).toEqual(['', '']);
    await enter('Length', '90');
    expect(said()).toEqual(['shape']);
    await enter('Width', '80');
    expect(said()).toBeUndefined();
  });

  it('look: a shape becomes a free outline of the same size, and comes back as a shape', async () => {
    const fixture = await show(LookStage, stateOf({ damage: { shape: { kind: 'circle', diameterMm: 80 } } }));
    press(fixture, 'Free');
    const [, { shape }] = intents.edit.calls.mostRecent().args as unknown as [
      string,
      { shape: { kind: string; points: Point[] } },
    ];
    expect(shape.kind).toBe('polygon');
    expect(shape.points.every((p) => Math.abs(Math.hypot(p.x, p.y) - 40) < 0.5)).toBeTrue();
    const free = await show(LookStage, stateOf({ damage: { shape: shape as RepairInputs['damage']['shape'] } }));
    expect(text(free)).toContain('points, typed');
    press(free, 'Circle');
    expect(intents.edit).toHaveBeenCalledWith('damage', {
      shape: jasmine.objectContaining({ kind: 'circle', diameterMm: jasmine.any(Number), centreXMm: 0, centreYMm: 0 }),
    });
  });

  describe('taps', () => {
    const tap = (xMm: number, yMm: number, sound: 'sound' | 'dull'): Reading => ({
      kind: 'tap',
      sound,
      xMm,
      yMm,
      instrument: '',
      by: '',
      at: null,
    });
    const around = [-50, -25, 0, 25, 50].flatMap((x) =>
      [-50, -25, 0, 25, 50].map((y) => tap(x, y, Math.hypot(x, y) < 30 ? 'dull' : 'sound')),
    );

    it('say how large the dull area is, between which bounds, and against what shows', async () => {
      const fixture = await show(
        LookStage,
        stateOf({ damage: { shape: { kind: 'circle', diameterMm: 20 } }, survey: { readings: around } }),
      );
      expect(text(fixture)).toMatch(/Dull ?\d+ ?cm² ?between \d+ and \d+/);
      expect(text(fixture)).toContain('± 13 mm');
      expect(text(fixture)).toContain('Tap next at');
    });

    it('are written where the pad stands, and the pad goes on to the next open place', async () => {
      tapFrom({ x: 75, y: 75 });
      const fixture = await show(
        LookStage,
        stateOf({ damage: { shape: { kind: 'circle', diameterMm: 20 } }, survey: { readings: around } }),
      );
      press(fixture, 'Dull');
      const [section, { readings }] = intents.edit.calls.mostRecent().args as unknown as [
        string,
        { readings: Reading[] },
      ];
      expect(section).toBe('survey');
      expect(readings.length).toBe(around.length + 1);
      expect(readings.at(-1)).toEqual(
        jasmine.objectContaining({
          kind: 'tap',
          sound: 'dull',
          xMm: 75,
          yMm: 75,
          at: jasmine.stringMatching(/^\d{4}-\d{2}-\d{2}T/),
        }),
      );
      expect(desk.cursor()).not.toEqual({ x: 75, y: 75 });
    });

    it('are all there, however fast they come: the second before the page was drawn with the first', async () => {
      tapFrom({ x: 75, y: 75 });
      const fixture = await show(
        LookStage,
        stateOf({ damage: { shape: { kind: 'circle', diameterMm: 20 } }, survey: { readings: around } }),
      );
      intents.edit.and.callFake(
        (section: string, patch: unknown) =>
          (shown = {
            ...shown,
            inputs: { ...shown.inputs, [section]: { ...shown.inputs.survey, ...(patch as object) } },
          }),
      );
      const button = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')].find((one) =>
        one.textContent!.includes('Dull'),
      )!;
      for (let i = 0; i < 3; i++) button.click();
      intents.edit.and.stub();
      const places = shown.inputs.survey.readings.slice(around.length).map(({ xMm, yMm }) => `${xMm} ${yMm}`);
      expect([places.length, new Set(places).size]).toEqual([3, 3]);
    });

    it('in one place twice count once', async () => {
      tapFrom({ x: 0, y: 0 });
      const fixture = await show(LookStage, stateOf({ survey: { readings: around } }));
      fixture.nativeElement
        .querySelector('.pad')
        .dispatchEvent(new KeyboardEvent('keydown', { key: 's', bubbles: true }));
      const [, { readings }] = intents.edit.calls.mostRecent().args as unknown as [string, { readings: Reading[] }];
      expect(readings.length).toBe(around.length);
      expect(readings.at(-1)).toEqual(jasmine.objectContaining({ sound: 'sound', xMm: 0, yMm: 0 }));
    });
  });

  describe('marks', () => {
    const trace = (fixture: ComponentFixture<unknown>, ...places: [number, number][]): void => {
      press(fixture, 'Trace on the plan');
      for (const [x, y] of places) desk.tool()!.press({ x, y, reachMm: 3 });
    };
    const marked = (): MapMark[] =>
      (intents.edit.calls.mostRecent().args as unknown as [string, { marks: MapMark[] }])[1].marks;

    it('are set by presses on the plan, to the millimetre, and an outline ends where it began', async () => {
      const fixture = await show(LookStage, stateOf());
      trace(fixture);
      await fixture.whenStable();
      press(fixture, 'Earlier repair');
      for (const [x, y] of [[0, 0], [40.3, 0.2], [40, 30], [1, 1.5]] as const) desk.tool()!.press({ x, y, reachMm: 3 }); // prettier-ignore
      expect(marked()).toEqual([jasmine.objectContaining({ kind: 'earlier-repair', points: [{ x: 0, y: 0 }, { x: 40, y: 0 }, { x: 40, y: 30 }] })]); // prettier-ignore
      expect(desk.tool()).toBeNull();
      expect(desk.chosen()).toBe(marked()[0]!.id);
    });

    it('become a crack by keys alone, and a press near an old point takes that point', async () => {
      const old: MapMark = { id: 'c0ffee00-0000-4000-8000-000000000000', kind: 'crack', name: '', widthMm: 1, points: [{ x: 20.5, y: 0 }, { x: 50, y: 0 }] }; // prettier-ignore
      const fixture = await show(LookStage, stateOf({ survey: { marks: [old] } }));
      trace(fixture, [22, 1]);
      await fixture.whenStable();
      const pad = (fixture.nativeElement as HTMLElement).querySelector('.pad')!;
      for (const key of ['ArrowUp', 'ArrowUp', 'Enter', 'e'])
        pad.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      expect(marked()[1]!.points).toEqual([{ x: 20.5, y: 0 }, { x: 20.5, y: 2 }]); // prettier-ignore
    });

    it('that the cut-out leaves out are told', async () => {
      const far: MapMark = { id: 'c0ffee00-0000-4000-8000-000000000000', kind: 'damage', name: 'Second hole', widthMm: 0, points: [{ x: 200, y: 0 }, { x: 230, y: 0 }, { x: 215, y: 20 }] }; // prettier-ignore
      const fixture = await show(
        LookStage,
        stateOf({ damage: { shape: { kind: 'circle', diameterMm: 80 } }, survey: { marks: [far] } }),
      );
      expect(text(fixture)).toMatch(/Second hole ?Damage, ?3.0 cm²/);
      expect(text(fixture)).toContain('does not take it in whole');
    });
  });

  it('look: single readings keep their place and time, and those after the repair stand against those before', async () => {
    const reading = (value: number, after: boolean): Reading => ({
      kind: 'hardness',
      value,
      xMm: 0,
      yMm: 0,
      instrument: '',
      by: '',
      at: null,
      ...(after ? { after } : {}),
    });
    const fixture = await show(
      LookStage,
      stateOf({ survey: { readings: [reading(30, false), reading(41, true), reading(43, true)] } }),
    );
    expect(text(fixture)).toMatch(/Hardness ?30.0 of 1 ?42.0 of 2, 41 to 43/);
    press(fixture, 'Read at a place');
    desk.tool()!.press({ x: 12.4, y: -7.6, reachMm: 2 });
    await fixture.whenStable();
    press(fixture, 'After the repair');
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('label')]
      .find((label) => label.textContent === 'Tap')!
      .querySelector('input')!
      .click();
    await fixture.whenStable();
    press(fixture, 'Log the reading');
    const [, { readings }] = intents.edit.calls.mostRecent().args as unknown as [string, { readings: Reading[] }];
    expect(readings.at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'tap', sound: 'sound', xMm: 12, yMm: -8, after: true }),
    );
  });

  it('look: what is beyond this tool is held, and only a manager is offered the release', async () => {
    const keel = stateOf({ ...PLANNED, severity: { structure: 'keel' } });
    expect(text(await show(LookStage, keel))).toContain('Hold. Beyond this tool');
    expect(text(await show(LayUpStage, keel))).toContain('nothing is laid before a manager');
    person$.next({ name: 'Ruben', role: 'manager' });
    const fixture = await show(LookStage, keel);
    const field = (fixture.nativeElement as HTMLElement).querySelector<HTMLInputElement>('#release')!;
    field.value = 'Drawing 114, naval architect';
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    press(fixture, 'Release under this');
    expect(intents.edit).toHaveBeenCalledWith('severity', {
      release: { reference: 'Drawing 114, naval architect', by: 'Ruben', at: jasmine.any(String) as unknown as string },
    });
  });

  it('look: of some plies it asks how deep, before anybody goes on', async () => {
    const some = (depthMm: number | null) => stateOf({ ...PLANNED, damage: { ...PLANNED.damage, depth: 'part', depthMm } }); // prettier-ignore
    expect(text(await show(LookStage, some(null)))).toContain('Type how deep the damage goes');
    expect(text(await show(LookStage, some(2)))).not.toContain('how deep');
    expect(text(await show(LookStage, stateOf(PLANNED)))).not.toContain('how deep');
  });

  it('look: another severity than found wants a reason', async () => {
    expect(text(await show(LookStage, stateOf({ ...PLANNED, severity: { override: 'part' } })))).toContain(
      'Write the reason.',
    );
    expect(
      text(
        await show(
          LookStage,
          stateOf({ ...PLANNED, severity: { override: 'part', reason: 'Probed: inner plies sound.' } }),
        ),
      ),
    ).not.toContain('Write the reason.');
  });

  it('look: after grinding, what was expected stays beside what is found', async () => {
    const expected = { shape: { kind: 'circle', diameterMm: 100 } as const, depth: 'part' as const, depthMm: 3 };
    const state = stateOf({
      ...PLANNED,
      damage: { shape: { kind: 'circle', diameterMm: 120 }, depth: 'through' },
      survey: { expected },
    });
    const fixture = await show(LookStage, state);
    expect(text(fixture)).toContain('79113, 44 % more');
    expect(text(fixture)).toMatch(/Depthsome plies ?through/);
    press(fixture, 'Back to what was expected');
    expect(intents.edit).toHaveBeenCalledWith('damage', expected);
    expect(intents.edit).toHaveBeenCalledWith('survey', { expected: null });
  });

  it('look: a wet core is dated and held', async () => {
    const moisture = (day: number, value: number): Reading => ({
      kind: 'moisture',
      value,
      xMm: 0,
      yMm: 0,
      instrument: '',
      by: '',
      at: `2026-04-${10 + day}T08:00`,
    });
    // 8 + 16 e^(−t/6) reaches 12 after 6 ln 4 = 8.3 days: on the 18th.
    const readings = [0, 1, 2, 3, 5].map((day) => moisture(day, 8 + 16 * Math.exp(-day / 6)));
    const state = stateOf({ ...PLANNED, survey: { readings, moistureLimit: 12, dryReference: 8 } });
    expect(text(await show(LookStage, state))).toContain('Sat 18 Apr');
    const layUp = await show(LayUpStage, state);
    expect(text(layUp)).toContain('Held until it is dry');
    expect(
      text(
        await show(
          LookStage,
          stateOf({ ...PLANNED, survey: { readings: readings.slice(0, 2), moistureLimit: 12, dryReference: 8 } }),
        ),
      ),
    ).toContain('Wants readings of 3 days; 2 so far');
  });

  it('laminate: rings become plies with their doubt', async () => {
    const fixture = await show(
      LaminateStage,
      stateOf({
        ...PLANNED,
        survey: { rings: { ratio: 12, rings: [{ widthMm: 12.6, look: 'random', colour: 'pale' }] } },
      }),
    );
    expect(text(fixture)).toContain('1.05 ± 0.12 mm');
    press(fixture, 'Take these 1 plies');
    expect(intents.edit).toHaveBeenCalledWith('laminate', {
      known: 'plies',
      plies: [jasmine.objectContaining({ fabricId: jasmine.stringMatching(/^mat-/) })],
      pliesFrom: undefined,
    });
  });

  it('laminate: a coupon says how much is fibre', async () => {
    const fixture = await show(
      LaminateStage,
      stateOf({ ...PLANNED, survey: { coupon: { beforeG: 7.5, afterG: 2.25, areaMm2: 2500, thicknessMm: 2.4 } } }),
    );
    expect(text(fixture)).toContain('30 % fibre by weight');
    expect(text(fixture)).toContain('12 % of the coupon is voids');
  });

  it('laminate: contradictory clues are pointed out, and the next thing to look at is named', async () => {
    const fixture = await show(
      LaminateStage,
      stateOf({ ...PLANNED, laminate: { thicknessMm: 4, clueIds: ['plate-polyester', 'styrene-foam-intact'] } }),
    );
    expect(text(fixture)).toContain('speak against one another');
    expect(text(await show(LaminateStage, stateOf({ laminate: { priorId: 'open' } })))).toContain('Look at next');
  });

  it('resin: the three schools stand side by side, the one taken marked', async () => {
    const fixture = await show(ResinStage, stateOf());
    const heads = [...(fixture.nativeElement as HTMLElement).querySelectorAll('ash-schools-table thead th')].map((th) =>
      th.textContent!.trim(),
    );
    expect(heads).toEqual(['The finish, taken', 'Like for like', 'Epoxy throughout']);
    expect(text(fixture)).toContain('of the parent');
  });

  it('laminate: shows doubt as part of the value and each clue’s push', async () => {
    const fixture = await show(LaminateStage, stateOf());
    expect(text(fixture)).toContain('95 %');
    expect(text(fixture)).toMatch(/Styrene smell when abraded [+−]\d/);
    press(fixture, 'A shaving crumbles');
    expect(intents.edit).toHaveBeenCalledWith('laminate', {
      clueIds: ['styrene-smell', 'tint-green-blue', 'shaving-crumbles'],
    });
  });

  it('laminate: says what is missing in place of figures, never NaN', async () => {
    const fixture = await show(LaminateStage, stateOf({}));
    expect(text(fixture)).toContain('Measure how thick the laminate is');
    expect(text(fixture)).not.toContain('NaN');
  });

  it('resin: puts the school’s choice first and holds the step until a reason is written', async () => {
    const fixture = await show(
      ResinStage,
      stateOf({ ...PLANNED, place: { waterline: 'below' }, resin: { systemId: 'polyester' } }),
    );
    expect(text(fixture)).toMatch(/Epoxy ?suitable.*, the choice this way/);
    expect(text(fixture)).toMatch(/Polyester ?.*, polyester, laminating taken/);
    expect(text(fixture)).toContain('Write the reason before going on');
    expect((fixture.nativeElement as HTMLElement).querySelector('.do')).toBeNull();
    expect((fixture.nativeElement as HTMLElement).querySelector('ash-go a')!.getAttribute('href')).toContain(
      'part=reason',
    );
  });

  it('resin: stops at a thermoplastic shell', async () => {
    const fixture = await show(
      ResinStage,
      stateOf({ laminate: { priorId: 'moulded-shell', clueIds: ['shaving-curls'] } }),
    );
    expect(text(fixture)).toContain('Stop here');
    expect(text(fixture)).toContain('None of these resins bonds');
  });

  it('taper: shows what each ratio costs and takes the one pressed', async () => {
    const fixture = await show(TaperStage, stateOf());
    expect(text(fixture)).toContain('196 × 196');
    press(fixture, '20:1');
    expect(intents.edit).toHaveBeenCalledWith('taper', { ratio: 20 });
  });

  it('taper: offers the shed’s own bond where the job goes by another, and takes it with its source', async () => {
    bond$.next({ polyester: { mpa: 9.4, source: 'Bare, 6 coupons' } });
    const fixture = await show(TaperStage, stateOf({ ...PLANNED, resin: { systemId: 'polyester' } }));
    expect(text(fixture)).toContain(
      'Bond taken as 11 MPa, the trade’s usual. The shed has 9.4 MPa by Bare, 6 coupons.',
    );
    press(fixture, 'Take the shed’s');
    expect(intents.edit).toHaveBeenCalledWith('taper', { bond: bond$.value });
    const taken = await show(
      TaperStage,
      stateOf({ ...PLANNED, resin: { systemId: 'polyester' }, taper: { bond: bond$.value } }),
    );
    expect(text(taken)).toContain('Bond taken as 9.4 MPa, by the shed’s trials: Bare, 6 coupons.');
    bond$.next({});
  });

  it('resin: another hardener is taken as it stands in the library, and left with a resin it never sets', async () => {
    const fixture = await show(
      ResinStage,
      stateOf({
        ...PLANNED,
        resin: { systemId: 'epoxy-slow', hardener: HARDENERS.find((entry) => entry.id === 'hardener-fast') },
      }),
    );
    expect(text(fixture)).toContain('gels in 11 min');
    const select = (fixture.nativeElement as HTMLElement).querySelector<HTMLSelectElement>('#hardener')!;
    expect([...select.options].map((option) => option.text)).toEqual([
      'As on the card',
      'Slow hardener',
      'Medium hardener',
      'Fast hardener',
    ]);
    select.value = 'hardener-slow';
    select.dispatchEvent(new Event('change'));
    expect(intents.edit).toHaveBeenCalledWith('resin', { hardener: HARDENERS[0] });
    press(fixture, 'Polyester, laminating');
    expect(intents.edit).toHaveBeenCalledWith('resin', { systemId: 'polyester', own: undefined, hardener: undefined });
  });

  it('resin: a condition can be given to a person', async () => {
    const fixture = await show(
      ResinStage,
      stateOf({ ...PLANNED, resin: { systemId: 'epoxy-slow', owners: { elsewhere: 'Gone Since' } } }),
    );
    const select = (fixture.nativeElement as HTMLElement).querySelector<HTMLSelectElement>('.condition select')!;
    select.value = 'Gone Since';
    select.dispatchEvent(new Event('change'));
    const [, { owners }] = intents.edit.calls.mostRecent().args as unknown as [
      string,
      { owners: Record<string, string> },
    ];
    expect(Object.values(owners)).toEqual(['Gone Since', 'Gone Since']);
  });

  it('taper: holds the gauge against the slope, says what to grind where, and when to stop', async () => {
    const gauge = [{ rayDeg: 0, outMm: 0, depthMm: 4 }, { rayDeg: 0, outMm: 24, depthMm: 1.2 }]; // prettier-ignore
    const fixture = await show(TaperStage, stateOf({ ...PLANNED, taper: { ratio: 12 }, survey: { gauge } }));
    expect(text(fixture)).toContain('0°, 24 mm out: take 0.8 mm more.');
    const even = await show(
      TaperStage,
      stateOf({ ...PLANNED, taper: { ratio: 12 }, survey: { gauge: [gauge[0]!, { ...gauge[1]!, depthMm: 2 }] } }),
    );
    expect(text(even)).toContain('Even on the one ray that was gauged. Stop there, and gauge the other sides.');
  });

  it('taper: sets the sides beside one another, and says what cannot be reached', async () => {
    const fixture = await show(TaperStage, stateOf(PLANNED));
    expect(text(fixture)).toMatch(/Worked from ?outside/);
    expect(text(fixture)).toContain('Cannot be reached. Would need the inside reached');
    expect(text(fixture)).toMatch(/Peak [\d.]+ MPa at ply \d+ from its outside/);
  });

  it('taper: warns of what it runs over', async () => {
    const neighbours = [{ name: 'rail', kind: 'edge' as const, fromXMm: -200, fromYMm: 90, toXMm: 200, toYMm: 90 }];
    const fixture = await show(TaperStage, stateOf({ ...PLANNED, damage: { neighbours } }));
    // 90 to the rail, 50 of it cut-out; 12 · 4 of taper and 25 of margin are wanted. Left for a slope: 15 mm on 4.
    expect(text(fixture)).toContain('In the way: rail 40 mm from the cut-out; taper and margin want 73 mm');
    expect(text(fixture)).toContain('3.8:1');
    (fixture.nativeElement as HTMLElement)
      .querySelector<HTMLButtonElement>('[aria-label="Take: Steeper there, rail"]')!
      .click();
    expect(intents.edit).toHaveBeenCalledWith('damage', { neighbours: [{ ...neighbours[0]!, way: 'steeper' }] });
    const steeper = await show(
      TaperStage,
      stateOf({ ...PLANNED, damage: { neighbours: [{ ...neighbours[0]!, way: 'steeper' }] } }),
    );
    expect(text(steeper)).toContain('The slope is steeper towards it');
  });

  it('plies: lists them last laid on top and picks one on hover', async () => {
    const fixture = await show(PliesStage, stateOf());
    const rows = [...(fixture.nativeElement as HTMLElement).querySelectorAll<HTMLTableRowElement>('.pick tbody tr')];
    expect(rows[0]!.cells[0]!.textContent).toBe('C');
    expect(rows.at(-1)!.cells[0]!.textContent).toBe('1');
    rows.at(-1)!.dispatchEvent(new Event('pointerenter'));
    expect(store.pick).toHaveBeenCalledWith('f0-p1');
  });

  it('mix: gives cumulative scale readings, and refuses catalyst out of range in words', async () => {
    const state = stateOf();
    const pot = state.plan.mix!.faces[0]!.pots[0]!.mix;
    expect(text(await show(MixStage, state))).toContain(pot.scaleG[2].toFixed(1));
    expect(text(await show(MixStage, stateOf({ ...PLANNED, mix: { catalystPercent: 6 } })))).toContain('Refused');
  });

  it('days: asks for a start, then dates every step with its reason', async () => {
    const open = await show(DaysStage, stateOf({ ...PLANNED, days: { startAt: null } }));
    expect(text(open)).toContain('Give the day and hour');
    const offered = [...(open.nativeElement as HTMLElement).querySelectorAll<HTMLButtonElement>('.starts button')];
    expect(offered.length).toBe(3);
    expect(offered[1]!.textContent).toMatch(/, 08:00$/);
    offered[1]!.click();
    expect(intents.edit).toHaveBeenCalledWith('days', {
      startAt: jasmine.stringMatching(/^\d{4}-\d\d-\d\dT08:00$/) as unknown as string,
    });
    const fixture = await show(DaysStage, stateOf());
    expect(text(fixture)).toContain('Not before: it gums up');
  });

  it('days: shows the job in the shed’s plan with why each step is when it is, and sets, ends and lets go of steps', async () => {
    const today = `${new Clock().now().slice(0, 11)}00:00`;
    const later = (days: number, hour: number): string =>
      formatLocal(parseLocal(today, 'today') + days * 1440 + hour * 60);
    const inputs = { ...POLYESTER, days: { ...POLYESTER.days, startAt: today } };
    const shed = plannedShed(
      [
        { id: 'r1', inputs, pins: { level: later(5, 9) } },
        { id: 'r2', inputs },
      ],
      today,
      { ...MILD, startAt: today },
    );
    planner.steps.set(shed.steps);
    planner.air.set(shed.air);
    const state = stateOf({ ...PLANNED, air: airAt(15) });
    const fixture = await show(DaysStage, state);
    const host = fixture.nativeElement as HTMLElement;
    const own = shed.steps.filter(({ jobId }) => jobId === 'r1');
    expect(host.querySelectorAll('ash-time-band g[role]').length).toBeGreaterThan(3);
    expect(host.querySelectorAll('tbody tr').length).toBeGreaterThanOrEqual(own.length);
    expect(text(fixture)).toContain('Set by hand.');
    expect(text(fixture)).toContain('After “Wash and de-wax”.');
    host.querySelector<HTMLButtonElement>('[aria-label^="Let go, Level"], [aria-label^="Let go, Trim"]')!.click();
    expect(planner.pin).toHaveBeenCalledWith('r1', 'level', null);
    host.querySelector<HTMLButtonElement>('[aria-label="Wash and de-wax is done"]')!.click();
    expect(planner.finish).toHaveBeenCalledWith(own[0]!);
    host.querySelector<HTMLButtonElement>('[aria-label="Set when Lay up begins"]')!.click();
    await fixture.whenStable();
    const field = host.querySelector<HTMLInputElement>('td input')!;
    field.value = later(1, 10);
    (field.nextElementSibling as HTMLButtonElement).click();
    expect(planner.pin).toHaveBeenCalledWith('r1', 'lay-up', later(1, 10));
    // The shed’s own air is offered for what it cures at.
    press(fixture, 'Plan at that');
    expect(intents.edit).toHaveBeenCalledWith('air', {
      expected: jasmine.objectContaining({ source: 'forecast', tempC: jasmine.any(Number) }),
    });
  });

  it('days: tells the plan what is typed before it is saved, and not after', async () => {
    const state = stateOf();
    const fixture = await show(DaysStage, {
      ...state,
      pending: new Map([['days', {}]]) as unknown as RepairState['pending'],
    });
    expect(planner.lookAhead).toHaveBeenCalledWith('r1', state.inputs);
    fixture.componentRef.setInput('state', state);
    await fixture.whenStable();
    expect(planner.lookAhead).toHaveBeenCalledWith('r1', null);
  });

  it('days: says why a job is not in the plan', async () => {
    planner.left.set([{ jobId: 'r1', why: 'held' }]);
    expect(text(await show(DaysStage, stateOf()))).toContain('nothing is planned before the hold is lifted');
  });

  it('lay up: starts only when every preparation is ticked off', async () => {
    const fixture = await show(LayUpStage, stateOf());
    const wanted = (of: typeof fixture): string[] => [...(of.nativeElement as HTMLElement).querySelectorAll('fieldset ash-wants a')].map((one) => `${one.firstElementChild!.textContent!} ${one.getAttribute('href')!}`); // prettier-ignore
    expect(wanted(fixture)).toEqual([
      'Tick off what is left: 7 of 7 /repair/r1/layup?part=before',
      'Read the air /repair/r1/layup?part=air',
    ]);
    const checks = PREPARATION_CHECKS.map((check) => ({ checkId: check.id, done: true, by: 'T', at: '' }));
    const ready = await show(LayUpStage, stateOf(PLANNED, { checks }));
    // Nobody has read the air yet: it is not begun in the air of the plan.
    const start = (of: typeof ready) => (of.nativeElement as HTMLElement).querySelector<HTMLButtonElement>('.bench')!;
    expect(wanted(ready)).toEqual(['Read the air /repair/r1/layup?part=air']);
    const read = (more: Partial<AirRead>): RepairInputs['air'] => ({ expected: null, readings: [{ id: 'a', tempC: 18.4, humidityPercent: 62, surfaceTempC: 17.1, place: 'shed', instrument: 'hygrometer', by: 'Ilse', at: new Clock().now(), ...more }] }); // prettier-ignore
    const mild = await show(LayUpStage, stateOf({ ...PLANNED, air: read({}) }, { checks }));
    press(mild, 'Start the lay-up');
    const { at } = read({}).readings[0]!;
    expect(store.log).toHaveBeenCalledWith({ kind: 'start', round: 'f0.g0', onto: 'ground', tempC: 18.4, humidityPercent: 62, surfaceTempC: 17.1, read: { by: 'Ilse', at: jasmine.any(String) as never, instrument: 'hygrometer' } }); // prettier-ignore
    expect(at.length).toBe(16);
    // Air that speaks against it wants a reason; one read yesterday is read again.
    const damp = await show(LayUpStage, stateOf({ ...PLANNED, air: read({ humidityPercent: 92 }) }, { checks }));
    expect(start(damp).disabled).toBeTrue();
    expect(text(damp)).toContain('Not now: say why all the same');
    damp.componentInstance.desk.allTheSame.set('tent goes up at noon');
    await damp.whenStable();
    press(damp, 'Start the lay-up');
    expect(store.log.calls.mostRecent().args[0]).toEqual(jasmine.objectContaining({ against: { ids: ['air.too-humid', 'air.near-dew-point'], reason: 'tent goes up at noon' } })); // prettier-ignore
    const old = await show(LayUpStage, stateOf({ ...PLANNED, air: read({ at: '2026-01-05T08:00' }) }, { checks }));
    expect(wanted(old)).toEqual(['Read the air /repair/r1/layup?part=air']);
    TestBed.inject(SheetFrame).show(ALL_PARTS);
    await old.whenStable();
    expect(text(old)).toContain('too old to lay by');
  });

  it('lay-up: what was not ticked before it was begun is asked for until it is, and links from the sign-off', async () => {
    const log = [{ id: '1', at: '2026-04-16T08:40:00Z', by: 'Ilse', entry: { kind: 'start', round: 'f0.g0', onto: 'ground', tempC: 20, humidityPercent: 50 } }] as unknown as RepairDetail['log']; // prettier-ignore
    const fixture = await show(LayUpStage, stateOf(PLANNED, { log }));
    const box = [...(fixture.nativeElement as HTMLElement).querySelectorAll('ash-preparation label')].find((one) => one.textContent!.includes('Wash'))!; // prettier-ignore
    box.querySelector('input')!.click();
    expect(store.check).toHaveBeenCalledWith('washed', true);
    expect(text(await show(SignOffStage, stateOf(PLANNED, { log })))).toMatch(/Tick off the preparation: \d items/);
    const { facts, resin } = stateOf(PLANNED).plan;
    const ticked = [...preparationChecks(facts), ...resinConditions(resin)].map(({ id }) => ({ checkId: id, done: true, by: 'A', at: '' })); // prettier-ignore
    const done = await show(LayUpStage, stateOf(PLANNED, { log, checks: ticked }));
    expect((done.nativeElement as HTMLElement).querySelector('ash-preparation')).toBeNull();
  });

  it('lay up: leads ply by ply and says when a pot is out', async () => {
    const entry = (id: string, of: LogEntry['entry'], more: Partial<LogEntry> = {}): LogEntry => ({
      id,
      at: '2026-04-16T09:00:00Z',
      by: 'T',
      entry: of,
      mixErrorPercent: null,
      within: null,
      ...more,
    });
    const log = [
      entry('1', { kind: 'start', tempC: 20, humidityPercent: 55 }),
      entry(
        '2',
        { kind: 'batch', label: 'A', resinG: 100, secondG: 3, resinLot: 'P', secondLot: 'C', tempC: 20 },
        { mixErrorPercent: 66.7, within: false },
      ),
      entry('3', { kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' }),
    ];
    const fixture = await show(LayUpStage, stateOf(PLANNED, { log }));
    expect(text(fixture)).toContain('+66.7 % off the ratio: out');
    expect(text(fixture)).toContain('Next to mix: pot A, again');
    fixture.componentInstance.desk.unitPicked.set('g');
    fixture.componentInstance.desk.resinTyped.set(100);
    fixture.componentInstance.desk.secondTyped.set(2.25);
    await fixture.whenStable();
    // At 20 °C 2.3 ml of 1.12 g/ml are wanted on 100 g, 2.576 g: 2.25 g is 12.7 % short, and a tenth is allowed.
    expect(text(fixture)).toContain('\u221212.7 % catalyst: out, 10 % is allowed');
    expect(text(fixture)).toContain('Throw it away');
    fixture.componentInstance.desk.secondTyped.set(2.5);
    await fixture.whenStable();
    expect(text(fixture)).toContain('\u22123.0 % catalyst: within');
    // 2.5 g came out of the dispenser as 2.232 ml, or as 71 drops of 32 to the millilitre: 2.485 g.
    fixture.componentInstance.desk.unitPicked.set('drops');
    fixture.componentInstance.desk.secondTyped.set(71);
    await fixture.whenStable();
    expect(text(fixture)).toContain('\u22123.5 % catalyst: within');
    fixture.componentInstance.desk.unitPicked.set('ml');
    fixture.componentInstance.desk.secondTyped.set(2.3);
    await fixture.whenStable();
    expect(text(fixture)).toContain('+0.0 % catalyst: within');
    fixture.componentInstance.desk.unitPicked.set('g');
    // The last pot was out: no ply goes down on it but with the reason.
    press(fixture, 'Ply 2 down');
    expect(store.log).not.toHaveBeenCalled();
    fixture.componentInstance.desk.allTheSame.set('down before it was weighed');
    await fixture.whenStable();
    press(fixture, 'Ply 2 down');
    expect(store.log).toHaveBeenCalledWith(jasmine.objectContaining({ kind: 'ply', plyKey: 'f0-p2', against: { ids: ['mix.out-of-ratio'], reason: 'down before it was weighed' } })); // prettier-ignore
  });

  it('lay up: goes round by round, says the window to the one before, and has each closed from the air', async () => {
    const more = { id: 'more', name: 'Two more', when: 'after', onto: 'abraded', spotIds: [], work: { kind: 'lay', plies: [{ fabricId: 'mat-300' }, { fabricId: 'mat-300' }], shape: null, growMm: 0 } } as const; // prettier-ignore
    const fair = { ...more, id: 'fair', name: 'Fairing', work: { kind: 'paste', use: 'fairing', volumeMl: 80, fillerId: 'talc' } } as const; // prettier-ignore
    const job: Sections = { ...PLANNED, rounds: { added: [more, fair] } };
    const keys = planRepair(stateOf(job).inputs).rounds[0]!.plies.map(({ key }) => key);
    const done = (id: string, entry: LogEntry['entry'], at = '2026-04-16T09:00:00Z'): LogEntry => ({ id, at, by: 'T', entry, mixErrorPercent: null, within: null }); // prettier-ignore
    const log = [
      done('1', { kind: 'start', round: 'f0.g0', tempC: 20, humidityPercent: 55 }),
      ...keys.map((plyKey, i) => done(`p${i}`, { kind: 'ply', plyKey, label: `Ply ${i + 1}` })),
    ];
    const open = await show(LayUpStage, stateOf(job, { log }));
    expect(text(open)).toMatch(
      /1 Plies of the patch ?down: close it from the air.*2 Two more ?sandable from .*3 Fairing ?to come/,
    );
    press(open, '1 Plies of the patch');
    await open.whenStable();
    expect(text(open)).toContain('Film over it');
    press(open, 'Closed from the air');
    expect(store.check).toHaveBeenCalledWith('f0.g0.closed', true);
    press(open, '2 Two more');
    await open.whenStable();
    expect(text(open)).toContain('A secondary bond. Sandable from');
    expect(text(open)).toContain('Abraded all over, 80 grit');
    // A paste ends with the word of who did it, and only once a pot of it is in the log.
    const pot = done('b', { kind: 'batch', round: 'fair', label: 'A', resinG: 60, secondG: 1.5, resinLot: 'P', secondLot: 'C', tempC: 20 }); // prettier-ignore
    const begun = [...log, done('s', { kind: 'start', round: 'fair', tempC: 20, humidityPercent: 55 })];
    const early = await show(LayUpStage, stateOf(job, { log: begun }));
    press(early, '3 Fairing');
    await early.whenStable();
    expect(text(early)).toContain('Log a pot first');
    const ready = await show(LayUpStage, stateOf(job, { log: [...begun, pot] }));
    press(ready, '3 Fairing');
    await ready.whenStable();
    ready.componentInstance.desk.found.set('low by 0.3 mm');
    press(ready, 'Fairing: done');
    expect(store.log).toHaveBeenCalledWith({ kind: 'round', round: 'fair', label: 'Fairing', found: 'low by 0.3 mm' });
  });

  it('finish: follows resin and surface', async () => {
    expect(text(await show(FinishStage, stateOf()))).toContain('Gel coat directly');
    expect(
      text(await show(FinishStage, stateOf({ ...PLANNED, resin: { systemId: 'epoxy-slow', overrideReason: 'x' } }))),
    ).toContain('Gel coat over fully cured epoxy');
  });

  it('finish: what sanding costs is held against the top coat that is planned, or as it was gauged', async () => {
    localStorage.clear();
    const fixture = await show(Abrasives, stateOf());
    const panel = fixture.componentInstance;
    const told = async (): Promise<string> => {
      await fixture.whenStable();
      return text(fixture);
    };
    // From 320 to 1500 and polished a fifth of 159.7 µm of grain goes: 0.03 of the 0.5 mm that are planned.
    expect(panel.budget()!.lossMm).toBeCloseTo(0.03194, 6);
    expect(await told()).toContain('0.50 mm as planned 0.47 mm is left');
    panel.thereMm.set(0.3);
    panel.highMm.set(0.15);
    expect(await told()).toContain('Thin.');
    expect(await told()).toContain('of 0.30 mm by gauge 0.12 mm is left');
    panel.highMm.set(0.35);
    expect(await told()).toContain('Goes through.');
    expect(await told()).toContain('Put a coat on first, then sand.');
    panel.picked.set(80);
    expect(panel.budget()!.lossMm).toBeGreaterThan(0.1);
    localStorage.clear();
  });

  it('fair and finish: hands on it before it is hard want a reason that stands in the log; what was worked on is hard, and not asked again', async () => {
    const at = new Date().toISOString();
    const entry = (id: string, of: object): LogEntry => ({ id, at, by: 'T', entry: of, mixErrorPercent: null, within: null }) as LogEntry; // prettier-ignore
    const { plan } = stateOf(PLANNED);
    const [round, works] = [plan.rounds[0]!, plan.finish!.works];
    const log = [
      entry('1', { kind: 'start', round: round.id, tempC: 20, humidityPercent: 55 }),
      entry('2', { kind: 'batch', round: round.id, label: 'A', resinG: 100, secondG: 2, resinLot: 'P', secondLot: 'C', tempC: 20 }), // prettier-ignore
      ...round.plies.map(({ key, label }) => entry(key, { kind: 'ply', plyKey: key, label })),
    ];
    // The filler is on, out of its can; then come sanding and masking.
    const on = works.findIndex(({ medium }) => medium === 'polyester-filler');
    log.push(entry('on', { kind: 'round', round: works[on]!.id }));
    const rest = works.slice(on + 1);
    const hands = rest.slice(
      0,
      rest.findIndex(({ medium }) => medium !== null),
    );
    expect(hands.length).toBeGreaterThan(1);
    const first = (await show(LayUpStage, stateOf(PLANNED, { log }))).componentInstance.desk;
    first.withFinish.set(true);
    expect(first.handsFrom(hands[0]!)!.early).toBeTrue();
    first.allTheSame.set('thin, warmed with the lamp');
    first.worked(hands[0]!, finishCheck(hands[0]!.id));
    expect(store.log).toHaveBeenCalledWith({ kind: 'note', text: jasmine.stringMatching(/too early: .*All the same: thin, warmed with the lamp$/), against: { ids: ['round.early'], reason: 'thin, warmed with the lamp' } }); // prettier-ignore
    expect(store.check).toHaveBeenCalledWith(finishCheck(hands[0]!.id), true);
    expect(first.allTheSame()).toBe('');
    const checks = [{ checkId: finishCheck(hands[0]!.id), done: true, at, by: 'T' }];
    const next = (await show(LayUpStage, stateOf(PLANNED, { log, checks } as never))).componentInstance.desk;
    next.withFinish.set(true);
    expect(next.handsFrom(hands[1]!)).toBeNull();
    const coat = plan.finish!.rounds.find(({ id }) => works.findIndex((one) => one.id === id) > on)!;
    first.pickedRound.set(coat.id);
    next.pickedRound.set(coat.id);
    expect([first.againstIn(null), next.againstIn(null)].map((all) => all.map(({ id }) => id))).toEqual([['round.early'], []]); // prettier-ignore
  });

  it('sign off: sends readings however they are parted and not before they are figures', async () => {
    const fixture = await show(Acceptance, stateOf());
    const panel = fixture.componentInstance;
    const check = panel.plan().inspection.find((c) => c.kind === 'readings')!;
    panel.type(check.id, '40 41,5; \u22123');
    expect(panel.readings(check)).toEqual([40, 41.5, -3]);
    panel.send(check);
    expect(store.answer).toHaveBeenCalledWith({ checkId: check.id, readings: [40, 41.5, -3], note: '' });
    panel.type(check.id, '40 soft');
    expect(panel.readings(check)).toBeNull();
  });

  it('sign off: takes a slope as it is gauged, and asks where a figure could be either', async () => {
    const fixture = await show(Acceptance, stateOf());
    const panel = fixture.componentInstance;
    const check = panel.plan().inspection.find(({ id }) => id === 'taper')!;
    const ratio = panel.plan().taper!.ratio;
    panel.type(check.id, `${ratio}:1 ${0.95 * ratio}:1 102`);
    expect(panel.readings(check)).toEqual([100, 95, 102]);
    expect(panel.ratioHint(check)).toBe('');
    panel.type(check.id, '11,5');
    expect(panel.readings(check)).toBeNull();
    expect(panel.ratioHint(check)).toBe(`A ratio is typed 11,5:1; ${ratio}:1 was planned.`);
  });

  it('sign off: says in the place of the seal what is open, with the way to it', async () => {
    const fixture = await show(SignOffStage, stateOf());
    const links = [...(fixture.nativeElement as HTMLElement).querySelectorAll('.sign ash-wants a')].map((link) => [link.textContent!.trim(), link.getAttribute('href')]); // prettier-ignore
    const works = fixture.componentInstance.plan().finish!.works.length;
    const checks = fixture.componentInstance.plan().inspection.length;
    expect(links).toEqual([
      [jasmine.stringContaining('Tick off the preparation: 5 items'), '/repair/r1/layup?part=before'],
      [jasmine.stringContaining(`Finish it, or leave it out: ${works} steps`), '/repair/r1/finish?part=steps'],
      [jasmine.stringContaining(`Answer what is open: ${checks} of ${checks}`), '/repair/r1/signoff?part=acceptance'],
    ]);
  });

  it('sign off: does not ask again what the log proves, and reads no hardness before it can be there without the reason', async () => {
    const at = new Date().toISOString();
    const entry = (id: string, of: object, more: object = {}): LogEntry => ({ id, at, by: 'T', entry: of, mixErrorPercent: null, within: null, ...more }) as LogEntry; // prettier-ignore
    const round = stateOf(PLANNED).plan.rounds[0]!;
    const log = [
      entry('1', { kind: 'start', round: round.id, tempC: 20, humidityPercent: 55, read: { by: 'T', at: '2026-04-16T09:00', instrument: '' } }), // prettier-ignore
      entry('2', { kind: 'batch', round: round.id, label: 'A', resinG: 100, secondG: 2, resinLot: 'P', secondLot: 'C', tempC: 20 }, { mixErrorPercent: -2.4, within: true }), // prettier-ignore
      ...round.plies.map(({ key, label }) => entry(key, { kind: 'ply', plyKey: key, label })),
    ];
    const fixture = await show(Acceptance, stateOf(PLANNED, { log, answersCount: true }));
    expect(text(fixture)).toContain('By the log: Pot A: \u22122.4 %');
    expect(text(fixture)).toContain('nothing against it');
    expect((fixture.nativeElement as HTMLElement).querySelector('input[aria-label^="Catalyst"]')).toBeNull();
    expect(text(fixture)).toContain('Not hard yet');
    const panel = fixture.componentInstance;
    const hardness = panel.plan().inspection.find(({ id }) => id === 'hardness-impressor')!;
    panel.type(hardness.id, Array(10).fill('41').join(' '));
    panel.send(hardness);
    expect(store.answer).not.toHaveBeenCalled();
    panel.early.set('Warmed under the lamps');
    panel.send(hardness);
    expect(store.answer).toHaveBeenCalledWith({ checkId: hardness.id, readings: Array(10).fill(41), note: 'Warmed under the lamps' }); // prettier-ignore
  });

  it('taper, plies, lay-up and finish say in their place what is missing, with the way to it', async () => {
    const links = (fixture: ComponentFixture<unknown>): string[][] =>
      [...(fixture.nativeElement as HTMLElement).querySelectorAll('ash-missing a')].map((one) => [one.getAttribute('href')!.split('/').at(-1)!, one.textContent!.replace(/\s+/g, ' ').trim()]); // prettier-ignore
    const bare = stateOf({ laminate: { thicknessMm: null } });
    const told = [links(await show(TaperStage, bare)), links(await show(PliesStage, bare)), links(await show(LayUpStage, bare))]; // prettier-ignore
    expect(told).toEqual(Array(3).fill([['laminate', 'Measure how thick the laminate ison Laminate']]));
    const shell = stateOf({ laminate: { thicknessMm: 4, priorId: 'moulded-shell', clueIds: ['shaving-curls'] } });
    expect(links(await show(FinishStage, shell))).toEqual([['resin', 'Pick a resinon Resin']]);
  });

  it('taper: an injection has holes and resin, and no laminate need be known', async () => {
    const state = stateOf({ taper: { kind: 'injection' }, laminate: { thicknessMm: null } });
    const told = text(await show(TaperStage, state));
    expect(told).toContain('Resin to inject');
    expect(told).not.toContain('Needs the laminate');
    expect(text(await show(PliesStage, state))).toContain('Nothing is laid: resin is injected');
  });

  it('sign off: keeps the action in sight with the reason it is not allowed', async () => {
    const fixture = await show(SignOffStage, stateOf());
    expect(text(fixture)).toContain('Another must accept it');
    expect(
      (fixture.nativeElement as HTMLElement).querySelector<HTMLButtonElement>('.seal-row .do')!.disabled,
    ).toBeTrue();
  });

  it('sign off: a later pass outweighs an earlier fail', async () => {
    const result = (pass: boolean, at: string): InspectionResult => ({
      id: at,
      checkId: 'solvent-wipe',
      pass,
      readings: [],
      mean: null,
      spread: null,
      why: 'by-eye',
      note: '',
      by: 'T',
      at,
    });
    const fixture = await show(
      SignOffStage,
      stateOf(PLANNED, { results: [result(false, '2026-04-16T09:00:00Z'), result(true, '2026-04-16T10:00:00Z')] }),
    );
    expect(fixture.componentInstance.passes()).toBe(1);
  });

  const seal: RepairDetail['seals'][number] = {
    revision: 1,
    sealedAt: '2026-04-16T10:00:00Z',
    signedBy: 'Maren',
    meaning: 'I inspected and accept',
    hash: 'ab'.repeat(32),
    previousHash: '0'.repeat(64),
    singleHanded: false,
    number: 7,
    publicKey: 'cd'.repeat(32),
    origin: null,
    faults: [],
  };

  it('sealed: says so of a record that is not as it was sealed, and of one that nobody signed', async () => {
    const shown = async (patch: Partial<typeof seal>): Promise<string> =>
      text(await show(SignOffStage, stateOf(PLANNED, { state: 'sealed', seals: [{ ...seal, ...patch }] })));
    expect(await shown({})).toContain('seal 7, looked through');
    const changed = await shown({ faults: ['The signer shown is Somebody Else; Maren was sealed.'] });
    expect(changed).toContain('Not as it was sealed. The signer shown is Somebody Else');
    expect(changed).not.toContain('ab'.repeat(32));
    expect(await shown({ origin: 'Other shed' })).toContain(
      'Taken in from Other shed. It is signed with the key below',
    );
    expect(await shown({ origin: 'Other shed', number: null, publicKey: null })).toContain(
      'Unproven: nobody has signed it',
    );
  });

  it('acceptance: an own check is none, one whose figures changed is open again, one carried over is marked', async () => {
    const result = (standing: InspectionResult['standing'], revision = 2): InspectionResult => ({
      id: 'a',
      checkId: 'solvent-wipe',
      pass: true,
      readings: [],
      mean: null,
      spread: null,
      why: 'by-eye',
      note: '',
      by: 'T',
      at: '2026-04-16T10:00:00Z',
      standing,
      revision,
    });
    const shown = async (one: InspectionResult, answersCount: boolean) => {
      const fixture = await show(SignOffStage, stateOf(PLANNED, { results: [one], revision: 2, answersCount }));
      const row = [...(fixture.nativeElement as HTMLElement).querySelectorAll('.checks > li')].find((li) =>
        li.textContent!.includes('Solvent wipe'),
      )!;
      return {
        text: row.textContent!,
        asked: row.querySelector('.yesno') !== null,
        passes: fixture.componentInstance.passes(),
      };
    };
    const own = await shown(result('own'), false);
    expect([own.text.includes('an inspector answers it too'), own.asked, own.passes]).toEqual([true, false, 0]);
    expect((await shown(result('own'), true)).asked).toBeTrue();
    const stale = await shown(result('void'), true);
    expect([stale.text.includes('has changed since: look again'), stale.asked, stale.passes]).toEqual([true, true, 0]);
    const carried = await shown(result('counts', 1), true);
    expect([carried.text.includes('Carried over from revision 1'), carried.asked, carried.passes]).toEqual([
      true,
      false,
      1,
    ]);
  });

  it('sealed: offers print, file and amend, and no answers', async () => {
    const fixture = await show(SignOffStage, stateOf(PLANNED, { state: 'sealed', seals: [seal] }));
    expect(text(fixture)).toContain('ab'.repeat(32));
    expect((fixture.nativeElement as HTMLElement).querySelectorAll('.yesno').length).toBe(0);
    const why = fixture.nativeElement.querySelector('#why-amend') as HTMLTextAreaElement;
    const button = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')].find((one) =>
      one.textContent!.includes('Amend'),
    )!;
    expect(button.disabled).toBeTrue();
    why.value = ' Lot was read wrongly ';
    why.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    button.click();
    expect(store.amend).toHaveBeenCalledOnceWith('Lot was read wrongly');
  });

  it('sealed: who may not amend is told whom to ask', async () => {
    const fixture = await show(SignOffStage, stateOf(PLANNED, { state: 'sealed', seals: [seal], mayAmend: false }));
    expect(text(fixture)).toContain('ask an inspector or the manager');
    expect(fixture.nativeElement.querySelector('#why-amend')).toBeNull();
  });

  it('finish only: no stage pretends there is fibre to lay', async () => {
    const state = stateOf({ ...PLANNED, damage: { depth: 'finish' } });
    expect(text(await show(TaperStage, state))).toContain('Nothing to taper');
    expect(text(await show(PliesStage, state))).toContain('No plies');
    expect(text(await show(MixStage, state))).toContain('No lay-up to mix for');
    expect(text(await show(LayUpStage, state))).toContain('No fibre is broken');
  });
});
