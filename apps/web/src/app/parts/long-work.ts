import { ChangeDetectionStrategy, Component, type Signal, input, output } from '@angular/core';

/** Work that goes on beside the page: whether it runs, how far it is, what went wrong, and its end before it is done. */
export interface LongRun {
  readonly running: Signal<boolean>;
  /** 0…1. */
  readonly share: Signal<number>;
  /** Empty while nothing did. */
  readonly failed: Signal<string>;
  stop(): void;
}

/** Begins long work, shows how far it is, stops it, and says what went wrong. */
@Component({
  selector: 'ash-long-work',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row-actions">
      <ng-content />
      @if (run().running()) {
        <progress max="1" [value]="run().share()" [attr.aria-label]="doing()"></progress
        ><span class="quiet">{{ doing() }}</span>
        <button type="button" class="act small" (click)="run().stop()">{{ enough() }}</button>
      } @else if (label()) {
        <button type="button" class="act" [class.dark]="dark()" [disabled]="disabled()" (click)="begin.emit()">
          {{ label() }}
        </button>
      }
    </div>
    @if (run().failed(); as told) {
      <p class="remark" role="alert">{{ told }}</p>
    }
  `,
  styles: ':host { display: contents; }',
})
export class LongWork {
  readonly run = input.required<LongRun>();
  /** What begins it; without one it is begun elsewhere. */
  readonly label = input('');
  /** What it is doing. */
  readonly doing = input.required<string>();
  readonly enough = input('Good enough, stop');
  readonly disabled = input(false);
  readonly dark = input(false);
  readonly begin = output();
}
