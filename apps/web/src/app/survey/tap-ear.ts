import { ChangeDetectionStrategy, Component, DestroyRef, computed, inject, input, output, signal } from '@angular/core';
import { attempt } from '@ashstep/core/errors';
import { type TapFeatures, type TapScore, type TapSound, scoreTap, tapFeatures, tapPicture, together } from '@ashstep/core/survey'; // prettier-ignore
import { draft } from '../outbox/draft';
import { type Deaf, type HeardTap, Microphone } from './microphone';

/** Taps on sound laminate it goes by. */
const TAUGHT = 5;
/** What the microphone told stands in the reading in so many letters at the most. */
const WORDS_MOST = 60;
const [WIDTH, HEIGHT] = [220, 72];
const NAMES: Record<TapSound, string> = { sound: 'sound', dull: 'dull', doubtful: 'doubtful' };
const WHY: Record<Deaf, string> = {
  refused: 'The microphone is not allowed here. Allow it in the browser, or tell the taps by ear.',
  none: 'This device has no microphone. Tell the taps by ear.',
  unknown: 'The microphone cannot be used just now. Tell the taps by ear.',
};

/** Taps heard by the device: five on sound laminate teach it, then each is scored against them; a doubtful one is asked for again, and the person's word wins. */
@Component({
  selector: 'ash-tap-ear',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!listening()) {
      <button type="button" class="act small" (click)="listen()">Listen with the microphone</button>
      @if (deaf(); as why) {
        <p class="remark" role="alert">{{ why }}</p>
      }
    } @else {
      <div class="heard">
        <p role="status">
          @if (taught().length < needed) {
            <b>Tap on sound laminate near by: {{ taught().length }} of {{ needed }}.</b> These it goes by, on this job
            alone.
          } @else if (asked()) {
            <b>Doubtful.</b> Tap once more at the same place.
          } @else if (last(); as tap) {
            <b>{{ tap.sound === 'doubtful' ? 'Doubtful, twice' : tap.sound === 'dull' ? 'Dull' : 'Sound' }}.</b>
            {{ tap.score.toFixed(1) }} ± {{ tap.doubt.toFixed(1) }} from the sound ones. Not so? Say it below: your word
            counts, both are kept.
          } @else {
            <b>Listening.</b> Tap at the place shown.
          }
        </p>
        @if (picture(); as seen) {
          <svg [attr.viewBox]="'0 0 ' + 2 * width + ' ' + (height + 16)" role="img" [attr.aria-label]="seen.words">
            <path [attr.d]="seen.decay" fill="none" stroke="var(--ink)" stroke-width="2" />
            @for (bar of seen.bars; track bar.x) {
              <rect [attr.x]="bar.x" [attr.y]="bar.y" width="7" [attr.height]="height - bar.y" fill="var(--ink)" />
            }
            <text x="2" [attr.y]="height + 13">fall, 0.1 s</text>
            <text [attr.x]="width + 12" [attr.y]="height + 13">80 Hz</text>
            <text [attr.x]="2 * width - 4" [attr.y]="height + 13" text-anchor="end">8 kHz</text>
          </svg>
        }
        @if (last() && !asked()) {
          <div class="row-actions">
            @for (sound of others(); track sound) {
              <button type="button" class="act small" (click)="correct(sound)">No: {{ names[sound] }}</button>
            }
          </div>
        }
        <div class="row-actions">
          <button type="button" class="act small" (click)="teachAnew()">Teach it anew</button
          ><button type="button" class="act small" (click)="stop()">Stop listening</button>
        </div>
      </div>
    }
  `,
  styles: `
    .heard {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    svg {
      max-width: 460px;
      background: var(--sheet);
      border: 1px solid var(--ash-3);
    }
    text {
      font-size: 12px;
      fill: var(--ink-2);
    }
  `,
})
export class TapEar {
  /** Id of the job: what it was taught is of this laminate. */
  readonly job = input.required<string>();
  /** A tap told by the microphone, with what it said in words. */
  readonly heard = output<{ sound: TapSound; words: string }>();
  /** The person says the last one otherwise; what the microphone said is kept beside it. */
  readonly corrected = output<{ sound: TapSound; words: string }>();
  private readonly microphone = new Microphone();
  readonly needed = TAUGHT;
  readonly names = NAMES;
  readonly width = WIDTH;
  readonly height = HEIGHT;
  readonly taught = draft<TapFeatures[]>('tap-references', this.job, []);
  readonly listening = signal(false);
  readonly deaf = signal<string | null>(null);
  readonly last = signal<TapScore | null>(null);
  /** A doubtful one that waits for its second. */
  readonly asked = signal<TapScore | null>(null);
  private readonly tap = signal<HeardTap | null>(null);
  readonly others = computed(() => (['sound', 'dull', 'doubtful'] as const).filter((one) => one !== this.last()?.sound)); // prettier-ignore

  readonly picture = computed(() => {
    const tap = this.tap();
    if (!tap) return null;
    const { decayDb, bands } = tapPicture(tap.samples, tap.rateHz);
    const y = (db: number): number => 2 + ((HEIGHT - 4) * -db) / 60;
    const decay = decayDb.map((db, i) => `${i === 0 ? 'M' : 'L'}${((WIDTH - 10) * i) / Math.max(1, decayDb.length - 1)} ${y(db)}`).join(''); // prettier-ignore
    const loudest = bands.reduce((a, b) => (b.db > a.db ? b : a));
    return {
      decay,
      bars: bands.map(({ db }, i) => ({ x: WIDTH + 12 + i * 9.6, y: y(db) })),
      words: `The tap: loudest at about ${Math.round(loudest.hz)} Hz`,
    };
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.microphone.stop());
  }

  async listen(): Promise<void> {
    this.deaf.set(null);
    try {
      await this.microphone.listen((tap) => this.hear(tap));
      this.listening.set(true);
    } catch (why) {
      this.deaf.set(WHY[why as Deaf] ?? WHY.unknown);
    }
  }

  stop(): void {
    this.microphone.stop();
    this.listening.set(false);
    this.asked.set(null);
    this.last.set(null);
  }

  teachAnew(): void {
    this.taught.set([]);
    this.asked.set(null);
    this.last.set(null);
  }

  /** What is heard: one more it goes by, or a tap at the place in hand. */
  hear(tap: HeardTap): void {
    const { result: features } = attempt(() => tapFeatures(tap.samples, tap.rateHz));
    if (!features) return;
    this.tap.set(tap);
    if (this.taught().length < TAUGHT) return this.taught.update((all) => [...all, features]);
    const { result: score } = attempt(() => scoreTap(features, this.taught()));
    if (!score) return;
    const before = this.asked();
    if (!before && score.sound === 'doubtful') return this.asked.set(score);
    this.asked.set(null);
    this.told(before ? together(before, score) : score);
  }

  correct(sound: TapSound): void {
    const { score, doubt, sound: said } = this.last()!;
    this.corrected.emit({ sound, words: `By ear; microphone: ${NAMES[said]}, ${score.toFixed(1)} ± ${doubt.toFixed(1)}`.slice(0, WORDS_MOST) }); // prettier-ignore
    this.last.set(null);
  }

  private told(tap: TapScore): void {
    this.last.set(tap);
    this.heard.emit({ sound: tap.sound, words: `Microphone: ${NAMES[tap.sound]}, ${tap.score.toFixed(1)} ± ${tap.doubt.toFixed(1)}`.slice(0, WORDS_MOST) }); // prettier-ignore
  }
}
