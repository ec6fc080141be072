import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SmallKind } from '@ashstep/core/repair';
import { type PictureDimension, type PictureRole, type SmallFigures, smallPicture } from '@ashstep/core/small';
import { quantityText } from '../platform/quantity.pipe';

const FILLS: Readonly<Record<PictureRole, string>> = {
  finish: 'var(--ash-2)',
  laminate: 'url(#h-old090)',
  core: 'url(#h-foam)',
  fill: 'url(#h-fairing)',
  ply: 'url(#h-new090)',
  gone: 'var(--sheet)',
  line: 'none',
};

/** The section of a small job: with its figures, or as its kind is picked. Depths are drawn larger than lengths. */
@Component({
  selector: 'ash-small-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + picture().width + ' ' + picture().height"
      [attr.role]="says() ? 'img' : null"
      [attr.aria-label]="says() || null"
      [attr.aria-hidden]="says() ? null : true"
    >
      @for (part of picture().parts; track $index) {
        <path [attr.d]="part.d" [attr.fill]="fills[part.role]" stroke="var(--ink)" stroke-width="1" />
      }
      @if (says()) {
        @for (dim of picture().dimensions; track $index) {
          <path [attr.d]="lineOf(dim)" class="dim" />
          <text [attr.x]="at(dim).x" [attr.y]="at(dim).y" [attr.text-anchor]="dim.thin ? 'start' : 'middle'">
            {{ inUnits(dim.mm, dim.thin ? 'thickness' : 'length', dim.thin ? 1 : undefined) }}
          </text>
        }
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
    }
    .dim {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1;
    }
    text {
      font: 640 13px var(--head);
      fill: var(--ink);
      paint-order: stroke;
      stroke: var(--sheet);
      stroke-width: 3px;
    }
  `,
})
export class SmallPictureView {
  readonly of = input.required<SmallFigures | SmallKind>();
  /** What it shows in words; nothing where a label beside it says so. */
  readonly says = input('');
  readonly inUnits = quantityText();
  readonly fills = FILLS;
  readonly picture = computed(() => smallPicture(this.of()));

  lineOf({ x1, y1, x2, y2, thin }: PictureDimension): string {
    const tick = thin ? `M${x1 - 4} ${y1}h8M${x2 - 4} ${y2}h8` : `M${x1} ${y1 - 4}v8M${x2} ${y2 - 4}v8`;
    return `M${x1} ${y1}L${x2} ${y2}${tick}`;
  }

  at({ x1, y1, x2, y2, thin }: PictureDimension): { x: number; y: number } {
    return thin ? { x: x1 + 7, y: (y1 + y2) / 2 + 5 } : { x: (x1 + x2) / 2, y: y1 - 6 };
  }
}
