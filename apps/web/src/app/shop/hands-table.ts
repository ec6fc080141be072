import { inject, ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type Person, SKILL_NAMES } from '@ashstep/contract';
import { type Hands, SKILLS, type ShedHours, type Skill } from '@ashstep/core/plan';
import { whenText } from '../platform/when.pipe';
import { HoursFields } from './hours-fields';
import { TickInput } from '../parts/inputs';
import { Clock } from '../platform/clock';

/** Who works in the shed: what each may do, when they are there where it is not all the time, and when they are away. */
@Component({
  selector: 'ash-hands',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TickInput, HoursFields],
  template: `
    @for (row of rows(); track row.id) {
      <div class="person">
        <h3>
          {{ row.name }} <small class="quiet">{{ row.role }}</small>
        </h3>
        <div class="skills" role="group" [attr.aria-label]="'What ' + row.name + ' does'">
          @for (skill of skills; track skill) {
            <label class="tick"
              ><input
                type="checkbox"
                [checked]="row.hands.skills.includes(skill)"
                [disabled]="disabled()"
                (ticked)="setSkill(row.hands, skill, $event)"
              />{{ skillNames[skill] }}</label
            >
          }
        </div>
        @if (row.hands.hours; as own) {
          <ash-hours
            [hours]="own"
            [disabled]="disabled()"
            [error]="row.hoursError"
            (hoursChange)="change(row.hands, { hours: $event })"
          />
        }
        @for (span of row.hands.away ?? []; track $index; let i = $index) {
          <p>
            Away {{ when(span.fromAt) }} to {{ when(span.untilAt) }}
            @if (!disabled()) {
              <button
                type="button"
                class="act small"
                [attr.aria-label]="'Take out, ' + row.name + ' away from ' + when(span.fromAt)"
                (click)="dropAway(row.hands, i)"
              >
                Take out
              </button>
            }
          </p>
        }
        @if (row.awayError; as message) {
          <p class="remark">{{ message }}</p>
        }
        @if (away() === row.id) {
          <form
            class="away"
            (submit)="$event.preventDefault(); addAway(row.hands, from.value, until.value)"
            [attr.aria-label]="row.name + ' is away'"
          >
            <div class="field">
              <label [for]="'from' + row.id">Away from</label
              ><input [id]="'from' + row.id" type="datetime-local" [value]="now" #from />
            </div>
            <div class="field">
              <label [for]="'until' + row.id">Until</label
              ><input [id]="'until' + row.id" type="datetime-local" #until />
            </div>
            <button type="submit" class="act">Keep it</button
            ><button type="button" class="act small" (click)="away.set(null)">Leave it</button>
          </form>
        } @else if (!disabled() && row.hands.skills.length > 0) {
          <div class="row-actions">
            <button
              type="button"
              class="act small"
              [attr.aria-label]="row.name + ' is away'"
              (click)="away.set(row.id)"
            >
              Away
            </button>
            @if (row.hands.hours) {
              <button
                type="button"
                class="act small"
                [attr.aria-label]="'The shed’s hours for ' + row.name"
                (click)="change(row.hands, { hours: undefined })"
              >
                The shed’s hours
              </button>
            } @else {
              <button
                type="button"
                class="act small"
                [attr.aria-label]="'Own hours for ' + row.name"
                (click)="change(row.hands, { hours: hours() })"
              >
                Own hours
              </button>
            }
          </div>
        }
      </div>
    }
  `,
  styles: `
    .person {
      display: flex;
      flex-direction: column;
      gap: 6px;
      padding: 8px 0;
      border-top: 1px solid var(--ash-3);
    }
    .skills,
    .away {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 4px 20px;
    }
  `,
})
export class HandsTable {
  private readonly shedClock = inject(Clock);
  readonly hands = input.required<readonly Hands[]>();
  readonly people = input.required<readonly Pick<Person, 'id' | 'name' | 'role'>[]>();
  /** The shed's, from which own ones begin. */
  readonly hours = input.required<ShedHours>();
  readonly disabled = input(false);
  readonly errors = input<Readonly<Partial<Record<string, string>>>>({});
  readonly handsChange = output<readonly Hands[]>();
  readonly skills = SKILLS;
  readonly skillNames = SKILL_NAMES;
  readonly away = signal<string | null>(null);
  readonly now = this.shedClock.now();

  readonly rows = computed(() =>
    this.people().map(({ id, name, role }) => {
      const at = this.hands().findIndex((one) => one.id === id);
      const error = (part: string): string | null =>
        Object.entries(this.errors()).find(([path]) => path.startsWith(`hands.${at}.${part}`))?.[1] ?? null;
      return {
        id,
        name,
        role,
        hands: this.hands()[at] ?? { id, skills: [] },
        hoursError: error('hours'),
        awayError: error('away'),
      };
    }),
  );

  when(at: string): string {
    return whenText(at);
  }

  setSkill(hands: Hands, skill: Skill, may: boolean): void {
    this.change(hands, { skills: SKILLS.filter((one) => (one === skill ? may : hands.skills.includes(one))) });
  }

  addAway(hands: Hands, fromAt: string, untilAt: string): void {
    if (!fromAt || !untilAt) return;
    this.away.set(null);
    this.change(hands, {
      away: [...(hands.away ?? []), { fromAt: fromAt.slice(0, 16), untilAt: untilAt.slice(0, 16) }].sort((a, b) =>
        a.fromAt.localeCompare(b.fromAt),
      ),
    });
  }

  dropAway(hands: Hands, index: number): void {
    this.change(hands, { away: (hands.away ?? []).filter((_, i) => i !== index) });
  }

  change(hands: Hands, patch: Partial<Hands>): void {
    const changed = { ...hands, ...patch };
    const known = this.hands().some(({ id }) => id === hands.id);
    this.handsChange.emit(
      known ? this.hands().map((one) => (one.id === hands.id ? changed : one)) : [...this.hands(), changed],
    );
  }
}
