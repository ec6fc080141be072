import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { FabricLayer } from '@ashstep/core';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { LayerTable } from './layer-table';

const LAYERS: FabricLayer[] = [{ fabricId: 'mat-450' }, { fabricId: 'roving-500', orientationDeg: 45 }, { fabricId: 'twill-203', orientationDeg: 90 }];

describe('LayerTable', () => {
  let fixture: ComponentFixture<LayerTable>;
  let given: FabricLayer[];

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } }] });
    fixture = TestBed.createComponent(LayerTable);
    fixture.componentRef.setInput('layers', LAYERS);
    fixture.componentInstance.layersChange.subscribe((layers) => (given = layers));
    await fixture.whenStable();
  });

  const ids = (): string[] => given.map((layer) => layer.fabricId);

  it('moves, copies and takes plies out without touching the list it was given', () => {
    const table = fixture.componentInstance;
    table.move(1, -1);
    expect(ids()).toEqual(['roving-500', 'mat-450', 'twill-203']);
    table.copy(2);
    expect(ids()).toEqual(['mat-450', 'roving-500', 'twill-203', 'twill-203']);
    table.remove(0);
    expect(ids()).toEqual(['roving-500', 'twill-203']);
    expect(LAYERS.length).toBe(3);
  });

  it('adds a ply like the last one', () => {
    fixture.componentInstance.add();
    expect(given.at(-1)).toEqual({ fabricId: 'twill-203', orientationDeg: 90 });
  });

  it('changes fabric and turn of one ply only', () => {
    fixture.componentInstance.change(0, { orientationDeg: 90 });
    expect(given[0]).toEqual({ fabricId: 'mat-450', orientationDeg: 90 });
    expect(given[1]).toEqual(LAYERS[1]!);
  });

  it('offers an unusual turn that is already there', () => {
    expect(fixture.componentInstance.angles({ fabricId: 'ud-300', orientationDeg: 17 })).toContain(17);
  });

  it('shows every ply with the fabric it has', () => {
    const selected = [...(fixture.nativeElement as HTMLElement).querySelectorAll<HTMLSelectElement>('select:not(.turn)')].map((select) => select.value);
    expect(selected).toEqual(LAYERS.map((layer) => layer.fabricId));
  });
});
