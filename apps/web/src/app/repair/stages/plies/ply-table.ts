import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { fabricOf } from '@ashstep/core/material';
import type { PlyUse, RepairInputs } from '@ashstep/core/repair';
import { plyKey } from '@ashstep/core/stack';
import { hatchOf } from '../../../drawing/hatches';
import { FigurePipe, UnitPipe } from '../../../platform/quantity.pipe';
import { LayerTable } from '../layer-table';
import { Panel } from '../stage-panel';

/** What a ply beside the stack is there for. */
const USES: Partial<Record<PlyUse, string>> = { filler: 'filler', local: 'local', sanding: 'to be sanded' };

/** Every ply as it is laid, the last on top, and the stack changed by hand. */
@Component({
  selector: 'ash-ply-table',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FigurePipe, UnitPipe, LayerTable],
  template: `
    @let set = inputs().stack;
    @if (plan().patch; as patch) {
      <div class="scroll">
        <table class="ruled pick">
          <thead>
            <tr>
              <th>Ply</th>
              <th><span class="visually-hidden">Hatch</span></th>
              <th>Fabric</th>
              <th class="r">Turn</th>
              <th class="r">Size, {{ 'length' | unit }}</th>
              <th class="r">Thick</th>
              <th class="r">Fabric g</th>
              <th class="r">Resin g</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.key) {
              <tr
                tabindex="0"
                [class.on]="row.key === picked()"
                [attr.aria-selected]="row.key === picked()"
                (pointerenter)="store.pick(row.key)"
                (click)="store.pick(row.key)"
                (focus)="store.pick(row.key)"
                (keydown)="step($event)"
              >
                <td class="num">{{ row.name }}</td>
                <td>
                  <svg width="30" height="14" aria-hidden="true">
                    <rect width="30" height="14" [attr.fill]="row.fill" stroke="var(--ink)" />
                  </svg>
                </td>
                <td>{{ row.fabric }}</td>
                <td class="r num">{{ row.turn }}°</td>
                <td class="r num">{{ row.length | figure: 'length' }} × {{ row.width | figure: 'length' }}</td>
                <td class="r num">{{ row.thickness | figure: 'thickness' }}</td>
                <td class="r num">{{ row.fabricG }}</td>
                <td class="r num">{{ row.resinG }}</td>
              </tr>
            }
          </tbody>
        </table>
      </div>
      <p class="quiet">Lay from the bottom row up.</p>
      @if (patch.proposed && set.onShelf) {
        <p class="quiet">
          Proposed with the shelf as it was when the job was opened{{
            wanting().length > 0 ? '; not on it: ' + wanting().join(', ') : ''
          }}.
        </p>
      }
      @for (go of goes(); track $index) {
        <p class="why">
          <b>{{ go.head }}</b> {{ go.text }}
        </p>
      }
      @if (editing()) {
        <ash-layer-table
          [layers]="patch.chosen"
          [thicknesses]="thicknesses()"
          [keepOne]="true"
          top="Deepest ply first"
          (layersChange)="edit({ plies: $event })"
        />
        <button type="button" class="act small" (click)="edit({ plies: null }); editing.set(false)">
          Back to the proposal
        </button>
      } @else {
        <button type="button" class="act small" (click)="editing.set(true)">Change the plies by hand</button>
      }
    }
  `,
  styles: `
    .pick tr {
      height: 26px;
      cursor: pointer;
    }
    .pick tr.on td {
      background: var(--sheet);
      font-weight: 640;
    }
    .pick tr.on td:first-child {
      box-shadow: inset 4px 0 0 var(--ink);
    }
    .pick td:first-child {
      padding-left: 8px;
      white-space: nowrap;
    }
    @media (pointer: coarse), (max-width: 1100px) {
      .pick tr {
        height: var(--tap);
      }
    }
  `,
})
export class PlyTable extends Panel {
  /** Fabrics of the proposal that the shop did not have. */
  readonly wanting = computed(() => {
    const { onShelf = [] } = this.inputs().stack;
    const chosen = this.plan().patch?.chosen ?? [];
    const missing = chosen.filter(({ fabricId }) => !onShelf.includes(fabricId));
    return [...new Set(missing.map((layer) => fabricOf(layer).name))];
  });
  readonly editing = signal(false);
  readonly picked = toSignal(this.store.picked$, { initialValue: null });
  /** Which plies go in one go, and what the wait between is for. */
  readonly goes = computed(() => {
    const { patch, resin } = this.plan();
    const card = resin?.card;
    if (!patch || !card) return [];
    return patch.faces.flatMap((face, f) => {
      if (face.sessions.length < 2) return [];
      const of = patch.faces.length === 2 ? ` on the ${f === 0 ? 'first' : 'second'} face` : '';
      const runs = face.sessions
        .map(({ from, to }) => (from === to ? `${from + 1}` : `${from + 1} to ${to + 1}`))
        .join('; ');
      return [
        {
          head: `Lay in ${face.sessions.length} goes${of}`,
          text: `Plies ${runs}. More than ${card.maxSessionMm} mm at once may overheat. Between them the next ply bonds from ${card.recoatFromHours} to ${card.recoatUntilHours} h; later, wash and abrade first.`,
        },
      ];
    });
  });
  /** Last laid on top, so that the table stands like the stack. */
  readonly rows = computed(() => {
    const { patch, mix } = this.plan();
    return (patch?.faces ?? []).flatMap((face, f) =>
      face.plies
        .map((ply, i) => {
          const part = ply.fabric.parts[0]!;
          const grams = mix?.faces[f]?.quantity.plies[i];
          return {
            key: plyKey(f, ply.laid),
            name: `${patch!.faces.length === 2 ? `${f + 1}/` : ''}${ply.use === 'cover' ? 'C' : ply.laid}`,
            fabric: USES[ply.use] ? `${ply.fabric.name}, ${USES[ply.use]}` : ply.fabric.name,
            turn: ply.orientationDeg,
            length: ply.lengthMm,
            width: ply.widthMm,
            thickness: ply.thicknessMm,
            fabricG: grams?.fabricG.toFixed(0) ?? '–',
            resinG: grams?.resinG.toFixed(0) ?? '–',
            fill: hatchOf(part.construction, {
              fresh: true,
              cover: ply.cover,
              carbon: part.fibre === 'carbon',
              aramid: part.fibre === 'aramid',
            }),
          };
        })
        .reverse(),
    );
  });
  readonly thicknesses = computed(() => {
    const faces = this.plan().patch?.faces ?? [];
    const bySize = faces.map((face) =>
      face.plies
        .filter((p) => p.use === 'stack')
        .sort((a, b) => a.sizeIndex - b.sizeIndex)
        .map((p) => p.thicknessMm),
    );
    return faces.length === 2 ? [...bySize[1]!.reverse(), ...bySize[0]!] : (bySize[0] ?? []);
  });

  edit(patch: Partial<RepairInputs['stack']>): void {
    this.store.edit('stack', patch);
  }

  step(event: KeyboardEvent): void {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const row = event.currentTarget as HTMLElement;
    ((event.key === 'ArrowDown' ? row.nextElementSibling : row.previousElementSibling) as HTMLElement | null)?.focus();
  }
}
