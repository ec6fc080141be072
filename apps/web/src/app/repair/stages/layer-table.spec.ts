import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { FabricLayer } from '@ashstep/core/laminate';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../../platform/session.service';
import { LayerTable } from './layer-table';

const LAYERS: FabricLayer[] = [
  { fabricId: 'mat-450' },
  { fabricId: 'roving-500', orientationDeg: 45 },
  { fabricId: 'twill-203', orientationDeg: 90 },
];

describe('LayerTable', () => {
  let fixture: ComponentFixture<LayerTable>;
  let given: FabricLayer[];

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } },
      ],
    });
    fixture = TestBed.createComponent(LayerTable);
    fixture.componentRef.setInput('layers', LAYERS);
    fixture.componentInstance.layersChange.subscribe((layers) => (given = layers));
    await fixture.whenStable();
  });

  const ids = (): string[] => given.map((layer) => layer.fabricId);

  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;

  it('moves by drag or arrows, copies, mirrors and takes plies out without touching the list it was given', () => {
    const table = fixture.componentInstance;
    table.drop({ previousIndex: 1, currentIndex: 0 });
    expect(ids()).toEqual(['roving-500', 'mat-450', 'twill-203']);
    const grips = element().querySelectorAll<HTMLElement>('.grip');
    grips[1]!.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
    expect(ids()).toEqual(['mat-450', 'twill-203', 'roving-500']);
    expect(document.activeElement).toBe(grips[2]!);
    table.copy(2);
    expect(ids()).toEqual(['mat-450', 'roving-500', 'twill-203', 'twill-203']);
    table.mirror();
    expect(ids()).toEqual(['mat-450', 'roving-500', 'twill-203', 'twill-203', 'roving-500', 'mat-450']);
    table.remove(0);
    expect(ids()).toEqual(['roving-500', 'twill-203']);
    expect(LAYERS.length).toBe(3);
  });

  it('turns a ply on the dial by keys and by the usual angles, half a turn being none', async () => {
    element().querySelectorAll<HTMLElement>('.angle')[2]!.click();
    await fixture.whenStable();
    const dial = element().querySelector('[role="slider"]')!;
    dial.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    expect(given[2]!.orientationDeg).toBe(-75);
    dial.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', shiftKey: true }));
    expect(given[2]!.orientationDeg).toBe(89);
    [...element().querySelectorAll<HTMLElement>('.quick button')]
      .find((button) => button.textContent!.trim() === '-45°')!
      .click();
    expect(given[2]!.orientationDeg).toBe(-45);
  });

  it('gives one ply a process of its own, and takes it away again', () => {
    const table = fixture.componentInstance;
    table.process(0, 'vacuum');
    expect(given[0]).toEqual({ fabricId: 'mat-450', process: 'vacuum' });
    table.process(0, '');
    expect(given).toEqual(LAYERS);
  });

  it('keeps the shop’s own fabric with the ply, and drops it when another is picked', () => {
    const own = {
      id: 'own-1',
      name: 'Basket',
      parts: [{ construction: 'roving' as const, fibre: 'e-glass' as const, arealWeightGsm: 900 }],
      binder: 'none' as const,
      ounceUnit: 'oz/yd2' as const,
    };
    const table = fixture.componentInstance;
    table.fabric(1, { fabricId: own.id, own });
    expect(given[1]).toEqual({ fabricId: 'own-1', own, orientationDeg: 45 });
    fixture.componentRef.setInput('layers', given);
    table.fabric(1, { fabricId: 'mat-300' });
    expect(given[1]).toEqual({ fabricId: 'mat-300', orientationDeg: 45 });
  });

  it('adds no ply until its fabric is said, which lies as the one before it; or the last one again', async () => {
    const press = (label: string): void =>
      [...element().querySelectorAll('button')].find((one) => one.textContent!.trim() === label)!.click();
    fixture.componentRef.setInput('layers', []);
    given = [];
    press('Add a ply');
    await fixture.whenStable();
    const box = element().querySelector<HTMLInputElement>('ash-fabric-picker input')!;
    expect(document.activeElement).toBe(box);
    expect(document.querySelectorAll('ngb-typeahead-window button').length).toBeGreaterThan(5);
    expect(given).toEqual([]);
    box.value = 'twill 203';
    box.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    document.querySelector<HTMLElement>('ngb-typeahead-window button')!.click();
    expect(given).toEqual([{ fabricId: 'twill-203', orientationDeg: 0 }]);
    fixture.componentRef.setInput('layers', LAYERS);
    await fixture.whenStable();
    expect(element().querySelectorAll('ash-fabric-picker').length).toBe(3);
    press('The last again');
    expect(given.at(-1)).toEqual({ fabricId: 'twill-203', orientationDeg: 90 });
  });

  it('changes fabric and turn of one ply only', () => {
    fixture.componentInstance.change(0, { orientationDeg: 90 });
    expect(given[0]).toEqual({ fabricId: 'mat-450', orientationDeg: 90 });
    expect(given[1]).toEqual(LAYERS[1]!);
  });

  it('shows every ply with the fabric it has', () => {
    const named = [...element().querySelectorAll<HTMLInputElement>('ash-fabric-picker input')].map((box) => box.value);
    expect(named).toEqual(['Chopped mat 450', 'Woven roving 500', 'Twill glass 203']);
  });
});
