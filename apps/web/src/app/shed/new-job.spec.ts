import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { Router, provideRouter } from '@angular/router';
import { NewJob } from './new-job';

const CRAFT = {
  id: '11111111-1111-4111-8111-111111111111',
  tag: 'PL-2',
  name: 'Patrol launch',
  kind: 'boat',
  year: 2009,
  construction: '',
  notes: '',
  repairs: 3,
};

describe('NewJob', () => {
  let fixture: ComponentFixture<NewJob>;
  let http: HttpTestingController;
  let job: NewJob;

  beforeEach(async () => {
    localStorage.clear();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    fixture = TestBed.createComponent(NewJob);
    job = fixture.componentInstance;
    http = TestBed.inject(HttpTestingController);
    http.expectOne('/api/craft').flush([CRAFT]);
    await fixture.whenStable();
  });

  const open = (): void => job.open(new Event('submit'));

  it('asks for craft and place before it sends anything', async () => {
    open();
    await fixture.whenStable();
    http.expectNone('/api/repairs');
    expect(job.errors()).toEqual({ craftId: 'Pick the craft first.', title: 'Say where on the craft.' });
  });

  it('opens a repair on a known craft and goes to it', () => {
    const go = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    job.put({ craftId: CRAFT.id, title: '  Stem ' });
    open();
    const request = http.expectOne('/api/repairs');
    expect(request.request.body).toEqual({ id: jasmine.any(String), craftId: CRAFT.id, title: 'Stem' });
    request.flush({ id: 'r9' });
    expect(go).toHaveBeenCalledWith(['/repair', 'r9', 'look']);
  });

  it('adds a new craft first, and refuses a year that is none', () => {
    job.put({ craftId: job.new, title: 'Stem', tag: 'NB-1', name: 'New boat', year: 'twelve' });
    open();
    expect(job.errors()['year']).toContain('Four figures');
    expect(job.errors()['kind']).toContain('Say what kind');
    job.put({ year: '2012', kind: 'paddle' });
    expect(job.errors()).toEqual({});
    open();
    const craft = http.expectOne('/api/craft');
    expect(craft.request.body).toEqual(jasmine.objectContaining({ tag: 'NB-1', year: 2012, kind: 'paddle' }));
    craft.flush({});
    expect(http.expectOne('/api/repairs').request.body.craftId).toBe(craft.request.body.id);
  });

  it('has what was typed again after the page was left, until the job is open', async () => {
    job.put({ craftId: job.new, title: 'Stem', tag: 'NB-1', name: 'New boat', kind: 'board' });
    await fixture.whenStable();
    const again = TestBed.createComponent(NewJob);
    expect(again.componentInstance.said()).toEqual(job.said());
    again.destroy();
    spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    open();
    http.expectOne(({ method }) => method === 'POST').flush({});
    http.expectOne('/api/repairs').flush({ id: 'r9' });
    await fixture.whenStable();
    expect(TestBed.createComponent(NewJob).componentInstance.said().title).toBe('');
  });

  it('shows what the server refuses at its field and keeps what was typed; trying again sends the same ids', async () => {
    job.put({ craftId: job.new, title: 'Stem', tag: 'PL-2', kind: 'boat' });
    open();
    const first = http.expectOne('/api/craft');
    first.flush(
      {
        code: 'invalid',
        title: '',
        status: 422,
        type: '',
        detail: 'Some figures need another look.',
        fields: [{ path: 'name', message: 'This is still missing.' }],
      },
      { status: 422, statusText: 'no' },
    );
    await fixture.whenStable();
    expect(job.errors()['name']).toBe('This is still missing.');
    expect(job.said().tag).toBe('PL-2');
    open();
    expect(http.expectOne('/api/craft').request.body.id).toBe(first.request.body.id);
  });
});
