import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { FinishWork } from '@ashstep/core/finish';
import { attempt } from '@ashstep/core/errors';
import { LIMITS } from '@ashstep/core/limits';
import { parseQuantity } from '@ashstep/core/units';
import { TextInput } from '../parts/inputs';
import { QuantityPipe } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import { LayUpDesk } from '../repair/stages/layup/desk';
import { Keypad } from './keypad';

/** A film is read in so many places at the most. */
const MOST_FILMS = 12;

/** What is a film a gauge can be drawn through; paste is none. */
export const isFilm = ({ medium }: Pick<FinishWork, 'medium'>): boolean =>
  medium === 'gelcoat' || medium === 'primer' || medium === 'paint' || medium === 'varnish';

/** What is written down of a coat beside that it is on: the lot of its can, and its wet film as the gauge reads. Both may be left out. */
@Component({
  selector: 'ash-coat-side',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Keypad, QuantityPipe, TextInput],
  template: `
    @if (fromCan()) {
      <label for="can-lot">Lot, off the can</label>
      <input id="can-lot" maxlength="60" [value]="desk.canLot()" (typed)="desk.canLot.set($event)" />
    }
    @if (isFilm(work())) {
      <h2>Wet film</h2>
      @if (work().wetMm; as wanted) {
        <p>
          Wanted: <b class="num">{{ wanted | qty: 'thickness' }}</b>.
        </p>
      }
      @if (desk.wetMm().length > 0) {
        <ul>
          @for (mm of desk.wetMm(); track $index) {
            <li>
              <b class="num">{{ mm | qty: 'thickness' }}</b><button type="button" class="act" (click)="drop($index)">
                Take out<span class="visually-hidden">: reading {{ $index + 1 }}</span>
              </button>
            </li>
          }
        </ul>
      }
      <p class="cell">
        The gauge reads, {{ unit() }}<b>{{ text() || '–' }}</b>
      </p>
      <ash-keypad [text]="text()" (textChange)="text.set($event)" />
      <button type="button" class="act" [disabled]="mm() === null" (click)="keep()">Keep the reading</button>
    }
  `,
  styleUrls: ['./bench-side.scss', './coat-side.scss'],
})
export class CoatSide {
  readonly work = input.required<FinishWork>();
  readonly desk = inject(LayUpDesk);
  private readonly session = inject(SessionService);
  readonly isFilm = isFilm;
  readonly text = signal('');
  private readonly units = computed(() => this.session.person?.units ?? 'metric');
  readonly unit = computed(() => (this.units() === 'metric' ? 'mm' : 'in'));
  readonly fromCan = computed(() => this.desk.plan().finish?.rounds.find(({ id }) => id === this.work().id)?.medium === 'paint'); // prettier-ignore
  /** What is keyed in, mm; null while it is no film. */
  readonly mm = computed(() => {
    const mm = attempt(() => parseQuantity(this.text(), 'thickness', this.units())).result;
    const { min, max } = LIMITS.wetFilmMm;
    return mm !== null && mm >= min && mm <= max && this.desk.wetMm().length < MOST_FILMS ? mm : null;
  });

  keep(): void {
    const mm = this.mm();
    if (mm === null) return;
    this.desk.wetMm.update((all) => [...all, mm]);
    this.text.set('');
  }

  drop(at: number): void {
    this.desk.wetMm.update((all) => all.filter((_, i) => i !== at));
  }
}
