import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Facts } from '@ashstep/core/conditions';
import { type Stage, cautionsFor } from '@ashstep/core/hazards';

/** The cautions of a step, next to it, worse first. */
@Component({
  selector: 'ash-cautions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (caution of cautions(); track caution.id) {
      <p class="caution" role="note">
        <svg viewBox="0 0 24 24" aria-hidden="true">
          <path d="M12 3 22 21H2Z M12 9v6 M12 17v2" fill="none" stroke="currentColor" stroke-width="2.2" />
        </svg>
        <span
          ><b>{{ caution.title }}</b> {{ caution.text }}</span
        >
      </p>
    }
  `,
  styles: `
    .caution {
      display: flex;
      gap: 12px;
      align-items: center;
      padding: 9px 16px 9px 26px;
      background: linear-gradient(var(--amber-tint), var(--amber-tint)) padding-box;
      color: var(--ink);
      border-bottom: 1.5px solid var(--ink);
      position: relative;
      font-size: 14.5px;
    }
    .caution::before {
      content: '';
      position: absolute;
      inset: 0 auto 0 0;
      width: 12px;
      background: repeating-linear-gradient(-45deg, var(--ink) 0 5px, var(--amber) 5px 10px);
    }
    svg {
      flex: none;
      width: 26px;
      height: 26px;
    }
  `,
})
export class Cautions {
  readonly stage = input.required<Stage>();
  readonly facts = input.required<Facts>();
  readonly cautions = computed(() => cautionsFor(this.stage(), this.facts()));
}
