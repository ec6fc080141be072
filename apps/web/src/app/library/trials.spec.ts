import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { BondTrial } from '@ashstep/contract';
import { Trials } from './trials';

let next = 0;
const coupon = (preparation: string, value: number, patch: Partial<BondTrial> = {}): BondTrial => ({
  id: `00000000-0000-4000-8000-${String(next++).padStart(12, '0')}`,
  preparation,
  resin: 'Epoxy',
  fabric: '',
  unit: 'MPa',
  value,
  bonded: null,
  failure: null,
  notes: '',
  at: '2026-04-16T08:00:00Z',
  by: 'Tomas',
  withdrawn: null,
  ...patch,
});
const ALIKE = [
  coupon('Keyed', 10),
  coupon('Keyed', 12),
  coupon('Keyed', 14),
  coupon('Bare', 11),
  coupon('Bare', 13),
  coupon('Bare', 15),
];
const APART = [
  coupon('Keyed', 10),
  coupon('Keyed', 12),
  coupon('Keyed', 14),
  coupon('Bare', 20),
  coupon('Bare', 22),
  coupon('Bare', 24),
];

describe('the bond trials', () => {
  let http: HttpTestingController;
  let fixture: ComponentFixture<Trials>;

  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    http = TestBed.inject(HttpTestingController);
  });

  async function show(list: BondTrial[]): Promise<string> {
    fixture = TestBed.createComponent(Trials);
    http.expectOne('/api/trials').flush(list);
    await fixture.whenStable();
    return text();
  }
  const text = (): string => (fixture.nativeElement as HTMLElement).textContent!.replace(/\s+/g, ' ');

  it('say which group holds more, and how likely luck alone would give that', async () => {
    // Means 12 and 22, p = 0.36 % by the hand sum.
    expect(await show(APART)).toContain('Bare holds 10.0 MPa more than Keyed. Chance of that by luck: 0.4 %.');
  });

  it('say when no difference is shown, and when there are too few to tell', async () => {
    expect(await show(ALIKE)).toContain('no difference shown');
    expect(await show(APART.slice(0, 4))).toContain('too few coupons to tell');
    expect(text()).toContain('too few to say');
  });

  it('leave out what was withdrawn and what is in another unit', async () => {
    const shown = await show([
      ...APART,
      coupon('Bare', 900, { withdrawn: { at: '2026-04-17T08:00:00Z', by: 'Ilse', why: 'Grip slipped.' } }),
      coupon('Bare', 800, { unit: 'N' }),
    ]);
    expect(shown).toContain('Bare holds 10.0 MPa more');
    expect(shown).toContain('Withdrawn by Ilse: Grip slipped.');
    fixture.componentInstance.unit.set('N');
    await fixture.whenStable();
    expect(text()).not.toContain('holds 10.0');
  });

  it('keep what was typed when the server refuses it, and say so at the field', async () => {
    await show(APART);
    fixture.componentInstance.value.set(12);
    fixture.componentInstance.add(new Event('submit'));
    http.expectOne('/api/trials').flush(
      {
        code: 'invalid',
        status: 422,
        title: '',
        detail: 'Some figures need another look.',
        type: '',
        fields: [{ path: 'preparation', message: 'This is still missing.' }],
      },
      { status: 422, statusText: 'no' },
    );
    await fixture.whenStable();
    expect(text()).toContain('This is still missing.');
    expect(fixture.componentInstance.value()).toBe(12);
  });

  it('have nothing to compare before the first coupon', async () => {
    expect(await show([])).toContain('No coupons in this measure yet');
  });

  it('compare a preparation within each resin, and are planned by only with one resin taken', async () => {
    const two = [7, 8, 9, 17, 18, 19].map((value, i) =>
      coupon('Keyed', value, { resin: i < 3 ? 'Polyester' : 'Epoxy' }),
    );
    const bare = [10, 11, 12, 20, 21, 22].map((value, i) => coupon('Bare', value, { resin: i < 3 ? 'Polyester' : 'Epoxy' })); // prettier-ignore
    const told = await show([...two, ...bare]);
    expect(told).toContain('Bare holds 3.0 MPa more than Keyed');
    expect(told).toContain('Like compared with like');
    const [keyed] = fixture.componentInstance.result()!.groups;
    expect(fixture.componentInstance.notCited(keyed!)).toContain('more than one resin');
    fixture.componentInstance.only.set('Epoxy');
    const [epoxy] = fixture.componentInstance.result()!.groups;
    expect([epoxy!.mean, fixture.componentInstance.notCited(epoxy!)]).toEqual([18, '']);
  });

  it('in newtons on a known face count as strengths', async () => {
    const bonded = { widthMm: 25, overlapMm: 12.5 };
    await show([3750, 4375, 5000].map((value) => coupon('Bare', value, { unit: 'N', bonded })));
    expect(fixture.componentInstance.result()!.groups).toEqual([
      jasmine.objectContaining({ name: 'Bare', count: 3, mean: 14 }),
    ]);
  });
});
