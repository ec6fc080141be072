import { ChangeDetectionStrategy, Component, ElementRef, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { STAGE_NAMES } from '@ashstep/contract';
import type { Stage } from '@ashstep/core/hazards';

/** What is still wanted, and where it is seen to. */
export interface Want {
  stage: Stage;
  /** The part of the stage it is in. */
  part?: string;
  text: string;
}

/** In the place of a button that cannot be pressed yet: what is missing, each a link to where it is seen to. */
@Component({
  selector: 'ash-wants',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <ul>
      @for (want of wants(); track want.stage + want.text) {
        <li>
          @if (want.stage === here() && !want.part) {
            <button type="button" class="act" (click)="toDecision()">
              <span>{{ want.text }}</span><span class="quiet">above</span>
            </button>
          } @else {
            <a
              class="act"
              [routerLink]="['/repair', repairId(), want.stage]"
              [queryParams]="want.part ? { part: want.part } : {}"
              ><span>{{ want.text }}</span
              ><span class="quiet">{{ want.stage === here() ? 'open it' : 'on ' + names[want.stage] }}</span></a
            >
          }
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    .act {
      display: flex;
      width: 100%;
      justify-content: space-between;
      gap: 12px;
      padding-block: 4px;
      text-align: left;
    }
    .quiet {
      flex: none;
      font: 430 13px var(--text);
    }
  `,
})
export class Wants {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly repairId = input.required<string>();
  /** Stage it stands on. */
  readonly here = input<Stage>();
  readonly wants = input.required<readonly Want[]>();
  readonly names = STAGE_NAMES;

  /** To the first field of the decision of this stage. */
  toDecision(): void {
    const field = '.decision input, .decision select, fieldset.block input, fieldset.block select';
    this.host.closest('.sheet')?.querySelector<HTMLElement>(field)?.focus();
  }
}
