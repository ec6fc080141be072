import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { LibraryItem, LibraryReply, Lot } from '@ashstep/contract';
import type { Fabric } from '@ashstep/core/material';
import { FabricPicker } from './fabric-picker';
import { Library } from './library';
import { LibraryService } from './library.service';

const OWN: LibraryItem = {
  kind: 'fabric',
  own: true,
  retired: null,
  entry: {
    id: 'own-1',
    name: 'Basket roving 860',
    parts: [{ construction: 'roving', fibre: 'e-glass', arealWeightGsm: 860 }],
    binder: 'none',
    ounceUnit: 'oz/yd2',
  },
};
const LOT: Lot = {
  id: 'c0ffee00-0000-4000-8000-000000000000',
  kind: 'system',
  entryId: 'epoxy-slow',
  part: 'resin',
  code: 'R-114',
  receivedOn: '2020-03-02',
  expiresOn: '2021-03-02',
  packSize: 5000,
  unit: 'g',
  packs: 2,
  price: 92,
  usedUp: false,
};
const REPLY: LibraryReply = { items: [OWN], lots: [LOT] };

describe('the library page', () => {
  let http: HttpTestingController;
  let fixture: ComponentFixture<Library>;

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    http = TestBed.inject(HttpTestingController);
    fixture = TestBed.createComponent(Library);
    http.expectOne('/api/library').flush(REPLY);
    await fixture.whenStable();
  });

  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => element().textContent!.replace(/\s+/g, ' ');
  async function press(label: string): Promise<void> {
    const found = [...element().querySelectorAll<HTMLElement>('button, label')].find((item) =>
      (item.getAttribute('aria-label') ?? item.textContent)!.trim().startsWith(label),
    );
    if (!found) throw new Error(`nothing says ${label}`);
    (found.querySelector('input') ?? found).click();
    await fixture.whenStable();
  }

  it('finds by words, own entries first, and says when there is nothing', async () => {
    expect(element().querySelector('tbody tr')!.textContent).toContain('Basket roving 860');
    fixture.componentInstance.text.set('twill carbon');
    await fixture.whenStable();
    expect(element().querySelectorAll('tbody tr').length).toBe(2);
    fixture.componentInstance.text.set('velvet');
    await fixture.whenStable();
    expect(text()).toContain('Nothing is called that');
  });

  it('makes an own entry from a shipped one, asks which ounces, and keeps what the server refuses on the form', async () => {
    await press('Own one from Chopped mat 225');
    const weight = [...element().querySelectorAll<HTMLInputElement>('ash-quantity input')][0]!;
    weight.value = '1.5 oz';
    weight.dispatchEvent(new Event('input'));
    weight.dispatchEvent(new Event('change'));
    await fixture.whenStable();
    expect(text()).toContain('per yd², 51 g/m²');
    await press('per ft², 458 g/m²');
    await press('Keep it');
    const request = http.expectOne('/api/library/entries');
    expect(request.request.body.entry.parts[0].arealWeightGsm).toBeCloseTo(457.7, 1);
    expect(request.request.body.entry.id).toMatch(/^own-/);
    request.flush(
      {
        code: 'invalid',
        status: 422,
        title: '',
        detail: '',
        type: '',
        fields: [{ path: 'entry.name', message: 'Too long.' }],
      },
      { status: 422, statusText: 'no' },
    );
    await fixture.whenStable();
    expect(text()).toContain('Too long.');
    await press('Keep it');
    http.expectOne('/api/library/entries').flush(REPLY);
    await fixture.whenStable();
    expect(element().querySelector('ash-entry-form')).toBeNull();
  });

  it('retires and brings back, and shows what has expired among the lots', async () => {
    await press('Retire Basket');
    http
      .expectOne('/api/library/entries/own-1/retired')
      .flush({ ...REPLY, items: [{ ...OWN, retired: { at: '', by: 'Ruben' } }] });
    await fixture.whenStable();
    expect(text()).not.toContain('Basket roving');
    await press('Show retired');
    expect(text()).toContain('own, retired');
    await press('Lots');
    expect(text()).toContain('Expired, not to be used');
  });

  it('tells the line of every row of a file it left out', async () => {
    const file = new File(
      ['kind,name,grit,wet\nsmell,x,,\nabrasive,Disc,60,false\nabrasive,,80,false\n'],
      'library.csv',
    );
    await fixture.componentInstance.takeIn({ files: [file], value: '' } as unknown as HTMLInputElement);
    http
      .expectOne('/api/library/import')
      .flush({ taken: 1, left: [{ row: 2, reason: 'entry.name: This is still missing.' }], library: REPLY });
    await fixture.whenStable();
    expect(text()).toContain('1 taken in');
    expect(text()).toContain('Row 2: kind “smell” is not known');
    expect(text()).toContain('Row 4: entry.name: This is still missing.');
  });
});

describe('FabricPicker', () => {
  it('hands out an own fabric whole, a shipped one by its id, and none for an emptied field', async () => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()],
    });
    const http = TestBed.inject(HttpTestingController);
    const fixture = TestBed.createComponent(FabricPicker);
    fixture.componentRef.setInput('label', 'Cover');
    fixture.componentRef.setInput('value', { fabricId: 'twill-203' });
    fixture.componentRef.setInput('optional', true);
    const picked: unknown[] = [];
    fixture.componentInstance.pick.subscribe((ref) => picked.push(ref));
    http.expectOne('/api/library').flush(REPLY);
    await fixture.whenStable();
    const box = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    expect(box.value).toBe('Twill glass 203');
    const [own, shipped] = [TestBed.inject(LibraryService).fabrics()[0]!, TestBed.inject(LibraryService).fabrics()[1]!];
    const event = (item: Fabric) => ({ item, preventDefault: () => undefined });
    fixture.componentInstance.take(event(own), box);
    fixture.componentInstance.take(event(shipped), box);
    box.value = '';
    fixture.componentInstance.leave(box);
    expect(picked).toEqual([{ fabricId: 'own-1', own: OWN.entry }, { fabricId: shipped.id }, null]);
  });
});
