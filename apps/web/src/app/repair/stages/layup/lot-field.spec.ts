import { TestBed } from '@angular/core/testing';
import { lot } from '../../panel.testing';
import { LotField } from './lot-field';

describe('the lot of a pot', () => {
  it('is pressed where it is on the shelf, and typed where it is not', () => {
    const fixture = TestBed.createComponent(LotField);
    const host = fixture.nativeElement as HTMLElement;
    for (const [name, value] of Object.entries({ label: 'Resin lot', lots: [lot({ code: 'R-3107' })], value: '' }))
      fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    const button = host.querySelector('button')!;
    expect(button.getAttribute('aria-pressed')).toBe('false');
    button.click();
    fixture.detectChanges();
    expect(fixture.componentInstance.value()).toBe('R-3107');
    expect([button.getAttribute('aria-pressed'), host.querySelector('input')!.value]).toEqual(['true', 'R-3107']);
    host.querySelector('input')!.value = 'X-1';
    host.querySelector('input')!.dispatchEvent(new Event('input'));
    fixture.detectChanges();
    expect([fixture.componentInstance.value(), button.getAttribute('aria-pressed')]).toEqual(['X-1', 'false']);
  });
});
