import { ChangeDetectionStrategy, Component, type OnDestroy, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { SPOT_KIND_NAMES, errorWords } from '@ashstep/contract';
import { CoreError, attempt } from '@ashstep/core/errors';
import type { Shape } from '@ashstep/core/geometry';
import { COUNTS } from '@ashstep/core/limits';
import { type Spot, type SpotKind, drillMm, movedBy, parseSizes, pattern } from '@ashstep/core/spots';
import { optionsOf } from '../../../parts/choice-field';
import { PickOf, TextInput } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { UnitPipe } from '../../../platform/quantity.pipe';
import { SessionService } from '../../../platform/session.service';
import { SurveyDesk } from '../../../survey/survey-desk';
import { Panel } from '../stage-panel';

const USUAL_STEP_MM = 60;

/** Every place of damage of a job, in the order they are walked round: typed by their sizes, put down on the plan, copied in a row, and changed one by one. */
@Component({
  selector: 'ash-spots',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, TextInput, QuantityField, UnitPipe],
  template: `
    <div class="field">
      <label for="main-kind">What it is</label
      ><select id="main-kind" [of]="kinds" [disabled]="sealed()" (chosen)="setMain($event)">
        @for (o of kinds; track o.value) {
          <option [value]="o.value" [selected]="o.value === inputs().damage.kind">{{ o.label }}</option>
        }
      </select>
      @if (inputs().damage.kind === 'hole') {
        <span class="quiet">{{ mainDrill() }}</span>
      }
    </div>
    @if (spots().length > 0) {
      <ol class="list" start="2">
        @for (row of rows().slice(1); track row.spot.id; let i = $index) {
          <li>
            <details>
              <summary>
                <b>{{ row.name }}</b> {{ row.text }}
              </summary>
              @if (!sealed()) {
                <div class="fields">
                  <div class="field">
                    <label [for]="'sn' + i">Called</label
                    ><input
                      [id]="'sn' + i"
                      maxlength="80"
                      [value]="row.spot.name"
                      (entered)="set(row.spot.id, { name: $event })"
                    />
                  </div>
                  <div class="field">
                    <label [for]="'sk' + i">What it is</label
                    ><select [id]="'sk' + i" [of]="kinds" (chosen)="set(row.spot.id, { kind: $event })">
                      @for (o of kinds; track o.value) {
                        <option [value]="o.value" [selected]="o.value === row.spot.kind">{{ o.label }}</option>
                      }
                    </select>
                  </div>
                  @if (row.spot.shape.kind === 'circle') {
                    <ash-quantity
                      label="Across"
                      [value]="row.spot.shape.diameterMm"
                      (valueChange)="setShape(row.spot, { diameterMm: $event! })"
                      [error]="error('damage.spots.' + i + '.shape.diameterMm')"
                    />
                  }
                  <ash-quantity
                    label="Depth, if not through"
                    kind="thickness"
                    [value]="row.spot.depthMm"
                    [optional]="true"
                    (valueChange)="set(row.spot.id, { depthMm: $event })"
                    [error]="error('damage.spots.' + i + '.depthMm')"
                  />
                  <ash-quantity
                    label="Centre, forward"
                    [value]="row.spot.shape.centreXMm ?? 0"
                    (valueChange)="setShape(row.spot, { centreXMm: $event! })"
                    [error]="error('damage.spots.' + i + '.shape.centreXMm')"
                  />
                  <ash-quantity
                    label="Centre, up"
                    [value]="row.spot.shape.centreYMm ?? 0"
                    (valueChange)="setShape(row.spot, { centreYMm: $event! })"
                    [error]="error('damage.spots.' + i + '.shape.centreYMm')"
                  />
                </div>
                <div class="row-actions">
                  <button type="button" class="act small" [disabled]="i === 0" (click)="move(i, -1)">
                    Earlier in the walk</button
                  ><button type="button" class="act small" [disabled]="i === spots().length - 1" (click)="move(i, 1)">
                    Later</button
                  ><button
                    type="button"
                    class="act small"
                    [attr.aria-label]="'Take out spot ' + row.name"
                    (click)="drop(row.spot.id)"
                  >
                    Take out
                  </button>
                </div>
              }
            </details>
          </li>
        }
      </ol>
    }
    @if (!sealed()) {
      <details [open]="spots().length > 0 || inputs().damage.kind === 'hole'">
        <summary>Several places: type sizes, copy in a row, put down on the plan</summary>
        <div class="fields">
          <div class="field wide" [class.wrong]="wrong()">
            <label for="sizes">Holes across, {{ 'length' | unit }}: 6, 6, 8, 25 or 14 x 6</label
            ><input id="sizes" [value]="sizes()" (typed)="sizes.set($event)" />
            @if (wrong(); as message) {
              <span class="error">{{ message }}</span>
            }
          </div>
          <ash-quantity label="From one to the next" [value]="stepMm()" (valueChange)="stepMm.set($event!)" />
          <ash-quantity
            label="Row turned, °"
            kind="plain"
            [value]="turnedDeg()"
            (valueChange)="turnedDeg.set($event!)"
          />
        </div>
        <div class="row-actions">
          <button type="button" class="act small" [disabled]="sizes().trim() === ''" (click)="takeAll()">
            These are all of them</button
          ><button type="button" class="act small" [disabled]="sizes().trim() === ''" (click)="addSizes()">
            Add these
          </button>
        </div>
        <div class="fields">
          <ash-quantity
            label="Copies of the main one in a row"
            kind="plain"
            [value]="along()"
            (valueChange)="along.set($event!)"
          />
          <ash-quantity label="Rows" kind="plain" [value]="lines()" (valueChange)="lines.set($event!)" />
        </div>
        <div class="row-actions">
          <button type="button" class="act small" (click)="copy()">Copy it in this pattern</button
          ><button type="button" class="act small" [attr.aria-pressed]="putting()" (click)="putDown()">
            {{ putting() ? 'Done putting down' : 'Put down on the plan' }}
          </button>
        </div>
        @if (full()) {
          <p class="remark">{{ full() }}</p>
        }
      </details>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .list {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    summary {
      min-height: 44px;
      padding: 10px 0;
    }
  `,
})
export class Spots extends Panel implements OnDestroy {
  private readonly desk = inject(SurveyDesk);
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  readonly kinds = optionsOf(SPOT_KIND_NAMES);
  readonly sizes = signal('');
  readonly stepMm = signal(USUAL_STEP_MM);
  readonly turnedDeg = signal(0);
  readonly along = signal(2);
  readonly lines = signal(1);
  readonly wrong = signal<string | null>(null);
  readonly full = signal<string | null>(null);

  readonly spots = computed(() => this.inputs().damage.spots);
  readonly putting = computed(() => this.desk.tool()?.name === 'spot');
  readonly rows = computed(() => {
    const { kind, shape, depthMm, spots } = this.inputs().damage;
    const main: Spot = { id: 'main', name: '', kind, shape, depthMm };
    return [main, ...spots].map((spot, i) => ({
      spot,
      name: spot.name || String(i + 1),
      text: `${SPOT_KIND_NAMES[spot.kind].toLowerCase()} ${this.sizeText(spot)}`,
    }));
  });
  readonly mainDrill = computed(() => this.drillText(this.inputs().damage.shape));

  ngOnDestroy(): void {
    if (this.putting()) this.desk.layDown();
  }

  setMain(kind: SpotKind): void {
    this.store.edit('damage', { kind });
  }

  set(id: string, patch: Partial<Spot>): void {
    this.store.edit('damage', ({ spots }) => ({
      spots: spots.map((spot) => (spot.id === id ? { ...spot, ...patch } : spot)),
    }));
  }

  setShape(spot: Spot, patch: object): void {
    this.set(spot.id, { shape: { ...spot.shape, ...patch } as Shape });
  }

  drop(id: string): void {
    this.store.edit('damage', ({ spots }) => ({ spots: spots.filter((spot) => spot.id !== id) }));
  }

  move(index: number, by: 1 | -1): void {
    this.store.edit('damage', ({ spots }) => {
      const next = [...spots];
      const [spot] = next.splice(index, 1);
      next.splice(index + by, 0, spot!);
      return { spots: next };
    });
  }

  /** The sizes typed are all the holes there are: the first is the main one. */
  takeAll(): void {
    const sizes = this.read();
    if (!sizes) return;
    const { centreXMm = 0, centreYMm = 0 } = this.inputs().damage.shape;
    const [shape, ...rest] = this.inARow(sizes, { kind: 'circle', diameterMm: sizes[0]!, centreXMm, centreYMm }, 0);
    this.store.edit('damage', { kind: 'hole', shape: shape!, spots: rest.map((one) => newSpot('hole', one)) });
    this.sizes.set('');
  }

  /** The sizes typed go on from the last place there is. */
  addSizes(): void {
    const sizes = this.read();
    if (!sizes) return;
    const last = this.rows().at(-1)!.spot.shape;
    this.add(this.inARow(sizes, last, 1).map((shape) => newSpot('hole', shape)));
    this.sizes.set('');
  }

  copy(): void {
    const { kind, shape, depthMm } = this.inputs().damage;
    const { result, error } = attempt(() =>
      pattern({ along: this.along(), rows: this.lines(), stepMm: this.stepMm(), turnedDeg: this.turnedDeg() }),
    );
    if (error) return this.full.set(errorWords(error.code, error.params));
    this.add(result.slice(1).map((by) => ({ ...newSpot(kind, movedBy(shape, by)), depthMm })));
  }

  /** Each press on the plan puts one down, as large as the last. */
  putDown(): void {
    if (this.putting()) return this.desk.layDown();
    const last = this.rows().at(-1)!.spot.shape;
    this.desk.takeUp(
      {
        name: 'spot',
        press: ({ x, y }) => {
          const { spot } = this.rows().at(-1)!;
          const shape = { ...spot.shape, centreXMm: Math.round(x), centreYMm: Math.round(y) };
          this.add([{ ...newSpot(spot.kind, shape), depthMm: spot.depthMm }]);
          this.desk.cursor.set({ x: Math.round(x), y: Math.round(y) });
        },
      },
      // The plan listens while the tool is somewhere.
      { x: last.centreXMm ?? 0, y: last.centreYMm ?? 0 },
    );
  }

  private add(more: readonly Spot[]): void {
    const room = COUNTS.spots - this.spots().length;
    this.full.set(
      more.length > room
        ? `A job has ${COUNTS.spots + 1} spots at the most; ${more.length - room} were left out.`
        : null,
    );
    this.store.edit('damage', ({ spots }) => ({ spots: [...spots, ...more.slice(0, room)] }));
  }

  private inARow(sizes: readonly number[], from: Shape, skip: number): Shape[] {
    const places = pattern({ along: Math.min(sizes.length + skip, COUNTS.spots), stepMm: this.stepMm(), turnedDeg: this.turnedDeg() }); // prettier-ignore
    const { centreXMm = 0, centreYMm = 0 } = from;
    return sizes.slice(0, places.length - skip).map((diameterMm, i) => movedBy({ kind: 'circle', diameterMm, centreXMm, centreYMm }, places[i + skip]!)); // prettier-ignore
  }

  private read(): number[] | null {
    try {
      this.wrong.set(null);
      return parseSizes(this.sizes(), this.units());
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      this.wrong.set(errorWords(error.code, error.params));
      return null;
    }
  }

  private sizeText({ kind, shape }: Spot): string {
    const size = shape.kind === 'circle' ? this.inUnits(shape.diameterMm, 'length', this.units() === 'metric' ? 1 : 3) : shape.kind === 'polygon' ? 'traced' : `${this.inUnits(shape.lengthMm, 'length')} × ${this.inUnits(shape.widthMm, 'length')}`; // prettier-ignore
    const at = `at ${this.inUnits(shape.centreXMm ?? 0, 'length')}, ${this.inUnits(shape.centreYMm ?? 0, 'length')}`;
    return `${size}${kind === 'hole' ? `, ${this.drillText(shape)}` : ''} ${at}`;
  }

  private drillText(shape: Shape): string {
    const { result } = attempt(() => drillMm(shape));
    return result === null ? 'round holes only are drilled' : `drill ${this.inUnits(result, 'length')}`;
  }
}

const newSpot = (kind: SpotKind, shape: Shape): Spot => ({
  id: crypto.randomUUID(),
  name: '',
  kind,
  shape,
  depthMm: null,
});
