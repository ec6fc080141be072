import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { STAGES } from '@ashstep/core/hazards';

/** Depth of a tread: down while the job is understood and ground, up while it is built and signed. */
export const treadOf = (place: number, of: number): number => Math.min(place, of - 1 - place);

/** The stepped profile, small: where a job stands as a place and a height. */
@Component({
  selector: 'ash-stage-profile',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="130" height="24" viewBox="0 0 130 24" aria-hidden="true">
      <path [attr.d]="whole" fill="none" stroke="var(--ash-4)" stroke-width="1.2" />
      <path [attr.d]="done()" fill="none" stroke="var(--ink)" stroke-width="3" />
      <path [attr.d]="now()" fill="none" [attr.stroke]="urgent() ? 'var(--ember)' : 'var(--ink)'" stroke-width="4" />
      <path [attr.d]="pointer()" [attr.fill]="urgent() ? 'var(--ember)' : 'var(--ink)'" />
    </svg>
  `,
  styles: ':host { display: inline-block; line-height: 0; }',
})
export class StageProfile {
  readonly stage = input.required<number>();
  readonly urgent = input(false);
  readonly whole = this.path(0, STAGES.length);
  readonly done = computed(() => this.path(0, this.stage()));
  readonly now = computed(() => `M${this.stage() * 13} ${this.y(this.stage())}h13`);
  readonly pointer = computed(() => `M${this.stage() * 13 + 2} ${this.y(this.stage()) - 9}h9l-4.5 6z`);

  private y(tread: number): number {
    return 9 + treadOf(tread, STAGES.length) * 3.2;
  }

  private path(from: number, to: number): string {
    return Array.from(
      { length: Math.max(0, to - from) },
      (_, i) => `${i === 0 ? 'M' : 'L'}${(from + i) * 13} ${this.y(from + i)}h13`,
    ).join('');
  }
}
