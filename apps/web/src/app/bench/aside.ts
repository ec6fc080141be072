import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import type { PotUnderWay } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { parseQuantity } from '@ashstep/core/units';
import { ReadWith } from '../instruments/read-with';
import { Take, type Taken } from '../instruments/take';
import { draft } from '../outbox/draft';
import { TextInput } from '../parts/inputs';
import { SessionService } from '../platform/session.service';
import { KeptAir } from '../repair/kept-air';
import { RepairStore, type RepairState } from '../repair/repair.store';
import { Keypad } from './keypad';

/** What is done beside the acts, over what stands on the right. */
export type AsideKind = 'note' | 'air' | 'cup' | 'hot';

/** Letters the instruments of the air and of a cup have at the most. */
const [AIR_MOST, CUP_MOST] = [80, 60];

/** Beside the acts of the bench: a note, the air or a cup as it is read, what to do with a hot cup. Figures begin anew with each. */
@Component({
  selector: 'ash-bench-aside',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Keypad, Take, TextInput],
  templateUrl: './aside.html',
  styleUrl: './bench-side.scss',
})
export class BenchAside {
  readonly state = input.required<RepairState>();
  readonly kind = input.required<AsideKind>();
  /** The pot whose cup is read. */
  readonly cup = input<PotUnderWay | null>(null);
  readonly shut = output();
  /** What the next press on the piece names. */
  readonly placing = output<string>();
  private readonly store = inject(RepairStore);
  private readonly session = inject(SessionService);
  private readonly keptAir = new KeptAir();
  private readonly readWith = new ReadWith();

  readonly noting = draft('bench-note', computed(() => this.state().detail.id), ''); // prettier-ignore
  readonly keyed = linkedSignal({ source: this.kind, computation: () => ({ temp: '', humidity: '' }) });
  readonly field = linkedSignal<AsideKind, 'temp' | 'humidity'>({ source: this.kind, computation: () => 'temp' });
  private readonly units = computed(() => this.session.person?.units ?? 'metric');
  readonly degrees = computed(() => (this.units() === 'metric' ? '°C' : '°F'));
  /** The temperature that is keyed in, °C; null while it is none. */
  readonly tempKeyed = computed(() => attempt(() => parseQuantity(this.keyed().temp, 'temperature', this.units())).result); // prettier-ignore
  readonly humidityKeyed = computed(() => {
    const value = Number(this.keyed().humidity);
    return this.keyed().humidity !== '' && value > 0 && value <= 100 ? value : null;
  });

  /** Whether all there is to read of the air is keyed in. */
  readonly airRead = computed(() => this.tempKeyed() !== null && this.humidityKeyed() !== null);

  /** A figure an instrument told stands in the field as it would be keyed in. */
  takeKeyed(field: 'temp' | 'humidity', { value, instrument }: Taken): void {
    this.field.set(field);
    const figure = field === 'temp' && this.units() === 'imperial' ? 1.8 * value[0]! + 32 : value[0]!;
    this.keyIn(String(Math.round(10 * figure) / 10));
    this.readWith.set(field, instrument);
  }

  keyIn(text: string): void {
    this.readWith.set(this.field(), '');
    this.keyed.update((keyed) => ({ ...keyed, [this.field()]: text }));
  }

  keepAir(): void {
    const [tempC, humidityPercent] = [this.tempKeyed(), this.humidityKeyed()];
    if (tempC === null || humidityPercent === null) return;
    this.keptAir.keep(this.state(), { tempC, humidityPercent, surfaceTempC: null, instrument: this.readWith.text(AIR_MOST) }); // prettier-ignore
    this.shut.emit();
  }

  keepCup(): void {
    const [tempC, pot] = [this.tempKeyed(), this.cup()];
    if (tempC === null || !pot) return;
    this.store.log({ kind: 'pot-temp', round: pot.roundId, label: pot.label, tempC, instrument: this.readWith.get('temp').slice(0, CUP_MOST) }); // prettier-ignore
    this.shut.emit();
  }

  write(): void {
    const text = this.noting().trim();
    if (text === '') return;
    this.store.log({ kind: 'note', text });
    this.noting.set('');
    this.shut.emit();
  }
}
