import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ShedHours } from '@ashstep/core/plan';
import { TextInput, TickInput } from '../parts/inputs';

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const;
/** Read from Monday on. */
const ORDER = [1, 2, 3, 4, 5, 6, 0] as const;
let nextId = 0;

/** From when to when, and on which days. */
@Component({
  selector: 'ash-hours',
  imports: [TextInput, TickInput],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row" [class.wrong]="error()">
      <div class="field">
        <label [for]="id + 'f'">Opens</label
        ><input
          [id]="id + 'f'"
          type="time"
          [value]="clock(hours().fromMin)"
          [disabled]="disabled()"
          (entered)="set('fromMin', $event)"
        />
      </div>
      <div class="field">
        <label [for]="id + 't'">Shuts</label
        ><input
          [id]="id + 't'"
          type="time"
          [value]="clock(hours().toMin)"
          [disabled]="disabled()"
          [attr.aria-invalid]="!!error()"
          [attr.aria-describedby]="error() ? id + 'e' : null"
          (entered)="set('toMin', $event)"
        />
      </div>
      <fieldset>
        <legend class="visually-hidden">Open on</legend>
        @for (day of order; track day) {
          <label class="tick"
            ><input
              type="checkbox"
              [checked]="hours().openDays.includes(day)"
              [disabled]="disabled()"
              (ticked)="setDay(day, $event)"
            />{{ names[day] }}</label
          >
        }
      </fieldset>
    </div>
    @if (error(); as message) {
      <p class="field">
        <span class="error" [id]="id + 'e'">{{ message }}</span>
      </p>
    }
  `,
  styles: `
    .row,
    fieldset {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 6px 16px;
    }
    .field {
      flex: 0 0 130px;
    }
    fieldset {
      border: 0;
      margin: 0;
      padding: 0;
    }
  `,
})
export class HoursFields {
  readonly hours = input.required<ShedHours>();
  readonly disabled = input(false);
  readonly error = input<string | null>(null);
  readonly hoursChange = output<ShedHours>();
  readonly names = DAYS;
  readonly order = ORDER;
  readonly id = `hours${nextId++}`;

  clock(minute: number): string {
    return `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
  }

  set(edge: 'fromMin' | 'toMin', text: string): void {
    if (/^\d\d:\d\d/.test(text))
      this.hoursChange.emit({ ...this.hours(), [edge]: Number(text.slice(0, 2)) * 60 + Number(text.slice(3, 5)) });
  }

  setDay(day: number, open: boolean): void {
    const openDays = [...this.hours().openDays.filter((one) => one !== day), ...(open ? [day] : [])].sort(
      (a, b) => a - b,
    );
    this.hoursChange.emit({ ...this.hours(), openDays });
  }
}
