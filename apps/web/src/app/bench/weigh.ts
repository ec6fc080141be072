import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { putRight } from '@ashstep/core/mix';
import type { RoundPot } from '@ashstep/core/repair';
import { attempt } from '@ashstep/core/errors';
import { parseQuantity } from '@ashstep/core/units';
import { TextInput } from '../parts/inputs';
import { quantityText } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import { LayUpDesk } from '../repair/stages/layup/desk';
import type { RepairState } from '../repair/repair.store';
import { Keypad } from './keypad';

type CellId = 'resin' | 'second' | 'filler' | 'air';

/** A thing to be poured or read: what it should come to, and what it came to. */
interface Cell {
  id: CellId;
  title: string;
  target: string;
  under: string;
  typed: string;
  state: 'empty' | 'stop' | 'out' | 'told';
}

/** A pot on the scale: what it should read after each pour, the band allowed, and what can still be put right. Figures are typed on the page's own keys. */
@Component({
  selector: 'ash-weigh',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Keypad, TextInput],
  template: `
    <div class="cells">
      @for (cell of cells(); track cell.id) {
        <button
          type="button"
          [class]="cell.state"
          [attr.aria-pressed]="cell.id === active()"
          (click)="active.set(cell.id)"
        >
          <span class="title">{{ cell.title }}</span><span class="target">{{ cell.target }}</span
          ><span class="typed"
            >{{ cell.typed === '' ? 'reads –' : 'reads ' + cell.typed
            }}{{ cell.state === 'stop' ? ': stop' : '' }}</span
          ><span class="under">{{ cell.under }}</span>
        </button>
      }
    </div>
    @if (verdict(); as v) {
      <p class="verdict" [class.out]="!v.within" role="status">{{ v.text }}</p>
    }
    <div class="low">
      <ash-keypad [text]="typed(active())" (textChange)="type($event)" />
      <div class="lots">
        @for (part of parts(); track part.id) {
          <p class="label">{{ part.name }} lot, off the label</p>
          <div class="chips">
            @for (lot of part.lots; track lot.id) {
              <button
                type="button"
                class="chip"
                [attr.aria-pressed]="part.chosen === lot.code"
                (click)="part.take(lot.code)"
              >
                {{ lot.code }}
              </button>
            }
            <input
              [attr.aria-label]="part.name + ' lot'"
              maxlength="60"
              [value]="part.chosen"
              (typed)="part.take($event)"
            />
          </div>
        }
        @for (remark of remarks(); track remark) {
          <p class="remark">{{ remark }}</p>
        }
        @if (desk.lotRemarks().length > 0) {
          <input
            aria-label="Why it is mixed all the same"
            placeholder="Why it is mixed all the same"
            maxlength="1000"
            [value]="desk.lotReason()"
            (typed)="desk.lotReason.set($event)"
          />
        }
      </div>
    </div>
  `,
  styleUrl: './weigh.scss',
})
export class Weigh {
  readonly state = input.required<RepairState>();
  readonly pot = input.required<RoundPot>();
  readonly words = input.required<(remark: { id: string; params?: Record<string, string | number> }) => string>();
  readonly desk = inject(LayUpDesk);
  private readonly inUnits = quantityText();
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  readonly active = signal<CellId>('resin');
  /** What stands in the cells as it was pressed, before it is a figure. */
  private readonly keyed = signal<Partial<Record<CellId, string>>>({});

  /** Poured on one tare, the scale shows both parts together. */
  private readonly together = computed(
    () => this.desk.unit() === 'g' && this.state().inputs.mix.weighing !== 're-zeroed' && this.pot().fillerG === 0,
  );

  readonly cells = computed((): Cell[] => {
    const [pot, second] = [this.pot(), this.desk.secondName()];
    const { mix, wholes } = pot;
    const g = (grams: number): string => grams.toFixed(mix.secondG < 10 ? 2 : 1);
    const unit = this.desk.unit();
    const of = (whole: number | undefined, grams: number): string =>
      unit === 'g' ? g(grams) : unit === 'drops' ? String(mix.drops ?? '–') : String(Number((whole ?? 0).toFixed(1)));
    const resinOf = this.desk.resinUnit() === 'g' ? g(mix.resinG) : of(wholes ? (wholes.kind === 'pump' ? wholes.resin : wholes.resinMl) : undefined, mix.resinG); // prettier-ignore
    const secondOf = unit === 'g' ? g(this.together() ? mix.resinG + mix.secondG : mix.secondG) : of(wholes ? (wholes.kind === 'pump' ? wholes.second : wholes.secondMl) : mix.secondMl, mix.secondG); // prettier-ignore
    const verdict = this.verdict();
    const cell = (id: CellId, title: string, target: string, under: string): Cell => ({ id, title, target, under, typed: this.typed(id), state: this.typed(id) === '' ? 'empty' : 'told' }); // prettier-ignore
    const stop = (one: Cell, within: boolean | null): Cell => ({ ...one, state: one.typed === '' || within === null ? one.state : within ? 'stop' : 'out' }); // prettier-ignore
    const band = unit === 'g' ? `adds ${g(mix.secondMinG)} to ${g(mix.secondMaxG)} g` : '';
    const found = [
      cell('resin', '1 Resin to', resinOf, this.desk.resinUnit() === 'g' ? 'g, cup tared' : this.desk.resinUnit()),
      stop(cell('second', `2 ${second} to`, secondOf, `${unit}${band ? `, ${band}` : ''}`), verdict?.within ?? null),
    ];
    if (this.desk.now()?.round.kind === 'paste') found.push(cell('filler', '3 Filler', pot.fillerG.toFixed(pot.fillerG < 10 ? 1 : 0), 'g')); // prettier-ignore
    if (!this.desk.fresh())
      found.push(cell('air', 'Air, read now', this.units() === 'metric' ? '°C' : '°F', 'not read lately'));
    return found;
  });

  /** How far off it is, and what can still be put right while nothing of it is on the job. */
  readonly verdict = computed(() => {
    const weighed = this.desk.weighed();
    if (!weighed) return null;
    if (weighed.within) return { within: true, text: `${weighed.text} Stop.` };
    const [resinG, secondG, { mix }] = [this.desk.resinG()!, this.desk.secondG()!, this.pot()];
    const right = attempt(() => putRight({ per100ByWeight: (100 * mix.secondG) / mix.resinG, resinG, secondG, tolerancePercent: this.tolerance() })).result; // prettier-ignore
    const name = right?.add === 'resin' ? 'resin' : this.desk.secondName().toLowerCase();
    const add = right?.add ? ` Nothing of it is on the job yet: ${this.inUnits(right.addG, 'mass', right.addG < 10 ? 2 : 1)} more ${name} puts it right, ${this.inUnits(right.leastG, 'mass', 2)} at the least, stirred anew.` : ''; // prettier-ignore
    return {
      within: false,
      text: `${weighed.text}${add} Else throw it away, outdoors, and mix again. It never cures right.`,
    };
  });
  private readonly tolerance = computed(() => {
    const { mix } = this.pot();
    return (100 * (mix.secondMaxG - mix.secondG)) / mix.secondG;
  });

  readonly parts = computed(() => [
    { id: 'resin', name: this.desk.now()?.round.medium === 'gelcoat' ? 'Gel coat' : 'Resin', lots: this.desk.lots().resin, chosen: this.desk.resinLot(), take: (code: string) => this.desk.resinLot.set(code) }, // prettier-ignore
    { id: 'second', name: this.desk.secondName(), lots: this.desk.lots().second, chosen: this.desk.secondLot(), take: (code: string) => this.desk.secondLot.set(code) }, // prettier-ignore
  ]);
  readonly remarks = computed(() => this.desk.lotRemarks().map((remark) => this.words()(remark as never)));

  typed(id: CellId): string {
    const keyed = this.keyed()[id];
    if (keyed !== undefined) return keyed;
    const [resin, second] = [this.desk.resinTyped(), this.desk.secondTyped()];
    const figure = {
      resin,
      second: second === null ? null : this.together() ? second + (resin ?? 0) : second,
      filler: this.desk.fillerG(),
      air: null,
    }[id];
    return figure === null ? '' : String(Math.round(1000 * figure) / 1000);
  }

  type(text: string): void {
    const id = this.active();
    this.keyed.update((keyed) => ({ ...keyed, [id]: text }));
    const figure = text === '' || text === '.' ? null : Number(text);
    if (id === 'air') {
      const { result } = attempt(() => parseQuantity(text, 'temperature', this.units()));
      this.desk.tempC.set(result);
    } else if (id === 'filler') this.desk.fillerG.set(figure);
    else if (id === 'resin') {
      // What the scale showed with both in stays what it showed.
      const shown = this.typed('second');
      this.desk.resinTyped.set(figure);
      if (this.together() && shown !== '') this.setSecond(Number(shown));
    } else this.setSecond(figure);
  }

  private setSecond(shown: number | null): void {
    const resin = this.together() ? (this.desk.resinTyped() ?? 0) : 0;
    this.desk.secondTyped.set(shown === null ? null : Math.max(0, Math.round(1000 * (shown - resin)) / 1000));
  }
}
