import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { BAND_NAMES } from '@ashstep/contract';
import type { MatchBand } from '@ashstep/core/laminate';
import { fabricOf } from '@ashstep/core/material';
import { spotOf } from '@ashstep/core/stack';
import { TermHint } from '../../../parts/term-hint';
import { StiffnessChart } from '../stiffness-chart';
import { Panel } from '../stage-panel';

const DIRECTIONS = {
  a11: 'Stretch, along',
  a22: 'Stretch, across',
  a66: 'Shear',
  d11: 'Bend, along',
  d22: 'Bend, across',
  d66: 'Twist',
} as const;

/** The patch held against the parent: stiffness every way, strength, and weight. */
@Component({
  selector: 'ash-match',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TermHint, StiffnessChart],
  template: `
    @if (plan().match; as match) {
      <div class="block">
        <p class="why"><b>Stiffness against the parent</b> {{ worst() }}</p>
        <ul class="match">
          @for (m of match.ratios; track m.direction) {
            <li>
              <span>{{ name(m.direction) }}</span><b class="num">{{ m.ratio.toFixed(2) }}</b
              ><span class="band" [class]="m.band">
                @if (m.band === 'soft' || m.band === 'hard') {
                  <ash-term [of]="m.band + '-spot'">{{ band(m.band) }}</ash-term>
                } @else {
                  {{ band(m.band) }}
                }
              </span>
            </li>
          }
          @for (pull of pulls(); track pull.name) {
            <li>
              <span>{{ pull.name }}</span><b class="num">{{ pull.ratio }}</b
              ><span class="quiet">estimate</span>
            </li>
          }
          <li>
            <span>Weight</span><b class="num">{{ match.weightRatio?.toFixed(2) ?? '–' }}</b
            ><span></span>
          </li>
        </ul>
      </div>
      <ash-stiffness-chart of="patch" [state]="state()" />
    }
  `,
  styles: `
    .match {
      list-style: none;
      margin: 0;
      padding: 0;
      display: grid;
      grid-template-columns: 1fr 1fr;
      column-gap: 20px;
    }
    .match li {
      display: grid;
      grid-template-columns: 1fr 44px 96px;
      gap: 6px;
      align-items: center;
      min-height: 28px;
      border-bottom: 1px solid var(--ash-2);
    }
    .band {
      padding: 1px 6px;
      font-size: 12.5px;
      border: 1px solid var(--ink);
      text-align: center;
      background: var(--sheet);
    }
    .band.match {
      display: block;
      background: var(--glass-tint);
      color: var(--glass-ink);
    }
    .band.note {
      background: var(--amber-tint);
    }
    .band.soft {
      background: var(--ink);
      color: var(--sheet);
    }
    @media (max-width: 480px) {
      .match {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class Match extends Panel {
  readonly worst = computed(() => {
    const match = this.plan().match!;
    if (match.worst === 'match') return 'Every direction lies in the band.';
    const said =
      match.worst === 'soft'
        ? 'A soft spot: it flexes and cracks its own finish.'
        : match.worst === 'hard'
          ? 'A hard spot: the next crack starts at its edge.'
          : 'A little stiff, not yet a hard spot.';
    return `${said}${this.culprit()}`;
  });
  /** Which ply makes the patch too stiff or too soft. */
  private readonly culprit = computed(() => {
    const { parent, patch, resin } = this.plan();
    if (!parent || !patch || !resin?.card) return '';
    const { layers, cover } = patch;
    const spot = spotOf(parent.within, layers, cover, resin.card.family);
    if (!spot) return '';
    const way = DIRECTIONS[spot.direction].toLowerCase();
    if (spot.ply === null)
      return ` No one ply does it (${way} ${spot.ratio.toFixed(2)}): the whole is too ${spot.kind === 'hard' ? 'thick' : 'thin'}.`;
    return ` Ply ${spot.ply + 1} from below, ${fabricOf(layers[spot.ply]!).name}, does most of it: ${way} ${spot.ratio.toFixed(2)}, and ${spot.ratioThen.toFixed(2)} were it as stiff as the parent.`;
  });
  /** Pull at which the patch first fails against the parent's; generic strengths, to compare by. */
  readonly pulls = computed(() => {
    const carries = this.plan().patch?.carries;
    return [
      { name: 'Strength, along', ratio: carries?.along?.toFixed(2) ?? '–' },
      { name: 'Strength, across', ratio: carries?.across?.toFixed(2) ?? '–' },
    ];
  });

  name(direction: keyof typeof DIRECTIONS): string {
    return DIRECTIONS[direction];
  }

  band(band: MatchBand): string {
    return BAND_NAMES[band];
  }
}
