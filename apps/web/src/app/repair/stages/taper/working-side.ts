import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { fromInside, keepsShowFace, laysGelCoatFirst } from '@ashstep/core/repair';
import type { WorkingSide } from '@ashstep/core/taper';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { TickInput } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import type { RepairState } from '../../repair.store';
import { Panel } from '../stage-panel';

export const SIDES: Record<WorkingSide, string> = { outside: 'Outside', inside: 'Inside', both: 'Both faces' };

/** Which face the ground is on, for a kind that may be worked from either. */
export function sideOf({ inputs, plan }: Pick<RepairState, 'inputs' | 'plan'>): WorkingSide {
  if (inputs.taper.sides === 'two' && plan.taper?.profile.kind === 'slope') return 'both';
  return fromInside(inputs) ? 'inside' : 'outside';
}

/** Which face the ground is on, how two faces share the depth, and what goes in first. */
@Component({
  selector: 'ash-working-side',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, QuantityField, TickInput],
  template: `
    <ash-choice
      label="Work from"
      [options]="options()"
      [value]="side()"
      [disabled]="sealed()"
      (pick)="workFrom($event)"
    />
    @if (side() !== 'outside' && inputs().place.access === 'one') {
      <p class="remark">
        Only one face can be reached, by Look & map. Working from {{ side() === 'both' ? 'both' : 'inside' }} needs the
        other one open.
      </p>
    }
    @if (side() === 'both') {
      <div class="fields">
        <ash-quantity
          label="Depth from outside, %"
          kind="plain"
          [value]="sharePercent()"
          (valueChange)="store.edit('taper', { firstShare: $event! / 100 })"
          [error]="error('taper.firstShare')"
        />
      </div>
      <label class="tick"
        ><input
          type="checkbox"
          [checked]="inputs().taper.oneGo ?? false"
          [disabled]="sealed()"
          (ticked)="store.edit('taper', { oneGo: $event })"
        />Both faces wet in one go: ground first, nothing hardens between them</label
      >
    }
    @if (keepsFace() && inputs().place.finish === 'gelcoat') {
      <label class="tick"
        ><input
          type="checkbox"
          [checked]="gelFirst()"
          [disabled]="sealed()"
          (ticked)="store.edit('resin', { gelCoatWay: $event ? 'gel-coat-first' : 'after-full-cure' })"
        />Gel coat first, on the back-up</label
      >
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
  `,
})
export class WorkingSideField extends Panel {
  /** A lap has one face; a slope may be shared between two. */
  readonly options = computed(() =>
    optionsOf(SIDES).filter(({ value }) => value !== 'both' || this.plan().taper?.profile.kind === 'slope'),
  );
  readonly side = computed(() => sideOf(this.state()));
  readonly sharePercent = computed(() => Math.round((this.inputs().taper.firstShare ?? 0.5) * 1000) / 10);
  readonly keepsFace = computed(() => keepsShowFace(this.inputs()));
  readonly gelFirst = computed(() => laysGelCoatFirst(this.inputs()));

  workFrom(side: WorkingSide): void {
    this.store.edit('taper', {
      sides: side === 'both' ? 'two' : 'one',
      from: side === 'inside' ? 'inside' : undefined,
    });
  }
}
