import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { plyKey } from '@ashstep/core/drawing';
import { attempt } from '@ashstep/core/errors';
import { PREPARATION_CHECKS } from '@ashstep/core/inspection';
import { type Pot, batchError } from '@ashstep/core/repair';
import { type LogEntry, pourWords } from '@ashstep/contract';
import { draft } from '../../../outbox/draft';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, QuantityPipe } from '../../../platform/quantity.pipe';
import { WhenPipe } from '../../../platform/when.pipe';
import { GoBar } from '../../../parts/go-bar';
import { StagePanel } from '../stage-panel';
import { TextInput, TickInput } from '../../../parts/inputs';

@Component({
  selector: 'ash-layup',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput, TickInput, QuantityField, FigurePipe, QuantityPipe, WhenPipe, GoBar],
  templateUrl: './layup.html',
  styleUrl: './layup.scss',
})
export class LayUpStage extends StagePanel {
  readonly preparation = PREPARATION_CHECKS;
  private readonly job = computed(() => this.state().detail.id);
  readonly resinG = draft<number | null>('resinG', this.job, null);
  readonly secondG = draft<number | null>('secondG', this.job, null);
  readonly tempC = draft<number | null>('tempC', this.job, 20);
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
      this.tempC() !== null &&
      this.resinLot().trim() !== '' &&
      this.secondLot().trim() !== '',
  );

  pour(pot: Pot): string {
    const second = this.plan().resin?.card?.kind === 'catalysed' ? 'catalyst' : 'hardener';
    return pourWords(pot, { second, rezeroed: this.inputs().mix.weighing === 're-zeroed' });
  }

  start(): void {
    const { airTempC, humidityPercent } = this.inputs().resin;
    this.store.log({ kind: 'start', tempC: airTempC, humidityPercent });
  }

  mixed(): void {
    const label = this.nextPot()?.label ?? 'extra';
    this.store.log({
      kind: 'batch',
      label,
      resinG: this.resinG()!,
      secondG: this.secondG()!,
      resinLot: this.resinLot().trim(),
      secondLot: this.secondLot().trim(),
      tempC: this.tempC()!,
    });
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
        return `Started, ${entry.tempC.toFixed(1)} °C, ${entry.humidityPercent} %`;
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
