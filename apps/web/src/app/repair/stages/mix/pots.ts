import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MIXING_ORDER, roundPourWords, secondOf, capital } from '@ashstep/contract';
import { MIXING_MIN } from '@ashstep/core/mix';
import type { MixFace, PatchFace, Pot } from '@ashstep/core/repair';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { Panel } from '../stage-panel';

interface PotRow {
  pot: Pot;
  /** When it is mixed, after the first pot of its go. */
  due: string;
  /** Head of the go that begins with it, where there are several. */
  begins: string;
}

/** Every pot of the plies by the scale and when it is due, and where the resin goes. */
@Component({
  selector: 'ash-pots',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityPipe],
  templateUrl: './pots.html',
  styleUrl: './pots.scss',
})
export class Pots extends Panel {
  readonly faces = computed(() => this.plan().mix?.faces ?? []);
  readonly second = computed(() => secondOf(this.state().plan));
  readonly secondName = computed(() => (this.second() === 'hardener' ? 'Hardener' : 'Catalyst'));
  readonly order = computed(() => MIXING_ORDER[this.plan().resin?.card?.kind ?? 'two-part']);
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
    return roundPourWords(this.state(), pot);
  }

  readonly capital = capital;

  abs(value: number): string {
    return Math.abs(value).toFixed(1);
  }
}
