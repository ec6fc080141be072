import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { secondOf } from '@ashstep/contract';
import type { RepairInputs } from '@ashstep/core/repair';
import { QuantityField } from '../../../parts/quantity-field';
import { TermHint } from '../../../parts/term-hint';
import { FigurePipe, QuantityPipe, UnitPipe } from '../../../platform/quantity.pipe';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { Missing } from '../missing';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import { PARTS } from './parts';
import { Rounds } from './rounds';

/** Every pot by the scale and when it is due, what it is mixed in and with, pastes, materials, and how it all cures. */
@Component({
  selector: 'ash-mix',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TermHint, Missing, Rounds, QuantityField, FigurePipe, QuantityPipe, UnitPipe, Headline, PartIndex, GoBar],
  templateUrl: './mix.html',
})
export class MixStage extends StagePanel {
  readonly parts = PARTS;
  readonly second = computed(() => secondOf(this.state().plan));
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
  /** "2 pots, 1 paste". */
  readonly counted = computed(() => {
    const mix = this.plan().mix!;
    const of = (count: number, name: string): string[] =>
      count === 0 ? [] : [`${count} ${name}${count === 1 ? '' : 's'}`];
    return [...of(mix.faces.length > 0 ? mix.pots : 0, 'pot'), ...of(mix.pastes.length, 'paste')].join(', ');
  });
  /** A figure of a round stops the plan. */
  readonly roundProblem = computed(() => this.plan().problems.some(({ field }) => field.startsWith('rounds.')));

  per100(by: 'w' | 'v'): string {
    const pot = this.firstPot()!.mix;
    return (by === 'w' ? pot.per100ByWeight : pot.per100ByVolume).toFixed(1);
  }

  edit(patch: Partial<RepairInputs['mix']>): void {
    this.store.edit('mix', patch);
  }
}
