import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { leftUnticked, unsaidWords, workStandings } from '@ashstep/contract';
import { resinConditions, unsaidOfLaminate, unsaidOfLook } from '@ashstep/core/repair';
import { draft } from '../../../outbox/draft';
import { TextInput } from '../../../parts/inputs';
import { WhenPipe } from '../../../platform/when.pipe';
import { sealOf } from '../../sealed-at';
import { counted } from '../counted';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import { type Want, Wants } from '../wants';
import { answersOf } from './answers';
import { PARTS } from './parts';

@Component({
  selector: 'ash-signoff',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput, WhenPipe, Wants, Headline, PartIndex, GoBar],
  templateUrl: './signoff.html',
  styleUrl: './signoff.scss',
})
export class SignOffStage extends StagePanel {
  readonly parts = PARTS;
  private readonly job = computed(() => `${this.state().detail.id}.${this.state().detail.revision}`);
  readonly password = signal('');
  /** Kept until the record is open again. */
  readonly reason = draft('amend', this.job, '');
  readonly entries = computed(() => counted(this.state().detail.eventCount, 'entry', 'entries'));
  readonly rows = computed(() => answersOf(this.state()));
  readonly passes = computed(() => this.rows().filter(({ open }) => !open).length);
  readonly proven = computed(() => this.rows().filter(({ proof }) => proof?.pass).length);
  readonly openRework = computed(() => this.state().detail.rework.filter(({ closedAt }) => !closedAt).length);
  /** What is still open here, and where. */
  readonly wants = computed((): Want[] => {
    const open = this.rows().filter((row) => row.open).length;
    const rework = this.openRework();
    const unfinished = workStandings(this.plan().finish, this.state().detail).filter(({ done }) => !done).length;
    const { resin, severity } = this.plan();
    return [
      ...this.unsaid(),
      ...(severity.needsReason ? [{ stage: 'look' as const, text: 'Write down why the severity was set so' }] : []),
      ...(resin?.needsReason && this.inputs().resin.overrideReason.trim() === '' ? [{ stage: 'resin' as const, text: 'Write down why this resin' }] : []), // prettier-ignore
      ...this.unticked(),
      ...(unfinished > 0 ? [{ stage: 'finish' as const, part: 'steps', text: `Finish it, or leave it out: ${counted(unfinished, 'step')}` }] : []), // prettier-ignore
      ...(open > 0 ? [{ stage: 'signoff' as const, part: 'acceptance', text: `Answer what is open: ${open} of ${this.rows().length}` }] : []), // prettier-ignore
      ...(rework > 0 ? [{ stage: 'signoff' as const, part: 'rework', text: `Close the rework: ${rework} open` }] : []),
    ];
  });
  private unsaid(): Want[] {
    const [look, core] = [unsaidOfLook(this.inputs()), unsaidOfLaminate(this.inputs())];
    return [
      ...(look.length > 0 ? [{ stage: 'look' as const, text: unsaidWords(look) }] : []),
      ...(core.length > 0 ? [{ stage: 'laminate' as const, part: 'core', text: unsaidWords(core) }] : []),
    ];
  }

  /** What nobody has ticked off, conditions of the resin one by one, each with its place. */
  private readonly unticked = computed((): Want[] => {
    const conditions = new Set(resinConditions(this.plan().resin).map(({ id }) => id));
    const left = leftUnticked(this.plan(), this.state().detail);
    const prepared = left.filter(({ id }) => !conditions.has(id)).length;
    return [
      ...left.filter(({ id }) => conditions.has(id)).map(({ text, atFinish }): Want => atFinish ? { text, stage: 'finish', part: 'looks' } : { text, stage: 'layup', part: 'before' }), // prettier-ignore
      ...(prepared > 0 ? [{ stage: 'layup' as const, part: 'before', text: `Tick off the preparation: ${counted(prepared, 'item')}` }] : []), // prettier-ignore
    ];
  });
  readonly seal = computed(() => sealOf(this.state()));
  readonly base = computed(() => `/api/repairs/${this.state().detail.id}`);

  amend(event: Event): void {
    event.preventDefault();
    this.store.amend(this.reason().trim());
  }

  sign(event: Event): void {
    event.preventDefault();
    this.store.signOff(this.password());
    this.password.set('');
  }
}
