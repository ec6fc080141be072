import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { dxfOf } from '@ashstep/core/cutting';
import { cutPieces } from '@ashstep/core/repair';
import { USUAL_OVERSIZE_MM } from '@ashstep/core/stack';
import { ChoiceField } from '../../../parts/choice-field';
import { FigurePipe, UnitPipe } from '../../../platform/quantity.pipe';
import { type PieceLabel, cutFileLayers, cutFileSvg, cutListCsv } from './cut-file';
import { NestBoard } from './nest-board';
import { Panel } from '../stage-panel';

/** Every piece to cut with its size and arrow, as a list, and as outlines at 1:1 to print or plot. */
@Component({
  selector: 'ash-cut-list',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, FigurePipe, UnitPipe, NestBoard],
  template: `
    <ash-choice
      label="Plies"
      [options]="cuts"
      [value]="oversize() ? 'over' : 'exact'"
      (pick)="oversize.set($event === 'over')"
    />
    <ash-choice
      label="For"
      [options]="hands"
      [value]="mirrored() ? 'other' : 'this'"
      (pick)="mirrored.set($event === 'other')"
    />
    <div class="scroll" tabindex="0" role="region" aria-label="Pieces">
      <table class="ruled">
        <thead>
          <tr>
            <th scope="col">Mark</th>
            <th scope="col">Of</th>
            <th scope="col" class="r">{{ 'length' | unit }}</th>
            <th scope="col" class="r">Arrow</th>
          </tr>
        </thead>
        <tbody>
          @for (label of labels(); track label.mark) {
            <tr>
              <td>
                <b>{{ label.mark }}</b>
              </td>
              <td>{{ label.piece.material }}</td>
              <td class="r num">
                {{ label.piece.lengthMm | figure: 'length' }} × {{ label.piece.widthMm | figure: 'length' }}
              </td>
              <td class="r num">
                {{
                  label.piece.arrowDeg === null ? '–' : label.piece.arrowDeg + '°' + (label.piece.bias ? ', bias' : '')
                }}
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <p class="quiet">{{ areas() }}</p>
    <div class="row-actions">
      <a class="act small" [download]="file('svg')" [href]="svg()">Outlines at 1:1, SVG</a
      ><a class="act small" [download]="file('dxf')" [href]="dxf()">DXF, a layer a ply</a
      ><a class="act small" [download]="file('csv')" [href]="csv()">List as CSV</a>
    </div>
    <div class="row-actions">
      <span class="quiet">Patterns on sheets, PDF</span>
      @for (p of papers; track p.value) {
        <a class="act small" target="_blank" [attr.aria-label]="'Patterns on ' + p.label" [href]="sheets(p.value)">{{
          p.label
        }}</a>
      }
    </div>
    <ash-nest-board [labels]="labels()" [file]="file('')" [disabled]="sealed()" />
    <p class="why"><b>Before you cut</b> Measure the square on the print: 100 mm, or the printer has scaled it.</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .scroll {
      max-height: 300px;
    }
  `,
})
export class CutList extends Panel {
  readonly cuts = [
    { value: 'exact', label: 'Exact' },
    { value: 'over', label: `Oversize, ${USUAL_OVERSIZE_MM} mm` },
  ] as const;
  readonly hands = [
    { value: 'this', label: 'This side' },
    { value: 'other', label: 'The other hand' },
  ] as const;
  readonly oversize = signal(true);
  readonly mirrored = signal(false);

  readonly labels = computed<PieceLabel[]>(() => {
    const tag = this.state().detail.craftTag;
    return cutPieces(this.inputs(), this.plan(), { oversize: this.oversize(), mirrored: this.mirrored() }).map(
      ({ piece, mark }) => ({ piece, mark: `${tag} · ${mark}` }),
    );
  });

  /** "Chopped mat 450 0.42 m², Peel ply 0.20 m²" */
  readonly areas = computed(() => {
    const sums = new Map<string, number>();
    for (const { piece } of this.labels())
      sums.set(piece.material, (sums.get(piece.material) ?? 0) + piece.areaMm2 / 1e6);
    return `In all ${[...sums].map(([material, m2]) => `${material} ${m2.toFixed(2)} m²`).join(', ')}, off-cuts apart.`;
  });

  readonly svg = computed(() => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(cutFileSvg(this.labels()))}`);
  readonly dxf = computed(
    () => `data:application/dxf;charset=utf-8,${encodeURIComponent(dxfOf(cutFileLayers(this.labels())))}`,
  );
  readonly csv = computed(() => `data:text/csv;charset=utf-8,${encodeURIComponent(cutListCsv(this.labels()))}`);

  readonly papers = [
    { value: 'a4', label: 'A4' },
    { value: 'a3', label: 'A3' },
    { value: 'letter', label: 'Letter' },
  ] as const;

  sheets(paper: string): string {
    return `/api/repairs/${this.state().detail.id}/patterns.pdf?paper=${paper}&cut=${this.oversize() ? 'over' : 'exact'}&hand=${this.mirrored() ? 'other' : 'this'}`;
  }

  file(ending: string): string {
    return `${this.state().detail.craftTag}-pieces.${ending}`;
  }
}
