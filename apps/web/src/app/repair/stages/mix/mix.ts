import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MIXING_ORDER, PRIME_NAMES } from '@ashstep/contract';
import { MIXING_MIN, PRIME_GSM, type PrimedSurface } from '@ashstep/core/mix';
import type { MixFace, PatchFace, Pot, RepairInputs } from '@ashstep/core/repair';
import { optionsOf } from '../../../parts/choice-field';
import { GoBar } from '../../../parts/go-bar';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, QuantityPipe, UnitPipe } from '../../../platform/quantity.pipe';
import { pourText, secondOf } from '../../pour';
import { TermHint } from '../../../parts/term-hint';
import { Missing } from '../missing';
import { StagePanel } from '../stage-panel';
import { StagePanels } from '../stage-panels';
import { PANELS } from './panels';
import { Rounds } from './rounds';
import { PickOf } from '../../../parts/inputs';

interface PotRow {
  pot: Pot;
  /** When it is mixed, after the first pot of its go. */
  due: string;
  /** Head of the go that begins with it, where there are several. */
  begins: string;
}

/** Every pot by the scale and when it is due, what it is mixed in and with, pastes, materials, and how it all cures. */
@Component({
  selector: 'ash-mix',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TermHint, Missing, Rounds, PickOf, StagePanels, QuantityField, FigurePipe, QuantityPipe, UnitPipe, GoBar],
  templateUrl: './mix.html',
  styleUrl: './mix.scss',
})
export class MixStage extends StagePanel {
  readonly panels = PANELS;
  readonly primes = optionsOf(PRIME_NAMES);
  readonly second = computed(() => secondOf(this.state()));
  readonly secondName = computed(() => (this.second() === 'hardener' ? 'Hardener' : 'Catalyst'));
  readonly order = computed(() => MIXING_ORDER[this.plan().resin?.card?.kind ?? 'two-part']);
  readonly ratio = computed(() => {
    const pot = this.firstPot()?.mix;
    if (!pot) return '';
    return pot.catalystPercent === null
      ? `100:${pot.per100ByWeight.toFixed(0)} by weight`
      : `${pot.catalystPercent.toFixed(1)} % by volume`;
  });
  /** The mix where there is anything to mix. */
  readonly mixed = computed(() => {
    const { mix, rounds } = this.plan();
    return mix && rounds.length > 0 ? mix : null;
  });
  /** Everything that is mixed, pastes and coats too. */
  readonly massG = computed(() => this.plan().rounds.reduce((sum, round) => sum + round.massG, 0));
  /** The first pot of the job's resin. */
  readonly firstPot = computed(() => {
    const { mix, rounds } = this.plan();
    return mix?.faces[0]?.pots[0] ?? rounds.filter(({ medium }) => medium === null || medium === 'resin').flatMap(({ pots }) => pots)[0] ?? null; // prettier-ignore
  });
  readonly catalystRange = computed(() => {
    const card = this.plan().resin?.card;
    return card?.kind === 'catalysed' ? `${card.catalystMinPercent} to ${card.catalystMaxPercent}` : '';
  });
  readonly catalystProblem = computed(() => {
    const problem = this.plan().problems.find((p) => p.stage === 'mix' && p.field === 'catalystPercent');
    return problem
      ? `Refused: outside the product’s range it stays soft or burns. Accepted: ${problem.params['min']} to ${problem.params['max']} %.`
      : null;
  });
  /** A figure of a round stops the plan. */
  /** "2 pots, 1 paste". */
  readonly counted = computed(() => {
    const mix = this.plan().mix!;
    const of = (count: number, name: string): string[] =>
      count === 0 ? [] : [`${count} ${name}${count === 1 ? '' : 's'}`];
    return [...of(mix.faces.length > 0 ? mix.pots : 0, 'pot'), ...of(mix.pastes.length, 'paste')].join(', ');
  });
  readonly roundProblem = computed(() => this.plan().problems.some(({ field }) => field.startsWith('rounds.')));
  /** Pots of each face with when each is due. */
  readonly potRows = computed(() => {
    const { mix, patch } = this.plan();
    return (mix?.faces ?? []).map((face, f) => this.rowsOf(face, patch!.faces[f]!));
  });
  /** Where the resin of each face goes: its goes, priming, and what stays in the pots. */
  readonly quantityRows = computed(() => {
    const { mix, patch } = this.plan();
    return (mix?.faces ?? []).map(({ quantity }, f) => {
      const { sessions } = patch!.faces[f]!;
      const goes = sessions.map(({ from, to }, g) => ({
        name: sessions.length > 1 ? `Plies of go ${g + 1}, ${from + 1} to ${to + 1}` : 'Plies',
        massG: quantity.plies.slice(from, to + 1).reduce((sum, ply) => sum + ply.resinG, 0),
      }));
      return [
        ...goes,
        { name: 'Prime the ground face', massG: quantity.primeG },
        { name: 'Pot, brush, roller', massG: quantity.wasteG },
      ];
    });
  });

  private rowsOf(face: MixFace, { sessions }: PatchFace): PotRow[] {
    let [go, dueMin] = [-1, 0];
    return face.pots.map((pot): PotRow => {
      const begins = pot.go !== go;
      if (begins) [go, dueMin] = [pot.go, 0];
      const { from, to } = sessions[pot.go]!;
      const row = {
        pot,
        due: dueMin === 0 ? 'mix first' : `mix at +${Math.round(dueMin)} min, for ply ${pot.plies[0]!}`,
        begins: begins && sessions.length > 1 ? `Go ${pot.go + 1}, plies ${from + 1} to ${to + 1}` : '',
      };
      dueMin += pot.massG / face.pace.gPerMin + MIXING_MIN;
      return row;
    });
  }

  pour(pot: Pot): string {
    return pourText(this.state(), pot);
  }

  abs(value: number): string {
    return Math.abs(value).toFixed(1);
  }

  per100(by: 'w' | 'v'): string {
    const pot = this.firstPot()!.mix;
    return (by === 'w' ? pot.per100ByWeight : pot.per100ByVolume).toFixed(1);
  }

  /** Another surface drinks another amount. */
  prime(primes: PrimedSurface): void {
    this.edit({ primes, primeGsm: PRIME_GSM[primes] });
  }

  edit(patch: Partial<RepairInputs['mix']>): void {
    this.store.edit('mix', patch);
  }
}
