import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { Instruments } from './instruments';
import { InstrumentsStub } from './instruments.testing';
import { Take, type Taken } from './take';

describe('a figure taken off an instrument', () => {
  let shed: InstrumentsStub;
  let fixture: ComponentFixture<Take>;
  let took: Taken[];
  const root = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const press = (): void => {
    root().querySelector('button')!.click();
    fixture.detectChanges();
  };
  const settle = (): void => {
    TestBed.tick();
    fixture.detectChanges();
  };
  beforeEach(() => {
    shed = new InstrumentsStub();
    took = [];
    TestBed.configureTestingModule({
      providers: [
        { provide: Instruments, useValue: shed },
        { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } },
      ],
    });
    fixture = TestBed.createComponent(Take);
    fixture.componentRef.setInput('reads', 'surface-temperature');
    fixture.componentInstance.took.subscribe((taken) => took.push(taken));
    fixture.detectChanges();
  });

  it('is not offered where the shed has nothing that tells it', () => {
    expect(root().textContent!.trim()).toBe('');
    shed.put({ kind: 'scale', name: 'Bench scale' });
    settle();
    expect(root().textContent!.trim()).toBe('');
  });

  it('is the one that stands, at once', () => {
    shed.put({ kind: 'infrared', name: 'Infrared' });
    shed.read('surface-temperature', 41.24);
    settle();
    expect(root().textContent).toContain('41.2');
    press();
    expect(took).toEqual([{ value: [41.24], instrument: 'Infrared, calibrated 2026-03-02' }]);
    expect(shed.asked).toEqual([]);
  });

  it('is asked for where the last is old, and taken when it stands, not while it moves', () => {
    shed.put({ kind: 'infrared', name: 'Infrared' });
    shed.read('surface-temperature', 19, 'stable', new Date(Date.now() - 60_000).toISOString());
    settle();
    press();
    expect(shed.asked).toEqual([['infrared', { what: 'ask' }]]);
    shed.read('surface-temperature', 30, 'moving', new Date(Date.now() + 10).toISOString());
    settle();
    expect(took).toEqual([]);
    shed.read('surface-temperature', 41, 'stable', new Date(Date.now() + 20).toISOString());
    settle();
    expect(took.map(({ value }) => value)).toEqual([[41]]);
  });

  it('is not waited for from one in trouble, or gone: it is typed', () => {
    shed.put({ kind: 'infrared', name: 'Infrared', trouble: 'battery flat' });
    settle();
    expect(root().textContent).toContain('Infrared: battery flat. Type it instead.');
    shed.put({ kind: 'infrared', name: 'Infrared', connected: false });
    shed.read('surface-temperature', 22, 'stable', new Date(Date.now() - 300_000).toISOString());
    settle();
    expect(root().querySelector('button')!.disabled).toBeTrue();
    expect(root().textContent!.replace(/\s/g, ' ')).toContain('is not there. Last 22.0 °C, 5 min ago. Type it.');
  });
});
