import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import type { RepairInputs } from '@ashstep/core/repair';
import type { Conflict, WayChange, WayOption, WayOut } from '@ashstep/core/taper';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import type { SectionEdit } from '../../repair.store';
import { Panel } from '../stage-panel';

const WAY_NAMES: Record<WayOut, string> = {
  steeper: 'Steeper there',
  'two-sided': 'Both faces',
  wrap: 'Round the edge',
  remove: 'Take it off',
};
const NEED_WORDS: Record<NonNullable<WayOption['needs']>, string> = {
  'reach-both-faces': 'both faces must be reached',
  'round-edge': 'plies go round the edge and are trimmed on the far side',
  'take-off': 'it comes off before grinding and is bedded again',
};

/** What the taper runs into, and the ways round it, each with the joint it leaves; and sides ground at a ratio of their own. */
@Component({
  selector: 'ash-ways-out',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField, QuantityPipe],
  template: `
    @for (c of conflicts(); track c.index) {
      <section [attr.aria-label]="'In the way: ' + c.name">
        <h3>In the way: {{ c.name }}</h3>
        <p class="remark">
          {{ c.distanceMm | qty: 'length' }} from the cut-out; taper and margin want {{ c.wantedMm | qty: 'length' }}.
          {{ said(c) }}
        </p>
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col">Way out</th>
              <th scope="col" class="r">Ratio there</th>
              <th scope="col" class="r">Joint</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            @for (w of c.ways; track w.way) {
              <tr [class.taken]="taken(c, w)">
                <td>
                  {{ names[w.way] }}<br /><small class="quiet">{{ w.possible ? needs(w) : why(c, w) }}</small>
                </td>
                <td class="r num">{{ w.possible ? ratio(w) : '–' }}</td>
                <td class="r num">{{ w.possible && w.efficiency !== null ? w.efficiency.toFixed(2) : '–' }}</td>
                <td class="r">
                  <button
                    type="button"
                    class="act small"
                    [class.dark]="taken(c, w)"
                    [attr.aria-pressed]="taken(c, w)"
                    [attr.aria-label]="(taken(c, w) ? 'Taken: ' : 'Take: ') + names[w.way] + ', ' + c.name"
                    [disabled]="sealed() || (!w.possible && !taken(c, w))"
                    (click)="take(c, w)"
                  >
                    {{ taken(c, w) ? '✓ Taken' : 'Take' }}
                  </button>
                </td>
              </tr>
            }
          </tbody>
        </table>
        @if (c.changes.length > 0) {
          <p class="why"><b>None of these will do as it is</b></p>
          @for (change of c.changes; track change.change) {
            <p>{{ changeWords(c, change) }}</p>
            @if (change.change === 'margin') {
              <button type="button" class="act small" [disabled]="sealed()" (click)="narrow(c, change.marginMm)">
                Take a margin of {{ change.marginMm | qty: 'length' }} and go steeper
              </button>
            }
          }
        }
      </section>
    }
    <details [open]="locals().length > 0">
      <summary>Another ratio to one side</summary>
      @for (side of locals(); track $index; let i = $index) {
        <div class="fields">
          <ash-quantity
            [label]="'Side ' + (i + 1) + ', towards °'"
            kind="ratio"
            [value]="side.bearingDeg"
            (valueChange)="setLocal(i, { bearingDeg: $event! })"
            [error]="error('taper.locals.' + i + '.bearingDeg')"
          />
          <ash-quantity
            [label]="'Side ' + (i + 1) + ', n:1'"
            kind="ratio"
            [value]="side.ratio"
            (valueChange)="setLocal(i, { ratio: $event! })"
            [error]="error('taper.locals.' + i + '.ratio')"
          />
          <ash-quantity
            [label]="'Side ' + (i + 1) + ', fades over °'"
            kind="ratio"
            [value]="side.spreadDeg ?? 60"
            (valueChange)="setLocal(i, { spreadDeg: $event! })"
            [error]="error('taper.locals.' + i + '.spreadDeg')"
          />
          <button type="button" class="act small" [attr.aria-label]="'Take out side ' + (i + 1)" (click)="dropLocal(i)">
            Take out
          </button>
        </div>
      }
      <button type="button" class="act small" [disabled]="sealed()" (click)="addLocal()">Add a side</button>
      <p class="quiet">0° is forward, 90° up. The plies follow the ground.</p>
    </details>
  `,
  styles: `
    :host,
    section {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    tr.taken {
      background: var(--sheet);
      box-shadow: inset 5px 0 0 var(--ink);
    }
  `,
})
export class WaysOut extends Panel {
  readonly names = WAY_NAMES;
  readonly conflicts = computed(() => this.plan().taper?.footprint.conflicts ?? []);
  readonly locals = computed(() => this.inputs().taper.locals ?? []);

  /** What becomes of the ground while a way is taken, or none. */
  said(c: Conflict): string {
    switch (c.taken) {
      case 'steeper':
        return 'The slope is steeper towards it, and the plies with it.';
      case 'wrap':
        return 'The plies go round the edge.';
      case 'remove':
        return 'Planned as if it were off.';
      default:
        return 'Until a way is taken the ground stops there.';
    }
  }

  ratio({ ratio }: WayOption): string {
    return `${Math.round(ratio * 10) / 10}:1`;
  }

  needs({ needs }: WayOption): string {
    return needs ? NEED_WORDS[needs] : 'the joint is weaker on that side';
  }

  why(c: Conflict, { way, ratio }: WayOption): string {
    if (way === 'steeper')
      return ratio > 0 ? `would be ${Math.round(ratio * 10) / 10}:1, too steep for any bond` : 'no room at all';
    if (way === 'two-sided')
      return this.inputs().taper.sides === 'two' ? 'already so' : 'half the width is still too much';
    return way === 'wrap' ? 'only round an edge' : `${c.kind === 'edge' ? 'an' : 'a'} ${c.kind} stays where it is`;
  }

  /** What would help, in words. */
  changeWords(c: Conflict, change: WayChange): string {
    switch (change.change) {
      case 'margin':
        return 'With a narrower abraded margin all round the slope finds room to be steeper there. The cover must then end within it.';
      case 'both-and-steeper':
        return `From both faces the slope towards it would be ${Math.round(change.ratio * 10) / 10}:1. Take both faces, then steeper there.`;
      case 'room':
        return `Else ${change.moreMm} mm more room is wanted: see whether the damage really goes as far as it is mapped, or lay a lap patch in place of the taper.`;
      case 'crosses':
        return `The damage itself reaches the ${c.name}, so it is part of the repair. Rebuild it as an edge or a wrap, or take the line off the map.`;
    }
  }

  narrow(c: Conflict, marginMm: number): void {
    this.edit({ marginMm });
    this.take(
      c,
      c.ways.find(({ way }) => way === 'steeper')!,
    );
  }

  taken(c: Conflict, { way }: WayOption): boolean {
    return c.taken === way;
  }

  take(c: Conflict, { way }: WayOption): void {
    if (way === 'two-sided') this.edit({ sides: 'two' });
    else
      this.store.edit('damage', ({ neighbours }) => ({
        neighbours: neighbours.map((line, i) =>
          i === c.index ? { ...line, way: c.taken === way ? null : way } : line,
        ),
      }));
  }

  addLocal(): void {
    this.edit(({ locals = [] }) => ({
      locals: [...locals, { bearingDeg: 0, ratio: this.plan().taper?.ratio ?? 12, spreadDeg: 60 }],
    }));
  }

  setLocal(index: number, patch: Partial<NonNullable<RepairInputs['taper']['locals']>[number]>): void {
    this.edit(({ locals = [] }) => ({ locals: locals.map((side, i) => (i === index ? { ...side, ...patch } : side)) }));
  }

  dropLocal(index: number): void {
    this.edit(({ locals = [] }) => ({ locals: locals.filter((_, i) => i !== index) }));
  }

  edit(patch: SectionEdit<RepairInputs['taper']>): void {
    this.store.edit('taper', patch);
  }
}
