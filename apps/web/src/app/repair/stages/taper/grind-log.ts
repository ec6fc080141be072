import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { GRIND_WORDS } from '@ashstep/contract';
import { wholeTurn } from '@ashstep/core/geometry';
import { grindFound } from '@ashstep/core/repair';
import type { GaugeReading } from '@ashstep/core/taper';
import { textOf } from '../../../parts/text-of';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe } from '../../../platform/quantity.pipe';
import { gaugeFromCsv, withReadings } from './gauge-csv';
import { Panel } from '../stage-panel';

const VERDICTS = { good: 'on the slope', high: 'high', deep: 'too deep' } as const;
/** Lines of advice shown at once, worst first. */
const MOST_ADVICE = 6;

/** Depth-gauge readings of the ground taper held against the slope that was wanted: what to do where, and when to stop. */
@Component({
  selector: 'ash-grind-log',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField, FigurePipe],
  template: `
    @if (result(); as r) {
      <ul class="advice" [class.even]="r.even">
        @for (line of advice(); track line) {
          <li>{{ line }}</li>
        }
      </ul>
      @if (more() > 0) {
        <p class="quiet">And {{ more() }} more. Mend these first.</p>
      }
      <div class="scroll" tabindex="0" role="region" aria-label="Gauge readings">
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col">Ray</th>
              <th scope="col" class="r">Out</th>
              <th scope="col" class="r">Wanted</th>
              <th scope="col" class="r">Found</th>
              <th scope="col">Says</th>
              <th><span class="visually-hidden">Take out</span></th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track $index) {
              <tr>
                <td class="num">{{ row.rayDeg }}°</td>
                <td class="r num">{{ row.outMm | figure: 'length' }}</td>
                <td class="r num">{{ row.intendedMm | figure: 'thickness' }}</td>
                <td class="r num">{{ row.depthMm | figure: 'thickness' }}</td>
                <td>{{ verdicts[row.verdict] }}</td>
                <td>
                  @if (!sealed()) {
                    <button
                      type="button"
                      class="act small"
                      [attr.aria-label]="'Take out ' + row.rayDeg + ' degrees, ' + row.outMm + ' out'"
                      (click)="remove(row)"
                    >
                      ×
                    </button>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      </div>
      <p class="quiet">On the drawing: ▲ stands high, ▼ too deep, ● on the slope.</p>
    } @else if (!sloped()) {
      <p class="quiet">
        No slope is ground here. Check every step with a rule, and what is abraded with the light across it.
      </p>
    } @else {
      <p class="quiet">
        Straight edge over the hole, gauge down on a ray every few plies. Rays at 0°, 90°, 180° and 270° tell most.
      </p>
    }
    @if (!sealed() && sloped()) {
      <div class="fields">
        <ash-quantity label="Ray, °" kind="plain" [value]="ray()" (valueChange)="ray.set($event!)" />
        <ash-quantity label="Out from the hole" [value]="out()" (valueChange)="out.set($event!)" />
        <ash-quantity
          label="Depth found"
          kind="thickness"
          reads="depth"
          (readWith)="instrument.set($event)"
          [value]="depth()"
          [optional]="true"
          (valueChange)="depth.set($event)"
        />
        <button type="button" class="act low" [disabled]="depth() === null" (click)="add()">Log it</button>
      </div>
      <label class="act small file"
        >From a file, CSV<input
          #file
          class="visually-hidden"
          type="file"
          accept=".csv,text/csv"
          aria-label="Gauge readings from a CSV file"
          (change)="take(file)"
      /></label>
      @if (taken(); as t) {
        <p role="status">
          {{ t.count }} readings taken{{ t.left.length > 0 ? ', ' + t.left.length + ' left out:' : '.' }}
        </p>
        @for (row of t.left; track row.line) {
          <p class="remark">Line {{ row.line }}: {{ row.reason }}</p>
        }
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .advice {
      margin: 0;
      padding: 10px 14px 10px 30px;
      border: 1.5px solid var(--ink);
    }
    .even {
      background: var(--glass-tint);
    }
    .scroll {
      max-height: 260px;
    }
  `,
})
export class GrindLog extends Panel {
  readonly verdicts = VERDICTS;
  readonly ray = signal(0);
  readonly out = signal(0);
  readonly depth = signal<number | null>(null);
  /** What it was read with; nothing where it was typed. */
  readonly instrument = signal('');
  readonly taken = signal<{ count: number; left: { line: number; reason: string }[] } | null>(null);

  readonly sloped = computed(() => this.plan().taper?.profile.kind === 'slope');
  readonly result = computed(() => grindFound(this.inputs(), this.plan())?.check ?? null);
  readonly rows = computed(() => this.result()?.rays.flatMap((ray) => ray.readings) ?? []);
  readonly advice = computed(() =>
    (this.result()?.advice ?? []).slice(0, MOST_ADVICE).map(({ id, params }) => GRIND_WORDS[id](params)),
  );
  readonly more = computed(() => Math.max(0, (this.result()?.advice.length ?? 0) - MOST_ADVICE));

  add(): void {
    const depthMm = this.depth();
    if (depthMm === null) return;
    const instrument = this.instrument();
    const reading = {
      rayDeg: wholeTurn(this.ray()),
      outMm: this.out(),
      depthMm,
      ...(instrument ? { instrument } : {}),
    };
    this.store.edit('survey', ({ gauge }) => ({ gauge: withReadings(gauge, [reading]) }));
    this.depth.set(null);
  }

  /** Good rows of a file go in, bad ones are told. */
  async take(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    const { read, left } = gaugeFromCsv(await textOf(file));
    if (read.length > 0) this.store.edit('survey', ({ gauge }) => ({ gauge: withReadings(gauge, read) }));
    this.taken.set({ count: read.length, left });
  }

  remove({ rayDeg, outMm }: GaugeReading): void {
    this.store.edit('survey', ({ gauge }) => ({
      gauge: gauge.filter((other) => wholeTurn(other.rayDeg) !== rayDeg || other.outMm !== outMm),
    }));
  }
}
