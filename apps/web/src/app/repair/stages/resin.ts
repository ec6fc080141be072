import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { FAMILY_NAMES, SCHOOL_NAMES, VERDICT_NAMES, WHY_WORDS } from '@ashstep/contract';
import { type RepairInputs, SYSTEMS } from '@ashstep/core';
import { ChoiceField, optionsOf } from '../../parts/choice-field';
import { QuantityField } from '../../parts/quantity-field';
import { QuantityPipe } from '../../platform/quantity.pipe';
import { GoBar } from '../../parts/go-bar';
import { StagePanel } from './stage';

@Component({
  selector: 'ash-resin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, QuantityField, QuantityPipe, GoBar],
  template: `
    @let resin = inputs().resin;
    @if (plan().resin; as r) {
      <div class="block">
        <ash-choice label="School" [options]="schools" [value]="resin.school" (pick)="edit({ school: $event })" />
        <p class="why">
          <b>{{ r.verdicts.recommended ? 'Why ' + family(r.verdicts.recommended).toLowerCase() : 'Stop here' }}</b> {{ why() }}
        </p>
      </div>
      @for (f of families(); track f.family) {
        <section class="block family" [class.taken]="r.card?.family === f.family" [attr.aria-label]="family(f.family)">
          <h2>
            {{ family(f.family) }}
            <span class="verdict" [class]="f.verdict"
              ><svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
                @switch (f.verdict) {
                  @case ('suitable') {
                    <path d="M2 8l4 5L14 3" fill="none" stroke="currentColor" stroke-width="2.6" />
                  }
                  @case ('if') {
                    <path d="M8 1L15 15H1Z" fill="none" stroke="currentColor" stroke-width="2" />
                  }
                  @default {
                    <path d="M2 2L14 14M14 2L2 14" stroke="currentColor" stroke-width="2.6" />
                  }
                }</svg
              >{{ verdict(f.verdict) }}</span
            >
            @if (r.verdicts.recommended === f.family) {
              <small> this school’s choice</small>
            }
          </h2>
          <ul>
            @for (reason of f.reasons; track reason.ruleId) {
              <li>
                <b>{{ reason.about }}:</b> {{ reason.reason }}
              </li>
            } @empty {
              <li>Nothing speaks for or against it.</li>
            }
          </ul>
          <div class="row-actions">
            @for (s of systemsOf(f.family); track s.id) {
              <button type="button" class="act small" [class.dark]="resin.systemId === s.id" [attr.aria-pressed]="resin.systemId === s.id" (click)="edit({ systemId: s.id })">{{ resin.systemId === s.id ? '✓ ' : '' }}{{ s.name }}</button>
            }
          </div>
        </section>
      }
      @if (r.needsReason) {
        <div class="block">
          <div class="field" [class.wrong]="resin.overrideReason.trim() === ''">
            <label for="reason">Why this and not the recommended one? It goes into the record.</label><textarea id="reason" rows="2" [value]="resin.overrideReason" (change)="edit({ overrideReason: $any($event.target).value })"></textarea>
            @if (resin.overrideReason.trim() === '') {
              <span class="error">Write the reason before going on.</span>
            }
          </div>
        </div>
      }
      @if (r.chosen && conditions().length > 0) {
        <div class="block">
          <h2>Conditions</h2>
          @for (c of conditions(); track c.id) {
            <label class="tick"><input type="checkbox" [checked]="isDone(c.id)" (change)="store.check(c.id, $any($event.target).checked)" />{{ c.text }}</label>
          }
        </div>
      }
      <div class="block">
        @if (r.card?.family === 'epoxy' && inputs().place.finish === 'gelcoat') {
          <ash-choice label="Gel coat over epoxy" [options]="ways" [value]="resin.gelCoatWay" (pick)="edit({ gelCoatWay: $event })" />
        }
        <div class="fields">
          <ash-quantity label="Air" kind="temperature" [value]="resin.airTempC" (valueChange)="edit({ airTempC: $event! })" [error]="error('resin.airTempC')" />
          <ash-quantity label="Surface" kind="temperature" [value]="resin.surfaceTempC" (valueChange)="edit({ surfaceTempC: $event! })" [error]="error('resin.surfaceTempC')" />
          <ash-quantity label="Humidity, %" kind="plain" [value]="resin.humidityPercent" (valueChange)="edit({ humidityPercent: $event! })" [error]="error('resin.humidityPercent')" />
        </div>
        <p class="quiet">Dew point {{ r.dewPointC | qty: 'temperature' }}. The surface wants to be 3 °C or more above it.</p>
        @for (remark of r.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
      </div>
      <ash-go
        stage="resin"
        [facts]="plan().facts"
        [label]="r.chosen ? 'Take ' + r.card!.name.toLowerCase() + ', set the taper' : 'Pick a system'"
        [disabled]="!r.chosen || (r.needsReason && resin.overrideReason.trim() === '')"
        (go)="goOn('resin')"
      />
    }
  `,
  styles: `
    .family ul {
      margin: 0;
      padding-left: 18px;
      font-size: 14px;
    }
    .family.taken {
      background: var(--sheet);
      box-shadow: inset 6px 0 0 var(--ink);
    }
    h2 {
      display: flex;
      gap: 12px;
      align-items: center;
      flex-wrap: wrap;
    }
    h2 small {
      font: 430 13px var(--text);
    }
    .verdict {
      display: inline-flex;
      gap: 6px;
      align-items: center;
      padding: 2px 8px;
      font-size: 14px;
      border: 1.5px solid var(--ink);
      background: var(--sheet);
    }
    .verdict.suitable {
      background: var(--glass-tint);
      color: var(--glass-ink);
      border-color: var(--glass-ink);
    }
    .verdict.if {
      background: var(--amber-tint);
      color: var(--amber-ink);
    }
    .verdict.not {
      background: var(--ink);
      color: var(--sheet);
    }
  `,
})
export class ResinStage extends StagePanel {
  readonly schools = optionsOf(SCHOOL_NAMES);
  readonly ways = optionsOf({ 'after-full-cure': 'After full cure', 'paint-instead': 'Paint instead', 'gel-coat-first': 'Gel coat first' } as const);
  readonly why = computed(() => WHY_WORDS[this.plan().resin!.verdicts.why]);
  /** The school's choice first. */
  readonly families = computed(() => {
    const { families, recommended } = this.plan().resin!.verdicts;
    return [...families].sort((a, b) => Number(b.family === recommended) - Number(a.family === recommended));
  });
  readonly conditions = computed(() => {
    const resin = this.plan().resin;
    return resin?.verdicts.families.find((f) => f.family === resin.card?.family)?.conditions ?? [];
  });

  family(id: keyof typeof FAMILY_NAMES): string {
    return FAMILY_NAMES[id];
  }

  verdict(id: keyof typeof VERDICT_NAMES): string {
    return VERDICT_NAMES[id];
  }

  systemsOf(family: string): typeof SYSTEMS {
    return SYSTEMS.filter((system) => system.family === family);
  }

  edit(patch: Partial<RepairInputs['resin']>): void {
    this.store.edit('resin', patch);
  }
}
