import { type Type, provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { MeasuringTool } from '@ashstep/core/mix';
import { type Hands, USUAL_SHOP } from '@ashstep/core/plan';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { HandsTable } from './hands-table';
import { ToolsTable } from './tools-table';

const ILSE = { id: '00000000-0000-4000-8000-00000000000a', name: 'Ilse Varga', role: 'technician' } as const;
const TOMAS = { id: '00000000-0000-4000-8000-00000000000b', name: 'Tomas Quill', role: 'technician' } as const;
const SCALE: MeasuringTool = { kind: 'scale', name: 'Bench scale', stepG: 1, mostG: 2000 };
const PUMPS: MeasuringTool = { kind: 'pump', name: 'Pumps', resinStrokeMl: 25, secondStrokeMl: 5, strokePercent: 3 };

describe('tables of the shed', () => {
  let fixture: ComponentFixture<unknown>;
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => host().textContent!.replace(/[\s\u00a0]+/g, ' ');
  const button = (label: string): HTMLButtonElement | undefined =>
    [...host().querySelectorAll('button')].find((one) =>
      (one.getAttribute('aria-label') ?? one.textContent!).includes(label),
    );
  const field = (label: string): HTMLInputElement =>
    host().querySelector<HTMLInputElement>(
      `#${[...host().querySelectorAll('label')].find((one) => one.textContent!.trim().startsWith(label))!.htmlFor}`,
    )!;
  async function type(label: string, value: string): Promise<void> {
    const input = field(label);
    input.value = value;
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  }
  async function show<T>(table: Type<T>, inputs: object): Promise<T> {
    fixture = TestBed.createComponent(table);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    return fixture.componentInstance as T;
  }
  beforeEach(() =>
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } },
      ],
    }),
  );

  describe('tools', () => {
    let given: (readonly MeasuringTool[])[];
    let drops: number[];
    async function tools(list: readonly MeasuringTool[], more: object = {}): Promise<void> {
      [given, drops] = [[], []];
      const table = await show(ToolsTable, { tools: list, dropsPerMl: 32, ...more });
      table.toolsChange.subscribe((next) => given.push(next));
      table.dropsChange.subscribe((next) => drops.push(next));
    }

    it('ask of each what its kind has', async () => {
      await tools([SCALE, PUMPS]);
      expect(text()).toContain('Reads to');
      expect(text()).toContain('Resin stroke');
      expect(text()).not.toContain('Lines every');
    });

    it('change one figure of one tool, and leave out what is emptied', async () => {
      await tools([SCALE, PUMPS]);
      await type('Reads to', '0.1');
      expect(given.at(-1)).toEqual([{ ...SCALE, stepG: 0.1 }, PUMPS]);
      await type('Holds', '');
      const { mostG: _, ...rest } = SCALE as Extract<MeasuringTool, { kind: 'scale' }>;
      expect(given.at(-1)![0]).toEqual(rest as MeasuringTool);
    });

    it('never have one name twice', async () => {
      await tools([PUMPS, { ...PUMPS, name: 'Pumps 2' }]);
      button('Add pumps')!.click();
      expect(given.at(-1)!.map(({ name }) => name)).toEqual(['Pumps', 'Pumps 2', 'Pumps 3']);
    });

    it('are calibrated by counting and weighing: 100 drops of 3.51 g at 1.17 g/ml are 33.3 a millilitre', async () => {
      await tools([SCALE]);
      await type('Weighs', '3.51');
      expect(text()).toContain('One is 0.030 ml; 33.3 to the millilitre.');
      button('These were drops')!.click();
      expect(drops).toEqual([33.3]);
      expect(button('Resin stroke of')).toBeUndefined();
    });

    it('say at the field what is wrong with one', async () => {
      await tools([SCALE], { errors: { 'tools.0.stepG': 'Accepted: more than 0.' } });
      expect(text()).toContain('Accepted: more than 0.');
    });

    it('can only be read by who may not set them', async () => {
      await tools([SCALE, PUMPS], { disabled: true });
      expect(host().querySelectorAll('button').length).toBe(0);
      expect([...host().querySelectorAll('input')].every((input) => input.disabled)).toBeTrue();
    });
  });

  describe('hands', () => {
    let given: (readonly Hands[])[];
    async function hands(list: readonly Hands[], more: object = {}): Promise<void> {
      given = [];
      const table = await show(HandsTable, { hands: list, people: [ILSE, TOMAS], hours: USUAL_SHOP.hours, ...more });
      table.handsChange.subscribe((next) => given.push(next));
    }
    const OF_ILSE: Hands = { id: ILSE.id, skills: ['lay-up'] };
    const boxes = (name: string): HTMLInputElement[] => [
      ...host().querySelectorAll<HTMLInputElement>(`[aria-label="What ${name} does"] input`),
    ];

    it('have a row for everybody, those who do nothing yet too', async () => {
      await hands([OF_ILSE]);
      expect(boxes('Ilse Varga').filter(({ checked }) => checked).length).toBe(1);
      expect(boxes('Tomas Quill').filter(({ checked }) => checked).length).toBe(0);
      boxes('Tomas Quill')[0]!.click();
      expect(given.at(-1)).toEqual([OF_ILSE, { id: TOMAS.id, skills: ['prepare'] }]);
    });

    it('work hours of their own, beginning from the shed’s, or the shed’s again', async () => {
      await hands([OF_ILSE]);
      button('Own hours for Ilse Varga')!.click();
      expect(given.at(-1)![0]!.hours).toEqual(USUAL_SHOP.hours);
      await hands([{ ...OF_ILSE, hours: USUAL_SHOP.hours }]);
      button('The shed’s hours for Ilse Varga')!.click();
      expect(given.at(-1)![0]!.hours).toBeUndefined();
    });

    it('are away from and until, in order, and there after all', async () => {
      const away = [{ fromAt: '2026-05-10T08:00', untilAt: '2026-05-12T17:00' }];
      await hands([{ ...OF_ILSE, away }]);
      button('Ilse Varga is away')!.click();
      await fixture.whenStable();
      await type('Away from', '2026-04-20T08:00');
      await type('Until', '2026-04-21T17:00');
      button('Keep it')!.click();
      expect(given.at(-1)![0]!.away).toEqual([{ fromAt: '2026-04-20T08:00', untilAt: '2026-04-21T17:00' }, ...away]);
      button('away from')!.click();
      expect(given.at(-1)![0]!.away).toEqual([]);
    });

    it('are not away without an end', async () => {
      await hands([OF_ILSE]);
      button('Ilse Varga is away')!.click();
      await fixture.whenStable();
      button('Keep it')!.click();
      expect(given).toEqual([]);
    });

    it('that do nothing are not asked when they are there', async () => {
      await hands([OF_ILSE]);
      expect(button('Tomas Quill is away')).toBeUndefined();
    });
  });
});
