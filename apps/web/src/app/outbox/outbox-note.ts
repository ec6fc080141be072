import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { actWords } from './act';
import { Clock } from '../platform/clock';
import { Device } from '../platform/device';
import { KeptReads } from '../platform/kept-reads';
import { whenText } from '../platform/when.pipe';
import type { Command } from './command';
import { Outbox } from './outbox.service';

/** What is kept here and has not reached the server, and what the server did not take: seen on every page. */
@Component({
  selector: 'ash-outbox-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (away(); as text) {
      <div class="kept" role="status">
        <p>
          <svg viewBox="0 0 20 20" width="18" height="18" aria-hidden="true">
            <path d="M3 8h14v9H3z M6 8V4h8v4" fill="none" stroke="currentColor" stroke-width="2" />
          </svg>
          {{ text }}
        </p>
        <button type="button" class="act small" (click)="outbox.tryNow()">Try now</button>
      </div>
    }
    @if (old(); as since) {
      <div class="kept" role="status">
        <p>
          No network. What you see is as it was {{ since }}; what you do is kept on this {{ device.kind }} and sent when
          it is back.
        </p>
      </div>
    }
    @for (item of refused(); track item.command.id) {
      <div class="kept" role="alert">
        <p>
          <b>{{ item.words }}</b> was not taken. {{ item.why }}
        </p>
        <button type="button" class="act small" (click)="outbox.again(item.command)">Send it again</button>
        <button type="button" class="act small" (click)="outbox.drop(item.command.id)">Take it out</button>
      </div>
    }
  `,
  styles: `
    .kept {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 12px;
      padding: 4px 20px;
      background: var(--ash-2);
      border-bottom: 2px solid var(--ink);
    }
    p {
      flex: 1 1 260px;
      margin: 0;
    }
    svg {
      vertical-align: -3px;
    }
    @media (max-width: 820px) {
      .kept {
        padding-inline: 12px;
      }
    }
  `,
})
export class OutboxNote {
  readonly outbox = inject(Outbox);

  private readonly reads = inject(KeptReads);
  private readonly clock = inject(Clock);
  readonly device = inject(Device);
  /** When what is on the page was told, where the page was opened with no network. */
  readonly old = computed(() => {
    const since = this.reads.since();
    return since === null ? '' : whenText(this.clock.at(since));
  });

  readonly away = computed(() => {
    const count = this.outbox.waiting().length;
    const held = this.outbox.held();
    const unkept = this.outbox.unkept();
    if (count === 0) return '';
    if (unkept && (held || count > 2))
      return `${count} to send, kept only while this page is open: this browser ${unkept === 'full' ? 'is full' : 'lets nothing be stored'}. Leave it open until all is sent.`;
    return held === 'away' ? `The server cannot be reached. Kept on this ${this.device.kind}, ${count} to send.` : '';
  });

  /** What was refused and is not shown at its own field or as a choice between two. */
  readonly refused = computed(() =>
    this.outbox
      .refused()
      .filter(
        ({ act, refusal }) => act.kind !== 'inputs' || (refusal!.fields.length === 0 && refusal!.code !== 'stale'),
      )
      .map((command: Command) => ({
        command,
        words: `${actWords(command.act)}:`,
        why: [command.refusal!.detail, ...command.refusal!.fields.map(({ message }) => message)].join(' '),
      })),
  );
}
