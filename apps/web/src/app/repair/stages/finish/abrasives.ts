import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { attempt } from '@ashstep/core/errors';
import {
  GRITS,
  type SandingTool,
  USUAL_SHEETS_PER_M2,
  WET_FROM_GRIT,
  abrasiveLadder,
  sandingTool,
} from '@ashstep/core/finish';
import { draft } from '../../../outbox/draft';
import { PickSelect } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { ShopService } from '../../../shop/shop.service';
import { Panel } from '../stage-panel';
import { nearEdges } from './edges';

/** Grit the top coat is begun with, where it went on even: level it wet. */
const USUAL_FROM = 320;
/** A top coat that is stopped here is polished. */
const POLISHED_FROM = 1500;

const TOOLS: Readonly<Record<SandingTool, { name: string; why: string }>> = {
  block: { name: 'A block, longer than the patch.', why: 'It rides the sound ground on both sides; diagonal strokes.' },
  'long-board': {
    name: 'A long board.',
    why: 'It rides the neighbours and cuts only what stands high; diagonal strokes, crossed.',
  },
  'soft-pad': {
    name: 'A soft pad that follows the round.',
    why: 'A hard block makes flats on it; strokes along the flat way.',
  },
};

/** The grits in order, dry and wet, where the finish stops, and what sanding the top coat costs of it. */
@Component({
  selector: 'ash-abrasives',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, QuantityField],
  template: `
    @if (plan().finish; as route) {
      <table class="ruled">
        <caption class="visually-hidden">
          Papers in order
        </caption>
        <thead>
          <tr>
            <th scope="col">Grit</th>
            <th scope="col">How</th>
            <th scope="col" class="r">Takes off</th>
            <th scope="col" class="r">Sheets</th>
          </tr>
        </thead>
        <tbody>
          @for (step of ladder()?.steps; track step.grit) {
            <tr>
              <th scope="row" class="num">{{ step.grit }}</th>
              <td>{{ step.wet ? 'wet' : 'dry' }}{{ step.missing ? ', to be had first' : '' }}</td>
              <td class="r num">
                {{ step.takesOffUm === 0 ? 'to the line' : inUnits(step.takesOffUm / 1000, 'thickness', 3) }}
              </td>
              <td class="r num">{{ step.sheets }}</td>
            </tr>
          }
        </tbody>
      </table>
      <p class="quiet">
        No jump over twofold dry, or half as much again wet; each takes off the scratch of the one before. Stop at
        {{ last() }}{{ polished() ? ', then compound, polish, wax' : '' }}. Sheets for {{ areaM2().toFixed(2) }} m² at
        {{ rate() }} a square metre,
        {{
          ownRate() === null
            ? 'as is usual; a shed that counts its own sets it under The shed'
            : 'as this shed counted'
        }}.
      </p>
      <p>
        <b>{{ tool().name }}</b> {{ tool().why
        }}{{ nearEdge() ? ' At the edge by hand, along it, soft backing: never over it.' : '' }}
      </p>
      @if (budget(); as b) {
        <h3>What it costs of the top coat</h3>
        <div class="fields">
          <div class="field">
            <label for="grit-from">Begin the top coat with</label>
            <select id="grit-from" (chosen)="picked.set(+$event)">
              @for (grit of choices(); track grit) {
                <option [value]="grit" [selected]="grit === from()">{{ grit }}{{ grit >= wet ? ' wet' : '' }}</option>
              }
            </select>
          </div>
          <ash-quantity
            label="Top coat there, by gauge"
            kind="thickness"
            [value]="thereMm()"
            [optional]="true"
            (valueChange)="thereMm.set($event)"
          />
          <ash-quantity
            label="Highs levelled into it"
            kind="thickness"
            [value]="highMm()"
            [optional]="true"
            (valueChange)="highMm.set($event)"
          />
        </div>
        <p [class.remark]="b.verdict !== 'enough'" role="status">
          <b>{{ verdict() }}</b> {{ inUnits(b.lossMm, 'thickness') }} goes with the scratches{{
            polished() ? ' and the polish' : ''
          }}{{ (highMm() ?? 0) > 0 ? ', ' + inUnits(highMm()!, 'thickness') + ' with the highs' : '' }}; of
          {{ inUnits(thereMm() ?? plannedMm(), 'thickness') }} {{ thereMm() === null ? 'as planned' : 'by gauge' }}
          {{ inUnits(b.leftMm!, 'thickness') }} is left.
        </p>
        @for (remark of b.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        <p class="quiet">A scratch is taken as a fifth of the grain: a rule of the workshop. Kept on this device.</p>
      }
    }
  `,
  styles: `
    th[scope='row'] {
      font-weight: 430;
      border-bottom: 1px solid var(--ash-2);
    }
  `,
})
export class Abrasives extends Panel {
  readonly wet = WET_FROM_GRIT;
  private readonly shop = inject(ShopService);
  private readonly job = computed(() => this.state().detail.id);
  readonly ownRate = computed(() => this.shop.shop()?.settings.sheetsPerM2 ?? null);
  readonly rate = computed(() => this.ownRate() ?? USUAL_SHEETS_PER_M2);
  readonly areaM2 = computed(() => (this.plan().finish?.areaMm2 ?? 0) / 1e6);
  readonly ladder = computed(() => {
    const grits = this.plan().finish?.ladder ?? [];
    const areaM2 = this.areaM2();
    return attempt(() => abrasiveLadder({ from: grits[0]!, to: grits.at(-1)!, sheetsPerM2: this.rate(), ...(areaM2 > 0 ? { areaM2 } : {}) })).result; // prettier-ignore
  });
  readonly tool = computed(() => {
    const { curvature } = this.inputs().taper;
    const radii = [curvature?.alongMm, curvature?.acrossMm].flatMap((mm) => (mm ? [mm] : []));
    return TOOLS[sandingTool(this.longestMm(), radii.length > 0 ? Math.min(...radii) : null)];
  });
  /** Longest side of the ground, or of the cut-out where nothing is tapered. */
  private readonly longestMm = computed(() => {
    const ground = this.plan().taper?.footprint.outlines.flat() ?? [];
    if (ground.length === 0) return Math.max(this.plan().damage!.cut.lengthMm, this.plan().damage!.cut.widthMm);
    const span = (of: readonly number[]): number => Math.max(...of) - Math.min(...of);
    return Math.max(span(ground.map(({ x }) => x)), span(ground.map(({ y }) => y)));
  });
  readonly nearEdge = computed(() => nearEdges(this.state()).length > 0);
  readonly last = computed(() => this.plan().finish?.ladder.at(-1) ?? 0);
  readonly polished = computed(() => this.last() >= POLISHED_FROM);
  readonly choices = computed(() => GRITS.filter((grit) => grit <= this.last()));
  readonly picked = draft<number | null>('gritFrom', this.job, null);
  readonly from = computed(() => Math.min(this.picked() ?? USUAL_FROM, this.last()));
  readonly thereMm = draft<number | null>('topCoatMm', this.job, null);
  readonly highMm = draft<number | null>('highsMm', this.job, null);
  /** The last coat of the route that has a thickness. */
  readonly plannedMm = computed(() => this.plan().finish?.steps.findLast(({ layerMm }) => layerMm !== null)?.layerMm ?? 0); // prettier-ignore
  readonly budget = computed(() => {
    const finishMm = this.thereMm() ?? this.plannedMm();
    // Under paint it is the primer that is sanded: the paint goes on after.
    if (finishMm <= 0 || !this.polished()) return null;
    return attempt(() => abrasiveLadder({ from: this.from(), to: this.last(), polished: this.polished(), finishMm, highMm: this.highMm() ?? 0 })).result; // prettier-ignore
  });
  readonly verdict = computed(() => ({ enough: 'Enough.', thin: 'Thin.', through: 'Goes through.', unknown: '' })[this.budget()!.verdict]); // prettier-ignore
}
