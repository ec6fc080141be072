import { provideHttpClient } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { QuantityField } from './quantity-field';

describe('QuantityField', () => {
  const units = new BehaviorSubject<'metric' | 'imperial'>('metric');
  let fixture: ComponentFixture<QuantityField>;
  let given: (number | null)[];

  beforeEach(async () => {
    units.next('metric');
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        { provide: SessionService, useValue: { units$: units } },
      ],
    });
    fixture = TestBed.createComponent(QuantityField);
    fixture.componentRef.setInput('label', 'Length');
    fixture.componentRef.setInput('value', 140);
    given = [];
    fixture.componentInstance.valueChange.subscribe((value) => given.push(value));
    await fixture.whenStable();
  });

  const field = (): HTMLInputElement => fixture.nativeElement.querySelector('input');
  async function type(text: string): Promise<void> {
    field().value = text;
    field().dispatchEvent(new Event('input'));
    field().dispatchEvent(new Event('change'));
    await fixture.whenStable();
  }

  it('takes inches while reading in millimetres', async () => {
    await type('4 1/2 in');
    expect(given).toEqual([114.3]);
  });

  it('keeps what was typed while it is wrong and says what would do', async () => {
    await type('about a hand');
    expect(given).toEqual([]);
    expect(field().value).toBe('about a hand');
    expect(fixture.nativeElement.textContent).toContain('cannot be read as a figure');
    expect(field().getAttribute('aria-invalid')).toBe('true');
  });

  it('goes back to the last good figure on Escape', async () => {
    await type('x');
    field().dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    await fixture.whenStable();
    expect(field().value).toBe('140');
  });

  it('shows the figure in the person’s units', async () => {
    units.next('imperial');
    await fixture.whenStable();
    expect(field().value).toBe('5.512');
    await type('6');
    expect(given[0]).toBeCloseTo(152.4, 9);
  });

  it('hands on nothing only where nothing is allowed', async () => {
    await type('');
    expect(given).toEqual([]);
    fixture.componentRef.setInput('optional', true);
    await type('');
    expect(given).toEqual([null]);
  });

  const press = async (name: string): Promise<void> => {
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')]
      .find((button) => button.textContent!.includes(name))!
      .click();
    await fixture.whenStable();
  };

  it('asks what a bare fraction is of, and takes either answer', async () => {
    await type('3/16');
    expect(given).toEqual([]);
    await press('3/16 in, 4.76 mm');
    expect(given[0]).toBeCloseTo(4.7625, 9);
  });

  it('takes a taper either way round', async () => {
    fixture.componentRef.setInput('kind', 'ratio');
    await type('1:12');
    expect(given).toEqual([12]);
  });

  it('asks by which a ratio of two parts is, and turns volume into weight by the densities', async () => {
    fixture.componentRef.setInput('kind', 'per100');
    fixture.componentRef.setInput('secondOverResin', 0.97 / 1.15);
    await type('2:1');
    expect(given).toEqual([]);
    await press('by volume');
    // 50 ml at 0.97 to 100 ml at 1.15.
    expect(given[0]).toBeCloseTo(42.17, 2);
    await type('100:40 by weight');
    expect(given[1]).toBe(40);
  });
});
