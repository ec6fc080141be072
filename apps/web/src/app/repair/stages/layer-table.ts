import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList, moveItemInArray } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  Injector,
  afterNextRender,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { FabricLayer } from '@ashstep/core/laminate';
import type { FabricRef, Process } from '@ashstep/core/material';
import { FabricPicker } from '../../library/fabric-picker';
import { optionsOf } from '../../parts/choice-field';
import { TurnDial } from '../../parts/turn-dial';
import { QuantityPipe } from '../../platform/quantity.pipe';
import { PickOf } from '../../parts/inputs';

const PROCESS_NAMES: Record<Process, string> = { hand: 'By hand', film: 'Peel ply and film', vacuum: 'Vacuum' };

/** A list of plies in order: dragged or moved by buttons, turned on a dial, copied, mirrored, and taken out. */
@Component({
  selector: 'ash-layer-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, CdkDropList, CdkDrag, CdkDragHandle, FabricPicker, TurnDial, QuantityPipe],
  template: `
    <p class="quiet">{{ top() }}</p>
    <ol cdkDropList (cdkDropListDropped)="drop($event)" cdkDropListLockAxis="y">
      @for (layer of layers(); track $index; let i = $index) {
        <li cdkDrag>
          <div class="row">
            <button
              type="button"
              class="grip"
              cdkDragHandle
              [attr.aria-label]="'Ply ' + (i + 1) + ', drag, or arrows move it'"
              (keydown)="nudge($event, i)"
            >
              <b class="num">{{ i + 1 }}</b><svg width="14" height="14" aria-hidden="true">
                <path d="M1 3H13M1 7H13M1 11H13" stroke="currentColor" stroke-width="1.6" />
              </svg>
            </button>
            <ash-fabric-picker
              [label]="'Fabric of ply ' + (i + 1)"
              [bare]="true"
              [value]="layer"
              (pick)="fabric(i, $event)"
            />
            <button
              type="button"
              class="angle"
              [attr.aria-label]="'Turn of ply ' + (i + 1) + ', ' + (layer.orientationDeg ?? 0) + ' degrees'"
              [attr.aria-expanded]="open() === i"
              (click)="open.set(open() === i ? null : i)"
            >
              <svg viewBox="-10 -10 20 20" width="20" height="20" aria-hidden="true">
                <path
                  d="M-9 0H9"
                  stroke="currentColor"
                  stroke-width="2"
                  [attr.transform]="'rotate(' + -(layer.orientationDeg ?? 0) + ')'"
                /></svg
              >{{ layer.orientationDeg ?? 0 }}°
            </button>
            <span class="r num">{{ thicknesses()[i] | qty: 'thickness' }}</span>
          </div>
          @if (open() === i) {
            <div class="more">
              <ash-turn-dial
                [label]="'Turn of ply ' + (i + 1)"
                [value]="layer.orientationDeg ?? 0"
                (valueChange)="change(i, { orientationDeg: $event })"
              />
              <div class="field">
                <label [for]="'wet' + i">Laid</label
                ><select [id]="'wet' + i" [of]="processChoices" (chosen)="process(i, $event)">
                  <option value="" [selected]="!layer.process">As the job</option>
                  @for (p of processes; track p.value) {
                    <option [value]="p.value" [selected]="p.value === layer.process">{{ p.label }}</option>
                  }
                </select>
              </div>
              <div class="row-actions">
                <button type="button" class="act small" [attr.aria-label]="'Copy ply ' + (i + 1)" (click)="copy(i)">
                  Copy</button
                ><button
                  type="button"
                  class="act small"
                  [attr.aria-label]="'Take out ply ' + (i + 1)"
                  [disabled]="layers().length === 1 && keepOne()"
                  (click)="remove(i)"
                >
                  Take out
                </button>
              </div>
            </div>
          }
        </li>
      }
    </ol>
    @if (asking()) {
      <div class="row asked" #asked>
        <b class="num">{{ layers().length + 1 }}</b>
        <ash-fabric-picker
          [label]="'Fabric of ply ' + (layers().length + 1)"
          [bare]="true"
          [value]="null"
          (pick)="put($event)"
        />
        <button type="button" class="act small" (click)="asking.set(false)">Leave it</button>
      </div>
    }
    <div class="row-actions">
      @if (!asking()) {
        <button type="button" class="act small" (click)="add()">Add a ply</button>
      }
      <button type="button" class="act small" [disabled]="layers().length === 0" (click)="copy(layers().length - 1)">
        The last again</button
      ><button type="button" class="act small" [disabled]="layers().length === 0" (click)="mirror()">
        Mirror all below
      </button>
    </div>
  `,
  styles: `
    ol {
      margin: 0 0 8px;
      padding: 0;
      list-style: none;
      border-top: 1.5px solid var(--ink);
    }
    li {
      background: var(--lift);
      border-bottom: 1px solid var(--ash-2);
    }
    .row {
      display: grid;
      grid-template-columns: auto minmax(0, 1fr) auto 76px;
      gap: 8px;
      align-items: center;
      padding: 4px 0;
    }
    .asked {
      grid-template-columns: var(--tap) minmax(0, 1fr) auto;
      text-align: center;
    }
    .grip,
    .angle {
      display: inline-flex;
      gap: 6px;
      align-items: center;
      min-height: var(--tap);
      min-width: var(--tap);
      padding: 0 8px;
      border: 1px solid var(--ash-4);
      background: var(--sheet);
      font: 560 14px var(--text);
    }
    .grip {
      cursor: grab;
      touch-action: none;
    }
    .more {
      display: flex;
      flex-wrap: wrap;
      gap: 12px 18px;
      align-items: center;
      padding: 8px 0 12px;
    }
    .r {
      text-align: right;
    }
  `,
})
export class LayerTable {
  readonly layers = input.required<readonly FabricLayer[]>();
  readonly thicknesses = input<readonly number[]>([]);
  readonly top = input('');
  readonly keepOne = input(false);
  readonly layersChange = output<FabricLayer[]>();
  readonly processes = optionsOf(PROCESS_NAMES);
  readonly processChoices = [{ value: '' as const }, ...this.processes];
  /** Ply whose dial and actions are open. */
  readonly open = signal<number | null>(null);
  /** A ply is to be added whose fabric is not said yet. */
  readonly asking = signal(false);
  private readonly asked = viewChild<ElementRef<HTMLElement>>('asked');
  private readonly injector = inject(Injector);

  change(index: number, patch: Partial<FabricLayer>): void {
    this.layersChange.emit(this.layers().map((layer, i) => (i === index ? { ...layer, ...patch } : layer)));
  }

  fabric(index: number, picked: FabricRef | null): void {
    if (!picked) return;
    this.layersChange.emit(
      this.layers().map(({ own: _, ...layer }, i) => (i === index ? { ...layer, ...picked } : this.layers()[i]!)),
    );
  }

  /** As the job is laid when no process is named. */
  process(index: number, name: Process | ''): void {
    this.layersChange.emit(
      this.layers().map(({ process, ...layer }, i) =>
        i === index ? { ...layer, ...(name ? { process: name } : {}) } : { ...layer, ...(process ? { process } : {}) },
      ),
    );
  }

  drop({ previousIndex, currentIndex }: Pick<CdkDragDrop<unknown>, 'previousIndex' | 'currentIndex'>): void {
    if (previousIndex === currentIndex) return;
    const next = [...this.layers()];
    moveItemInArray(next, previousIndex, currentIndex);
    this.open.set(null);
    this.layersChange.emit(next);
  }

  /** Arrows on the grip move the ply, and the focus goes with it. */
  nudge(event: KeyboardEvent, index: number): void {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const to = index + by;
    if (to < 0 || to >= this.layers().length) return;
    const grips = (event.currentTarget as Element).closest('ol')!.querySelectorAll<HTMLElement>('.grip');
    this.drop({ previousIndex: index, currentIndex: to });
    grips[to]?.focus();
  }

  copy(index: number): void {
    this.layersChange.emit(this.layers().flatMap((layer, i) => (i === index ? [layer, { ...layer }] : [layer])));
  }

  /** The plies again underneath, in the turned order, so that the laminate is the same from both faces. */
  mirror(): void {
    this.layersChange.emit([
      ...this.layers(),
      ...this.layers()
        .map((layer) => ({ ...layer }))
        .reverse(),
    ]);
  }

  remove(index: number): void {
    this.open.set(null);
    this.layersChange.emit(this.layers().filter((_, i) => i !== index));
  }

  /** Asks for its fabric: no ply is put down that nobody named. */
  add(): void {
    this.asking.set(true);
    afterNextRender(() => this.asked()!.nativeElement.querySelector('input')!.focus(), { injector: this.injector });
  }

  /** A ply of the fabric, turned as the one before it. */
  put(picked: FabricRef | null): void {
    if (!picked) return;
    this.asking.set(false);
    this.layersChange.emit([
      ...this.layers(),
      { ...picked, orientationDeg: this.layers().at(-1)?.orientationDeg ?? 0 },
    ]);
  }
}
