import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { SERVICE_NAMES, volumeWords } from '@ashstep/contract';
import { pulledMPa } from '@ashstep/core/laminate';
import { type RepairInputs, isUncut, serviceOf } from '@ashstep/core/repair';
import { isLaidOn, joint } from '@ashstep/core/taper';
import { TermHint } from '../../../parts/term-hint';
import { FigurePipe, QuantityPipe, UnitPipe } from '../../../platform/quantity.pipe';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { Missing } from '../missing';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import { PARTS } from './parts';
import { hasRatio, ratioText, taperWords } from './taper-words';

const OFFERED = [8, 10, 12, 15, 20] as const;

@Component({
  selector: 'ash-taper',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Headline, PartIndex, FigurePipe, QuantityPipe, UnitPipe, GoBar, TermHint, Missing],
  template: `
    @if (inputs().damage.depth === 'finish') {
      <div class="block">
        <h2>Nothing to taper</h2>
        <p>No fibre is broken. Open the crack to a V, fill and finish.</p>
      </div>
      <ash-go stage="taper" [facts]="plan().facts" label="Nothing to taper, go on" (go)="goOn('taper')" />
    } @else if (plan().injected; as injected) {
      <dl ashHeadline>
        <div>
          <dt>Holes</dt>
          <dd>{{ injected.holes.length }}</dd>
          <dd class="under">filled dots; {{ injected.vents.length }} rings left open, the highest row</dd>
        </div>
        <div>
          <dt>Resin to inject</dt>
          <dd>{{ injected.volumeMl.toFixed(0) }} <small>ml</small></dd>
          <dd class="under">from the lowest row up, until it comes out of the highest</dd>
        </div>
      </dl>
      <ash-parts [parts]="parts" [state]="state()" />
      <ash-go stage="taper" [facts]="plan().facts" label="Take the holes, plan the mix" (go)="goOn('taper')" />
    } @else if (plan().taper; as t) {
      @let face = t.footprint.faces[0]!;
      <dl ashHeadline>
        <div>
          <dt>
            {{
              sloped()
                ? 'Taper each way'
                : t.kind === 'panel'
                  ? 'Laid larger'
                  : t.kind === 'overlay'
                    ? 'Past the area'
                    : 'Past the damage'
            }}
          </dt>
          <dd>
            {{ face.taperWidthMm | figure: 'length' }} <small>{{ 'length' | unit }}</small>
          </dd>
          @if (uncut()) {
            <dd class="under">nothing is cut out</dd>
          } @else {
            <dd class="under">{{ name() }} {{ sloped() ? 'on' : 'over' }} {{ face.depthMm | qty: 'thickness' : 1 }}</dd>
          }
        </div>
        <div>
          <dt><ash-term of="footprint">Footprint</ash-term></dt>
          <dd>{{ face.footprint.lengthMm | figure: 'length' }} × {{ face.footprint.widthMm | figure: 'length' }}</dd>
          <dd class="under">
            {{
              t.kind === 'panel'
                ? 'trimmed to the outline'
                : laidOn()
                  ? 'abraded, nothing ground out'
                  : 'grind out ' + volume(t.footprint.groundVolumeMm3 / 1e6)
            }}
          </dd>
        </div>
        @if (!uncut()) {
          <div>
            <dt><ash-term of="joint">Joint</ash-term></dt>
            <dd>{{ t.joint ? t.joint.strengthRatio.toFixed(2) : '–' }}</dd>
            <dd class="under">of parent strength</dd>
          </div>
        }
      </dl>
      <fieldset [disabled]="frame.frozen()">
        @if (t.profile.kind === 'slope') {
          <div class="ratios" role="radiogroup" aria-label="Taper ratio">
            @for (o of offered(); track o.ratio) {
              <label [class.on]="o.on"
                ><input
                  class="visually-hidden"
                  type="radio"
                  name="ratio"
                  [checked]="o.on"
                  (change)="edit({ ratio: o.ratio })"
                />
                <b
                  >{{ o.ratio }}:1
                  <svg class="wedge" viewBox="0 0 60 14" preserveAspectRatio="none" aria-hidden="true">
                    <path
                      [attr.d]="'M0 0V14H' + o.ratio * 3 + 'Z'"
                      [attr.fill]="o.on ? 'url(#h-new45)' : 'url(#h-abraded)'"
                      stroke="var(--ink)"
                    />
                  </svg>
                  @if (o.on) {
                    <span aria-hidden="true">✓</span>
                  }
                  @if (o.low) {
                    <svg viewBox="0 0 16 16" width="15" height="15" aria-hidden="true">
                      <path d="M8 1L15 15H1Z M8 6v4 M8 12v1.5" fill="none" stroke="currentColor" stroke-width="1.8" />
                    </svg>
                  }
                </b>
                <span>{{ o.length | figure: 'length' }} × {{ o.width | figure: 'length' }}</span
                ><span>holds {{ o.joint }}</span>
                @if (o.low) {
                  <span>{{ o.low }}</span>
                }
              </label>
            }
          </div>
        }
        <div class="block why-so">
          <p class="why">
            <b>{{ sloped() ? 'Why ' + name() : 'Joint' }}</b> {{ why() }}
          </p>
        </div>
      </fieldset>
      <ash-parts [parts]="parts" [state]="state()" />
      <ash-go
        stage="taper"
        [facts]="plan().facts"
        [label]="'Take ' + name() + ', set the plies'"
        (go)="goOn('taper')"
      />
    } @else {
      <ash-missing [state]="state()" />
      <ash-parts [parts]="parts" [state]="state()" />
    }
  `,
  styles: `
    .why-so {
      padding-block: 8px;
    }
    .ratios {
      display: grid;
      grid-template-columns: repeat(5, 1fr);
      border-bottom: 1.5px solid var(--ink);
    }
    .ratios label {
      display: flex;
      flex-direction: column;
      gap: 3px;
      padding: 10px 8px 8px 12px;
      border-right: 1px solid var(--ash-3);
      font-size: 12.5px;
      cursor: pointer;
      min-width: 0;
    }
    .ratios label:last-child {
      border: 0;
    }
    .ratios b {
      font: 640 18px var(--head);
      font-stretch: 84%;
      display: flex;
      gap: 8px;
      align-items: center;
      justify-content: space-between;
    }
    .ratios .on {
      background: var(--sheet);
      box-shadow: inset 0 6px 0 var(--ink);
    }
    .ratios label:has(:focus-visible) {
      outline: 3px solid var(--ink);
      outline-offset: -3px;
    }
    .wedge {
      flex: 1;
      min-width: 0;
      height: 14px;
    }
    @media (max-width: 480px) {
      .ratios {
        grid-template-columns: repeat(3, 1fr);
      }
    }
  `,
})
export class TaperStage extends StagePanel {
  readonly parts = PARTS;
  readonly volume = volumeWords;
  /** What each ratio would cost, before it is taken. */
  readonly offered = computed(() => {
    const { taper, parent, resin, damage } = this.plan();
    if (!taper || !parent || !resin?.card || !damage) return [];
    const face = taper.footprint.faces[0]!;
    const strength = pulledMPa(parent.strength);
    return OFFERED.map((ratio) => {
      const grow = 2 * ratio * face.depthMm;
      const ratioStrength =
        strength === null
          ? null
          : joint({
              ratio,
              resin: resin.card!.family,
              parentStrengthMPa: strength,
              bondShearMPa: this.plan().taper!.bond.mpa,
              knockDowns: this.inputs().taper.knockDowns,
            }).strengthRatio;
      return {
        ratio,
        on: Math.abs(ratio - taper.ratio) < 1e-9,
        length: damage.cut.lengthMm + grow,
        width: damage.cut.widthMm + grow,
        joint: ratioStrength?.toFixed(2) ?? '–',
        low:
          ratioStrength !== null && ratioStrength < 1
            ? 'under the parent'
            : ratio < taper.range.min
              ? 'too steep here'
              : '',
      };
    });
  });
  readonly why = computed(() => {
    const t = this.plan().taper!;
    const { min, max } = t.range;
    if (!this.sloped()) return this.lapWhy();
    const table =
      min === max
        ? `The table takes ${this.ratioText(min)}`
        : `The table takes ${Math.round(min)} to ${this.ratioText(max)}`;
    const where = t.ratio < min - 1e-9 ? '; this is steeper' : t.ratio > max + 1e-9 ? '; this is longer' : '';
    const bond = t.joint
      ? ` The joint holds ${t.joint.strengthRatio.toFixed(2)} of the parent; ${this.ratioText(Math.ceil(t.joint.ratioForFullStrength * 10) / 10)} would just equal it.`
      : '';
    const { place } = this.inputs();
    const service = serviceOf(place);
    const raised =
      service === place.service ? 'this service' : `${SERVICE_NAMES[service].toLowerCase()}, as below the waterline`;
    return `${table} for ${raised}${where}.${bond}`;
  });

  readonly ratioText = ratioText;
  readonly uncut = computed(() => isUncut(this.inputs()));
  readonly laidOn = computed(() => isLaidOn(this.plan().taper!.profile));
  readonly name = computed(() => taperWords(this.plan().taper!));
  readonly sloped = computed(() => hasRatio(this.plan().taper!));

  private lapWhy(): string {
    const { taper, parent } = this.plan();
    if (taper?.kind === 'overlay') return 'The skin is added to what is there: it holds by its key and its area.';
    if (taper?.kind === 'panel') return 'It has no joint: it is laid in one piece.';
    if (!taper?.joint || !parent) return 'Its strength wants the laminate’s plies, on Laminate.';
    const enough = Math.ceil(taper.joint.ratioForFullStrength * parent.depthMm);
    return `It holds ${taper.joint.strengthRatio.toFixed(2)} of the parent; ${enough} mm past the damage would just equal it.`;
  }

  edit(patch: Partial<RepairInputs['taper']>): void {
    this.store.edit('taper', patch);
  }
}
