import { ChangeDetectionStrategy, Component, type OnDestroy, computed, inject, signal } from '@angular/core';
import { LIGHT_MARK_NAMES } from '@ashstep/contract';
import type { Point } from '@ashstep/core/geometry';
import { COUNTS } from '@ashstep/core/limits';
import type { LightMark } from '@ashstep/core/repair';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { Clock } from '../../../platform/clock';
import { SessionService } from '../../../platform/session.service';
import { SurveyDesk } from '../../../survey/survey-desk';
import { Panel } from '../stage-panel';

/** What a low light, a batten with chalk or the fingers showed, put down on the plan by touch; each is taken off when it is gone. */
@Component({
  selector: 'ash-light-marks',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, QuantityField, QuantityPipe],
  template: `
    <h3>Seen in a low light</h3>
    @if (marks().length > 0) {
      <ul>
        @for (mark of marks(); track mark.id; let i = $index) {
          <li>
            <span
              >{{ names[mark.kind] }}, {{ mark.xMm | qty: 'length' }} forward, {{ mark.yMm | qty: 'length' }} up</span
            >
            @if (!sealed()) {
              <button
                type="button"
                class="act small"
                [attr.aria-label]="'Gone: mark ' + (i + 1)"
                (click)="gone(mark.id)"
              >
                Gone
              </button>
            }
          </li>
        }
      </ul>
    }
    @if (!sealed()) {
      @if (at(); as place) {
        <ash-choice label="What it is" [options]="kinds" [value]="kind()" (pick)="kind.set($event)" />
        <p class="quiet">Press on the plan where it is. Or type the place:</p>
        <div class="fields">
          <ash-quantity label="Forward" [value]="place.x" (valueChange)="moveTo({ x: $event! })" />
          <ash-quantity label="Up" [value]="place.y" (valueChange)="moveTo({ y: $event! })" />
          <button type="button" class="act" [disabled]="full()" (click)="mark(place)">Mark it here</button>
        </div>
        <div class="row-actions">
          <button type="button" class="act small" (click)="desk.layDown()">Done marking</button>
        </div>
      } @else {
        <button type="button" class="act small" (click)="begin()">Mark what the light shows</button>
      }
    }
    <p class="visually-hidden" aria-live="polite">{{ said() }}</p>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 10px;
      padding: 3px 0;
      border-bottom: 1px solid var(--ash-3);
    }
    .fields {
      align-items: end;
    }
  `,
})
export class LightMarks extends Panel implements OnDestroy {
  readonly desk = inject(SurveyDesk);
  private readonly clock = inject(Clock);
  private readonly session = inject(SessionService);
  readonly names = LIGHT_MARK_NAMES;
  readonly kinds = optionsOf(LIGHT_MARK_NAMES);
  readonly kind = signal<LightMark['kind']>('low');
  readonly said = signal('');
  readonly marks = computed(() => this.inputs().finish.lightMarks ?? []);
  readonly full = computed(() => this.marks().length >= COUNTS.lightMarks);
  readonly at = computed(() => (this.desk.tool()?.name === 'light' ? this.desk.cursor() : null));

  ngOnDestroy(): void {
    if (this.at()) this.desk.layDown();
  }

  begin(): void {
    const press = (place: Point): void => this.mark({ x: Math.round(place.x), y: Math.round(place.y) });
    this.desk.takeUp({ name: 'light', press }, { x: 0, y: 0 });
  }

  moveTo(patch: Partial<Point>): void {
    this.desk.cursor.update((at) => at && { ...at, ...patch });
  }

  mark({ x, y }: Point): void {
    if (this.full()) return;
    const kind = this.kind();
    const mark: LightMark = { id: crypto.randomUUID(), kind, xMm: x, yMm: y, by: this.session.person?.name ?? '', at: this.clock.now() }; // prettier-ignore
    this.store.edit('finish', ({ lightMarks = [] }) => ({ lightMarks: [...lightMarks, mark] }));
    this.desk.cursor.set({ x, y });
    this.said.set(`${LIGHT_MARK_NAMES[kind]} marked at ${x}, ${y}`);
  }

  gone(id: string): void {
    this.store.edit('finish', ({ lightMarks = [] }) => ({ lightMarks: lightMarks.filter((one) => one.id !== id) }));
  }
}
