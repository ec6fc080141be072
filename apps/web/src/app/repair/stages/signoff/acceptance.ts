import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  afterRenderEffect,
  computed,
  inject,
  signal,
} from '@angular/core';
import { type InspectionResult, hardFrom, signed } from '@ashstep/contract';
import type { QuantityName } from '@ashstep/contract/instruments';
import { type InspectionCheck, judgesCure } from '@ashstep/core/inspection';
import { Take, type Taken } from '../../../instruments/take';
import { draft } from '../../../outbox/draft';
import { figureOf } from '../../../parts/csv';
import { TextInput } from '../../../parts/inputs';
import { Clock } from '../../../platform/clock';
import { WhenPipe } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';
import { answersOf, isOpen } from './answers';

const WHY: Record<string, string> = {
  'mean-outside': 'Outside the limit.',
  'one-too-low': 'One reading is too low.',
  'too-few': 'Too few readings to judge.',
};

/** Unit of a slope against the planned one, and under how much of it a figure is the ratio itself. */
const [OF_RATIO, SURELY_RATIO] = ['% of ratio', 40];
const isRatio = (text: string): boolean => (figureOf(text) ?? SURELY_RATIO) < SURELY_RATIO;

/** Checks an instrument of the shed can read. */
const READ_BY: Partial<Record<string, QuantityName>> = {
  'hardness-d': 'hardness',
  'hardness-impressor': 'hardness',
  'patch-thickness': 'thickness',
};

/** Every check with its limit and how it is made, answered by eye or by readings. */
@Component({
  selector: 'ash-acceptance',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Take, TextInput, WhenPipe],
  templateUrl: './acceptance.html',
  styleUrl: './acceptance.scss',
})
export class Acceptance extends Panel {
  private readonly job = computed(() => `${this.state().detail.id}.${this.state().detail.revision}`);
  readonly typed = draft<Record<string, string>>('readings', this.job, {});
  readonly rows = computed(() => answersOf(this.state()));
  /** When what was laid is hard enough to be judged; null when it is, or nobody knows. */
  readonly hardAt = computed(() => {
    const from = hardFrom(this.plan(), this.state().detail.log);
    return from !== null && Date.parse(this.now()) < from ? new Date(from).toISOString() : null;
  });
  private readonly now = signal(new Date(inject(Clock).moment()).toISOString());
  /** Why what is not hard yet is read all the same. */
  readonly early = draft('early', this.job, '');

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** Check being answered from the keyboard: its field goes when it passes, and the focus moves on to the next open one. */
  private answering: string | null = null;

  constructor() {
    super();
    afterRenderEffect(() => {
      const at = this.rows().findIndex((row) => row.check.id === this.answering && row.result?.pass);
      if (at < 0) return;
      this.answering = null;
      const items = [...this.host.nativeElement.querySelectorAll('.checks > li')];
      const open = [...items.slice(at + 1), ...items.slice(0, at)]
        .map((item) => item.querySelector<HTMLElement>('.answer input, .answer button'))
        .find((control) => control !== null);
      open?.focus();
    });
  }

  type(checkId: string, text: string): void {
    this.with.update(({ [checkId]: _, ...others }) => others);
    this.typed.update((all) => ({ ...all, [checkId]: text }));
  }

  readonly ofRatio = OF_RATIO;
  readonly readBy: Readonly<Partial<Record<string, QuantityName>>> = READ_BY;
  /** What the readings of a check were taken with, where all of them were. */
  private readonly with = signal<Readonly<Record<string, ReadonlySet<string>>>>({});

  /** One more reading of an instrument, behind those that are there. */
  take({ id }: InspectionCheck, { value, instrument }: Taken): void {
    const before = this.typedFor(id);
    const all = before === '' ? new Set<string>() : this.with()[id];
    this.type(id, `${before} ${value[0]}`.trim());
    if (all) this.with.update((one) => ({ ...one, [id]: new Set([...all, instrument]) }));
  }

  typedFor(checkId: string): string {
    return this.typed()[checkId] ?? '';
  }

  eye(check: InspectionCheck, pass: boolean): void {
    this.noteKeyboard(check);
    this.store.answer({ checkId: check.id, pass, note: this.noteOf(check) });
  }

  /** Sends the readings typed for a check, parted by spaces or semicolons; decimal comma or point. */
  send(check: InspectionCheck): void {
    const readings = this.readings(check);
    this.noteKeyboard(check);
    if (!readings || (this.tooEarly(check) && this.noteOf(check) === '')) return;
    const read = [...(this.with()[check.id] ?? [])].map((one) => `Read with ${one}.`);
    this.store.answer({ checkId: check.id, readings, note: [this.noteOf(check), ...read].filter(Boolean).join(' ') });
    this.with.update(({ [check.id]: _, ...others }) => others);
    this.typed.update(({ [check.id]: _, ...others }) => others);
  }

  /** Whether this person can do anything for a check: after an own check that passed, only one whose answers count. */
  isAsked(result: InspectionResult | null): boolean {
    return isOpen(result) && (!result?.pass || result.standing !== 'own' || this.state().detail.answersCount);
  }

  /** Why a pass does not count, or that it was carried over. */
  standing(result: InspectionResult): string {
    if (result.standing === 'own') return 'An own check: an inspector answers it too.';
    if (result.standing === 'void') return 'Something it was judged by has changed since: look again.';
    const { revision } = this.state().detail;
    return result.revision !== undefined && result.revision < revision
      ? `Carried over from revision ${result.revision}: nothing it was judged by has changed.`
      : '';
  }

  tooEarly(check: InspectionCheck): boolean {
    return judgesCure(check) && this.hardAt() !== null;
  }

  private noteOf(check: InspectionCheck): string {
    return this.tooEarly(check) ? this.early().trim() : '';
  }

  private noteKeyboard(check: InspectionCheck): void {
    this.answering = document.activeElement?.matches(':focus-visible') ? check.id : null;
  }

  readings({ id, unit }: InspectionCheck): number[] | null {
    const values = this.parts(id).map((part) => (unit === OF_RATIO ? this.asShare(part) : figureOf(part)));
    return values.length > 0 && values.every((value) => value !== null) ? values : null;
  }

  private parts(checkId: string): string[] {
    return this.typedFor(checkId)
      .trim()
      .split(/[\s;]+/)
      .filter((part) => part !== '');
  }

  /** A slope as it is gauged, "11.8:1", in per cent of the one that was planned; or the per cent themselves. */
  private asShare(text: string): number | null {
    const [gauged, ratio] = [/^(.+):1$/.exec(text)?.[1], this.plan().taper?.ratio];
    if (gauged === undefined || ratio === undefined) return isRatio(text) ? null : figureOf(text);
    const figure = figureOf(gauged);
    return figure === null ? null : Math.round((1000 * figure) / ratio) / 10;
  }

  /** How a slope is to be typed, where what was typed could be either; nothing else. */
  ratioHint({ id, unit }: InspectionCheck): string {
    const ratio = this.plan().taper?.ratio;
    const bare = unit === OF_RATIO && this.parts(id).find(isRatio);
    return bare && ratio ? `A ratio is typed ${bare}:1; ${Math.round(10 * ratio) / 10}:1 was planned.` : '';
  }

  percent(value: number): string {
    return `${signed(value)} %`;
  }

  found(result: InspectionResult): string {
    if (result.mean === null) return result.pass ? 'yes' : 'no';
    const mean = Math.round(result.mean * 100) / 100;
    return `${mean}${result.spread === null ? '' : ` ± ${result.spread.toFixed(1)} of ${result.readings.length}`}`.replace(
      '-',
      '\u2212',
    );
  }

  why(result: InspectionResult): string {
    return WHY[result.why] ?? '';
  }
}
