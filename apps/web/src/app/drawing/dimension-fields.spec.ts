import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideHttpClient } from '@angular/common/http';
import type { Shape } from '@ashstep/core/geometry';
import { DimensionFields } from './dimension-fields';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DimensionFields],
  template: `<ash-dimension-fields [shape]="shape()" [port]="port" (shapeChange)="shape.set($event(shape()))" />`,
})
class Sheet {
  readonly shape = signal<Shape>({ kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30 });
  readonly port = { originX: 400, originY: 300, scale: 2 };
}

describe('dimensions on the sheet', () => {
  function sheet(shape?: Shape) {
    TestBed.configureTestingModule({ providers: [provideHttpClient()] });
    const fixture = TestBed.createComponent(Sheet);
    if (shape) fixture.componentInstance.shape.set(shape);
    fixture.detectChanges();
    const root = fixture.nativeElement as HTMLElement;
    const type = (label: string, text: string): void => {
      const field = [...root.querySelectorAll('label')].find((one) => one.textContent.includes(label))!.querySelector('input')!; // prettier-ignore
      field.value = text;
      field.dispatchEvent(new Event('change'));
      fixture.detectChanges();
    };
    return { fixture, root, type };
  }

  it('stand below and beside the outline, and are typed in either unit', () => {
    const { fixture, root, type } = sheet();
    const [length, width] = [...root.querySelectorAll('label')];
    // 45 mm and 34 px below the middle, 70 mm and more left of it.
    expect([length!.style.left, length!.style.top]).toEqual(['400px', '424px']);
    expect(parseFloat(width!.style.left)).toBeLessThan(260);
    type('length', '5 1/2 in');
    expect(fixture.componentInstance.shape()).toEqual(jasmine.objectContaining({ lengthMm: 139.7, widthMm: 90 }));
    type('width', '50');
    expect(fixture.componentInstance.shape()).toEqual(jasmine.objectContaining({ widthMm: 50, cornerRadiusMm: 25 }));
  });

  it('keep what was typed while no outline can have it, and say why', () => {
    const { fixture, root, type } = sheet({ kind: 'circle', diameterMm: 80 });
    type('diameter', 'wide');
    expect(fixture.componentInstance.shape()).toEqual({ kind: 'circle', diameterMm: 80 });
    expect(root.querySelector('input')!.value).toBe('wide');
    expect(root.querySelector('[role=alert]')!.textContent).not.toBe('');
    type('diameter', '90000');
    expect(root.querySelector('[role=alert]')!.textContent).toContain('20000');
    type('diameter', '85');
    expect(root.querySelector('[role=alert]')).toBeNull();
  });
});
