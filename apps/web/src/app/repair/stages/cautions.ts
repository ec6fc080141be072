import { ChangeDetectionStrategy, Component, type OnDestroy, computed, inject, input, signal } from '@angular/core';
import type { Facts } from '@ashstep/core/conditions';
import { type Stage, cautionsFor } from '@ashstep/core/hazards';
import { SheetFrame } from '../sheet-frame';

/** The cautions of a step, next to it, worse first: in full when first met in a job, then a line each that opens. */
@Component({
  selector: 'ash-cautions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (caution of cautions(); track caution.id) {
      <div class="caution" role="note" [class.full]="full(caution.id)">
        <button type="button" [attr.aria-expanded]="full(caution.id)" (click)="turn(caution.id)">
          <svg viewBox="0 0 24 24" aria-hidden="true">
            <path d="M12 3 22 21H2Z M12 9v6 M12 17v2" fill="none" stroke="currentColor" stroke-width="2.2" />
          </svg>
          <span
            ><b>{{ caution.title }}</b>
            @if (full(caution.id)) {
              {{ caution.text }}
            }
          </span>
        </button>
      </div>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      max-height: 15vh;
      overflow-y: auto;
    }
    .caution {
      flex: 1 1 auto;
      max-width: 100%;
      padding-left: 12px;
      background: linear-gradient(var(--amber-tint), var(--amber-tint)) padding-box;
      color: var(--ink);
      border-bottom: 1.5px solid var(--ink);
      position: relative;
      font-size: 14px;
      line-height: 1.2;
    }
    .full {
      flex-basis: 100%;
    }
    .caution::before {
      content: '';
      position: absolute;
      inset: 0 auto 0 0;
      width: 12px;
      background: repeating-linear-gradient(-45deg, var(--ink) 0 5px, var(--amber) 5px 10px);
    }
    button {
      display: flex;
      gap: 8px;
      align-items: center;
      width: 100%;
      min-height: 32px;
      padding: 2px 10px;
      border: 0;
      background: none;
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    button:focus-visible {
      outline-offset: -3px;
    }
    .full button {
      padding-block: 3px;
    }
    svg {
      flex: none;
      width: 20px;
      height: 20px;
    }
    @media (max-width: 1100px) {
      :host {
        max-height: none;
      }
      button {
        min-height: 44px;
      }
    }
  `,
})
export class Cautions implements OnDestroy {
  readonly stage = input.required<Stage>();
  readonly facts = input.required<Facts>();
  readonly cautions = computed(() => cautionsFor(this.stage(), this.facts()));
  private readonly frame = inject(SheetFrame);
  /** One is met at a time, by those who work by the sheet. */
  private readonly next = computed(() =>
    this.frame.frozen() ? undefined : this.cautions().find(({ id }) => !this.frame.met(id))?.id,
  );
  /** Turned by hand, from what it would be. */
  private readonly turned = signal<ReadonlySet<string>>(new Set());

  full(id: string): boolean {
    return (this.next() === id) !== this.turned().has(id);
  }

  turn(id: string): void {
    this.turned.update((turned) => new Set(turned.has(id) ? [...turned].filter((one) => one !== id) : [...turned, id]));
  }

  /** What stood here in full was met. */
  ngOnDestroy(): void {
    const next = this.next();
    if (next) this.frame.meet(next);
  }
}
