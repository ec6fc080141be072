import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { TextInput } from '../../../parts/inputs';
import { FigurePipe, QuantityPipe } from '../../../platform/quantity.pipe';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { Missing } from '../missing';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import { Wants } from '../wants';
import { LayUpDesk } from './desk';
import { layUpParts } from './parts';

/** The work itself, round by round: what is begun, laid, filled and done; what is prepared, mixed and written in its parts. */
@Component({
  selector: 'ash-layup',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, TextInput, FigurePipe, QuantityPipe, Missing, Wants, Headline, PartIndex, GoBar],
  providers: [LayUpDesk],
  templateUrl: './layup.html',
  styleUrl: './layup.scss',
})
export class LayUpStage extends StagePanel {
  readonly desk = inject(LayUpDesk);
  readonly parts = layUpParts(this.desk);

  constructor() {
    super();
    this.desk.source = this.state;
  }

  /** Begins the round in hand; its first pot is what comes next. */
  start(): void {
    this.desk.start();
    this.frame.show((this.desk.now()?.round.pots.length ?? 0) > 0 ? 'pot' : null);
  }
}
