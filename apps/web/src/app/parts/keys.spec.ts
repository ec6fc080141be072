import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { Asked } from '../platform/asked';
import { Keys } from './keys';

describe('keys that work everywhere', () => {
  let fixture: ComponentFixture<Keys>;
  const router = { navigateByUrl: jasmine.createSpy('navigateByUrl').and.resolveTo(true) };
  const extra: HTMLElement[] = [];

  beforeEach(async () => {
    router.navigateByUrl.calls.reset();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: Router, useValue: router }],
    });
    fixture = TestBed.createComponent(Keys);
    await fixture.whenStable();
  });
  afterEach(() => {
    fixture.destroy();
    for (const element of extra.splice(0)) element.remove();
  });

  const press = (key: string, init: KeyboardEventInit = {}, on: Element = document.body): boolean =>
    on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...init }));
  function put<T extends HTMLElement>(tag: string): T {
    const element = document.createElement(tag) as T;
    document.body.append(element);
    extra.push(element);
    return element;
  }
  const went = (): string[] => router.navigateByUrl.calls.allArgs().map(([to]) => to as string);

  it('lead to board, plan and library after g', () => {
    for (const key of ['g', 'b', 'g', 'p', 'g', 'l']) press(key);
    expect(went()).toEqual(['/', '/plan', '/library']);
  });

  it('want g before them, and right before', () => {
    press('b');
    press('g');
    press('x');
    press('p');
    expect(went()).toEqual([]);
  });

  it('lead nowhere in the first moment of a page', () => {
    const early = new KeyboardEvent('keydown', { key: 'b', bubbles: true });
    Object.defineProperty(early, 'timeStamp', { value: 120 });
    document.body.dispatchEvent(early);
    expect(went()).toEqual([]);
  });

  it('ask for the field that finds anything on a slash', () => {
    expect(press('/')).toBeFalse();
    expect(TestBed.inject(Asked).find()).toBeTrue();
  });

  it('leave what is typed into a field alone', () => {
    const field = put<HTMLInputElement>('input');
    press('/', {}, field);
    press('g', {}, field);
    press('b', {}, field);
    expect(went()).toEqual([]);
  });

  it('show the list on a question mark, with every key in it', () => {
    press('?');
    const list = (fixture.nativeElement as HTMLElement).querySelector('dialog')!;
    expect(list.open).toBeTrue();
    expect(list.querySelectorAll('tr').length).toBe(fixture.componentInstance.keys.length);
    list.close();
  });

  it('press the one primary action on Ctrl Enter, after what was typed counts', () => {
    const field = put<HTMLInputElement>('input');
    const order: string[] = [];
    field.addEventListener('blur', () => order.push('left'));
    const action = put<HTMLButtonElement>('button');
    action.className = 'do';
    action.addEventListener('click', () => order.push('done'));
    field.focus();
    press('Enter', { ctrlKey: true }, field);
    expect(order).toEqual(['left', 'done']);
  });

  it('press nothing that is disabled', () => {
    const action = put<HTMLButtonElement>('button');
    action.className = 'do';
    action.disabled = true;
    const clicked = spyOn(action, 'click');
    press('Enter', { ctrlKey: true });
    expect(clicked).not.toHaveBeenCalled();
  });
});
