import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { plyKey } from '@ashstep/core/drawing';
import { type Remark, attempt } from '@ashstep/core/errors';
import { PREPARATION_CHECKS } from '@ashstep/core/inspection';
import { type AirRead, type Pot, againstLaying, batchError, freshReading, isFresh } from '@ashstep/core/repair';
import { type LogEntry, pourWords, startWords } from '@ashstep/contract';
import { draft } from '../../../outbox/draft';
import { Clock } from '../../../platform/clock';
import { AirBoard } from '../../air-board';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, QuantityPipe } from '../../../platform/quantity.pipe';
import { WhenPipe } from '../../../platform/when.pipe';
import { GoBar } from '../../../parts/go-bar';
import { StagePanel } from '../stage-panel';
import { TextInput, TickInput } from '../../../parts/inputs';

@Component({
  selector: 'ash-layup',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AirBoard, TextInput, TickInput, QuantityField, FigurePipe, QuantityPipe, WhenPipe, GoBar],
  templateUrl: './layup.html',
  styleUrl: './layup.scss',
})
export class LayUpStage extends StagePanel {
  private readonly clock = inject(Clock);
  readonly preparation = PREPARATION_CHECKS;
  private readonly job = computed(() => this.state().detail.id);
  readonly resinG = draft<number | null>('resinG', this.job, null);
  readonly secondG = draft<number | null>('secondG', this.job, null);
  readonly tempC = draft<number | null>('airTempC', this.job, null);
  readonly allTheSame = draft('allTheSame', this.job, '');
  readonly resinLot = draft('resinLot', this.job, '');
  readonly secondLot = draft('secondLot', this.job, '');
  readonly note = draft('note', this.job, '');
  readonly log = computed(() => [...this.state().detail.log].reverse());
  readonly started = computed(() => this.state().detail.log.some((entry) => entry.entry.kind === 'start'));
  readonly prepared = computed(() => this.preparation.every((check) => this.isDone(check.id)));
  readonly conditions = computed(() => {
    const resin = this.plan().resin;
    return resin?.verdicts.families.find((f) => f.family === resin.card?.family)?.conditions ?? [];
  });
  readonly plies = computed(() => {
    const laid = new Set(
      this.state().detail.log.flatMap((entry) => (entry.entry.kind === 'ply' ? [entry.entry.plyKey] : [])),
    );
    return (this.plan().patch?.faces ?? []).flatMap((face, f) =>
      face.plies.map((ply, i) => {
        const key = plyKey(f, ply.laid);
        const grams = this.plan().mix?.faces[f]?.quantity.plies[i];
        return {
          key,
          name: ply.cover ? 'Cover' : String(ply.laid),
          label: `Ply ${ply.laid}`,
          face: f,
          fabric: ply.fabric.name,
          turn: ply.orientationDeg,
          length: ply.lengthMm,
          width: ply.widthMm,
          laid: laid.has(key),
          fabricG: grams?.fabricG ?? 0,
          resinG: grams?.resinG ?? 0,
        };
      }),
    );
  });
  readonly next = computed(() => this.plies().find((ply) => !ply.laid) ?? null);
  readonly down = computed(() => this.plies().filter((ply) => ply.laid).length);
  readonly pots = computed(() => (this.plan().mix?.faces ?? []).flatMap((face) => face.pots));
  readonly nextPot = computed(() => {
    // One that is out is thrown away and mixed again.
    const mixed = new Set(
      this.state().detail.log.flatMap(({ entry, within }) =>
        entry.kind === 'batch' && within !== false ? [entry.label] : [],
      ),
    );
    return this.pots().find((pot) => !mixed.has(pot.label)) ?? null;
  });
  readonly again = computed(() =>
    this.state().detail.log.some(({ entry }) => entry.kind === 'batch' && entry.label === this.nextPot()?.label),
  );
  /** How far what is typed is from the ratio, before it is logged and on the job. */
  readonly weighed = computed(() => {
    const [resinG, secondG, card] = [this.resinG(), this.secondG(), this.plan().resin?.card];
    if (!resinG || secondG === null || !card) return null;
    const { result } = attempt(() => batchError(this.inputs(), this.plan(), { resinG, secondG }));
    return (
      result && {
        within: result.within,
        text: `${signed(result.errorPercent)} % ${this.secondName().toLowerCase()}: ${result.within ? 'within' : `out, ${card.tolerancePercent} % is allowed`}.`,
      }
    );
  });
  readonly secondName = computed(() => (this.plan().resin?.card?.kind === 'catalysed' ? 'Catalyst' : 'Hardener'));
  readonly canLog = computed(
    () =>
      !!this.resinG() &&
      this.secondG() !== null &&
      (this.tempC() ?? this.fresh()?.tempC ?? null) !== null &&
      this.resinLot().trim() !== '' &&
      this.secondLot().trim() !== '',
  );

  pour(pot: Pot): string {
    const second = this.plan().resin?.card?.kind === 'catalysed' ? 'catalyst' : 'hardener';
    return pourWords(pot, { second, rezeroed: this.inputs().mix.weighing === 're-zeroed' });
  }

  /** The reading that tells how the air is now; null where it must be read. */
  fresh(): AirRead | null {
    return freshReading(this.inputs().air, this.clock.now(), this.inputs().days.place ?? 'shed');
  }

  /** What the air that was read says against beginning. */
  against(): Remark[] {
    const [fresh, card] = [this.fresh(), this.plan().resin?.card];
    return fresh && card ? againstLaying(card, this.airOf(fresh)) : [];
  }

  /** What stands between this and the start; null where nothing does. */
  missing(): string | null {
    if (this.plan().holds.length > 0) return 'Held: see above';
    if (!this.prepared()) return 'Tick all of it off first';
    if (!this.fresh()) return 'Read the air first';
    return this.against().length > 0 && this.allTheSame().trim().length < 3 ? 'The air speaks against it' : null;
  }

  start(): void {
    const fresh = this.fresh();
    if (!fresh) return;
    const ids = this.against().map(({ id }) => id);
    const { by, at, instrument } = fresh;
    const reason = this.allTheSame().trim();
    this.store.log({
      kind: 'start',
      ...this.airOf(fresh),
      read: { by, at, instrument },
      ...(ids.length > 0 ? { against: { ids, reason } } : {}),
    });
    this.allTheSame.set('');
  }

  private airOf({ tempC, humidityPercent }: AirRead): {
    tempC: number;
    humidityPercent: number;
    surfaceTempC: number | null;
  } {
    // prettier-ignore
    const { surfaceTempC } = this.plan().air;
    const place = this.inputs().days.place ?? 'shed';
    const read = surfaceTempC.source === 'reading' && isFresh(surfaceTempC.at!, this.clock.now(), place);
    return { tempC: tempC!, humidityPercent: humidityPercent!, surfaceTempC: read ? surfaceTempC.value : null };
  }

  mixed(): void {
    const label = this.nextPot()?.label ?? 'extra';
    const [typed, fresh] = [this.tempC(), this.fresh()];
    this.store.log({
      kind: 'batch',
      label,
      resinG: this.resinG()!,
      secondG: this.secondG()!,
      resinLot: this.resinLot().trim(),
      secondLot: this.secondLot().trim(),
      tempC: typed ?? fresh!.tempC!,
      ...(typed === null && fresh ? { read: { by: fresh.by, at: fresh.at, instrument: fresh.instrument } } : {}),
    });
    this.tempC.set(null);
    this.resinG.set(null);
    this.secondG.set(null);
  }

  laid(): void {
    const ply = this.next();
    if (ply) this.store.log({ kind: 'ply', plyKey: ply.key, label: ply.label });
  }

  write(): void {
    const text = this.note().trim();
    if (text === '') return;
    this.store.log({ kind: 'note', text });
    this.note.set('');
  }

  text({ entry, mixErrorPercent, within }: LogEntry): string {
    switch (entry.kind) {
      case 'start':
        return startWords(entry);
      case 'batch': {
        const error =
          mixErrorPercent === null
            ? ''
            : `, ${signed(mixErrorPercent)} % off the ratio: ${within ? 'within' : 'out. Not on the job? Throw it away'}`;
        return `Pot ${entry.label}: ${entry.resinG.toFixed(1)} g ${entry.resinLot} + ${entry.secondG.toFixed(1)} g ${entry.secondLot}${error}`;
      }
      case 'ply':
        return `${entry.label} down and wet out`;
      case 'note':
        return entry.text;
    }
  }
}

const signed = (percent: number): string => `${percent > -0.05 ? '+' : '\u2212'}${Math.abs(percent).toFixed(1)}`;
