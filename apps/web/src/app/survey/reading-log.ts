import { ChangeDetectionStrategy, Component, type OnDestroy, computed, inject, input, signal } from '@angular/core';
import type { Point } from '@ashstep/core/geometry';
import { type MeasureKind, type Reading, type TapSound, beforeAfter } from '@ashstep/core/survey';
import { ReadWith } from '../instruments/read-with';
import { ChoiceField, optionsOf } from '../parts/choice-field';
import { QuantityField } from '../parts/quantity-field';
import { FigurePipe } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import { RepairStore, type RepairState } from '../repair/repair.store';
import { type MapPress, SurveyDesk } from './survey-desk';
import { TextInput } from '../parts/inputs';
import { Clock } from '../platform/clock';

const KIND_NAMES: Record<Reading['kind'], string> = {
  moisture: 'Moisture',
  thickness: 'Thickness',
  hardness: 'Hardness',
  tap: 'Tap',
};
const SOUND_NAMES: Record<TapSound, string> = { sound: 'Sound', dull: 'Dull', doubtful: 'Doubtful' };

/** Letters the name of an instrument has at the most. */
const INSTRUMENT_MOST = 60;

/** Single readings off an instrument, each at its place on the plan; and those of the finished repair against those before it. */
@Component({
  selector: 'ash-reading-log',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput, ChoiceField, QuantityField, FigurePipe],
  template: `
    @if (series().length > 0) {
      <table class="ruled">
        <caption class="visually-hidden">
          Before the repair and after it
        </caption>
        <thead>
          <tr>
            <td></td>
            <th scope="col" class="r">Before</th>
            <th scope="col" class="r">After</th>
          </tr>
        </thead>
        <tbody>
          @for (row of series(); track row.kind) {
            <tr>
              <th scope="row">{{ row.kind === 'tap' ? 'Taps not sound, %' : names[row.kind] }}</th>
              @for (side of [row.before, row.after]; track $index) {
                <td class="r num">
                  @if (side) {
                    {{ side.mean.toFixed(row.kind === 'tap' ? 0 : 1) }}
                    <span class="quiet"
                      >of {{ side.count
                      }}{{ row.kind === 'tap' || side.count === 1 ? '' : ', ' + side.least + ' to ' + side.most }}</span
                    >
                  } @else {
                    –
                  }
                </td>
              }
            </tr>
          }
        </tbody>
      </table>
    }
    @if (!disabled()) {
      @if (at(); as place) {
        <ash-choice label="What" [options]="kinds" [value]="kind()" (pick)="kind.set($event)" />
        <ash-choice
          label="When"
          [options]="times"
          [value]="after() ? 'after' : 'before'"
          (pick)="after.set($event === 'after')"
        />
        <div class="fields">
          <ash-quantity label="Place, forward" [value]="place.x" (valueChange)="moveTo({ x: $event! })" /><ash-quantity
            label="Place, up"
            [value]="place.y"
            (valueChange)="moveTo({ y: $event! })"
          />
          @if (kind() === 'tap') {
            <ash-choice label="Sounds" [options]="sounds" [value]="sound()" (pick)="sound.set($event)" />
          } @else {
            <ash-quantity
              [label]="'Reads' + (kind() === 'thickness' ? ', mm' : '')"
              kind="plain"
              [reads]="measure()"
              (readWith)="readWith($event)"
              [value]="value()"
              [optional]="true"
              (valueChange)="value.set($event)"
            />
          }
          <div class="field">
            <label for="instrument">Instrument</label
            ><input id="instrument" maxlength="60" [value]="instrument()" (entered)="instrument.set($event)" />
          </div>
        </div>
        <p class="quiet">
          A press on the plan moves the place: now {{ place.x | figure: 'length' }}, {{ place.y | figure: 'length' }}.
        </p>
        <div class="row-actions">
          <button type="button" class="act" [disabled]="kind() !== 'tap' && value() === null" (click)="add(place)">
            Log the reading</button
          ><button type="button" class="act small" (click)="desk.layDown()">Stop</button>
        </div>
      } @else {
        <div class="row-actions">
          <button type="button" class="act small" (click)="begin()">Read at a place</button>
        </div>
      }
    }
    <p class="visually-hidden" aria-live="polite">{{ said() }}</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 12px;
    }
    th[scope='row'] {
      font-weight: 430;
      border-bottom: 1px solid var(--ash-2);
    }
  `,
})
export class ReadingLog implements OnDestroy {
  private readonly shedClock = inject(Clock);
  readonly state = input.required<RepairState>();
  readonly disabled = computed(() => this.state().detail.state === 'sealed');
  private readonly store = inject(RepairStore);
  private readonly session = inject(SessionService);
  readonly desk = inject(SurveyDesk);

  readonly names = KIND_NAMES;
  readonly kinds = optionsOf(KIND_NAMES);
  readonly sounds = optionsOf(SOUND_NAMES);
  readonly times = [
    { value: 'before', label: 'Before' },
    { value: 'after', label: 'After the repair' },
  ] as const;
  readonly kind = signal<Reading['kind']>('moisture');
  readonly sound = signal<TapSound>('sound');
  readonly value = signal<number | null>(null);
  readonly instrument = signal('');
  private readonly with = new ReadWith();
  readonly measure = computed(() => {
    const kind = this.kind();
    return kind === 'tap' ? null : kind;
  });
  readonly after = signal(false);
  readonly said = signal('');
  readonly at = computed(() => (this.desk.tool()?.name === 'read' ? this.desk.cursor() : null));
  readonly series = computed(() => beforeAfter(this.state().inputs.survey.readings));

  ngOnDestroy(): void {
    if (this.at()) this.desk.layDown();
  }

  begin(): void {
    this.desk.takeUp(
      { name: 'read', press: ({ x, y }: MapPress) => this.desk.cursor.set({ x: Math.round(x), y: Math.round(y) }) },
      { x: 0, y: 0 },
    );
  }

  moveTo(patch: Partial<Point>): void {
    this.desk.cursor.update((at) => at && { ...at, ...patch });
  }

  readWith(instrument: string): void {
    this.with.nameIn(this.instrument, 'value', instrument, INSTRUMENT_MOST);
  }

  add(place: Point): void {
    const [kind, value] = [this.kind(), this.value()];
    const taken = {
      xMm: place.x,
      yMm: place.y,
      instrument: this.instrument().trim(),
      by: this.session.person?.name ?? '',
      at: this.shedClock.now(),
      ...(this.after() ? { after: true } : {}),
    };
    const reading: Reading | null =
      kind === 'tap'
        ? { kind, sound: this.sound(), ...taken }
        : value === null
          ? null
          : { kind: kind satisfies MeasureKind, value, ...taken };
    if (!reading) return;
    this.store.edit('survey', ({ readings }) => ({ readings: [...readings, reading] }));
    this.said.set(`${KIND_NAMES[kind]} logged at ${place.x}, ${place.y}`);
    this.value.set(null);
  }
}
