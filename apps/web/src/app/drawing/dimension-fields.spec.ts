import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { provideHttpClient } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import type { Shape } from '@ashstep/core/geometry';
import type { RepairInputs } from '@ashstep/core/repair';
import { DimensionFields } from './dimension-fields';
import type { SheetEdit } from './movables';
import { chainSizes, outlineSizes } from './size-fields';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DimensionFields],
  template: `<ash-dimension-fields [sizes]="sizes()" (edited)="take($event)" />`,
})
class Sheet {
  readonly shape = signal<Shape>({ kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30 });
  readonly measured = signal(true);
  readonly sizes = computed(() =>
    outlineSizes(this.shape(), { originX: 400, originY: 300, scale: 2 }, this.measured()),
  );

  take(edit: SheetEdit): void {
    if (edit.section !== 'damage') throw new Error('not of the damage');
    this.measured.set(true);
    this.shape.set(edit.change({ shape: this.shape() } as RepairInputs['damage']).shape!);
  }
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

  it('are empty while nobody has measured the outline, though one is drawn to begin with', () => {
    const { fixture, root, type } = sheet({ kind: 'circle', diameterMm: 80 });
    fixture.componentInstance.measured.set(false);
    fixture.detectChanges();
    const field = root.querySelector('input')!;
    expect([field.value, field.placeholder]).toEqual(['', '? mm']);
    type('diameter', '');
    expect([fixture.componentInstance.measured(), root.querySelector('[role=alert]')]).toEqual([false, null]);
    type('diameter', '62');
    expect([fixture.componentInstance.shape(), field.value]).toEqual([{ kind: 'circle', diameterMm: 62 }, '62 mm']);
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

  it('of the chain set the margin, and the ratio by the length of the taper', () => {
    const part = (x: number, mm: number) => ({ x, room: 2 * mm, mm, text: String(mm), name: '' });
    const chain = { y: 500, stops: [], parts: [part(100, 25), part(160, 60), part(300, 180), part(440, 60), part(500, 25)] }; // prettier-ignore
    const [margin, taper] = chainSizes(chain, 5);
    const after = (edit: SheetEdit) => (edit.section === 'taper' ? edit.change({} as RepairInputs['taper']) : null);
    expect(after(margin!.edit(40))).toEqual({ marginMm: 40 });
    expect(after(taper!.edit(75))).toEqual({ ratio: 15 });
    // Shorter than it is deep is no taper.
    expect(() => taper!.edit(4)).toThrow();
  });
});
