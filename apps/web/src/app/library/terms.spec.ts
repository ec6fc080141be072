import { provideHttpClient } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { TermHint } from '../parts/term-hint';
import { TermsPage } from './terms-page';

@Component({
  selector: 'ash-hinted',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TermHint],
  template: '<ash-term of="joint">Joint</ash-term>',
})
class Hinted {}

describe('terms', () => {
  beforeEach(() =>
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideRouter([])],
    }),
  );

  it('are all there, and found as they are typed', async () => {
    const fixture = TestBed.createComponent(TermsPage);
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const all = host.querySelectorAll('dt').length;
    const field = host.querySelector('input')!;
    field.value = 'faying';
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    expect(all).toBeGreaterThan(40);
    expect([...host.querySelectorAll('dt')].map((one) => one.textContent!.trim().split(/\s+/).slice(0, 2).join(' '))).toEqual(['Bonding face']); // prettier-ignore
    field.value = 'zzz';
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    expect(host.textContent).toContain('No such term here');
  });

  it('say what they mean where they stand, when they are pressed, and close again', async () => {
    const fixture = TestBed.createComponent(Hinted);
    await fixture.whenStable();
    const button = (fixture.nativeElement as HTMLElement).querySelector('button')!;
    expect(document.querySelector('.popover')).toBeNull();
    button.click();
    await fixture.whenStable();
    expect(document.querySelector('.popover')!.textContent).toContain('what the parent carries');
    button.click();
    await fixture.whenStable();
    expect(button.getAttribute('aria-describedby')).toBeNull();
  });
});
