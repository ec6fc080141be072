import { provideHttpClient } from '@angular/common/http';
import { type Type, provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../../../platform/session.service';
import { ExtraPlies } from '../plies/extra-plies';
import { KindPanel } from './kind-panel';
import { notedEdit } from '../../edits.testing';
import { RepairStore, type RepairState } from '../../repair.store';
import type { Panel } from '../stage-panel';

type Sections = { [K in keyof RepairInputs]?: Partial<RepairInputs[K]> };
const PLANNED: Sections = {
  laminate: {
    known: 'plies',
    thicknessMm: 0.6,
    plies: [{ fabricId: 'plain-203' }, { fabricId: 'plain-203' }],
    clueIds: ['plate-epoxy'],
  },
  resin: { systemId: 'epoxy-medium' },
};

function stateOf(sections: Sections): RepairState {
  const inputs = Object.fromEntries(
    Object.entries(NEW_REPAIR).map(([name, defaults]) => [
      name,
      { ...defaults, ...PLANNED[name as keyof RepairInputs], ...sections[name as keyof RepairInputs] },
    ]),
  ) as unknown as RepairInputs;
  return {
    detail: { state: 'open', inputs },
    inputs,
    plan: planRepair(inputs),
    pending: new Map(),
    problem: null,
    fieldErrors: {},
    upset: null,
    conflict: null,
  } as unknown as RepairState;
}

describe('panels of the taper and the plies', () => {
  const store = jasmine.createSpyObj<RepairStore>('store', ['edit']);
  let shown: RepairState;
  beforeEach(() => {
    store.edit.calls.reset();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        { provide: RepairStore, useValue: { edit: notedEdit(store.edit, () => shown.inputs) } },
        {
          provide: SessionService,
          useValue: {
            units$: new BehaviorSubject('metric'),
            person$: new BehaviorSubject({ name: 'Ilse Varga', role: 'technician' }),
            bond$: new BehaviorSubject({}),
          },
        },
      ],
    });
  });

  async function show<T extends Panel>(panel: Type<T>, sections: Sections): Promise<ComponentFixture<T>> {
    const fixture = TestBed.createComponent(panel);
    shown = stateOf(sections);
    fixture.componentRef.setInput('state', shown);
    await fixture.whenStable();
    return fixture;
  }
  const text = (fixture: ComponentFixture<unknown>): string =>
    (fixture.nativeElement as HTMLElement).textContent!.replace(/\s+/g, ' ');
  const press = (fixture: ComponentFixture<unknown>, label: string): void =>
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')]
      .find((button) => button.textContent!.includes(label))!
      .click();
  const enter = (fixture: ComponentFixture<unknown>, label: string, value: string): void => {
    const host = fixture.nativeElement as HTMLElement;
    const own = [...host.querySelectorAll('label')].find((one) => one.textContent!.trim().startsWith(label))!;
    const field = host.querySelector<HTMLInputElement | HTMLSelectElement>(`#${own.htmlFor}`)!;
    field.value = value;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
  };
  const lastEdit = <T>(): T => store.edit.calls.mostRecent().args[1] as T;

  describe('the kind of repair', () => {
    it('takes another kind, and asks only for what that kind wants', async () => {
      const fixture = await show(KindPanel, {});
      const select = (fixture.nativeElement as HTMLElement).querySelector('select')!;
      select.value = 'wrap';
      select.dispatchEvent(new Event('change'));
      expect(store.edit).toHaveBeenCalledWith('taper', { kind: 'wrap' });
      expect(text(fixture)).not.toContain('Strip width');
      expect(text(await show(KindPanel, { taper: { kind: 'wrap' } }))).toContain('Strip width');
    });

    it('says of a wrap how many strips of what length, and leaves the layers to the plies once they are set', async () => {
      const wrapped = {
        kind: 'wrap',
        wrap: { roundMm: 200, stripMm: 50, angleDeg: 45, overlapMm: 10, layers: 2, pastMm: 50 },
      } as const;
      const fixture = await show(KindPanel, { taper: wrapped });
      // ⌈200 cos 45° / 40⌉ = 4 strips, each (180 + 50 sin 45°) / cos 45° = 305 mm for the 80 mm of damage and 50 either side.
      expect(text(fixture)).toContain('Strips a layer4, lapped 15 mm');
      expect(text(fixture)).toContain('305 mm');
      const labels = (shown: ComponentFixture<unknown>): string[] =>
        [...(shown.nativeElement as HTMLElement).querySelectorAll('label')].map((label) => label.textContent!.trim());
      expect(labels(fixture)).toContain('Layers');
      expect(
        labels(
          await show(KindPanel, { taper: wrapped, stack: { plies: [{ fabricId: 'plain-203', orientationDeg: 0 }] } }),
        ),
      ).not.toContain('Layers');
    });

    it('lets two halves be bonded only when string, twist and rocker are read and true', async () => {
      const read = (what: 'string' | 'twist' | 'rocker', mm: number) => ({
        what,
        mm,
        limitMm: 2,
        by: 'Ilse Varga',
        at: '2026-04-16T08:00',
      });
      expect(
        text(await show(KindPanel, { taper: { kind: 'broken', alignment: [read('string', 3), read('twist', 1)] } })),
      ).toContain('Do not bond yet: string along the middle is off, rocker against its pattern not read.');
      expect(
        text(
          await show(KindPanel, {
            taper: { kind: 'broken', alignment: [read('string', 1), read('twist', 1), read('rocker', 0)] },
          }),
        ),
      ).toContain('Lined up: bond it.');
    });

    it('logs a check with who read it, against its limit', async () => {
      const fixture = await show(KindPanel, { taper: { kind: 'broken' } });
      fixture.componentInstance.off.set(1.5);
      await fixture.whenStable();
      press(fixture, 'Log the check');
      expect(lastEdit<RepairInputs['taper']>().alignment).toEqual([
        jasmine.objectContaining({ what: 'string', mm: 1.5, limitMm: 2, by: 'Ilse Varga' }),
      ]);
    });

    it('wants the core before it sizes a plug', async () => {
      expect(text(await show(KindPanel, { taper: { kind: 'core' } }))).toContain('Needs the core, on Laminate.');
      const cored = await show(KindPanel, {
        taper: { kind: 'core' },
        laminate: { ...PLANNED.laminate, core: { coreId: 'pvc-80', thicknessMm: 20, reachable: true } },
      });
      expect(text(cored)).toContain('Plug96 mm × 96 mm × 18.0 mm');
    });
  });

  describe('what goes beside the stack', () => {
    it('puts mat between woven layers and says what the resin makes of it', async () => {
      const fixture = await show(ExtraPlies, { stack: { plies: [{ fabricId: 'roving-600', orientationDeg: 0 }, { fabricId: 'roving-600', orientationDeg: 0 }] } }); // prettier-ignore
      expect(text(fixture)).toContain('With epoxy leave it out');
      press(fixture, 'Put mat between');
      expect(lastEdit<RepairInputs['stack']>().plies!.map(({ fabricId }) => fabricId)).toEqual([
        'roving-600',
        'mat-225',
        'roving-600',
      ]);
    });

    it('adds a filler first of all, takes its size and place, and takes it out', async () => {
      const added = await show(ExtraPlies, {});
      press(added, 'Add a filler');
      const [filler] = lastEdit<RepairInputs['stack']>().extras!;
      expect([filler!.use, filler!.after, filler!.fabricId]).toEqual(['filler', 0, 'mat-225']);
      const fixture = await show(ExtraPlies, { stack: { extras: [filler!] } });
      enter(fixture, 'Length', '33');
      expect(lastEdit<RepairInputs['stack']>().extras![0]!.shape).toEqual(
        jasmine.objectContaining({ kind: 'roundedRectangle', lengthMm: 33 }),
      );
      enter(fixture, 'Outline', 'triangle');
      expect(lastEdit<RepairInputs['stack']>().extras![0]!.shape).toEqual(
        jasmine.objectContaining({ kind: 'polygon' }),
      );
      press(fixture, 'Take filler 1 out');
      expect(lastEdit<RepairInputs['stack']>().extras).toEqual([]);
    });

    it('asks for glass over carbon', async () => {
      const carbon = { coverFabricId: null, plies: [{ fabricId: 'carbon-twill-200', orientationDeg: 0 }] };
      expect(text(await show(ExtraPlies, { stack: carbon }))).toContain('Lay glass over it');
      expect(text(await show(ExtraPlies, { stack: { ...carbon, sanding: { fabricId: 'plain-80' } } }))).not.toContain(
        'Lay glass over it',
      );
    });
  });
});
