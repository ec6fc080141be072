import { Injectable, type Signal, computed, inject, signal } from '@angular/core';
import { type CardBlock, type CardTimes, type RoundStanding, blockAsDone, cardBlocks, cardTimes, checksBefore, usualWords } from '@ashstep/contract'; // prettier-ignore
import { type SmallCard, smallCard } from '@ashstep/core/small';
import { Clock } from '../platform/clock';
import { quantityText } from '../platform/quantity.pipe';
import { whenText } from '../platform/when.pipe';
import type { RepairState } from '../repair/repair.store';
import { isClosed, standingsOf } from '../repair/stages/layup/standing';
import { isTicked } from '../repair/stages/ticked';

/** A step of the card with how far it has come. */
export interface CardStep extends CardBlock {
  done: boolean;
  /** Done, on, or when it may go on. */
  when: string;
  standing: RoundStanding | null;
  /** What it works on is on, and not hard yet. */
  early: boolean;
}

/** The card of a job as it stands: its steps, when each may go on, and which is next. Shared by the parts of the page. */
@Injectable()
export class CardDesk {
  /** The repair's state, set by the page. */
  source!: Signal<RepairState | undefined>;
  private readonly clock = inject(Clock);
  private readonly inUnits = quantityText();
  /** Moves once a minute. */
  readonly moment = signal(this.clock.moment());
  readonly card = computed((): SmallCard | null => {
    const state = this.source();
    return state ? smallCard(state.inputs, state.plan) : null;
  });
  private readonly standings = computed(() => (this.source() ? standingsOf(this.source()!) : []));
  private readonly times = computed((): CardTimes[] => {
    const card = this.card();
    return card ? cardTimes(card, this.standings(), this.moment()) : [];
  });
  readonly steps = computed((): CardStep[] => {
    const [card, state] = [this.card(), this.source()];
    if (!card || !state) return [];
    return cardBlocks(card, state.inputs, state.plan, this.inUnits).map((block): CardStep => {
      const standing = this.standings().find(({ round }) => round.id === block.round?.round.id) ?? null;
      const done = standing ? standing.done && isClosed(state, standing) : block.checks.length > 0 && block.checks.every((id) => isTicked(state.detail, id)); // prettier-ignore
      return {
        ...(done && standing ? blockAsDone(block, standing, state.plan, this.inUnits) : block.id === 'open' && !done ? this.asBegun(block, state) : block), // prettier-ignore
        standing,
        done,
        when: this.whenOf(block, standing, done),
        early: block.id === 'sand' && !done && this.isSoft(),
      };
    });
  });
  readonly next = computed(() => this.steps().find(({ done }) => !done) ?? null);
  readonly usual = computed(() => {
    const [card, state] = [this.card(), this.source()];
    return card && state ? usualWords(card, state.inputs, state.plan, this.inUnits) : '';
  });

  /** Where something is on already, only what came up since is asked: the air read was colder than planned, and it was opened long ago. */
  private asBegun(block: CardBlock, state: RepairState): CardBlock {
    if (!this.standings().some(({ done }) => done)) return block;
    const open = checksBefore(state.plan).filter(({ id }) => !isTicked(state.detail, id));
    return { ...block, title: 'Before it went on', lines: open.map(({ text }) => `${text}.`), cautions: [] };
  }

  /** All that goes on is on, and the last of it not hard enough for hands. */
  private isSoft(): boolean {
    const last = this.times().at(-1);
    return (
      !!last && this.standings().every(({ done }) => done) && (last.sandAt === null || last.sandAt > this.moment())
    );
  }

  private whenOf(block: CardBlock, standing: RoundStanding | null, done: boolean): string {
    const at = (ms: number): string => whenText(this.clock.at(ms));
    if (done) return standing?.lastAt ? `on ${whenText(this.clock.at(standing.lastAt))}` : 'done';
    const i = this.card()!.rounds.findIndex(({ round }) => round.id === block.round?.round.id);
    if (i < 0) {
      const last = this.times().at(-1);
      if (block.id !== 'sand' || !last) return '';
      return last.sandAt === null ? 'never hard enough in this cold: warm it' : `from ${at(last.sandAt)}`;
    }
    const { fromAt, untilAt } = this.times()[i]!;
    if (fromAt === null) return 'not before the one under it is fully cured: warm it';
    if (i === 0) return 'first';
    return untilAt === null ? `from ${at(fromAt)}` : `${at(fromAt)} to ${at(untilAt)}, green`;
  }
}
