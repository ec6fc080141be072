import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { NgbActiveModal, NgbModal } from '@ng-bootstrap/ng-bootstrap';
import type { Photo } from '@ashstep/contract';
import { type LaidPhoto, NEW_REPAIR, planRepair } from '@ashstep/core/repair';
import { BehaviorSubject, Subject, throwError } from 'rxjs';
import { Outbox } from '../outbox/outbox.service';
import { ApiError } from '../platform/api';
import { SessionService } from '../platform/session.service';
import { notedEdit } from '../repair/edits.testing';
import { RepairStore, type RepairState } from '../repair/repair.store';
import { CornerMarker } from './corner-marker';
import { Photograph } from './photograph';
import { PhotosService } from './photos.service';
import type { SquareUpReply } from './square-up.worker';
import { SurveyDesk } from './survey-desk';

const PHOTO: Photo = {
  id: 'c0ffee00-0000-4000-8000-000000000000',
  name: 'Roof',
  at: '2026-04-16T08:00:00Z',
  by: 'Tomas',
  widthPx: 1000,
  heightPx: 800,
  sha256: '',
};
const CORNERS = [{ xPx: 100, yPx: 700 }, { xPx: 500, yPx: 700 }, { xPx: 500, yPx: 400 }, { xPx: 100, yPx: 400 }]; // prettier-ignore
const LAID: LaidPhoto = {
  id: PHOTO.id,
  corners: CORNERS,
  widthMm: 200,
  heightMm: 150,
  xMm: -100,
  yMm: -75,
  turnedDeg: 0,
  check: null,
};

const session = { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } };
const stateOf = (photo: LaidPhoto | null): RepairState => {
  const inputs = { ...NEW_REPAIR, survey: { ...NEW_REPAIR.survey, photo } };
  return { detail: { id: 'r1' }, inputs, plan: planRepair(inputs) } as unknown as RepairState;
};

describe('Photograph', () => {
  let fixture: ComponentFixture<Photograph>;
  let http: HttpTestingController;
  let desk: SurveyDesk;
  let replies: Subject<SquareUpReply>;
  const edit = jasmine.createSpy('edit');
  const heic = { code: 'heic', status: 415, title: '', type: '', detail: 'This is a HEIC picture.', fields: [] };
  const ask = jasmine.createSpy('ask').and.callFake(() => throwError(() => new ApiError(heic)));

  async function show(photo: LaidPhoto | null): Promise<void> {
    edit.calls.reset();
    replies = new Subject();
    const modal = { open: () => ({ componentInstance: { begin: () => undefined }, result: Promise.resolve(LAID) }) };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        session,
        SurveyDesk,
        { provide: RepairStore, useValue: { edit: notedEdit(edit, () => stateOf(photo).inputs) } },
        { provide: NgbModal, useValue: modal },
        { provide: Outbox, useValue: { ask } },
      ],
    });
    http = TestBed.inject(HttpTestingController);
    desk = TestBed.inject(SurveyDesk);
    spyOn(TestBed.inject(PhotosService), 'squareUp').and.callFake(() => replies);
    fixture = TestBed.createComponent(Photograph);
    fixture.componentRef.setInput('state', stateOf(photo));
    await fixture.whenStable();
    http.expectOne('/api/repairs/r1/photos').flush([PHOTO]);
    await fixture.whenStable();
  }
  const text = (): string => (fixture.nativeElement as HTMLElement).textContent!.replace(/\s+/g, ' ');
  const press = (label: string): void =>
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')]
      .find((button) => button.textContent!.includes(label))!
      .click();

  it('squares the laid picture up with its progress shown, and lays it under the drawing where it belongs', async () => {
    await show(LAID);
    replies.next({ share: 0.4 });
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).querySelector('progress')!.value).toBeCloseTo(0.4, 6);
    replies.next({
      picture: new Blob(['x']),
      frame: {
        minXMm: 0,
        minYMm: 0,
        widthMm: 200,
        heightMm: 150,
        pxPerMm: 2,
        widthPx: 400,
        heightPx: 300,
        toPicture: [1, 0, 0, 0, 1, 0, 0, 0, 1],
      },
    });
    await fixture.whenStable();
    expect(desk.underlay()).toEqual(jasmine.objectContaining({ xMm: -100, yMm: -75, turnedDeg: 0 }));
    expect(text()).toContain('Not checked by a fifth length');
    fixture.destroy();
    expect(desk.underlay()).toBeNull();
  });

  it('can be stopped, says what is wrong with the corners, and does not square up anew when it is only moved', async () => {
    await show(LAID);
    press('Stop');
    expect(replies.observed).toBeFalse();
    const squareUp = TestBed.inject(PhotosService).squareUp as jasmine.Spy;
    fixture.componentRef.setInput('state', stateOf({ ...LAID, xMm: 0 }));
    await fixture.whenStable();
    expect(squareUp).toHaveBeenCalledTimes(1);
    fixture.componentRef.setInput('state', stateOf({ ...LAID, widthMm: 210 }));
    await fixture.whenStable();
    expect(squareUp).toHaveBeenCalledTimes(2);
    replies.next({ failed: 'corners' });
    await fixture.whenStable();
    expect(text()).toContain('These corners make no rectangle');
  });

  it('tells a check that is off by more than it may be', async () => {
    // 0.5 mm a pixel: 200 px are 100 mm, 90 were measured.
    await show({ ...LAID, check: { from: { xPx: 100, yPx: 600 }, to: { xPx: 300, yPx: 600 }, lengthMm: 90 } });
    expect(text()).toContain('Check again. The known 90 mm reads 100.0, 11.1 % off.');
  });

  it('keeps what was marked, and says what the server refuses', async () => {
    await show(null);
    await fixture.componentInstance.mark(PHOTO);
    expect(edit).toHaveBeenCalledWith('survey', { photo: LAID });
    fixture.componentInstance.add({ files: [new File(['x'], 'phone.heic')], value: '' } as unknown as HTMLInputElement);
    expect(ask).toHaveBeenCalledWith(jasmine.objectContaining({ kind: 'photo', name: 'phone' }), 'r1');
    await fixture.whenStable();
    expect(text()).toContain('This is a HEIC picture.');
  });
});

describe('CornerMarker', () => {
  const close = jasmine.createSpy('close');
  let fixture: ComponentFixture<CornerMarker>;

  beforeEach(async () => {
    close.calls.reset();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), session, { provide: NgbActiveModal, useValue: { close } }],
    });
    fixture = TestBed.createComponent(CornerMarker);
    fixture.componentInstance.begin(PHOTO, '/nothing', null);
    await fixture.whenStable();
  });

  it('starts from a rectangle in the middle, and gives a picture laid with that rectangle about the origin', () => {
    const marker = fixture.componentInstance;
    expect(marker.squared().result).not.toBeNull();
    marker.widthMm.set(240);
    marker.heightMm.set(200);
    marker.done();
    const laid = close.calls.mostRecent().args[0] as LaidPhoto;
    expect([laid.xMm, laid.yMm, laid.widthMm, laid.check]).toEqual([-120, -100, 240, null]);
  });

  it('nudges by a pixel or twenty, and never off the picture', async () => {
    const grip = (fixture.nativeElement as HTMLElement).querySelector('[data-spot="1"]')!;
    const key = (name: string, shiftKey = false): boolean =>
      grip.dispatchEvent(new KeyboardEvent('keydown', { key: name, shiftKey }));
    const before = fixture.componentInstance.corners()[1]!;
    key('ArrowRight');
    await fixture.whenStable();
    key('ArrowDown', true);
    await fixture.whenStable();
    expect(fixture.componentInstance.corners()[1]).toEqual({ xPx: before.xPx + 1, yPx: before.yPx + 20 });
    fixture.componentInstance.put(1, { xPx: 99_999, yPx: -5 });
    expect(fixture.componentInstance.corners()[1]).toEqual({ xPx: 1000, yPx: 0 });
  });

  it('says why it cannot be laid while the marks make no rectangle or a side is missing', async () => {
    const marker = fixture.componentInstance;
    marker.put(2, marker.corners()[0]!);
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('These corners make no rectangle');
    marker.done();
    expect(close).not.toHaveBeenCalled();
    marker.heightMm.set(null);
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('Give the rectangle’s two sides.');
  });

  it('checks by a rule that is there, and drops it again', () => {
    const marker = fixture.componentInstance;
    marker.begin(PHOTO, '/nothing', {
      ...LAID,
      check: { from: { xPx: 100, yPx: 600 }, to: { xPx: 300, yPx: 600 }, lengthMm: 100 },
    });
    expect(marker.squared().result!.check!.errorPercent).toBeCloseTo(0, 6);
    marker.dropRule();
    expect(marker.spots().length).toBe(4);
    marker.addRule();
    expect(marker.spots().length).toBe(6);
    marker.done();
    expect((close.calls.mostRecent().args[0] as LaidPhoto).check).toBeNull();
  });
});
