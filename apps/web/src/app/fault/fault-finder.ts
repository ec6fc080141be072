import { ChangeDetectionStrategy, Component, ElementRef, Injector, afterNextRender, computed, inject, input, signal, viewChild } from '@angular/core'; // prettier-ignore
import { RouterLink } from '@angular/router';
import { type RecordFinding, recordFindings, remarkWords } from '@ashstep/contract';
import { CAUSES, FINDINGS, SYMPTOMS, type Symptom, UNKNOWN_CAUSE, checkOfFault, diagnose } from '@ashstep/core/diagnosis'; // prettier-ignore
import { INSPECTION_CHECKS } from '@ashstep/core/inspection';
import { draft } from '../outbox/draft';
import { Clock } from '../platform/clock';
import { type RepairState, RepairStore } from '../repair/repair.store';
import { isTicked } from '../repair/stages/ticked';
import { FAULT_PICTURES } from './pictures';

const GROUP_NAMES: Readonly<Record<Symptom['group'], string>> = {
  laminate: 'Resin and cloth',
  bond: 'Bond',
  shape: 'Shape and filler',
  coat: 'Coats',
  colour: 'Colour',
};
/** Causes that are shown, looks that are asked at once, what pushed a cause, and a push that is worth a line, share. */
const [SHOWN, ASKED, PUSHES, TELLS] = [5, 3, 5, 0.01];
/** A finding is answered, or cannot be told. */
type Answer = boolean | 'untold';

/** The guided finder: what is seen, what the record tells, what to look at next, which causes that leaves, and what to do. */
@Component({
  selector: 'ash-fault-finder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  templateUrl: './fault-finder.html',
  styleUrl: './fault-finder.scss',
})
export class FaultFinder {
  /** The job it is about; null on none. */
  readonly state = input.required<RepairState | null>();
  private readonly store = inject(RepairStore);
  private readonly clock = inject(Clock);
  private readonly job = computed(() => this.state()?.detail.id ?? 'no-job');

  readonly seen = draft<string[]>('faultSeen', this.job, []);
  private readonly answers = draft<Record<string, Answer>>('faultFound', this.job, {});
  /** The cause a person settles on; the likeliest where nobody did. */
  private readonly picked = signal<string | null>(null);
  /** More is asked for beside what was seen. */
  readonly adding = signal(false);
  readonly written = signal<string | null>(null);
  private readonly onward = viewChild<ElementRef<HTMLElement>>('onward');
  private readonly injector = inject(Injector);

  readonly groups = Object.entries(GROUP_NAMES).map(([id, name]) => ({ id, name, symptoms: SYMPTOMS.filter(({ group }) => group === id) })); // prettier-ignore
  readonly chosen = computed(() => SYMPTOMS.filter(({ id }) => this.seen().includes(id)));
  readonly record = computed((): RecordFinding[] => {
    const state = this.state();
    if (!state) return [];
    const { inputs, plan, detail } = state;
    return recordFindings({ inputs, plan, log: detail.log, ticked: (id) => isTicked(detail, id), zone: this.clock.zone(), nowMs: this.clock.moment() }); // prettier-ignore
  });
  private readonly findings = computed(() => {
    const told = this.record().map(({ id, found }) => ({ id, found }));
    const own = Object.entries(this.answers()).flatMap(([id, found]) => (found === 'untold' || told.some((one) => one.id === id) ? [] : [{ id, found }])); // prettier-ignore
    return [...told, ...own];
  });
  private readonly found = computed(() => (this.seen().length === 0 ? null : diagnose({ symptoms: this.seen(), findings: this.findings() }))); // prettier-ignore
  readonly remarks = computed(() => this.found()?.remarks.map(remarkWords) ?? []);
  readonly causes = computed(() =>
    (this.found()?.causes ?? []).slice(0, SHOWN).map(({ id, probability, pushes }) => ({
      ...[...CAUSES, UNKNOWN_CAUSE].find((one) => one.id === id)!,
      percent: 100 * probability,
      pushes: pushes
        .filter(({ push }) => Math.abs(push) >= TELLS)
        .slice(0, PUSHES)
        .map(({ id: of, push }) => ({ points: `${push > 0 ? '+' : '\u2212'}${Math.abs(100 * push).toFixed(0)}`, text: this.nameOf(of) })),
    })),
  ); // prettier-ignore
  readonly cause = computed(() => this.causes().find(({ id }) => id === this.picked()) ?? this.causes()[0] ?? null);
  /** The record is not asked of a person where the job has one that tells it. */
  readonly next = computed(() => {
    const skipped = this.answers();
    const known = new Set(this.record().map(({ id }) => id));
    return (this.found()?.next ?? [])
      .filter(({ id, gainBits }) => gainBits > TELLS && !known.has(id) && skipped[id] === undefined)
      .slice(0, ASKED)
      .map(({ id }) => FINDINGS.find((one) => one.id === id)!);
  });
  readonly answered = computed(
    () =>
    Object.entries(this.answers()).map(([id, answer]) => ({ id, label: FINDINGS.find((one) => one.id === id)!.label, answer })), // prettier-ignore
  );
  readonly told = computed(() => this.record().map((one) => ({ ...one, label: FINDINGS.find(({ id }) => id === one.id)!.label })).sort((a, b) => Number(b.found) - Number(a.found))); // prettier-ignore

  /** Nothing of this job is on its way any more. */
  readonly sent = computed(() => (this.state()?.unsent.size ?? 0) === 0);
  readonly open = computed(() => this.state()?.detail.state === 'open');
  /** The check that will show whether it is gone. */
  readonly check = computed(() => {
    const state = this.state();
    if (!state || this.seen().length === 0) return null;
    const unexplained = state.detail.rework.flatMap(({ checkId, cause, closedAt }) =>
      closedAt || cause !== '' ? [] : [checkId],
    );
    const id = checkOfFault(this.seen(), state.plan.inspection.map((one) => one.id), unexplained); // prettier-ignore
    return INSPECTION_CHECKS.find((one) => one.id === id) ?? null;
  });

  picture(id: string): (typeof FAULT_PICTURES)[string] | undefined {
    return FAULT_PICTURES[id];
  }

  see(id: string): void {
    this.seen.update((all) => (all.includes(id) ? all.filter((one) => one !== id) : [...all, id]));
    this.adding.set(false);
    this.picked.set(null);
    this.written.set(null);
  }

  answer(id: string, answer: Answer): void {
    this.answers.update((all) => ({ ...all, [id]: answer }));
    this.picked.set(null);
  }

  takeBack(id: string): void {
    this.answers.update(({ [id]: _, ...others }) => others);
  }

  pick(id: string): void {
    this.picked.set(id);
  }

  again(): void {
    this.seen.set([]);
    this.answers.set({});
    this.picked.set(null);
    this.written.set(null);
  }

  /** Into the log, and its rework opened with the cause in it. */
  write(): void {
    const cause = this.cause();
    if (!cause) return;
    this.store.log({
      kind: 'fault',
      symptoms: this.seen(),
      findings: this.findings(),
      cause: cause.id,
      percent: Math.round(10 * cause.percent) / 10,
      label: cause.label,
    });
    this.seen.set([]);
    this.answers.set({});
    this.written.set(cause.label);
    // It was pressed at the foot of the page; what came of it stands at the head.
    afterNextRender(() => this.onward()?.nativeElement.focus(), { injector: this.injector });
  }

  private nameOf(id: string): string {
    const symptom = SYMPTOMS.find((one) => one.id === id);
    if (symptom) return symptom.label;
    const found = this.findings().find((one) => one.id === id)?.found;
    return `${found ? '' : 'not found: '}${FINDINGS.find((one) => one.id === id)!.label}`;
  }
}
